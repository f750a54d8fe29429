import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { Button } from "../ui/Button";
import { Choice, TextField } from "../ui/Fields";
import { Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { JudgementText, VerdictWord } from "../ui/Verdict";

const SUBJECTS: Record<Schemas["Subject"], string> = {
  grease: "Grease",
  seal: "Seal",
  bearing: "Bearing",
  cup: "Cup",
  spindle: "Spindle",
  spindleThread: "Spindle thread",
  play: "Play",
  nutLock: "Pin, tab or clip",
  studs: "Studs and nuts",
};

const Seen = styled.fieldset`
  border: 0;
  margin: 0;
  padding: 0;
  legend {
    color: var(--steel);
    font-size: 15px;
    padding: 0;
  }
  label {
    display: flex;
    gap: 12px;
    align-items: center;
    min-height: 48px;
    border-top: 1px solid var(--hair);
    cursor: pointer;
  }
  input {
    width: 22px;
    height: 22px;
    flex: none;
    accent-color: var(--working);
  }
  .words {
    flex: 1;
  }
`;

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
  onLeave: () => void;
}

/** Something found: where, what is seen, and at once what it means and sets off. */
export function FindingPanel({ visit, step, onState, onLeave }: Props) {
  const rules = useQuery({
    queryKey: ["rulebook"],
    queryFn: () => answer(shop.GET("/api/bay/rulebook")),
    staleTime: Infinity,
  });
  const ends = visit.places.filter((p) => p.kind === "wheelEnd");
  const [place, setPlace] = useState(
    () => ends.find((p) => p.code === step?.place)?.code ?? visit.state.jobs[0]?.place ?? "",
  );
  const [subject, setSubject] = useState<Schemas["Subject"]>(step?.looks[0] ?? "grease");
  const [rule, setRule] = useState("");
  const [note, setNote] = useState("");
  const [id] = useState(newId);
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus({ preventScroll: true }), []);
  const add = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/bay/visits/{id}/findings/{findingId}", {
          params: { path: { id: visit.id, findingId: id } },
          body: { place, ruleCode: rule, note },
        }),
      ),
    onSuccess: (state) => {
      onState(state);
      onLeave();
    },
  });
  const rows = (rules.data ?? []).filter((r) => r.subject === subject);
  const picked = rows.find((r) => r.code === rule);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onLeave();
      }}
    >
      <Stack $gap={14}>
        <h2 ref={heading} tabIndex={-1} style={{ outline: "none" }}>
          What did you find?
        </h2>
        <Row $gap={16} style={{ alignItems: "start" }}>
          <Choice
            label="Where"
            value={place}
            onChange={setPlace}
            options={ends.map((p) => [p.code, p.spoken] as const)}
          />
          <Choice
            label="On the"
            value={subject}
            onChange={(s) => {
              setSubject(s);
              setRule("");
            }}
            options={Object.entries(SUBJECTS) as [Schemas["Subject"], string][]}
          />
        </Row>
        <Seen>
          <legend>What you see</legend>
          {rows.map((r) => (
            <label key={r.code}>
              <input type="radio" name="seen" checked={rule === r.code} onChange={() => setRule(r.code)} />
              <span className="words">{r.seen}</span>
              <VerdictWord verdict={r.verdict} />
            </label>
          ))}
        </Seen>
        <div aria-live="polite">{picked?.judgement && <JudgementText of={picked.judgement} />}</div>
        <TextField label="In your own words, if you like" value={note} onChange={setNote} />
        <Problem of={add.error} />
        <Row $gap={12}>
          <Button type="submit" $main isDisabled={!rule || add.isPending}>
            Write it down
          </Button>
          <Button onPress={onLeave}>Back to the step</Button>
        </Row>
      </Stack>
    </form>
  );
}
