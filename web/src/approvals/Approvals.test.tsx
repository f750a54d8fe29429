// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { show } from "../tests/screen";
import Approvals from "./Approvals";

const LINE: Schemas["ApprovalLineAnswer"] = {
  key: "a",
  what: "Shoes renewed, axle 1",
  why: "Soaked with grease.",
  verdict: "renew",
  jobs: [{ job: "shoes-and-magnet", place: "axle-1-left-brake" }],
  findingId: "f",
  extra: { low: 80, likely: 90, high: 110 },
  agreed: null,
};

const NOW: Schemas["ApprovalsAnswer"] = {
  approvals: [],
  proposed: [LINE],
  agreed: null,
  comesTo: { low: 100, likely: 120, high: 140 },
  limit: null,
  asksAgain: false,
  words: "It comes to 100 to 140; no price was told to the customer.",
  mail: "puppets@customers.example",
  phone: "555 0101",
  canMail: true,
};

const ASKED: Schemas["ApprovalAnswer"] = {
  id: "x",
  visitId: "v",
  bookingId: null,
  state: "open",
  at: "2026-06-10T09:00:00Z",
  by: "Ines Marrow",
  note: "",
  when: "while it is here",
  lines: [LINE],
  total: { low: 180, likely: 210, high: 250 },
  unpriced: [],
  expiresAt: "2026-06-24T09:00:00Z",
  mailedTo: "",
  mailSentAt: null,
  mailFailed: null,
  questions: [],
  answeredAt: null,
  answeredBy: "",
  toldTo: null,
  trouble: "",
  address: "http://shop.example/agree/k",
  message: "Please look: http://shop.example/agree/k",
};

const ME = { me: { id: "p", name: "Ines", rights: ["see", "offer"] } };

describe("what a customer is asked", () => {
  it("asks with one touch what was found, and tells the address once", async () => {
    const { user, of } = show(<Approvals of={{ visit: "v" }} />, {
      "GET /access": () => ME,
      "PUT /approvals": () => ({ ...NOW, approvals: [ASKED], proposed: [] }),
      "GET /approvals": () => NOW,
    });
    await user.click(await screen.findByRole("button", { name: "Ask the customer" }));
    expect(of("PUT", "approvals")[0]?.body).toEqual({
      visitId: "v",
      bookingId: null,
      lines: [{ jobs: LINE.jobs, why: LINE.why, findingId: "f" }],
      note: "",
      mailTo: "puppets@customers.example",
      waits: true,
    });
    expect(await screen.findByDisplayValue("http://shop.example/agree/k")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Copy a message for the phone" })).toBeTruthy();
  });

  it("writes down what was said on the telephone, line by line", async () => {
    const { user, of } = show(<Approvals of={{ visit: "v" }} />, {
      "GET /access": () => ME,
      "PUT /answer": () => ({
        ...NOW,
        proposed: [],
        approvals: [
          {
            ...ASKED,
            state: "answered",
            answeredAt: "2026-06-10T10:00:00Z",
            answeredBy: "Wanda",
            toldTo: "Ines Marrow",
            lines: [{ ...LINE, agreed: false }],
          },
        ],
      }),
      "GET /approvals": () => ({ ...NOW, proposed: [], approvals: [ASKED] }),
    });
    await user.click(await screen.findByRole("button", { name: "They said it to us" }));
    await user.click(screen.getByRole("checkbox", { name: "Shoes renewed, axle 1" }));
    await user.type(screen.getByLabelText("Who said it"), "Wanda");
    await user.click(screen.getByRole("button", { name: "They declined it" }));
    expect(of("PUT", "answer")[0]?.body).toEqual({ agreed: [], name: "Wanda" });
    expect(await screen.findByText(/said to Ines Marrow/)).toBeTruthy();
  });
});
