import { describe, expect, it } from "vitest";
import { aBoard, onBoard, slot } from "../../tests/boards";
import { asideOf, moved, whoIsFree } from "./board";
import { minutesOf, quarters, snapped, timeOf } from "../../api/hours";

describe("the hours of a day", () => {
  it("lead to minutes and back", () => {
    expect(minutesOf("09:45:00")).toBe(585);
    expect(timeOf(585)).toBe("09:45:00");
    expect(quarters("08:00:00", "09:00:00")).toEqual([
      "08:00:00",
      "08:15:00",
      "08:30:00",
      "08:45:00",
      "09:00:00",
    ]);
  });

  it("snap to a quarter within the day", () => {
    expect(snapped(588, "08:00:00", "15:30:00")).toBe("09:45:00");
    expect(snapped(100, "08:00:00", "15:30:00")).toBe("08:00:00");
    expect(snapped(1_400, "08:00:00", "15:30:00")).toBe("15:15:00");
  });
});

describe("a board", () => {
  it("says where trailers stand that are in no bay", () => {
    const day = aBoard().day;
    expect(asideOf(onBoard("A", { slot: slot(1, "08:00:00", "09:00:00", ["odd"]) }), day)).toBeNull();
    expect(asideOf(onBoard("A", { here: false, day }), day)).toBe("expected");
    expect(asideOf(onBoard("A", { here: false, day: "2026-06-09" }), day)).toBe("missed");
    expect(asideOf(onBoard("A"), day)).toBe("here");
    expect(asideOf(onBoard("A", { standing: "waitsForAnswer" }), day)).toBe("answer");
    expect(asideOf(onBoard("A", { standing: "ready" }), day)).toBe("ready");
  });

  it("puts whoever is free at a trailer, and keeps who was", () => {
    const busy = onBoard("A", { slot: slot(1, "08:00:00", "10:00:00", ["odd"]) });
    const one = onBoard("B");
    const board = aBoard([busy, one]);
    expect(whoIsFree(board, one, "09:00:00")).toEqual(["tobin"]);
    expect(whoIsFree(board, { ...one, hands: 2 }, "09:00:00")).toEqual(["tobin", "perrin"]);
    expect(whoIsFree(board, one, "11:00:00")).toEqual(["tobin"]);
    expect(moved(board, busy, 2, "09:00:00").people).toEqual(["odd"]);
    const nobody = { ...board, people: board.people.filter((p) => !p.alone) };
    expect(whoIsFree(nobody, one, "09:00:00")).toEqual([]);
  });
});
