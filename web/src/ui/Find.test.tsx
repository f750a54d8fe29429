// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { refused, show } from "../tests/screen";
import { Find } from "./Find";
import { hits, parted } from "./Finder";

const P07 = { kind: "trailer", id: "t1", title: "P-07", detail: "Stage wagon" } as const;
const SEAL = { kind: "part", id: "SEAL 2", title: "grease seal", detail: "SEAL 2" } as const;

describe("one field for everything", () => {
  it("puts things of the shop before places of the program, and offers the places while nothing is typed", () => {
    expect(hits([], "").length).toBeGreaterThan(8);
    expect(hits([P07], "p-07").map((h) => h.to)).toEqual(["/yard/trailers/t1"]);
    const parts = hits([SEAL], "part");
    expect(parts[0]?.to).toBe("/shelf/stock?part=SEAL%202");
    expect(parts.map((h) => h.to)).toContain("/settings/parts");
  });

  it("does a thing to the trailer that is named after it", () => {
    expect(parted("take in P-07")).toMatchObject({ of: "P-07" });
    expect(parted("Log a trip of  the stage wagon").of).toBe("the stage wagon");
    expect(parted("take into account").deed).toBeUndefined();
    const both = hits([P07, SEAL], "take in P-07");
    expect(both.map((h) => [h.title, h.to])).toEqual([["Take in P-07", "/yard/trailers/t1#take-in"]]);
    expect(hits([P07], "log a trip p-07")[0]?.to).toBe("/yard/trailers/t1?see=road");
    expect(hits([], "take in")).toEqual([]);
  });

  it("opens with Ctrl+K and with a slash, but not with one that is typed into a field", async () => {
    const { user } = show(
      <>
        <Find />
        <input aria-label="Note" />
      </>,
    );
    await user.type(screen.getByLabelText("Note"), "1/2");
    expect(screen.queryByRole("dialog")).toBeNull();
    await user.keyboard("{Control>}k{/Control}");
    await screen.findByRole("dialog", { name: "Find anything" });
    await user.keyboard("{Escape}{Escape}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    (document.activeElement as HTMLElement).blur();
    await user.keyboard("/");
    await screen.findByRole("dialog", { name: "Find anything" });
  });

  it("asks for what is typed, says when nothing answers, and when nobody does", async () => {
    let reply: unknown = [P07];
    const { user, of } = show(<Find />, { "GET /find": () => reply });
    await user.click(screen.getByRole("button", { name: /Find/ }));
    await user.type(screen.getByRole("searchbox"), "p07");
    await screen.findByRole("menuitem", { name: /P-07/ });
    // A slow typist is answered half-way too.
    await waitFor(() => expect(of("GET", "/find").at(-1)?.query.get("typed")).toBe("p07"));
    reply = [];
    await user.type(screen.getByRole("searchbox"), "zz");
    await screen.findByText(/Nothing answers to that/);
    reply = refused(503, "The file is busy.");
    await user.type(screen.getByRole("searchbox"), "z");
    await screen.findByText("The file is busy.");
  });
});
