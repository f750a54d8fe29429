import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { capital, dayInWords } from "../api/words";
import { Illustration } from "../illustrations/Illustration";
import { Button } from "../ui/Button";
import { MeasureField } from "../ui/MeasureField";
import { Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { JudgementText, VerdictShape, VerdictWord } from "../ui/Verdict";
import { RoundOffers } from "./RoundOffers";
import { reachable, type RoundSpot, unseen } from "./roundWalk";

type Round = Schemas["RoundAnswer"];
type Thing = Schemas["RoundThing"];
type Draft = Schemas["RoundDraft"];

const Rows = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 250px), 1fr));
  gap: 6px;
`;

// One touch writes it down: the drawing, the words, and the verdict's mark.
const Row1 = styled.button`
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 54px;
  padding: 4px 10px 4px 6px;
  text-align: left;
  line-height: 1.2;
  background: transparent;
  border: 1px solid var(--hair);
  border-radius: 3px;
  cursor: pointer;
  &:hover {
    background: var(--tint);
  }
  &[data-seen] {
    border: 2px solid var(--working);
    background: var(--raised);
  }
  &:disabled {
    cursor: default;
  }
  span {
    flex: 1;
  }
`;

const Thing1 = styled.section`
  border-top: 1px solid var(--hair);
  padding-top: 8px;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
`;

const Figures = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 6px 22px;
`;

interface Props {
  round: Round;
  spot: RoundSpot;
  /** What stands now; and whether the walk goes on to the next place. */
  onState: (now: Round, goOn: boolean) => void;
  onPass: () => void;
}

