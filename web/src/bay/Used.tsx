import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { newId } from "../api/ids";
import { partWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Plain, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { note } from "../ui/Notes";
import { TypeAhead } from "../ui/ComboBox";

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
    onSuccess: (state, { id: added, part }) => {
      onState(state);
      note(`Used: ${part.quantity} ${part.name}.`, () => takeBack.mutate(added));
    },
  });
  const takeBack = useMutation({
    mutationFn: (partId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/parts/{partId}", { params: { path: { id: visit.id, partId } } }),
      ),
    onSuccess: onState,
  });
  const money = useMoney();
  const [adding, setAdding] = useState(false);
  const [name, setName] = useState("");
  const [quantity, setQuantity] = useState("1");
  const [id, setId] = useState(newId);
  const open = !visit.state.closedAt;
  const place = step?.place ?? visit.state.jobs[0]?.place ?? "trailer";
  const parts = useQuery({
    queryKey: ["parts"],
    queryFn: () => answer(shop.GET("/api/settings/parts")),
    enabled: adding,
    staleTime: 60_000,
  });
  // A scanner types a code; the part's own name and unit are written down.
  const known = parts.data?.find(
    (p) =>
      p.code.toLowerCase() === name.trim().toLowerCase() ||
      p.name.toLowerCase() === name.trim().toLowerCase(),
  );
  const cost = visit.state.parts.reduce((sum, p) => sum + p.quantity * (p.price ?? 0), 0);
  const spoken = visit.places.find((p) => p.code === place)?.spoken ?? "the trailer";
  return (
    <Section>
      <h3>Parts used</h3>
      <Problem of={takeBack.error ?? add.error} />
      {visit.state.shelfDiffers.map((words) => (
        <p key={words} role="status" style={{ borderLeft: "5px solid var(--watch)", paddingLeft: 10 }}>
          {words}
        </p>
      ))}
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
        {visit.state.parts.length === 0 && (
          <li>
            <Quiet>none yet</Quiet>
          </li>
        )}
        {cost > 0 && <li>Together about {money(cost)}</li>}
      </Plain>
      {open &&
        (adding ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              add.mutate(
                {
                  id,
                  part: {
                    place,
                    name: known?.name ?? name,
                    quantity: Number(quantity) || 0,
                    unit: known?.unit ?? "piece",
                  },
                },
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
              <TypeAhead
                label={`What was used at ${spoken}: scan or type`}
                value={name}
                onChange={setName}
                placeholder="cone and cup, outer"
                hint={
                  known &&
                  `${known.name}, ${known.measures || known.unit}${known.price === null ? "" : `, ${money(known.price)}`}`
                }
                offers={parts.data?.map((p) => p.name)}
                autoFocus
              />
              <TextField label="How many" value={quantity} onChange={setQuantity} />
              <Row>
                <Button type="submit">Write it down</Button>
                <TextButton onPress={() => setAdding(false)}>Cancel</TextButton>
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
