import { useState } from "react";
import { Link, useNavigate } from "react-router";
import styled from "styled-components";
import { capital, minutesInWords } from "../../api/words";
import { Button, linkShape } from "../../ui/Button";
import { ComboBox } from "../../ui/ComboBox";
import { Lines, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { JobsFile } from "./JobsFile";
import { minutesOf, type Picks } from "./own";
import { useOwn, usePicks } from "./useOwn";

const Go = styled(Link)<{ $main?: boolean }>`
  ${linkShape}
`;

/** Jobs that this shop has described itself, what it does otherwise at ours, and openings of its own. */
export default function JobsPage() {
  const own = useOwn();
  const picks = usePicks();
  const [gone, setGone] = useState(false);
  const jobs = own.data?.jobs.filter((j) => !j.refines && (gone || !j.retired)) ?? [];
  const refined = own.data?.jobs.filter((j) => j.refines && (gone || !j.retired)) ?? [];
  const openings = own.data?.openings.filter((o) => gone || !o.retired) ?? [];
  const retired = [...(own.data?.jobs ?? []), ...(own.data?.openings ?? [])].filter((e) => e.retired).length;
  const places = (at: readonly string[]) =>
    at.map((code) => picks.data?.places.find((p) => p.code === code)?.name ?? code).join(", ");
  return (
    <SettingsFrame
      title="Jobs of our own"
      about="What you describe here is offered, composed, planned, priced and recorded like the rest."
    >
      <Waiting of={own} what="Reading the jobs" rows={6} />
      {own.data && (
        <Stack $gap={26}>
          <Section aria-label="Jobs">
            <h2>Jobs</h2>
            {jobs.length === 0 && (
              <p>None yet. Describe one: where it is done, what has to be open, its steps.</p>
            )}
            <Lines>
              {jobs.map((j) => (
                <li key={j.code}>
                  <Link to={`/settings/jobs/${j.code}`}>{j.name}</Link>{" "}
                  <Quiet>
                    {places(j.at)} · {minutesInWords(minutesOf(j.steps))} of work
                    {j.lasts && ` · every ${lasting(j.lasts)}`} · version {j.version}
                    {j.retired && " · not done any more"}
                  </Quiet>
                </li>
              ))}
            </Lines>
            <div>
              <Go to="/settings/jobs/new">Describe a job</Go>
            </div>
          </Section>
          <Section aria-label="Done otherwise">
            <h2>What we do otherwise</h2>
            <Lines>
              {refined.map((j) => (
                <li key={j.code}>
                  <Link to={`/settings/jobs/${j.code}`}>
                    {picks.data?.ours.find((o) => o.code === j.refines)?.name ?? j.refines}
                  </Link>{" "}
                  <Quiet>
                    {j.name} · version {j.version}
                    {j.retired && " · as the program has it"}
                  </Quiet>
                </li>
              ))}
            </Lines>
            {picks.data && <Change picks={picks.data} />}
          </Section>
          <Section aria-label="Openings">
            <h2>Openings</h2>
            {openings.length === 0 && (
              <p>
                None yet. Describe one where work of yours lies behind something that the program does not
                know.
              </p>
            )}
            <Lines>
              {openings.map((o) => (
                <li key={o.code}>
                  <Link to={`/settings/openings/${o.code}`}>{capital(o.name)}</Link>{" "}
                  <Quiet>
                    {places(o.at)} · {minutesInWords(minutesOf([...o.open, ...o.close]))} to open and close ·
                    version {o.version}
                    {o.retired && " · not used any more"}
                  </Quiet>
                </li>
              ))}
            </Lines>
            <div>
              <Go to="/settings/openings/new">Describe an opening</Go>
            </div>
          </Section>
          {retired > 0 && (
            <Button onPress={() => setGone(!gone)}>
              {gone ? "Without what is not done any more" : `With what is not done any more: ${retired}`}
            </Button>
          )}
          <JobsFile />
        </Stack>
      )}
    </SettingsFrame>
  );
}

function lasting(lasts: { months?: number | null; miles?: number | null }): string {
  const miles = lasts.miles ? `${lasts.miles.toLocaleString("en")} miles` : "";
  const months = lasts.months ? `${lasts.months} months` : "";
  return [months, miles].filter((w) => w !== "").join(" or ");
}

/** Which of our jobs the shop does otherwise. */
function Change({ picks }: { picks: Picks }) {
  const go = useNavigate();
  const [job, setJob] = useState("");
  return (
    <Row $gap={14} style={{ alignItems: "end" }}>
      <div style={{ flex: "0 1 420px" }}>
        <ComboBox
          label="A job of the program"
          value={job}
          options={[["", "choose"], ...picks.ours.map((o) => [o.code, o.name] as const)]}
          onChange={setJob}
        />
      </div>
      <Button isDisabled={job === ""} onPress={() => void go(`/settings/refine/${job}`)}>
        Do it otherwise
      </Button>
    </Row>
  );
}
