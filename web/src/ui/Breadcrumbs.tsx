import { Breadcrumb, Breadcrumbs as AriaBreadcrumbs } from "react-aria-components/Breadcrumbs";
import { Link } from "react-router";
import styled from "styled-components";

const Line = styled(AriaBreadcrumbs)`
  display: flex;
  flex-wrap: wrap;
  font-size: 16px;
  line-height: 1.3;
  li {
    overflow-wrap: anywhere;
    min-width: 0;
  }
  li:not(:last-child)::after {
    content: "/";
    padding: 0 8px;
    color: var(--steel);
  }
  a {
    display: inline-block;
    padding: 4px 0;
  }
  span {
    display: inline-block;
    padding: 4px 0;
    color: var(--steel);
  }
`;

/** The way to a page that stands under others: each step leads there. */
export function Breadcrumbs({
  way,
  here,
}: {
  way: readonly (readonly [to: string, words: string])[];
  here: string;
}) {
  return (
    <nav aria-label="Where this page stands">
      <Line>
        {way.map(([to, words]) => (
          <Breadcrumb key={to} id={to}>
            <Link to={to}>{words}</Link>
          </Breadcrumb>
        ))}
        <Breadcrumb id="here">
          <span aria-current="page">{here}</span>
        </Breadcrumb>
      </Line>
    </nav>
  );
}
