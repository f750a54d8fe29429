import styled from "styled-components";

// Marks are drawn on white: they stay on it by night too.
const Picture = styled.img`
  display: block;
  max-width: 227px;
  max-height: 75px;
  background: #fff;
`;

/** The shop's mark, as large as its papers have it; its name stands beside it, so that it says nothing itself. */
export const Mark = ({ id }: { id: string }) => <Picture src={`/api/outside/marks/${id}`} alt="" />;
