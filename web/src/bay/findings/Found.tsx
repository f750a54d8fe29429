import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { newId } from "../../api/ids";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { note } from "../../ui/Notes";
import { VerdictWord } from "../../ui/Verdict";
import { Photos } from "../../ui/Photos";

/** What was found in a visit: each with what it sets off, to be marked as mended or taken back. */
export function Found({
  visit,
  onState,
}: {
  visit: Schemas["VisitAnswer"];
  onState: (state: Schemas["VisitState"]) => void;
}) {
  const path = (findingId: string) => ({ path: { id: visit.id, findingId } });
  const takeBack = useMutation({
    mutationFn: (id: string) =>
      answer(shop.DELETE("/api/bay/visits/{id}/findings/{findingId}", { params: path(id) })),
    onSuccess: (now, taken) => {
      onState(now);
      const was = visit.state.findings.find((f) => f.id === taken);
      if (was)
        note(
          `Taken back: ${was.seen}, ${was.placeSpoken}.`,
          whole(was) ? () => putBack.mutate({ id: newId(), was }) : undefined,
        );
    },
  });
  const putBack = useMutation({
    mutationFn: ({ id, was }: { id: string; was: Schemas["FindingAnswer"] }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/findings/{findingId}", {
          params: path(id),
          body: { place: was.place, ruleCode: was.ruleCode, note: was.note, which: was.which },
        }),
      ),
    onSuccess: onState,
  });
  // Its photographs, its class of damage and how it was mended went with it: then it is written down by hand.
  const whole = (f: Schemas["FindingAnswer"]) =>
    f.mended === null && f.damage === null && visit.state.photos.every((p) => p.findingId !== f.id);
  const mend = useMutation({
    mutationFn: ({ id, how }: { id: string; how: string | null }) =>
      answer(
        shop.PUT("/api/bay/visits/{id}/findings/{findingId}/mended", { params: path(id), body: { how } }),
      ),
    onSuccess: onState,
  });
  const open = !visit.state.closedAt;
  // What is sound is counted, not listed: a round writes down dozens.
  const found = visit.state.findings.filter((f) => f.judgement.verdict !== "sound");
  const sound = visit.state.findings.filter((f) => f.judgement.verdict === "sound");
  return visit.state.findings.length === 0 ? null : (
    <Section>
      <h3>Found</h3>
      <Problem of={takeBack.error ?? putBack.error ?? mend.error} />
      {(sound.length > 6 ? found : visit.state.findings).map((f) => (
        <Stack key={f.id} $gap={3}>
          <span>
            <VerdictWord verdict={f.judgement.verdict} /> {f.seen}, {f.which && `${f.which} one, `}
            {f.placeSpoken}
          </span>
          {f.damage && <Quiet>{f.damage} (ISO 15243)</Quiet>}
          {f.note && <Quiet>{f.note}</Quiet>}
          {f.mended ? (
            <span>
              Mended: {f.mended}{" "}
              {open && (
                <TextButton onPress={() => mend.mutate({ id: f.id, how: null })}>
                  not mended after all
                </TextButton>
              )}
            </span>
          ) : (
            <>
              {f.judgement.setsOff.map((s) => (
                <span key={s}>→ {s}</span>
              ))}
              {open && f.judgement.verdict !== "sound" && (
                <Mend finding={f} onMend={(how) => mend.mutate({ id: f.id, how })} />
              )}
            </>
          )}
          {(open || visit.state.photos.some((p) => p.findingId === f.id)) &&
            f.judgement.verdict !== "sound" && (
              <Photos visit={visit} of={{ finding: f.id }} what="it" onState={open ? onState : undefined} />
            )}
          {open && (
            <div>
              <TextButton
                onPress={() => takeBack.mutate(f.id)}
                aria-label={`Take back the finding ${f.seen}`}
              >
                take back
              </TextButton>
            </div>
          )}
        </Stack>
      ))}
      {sound.length > 6 && (
        <Quiet>
          {sound.length} looks found nothing; they stand on{" "}
          <Link to={`/bay/${visit.id}/round`}>the round</Link>.
        </Quiet>
      )}
    </Section>
  );
}

function Mend({ finding, onMend }: { finding: Schemas["FindingAnswer"]; onMend: (how: string) => void }) {
  const [how, setHow] = useState<string | null>(null);
  if (how === null) {
    return (
      <div>
        <TextButton onPress={() => setHow(finding.judgement.verdict === "renew" ? "Renewed" : "")}>
          mended in this visit
        </TextButton>
      </div>
    );
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onMend(how);
      }}
    >
      <Stack $gap={8}>
        <TextField label="What was done about it" value={how} onChange={setHow} autoFocus />
        <Row>
          <Button type="submit" isDisabled={!how.trim()}>
            Mended
          </Button>
          <TextButton onPress={() => setHow(null)}>Cancel</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
