import styled from "styled-components";
import type { Schemas } from "../api/client";

/** How sure a coming visit is, in words. */
export const SURE: Record<Schemas["HowSure"], string> = {
  here: "in the bay",
  accepted: "accepted",
  proposed: "proposed",
};

/** What is missing. */
export const Lacks = styled.b`
  color: var(--renew);
`;
