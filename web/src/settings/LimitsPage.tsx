import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Waiting } from "../ui/Waiting";
import { useUnsaved } from "../ui/unsaved";
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
                aria-label={`${l.own === null ? "set ours" : "change"}: ${l.name}`}
                onPress={() => setEditing(editing === l.code ? null : l.code)}
              >
                {l.own === null ? "set ours" : "change"}
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
  const [typed, setTyped] = useState(limit.own ?? "");
  const [reason, setReason] = useState(limit.reason);
  // Closed once it is saved: nothing else has to be said of it.
  useUnsaved({ typed, reason });
  const save = useMutation({
    mutationFn: (figure: string) =>
      answer(
        shop.PUT("/api/settings/limits/{code}", {
          params: { path: { code: limit.code } },
          body: { typed: figure, reason, version: limit.version },
        }),
      ),
    onSuccess: async (now) => {
      queries.setQueryData(["limits"], now);
      onDone();
      await queries.invalidateQueries();
    },
    // Refused because somebody else was first: what stands now is fetched beside the sentence.
    onError: () => queries.invalidateQueries({ queryKey: ["limits"] }),
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  const placed = refused?.field("/typed") ?? refused?.field("/reason");
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate(typed);
      }}
    >
      <Stack $gap={8} style={{ maxWidth: 560, padding: "8px 0" }}>
        <TextField
          label={`This shop’s own; ours is ${limit.ours} (${limit.oursFrom})`}
          value={typed}
          onChange={setTyped}
          problem={refused?.field("/typed")}
          placeholder={limit.ours}
          autoFocus
        />
        <TextField
          label={limit.published ? "Why; needed to loosen a published figure" : "Why, if you like"}
          value={reason}
          onChange={setReason}
          problem={refused?.field("/reason")}
        />
        {!placed && <Problem of={save.error} />}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending || !typed.trim()}>
            Set it
          </Button>
          {limit.own !== null && (
            <Button isDisabled={save.isPending} onPress={() => save.mutate("")}>
              Back to {limit.ours}
            </Button>
          )}
          <TextButton onPress={onDone}>Cancel</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
