import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../api/client";
import { capital } from "../api/words";
import { Button } from "../ui/Button";
import { Checkbox } from "../ui/Checkbox";
import { TextField } from "../ui/Fields";
import { Default } from "./Default";
import { Quiet, Row, Stack } from "../ui/Page";
import { Form, FormProblem, Saved } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Disclosure } from "../ui/Disclosure";

/** What is charged for beside hours and parts. */
export function Terms() {
  const terms = useQuery({ queryKey: ["terms"], queryFn: () => answer(shop.GET("/api/settings/terms")) });
  return terms.data ? (
    <Disclosure
      title={
        <>
          What is charged beside hours and parts:{" "}
          <Quiet>
            {terms.data.terms.partsMarkup} % on parts, {terms.data.terms.consumables} % for consumables, tax{" "}
            {terms.data.terms.taxOnLabour} % and {terms.data.terms.taxOnParts} %
          </Quiet>
        </>
      }
    >
      <Fields now={terms.data} />
    </Disclosure>
  ) : null;
}

const FIELDS = [
  ["partsMarkup", "On what a part costs us, %"],
  ["consumables", "Consumables, % of labour"],
  ["taxOnLabour", "Tax on labour, %"],
  ["taxOnParts", "Tax on parts and fees, %"],
  ["overAgreed", "Above what was agreed before the customer is asked again, %"],
] as const;

function Fields({ now }: { now: Schemas["TermsAnswer"] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: () => ({
      partsMarkup: String(now.terms.partsMarkup ?? 0),
      consumables: String(now.terms.consumables ?? 0),
      taxOnLabour: String(now.terms.taxOnLabour ?? 0),
      taxOnParts: String(now.terms.taxOnParts ?? 0),
      overAgreed: String(now.terms.overAgreed ?? 0),
      comeBacksFree: now.terms.comeBacksFree ?? false,
      disposal: Object.fromEntries(now.wastes.map((w) => [w.code, String(w.fee)])),
    }),
    send: (body) => answer(shop.PUT("/api/settings/terms", { body })),
    done: (all) => {
      queries.setQueryData(["terms"], all);
      void queries.invalidateQueries({ queryKey: ["look"] });
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <Row $gap={14} style={{ alignItems: "start" }}>
          {FIELDS.map(([field, label]) => (
            <TextField
              key={field}
              label={label}
              value={edit[field]}
              onChange={(text) => change({ [field]: text })}
              problem={at(`/${field}`)}
              hint={
                <Default
                  is={edit[field].trim() === String(now.ours[field] ?? 0)}
                  words={String(now.ours[field] ?? 0)}
                  source="from memory"
                  onBack={() => change({ [field]: String(now.ours[field] ?? 0) })}
                />
              }
            />
          ))}
          {now.wastes.map((w) => (
            <TextField
              key={w.code}
              label={`${capital(w.words)}, a visit`}
              value={edit.disposal[w.code] ?? ""}
              onChange={(text) => change({ disposal: { ...edit.disposal, [w.code]: text } })}
              problem={at(`/disposal/${w.code}`)}
              hint={
                <Default
                  is={edit.disposal[w.code]?.trim() === String(w.ourFee)}
                  words={String(w.ourFee)}
                  source="from memory"
                  onBack={() => change({ disposal: { ...edit.disposal, [w.code]: String(w.ourFee) } })}
                />
              }
            />
          ))}
        </Row>
        <Quiet>
          An hour costs {now.ratePerHour}, set under hours and intervals. Which taxes and fees apply, the
          place’s own law says.
        </Quiet>
        <Checkbox checked={edit.comeBacksFree} onChange={(comeBacksFree) => change({ comeBacksFree })}>
          What comes back within 30 days for nothing else is not charged
        </Checkbox>
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            Save
          </Button>
          <Saved of={form} />
        </Row>
      </Stack>
    </Form>
  );
}
