// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Lines, refused, show } from "../tests/screen";
import Tables from "./Tables";

const row = (line: number, fate: string, with_: object = {}) => ({
  line,
  what: `T-${line}`,
  fate,
  changes: [],
  problems: [],
  ...with_,
});
const ROWS = [
  row(2, "add"),
  row(3, "change", { changes: ["axles: 1 becomes 2"] }),
  row(4, "same"),
  row(5, "refuse", { problems: [{ pointer: "rating_lb", detail: "“heavy” is no weight." }] }),
];
const table = (applied: boolean, rows = ROWS, encoding = "utf-8") =>
  new Lines([
    { done: 2, of: rows.length },
    { done: rows.length, of: rows.length, table: { kind: "trailers", applied, encoding, rows, unknown: [] } },
  ]);
const OURS = { kind: "trailers", ours: true, encoding: "utf-8", rows: 4, found: [], kinds: [], choices: {} };
const csv = new File(["tag,customer,axles,rating_lb\r\n"], "trailers.csv", { type: "text/csv" });
// The button hands on to the browser's own picker, which stands hidden beside it.
const pick = () => {
  const input = document.querySelector<HTMLInputElement>("input[type=file]");
  if (!input) throw new Error("There is nothing to pick a file with.");
  return input;
};

describe("a table that comes in", () => {
  it("says row by row what will happen, and saves nothing before it is told to", async () => {
    const { user, of } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": (asked: { query: URLSearchParams }) =>
        table(asked.query.get("apply") === "true"),
    });
    await user.upload(pick(), csv);
    await screen.findByText("4 trailers: 1 new, 1 changes, 1 stands already, 1 refused");
    expect(screen.getByText("axles: 1 becomes 2")).toBeTruthy();
    expect(screen.getByText("“heavy” is no weight.")).toBeTruthy();
    expect(of("POST", "stream").map((a) => a.query.get("apply"))).toEqual(["false"]);
    await user.click(screen.getByRole("button", { name: "Take in the 2 good rows" }));
    await screen.findByText("Taken in: 1 added, 1 changed, 1 stood already, 1 refused");
    expect(of("POST", "stream").map((a) => a.query.get("apply"))).toEqual(["false", "true"]);
    expect(screen.queryByRole("button", { name: /Take in/ })).toBeNull();
  });

  it("says what it was read as when that had to be guessed", async () => {
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": table(false, ROWS, "windows-1252"),
    });
    await user.upload(pick(), csv);
    await screen.findByText(/read as windows-1252/);
  });

  it("offers nothing to take in where every row stands already or is refused", async () => {
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": table(false, [row(2, "same"), row(3, "refuse")]),
    });
    await user.upload(pick(), csv);
    expect(await screen.findByRole("button", { name: "Nothing to take in" })).toHaveProperty(
      "disabled",
      true,
    );
  });

  it("says what is wrong with a file that is no such table, and forgets it with the next one", async () => {
    let answer: unknown = refused(422, "The heading lacks “tag”.");
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": () => answer,
    });
    await user.upload(pick(), csv);
    await screen.findByText(/The heading lacks “tag”/);
    answer = table(false);
    await user.upload(pick(), new File(["tag"], "other.csv", { type: "text/csv" }));
    await screen.findByText(/4 trailers/);
    await waitFor(() => expect(screen.queryByText(/The heading lacks/)).toBeNull());
  });

  it("counts while it comes in, and can be ended: what was counted stays", async () => {
    let stopped = false;
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": (asked: { query: URLSearchParams; signal: AbortSignal }) => {
        if (asked.query.get("apply") !== "true") return table(false);
        asked.signal.addEventListener("abort", () => (stopped = true));
        return new Lines([{ done: 2, of: 4 }], asked.signal);
      },
    });
    await user.upload(pick(), csv);
    await user.click(await screen.findByRole("button", { name: "Take in the 2 good rows" }));
    await screen.findByRole("progressbar", { name: "Taken in: 2 of 4" });
    await user.click(screen.getByRole("button", { name: "Stop here" }));
    await screen.findByText(/It ended after 2 of 4 rows; those are taken in/);
    expect(stopped).toBe(true);
  });

  it("says what went wrong in the middle, and shows of a long table those refused first", async () => {
    const many = Array.from({ length: 300 }, (_, i) => row(i + 2, i === 299 ? "refuse" : "add"));
    let answer = table(false, many);
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": OURS,
      "POST /ledger/tables/stream": () => answer,
    });
    await user.upload(pick(), csv);
    await screen.findByText("300 trailers: 299 new, 1 refused");
    expect(screen.getAllByRole("row")[1]?.textContent).toContain("T-301");
    expect(screen.getAllByRole("row")).toHaveLength(201);
    await user.click(screen.getByRole("button", { name: "Show more rows" }));
    expect(screen.getAllByRole("row")).toHaveLength(301);
    answer = new Lines([
      { done: 200, of: 300 },
      { done: 200, of: 300, problem: "The file is busy. The first 200 rows are taken in." },
    ]);
    await user.click(screen.getByRole("button", { name: /Take in/ }));
    await screen.findByText("The file is busy. The first 200 rows are taken in.");
  });

  it("asks of somebody else’s table which column is which, and what its words mean", async () => {
    const tables: [string, unknown][] = [];
    const { user } = show(<Tables />, {
      "POST /ledger/tables/look": {
        ...OURS,
        kind: "history",
        ours: false,
        rows: 2,
        found: [
          { heading: "Unit", samples: ["P-07"], dates: null, eitherWay: false },
          { heading: "Date", samples: ["3/4/2025"], dates: "monthFirst", eitherWay: true },
          { heading: "Service", samples: ["RPK"], dates: null, eitherWay: false },
        ],
        kinds: [
          {
            kind: "history",
            columns: [
              { name: "tag", needed: true, guess: "Unit", day: false },
              { name: "on", needed: true, guess: "Date", day: true },
              { name: "job", needed: false, guess: "Service", day: false },
            ],
          },
        ],
        choices: { job: { "bearing-repack": "Bearing repack", shoes: "Shoes" } },
      },
      "POST /ledger/tables/stream": (asked: { query: URLSearchParams }) => {
        const match = JSON.parse(asked.query.get("match") ?? "") as { words: object };
        tables.push([asked.query.get("apply") ?? "", match]);
        const known = Object.keys(match.words).length > 0;
        const rows = [row(2, known ? "add" : "refuse")];
        return new Lines([
          {
            done: 1,
            of: 1,
            table: {
              kind: "history",
              applied: asked.query.get("apply") === "true",
              encoding: "utf-8",
              rows,
              unknown: known ? [] : [{ column: "job", word: "RPK", rows: 1 }],
            },
          },
        ]);
      },
    });
    await user.upload(pick(), csv);
    await screen.findByText(/2 rows, not under our own headings/);
    const go = screen.getByRole("button", { name: "See what would happen" });
    expect(screen.getByText("Still to be said: how its days are written.")).toBeTruthy();
    expect(go.hasAttribute("disabled")).toBe(true);
    await user.click(screen.getByRole("radio", { name: /the month first/ }));
    await user.click(go);
    await screen.findByText("1 rows of past work: 1 refused");
    await user.click(screen.getByRole("button", { name: /“RPK”, in 1 row/ }));
    await user.click(await screen.findByRole("option", { name: "Bearing repack" }));
    await user.click(screen.getByRole("button", { name: "Look again" }));
    await user.click(await screen.findByRole("button", { name: "Take in the 1 good row" }));
    await screen.findByText("Taken in: 1 added");
    const columns = { tag: "Unit", on: "Date", job: "Service" };
    const told = { kind: "history", columns, dates: "monthFirst", from: "trailers.csv" };
    const words = { job: { RPK: "bearing-repack" } };
    expect(tables).toEqual([
      ["false", { ...told, words: {} }],
      ["false", { ...told, words }],
      ["true", { ...told, words }],
    ]);
  });
});
