import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { capital } from "../api/words";
import { TextField } from "../ui/Fields";
import { TextButton } from "../ui/Button";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { contains } from "../ui/contains";
import { useDebounced } from "../ui/useDebounced";
import { Board } from "./Board";
import { PartPanel } from "./PartPanel";
import { ShelfNav } from "./ShelfNav";
import { Waiting } from "../ui/Waiting";

const Part = styled.button`
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr) auto;
  gap: 2px 14px;
  align-items: center;
  width: 100%;
  min-height: 46px;
  text-align: left;
  background: none;
  border: 0;
  padding: 10px 8px;
  cursor: pointer;
  &[aria-pressed="true"] {
    background: var(--tint);
  }
`;

const Bin = styled.b`
  font:
    600 20px/1.2 "Barlow Semi Condensed",
    sans-serif;
`;

/** What is on the shelf: where it lies, how much there is, whom it is promised to; counted by scanned or typed code. */
export default function StockPage() {
  const stock = useQuery({ queryKey: ["stock"], queryFn: () => answer(shop.GET("/api/shelf/stock")) });
  const [code, setCode] = useState(
    () => new URLSearchParams(window.location.search).get("part") ?? undefined,
  );
  const [find, setFind] = useState("");
  const rows = (stock.data ?? []).filter((r) => contains(`${r.bin} ${r.code} ${r.name}`, find));
  return (
    <Page aria-busy={stock.isPending}>
      <ShelfNav />
      <Head>
        <Stack $gap={2}>
          <h1>On the shelf</h1>
          <Quiet>
            A block is a piece: filled is promised to a coming visit, open is free, dashed is missing, striped
            is on its way.
          </Quiet>
        </Stack>
        <Link to="/settings/parts">Parts and prices</Link>
      </Head>
      <Columns $shape="minmax(0, 5fr) minmax(0, 6fr)">
        <Stack $gap={8} style={{ order: 0 }}>
          <Waiting of={stock} what="Reading the shelf" rows={10} />
          {(stock.data?.length ?? 0) > 8 && <TextField label="Find" value={find} onChange={setFind} />}
          {stock.data?.length === 0 && (
            <p>Nothing is kept here yet. Scan or type a part’s code and count it: then it is.</p>
          )}
          {[...new Set(rows.map((r) => r.kind))].map((kind) => (
            <Section key={kind} aria-label={kind} style={{ gap: 0 }}>
              <h2 style={{ fontSize: 18, padding: "14px 0 6px" }}>
                {capital(kind)} {rows.filter((r) => r.kind === kind).length}
              </h2>
              <Lines>
                {rows
                  .filter((r) => r.kind === kind)
                  .map((r) => (
                    <li key={r.code} style={{ padding: 0 }}>
                      <Part
                        aria-pressed={r.code === code}
                        onClick={() => {
                          setCode(r.code);
                        }}
                      >
                        <Bin>{r.bin}</Bin>
                        <Stack $gap={0}>
                          <span>{r.name}</span>
                          <Quiet>{inWords(r)}</Quiet>
                        </Stack>
                        <Board promised={r.promised} free={r.free} missing={r.missing} coming={r.onOrder} />
                      </Part>
                    </li>
                  ))}
              </Lines>
            </Section>
          ))}
          {stock.data && stock.data.length > 0 && rows.length === 0 && (
            <p>Nothing on the shelf is called that.</p>
          )}
        </Stack>
        <Section style={{ order: -1 }} className="scan">
          <Scan onCode={setCode} />
          {code && <PartPanel key={code} code={code} />}
        </Section>
      </Columns>
    </Page>
  );
}

const inWords = (r: Schemas["StockRow"]) =>
  [
    `${r.onHand} ${r.unit === "piece" ? "there" : `${r.unit} there`}`,
    r.promised > 0 && `${r.promised} promised`,
    r.missing > 0 && `${r.missing} missing`,
    r.onOrder > 0 && `${r.onOrder} on its way`,
  ]
    .filter(Boolean)
    .join(", ");

// A scanner types the code and presses Enter; whoever types by hand picks from what it may mean.
function Scan({ onCode }: { onCode: (code: string) => void }) {
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string>();
  const asked = useDebounced(typed.trim(), 200);
  const look = (text: string) => answer(shop.GET("/api/shelf/codes", { params: { query: { typed: text } } }));
  const found = useQuery({
    queryKey: ["codes", asked],
    queryFn: () => look(asked),
    enabled: asked.length > 1,
    staleTime: 10_000,
  });
  const take = (code: string) => {
    setTyped("");
    setProblem(undefined);
    onCode(code);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        const text = typed.trim();
        if (!text) return;
        void look(text).then(
          (all) => {
            const [only, ...more] = all;
            if (only && more.length === 0) take(only.code);
            else
              setProblem(
                only
                  ? `“${text}” could be ${all.length} parts: pick one.`
                  : `No part here has the code or name “${text}”. Add it under parts and prices first.`,
              );
          },
          (fault: unknown) => {
            setProblem(fault instanceof Error ? fault.message : "That could not be looked up.");
          },
        );
      }}
    >
      <Stack $gap={4}>
        <TextField
          label="Scan or type a part’s code"
          value={typed}
          onChange={(text) => {
            setTyped(text);
            setProblem(undefined);
          }}
          problem={problem}
          placeholder="SEAL-2250-3376"
          autoFocus
        />
        {typed.trim().length > 1 && found.data && found.data.length > 0 && (
          <Row $gap={4}>
            {found.data.slice(0, 6).map((p) => (
              <TextButton
                key={p.code}
                onPress={() => {
                  take(p.code);
                }}
              >
                {p.bin && `${p.bin} `}
                {p.name}
              </TextButton>
            ))}
          </Row>
        )}
      </Stack>
    </form>
  );
}
