import { describe, expect, it } from "vitest";
import { byJob, due, everywhere, isWanted, offeredAt, toggled } from "./wanted";

const offered = [
  {
    code: "bearing-repack",
    name: "Bearing repack",
    area: "wheelEnd",
    places: ["axle-1-left", "axle-1-right"],
    against: null,
  },
  {
    code: "brake-assembly",
    name: "Electric brake assembly",
    area: "brake",
    places: ["axle-1-left-brake"],
    against: null,
  },
  {
    code: "lug-retorque",
    name: "Lug nuts torqued again",
    area: "trailer",
    places: ["trailer"],
    against: null,
  },
] as const;
const all = [...offered].map((o) => ({ ...o, places: [...o.places] }));

describe("what is wanted", () => {
  it("holds a job at a place once, and loses it again", () => {
    const once = toggled(
      toggled([], "bearing-repack", "axle-1-left", true),
      "bearing-repack",
      "axle-1-left",
      true,
    );
    expect(once).toEqual([{ job: "bearing-repack", place: "axle-1-left" }]);
    expect(isWanted(once, "bearing-repack", "axle-1-left")).toBe(true);
    expect(toggled(once, "bearing-repack", "axle-1-left", false)).toEqual([]);
  });

  it("takes a job to every place it can be done at, each once", () => {
    const first = all[0];
    if (!first) throw new Error("nothing offered");
    expect(everywhere([{ job: "bearing-repack", place: "axle-1-right" }], first).map((w) => w.place)).toEqual(
      ["axle-1-left", "axle-1-right"],
    );
  });

  it("offers a wheel end its brake's jobs too, and the brake its wheel end's", () => {
    expect(offeredAt(all, "axle-1-left").map((o) => `${o.job.code}@${o.place}`)).toEqual([
      "bearing-repack@axle-1-left",
      "brake-assembly@axle-1-left-brake",
    ]);
    expect(offeredAt(all, "axle-1-left-brake").map((o) => o.job.code)).toEqual([
      "brake-assembly",
      "bearing-repack",
    ]);
    expect(offeredAt(all, "trailer").map((o) => o.job.code)).toEqual(["lug-retorque"]);
  });

  it("takes what is due soon or overdue, and what is owed, as far as the trailer can have it", () => {
    const status = {
      dues: [
        { job: "bearing-repack", place: "axle-1-left", due: { nearness: "overdue" } },
        { job: "bearing-repack", place: "axle-1-right", due: { nearness: "later" } },
        { job: "bearing-repack", place: "axle-2-left", due: { nearness: "soon" } },
      ],
      owed: [
        { settledBy: [{ job: "lug-retorque", place: "trailer" }] },
        { settledBy: [{ job: "lug-retorque", place: "trailer" }] },
        { settledBy: [] },
      ],
    } as unknown as Parameters<typeof due>[0];
    expect(due(status, all)).toEqual([
      { job: "bearing-repack", place: "axle-1-left" },
      { job: "lug-retorque", place: "trailer" },
    ]);
  });

  it("is listed a line a job", () => {
    const lines = byJob(
      [
        { job: "bearing-repack", place: "axle-1-left" },
        { job: "brake-assembly", place: "axle-1-left-brake" },
        { job: "bearing-repack", place: "axle-1-right" },
      ],
      all,
    );
    expect(lines).toEqual([
      { code: "bearing-repack", name: "Bearing repack", places: ["axle-1-left", "axle-1-right"] },
      { code: "brake-assembly", name: "Electric brake assembly", places: ["axle-1-left-brake"] },
    ]);
  });
});
