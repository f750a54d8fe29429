import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../ui/Button";
import { Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

interface Props {
  tools: readonly Schemas["InstrumentAnswer"][];
  listening: boolean;
  busy: boolean;
  problem: Error | null;
  onListen: (code: string) => void;
  children: ReactNode;
}

/** A field with the instruments that can fill it; without any, the field alone. */
export function Measured({ tools, listening, busy, problem, onListen, children }: Props) {
  return (
    <Stack $gap={4}>
      {children}
      {tools.map((tool) => (
        <Row key={tool.code}>
          <Button isDisabled={busy} onPress={() => onListen(tool.code)}>
            {listening ? `Listening to the ${tool.name}…` : `Listen to the ${tool.name}`}
          </Button>
        </Row>
      ))}
      <Problem of={problem} />
    </Stack>
  );
}
