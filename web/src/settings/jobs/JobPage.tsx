import { answer, shop } from "../../api/client";
import { Checkbox } from "../../ui/Checkbox";
import { ComboBox } from "../../ui/ComboBox";
import { Disclosure } from "../../ui/Disclosure";
import { TextField } from "../../ui/Fields";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Row, Section, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import type { FormState } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { OnGear, Owing } from "./Common";
import { Editor, useShelf } from "./Editor";
import { cleanSteps, codeOf, firstOf, type Job, newJob, optionsOf, type Picks } from "./own";
import { Refined } from "./Refined";
import { Several, Ticks } from "./Several";
import { Steps } from "./Steps";
import { useOwn, usePicks } from "./useOwn";

interface Props {
  /** Code of the job; "new" for one that is not written yet. */
  code: string;
  /** Code of the job of ours that a new one changes. */
  refines?: string | null;
}

/** A job of the shop's own, or what it does otherwise at one of ours. */
export default function JobPage({ code, refines = null }: Props) {
  const own = useOwn();
  const picks = usePicks();
  const stands = own.data?.jobs.find((j) => j.code === (refines === null ? code : `refined-${refines}`));
  const start = stands ? ({ ...newJob(stands.refines ?? null), ...stands } as Job) : newJob(refines);
  const ours = picks.data?.ours.find((j) => j.code === start.refines);
  const title = ours ? `${ours.name}, as we do it` : stands ? stands.name : "A job of our own";
  return (
    <SettingsFrame title={title} about="It composes, is planned, priced and recorded like any other.">
      <Waiting of={own} what="Reading the jobs" />
      <Waiting of={picks} what="Reading what a job is written with" />
      {own.data &&
        picks.data &&
        (code !== "new" && !stands ? (
          <p>There is no such job: perhaps it was written in another shop.</p>
        ) : (
          <Written
            key={`${start.code} ${start.version}`}
            start={start}
            picks={picks.data}
            taken={[...own.data.jobs, ...own.data.openings].map((e) => e.code)}
            own={own.data.jobs}
          />
        ))}
    </SettingsFrame>
  );
}

function Written({
  start,
  picks,
  taken,
  own,
}: {
  start: Job;
  picks: Picks;
  taken: readonly string[];
  own: readonly { code: string; name: string; refines?: string | null }[];
}) {
  const shelf = useShelf();
  const clean = (edit: Job): Job => ({
    ...edit,
    code: edit.code || codeOf(edit.name, taken),
    name: edit.name.trim(),
    steps: cleanSteps(edit.steps),
  });
  return (
    <Editor
      start={start}
      clean={clean}
      tried={(job) => ({ job, opening: null })}
      send={(job) =>
        answer(shop.PUT("/api/settings/jobs/{code}", { params: { path: { code: job.code } }, body: job }))
      }
      find={(all, code) => all.jobs.find((j) => j.code === code) as Job | undefined}
    >
      {(form, problem) => {
        const { edit, change } = form;
        const refined = picks.ours.find((j) => j.code === edit.refines);
        return (
          <>
            <TextField
              label={refined ? "What is different" : "What it is called"}
              value={edit.name}
              onChange={(name) => change({ name })}
              problem={problem("/name")}
              autoFocus={start.version === 0}
            />
            {refined ? (
              <Refined edit={edit} ours={refined} problem={problem} onChange={change} />
            ) : (
              <Placed {...{ form, picks, problem }} />
            )}
            <Section aria-label="Steps">
              <h2>{refined ? "Steps on top of ours" : "Steps"}</h2>
              {problem("/steps") && <p role="alert">{problem("/steps")}</p>}
              <Steps
                label="Steps"
                pointer="/steps"
                steps={edit.steps}
                picks={picks}
                placed
                apart={refined !== undefined}
                shelf={shelf}
                problem={problem}
                onChange={(steps) => change({ steps })}
              />
            </Section>
            {!refined && <Lasting {...{ form, problem }} />}
            <Owing owing={edit.owing} problem={problem} onChange={(owing) => change({ owing })} />
            {!refined && <Others {...{ form, picks, problem, own }} />}
          </>
        );
      }}
    </Editor>
  );
}

interface Part {
  form: FormState<Job>;
  problem: (pointer: string) => string | undefined;
}

