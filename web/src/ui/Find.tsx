import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Autocomplete } from "react-aria-components/Autocomplete";
import { Button } from "react-aria-components/Button";
import { Dialog } from "react-aria-components/Dialog";
import { Input } from "react-aria-components/Input";
import { Menu, MenuItem } from "react-aria-components/Menu";
import { Modal, ModalOverlay } from "react-aria-components/Modal";
import { SearchField } from "react-aria-components/SearchField";
import styled from "styled-components";
import { useLocation } from "wouter";
import { answer, type Schemas, shop } from "../api/client";
import { box } from "./field";
import { Problem } from "./Problem";
import { useDebounced } from "./useDebounced";

type Found = Schemas["FoundThing"];

interface Hit {
  id: string;
  to: string;
  title: string;
  detail: string;
  kind: string;
}

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  justify-items: center;
  align-items: start;
  padding: min(12vh, 90px) 16px 16px;
  background: rgb(0 0 0 / 32%);
`;

const Sheet = styled(Modal)`
  width: min(660px, 100%);
  max-height: 76vh;
  display: grid;
  background: var(--ground);
  border: 1px solid var(--ink);
  border-radius: 4px;
  overflow: hidden;
  section {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
    max-height: 76vh;
    outline: none;
  }
`;

const Field = styled(Input)`
  ${box}
  min-height: 58px;
  font-size: 21px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  border-radius: 0;
`;

const List = styled(Menu)`
  overflow: auto;
  padding: 6px 0;
  outline: none;
` as typeof Menu;

const Line = styled(MenuItem)`
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 2px 14px;
  padding: 8px 16px;
  min-height: 44px;
  align-items: baseline;
  cursor: pointer;
  outline: none;
  color: var(--ink);
  text-decoration: none;
  &[data-focused],
  &[data-hovered] {
    background: var(--tint);
  }
  i {
    font-style: normal;
    font-size: 15px;
    color: var(--steel);
  }
  b + span {
    color: var(--steel);
  }
  div {
    overflow-wrap: anywhere;
  }
`;

const Trigger = styled(Button)`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 6px 8px;
  border: 0;
  background: none;
  color: var(--working);
  cursor: pointer;
  kbd {
    font: inherit;
    font-size: 14px;
    color: var(--steel);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
  @media (max-width: 900px) {
    kbd {
      display: none;
    }
  }
  @media (max-width: 640px) {
    padding: 6px 4px;
    span {
      position: absolute;
      clip-path: inset(50%);
    }
  }
`;

/** Places of the program that are found by their words, as things are. */
const PLACES: readonly (readonly [string, string, string])[] = [
  ["/yard/new", "Add a trailer", "yard"],
  ["/horizon", "The year to come", "answer a call, accept a visit, move it"],
  ["/horizon/calling", "Calendars, reminders, meters", "horizon"],
  ["/bay", "The bay", "trailers that stand in it"],
  ["/shelf", "What is this part?", "told by measures or stamp"],
  ["/shelf/stock", "On the shelf", "count, receive, scan"],
  ["/shelf/kits", "Parts to pick", "for the coming visits"],
  ["/shelf/orders", "Order parts", "to order, orders"],
  ["/ledger", "What was done", "ledger"],
  ["/ledger/tables", "Tables in and out", "import, export, CSV"],
  ["/settings", "Settings", "shop, people, practices, time zone"],
  ["/settings/planning", "Hours and intervals", "settings, bays, holidays"],
  ["/settings/limits", "Limits", "settings, what is judged by"],
  ["/settings/parts", "Parts and prices", "settings"],
  ["/settings/reminders", "Words of reminders", "settings, mail"],
];

const KINDS: Record<Found["kind"], readonly [string, (id: string) => string]> = {
  trailer: ["trailer", (id) => `/yard/trailers/${id}`],
  visit: ["visit", (id) => `/bay/${id}`],
  customer: ["customer", (id) => `/yard/customers/${id}`],
  part: ["part", (id) => `/shelf/stock?part=${encodeURIComponent(id)}`],
  sum: ["calculation", (id) => `/reckoner/${id}`],
};

/** Everything there is by its words: the best first, things of the shop before places of the program. */
export function hits(found: readonly Found[], typed: string): Hit[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const places = PLACES.filter(([, title, about]) =>
    words.every((w) => `${title} ${about}`.toLowerCase().includes(w)),
  ).map(([to, title, about]) => ({ id: to, to, title, detail: about, kind: "go to" }));
  const things = found.map((f) => {
    const [kind, to] = KINDS[f.kind];
    return { id: `${f.kind} ${f.id}`, to: to(f.id), title: f.title, detail: f.detail, kind };
  });
  return typed.trim() ? [...things, ...places] : places;
}

/** One field for everything, behind Ctrl+K or "/" on every page. */
export function Find() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        (event.target.isContentEditable || event.target.matches("input, textarea, select"));
      const wanted =
        (event.key.toLowerCase() === "k" && (event.ctrlKey || event.metaKey)) ||
        (event.key === "/" && !typing && !event.ctrlKey && !event.altKey && !event.metaKey);
      if (!wanted) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, []);
  return (
    <>
      <Trigger onPress={() => setOpen(true)} aria-keyshortcuts="Control+K">
        <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
          <path
            d="M12 12 17 17M13 7.5a5.5 5.5 0 1 1-11 0 5.5 5.5 0 0 1 11 0z"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.8"
          />
        </svg>
        <span>Find</span> <kbd>Ctrl K</kbd>
      </Trigger>
      <Overlay isOpen={open} onOpenChange={setOpen} isDismissable>
        <Sheet>
          <Dialog aria-label="Find anything">
            <Finder onDone={() => setOpen(false)} />
          </Dialog>
        </Sheet>
      </Overlay>
    </>
  );
}

function Finder({ onDone }: { onDone: () => void }) {
  const [typed, setTyped] = useState("");
  const [, go] = useLocation();
  const wanted = useDebounced(typed.trim(), 80);
  const found = useQuery({
    queryKey: ["find", wanted],
    queryFn: ({ signal }) => answer(shop.GET("/api/find", { params: { query: { typed: wanted } }, signal })),
    enabled: wanted.length > 0,
    placeholderData: keepPreviousData,
  });
  const all = hits(wanted ? (found.data ?? []) : [], typed);
  return (
    <Autocomplete inputValue={typed} onInputChange={setTyped}>
      <SearchField aria-label="Find a trailer, customer, part, calculation or page" autoFocus>
        <Field placeholder="Tag, plate, customer, part, calculation, page" />
      </SearchField>
      <List
        aria-label="Found"
        items={all}
        onAction={(id) => {
          const hit = all.find((h) => h.id === id);
          if (hit) {
            onDone();
            go(hit.to);
          }
        }}
        renderEmptyState={() => (
          <p style={{ padding: "10px 16px" }}>
            {found.isFetching || wanted !== typed.trim()
              ? "Looking…"
              : "Nothing answers to that. Try fewer letters."}
          </p>
        )}
      >
        {(hit) => (
          <Line id={hit.id} textValue={hit.title}>
            <i>{hit.kind}</i>
            <div>
              <b>{hit.title}</b> <span>{hit.detail}</span>
            </div>
          </Line>
        )}
      </List>
      <Problem of={found.error} />
    </Autocomplete>
  );
}
