// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Answered, show } from "../tests/screen";
import StockPage from "./StockPage";

const row = (n: number, with_: object = {}) => ({
  code: `PART-${n}`,
  name: `Part ${n}`,
  bin: `A${n}`,
  unit: "piece",
  kind: "Seals",
  onHand: 4,
  promised: 1,
  free: 3,
  missing: 0,
  onOrder: 0,
  ...with_,
});
const TEN = Array.from({ length: 10 }, (_, i) => row(i, i === 3 ? { name: "Grease seal", missing: 2 } : {}));
const scan = () => screen.getByLabelText(/Scan or type a part’s code/);

describe("the shelf", () => {
  it("is not called empty while nobody knows it yet, and is when it is", async () => {
    const first = show(<StockPage />);
    expect(screen.queryByText(/Nothing is kept here yet/)).toBeNull();
    expect(screen.getByRole("main").getAttribute("aria-busy")).toBe("true");
    first.unmount();
    show(<StockPage />, { "GET /shelf/stock": [] });
    await screen.findByText(/Nothing is kept here yet/);
  });

  it("is found in by any of its words, and says when nothing is called that", async () => {
    const { user } = show(<StockPage />, { "GET /shelf/stock": TEN });
    await user.type(await screen.findByLabelText("Find"), "seal a3");
    expect(screen.getAllByText(/there/)).toHaveLength(1);
    expect(screen.getByText(/2 missing/)).toBeTruthy();
    await user.type(screen.getByLabelText("Find"), "x");
    expect(screen.getByText("Nothing on the shelf is called that.")).toBeTruthy();
  });

  it("opens what a scanner types when it means one part", async () => {
    const { user, of } = show(<StockPage />, {
      "GET /shelf/stock/": new Promise(() => undefined),
      "GET /shelf/stock": TEN,
      "GET /shelf/codes": [{ code: "PART-3", name: "Grease seal", bin: "A3" }],
    });
    await user.type(scan(), "part-3{Enter}");
    await waitFor(() => expect(of("GET", "/shelf/stock/PART-3")).toHaveLength(1));
    expect(scan()).toHaveProperty("value", "");
  });

  it("asks which one when it may mean two, says so when it means none, and when nobody answers", async () => {
    let answer: unknown = [
      { code: "PART-3", name: "Grease seal", bin: "A3" },
      { code: "PART-4", name: "Grease seal, double lip", bin: "A4" },
    ];
    const { user } = show(<StockPage />, { "GET /shelf/stock": TEN, "GET /shelf/codes": () => answer });
    await user.type(scan(), "seal{Enter}");
    await screen.findByText("“seal” could be 2 parts: pick one.");
    await screen.findByRole("button", { name: "A4 Grease seal, double lip" });
    answer = [];
    await user.type(scan(), "x{Enter}");
    await screen.findByText(/No part here has the code or name “sealx”/);
    answer = new Answered(503, { status: 503, detail: "The shop’s file is busy.", errors: [] });
    await user.type(scan(), "y{Enter}");
    await screen.findByText(/The shop’s file is busy/);
    expect(scan()).toHaveProperty("value", "sealxy");
  });
});
