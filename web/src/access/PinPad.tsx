import type { ReactNode } from "react";
import styled from "styled-components";
import { Button } from "../ui/Button";

const Keys = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(64px, 110px));
  gap: 8px;
  button {
    min-height: 60px;
    padding: 8px;
    font-size: 24px;
  }
  button[type="submit"],
  button[data-word] {
    font-size: 17px;
  }
`;

interface Props {
  pin: string;
  onChange: (pin: string) => void;
  /** The button that sends it. */
  enter: ReactNode;
}

/** Figures to touch, for hands in gloves. The field above takes a keyboard's as well. */
export function PinPad({ pin, onChange, enter }: Props) {
  const key = (figure: number) => (
    <Button key={figure} excludeFromTabOrder onPress={() => onChange(`${pin}${figure}`.slice(0, 8))}>
      {figure}
    </Button>
  );
  return (
    <Keys>
      {[1, 2, 3, 4, 5, 6, 7, 8, 9].map(key)}
      <Button
        data-word
        excludeFromTabOrder
        aria-label="Take the last figure away"
        onPress={() => onChange(pin.slice(0, -1))}
      >
        Back
      </Button>
      {key(0)}
      {enter}
    </Keys>
  );
}
