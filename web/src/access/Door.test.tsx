// @vitest-environment happy-dom
import { useQuery } from "@tanstack/react-query";
import { screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { answer, type Schemas, shop } from "../api/client";
import { openDoor, shutDoor } from "../api/door";
import { setWorker } from "../api/worker";
import { Answered, refused, show } from "../tests/screen";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Door } from "./Door";

const INES = "01900000-0000-7000-8000-00000000000a";
const ODD = "01900000-0000-7000-8000-00000000000b";

const me = (id: string, name: string): Schemas["MeAnswer"] => ({
  id,
  name,
  roles: ["technician"],
  rights: ["see", "work"],
  hasPin: true,
  passkeys: 0,
  codes: 0,
});
const door = (with_: Partial<Schemas["AccessAnswer"]> = {}): Schemas["AccessAnswer"] => ({
  needsOwner: false,
  shop: "",
  me: null,
  device: null,
  people: [],
  ...with_,
});
const tablet = door({
  shop: "Quillmere",
  device: { id: INES, name: "Bay 1", idleMinutes: 5 },
  people: [
    { id: INES, name: "Ines Marrow", hasPin: true },
    { id: ODD, name: "Odd Varley", hasPin: false },
  ],
});

function Bay() {
  const visits = useQuery({ queryKey: ["visits"], queryFn: () => answer(shop.GET("/api/bay/visits")) });
  const form = useForm({
    start: { name: "" },
    send: ({ name }, id) =>
      answer(
        shop.PUT("/api/yard/customers/{id}", {
          params: { path: { id } },
          body: { name, phone: "", mail: "", note: "", version: 0 },
        }),
      ),
  });
  return (
    <Form of={form}>
      <p>{visits.data ? "the bay" : "on its way"}</p>
      <TextField label="Remark" value={form.edit.name} onChange={(name) => form.change({ name })} />
      <Button type="submit">Save it</Button>
      <FormProblem of={form} />
      {form.saved && <p>it is saved</p>}
    </Form>
  );
}

const bay = (
  <Door>
    <Bay />
  </Door>
);

