import { Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { newId } from "../../api/ids";
import type { Schemas } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { capital, shortDay } from "../../api/words";
import { Asking } from "../../ui/Asking";
import { Button, TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { Disclosure } from "../../ui/Disclosure";
import { TextField } from "../../ui/Fields";
import { later } from "../../ui/later";
import { Quiet, Row, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { Bone } from "../../ui/Skeleton";
import { type Board, type OnBoard, whoIsFree } from "./board";
import { hour, quarters, snapped, minutesOf } from "../../api/hours";
import type { Changes } from "./useToday";

interface Props {
  board: Board;
  trailer: OnBoard;
  changes: Changes;
  mayPlan: boolean;
  onClose: () => void;
}

const NONE = "none";
const Approvals = later(() => import("../../approvals/Approvals"));

/** Everything that can be done with a trailer on the board, without a mouse. */
export function TrailerSheet({ board, trailer, changes, mayPlan, onClose }: Props) {
  const go = useNavigate();
  const mayWork = useMay("work");
  const [said, setSaid] = useState(trailer.said);
  const [visit] = useState(newId);
  const close = { onSuccess: onClose };
  return (
    <Asking title={`${trailer.tag} ${trailer.name}`} isOpen onClose={onClose}>
      <Stack $gap={2}>
        <span>{capital(trailer.what)}</span>
        <Quiet>
          {trailer.customer} {trailer.phone} · {trailer.howLong}
          {trailer.begun && `, ${trailer.left} left`}
        </Quiet>
        {trailer.said && <span>“{trailer.said}”</span>}
        {trailer.partsWords && <b>{trailer.partsWords}</b>}
      </Stack>
      {trailer.here ? (
        <Row>
          <Button $main onPress={() => go(`/bay/${trailer.id}`)}>
            Go on with it
          </Button>
          {mayWork && <Standing trailer={trailer} changes={changes} onDone={onClose} />}
        </Row>
      ) : (
        mayWork && (
          <Stack>
            <TextField
              label="What the customer says"
              hint="“it pulls left”, “it squeals”; may stay empty"
              value={said}
              onChange={setSaid}
            />
            <div>
              <Button
                $main
                isDisabled={changes.takeIn.isPending}
                onPress={() => changes.takeIn.mutate({ trailer, said, id: visit })}
              >
                Take in for what was booked
              </Button>
            </div>
          </Stack>
        )
      )}
      <Disclosure title={<>Asked, and agreed to</>}>
        <Suspense fallback={<Bone $h={60} />}>
          <Approvals of={trailer.here ? { visit: trailer.id } : { booking: trailer.id }} />
        </Suspense>
      </Disclosure>
      {mayPlan && <Place board={board} trailer={trailer} changes={changes} onDone={onClose} />}
      {mayPlan && <Times board={board} trailer={trailer} changes={changes} />}
      <Row>
        <TextButton onPress={() => go(`/yard/trailers/${trailer.trailerId}`)}>Its own page</TextButton>
        {mayPlan && trailer.slot && (
          <TextButton
            onPress={() =>
              changes.put.mutate(
                { slots: [], off: [trailer.id], words: `${trailer.tag} is off the board.` },
                close,
              )
            }
          >
            Off the board
          </TextButton>
        )}
        <TextButton onPress={onClose}>Close</TextButton>
      </Row>
    </Asking>
  );
}

function Standing({ trailer, changes, onDone }: { trailer: OnBoard; changes: Changes; onDone: () => void }) {
  const [asked, setAsked] = useState<Schemas["Standing"] | null>(null);
  const [waitsFor, setWaitsFor] = useState("");
  const stand = (standing: Schemas["Standing"], words = "") =>
    changes.stand.mutate({ id: trailer.id, standing, waitsFor: words }, { onSuccess: onDone });
  if (asked)
    return (
      <Row style={{ alignItems: "flex-end", width: "100%" }}>
        <div style={{ flex: 1 }}>
          <TextField
            label={asked === "waitsForParts" ? "Which parts, and when they come" : "What was asked"}
            value={waitsFor}
            onChange={setWaitsFor}
          />
        </div>
        <Button onPress={() => stand(asked, waitsFor)}>It waits</Button>
      </Row>
    );
  return trailer.standing === "working" ? (
    <>
      <Button onPress={() => setAsked("waitsForParts")}>Waits for parts</Button>
      <Button onPress={() => setAsked("waitsForAnswer")}>Waits for an answer</Button>
      <Button onPress={() => stand("ready")}>Ready to go</Button>
    </>
  ) : (
    <Button onPress={() => stand("working")}>Worked on again</Button>
  );
}

function Place({
  board,
  trailer,
  changes,
  onDone,
}: Omit<Props, "mayPlan" | "onClose"> & { onDone: () => void }) {
  const first = snapped(
    Math.max(minutesOf(board.now), minutesOf(trailer.dropOffAt ?? board.opens)),
    board.opens,
    board.closes,
  );
  const [at, setAt] = useState({
    bay: String(trailer.slot?.bay ?? 1),
    starts: trailer.slot?.starts ?? first,
    people: trailer.slot?.people ?? whoIsFree(board, trailer, first),
    pinned: trailer.slot?.pinned ?? false,
  });
  if (board.opens === board.closes || (trailer.here && trailer.standing !== "working")) return null;
  if (!trailer.here && trailer.day !== board.day) return null;
  const starts = quarters(board.opens, board.closes).slice(0, -1);
  return (
    <Stack>
      <Row style={{ alignItems: "flex-end" }}>
        <Select
          label="Bay"
          value={at.bay}
          options={Array.from({ length: board.bays }, (_, i) => [String(i + 1), `Bay ${i + 1}`] as const)}
          onChange={(bay) => setAt({ ...at, bay })}
        />
        <Select
          label="Begins"
          value={at.starts}
          options={(starts.includes(at.starts) ? starts : [at.starts, ...starts]).map(
            (t) => [t, hour(t)] as const,
          )}
          onChange={(now) => setAt({ ...at, starts: now })}
        />
        <Checkbox checked={at.pinned} onChange={(pinned) => setAt({ ...at, pinned })}>
          stays there
        </Checkbox>
      </Row>
      <Row role="group" aria-label="Who works on it">
        {board.people.map((p) => (
          <Checkbox
            key={p.id}
            checked={at.people.includes(p.id)}
            onChange={(on) =>
              setAt({ ...at, people: on ? [...at.people, p.id] : at.people.filter((id) => id !== p.id) })
            }
          >
            {p.name}
          </Checkbox>
        ))}
      </Row>
      <div>
        <Button
          isDisabled={changes.put.isPending}
          onPress={() =>
            changes.put.mutate(
              {
                slots: [
                  {
                    id: trailer.id,
                    bay: Number(at.bay),
                    starts: at.starts,
                    people: at.people,
                    pinned: at.pinned,
                  },
                ],
                words: `${trailer.tag} is in bay ${at.bay} at ${hour(at.starts)}.`,
              },
              { onSuccess: onDone },
            )
          }
        >
          Put it there
        </Button>
      </div>
    </Stack>
  );
}

function Times({ board, trailer, changes }: Omit<Props, "mayPlan" | "onClose">) {
  const all = [
    [NONE, "no hour"] as const,
    ...quarters("06:00:00", "20:00:00").map((t) => [t, hour(t)] as const),
  ];
  const send = (part: Partial<Schemas["TimesEdit"]>) =>
    changes.times.mutate({
      id: trailer.id,
      dropOffAt: trailer.dropOffAt,
      pickUpOn: trailer.pickUpOn,
      pickUpAt: trailer.pickUpAt,
      ...part,
    });
  return (
    <Row style={{ alignItems: "flex-end" }}>
      {!trailer.here && (
        <Select
          label="Comes at"
          value={trailer.dropOffAt ?? NONE}
          options={all}
          onChange={(t) => send({ dropOffAt: t === NONE ? null : t })}
        />
      )}
      <Select
        label={
          trailer.pickUpOn && trailer.pickUpOn !== board.day
            ? `Promised for ${shortDay(trailer.pickUpOn)}`
            : "Promised today for"
        }
        value={trailer.pickUpAt ?? NONE}
        options={all}
        onChange={(t) =>
          send(
            t === NONE
              ? { pickUpOn: null, pickUpAt: null }
              : { pickUpOn: trailer.pickUpOn ?? board.day, pickUpAt: t },
          )
        }
      />
    </Row>
  );
}