function Placed({ form: { edit, change }, picks, problem }: Part & { picks: Picks }) {
  return (
    <Stack $gap={16}>
      <Ticks
        label="Where it is done"
        value={edit.at}
        options={optionsOf(picks.places)}
        onChange={(at) => change({ at })}
        problem={firstOf(problem, "/at", edit.at)}
      />
      <Row $gap={14} style={{ alignItems: "start" }}>
        <div style={{ flex: "1 1 300px" }}>
          <ComboBox
            label="What has to be open"
            hint="“secured” where nothing is: chocked, its nose held. Under the trailer “raised”, with its stands."
            value={edit.opening}
            options={[
              ["", "not said yet"],
              ...picks.openings.map((o) => [o.code, `${o.name} (${o.at})`] as const),
            ]}
            onChange={(opening) => change({ opening })}
            problem={
              problem("/opening") ??
              edit.steps
                .map((s, i) => (s.opening === "" ? problem(`/steps/${i}/opening`) : undefined))
                .find((p) => p)
            }
          />
        </div>
        <div style={{ flex: "1 1 240px" }}>
          <Select
            label="In lists under"
            value={edit.area}
            options={optionsOf(picks.areas)}
            onChange={(area) => change({ area })}
            problem={problem("/area")}
          />
        </div>
      </Row>
      <OnGear gear={edit.gear} picks={picks} problem={problem} onChange={(gear) => change({ gear })} />
    </Stack>
  );
}

function Lasting({ form: { edit, change }, problem }: Part) {
  const lasts = edit.lasts;
  return (
    <Section aria-label="How long it lasts">
      <h3>How long it lasts</h3>
      <Checkbox
        checked={lasts !== null}
        onChange={(on) =>
          change({ lasts: on ? { months: 12, miles: null, by: "shop", atSeasonsEnd: false } : null })
        }
      >
        It falls due again
      </Checkbox>
      {lasts && (
        <Row $gap={14} style={{ alignItems: "start" }}>
          <NumberField
            label="Months"
            width={130}
            value={lasts.months ?? null}
            onChange={(months) => change({ lasts: { ...lasts, months } })}
            problem={problem("/lasts/months") ?? problem("/lasts")}
          />
          <NumberField
            label="Or miles"
            width={150}
            value={lasts.miles ?? null}
            onChange={(miles) => change({ lasts: { ...lasts, miles } })}
            problem={problem("/lasts/miles")}
          />
          <div style={{ flex: "0 1 260px" }}>
            <Select
              label="Who does it"
              value={lasts.by ?? "shop"}
              options={[
                ["shop", "the shop"],
                ["owner", "the owner, between visits"],
              ]}
              onChange={(by) => change({ lasts: { ...lasts, by } })}
              problem={problem("/lasts/by")}
            />
          </div>
          <Checkbox
            checked={lasts.atSeasonsEnd ?? false}
            onChange={(atSeasonsEnd) => change({ lasts: { ...lasts, atSeasonsEnd } })}
          >
            At the season’s end, where it is launched
          </Checkbox>
        </Row>
      )}
    </Section>
  );
}

function Others({
  form: { edit, change },
  picks,
  problem,
  own,
}: Part & { picks: Picks; own: readonly { code: string; name: string; refines?: string | null }[] }) {
  const jobs = [...picks.ours, ...own.filter((j) => !j.refines && j.code !== edit.code)].map(
    (j) => [j.code, j.name] as const,
  );
  return (
    <Disclosure
      title={<Quiet>What it stands for, what it excludes, and who can do it</Quiet>}
      defaultOpen={
        (firstOf(problem, "/countsAs", edit.countsAs) ?? firstOf(problem, "/notWith", edit.notWith)) !==
          undefined ||
        edit.countsAs.length + edit.notWith.length > 0 ||
        edit.skill !== null
      }
    >
      <Stack $gap={14}>
        <Several
          label="These count as done along with it"
          value={edit.countsAs}
          options={jobs}
          onChange={(countsAs) => change({ countsAs })}
          problem={firstOf(problem, "/countsAs", edit.countsAs)}
        />
        <Several
          label="Not together with"
          value={edit.notWith}
          options={jobs}
          onChange={(notWith) => change({ notWith })}
          problem={firstOf(problem, "/notWith", edit.notWith)}
        />
        <Select
          label="Skill it asks for"
          value={edit.skill ?? ""}
          options={[["", "none"], ...optionsOf(picks.skills)]}
          onChange={(skill) => change({ skill: skill || null })}
          problem={problem("/skill")}
        />
      </Stack>
    </Disclosure>
  );
}
