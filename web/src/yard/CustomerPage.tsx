import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MoreRows } from "../ui/MoreRows";
import { Columns, Head, Page, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useUnsaved } from "../ui/unsaved";
import { Stale } from "../ui/Stale";
import { PracticesApart } from "../ui/PracticeFields";
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
      <WaitingPage of={customer} what="Looking the customer up" back="/yard" backWords="Back to the yard" />
    );
  const rows = trailers.data?.pages.flatMap((page) => page.rows) ?? [];
  const found = trailers.data?.pages[0]?.found;
  return (
    <Page>
      <Head>
        <h1>{customer.data.name}</h1>
      </Head>
      <Columns $shape="minmax(0, 1fr) minmax(0, 1.9fr)">
        <Contact customer={customer.data} />
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

function Contact({ customer }: { customer: Schemas["CustomerAnswer"] }) {
  const queries = useQueryClient();
  const house = useShop();
  const [edit, setEdit] = useState<Schemas["CustomerEdit"]>(customer);
  const change = (part: Partial<Schemas["CustomerEdit"]>) => setEdit((now) => ({ ...now, ...part }));
  const typed = useUnsaved({ ...edit, version: 0 });
  const save = useMutation({
    mutationFn: () => {
      typed.sending();
      const { name, phone, mail, note, version, practices } = edit;
      return answer(
        shop.PUT("/api/yard/customers/{id}", {
          params: { path: { id: customer.id } },
          body: { name, phone, mail, note, version, practices },
        }),
      );
    },
    onSuccess: async (now) => {
      typed.saved();
      // What is being typed meanwhile stays; only the version moves on.
      change({ version: now.version });
      queries.setQueryData(["customer", customer.id], now);
      await queries.invalidateQueries();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  const stale = refused?.field("/version") ? (refused.current as Schemas["CustomerAnswer"]) : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack>
        <Link to={`/yard/customers/${customer.id}/planning`}>
          When a trailer can’t be spared, and how often
        </Link>
        <TextField
          label="Name"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={refused?.field("/name")}
        />
        <TextField
          label="Telephone"
          value={edit.phone}
          onChange={(phone) => change({ phone })}
          problem={refused?.field("/phone")}
        />
        <TextField
          label="Mail"
          value={edit.mail}
          onChange={(mail) => change({ mail })}
          problem={refused?.field("/mail")}
        />
        <TextField
          label="Worth knowing"
          value={edit.note}
          onChange={(note) => change({ note })}
          problem={refused?.field("/note")}
          lines
        />
        <PracticesApart
          who="the shop does"
          questions={house.data?.questions ?? []}
          answers={edit.practices ?? {}}
          onChange={(practices) => change({ practices })}
          problem={refused?.field("/practices")}
        />
        {stale && (
          <Stale
            message={refused?.message ?? ""}
            onKeep={() => change({ version: stale.version })}
            onTake={() => {
              typed.taken();
              setEdit(stale);
              save.reset();
            }}
          >
            {[stale.name, stale.phone, stale.mail, stale.note].filter(Boolean).join(" · ")}
          </Stale>
        )}
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending}>
            Save
          </Button>
          {save.isSuccess && <span role="status">Saved.</span>}
        </Row>
      </Stack>
    </form>
  );
}
