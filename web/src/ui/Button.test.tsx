// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import { Button } from "./Button";

function Switched({ pressed }: { pressed: () => void }) {
  const [off, setOff] = useState(false);
  return (
    <>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          pressed();
        }}
      >
        <Button type="submit" isDisabled={off}>
          Save
        </Button>
      </form>
      <input aria-label="off" type="checkbox" checked={off} onChange={(e) => setOff(e.target.checked)} />
    </>
  );
}

describe("a button", () => {
  // What it is made of clicks by itself 80 ms after a press that brought no click; here it is clicked at once.
  it.each(["before", "during"])("does not hear the click of a press that it was off %s", (when) => {
    const pressed = vi.fn();
    show(<Switched pressed={pressed} />);
    const save = screen.getByRole("button", { name: "Save" });
    const off = screen.getByLabelText("off");
    if (when === "before") fireEvent.click(off);
    fireEvent.pointerDown(save, { pointerType: "mouse", button: 0 });
    if (when === "during") fireEvent.click(off);
    fireEvent.click(off);
    fireEvent.click(save);
    expect(pressed).not.toHaveBeenCalled();
    fireEvent.click(save);
    expect(pressed).toHaveBeenCalledTimes(1);
  });

  it("hears a press that comes without a pointer, as a screen reader's does", () => {
    const pressed = vi.fn();
    show(<Switched pressed={pressed} />);
    fireEvent.click(screen.getByRole("button", { name: "Save" }));
    expect(pressed).toHaveBeenCalledTimes(1);
  });
});
