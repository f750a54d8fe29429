import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { Ref } from "react";
import { TextField as AriaTextField } from "react-aria-components/TextField";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { TextButton } from "./Button";
import { FieldError, Input, Label } from "./Fields";
import { useDebounced } from "./useDebounced";
import { VERDICT_WORDS, VerdictWord } from "./Verdict";

const Box = styled(AriaTextField)<{ $large?: boolean }>`
  display: grid;
  gap: 4px 18px;
  grid-template-columns: ${(p) => (p.$large ? "minmax(150px, 240px)" : "minmax(110px, 170px)")} minmax(
      0,
      1fr
    );
  align-items: center;
  & > label {
    grid-column: 1 / -1;
  }
  @media (max-width: 480px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Figure = styled(Input)<{ $large?: boolean }>`
  font-family: "Barlow Semi Condensed", sans-serif;
  font-size: ${(p) => (p.$large ? 30 : 19)}px;
  font-weight: 600;
  min-height: ${(p) => (p.$large ? 62 : 46)}px;
`;

const Back = styled.div`
  min-height: 44px;
  display: grid;
  align-content: center;
  overflow-wrap: anywhere;
`;

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  quantity: Schemas["Quantity"];
  /** Code of the kind of reading, and the visit whose gear and practices judge it; without them nothing is judged. */
  judged?: { kind: string; visit: string };
  example?: string;
  problem?: string | undefined;
  large?: boolean;
  inputRef?: Ref<HTMLInputElement>;
}

/**
 * A field for what a person reads off a rule or a gauge: 4 1/4, .003, 3 thou, 18mm. While typing it says how
 * the figure is understood, in both unit systems, and what it means; a problem named by the shop comes first.
 */
export function MeasureField({
  label,
  value,
  onChange,
  quantity,
  judged,
  example,
  problem,
  large,
  inputRef,
}: Props) {
  const typed = useDebounced(value.trim(), 150);
  const read = useQuery({
    queryKey: ["understand", quantity, judged?.kind, judged?.visit, typed],
    queryFn: () =>
      answer(
        shop.GET("/api/bay/understand", {
          params: { query: { typed, quantity, kind: judged?.kind, visit: judged?.visit } },
        }),
      ),
    enabled: typed.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const understood = value.trim() && typed ? read.data : undefined;
  const wrong = problem ?? understood?.problem ?? undefined;
  return (
    <Box
      $large={large}
      value={value}
      onChange={onChange}
      isInvalid={wrong !== undefined}
      validationBehavior="aria"
    >
      <Label>{label}</Label>
      <Figure
        ref={inputRef}
        $large={large}
        placeholder={example}
        autoComplete="off"
        inputMode="text"
        enterKeyHint="done"
      />
      <Back aria-live="polite">
        {wrong ? (
          <>
            <FieldError>{wrong}</FieldError>
            {understood?.meant && (
              <TextButton onPress={() => onChange(understood.meant ?? "")}>
                Take {understood.meant}
              </TextButton>
            )}
          </>
        ) : (
          understood && (
            <>
              <strong>
                {understood.ours} · {understood.other}
              </strong>
              {understood.judgement && (
                <span>
                  {understood.judgement.verdict === "sound" ? (
                    <span style={{ color: "var(--sound)", fontWeight: 600 }}>{VERDICT_WORDS.sound}. </span>
                  ) : (
                    <VerdictWord verdict={understood.judgement.verdict} />
                  )}{" "}
                  {understood.judgement.rule}
                </span>
              )}
            </>
          )
        )}
      </Back>
    </Box>
  );
}
