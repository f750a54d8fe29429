import styled from "styled-components";
import { TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { ComboBox } from "../../ui/ComboBox";
import { Plain, Row, Stack } from "../../ui/Page";

const Named = styled.span`
  font-size: 15px;
  color: var(--steel);
`;

const Wrong = styled.span`
  color: var(--renew);
  font-size: 15px;
  font-weight: 600;
`;

interface Props {
  label: string;
  value: readonly string[];
  options: readonly (readonly [string, string])[];
  onChange: (value: string[]) => void;
  problem?: string | undefined;
}

/** Some of a long list: each is found by typing, and stands below with a way to take it out. */
export function Several({ label, value, options, onChange, problem }: Props) {
  const words = (code: string) => options.find(([c]) => c === code)?.[1] ?? code;
  return (
    <Stack $gap={2}>
      <ComboBox
        label={label}
        value=""
        options={[["", "add"], ...options.filter(([code]) => !value.includes(code))]}
        onChange={(code) => {
          if (code !== "") onChange([...value, code]);
        }}
        problem={problem}
      />
      {value.length > 0 && (
        <Plain aria-label={label}>
          {value.map((code) => (
            <li key={code}>
              <Row $gap={10}>
                {words(code)}
                <TextButton
                  aria-label={`Take out ${words(code)}`}
                  onPress={() => onChange(value.filter((c) => c !== code))}
                >
                  Take out
                </TextButton>
              </Row>
            </li>
          ))}
        </Plain>
      )}
    </Stack>
  );
}

/** Some of a short list, all of it in sight. */
export function Ticks({ label, value, options, onChange, problem }: Props) {
  return (
    <Stack $gap={2} role="group" aria-label={label}>
      <Named>{label}</Named>
      <Row $gap={18}>
        {options.map(([code, words]) => (
          <Checkbox
            key={code}
            checked={value.includes(code)}
            onChange={(on) => onChange(on ? [...value, code] : value.filter((c) => c !== code))}
          >
            {words}
          </Checkbox>
        ))}
      </Row>
      {problem && <Wrong>{problem}</Wrong>}
    </Stack>
  );
}
