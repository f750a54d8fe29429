import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";

interface Wanted {
  jobs: Schemas["JobAt"][];
  technicians: number;
}

/** Changes the jobs of a visit at work; refused where another tablet has changed them meanwhile. */
export function useChangeJobs(visit: Schemas["VisitAnswer"], onDone?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wanted: Wanted) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/jobs", {
          params: { path: { id: visit.id } },
          body: { ...wanted, composed: visit.composed },
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(["visit", visit.id], now);
      onDone?.();
    },
    // Refused because another tablet was first: what stands now is shown beside the sentence.
    onError: () => queries.invalidateQueries({ queryKey: ["visit", visit.id] }),
  });
}
