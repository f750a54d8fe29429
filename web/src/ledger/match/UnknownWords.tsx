import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Quiet, Row, Section } from "../../ui/Page";
import { Select } from "../../ui/Select";
import type { Match } from "./match";

const SHOWN = 30;

/** Words of a table that are not understood: told what they mean, their rows can be taken. */
export function UnknownWords({
  unknown,
  choices,
  match,
  onMatch,
  onGo,
  busy,
}: {
  unknown: readonly Schemas["UnknownWord"][];
  choices: Schemas["TableLook"]["choices"];
  match: Match;
  onMatch: (now: Match) => void;
  onGo: () => void;
  busy: boolean;
}) {
  if (unknown.length === 0) return null;
  const meant = (u: Schemas["UnknownWord"]) => match.words[u.column]?.[u.word] ?? "";
  return (
    <Section>
      <h2>Words that it uses</h2>
      <p>Rows with these are refused until somebody says what they mean.</p>
      {unknown.slice(0, SHOWN).map((u) => (
        <div key={u.column + u.word} style={{ maxWidth: 420 }}>
          <Select
            label={`“${u.word}”, in ${u.rows} ${u.rows === 1 ? "row" : "rows"}`}
            value={meant(u)}
            onChange={(code) =>
              onMatch({
                ...match,
                words: { ...match.words, [u.column]: { ...match.words[u.column], [u.word]: code } },
              })
            }
            options={[["", "nothing we do: leave it out"], ...Object.entries(choices[u.column] ?? {})]}
          />
        </div>
      ))}
      {unknown.length > SHOWN && <Quiet>and {unknown.length - SHOWN} more, once these are said</Quiet>}
      <Row>
        <Button isDisabled={busy || !unknown.some(meant)} onPress={onGo}>
          Look again
        </Button>
      </Row>
    </Section>
  );
}
