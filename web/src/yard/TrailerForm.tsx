import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { Link, useLocation } from "wouter";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { GearPlan } from "../gearplan/GearPlan";
import { Button } from "../ui/Button";
import { Choice, TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Head, Page, Quiet, Row, Stack } from "../ui/Page";
import { Problem, Refused } from "../ui/Problem";
import { useDebounced } from "../ui/useDebounced";
import * as options from "./gearOptions";

type Draft = Schemas["TrailerDraft"];

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
  const fault = usual.error ?? there.error;
  if (fault) return <Refused of={fault} back="/yard" backWords="Back to the yard" />;
  if (there.data) return <Form id={there.data.id} first={there.data} customer={there.data.customer} />;
  if (!usual.data) return <Page aria-busy="true" />;
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
  const [, go] = useLocation();
  const [ids] = useState(() => ({ trailer: id ?? newId(), customer: newId() }));
  const [draft, setDraft] = useState<Draft>({ ...first, lastRepackOn: null });
  const [owner, setOwner] = useState(customer);
  const [rating, setRating] = useState(String(first.gear.ratingPounds));
  const change = (part: Partial<Draft>) => setDraft((now) => ({ ...now, ...part }));
  const gear = (part: Partial<Schemas["GearDescription"]>) =>
    setDraft((now) => ({ ...now, gear: { ...now.gear, ...part } }));

  const customers = useQuery({
    queryKey: ["customers"],
    queryFn: () => answer(shop.GET("/api/yard/customers")),
  });
  const typed = useDebounced(draft.gear, 200);
  const look = useQuery({
    queryKey: ["gear-look", typed],
    queryFn: () => answer(shop.POST("/api/yard/gear/look", { body: typed })),
    placeholderData: keepPreviousData,
  });

  // Rating and axle count decide what is usual for everything else; what follows can be corrected.
  const follow = async (axles: number, pounds: number) => {
    if (pounds < 1000 || pounds > 16000) {
      gear({ axles, ratingPounds: pounds });
      return;
    }
    const usual = await queries.fetchQuery({
      queryKey: ["usual", axles, pounds],
      queryFn: () =>
        answer(shop.GET("/api/yard/gear/usual", { params: { query: { axles, ratingPounds: pounds } } })),
      staleTime: Infinity,
    });
    gear(id === undefined ? usual : { axles, ratingPounds: pounds });
  };

  const save = useMutation({
    mutationFn: () => {
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
  const braked = g.brake !== "none";

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
            <TextField
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
          </Stack>
          <Stack>
            <h2>Its running gear</h2>
            <Choice
              label="Axles"
              value={String(g.axles) as "1" | "2" | "3"}
              onChange={(n) => void follow(Number(n), g.ratingPounds)}
              options={options.AXLES}
              problem={wrong("/gear/axles")}
            />
            <TextField
              label="Rating of one axle, lb"
              value={rating}
              onChange={(text) => {
                setRating(text);
                void follow(g.axles, Number.parseInt(text.replaceAll(/[^\d]/g, "") || "0", 10));
              }}
              problem={wrong("/gear/ratingPounds")}
            />
            <Choice
              label="Suspension"
              value={g.suspension}
              onChange={(suspension) =>
                gear({
                  suspension,
                  spindle:
                    suspension === "torsion"
                      ? "torsionArm"
                      : g.spindle === "torsionArm"
                        ? "welded"
                        : g.spindle,
                })
              }
              options={options.SUSPENSION}
            />
            <Choice
              label="Brakes"
              value={g.brake}
              onChange={(brake) =>
                gear(brake === "none" ? { brake, brakeDiameter: "", brakeWidth: "" } : { brake })
              }
              options={options.BRAKE}
            />
            {braked && (
              <>
                <MeasureField
                  label="Brake, across"
                  value={g.brakeDiameter}
                  onChange={(brakeDiameter) => gear({ brakeDiameter })}
                  quantity="length"
                  example="12"
                  problem={wrong("/gear/brakeDiameter")}
                />
                {g.brake !== "hydraulicDisc" && (
                  <MeasureField
                    label="Shoes, wide"
                    value={g.brakeWidth}
                    onChange={(brakeWidth) => gear({ brakeWidth })}
                    quantity="length"
                    example="2 1/4"
                    problem={wrong("/gear/brakeWidth")}
                  />
                )}
              </>
            )}
          </Stack>
          <Stack>
            <h2>Wheel ends and meter</h2>
            <Choice
              label="Bearings are"
              value={g.lubrication}
              onChange={(lubrication) =>
                gear({
                  lubrication,
                  nutRetention:
                    lubrication === "sealedHub"
                      ? "onePieceNut"
                      : g.nutRetention === "onePieceNut"
                        ? "castleNut"
                        : g.nutRetention,
                })
              }
              options={options.LUBRICATION}
            />
            <Choice
              label="The nut is kept by"
              value={g.nutRetention}
              onChange={(nutRetention) => gear({ nutRetention })}
              options={options.NUT}
              problem={wrong("/gear/nutRetention")}
            />
            <Choice
              label="Spindle"
              value={g.spindle}
              onChange={(spindle) => gear({ spindle })}
              options={options.SPINDLE}
              problem={wrong("/gear/spindle")}
            />
            <Choice
              label="Studs of a wheel"
              value={String(g.studCount)}
              onChange={(n) => gear({ studCount: Number(n) })}
              options={options.STUDS}
              problem={wrong("/gear/studCount")}
            />
            <MeasureField
              label="Stud thread"
              value={g.studThread}
              onChange={(studThread) => gear({ studThread })}
              quantity="length"
              example="1/2"
              problem={wrong("/gear/studThread")}
            />
            <Choice
              label="Distance is known from"
              value={draft.meter}
              onChange={(meter) => change({ meter })}
              options={options.METER}
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
            <TextField
              label={id ? "All ends repacked elsewhere, on" : "Last repack, if anybody knows"}
              type="date"
              value={draft.lastRepackOn ?? ""}
              onChange={(day) => change({ lastRepackOn: day || null })}
              problem={wrong("/lastRepackOn")}
              hint={id ? "left empty, the record stands" : "left empty, it is due now"}
            />
          </Stack>
        </Columns>
        <Stack style={{ marginTop: 20 }}>
          {stale && (
            <Stack role="alert" $gap={6}>
              <b>{refused?.message}</b>
              <span>
                Now it stands as {stale.tag}, {stale.name || "no name"}, {stale.customer}; {stale.gearWords}.
              </span>
              <Row>
                <Button onPress={() => change({ version: stale.version })}>Keep mine, then save again</Button>
                <Button
                  onPress={() => {
                    setDraft({ ...stale, lastRepackOn: null });
                    setOwner(stale.customer);
                    setRating(String(stale.gear.ratingPounds));
                    save.reset();
                  }}
                >
                  Take theirs
                </Button>
              </Row>
            </Stack>
          )}
          {save.error && !stale && <Problem of={save.error} />}
          <Row $gap={20}>
            <Button type="submit" $main isDisabled={save.isPending}>
              {id ? "Save" : "Add it to the yard"}
            </Button>
            <Link href={id ? `/yard/trailers/${id}` : "/yard"}>leave it</Link>
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
