import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Page, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { WaitingPage } from "../../ui/Waiting";
import { OnScreen } from "./OnScreen";
import { PaperSheet } from "./PaperSheet";

/** What a fleet took over a stretch of time, how it stands and what is to come: printed, as a PDF, as a table. */
export default function FleetPage({ id }: { id: string }) {
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const mayExport = useMay("export");
  const period = { ...(from && { from }), ...(to && { to }) };
  const paper = useQuery({
    queryKey: ["fleet-report", id, from, to],
    queryFn: () =>
      answer(
        shop.GET("/api/ledger/fleets/{customer}/paper", {
          params: { path: { customer: id }, query: period },
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const asked = new URLSearchParams(period).toString();
  const at = (what: string) => `/api/ledger/fleets/${id}${what}${asked && `?${asked}`}`;
  if (!paper.data) {
    return (
      <WaitingPage
        of={paper}
        what="Adding the fleet up"
        like="form"
        back={`/yard/customers/${id}`}
        backWords="Back to the customer"
      />
    );
  }

  return (
    <Page>
      <OnScreen>
        <Breadcrumbs
          way={[
            ["/ledger", "Ledger"],
            [`/yard/customers/${id}`, paper.data.about.split(",")[0] ?? ""],
          ]}
          here={paper.data.title}
        />
        <Stack $gap={14}>
          <Row $gap={16} style={{ alignItems: "end" }}>
            <DateField label="From" hint="The last twelve months if blank" value={from} onChange={setFrom} />
            <DateField label="To" hint="Today if blank" value={to} onChange={setTo} />
          </Row>
          <Row $gap={16}>
            <Button $main onPress={() => window.print()}>
              Print it
            </Button>
            <a href={at("/pdf")} download>
              Fetch it as a PDF
            </a>
            {mayExport && (
              <a href={at("/table.csv")} download>
                as a table (CSV)
              </a>
            )}
            <a href={at("")} download={`${paper.data.fileName}.json`}>
              as JSON
            </a>
          </Row>
          <Problem of={paper.error} />
        </Stack>
      </OnScreen>
      <PaperSheet of={paper.data} picture={() => ""} />
    </Page>
  );
}
