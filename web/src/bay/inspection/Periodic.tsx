import { answer, type Schemas, shop } from "../../api/client";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Quiet, Section, Stack } from "../../ui/Page";
import { InspectionLines } from "../../ui/InspectionLines";

interface Props {
  round: Schemas["RoundAnswer"];
  onState: (now: Schemas["RoundAnswer"]) => void;
}

/** The periodic inspection of a commercial trailer: how each item comes out so far, and its signing. */
export function Periodic({ round, onState }: Props) {
  const form = useForm({
    start: { qualification: round.lastQualification },
    send: (body, id) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/inspection/{inspectionId}", {
          params: { path: { id: round.visitId, inspectionId: id } },
          body,
        }),
      ),
    done: onState,
  });
  return (
    <Section aria-label="Periodic inspection">
      <h3>Periodic inspection, 49 CFR 396</h3>
      <InspectionLines lines={round.inspection?.lines ?? round.periodic ?? []} />
      {round.inspection ? (
        <p>
          <b>{round.inspection.passes ? "Signed: it passes." : "Signed: it does not pass."}</b>{" "}
          {round.inspection.by}, {round.inspection.qualification}
        </p>
      ) : (
        !round.closed && (
          <Form of={form}>
            <Stack $gap={8}>
              <TextField
                label="By what you are qualified (49 CFR 396.19)"
                value={form.edit.qualification}
                onChange={(qualification) => form.change({ qualification })}
                problem={form.at("/qualification")}
                placeholder="two years in this trade; training of spring 2024"
              />
              {!round.qualificationOnFile && (
                <Quiet>
                  Nothing is on file of it yet. The carrier has to be able to show it (396.19(b)): have it put
                  in under Settings, People.
                </Quiet>
              )}
              <FormProblem of={form} />
              <div>
                <Button type="submit" isDisabled={form.pending}>
                  Sign the inspection
                </Button>
              </div>
              <Quiet>Only a qualified inspector signs; local law may ask for more.</Quiet>
            </Stack>
          </Form>
        )
      )}
    </Section>
  );
}
