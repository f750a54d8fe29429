import { DateField } from "../../ui/DateField";
import type { FormState } from "../../ui/useForm";
import type { Edit } from "./draft";

/** The day that a visit's work was done. */
export default function DayField({ form }: { form: FormState<Edit> }) {
  return (
    <DateField
      label="The day it was done"
      value={form.edit.on}
      onChange={(on) => form.change({ on })}
      problem={form.at("/day/on")}
      hint="All of the visit moves to it; what recurs, and the checks owed, count from that day."
    />
  );
}
