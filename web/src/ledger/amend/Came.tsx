import { Plain, Quiet } from "../../ui/Page";

/** What came of putting something right. */
export function Came({ of }: { of: readonly string[] }) {
  return of.length > 0 ? (
    <Plain>
      {of.map((sentence) => (
        <li key={sentence} style={sentence.startsWith("On Hold") ? { fontWeight: 700 } : undefined}>
          {sentence}
        </li>
      ))}
    </Plain>
  ) : (
    <Quiet>No verdict, due date, part or price changes by it.</Quiet>
  );
}
