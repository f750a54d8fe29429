import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { answer, type Schemas, shop } from "../../api/client";
import { useJobsOffered } from "../../api/useJobsOffered";
import { GearPlan, type PlanMark } from "../../gearplan/GearPlan";
import { Columns, Head, Page, Quiet, Stack } from "../../ui/Page";
import { OwnYears, SuspectParts } from "../../ui/OwnYears";
import { later } from "../../ui/later";
import { type TabOf, Tabs } from "../../ui/Tabs";
import { WaitingPage } from "../../ui/Waiting";
import { AtAGlance } from "./AtAGlance";
import { Described } from "./Described";
import { FallsDue } from "./FallsDue";
import { Hold } from "./Hold";
import { JobsHere } from "./JobsHere";
import { PlacePanel } from "./PlacePanel";
import { standing } from "./standing";
import { TakeIn } from "./TakeIn";
import { due, type JobAt, toggled } from "./wanted";
import { WhatStands } from "./WhatStands";

// Looked at now and then: fetched once somebody does.
const Declined = later(() => import("../../approvals/Declined"));
const History = later(async () => ({ default: (await import("../../ui/VisitLines")).VisitLines }));
const Wear = later(async () => ({ default: (await import("../../plots/WearPlots")).WearPlots }));
const Road = later(async () => ({ default: (await import("./MeterPanel")).MeterPanel }));
const Cost = later(async () => ({ default: (await import("../../plots/CostPlot")).CostPlot }));
const Pictures = later(async () => ({ default: (await import("./PhotoWall")).PhotoWall }));

const NONE: readonly Schemas["JobOffered"][] = [];

const SEEN = ["visit", "stands", "due", "history", "wear", "road", "photos", "described"] as const;
type Seen = (typeof SEEN)[number];

/** One trailer: how it stands, its gear plan, and what is to be known of it. */
export default function TrailerPage({ id }: { id: string }) {
  const page = useQuery({
    queryKey: ["trailer", id],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}", { params: { path: { id } } })),
  });
  return page.data ? (
    <Trailer trailer={page.data} />
  ) : (
    <WaitingPage
      of={page}
      what="Looking the trailer up"
      like="trailer"
      back="/yard"
      backWords="Back to the yard"
    />
  );
}

