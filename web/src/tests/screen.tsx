import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, configure, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createContext, type ReactNode, useContext } from "react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { onTestFinished, vi } from "vitest";
import { Notes } from "../ui/Notes";
import { clearNotes } from "../ui/NotesCorner";

// A busy machine may take long over what stands there in the end: nothing is decided by the clock.
configure({ asyncUtilTimeout: 60_000 });

/** What was asked of the shop's server. */
export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  // Whatever was sent; each test knows what it looks for.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  body: any;
  signal: AbortSignal;
}

/** An answer with a status of its own; anything else is answered with 200. */
export class Answered {
  constructor(
    readonly status: number,
    readonly body: unknown,
  ) {}
}

/** A problem document, as the shop's server refuses. */
export const refused = (status: number, detail: string, pointer?: string): Answered =>
  new Answered(status, { status, detail, errors: pointer === undefined ? [] : [{ pointer, detail }] });

/** An answer line by line; with a signal it does not end before that does. */
export class Lines {
  constructor(
    readonly lines: readonly object[],
    readonly until?: AbortSignal,
  ) {}

  get body(): ReadableStream<Uint8Array> {
    return new ReadableStream({
      start: (to) => {
        for (const line of this.lines) to.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
        if (this.until) this.until.addEventListener("abort", () => to.error(new Error("Aborted.")));
        else to.close();
      },
    });
  }
}

const Stage = createContext<ReactNode>(null);
const Shown = () => useContext(Stage);

type Reply = unknown | ((asked: Asked) => unknown);

/**
 * Shows a part of the program to somebody, with a server that answers by a table of "METHOD /path" (a piece of a
 * path is enough). What the table does not know gets no answer at all, as on a machine that has stalled.
 */
export function show(what: ReactNode, replies: Record<string, Reply> = {}) {
  const asked: Asked[] = [];
  onTestFinished(() => {
    cleanup();
    vi.unstubAllGlobals();
    localStorage.clear();
    sessionStorage.clear();
  });
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url, "http://shop.test");
    const text = await request.text();
    const one: Asked = {
      method: request.method,
      path: url.pathname,
      query: url.searchParams,
      signal: request.signal,
      body: text && request.headers.get("Content-Type")?.includes("json") ? JSON.parse(text) : text,
    };
    asked.push(one);
    const found = Object.entries(replies).find(([key]) => {
      const [method, path] = key.split(" ");
      return method === one.method && path && one.path.includes(path);
    });
    if (!found) return new Promise<Response>(() => undefined);
    const reply = await (typeof found[1] === "function" ? found[1](one) : found[1]);
    if (reply instanceof Lines) return new Response(reply.body, { status: 200 });
    const { status, body } = reply instanceof Answered ? reply : new Answered(200, reply);
    return new Response(JSON.stringify(body), {
      status,
      headers: { "Content-Type": status < 400 ? "application/json" : "application/problem+json" },
    });
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter([{ path: "*", element: <Shown /> }]);
  const within = (node: ReactNode) => (
    <QueryClientProvider client={queries}>
      <Stage value={node}>
        <RouterProvider router={router} />
      </Stage>
    </QueryClientProvider>
  );
  const drawn = render(within(what));
  return {
    ...drawn,
    queries,
    /** Where somebody was led to. */
    at: () => router.state.location.pathname,
    user: userEvent.setup(),
    /** All that was asked, first to last. */
    asked,
    /** What was asked of one kind. */
    of: (method: string, path = "") => asked.filter((a) => a.method === method && a.path.includes(path)),
    /** Draws it anew with other facts. */
    again: (node: ReactNode) => drawn.rerender(within(node)),
  };
}

/** A part of the program with the notes that come up beside it; those of other tests are gone. */
export function withNotes(what: ReactNode): ReactNode {
  act(clearNotes);
  onTestFinished(() => act(clearNotes));
  return (
    <>
      {what}
      <Notes />
    </>
  );
}

type User = ReturnType<typeof userEvent.setup>;

/** A choice of one from a list, by its label: the button that says what is picked. */
export const choice = (label: string): HTMLElement =>
  screen.getByRole("button", { name: new RegExp(`${label}$`) });

/** Picks from a choice. */
export async function choose(user: User, label: string, words: string): Promise<void> {
  await user.click(choice(label));
  await user.click(await screen.findByRole("option", { name: words }));
}

const parts = (label: string) =>
  within(screen.getByRole("group", { name: label })).getAllByRole("spinbutton");

/** What a field for a day says, as "2026-06-24". */
export function dayIn(label: string): string {
  const [month, day, year] = parts(label).map((p) => p.textContent ?? "");
  return `${year}-${month?.padStart(2, "0")}-${day?.padStart(2, "0")}`;
}

/** Turns the day of the month in a field for a day by one. */
export async function nextDay(user: User, label: string): Promise<void> {
  const day = parts(label)[1];
  if (day) await user.click(day);
  await user.keyboard("{ArrowUp}");
}
