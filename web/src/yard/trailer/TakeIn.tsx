import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import { useLocation, useNavigate } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { dayInWords, partWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { MeasureField } from "../../ui/MeasureField";
import { Lines, Plain, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Price } from "./Price";
import { byJob, due, everywhere, type JobAt, toggled } from "./wanted";
import { Disclosure } from "../../ui/Disclosure";
import { Select } from "../../ui/Select";
import { Checkbox } from "../../ui/Checkbox";

const Minutes = styled.p`
  font:
    600 30px/1.1 "Barlow Semi Condensed",
    sans-serif;
`;

interface Props {
  trailer: Schemas["TrailerAnswer"];
  offered: readonly Schemas["JobOffered"][];
  wanted: readonly JobAt[];
  onWanted: (wanted: JobAt[]) => void;
}

/** The visit being put together: what is wanted, what it comes to, and the step into the bay. */
export function TakeIn({ trailer, offered, wanted, onWanted }: Props) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [technicians, setTechnicians] = useState<"1" | "2">("1");
  const [meter, setMeter] = useState("");
  const [newMeter, setNewMeter] = useState(false);
  const [said, setSaid] = useState("");
  // Somebody came here to take it in.
  const top = useRef<HTMLElement>(null);
  const { hash } = useLocation();
  useEffect(() => {
    if (hash === "#take-in") top.current?.scrollIntoView();
  }, [hash]);
  const ids = useMemo(() => ({ visit: newId(), meter: newId() }), []);
  const metered = trailer.meter === "hubOdometer" || trailer.meter === "towLog";
  const spoken = new Map(trailer.places.map((p) => [p.code, p.spoken]));
  const jobs = [...wanted];
  const near = due(trailer.status, offered);

  const look = useQuery({
    queryKey: ["look", trailer.id, trailer.version, jobs, technicians],
    queryFn: () =>
      answer(
        shop.POST("/api/bay/preview", {
          body: { trailerId: trailer.id, jobs, technicians: Number(technicians) },
        }),
      ),
    enabled: jobs.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const start = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/bay/visits/{id}", {
          params: { path: { id: ids.visit } },
          body: {
            trailerId: trailer.id,
            jobs,
            technicians: Number(technicians),
            said,
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
  const stands = jobs.length > 0 && !look.error ? look.data : undefined;
  return (
    <Section id="take-in" ref={top}>
      <Row style={{ justifyContent: "space-between", alignItems: "baseline" }}>
        <h2>A visit</h2>
        <Minutes aria-live="polite">{stands?.minutesInWords}</Minutes>
      </Row>
      {stands && (
        <Savings look={stands} several={new Set(jobs.map((j) => j.job)).size > 1} two={technicians === "2"} />
      )}
      {trailer.booked && (
        <Quiet>
          Booked for {dayInWords(trailer.booked.day)}: {trailer.booked.what}
        </Quiet>
      )}
      {jobs.length === 0 && (
        <p>
          Touch a place on the plan and say what is wanted there
          {near.length > 0 ? ", or take what is due." : "."}
        </p>
      )}
      <Lines>
        {byJob(wanted, offered).map((line) => {
          const job = offered.find((o) => o.code === line.code);
          return (
            <li key={line.code}>
              <Stack $gap={0}>
                <Row style={{ justifyContent: "space-between" }}>
                  <b>{line.name}</b>
                  {job && job.places.length > line.places.length && (
                    <TextButton
                      onPress={() => onWanted(everywhere(wanted, job))}
                      aria-label={`${line.name} everywhere`}
                    >
                      everywhere
                    </TextButton>
                  )}
                </Row>
                <Row $gap={4}>
                  {line.places.map((place) => (
                    <TextButton
                      key={place}
                      onPress={() => onWanted(toggled(wanted, line.code, place, false))}
                      aria-label={`Take out ${line.name}, ${spoken.get(place) ?? place}`}
                    >
                      {spoken.get(place) ?? place} ×
                    </TextButton>
                  ))}
                </Row>
              </Stack>
            </li>
          );
        })}
      </Lines>
      {near.some((n) => !wanted.some((w) => w.job === n.job && w.place === n.place)) && (
        <div>
          <Button
            onPress={() => onWanted(near.reduce((all, n) => toggled(all, n.job, n.place, true), [...wanted]))}
          >
            Take what is due
          </Button>
        </div>
      )}
      {jobs.length > 0 && (
        <>
          <Select
            label="Who works on it"
            value={technicians}
            onChange={setTechnicians}
            options={[
              ["1", "one technician"],
              ["2", "two technicians"],
            ]}
          />
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
            <Checkbox checked={newMeter} onChange={setNewMeter}>
              a new meter starts here
            </Checkbox>
          )}
        </>
      )}
      <TextField
        label="What the customer says"
        hint="“it pulls left”, “it squeals”; may stay empty"
        value={said}
        onChange={setSaid}
        problem={refused?.field("/said")}
      />
      <Problem of={look.error ?? (refused && !meterProblem ? refused : undefined)} />
      {jobs.length > 0 && (
        <div>
          <Button
            $main
            isDisabled={start.isPending || look.error !== null}
            onPress={() => {
              start.mutate();
            }}
          >
            Take it in
          </Button>
        </div>
      )}
      {stands && <PreviewWords of={stands} />}
      {stands && (
        <Price
          estimate={stands.estimate}
          trailer={trailer.id}
          jobs={jobs}
          technicians={Number(technicians)}
        />
      )}
    </Section>
  );
}

/** What the jobs come to as one packet, said before anything else: it is what people plan by. */
function Savings({ look, several, two }: { look: Schemas["PacketPreview"]; several: boolean; two: boolean }) {
  return (
    <Stack $gap={2}>
      {two && <span>With two it stands {look.elapsedInWords}.</span>}
      {several && (
        <span>
          In visits of their own {look.apartInWords}. Together saves{" "}
          <b style={{ whiteSpace: "nowrap" }}>{look.savedInWords}</b>.
        </span>
      )}
    </Stack>
  );
}

function PreviewWords({ of }: { of: Schemas["PacketPreview"] }) {
  return (
    <Stack $gap={6}>
      {of.missing.length > 0 && (
        <p role="note" style={{ borderLeft: "5px solid var(--renew)", padding: "6px 12px" }}>
          <b>Not on the shelf: </b>
          {of.missing.join("; ")}
        </p>
      )}
      {of.learned > 0 && <Quiet>{of.learned} steps by this shop’s own times</Quiet>}
      <Disclosure title={<>What to take, torque, cautions</>}>
        <Stack $gap={10} style={{ marginTop: 4 }}>
          <List title="Parts" lines={of.parts.map(partWords)} />
          <List title="Tools" lines={of.tools} />
          <List title="Torque" lines={of.torques.map((t) => `${t.what}: ${t.words} (${t.source})`)} />
          <List title="Cautions" lines={of.cautions} />
          <List title="Practices" lines={of.practices} />
          <List title="Leaves owing" lines={of.followUps} />
        </Stack>
      </Disclosure>
    </Stack>
  );
}

function List({ title, lines }: { title: string; lines: readonly string[] }) {
  return lines.length === 0 ? null : (
    <Stack $gap={4}>
      <h3>{title}</h3>
      <Plain>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Plain>
    </Stack>
  );
}
