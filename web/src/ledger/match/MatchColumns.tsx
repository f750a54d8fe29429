import styled from "styled-components";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Quiet, Row, Section } from "../../ui/Page";
import { RadioGroup } from "../../ui/RadioGroup";
import { Select } from "../../ui/Select";
import { type Match, missing, suggested, withColumn } from "./match";

const KINDS = [
  ["history", "past work and readings"],
  ["trailers", "trailers"],
  ["road", "readings and trips"],
  ["customers", "customers"],
] as const;

/** What our columns hold, where their name alone does not say it. */
const HOLDS: Record<string, string> = {
  tag: "the trailer’s tag",
  on: "the day",
  job: "the job done",
  place: "where: LF, axle 2 right; empty for everywhere",
  measure: "what was measured",
  figure: "the figure measured",
  miles: "what the hub’s meter showed",
  by: "who did it",
  note: "a note",
  rating_lb: "an axle’s rating in pounds",
  last_repack: "the day all ends were last repacked",
  customer: "whose it is",
};

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 14px 20px;
  align-items: start;
`;

/** Says which column of somebody else's table is which of ours. */
export function MatchColumns({
  look,
  match,
  onMatch,
  onGo,
  busy,
}: {
  look: Schemas["TableLook"];
  match: Match;
  onMatch: (now: Match) => void;
  onGo: () => void;
  busy: boolean;
}) {
  const wanted = look.kinds.find((k) => k.kind === match.kind)?.columns ?? [];
  const headings = look.found.filter((f) => f.heading);
  const days = wanted.some((c) => c.day && match.columns[c.name]);
  const left = missing(look, match);
  return (
    <Section>
      <h2>Its columns</h2>
      <p>
        {look.rows.toLocaleString("en")} {look.rows === 1 ? "row" : "rows"}, not under our own headings. Say
        what each column is; what is not named stays out.
      </p>
      <div style={{ maxWidth: 320 }}>
        <Select
          label="It is a table of"
          value={match.kind}
          onChange={(kind) => onMatch(suggested(look, kind))}
          options={KINDS}
        />
      </div>
      <Grid>
        {wanted.map((c) => {
          const heading = match.columns[c.name] ?? "";
          const samples = look.found.find((f) => f.heading === heading)?.samples ?? [];
          return (
            <div key={c.name}>
              <Select
                label={`${HOLDS[c.name] ?? c.name.replaceAll("_", " ")}${c.needed ? ", needed" : ""}`}
                value={heading}
                onChange={(to) => onMatch(withColumn(look, match, c.name, to))}
                options={[["", "not in this table"], ...headings.map((f) => [f.heading, f.heading] as const)]}
              />
              {samples.length > 0 && (
                <Quiet style={{ overflowWrap: "anywhere" }}>{samples.slice(0, 3).join(" · ")}</Quiet>
              )}
            </div>
          );
        })}
      </Grid>
      {days && (
        <RadioGroup
          label="Its days are written"
          value={match.dates}
          onChange={(dates) => onMatch({ ...match, dates: dates as Match["dates"] })}
          options={[
            { value: "monthFirst", children: "the month first: 11/30/2026" },
            { value: "dayFirst", children: "the day first: 30/11/2026" },
            { value: "iso", children: "the year first: 2026-11-30" },
          ]}
        />
      )}
      <Row>
        <Button $main isDisabled={left.length > 0 || busy} onPress={onGo}>
          See what would happen
        </Button>
        <Quiet>{left.length > 0 ? `Still to be said: ${left.join(", ")}.` : "Nothing is saved yet."}</Quiet>
      </Row>
    </Section>
  );
}
