import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { Choice, TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Quiet, Section, Stack } from "../ui/Page";
import { useDebounced } from "../ui/useDebounced";

type What = "grease" | "bearing" | "seal";

const WHAT = [
  ["grease", "the new grease with the old"],
  ["bearing", "a cone with a cup"],
  ["seal", "a seal with its journal and bore"],
] as const;

const FITS: Record<Schemas["Fit"], string> = { yes: "Yes.", no: "No.", findOut: "Find out first." };

const Said = styled.p`
  font:
    600 22px/1.35 "Barlow Semi Condensed",
    sans-serif;
  margin: 0;
`;

interface Asked {
  what: What;
  old: string;
  fresh: string;
  cone: string;
  cup: string;
  seal: string;
  journal: string;
  bore: string;
}

/** Does it go with? Answered yes, no, or what to find out first. */
export function GoesWith() {
  const choices = useQuery({ queryKey: ["goes"], queryFn: () => answer(shop.GET("/api/shelf/goes")) });
  const [asked, setAsked] = useState<Asked>({
    what: "grease",
    old: "",
    fresh: "lithium-complex",
    cone: "",
    cup: "",
    seal: "",
    journal: "",
    bore: "",
  });
  const settled = useDebounced(asked, 250);
  const seal = settled.seal || (choices.data?.seals[0] ?? "");
  const told = useQuery({
    queryKey: ["goes", settled, seal],
    queryFn: () => ask({ ...settled, seal }),
    enabled: ready({ ...settled, seal }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (!choices.data) return null;
  const put = (field: keyof Asked) => (text: string) => setAsked({ ...asked, [field]: text });
  const problem = told.error instanceof ShopProblem ? told.error : undefined;
  const thickeners = choices.data.thickeners.map((t) => [t.code, t.words] as const);
  return (
    <Section style={{ marginTop: 44 }}>
      <h2>Does it go with?</h2>
      <Columns $shape="minmax(0, 5fr) minmax(0, 7fr)">
        <Stack>
          <Choice label="Does" value={asked.what} onChange={put("what")} options={WHAT} />
          {asked.what === "grease" && (
            <>
              <Choice
                label="Thickener of the old grease"
                value={asked.old}
                onChange={put("old")}
                options={[["", "nobody knows"], ...thickeners]}
              />
              <Choice
                label="Thickener of the new one"
                value={asked.fresh}
                onChange={put("fresh")}
                options={thickeners}
              />
            </>
          )}
          {asked.what === "bearing" && (
            <>
              <TextField label="Cone" value={asked.cone} onChange={put("cone")} />
              <TextField label="Cup" value={asked.cup} onChange={put("cup")} />
            </>
          )}
          {asked.what === "seal" && (
            <>
              <Choice
                label="Seal"
                value={asked.seal || (choices.data.seals[0] ?? "")}
                onChange={put("seal")}
                options={choices.data.seals.map((s) => [s, s] as const)}
              />
              <MeasureField
                label="Journal, measured"
                value={asked.journal}
                onChange={put("journal")}
                quantity="length"
                problem={problem?.field("/journal")}
              />
              <MeasureField
                label="Bore of the hub, measured"
                value={asked.bore}
                onChange={put("bore")}
                quantity="length"
                problem={problem?.field("/bore")}
              />
            </>
          )}
        </Stack>
        <Stack aria-live="polite">
          {ready({ ...asked, seal }) && told.data && !told.error ? (
            <>
              <Said>
                {FITS[told.data.fit]} {told.data.why}
              </Said>
              <Quiet>{told.data.source}. The maker’s own list comes first.</Quiet>
            </>
          ) : (
            <Quiet>The answer shows here.</Quiet>
          )}
        </Stack>
      </Columns>
    </Section>
  );
}

const ready = (a: Asked): boolean =>
  a.what === "bearing" ? a.cone.trim() !== "" && a.cup.trim() !== "" : a.what === "grease" || a.seal !== "";

function ask(a: Asked) {
  if (a.what === "bearing") {
    return answer(shop.GET("/api/shelf/goes/bearing", { params: { query: { cone: a.cone, cup: a.cup } } }));
  }
  if (a.what === "seal") {
    return answer(
      shop.GET("/api/shelf/goes/seal", {
        params: { query: { seal: a.seal, journal: a.journal, bore: a.bore } },
      }),
    );
  }
  return answer(shop.GET("/api/shelf/goes/grease", { params: { query: { old: a.old, fresh: a.fresh } } }));
}
