import { answer, shop } from "../../api/client";
import { capital } from "../../api/words";
import { TextField } from "../../ui/Fields";
import { Section } from "../../ui/Page";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { OnGear, Owing } from "./Common";
import { Editor, useShelf } from "./Editor";
import { cleanSteps, codeOf, firstOf, newOpening, type Opening, optionsOf, type Picks } from "./own";
import { Several, Ticks } from "./Several";
import { Steps } from "./Steps";
import { useOwn, usePicks } from "./useOwn";

/** A state of a trailer that the shop's own jobs need, beside ours: how it is reached, and how it is put back. */
export default function OpeningPage({ code }: { code: string }) {
  const own = useOwn();
  const picks = usePicks();
  const stands = own.data?.openings.find((o) => o.code === code);
  const start = { ...newOpening(), ...stands } as Opening;
  return (
    <SettingsFrame
      title={stands ? capital(stands.name) : "An opening of our own"}
      about="Opened once however many jobs need it, and closed again. Whoever gets under it needs “raised”: its stands come along."
    >
      <Waiting of={own} what="Reading the openings" />
      <Waiting of={picks} what="Reading what an opening is written with" />
      {own.data &&
        picks.data &&
        (code !== "new" && !stands ? (
          <p>There is no such opening.</p>
        ) : (
          <Written
            key={`${start.code} ${start.version}`}
            start={start}
            picks={picks.data}
            taken={[...own.data.jobs, ...own.data.openings].map((e) => e.code)}
          />
        ))}
    </SettingsFrame>
  );
}

function Written({ start, picks, taken }: { start: Opening; picks: Picks; taken: readonly string[] }) {
  const shelf = useShelf();
  const clean = (edit: Opening): Opening => ({
    ...edit,
    code: edit.code || codeOf(edit.name, taken),
    name: edit.name.trim(),
    open: cleanSteps(edit.open),
    close: cleanSteps(edit.close),
  });
  const openings = picks.openings
    .filter((o) => o.code !== start.code)
    .map((o) => [o.code, `${o.name} (${o.at})`] as const);
  return (
    <Editor
      start={start}
      clean={clean}
      tried={(opening) => ({ job: null, opening })}
      send={(opening) =>
        answer(
          shop.PUT("/api/settings/openings/{code}", {
            params: { path: { code: opening.code } },
            body: opening,
          }),
        )
      }
      find={(all, code) => all.openings.find((o) => o.code === code) as Opening | undefined}
    >
      {({ edit, change }, problem) => (
        <>
          <TextField
            label="The state, in words"
            hint="As it reads in a packet: “belly pan off”."
            value={edit.name}
            onChange={(name) => change({ name })}
            problem={problem("/name")}
            autoFocus={start.version === 0}
          />
          <Ticks
            label="Where there is such a thing"
            value={edit.at}
            options={optionsOf(picks.places)}
            onChange={(at) => change({ at })}
            problem={firstOf(problem, "/at", edit.at)}
          />
          <Several
            label="What has to stand first"
            value={edit.needs}
            options={openings}
            onChange={(needs) => change({ needs })}
            problem={firstOf(problem, "/needs", edit.needs)}
          />
          <OnGear gear={edit.gear} picks={picks} problem={problem} onChange={(gear) => change({ gear })} />
          {(["open", "close"] as const).map((way) => (
            <Section key={way} aria-label={way === "open" ? "To open it" : "To close it"}>
              <h2>{way === "open" ? "To open it" : "To close it"}</h2>
              {problem(`/${way}`) && <p role="alert">{problem(`/${way}`)}</p>}
              <Steps
                label={way === "open" ? "Steps that open it" : "Steps that close it"}
                pointer={`/${way}`}
                steps={edit[way]}
                taken={edit[way === "open" ? "close" : "open"].map((s) => s.code)}
                picks={picks}
                placed={false}
                shelf={shelf}
                problem={problem}
                onChange={(steps) => change({ [way]: steps })}
              />
            </Section>
          ))}
          <Owing owing={edit.owing} problem={problem} onChange={(owing) => change({ owing })} />
        </>
      )}
    </Editor>
  );
}
