import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useParts } from "../../api/useParts";
import { partWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { partFor, toTake } from "./toTake";
import { useKit } from "./useKit";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";

interface Props {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
}

/** The parts to take along: ticked by hand, or by a code that a scanner types. */
export function TakeAlong({ visit, onState }: Props) {
  const parts = useParts();
  const kit = useKit(visit);
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string>();
  const needs = toTake(visit.packet.steps);
  const taken = new Set(visit.state.taken);
  const take = useMutation({
    mutationFn: (body: { name: string; taken: boolean }) =>
      answer(shop.PUT("/api/bay/visits/{id}/taken", { params: { path: { id: visit.id } }, body })),
    // Ticked at once; the answer, or its failure, has the last word.
    onMutate: ({ name, taken: on }) => {
      const now = visit.state.taken.filter((n) => n !== name);
      onState({ ...visit.state, taken: on ? [...now, name] : now });
      return visit.state;
    },
    onError: (_fault, _sent, before) => before && onState(before),
    onSuccess: onState,
  });
  if (visit.state.closedAt || needs.length === 0) return null;
  const there = needs.filter((n) => taken.has(n.name)).length;
  const short = (kit.data?.lines ?? []).filter((l) => l.kept && l.missing > 0);
  const shelf = new Map(kit.data?.lines.map((l) => [l.name, l]));
  const bin = (n: Schemas["PartNeed"]) => shelf.get(n.name)?.bin ?? shelf.get(n.oneOf?.[0] ?? "")?.bin;
  return (
    <Section>
      <h3>
        To take: {there} of {needs.length}
        {short.length > 0 && <b style={{ color: "var(--renew)" }}>, {short.length} short</b>}
      </h3>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const found = partFor(typed, needs, parts.data ?? []);
          setProblem(found.problem);
          if (!found.need) return;
          take.mutate({ name: found.need.name, taken: true });
          setTyped("");
        }}
      >
        <Stack $gap={6}>
          <TextField
            label="Scan or type a part"
            value={typed}
            onChange={(text) => {
              setTyped(text);
              setProblem(undefined);
            }}
            problem={problem}
            placeholder="SEAL-2250-3376"
          />
          <div>
            <Button type="submit">Taken</Button>
          </div>
        </Stack>
      </form>
      <Problem of={take.error} />
      {short.length > 0 && (
        <p role="note">
          Not on the shelf: {short.map((l) => `${l.missing} of ${l.quantity} ${l.name}`).join("; ")}.
        </p>
      )}
      <div role="group" aria-label="Parts to take">
        {needs.map((n) => (
          <Checkbox
            key={n.name}
            checked={taken.has(n.name)}
            onChange={(on) => take.mutate({ name: n.name, taken: on })}
          >
            {bin(n) && <b>{bin(n)} </b>}
            {partWords(n)}
          </Checkbox>
        ))}
      </div>
    </Section>
  );
}
