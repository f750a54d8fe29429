import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import styled from "styled-components";
import { Link, useNavigate } from "react-router";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { answer, type Schemas, sentence, shop, ShopProblem } from "../api/client";
import { draftKey } from "../api/useDraft";
import { Form } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem, Refused } from "../ui/Problem";
import { WaitingPage } from "../ui/Waiting";
import { useDebounced } from "../ui/useDebounced";
import { Drawing } from "./Drawing";
import { EntryField } from "../ui/EntryField";
import { asAddress, fromAddress, type Typed, usual } from "../ui/typed";
import { type BackTo, backToAddress, backToFrom } from "../api/backTo";

const Figures = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  margin: 0;
  & > div {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
    gap: 2px 18px;
    align-items: baseline;
    padding: 8px 0;
    border-top: 1px solid var(--hair);
  }
  dt {
    color: var(--steel);
  }
  dd {
    margin: 0;
    font:
      600 21px/1.3 "Barlow Semi Condensed",
      sans-serif;
    font-variant-numeric: tabular-nums;
    overflow-wrap: anywhere;
  }
  dd small {
    font:
      400 16px "Barlow",
      sans-serif;
    color: var(--steel);
    margin-left: 10px;
  }
`;

const Steps = styled.ol`
  margin: 0;
  padding-left: 22px;
  list-style: decimal;
  & > li + li {
    margin-top: 8px;
  }
  font-variant-numeric: tabular-nums;
  overflow-wrap: anywhere;
`;

const Asked = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px 18px;
  align-items: start;
  & > .wide {
    grid-column: 1 / -1;
  }
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** One ready sum: what it asks for, what it comes to, and how. The address holds what is typed, so that it opens filled in. */
export default function SumPage({ code }: { code: string }) {
  const sums = useQuery({ queryKey: ["sums"], queryFn: () => answer(shop.GET("/api/reckoner")) });
  const sum = sums.data?.find((s) => s.code === code);
  if (sum) return <Done sum={sum} />;
  return sums.data ? (
    <Refused of={new Error("There is no such sum.")} back="/reckoner" backWords="All the sums" />
  ) : (
    <WaitingPage of={sums} what="Laying out the sum" back="/reckoner" backWords="All the sums" />
  );
}

function Done({ sum }: { sum: Schemas["SumAsked"] }) {
  const [typed, setTyped] = useState(() => fromAddress(window.location.search, sum.entries));
  const [use] = useState(() => backToFrom(window.location.search));
  const settled = useDebounced(typed, 250);
  useEffect(() => {
    window.history.replaceState(
      window.history.state,
      "",
      `${window.location.pathname}${asAddress(settled, sum.entries)}${backToAddress(use)}`,
    );
  }, [settled, sum, use]);
  const done = useQuery({
    queryKey: ["sum", sum.code, settled],
    queryFn: () =>
      answer(
        shop.POST("/api/reckoner/{code}", {
          params: { path: { code: sum.code } },
          body: { entries: settled },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });
  const problem = done.error instanceof ShopProblem ? done.error : undefined;
  const put = (entry: string) => (text: string) => setTyped({ ...typed, [entry]: text });
  return (
    <Page>
      <Breadcrumbs way={[["/reckoner", "Reckoner"]]} here={sum.name} />
      <Head>
        <Stack $gap={2}>
          <h1>{sum.name}</h1>
          <Quiet>{sum.about}</Quiet>
        </Stack>
        <TextButton onPress={() => setTyped(usual(sum.entries))}>The example’s figures</TextButton>
      </Head>
      <Columns $shape="minmax(0, 5fr) minmax(0, 7fr)">
        <Stack>
          {sum.fromTrailers && (
            <FromTrailer code={sum.code} onFilled={(said) => setTyped({ ...typed, ...said })} />
          )}
          <Asked>
            {sum.entries.map((e) => (
              <div key={e.code} className={e.kind === "measure" || e.kind === "text" ? "wide" : ""}>
                <EntryField
                  entry={e}
                  value={typed[e.code] ?? ""}
                  onChange={put(e.code)}
                  problem={problem?.field(`/entries/${e.code}`)}
                />
              </div>
            ))}
          </Asked>
        </Stack>
        <Stack $gap={20}>
          {done.error && !problem?.fields.length ? <Problem of={done.error} /> : null}
          {done.error ? (
            <Quiet role="status">The sum waits for the figures marked on the left.</Quiet>
          ) : (
            done.data && <Came sum={sum} done={done.data} use={use} />
          )}
        </Stack>
      </Columns>
    </Page>
  );
}

function Came({
  sum,
  done,
  use,
}: {
  sum: Schemas["SumAsked"];
  done: Schemas["SumDone"];
  use: BackTo | null;
}) {
  const go = useNavigate();
  const result = use && done.results.find((r) => r.writesDown?.includes(use.reading));
  return (
    <>
      {use && (
        <Row $gap={16}>
          {result && (
            <Button
              $main
              onPress={() => {
                sessionStorage.setItem(draftKey(use.visit, use.step, use.reading), result.value);
                go(`/bay/${use.visit}`);
              }}
            >
              Use {result.value} in this visit
            </Button>
          )}
          <Link to={`/bay/${use.visit}`}>Back to the visit</Link>
        </Row>
      )}
      <Figures aria-label="What it comes to">
        {done.results.map((r) => (
          <div key={r.name}>
            <dt>{r.name}</dt>
            <dd>
              {r.value}
              {r.other && <small>{r.other}</small>}
            </dd>
          </div>
        ))}
      </Figures>
      <Drawing code={sum.code} drawn={done.drawn} />
      <Section>
        <h2>Working</h2>
        <Steps>
          {done.working.map((l, i) => (
            <li key={i}>
              {l.words} {l.source && <Quiet>· {l.source}</Quiet>}
            </li>
          ))}
        </Steps>
      </Section>
      {done.cautions.length > 0 && (
        <Lines aria-label="What to mind">
          {done.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </Lines>
      )}
    </>
  );
}

function FromTrailer({ code, onFilled }: { code: string; onFilled: (typed: Typed) => void }) {
  const form = useForm({
    start: { tag: "" },
    send: ({ tag }) =>
      answer(shop.GET("/api/reckoner/{code}/from", { params: { path: { code }, query: { tag } } })),
    done: (said) => onFilled(said.entries),
    next: true,
  });
  return (
    <Form of={form}>
      <Row style={{ alignItems: "flex-end" }}>
        <TextField
          label="Fill in from a trailer, by its tag"
          value={form.edit.tag}
          onChange={(tag) => form.change({ tag })}
          problem={form.error ? sentence(form.error) : undefined}
        />
        <Button type="submit" isDisabled={!form.edit.tag.trim() || form.pending}>
          Fill in
        </Button>
      </Row>
    </Form>
  );
}
