import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";
import { Asking } from "../../ui/Asking";
import { Button } from "../../ui/Button";
import { Lines, Quiet, Row } from "../../ui/Page";
import { Waiting } from "../../ui/Waiting";
import type { Board } from "./board";
import type { Changes } from "./useToday";

/** The day as the program would have it, in sentences; it is done with a touch, and undone with another. */
export function Proposal({
  board,
  changes,
  onClose,
}: {
  board: Board;
  changes: Changes;
  onClose: () => void;
}) {
  const proposed = useQuery({
    queryKey: ["today", "proposed", board.version],
    queryFn: () => answer(shop.POST("/api/bay/today/propose")),
    gcTime: 0,
  });
  const day = proposed.data;
  return (
    <Asking title="The day as proposed" isOpen onClose={onClose}>
      <Waiting of={proposed} what="Planning the day" rows={3} />
      {day && (
        <>
          <Lines>
            {day.words.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </Lines>
          <Quiet>
            {day.exact
              ? "No other plan is better."
              : `Another plan could be better by ${Math.round(day.gap * 100)} % at most.`}
          </Quiet>
          <Row>
            {day.changes && (
              <Button
                $main
                isDisabled={changes.put.isPending}
                onPress={() =>
                  changes.put.mutate(
                    { slots: day.slots, off: day.off, words: "The day is planned." },
                    { onSettled: onClose },
                  )
                }
              >
                Do it so
              </Button>
            )}
            <Button onPress={onClose}>{day.changes ? "Leave it as it is" : "Well"}</Button>
          </Row>
        </>
      )}
    </Asking>
  );
}
