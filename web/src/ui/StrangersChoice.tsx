import type { Schemas } from "../api/client";
import { RadioGroup } from "./RadioGroup";

type Sees = Schemas["StrangersSee"];

const CHOICES: readonly { value: Sees; children: string }[] = [
  { value: "nothing", children: "nothing at all" },
  { value: "shop", children: "which workshop looks after it, and how to reach it" },
  { value: "service", children: "that, its tag, whether it may be towed, and when its hubs were repacked" },
];

/** What a stranger sees who reads the code on a trailer's label. */
export function StrangersChoice({ value, onChange }: { value: Sees; onChange: (to: Sees) => void }) {
  return (
    <RadioGroup
      label="Whoever else reads the code on its label sees"
      value={value}
      onChange={(to) => onChange(to as Sees)}
      options={CHOICES}
    />
  );
}
