// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { show } from "../../tests/screen";
import JobPage from "./JobPage";
import JobsPage from "./JobsPage";
import { codeOf, type Job, newJob, newStep } from "./own";

const PICKS: Schemas["OwnPicks"] = {
  places: [
    { code: "trailer", name: "Trailer as a whole" },
    { code: "brake", name: "Brake" },
  ],
  areas: [{ code: "trailer", name: "Trailer" }],
  brakes: [{ code: "hydraulicDisc", name: "hydraulic disc brakes" }],
  suspensions: [],
  lubrications: [],
  times: [{ code: "work", name: "Worked on" }],
  skills: [],
  units: ["piece"],
  openings: [
    { code: "secured", name: "secured", at: "Trailer as a whole", own: false },
    { code: "caliper-off", name: "caliper off", at: "Wheel end", own: false },
  ],
  readings: [],
  ours: [
    {
      code: "bearing-repack",
      name: "Bearing repack",
      steps: [
        { family: "bearing-repack/pack", title: "Pack both bearings", minutes: 2, stays: "It is the job." },
        { family: "bearing-repack/dry", title: "Dry the bearings", minutes: 0.5, stays: null },
      ],
    },
  ],
};
const tried = (...problems: Schemas["OwnProblem"][]): Schemas["OwnTried"] => ({
  problems,
  on: "",
  inWords: "",
  steps: [],
});
const BOARDS: Job = {
  ...newJob(null),
  code: "own-bunk-boards",
  version: 3,
  name: "Bunk boards renewed",
  at: ["trailer"],
  steps: [{ ...newStep([]), code: "boards", title: "New boards on", minutes: 28 }],
};
const answers = (jobs: Job[], what: Schemas["OwnTried"]) => ({
  "GET /settings/jobs/picks": PICKS,
  "GET /settings/parts": [],
  "GET /settings/jobs/own-bunk-boards/versions": [],
  "POST /settings/jobs/try": what,
  "GET /settings/jobs": { jobs, openings: [] },
});

describe("a job of the shop's own", () => {
  it("is written from nothing, told what cannot work while it is typed, and sent with a code of its name", async () => {
    const wrong = {
      pointer: "/steps/0/opening",
      sentence: "There is no “caliper off” there.",
      missing: false,
    };
    const { user, of } = show(<JobPage code="new" />, {
      ...answers([BOARDS], tried(wrong)),
      "PUT /settings/jobs/own-bunk-boards-2": { jobs: [BOARDS], openings: [] },
    });
    await user.type(await screen.findByLabelText("What it is called"), "Bunk boards!");
    await user.click(screen.getByRole("checkbox", { name: "Brake" }));
    await user.type(screen.getByLabelText("1. What is to be done"), "Boards off");
    await waitFor(
      () => expect(screen.getAllByText(/There is no “caliper off” there/).length).toBeGreaterThan(1),
      {
        timeout: 3000,
      },
    );
    await user.click(screen.getByRole("button", { name: "Keep it" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    const sent = of("PUT")[0]?.body as Job;
    expect([sent.code, sent.version, sent.at, sent.opening]).toEqual([
      "own-bunk-boards-2",
      0,
      ["brake"],
      "secured",
    ]);
    expect(sent.steps.map((s) => [s.code, s.title, s.minutes])).toEqual([["step-1", "Boards off", 5]]);
  });

  it("is taken out by its version, and a step goes earlier", async () => {
    const two = { ...BOARDS, steps: [...BOARDS.steps, { ...newStep(["boards"]), title: "Second" }] };
    const { user, of } = show(<JobPage code="own-bunk-boards" />, {
      ...answers([two], tried()),
      "PUT /settings/jobs/own-bunk-boards": { jobs: [BOARDS], openings: [] },
    });
    await screen.findByDisplayValue("Second");
    await user.click(screen.getAllByRole("button", { name: "Earlier" })[1] as HTMLElement);
    await user.click(screen.getByRole("button", { name: "Not done any more" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    const sent = of("PUT")[0]?.body as Job;
    expect([sent.version, sent.retired, sent.steps.map((s) => s.title)]).toEqual([
      3,
      true,
      ["Second", "New boards on"],
    ]);
  });

  it("changes one of ours: other minutes, and only steps that can be left out", async () => {
    const { user, of } = show(<JobPage code="new" refines="bearing-repack" />, {
      ...answers([], tried()),
      "PUT /settings/jobs/refined-bearing-repack": { jobs: [], openings: [] },
    });
    await user.type(await screen.findByLabelText("What is different"), "Quicker");
    await user.type(screen.getByLabelText("Your minutes: Pack both bearings"), "9");
    await user.tab();
    const out = screen.getAllByRole("checkbox", { name: "done here" });
    expect(out).toHaveLength(1);
    await user.click(out[0] as HTMLElement);
    await user.click(screen.getByRole("button", { name: "Keep it" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    const sent = of("PUT")[0]?.body as Job;
    expect([sent.refines, sent.minutes, sent.leftOut]).toEqual([
      "bearing-repack",
      { "bearing-repack/pack": 9 },
      ["bearing-repack/dry"],
    ]);
  });

  it("stands in a list with what it is, and a file is looked at before it is taken in", async () => {
    const entry = { code: "own-x", name: "Keel pads", isOpening: false, state: "new" as const, why: "" };
    const { user, of } = show(<JobsPage />, {
      ...answers([BOARDS, { ...BOARDS, code: "own-gone", name: "Gone", retired: true }], tried()),
      "POST /settings/jobs/file": { applied: false, entries: [entry] },
    });
    await screen.findByText("Bunk boards renewed");
    expect(screen.queryByText("Gone")).toBeNull();
    const file = new File(["{}"], "jobs.json", { type: "application/json" });
    await user.upload(document.querySelector("input[type=file]") as HTMLInputElement, file);
    expect(await screen.findByText("new: taken in")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Take them in" }));
    await waitFor(() => expect(of("POST").filter((r) => r.path.includes("/file"))).toHaveLength(2));
  });

  it("has a code of letters, digits and hyphens that nobody else has", () => {
    expect(codeOf("Keel pads, 3/8 in — Ölbad", [])).toBe("own-keel-pads-3-8-in-olbad");
    expect(codeOf("…", ["own-work", "own-work-2"])).toBe("own-work-3");
  });
});
