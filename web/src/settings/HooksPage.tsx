import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { clockInWords, dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { Checkbox } from "../ui/Checkbox";
import { type Col, DataTable } from "../ui/DataTable";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useForm } from "../ui/useForm";
import { Waiting } from "../ui/Waiting";
import { SettingsFrame } from "./SettingsFrame";

type Hook = Schemas["HookAnswer"];
type Delivery = Schemas["HookDeliveryAnswer"];
type Event = Schemas["HookEventAnswer"];

// While something is on its way, how it goes is looked at so often, ms.
const OFTEN = 2_000;
const SELDOM = 15_000;

const Wrong = styled.p`
  color: var(--renew);
  font-weight: 600;
`;

/** Other programs that are told as things happen: where, of what, and how it went. */
export default function HooksPage() {
  const hooks = useQuery({
    queryKey: ["hooks"],
    queryFn: () => answer(shop.GET("/api/settings/hooks")),
    refetchInterval: (query) =>
      query.state.data?.hooks.some((h) => h.waiting > 0 && h.paused === null) ? OFTEN : SELDOM,
  });
  const [editing, setEditing] = useState<string | null>(null);
  const { data } = hooks;
  const leave = () => setEditing(null);
  return (
    <SettingsFrame
      title="Other programs"
      about="A program of yours is told as something happens, and need not ask every few minutes. What is
        sent is signed; what is not taken is sent again for three days."
    >
      <Waiting of={hooks} what="Reading who is told" rows={3} />
      {data && (
        <Stack $gap={16}>
          {editing === "" ? (
            <Edit events={data.events} onLeave={leave} />
          ) : (
            <Row>
              <Button onPress={() => setEditing("")}>Tell another program</Button>
            </Row>
          )}
          {data.hooks.length === 0 && editing === null && <p>No program is told anything.</p>}
          {data.hooks.map((hook) =>
            editing === hook.id ? (
              <Edit key={hook.id} hook={hook} events={data.events} onLeave={leave} />
            ) : (
              <Told key={hook.id} hook={hook} events={data.events} onEdit={() => setEditing(hook.id)} />
            ),
          )}
          <Quiet>
            Signed as the open specification “Standard Webhooks” has it: headers webhook-id, webhook-timestamp
            and webhook-signature. The order in which things arrive is not promised; go by the timestamp, and
            by the id where something comes twice.
          </Quiet>
        </Stack>
      )}
    </SettingsFrame>
  );
}

function Edit({ hook, events, onLeave }: { hook?: Hook; events: readonly Event[]; onLeave: () => void }) {
  const queries = useQueryClient();
  const [id] = useState(() => hook?.id ?? newId());
  const form = useForm({
    start: { name: hook?.name ?? "", address: hook?.address ?? "", events: hook?.events ?? [] },
    send: (body) => answer(shop.PUT("/api/settings/hooks/{id}", { params: { path: { id } }, body })),
    done: (now) => {
      queries.setQueryData(["hooks"], now);
      onLeave();
    },
  });
  const { edit, change, at } = form;
  return (
    <Section aria-label={hook ? `Edit ${hook.name}` : "Another program"}>
      <Form of={form}>
        <Stack>
          <TextField
            label="What it is called"
            value={edit.name}
            onChange={(name) => change({ name })}
            problem={at("/name")}
          />
          <TextField
            label="Its address"
            placeholder="https://"
            hint="It is sent a POST there, and answers with 200 to 299."
            value={edit.address}
            onChange={(address) => change({ address })}
            problem={at("/address")}
          />
          <fieldset>
            <legend>Tell it when</legend>
            {events.map((event) => (
              <Checkbox
                key={event.code}
                checked={edit.events.includes(event.code)}
                onChange={(yes) =>
                  change({
                    events: yes
                      ? [...edit.events, event.code]
                      : edit.events.filter((code) => code !== event.code),
                  })
                }
              >
                {event.words} <Quiet>{event.name}</Quiet>
              </Checkbox>
            ))}
            {at("/events") && <Wrong role="alert">{at("/events")}</Wrong>}
          </fieldset>
          <FormProblem of={form} />
          <Row>
            <Button type="submit" isDisabled={form.pending}>
              Save
            </Button>
            <TextButton onPress={onLeave}>Leave it</TextButton>
          </Row>
        </Stack>
      </Form>
    </Section>
  );
}

