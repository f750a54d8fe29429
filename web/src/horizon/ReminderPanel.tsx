import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { clockInWords, dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

/** A reminder to the customer: its words can be changed before it goes. */
export function ReminderPanel({ booking }: { booking: string }) {
  const [open, setOpen] = useState(false);
  const path = { id: booking };
  const reminder = useQuery({
    queryKey: ["reminder", booking],
    queryFn: () => answer(shop.GET("/api/horizon/bookings/{id}/reminder", { params: { path } })),
    enabled: open,
  });
  return (
    <Stack $gap={8}>
      <div>
        <TextButton aria-expanded={open} onPress={() => setOpen(!open)}>
          Remind the customer
        </TextButton>
      </div>
      <Problem of={reminder.error} />
      {open && reminder.data && (
        <Words key={reminder.data.sent.length} booking={booking} of={reminder.data} />
      )}
    </Stack>
  );
}

function Words({ booking, of }: { booking: string; of: Schemas["ReminderAnswer"] }) {
  const queries = useQueryClient();
  const [id] = useState(newId);
  const [to, setTo] = useState(of.to);
  const [subject, setSubject] = useState(of.subject);
  const [body, setBody] = useState(of.body);
  const send = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/horizon/bookings/{id}/reminders/{reminderId}", {
          params: { path: { id: booking, reminderId: id } },
          body: { to, subject, body },
        }),
      ),
    onSuccess: (now) => queries.setQueryData(["reminder", booking], now),
  });
  const refused = send.error instanceof ShopProblem ? send.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send.mutate();
      }}
    >
      <Stack $gap={8}>
        {of.sent.map((s) => (
          <Quiet key={s.at}>
            {s.failed
              ? `Not sent ${dayInWords(s.at)} ${clockInWords(s.at)}: ${s.failed}`
              : `Sent to ${s.to} on ${dayInWords(s.at)} at ${clockInWords(s.at)} by ${s.by}.`}
          </Quiet>
        ))}
        {!of.canSend && (
          <p>This shop has no mail service: start it with --mail HOST:PORT. The words can be copied.</p>
        )}
        <TextField label="To" value={to} onChange={setTo} problem={refused?.field("/to")} />
        <TextField
          label="Subject"
          value={subject}
          onChange={setSubject}
          problem={refused?.field("/subject")}
        />
        <TextField
          label="Words"
          lines
          rows={12}
          value={body}
          onChange={setBody}
          problem={refused?.field("/body")}
        />
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit" isDisabled={!of.canSend}>
            Send it
          </Button>
        </Row>
      </Stack>
    </form>
  );
}
