// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { finding, judgement, state, visit } from "../../tests/facts";
import { refused, show, withNotes } from "../../tests/screen";
import { Found } from "./Found";

const with_ = (findings: Schemas["FindingAnswer"][], more: Partial<Schemas["VisitState"]> = {}) =>
  visit([], { state: state({ findings, ...more }) });
const sound = (n: number) =>
  Array.from({ length: n }, (_, i) =>
    finding({ id: `s${i}`, seen: `Sound ${i}`, judgement: judgement("sound") }),
  );

describe("what was found in a visit", () => {
  it("is nothing while nothing was found", () => {
    expect(show(<Found visit={with_([])} onState={vi.fn()} />).container.textContent).toBe("");
  });

  it("says what it sets off until it is mended, and is mended in somebody's words", async () => {
    const onState = vi.fn();
    const now = state();
    const { user, of } = show(<Found visit={with_([finding()])} onState={onState} />, { "PUT /mended": now });
    expect(screen.getByText("→ look at its pair")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "mended in this visit" }));
    expect(screen.getByRole("textbox")).toHaveProperty("value", "Renewed");
    await user.clear(screen.getByRole("textbox"));
    expect(screen.getByRole("button", { name: "Mended" })).toHaveProperty("disabled", true);
    await user.type(screen.getByRole("textbox"), "pressed in a new one{Enter}");
    await waitFor(() =>
      expect(onState).toHaveBeenCalledWith(now, expect.anything(), undefined, expect.anything()),
    );
    expect(of("PUT")[0]?.body).toEqual({ how: "pressed in a new one" });
    expect(of("PUT")[0]?.path).toBe("/api/bay/visits/visit-1/findings/finding-1/mended");
  });

  it("can be not mended after all, and taken back by its name", async () => {
    const { user, of } = show(<Found visit={with_([finding({ mended: "Renewed" })])} onState={vi.fn()} />, {
      "PUT /mended": state(),
      "DELETE /findings/": state(),
    });
    expect(screen.queryByText("→ look at its pair")).toBeNull();
    await user.click(screen.getByRole("button", { name: "not mended after all" }));
    await waitFor(() => expect(of("PUT")[0]?.body).toEqual({ how: null }));
    await user.click(screen.getByRole("button", { name: "Take back the finding Torn lip" }));
    await waitFor(() => expect(of("DELETE")).toHaveLength(1));
  });

  it("is put back whole when it was taken back by mistake, or not at all", async () => {
    const replies = { "DELETE /findings/": state(), "PUT /findings/": state() };
    const back = async (one: Partial<Schemas["FindingAnswer"]>) => {
      const shown = show(withNotes(<Found visit={with_([finding(one)])} onState={vi.fn()} />), replies);
      await shown.user.click(screen.getByRole("button", { name: "Take back the finding Torn lip" }));
      await screen.findByText(/^Taken back: Torn lip/);
      return shown;
    };
    const { user, of, unmount } = await back({ note: "as at the other side" });
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() => expect(of("PUT")).toHaveLength(1));
    expect(of("PUT")[0]?.body).toMatchObject({ note: "as at the other side", ruleCode: finding().ruleCode });
    expect(of("PUT")[0]?.path).not.toContain("finding-1");
    unmount();
    await back({ damage: "abrasive wear" });
    expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
  });

  it("is only read once the visit is closed", () => {
    show(<Found visit={with_([finding()], { closedAt: "2026-06-10T12:00:00+00:00" })} onState={vi.fn()} />);
    expect(screen.getByText(/Torn lip/)).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("counts what is sound when a round has written dozens, and lists every fault", () => {
    show(<Found visit={with_([...sound(9), finding()])} onState={vi.fn()} />);
    expect(screen.getByText(/9 looks found nothing/)).toBeTruthy();
    expect(screen.getByText(/Torn lip/)).toBeTruthy();
    expect(screen.queryByText(/Sound 1,/)).toBeNull();
  });

  it("tells the inner from the outer one, the class of damage and the note", () => {
    const damaged = finding({ which: "inner", damage: "spalling", note: "at six o'clock" });
    show(<Found visit={with_([damaged])} onState={vi.fn()} />);
    expect(screen.getByText(/inner one, axle 1 left/)).toBeTruthy();
    expect(screen.getByText(/spalling \(ISO 15243\)/)).toBeTruthy();
    expect(screen.getByText("at six o'clock")).toBeTruthy();
  });

  it("stays as it stands when the shop refuses to take it back", async () => {
    const onState = vi.fn();
    const { user } = show(<Found visit={with_([finding()])} onState={onState} />, {
      "DELETE /findings/": refused(409, "The visit is closed."),
    });
    await user.click(screen.getByRole("button", { name: /Take back/ }));
    expect((await screen.findByRole("alert")).textContent).toBe("The visit is closed.");
    expect(onState).not.toHaveBeenCalled();
    expect(screen.getByText(/Torn lip/)).toBeTruthy();
  });
});
