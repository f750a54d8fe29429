import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Form, FormProblem } from "../ui/Form";
import { Problem } from "../ui/Problem";
import { useForm } from "../ui/useForm";
import { Disclosure } from "../ui/Disclosure";
import { Select } from "../ui/Select";

type Part = Schemas["StockPart"];
type Move = "count" | "receipt" | "return" | "sentAway";

const MOVES = [
  ["count", "counted"],
  ["receipt", "came"],
  ["return", "came back unused"],
  ["sentAway", "sent back or thrown away"],
] as const;

const TOLD: Record<Schemas["StockMove"], string> = {
  receipt: "came",
  use: "used",
  return: "came back unused",
  sentAway: "sent away",
  count: "counted",
  found: "found: more was used than the record had",
};

/** One part of the shelf: a count or whatever else happened to it, whom it is promised to, its newest lines. */
export function PartPanel({ code }: { code: string }) {
  const part = useQuery({
    queryKey: ["stock", code],
    queryFn: async () => {
      // A part that is not kept yet has no page: counting it puts it there.
      const { data, error, response } = await shop.GET("/api/shelf/stock/{code}", {
        params: { path: { code } },
      });
      return response.status === 404 ? null : answer(Promise.resolve({ data, error, response }));
    },
  });
  const means = useQuery({
    queryKey: ["codes", code],
    queryFn: () => answer(shop.GET("/api/shelf/codes", { params: { query: { typed: code } } })),
    enabled: part.data === null,
  });
  const known = means.data?.[0];
  if (part.error) return <Problem of={part.error} />;
  if (part.data === undefined || (part.data === null && !known)) return null;
  const name = part.data?.row.name ?? known?.name ?? code;
  const unit = part.data?.row.unit ?? known?.unit ?? "piece";
  return (
    <Section>
      <Stack $gap={0}>
        <h2>{name}</h2>
        <Quiet>
          {part.data
            ? `${part.data.row.bin ? `In ${part.data.row.bin}. ` : ""}${code}`
            : `${code}, not kept on the shelf yet`}
        </Quiet>
      </Stack>
      <Happened code={code} unit={unit} />
      {part.data && <Kept part={part.data} />}
    </Section>
  );
}

function Happened({ code, unit }: { code: string; unit: string }) {
  const queries = useQueryClient();
  const [saved, setSaved] = useState("");
  const form = useForm({
    start: { move: "count" as Move, quantity: "", note: "" },
    send: (body, id) =>
      answer(shop.PUT("/api/shelf/stock/{code}/entries/{id}", { params: { path: { code, id } }, body })),
    done: (now, { move }) => {
      setSaved(
        `Written down: ${now.row.onHand}${now.row.unit === "piece" ? "" : ` ${now.row.unit}`} there now.`,
      );
      // The next is most likely of the same kind.
      change({ move });
      queries.setQueryData(["stock", code], now);
      void queries.invalidateQueries({ queryKey: ["stock"], exact: true });
    },
    next: true,
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack $gap={8}>
        <Row $gap={12} style={{ alignItems: "start", flexWrap: "wrap" }}>
          <Select label="It was" value={edit.move} onChange={(move) => change({ move })} options={MOVES} />
          <TextField
            label={`How much${unit === "piece" ? "" : `, ${unit}`}`}
            value={edit.quantity}
            onChange={(quantity) => {
              change({ quantity });
              setSaved("");
            }}
            problem={at("/quantity")}
            autoFocus
          />
          {edit.move !== "count" && (
            <TextField
              label={edit.move === "receipt" ? "Delivery note" : "Why"}
              value={edit.note}
              onChange={(note) => change({ note })}
              problem={at("/note")}
            />
          )}
        </Row>
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending || edit.quantity.trim() === ""}>
            Write it down
          </Button>
          <span role="status">{saved}</span>
        </Row>
      </Stack>
    </Form>
  );
}

