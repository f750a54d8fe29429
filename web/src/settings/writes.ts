/** A row of the record as a write left it. */
export interface WrittenRow {
  table: string;
  key: string;
  before: Record<string, string | null>;
  after: Record<string, string | null>;
}

/** The rows that a write tells of; none where it tells of none, or what it told can't be read. */
export function rowsOf(content: string | null): WrittenRow[] {
  if (content === null) return [];
  try {
    const rows: unknown = JSON.parse(content);
    return Array.isArray(rows)
      ? rows.map((row: Partial<WrittenRow>) => ({
          table: row.table ?? "",
          key: row.key ?? "",
          before: row.before ?? {},
          after: row.after ?? {},
        }))
      : [];
  } catch {
    return [];
  }
}

const did = (row: WrittenRow): string =>
  Object.keys(row.before).length === 0
    ? "added"
    : Object.keys(row.after).length === 0
      ? "took away"
      : "changed";

// "StepEntries" is "step entries" to whoever reads it.
const nameOf = (table: string): string => table.replace(/(?<=[a-z])(?=[A-Z])/g, " ").toLowerCase();

// At the door nothing of the record is written.
const AT_DOOR: Record<string, string> = {
  "sign-in Secret": "signed in by secret",
  "sign-in Pin": "signed in by PIN",
  "sign-in Passkey": "signed in by passkey",
  "sign-in Code": "signed in by a code",
  "refused Secret": "not let in: wrong secret",
  "refused Pin": "not let in: wrong PIN",
};

/** What happened at the door, in words; undefined for any other write. */
export const atDoorInWords = (what: string): string | undefined => AT_DOOR[what];

/** What was done to which tables, in a line: "added customers, changed 3 trailers". */
export function tableInWords(rows: readonly WrittenRow[]): string {
  const counted = new Map<string, number>();
  for (const row of rows) {
    const what = `${did(row)} ${nameOf(row.table)}`;
    counted.set(what, (counted.get(what) ?? 0) + 1);
  }
  return [...counted].map(([what, n]) => (n === 1 ? what : what.replace(" ", ` ${n} `))).join(", ");
}
