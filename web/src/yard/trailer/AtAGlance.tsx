import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { capital, dayInWords, inALine } from "../../api/words";
import { TextButton } from "../../ui/Button";
import { Quiet } from "../../ui/Page";
import { VerdictWord } from "../../ui/Verdict";
import { spoken, standing } from "./standing";
import { OwedBy } from "../../ui/OwedBy";

type Trailer = Schemas["TrailerAnswer"];

const Strip = styled.section`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px 32px;
  margin: 4px 0 10px;
  min-height: 132px;
  h2 {
    font-size: 16px;
    color: var(--steel);
    margin-bottom: 2px;
  }
  p {
    line-height: 1.35;
    overflow-wrap: anywhere;
  }
  ul {
    display: grid;
  }
  button {
    padding: 2px 0;
    min-height: 28px;
    text-align: left;
  }
  @media (max-width: 900px) {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    min-height: 0;
  }
  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
    & > .comes {
      min-height: 92px;
    }
  }
`;

const Seen = styled(TextButton)`
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
  line-height: 1.3;
  text-decoration: none;
  & > span:last-child {
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
`;

const MOST = 2;

/** How a trailer stands, at a glance: its next visit, what stands against it, its last visit, and what comes up. */
export function AtAGlance(props: {
  trailer: Trailer;
  onPick: (place: string) => void;
  onSee: (tab: "stands" | "due") => void;
}) {
  return (
    <Strip aria-label="At a glance">
      <NextVisit trailer={props.trailer} />
      <Stands {...props} />
      <LastVisit trailer={props.trailer.id} />
      <ComingUp {...props} />
    </Strip>
  );
}

function NextVisit({ trailer }: { trailer: Trailer }) {
  const line = useQuery({
    queryKey: ["horizon-line", trailer.id, trailer.version, trailer.status.asOf],
    queryFn: () => answer(shop.GET("/api/horizon/trailers/{id}", { params: { path: { id: trailer.id } } })),
    enabled: !trailer.openVisit,
  });
  const next = line.data?.visits[0];
  const horizon = `/horizon?find=${encodeURIComponent(trailer.tag)}`;
  return (
    <div className="comes">
      <h2>Next visit</h2>
      {trailer.openVisit ? (
        <p>
          <b>In the bay now.</b> <Link to={`/bay/${trailer.openVisit}`}>Go to its visit</Link>
        </p>
      ) : line.error ? (
        <p>It can’t be told now: {line.error.message}</p>
      ) : !line.data ? (
        <Quiet>Planning…</Quiet>
      ) : !next ? (
        <p>None is needed in the year to come.</p>
      ) : (
        <p>
          <b>
            {next.booking
              ? `Accepted for ${dayInWords(next.day ?? next.week)}`
              : `Proposed, ${next.day ? dayInWords(next.day) : `week of ${dayInWords(next.week)}`}`}
          </b>
          <br />
          {inALine(next.weightiest)}
          {next.tasks.length > next.weightiest.length &&
            ` and ${next.tasks.length - next.weightiest.length} more`}
          , {next.minutesInWords}. <Link to={horizon}>Its year</Link>
        </p>
      )}
    </div>
  );
}

function Stands({ trailer, onPick, onSee }: Parameters<typeof AtAGlance>[0]) {
  const marks = standing(trailer.status);
  return (
    <div>
      <h2>Stands against it</h2>
      {marks.length === 0 && <p>Nothing.</p>}
      <ul>
        {marks.slice(0, MOST).map((mark) => (
          <li key={mark.place + mark.subject + mark.observationKey}>
            <Seen onPress={() => onPick(mark.place)}>
              <VerdictWord verdict={mark.judgement.verdict} />
              <span>
                {capital(spoken(trailer, mark.place))}: {mark.seen}
              </span>
            </Seen>
          </li>
        ))}
      </ul>
      {marks.length > MOST && (
        <TextButton onPress={() => onSee("stands")}>and {marks.length - MOST} more</TextButton>
      )}
    </div>
  );
}

function LastVisit({ trailer }: { trailer: string }) {
  const last = useQuery({
    queryKey: ["last-visit", trailer],
    queryFn: () => answer(shop.GET("/api/ledger/visits", { params: { query: { trailer, take: 1 } } })),
  });
  const visit = last.data?.visits[0];
  return (
    <div className="comes">
      <h2>Last visit</h2>
      {last.error ? (
        <p>It can’t be told now: {last.error.message}</p>
      ) : !last.data ? (
        <Quiet>Looking…</Quiet>
      ) : !visit ? (
        <p>None was closed here yet.</p>
      ) : (
        <p>
          <Link to={`/ledger/visits/${visit.id}`}>{dayInWords(visit.closedAt)}</Link>,{" "}
          {visit.takenOver ? "from an earlier record" : visit.by}
          <br />
          {visit.what}
        </p>
      )}
    </div>
  );
}

function ComingUp({ trailer, onSee }: Parameters<typeof AtAGlance>[0]) {
  const { owed, upcoming = [], noDue } = trailer.status;
  const wears = upcoming.filter((u) => u.cause === "wear");
  // The soonest of all, and the soonest of what wears: a due date is kept, a wear date is measured.
  // What its owner does between visits comes up for nobody here.
  const shops = upcoming.filter((u) => u.by !== "owner");
  const told = [...new Set([...shops.slice(0, MOST), wears[0]])].filter((u) => u !== undefined);
  return (
    <div>
      <h2>Coming up</h2>
      <ul>
        {owed.slice(0, MOST).map((f) => (
          <li key={f.id}>
            <b>Check owed</b>
            <OwedBy on={f.dueOn} />: {f.words}
          </li>
        ))}
        {told.map((u) => (
          <li key={u.id}>
            <b>{u.name}</b> {u.when}
            {u.cause === "wear" && ", by its wear"}
          </li>
        ))}
      </ul>
      {upcoming.length === 0 && <p>{noDue ?? "Nothing falls due."}</p>}
      {upcoming.length + owed.length > told.length + Math.min(MOST, owed.length) && (
        <TextButton onPress={() => onSee("due")}>everything that falls due</TextButton>
      )}
    </div>
  );
}
