import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Suspense } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { clockInWords, dayInWords } from "../../api/words";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { Columns, Head, Page, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { later } from "../../ui/later";
import { Bone } from "../../ui/Skeleton";
import { WaitingPage } from "../../ui/Waiting";
import { Suppose } from "./Suppose";
import { chosenWith, leftOver } from "./choosing";

// What is only there once it is reckoned comes then.
const Beside = later(async () => ({ default: (await import("./Beside")).Beside }));

// So often is looked how far it is.
const LOOK_AGAIN = 700;

/** One supposition: what is supposed, and what the year would come to beside the plan as it is. */
export default function WhatIf({ id }: { id: string }) {
  const [search] = useSearchParams();
  const fresh = search.has("new");
  const plan = useMay("plan");
  const go = useNavigate();
  const queries = useQueryClient();
  const house = useQuery({
    queryKey: ["planning"],
    queryFn: () => answer(shop.GET("/api/settings/planning")),
  });
  const one = useQuery({
    queryKey: ["what-if", id],
    queryFn: () => answer(shop.GET("/api/horizon/what-if/{id}", { params: { path: { id } } })),
    enabled: !fresh,
    refetchInterval: (query) => (query.state.data?.reckoning ? LOOK_AGAIN : false),
  });
  const away = useMutation({
    mutationFn: () => answer(shop.DELETE("/api/horizon/what-if/{id}", { params: { path: { id } } })),
    onSuccess: async () => {
      queries.removeQueries({ queryKey: ["what-if", id] });
      await queries.invalidateQueries({ queryKey: ["what-if"], exact: true });
      await go("/horizon/what-if");
    },
  });
  if ((!fresh && !one.data) || !house.data)
    return (
      <WaitingPage
        of={one.error || house.data ? one : house}
        what="Looking up what is supposed"
        like="form"
        back="/horizon/what-if"
        backWords="Back to what is supposed"
      />
    );
  const of = one.data;
  return (
    <Page style={{ maxWidth: 1500 }}>
      <Breadcrumbs
        way={[
          ["/horizon", "Horizon"],
          ["/horizon/what-if", "What if"],
        ]}
        here={of?.name ?? "Suppose something"}
      />
      <Head>
        <h1>{of?.name ?? "Suppose something"}</h1>
        {of && plan && (
          <Button onPress={() => away.mutate()} isDisabled={away.isPending}>
            Throw it away
          </Button>
        )}
      </Head>
      <Problem of={away.error} />
      <Columns $shape="minmax(300px, 400px) minmax(0, 1fr)">
        <Suppose
          key={id}
          id={id}
          stands={of}
          house={house.data}
          readOnly={!plan}
          onSaved={async (now) => {
            queries.setQueryData(["what-if", id], now);
            await queries.invalidateQueries({ queryKey: ["what-if"], exact: true });
            if (fresh) await go(`/horizon/what-if/${id}`, { replace: true });
          }}
        />
        <Stack $gap={20}>
          {of ? (
            <Answer of={of} house={house.data} />
          ) : (
            <p>Say what you suppose: the year it comes to stands here, beside the plan as it is.</p>
          )}
        </Stack>
      </Columns>
    </Page>
  );
}

function Answer({ of, house }: { of: Schemas["WhatIfAnswer"]; house: Schemas["ShopPlanningAnswer"] }) {
  const { reckoning, result } = of;
  return (
    <>
      {reckoning && (
        <p role="status">
          <b>
            {reckoning.of > 0
              ? `Being reckoned: ${reckoning.done.toLocaleString("en")} of ${reckoning.of.toLocaleString("en")}.`
              : "Being reckoned."}
          </b>{" "}
          {result && "Shown is what it came to before."}
        </p>
      )}
      {result && (
        <>
          <p style={{ fontSize: 21 }}>{result.words}</p>
          <Quiet>
            Reckoned {dayInWords(result.madeAt)}, {clockInWords(result.madeAt)}, with {result.then.trailers}{" "}
            trailers over the 52 weeks from {dayInWords(result.then.weeks[0]?.monday ?? result.asOf)}.
          </Quiet>
          <Suspense fallback={<Bone $h={420} $w="100%" />}>
            <Beside result={result} />
          </Suspense>
        </>
      )}
      {result && !reckoning && <Choose of={of} house={house} />}
    </>
  );
}

/** Makes what is supposed the shop's own choice, as far as that is the shop's to choose. */
function Choose({ of, house }: { of: Schemas["WhatIfAnswer"]; house: Schemas["ShopPlanningAnswer"] }) {
  const may = useMay("settings");
  const queries = useQueryClient();
  const body = chosenWith(house.chosen, of.supposed);
  const left = leftOver(of.supposed);
  const choose = useMutation({
    mutationFn: () => answer(shop.PUT("/api/settings/planning", { body: body ?? house.chosen })),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <Section>
      <h2>Keep it?</h2>
      <p>
        {body
          ? "What you choose goes into the shop’s hours and intervals, and the plan in force is made anew by it."
          : "Nothing of this is the shop’s to choose here."}{" "}
        {left}
      </p>
      <Problem of={choose.error} />
      {may && body && (
        <Row>
          <Button $main onPress={() => choose.mutate()} isDisabled={choose.isPending || choose.isSuccess}>
            Make it the shop’s choice
          </Button>
          {choose.isPending && <span role="status">Saving, and working out what falls due…</span>}
          {choose.isSuccess && <span role="status">It is the shop’s choice now.</span>}
        </Row>
      )}
    </Section>
  );
}
