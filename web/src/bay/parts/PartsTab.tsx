import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Stack } from "../../ui/Page";
import { TakeAlong } from "./TakeAlong";
import { Used } from "./Used";

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
}

/** What to take along for a visit, and what was used. */
export default function PartsTab({ visit, step, onState }: Props) {
  return (
    <Stack $gap={22}>
      <TakeAlong visit={visit} onState={onState} />
      <Link to={`/ledger/papers/picking/${visit.id}`}>The picking list on paper</Link>
      <Used visit={visit} step={step} onState={onState} />
    </Stack>
  );
}
