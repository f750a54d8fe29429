import { useEffect, useRef } from "react";
import type { Schemas } from "../../api/client";
import { capital, dayInWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { JudgementText } from "../../ui/Verdict";
import { RoundOffers } from "./RoundOffers";
import { RoundThing } from "./RoundThing";
import { reachable, type RoundSpot } from "./roundWalk";
import { type SeenAgain, useRoundPlace } from "./useRoundPlace";

type Round = Schemas["RoundAnswer"];

interface Props {
  round: Round;
  spot: RoundSpot;
  /** What stands now; and whether the walk goes on to the next place. */
  onState: (now: Round, goOn: boolean) => void;
  onPass: () => void;
}

/** One place of a round: everything to look at there, each row one touch, and one button for all that is sound. */
export function RoundPlace({ round, spot, onState, onPass }: Props) {
  const place = useRoundPlace(round, spot, onState, onPass);
  const things = spot.stops.filter(reachable).flatMap((s) => s.things);
  const { left } = place;
  const on = useRef<HTMLButtonElement>(null);
  useEffect(() => on.current?.focus({ preventScroll: true }), []);

  const keys = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.altKey || event.metaKey) return;
    const key = event.key.toLowerCase();
    if (key === "g") place.goOn();
    else if (key === "p") onPass();
    else return;
    event.preventDefault();
  };
  const opposite = left.flatMap((thing) => thing.opposite.map((seen) => ({ thing, seen })));
  const lastTime = left.flatMap((thing) => (thing.lastTime ? [{ thing, seen: thing.lastTime }] : []));
  const picked = round.rulebook.rows.find((r) => r.code === place.picked);

  return (
    <form
      onSubmit={(e) => {
        // Enter in a field writes the figures down, and nothing else.
        e.preventDefault();
        place.writeFigures();
      }}
      onKeyDown={keys}
      onKeyDownCapture={(e) => {
        // A key held down means one place, not the whole walk.
        if (e.repeat && (e.key === "Enter" || e.key.toLowerCase() === "g")) {
          e.preventDefault();
          e.stopPropagation();
        }
      }}
    >
      <Stack $gap={14}>
        <h2 style={{ fontSize: 32 }}>{capital(spot.spoken)}</h2>
        {!round.closed && (
          <>
            <Row $gap={10}>
              <Button ref={on} $main $large isDisabled={place.pending} onPress={place.goOn}>
                {left.length === 0
                  ? "Next place"
                  : left.length === things.length
                    ? "All sound, next place"
                    : "The rest is sound, next place"}
              </Button>
              {left.length > 0 && <Button onPress={onPass}>Skip it, not looked at</Button>}
            </Row>
            <Again
              label="The same as its opposite"
              rows={opposite}
              busy={place.busy}
              onPress={() => place.again(opposite, () => "the same as its opposite")}
            />
            <Again
              label={lastTime[0] ? `As last time, ${dayInWords(lastTime[0].seen.on)}` : ""}
              rows={lastTime}
              busy={place.busy}
              onPress={() => place.again(lastTime, (seen) => `as on ${dayInWords(seen.on)}`)}
            />
          </>
        )}
        <Problem of={place.error} />
        {picked && (
          <div aria-live="polite">
            {picked.judgement.verdict !== "sound" && <JudgementText of={picked.judgement} />}
            {picked.jobs.length > 0 && (
              <RoundOffers visitId={round.visitId} rule={picked.code} place={spot.place} />
            )}
          </div>
        )}
        {spot.stops.map((stop) =>
          reachable(stop) ? (
            <Section key={stop.key}>
              {stop.behind && <h3>With the {stop.behind}</h3>}
              {stop.things.map((thing) => (
                <RoundThing key={thing.subject} round={round} thing={thing} place={place} />
              ))}
            </Section>
          ) : (
            <OutOfReach key={stop.key} stop={stop} />
          ),
        )}
        {place.hasFigures && (
          <Row>
            <Button type="submit" isDisabled={place.busy}>
              Write the figures down
            </Button>
          </Row>
        )}
      </Stack>
    </form>
  );
}

function OutOfReach({ stop }: { stop: Schemas["RoundStop"] }) {
  return (
    <Quiet>
      {stop.things.map((t) => t.words).join(", ")}:{" "}
      {stop.reach === "later"
        ? `once the packet has the ${stop.behind}`
        : `behind what this visit does not open (${stop.behind})`}
      ; not looked at
    </Quiet>
  );
}

/** One touch for what was seen before, or on the other side; nothing where nothing was. */
function Again({
  label,
  rows,
  busy,
  onPress,
}: {
  label: string;
  rows: SeenAgain[];
  busy: boolean;
  onPress: () => void;
}) {
  if (rows.length === 0) return null;
  return (
    <Row $gap={12}>
      <Button isDisabled={busy} onPress={onPress}>
        {label}
      </Button>
      <Quiet style={{ flex: "1 1 240px" }}>
        {rows.map(({ thing, seen }) => `${thing.words}: ${seen.seen.toLowerCase()}`).join("; ")}
      </Quiet>
    </Row>
  );
}
