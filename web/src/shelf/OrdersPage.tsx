import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { useMoney } from "../api/money";
import { newId } from "../api/ids";
import { partWords, shortDay } from "../api/words";
import { Button } from "../ui/Button";
import { Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Order } from "./Order";
import { ShelfNav } from "./ShelfNav";
import { toWrite } from "./toWrite";
import { Waiting } from "../ui/Waiting";
import { Disclosure } from "../ui/Disclosure";
import { Checkbox } from "../ui/Checkbox";

type Line = Schemas["ToOrder"];

const Proposed = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 96px 190px;
  gap: 2px 16px;
  align-items: center;
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr) 86px;
    & > :nth-child(3) {
      grid-column: 1 / -1;
    }
  }
`;

/** Stays in sight under a long list. */
const Foot = styled(Row)`
  position: sticky;
  bottom: 0;
  background: var(--ground);
  border-top: 1px solid var(--hair);
  padding: 10px 0;
`;

const Amount = styled.input`
  width: 86px;
  min-height: 44px;
  padding: 6px 10px;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--steel);
  border-radius: 3px;
  text-align: right;
`;

/** What to order and by when, and the orders under way. */
export default function OrdersPage() {
  const proposal = useQuery({
    queryKey: ["to-order"],
    queryFn: () => answer(shop.GET("/api/shelf/to-order")),
  });
  const orders = useQuery({ queryKey: ["orders"], queryFn: () => answer(shop.GET("/api/shelf/orders")) });
  return (
    <Page aria-busy={proposal.isPending}>
      <ShelfNav />
      <Stack $gap={30}>
        <Section>
          <Head style={{ marginBottom: 0 }}>
            <Stack $gap={2}>
              <h1>To order</h1>
              <Quiet>
                For every coming visit of the next {proposal.data?.weeks ?? 12} weeks, accepted or proposed,
                less what is there and on its way; with a little against surprises.
              </Quiet>
            </Stack>
          </Head>
          <Waiting of={proposal} what="Working out what to order" rows={12} />
          {proposal.data && proposal.data.tooLate.length > 0 && (
            <Stack $gap={2} role="note" style={{ borderLeft: "5px solid var(--watch)", padding: "4px 12px" }}>
              <b>On its way, but too late: ask for it sooner, or move the visit.</b>
              {proposal.data.tooLate.map((t) => (
                <span key={t.name}>
                  {partWords(t)} comes by {shortDay(t.comesOn)}, wanted from {shortDay(t.neededOn)}{" "}
                  <Quiet>for {forWords(t.for)}</Quiet>
                </span>
              ))}
            </Stack>
          )}
          {proposal.data && <Propose proposal={proposal.data} quotes={orders.data?.hasService ?? false} />}
        </Section>
        {/* Below what is to be ordered, however much that is: shown once that is known. */}
        {!proposal.isPending && (
          <Section>
            <h2>Orders</h2>
            <Waiting of={orders} what="Reading the orders" rows={2} />
            {orders.data?.orders.length === 0 && <Quiet>Nothing was ordered yet.</Quiet>}
            <Lines>
              {orders.data?.orders.map((o) => (
                <li key={o.id}>
                  <Order order={o} ways={orders.data} />
                </li>
              ))}
            </Lines>
          </Section>
        )}
      </Stack>
    </Page>
  );
}

function Propose({ proposal, quotes }: { proposal: Schemas["OrderProposal"]; quotes: boolean }) {
  const money = useMoney();
  const queries = useQueryClient();
  const soon = addDays(proposal.today, 7);
  // Only what somebody has changed is kept: the list may be read again under their technicians.
  const [ticked, setTicked] = useState<Record<string, boolean>>({});
  const isPicked = (l: Line) => ticked[keyOf(l)] ?? l.orderBy < soon;
  const [amounts, setAmounts] = useState<Record<string, string>>({});
  const id = useRef(newId());
  const chosen = proposal.lines.filter(isPicked);
  const write = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/shelf/orders/{id}", {
          params: { path: { id: id.current } },
          body: { lines: toWrite(chosen, amounts) },
        }),
      ),
    onSuccess: (all) => {
      id.current = newId();
      setTicked({});
      setAmounts({});
      queries.setQueryData(["orders"], all);
      void queries.invalidateQueries({ queryKey: ["to-order"] });
    },
  });
  const quote = useMutation({
    mutationFn: () =>
      answer(
        shop.POST("/api/shelf/quote", {
          body: chosen.map((l) => ({ code: l.code, quantity: l.quantity })),
        }),
      ),
  });
  const quoted = new Map(quote.data?.lines.map((q) => [q.code, q]));
  const refused = write.error instanceof ShopProblem ? write.error : undefined;
  const wrongLine = refused?.fields[0]?.pointer.match(/^\/lines\/(\d+)/)?.[1];
  if (proposal.lines.length === 0)
    return <p>Nothing has to be ordered: what coming visits take is there or on its way.</p>;
  return (
    <Stack>
      <Lines>
        {proposal.lines.map((l) => {
          const q = quoted.get(l.code);
          return (
            <li key={keyOf(l)}>
              <Proposed>
                <Checkbox checked={isPicked(l)} onChange={(on) => setTicked({ ...ticked, [keyOf(l)]: on })}>
                  <b>{l.name}</b>
                  <br />
                  <Quiet>
                    {l.onHand} there{l.onOrder > 0 && `, ${l.onOrder} on its way`}
                    {!l.kept && ", not kept"}. For {forWords(l.for)}.
                  </Quiet>
                  {q && (
                    <>
                      <br />
                      Supplier: {q.price === null ? "no price" : money(q.price)}, {has(q, l.quantity)}
                    </>
                  )}
                </Checkbox>
                <label>
                  <Amount
                    aria-label={`How much of ${l.name}`}
                    inputMode="decimal"
                    value={amounts[keyOf(l)] ?? String(l.quantity)}
                    onChange={(e) => setAmounts({ ...amounts, [keyOf(l)]: e.target.value })}
                  />{" "}
                  {l.unit !== "piece" && <Quiet>{l.unit}</Quiet>}
                </label>
                <span>
                  {l.late > 0 ? (
                    <b style={{ color: "var(--renew)" }}>
                      today, and {l.late} {l.late === 1 ? "day" : "days"} late for {shortDay(l.neededOn)}
                    </b>
                  ) : (
                    <>
                      by {shortDay(l.orderBy)} <Quiet>for {shortDay(l.neededOn)}</Quiet>
                    </>
                  )}
                </span>
              </Proposed>
            </li>
          );
        })}
      </Lines>
      {proposal.nameless.length > 0 && (
        <Disclosure title={<>{proposal.nameless.length} more that no list has: measure the old one</>}>
          <Lines>
            {proposal.nameless.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </Lines>
        </Disclosure>
      )}
      <Problem
        of={
          refused &&
          new Error(
            `${wrongLine !== undefined ? `${chosen[Number(wrongLine)]?.name ?? ""}: ` : ""}${refused.message}`,
          )
        }
      />
      {quote.data?.failed && (
        <Problem of={new Error(`${quote.data.failed} The order can be written all the same.`)} />
      )}
      <Foot>
        <Button
          $main
          isDisabled={chosen.length === 0 || write.isPending}
          onPress={() => {
            write.mutate();
          }}
        >
          Write an order of {chosen.length}
        </Button>
        {quotes && (
          <Button
            isDisabled={chosen.length === 0 || quote.isPending}
            onPress={() => {
              quote.mutate();
            }}
          >
            {quote.isPending ? "Asking…" : "Ask what they cost"}
          </Button>
        )}
      </Foot>
    </Stack>
  );
}

const keyOf = (l: Line) => `${l.code} ${l.orderBy} ${l.neededOn}`;

const has = (q: Schemas["QuotedLine"], wanted: number) =>
  q.stock <= 0
    ? "has none now"
    : `${q.stock >= wanted ? "has them" : `has ${q.stock} of them`}, here in ${q.leadDays} days`;

const forWords = (of: readonly string[]) =>
  of.length <= 3 ? of.join(", ") : `${of.slice(0, 2).join(", ")} and ${of.length - 2} more`;

const addDays = (day: string, days: number) => {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
};
