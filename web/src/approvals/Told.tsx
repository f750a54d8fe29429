import { answer, type Schemas, shop } from "../api/client";
import { Button, TextButton } from "../ui/Button";
import { Checkbox } from "../ui/Checkbox";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Quiet, Row, Stack } from "../ui/Page";
import { useForm } from "../ui/useForm";

interface Props {
  of: Schemas["ApprovalAnswer"];
  onNow: (now: Schemas["ApprovalsAnswer"]) => void;
  onLeave: () => void;
}

/** An answer that was said to the shop, written down by whoever heard it. */
export function Told({ of, onNow, onLeave }: Props) {
  const form = useForm({
    start: { agreed: of.lines.map((l) => l.key), name: "" },
    send: (edit) =>
      answer(shop.PUT("/api/approvals/{id}/answer", { params: { path: { id: of.id } }, body: edit })),
    done: onNow,
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack $gap={6}>
        <Quiet>What is ticked they agreed to; what is not they declined.</Quiet>
        {of.lines.map((l) => (
          <Checkbox
            key={l.key}
            checked={edit.agreed.includes(l.key)}
            onChange={(on) =>
              change({ agreed: on ? [...edit.agreed, l.key] : edit.agreed.filter((k) => k !== l.key) })
            }
          >
            {l.what}
          </Checkbox>
        ))}
        <TextField
          label="Who said it"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={at("/name")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            {edit.agreed.length === 0 ? "They declined it" : "They agreed to it"}
          </Button>
          <TextButton onPress={onLeave}>Cancel</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}
