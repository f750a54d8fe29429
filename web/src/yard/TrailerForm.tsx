import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Suspense, useRef, useState } from "react";
import styled from "styled-components";
import { Link, useNavigate } from "react-router";
import { Breadcrumbs } from "../ui/Breadcrumbs";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { GearPlan } from "../gearplan/GearPlan";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Head, Page, Quiet, Row, Stack } from "../ui/Page";
import { Form, FormProblem } from "../ui/Form";
import { useForm } from "../ui/useForm";
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
import { later } from "../ui/later";
import { Bone } from "../ui/Skeleton";
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

// The form's last field brings a calendar along: the others are not kept waiting for it.
const DateField = later(async () => ({ default: (await import("../ui/DateField")).DateField }));

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
  if (there.data) return <Fields id={there.data.id} first={there.data} customer={there.data.customer} />;
  if (!usual.data) {
    return (
      <WaitingPage
        of={id === undefined ? usual : there}
        what="Laying out the form"
        like="form"
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
  return <Fields first={empty} customer="" />;
}

interface Edit extends Draft {
  /** Whose it is, as it is typed. */
  owner: string;
  /** An axle's rating, as it is typed. */
  rating: string;
}

const editOf = (draft: Draft, owner: string): Edit => ({
  ...draft,
  lastRepackOn: null,
  owner,
  rating: String(draft.gear.ratingPounds),
});

function Fields({ id, first, customer }: { id?: string; first: Draft; customer: string }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [ids] = useState(() => ({ trailer: id ?? newId(), customer: newId() }));
  const customers = useCustomers();
  const form = useForm({
    start: () => editOf(first, customer),
    send: (draft) => {
      const name = draft.owner.trim();
      const known = customers.data?.find((c) => c.name.toLowerCase() === name.toLowerCase())?.id;
      return answer(
        shop.PUT("/api/yard/trailers/{id}", {
          params: { path: { id: ids.trailer } },
          body: { ...draft, customerId: known ?? ids.customer, newCustomer: known ? null : name },
        }),
      );
    },
    done: async (now) => {
      queries.setQueryData(["trailer", now.id], now);
      await queries.invalidateQueries();
      go(`/yard/trailers/${now.id}`);
    },
  });
  const { edit, change } = form;
  const set = (part: (now: Gear) => Gear) => form.alter("gear", part);
  // What somebody has said themselves is not overwritten by what is usual; of a trailer there is, everything was said.
  const said = useRef(new Set<keyof Gear>());
  const asked = useRef(0);
  const gear = (part: Partial<Gear>) => {
    for (const field of Object.keys(part) as (keyof Gear)[]) said.current.add(field);
    set((now) => ({ ...now, ...part }));
  };

  const house = useShop();
  const typed = useDebounced(edit.gear, 200);
  const look = useQuery({
    queryKey: ["gear-look", typed],
    queryFn: () => answer(shop.POST("/api/yard/gear/preview", { body: typed })),
    placeholderData: keepPreviousData,
  });

  // Rating and axle count decide what is usual for everything else; what follows can be corrected.
  const followUsual = async (axles: number, text: string) => {
    change({ rating: text });
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

  // What is wrong with the gear shows while it is described; everything else once it was sent.
  const wrong = (pointer: string) =>
    form.at(pointer) ?? look.data?.problems.find((p) => p.pointer === pointer)?.detail;
  const g = edit.gear;

  return (
    <Page>
      <Breadcrumbs
        way={
          id
            ? [
                ["/yard", "Yard"],
                [`/yard/trailers/${id}`, first.tag],
              ]
            : [["/yard", "Yard"]]
        }
        here={id ? "Description" : "New trailer"}
      />
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
      <Form of={form}>
        <Columns $shape="1fr 1fr 1fr" style={{ marginTop: 16 }}>
          <Stack>
            <h2>Which trailer</h2>
            <TextField
              label="Tag"
              hint="the short name the shop calls it by"
              value={edit.tag}
              onChange={(tag) => change({ tag })}
              problem={wrong("/tag")}
              autoFocus={!id}
            />
            <TypeAhead
              label="Whose it is"
              offers={customers.data?.map((c) => c.name)}
              value={edit.owner}
              onChange={(owner) => change({ owner })}
              problem={wrong("/customerId") ?? wrong("/newCustomer")}
              hint={newOwner(edit.owner, customers.data)}
            />
            <TextField
              label="What it is"
              placeholder="book van"
              value={edit.name}
              onChange={(name) => change({ name })}
              problem={wrong("/name")}
            />
            <TextField
              label="Plate"
              value={edit.plate}
              onChange={(plate) => change({ plate })}
              problem={wrong("/plate")}
            />
            <PracticesApart
              who="its customer’s others are"
              questions={house.data?.questions ?? []}
              answers={edit.practices ?? {}}
              onChange={(practices) => change({ practices })}
              problem={wrong("/practices")}
            />
          </Stack>
          <FrameFields
            of={g}
            onChange={gear}
            wrong={wrong}
            rating={edit.rating}
            onFollow={(n, r) => void followUsual(n, r)}
          />
          <Stack>
            <h2>Wheel ends and meter</h2>
            <WheelEndFields of={g} onChange={gear} wrong={wrong} />
            <Select
              label="Distance is known from"
              value={edit.meter}
              onChange={(meter) => change({ meter })}
              options={METER}
            />
            {edit.meter === "estimate" && (
              <MeasureField
                label="In a year"
                value={edit.estimatedYear}
                onChange={(estimatedYear) => change({ estimatedYear })}
                quantity="distance"
                example="3,000 mi"
                problem={wrong("/estimatedYear")}
              />
            )}
            <Suspense fallback={<Bone $h={94} />}>
              <DateField
                label={id ? "All ends repacked elsewhere, on" : "Last repack, if anybody knows"}
                value={edit.lastRepackOn ?? ""}
                onChange={(day) => change({ lastRepackOn: day || null })}
                problem={wrong("/lastRepackOn")}
                hint={id ? "left empty, the record stands" : "left empty, it is due now"}
              />
            </Suspense>
          </Stack>
        </Columns>
        <Stack style={{ marginTop: 20 }}>
          <Stale
            of={form}
            edit={(theirs: Schemas["TrailerAnswer"]) => editOf(theirs, theirs.customer)}
            words={(theirs) => (
              <>
                {theirs.tag}, {theirs.name || "no name"}, {theirs.customer}; {theirs.gearWords}
              </>
            )}
          />
          <FormProblem of={form} />
          <Row $gap={20}>
            <Button type="submit" $main isDisabled={form.pending}>
              {id ? "Save" : "Add it to the yard"}
            </Button>
            <Link to={id ? `/yard/trailers/${id}` : "/yard"}>Cancel</Link>
          </Row>
        </Stack>
      </Form>
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
