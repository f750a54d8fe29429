import styled from "styled-components";
import { Button, TextButton } from "../ui/Button";
import { Quiet } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Legend } from "./Legend";
import type { useAim } from "./useAim";

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  min-height: 46px;
  padding: 2px 0;
  font-weight: 600;
`;

const Hint = styled(Quiet)`
  font-weight: 400;
  @media (max-width: 640px) {
    display: none;
  }
`;

/** What is aimed at and what it would come to, or what was done last, or how it is done. */
export function AimBar({ plan }: { plan: ReturnType<typeof useAim> }) {
  return (
    <Bar role="status">
      {plan.aim ? (
        <>
          <span>
            {plan.aim.words} {plan.comesTo?.words ?? "…"}
          </span>
          <Button $main isDisabled={!plan.isTried} onPress={plan.makeIt}>
            Do it
          </Button>
          <TextButton onPress={plan.leave}>Cancel</TextButton>
        </>
      ) : plan.made ? (
        <>
          <span>{plan.made.words}</span>
          <Button onPress={plan.undo}>Undo</Button>
        </>
      ) : (
        <Hint>Drag a visit, or choose it and move it with ← → and Enter.</Hint>
      )}
      <Problem of={plan.error} />
      <span style={{ marginLeft: "auto" }}>
        <Legend />
      </span>
    </Bar>
  );
}
