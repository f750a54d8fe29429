import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import styled from "styled-components";
import { Link, useNavigate } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { GearPlan } from "../gearplan/GearPlan";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Head, Page, Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { WaitingPage } from "../ui/Waiting";
import { Stale } from "../ui/Stale";
import { useDebounced } from "../ui/useDebounced";
import { FrameFields, WheelEndFields } from "./GearFields";
import { METER } from "./gearOptions";
import { PracticesApart } from "../ui/PracticeFields";
import { follow, poundsOf } from "./usualGear";
import { useShop } from "../api/useShop";
import { useCustomers } from "../api/useCustomers";
import { Select } from "../ui/Select";
import { DateField } from "../ui/DateField";
import { useUnsaved } from "../ui/unsaved";
import { TypeAhead } from "../ui/ComboBox";

type Draft = Schemas["TrailerDraft"];
type Gear = Schemas["GearDescription"];

// Stays in sight while the fields under it are filled in.
const Alongside = styled.div`
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--ground);
  border-bottom: 1px solid var(--hair);
  padding: 4px 0;
  @media (max-height: 600px) {
    position: static;
  }
`;

const NOBODY = new Map<string, never>();

/** Adds a trailer, or changes the description of one: its gear plan draws itself alongside. */
export default function TrailerForm({ id }: { id?: string }) {
  const usual = useQuery({
    queryKey: ["usual", 2, 3500],
    queryFn: () =>
      answer(shop.GET("/api/yard/gear/usual", { params: { query: { axles: 2, ratingPounds: 3500 } } })),
    enabled: id === undefined,
  });
  const there = useQuery({
    queryKey: ["trailer", id],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}", { params: { path: { id: id ?? "" } } })),
    enabled: id !== undefined,
  });
  // Once there is something to type into, a later failure to read it again takes nothing away.
  if (there.data) return <Form id={there.data.id} first={there.data} customer={there.data.customer} />;
  if (!usual.data) {
    return (
      <WaitingPage
        of={id === undefined ? usual : there}
        what="Laying out the form"
        back="/yard"
        backWords="Back to the yard"
      />
    );
  }
  const empty: Draft = {
    tag: "",
    name: "",
    plate: "",
    customerId: "",
    gear: usual.data,
    meter: "none",
    estimatedYear: "",
    lastRepackOn: null,
    version: 0,
  };
  return <Form first={empty} customer="" />;
}

