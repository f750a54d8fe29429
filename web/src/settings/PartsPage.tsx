import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { capital } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { contains } from "../ui/contains";
import { TextField } from "../ui/Fields";
import { Quiet, Row, Section, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { SettingsFrame } from "./SettingsFrame";
import { Terms } from "./Terms";
import { type Col, DataTable } from "../ui/DataTable";
import { drawnAs } from "../illustrations/partDrawings";
import { Illustration } from "../illustrations/Illustration";
import { Select } from "../ui/Select";

type Part = Schemas["KnownPart"];

const NEW: Part = {
  code: "",
  name: "",
  kind: "",
  measures: "",
  unit: "piece",
  price: null,
  source: "",
  own: true,
  version: 0,
  measuredAs: "",
  by: {},
  stamp: "",
};

/** Generic parts by their measures, with what one costs here; and the shop's own. */
export default function PartsPage() {
  const parts = useQuery({ queryKey: ["parts"], queryFn: () => answer(shop.GET("/api/settings/parts")) });
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => answer(shop.GET("/api/shelf/kinds")) });
  const [find, setFind] = useState("");
  const [only, setOnly] = useState("");
  const [editing, setEditing] = useState<string | null>(null);
  const all = parts.data ?? [];
  const found = all.filter(
    (p) => (only === "" || p.kind === only) && contains(`${p.code} ${p.name} ${p.kind} ${p.measures}`, find),
  );
  return (
    <SettingsFrame
      title="Parts and prices"
      about="Measures from memory unless the maker’s list says otherwise; prices made to be overwritten."
    >
      <Waiting of={parts} what="Reading the parts" rows={8} />
      <Stack>
        <Row $gap={16} style={{ alignItems: "end" }}>
          <TextField label="Find" value={find} onChange={setFind} placeholder="25580, seal 2.250" />
          <Select
            label="Kind"
            value={only}
            onChange={setOnly}
            options={[
              ["", "all"],
              ...[...new Set(all.map((p) => p.kind))].map((k) => [k, capital(k)] as const),
            ]}
          />
          <Button onPress={() => setEditing("")}>Add a part of our own</Button>
        </Row>
        <Terms />
        {editing === "" && <Edit part={NEW} onLeave={() => setEditing(null)} />}
        {groups(found).map(([key, rows]) => (
          <Group
            key={key}
            rows={rows}
            kind={kinds.data?.find((k) => k.code === rows[0]?.measuredAs)}
            editing={editing}
            onEdit={setEditing}
          />
        ))}
        {parts.data && found.length === 0 && <p>No part here is called that.</p>}
      </Stack>
    </SettingsFrame>
  );
}

/** Parts of a sort, measured alike, so that their measures stand in columns. */
function Group({
  rows,
  kind,
  editing,
  onEdit,
}: {
  rows: Part[];
  kind: Schemas["PartKind"] | undefined;
  editing: string | null;
  onEdit: (code: string | null) => void;
}) {
  const money = useMoney();
  const first = rows[0];
  if (!first) return null;
  const title = kind ? `${capital(first.kind)}: ${kind.name}` : capital(first.kind);
  const drawn = drawnAs(first.measuredAs, first.kind);
  const open = rows.find((p) => p.code === editing);
  const columns: Col<Part>[] = [
    { id: "name", title: "What it is", cell: (p) => <b>{p.name}</b>, by: (p) => p.name },
    ...(kind
      ? kind.dimensions.map((d) => ({
          id: d.code,
          title: capital(d.words),
          figure: true,
          cell: (p: Part) => p.by[d.code] ?? "",
          by: (p: Part) => Number.parseFloat(p.by[d.code] ?? ""),
        }))
      : [{ id: "measures", title: "Measures", cell: (p: Part) => p.measures, by: (p: Part) => p.measures }]),
    { id: "code", title: "Code", cell: (p) => <Quiet>{p.code}</Quiet>, by: (p) => p.code },
    {
      id: "price",
      title: "Price",
      figure: true,
      cell: (p) => (
        <>
          {p.price === null ? "no price" : money(p.price)}
          {p.unit !== "piece" && <Quiet> per {p.unit}</Quiet>}
        </>
      ),
      by: (p) => p.price ?? Number.NaN,
    },
  ];
  return (
    <Section aria-label={title}>
      <Row $gap={14}>
        {drawn && <Illustration subject={drawn} code="" />}
        <h2>
          {title} <Quiet style={{ fontWeight: 400 }}>{rows.length}</Quiet>
        </h2>
      </Row>
      {open && <Edit key={open.code} part={open} onLeave={() => onEdit(null)} />}
      <DataTable
        label={title}
        columns={columns}
        items={rows}
        idOf={(p) => p.code}
        onOpen={(p) => onEdit(p.code)}
      />
    </Section>
  );
}

