import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { partWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Plain, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
}

/** What a visit used so far, and a place for what no step proposed. */
export function Used({ visit, step, onState }: Props) {
  const add = useMutation({
    mutationFn: ({ id, part }: { id: string; part: Schemas["PartDraft"] }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/parts/{partId}", {
          params: { path: { id: visit.id, partId: id } },
          body: part,
        }),
      ),
    onSuccess: onState,
  });
  const takeBack = useMutation({
    mutationFn: (partId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/parts/{partId}", { params: { path: { id: visit.id, partId } } }),
      ),
    onSuccess: onState,
  });
  const [adding, setAdding] = useState(false);
  const [name, setName] = useState("");
  const [quantity, setQuantity] = useState("1");
  const [id, setId] = useState(newId);
  const open = !visit.state.closedAt;
  const ends = visit.places.filter((p) => p.kind === "wheelEnd");
  const place = ends.find((p) => p.code === step?.place)?.code ?? visit.state.jobs[0]?.place ?? "trailer";
  const spoken = visit.places.find((p) => p.code === place)?.spoken ?? "the trailer";
  return (
    <Section>
      <h3>Parts used</h3>
      <Problem of={takeBack.error ?? add.error} />
      <Plain>
        {visit.state.parts.map((p) => (
          <li key={p.id}>
            {partWords(p)} <Quiet>{p.placeSpoken}</Quiet>{" "}
            {open && (
              <TextButton
                onPress={() => takeBack.mutate(p.id)}
                aria-label={`Take back ${p.name}, ${p.placeSpoken}`}
              >
                take back
              </TextButton>
            )}
          </li>
        ))}
        {visit.state.parts.length === 0 && <Quiet>none yet</Quiet>}
      </Plain>
      {open &&
        (adding ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              add.mutate(
                { id, part: { place, name, quantity: Number(quantity) || 0, unit: "piece" } },
                {
                  onSuccess: () => {
                    setId(newId());
                    setName("");
                    setAdding(false);
                  },
                },
              );
            }}
          >
            <Stack $gap={8}>
              <TextField
                label={`What was used at ${spoken}`}
                value={name}
                onChange={setName}
                placeholder="cone and cup, outer"
                autoFocus
              />
              <TextField label="How many" value={quantity} onChange={setQuantity} />
              <Row>
                <Button type="submit">Write it down</Button>
                <TextButton onPress={() => setAdding(false)}>leave it</TextButton>
              </Row>
            </Stack>
          </form>
        ) : (
          <div>
            <TextButton onPress={() => setAdding(true)}>Something else was used</TextButton>
          </div>
        ))}
    </Section>
  );
}
