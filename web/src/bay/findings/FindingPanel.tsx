import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useRulebook } from "../../api/useRulebook";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Row, Stack } from "../../ui/Page";
import { RadioGroup } from "../../ui/RadioGroup";
import { JudgementText, VerdictWord } from "../../ui/Verdict";
import { Illustration } from "../../illustrations/Illustration";
import { SuspectParts } from "../../ui/OwnYears";
import { Classed } from "../../ui/Classed";
import { PreviewWords } from "../visit/JobsPanel";
import { Select } from "../../ui/Select";
import { WhichOne } from "../../ui/WhichOne";
import { note as say } from "../../ui/Notes";
import { Checkbox } from "../../ui/Checkbox";

// What is found of these may be a seal that came by a delivery that goes early.
const SEALED: readonly Schemas["Subject"][] = ["grease", "oil", "leak", "seal"];

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
  onLeave: () => void;
}

/** Something found: where, what is seen, and at once what it means and sets off. */
export function FindingPanel({ visit, step, onState, onLeave }: Props) {
  const rules = useRulebook(visit.id);
  const [subject, setSubject] = useState<Schemas["Subject"]>(step?.subjects[0] ?? "grease");
  const [chosen, setPlace] = useState("");
  const kinds = rules.data?.rows.find((r) => r.subject === subject)?.places ?? [];
  const about = rules.data?.subjects.find((s) => s.subject === subject);
  const spots = visit.places.filter((p) => kinds.includes(p.kind));
  const here = visit.places.find((p) => p.code === (step?.place ?? visit.state.jobs[0]?.place));
  // The place at hand, or the one of the right kind nearest to it.
  const place = (
    spots.find((p) => p.code === chosen) ??
    spots.find((p) => p.code === here?.code) ??
    spots.find((p) => p.axle === here?.axle && p.side === here?.side) ??
    spots.find((p) => p.side === here?.side) ??
    spots[0]
  )?.code;
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus({ preventScroll: true }), []);
  const rows = (rules.data?.rows ?? []).filter((r) => r.subject === subject);
  // Damage has a class only where something is wrong.
  const isClassed = (code: string) =>
    Boolean(about?.classed && rows.some((r) => r.code === code && r.judgement.verdict !== "sound"));
  const form = useForm({
    start: {
      rule: "",
      note: "",
      which: "" as "" | "inner" | "outer",
      damage: "",
      adding: [] as readonly Schemas["JobAt"][],
    },
    send: ({ rule, note, which, damage, adding }, id) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/findings/{findingId}", {
          params: { path: { id: visit.id, findingId: id } },
          body: {
            place: place ?? "",
            ruleCode: rule,
            note,
            which: about?.innerAndOuter ? which : "",
            damage: (isClassed(rule) && damage) || null,
            jobs: [...adding],
          },
        }),
      ),
    done: (state, _sent, id) => {
      const written = state.findings.find((f) => f.id === id);
      if (written)
        say(`Written down: ${written.seen}, ${written.placeSpoken}.`, () => {
          void answer(
            shop.DELETE("/api/bay/visits/{id}/findings/{findingId}", {
              params: { path: { id: visit.id, findingId: id } },
            }),
          ).then(onState, (fault: Error) => say(`It could not be taken back: ${fault.message}`));
        });
      onState(state);
      onLeave();
    },
  });
  const { edit, change } = form;
  const { rule, adding } = edit;
  const picked = rows.find((r) => r.code === rule);
  const classed = isClassed(rule);
  const remedies = useQuery({
    queryKey: ["remedies", visit.id, rule, place, visit.composed, visit.state.entries.length],
    queryFn: () =>
      answer(
        shop.GET("/api/bay/visits/{id}/remedies", {
          params: { path: { id: visit.id }, query: { rule, place: place ?? "" } },
        }),
      ),
    enabled: Boolean(picked && place && picked.jobs?.length),
  });
  const offers = (picked && remedies.data) || [];
  return (
    <Form of={form} onLeave={onLeave}>
      <Stack $gap={14}>
        <h2 ref={heading} tabIndex={-1} style={{ outline: "none" }}>
          What did you find?
        </h2>
        <Row $gap={16} style={{ alignItems: "start" }}>
          <Select
            label="Where"
            value={place ?? ""}
            onChange={(code) => {
              setPlace(code);
              change({ adding: [] });
            }}
            options={spots.map((p) => [p.code, p.spoken] as const)}
          />
          <Select
            label="On the"
            value={subject}
            onChange={(s) => {
              setSubject(s);
              change({ rule: "" });
            }}
            options={(rules.data?.subjects ?? []).map((o) => [o.subject, o.words] as const)}
          />
        </Row>
        {SEALED.includes(subject) && <SuspectParts trailer={visit.trailerId} place={place} />}
        <RadioGroup
          label="What you see"
          value={rule}
          onChange={(code) => change({ rule: code, adding: [] })}
          options={rows.map((r) => ({
            value: r.code,
            children: (
              <>
                <Illustration subject={r.subject} code={r.code} />
                <span style={{ flex: 1 }}>{r.seen}</span>
                <VerdictWord verdict={r.judgement.verdict} />
              </>
            ),
          }))}
        />
        <div aria-live="polite">{picked?.judgement && <JudgementText of={picked.judgement} />}</div>
        {about?.innerAndOuter && <WhichOne value={edit.which} onChange={(which) => change({ which })} />}
        {classed && <Classed value={edit.damage} onChange={(damage) => change({ damage })} />}
        {offers.length > 0 && (
          <div role="group" aria-label="Add to this visit">
            <h3>Add to this visit</h3>
            {offers.map((o) => (
              <Checkbox
                key={o.job + o.place}
                checked={adding.some((j) => j.job === o.job && j.place === o.place)}
                disabled={o.extra.whyNot !== null}
                onChange={(on) =>
                  form.alter("adding", (now) =>
                    on
                      ? [...now, { job: o.job, place: o.place }]
                      : now.filter((j) => j.job !== o.job || j.place !== o.place),
                  )
                }
              >
                {o.name}, {o.placeSpoken}: <PreviewWords of={o.extra} />
              </Checkbox>
            ))}
          </div>
        )}
        <TextField
          label="In your own words, if you like"
          value={edit.note}
          onChange={(note) => change({ note })}
        />
        <FormProblem of={form} />
        <Row $gap={12}>
          <Button type="submit" $main isDisabled={!rule || form.pending}>
            Write it down
          </Button>
          <Button onPress={onLeave}>Back to the step</Button>
        </Row>
      </Stack>
    </Form>
  );
}
