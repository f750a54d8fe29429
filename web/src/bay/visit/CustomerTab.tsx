import Approvals from "../../approvals/Approvals";
import type { Schemas } from "../../api/client";
import { Stack } from "../../ui/Page";
import { VisitTime } from "./VisitTime";

/** What concerns the customer of a visit at work: how long it takes, what was asked and agreed to. */
export default function CustomerTab({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const { state } = visit;
  return (
    <Stack $gap={18}>
      <VisitTime visit={visit.id} as={`${state.entries.length} ${visit.composed}`} />
      <Approvals
        of={{ visit: visit.id }}
        as={`${visit.composed} ${state.findings.length} ${state.readings.length}`}
      />
    </Stack>
  );
}
