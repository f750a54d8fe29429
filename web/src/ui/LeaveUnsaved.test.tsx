// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { Link } from "react-router";
import { describe, expect, it } from "vitest";
import { show } from "../tests/screen";
import { TextField } from "./Fields";
import { LeaveUnsaved } from "./LeaveUnsaved";
import { anyUnsaved, useUnsaved } from "./unsaved";

function Form() {
  const [name, setName] = useState("P-07");
  const typed = useUnsaved({ name });
  return (
    <>
      <LeaveUnsaved />
      <TextField label="Tag" value={name} onChange={setName} />
      <button onClick={typed.sending}>send</button>
      <button onClick={typed.saved}>answered</button>
      <button
        onClick={() => {
          typed.taken();
          setName("Q-9");
        }}
      >
        take theirs
      </button>
      <Link to="/yard">away</Link>
    </>
  );
}

const stand = async (typed: string) => {
  const shown = show(<Form />);
  if (typed) await shown.user.type(screen.getByLabelText("Tag"), typed);
  return shown;
};
const press = (name: string) => screen.getByRole("button", { name });

describe("what was typed and not saved", () => {
  it("is nobody’s concern while nothing was typed", async () => {
    const { user, at } = await stand("");
    await user.click(screen.getByRole("link", { name: "away" }));
    await waitFor(() => expect(at()).toBe("/yard"));
  });

  it("is asked about before the page is left, and stays where somebody stays", async () => {
    const { user, at } = await stand("1");
    await user.click(screen.getByRole("link", { name: "away" }));
    await screen.findByRole("alertdialog", { name: "Something here is not saved" });
    expect(at()).toBe("/");
    await user.click(press("Stay here"));
    await waitFor(() => expect(screen.queryByRole("alertdialog")).toBeNull());
    expect(screen.getByLabelText("Tag")).toHaveProperty("value", "P-071");
    await user.click(screen.getByRole("link", { name: "away" }));
    await user.click(await screen.findByRole("button", { name: "Leave without saving" }));
    await waitFor(() => expect(at()).toBe("/yard"));
  });

  it("is no longer asked about once it is back as it was, sent and answered, or taken from the server", async () => {
    const { user } = await stand("1");
    expect(anyUnsaved()).toBe(true);
    await user.keyboard("{Backspace}");
    await waitFor(() => expect(anyUnsaved()).toBe(false));
    await user.keyboard("2");
    await user.click(press("send"));
    expect(anyUnsaved()).toBe(true);
    await user.click(press("answered"));
    expect(anyUnsaved()).toBe(false);
    await user.type(screen.getByLabelText("Tag"), "3");
    await user.click(press("take theirs"));
    await waitFor(() => expect(anyUnsaved()).toBe(false));
  });

  it("is still asked about where more was typed while it was on its way", async () => {
    const { user } = await stand("1");
    await user.click(press("send"));
    await user.type(screen.getByLabelText("Tag"), "2");
    await user.click(press("answered"));
    expect(anyUnsaved()).toBe(true);
    await user.type(screen.getByLabelText("Tag"), "{Backspace}");
    await waitFor(() => expect(anyUnsaved()).toBe(false));
  });

  it("is let go of with its form", async () => {
    const { unmount } = await stand("1");
    expect(anyUnsaved()).toBe(true);
    unmount();
    expect(anyUnsaved()).toBe(false);
  });
});
