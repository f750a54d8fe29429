import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet, Stack } from "./Page";
import { Disclosure } from "./Disclosure";
import { Select } from "./Select";

const Questions = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 400px), 1fr));
  gap: 10px 24px;
`;

type Answers = Readonly<Record<string, string>>;

interface Props {
  questions: readonly Schemas["PracticeQuestion"][];
  answers: Answers;
  onChange: (answers: Record<string, string>) => void;
  /** Who answers a question left open; absent where every question has to be answered. */
  otherwise?: string;
  problem?: string | undefined;
}

/** The questions that good practitioners answer differently. */
export function PracticeFields({ questions, answers, onChange, otherwise, problem }: Props) {
  return (
    <Stack>
      {problem && (
        <span role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
          {problem}
        </span>
      )}
      <Questions>
        {questions.map((q) => (
          <Select
            key={q.code}
            label={q.words}
            value={answers[q.code] ?? ""}
            onChange={(practice) => {
              const others = Object.fromEntries(Object.entries(answers).filter(([code]) => code !== q.code));
              onChange(practice ? { ...others, [q.code]: practice } : others);
            }}
            options={[
              ...(otherwise ? [["", otherwise] as const] : []),
              // The first is what we would do; where another is chosen, it still says so.
              ...q.answers.map((a, i) => [a.code, i === 0 ? `${a.words} (default)` : a.words] as const),
            ]}
          />
        ))}
      </Questions>
    </Stack>
  );
}

/** Where a customer or a trailer is done otherwise than usual; folded away, since few are. */
export function PracticesApart({
  who,
  questions = [],
  answers = {},
  ...fields
}: Partial<Props> & Pick<Props, "onChange"> & { who: string }) {
  const count = Object.keys(answers).length;
  return (
    <Disclosure
      title={
        <>
          {count === 0
            ? `Practices: as ${who}`
            : `${count === 1 ? "One practice is" : `${count} things are`} done otherwise than ${who}`}
        </>
      }
    >
      <Stack style={{ marginTop: 8 }}>
        <Quiet>The packet says whose practice it follows.</Quiet>
        <PracticeFields questions={questions} answers={answers} otherwise={`as ${who}`} {...fields} />
      </Stack>
    </Disclosure>
  );
}
