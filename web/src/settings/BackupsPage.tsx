import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { clockInWords, dayInWords } from "../api/words";
import { Button } from "../ui/Button";
import { type Col, DataTable } from "../ui/DataTable";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Busy, Waiting } from "../ui/Waiting";
import { SettingsFrame } from "./SettingsFrame";

type Night = Schemas["BackupNight"];

const MEGA = 1024 * 1024;

const COLUMNS: Col<Night>[] = [
  {
    id: "day",
    title: "Made",
    cell: (n) => `${dayInWords(n.day)}, ${clockInWords(n.at)}`,
    by: (n) => n.at,
  },
  {
    id: "size",
    title: "Record, MB",
    figure: true,
    cell: (n) => (n.bytes / MEGA).toFixed(1),
    by: (n) => n.bytes,
  },
  {
    id: "pictures",
    title: "Pictures",
    figure: true,
    // Each has a small one beside it.
    cell: (n) => Math.round(n.pictures / 2).toLocaleString("en"),
    by: (n) => n.pictures,
  },
  {
    id: "tried",
    title: "Tried",
    cell: (n) =>
      n.problem ?? (
        <>
          laid back and whole
          {n.missing > 0 && <b>, {n.missing} files of pictures were lost before</b>}
        </>
      ),
    by: (n) => n.problem ?? "",
  },
];

const FactList = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 10px 24px;
  dt {
    font-size: 15px;
    color: var(--steel);
  }
`;

const GIGA = MEGA * 1024;

/** How the file, its disk and what goes out stand. */
function Facts() {
  const safe = useQuery({ queryKey: ["safe"], queryFn: () => answer(shop.GET("/api/settings/safe")) });
  const { data } = safe;
  if (!data) return <Waiting of={safe} what="Looking into the safe" rows={1} />;
  const facts: [string, string][] = [
    ["The record", `${(data.fileBytes / MEGA).toFixed(1)} MB`],
    ["Free on its disk", `${(data.freeBytes / GIGA).toFixed(1)} GB`],
    [
      "Mail",
      data.mailWaiting + data.mailFailed === 0
        ? "none waits"
        : `${data.mailWaiting} wait, ${data.mailFailed} failed`,
    ],
    ["Meter readings set aside", data.doubted.toLocaleString("en")],
    ["Program", `${data.version}, file of ${data.edition.replace(/^\d+_/, "")}`],
    [
      "Last write",
      data.head ? `no. ${data.writes.toLocaleString("en")}, ${data.head.slice(0, 12)}…` : "none yet",
    ],
  ];
  return (
    <FactList>
      {facts.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </FactList>
  );
}

/**
 * The backups that the shop makes by itself: how old the newest is, what each holds, and whether it can be laid back.
 */
export default function BackupsPage() {
  const queries = useQueryClient();
  const backups = useQuery({
    queryKey: ["backups"],
    queryFn: () => answer(shop.GET("/api/settings/backups")),
  });
  const make = useMutation({
    mutationFn: () => answer(shop.POST("/api/settings/backups")),
    onSuccess: (now) => queries.setQueryData(["backups"], now),
  });
  const { data } = backups;
  const newest = data?.nights[0];
  return (
    <SettingsFrame
      title="The safe"
      about="A backup is made every day and laid back into a scratch folder to see that it can be. Seven days are kept, four weeks and
        twelve months. Copy the folder to another machine: a fire takes both that lie in one house."
    >
      <Waiting of={backups} what="Looking for the backups" rows={4} />
      {data && (
        <Stack $gap={16}>
          <Facts />
          {data.problem && <Problem of={new Error(`The last backup could not be made: ${data.problem}`)} />}
          <Row $gap={16}>
            <Button isDisabled={make.isPending} onPress={() => make.mutate()}>
              Make today’s now
            </Button>
            {newest && !make.isPending && (
              <Quiet role="status">
                The newest is of {dayInWords(newest.day)}, {clockInWords(newest.at)}.
              </Quiet>
            )}
          </Row>
          {make.isPending && <Busy what="Making it, and trying it" />}
          <Problem of={make.error} />
          {data.nights.length > 0 ? (
            <DataTable label="Backups" columns={COLUMNS} items={data.nights} idOf={(n) => n.name} />
          ) : (
            <p>There is none yet: the first is made within minutes of a start.</p>
          )}
          {data.secondProblem && (
            <Problem
              of={
                new Error(`The last one could not be copied to ${data.second ?? ""}: ${data.secondProblem}`)
              }
            />
          )}
          <Quiet>
            They lie in <code>{data.folder}</code>
            {data.second ? (
              <>
                , and copied in <code>{data.second}</code>
              </>
            ) : (
              <>
                ; <code>--backups-also DIR</code> copies each to a second one
              </>
            )}
            . To go back to one:{" "}
            <code>
              ./tinker restore --in {newest ? `${data.folder}/${newest.name}` : "FILE"} --data NEW-FOLDER
            </code>
          </Quiet>
        </Stack>
      )}
    </SettingsFrame>
  );
}