function Kept({ part }: { part: Part }) {
  const [editing, setEditing] = useState(false);
  const { row } = part;
  return (
    <>
      <Stack $gap={2}>
        <span>
          <b>
            {row.onHand} {row.unit === "piece" ? "" : row.unit}
          </b>{" "}
          there, {row.promised} promised, <b>{row.free} free</b>
          {row.onOrder > 0 && `, ${row.onOrder} on its way`}.
        </span>
        <Quiet>{row.countedAt ? `Last counted ${dayInWords(row.countedAt)}.` : "Never counted."}</Quiet>
      </Stack>
      {part.promises.length > 0 && (
        <Lines>
          {part.promises.map((p) => (
            <li key={p.visit}>
              {p.words}: {p.promised} of {p.needed}
              {p.promised < p.needed && (
                <b>
                  {" "}
                  {p.needed - p.promised} {row.unit === "piece" ? "" : `${row.unit} `}missing
                </b>
              )}
            </li>
          ))}
        </Lines>
      )}
      {editing ? (
        <Edit part={part} onLeave={() => setEditing(false)} />
      ) : (
        <Stack $gap={0}>
          <span>
            Bought by {part.pack}, {part.leadDays ?? part.usualLeadDays} days to come
            {part.leadDays === null && <Quiet> (this shop’s usual)</Quiet>}; to be there{" "}
            {part.service ?? part.usualService} % of the times something unforeseen asks for it
            {part.service === null && (
              <Quiet> (by its worth and what its absence stops: {STOPS[part.stops]})</Quiet>
            )}
            .
          </span>
          <div>
            <TextButton onPress={() => setEditing(true)}>change its place and how it is bought</TextButton>
          </div>
        </Stack>
      )}
      <Disclosure title={<>Its ledger</>}>
        <Lines>
          {part.lines.map((l) => (
            <li key={l.id}>
              {dayInWords(l.at)}: {TOLD[l.move]}
              {l.counted !== null && ` ${l.counted}`}{" "}
              <b>
                {l.change > 0 ? "+" : l.change < 0 ? "−" : "±"}
                {Math.abs(l.change)}
              </b>
              {l.note && `, ${l.note}`} <Quiet>{l.by}</Quiet>
            </li>
          ))}
        </Lines>
      </Disclosure>
    </>
  );
}

const STOPS: Record<Schemas["Stops"], string> = {
  trailer: "a trailer that stands open",
  job: "the job",
  little: "little",
};

function Edit({ part, onLeave }: { part: Part; onLeave: () => void }) {
  const queries = useQueryClient();
  const form = useForm({
    start: () => ({
      bin: part.row.bin,
      pack: String(part.pack),
      leadDays: part.leadDays === null ? "" : String(part.leadDays),
      service: part.service === null ? "" : String(part.service),
      version: part.version,
    }),
    send: (body) =>
      answer(shop.PUT("/api/shelf/stock/{code}", { params: { path: { code: part.row.code } }, body })),
    done: (now) => {
      queries.setQueryData(["stock", part.row.code], now);
      void queries.invalidateQueries({ queryKey: ["stock"], exact: true });
      onLeave();
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form} onLeave={onLeave}>
      <Stack $gap={8}>
        <TextField
          label="Its place"
          value={edit.bin}
          onChange={(bin) => change({ bin })}
          problem={at("/bin")}
          autoFocus
        />
        <TextField
          label="Bought by how many"
          value={edit.pack}
          onChange={(pack) => change({ pack })}
          problem={at("/pack")}
        />
        <TextField
          label={`Days to come (${part.usualLeadDays} when empty)`}
          value={edit.leadDays}
          onChange={(leadDays) => change({ leadDays })}
          problem={at("/leadDays")}
        />
        <TextField
          label={`To be there, % of times (${part.usualService} when empty)`}
          value={edit.service}
          onChange={(service) => change({ service })}
          problem={at("/service")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            Save
          </Button>
          <TextButton onPress={onLeave}>Cancel</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}