/** Parts of a kind that are measured alike together, in the order the list has them. */
function groups(parts: readonly Part[]): [string, Part[]][] {
  const all = new Map<string, Part[]>();
  for (const part of parts) {
    const key = `${part.kind} ${part.measuredAs}`;
    all.set(key, [...(all.get(key) ?? []), part]);
  }
  return [...all];
}

function Edit({ part, onLeave }: { part: Part; onLeave: () => void }) {
  const queries = useQueryClient();
  const form = useForm({
    start: () => ({ ...part, price: part.price === null ? "" : String(part.price) }),
    send: ({ code, name, kind, measures, unit, price, version, measuredAs, by, stamp }) =>
      answer(
        shop.PUT("/api/settings/parts/{code}", {
          params: { path: { code: code.trim() || "-" } },
          body: { name, kind, measures, unit, price, version, measuredAs, by, stamp },
        }),
      ),
    done: (all) => {
      queries.setQueryData(["parts"], all);
      onLeave();
    },
  });
  const { edit, change, at } = form;
  const fresh = part.code === "";
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => answer(shop.GET("/api/shelf/kinds")) });
  const measuredAs = kinds.data?.find((k) => k.code === edit.measuredAs);
  return (
    <Form of={form} onLeave={onLeave}>
      <Stack>
        <Row $gap={14} style={{ alignItems: "start" }}>
          {fresh && (
            <TextField
              label="Code on its label"
              value={edit.code}
              onChange={(code) => change({ code })}
              problem={at("/code")}
              autoFocus
            />
          )}
          <TextField
            label="What it is"
            value={edit.name}
            onChange={(name) => change({ name })}
            problem={at("/name")}
          />
          <TextField
            label="Kind"
            value={edit.kind}
            onChange={(kind) => change({ kind })}
            problem={at("/kind")}
          />
          <TextField
            label="Measures"
            value={edit.measures}
            onChange={(measures) => change({ measures })}
            problem={at("/measures")}
          />
          <TextField
            label="Counted in"
            value={edit.unit}
            onChange={(unit) => change({ unit })}
            problem={at("/unit")}
          />
          <TextField
            label="One costs"
            value={edit.price}
            onChange={(price) => change({ price })}
            problem={at("/price")}
            hint={part.source && `this price: ${part.source}`}
            autoFocus={!fresh}
          />
        </Row>
        <Row $gap={14} style={{ alignItems: "start" }}>
          <Select
            label="Told by a caliper as"
            value={edit.measuredAs}
            onChange={(measuredAs) => change({ measuredAs, by: {} })}
            options={[["", "not by measure"], ...(kinds.data ?? []).map((k) => [k.code, k.name] as const)]}
            problem={at("/measuredAs")}
          />
          {measuredAs?.dimensions.map((d) => (
            <TextField
              key={d.code}
              label={`${capital(d.words)}${d.counted ? "" : ", such as 2 1/4 or 57 mm"}`}
              value={edit.by[d.code] ?? ""}
              onChange={(text) => change({ by: { ...edit.by, [d.code]: text } })}
              problem={at(`/by/${d.code}`)}
            />
          ))}
          {measuredAs && (
            <TextField
              label="Stamped on it"
              value={edit.stamp}
              onChange={(stamp) => change({ stamp })}
              problem={at("/stamp")}
            />
          )}
        </Row>
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
