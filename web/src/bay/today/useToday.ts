import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answer, type Schemas, sentence, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { note } from "../../ui/Notes";
import { type Board, draftOf, type OnBoard } from "./board";

const KEY = ["today"];

/** The shop's day, fetched anew by itself. */
export const useToday = (everyMs = 30_000) =>
  useQuery({
    queryKey: KEY,
    queryFn: () => answer(shop.GET("/api/bay/today")),
    refetchInterval: everyMs,
  });

interface Change {
  slots: Schemas["SlotDraft"][];
  off?: string[];
  /** What is done, as a note says it; nothing is noted without. */
  words?: string;
}

/** What can be done with a day: all of it answers with the day as it is then. */
export function useChanges(board: Board) {
  const queries = useQueryClient();
  const go = useNavigate();
  const take = (now: Board) => queries.setQueryData(KEY, now);
  // Somebody else was first: the board as it stands is shown, and it is said.
  const refused = (fault: unknown) => {
    if (fault instanceof ShopProblem && fault.status === 409 && fault.current) take(fault.current as Board);
    note(fault instanceof ShopProblem ? (fault.fields[0]?.detail ?? fault.message) : sentence(fault));
  };
  const useChange = <T>(mutationFn: (change: T) => Promise<Board>) =>
    useMutation({ mutationFn, onSuccess: take, onError: refused });
  const put = useMutation({
    mutationFn: ({ slots, off = [] }: Change) =>
      answer(shop.PUT("/api/bay/today/slots", { body: { version: board.version, slots, off } })),
    onSuccess: (now, { slots, off = [], words }) => {
      const ids = [...slots.map((s) => s.id), ...off];
      const before = board.trailers.filter((t) => ids.includes(t.id));
      take(now);
      if (words)
        note(words, () => {
          const back = before.map(draftOf).filter((d) => d !== null);
          const gone = before.filter((t) => !t.slot).map((t) => t.id);
          answer(
            shop.PUT("/api/bay/today/slots", { body: { version: now.version, slots: back, off: gone } }),
          ).then(take, refused);
        });
    },
    onError: refused,
  });
  const takeIn = useMutation({
    mutationFn: ({ trailer, said, id }: { trailer: OnBoard; said: string; id: string }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}", {
          params: { path: { id } },
          body: { trailerId: trailer.trailerId, jobs: trailer.jobs, technicians: trailer.hands, said },
        }),
      ),
    onSuccess: async (visit) => {
      queries.setQueryData(["visit", visit.id], visit);
      await queries.invalidateQueries({ queryKey: KEY });
      go(`/bay/${visit.id}`);
    },
    onError: refused,
  });
  const stand = useChange(({ id, ...body }: { id: string } & Schemas["StandingEdit"]) =>
    answer(shop.PUT("/api/bay/visits/{id}/standing", { params: { path: { id } }, body })),
  );
  const times = useChange(({ id, ...body }: { id: string } & Schemas["TimesEdit"]) =>
    answer(shop.PUT("/api/bay/today/{id}/times", { params: { path: { id } }, body })),
  );
  const away = useChange(({ personId, from }: { personId: string; from: string }) =>
    answer(
      shop.PUT("/api/bay/today/absences/{id}", {
        params: { path: { id: newId() } },
        body: { personId, from, to: null },
      }),
    ),
  );
  const back = useChange((id: string) =>
    answer(shop.DELETE("/api/bay/today/absences/{id}", { params: { path: { id } } })),
  );
  return { put, takeIn, stand, times, away, back };
}

export type Changes = ReturnType<typeof useChanges>;