function Told({ hook, events, onEdit }: { hook: Hook; events: readonly Event[]; onEdit: () => void }) {
  const queries = useQueryClient();
  const onSuccess = (now: Schemas["HooksAnswer"]) => queries.setQueryData(["hooks"], now);
  const path = { id: hook.id };
  const secret = useMutation({
    mutationFn: () => answer(shop.POST("/api/settings/hooks/{id}/secret", { params: { path } })),
  });
  const attempt = useMutation({
    mutationFn: (deliveryId: string) =>
      answer(
        shop.PUT("/api/settings/hooks/{id}/trials/{deliveryId}", {
          params: { path: { ...path, deliveryId } },
        }),
      ),
    onSuccess,
  });
  const again = useMutation({
    mutationFn: (deliveryId: string) =>
      answer(
        shop.POST("/api/settings/hooks/{id}/deliveries/{deliveryId}/again", {
          params: { path: { ...path, deliveryId } },
        }),
      ),
    onSuccess,
  });
  const resume = useMutation({
    mutationFn: () => answer(shop.POST("/api/settings/hooks/{id}/resume", { params: { path } })),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: () => answer(shop.DELETE("/api/settings/hooks/{id}", { params: { path } })),
    onSuccess,
  });
  const words = (code: Event["code"]) => events.find((e) => e.code === code)?.words ?? code;
  const what = (d: Delivery) => (d.trial ? "A trial" : words(d.event));
  const columns: Col<Delivery>[] = [
    { id: "event", title: "What", cell: what, by: what },
    {
      id: "at",
      title: "When",
      cell: (d) => (d.at ? `${dayInWords(d.at.slice(0, 10))}, ${clockInWords(d.at)}` : "on its way"),
      by: (d) => d.at ?? "",
    },
    { id: "how", title: "How it went", cell: how, by: how },
    {
      id: "again",
      title: "",
      cell: (d) =>
        d.takenAt === null && d.failed !== null && hook.paused === null ? (
          <TextButton onPress={() => again.mutate(d.id)}>Send again</TextButton>
        ) : null,
      by: (d) => d.tries,
    },
  ];
  const busy = resume.isPending || remove.isPending;
  return (
    <Section aria-label={hook.name}>
      <Stack>
        <h2>{hook.name}</h2>
        <p style={{ overflowWrap: "anywhere" }}>{hook.address}</p>
        <Lines>
          {hook.events.map((code) => (
            <li key={code}>{words(code)}</li>
          ))}
        </Lines>
        {hook.paused !== null && (
          <Row>
            <Wrong role="alert">Nothing is sent there for now. {hook.paused}</Wrong>
            <Button isDisabled={busy} onPress={() => resume.mutate()}>
              Send again from now on
            </Button>
          </Row>
        )}
        <Row>
          <Button
            isDisabled={attempt.isPending || hook.paused !== null}
            onPress={() => attempt.mutate(newId())}
          >
            Send a trial
          </Button>
          <TextButton onPress={onEdit}>Edit</TextButton>
          <TextButton onPress={() => secret.mutate()}>Show its secret</TextButton>
          <TextButton isDisabled={busy} onPress={() => remove.mutate()}>
            Tell it nothing more
          </TextButton>
        </Row>
        {secret.data && (
          <p>
            It checks signatures by <code style={{ overflowWrap: "anywhere" }}>{secret.data.secret}</code>
          </p>
        )}
        <Problem of={attempt.error ?? again.error ?? resume.error ?? remove.error ?? secret.error} />
        {hook.last.length > 0 && (
          <DataTable
            label={`What ${hook.name} was told`}
            columns={columns}
            items={hook.last}
            idOf={(d) => d.id}
          />
        )}
        {hook.last.length === 0 && <Quiet>Nothing has happened yet that it is told of.</Quiet>}
      </Stack>
    </Section>
  );
}

/** How a delivery goes, in a sentence. */
function how({ takenAt, failed, nextAt, tries }: Delivery): string {
  const after = tries > 1 ? ` after ${tries} tries` : "";
  return takenAt !== null
    ? `taken${after}`
    : failed === null
      ? "waits"
      : nextAt === null
        ? `${failed} Given up${after}.`
        : `${failed} Tried again on ${dayInWords(nextAt.slice(0, 10))}, ${clockInWords(nextAt)}.`;
}
