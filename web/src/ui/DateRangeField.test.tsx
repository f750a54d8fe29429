// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import { DateRangeField } from "./DateRangeField";

function Season() {
  const [days, setDays] = useState({ from: "2026-06-01", to: "2026-08-31" });
  const told = vi.fn();
  return (
    <>
      <DateRangeField
        label="From and to"
        {...days}
        onChange={(from, to) => {
          told(from, to);
          setDays({ from, to });
        }}
      />
      <output>{`${days.from} ${days.to}`}</output>
    </>
  );
}
const said = () => screen.getByRole("status").textContent;

describe("a stretch of days", () => {
  it("is typed part by part, its end as well as its beginning", async () => {
    const { user } = show(<Season />);
    const parts = within(screen.getByRole("group", { name: "From and to" })).getAllByRole("spinbutton");
    expect(parts).toHaveLength(6);
    const [, first, , , last] = parts;
    if (first) await user.click(first);
    await user.keyboard("{ArrowUp}");
    expect(said()).toBe("2026-06-02 2026-08-31");
    if (last) await user.click(last);
    await user.keyboard("{ArrowDown}");
    expect(said()).toBe("2026-06-02 2026-08-30");
  });

  it("is picked from a calendar by its first day and its last", async () => {
    const { user } = show(<Season />);
    await user.click(screen.getByRole("button", { name: /From and to: calendar/ }));
    const month = within(await screen.findByRole("grid"));
    await user.click(month.getByRole("button", { name: /June 10/ }));
    await user.click(month.getByRole("button", { name: /June 20/ }));
    expect(said()).toBe("2026-06-10 2026-06-20");
  });
});
