import type { ReactNode } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { TextButton } from "./Button";
import { Quiet, Section, Stack } from "./Page";
import { VerdictWord } from "./Verdict";

type Conclusion = Schemas["ConclusionAnswer"];
type Job = Schemas["JobAnswer"];

const Sides = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 16px;
  & > * {
    border-top: 2px solid var(--ink);
    padding-top: 4px;
  }
`;

/** A cause's thread: the sentence on top, what points to it hung below. */
const Signs = styled.ul`
  border-left: 3px solid var(--working);
  padding-left: 12px;
  color: var(--steel);
`;

interface Props {
  of: readonly Conclusion[];
  /** Adds a job that mends it to the visit; absent where none can be added. */
  onAdd?: ((job: Job) => void) | undefined;
}

/** What several looks come to together: likely causes first, then contradictions, pairs and comparisons. */
export function Conclusions({ of, onAdd }: Props) {
  const told = of.filter((c) => c.kind !== "comparison" || c.judgement.verdict !== "sound");
  const kinds = (kind: Conclusion["kind"]) => told.filter((c) => c.kind === kind);
  if (told.length === 0) return null;
  const offers = (c: Conclusion) =>
    onAdd &&
    c.jobs.slice(0, 1).map((job) => (
      <div key={job.job + job.place}>
        <TextButton onPress={() => onAdd(job)}>
          add {job.name.toLowerCase()}, {job.placeSpoken}
        </TextButton>
      </div>
    ));
  return (
    <Section aria-label="What the looks say together">
      {kinds("cause").length > 0 && <h3>Likely cause</h3>}
      {kinds("cause").map((c) => (
        <Cause key={c.code + c.place} cause={c} where={c.placeSpoken} />
      ))}
      {kinds("contradiction").length > 0 && <h3>These contradict each other</h3>}
      {kinds("contradiction").map((c) => (
        <Stack key={c.place + c.seen} $gap={4}>
          <Quiet>{c.placeSpoken}</Quiet>
          <Sides>
            {c.signs.map((s) => (
              <b key={s}>{s}</b>
            ))}
          </Sides>
          <span>{c.judgement.rule}</span>
        </Stack>
      ))}
      {kinds("pair").length + kinds("comparison").length > 0 && <h3>Side against side</h3>}
      {[...kinds("pair"), ...kinds("comparison")].map((c) => (
        <Stack key={c.code + c.place} $gap={3}>
          <span>
            <VerdictWord verdict={c.judgement.verdict} /> {c.placeSpoken}
          </span>
          <span>{c.seen}</span>
          <span>{c.judgement.rule}</span>
          {c.judgement.setsOff.map((s) => (
            <span key={s}>→ {s}</span>
          ))}
          <Quiet>{c.judgement.source}</Quiet>
          {offers(c)}
        </Stack>
      ))}
    </Section>
  );
}

/** A likely cause with the signs that point to it, and what to do so that it does not come again. */
export function Cause({
  cause,
  where,
  children,
}: {
  cause: Pick<Conclusion, "seen" | "judgement"> & { signs?: readonly string[] };
  where: string;
  children?: ReactNode;
}) {
  return (
    <Stack $gap={5}>
      <b>{cause.seen}</b>
      <Signs aria-label={`What points to it, ${where}`}>
        {cause.signs?.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </Signs>
      {cause.judgement.setsOff.map((s) => (
        <span key={s}>→ {s}</span>
      ))}
      {children}
    </Stack>
  );
}
