import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { Quiet, Section } from "../../ui/Page";
import { isWanted, type JobAt, offeredAt } from "./wanted";
import { Checkbox } from "../../ui/Checkbox";

const Ticks = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 0 16px;
  label {
    line-height: 1.2;
    padding: 4px 0;
  }
`;

interface Props {
  offered: readonly Schemas["JobOffered"][];
  picked: string;
  wanted: readonly JobAt[];
  onToggle: (job: string, place: string, on: boolean) => void;
  /** What stands over the ticks. */
  title: string;
}

/** The jobs that can be done at the place picked, each to be wanted or not. */
export function JobsHere({ offered, picked, wanted, onToggle, title }: Props) {
  const here = offeredAt(offered, picked);
  return here.length === 0 ? null : (
    <Section>
      <h3>{title}</h3>
      <Ticks role="group" aria-label={title}>
        {here.map(({ job, place }) => (
          <Checkbox
            key={job.code + place}
            checked={isWanted(wanted, job.code, place)}
            onChange={(on) => onToggle(job.code, place, on)}
            disabled={job.against !== null}
          >
            {job.name} {job.against && <Quiet>{job.against}</Quiet>}
          </Checkbox>
        ))}
      </Ticks>
    </Section>
  );
}
