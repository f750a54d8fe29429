// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import { show } from "../tests/screen";
import { Tabs } from "./Tabs";

function Two() {
  const [shown, setShown] = useState<"found" | "parts">("found");
  return (
    <Tabs
      label="Of this visit"
      shown={shown}
      onShow={setShown}
      tabs={[
        { id: "found", title: "Found", count: 2, stays: true, body: <input aria-label="Note" /> },
        { id: "parts", title: "Parts", count: 0, body: <p>Nothing was used.</p> },
      ]}
    />
  );
}

describe("several things at one place", () => {
  it("counts what there is, and does not count nothing", () => {
    show(<Two />);
    expect(screen.getAllByRole("tab").map((t) => t.textContent)).toEqual(["Found 2", "Parts"]);
    expect(screen.queryByText("Nothing was used.")).toBeNull();
  });

  it("keeps what was typed in one while another is looked at", async () => {
    const { user } = show(<Two />);
    await user.type(screen.getByLabelText("Note"), "dry");
    await user.click(screen.getByRole("tab", { name: "Parts" }));
    await screen.findByText("Nothing was used.");
    await user.click(screen.getByRole("tab", { name: "Found 2" }));
    expect(screen.getByLabelText("Note")).toHaveProperty("value", "dry");
  });

  it("goes from tab to tab by arrow, and opens one when it is asked to", async () => {
    const { user } = show(<Two />);
    await user.tab();
    await user.keyboard("{ArrowRight}");
    expect(screen.queryByText("Nothing was used.")).toBeNull();
    await user.keyboard("{Enter}");
    await screen.findByText("Nothing was used.");
  });
});
