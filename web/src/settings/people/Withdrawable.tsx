import type { ReactNode } from "react";
import { TextButton } from "../../ui/Button";
import { Quiet, Row } from "../../ui/Page";

interface Props {
  name: string;
  /** Stands beside the name. */
  beside?: ReactNode;
  about: ReactNode;
  onWithdraw: () => void;
}

/** Something that was given to somebody or something, and that can be withdrawn: a line of a list. */
export function Withdrawable({ name, beside, about, onWithdraw }: Props) {
  return (
    <li>
      <Row style={{ justifyContent: "space-between" }}>
        <span>
          <b>{name}</b> {beside}
          <br />
          <Quiet>{about}</Quiet>
        </span>
        <TextButton aria-label={`Withdraw ${name}`} onPress={onWithdraw}>
          Withdraw
        </TextButton>
      </Row>
    </li>
  );
}
