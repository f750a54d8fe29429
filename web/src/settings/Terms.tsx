import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { capital } from "../api/words";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Ours } from "./Ours";
import { Quiet, Row, Stack } from "../ui/Page";
import { useUnsaved } from "../ui/unsaved";
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
      <Form now={terms.data} />
    </Disclosure>
  ) : null;
}

const FIELDS = [
  ["partsMarkup", "On what a part costs us, %"],
  ["consumables", "Consumables, % of labour"],
  ["taxOnLabour", "Tax on labour, %"],
  ["taxOnParts", "Tax on parts and fees, %"],
] as const;

function Form({ now }: { now: Schemas["TermsAnswer"] }) {
  const queries = useQueryClient();
  const [edit, setEdit] = useState(() => ({
    partsMarkup: String(now.terms.partsMarkup ?? 0),
    consumables: String(now.terms.consumables ?? 0),
    taxOnLabour: String(now.terms.taxOnLabour ?? 0),
    taxOnParts: String(now.terms.taxOnParts ?? 0),
    disposal: Object.fromEntries(now.wastes.map((w) => [w.code, String(w.fee)])),
  }));
  const typed = useUnsaved(edit);
  const save = useMutation({
    mutationFn: () => {
      typed.sending();
      return answer(shop.PUT("/api/settings/terms", { body: edit }));
    },
    onSuccess: (all) => {
      typed.saved();
      queries.setQueryData(["terms"], all);
      void queries.invalidateQueries({ queryKey: ["look"] });
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack>
        <Row $gap={14} style={{ alignItems: "start" }}>
          {FIELDS.map(([field, label]) => (
            <TextField
              key={field}
              label={label}
              value={edit[field]}
              onChange={(text) => setEdit({ ...edit, [field]: text })}
              problem={refused?.field(`/${field}`)}
              hint={
                <Ours
                  is={edit[field].trim() === String(now.ours[field] ?? 0)}
                  words={String(now.ours[field] ?? 0)}
                  source="from memory"
                  onBack={() => setEdit({ ...edit, [field]: String(now.ours[field] ?? 0) })}
                />
              }
            />
          ))}
          {now.wastes.map((w) => (
            <TextField
              key={w.code}
              label={`${capital(w.words)}, a visit`}
              value={edit.disposal[w.code] ?? ""}
              onChange={(text) => setEdit({ ...edit, disposal: { ...edit.disposal, [w.code]: text } })}
              problem={refused?.field(`/disposal/${w.code}`)}
              hint={
                <Ours
                  is={edit.disposal[w.code]?.trim() === String(w.ourFee)}
                  words={String(w.ourFee)}
                  source="from memory"
                  onBack={() =>
                    setEdit({ ...edit, disposal: { ...edit.disposal, [w.code]: String(w.ourFee) } })
                  }
                />
              }
            />
          ))}
        </Row>
        <Quiet>
          An hour costs {now.ratePerHour}, set under hours and intervals. Which taxes and fees apply, the
          place’s own law says.
        </Quiet>
        <Row>
          <Button type="submit" isDisabled={save.isPending}>
            Save
          </Button>
          <span role="status">{save.isSuccess && "Saved."}</span>
        </Row>
      </Stack>
    </form>
  );
}
