import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Mark } from "../../ui/Mark";
import { Lines, Table } from "../../ui/Page";

type Block = Schemas["PaperBlock"];

// Cells that somebody fills in on paper, as the server marks them.
const BLANK = "\uE000";
const TICK = "\uE001";

// The page's size is the printer's own, Letter or A4; black ink is enough, no row is torn apart.
const Sheet = styled.article`
  display: grid;
  gap: 12px;
  max-width: 820px;
  table {
    width: 100%;
  }
  td,
  th {
    vertical-align: top;
    overflow-wrap: anywhere;
  }
  @media print {
    font-size: 10.5pt;
    color: #000;
    tr,
    li,
    figure {
      break-inside: avoid;
    }
    h1,
    h2 {
      break-after: avoid;
    }
    thead {
      display: table-header-group;
    }
  }
`;

const Grave = styled.p`
  border-left: 5px solid var(--ink);
  padding-left: 10px;
  font-weight: 600;
`;

const Facts = styled.dl`
  display: grid;
  grid-template-columns: minmax(8em, 1fr) 2fr;
  gap: 4px 12px;
  dt {
    color: var(--steel);
  }
  dd {
    margin: 0;
    font-weight: 600;
    overflow-wrap: anywhere;
  }
`;

const Box = styled.span`
  display: inline-block;
  min-width: 7em;
  height: 1.5em;
  border: 1px solid var(--steel);
`;

const Square = styled(Box)`
  min-width: 0;
  width: 1.1em;
  height: 1.1em;
`;

const ToWrite = styled.span`
  display: block;
  height: 1.2em;
  border-bottom: 1px solid var(--steel);
`;

const Signed = styled.p`
  margin-top: 34px;
  border-top: 1px solid var(--ink);
  padding-top: 2px;
  color: var(--steel);
  display: flex;
  justify-content: space-between;
`;

const Pictures = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  figure {
    margin: 0;
    max-width: 300px;
  }
  img {
    max-width: 300px;
    max-height: 220px;
  }
`;

const NewPage = styled.div`
  @media print {
    break-before: page;
  }
`;

/** A paper as it is printed: what stands on it, in its order. */
export function PaperSheet({ of, picture }: { of: Schemas["Paper"]; picture: (id: string) => string }) {
  return (
    <Sheet aria-label={of.title}>
      <header>
        {of.mark && (
          <div style={{ float: "right" }}>
            <Mark id={of.mark} />
          </div>
        )}
        <b>{of.from}</b>
        {(of.reached ?? []).map((line) => (
          <div key={line}>{line}</div>
        ))}
        <h1>{of.title}</h1>
        <p>
          {of.about}. {dayInWords(of.on)}
        </p>
      </header>
      {(of.blocks ?? []).map((block, i) => (
        // A paper never changes while it is looked at: its pieces are known by their place.
        <Piece key={i} of={block} picture={picture} />
      ))}
    </Sheet>
  );
}

function Piece({ of, picture }: { of: Block; picture: (id: string) => string }) {
  const { points = [], facts = [], pictures = [], signed = [] } = of;
  const piece = (
    <>
      {of.heading && <h2>{of.heading}</h2>}
      {of.words && (of.grave ? <Grave>{of.words}</Grave> : <p>{of.words}</p>)}
      {points.length > 0 && (
        <Lines>
          {points.map((point) => (
            <li key={point}>{point}</li>
          ))}
        </Lines>
      )}
      {facts.length > 0 && (
        <Facts>
          {facts.map((fact) => [
            <dt key={`${fact.name}, named`}>{fact.name}</dt>,
            <dd key={fact.name}>{fact.value || <ToWrite />}</dd>,
          ])}
        </Facts>
      )}
      {of.table && <Rows of={of.table} />}
      {pictures.length > 0 && (
        <Pictures>
          {pictures.map((shown) => (
            <figure key={shown.id}>
              <img src={picture(shown.id)} alt={shown.words} />
              <figcaption>{shown.words}</figcaption>
            </figure>
          ))}
        </Pictures>
      )}
      {signed.map((who) => (
        <Signed key={who}>
          <span>{who}</span>
          <span>Date</span>
        </Signed>
      ))}
    </>
  );
  return of.newPage ? <NewPage>{piece}</NewPage> : piece;
}

function Rows({ of }: { of: Schemas["PaperTable"] }) {
  const all = of.columns.reduce((sum, column) => sum + column.weight, 0);
  const row = (cells: string[], key: string, strong = false) => (
    <tr key={key}>
      {cells.map((cell, i) => {
        const shown = cell === BLANK ? <Box /> : cell === TICK ? <Square /> : strong ? <b>{cell}</b> : cell;
        const column = of.columns[i];
        return (
          <td
            key={column ? `${column.name} ${i}` : i}
            style={{ textAlign: column?.right ? "right" : "left" }}
          >
            {shown}
          </td>
        );
      })}
    </tr>
  );
  return (
    <Table>
      <colgroup>
        {of.columns.map((column, i) => (
          <col key={`${column.name} ${i}`} style={{ width: `${(column.weight / all) * 100}%` }} />
        ))}
      </colgroup>
      {of.columns.some((column) => column.name) && (
        <thead>
          <tr>
            {of.columns.map((column, i) => (
              <th
                key={`${column.name} ${i}`}
                scope="col"
                style={{ textAlign: column.right ? "right" : "left" }}
              >
                {column.name}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {of.rows.map((cells, i) => row(cells, `${i} ${cells[0]}`))}
        {of.foot.map((cells, i) => row(cells, `sum ${i}`, true))}
      </tbody>
    </Table>
  );
}
