import styled from "styled-components";

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 6px 24px;
  font:
    600 19px/1.5 ui-monospace,
    monospace;
`;

/** Codes that are shown once. */
export function Codes({ of }: { of: readonly string[] }) {
  return (
    <List>
      {of.map((code) => (
        <li key={code}>{code}</li>
      ))}
    </List>
  );
}
