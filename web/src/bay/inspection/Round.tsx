import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { capital } from "../../api/words";
import { GearPlan, type PlanMark } from "../../gearplan/GearPlan";
import { TextButton } from "../../ui/Button";
import { HoldBanner } from "../../ui/HoldBanner";
import { Columns, Head, Page, Plain, Quiet, Section, Stack } from "../../ui/Page";
import { Periodic } from "./Periodic";
import { RoundPlace } from "./RoundPlace";
import { nextPlace, placesOf, type RoundSpot, unseen } from "./roundWalk";
import { WaitingPage } from "../../ui/Waiting";

/** The wear inspection as a walk round the gear plan: touch a place, touch what you see. */
export default function Round({ id }: { id: string }) {
  const round = useQuery({
    queryKey: ["round", id],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}/round", { params: { path: { id } } })),
  });
  return round.data ? (
    <Walk round={round.data} />
  ) : (
    <WaitingPage of={round} what="Walking up to the trailer" back="/bay" backWords="Back to the bay" />
  );
}

function Walk({ round }: { round: Schemas["RoundAnswer"] }) {
  const queries = useQueryClient();
  const spots = useMemo(() => placesOf(round), [round]);
  const [chosen, setChosen] = useState<string | null>(null);
  const picked = chosen ?? nextPlace(spots, null) ?? spots[0]?.place ?? "trailer";
  const spot = spots.find((s) => s.place === picked) ?? spots[0];
  const marks = useMemo(() => planMarks(spots), [spots]);
  const settle = (now: Schemas["RoundAnswer"], goOn: boolean) => {
    queries.setQueryData(["round", round.visitId], now);
    void queries.invalidateQueries({ queryKey: ["visit", round.visitId] });
    if (goOn) setChosen(nextPlace(placesOf(now), picked) ?? picked);
  };
  const left = spots.filter((s) => unseen(s).length > 0);
  const hidden = round.stops.filter((s) => s.reach === "notThisVisit");
  return (
    <Page>
      <Head>
        <h1>
          {round.tag} <span style={{ fontWeight: 400 }}>round</span>
        </h1>
        <h2 style={{ fontSize: 19 }}>
          {round.lookedAt} of {round.of} looked at ·{" "}
          <Link to={`/bay/${round.visitId}`}>back to the packet</Link>
        </h2>
      </Head>
      {round.holds.length > 0 && !round.closed && <HoldBanner seen={round.holds} />}
      <GearPlan
        gear={round.gear}
        places={round.places}
        marks={marks}
        picked={picked}
        onPick={setChosen}
        label={`Running gear of ${round.tag}, from above, nose to the left. Arrow keys walk from place to place.`}
      />
      <Columns $shape="minmax(0, 2.3fr) minmax(0, 1fr)" style={{ marginTop: 8 }}>
        {spot ? (
          <RoundPlace
            key={spot.place}
            round={round}
            spot={spot}
            onState={settle}
            onPass={() => setChosen(nextPlace(spots, picked) ?? picked)}
          />
        ) : (
          <p>There is nothing to look at at this place.</p>
        )}
        <Stack $gap={24}>
          {round.periodic && <Periodic round={round} onState={(now) => settle(now, false)} />}
          <Section>
            <h3>{left.length > 0 ? "Still to be looked at" : "Everything in reach has been looked at"}</h3>
            <Plain>
              {left.map((s) => (
                <li key={s.place}>
                  <TextButton onPress={() => setChosen(s.place)}>{capital(s.spoken)}</TextButton>{" "}
                  <Quiet>
                    {unseen(s)
                      .map((t) => t.words.toLowerCase())
                      .join(", ")}
                  </Quiet>
                </li>
              ))}
            </Plain>
          </Section>
          {hidden.length > 0 && (
            <Section>
              <h3>Not opened in this visit, so not looked at</h3>
              <Quiet>
                {[...new Set(hidden.flatMap((s) => s.things.map((t) => t.words.toLowerCase())))].join(", ")}
              </Quiet>
            </Section>
          )}
        </Stack>
      </Columns>
      <p style={{ marginTop: 28 }}>
        <Quiet>
          Keys at a place: Enter on the first button, or G from anywhere, says that the rest is sound and goes
          on; P passes by. On the plan the arrows walk from place to place. The axle maker’s figures and local
          law come before ours.
        </Quiet>
      </p>
    </Page>
  );
}

const GRAVITY = ["sound", "watch", "renew", "hold"] as const;

function planMarks(spots: readonly RoundSpot[]): Map<string, PlanMark> {
  return new Map(
    spots.map((s) => {
      const verdicts = s.stops.flatMap((stop) => stop.things.map((t) => t.verdict).filter((v) => v !== null));
      const verdict = verdicts.reduce<(typeof GRAVITY)[number] | null>(
        (worst, v) => (worst === null || GRAVITY.indexOf(v) > GRAVITY.indexOf(worst) ? v : worst),
        null,
      );
      return [s.place, { verdict, unseen: unseen(s).length > 0 }];
    }),
  );
}
