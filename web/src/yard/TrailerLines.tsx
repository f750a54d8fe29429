import styled from "styled-components";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { GearGlyph } from "../gearplan/GearGlyph";
import { Quiet } from "../ui/Page";
import { VerdictWord } from "../ui/Verdict";

const List = styled.ul`
  border-bottom: 1px solid var(--hair);
  a {
    display: grid;
    grid-template-columns: 116px minmax(0, 1.7fr) minmax(0, 1.3fr) minmax(0, 1fr) 92px;
    gap: 4px 22px;
    align-items: center;
    padding: 7px 4px;
    border-top: 1px solid var(--hair);
    color: var(--ink);
    text-decoration: none;
    min-height: 64px;
    overflow-wrap: anywhere;
  }
  &[data-one-owner] a {
    grid-template-columns: 116px minmax(0, 1.7fr) minmax(0, 1fr) 92px;
  }
  a:hover {
    background: var(--raised);
  }
  strong {
    font:
      600 21px/1.2 "Barlow Semi Condensed",
      sans-serif;
    margin-right: 10px;
  }
  @media (max-width: 760px) {
    a,
    &[data-one-owner] a {
      grid-template-columns: 92px minmax(0, 1fr) auto;
    }
    a > svg {
      width: 92px;
    }
    .customer {
      display: none;
    }
    .when {
      grid-column: 2 / -1;
    }
    .verdict {
      grid-row: 1;
      grid-column: 3;
    }
  }
`;

interface Props {
  rows: readonly Schemas["TrailerRow"][];
  /** All of one customer's, who need not be named in every row. */
  oneOwner?: boolean;
}

/** Trailers, a line each: the small gear plan, what it is, whose, what is due, and the gravest verdict. */
export function TrailerLines({ rows, oneOwner }: Props) {
  return (
    <List aria-label="Trailers" data-one-owner={oneOwner || undefined}>
      {rows.map((row) => (
        <li key={row.id}>
          <Link to={`/yard/trailers/${row.id}`}>
            <GearGlyph glyph={row.glyph} />
            <span>
              <strong>{row.tag}</strong>
              {row.name}
            </span>
            {!oneOwner && <Quiet className="customer">{row.customer}</Quiet>}
            <span className="when">
              {row.openVisit ? <b>in the bay</b> : row.nextDue ? row.nextWhen : <Quiet>nothing due</Quiet>}
            </span>
            <span className="verdict">
              {row.worst ? <VerdictWord verdict={row.worst} /> : <Quiet>not looked at</Quiet>}
            </span>
          </Link>
        </li>
      ))}
    </List>
  );
}
