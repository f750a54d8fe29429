import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Autocomplete } from "react-aria-components/Autocomplete";
import { Dialog } from "react-aria-components/Dialog";
import { Input } from "react-aria-components/Input";
import { Menu, MenuItem } from "react-aria-components/Menu";
import { Modal } from "react-aria-components/Modal";
import { SearchField } from "react-aria-components/SearchField";
import { useNavigate } from "react-router";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { capital } from "../api/words";
import { Veil } from "./Asking";
import { contains } from "./contains";
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
  ["/settings/backups", "Backups", "settings, restore"],
];

const KINDS: Record<Found["kind"], readonly [string, (id: string) => string]> = {
  trailer: ["trailer", (id) => `/yard/trailers/${id}`],
  visit: ["visit", (id) => `/bay/${id}`],
  customer: ["customer", (id) => `/yard/customers/${id}`],
  part: ["part", (id) => `/shelf/stock?part=${encodeURIComponent(id)}`],
  sum: ["calculation", (id) => `/reckoner/${id}`],
};

/** What can be done with a trailer from anywhere: the verb as it is typed, and where it is done. */
const DEEDS: readonly (readonly [string, string, (of: Found) => string])[] = [
  ["take in", "take in", (of) => `/yard/trailers/${of.id}#take-in`],
  ["log a trip", "log a trip of", (of) => `/yard/trailers/${of.id}?see=road`],
  ["answer a call", "answer a call about", (of) => `/horizon?find=${encodeURIComponent(of.title)}`],
];

/** What was typed, parted into a deed (if it begins with one) and the words for what it is done to. */
export function parted(typed: string): { deed: (typeof DEEDS)[number] | undefined; of: string } {
  const text = typed.trim().replace(/\s+/g, " ");
  const deed = DEEDS.find(([verb]) => `${text.toLowerCase()} `.startsWith(`${verb} `));
  return {
    deed,
    of: deed
      ? text
          .slice(deed[0].length)
          .replace(/^ (of|about) /i, "")
          .trim()
      : text,
  };
}

/** Everything there is by its words: the best first, things of the shop before places of the program. */
export function hits(found: readonly Found[], typed: string): Hit[] {
  const { deed, of } = parted(typed);
  if (deed) {
    const [, verb, to] = deed;
    return found
      .filter((f) => f.kind === "trailer")
      .map((f) => ({
        id: `${verb} ${f.id}`,
        to: to(f),
        title: `${capital(verb)} ${f.title}`,
        detail: f.detail,
        kind: "do",
      }));
  }
  const places = PLACES.filter(([, title, about]) => contains(`${title} ${about}`, of)).map(
    ([to, title, about]) => ({ id: to, to, title, detail: about, kind: "go to" }),
  );
  const things = found.map((f) => {
    const [kind, to] = KINDS[f.kind];
    return { id: `${f.kind} ${f.id}`, to: to(f.id), title: f.title, detail: f.detail, kind };
  });
  return of ? [...things, ...places] : places;
}

/** The field for everything, over the page. */
export default function Finder({ onDone }: { onDone: () => void }) {
  return (
    <Veil isOpen onOpenChange={onDone} isDismissable>
      <Sheet>
        <Dialog aria-label="Find anything">
          <Typed onDone={onDone} />
        </Dialog>
      </Sheet>
    </Veil>
  );
}

/** What is typed into it, and what answers to that. */
function Typed({ onDone }: { onDone: () => void }) {
  const [typed, setTyped] = useState("");
  const go = useNavigate();
  const { deed, of } = parted(typed);
  const wanted = useDebounced(of, 80);
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
            {found.isFetching || wanted !== of
              ? "Looking…"
              : deed && !of
                ? "Which trailer? Its tag, plate or customer."
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
