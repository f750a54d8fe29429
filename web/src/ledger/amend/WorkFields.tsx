import type { Schemas } from "../../api/client";
import { useJobsOffered } from "../../api/useJobsOffered";
import { Quiet, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import type { FormState } from "../../ui/useForm";
import type { Edit } from "./draft";

interface Props {
  visit: Schemas["VisitAnswer"];
  form: FormState<Edit>;
}

/** Which job was really done, and where. */
export default function WorkFields({ visit, form }: Props) {
  const { edit, change, at } = form;
  const offered = useJobsOffered(visit.trailerId) ?? [];
  const places = offered.find((j) => j.code === edit.job)?.places ?? [];
  return (
    <Stack $gap={14}>
      <Select
        label="The job"
        value={edit.job}
        onChange={(job) => {
          const spots = offered.find((j) => j.code === job)?.places ?? [];
          change({ job, place: spots.includes(edit.place) ? edit.place : (spots[0] ?? edit.place) });
        }}
        options={[["", "pick the job"], ...offered.map((j) => [j.code, j.name] as const)]}
        problem={at("/work/now")}
      />
      <Select
        label="Where"
        value={edit.place}
        onChange={(place) => change({ place })}
        options={visit.places.filter((p) => places.includes(p.code)).map((p) => [p.code, p.spoken] as const)}
      />
      <Quiet>
        Due dates count from it. The steps, figures and parts of the visit stay as they are: put each right
        that belongs elsewhere.
      </Quiet>
    </Stack>
  );
}
