import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { TextButton } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { PreviewWords } from "../visit/JobsPanel";
import { useChangeJobs } from "../visit/useChangeJobs";

interface Props {
  visitId: string;
  rule: string;
  place: string;
}

/** The jobs that mend what was just seen on a round, each with the minutes it adds, one touch to take it in. */
export function RoundOffers({ visitId, rule, place }: Props) {
  const visit = useQuery({
    queryKey: ["visit", visitId],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}", { params: { path: { id: visitId } } })),
  });
  return visit.data ? <Offers visit={visit.data} rule={rule} place={place} /> : null;
}

function Offers({ visit, rule, place }: { visit: Schemas["VisitAnswer"]; rule: string; place: string }) {
  const queries = useQueryClient();
  const change = useChangeJobs(
    visit,
    () => void queries.invalidateQueries({ queryKey: ["round", visit.id] }),
  );
  const remedies = useQuery({
    queryKey: ["remedies", visit.id, rule, place, visit.composed, visit.state.entries.length],
    queryFn: () =>
      answer(
        shop.GET("/api/bay/visits/{id}/remedies", {
          params: { path: { id: visit.id }, query: { rule, place } },
        }),
      ),
  });
  return (
    <div role="group" aria-label="Add to this visit">
      {remedies.data
        ?.filter((o) => o.extra.whyNot === null)
        .map((o) => (
          <div key={o.job + o.place}>
            <TextButton
              isDisabled={change.isPending}
              onPress={() =>
                change.mutate({
                  jobs: [...visit.state.jobs.map((j) => ({ job: j.job, place: j.place })), ...o.jobs],
                  technicians: visit.technicians,
                })
              }
            >
              add {o.name.toLowerCase()}, {o.placeSpoken}
            </TextButton>{" "}
            <PreviewWords of={o.extra} />
          </div>
        ))}
      <Problem of={change.error} />
    </div>
  );
}
