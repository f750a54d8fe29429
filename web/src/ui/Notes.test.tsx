// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { act } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import { note, Notes } from "./Notes";
import { clearNotes } from "./NotesCorner";

// Other screens say things too.
beforeEach(() => act(clearNotes));
afterEach(() => act(clearNotes));

describe("a note on what was just done", () => {
  it("says it, takes it back once, and goes", async () => {
    const undo = vi.fn();
    const { user } = show(<Notes />);
    act(() => note("Done: retorque, P-07.", undo));
    await screen.findByText("Done: retorque, P-07.");
    await user.click(screen.getByRole("button", { name: "Undo" }));
    expect(undo).toHaveBeenCalledTimes(1);
    await waitFor(() => expect(screen.queryByText("Done: retorque, P-07.")).toBeNull());
  });

  it("offers nothing to take back where nothing can be, and is put away by hand", async () => {
    const { user } = show(<Notes />);
    act(() => note("Saved."));
    await screen.findByText("Saved.");
    expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Put this note away" }));
    await waitFor(() => expect(screen.queryByText("Saved.")).toBeNull());
  });
});
