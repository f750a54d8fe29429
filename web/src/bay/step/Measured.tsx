import type { ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";

interface Props {
  tools: readonly Schemas["InstrumentAnswer"][];
  listening: boolean;
  busy: boolean;
  problem: Error | null;
  onListen: (code: string) => void;
  /** What else gives the figure: stands beside the instruments. */
  also: ReactNode;
  children: ReactNode;
}

/** A field with the instruments that can fill it; without any, the field alone. */
export function Measured({ tools, listening, busy, problem, onListen, also, children }: Props) {
  return (
    <Stack $gap={4}>
      {children}
      <Row $gap={18}>
        {tools.map((tool) => (
          <Button key={tool.code} isDisabled={busy} onPress={() => onListen(tool.code)}>
            {listening ? `Listening to the ${tool.name}…` : `Listen to the ${tool.name}`}
          </Button>
        ))}
        {also}
      </Row>
      <Problem of={problem} />
    </Stack>
  );
}
