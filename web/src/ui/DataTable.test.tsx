// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { show } from "../tests/screen";
import { DataTable, sorted } from "./DataTable";

interface Seal {
  name: string;
  inside: string;
}
const SEALS: Seal[] = [
  { name: "seal 10", inside: "2.250 in" },
  { name: "seal 9", inside: "1.719 in" },
  { name: "seal 2", inside: "" },
];
const inside = (s: Seal) => Number.parseFloat(s.inside);
const cells = () => screen.getAllByRole("rowheader").map((c) => c.textContent);

function stand() {
  const onOpen = vi.fn();
  const shown = show(
    <DataTable
      label="Seals"
      items={SEALS}
      idOf={(s) => s.name}
      onOpen={onOpen}
      columns={[
        { id: "name", title: "Name", cell: (s) => s.name, by: (s) => s.name },
        { id: "inside", title: "Journal", figure: true, cell: (s) => s.inside, by: inside },
      ]}
    />,
  );
  return { ...shown, onOpen };
}

describe("rows that are sorted", () => {
  it("stand as they come until somebody sorts them, then either way", async () => {
    const { user } = stand();
    expect(cells()).toEqual(["seal 10", "seal 9", "seal 2"]);
    await user.click(screen.getByRole("columnheader", { name: "Journal" }));
    expect(cells()).toEqual(["seal 9", "seal 10", "seal 2"]);
    await user.click(screen.getByRole("columnheader", { name: "Journal" }));
    expect(cells()).toEqual(["seal 10", "seal 9", "seal 2"]);
  });

  it("sort numbers within words as numbers, and lose nothing", () => {
    expect(sorted(SEALS, (s) => s.name, "ascending").map((s) => s.name)).toEqual([
      "seal 2",
      "seal 9",
      "seal 10",
    ]);
    expect(sorted(SEALS, inside, "descending")).toHaveLength(3);
  });

  it("are opened by a touch and by Enter", async () => {
    const { user, onOpen } = stand();
    await user.click(screen.getByRole("rowheader", { name: "seal 9" }));
    expect(onOpen).toHaveBeenCalledWith(SEALS[1]);
    await user.keyboard("{ArrowDown}{Enter}");
    expect(onOpen).toHaveBeenLastCalledWith(SEALS[2]);
  });
});
