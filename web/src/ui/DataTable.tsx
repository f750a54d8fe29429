import { type ReactNode, useState } from "react";
import {
  Cell,
  Column,
  Row,
  type SortDescriptor,
  Table,
  TableBody,
  TableHeader,
} from "react-aria-components/Table";
import styled from "styled-components";

const Frame = styled.div`
  overflow-x: auto;
`;

const Whole = styled(Table)`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    padding: 9px 14px 9px 0;
    text-align: left;
    vertical-align: baseline;
    border-bottom: 1px solid var(--hair);
    outline: none;
  }
  th {
    font-weight: 400;
    font-size: 15px;
    line-height: 1.25;
    color: var(--steel);
    vertical-align: bottom;
    border-bottom: 1px solid var(--steel);
  }
  th[data-allows-sorting] {
    cursor: pointer;
  }
  th svg {
    margin-left: 5px;
  }
  [data-right] {
    text-align: right;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  tr {
    outline: none;
  }
  tr[data-hovered] {
    background: var(--tint);
  }
  [data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: -3px;
  }
`;

/** A column: its title, what a row says in it, and what it is sorted by. */
export interface Col<Item> {
  id: string;
  title: string;
  /** Figures stand at the right, so that they line up. */
  figure?: boolean;
  cell: (item: Item) => ReactNode;
  by: (item: Item) => string | number;
}

interface Props<Item> {
  label: string;
  columns: readonly Col<Item>[];
  items: readonly Item[];
  idOf: (item: Item) => string;
  /** What Enter or a touch on a row does. */
  onOpen?: (item: Item) => void;
}

/** Rows that are sorted by any column, by mouse or keyboard; as they come until somebody sorts them. */
export function DataTable<Item extends object>({ label, columns, items, idOf, onOpen }: Props<Item>) {
  const [sort, setSort] = useState<SortDescriptor>();
  const rows = sorted(items, columns.find((c) => c.id === sort?.column)?.by, sort?.direction);
  return (
    <Frame>
      <Whole
        aria-label={label}
        {...(sort ? { sortDescriptor: sort } : {})}
        onSortChange={setSort}
        {...(onOpen
          ? {
              onRowAction: (id) => {
                const item = items.find((one) => idOf(one) === id);
                if (item) onOpen(item);
              },
            }
          : {})}
      >
        <TableHeader>
          {columns.map((c, i) => (
            <Column
              key={c.id}
              id={c.id}
              isRowHeader={i === 0}
              allowsSorting
              data-right={c.figure || undefined}
            >
              {({ sortDirection }) => (
                <>
                  {c.title}
                  {sortDirection && (
                    <svg width="9" height="7" viewBox="0 0 9 7" aria-hidden="true">
                      <path
                        d={sortDirection === "ascending" ? "M0 7 4.5 0 9 7z" : "M0 0 4.5 7 9 0z"}
                        fill="currentColor"
                      />
                    </svg>
                  )}
                </>
              )}
            </Column>
          ))}
        </TableHeader>
        <TableBody>
          {rows.map((item) => (
            <Row key={idOf(item)} id={idOf(item)}>
              {columns.map((c) => (
                <Cell key={c.id} data-right={c.figure || undefined}>
                  {c.cell(item)}
                </Cell>
              ))}
            </Row>
          ))}
        </TableBody>
      </Whole>
    </Frame>
  );
}

/** Sorted by a column; what says nothing there comes last either way. */
export function sorted<Item>(
  items: readonly Item[],
  by: ((item: Item) => string | number) | undefined,
  direction: "ascending" | "descending" | undefined,
): readonly Item[] {
  if (!by) return items;
  const way = direction === "descending" ? -1 : 1;
  const silent = (value: string | number) => value === "" || Number.isNaN(value);
  return [...items].sort((one, other) => {
    const [a, b] = [by(one), by(other)];
    if (silent(a) || silent(b)) return Number(silent(a)) - Number(silent(b));
    return typeof a === "number" && typeof b === "number"
      ? way * (a - b)
      : way * String(a).localeCompare(String(b), "en", { numeric: true });
  });
}
