import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { moneyIn } from "../api/money";
import { clockInWords, dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { range } from "../ui/EstimateTable";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Quiet, Row, Section, Stack } from "../ui/Page";
import { RadioGroup } from "../ui/RadioGroup";
import { useForm } from "../ui/useForm";
import { WaitingPage } from "../ui/Waiting";
import { extra, left, total } from "./chosen";
import { Sheet } from "./Sheet";

type Asked = Schemas["CustomersPage"];
type Choice = "yes" | "no" | "";

const Line = styled(Section)`
  border-top: 1px solid var(--hair);
  padding: 16px 0 20px;
  img {
    max-width: 100%;
    max-height: 320px;
    border: 1px solid var(--hair);
  }
`;

const Sum = styled.p`
  font-size: 22px;
  border-top: 2px solid var(--ink);
  padding-top: 10px;
`;

/** What a verdict means to somebody who tows the trailer. */
const MEANS: Partial<Record<Schemas["Verdict"], string>> = {
  hold: "Not safe to tow until this is mended.",
  renew: "To be renewed now.",
  watch: "It can wait; it is looked at again.",
};

const key = (secret: string) => ["outside", secret];

/** The page behind a customer's link: what, why, how much, when; yes, no, or a question. */
export default function Agree({ secret }: { secret: string }) {
  const page = useQuery({
    queryKey: key(secret),
    queryFn: () => answer(shop.GET("/api/outside/approvals/{secret}", { params: { path: { secret } } })),
    refetchInterval: 30_000,
  });
  return page.data ? (
    <Sheet from={page.data.shop}>
      <Matter secret={secret} asked={page.data} />
    </Sheet>
  ) : (
    <WaitingPage of={page} what="Opening what the shop asks" like="form" />
  );
}

function Matter({ secret, asked }: { secret: string; asked: Asked }) {
  if (asked.state === "withdrawn" || asked.state === "expired")
    return (
      <Stack>
        <h1>{asked.trailer}</h1>
        <p>
          {asked.state === "withdrawn"
            ? "The shop has withdrawn this: it need not be answered any more."
            : "This is too old to be answered here: prices may have changed. Ring the shop."}
        </p>
      </Stack>
    );
  return (
    <Stack>
      <h1>{asked.trailer}</h1>
      <p>
        Good day {asked.customer}. {asked.state === "open" ? "May we do this?" : "This is what you said."}{" "}
        {asked.when && <>When: {asked.when}.</>}
      </p>
      {asked.note && <p>“{asked.note}”</p>}
      {asked.already && <Quiet>Agreed on before, and done anyway: {asked.already}.</Quiet>}
      {asked.state === "open" ? <Choose secret={secret} asked={asked} /> : <Said asked={asked} />}
      <Questions secret={secret} asked={asked} />
      <Quiet>
        Prices are ranges: what is found under the work can move them, and above what you agree to you are
        asked again. What the axle’s maker and the law say comes before what a page can know.
      </Quiet>
    </Stack>
  );
}

function What({ secret, line }: { secret: string; line: Schemas["CustomersLine"] }) {
  return (
    <>
      <h2>{line.what}</h2>
      {line.verdict && <b>{MEANS[line.verdict]}</b>}
      {line.why && <p>{line.why}</p>}
      {line.pictures.map((id) => (
        <img
          key={id}
          src={`/api/outside/approvals/${secret}/pictures/${id}`}
          alt={`What was found: ${line.why}`}
        />
      ))}
    </>
  );
}

