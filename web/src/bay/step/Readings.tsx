import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { TextButton } from "../../ui/Button";
import { Figure } from "../../ui/Figure";
import { Plain, Section } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { VerdictWord } from "../../ui/Verdict";

/** Figures listed; a round takes dozens. */
const MOST = 12;

/** What was measured in a visit. A figure of the round can be taken back here; one of a step goes with its step. */
export function Readings({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const queries = useQueryClient();
  const takeBack = useMutation({
    mutationFn: (readingId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/readings/{readingId}", {
          params: { path: { id: visit.id, readingId } },
        }),
      ),
    onSuccess: (round) => {
      queries.setQueryData(["round", visit.id], round);
      return queries.invalidateQueries({ queryKey: ["visit", visit.id] });
    },
  });
  const { readings, closedAt } = visit.state;
  const many = readings.length > MOST;
  return readings.length === 0 ? null : (
    <Section>
      <h3>Measured{many && ", newest first"}</h3>
      <Problem of={takeBack.error} />
      <Plain>
        {(many ? readings.slice(-MOST).reverse() : readings).map((r) => (
          <li key={r.id}>
            {r.name}, {r.placeSpoken}: <Figure ours={r.ours} other={r.other} />{" "}
            {r.judgement && <VerdictWord verdict={r.judgement.verdict} />}{" "}
            {!closedAt && !r.ofStep && (
              <TextButton
                onPress={() => takeBack.mutate(r.id)}
                aria-label={`Take back ${r.name}, ${r.placeSpoken}`}
              >
                take back
              </TextButton>
            )}
          </li>
        ))}
      </Plain>
    </Section>
  );
}
