import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { WherePlan } from "../../gearplan/WherePlan";
import { Illustration } from "../../illustrations/Illustration";

const Figure = styled.figure<{ $small: boolean }>`
  position: absolute;
  ${(p) => (p.$small ? "bottom: 0" : "top: 0")};
  right: 10px;
  display: grid;
  gap: 18px;
  justify-items: end;
  @media (max-width: 1000px) {
    display: none;
  }
`;

interface Props {
  visit: Schemas["VisitAnswer"];
  step: Schemas["PacketStep"];
  /** Whether the step has a drawing of its own: then the place alone is shown, small, at the foot. */
  small: boolean;
}

/** Where on the trailer the step is, and the thing it is about. */
export function Where({ visit, step, small }: Props) {
  const subject = step.subjects[0];
  return (
    <Figure $small={small}>
      <WherePlan
        gear={visit.gear}
        place={step.place}
        spoken={step.placeSpoken}
        {...(small ? { width: 116 } : {})}
      />
      {!small && subject && <Illustration subject={subject} code="" large />}
    </Figure>
  );
}
