import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Lines, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Checkbox } from "../../ui/Checkbox";
import { SecondLooks } from "./SecondLooks";
import { useTakeBack } from "./useTakeBack";

interface Props {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
  onFound: () => void;
}

/** Everything is put back: what was done, what was not, and the closing of the visit. */
export function ClosePanel({ visit, onState, onFound }: Props) {
  const queries = useQueryClient();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus({ preventScroll: true }), []);
  const { state } = visit;
  const form = useForm({
    start: { because: "", changes: true },
    send: ({ because, changes }) =>
      answer(
        shop.POST("/api/bay/visits/{id}/close", {
          params: { path: { id: visit.id } },
          body: {
            releasedBecause: because.trim() || null,
            changeGear: changes && state.gearChanges.length > 0,
          },
        }),
      ),
    done: async (now) => {
      onState(now);
      await queries.invalidateQueries();
    },
  });
  const { edit, change } = form;
  const { takeBack, takingBack, backError } = useTakeBack(visit, onState);
  const done = state.jobs.filter((j) => j.done);
  const undone = state.jobs.filter((j) => !j.done);

  if (state.closedAt) {
    return (
      <Stack $gap={14}>
        <h2 ref={heading} tabIndex={-1} style={{ outline: "none" }}>
          The visit is closed
        </h2>
        <p>
          {done.length === 0
            ? "No job was finished; what was due stays due."
            : "The next due dates have moved."}
        </p>
        <Row $gap={20}>
          <Link to={`/ledger/visits/${visit.id}/hand-over`}>Hand it over</Link>
          <Link to={`/yard/trailers/${visit.trailerId}`}>See {visit.tag} in the yard</Link>
          <Link to={`/ledger/visits/${visit.id}`}>Its sheet in the ledger</Link>
        </Row>
      </Stack>
    );
  }
  return (
    <Form of={form}>
      <Stack $gap={14}>
        <h2 ref={heading} tabIndex={-1} style={{ outline: "none", fontSize: 34 }}>
          {undone.length === 0 ? "All steps are settled." : "Everything is back on."} Close the visit?
        </h2>
        <Lines>
          {done.map((j) => (
            <li key={j.job + j.place}>
              Done: {j.name.toLowerCase()}, {j.placeSpoken}
            </li>
          ))}
          {undone.map((j) => (
            <li key={j.job + j.place}>
              <b>
                Not done: {j.name.toLowerCase()}, {j.placeSpoken}
              </b>
              ; it stays due
            </li>
          ))}
        </Lines>
        {state.gearChanges.length > 0 && (
          <Checkbox checked={edit.changes} onChange={(changes) => change({ changes })}>
            The trailer now has {state.gearChanges.join(" and ")}: change its description with the closing
          </Checkbox>
        )}
        <SecondLooks visit={visit} onState={onState} />
        {state.whyNotClosed && !state.needsRelease && <Problem of={new Error(state.whyNotClosed)} />}
        {state.needsRelease && (
          <>
            <Problem of={new Error(state.whyNotClosed ?? "")} />
            <TextField
              label="Why it leaves all the same"
              value={edit.because}
              onChange={(because) => change({ because })}
              problem={form.at("/releasedBecause")}
              placeholder="on a flatbed to the axle specialist"
            />
          </>
        )}
        {form.error?.message !== state.whyNotClosed && <FormProblem of={form} />}
        <Row $gap={12}>
          <Button type="submit" $main $large isDisabled={form.pending}>
            Close the visit
          </Button>
          <Button $large onPress={onFound}>
            I found something
          </Button>
          {takeBack && (
            <Button isDisabled={takingBack} onPress={takeBack}>
              Take the last one back
            </Button>
          )}
        </Row>
        <Problem of={backError} />
      </Stack>
    </Form>
  );
}
