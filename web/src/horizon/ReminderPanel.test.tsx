// @vitest-environment happy-dom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { refused, show } from "../tests/screen";
import { ReminderPanel } from "./ReminderPanel";

const words = (with_: Partial<Schemas["ReminderAnswer"]> = {}): Schemas["ReminderAnswer"] => ({
  to: "puppets@customers.example",
  subject: "P-07",
  body: "It is due for its bearing repack.",
  sent: [],
  canSend: true,
  ...with_,
});
const AT = "2026-06-10T09:00:00+00:00";

describe("a reminder", () => {
  it("is written only when somebody asks for it, and its words can be changed before it goes", async () => {
    const sent = words({
      sent: [
        {
          at: AT,
          to: "puppets@customers.example",
          by: "Ines Marrow",
          failed: null,
          sentAt: AT,
          nextAt: null,
        },
      ],
    });
    const { user, asked, of } = show(<ReminderPanel booking="booking-1" />, {
      "GET /reminder": words(),
      "PUT /reminders/": sent,
    });
    expect(asked).toHaveLength(0);
    const opener = screen.getByRole("button", { name: "Remind the customer" });
    expect(opener.getAttribute("aria-expanded")).toBe("false");
    await user.click(opener);
    const body = await screen.findByRole("textbox", { name: "Words" });
    await user.clear(body);
    await user.type(body, "Please bring it on Friday.");
    await user.click(screen.getByRole("button", { name: "Send it" }));
    await screen.findByText(/Sent to puppets@customers.example .* by Ines Marrow/);
    expect(of("PUT")[0]?.body).toEqual({
      to: "puppets@customers.example",
      subject: "P-07",
      body: "Please bring it on Friday.",
    });
  });

  it("keeps the words, tells the field, and tries again under the same id", async () => {
    let tries = 0;
    const { user, of } = show(<ReminderPanel booking="booking-1" />, {
      "GET /reminder": words({ to: "puppets" }),
      "PUT /reminders/": () => (++tries === 1 ? refused(422, "This is no mail address.", "/to") : words()),
    });
    await user.click(screen.getByRole("button", { name: "Remind the customer" }));
    const to = await screen.findByRole("textbox", { name: "To" });
    await user.click(screen.getByRole("button", { name: "Send it" }));
    await screen.findByText("This is no mail address.");
    expect(to.getAttribute("aria-invalid")).toBe("true");
    await user.type(to, "@customers.example{Enter}");
    await waitFor(() => expect(of("PUT")).toHaveLength(2));
    expect(new Set(of("PUT").map((p) => p.path)).size).toBe(1);
  });

  it("says why one did not go, and that the shop has no mail", async () => {
    const by = { at: AT, to: "x@y.example", by: "Ines Marrow" };
    const { user } = show(<ReminderPanel booking="booking-1" />, {
      "GET /reminder": words({
        canSend: false,
        sent: [
          { ...by, failed: "The mail service did not answer.", sentAt: null, nextAt: null },
          { ...by, failed: "The mail service is busy.", sentAt: null, nextAt: "2026-06-10T09:31:00+00:00" },
          { ...by, failed: null, sentAt: null, nextAt: AT },
        ],
      }),
    });
    await user.click(screen.getByRole("button", { name: "Remind the customer" }));
    await screen.findByText(/Not sent .*: The mail service did not answer\./);
    expect(screen.getByText(/The mail service is busy\. Tried again by itself at /)).toBeTruthy();
    expect(screen.getByText("On its way to x@y.example, by Ines Marrow.")).toBeTruthy();
    expect(screen.getByText(/no mail service/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Send it" })).toHaveProperty("disabled", true);
  });

  it("says so where there is no such visit any more", async () => {
    const { user } = show(<ReminderPanel booking="gone" />, {
      "GET /reminder": refused(404, "There is no such accepted visit."),
    });
    await user.click(screen.getByRole("button", { name: "Remind the customer" }));
    expect((await screen.findByRole("alert")).textContent).toBe("There is no such accepted visit.");
  });
});
