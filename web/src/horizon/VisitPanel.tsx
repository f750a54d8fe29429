import { useQuery } from "@tanstack/react-query";
import { Suspense, useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { later } from "../ui/later";
import { Lines, Quiet, Row, Stack } from "../ui/Page";
import { Bone } from "../ui/Skeleton";
import * as moves from "./moves";
import { Offers } from "./Offers";
import { ReminderPanel } from "./ReminderPanel";
import { dayShort, weeksAfter } from "./timeline";
import { Checkbox } from "../ui/Checkbox";
import { DateField } from "../ui/DateField";

const Approvals = later(() => import("../approvals/Approvals"));

type Line = Schemas["HorizonLine"];
type Visit = Schemas["VisitOnLine"];
type Draft = Schemas["DecisionDraft"];

const Panel = styled.aside`
  border-top: 2px solid var(--ink);
  padding-top: 10px;
  min-width: 0;
  @media (min-width: 1001px) {
    max-height: calc(100vh - 270px);
    overflow: auto;
    padding-right: 8px;
  }
  h2 {
    font-size: 21px;
  }
`;

/** What reading the trailer's meter would change about its next visit; nothing where it changes nothing. */
function IfRead({ trailer }: { trailer: string }) {
  const asked = useQuery({
    queryKey: ["horizon", "certainty", trailer],
    queryFn: () =>
      answer(shop.GET("/api/horizon/trailers/{id}/certainty", { params: { path: { id: trailer } } })),
  });
  return asked.data?.words ? (
    <p>
      {asked.data.words} <Link to={`/yard/trailers/${trailer}`}>Enter a reading</Link>
    </p>
  ) : null;
}

interface Props {
  line: Line;
  visit: Visit;
  today: string;
  busy: boolean;
  onTry: (decisions: Draft[], words: string) => void;
  onMake: (decisions: Draft[], words: string) => void;
  onClose: () => void;
}

/** One visit: what is done, why each task rides in it, and what can be decided about it. */
export default function VisitPanel({ line, visit, today, busy, onTry, onMake, onClose }: Props) {
  const money = useMoney();
  const first = visit.day && visit.day > today ? visit.day : visit.week > today ? visit.week : today;
  const [day, setDay] = useState(first);
  const [taken, setTaken] = useState<string[]>([]);
  const [calling, setCalling] = useState(false);
  const open = visit.booking === null;
  const before = moves.beside(line, visit, -1);
  const after = moves.beside(line, visit, 1);
  const apart = weeksAfter(visit.week, 4);
  const where = `${line.tag}, week of ${dayShort(visit.week)}`;
  return (
    <Panel aria-label={`Visit of ${where}`}>
      <Stack $gap={12}>
        <Row style={{ justifyContent: "space-between", flexWrap: "nowrap", alignItems: "flex-start" }}>
          <h2>
            <Link to={`/yard/trailers/${line.trailerId}`}>{line.tag}</Link>{" "}
            {visit.day ? dayInWords(visit.day) : `week of ${dayShort(visit.week)}, no room yet`}
          </h2>
          <TextButton onPress={onClose}>close</TextButton>
        </Row>
        <Quiet>
          {line.name}
          {line.name && ", "}
          {line.customer}
        </Quiet>
        <p>
          <b>
            {visit.booking ? "Accepted. " : visit.pinned ? "Held in this week. " : "Proposed. "}
            {visit.minutesInWords}, about {money.about(visit.price)}.
          </b>{" "}
          {visit.savedInWords && `Sharing saves ${visit.savedInWords} of opening and closing.`}
          {visit.with.length > 0 &&
            ` It comes in the same week as ${visit.with.join(", ")} of the same customer: a trip is saved.`}
        </p>
        {line.trouble && <p role="note">{line.trouble}</p>}
        {open && visit.week === line.visits[0]?.week && <IfRead trailer={line.trailerId} />}
        <Lines>
          {visit.tasks.map((t) => (
            <li key={t.id} style={{ padding: "6px 0" }}>
              {open && visit.tasks.length > 1 ? (
                <Checkbox
                  checked={taken.includes(t.id)}
                  onChange={(on) => setTaken(on ? [...taken, t.id] : taken.filter((x) => x !== t.id))}
                >
                  <b>{t.name}</b>
                  {t.where && `, ${t.where}`}
                </Checkbox>
              ) : (
                <span>
                  <b>{t.name}</b>
                  {t.where && `, ${t.where}`}
                </span>
              )}
              <Quiet style={{ display: "block", fontSize: 15 }}>{t.why}</Quiet>
            </li>
          ))}
        </Lines>
        {open && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              onMake(
                moves.accepted(
                  visit.tasks.map((t) => t.id),
                  day,
                ),
                `Accepted ${line.tag} for ${dayInWords(day)}.`,
              );
            }}
          >
            <Row style={{ alignItems: "flex-end" }}>
              <DateField label="Day" value={day} onChange={setDay} />
              <Button type="submit" $main isDisabled={busy}>
                Accept
              </Button>
            </Row>
          </form>
        )}
        <Row>
          <Button
            onPress={() =>
              onTry(moves.moved(visit, weeksAfter(visit.week, -1)), `Moved ${where} a week earlier.`)
            }
          >
            ← A week earlier
          </Button>
          <Button
            onPress={() =>
              onTry(moves.moved(visit, weeksAfter(visit.week, 1)), `Moved ${where} a week later.`)
            }
          >
            A week later →
          </Button>
        </Row>
        <Row $gap={14}>
          {open && !visit.pinned && (
            <TextButton onPress={() => onMake(moves.pinned(visit), `Held ${where} in its week.`)}>
              Hold in this week
            </TextButton>
          )}
          {open && (
            <TextButton onPress={() => onTry(moves.forbidden(visit), `Not ${where}.`)}>
              Not in this week
            </TextButton>
          )}
          {open && moves.mergeable(visit, before) && (
            <TextButton
              onPress={() =>
                onTry(moves.merged(visit, before), `Merged ${where} into ${dayShort(before.week)}.`)
              }
            >
              Merge with {dayShort(before.week)}
            </TextButton>
          )}
          {open && moves.mergeable(visit, after) && (
            <TextButton
              onPress={() =>
                onTry(moves.merged(visit, after), `Merged ${where} into ${dayShort(after.week)}.`)
              }
            >
              Merge with {dayShort(after.week)}
            </TextButton>
          )}
          {open && taken.length > 0 && (
            <TextButton onPress={() => onTry(moves.split(visit, taken, apart), `Split ${where}.`)}>
              Split off {taken.length} to {dayShort(apart)}
            </TextButton>
          )}
          {open && visit.tasks.length > 1 && (
            <TextButton onPress={() => onMake(moves.together(visit), `Kept the work of ${where} together.`)}>
              Keep together
            </TextButton>
          )}
          {!open && (
            <TextButton onPress={() => onTry(moves.calledOff(visit), `Called off ${where}.`)}>
              Call off
            </TextButton>
          )}
          <TextButton aria-expanded={calling} onPress={() => setCalling(!calling)}>
            Answer a call
          </TextButton>
        </Row>
        {calling && (
          <Offers
            line={line}
            onAccept={(tasks, on) =>
              onMake(
                [...moves.calledOff(visit), ...moves.accepted(tasks, on)],
                `Accepted ${line.tag} for ${dayInWords(on)}.`,
              )
            }
          />
        )}
        {visit.booking && (
          <Suspense fallback={<Bone $h={60} />}>
            <Approvals key={visit.booking} of={{ booking: visit.booking }} />
          </Suspense>
        )}
        {visit.booking && <ReminderPanel key={visit.booking} booking={visit.booking} />}
      </Stack>
    </Panel>
  );
}
