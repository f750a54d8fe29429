import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Button, linkShape } from "../ui/Button";
import { Columns, Head, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { FilePicker } from "../ui/FilePicker";
import { Problem } from "../ui/Problem";
import { Busy, Counted } from "../ui/Waiting";
import { MatchColumns } from "./match/MatchColumns";
import { type Match, sentAs, suggested } from "./match/match";
import { UnknownWords } from "./match/UnknownWords";
import { type Far, lookAtTable, sendTable } from "./sendTable";

const FATE: Record<Schemas["RowFate"], string> = {
  add: "new",
  change: "changes",
  same: "stands already",
  refuse: "refused",
};
const PAST: Record<Schemas["RowFate"], string> = {
  add: "added",
  change: "changed",
  same: "stood already",
  refuse: "refused",
};

const KIND: Record<string, string> = { road: "readings and trips", history: "rows of past work" };

const Out = styled.a<{ $main?: boolean }>`
  ${linkShape}
`;

const Rows = styled.table`
  border-collapse: collapse;
  width: 100%;
  th,
  td {
    text-align: left;
    padding: 6px 14px 6px 0;
    border-top: 1px solid var(--hair);
    vertical-align: top;
    overflow-wrap: anywhere;
  }
  th {
    color: var(--steel);
    font-weight: 400;
    white-space: nowrap;
  }
  td:nth-child(2) {
    min-width: 7em;
  }
`;

const PAGE = 200;

/** What needs a look first: of a long table, only the first rows are seen. */
function inOrder(rows: readonly Schemas["RowAnswer"][]): readonly Schemas["RowAnswer"][] {
  if (rows.length <= PAGE) return rows;
  const weight = { refuse: 0, change: 1, add: 2, same: 3 };
  return [...rows].sort((a, b) => weight[a.fate] - weight[b.fate] || a.line - b.line);
}

/** Trailers and customers out as tables, and in again: row by row it says what will happen before it happens. */
export default function Tables() {
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [far, setFar] = useState<Far | null>(null);
  const [shown, setShown] = useState(PAGE);
  const stop = useRef<AbortController>(undefined);
  const send = useMutation({
    mutationFn: ({ table, apply, by }: { table: File; apply: boolean; by: Match | null }) => {
      stop.current?.abort();
      stop.current = new AbortController();
      setFar(null);
      setShown(PAGE);
      return sendTable(table, apply, by && sentAs(by, table.name), setFar, stop.current.signal);
    },
    onSettled: async (_now, _fault, { apply }) => {
      if (apply) await queries.invalidateQueries();
    },
  });
  const [match, setMatch] = useState<Match | null>(null);
  const look = useMutation({
    mutationFn: lookAtTable,
    onSuccess: (found, chosen) => {
      // Under our own headings there is nothing to ask.
      if (found.ours) send.mutate({ table: chosen, apply: false, by: null });
      else setMatch(suggested(found));
    },
  });
  const go = () => file && send.mutate({ table: file, apply: false, by: match });
  useEffect(() => () => stop.current?.abort(), []);
  const table = send.data;
  const count = (fate: Schemas["RowFate"]) => table?.rows.filter((r) => r.fate === fate).length ?? 0;
  const good = count("add") + count("change");
  return (
    <Page>
      <Breadcrumbs way={[["/ledger", "Ledger"]]} here="Tables" />
      <Head>
        <h1>Tables in and out</h1>
      </Head>
      <Columns $shape="1.6fr 1fr">
        <Stack $gap={18}>
          <FilePicker
            label="A table of trailers, customers, readings and trips, or past work, as CSV: drop it here, or"
            button="Choose a table"
            accept={[".csv", "text/csv"]}
            onPick={(chosen) => {
              setFile(chosen);
              send.reset();
              setMatch(null);
              look.mutate(chosen);
            }}
          />
          <Problem of={look.error ?? send.error} />
          {look.isPending && <Busy what="Reading its columns" />}
          {match && look.data && !table?.applied && (
            <MatchColumns
              look={look.data}
              match={match}
              onMatch={(now) => {
                setMatch(now);
                send.reset();
              }}
              onGo={go}
              busy={send.isPending}
            />
          )}
          {match && look.data && table && !table.applied && (
            <UnknownWords
              unknown={table.unknown}
              choices={look.data.choices}
              match={match}
              onMatch={setMatch}
              onGo={go}
              busy={send.isPending}
            />
          )}
          {send.isPending &&
            (far && far.done < far.of ? (
              <Counted
                what={send.variables.apply ? "Taken in" : "Looked at"}
                {...far}
                onStop={() => stop.current?.abort()}
              />
            ) : (
              <Busy what={send.variables.apply ? "Taking it in" : "Reading it"} />
            ))}
          {table && file && (
            <Section>
              <div role="status">
                <h2>
                  {table.applied ? "Taken in: " : `${table.rows.length} ${KIND[table.kind] ?? table.kind}: `}
                  {(["add", "change", "same", "refuse"] as const)
                    .filter((f) => count(f) > 0)
                    .map((f) => `${count(f)} ${(table.applied ? PAST : FATE)[f]}`)
                    .join(", ") || "no rows"}
                </h2>
              </div>
              {table.encoding !== "utf-8" && !table.applied && (
                <p>
                  It is not UTF-8 and was read as {table.encoding}: see that names with accents look right.
                </p>
              )}
              {!table.applied && (
                <Row>
                  <Button
                    $main
                    isDisabled={good === 0 || send.isPending}
                    onPress={() => send.mutate({ table: file, apply: true, by: match })}
                  >
                    {good === 0
                      ? "Nothing to take in"
                      : `Take in the ${good} good ${good === 1 ? "row" : "rows"}`}
                  </Button>
                  <Quiet>Nothing is saved yet.</Quiet>
                </Row>
              )}
              <Rows>
                <thead>
                  <tr>
                    <th>Line</th>
                    <th>{table.kind === "customers" ? "Customer" : "Tag"}</th>
                    <th>What happens</th>
                  </tr>
                </thead>
                <tbody>
                  {inOrder(table.rows)
                    .slice(0, shown)
                    .map((r) => (
                      <tr key={r.line}>
                        <td>{r.line}</td>
                        <td>{r.what}</td>
                        <td>
                          {r.fate === "refuse" ? (
                            <>
                              <b>refused</b>
                              {r.problems.map((p) => (
                                <div key={p.pointer + p.detail}>
                                  {p.pointer && <Quiet>{p.pointer}: </Quiet>}
                                  {p.detail}
                                </div>
                              ))}
                            </>
                          ) : (
                            <>
                              {(table.applied ? PAST : FATE)[r.fate]}
                              {r.changes.map((c) => (
                                <div key={c}>{c}</div>
                              ))}
                            </>
                          )}
                        </td>
                      </tr>
                    ))}
                </tbody>
              </Rows>
              {shown < table.rows.length && (
                <Row $gap={16}>
                  <Button onPress={() => setShown(shown + PAGE)}>Show more rows</Button>
                  <Quiet>
                    {shown.toLocaleString("en")} of {table.rows.length.toLocaleString("en")} are shown, those
                    refused first.
                  </Quiet>
                </Row>
              )}
            </Section>
          )}
        </Stack>
        <Stack $gap={14}>
          <h2>Out</h2>
          <p>The same tables that come in: changed nowhere, they read back in as they stand.</p>
          <Row>
            <Out href="/api/ledger/tables/trailers.csv" download>
              Trailers
            </Out>
            <Out href="/api/ledger/tables/road.csv" download>
              Readings and trips
            </Out>
            <Out href="/api/ledger/tables/customers.csv" download>
              Customers
            </Out>
          </Row>
          <p>What was seen and measured, and everything together with its pictures:</p>
          <Row>
            <Out href="/api/ledger/tables/findings.csv" download>
              Findings
            </Out>
            <Out href="/api/ledger/tables/readings.csv" download>
              Figures measured
            </Out>
            <Out href="/api/ledger/tables/everything.zip" download>
              All of them with the pictures, as ZIP
            </Out>
          </Row>
          <h2>In</h2>
          <p>
            A table of trailers has a heading with at least <i>tag, customer, axles, rating_lb</i>. A cell
            left empty, or a column left out, leaves a trailer as it stands; of a new one it takes what is
            usual for the rating. A day like 2026-03-31 under <i>last_repack</i> says when all its ends were
            last repacked. Take the table of trailers out to see every column.
          </p>
          <p>
            A table of customers has <i>customer</i>, and if you like <i>phone, mail, note</i>.
          </p>
          <p>
            Past work and readings have <i>tag, on</i> and what was done:{" "}
            <i>job, place, measure, figure, miles, by, note</i>. Each day becomes a visit that says what
            record it was taken over from. A table of another program’s or a shop’s own may be called
            anything: its columns are matched first.
          </p>
        </Stack>
      </Columns>
    </Page>
  );
}
