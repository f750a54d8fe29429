import type { Schemas } from "../../api/client";
import { Select } from "../../ui/Select";
import type { FormState } from "../../ui/useForm";
import type { Edit } from "./draft";

/** Where it was: the places of the kind that it can be at. */
export function Where({
  visit,
  form,
  pointer,
  kinds,
}: {
  visit: Schemas["VisitAnswer"];
  form: FormState<Edit>;
  pointer: string;
  kinds?: readonly Schemas["PlaceKind"][] | undefined;
}) {
  const spots = kinds ? visit.places.filter((p) => kinds.includes(p.kind)) : visit.places;
  return (
    <Select
      label="Where"
      value={form.edit.place}
      onChange={(place) => form.change({ place })}
      options={spots.map((p) => [p.code, p.spoken] as const)}
      problem={form.at(pointer)}
    />
  );
}
