// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import { NumberField } from "./NumberField";

const onChange = vi.fn<(value: number | null) => void>();

function Miles({ first, problem }: { first: number | null; problem?: string }) {
  const [miles, setMiles] = useState(first);
  return (
    <NumberField
      label="Miles"
      value={miles}
      onChange={(now) => {
        onChange(now);
        setMiles(now);
      }}
      problem={problem}
    />
  );
}

describe("a plain number", () => {
  it("is read with its thousands parted or not, and told once it is written", async () => {
    const { user } = show(<Miles first={null} />);
    const field = screen.getByLabelText("Miles");
    await user.type(field, "12,000");
    await user.tab();
    expect(onChange).toHaveBeenLastCalledWith(12000);
    expect(field).toHaveProperty("value", "12,000");
  });

  it("takes no letters, and nothing at all is nothing", async () => {
    const { user } = show(<Miles first={90} />);
    const field = screen.getByLabelText("Miles");
    await user.type(field, "x");
    expect(field).toHaveProperty("value", "90");
    await user.clear(field);
    await user.tab();
    expect(onChange).toHaveBeenLastCalledWith(null);
  });

  it("counts by arrow keys and says what is wrong with it", async () => {
    const { user } = show(<Miles first={3} problem="1 to 36 months." />);
    await user.click(screen.getByLabelText("Miles"));
    await user.keyboard("{ArrowUp}");
    expect(onChange).toHaveBeenLastCalledWith(4);
    expect(screen.getByText("1 to 36 months.")).toBeTruthy();
  });
});
