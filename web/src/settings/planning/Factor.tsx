import type { Schemas } from "../../api/client";
import { TextField } from "../../ui/Fields";
import { Quiet, Row } from "../../ui/Page";
import { Default } from "../Default";
import { Small } from "./Small";

/** What a way of being used comes to. */
export function Factor({
  way,
  own,
  problem,
  onChange,
}: {
  way: Schemas["UseAnswer"];
  own: Schemas["UseFactor"] | undefined;
  problem: string | undefined;
  onChange: (factor: Schemas["UseFactor"] | undefined) => void;
}) {
  return (
    <Row style={{ alignItems: "flex-end" }}>
      <Small
        label={way.name}
        value={own?.factor ?? way.factor}
        problem={problem}
        onChange={(factor) => onChange({ factor, reason: own?.reason ?? way.reason })}
      />
      <div style={{ flex: "1 1 320px" }}>
        <TextField
          label="Reason"
          value={own?.reason ?? way.reason}
          onChange={(reason) => onChange({ factor: own?.factor ?? way.factor, reason })}
        />
      </div>
      <Quiet>
        <Default
          is={own === undefined}
          words={String(way.factor)}
          source={way.source}
          onBack={() => onChange(undefined)}
        />
      </Quiet>
    </Row>
  );
}
