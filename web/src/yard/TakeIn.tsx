import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import styled from "styled-components";
import { Link, useLocation } from "wouter";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { partWords } from "../api/words";
import { Button, linkShape } from "../ui/Button";
import { Tick } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Quiet, Row, Section } from "../ui/Page";
import { Problem } from "../ui/Problem";

const REPACK = "bearing-repack";

const LinkButton = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

const Ends = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 0 14px;
  label {
    line-height: 1.2;
    padding: 4px 0;
  }
`;

const Minutes = styled.p`
  font:
    600 30px/1.1 "Barlow Semi Condensed",
    sans-serif;
`;

/** What a visit would come to, and the step into the bay. */
export function TakeIn({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  if (trailer.openVisit) {
    return (
      <Section>
        <h2>In the bay now</h2>
        <LinkButton href={`/bay/${trailer.openVisit}`} $main>
          Go to its visit
        </LinkButton>
      </Section>
    );
  }
  return trailer.jobs.includes(REPACK) ? (
    <Wanted trailer={trailer} />
  ) : (
    <Section>
      <h2>A visit</h2>
      <p>{trailer.standing.noDue}</p>
    </Section>
  );
}

function Wanted({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const queries = useQueryClient();
  const [, go] = useLocation();
  // Two columns read as the trailer stands: left, right, axle by axle.
  const ends = trailer.places.filter((p) => p.kind === "wheelEnd").sort((a, b) => a.axle - b.axle);
  const near = trailer.standing.dues.filter((d) => d.due.nearness !== "later").map((d) => d.place);
  const [wanted, setWanted] = useState(() => new Set(near.length > 0 ? near : ends.map((p) => p.code)));
  const [meter, setMeter] = useState("");
  const [newMeter, setNewMeter] = useState(false);
  const ids = useMemo(() => ({ visit: newId(), meter: newId() }), []);
  // Said once at the top when it is the same everywhere.
  const alike = new Set(trailer.standing.dues.map((d) => d.due.when)).size === 1;
  const jobs = ends.filter((p) => wanted.has(p.code)).map((p) => ({ job: REPACK, place: p.code }));
  const metered = trailer.meter === "hubOdometer" || trailer.meter === "towLog";

  const look = useQuery({
    queryKey: ["look", trailer.id, trailer.version, jobs],
    queryFn: () => answer(shop.POST("/api/bay/look", { body: { trailerId: trailer.id, jobs } })),
    enabled: jobs.length > 0,
    placeholderData: keepPreviousData,
  });
  const start = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/bay/visits/{id}", {
          params: { path: { id: ids.visit } },
          body: {
            trailerId: trailer.id,
            jobs,
            meter: meter.trim() ? { id: ids.meter, typed: meter, startsNewMeter: newMeter } : null,
          },
        }),
      ),
    onSuccess: async (visit) => {
      queries.setQueryData(["visit", visit.id], visit);
      await queries.invalidateQueries({ queryKey: ["trailer", trailer.id] });
      go(`/bay/${visit.id}`);
    },
  });
  const refused = start.error instanceof ShopProblem ? start.error : undefined;
  const meterProblem = refused?.field("/meter/typed");
  return (
    <Section>
      <h2>A visit: bearing repack</h2>
      <Ends role="group" aria-label="Where">
        {ends.map((p) => {
          const due = trailer.standing.dues.find((d) => d.place === p.code);
          return (
            <Tick
              key={p.code}
              checked={wanted.has(p.code)}
              onChange={(on) =>
                setWanted((now) =>
                  on ? new Set(now).add(p.code) : new Set([...now].filter((c) => c !== p.code)),
                )
              }
            >
              {p.spoken} {!alike && <Quiet>{due?.due.when}</Quiet>}
            </Tick>
          );
        })}
      </Ends>
      {metered && (
        <MeasureField
          label="Its meter shows"
          value={meter}
          onChange={setMeter}
          quantity="distance"
          example="12,480"
          problem={meterProblem}
        />
      )}
      {metered && (meterProblem || newMeter) && (
        <Tick checked={newMeter} onChange={setNewMeter}>
          a new meter starts here
        </Tick>
      )}
      {refused && !meterProblem && <Problem of={refused} />}
      <Row $gap={18}>
        <Button $main isDisabled={jobs.length === 0 || start.isPending} onPress={() => start.mutate()}>
          Take it in
        </Button>
        <Minutes aria-live="polite">{jobs.length > 0 && look.data?.minutesInWords}</Minutes>
      </Row>
      {jobs.length > 1 && look.data && (
        <Quiet>in visits of their own they would take {look.data.apartInWords}</Quiet>
      )}
      {jobs.length > 0 && look.data && <Quiet>Take along: {look.data.parts.map(partWords).join("; ")}</Quiet>}
    </Section>
  );
}
