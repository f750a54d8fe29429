import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { SettingsFrame } from "./SettingsFrame";
import { VerdictWord } from "../ui/Verdict";

const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) 130px 120px minmax(0, 1.6fr) auto;
  gap: 4px 20px;
  align-items: baseline;
  .figure {
    font:
      600 20px/1.2 "Barlow Semi Condensed",
      sans-serif;
  }
  @media (max-width: 760px) {
    grid-template-columns: minmax(0, 1fr) auto;
    & > :first-child,
    & > .from {
      grid-column: 1 / -1;
    }
  }
`;

/** The limits that figures are judged by, each with its source; a shop may set its own. */
export default function LimitsPage() {
  const limits = useQuery({
    queryKey: ["limits"],
    queryFn: () => answer(shop.GET("/api/settings/limits")),
  });
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <SettingsFrame
      title="Limits"
      about="What a figure is judged by. Set your own tighter whenever you like; looser than a published one takes a
        reason, and shows wherever it counts."
    >
      <Waiting of={limits} what="Reading the limits" rows={8} />
      <Lines>
        {limits.data?.map((l) => (
          <li key={l.code}>
            <Line>
              <span>{l.name}</span>
              <span className="figure">
                {l.bound === "atLeast" ? "≥" : l.bound === "atMost" ? "≤" : "<"} {l.inForce}
              </span>
              <VerdictWord verdict={l.beyond} />
              <Quiet className="from">
                {l.inForceFrom}
                {l.by && l.at && ` · set by ${l.by} on ${dayInWords(l.at)}`}
                {l.reason && !l.inForceFrom.includes(l.reason) && `: ${l.reason}`}
              </Quiet>
              <TextButton
                aria-label={`${l.own === null ? "set your own" : "change"}: ${l.name}`}
                onPress={() => setEditing(editing === l.code ? null : l.code)}
              >
                {l.own === null ? "set your own" : "change"}
              </TextButton>
            </Line>
            {editing === l.code && <Edit limit={l} onDone={() => setEditing(null)} />}
          </li>
        ))}
      </Lines>
    </SettingsFrame>
  );
}

function Edit({ limit, onDone }: { limit: Schemas["LimitAnswer"]; onDone: () => void }) {
  const queries = useQueryClient();
  const form = useForm({
    start: { typed: limit.own ?? "", reason: limit.reason },
    send: ({ typed, reason }) =>
      answer(
        shop.PUT("/api/settings/limits/{code}", {
          params: { path: { code: limit.code } },
          body: { typed, reason, version: limit.version },
        }),
      ),
    done: async (now) => {
      queries.setQueryData(["limits"], now);
      onDone();
      await queries.invalidateQueries();
    },
  });
  // Refused because somebody else was first: what stands now is fetched beside the sentence.
  useEffect(() => {
    if (form.error) void queries.invalidateQueries({ queryKey: ["limits"] });
  }, [form.error, queries]);
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack $gap={8} style={{ maxWidth: 560, padding: "8px 0" }}>
        <TextField
          label={`This shop’s own; the default is ${limit.ours} (${limit.oursFrom})`}
          value={edit.typed}
          onChange={(typed) => change({ typed })}
          problem={at("/typed")}
          placeholder={limit.ours}
          autoFocus
        />
        <TextField
          label={limit.published ? "Why; needed to loosen a published figure" : "Why, if you like"}
          value={edit.reason}
          onChange={(reason) => change({ reason })}
          problem={at("/reason")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending || !edit.typed.trim()}>
            Set it
          </Button>
          {limit.own !== null && (
            <Button isDisabled={form.pending} onPress={() => form.submit({ typed: "" })}>
              Back to {limit.ours}
            </Button>
          )}
          <TextButton onPress={onDone}>Cancel</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}
