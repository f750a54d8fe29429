import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { Page, Quiet, Row, Section, Stack } from "../../ui/Page";
import { useDebounced } from "../../ui/useDebounced";
import { useForm } from "../../ui/useForm";
import { WaitingPage } from "../../ui/Waiting";
import { useSheet } from "../useSheet";
import { type Edit, type What, WHATS, draftOf, isWhole, jobKey, startOf } from "./draft";
import { AmendedFields } from "./AmendedFields";
import { Changed } from "./Changed";

const TITLES: Record<What, string> = {
  figure: "Put a figure right",
  finding: "Put a finding right",
  part: "Put a part right",
  time: "Put a time right",
  day: "Put the day right",
  work: "Put a job right",
};

const MISSING: Partial<Record<What, string>> = {
  figure: "A figure that is missing",
  finding: "A finding that is missing",
  part: "A part that is missing",
  work: "A job that was done too",
};

const STRIKE: Partial<Record<What, string>> = {
  figure: "Nobody measured it: strike it",
  finding: "Nobody saw it: strike it",
  part: "It was not used: strike it, and put it back on the shelf",
  work: "It was not done: it stays due",
};

/** One thing of a closed visit, put right: what stands there, what is right, why, and what follows from it. */
export default function AmendPage({ id, what, of }: { id: string; what: string; of: string }) {
  const sheet = useSheet(id);
  const kind = WHATS.find((w) => w === what);
  if (!sheet.data)
    return (
      <WaitingPage
        of={sheet}
        what="Looking the visit up"
        like="form"
        back={`/ledger/visits/${id}`}
        backWords="Back to the visit"
      />
    );
  const missing = of === "new";
  const { readings, findings, parts, entries } = sheet.data.visit.state;
  const rows: Record<What, readonly { id: string }[]> = {
    figure: readings,
    finding: findings,
    part: parts,
    time: entries,
    day: [{ id: "all" }],
    work: sheet.data.visit.state.jobs.filter((j) => j.done).map((j) => ({ id: jobKey(j) })),
  };
  const there = kind && ((missing && MISSING[kind]) || rows[kind].some((row) => row.id === of));
  return (
    <Page>
      <Breadcrumbs
        way={[
          ["/ledger", "Ledger"],
          [
            `/ledger/visits/${id}`,
            `${sheet.data.visit.tag}, ${dayInWords(sheet.data.visit.state.closedAt ?? sheet.data.visit.openedAt)}`,
          ],
        ]}
        here="Put right"
      />
      {kind && there ? (
        <Amending sheet={sheet.data} what={kind} of={missing || kind === "day" ? null : of} />
      ) : (
        <p>
          There is nothing of that kind in this visit; it may have been struck since.{" "}
          <Link to={`/ledger/visits/${id}`}>Back to the visit</Link>
        </p>
      )}
    </Page>
  );
}

function Amending({ sheet, what, of }: { sheet: Schemas["VisitSheet"]; what: What; of: string | null }) {
  const { visit } = sheet;
  const queries = useQueryClient();
  const go = useNavigate();
  const back = `/ledger/visits/${visit.id}`;
  const form = useForm<Edit, Schemas["VisitSheet"]>({
    start: () => startOf(visit, what, of),
    send: (edit, amendmentId) =>
      answer(
        shop.PUT("/api/ledger/visits/{id}/amendments/{amendmentId}", {
          params: { path: { id: visit.id, amendmentId } },
          body: draftOf(what, of, edit),
        }),
      ),
    done: async (now) => {
      queries.setQueryData(["sheet", visit.id], now);
      await go(back);
    },
  });
  const { edit, change } = form;
  const strike = of !== null && STRIKE[what];
  return (
    <Form of={form} onLeave={() => void go(back)}>
      <Stack $gap={18} style={{ maxWidth: 760 }}>
        <h1>{of === null ? (MISSING[what] ?? TITLES[what]) : TITLES[what]}</h1>
        {strike && (
          <Checkbox checked={edit.struck} onChange={(struck) => change({ struck })}>
            {strike}
          </Checkbox>
        )}
        {!edit.struck && <AmendedFields visit={visit} what={what} of={of} form={form} />}
        <TextField
          label={
            of === null && what !== "day"
              ? "How it came to be missing, and how you know"
              : "What was wrong, and how you know"
          }
          value={edit.text}
          onChange={(text) => change({ text })}
          lines
          problem={form.at("/text")}
        />
        <Follows visit={visit} what={what} of={of} edit={edit} />
        <FormProblem of={form} />
        <Row $gap={12}>
          <Button type="submit" $main isDisabled={form.pending}>
            Put it right
          </Button>
          <Link to={back}>Back to the visit</Link>
        </Row>
        <Quiet>
          What stood there stays beside it, with your name, the day and your reason. Nothing is sent to the
          customer.
        </Quiet>
      </Stack>
    </Form>
  );
}

/** What it would come to, tried on the server and not kept. */
function Follows({
  visit,
  what,
  of,
  edit,
}: {
  visit: Schemas["VisitAnswer"];
  what: What;
  of: string | null;
  edit: Edit;
}) {
  const body = JSON.stringify({ ...draftOf(what, of, edit), text: "" });
  const rested = useDebounced(body, 400);
  const untouched = body === JSON.stringify({ ...draftOf(what, of, startOf(visit, what, of)), text: "" });
  const whole = isWhole(what, edit) && !untouched;
  const tried = useQuery({
    queryKey: ["amend-try", visit.id, rested],
    queryFn: () =>
      answer(
        shop.POST("/api/ledger/visits/{id}/amendments/try", {
          params: { path: { id: visit.id } },
          body: JSON.parse(rested) as Schemas["AmendmentDraft"],
        }),
      ),
    enabled: whole && rested === body,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 0,
  });
  return (
    <Section aria-live="polite">
      <h2>What follows</h2>
      {!whole ? (
        <Quiet>Said as soon as something is put otherwise than it stands.</Quiet>
      ) : tried.error ? (
        <p>{tried.error.message}</p>
      ) : tried.data ? (
        <Stack $gap={8}>
          <Changed kind={what} of={tried.data} />
        </Stack>
      ) : (
        <Quiet>Working it out…</Quiet>
      )}
    </Section>
  );
}
