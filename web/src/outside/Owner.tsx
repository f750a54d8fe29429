import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { dayInWords } from "../api/words";
import { HandOverSheet } from "../handover/HandOverSheet";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { HoldBanner } from "../ui/HoldBanner";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { StrangersChoice } from "../ui/StrangersChoice";
import { WaitingPage } from "../ui/Waiting";
import { Sheet } from "./Sheet";

const key = (secret: string) => ["outside-owner", secret];

/** The page behind an owner's link: what they do in between, said done with a touch; what was done; what is next. */
export default function Owner({ secret }: { secret: string }) {
  const page = useQuery({
    queryKey: key(secret),
    queryFn: () => answer(shop.GET("/api/outside/owners/{secret}", { params: { path: { secret } } })),
  });
  const now = page.data;
  return now ? (
    <Sheet from={now.shop}>
      <Stack $gap={22}>
        <h1>{now.trailer}</h1>
        {now.holds.length > 0 && <HoldBanner seen={now.holds} />}
        {now.expected && (
          <p>
            We expect it on <b>{dayInWords(now.expected)}</b>: {now.expectedFor}.
          </p>
        )}
        <Yours secret={secret} page={now} />
        {now.handOver ? (
          <>
            <HandOverSheet
              of={now.handOver}
              without
              picture={(id) => `/api/outside/owners/${secret}/pictures/${id}`}
            />
            <a href={`/api/outside/owners/${secret}/hand-over.pdf`} download>
              Keep the sheet as a PDF
            </a>
          </>
        ) : (
          <Quiet>It has not been with us yet.</Quiet>
        )}
        <Label secret={secret} sees={now.strangersSee} />
      </Stack>
    </Sheet>
  ) : (
    <WaitingPage of={page} what="Opening your trailer’s page" like="form" />
  );
}

/** What others see who read the code on the trailer's label: the owner says. */
function Label({ secret, sees }: { secret: string; sees: Schemas["StrangersSee"] }) {
  const queries = useQueryClient();
  const choose = useMutation({
    mutationFn: (to: Schemas["StrangersSee"]) =>
      answer(
        shop.PUT("/api/outside/owners/{secret}/label", { params: { path: { secret } }, body: { sees: to } }),
      ),
    onSuccess: (now) => queries.setQueryData(key(secret), now),
  });
  return (
    <Section>
      <StrangersChoice
        value={choose.variables && choose.isPending ? choose.variables : sees}
        onChange={choose.mutate}
      />
      <Problem of={choose.error} />
    </Section>
  );
}

/** What was said done since the page was opened: a slip of the finger is taken back. */
interface Said {
  id: string;
  task: string;
  what: string;
}

function Yours({ secret, page }: { secret: string; page: Schemas["OwnersPage"] }) {
  const queries = useQueryClient();
  const [miles, setMiles] = useState("");
  const [ids] = useState(() => new Map<string, string>());
  const [said, setSaid] = useState<readonly Said[]>([]);
  const done = useMutation({
    mutationFn: (task: string) => {
      // The same touch tried again is the same word.
      const id = ids.get(task) ?? newId();
      ids.set(task, id);
      return answer(
        shop.PUT("/api/outside/owners/{secret}/done/{id}", {
          params: { path: { secret, id } },
          body: { task, miles: miles.trim() || null },
        }),
      );
    },
    onSuccess: (now, task) => {
      const id = ids.get(task);
      const what = page.yours.find((y) => y.id === task)?.what;
      if (id && what) setSaid((all) => [...all, { id, task, what }]);
      ids.delete(task);
      setMiles("");
      queries.setQueryData(key(secret), now);
    },
  });
  const back = useMutation({
    mutationFn: ({ id, task }: Said) =>
      answer(
        shop.DELETE("/api/outside/owners/{secret}/done/{id}", {
          params: { path: { secret, id }, query: { task } },
        }),
      ),
    onSuccess: (now, { id }) => {
      setSaid((all) => all.filter((s) => s.id !== id));
      queries.setQueryData(key(secret), now);
    },
  });
  return (
    <Section>
      <h2>You, in between</h2>
      {page.yours.length === 0 && <p>Nothing just now.</p>}
      {page.takesMiles && page.yours.length > 0 && (
        <TextField
          label="What the hub’s meter shows"
          hint="Miles, if you like: it goes along with what you say done"
          value={miles}
          onChange={setMiles}
        />
      )}
      <Lines>
        {page.yours.map((y) => (
          <li key={y.id}>
            <Row style={{ justifyContent: "space-between" }}>
              <span style={{ flex: "1 1 260px" }}>
                <b>{y.what}</b>
                <br />
                {y.overdue ? <b>was due {dayInWords(y.on)}</b> : <>by {dayInWords(y.on)}</>}{" "}
                <Quiet>{y.why}</Quiet>
              </span>
              <Button
                isDisabled={done.isPending}
                onPress={() => done.mutate(y.id)}
                aria-label={`${y.what}: it is done`}
              >
                It is done
              </Button>
            </Row>
          </li>
        ))}
      </Lines>
      {said.map((s) => (
        <p key={s.id} role="status">
          {s.what}: said done, thank you.{" "}
          <TextButton isDisabled={back.isPending} onPress={() => back.mutate(s)}>
            It is not, take it back
          </TextButton>
        </p>
      ))}
      <Problem of={done.error ?? back.error} />
      {page.yours.length > 0 && (
        <p>
          <a href={`/api/outside/owners/${secret}/calendar.ics`}>Put these into your calendar</a>
        </p>
      )}
    </Section>
  );
}
