import type { Schemas } from "../../api/client";

/** How somebody else's table is understood, as it is put together. */
export interface Match {
  kind: string;
  /** Its heading for each of our columns; empty for none. */
  columns: Record<string, string>;
  /** How its days are written; empty while nobody has said. */
  dates: Schemas["DatesWritten"] | "";
  /** What words of its mean, by our column. */
  words: Record<string, Record<string, string>>;
}

/** What a look at a table suggests. Days that could be read either way are left for somebody to say. */
export function suggested(look: Schemas["TableLook"], kind = look.kind): Match {
  const wanted = look.kinds.find((k) => k.kind === kind)?.columns ?? [];
  const columns = Object.fromEntries(wanted.map((c) => [c.name, c.guess]));
  return { kind, columns, dates: datesOf(look, wanted, columns), words: {} };
}

/** The same with another heading for one of our columns; its days are looked at anew. */
export function withColumn(look: Schemas["TableLook"], match: Match, name: string, heading: string): Match {
  const wanted = look.kinds.find((k) => k.kind === match.kind)?.columns ?? [];
  const columns = { ...match.columns, [name]: heading };
  const day = wanted.find((c) => c.name === name)?.day;
  return { ...match, columns, dates: day ? datesOf(look, wanted, columns) : match.dates };
}

function datesOf(
  look: Schemas["TableLook"],
  wanted: readonly Schemas["ColumnWanted"][],
  columns: Record<string, string>,
): Match["dates"] {
  const found = wanted
    .filter((c) => c.day)
    .map((c) => look.found.find((f) => f.heading === columns[c.name]))
    .filter((f) => f !== undefined);
  const [first] = found;
  return first?.dates && !found.some((f) => f.eitherWay || f.dates !== first.dates) ? first.dates : "";
}

/** What is still to be said before the table can be looked through; empty when all is. */
export function missing(look: Schemas["TableLook"], match: Match): readonly string[] {
  const wanted = look.kinds.find((k) => k.kind === match.kind)?.columns ?? [];
  const columns = wanted.filter((c) => c.needed && !match.columns[c.name]).map((c) => c.name);
  const days = wanted.some((c) => c.day && match.columns[c.name]);
  return days && !match.dates ? [...columns, "how its days are written"] : columns;
}

/** As it is sent. */
export const sentAs = (match: Match, from: string): string =>
  JSON.stringify({
    kind: match.kind,
    columns: Object.fromEntries(Object.entries(match.columns).filter(([, heading]) => heading)),
    dates: match.dates || null,
    words: match.words,
    from,
  });
