import { useInfiniteQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { clockInWords, dayInWords } from "../api/words";
import { Disclosure } from "../ui/Disclosure";
import { MoreRows } from "../ui/MoreRows";
import { Lines, Quiet, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { SettingsFrame } from "./SettingsFrame";
import { atDoorInWords, rowsOf, tableInWords, type WrittenRow } from "./writes";

/** Who wrote what, when, from where, and how it was before: the trail that nobody alters unseen. */
export default function WritesPage() {
  const trail = useInfiniteQuery({
    queryKey: ["writes"],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/settings/writes", {
          params: { query: pageParam === null ? {} : { before: pageParam } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => (last.more ? (last.writes.at(-1)?.id ?? null) : null),
  });
  const writes = trail.data?.pages.flatMap((page) => page.writes) ?? [];
  return (
    <SettingsFrame
      title="What was written"
      about={
        <>
          Each write with who made it, from where, and how it was before. Each carries the digest of the one
          before it: nobody takes one out or alters it unseen.
        </>
      }
    >
      <Waiting of={trail} what="Reading the trail" rows={8} />
      {trail.data && (
        <Stack $gap={16}>
          <Lines>
            {writes.map((write) => (
              <li key={write.id}>
                <One write={write} />
              </li>
            ))}
          </Lines>
          <MoreRows of={trail}>Older ones</MoreRows>
        </Stack>
      )}
    </SettingsFrame>
  );
}

const Values = styled.dl`
  display: grid;
  grid-template-columns: minmax(90px, max-content) minmax(0, 1fr);
  gap: 2px 14px;
  font-size: 15px;
  overflow-wrap: anywhere;
  dt {
    color: var(--steel);
  }
  del {
    color: var(--steel);
  }
`;

function One({ write }: { write: Schemas["WriteAnswer"] }) {
  const rows = rowsOf(write.content);
  const what =
    atDoorInWords(write.what) ??
    (rows.length > 0 ? tableInWords(rows) : write.erased ? "erased on request" : "nothing of the record");
  return (
    <>
      <b>{write.person}</b> {what}{" "}
      <Quiet>
        {dayInWords(write.at.slice(0, 10))}, {clockInWords(write.at)}, {write.where}; no. {write.id}
      </Quiet>
      {rows.length > 0 && (
        <Disclosure title="What changed">
          <Stack $gap={12}>
            <Quiet style={{ fontSize: 15, overflowWrap: "anywhere" }}>
              {write.what}; digest {write.hash}
            </Quiet>
            {rows.slice(0, 40).map((row) => (
              <Row key={row.table + row.key} row={row} />
            ))}
            {rows.length > 40 && <Quiet>and {rows.length - 40} rows more</Quiet>}
          </Stack>
        </Disclosure>
      )}
    </>
  );
}

function Row({ row }: { row: WrittenRow }) {
  const names = [...new Set([...Object.keys(row.before), ...Object.keys(row.after)])];
  return (
    <div>
      <b>{tableInWords([row])}</b>
      <Values>
        {names.map((name) => (
          <Pair key={name} name={name} before={row.before[name]} after={row.after[name]} />
        ))}
      </Values>
    </div>
  );
}

function Pair({
  name,
  before,
  after,
}: {
  name: string;
  before: string | null | undefined;
  after: string | null | undefined;
}) {
  return (
    <>
      <dt>{name}</dt>
      <dd>
        {before !== undefined && <del>{before ?? "nothing"}</del>}{" "}
        {after !== undefined && (after ?? "nothing")}
      </dd>
    </>
  );
}
