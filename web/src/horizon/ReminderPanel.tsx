import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { clockInWords, dayInWords } from "../api/words";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
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
    // One that waits goes by itself: what became of it shows without anybody asking.
    refetchInterval: ({ state }) =>
      state.data?.sent.some((s) => !s.sentAt && (s.nextAt ?? !s.failed)) ? 5_000 : false,
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

/** What became of a reminder: sent, tried again by itself, given up, or on its way. */
function howItWent(s: Schemas["ReminderSent"]): string {
  const when = `${dayInWords(s.at)} ${clockInWords(s.at)}`;
  if (s.sentAt) return `Sent to ${s.to} on ${dayInWords(s.sentAt)} at ${clockInWords(s.sentAt)} by ${s.by}.`;
  if (s.failed && s.nextAt)
    return `Not sent yet, of ${when}: ${s.failed} Tried again by itself at ${clockInWords(s.nextAt)}.`;
  return s.failed ? `Not sent ${when}: ${s.failed}` : `On its way to ${s.to}, by ${s.by}.`;
}

function Words({ booking, of }: { booking: string; of: Schemas["ReminderAnswer"] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: { to: of.to, subject: of.subject, body: of.body },
    send: (body, id) =>
      answer(
        shop.PUT("/api/horizon/bookings/{id}/reminders/{reminderId}", {
          params: { path: { id: booking, reminderId: id } },
          body,
        }),
      ),
    done: (now) => queries.setQueryData(["reminder", booking], now),
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack $gap={8}>
        {of.sent.map((s) => (
          <Quiet key={s.at}>{howItWent(s)}</Quiet>
        ))}
        {!of.canSend && (
          <p>This shop has no mail service: start it with --mail HOST:PORT. The words can be copied.</p>
        )}
        <TextField label="To" value={edit.to} onChange={(to) => change({ to })} problem={at("/to")} />
        <TextField
          label="Subject"
          value={edit.subject}
          onChange={(subject) => change({ subject })}
          problem={at("/subject")}
        />
        <TextField
          label="Words"
          lines
          rows={12}
          value={edit.body}
          onChange={(body) => change({ body })}
          problem={at("/body")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={!of.canSend || form.pending}>
            Send it
          </Button>
        </Row>
      </Stack>
    </Form>
  );
}
