import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { Button } from "../ui/Button";
import { Checkbox } from "../ui/Checkbox";
import { range } from "../ui/EstimateTable";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Quiet, Stack } from "../ui/Page";
import { useForm } from "../ui/useForm";
import { VerdictWord } from "../ui/Verdict";
import type { About } from "./about";

interface Props {
  of: About;
  proposed: Schemas["ApprovalLineAnswer"][];
  /** The customer's mail address, may be empty; null where this shop sends no mail. */
  mail: string | null;
  onAsked: (now: Schemas["ApprovalsAnswer"]) => void;
}

/** What would be asked now: what is left out is not asked; one touch sends it. */
export function Ask({ of, proposed, mail, onAsked }: Props) {
  const money = useMoney();
  const form = useForm({
    start: { left: [] as string[], note: "", mailTo: mail ?? "", waits: of.visit !== undefined },
    send: (edit, id) =>
      answer(
        shop.PUT("/api/approvals/{id}", {
          params: { path: { id } },
          body: {
            visitId: of.visit ?? null,
            bookingId: of.booking ?? null,
            lines: proposed
              .filter((l) => !edit.left.includes(l.key))
              .map(({ jobs, why, findingId }) => ({ jobs, why, findingId })),
            note: edit.note,
            mailTo: edit.mailTo.trim() || null,
            waits: edit.waits,
          },
        }),
      ),
    done: onAsked,
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <h3>To ask the customer</h3>
        {proposed.map((l) => (
          <Checkbox
            key={l.key}
            checked={!edit.left.includes(l.key)}
            onChange={(on) =>
              change({ left: on ? edit.left.filter((k) => k !== l.key) : [...edit.left, l.key] })
            }
          >
            <b>{l.what}</b> {range(l.extra, money)} {l.verdict && <VerdictWord verdict={l.verdict} />}
            {l.why && <Quiet style={{ display: "block" }}>{l.why}</Quiet>}
          </Checkbox>
        ))}
        <TextField
          label="What you add"
          hint="In your own words; may stay empty"
          value={edit.note}
          onChange={(note) => change({ note })}
          problem={at("/note")}
        />
        {mail !== null && (
          <TextField
            label="Mail it to"
            hint="Empty for none: you get the address either way"
            value={edit.mailTo}
            onChange={(mailTo) => change({ mailTo })}
            problem={at("/mailTo")}
          />
        )}
        {of.visit && (
          <Checkbox checked={edit.waits} onChange={(waits) => change({ waits })}>
            Its work waits for the answer
          </Checkbox>
        )}
        <FormProblem of={form} />
        <div>
          <Button type="submit" $main isDisabled={form.pending || edit.left.length === proposed.length}>
            Ask the customer
          </Button>
        </div>
      </Stack>
    </Form>
  );
}
