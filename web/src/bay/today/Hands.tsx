import { hour } from "../../api/hours";
import { TextButton } from "../../ui/Button";
import { Quiet, Row } from "../../ui/Page";
import type { Board } from "./board";
import type { Changes } from "./useToday";

/** Who works on trailers today; whoever goes home is taken off from now on, and comes back with a touch. */
export function Hands({ board, changes, mayPlan }: { board: Board; changes: Changes; mayPlan: boolean }) {
  return (
    <Row $gap={20} role="group" aria-label="Who is here">
      {board.people.map((person) => {
        const away = person.away[0];
        return (
          <Row key={person.id} $gap={6}>
            <b>{person.name}</b>
            {!person.alone && <Quiet>apprentice</Quiet>}
            {away && (
              <Quiet>
                away from {hour(away.from)}
                {away.to && ` to ${hour(away.to)}`}
              </Quiet>
            )}
            {mayPlan &&
              (away ? (
                <TextButton
                  onPress={() => changes.back.mutate(away.id)}
                  aria-label={`${person.name} is back`}
                >
                  is back
                </TextButton>
              ) : (
                <TextButton
                  onPress={() => changes.away.mutate({ personId: person.id, from: board.now })}
                  aria-label={`${person.name} goes home`}
                >
                  goes home
                </TextButton>
              ))}
          </Row>
        );
      })}
      {board.people.length === 0 && (
        <Quiet>Nobody is a technician here: say so under Settings, People.</Quiet>
      )}
    </Row>
  );
}
