import type { Schemas } from "../../api/client";
import { useParts } from "../../api/useParts";
import { TypeAhead } from "../../ui/ComboBox";
import { TextField } from "../../ui/Fields";
import { Row, Stack } from "../../ui/Page";
import type { FormState } from "../../ui/useForm";
import type { Edit } from "./draft";
import { Where } from "./Where";

interface Props {
  visit: Schemas["VisitAnswer"];
  form: FormState<Edit>;
}

/** What was used, how much of it, and where. */
export default function PartFields({ visit, form }: Props) {
  const { edit, change, at } = form;
  const parts = useParts();
  return (
    <Stack $gap={14}>
      <TypeAhead
        label="What was used: scan or type"
        value={edit.name}
        onChange={(typed) => {
          const text = typed.trim().toLowerCase();
          const part = parts.data?.find(
            (p) => p.code.toLowerCase() === text || p.name.toLowerCase() === text,
          );
          change({ name: part?.name ?? typed, ...(part && { unit: part.unit }) });
        }}
        offers={parts.data?.map((p) => p.name)}
        problem={at("/part/now/name")}
      />
      <Row $gap={16} style={{ alignItems: "start" }}>
        <TextField
          label={edit.unit === "piece" ? "How many" : `How much, ${edit.unit}`}
          value={edit.quantity}
          onChange={(quantity) => change({ quantity })}
          problem={at("/part/now/quantity")}
        />
        <Where visit={visit} form={form} pointer="/part/now/place" />
      </Row>
    </Stack>
  );
}
