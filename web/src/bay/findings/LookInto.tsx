import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, shop } from "../../api/client";
import { Button, TextButton } from "../../ui/Button";
import { Disclosure } from "../../ui/Disclosure";
import { Plain, Quiet, Row, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { VerdictWord } from "../../ui/Verdict";
import { Waiting } from "../../ui/Waiting";

interface Kept {
  complaint?: string;
  answers: [look: string, said: string][];
}

const NONE: Kept = { answers: [] };

// What was answered stays while the trailer is worked on, on this tablet.
function useKept(visit: string) {
  const at = `tinker-complaint/${visit}`;
  const [kept, set] = useState<Kept>(() => {
    try {
      return JSON.parse(sessionStorage.getItem(at) ?? "") as Kept;
    } catch {
      return NONE;
    }
  });
  const keep = (now: Kept) => {
    sessionStorage.setItem(at, JSON.stringify(now));
    set(now);
  };
  return [kept, keep] as const;
}

/** From what the customer says to what is behind it: what to look at next, and what that leaves. */
export default function LookInto({ visit }: { visit: string }) {
  const [kept, keep] = useKept(visit);
  const answers = kept.answers.map(([look, said]) => `${look}:${said}`).join(",");
  const into = useQuery({
    queryKey: ["complaint", visit, kept.complaint, answers],
    queryFn: () =>
      answer(
        shop.GET("/api/bay/visits/{id}/complaint", {
          params: {
            path: { id: visit },
            query: { complaint: kept.complaint, answers: answers || undefined },
          },
        }),
      ),
    placeholderData: (was) => was,
  });
  const now = into.data;
  if (!now) return <Waiting of={into} what="Reading what the customer said" rows={2} />;
  const say = (said: string) => {
    if (now.next && now.complaint)
      keep({ complaint: now.complaint, answers: [...kept.answers, [now.next, said]] });
  };
  return (
    <Disclosure
      defaultOpen={now.said.length > 0 && now.complaint !== null}
      title={now.said ? <>“{now.said}”</> : <>What does it do? Look into a complaint</>}
    >
      <Stack $gap={10}>
        <Select
          label="The complaint"
          value={now.complaint ?? ""}
          options={[
            ...(now.complaint ? [] : [["", "pick what it does"] as const]),
            ...now.complaints.map((c) => [c.code, c.said ? `${c.words} (said)` : c.words] as const),
          ]}
          onChange={(complaint) => keep({ complaint, answers: [] })}
        />
        {now.next && (
          <Stack $gap={6}>
            <p>
              <b>{now.ask}</b> <Quiet>about {now.minutes} min</Quiet>
            </p>
            <Row>
              <Button onPress={() => say("yes")}>Yes</Button>
              <Button onPress={() => say("no")}>No</Button>
              <TextButton onPress={() => say("unsure")}>Can’t say</TextButton>
            </Row>
            <Quiet>{now.why}</Quiet>
          </Stack>
        )}
        {now.complaint && now.causes.length === 0 && (
          <p>
            <b>These answers fit nothing we know.</b> Take the last one back, or look for yourself.
          </p>
        )}
        <Plain>
          {now.causes.map((c) => (
            <li key={c.code}>
              {now.causes.length > 1 && <Quiet>{Math.round(c.chance * 100)} % </Quiet>}
              {now.next === null ? <b>{c.words}</b> : c.words}{" "}
              {c.verdict && (c.verdict === "hold" || now.next === null) && (
                <VerdictWord verdict={c.verdict} />
              )}
              {now.next === null && c.jobs.length > 0 && <Quiet> {c.jobs.slice(0, 2).join(", or ")}</Quiet>}
            </li>
          ))}
        </Plain>
        {now.next !== null && now.expected > 1 && <Quiet>About {now.expected} looks from here.</Quiet>}
        {now.complaint && now.next === null && now.causes.length > 0 && (
          <Quiet>Look, and write down what you see with “I found something”: a guess is no verdict.</Quiet>
        )}
        {kept.answers.length > 0 && (
          <div>
            <TextButton onPress={() => keep({ ...kept, answers: kept.answers.slice(0, -1) })}>
              Take the last answer back
            </TextButton>
          </div>
        )}
      </Stack>
    </Disclosure>
  );
}
