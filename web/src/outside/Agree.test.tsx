// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { refused, show } from "../tests/screen";
import Agree from "./Agree";
import { extra, total } from "./chosen";

const of = (likely: number) => ({ low: likely - 10, likely, high: likely + 20 });

const ASKED: Schemas["CustomersPage"] = {
  shop: "Millrace Trailer Works",
  currency: "USD",
  trailer: "P-07, Stage wagon",
  customer: "Lanternfold",
  state: "open",
  note: "",
  when: "while it is here",
  already: "Bearing repack, axle 1 left",
  lines: [
    { key: "a", what: "Shoes renewed", why: "Soaked.", verdict: "hold", pictures: ["p1"], agreed: null },
    { key: "b", what: "Seal renewed", why: "", verdict: null, pictures: [], agreed: null },
  ],
  totals: [of(100), of(180), of(140), of(200)],
  unpriced: [],
  questions: [],
  mayAsk: true,
  until: "2026-06-24",
  answeredAt: null,
  answeredBy: "",
  trouble: "",
};

const READ = "GET /outside/approvals/k";

describe("the page behind a customer's link", () => {
  it("adds up what is chosen together, and sends the word on each line with a name", async () => {
    const { user, of: asked } = show(<Agree secret="k" />, {
      "PUT /answer": () => ({
        ...ASKED,
        state: "answered",
        answeredBy: "Wanda Orrin",
        lines: ASKED.lines.map((l) => ({ ...l, agreed: l.key === "b" })),
      }),
      [READ]: () => ASKED,
    });
    const send = await screen.findByRole("button", { name: "Send my answer" });
    expect(send.hasAttribute("disabled")).toBe(true);
    expect(screen.getByRole("img").getAttribute("src")).toBe("/api/outside/approvals/k/pictures/p1");
    const [shoes, seal] = screen.getAllByRole("radiogroup");
    await user.click(within(shoes as HTMLElement).getByRole("radio", { name: "No, not now" }));
    expect(screen.getByRole("note").textContent).toMatch(/stays on Hold/);
    await user.click(within(seal as HTMLElement).getByRole("radio", { name: "Yes, do it" }));
    expect(screen.getByText("$130 to $160")).toBeTruthy();
    await user.type(screen.getByLabelText("Your name"), "Wanda Orrin");
    await user.click(send);
    expect(asked("PUT", "answer")[0]?.body).toEqual({ agreed: ["b"], name: "Wanda Orrin" });
    expect(await screen.findByText(/Answered by Wanda Orrin/)).toBeTruthy();
    expect(screen.getByText("No: Shoes renewed")).toBeTruthy();
  });

  it("asks a question, and says why an answer is not taken any more", async () => {
    const { user, of: asked } = show(<Agree secret="k" />, {
      "PUT /questions": () => ({
        ...ASKED,
        questions: [{ id: "q", at: "2026-06-10T10:00:00Z", name: "Wanda", text: "Till May?", reply: null }],
      }),
      "PUT /answer": () => refused(409, "The shop has withdrawn this: it need not be answered any more."),
      [READ]: () => ASKED,
    });
    await user.click(await screen.findByRole("button", { name: "I have a question first" }));
    await user.type(screen.getByLabelText("Your question"), "Till May?");
    await user.type(screen.getByLabelText("Your name, for the question"), "Wanda");
    await user.click(screen.getByRole("button", { name: "Ask it" }));
    expect(await screen.findByText(/has not replied yet/)).toBeTruthy();
    expect(asked("PUT", "questions")[0]?.body).toEqual({ text: "Till May?", name: "Wanda" });
    for (const radio of screen.getAllByRole("radio", { name: "Yes, do it" })) await user.click(radio);
    await user.type(screen.getByLabelText("Your name"), "Wanda");
    await user.click(screen.getByRole("button", { name: "Send my answer" }));
    expect(await screen.findByText(/has withdrawn this/)).toBeTruthy();
  });

  it("never tells a part at more than all of it, whatever is chosen", () => {
    expect(total(ASKED, { a: "yes", b: "yes" }).likely).toBe(200);
    expect(total(ASKED, {}).likely).toBe(100);
    expect(extra(ASKED, 0)).toEqual({ low: 80, likely: 80, high: 80 });
  });
});
