import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Columns, Lines, Quiet, Section } from "../../ui/Page";
import { OwedBy } from "../../ui/OwedBy";

/** Everything that falls due on a trailer, soonest first, and the checks it is owed. */
export function FallsDue({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const { owed, upcoming = [], noDue } = trailer.status;
  return (
    <Columns $shape={owed.length > 0 ? "1.6fr 1fr" : "1fr"}>
      {upcoming.length === 0 ? (
        <p>{noDue ?? "Nothing falls due."}</p>
      ) : (
        <Lines>
          {upcoming.map((u) => (
            <li key={u.id}>
              <b>{u.name}</b>
              {u.where && `, ${u.where}`}: {dayInWords(u.on)}
              {u.by === "owner" && <b>, its owner does it</b>}{" "}
              <Quiet>
                {u.early !== u.late && `(${dayInWords(u.early)} to ${dayInWords(u.late)}) `}
                {u.reason}
              </Quiet>
            </li>
          ))}
        </Lines>
      )}
      {owed.length > 0 && (
        <Section>
          <h3>Checks owed</h3>
          <Lines>
            {owed.map((f) => (
              <li key={f.id}>
                {f.words}
                <OwedBy on={f.dueOn} /> <Quiet>({f.reason})</Quiet>
              </li>
            ))}
          </Lines>
          <Link to="/ledger">Tick it off in the ledger</Link>
        </Section>
      )}
    </Columns>
  );
}
