import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { useMay } from "../api/useAccess";
import { dayInWords } from "../api/words";
import { HandOverSheet } from "../handover/HandOverSheet";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { Button, TextButton } from "../ui/Button";
import { Head, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { OnScreen } from "./papers/OnScreen";
import { ToldOnce } from "../ui/ToldOnce";
import { WaitingPage } from "../ui/Waiting";

/** The sheet that goes with a trailer when it leaves: printed, or given as an address. */
export default function HandOver({ id }: { id: string }) {
  const sheet = useQuery({
    queryKey: ["hand-over", id],
    queryFn: () => answer(shop.GET("/api/ledger/visits/{id}/hand-over", { params: { path: { id } } })),
  });
  return sheet.data ? (
    <Page>
      <OnScreen>
        <Breadcrumbs
          way={[
            ["/ledger", "Ledger"],
            [`/ledger/visits/${id}`, sheet.data.trailer],
          ]}
          here="Handed over"
        />
      </OnScreen>
      <Head>
        <Stack $gap={2}>
          <h1>{sheet.data.trailer}</h1>
          <Quiet>
            {sheet.data.shop} for {sheet.data.customer}, {dayInWords(sheet.data.on)}
          </Quiet>
        </Stack>
      </Head>
      <OnScreen style={{ marginBottom: 20 }}>
        <Give trailer={sheet.data.trailerId} />
        <p>
          <Link to={`/ledger/papers/handOver/${id}`}>The sheet on paper, as a PDF or by mail</Link>
        </p>
      </OnScreen>
      <HandOverSheet of={sheet.data} picture={(photo) => `/api/bay/visits/${id}/photos/${photo}`} />
    </Page>
  ) : (
    <WaitingPage
      of={sheet}
      what="Writing the sheet"
      like="form"
      back={`/ledger/visits/${id}`}
      backWords="Back to the visit"
    />
  );
}

/** Paper, or the owner's own page. */
function Give({ trailer }: { trailer: string }) {
  const queries = useQueryClient();
  const may = useMay("share");
  const [id] = useState(newId);
  const key = ["owner-links", trailer];
  const links = useQuery({
    queryKey: key,
    queryFn: () => answer(shop.GET("/api/owner-links", { params: { query: { trailer } } })),
  });
  const take = (now: Schemas["OwnerLinkAnswer"][]) => queries.setQueryData(key, now);
  const make = useMutation({
    mutationFn: () =>
      answer(shop.PUT("/api/owner-links/{id}", { params: { path: { id } }, body: { trailerId: trailer } })),
    onSuccess: take,
  });
  const withdraw = useMutation({
    mutationFn: (link: string) =>
      answer(shop.DELETE("/api/owner-links/{id}", { params: { path: { id: link } } })),
    onSuccess: take,
  });
  const made = links.data?.find((l) => l.address);
  return (
    <Section>
      <Row $gap={16}>
        <Button $main onPress={() => window.print()}>
          Print it
        </Button>
        {may && !made && (
          <Button isDisabled={make.isPending} onPress={() => make.mutate()}>
            Give the owner their page
          </Button>
        )}
      </Row>
      {made?.address && (
        <ToldOnce
          address={made.address}
          message={made.message ?? made.address}
          hint="What was done, what they do in between. It is kept nowhere; another can be given."
        />
      )}
      {links.data
        ?.filter((l) => !l.address)
        .map((l) => (
          <Row key={l.id}>
            <Quiet>
              Given by {l.by}, {dayInWords(l.at)}; it opens until {dayInWords(l.expiresOn)}
            </Quiet>
            {may && <TextButton onPress={() => withdraw.mutate(l.id)}>Withdraw</TextButton>}
          </Row>
        ))}
      <Problem of={make.error ?? withdraw.error} />
    </Section>
  );
}
