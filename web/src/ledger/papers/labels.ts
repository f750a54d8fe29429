/** How labels lie on a sheet, as it is typed: inches, and counts. */
export interface Layout {
  columns: string;
  rows: string;
  width: string;
  height: string;
  left: string;
  top: string;
  across: string;
  down: string;
  copies: string;
  skip: string;
  /** "true" for a label of each wheel end, "false" for one of each trailer. */
  wheelEnds: string;
}

/** Ours, until another is typed: the server's own. */
export const OURS: Layout = {
  columns: "2",
  rows: "5",
  width: "3.5",
  height: "1.9",
  left: "0.5",
  top: "0.5",
  across: "0.25",
  down: "0.1",
  copies: "1",
  skip: "0",
  wheelEnds: "false",
};

/** Where the labels of a customer's trailers are fetched; what is left blank is ours. */
export function addressOf(customer: string, layout: Layout): string {
  const asked = new URLSearchParams();
  for (const [key, value] of Object.entries(layout)) {
    if (value.trim()) asked.set(key, value.trim());
  }
  return `/api/ledger/fleets/${customer}/labels/pdf?${asked.toString()}`;
}
