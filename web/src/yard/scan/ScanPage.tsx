import { useEffect, useRef, useState } from "react";
import { FileTrigger } from "react-aria-components/FileTrigger";
import { useNavigate } from "react-router";
import styled from "styled-components";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { Page, Quiet, Stack } from "../../ui/Page";
import { pathOf } from "./label";
import { reader } from "./readCode";

const Seen = styled.video`
  width: min(100%, 520px);
  aspect-ratio: 4 / 3;
  object-fit: cover;
  background: var(--raised);
  border: 1px solid var(--hair);
`;

const NONE = "There is no code to be seen in that picture. Take it nearer, and straight on.";

/** Reads a label through the camera, or from a picture, and opens what it is of. */
export default function ScanPage() {
  const go = useNavigate();
  const video = useRef<HTMLVideoElement>(null);
  const [state, setState] = useState<"starting" | "looking" | "blind">("starting");
  const [problem, setProblem] = useState("");
  // Said once: whether the code led anywhere.
  const follow = useRef<(code: string) => boolean>(() => false);
  useEffect(() => {
    follow.current = (code) => {
      const path = pathOf(code);
      if (path) void go(path, { replace: true });
      else setProblem(`That is not the code of a trailer’s label. It says: ${code.slice(0, 80)}`);
      return path !== null;
    };
  }, [go]);

  useEffect(() => {
    let gone = false;
    let stream: MediaStream | undefined;
    const look = async () => {
      const read = await reader();
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment" } });
      const shown = video.current;
      if (gone || !shown) return;
      shown.srcObject = stream;
      await shown.play();
      setState("looking");
      while (!gone) {
        const code = await read(shown);
        if (gone || (code && follow.current(code))) return;
        await new Promise((next) => setTimeout(next, 200));
      }
    };
    // No camera, or none allowed: a picture does it too.
    look()
      .catch(() => {
        if (!gone) setState("blind");
      })
      .finally(() => gone && stop(stream));
    return () => {
      gone = true;
      stop(stream);
    };
  }, []);

  const fromPicture = async (file: File) => {
    setProblem("");
    try {
      const [read, picture] = await Promise.all([reader(), createImageBitmap(file)]);
      const code = await read(picture);
      if (code) follow.current(code);
      else setProblem(NONE);
    } catch {
      setProblem("That is no picture that can be read.");
    }
  };

  return (
    <Page>
      <Breadcrumbs way={[["/yard", "Yard"]]} here="Scan a label" />
      <h1>Scan a label</h1>
      <Stack $gap={16}>
        {state !== "blind" && <Seen ref={video} muted playsInline aria-label="What the camera sees" />}
        <p role="status">
          {state === "looking" && "Hold the code into the picture: its trailer opens by itself."}
          {state === "starting" && "Opening the camera…"}
          {state === "blind" &&
            "The camera cannot be used here: there is none, it was not allowed, or this address is not a secure one. A picture of the label does as well."}
        </p>
        {problem && <p role="alert">{problem}</p>}
        <div>
          <FileTrigger
            acceptedFileTypes={["image/*"]}
            defaultCamera="environment"
            onSelect={(files) => {
              const file = files?.[0];
              if (file) void fromPicture(file);
            }}
          >
            <Button>Read it from a picture</Button>
          </FileTrigger>
        </div>
        <Quiet>Nothing of what the camera sees leaves this device.</Quiet>
      </Stack>
    </Page>
  );
}

function stop(stream: MediaStream | undefined): void {
  for (const track of stream?.getTracks() ?? []) track.stop();
}
