import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { EntryField } from "../ui/EntryField";
import { type Typed } from "../ui/typed";
import { Columns, Quiet, Section, Stack } from "../ui/Page";
import { useDebounced } from "../ui/useDebounced";
import { Select } from "../ui/Select";

const FITS: Record<Schemas["Fit"], string> = { yes: "Yes.", no: "No.", findOut: "Find out first." };

const Said = styled.p`
  font:
    600 22px/1.35 "Barlow Semi Condensed",
    sans-serif;
  margin: 0;
`;

/** Does it go with? Answered yes, no, or what to find out first. */
export function GoesWith() {
  const questions = useQuery({ queryKey: ["goes"], queryFn: () => answer(shop.GET("/api/shelf/goes")) });
  const [code, setCode] = useState("");
  const question = questions.data?.find((q) => q.code === code) ?? questions.data?.[0];
  if (!questions.data || !question) return null;
  return (
    <Section style={{ marginTop: 44 }}>
      <h2>Do these two fit?</h2>
      <Select
        label="Which two"
        value={question.code}
        onChange={setCode}
        options={questions.data.map((q) => [q.code, q.words] as const)}
      />
      <Question key={question.code} of={question} />
    </Section>
  );
}

function Question({ of }: { of: Schemas["FitAsked"] }) {
  // A choice starts at its usual one; what is measured starts empty.
  const [typed, setTyped] = useState<Typed>(() =>
    Object.fromEntries(of.entries.map((e) => [e.code, e.kind === "choice" ? e.example : ""])),
  );
  const settled = useDebounced(typed, 250);
  const ready = of.entries.every((e) => e.optional || settled[e.code]?.trim());
  const told = useQuery({
    queryKey: ["goes", of.code, settled],
    queryFn: () =>
      answer(
        shop.POST("/api/shelf/goes/{code}", {
          params: { path: { code: of.code } },
          body: { entries: settled },
        }),
      ),
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const problem = told.error instanceof ShopProblem ? told.error : undefined;
  return (
    <Columns $shape="minmax(0, 5fr) minmax(0, 7fr)">
      <Stack>
        {of.entries.map((e) => (
          <EntryField
            key={e.code}
            entry={e}
            value={typed[e.code] ?? ""}
            onChange={(text) => setTyped({ ...typed, [e.code]: text })}
            problem={problem?.field(`/entries/${e.code}`)}
          />
        ))}
      </Stack>
      <Stack aria-live="polite">
        {ready && told.data && !told.error ? (
          <>
            <Said>
              {FITS[told.data.fit]} {told.data.why}
            </Said>
            <Quiet>{told.data.source}. The maker’s own list comes first.</Quiet>
          </>
        ) : (
          <Quiet>The answer shows here.</Quiet>
        )}
      </Stack>
    </Columns>
  );
}
