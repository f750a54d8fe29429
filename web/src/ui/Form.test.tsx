// @vitest-environment happy-dom
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { ShopProblem } from "../api/client";
import { show } from "../tests/screen";
import { Button } from "./Button";
import { TextField } from "./Fields";
import { Form, FormProblem, Saved } from "./Form";
import { Stale } from "./Stale";
import { anyUnsaved } from "./unsaved";
import { useForm } from "./useForm";

interface Trailer {
  tag: string;
  note: string;
  version: number;
}

/** A server that answers when it is told to, and keeps what it was sent. */
function server() {
  const sent: (Trailer & { id: string })[] = [];
  const waiting: { resolve: (now: Trailer) => void; reject: (why: Error) => void }[] = [];
  const settle = async (now: (one: (typeof waiting)[number]) => void) => {
    const one = waiting.shift();
    if (!one) throw new Error("Nothing was sent.");
    await waitFor(() => expect(save()).toHaveProperty("disabled", true));
    now(one);
    await waitFor(() => expect(save()).toHaveProperty("disabled", false));
  };
  return {
    sent,
    send: (edit: Trailer, id: string) => {
      sent.push({ ...edit, id });
      return new Promise<Trailer>((resolve, reject) => waiting.push({ resolve, reject }));
    },
    take: (now: Partial<Trailer> = {}) =>
      settle(({ resolve }) => resolve({ tag: "", note: "", version: 0, ...sent.at(-1), ...now })),
    refuse: (fields: Record<string, string>, current?: Trailer) =>
      settle(({ reject }) =>
        reject(
          new ShopProblem(
            current ? 409 : 400,
            Object.values(fields)[0] ?? "The shop is closed.",
            Object.entries(fields).map(([pointer, detail]) => ({ pointer, detail })),
            current,
          ),
        ),
      ),
  };
}

function Described({ of, now, next }: { of: ReturnType<typeof server>; now: Trailer; next?: boolean }) {
  const form = useForm({ start: now, send: of.send, ...(next && { next }) });
  return (
    <Form of={form}>
      <TextField
        label="Tag"
        value={form.edit.tag}
        onChange={(tag) => form.change({ tag })}
        problem={form.at("/tag")}
      />
      <TextField label="Note" value={form.edit.note} onChange={(note) => form.change({ note })} />
      <Stale of={form} edit={(theirs: Trailer) => theirs} words={(theirs) => theirs.tag} />
      <FormProblem of={form} />
      <Button type="submit" isDisabled={form.pending}>
        Save
      </Button>
      <Saved of={form} />
    </Form>
  );
}

const P07: Trailer = { tag: "P-07", note: "", version: 3 };
const tag = () => screen.getByLabelText("Tag");
const save = () => screen.getByRole("button", { name: "Save" });

async function stand(next?: boolean) {
  const of = server();
  const shown = show(<Described of={of} now={P07} {...(next && { next })} />);
  await shown.user.type(tag(), "b");
  return { ...shown, of };
}

describe("a form", () => {
  it("is sent once however often the button is pressed, and under the same id until it is saved", async () => {
    const { of, user } = await stand();
    await user.dblClick(save());
    await user.click(save());
    expect(of.sent).toHaveLength(1);
    await of.refuse({});
    expect((await screen.findByRole("alert")).textContent).toBe("The shop is closed.");
    await user.click(save());
    await of.take();
    await user.click(save());
    await of.take();
    const [first, retried, other] = of.sent.map((s) => s.id);
    expect(retried).toBe(first);
    expect(other).not.toBe(first);
  });

  it("is sent once by two presses before anything is drawn anew", async () => {
    const { of } = await stand();
    const form = tag().closest("form") as HTMLFormElement;
    act(() => {
      fireEvent.submit(form);
      fireEvent.submit(form);
    });
    await waitFor(() => expect(of.sent.length).toBeGreaterThan(0));
    await of.refuse({});
    expect((await screen.findByRole("alert")).textContent).toBe("The shop is closed.");
    expect(of.sent).toHaveLength(1);
  });

  it("says a refusal at its field, goes there, and takes it back once the field is typed in", async () => {
    const { of, user } = await stand();
    await user.click(save());
    await of.refuse({ "/tag": "P-07b is another trailer." });
    await waitFor(() => expect(document.activeElement).toBe(tag()));
    expect(screen.getByText("P-07b is another trailer.")).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
    await user.type(tag(), "c");
    expect(screen.queryByText("P-07b is another trailer.")).toBeNull();
    expect(tag()).toHaveProperty("value", "P-07bc");
  });

  it("says what belongs to a field that it does not show", async () => {
    const { of, user } = await stand();
    await user.click(save());
    await of.refuse({ "/gear/axles": "A trailer has one to four axles." });
    expect((await screen.findByRole("alert")).textContent).toBe("A trailer has one to four axles.");
  });

  it("keeps what is typed when what it began with is fetched anew, or while it is on its way", async () => {
    const { of, user, again } = await stand();
    again(<Described of={of} now={{ tag: "Q-1", note: "elsewhere", version: 4 }} />);
    expect(tag()).toHaveProperty("value", "P-07b");
    await user.click(save());
    await user.type(tag(), "c");
    await of.take({ version: 4 });
    expect(tag()).toHaveProperty("value", "P-07bc");
    expect(anyUnsaved()).toBe(true);
    expect(screen.getByRole("status").textContent).toBe("");
    await user.click(save());
    await of.take({ version: 5 });
    expect(of.sent.map((s) => [s.tag, s.version])).toEqual([
      ["P-07b", 3],
      ["P-07bc", 4],
    ]);
    expect(screen.getByRole("status").textContent).toBe("Saved.");
    expect(anyUnsaved()).toBe(false);
  });

  it("shows both sides where somebody else was first, and saves what is then chosen", async () => {
    const { of, user } = await stand();
    const theirs = { tag: "P-70", note: "theirs", version: 9 };
    const refuse = () => of.refuse({ "/version": "Somebody else changed it meanwhile." }, theirs);
    await user.click(save());
    await refuse();
    expect(screen.getAllByRole("alert")).toHaveLength(1);
    expect((await screen.findByRole("alert")).textContent).toContain("Now it stands as P-70.");
    await user.click(screen.getByRole("button", { name: "Keep mine, then save again" }));
    await user.click(save());
    expect(of.sent.at(-1)).toMatchObject({ tag: "P-07b", version: 9 });
    await refuse();
    await user.click(screen.getByRole("button", { name: "Take theirs" }));
    expect(tag()).toHaveProperty("value", "P-70");
    expect(screen.queryByRole("alert")).toBeNull();
    await waitFor(() => expect(anyUnsaved()).toBe(false));
  });

  it("is as at first for the next of its kind, unless more was typed meanwhile", async () => {
    const { of, user } = await stand(true);
    await user.click(save());
    await of.take();
    expect(tag()).toHaveProperty("value", "P-07");
    await waitFor(() => expect(anyUnsaved()).toBe(false));
    await user.type(tag(), "x");
    await user.click(save());
    await user.type(tag(), "y");
    await of.take();
    expect(tag()).toHaveProperty("value", "P-07xy");
  });
});
