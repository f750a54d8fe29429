import { useMutation } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { newId } from "../../api/ids";
import { clockInWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { Lines, Quiet, Section } from "../../ui/Page";
import { Problem } from "../../ui/Problem";

interface Props {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
}

/** What somebody else looks at before the trailer leaves; nothing where the shop asks for none. */
export function SecondLooks({ visit, onState }: Props) {
  const at = (look: string) => ({ params: { path: { id: visit.id, look } } });
  const look = useMutation({
    mutationFn: ({ id, what }: { id: string; what: string }) =>
      answer(shop.PUT("/api/bay/visits/{id}/second-looks/{look}", { ...at(id), body: { what } })),
    onSuccess: onState,
  });
  const back = useMutation({
    mutationFn: (id: string) => answer(shop.DELETE("/api/bay/visits/{id}/second-looks/{look}", at(id))),
    onSuccess: onState,
  });
  return visit.state.secondLooks.length === 0 ? null : (
    <Section>
      <h3>Second look</h3>
      <Lines>
        {visit.state.secondLooks.map((l) => (
          <li key={l.id ?? l.what}>
            {l.words}:{" "}
            {l.id && l.at ? (
              <>
                looked at by {l.by.join(" and ")}, {clockInWords(l.at)}{" "}
                {!visit.state.closedAt && (
                  <TextButton onPress={() => back.mutate(l.id ?? "")}>take back</TextButton>
                )}
              </>
            ) : (
              <>
                <Quiet>somebody else than {l.by.join(" and ")}</Quiet>{" "}
                <Button
                  isDisabled={look.isPending}
                  onPress={() => look.mutate({ id: newId(), what: l.what })}
                  aria-label={`I have looked at it: ${l.words}`}
                >
                  I have looked at it
                </Button>
              </>
            )}
          </li>
        ))}
      </Lines>
      <Problem of={look.error ?? back.error} />
    </Section>
  );
}
