import { Link } from "react-router";
import { capital, inALine } from "../api/words";
import { useTrailerEvidence } from "../api/useTrailerEvidence";
import { Plain, Quiet, Section } from "./Page";

/** Parts in a trailer that came by a delivery that goes early; nothing where there are none. */
export function SuspectParts({ trailer, place }: { trailer: string; place?: string | undefined }) {
  const suspect = useTrailerEvidence(trailer).data?.suspect ?? [];
  const here = place === undefined ? suspect : suspect.filter((s) => s.place === place);
  if (here.length === 0) return null;
  // Several of one delivery are told of once, with all their places.
  const told = [...new Set(here.map((s) => s.words))];
  return (
    <Section role="note" aria-label="A delivery that goes early" style={{ marginBottom: 12 }}>
      {told.map((words) => (
        <p key={words}>
          {place === undefined && (
            <b>{capital(inALine(here.filter((s) => s.words === words).map((s) => s.placeSpoken)))}: </b>
          )}
          {words} <Link to="/ledger/evidence">What the record says</Link>
        </p>
      ))}
    </Section>
  );
}

/** Parts in it that are older than most here get, and what it costs beside others like it. */
export function OwnYears({ trailer, of }: { trailer: string; of: "wear" | "cost" }) {
  const says = useTrailerEvidence(trailer).data;
  if (of === "cost") return says?.cost?.words ? <p>{says.cost.words}</p> : null;
  if (!says || says.old.length === 0) return null;
  return (
    <Section>
      <h3>Older than most here get</h3>
      <Plain>
        {says.old.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </Plain>
      <Quiet>A look settles it: an old one that is good is good.</Quiet>
    </Section>
  );
}