function Choose({ secret, asked }: { secret: string; asked: Asked }) {
  const queries = useQueryClient();
  const money = useMemo(() => moneyIn(asked.currency), [asked.currency]);
  const form = useForm({
    start: {
      choice: Object.fromEntries(asked.lines.map((l) => [l.key, ""])) as Record<string, Choice>,
      name: "",
    },
    send: ({ choice, name }) =>
      answer(
        shop.PUT("/api/outside/approvals/{secret}/answer", {
          params: { path: { secret } },
          body: { agreed: asked.lines.filter((l) => choice[l.key] === "yes").map((l) => l.key), name },
        }),
      ),
    done: (now) => queries.setQueryData(key(secret), now),
  });
  const { edit, change, at } = form;
  const open = left(asked.lines, edit.choice);
  return (
    <Form of={form}>
      {asked.lines.map((line, i) => (
        <Line key={line.key} aria-label={line.what}>
          <What secret={secret} line={line} />
          <p>
            <b>{range(extra(asked, i), money)}</b>
          </p>
          <RadioGroup
            label="Your word"
            value={edit.choice[line.key] ?? ""}
            onChange={(now) => change({ choice: { ...edit.choice, [line.key]: now as Choice } })}
            options={[
              { value: "yes", children: "Yes, do it" },
              { value: "no", children: "No, not now" },
            ]}
          />
          {line.verdict === "hold" && edit.choice[line.key] === "no" && (
            <p role="note">
              <b>The trailer stays on Hold</b>: it should not go on the road until this is mended.
            </p>
          )}
        </Line>
      ))}
      {asked.unpriced.length > 0 && <p>On top, where no price is known yet: {asked.unpriced.join(", ")}.</p>}
      <Sum aria-live="polite">
        In all <b>{range(total(asked, edit.choice), money)}</b>
      </Sum>
      <Stack>
        <TextField
          label="Your name"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={at("/name")}
        />
        <FormProblem of={form} />
        <Row $gap={16}>
          <Button type="submit" $main isDisabled={form.pending || open > 0}>
            Send my answer
          </Button>
          {open > 0 && <Quiet>{open === 1 ? "one line is open" : `${open} lines are open`}</Quiet>}
        </Row>
        <Quiet>It can be answered until {dayInWords(asked.until)}.</Quiet>
      </Stack>
    </Form>
  );
}

function Said({ asked }: { asked: Asked }) {
  const money = useMemo(() => moneyIn(asked.currency), [asked.currency]);
  const said = Object.fromEntries(asked.lines.map((l) => [l.key, l.agreed ? "yes" : "no"]));
  return (
    <>
      {asked.lines.map((line) => (
        <Line key={line.key}>
          <h2>
            {line.agreed ? "Yes" : "No"}: {line.what}
          </h2>
          {!line.agreed && line.verdict && <b>{MEANS[line.verdict]}</b>}
        </Line>
      ))}
      <Sum>
        In all <b>{range(total(asked, said), money)}</b>
      </Sum>
      <p role="status">
        Answered by {asked.answeredBy}
        {asked.answeredAt && ` on ${dayInWords(asked.answeredAt)} at ${clockInWords(asked.answeredAt)}`}.
        Thank you. {asked.trouble} To change it, ring the shop.
      </p>
    </>
  );
}

function Questions({ secret, asked }: { secret: string; asked: Asked }) {
  const [asking, setAsking] = useState(false);
  return (
    <Stack>
      {asked.questions.map((q) => (
        <Section key={q.id}>
          <p>
            {q.name} asked: “{q.text}”
          </p>
          <p>
            {q.reply ? <b>{q.reply}</b> : <Quiet>The shop has not replied yet; this page shows it.</Quiet>}
          </p>
        </Section>
      ))}
      {asked.mayAsk &&
        (asking ? (
          <Question secret={secret} onDone={() => setAsking(false)} />
        ) : (
          <div>
            <TextButton onPress={() => setAsking(true)}>I have a question first</TextButton>
          </div>
        ))}
    </Stack>
  );
}

function Question({ secret, onDone }: { secret: string; onDone: () => void }) {
  const queries = useQueryClient();
  const [id] = useState(newId);
  const form = useForm({
    start: { text: "", name: "" },
    send: (body) =>
      answer(
        shop.PUT("/api/outside/approvals/{secret}/questions/{id}", {
          params: { path: { secret, id } },
          body,
        }),
      ),
    done: (now) => {
      queries.setQueryData(key(secret), now);
      onDone();
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <TextField
          label="Your question"
          lines
          value={edit.text}
          onChange={(text) => change({ text })}
          problem={at("/text")}
        />
        <TextField
          label="Your name, for the question"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={at("/name")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            Ask it
          </Button>
          <TextButton onPress={onDone}>Cancel</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}
