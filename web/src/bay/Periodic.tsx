import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Quiet, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { InspectionLines } from "../ui/InspectionLines";

interface Props {
  round: Schemas["RoundAnswer"];
  onState: (now: Schemas["RoundAnswer"]) => void;
}

/** The periodic inspection of a commercial trailer: how each item comes out so far, and its signing. */
export function Periodic({ round, onState }: Props) {
  const [qualification, setQualification] = useState(round.lastQualification);
  const [id] = useState(newId);
  const sign = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/bay/visits/{id}/inspection/{inspectionId}", {
          params: { path: { id: round.visitId, inspectionId: id } },
          body: { qualification },
        }),
      ),
    onSuccess: onState,
  });
  const refused = sign.error instanceof ShopProblem ? sign.error : undefined;
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
          <form
            onSubmit={(e) => {
              e.preventDefault();
              sign.mutate();
            }}
          >
            <Stack $gap={8}>
              <TextField
                label="By what you are qualified (49 CFR 396.19)"
                value={qualification}
                onChange={setQualification}
                problem={refused?.field("/qualification")}
                placeholder="two years in this trade; training of spring 2024"
              />
              {refused && refused.fields.length === 0 && <Problem of={refused} />}
              <div>
                <Button type="submit" isDisabled={sign.isPending}>
                  Sign the inspection
                </Button>
              </div>
              <Quiet>Only a qualified inspector signs; local law may ask for more.</Quiet>
            </Stack>
          </form>
        )
      )}
    </Section>
  );
}
