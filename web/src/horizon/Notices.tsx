import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { dayInWords } from "../api/words";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Button, TextButton } from "../ui/Button";
import { Columns, Head, Lines, Page, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useMay } from "../api/useAccess";
import { useShop } from "../api/useShop";
import { useCustomers } from "../api/useCustomers";
import { Select } from "../ui/Select";

/** What goes out to others, and what comes in by itself: calendars, the words of reminders, hub odometers that report. */
export default function Calling() {
  const share = useMay("share");
  return (
    <Page>
      <Head>
        <h1>Calendars, reminders, meters</h1>
      </Head>
      <Columns>
        <Stack $gap={30}>
          {share && <Calendars />}
          <Meters />
        </Stack>
        <Section>
          <h2>Reminders</h2>
          <p>
            A reminder is sent from an accepted visit on <Link to="/horizon">the year to come</Link>. Its
            words are this shop’s own: <Link to="/settings/reminders">change them in the settings</Link>.
          </p>
        </Section>
      </Columns>
    </Page>
  );
}

function Calendars() {
  const queries = useQueryClient();
  const house = useShop();
  const customers = useCustomers();
  const feeds = useQuery({
    queryKey: ["calendars"],
    queryFn: () => answer(shop.GET("/api/horizon/calendars")),
  });
  const settle = (now: Schemas["FeedAnswer"][]) => queries.setQueryData(["calendars"], now);
  const form = useForm({
    start: { kind: "shop" as Schemas["FeedKind"], of: "" },
    send: ({ kind, of }, id) =>
      answer(
        shop.PUT("/api/horizon/calendars/{id}", {
          params: { path: { id } },
          body: { kind, of: kind === "shop" ? null : of || null },
        }),
      ),
    done: settle,
    next: true,
  });
  const { edit, change } = form;
  const withdraw = useMutation({
    mutationFn: (id: string) =>
      answer(shop.DELETE("/api/horizon/calendars/{id}", { params: { path: { id } } })),
    onSuccess: settle,
  });
  const whose =
    edit.kind === "person"
      ? (house.data?.people ?? []).filter((p) => p.active)
      : edit.kind === "customer"
        ? (customers.data ?? [])
        : [];
  return (
    <Section>
      <h2>Calendars</h2>
      <p>
        Accepted visits as a calendar that other programs read (iCalendar). Whoever has the address can read
        it, so it can be withdrawn.
      </p>
      <Lines>
        {feeds.data?.map((f) => (
          <li key={f.id}>
            <b>{f.name}</b>
            <br />
            {f.address ? (
              <>
                <code style={{ overflowWrap: "anywhere", fontSize: 15 }}>
                  {window.location.origin + f.address}
                </code>
                <br />
                <b>Copy it now: it is shown this once.</b>
              </>
            ) : (
              <Quiet>
                its address was shown when it was made; it answers until {dayInWords(f.expiresOn)}
              </Quiet>
            )}
            <br />
            <TextButton aria-label={`Withdraw ${f.name}`} onPress={() => withdraw.mutate(f.id)}>
              Withdraw
            </TextButton>
          </li>
        ))}
      </Lines>
      <Form of={form}>
        <Row style={{ alignItems: "flex-end" }}>
          <Select
            label="Whose visits"
            value={edit.kind}
            onChange={(kind) => change({ kind, of: "" })}
            options={[
              ["shop", "the whole shop’s"],
              ["person", "those one person accepted"],
              ["customer", "one customer’s"],
            ]}
          />
          {edit.kind !== "shop" && (
            <Select
              label={edit.kind === "person" ? "Who" : "Which customer"}
              value={edit.of}
              onChange={(of) => change({ of })}
              problem={form.at("/of")}
              options={[["", "pick one"], ...whose.map((w) => [w.id, w.name] as const)]}
            />
          )}
          <Button type="submit" isDisabled={form.pending}>
            Make a calendar
          </Button>
        </Row>
      </Form>
      <FormProblem of={form} />
      <Problem of={withdraw.error} />
    </Section>
  );
}

function Meters() {
  const queries = useQueryClient();
  const feed = useQuery({
    queryKey: ["meter-feed"],
    queryFn: () => answer(shop.GET("/api/horizon/meter-feed")),
  });
  const settle = async (now: Schemas["MeterFeedAnswer"]) => {
    queries.setQueryData(["meter-feed"], now);
    await queries.invalidateQueries({ queryKey: ["horizon"] });
  };
  const poll = useMutation({
    mutationFn: () => answer(shop.POST("/api/horizon/meter-feed/poll")),
    onSuccess: settle,
  });
  const judge = useMutation({
    mutationFn: ({ id, take }: { id: string; take: boolean }) =>
      answer(shop.PUT("/api/horizon/meter-feed/doubted/{id}", { params: { path: { id } }, body: { take } })),
    onSuccess: settle,
  });
  if (!feed.data) return <Problem of={feed.error} />;
  return (
    <Section>
      <h2>Hub odometers that report</h2>
      {feed.data.there ? (
        <Row>
          <Button onPress={() => poll.mutate()}>Ask them now</Button>
          <span role="status">
            {poll.isPending
              ? "Asking…"
              : (feed.data.failed ?? (poll.isSuccess ? `${feed.data.taken} readings taken.` : ""))}
          </span>
        </Row>
      ) : (
        <p>This shop has no feed of meter readings: start it with --meters and the feed’s address.</p>
      )}
      {feed.data.doubted.length > 0 && <h3>Set aside: not believed, used for nothing</h3>}
      <Lines>
        {feed.data.doubted.map((d) => (
          <li key={d.id}>
            <b>{d.tag || d.meterNumber}</b> {d.typed || "no figure"} on {dayInWords(d.on)}
            <br />
            <Quiet>{d.why}</Quiet>
            <br />
            <Row $gap={16}>
              {d.trailerId && d.typed && (
                <TextButton onPress={() => judge.mutate({ id: d.id, take: true })}>
                  Take it: a new meter
                </TextButton>
              )}
              <TextButton onPress={() => judge.mutate({ id: d.id, take: false })}>Drop it</TextButton>
            </Row>
          </li>
        ))}
      </Lines>
      <Problem of={poll.error ?? judge.error} />
    </Section>
  );
}
