import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button, TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { MeasureField } from "../../ui/MeasureField";
import { Page, Plain, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { WaitingPage } from "../../ui/Waiting";
import { type Typed, placesOf, toSend } from "./fromPaper";

/** A packet that was worked on paper, typed in on one page and sent in one go. */
export default function FromPaper({ id }: { id: string }) {
  const visit = useQuery({
    queryKey: ["visit", id],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}", { params: { path: { id } } })),
  });
  return visit.data ? (
    <Typing visit={visit.data} />
  ) : (
    <WaitingPage of={visit} what="Opening the packet" like="rows" back="/bay" backWords="Back to the bay" />
  );
}

function Typing({ visit }: { visit: Schemas["VisitAnswer"] }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [typed, setTyped] = useState<Typed>({ done: new Set(), figures: {} });
  // The same ids however often it is sent: what arrived already is not written twice.
  const [ids] = useState(() => new Map<string, string>());
  const idOf = (what: string) => {
    const known = ids.get(what) ?? newId();
    ids.set(what, known);
    return known;
  };
  const settled = new Set(visit.state.entries.map((e) => e.key));
  const left = visit.packet.steps.filter((s) => !settled.has(s.key));
  const steps = toSend(left, typed, idOf);
  const send = useMutation({
    mutationFn: () =>
      answer(
        shop.POST("/api/bay/visits/{id}/cards", { params: { path: { id: visit.id } }, body: { steps } }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      await go(`/bay/${visit.id}`);
    },
  });
  const problem = (pointer: string) =>
    send.error instanceof ShopProblem ? send.error.field(pointer) : undefined;
  const tick = (keys: string[], done: boolean) =>
    setTyped((was) => {
      const now = new Set(was.done);
      for (const key of keys)
        if (done) now.add(key);
        else now.delete(key);
      return { ...was, done: now };
    });
  return (
    <Page>
      <Breadcrumbs
        way={[
          ["/bay", "Bay"],
          [`/bay/${visit.id}`, visit.tag],
        ]}
        here="From paper"
      />
      <h1>{visit.tag}, from paper</h1>
      <p style={{ marginBlock: "6px 18px" }}>
        Tick what is ticked on the paper and type in its figures. All of it is saved in one go, or nothing.
        What was seen and parts beyond the list are written down in the visit, as always.
      </p>
      {left.length === 0 && <Quiet>Every step of this visit is settled already.</Quiet>}
      <Stack $gap={22}>
        {placesOf(left).map((place) => (
          <Section key={place.steps[0]?.key}>
            <Row $gap={20} style={{ alignItems: "baseline" }}>
              <h2>{place.spoken.charAt(0).toUpperCase() + place.spoken.slice(1)}</h2>
              <TextButton
                onPress={() =>
                  tick(
                    place.steps.map((s) => s.key),
                    true,
                  )
                }
              >
                all ticked here
              </TextButton>
            </Row>
            <Plain>
              {place.steps.map((step) => {
                const at = steps.findIndex((s) => s.step.key === step.key);
                return (
                  <li key={step.key}>
                    <Checkbox checked={typed.done.has(step.key)} onChange={(done) => tick([step.key], done)}>
                      {step.title} {step.optional && <Quiet>may be left out</Quiet>}
                    </Checkbox>
                    {at >= 0 && problem(`/steps/${at}/step/key`) && (
                      <p role="alert">{problem(`/steps/${at}/step/key`)}</p>
                    )}
                    {typed.done.has(step.key) &&
                      step.readings.map((code) => {
                        const asked = visit.readingsAsked.find((r) => r.code === code);
                        const name = `${step.key} ${code}`;
                        const sent = steps[at]?.step.readings.findIndex((r) => r.kind === code) ?? -1;
                        return asked ? (
                          <MeasureField
                            key={code}
                            label={asked.name}
                            quantity={asked.quantity}
                            judged={{ kind: code, visit: visit.id }}
                            example={asked.example}
                            value={typed.figures[name] ?? ""}
                            onChange={(figure) =>
                              setTyped((was) => ({ ...was, figures: { ...was.figures, [name]: figure } }))
                            }
                            problem={
                              sent >= 0 ? problem(`/steps/${at}/step/readings/${sent}/typed`) : undefined
                            }
                          />
                        ) : null;
                      })}
                  </li>
                );
              })}
            </Plain>
          </Section>
        ))}
        <Problem of={send.error} />
        {left.length > 0 && (
          <Row>
            <Button $main isDisabled={steps.length === 0 || send.isPending} onPress={() => send.mutate()}>
              {send.isPending ? "Saving…" : `Save ${steps.length} ${steps.length === 1 ? "step" : "steps"}`}
            </Button>
          </Row>
        )}
      </Stack>
    </Page>
  );
}