/** One place of a round: everything to look at there, each row one touch, and one button for all that is sound. */
export function RoundPlace({ round, spot, onState, onPass }: Props) {
  const things = spot.stops.filter(reachable).flatMap((s) => s.things);
  const left = unseen(spot);
  const asked = things.flatMap((t) => t.readings);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [told, setTold] = useState<string | null>(null);
  const on = useRef<HTMLButtonElement>(null);
  useEffect(() => on.current?.focus({ preventScroll: true }), []);

  const write = useMutation({
    mutationFn: ({ draft }: { draft: Draft; goOn: boolean }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/round/{place}", {
          params: { path: { id: round.visitId, place: spot.place } },
          body: draft,
        }),
      ),
    onSuccess: (now, { draft, goOn }) => {
      if (draft.readings.length > 0) setTyped({});
      onState(now, goOn);
    },
  });
  const busy = write.isPending || round.closed;
  const figures = asked.filter((r) => typed[r.code]?.trim());
  const readings = () => figures.map((r) => ({ id: newId(), kind: r.code, typed: typed[r.code] ?? "" }));
  const refused = write.error instanceof ShopProblem ? write.error : undefined;
  const problemOf = (code: string) =>
    refused?.field(`/readings/${figures.findIndex((r) => r.code === code)}/typed`);
  const say = (ruleCode: string) => {
    // Not disabled meanwhile, so that the keyboard stays where it is.
    if (busy) return;
    setTold(ruleCode);
    write.mutate({
      draft: {
        observations: [{ id: newId(), ruleCode, note: "", which: null, damage: null }],
        readings: [],
        rest: [],
      },
      goOn: false,
    });
  };
  const again = (
    rows: { thing: Thing; seen: Schemas["LastSeen"] }[],
    note: (seen: Schemas["LastSeen"]) => string,
  ) =>
    write.mutate({
      draft: {
        observations: rows.map(({ seen }) => ({
          id: newId(),
          ruleCode: seen.rule,
          note: note(seen),
          which: seen.which,
          damage: null,
        })),
        readings: [],
        rest: [],
      },
      goOn: false,
    });
  // Asked to go on while a row is still on its way: it goes on with what has come back.
  const wish = useRef(false);
  const goOn = () => {
    if (round.closed) return;
    if (write.isPending) {
      wish.current = true;
      return;
    }
    if (left.length === 0 && figures.length === 0) onPass();
    else
      write.mutate({
        draft: {
          observations: [],
          readings: readings(),
          rest: left.map((t) => ({ id: newId(), subject: t.subject })),
        },
        goOn: true,
      });
  };
  useEffect(() => {
    if (!wish.current || write.isPending) return;
    wish.current = false;
    goOn();
  });
  const keys = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.altKey || event.metaKey) return;
    const key = event.key.toLowerCase();
    if (key === "g") goOn();
    else if (key === "p") onPass();
    else return;
    event.preventDefault();
  };
  const opposite = left.flatMap((thing) => thing.opposite.map((seen) => ({ thing, seen })));
  const lastTime = left.flatMap((thing) => (thing.lastTime ? [{ thing, seen: thing.lastTime }] : []));
  const picked = round.rulebook.rows.find((r) => r.code === told);

  return (
    <form
      onSubmit={(e) => {
        // Enter in a field writes the figures down, and nothing else.
        e.preventDefault();
        if (figures.length > 0)
          write.mutate({ draft: { observations: [], readings: readings(), rest: [] }, goOn: false });
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
          <Row $gap={10}>
            <Button ref={on} $main $large isDisabled={write.isPending} onPress={goOn}>
              {left.length === 0
                ? "On to the next"
                : left.length === things.length
                  ? "Looked: all sound, on"
                  : "Looked: the rest is sound, on"}
            </Button>
            {left.length > 0 && <Button onPress={onPass}>Pass by, not looked at</Button>}
          </Row>
        )}
        {!round.closed && opposite.length > 0 && (
          <Again
            label={`The same as its opposite`}
            rows={opposite}
            busy={busy}
            onPress={() => again(opposite, () => "the same as its opposite")}
          />
        )}
        {!round.closed && lastTime.length > 0 && (
          <Again
            label={`As last time, ${dayInWords(lastTime[0]?.seen.on ?? "")}`}
            rows={lastTime}
            busy={busy}
            onPress={() => again(lastTime, (seen) => `as on ${dayInWords(seen.on)}`)}
          />
        )}
        <Problem of={refused && figures.some((r) => problemOf(r.code)) ? undefined : write.error} />
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
                <Thing1 key={thing.subject} aria-label={thing.words}>
                  <Row>
                    <h3 style={{ color: "var(--ink)" }}>{thing.words}</h3>
                    {thing.verdict ? (
                      <VerdictWord verdict={thing.verdict} />
                    ) : (
                      <Quiet>{thing.lookedAt ? "looked at" : "not looked at"}</Quiet>
                    )}
                    {thing.said.length > 0 && <Quiet>{thing.said.join("; ")}</Quiet>}
                  </Row>
                  <Rows>
                    {round.rulebook.rows
                      .filter((r) => r.subject === thing.subject)
                      .map((r) => (
                        <Row1
                          key={r.code}
                          type="button"
                          disabled={round.closed}
                          data-seen={thing.said.some((s) => s.includes(r.seen)) || undefined}
                          onClick={() => say(r.code)}
                        >
                          <Illustration subject={r.subject} code={r.code} />
                          <span>{r.seen}</span>
                          <svg
                            width="20"
                            height="20"
                            viewBox="0 0 20 20"
                            role="img"
                            aria-label={r.judgement.verdict}
                          >
                            <VerdictShape verdict={r.judgement.verdict} x={10} y={10} r={7.5} />
                          </svg>
                        </Row1>
                      ))}
                  </Rows>
                  {!round.closed && thing.readings.length > 0 && (
                    <Figures>
                      {thing.readings.map((r) => (
                        <MeasureField
                          key={r.code}
                          label={r.name}
                          value={typed[r.code] ?? ""}
                          onChange={(text) => setTyped((now) => ({ ...now, [r.code]: text }))}
                          quantity={r.quantity}
                          judged={{ kind: r.code, visit: round.visitId }}
                          example={r.example}
                          problem={problemOf(r.code)}
                        />
                      ))}
                    </Figures>
                  )}
                </Thing1>
              ))}
            </Section>
          ) : (
            <Quiet key={stop.key}>
              {stop.things.map((t) => t.words).join(", ")}:{" "}
              {stop.reach === "later"
                ? `once the packet has the ${stop.behind}`
                : `behind what this visit does not open (${stop.behind})`}
              ; not looked at
            </Quiet>
          ),
        )}
        {figures.length > 0 && (
          <Row>
            <Button type="submit" isDisabled={busy}>
              Write the figures down
            </Button>
          </Row>
        )}
      </Stack>
    </form>
  );
}

function Again({
  label,
  rows,
  busy,
  onPress,
}: {
  label: string;
  rows: { thing: Thing; seen: Schemas["LastSeen"] }[];
  busy: boolean;
  onPress: () => void;
}) {
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