function Trailer({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const { id, status } = trailer;
  // Picked to begin with: what is worst, or else what is due soonest.
  const stands = useMemo(() => standing(status), [status]);
  const worst = stands[0];
  const [params, setParams] = useSearchParams();
  // A hub's tag names its wheel end.
  const tagged = trailer.places.find((p) => p.code === params.get("place"))?.code;
  const [picked, setPicked] = useState(tagged ?? worst?.place ?? status.dues[0]?.place ?? "axle-1-left");
  const seen = SEEN.find((s) => s === params.get("see")) ?? "visit";
  const see = (tab: Seen) => setParams(tab === "visit" ? {} : { see: tab }, { replace: true });
  const booked = trailer.booked?.jobs as JobAt[] | undefined;
  const offered = useJobsOffered(id, trailer.version) ?? NONE;
  // Begun with what was booked, or with what is due, until somebody says otherwise.
  const [chosen, setWanted] = useState<JobAt[] | null>(null);
  const wanted = useMemo(() => chosen ?? booked ?? due(status, offered), [chosen, booked, status, offered]);
  const marks = useMemo(
    () => planMarks(status, trailer.openVisit ? [] : wanted),
    [status, trailer.openVisit, wanted],
  );
  const pick = (place: string) => {
    setPicked(place);
    if (seen !== "visit") see("visit");
  };
  const tabs: TabOf<Seen>[] = [
    {
      id: "visit",
      title: trailer.openVisit ? "This place" : "Take in",
      stays: true,
      body: (
        <Columns $shape={trailer.openVisit ? "1fr" : "1fr 1fr 1fr"}>
          <PlacePanel trailer={trailer} picked={picked} />
          {!trailer.openVisit && (
            <>
              {/* Its column is kept while what can be done there is still on its way. */}
              <div>
                <JobsHere
                  offered={offered}
                  picked={picked}
                  wanted={wanted}
                  title="Wanted here"
                  onToggle={(job, place, on) => setWanted(toggled(wanted, job, place, on))}
                />
              </div>
              <TakeIn trailer={trailer} offered={offered} wanted={wanted} onWanted={setWanted} />
            </>
          )}
        </Columns>
      ),
    },
    {
      id: "stands",
      title: "What stands",
      count: stands.length + (status.causes ?? []).length + (status.gone ?? []).length,
      body: (
        <Stack $gap={22}>
          <WhatStands trailer={trailer} />
          <Declined trailer={id} />
        </Stack>
      ),
    },
    {
      id: "due",
      title: "What falls due",
      count: (status.upcoming ?? []).length + status.owed.length,
      body: <FallsDue trailer={trailer} />,
    },
    {
      id: "history",
      title: "What was done",
      body: (
        <Stack $gap={14}>
          <span>
            <Link to={`/ledger/papers/life/${id}`}>Its whole life on paper, for whoever has it next</Link>
          </span>
          <History trailer={id} />
        </Stack>
      ),
    },
    {
      id: "wear",
      title: "How it wears",
      body: (
        <Stack $gap={22}>
          <OwnYears trailer={id} of="wear" />
          <Wear trailer={id} />
        </Stack>
      ),
    },
    {
      id: "road",
      title: "On the road",
      body: (
        <Columns $shape="1fr 1.3fr">
          <Road trailer={trailer} />
          <Stack $gap={14}>
            <OwnYears trailer={id} of="cost" />
            <Cost trailer={id} />
          </Stack>
        </Columns>
      ),
    },
    { id: "photos", title: "Photographs", body: <Pictures trailer={id} /> },
    { id: "described", title: "Description", body: <Described trailer={trailer} /> },
  ];
  return (
    <Page>
      <Breadcrumbs
        way={[
          ["/yard", "Yard"],
          [`/yard/customers/${trailer.customerId}`, trailer.customer],
        ]}
        here={trailer.tag}
      />
      <Head>
        <Stack $gap={2}>
          <h1>
            {trailer.tag} <span style={{ fontWeight: 400 }}>{trailer.name}</span>
          </h1>
          <Quiet>
            {trailer.plate && `${trailer.plate} · `}
            {trailer.gearWords}
          </Quiet>
        </Stack>
      </Head>
      <Hold trailer={trailer} />
      <SuspectParts trailer={id} />
      <AtAGlance trailer={trailer} onPick={pick} onSee={see} />
      <GearPlan
        gear={trailer.gear}
        places={trailer.places}
        marks={marks}
        picked={picked}
        onPick={pick}
        label={`Running gear of ${trailer.tag}, from above, nose to the left. Arrow keys walk from place to place.`}
      />
      <Tabs label={`What is known of ${trailer.tag}`} tabs={tabs} shown={seen} onShow={see} />
    </Page>
  );
}

function planMarks(status: Schemas["TrailerStatus"], wanted: readonly JobAt[]): Map<string, PlanMark> {
  const marks = new Map<string, PlanMark>();
  // Dues come soonest first: the first of a place is the one it shows.
  for (const due of status.dues) {
    if (marks.has(due.place)) continue;
    marks.set(due.place, {
      used: due.due.used,
      nearness: due.due.nearness,
      what: due.short,
      when: due.due.when,
    });
  }
  // Marks come gravest first: the first of a place is the one it shows.
  for (const mark of status.marks) {
    const there = marks.get(mark.place);
    if (!there?.verdict) marks.set(mark.place, { ...there, verdict: mark.judgement.verdict });
  }
  for (const { place } of wanted) marks.set(place, { ...marks.get(place), wanted: true });
  return marks;
}
