import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../api/client";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Quiet, Row, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { Form, FormProblem, Saved } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { SettingsFrame } from "./SettingsFrame";

/** The words that reminders are written with. */
export default function ReminderWordsPage() {
  const words = useQuery({
    queryKey: ["reminder-words"],
    queryFn: () => answer(shop.GET("/api/settings/reminder-words")),
  });
  return (
    <SettingsFrame title="Words of reminders">
      <Waiting of={words} what="Reading the words" rows={3} />
      {words.data && <ReminderWords of={words.data} />}
    </SettingsFrame>
  );
}

function ReminderWords({ of }: { of: Schemas["ReminderWordsAnswer"] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: { subject: of.subject, body: of.body },
    send: (body) => answer(shop.PUT("/api/settings/reminder-words", { body })),
    done: (now) => queries.setQueryData(["reminder-words"], now),
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <Quiet>
          Filled in for each visit: {of.places.map((p) => `[${p}]`).join(" ")}. Each reminder says what, why
          and how long.
        </Quiet>
        <TextField
          label="Subject"
          value={edit.subject}
          onChange={(subject) => change({ subject })}
          problem={at("/subject")}
        />
        <TextField
          label="Words"
          lines
          rows={16}
          value={edit.body}
          onChange={(body) => change({ body })}
          problem={at("/body")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            Save the words
          </Button>
          <Saved of={form} />
        </Row>
      </Stack>
    </Form>
  );
}
