import styled from "styled-components";
import type { Schemas } from "../api/client";
import { WherePlan } from "../gearplan/WherePlan";
import { Illustration } from "../illustrations/Illustration";

const Figure = styled.figure`
  position: absolute;
  top: 0;
  right: 10px;
  display: grid;
  gap: 18px;
  justify-items: end;
  @media (max-width: 900px) {
    display: none;
  }
`;

/** Where on the trailer the step is, and the thing it is about, small. */
export function Where({ visit, step }: { visit: Schemas["VisitAnswer"]; step: Schemas["PacketStep"] }) {
  const subject = step.subjects[0];
  return (
    <Figure>
      <WherePlan gear={visit.gear} place={step.place} spoken={step.placeSpoken} />
      {subject && <Illustration subject={subject} code="" large />}
    </Figure>
  );
}
