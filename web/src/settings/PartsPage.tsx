import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { useMoney } from "../api/money";
import { capital } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Waiting } from "../ui/Waiting";
import { useUnsaved } from "../ui/unsaved";
import { SettingsFrame } from "./SettingsFrame";
import { Terms } from "./Terms";
import { Select } from "../ui/Select";

type Part = Schemas["KnownPart"];

const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2.2fr) minmax(0, 1.6fr) minmax(0, 1.2fr) 90px 90px;
  gap: 4px 16px;
  align-items: baseline;
  @media (max-width: 700px) {
    grid-template-columns: minmax(0, 1fr) auto auto;
    & > :nth-child(-n + 2) {
      grid-column: 1 / -1;
    }
  }
`;

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
  const money = useMoney();
  const parts = useQuery({ queryKey: ["parts"], queryFn: () => answer(shop.GET("/api/settings/parts")) });
  const [find, setFind] = useState("");
  const [editing, setEditing] = useState<string | null>(null);
  const words = find.trim().toLowerCase().split(/\s+/);
  const found = (parts.data ?? []).filter((p) =>
    words.every((w) => `${p.code} ${p.name} ${p.kind} ${p.measures}`.toLowerCase().includes(w)),
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
          <Button onPress={() => setEditing("")}>Add a part of our own</Button>
        </Row>
        <Terms />
        {editing === "" && <Edit part={NEW} onLeave={() => setEditing(null)} />}
        {byKind(found).map(([kind, rows]) => (
          <Section key={kind} aria-label={kind}>
            <h2>
              {capital(kind)} <Quiet style={{ fontWeight: 400 }}>{rows.length}</Quiet>
            </h2>
            <Lines>
              {rows.map((p) => (
                <li key={p.code}>
                  {editing === p.code ? (
                    <Edit part={p} onLeave={() => setEditing(null)} />
                  ) : (
                    <Line>
                      <b>{p.name}</b>
                      <Quiet>{p.measures}</Quiet>
                      <Quiet>{p.code}</Quiet>
                      <span>
                        {p.price === null ? "no price" : money(p.price)}
                        {p.unit !== "piece" && <Quiet> per {p.unit}</Quiet>}
                      </span>
                      <TextButton onPress={() => setEditing(p.code)} aria-label={`Change ${p.name}`}>
                        Change
                      </TextButton>
                    </Line>
                  )}
                </li>
              ))}
            </Lines>
          </Section>
        ))}
        {parts.data && found.length === 0 && <p>No part here is called that.</p>}
      </Stack>
    </SettingsFrame>
  );
}

/** Parts of a kind together, kinds in the order the list has them. */
function byKind(parts: readonly Part[]): [string, Part[]][] {
  const kinds = new Map<string, Part[]>();
  for (const part of parts) kinds.set(part.kind, [...(kinds.get(part.kind) ?? []), part]);
  return [...kinds];
}

function Edit({ part, onLeave }: { part: Part; onLeave: () => void }) {
  const queries = useQueryClient();
  const [edit, setEdit] = useState({ ...part, price: part.price === null ? "" : String(part.price) });
  const change = (now: Partial<typeof edit>) => setEdit((was) => ({ ...was, ...now }));
  const typed = useUnsaved({ ...edit, version: 0 });
  const save = useMutation({
    mutationFn: () => {
      typed.sending();
      const { code, name, kind, measures, unit, price, version, measuredAs, by, stamp } = edit;
      return answer(
        shop.PUT("/api/settings/parts/{code}", {
          params: { path: { code: code.trim() || "-" } },
          body: { name, kind, measures, unit, price, version, measuredAs, by, stamp },
        }),
      );
    },
    onSuccess: (all) => {
      typed.saved();
      queries.setQueryData(["parts"], all);
      onLeave();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  const fresh = part.code === "";
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => answer(shop.GET("/api/shelf/kinds")) });
  const measuredAs = kinds.data?.find((k) => k.code === edit.measuredAs);
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
      <Stack>
        <Row $gap={14} style={{ alignItems: "start" }}>
          {fresh && (
            <TextField
              label="Code on its label"
              value={edit.code}
              onChange={(code) => change({ code })}
              problem={refused?.field("/code")}
              autoFocus
            />
          )}
          <TextField
            label="What it is"
            value={edit.name}
            onChange={(name) => change({ name })}
            problem={refused?.field("/name")}
          />
          <TextField
            label="Kind"
            value={edit.kind}
            onChange={(kind) => change({ kind })}
            problem={refused?.field("/kind")}
          />
          <TextField
            label="Measures"
            value={edit.measures}
            onChange={(measures) => change({ measures })}
            problem={refused?.field("/measures")}
          />
          <TextField
            label="Counted in"
            value={edit.unit}
            onChange={(unit) => change({ unit })}
            problem={refused?.field("/unit")}
          />
          <TextField
            label="One costs"
            value={edit.price}
            onChange={(price) => change({ price })}
            problem={refused?.field("/price")}
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
            problem={refused?.field("/measuredAs")}
          />
          {measuredAs?.dimensions.map((d) => (
            <TextField
              key={d.code}
              label={`${capital(d.words)}${d.counted ? "" : ", such as 2 1/4 or 57 mm"}`}
              value={edit.by[d.code] ?? ""}
              onChange={(text) => change({ by: { ...edit.by, [d.code]: text } })}
              problem={refused?.field(`/by/${d.code}`)}
            />
          ))}
          {measuredAs && (
            <TextField
              label="Stamped on it"
              value={edit.stamp}
              onChange={(stamp) => change({ stamp })}
              problem={refused?.field("/stamp")}
            />
          )}
        </Row>
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
