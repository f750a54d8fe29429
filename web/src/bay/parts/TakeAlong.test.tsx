// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { need, state, step, visit } from "../../tests/facts";
import { show } from "../../tests/screen";
import { TakeAlong } from "./TakeAlong";

const SEALS = ["grease seal 1.719 × 2.565", "grease seal 2.250 × 3.376"];
const STEPS = [
  step({ key: "a", parts: [need({ quantity: 2 })] }),
  step({ key: "b", parts: [need({ name: "grease seal", code: undefined, oneOf: SEALS })] }),
];
const line = (name: string, with_: object) => ({
  name,
  bin: null,
  quantity: 2,
  missing: 0,
  kept: true,
  ...with_,
});
const take = async (taken: string[] = [], lines: object[] = []) => {
  const onState = vi.fn();
  const shown = show(<TakeAlong visit={visit(STEPS, { state: state({ taken }) })} onState={onState} />, {
    "GET /shelf/kits/": { lines },
    "GET /settings/parts": [{ code: "SEAL-1719-2565", name: SEALS[0] }],
    "PUT /taken": state({ taken: ["cotter pin"] }),
  });
  return { ...shown, onState };
};
const typed = () => screen.getByLabelText("Scan or type a part");

describe("the parts to take along", () => {
  it("counts what is taken and says where it lies and what is short", async () => {
    await take(
      ["cotter pin"],
      [line("cotter pin", { bin: "B4" }), line(SEALS[0] ?? "", { bin: "C1", missing: 1 })],
    );
    await screen.findByText("To take: 1 of 2");
    await screen.findByText(/1 short/);
    expect(screen.getByRole("note").textContent).toContain(`1 of 2 ${SEALS[0]}`);
    expect(screen.getByText("B4")).toBeTruthy();
    expect(screen.getByText("C1")).toBeTruthy();
  });

  it("takes by a tick", async () => {
    const { user, of, onState } = await take();
    await user.click(screen.getByRole("checkbox", { name: /cotter pin/ }));
    await waitFor(() => expect(onState).toHaveBeenCalled());
    expect(of("PUT")[0]?.body).toEqual({ name: "cotter pin", taken: true });
  });

  it("takes what a scanner types, the code of one of several too, and never what no step asks for", async () => {
    const { user, of, queries } = await take();
    await waitFor(() => expect(queries.getQueryData(["parts"])).toBeTruthy());
    await user.type(typed(), "seal-1719-2565{Enter}");
    await waitFor(() => expect(of("PUT")[0]?.body).toEqual({ name: "grease seal", taken: true }));
    expect(typed()).toHaveProperty("value", "");
    await user.type(typed(), "HUB-6{Enter}");
    expect(of("PUT")).toHaveLength(1);
    expect(typed()).toHaveProperty("value", "HUB-6");
  });
});