function Form({ id, first, customer }: { id?: string; first: Draft; customer: string }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [ids] = useState(() => ({ trailer: id ?? newId(), customer: newId() }));
  const [draft, setDraft] = useState<Draft>({ ...first, lastRepackOn: null });
  const [owner, setOwner] = useState(customer);
  const [rating, setRating] = useState(String(first.gear.ratingPounds));
  const change = (part: Partial<Draft>) => setDraft((now) => ({ ...now, ...part }));
  const set = (part: (now: Gear) => Gear) => setDraft((now) => ({ ...now, gear: part(now.gear) }));
  // What somebody has said themselves is not overwritten by what is usual; of a trailer there is, everything was said.
  const said = useRef(new Set<keyof Gear>());
  const asked = useRef(0);
  const gear = (part: Partial<Gear>) => {
    for (const field of Object.keys(part) as (keyof Gear)[]) said.current.add(field);
    set((now) => ({ ...now, ...part }));
  };

  const house = useShop();
  const customers = useCustomers();
  const typed = useDebounced(draft.gear, 200);
  const look = useQuery({
    queryKey: ["gear-look", typed],
    queryFn: () => answer(shop.POST("/api/yard/gear/preview", { body: typed })),
    placeholderData: keepPreviousData,
  });

  // Rating and axle count decide what is usual for everything else; what follows can be corrected.
  const followUsual = async (axles: number, text: string) => {
    setRating(text);
    const ratingPounds = poundsOf(text);
    set((now) => ({ ...now, axles, ratingPounds }));
    const mine = ++asked.current;
    if (id !== undefined || ratingPounds < 1000 || ratingPounds > 16000) return;
    const usual = await queries.fetchQuery({
      queryKey: ["usual", axles, ratingPounds],
      queryFn: () => answer(shop.GET("/api/yard/gear/usual", { params: { query: { axles, ratingPounds } } })),
      staleTime: Infinity,
    });
    // A later keystroke has overtaken this one.
    if (mine === asked.current) set((now) => follow(now, usual, said.current));
  };

  const unsaved = useUnsaved({ ...draft, version: 0, owner, rating });
  const save = useMutation({
    mutationFn: () => {
      unsaved.sending();
      const name = owner.trim();
      const known = customers.data?.find((c) => c.name.toLowerCase() === name.toLowerCase())?.id;
      return answer(
        shop.PUT("/api/yard/trailers/{id}", {
          params: { path: { id: ids.trailer } },
          body: { ...draft, customerId: known ?? ids.customer, newCustomer: known ? null : name },
        }),
      );
    },
    onSuccess: async (now) => {
      unsaved.saved();
      queries.setQueryData(["trailer", now.id], now);
      await queries.invalidateQueries();
      go(`/yard/trailers/${now.id}`);
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  // What is wrong with the gear shows while it is described; everything else once it was sent.
  const wrong = (pointer: string) =>
    refused?.field(pointer) ?? look.data?.problems.find((p) => p.pointer === pointer)?.detail;
  const stale = refused?.field("/version") ? (refused.current as Schemas["TrailerAnswer"]) : undefined;
  const g = draft.gear;

  return (
    <Page>
      <Head>
        <h1>{id ? `Change ${first.tag}` : "Add a trailer"}</h1>
        <Quiet>{look.data?.words}</Quiet>
      </Head>
      {look.data && (
        <Alongside>
          <GearPlan
            gear={g}
            places={look.data.places}
            marks={NOBODY}
            label={`Gear plan: ${look.data.words}`}
            small
          />
        </Alongside>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <Columns $shape="1fr 1fr 1fr" style={{ marginTop: 16 }}>
          <Stack>
            <h2>Which trailer</h2>
            <TextField
              label="Tag"
              hint="the short name the shop calls it by"
              value={draft.tag}
              onChange={(tag) => change({ tag })}
              problem={wrong("/tag")}
              autoFocus={!id}
            />
            <TypeAhead
              label="Whose it is"
              offers={customers.data?.map((c) => c.name)}
              value={owner}
              onChange={setOwner}
              problem={wrong("/customerId") ?? wrong("/newCustomer")}
              hint={newOwner(owner, customers.data)}
            />
            <TextField
              label="What it is"
              placeholder="book van"
              value={draft.name}
              onChange={(name) => change({ name })}
              problem={wrong("/name")}
            />
            <TextField
              label="Plate"
              value={draft.plate}
              onChange={(plate) => change({ plate })}
              problem={wrong("/plate")}
            />
            <PracticesApart
              who="its customer’s others are"
              questions={house.data?.questions ?? []}
              answers={draft.practices ?? {}}
              onChange={(practices) => change({ practices })}
              problem={wrong("/practices")}
            />
          </Stack>
          <FrameFields
            of={g}
            onChange={gear}
            wrong={wrong}
            rating={rating}
            onFollow={(n, r) => void followUsual(n, r)}
          />
          <Stack>
            <h2>Wheel ends and meter</h2>
            <WheelEndFields of={g} onChange={gear} wrong={wrong} />
            <Select
              label="Distance is known from"
              value={draft.meter}
              onChange={(meter) => change({ meter })}
              options={METER}
            />
            {draft.meter === "estimate" && (
              <MeasureField
                label="In a year"
                value={draft.estimatedYear}
                onChange={(estimatedYear) => change({ estimatedYear })}
                quantity="distance"
                example="3,000 mi"
                problem={wrong("/estimatedYear")}
              />
            )}
            <DateField
              label={id ? "All ends repacked elsewhere, on" : "Last repack, if anybody knows"}
              value={draft.lastRepackOn ?? ""}
              onChange={(day) => change({ lastRepackOn: day || null })}
              problem={wrong("/lastRepackOn")}
              hint={id ? "left empty, the record stands" : "left empty, it is due now"}
            />
          </Stack>
        </Columns>
        <Stack style={{ marginTop: 20 }}>
          {stale && (
            <Stale
              message={refused?.message ?? ""}
              onKeep={() => change({ version: stale.version })}
              onTake={() => {
                unsaved.taken();
                setDraft({ ...stale, lastRepackOn: null });
                setOwner(stale.customer);
                setRating(String(stale.gear.ratingPounds));
                save.reset();
              }}
            >
              {stale.tag}, {stale.name || "no name"}, {stale.customer}; {stale.gearWords}
            </Stale>
          )}
          {save.error && !stale && <Problem of={save.error} />}
          <Row $gap={20}>
            <Button type="submit" $main isDisabled={save.isPending}>
              {id ? "Save" : "Add it to the yard"}
            </Button>
            <Link to={id ? `/yard/trailers/${id}` : "/yard"}>Cancel</Link>
          </Row>
        </Stack>
      </form>
    </Page>
  );
}

function newOwner(written: string, known: readonly Schemas["CustomerAnswer"][] | undefined): string {
  const name = written.trim().toLowerCase();
  if (!name || !known) return "a customer of yours, or a new name";
  if (known.some((c) => c.name.toLowerCase() === name)) return "a customer of yours";
  const near = known.filter((c) => c.name.toLowerCase().includes(name)).map((c) => c.name);
  return near.length > 0
    ? `a new customer; or did you mean ${near.slice(0, 2).join(" or ")}?`
    : "a new customer: added with the trailer";
}