describe("the door", () => {
  afterEach(() => {
    openDoor();
    setWorker(null);
  });

  it("asks who somebody is, says that it was wrong, and lets what waited go on", async () => {
    let inside = false;
    const { user, of } = show(bay, {
      "GET /api/access": door(),
      "GET /bay/visits": () => (inside ? [] : refused(401, "Sign in first.")),
      "POST /access/sign-in": ({ body }: { body: Schemas["SecretDraft"] }) => {
        inside = body.secret === "three wet lanterns";
        return inside
          ? door({ me: me(INES, "Ines Marrow") })
          : refused(422, "The name or the secret is not right.", "/secret");
      },
    });
    await user.type(await screen.findByLabelText("Name"), "Ines Marrow");
    await user.type(screen.getByLabelText("Secret"), "wrong");
    await user.keyboard("{Enter}");
    await screen.findByText("The name or the secret is not right.");
    await user.clear(screen.getByLabelText("Secret"));
    await user.type(screen.getByLabelText("Secret"), "three wet lanterns");
    await user.keyboard("{Enter}");
    await screen.findByText("the bay");
    expect(screen.queryByLabelText("Secret")).toBeNull();
    expect(of("POST", "sign-in")).toHaveLength(2);
  });

  it("keeps what is typed while somebody is out, and sends the write that found it shut", async () => {
    let inside = true;
    const { user, of } = show(bay, {
      "GET /api/access": () => door(inside ? { me: me(INES, "Ines Marrow") } : {}),
      "GET /bay/visits": [],
      "PUT /yard/customers": () => (inside ? { version: 1 } : refused(401, "Sign in first.")),
      "POST /access/sign-in": () => {
        inside = true;
        return door({ me: me(INES, "Ines Marrow") });
      },
    });
    await user.type(await screen.findByLabelText("Remark"), "half a sen");
    inside = false;
    await user.click(screen.getByRole("button", { name: "Save it" }));
    await user.type(await screen.findByLabelText("Name"), "Ines Marrow");
    await user.type(screen.getByLabelText("Secret"), "three wet lanterns{Enter}");
    await screen.findByText("it is saved");
    const sent = of("PUT");
    expect(sent).toHaveLength(2);
    expect(sent[0]?.path).toBe(sent[1]?.path);
    expect(screen.getByLabelText<HTMLInputElement>("Remark").value).toBe("half a sen");
  });

  it("lets people switch on a tablet by a name and a PIN, and by the secret who has none", async () => {
    const { user, of } = show(bay, {
      "GET /api/access": tablet,
      "GET /bay/visits": [],
      "POST /access/pin": ({ body }: { body: Schemas["PinDraft"] }) =>
        body.pin === "7305"
          ? { ...tablet, me: me(INES, "Ines Marrow") }
          : refused(422, "This PIN is not right.", "/pin"),
    });
    await screen.findByRole("heading", { name: /Quillmere/ });
    await user.click(screen.getByRole("button", { name: "Odd Varley" }));
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Odd Varley");
    await user.click(screen.getByRole("button", { name: "Somebody else" }));
    await user.click(screen.getByRole("button", { name: "Ines Marrow" }));
    const touch = async (figures: string) => {
      for (const figure of figures) await user.click(screen.getByRole("button", { name: figure }));
      await user.click(screen.getByRole("button", { name: "Come in" }));
    };
    await touch("7306");
    await screen.findByText("This PIN is not right.");
    await touch("7305");
    await screen.findByText("the bay");
    await waitFor(() => expect(screen.queryByRole("button", { name: "Come in" })).toBeNull());
    expect(of("POST", "pin").map((a) => a.body)).toEqual([
      { personId: INES, pin: "7306" },
      { personId: INES, pin: "7305" },
    ]);
  });

  it("stays shut after somebody has left, whatever the server still believes", async () => {
    show(bay, {
      "GET /api/access": { ...tablet, me: me(INES, "Ines Marrow") },
      "GET /bay/visits": [],
    });
    await screen.findByText("the bay");
    shutDoor(true);
    await screen.findByRole("button", { name: "Ines Marrow" });
    await new Promise((go) => setTimeout(go, 50));
    expect(screen.getByRole("button", { name: "Ines Marrow" })).toBeTruthy();
  });

  it("asks for the secret where something is signed, and sends it again", async () => {
    let signed = false;
    const wanted = new Answered(403, { type: "urn:sturdy-tinker:secret-wanted", detail: "Sign it." });
    const { user, of } = show(bay, {
      "GET /api/access": door({ me: me(INES, "Ines Marrow") }),
      "GET /bay/visits": [],
      "PUT /yard/customers": () => (signed ? { version: 1 } : wanted),
      "POST /access/confirm": ({ body }: { body: Schemas["ConfirmDraft"] }) => {
        signed = body.secret === "three wet lanterns";
        return signed ? new Answered(200, {}) : refused(422, "This is not your secret.", "/secret");
      },
    });
    await user.type(await screen.findByLabelText("Remark"), "the old seal");
    await user.click(screen.getByRole("button", { name: "Save it" }));

    // Not now: it is said, and what is typed stays.
    await user.click(await screen.findByRole("button", { name: "Not now" }));
    await screen.findByText("Sign it.");
    await user.click(screen.getByRole("button", { name: "Save it" }));
    await user.type(await screen.findByLabelText("Your secret"), "wrong{Enter}");
    await screen.findByText("This is not your secret.");
    await user.clear(screen.getByLabelText("Your secret"));
    await user.type(screen.getByLabelText("Your secret"), "three wet lanterns{Enter}");
    await screen.findByText("it is saved");
    const put = of("PUT");
    expect(of("POST", "confirm").map((a) => a.body)).toEqual([
      { secret: "wrong", method: "PUT", path: put[0]?.path },
      { secret: "three wet lanterns", method: "PUT", path: put[0]?.path },
    ]);
    expect(new Set(put.map((a) => a.path)).size).toBe(1);
  });

  it("gives an empty shop to whoever has the code", async () => {
    const { user, of } = show(bay, {
      "GET /api/access": door({ needsOwner: true }),
      "GET /bay/visits": refused(401, "Sign in first."),
      "POST /access/first": refused(422, "This is not the code.", "/code"),
    });
    await user.type(await screen.findByLabelText("Code"), "abcd");
    await user.type(screen.getByLabelText("Your name"), "Ines Marrow");
    await user.type(screen.getByLabelText("Your secret"), "three wet lanterns");
    await user.click(screen.getByRole("checkbox"));
    await user.click(screen.getByRole("button", { name: "It is mine" }));
    await screen.findByText("This is not the code.");
    expect(of("POST", "first")[0]?.body).toEqual({
      code: "abcd",
      name: "Ines Marrow",
      secret: "three wet lanterns",
      inspects: true,
    });
  });
});
