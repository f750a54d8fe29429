// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { judgement } from "../tests/facts";
import { type Asked, show } from "../tests/screen";
import { MeasureField } from "./MeasureField";

const understood = (with_: Partial<Schemas["UnderstoodAnswer"]>): Schemas["UnderstoodAnswer"] => ({
  ours: "",
  other: "",
  problem: null,
  judgement: null,
  meant: null,
  ...with_,
});

function Field({ problem }: { problem?: string }) {
  const [value, setValue] = useState("");
  return (
    <MeasureField
      label="End play"
      value={value}
      onChange={setValue}
      quantity="length"
      judged={{ kind: "end-play", visit: "visit-1" }}
      example=".003"
      problem={problem}
    />
  );
}

// What the shop's server makes of it: a comma that is none of a thousand is asked about.
const server = {
  "GET /api/bay/understand": (asked: Asked) =>
    asked.query.get("typed") === "0,003"
      ? understood({ problem: "Do you mean 0.003?", meant: "0.003" })
      : asked.query.get("typed") === ".011"
        ? understood({ ours: "0.011 in", other: "0.279 mm", judgement: judgement("renew", "Over 0.010 in.") })
        : understood({
            ours: "0.003 in",
            other: "0.076 mm",
            judgement: judgement("sound", "Up to 0.005 in."),
          }),
};

describe("a field for a figure", () => {
  it("takes what was meant by a comma with one touch, and no other way", async () => {
    const { user } = show(<Field />, server);
    const field = screen.getByRole("textbox", { name: "End play" });
    await user.type(field, "0,003");
    await screen.findByText("Do you mean 0.003?");
    expect(field).toHaveProperty("value", "0,003");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    await user.click(screen.getByRole("button", { name: "Take 0.003" }));
    expect(field).toHaveProperty("value", "0.003");
    await screen.findByText("0.003 in · 0.076 mm");
    expect(field.getAttribute("aria-invalid")).not.toBe("true");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("says both units and what they mean, by the visit it belongs to", async () => {
    const { user, of } = show(<Field />, server);
    await user.type(screen.getByRole("textbox"), ".011");
    await screen.findByText("0.011 in · 0.279 mm");
    expect(screen.getByText("Renew")).toBeTruthy();
    expect(screen.getByText("Over 0.010 in.", { exact: false })).toBeTruthy();
    const last = of("GET").at(-1);
    expect(last?.query.get("kind")).toBe("end-play");
    expect(last?.query.get("visit")).toBe("visit-1");
  });

  it("asks once for what was typed at one go, not at every key", async () => {
    const { user, of } = show(<Field />, server);
    await user.type(screen.getByRole("textbox"), ".0031");
    await screen.findByText("0.003 in · 0.076 mm");
    expect(of("GET").length).toBeLessThan(3);
  });

  it("puts the shop's refusal before what it understood by itself", async () => {
    const { user, again } = show(<Field />, server);
    await user.type(screen.getByRole("textbox"), ".003");
    await screen.findByText("0.003 in · 0.076 mm");
    again(<Field problem="This was measured before the nut was set." />);
    await screen.findByText("This was measured before the nut was set.");
    expect(screen.queryByText("0.003 in · 0.076 mm")).toBeNull();
  });

  it("says nothing of an empty field, and never keeps the word about a figure that is gone", async () => {
    const { user, of } = show(<Field />, server);
    expect(of("GET")).toHaveLength(0);
    await user.type(screen.getByRole("textbox"), ".011");
    await screen.findByText("Renew");
    await user.clear(screen.getByRole("textbox"));
    await waitFor(() => expect(screen.queryByText("Renew")).toBeNull());
  });
});
