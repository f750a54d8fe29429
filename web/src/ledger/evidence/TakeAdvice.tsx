import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { Button } from "../../ui/Button";
import { note } from "../../ui/Notes";
import { Quiet, Row } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { askAnew } from "./askAnew";

type Advice = Schemas["AdvisedInterval"];
type Taken = Schemas["AdviceTaken"];

/** An interval that the record advises, to be taken over as the shop's own; and taken back. */
export function TakeAdvice({ advice, taken }: { advice: Advice; taken: Taken | undefined }) {
  const may = useMay("settings");
  const queries = useQueryClient();
  const put = useMutation({
    mutationFn: ({ months, miles, counted }: Pick<Advice, "months" | "miles"> & { counted: number | null }) =>
      answer(
        shop.PUT("/api/settings/advice", {
          body: { rule: advice.rule, use: advice.use, months, miles, counted, version: taken?.version ?? 0 },
        }),
      ),
    onSuccess: (now, { counted }) => {
      queries.setQueryData(["advice-taken"], now);
      if (counted !== null)
        note(
          `Taken over: ${advice.months === 1 ? "1 month" : `${advice.months} months`}. Dates are worked out anew.`,
        );
    },
    onSettled: () => {
      // The cards speak of the interval there is: they are asked for anew.
      askAnew(queries);
      return Promise.all(
        ["advice-taken", "planning", "shop", "trailer", "yard", "horizon"].map((key) =>
          queries.invalidateQueries({ queryKey: [key] }),
        ),
      );
    },
  });
  const own = takenOf(advice, taken);
  const same = own === advice.months || (own === null && advice.presentMonths === advice.months);
  if (!advice.mayTake && own === null) return null;
  return (
    <>
      <Row $gap={14}>
        {own !== null && <Quiet>Taken over: {own} months.</Quiet>}
        {may && advice.mayTake && !same && (
          <Button
            isDisabled={put.isPending || !taken}
            onPress={() =>
              put.mutate({
                months: advice.months,
                miles: advice.miles ?? advice.presentMiles ?? null,
                counted: advice.counted,
              })
            }
          >
            {`Make it ${advice.months} months`}
          </Button>
        )}
        {may && own !== null && (
          <Button
            isDisabled={put.isPending || !taken}
            onPress={() => put.mutate({ months: own, miles: null, counted: null })}
          >
            Go back to the default
          </Button>
        )}
      </Row>
      <Problem of={put.error} />
    </>
  );
}

/** The months that were taken over of this advice's kind; null where none were. */
export function takenOf(advice: Advice, taken: Taken | undefined): number | null {
  if (!taken) return null;
  if (advice.use !== "")
    return taken.forUses.find((f) => f.use === advice.use && f.rule === advice.rule)?.months ?? null;
  return taken.forAll.find((f) => f.rule === advice.rule)?.months ?? null;
}
