import { useMutation } from "@tanstack/react-query";
import { FileTrigger } from "react-aria-components/FileTrigger";
import styled from "styled-components";
import type { Schemas } from "../api/client";
import { newId } from "../api/ids";
import { sendPicture } from "../api/sendPicture";
import { Button, TextButton } from "./Button";
import { Row, Stack } from "./Page";
import { Problem } from "./Problem";

const Picture = styled.img`
  height: 110px;
  border: 1px solid var(--hair);
`;

interface Props {
  visit: Pick<Schemas["VisitAnswer"], "id" | "state">;
  /** The step it is taken at, or the finding it shows. */
  of: { step: string } | { finding: string };
  /** What is to be photographed, in words. */
  what: string;
  onState?: ((state: Schemas["VisitState"]) => void) | undefined;
}

const address = (visit: string, photo: string) => `/api/bay/visits/${visit}/photos/${photo}`;

/** The photographs of a step or of something found, and the camera; on a computer the camera is a file picked. Without `onState` they are only looked at. */
export function Photos({ visit, of, what, onState }: Props) {
  const there = visit.state.photos.filter((p) =>
    "step" in of ? p.stepKey === of.step : p.findingId === of.finding,
  );
  const where = "step" in of ? `key=${encodeURIComponent(of.step)}` : `finding=${of.finding}`;
  const send = useMutation({
    mutationFn: ({ id, file }: { id: string; file: File }) =>
      sendPicture<Schemas["VisitState"]>(`${address(visit.id, id)}?${where}`, "PUT", file),
    onSuccess: onState,
  });
  const takeBack = useMutation({
    mutationFn: (id: string) => sendPicture<Schemas["VisitState"]>(address(visit.id, id), "DELETE"),
    onSuccess: onState,
  });
  if (!onState && there.length === 0) return null;
  return (
    <Stack $gap={6}>
      <Row>
        {there.map((p) => (
          <Stack key={p.id} $gap={0}>
            <a href={address(visit.id, p.id)} target="_blank" rel="noreferrer">
              <Picture src={`${address(visit.id, p.id)}/small`} alt={`${what}, taken by ${p.by}`} />
            </a>
            {onState && <TextButton onPress={() => takeBack.mutate(p.id)}>take back</TextButton>}
          </Stack>
        ))}
        {onState && (
          <>
            <FileTrigger
              acceptedFileTypes={["image/*"]}
              defaultCamera="environment"
              onSelect={(files) => {
                const file = files?.[0];
                if (file) send.mutate({ id: newId(), file });
              }}
            >
              <Button isDisabled={send.isPending}>
                {send.isPending ? "Sending…" : `Photograph ${what}`}
              </Button>
            </FileTrigger>
          </>
        )}
      </Row>
      <Problem of={send.error ?? takeBack.error} />
    </Stack>
  );
}
