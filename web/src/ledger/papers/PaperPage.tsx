import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { clockInWords } from "../../api/words";
import { useMay } from "../../api/useAccess";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { Page, Row, Stack } from "../../ui/Page";
import { useForm } from "../../ui/useForm";
import { WaitingPage } from "../../ui/Waiting";
import { OnScreen } from "./OnScreen";
import { PaperSheet } from "./PaperSheet";

/** A paper: looked at, printed, fetched as a PDF, sent by mail. */
export default function PaperPage({ kind, id }: { kind: string; id: string }) {
  const which = { kind, id };
  const paper = useQuery({
    queryKey: ["paper", kind, id],
    queryFn: () => answer(shop.GET("/api/ledger/papers/{kind}/{id}", { params: { path: which } })),
  });
  const may = useMay("share");
  if (!paper.data) {
    return (
      <WaitingPage
        of={paper}
        what="Writing the paper"
        like="form"
        back="/ledger"
        backWords="Back to the ledger"
      />
    );
  }

  return (
    <Page>
      <OnScreen>
        <Breadcrumbs way={[["/ledger", "Ledger"]]} here={paper.data.title} />
        <Stack $gap={14}>
          <Row $gap={16}>
            <Button $main onPress={() => window.print()}>
              Print it
            </Button>
            <a href={`/api/ledger/papers/${kind}/${id}/pdf`} download={`${paper.data.fileName}.pdf`}>
              Fetch it as a PDF
            </a>
          </Row>
          {may && <ByMail of={which} />}
        </Stack>
      </OnScreen>
      <PaperSheet of={paper.data} picture={(photo) => `/api/bay/visits/${id}/photos/${photo}`} />
    </Page>
  );
}

function ByMail({ of }: { of: { kind: string; id: string } }) {
  const [went, setWent] = useState<Schemas["PaperMailed"]>();
  const form = useForm({
    start: { to: "" },
    send: (edit: { to: string }, mailId: string) =>
      answer(
        shop.PUT("/api/ledger/papers/{kind}/{id}/mail/{mailId}", {
          params: { path: { ...of, mailId } },
          body: edit,
        }),
      ),
    done: setWent,
    next: true,
  });
  return (
    <Form of={form}>
      <Row $gap={12} style={{ alignItems: "end" }}>
        <TextField
          label="Send it to"
          value={form.edit.to}
          onChange={(to) => form.change({ to })}
          problem={form.at("/to")}
        />
        <Button type="submit" isDisabled={form.pending}>
          Send it by mail
        </Button>
      </Row>
      <FormProblem of={form} />
      {went && (
        <p role="status">
          {went.sent
            ? `Sent at ${clockInWords(went.sent)}.`
            : (went.failed ?? "It waits to be sent, and is tried again by itself.")}
        </p>
      )}
    </Form>
  );
}
