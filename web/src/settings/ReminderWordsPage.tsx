import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Waiting } from "../ui/Waiting";
import { useUnsaved } from "../ui/unsaved";
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
  const [subject, setSubject] = useState(of.subject);
  const [body, setBody] = useState(of.body);
  const typed = useUnsaved({ subject, body });
  const save = useMutation({
    mutationFn: () => {
      typed.sending();
      return answer(shop.PUT("/api/settings/reminder-words", { body: { subject, body } }));
    },
    onSuccess: (now) => {
      typed.saved();
      queries.setQueryData(["reminder-words"], now);
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack>
        <Quiet>
          Filled in for each visit: {of.places.map((p) => `[${p}]`).join(" ")}. Each reminder says what, why
          and how long.
        </Quiet>
        <TextField label="Subject" value={subject} onChange={setSubject} />
        <TextField
          label="Words"
          lines
          rows={16}
          value={body}
          onChange={setBody}
          problem={refused?.field("/body")}
        />
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit">Save the words</Button>
          {save.isSuccess && <span role="status">Saved.</span>}
        </Row>
      </Stack>
    </form>
  );
}
