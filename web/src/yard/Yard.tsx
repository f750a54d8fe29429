import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { Link } from "wouter";
import { answer, shop } from "../api/client";
import { GearGlyph } from "../gearplan/GearGlyph";
import { Button, linkShape } from "../ui/Button";
import { Choice, TextField } from "../ui/Fields";
import { Head, Page, Quiet, Row } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useDebounced } from "../ui/useDebounced";
import { VerdictWord } from "../ui/Verdict";
import { FirstSteps } from "./FirstSteps";
import { useShop } from "./useShop";

/** Rows of a page: enough to fill the screen, quick to bring. */
const PAGE = 14;

const Tools = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 12px 18px;
  margin-bottom: 14px;
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    & > :first-child {
      grid-column: 1 / -1;
    }
  }
`;

const List = styled.ul`
  border-bottom: 1px solid var(--hair);
  a {
    display: grid;
    grid-template-columns: 116px minmax(0, 1.7fr) minmax(0, 1.3fr) minmax(0, 1fr) 92px;
    gap: 4px 22px;
    align-items: center;
    padding: 7px 4px;
    border-top: 1px solid var(--hair);
    color: var(--ink);
    text-decoration: none;
    min-height: 64px;
    overflow-wrap: anywhere;
  }
  a:hover {
    background: var(--raised);
  }
  strong {
    font:
      600 21px/1.2 "Barlow Semi Condensed",
      sans-serif;
    margin-right: 10px;
  }
  @media (max-width: 760px) {
    a {
      grid-template-columns: 92px minmax(0, 1fr) auto;
    }
    svg:first-child {
      width: 92px;
    }
    .customer {
      display: none;
    }
    .when {
      grid-column: 2 / -1;
    }
    .verdict {
      grid-row: 1;
      grid-column: 3;
    }
  }
`;

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

/** The yard: every trailer, found by tag, plate, name or customer. */
export default function Yard() {
  const house = useShop();
  const [search, setSearch] = useState("");
  const [customer, setCustomer] = useState("");
  const [order, setOrder] = useState<"due" | "tag" | "customer">("due");
  const wanted = useDebounced(search.trim(), 150);
  const customers = useQuery({
    queryKey: ["customers"],
    queryFn: () => answer(shop.GET("/api/yard/customers")),
  });
  const list = useInfiniteQuery({
    queryKey: ["trailers", wanted, customer, order],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/yard/trailers", {
          params: {
            query: { search: wanted, customer: customer || undefined, order, skip: pageParam, take: PAGE },
          },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.length * PAGE : undefined),
    placeholderData: keepPreviousData,
  });

  const { fetchNextPage, hasNextPage, isFetchingNextPage } = list;
  const more = useInSight(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  });

  if (house.data?.trailerCount === 0) return <FirstSteps house={house.data} />;
  const first = list.data?.pages[0];
  const total = first ? (first.found ?? house.data?.trailerCount) : undefined;
  return (
    <Page>
      <Head>
        <h1>
          {total === undefined ? "The yard" : `${total} ${total === 1 ? "trailer" : "trailers"}`}
          {wanted || customer ? " found" : ""}
        </h1>
        <Row>
          <LinkButton href="/ledger/tables">Tables in and out</LinkButton>
          <LinkButton href="/yard/new" $main>
            Add a trailer
          </LinkButton>
        </Row>
      </Head>
      <Tools>
        <TextField
          label="Find"
          type="search"
          placeholder="tag, plate, name or customer"
          value={search}
          onChange={setSearch}
        />
        <Choice
          label="Customer"
          value={customer}
          onChange={setCustomer}
          options={[["", "everybody’s"], ...(customers.data ?? []).map((c) => [c.id, c.name] as const)]}
        />
        <Choice
          label="Order"
          value={order}
          onChange={setOrder}
          options={[
            ["due", "soonest due first"],
            ["tag", "by tag"],
            ["customer", "by customer"],
          ]}
        />
      </Tools>
      <Problem of={list.error} />
      <List aria-label="Trailers">
        {list.data?.pages.flatMap((page) =>
          page.rows.map((row) => (
            <li key={row.id}>
              <Link href={`/yard/trailers/${row.id}`}>
                <GearGlyph glyph={row.glyph} />
                <span>
                  <strong>{row.tag}</strong>
                  {row.name}
                </span>
                <Quiet className="customer">{row.customer}</Quiet>
                <span className="when">
                  {row.openVisit ? (
                    <b>in the bay</b>
                  ) : row.nextDue ? (
                    `repack ${row.nextWhen}`
                  ) : (
                    <Quiet>nothing due</Quiet>
                  )}
                </span>
                <span className="verdict">
                  {row.worst ? <VerdictWord verdict={row.worst} /> : <Quiet>not looked at</Quiet>}
                </span>
              </Link>
            </li>
          )),
        )}
      </List>
      {total === 0 && <p style={{ marginTop: 16 }}>No trailer answers to that. Try fewer letters.</p>}
      {list.hasNextPage && (
        <div ref={more}>
          <Button
            style={{ marginTop: 16 }}
            isDisabled={list.isFetchingNextPage}
            onPress={() => void list.fetchNextPage()}
          >
            Show more
          </Button>
        </div>
      )}
    </Page>
  );
}

/** Tells when an element comes near the screen: further rows are brought before anybody has to ask. */
function useInSight(tell: () => void) {
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  return useCallback((node: HTMLElement | null) => {
    if (!node) return;
    const watch = new IntersectionObserver(
      ([seen]) => {
        if (seen?.isIntersecting) latest.current();
      },
      { rootMargin: "400px" },
    );
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
}
