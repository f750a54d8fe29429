import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { answer, type Schemas, shop } from "../api/client";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MoreRows } from "../ui/MoreRows";
import { Columns, Head, Page, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Form, FormProblem, Saved } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Stale } from "../ui/Stale";
import { PracticesApart } from "../ui/PracticeFields";
import { Forget } from "./Forget";
import { TrailerLines } from "./TrailerLines";
import { useShop } from "../api/useShop";
import { WaitingPage } from "../ui/Waiting";

const PAGE = 50;

/** One customer: how to reach them, what is worth knowing, and their trailers. */
export default function CustomerPage({ id }: { id: string }) {
  const customer = useQuery({
    queryKey: ["customer", id],
    queryFn: () => answer(shop.GET("/api/yard/customers/{id}", { params: { path: { id } } })),
  });
  const trailers = useInfiniteQuery({
    queryKey: ["trailers", "of", id],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/yard/trailers", {
          params: { query: { customer: id, skip: pageParam, take: PAGE } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.length * PAGE : undefined),
  });
  if (!customer.data)
    return (
      <WaitingPage
        of={customer}
        what="Looking the customer up"
        like="form"
        back="/yard"
        backWords="Back to the yard"
      />
    );
  const rows = trailers.data?.pages.flatMap((page) => page.rows) ?? [];
  const found = trailers.data?.pages[0]?.found;
  return (
    <Page>
      <Breadcrumbs way={[["/yard", "Yard"]]} here={customer.data.name} />
      <Head>
        <h1>{customer.data.name}</h1>
      </Head>
      <Columns $shape="minmax(0, 1fr) minmax(0, 1.9fr)">
        <Stack $gap={26}>
          <Contact customer={customer.data} />
          <Forget customer={customer.data} />
        </Stack>
        <Section>
          <h2>{found === 1 ? "One trailer" : `${found ?? ""} trailers`}</h2>
          <Problem of={trailers.error} />
          <TrailerLines rows={rows} oneOwner />
          {found === 0 && (
            <p>
              None yet. <Link to="/yard/new">Add one in the yard.</Link>
            </p>
          )}
          <MoreRows of={trailers}>Show more</MoreRows>
        </Section>
      </Columns>
    </Page>
  );
}

const editOf = ({ name, phone, mail, note, version, practices }: Schemas["CustomerAnswer"]) => ({
  name,
  phone,
  mail,
  note,
  version,
  practices,
});

function Contact({ customer }: { customer: Schemas["CustomerAnswer"] }) {
  const queries = useQueryClient();
  const house = useShop();
  const form = useForm({
    start: (): Schemas["CustomerEdit"] => editOf(customer),
    send: (body) =>
      answer(shop.PUT("/api/yard/customers/{id}", { params: { path: { id: customer.id } }, body })),
    done: async (now) => {
      queries.setQueryData(["customer", customer.id], now);
      await queries.invalidateQueries();
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <Row $gap={16}>
          <Link to={`/yard/customers/${customer.id}/planning`}>Busy times and intervals</Link>
          <Link to={`/ledger/fleets/${customer.id}`}>Fleet report</Link>
          <Link to={`/ledger/labels/${customer.id}`}>Labels</Link>
        </Row>
        <TextField
          label="Name"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={at("/name")}
        />
        <TextField
          label="Telephone"
          value={edit.phone}
          onChange={(phone) => change({ phone })}
          problem={at("/phone")}
        />
        <TextField
          label="Mail"
          value={edit.mail}
          onChange={(mail) => change({ mail })}
          problem={at("/mail")}
        />
        <TextField
          label="Worth knowing"
          value={edit.note}
          onChange={(note) => change({ note })}
          problem={at("/note")}
          lines
        />
        <PracticesApart
          who="the shop does"
          questions={house.data?.questions ?? []}
          answers={edit.practices ?? {}}
          onChange={(practices) => change({ practices })}
          problem={at("/practices")}
        />
        <Stale
          of={form}
          edit={editOf}
          words={(theirs: Schemas["CustomerAnswer"]) =>
            [theirs.name, theirs.phone, theirs.mail, theirs.note].filter(Boolean).join(" · ")
          }
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            Save
          </Button>
          <Saved of={form} />
        </Row>
      </Stack>
    </Form>
  );
}
