import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useParts } from "../../api/useParts";
import { useMoney } from "../../api/money";
import { newId } from "../../api/ids";
import { partWords } from "../../api/words";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Plain, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { note } from "../../ui/Notes";
import { TypeAhead } from "../../ui/ComboBox";

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"] | null;
  onState: (state: Schemas["VisitState"]) => void;
}

/** What a visit used so far, and a place for what no step proposed. */
export function Used({ visit, step, onState }: Props) {
  const open = !visit.state.closedAt;
  const place = step?.place ?? visit.state.jobs[0]?.place ?? "trailer";
  const [adding, setAdding] = useState(false);
  const parts = useParts(adding);
  // A scanner types a code; the part's own name and unit are written down.
  const partOf = (typed: string) => {
    const text = typed.trim().toLowerCase();
    return parts.data?.find((p) => p.code.toLowerCase() === text || p.name.toLowerCase() === text);
  };
  const put = (id: string, body: Schemas["PartDraft"]) =>
    answer(
      shop.PUT("/api/bay/visits/{id}/parts/{partId}", {
        params: { path: { id: visit.id, partId: id } },
        body,
      }),
    );
  const form = useForm({
    start: { name: "", quantity: "1" },
    send: ({ name, quantity }, id) => {
      const part = partOf(name);
      return put(id, {
        place,
        name: part?.name ?? name,
        quantity: Number(quantity) || 0,
        unit: part?.unit ?? "piece",
      });
    },
    done: (state, { quantity }, id) => {
      onState(state);
      const written = state.parts.find((p) => p.id === id);
      if (written) note(`Used: ${quantity} ${written.name}.`, () => takeBack.mutate(id));
      setAdding(false);
    },
    next: true,
  });
  const { edit, change, at } = form;
  const known = partOf(edit.name);
  const takeBack = useMutation({
    mutationFn: (partId: string) =>
      answer(
        shop.DELETE("/api/bay/visits/{id}/parts/{partId}", { params: { path: { id: visit.id, partId } } }),
      ),
    onSuccess: (now, taken) => {
      onState(now);
      const was = visit.state.parts.find((p) => p.id === taken);
      // Written down anew, under an id of its own: what was taken back stays so, however late it comes again.
      if (was) note(`Taken back: ${partWords(was)}.`, () => putBack.mutate({ id: newId(), part: was }));
    },
  });
  const putBack = useMutation({
    mutationFn: ({
      id,
      part: { place, name, quantity, unit },
    }: {
      id: string;
      part: Schemas["PartAnswer"];
    }) => put(id, { place, name, quantity, unit }),
    onSuccess: onState,
  });
  const money = useMoney();
  const leave = () => {
    form.drop();
    setAdding(false);
  };
  const cost = visit.state.parts.reduce((sum, p) => sum + p.quantity * (p.price ?? 0), 0);
  const spoken = visit.places.find((p) => p.code === place)?.spoken ?? "the trailer";
  return (
    <Section>
      <h3>Parts used</h3>
      <Problem of={takeBack.error ?? putBack.error} />
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
          <Form of={form} onLeave={leave}>
            <Stack $gap={8}>
              <TypeAhead
                label={`What was used at ${spoken}: scan or type`}
                value={edit.name}
                onChange={(name) => change({ name })}
                problem={at("/name")}
                placeholder="cone and cup, outer"
                hint={
                  known &&
                  `${known.name}, ${known.measures || known.unit}${known.price === null ? "" : `, ${money(known.price)}`}`
                }
                offers={parts.data?.map((p) => p.name)}
                autoFocus
              />
              <TextField
                label="How many"
                value={edit.quantity}
                onChange={(quantity) => change({ quantity })}
                problem={at("/quantity")}
              />
              <FormProblem of={form} />
              <Row>
                <Button type="submit" isDisabled={form.pending}>
                  Write it down
                </Button>
                <TextButton onPress={leave}>Cancel</TextButton>
              </Row>
            </Stack>
          </Form>
        ) : (
          <div>
            <TextButton onPress={() => setAdding(true)}>Something else was used</TextButton>
          </div>
        ))}
    </Section>
  );
}
