// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { show } from "../tests/screen";
import BackupsPage from "./BackupsPage";

const night = (day: string, with_: Partial<Schemas["BackupNight"]> = {}): Schemas["BackupNight"] => ({
  name: `shop-${day}.zip`,
  day,
  at: `${day}T00:04:00+00:00`,
  bytes: 3 * 1024 * 1024,
  pictures: 8,
  missing: 0,
  problem: null,
  ...with_,
});
const all = (nights: Schemas["BackupNight"][], problem: string | null = null) => ({
  folder: "/srv/shop/backups",
  nights,
  problem,
  second: null,
  secondProblem: null,
});

describe("the backups", () => {
  it("says how old the newest is, and of each whether it can be laid back", async () => {
    show(<BackupsPage />, {
      "GET /settings/backups": all([
        night("2026-06-10"),
        night("2026-06-09", { missing: 2 }),
        night("2026-06-08", { problem: "The shop's file is damaged." }),
      ]),
    });
    await screen.findByText("The newest is of Jun 10, 2026, 00:04.");
    expect(screen.getAllByText("laid back and whole")).toHaveLength(2);
    expect(screen.getByText(/2 files of pictures were lost before/)).toBeTruthy();
    expect(screen.getByText("The shop's file is damaged.")).toBeTruthy();
    expect(screen.getAllByRole("row")[1]?.textContent).toContain("3.04");
    expect(screen.getByText(/restore --in \/srv\/shop\/backups\/shop-2026-06-10.zip/)).toBeTruthy();
  });

  it("makes today's when it is told to, and says why one could not be made", async () => {
    const { user, of } = show(<BackupsPage />, {
      "GET /settings/backups": all([]),
      "POST /settings/backups": all([], "The disk is full: make room."),
    });
    await screen.findByText(/There is none yet/);
    await user.click(screen.getByRole("button", { name: "Make today’s now" }));
    await waitFor(() => expect(of("POST")).toHaveLength(1));
    expect((await screen.findByRole("alert")).textContent).toContain("The disk is full: make room.");
  });
});
