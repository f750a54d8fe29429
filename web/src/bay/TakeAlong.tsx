import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { partWords } from "../api/words";
import { Button } from "../ui/Button";
import { TextField, Tick } from "../ui/Fields";
import { Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { partFor, toTake } from "./toTake";

interface Props {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
}

/** The parts to take along: ticked by hand, or by a code that a scanner types. */
export function TakeAlong({ visit, onState }: Props) {
  const parts = useQuery({
    queryKey: ["parts"],
    queryFn: () => answer(shop.GET("/api/bay/parts")),
    staleTime: 60_000,
  });
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string>();
  const needs = toTake(visit.packet.steps);
  const taken = new Set(visit.state.taken);
  const take = useMutation({
    mutationFn: (body: { name: string; taken: boolean }) =>
      answer(shop.PUT("/api/bay/visits/{id}/taken", { params: { path: { id: visit.id } }, body })),
    onSuccess: onState,
  });
  if (visit.state.closedAt || needs.length === 0) return null;
  const there = needs.filter((n) => taken.has(n.name)).length;
  return (
    <details>
      <summary style={{ padding: "8px 0", cursor: "pointer" }}>
        Parts to take: {there} of {needs.length}
      </summary>
      <Section>
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
              offers={needs.flatMap((n) => (n.oneOf?.length ? n.oneOf : [n.name]))}
            />
            <div>
              <Button type="submit">Taken</Button>
            </div>
          </Stack>
        </form>
        <Problem of={take.error} />
        <div role="group" aria-label="Parts to take">
          {needs.map((n) => (
            <Tick
              key={n.name}
              checked={taken.has(n.name)}
              onChange={(on) => take.mutate({ name: n.name, taken: on })}
            >
              {partWords(n)}
            </Tick>
          ))}
        </div>
      </Section>
    </details>
  );
}
