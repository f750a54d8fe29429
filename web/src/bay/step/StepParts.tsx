import { partWords } from "../../api/words";
import { Checkbox } from "../../ui/Checkbox";
import { Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import type { ProposedPart } from "../parts/proposedParts";

interface Props {
  parts: readonly ProposedPart[];
  onChange: (id: string, part: Partial<ProposedPart>) => void;
}

/** What a step uses, ticked as usual; one of several is picked. */
export const StepParts = ({ parts, onChange }: Props) =>
  parts.map((p) => (
    <Stack key={p.id} $gap={2}>
      <Checkbox checked={p.taken} onChange={(taken) => onChange(p.id, { taken })}>
        Used: {partWords(p)}
      </Checkbox>
      {p.taken && p.oneOf.length > 0 && (
        <Select
          label={p.picked ? "Which one? The journal measured here says" : "Which one went in?"}
          value={p.name}
          onChange={(name) => onChange(p.id, { name, picked: false })}
          options={p.oneOf.map((name) => [name, name] as const)}
        />
      )}
    </Stack>
  ));
