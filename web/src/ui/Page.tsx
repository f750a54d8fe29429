import styled from "styled-components";

/** The frame of every screen: one column of work, set in from the edges. */
export const Page = styled.main`
  max-width: 1280px;
  margin: 0 auto;
  padding: 18px 28px 48px;
  @media (max-width: 640px) {
    padding: 12px 16px 40px;
  }
`;

/** A screen's heading with what belongs beside it. */
export const Head = styled.header`
  @media (max-width: 640px) {
    & > * {
      text-align: left !important;
    }
  }
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  align-items: baseline;
  justify-content: space-between;
  margin-bottom: 10px;
`;

/** Columns that fall under each other on a narrow screen. */
export const Columns = styled.div<{ $shape?: string }>`
  display: grid;
  grid-template-columns: ${(p) => p.$shape ?? "1fr 1fr"};
  gap: 28px 36px;
  & > * {
    min-width: 0;
  }
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** Things one under the other. */
export const Stack = styled.div<{ $gap?: number }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: ${(p) => p.$gap ?? 12}px;
`;

/** Things side by side, wrapping. */
export const Row = styled.div<{ $gap?: number }>`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: ${(p) => p.$gap ?? 10}px;
`;

/** Said more quietly. */
export const Quiet = styled.span`
  color: var(--steel);
`;

/** A section with its heading, parted from the one above by a hairline. */
export const Section = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
`;

/** Rows parted by hairlines. */
export const Lines = styled.ul`
  & > li {
    border-top: 1px solid var(--hair);
    padding: 10px 0;
    overflow-wrap: anywhere;
  }
  & > li:last-child {
    border-bottom: 1px solid var(--hair);
  }
`;

/** Short lines one under the other, with nothing between them. */
export const Plain = styled.ul`
  display: grid;
  gap: 7px;
  overflow-wrap: anywhere;
`;

/** A table of short cells, its rows parted by hairlines. */
export const Table = styled.table`
  border-collapse: collapse;
  width: 100%;
  caption {
    text-align: left;
    font:
      600 24px/1.2 "Barlow Semi Condensed",
      sans-serif;
    padding-bottom: 6px;
  }
  th,
  td {
    text-align: left;
    font-weight: 400;
    padding: 6px 12px 6px 0;
    border-top: 1px solid var(--hair);
    vertical-align: top;
    overflow-wrap: anywhere;
  }
`;
