import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
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
  const [move, setMove] = useState<Move>("count");
  const [quantity, setQuantity] = useState("");
  const [note, setNote] = useState("");
  const [saved, setSaved] = useState("");
  const id = useRef(newId());
  const write = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/shelf/stock/{code}/entries/{id}", {
          params: { path: { code, id: id.current } },
          body: { move, quantity, note },
        }),
      ),
    onSuccess: (now) => {
      id.current = newId();
      setSaved(
        `Written down: ${now.row.onHand}${now.row.unit === "piece" ? "" : ` ${now.row.unit}`} there now.`,
      );
      setQuantity("");
      setNote("");
      queries.setQueryData(["stock", code], now);
      void queries.invalidateQueries({ queryKey: ["stock"], exact: true });
    },
  });
  const refused = write.error instanceof ShopProblem ? write.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!write.isPending) write.mutate();
      }}
    >
      <Stack $gap={8}>
        <Row $gap={12} style={{ alignItems: "start", flexWrap: "wrap" }}>
          <Select label="It was" value={move} onChange={setMove} options={MOVES} />
          <TextField
            label={`How much${unit === "piece" ? "" : `, ${unit}`}`}
            value={quantity}
            onChange={(text) => {
              setQuantity(text);
              setSaved("");
              write.reset();
            }}
            problem={refused?.field("/quantity")}
            autoFocus
          />
          {move !== "count" && (
            <TextField
              label={move === "receipt" ? "Delivery note" : "Why"}
              value={note}
              onChange={setNote}
              problem={refused?.field("/note")}
            />
          )}
        </Row>
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit" $main isDisabled={write.isPending || quantity.trim() === ""}>
            Write it down
          </Button>
          <span role="status">{saved}</span>
        </Row>
      </Stack>
    </form>
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
  const [bin, setBin] = useState(part.row.bin);
  const [pack, setPack] = useState(String(part.pack));
  const [leadDays, setLeadDays] = useState(part.leadDays === null ? "" : String(part.leadDays));
  const [service, setService] = useState(part.service === null ? "" : String(part.service));
  const save = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/shelf/stock/{code}", {
          params: { path: { code: part.row.code } },
          body: { bin, pack, leadDays, service, version: part.version },
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(["stock", part.row.code], now);
      void queries.invalidateQueries({ queryKey: ["stock"], exact: true });
      onLeave();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onLeave();
      }}
    >
      <Stack $gap={8}>
        <TextField
          label="Its place"
          value={bin}
          onChange={setBin}
          problem={refused?.field("/bin")}
          autoFocus
        />
        <TextField
          label="Bought by how many"
          value={pack}
          onChange={setPack}
          problem={refused?.field("/pack")}
        />
        <TextField
          label={`Days to come (${part.usualLeadDays} when empty)`}
          value={leadDays}
          onChange={setLeadDays}
          problem={refused?.field("/leadDays")}
        />
        <TextField
          label={`To be there, % of times (${part.usualService} when empty)`}
          value={service}
          onChange={setService}
          problem={refused?.field("/service")}
        />
        {refused && (refused.fields.length === 0 || refused.field("/version")) && <Problem of={refused} />}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending}>
            Save
          </Button>
          <TextButton onPress={onLeave}>Cancel</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
