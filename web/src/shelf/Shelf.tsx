import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { capital } from "../api/words";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Head, Lines, Page, Quiet, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useDebounced } from "../ui/useDebounced";
import { GoesWith } from "./Compatibility";
import { ShelfNav } from "./ShelfNav";
import { Select } from "../ui/Select";

const Name = styled.div`
  display: flex;
  justify-content: space-between;
  gap: 18px;
  align-items: baseline;
  font:
    600 22px/1.3 "Barlow Semi Condensed",
    sans-serif;
  font-variant-numeric: tabular-nums;
`;

const Next = styled.p`
  border-left: 5px solid var(--working);
  padding: 6px 12px;
  margin: 0;
`;

/** The shelf: what a part is by its measures or by its stamp. */
export default function Shelf() {
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => answer(shop.GET("/api/shelf/kinds")) });
  return (
    <Page aria-busy={kinds.isPending}>
      <ShelfNav />
      <Head>
        <Stack $gap={2}>
          <h1>What is this part?</h1>
          <Quiet>
            Measure one thing, or read what is stamped on it. It says what to measure next, if anything would
            tell.
          </Quiet>
        </Stack>
        <Link to="/settings/parts">Parts and prices</Link>
      </Head>
      <Problem of={kinds.error} />
      {kinds.data && <ByMeasure kinds={kinds.data} />}
      <GoesWith />
    </Page>
  );
}

function ByMeasure({ kinds }: { kinds: readonly Schemas["PartKind"][] }) {
  const [code, setCode] = useState(kinds[0]?.code ?? "");
  const [readings, setReadings] = useState<Record<string, string>>({});
  const [uncertainty, setUncertainty] = useState("");
  const [stamp, setStamp] = useState("");
  const kind = kinds.find((k) => k.code === code);
  const asked = useDebounced(JSON.stringify({ kind: code, readings, uncertainty }), 250);
  const body = JSON.parse(asked) as Schemas["PartMeasured"];
  const read = useDebounced(stamp.trim(), 250);
  const measured = Object.values(readings).some((r) => r.trim());
  const what = useQuery({
    queryKey: ["what", asked],
    queryFn: () => answer(shop.POST("/api/shelf/what", { body })),
    enabled: Object.values(body.readings).some((r) => r.trim()),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const stamped = useQuery({
    queryKey: ["stamp", read],
    queryFn: () => answer(shop.GET("/api/shelf/stamp", { params: { query: { typed: read } } })),
    enabled: read.length > 0,
    placeholderData: keepPreviousData,
  });
  const problem = what.error instanceof ShopProblem ? what.error : undefined;
  return (
    <Columns $shape="minmax(0, 5fr) minmax(0, 7fr)">
      <Stack>
        <Select
          label="It is a"
          value={code}
          onChange={(c) => {
            setCode(c);
            setReadings({});
          }}
          options={kinds.map((k) => [k.code, k.name] as const)}
        />
        {kind?.dimensions.map((d) =>
          d.counted ? (
            <TextField
              key={`${code} ${d.code}`}
              label={`How many ${d.words}`}
              value={readings[d.code] ?? ""}
              onChange={(text) => setReadings({ ...readings, [d.code]: text })}
              problem={measured ? problem?.field(`/readings/${d.code}`) : undefined}
            />
          ) : (
            <MeasureField
              key={`${code} ${d.code}`}
              label={capital(d.words)}
              value={readings[d.code] ?? ""}
              onChange={(text) => setReadings({ ...readings, [d.code]: text })}
              quantity="length"
              problem={measured ? problem?.field(`/readings/${d.code}`) : undefined}
            />
          ),
        )}
        <MeasureField
          label="A reading may be off by (5 thou when empty)"
          value={uncertainty}
          onChange={setUncertainty}
          quantity="length"
          example="5 thou"
          problem={problem?.field("/uncertainty")}
        />
        <TextField label="Stamped on it (? for a sign that is worn away)" value={stamp} onChange={setStamp} />
      </Stack>
      <Stack $gap={22}>
        {read && stamped.data && (
          <Section>
            <h2>By its stamp</h2>
            <Found parts={stamped.data} none={`No part here has a stamp like “${read}”.`} />
          </Section>
        )}
        {measured && what.data && !what.error && (
          <Section aria-live="polite">
            <h2>By its measures</h2>
            {what.data.next && (
              <Next>
                <strong>
                  {kind?.dimensions.find((d) => d.code === what.data.next?.dimension)?.counted
                    ? `Count the ${what.data.next.words} next.`
                    : `Measure the ${what.data.next.words} next.`}
                </strong>{" "}
                It reads {what.data.next.between}.
              </Next>
            )}
            <Found
              parts={what.data.mayBe}
              none={
                what.data.nearest
                  ? `Nothing lies within that. What comes nearest is the ${what.data.nearest.name}: measure again, or it is a part we do not know.`
                  : "We know no part like that."
              }
            />
          </Section>
        )}
        {!measured && !read && <Quiet>What it may be shows here.</Quiet>}
        {what.error && !problem?.fields.length ? <Problem of={what.error} /> : null}
      </Stack>
    </Columns>
  );
}

function Found({ parts, none }: { parts: readonly Schemas["MayBe"][]; none: string }) {
  return parts.length === 0 ? (
    <p>{none}</p>
  ) : (
    <Lines>
      {parts.map((p) => (
        <li key={p.name}>
          <Name>
            <span>{p.name}</span>
            <span>{p.sure > 0 ? `${Math.round(p.sure * 100)} %` : "one sign differs"}</span>
          </Name>
          {p.measures.map((m) => (
            <div key={m.words}>
              {m.words} {m.value} {m.other && <Quiet>· {m.other}</Quiet>}
              {m.off && <Quiet>, read {m.off} off</Quiet>}
            </div>
          ))}
          <Quiet>
            {p.onHand !== null && (
              <b style={{ color: "var(--ink)" }}>
                {p.onHand} on the shelf{p.bin && `, in ${p.bin}`}.{" "}
              </b>
            )}
            {p.source}
          </Quiet>
        </li>
      ))}
    </Lines>
  );
}
