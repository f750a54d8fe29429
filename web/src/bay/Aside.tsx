import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { partWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { VerdictWord } from "../ui/Verdict";
import { openInWords } from "./openNow";

const Side = styled.aside`
  border-left: 1px solid var(--hair);
  padding-left: 26px;
  display: grid;
  gap: 22px;
  align-content: start;
  @media (max-width: 900px) {
    border-left: 0;
    padding-left: 0;
    border-top: 1px solid var(--hair);
    padding-top: 18px;
  }
`;

const Plain = styled.ul`
  display: grid;
  gap: 7px;
  overflow-wrap: anywhere;
`;

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
  onChoose: (key: string | null) => void;
  /** Whether only what is open is being put back. */
  leaving: boolean;
  onLeaving: (leaving: boolean) => void;
}

const AHEAD = 4;

/** Beside the step: what comes then, what is open, what to take, what was found, measured and used. */
export function Aside({ visit, step, leaving, onState, onChoose, onLeaving }: Props) {
  const { state, packet } = visit;
  const at = step ? packet.steps.findIndex((s) => s.key === step.key) : packet.steps.length;
  const settled = new Set(state.entries.map((e) => e.key));
  const open = new Set(state.openNow.map((o) => `${o.code} ${o.place}`));
  const then = packet.steps
    .slice(at + 1)
    .filter((s) => !settled.has(s.key) && (!leaving || open.has(`${s.opening} ${s.place}`)))
    .slice(0, AHEAD);
  const here = packet.steps.slice(at, at + AHEAD * 3);
  const tools = [...new Set(here.filter((s) => s.place === step?.place).flatMap((s) => s.tools))];
  return (
    <Side aria-label="Beside the step">
      {then.length > 0 && (
        <Section>
          <h3>Then</h3>
          <Plain>
            {then.map((s) => (
              <li key={s.key} style={s.place === step?.place ? undefined : { color: "var(--steel)" }}>
                {s.title}
              </li>
            ))}
          </Plain>
        </Section>
      )}
      {!state.closedAt && (
        <Section>
          <h3>Open now</h3>
          <Plain>
            {openInWords(state.openNow).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {state.openNow.length === 0 && <li>nothing</li>}
          </Plain>
        </Section>
      )}
      {tools.length > 0 && (
        <Section>
          <h3>Take with you</h3>
          <p>{tools.join(", ")}</p>
        </Section>
      )}
      <Found visit={visit} onState={onState} />
      {state.readings.length > 0 && (
        <Section>
          <h3>Measured</h3>
          <Plain>
            {state.readings.map((r) => (
              <li key={r.id}>
                {r.name}, {r.placeSpoken}: <b>{r.ours}</b>{" "}
                {r.judgement && <VerdictWord verdict={r.judgement.verdict} />}
              </li>
            ))}
          </Plain>
        </Section>
      )}
      <Used visit={visit} step={step} onState={onState} />
      {state.entries.some((e) => e.skippedBecause) && (
        <Section>
          <h3>Skipped</h3>
          <Plain>
            {state.entries
              .filter((e) => e.skippedBecause)
              .map((e) => (
                <li key={e.id}>
                  {packet.steps.find((s) => s.key === e.key)?.title}: <Quiet>{e.skippedBecause}</Quiet>
                </li>
              ))}
          </Plain>
        </Section>
      )}
      {!state.closedAt && (
        <div>
          {step && state.next !== step.key && (
            <TextButton onPress={() => onChoose(null)}>Back to the step at hand</TextButton>
          )}
          {leaving ? (
            <p>
              Only what is open is put back now; what was not done stays due.{" "}
              <TextButton onPress={() => onLeaving(false)}>Go on with everything</TextButton>
            </p>
          ) : (
            state.next !== null &&
            state.entries.length > 0 && (
              <TextButton
                onPress={() => {
                  onChoose(null);
                  onLeaving(true);
                }}
              >
                Leave the rest for another visit
              </TextButton>
            )
          )}
          <details>
            <summary style={{ padding: "8px 0", cursor: "pointer" }}>All {packet.steps.length} steps</summary>
            <Plain style={{ marginTop: 8 }}>
              {packet.steps.map((s) => (
                <li key={s.key}>
                  {settled.has(s.key) ? (
                    <Quiet>
                      ✓ {s.title}, {s.placeSpoken}
                    </Quiet>
                  ) : (
                    <TextButton onPress={() => onChoose(s.key)}>
                      {s.title}, {s.placeSpoken}
                    </TextButton>
                  )}
                </li>
              ))}
            </Plain>
          </details>
        </div>
      )}
      <Section>
        <h3>Schools of this visit</h3>
        <Plain>
          {visit.schools.map((s) => (
            <li key={s}>
              <Quiet>{s}</Quiet>
            </li>
          ))}
        </Plain>
      </Section>
    </Side>
  );
}

function Found({
  visit,
  onState,
}: {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
}) {
  const path = (findingId: string) => ({ path: { id: visit.id, findingId } });
  const takeBack = useMutation({
    mutationFn: (id: string) =>
      answer(shop.DELETE("/api/bay/visits/{id}/findings/{findingId}", { params: path(id) })),
    onSuccess: onState,
  });
  const mend = useMutation({
    mutationFn: ({ id, how }: { id: string; how: string | null }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/findings/{findingId}/mended", { params: path(id), body: { how } }),
      ),
    onSuccess: onState,
  });
  const open = !visit.state.closedAt;
  return visit.state.findings.length === 0 ? null : (
    <Section>
      <h3>Found</h3>
      <Problem of={takeBack.error ?? mend.error} />
      {visit.state.findings.map((f) => (
        <Stack key={f.id} $gap={3}>
          <span>
            <VerdictWord verdict={f.judgement.verdict} /> {f.seen}, {f.placeSpoken}
          </span>
          {f.note && <Quiet>{f.note}</Quiet>}
          {f.mended ? (
            <span>
              Mended: {f.mended}{" "}
              {open && (
                <TextButton onPress={() => mend.mutate({ id: f.id, how: null })}>
                  not mended after all
                </TextButton>
              )}
            </span>
          ) : (
            <>
              {f.judgement.setsOff.map((s) => (
                <span key={s}>→ {s}</span>
              ))}
              {open && f.judgement.verdict !== "sound" && (
                <Mend finding={f} onMend={(how) => mend.mutate({ id: f.id, how })} />
              )}
            </>
          )}
          {open && (
            <div>
              <TextButton
                onPress={() => takeBack.mutate(f.id)}
                aria-label={`Take back the finding ${f.seen}`}
              >
                take back
              </TextButton>
            </div>
          )}
        </Stack>
      ))}
    </Section>
  );
}

function Mend({ finding, onMend }: { finding: Schemas["FindingAnswer"]; onMend: (how: string) => void }) {
  const [how, setHow] = useState<string | null>(null);
  if (how === null) {
    return (
      <div>
        <TextButton onPress={() => setHow(finding.judgement.verdict === "renew" ? "Renewed" : "")}>
          mended in this visit
        </TextButton>
      </div>
    );
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onMend(how);
      }}
    >
      <Stack $gap={8}>
        <TextField label="What was done about it" value={how} onChange={setHow} autoFocus />
        <Row>
          <Button type="submit" isDisabled={!how.trim()}>
            Mended
          </Button>
          <TextButton onPress={() => setHow(null)}>leave it</TextButton>
        </Row>
      </Stack>
    </form>
  );
}

