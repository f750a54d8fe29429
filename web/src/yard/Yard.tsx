import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { linkShape } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MoreRows } from "../ui/MoreRows";
import { Head, Page, Quiet, Row } from "../ui/Page";
import { useDebounced } from "../ui/useDebounced";
import { FirstSteps } from "./FirstSteps";
import { TrailerLines } from "./TrailerLines";
import { useShop } from "../api/useShop";
import { useCustomers } from "../api/useCustomers";
import { CustomerChoice } from "../ui/CustomerChoice";
import { Waiting } from "../ui/Waiting";
import { Select } from "../ui/Select";

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
  const customers = useCustomers();
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

  if (house.data?.trailerCount === 0) return <FirstSteps />;
  const whose = customers.data?.find((c) => c.id === customer);
  const first = list.data?.pages[0];
  const total = first ? (first.found ?? house.data?.trailerCount) : undefined;
  return (
    <Page>
      <Head>
        <h1>
          {total === undefined
            ? "The yard"
            : `${total.toLocaleString("en")} ${total === 1 ? "trailer" : "trailers"}`}
          {wanted || customer ? " found" : ""}
        </h1>
        <Row>
          <LinkButton to="/yard/scan">Scan a label</LinkButton>
          <LinkButton to="/ledger/tables">Tables in and out</LinkButton>
          <LinkButton to="/yard/new" $main>
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
        <CustomerChoice value={customer} onChange={setCustomer} />
        <Select
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
      {whose && (
        <p style={{ marginBottom: 12 }}>
          <Link to={`/yard/customers/${whose.id}`}>{whose.name}</Link>{" "}
          <Quiet>{[whose.phone, whose.mail, whose.note].filter(Boolean).join(" · ")}</Quiet>
        </p>
      )}
      <Waiting of={list} what="Reading the yard" rows={8} high={62} />
      {list.data && <TrailerLines rows={list.data.pages.flatMap((page) => page.rows)} />}
      {total === 0 && <p style={{ marginTop: 16 }}>No trailer answers to that. Try fewer letters.</p>}
      <MoreRows of={list}>Show more</MoreRows>
    </Page>
  );
}
