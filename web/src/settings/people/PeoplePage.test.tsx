// @vitest-environment happy-dom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { refused, show } from "../../tests/screen";
import OwnPage from "./OwnPage";
import PeoplePage from "./PeoplePage";

const person = (id: string, name: string, roles: Schemas["Role"][]): Schemas["PersonAnswer"] => ({
  id,
  name,
  active: true,
  roles,
  skills: [],
  qualification: null,
});
const house = {
  name: "Quillmere",
  people: [person("a", "Ines Marrow", ["owner", "inspector"]), person("b", "Odd Varley", ["technician"])],
};
const access = (...rights: Schemas["Right"][]) => ({
  needsOwner: false,
  shop: "Quillmere",
  device: null,
  people: [],
  me: { id: "a", name: "Ines Marrow", roles: ["owner"], rights, hasPin: false, passkeys: 0, codes: 3 },
});
const session = {
  id: "s",
  person: "Odd Varley",
  where: "Bay 1",
  by: "pin",
  at: "2026-06-10T09:00:00+00:00",
  seenAt: "2026-06-10T09:30:00+00:00",
  isThis: false,
};

describe("the people", () => {
  it("adds somebody with roles, and shows the code they come in by, once", async () => {
    const { user, of } = show(<PeoplePage />, {
      "GET /settings/shop": house,
      "GET /api/access/sessions": [session],
      "GET /api/access/devices": [],
      "GET /api/access": access("see", "people"),
      "PUT /settings/people": house,
      "POST /code": { codes: ["abcd-efgh-ijkm-npqr-stuv"] },
    });
    await user.type(await screen.findByLabelText("Name"), "Wil Tarn");
    const group = screen.getByRole("group", { name: "What they are in the shop" });
    await user.click(within(group).getByRole("checkbox", { name: /Apprentice/ }));
    await user.click(within(group).getByRole("checkbox", { name: /Technician/ }));
    await user.click(screen.getByRole("button", { name: "Add" }));
    await screen.findByText("abcd-efgh-ijkm-npqr-stuv");
    const put = of("PUT", "people")[0];
    expect(put?.body).toEqual({
      name: "Wil Tarn",
      active: true,
      qualification: null,
      roles: ["apprentice"],
      skills: [],
    });
    expect(of("POST", "code")[0]?.path).toContain(put?.path.split("/").at(-1));
  });

  it("puts on file by what somebody may inspect, and says where nothing is", async () => {
    const { user, of } = show(<PeoplePage />, {
      "GET /settings/shop": house,
      "GET /api/access/sessions": [session],
      "GET /api/access/devices": [],
      "GET /api/access": access("see", "people"),
      "PUT /settings/people": {
        ...house,
        people: house.people.map((p) => ({
          ...p,
          qualification:
            p.id === "a"
              ? {
                  by: "programme",
                  evidence: "course of 2024",
                  since: "2026-06-10",
                  inWords: "training: course of 2024",
                }
              : null,
        })),
      },
    });
    expect(await screen.findByText(/Nothing on file shows/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Edit Odd Varley" }));
    expect(screen.queryByLabelText(/What shows it/)).toBeNull();
    await user.click(screen.getByRole("button", { name: "Leave it" }));
    await user.click(screen.getByRole("button", { name: "Edit Ines Marrow" }));
    await user.type(screen.getByLabelText(/What shows it/), "course of 2024");
    await user.click(screen.getByRole("button", { name: "Save" }));
    expect(await screen.findByText(/Qualified by training: course of 2024/)).toBeTruthy();
    expect(screen.queryByText(/Nothing on file shows/)).toBeNull();
    expect(of("PUT", "people")[0]?.body.qualification).toEqual({
      by: "experience",
      evidence: "course of 2024",
    });
  });

  it("edits nobody for those who may not, and ends a session", async () => {
    const { user, of } = show(<PeoplePage />, {
      "GET /settings/shop": house,
      "GET /api/access/sessions": [session],
      "GET /api/access": access("see"),
      "DELETE /api/access/sessions": [],
    });
    await screen.findByText("Owner, inspector");
    await screen.findByText("Bay 1");
    expect(screen.queryByText("Somebody new")).toBeNull();
    expect(screen.queryByRole("button", { name: "Edit Odd Varley" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "End Odd Varley, Bay 1" }));
    expect(of("DELETE")).toHaveLength(1);
  });

  it("says at its field what of an edit was refused", async () => {
    const { user } = show(<PeoplePage />, {
      "GET /settings/shop": house,
      "GET /api/access/sessions": [],
      "GET /api/access": access("see", "people"),
      "PUT /settings/people": refused(409, "There is a Ines Marrow already.", "/name"),
    });
    await user.click(await screen.findByRole("button", { name: "Edit Odd Varley" }));
    await user.click(screen.getByRole("button", { name: "Save" }));
    await screen.findByText("There is a Ines Marrow already.");
  });
});

describe("one's own access", () => {
  it("makes codes for a bad day with the secret, and sets a PIN", async () => {
    const { user, of } = show(<OwnPage />, {
      "GET /api/access/sessions": [],
      "GET /api/access": access("see"),
      "POST /own/codes": { codes: ["aaaa-bbbb", "cccc-dddd"] },
      "PUT /own/pin": refused(422, "This PIN is tried first by whoever guesses: take another.", "/pin"),
    });
    await screen.findByText(/You have 3 left/);
    const [pinSecret, codesSecret] = screen.getAllByLabelText("Your secret");
    if (!pinSecret || !codesSecret) throw new Error("Two secrets are asked for.");
    await user.type(codesSecret, "three wet lanterns{Enter}");
    await screen.findByText("cccc-dddd");
    expect(of("POST", "codes")[0]?.body).toEqual({ secret: "three wet lanterns" });
    await user.type(screen.getByLabelText("New PIN"), "1234");
    await user.type(pinSecret, "three wet lanterns{Enter}");
    await screen.findByText(/tried first by whoever guesses/);
    expect(of("PUT", "pin")[0]?.body).toEqual({ secret: "three wet lanterns", pin: "1234" });
  });
});