function Used({ visit, step, onState }: Pick<Props, "visit" | "step" | "onState">) {
  const add = useMutation({
    mutationFn: ({ id, part }: { id: string; part: Schemas["PartDraft"] }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/parts/{partId}", {
          params: { path: { id: visit.id, partId: id } },
          body: part,
        }),
      ),
    onSuccess: onState,
  });
  const takeBack = useMutation({
    mutationFn: (partId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/parts/{partId}", { params: { path: { id: visit.id, partId } } }),
      ),
    onSuccess: onState,
  });
  const [adding, setAdding] = useState(false);
  const [name, setName] = useState("");
  const [quantity, setQuantity] = useState("1");
  const [id, setId] = useState(newId);
  const open = !visit.state.closedAt;
  const ends = visit.places.filter((p) => p.kind === "wheelEnd");
  const place = ends.find((p) => p.code === step?.place)?.code ?? visit.state.jobs[0]?.place ?? "trailer";
  const spoken = visit.places.find((p) => p.code === place)?.spoken ?? "the trailer";
  return (
    <Section>
      <h3>Parts used</h3>
      <Problem of={takeBack.error ?? add.error} />
      <Plain>
        {visit.state.parts.map((p) => (
          <li key={p.id}>
            {partWords(p)} <Quiet>{p.placeSpoken}</Quiet>{" "}
            {open && (
              <TextButton
                onPress={() => takeBack.mutate(p.id)}
                aria-label={`Take back ${p.name}, ${p.placeSpoken}`}
              >
                take back
              </TextButton>
            )}
          </li>
        ))}
        {visit.state.parts.length === 0 && <Quiet>none yet</Quiet>}
      </Plain>
      {open &&
        (adding ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              add.mutate(
                { id, part: { place, name, quantity: Number(quantity) || 0, unit: "piece" } },
                {
                  onSuccess: () => {
                    setId(newId());
                    setName("");
                    setAdding(false);
                  },
                },
              );
            }}
          >
            <Stack $gap={8}>
              <TextField
                label={`What was used at ${spoken}`}
                value={name}
                onChange={setName}
                placeholder="cone and cup, outer"
                autoFocus
              />
              <TextField label="How many" value={quantity} onChange={setQuantity} />
              <Row>
                <Button type="submit">Write it down</Button>
                <TextButton onPress={() => setAdding(false)}>leave it</TextButton>
              </Row>
            </Stack>
          </form>
        ) : (
          <div>
            <TextButton onPress={() => setAdding(true)}>Something else was used</TextButton>
          </div>
        ))}
    </Section>
  );
}
