import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useJobsOffered } from "../../api/useJobsOffered";
import { Button, TextButton } from "../../ui/Button";
import { Plain, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { useChangeJobs } from "./useChangeJobs";
import { Select } from "../../ui/Select";

type JobAt = Schemas["JobAt"];

/** The jobs of a visit at work: how far each is, another to be added, one to be left out; with its minutes before anybody agrees. */
export function JobsPanel({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const [adding, setAdding] = useState(false);
  const jobs = visit.state.jobs.map(({ job, place }) => ({ job, place }));
  const change = useChangeJobs(visit, () => setAdding(false));
  const open = !visit.state.closedAt;
  return (
    <Section>
      <h3>Jobs of this visit</h3>
      <Plain>
        {visit.state.jobs.map((j) => (
          <li key={j.job + j.place}>
            {j.done ? "✓ " : ""}
            {j.name}, {j.placeSpoken}{" "}
            {open && !j.done && visit.state.jobs.length > 1 && (
              <TextButton
                isDisabled={change.isPending}
                onPress={() =>
                  change.mutate({
                    jobs: jobs.filter((o) => o.job !== j.job || o.place !== j.place),
                    technicians: visit.technicians,
                  })
                }
                aria-label={`Remove ${j.name}, ${j.placeSpoken}`}
              >
                remove
              </TextButton>
            )}
          </li>
        ))}
      </Plain>
      <Problem of={change.error} />
      {open &&
        (adding ? (
          <Add
            visit={visit}
            jobs={jobs}
            pending={change.isPending}
            onAdd={(job) => change.mutate({ jobs: [...jobs, job], technicians: visit.technicians })}
            onLeave={() => setAdding(false)}
          />
        ) : (
          <Row $gap={16}>
            <TextButton onPress={() => setAdding(true)}>Add a job</TextButton>
            <TextButton
              isDisabled={change.isPending}
              onPress={() => change.mutate({ jobs, technicians: visit.technicians === 1 ? 2 : 1 })}
            >
              {visit.technicians === 1 ? "A second technician joins" : "One goes on alone"}
            </TextButton>
          </Row>
        ))}
    </Section>
  );
}

interface AddProps {
  visit: Schemas["VisitAnswer"];
  jobs: JobAt[];
  pending: boolean;
  onAdd: (job: JobAt) => void;
  onLeave: () => void;
}

function Add({ visit, jobs, pending, onAdd, onLeave }: AddProps) {
  const offered = useJobsOffered(visit.trailerId) ?? [];
  const [code, setCode] = useState("");
  const [place, setPlace] = useState("");
  const job = offered.find((o) => o.code === code) ?? offered[0];
  const free = job?.places.filter((p) => !jobs.some((j) => j.job === job.code && j.place === p)) ?? [];
  const at = free.includes(place) ? place : (free[0] ?? "");
  const spoken = new Map(visit.places.map((p) => [p.code, p.spoken]));
  const wanted = job && at ? { job: job.code, place: at } : null;
  const look = useQuery({
    queryKey: ["jobs-look", visit.id, wanted, visit.state.entries.length, visit.composed],
    queryFn: () =>
      answer(
        shop.POST("/api/bay/visits/{id}/jobs/preview", {
          params: { path: { id: visit.id } },
          body: {
            jobs: wanted ? [...jobs, wanted] : jobs,
            technicians: visit.technicians,
            composed: visit.composed,
          },
        }),
      ),
    enabled: wanted !== null,
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (wanted) onAdd(wanted);
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onLeave();
      }}
    >
      <Stack $gap={8}>
        <Select
          label="Job"
          value={job?.code ?? ""}
          onChange={setCode}
          options={offered.map((o) => [o.code, o.name] as const)}
        />
        <Select
          label="Where"
          value={at}
          onChange={setPlace}
          options={free.map((p) => [p, spoken.get(p) ?? p] as const)}
        />
        <div aria-live="polite">{look.data && <PreviewWords of={look.data} />}</div>
        <Row>
          <Button type="submit" $main isDisabled={!wanted || pending || Boolean(look.data?.whyNot)}>
            Add it
          </Button>
          <TextButton onPress={onLeave}>Cancel</TextButton>
        </Row>
      </Stack>
    </form>
  );
}

/** What changed jobs would come to. */
export function PreviewWords({ of }: { of: Schemas["JobsPreview"] }) {
  if (of.whyNot) return <span>{of.whyNot}</span>;
  return (
    <Stack $gap={2}>
      <b>{of.extraInWords}</b>
      {of.opens.length > 0 && <Quiet>comes off for it: {of.opens.join("; ")}</Quiet>}
      {of.again.length > 0 && <Quiet>comes off once more: {of.again.join("; ")}</Quiet>}
    </Stack>
  );
}
