import { useEffect, useState } from "react";
import { Label } from "react-aria-components/Label";
import { ProgressBar } from "react-aria-components/ProgressBar";
import styled, { keyframes } from "styled-components";
import { Link } from "react-router";
import { Button } from "./Button";
import { Page, Stack } from "./Page";
import { Problem } from "./Problem";
import { Bone, type Layout, Skeleton } from "./Skeleton";

const LONG = 1_000;

const along = keyframes`from { transform: translateX(-100%); } to { transform: translateX(340%); }`;

const Bar = styled(ProgressBar)`
  display: grid;
  gap: 6px;
  max-width: 26em;
  div {
    height: 6px;
    overflow: hidden;
    background: var(--tint);
    border-radius: 3px;
  }
  b {
    display: block;
    height: 100%;
    background: var(--working);
  }
  i {
    display: block;
    width: 30%;
    height: 100%;
    background: var(--working);
    animation: ${along} 1.6s linear infinite;
  }
  @media (prefers-reduced-motion: reduce) {
    i {
      width: 100%;
      opacity: 0.5;
    }
  }
`;

/** Work of unknown length that goes on now, in words. */
export function Busy({ what }: { what: string }) {
  return (
    <Bar isIndeterminate>
      <Label>{what}…</Label>
      <div>
        <i />
      </div>
    </Bar>
  );
}

/** Work that is counted and goes on now, in words; it can be ended where somebody may. */
export function Counted({
  what,
  done,
  of,
  onStop,
}: {
  what: string;
  done: number;
  of: number;
  onStop?: () => void;
}) {
  const share = of === 0 ? 0 : (100 * done) / of;
  return (
    <Stack $gap={10}>
      <Bar value={share}>
        <Label>
          {what}: {done.toLocaleString("en")} of {of.toLocaleString("en")}
        </Label>
        <div>
          <b style={{ width: `${share}%` }} />
        </div>
      </Bar>
      {onStop && (
        <div>
          <Button onPress={onStop}>Stop here</Button>
        </div>
      )}
    </Stack>
  );
}

/** What is asked of the server, as far as a page that waits for it needs to know. */
interface Asked {
  data: unknown;
  error: unknown;
  refetch: () => unknown;
}

/**
 * Stands where something is still on its way: the place it will take, after a second what is being done, and where it
 * did not come, why, with another try. Nothing once it is there.
 */
export function Waiting({
  of,
  what,
  like = "rows",
  ...size
}: {
  of: Asked;
  what: string;
  like?: Layout;
  rows?: number;
  high?: number;
}) {
  const late = useLate(of.data === undefined && !of.error);
  if (of.data !== undefined) return <Problem of={of.error} />;
  if (of.error)
    return (
      <Stack $gap={14}>
        <Problem of={of.error} />
        <div>
          <Button onPress={() => void of.refetch()}>Try again</Button>
        </div>
      </Stack>
    );
  return (
    <Stack $gap={10} aria-busy="true">
      {late ? <Busy what={what} /> : <div style={{ height: 31 }} />}
      <Skeleton like={like} {...size} />
    </Stack>
  );
}

/** A whole screen that is still on its way; or why it did not come, with another try and the way back. */
export function WaitingPage({
  of,
  what,
  like = "rows",
  back,
  backWords,
}: {
  of?: Asked;
  what: string;
  like?: Layout;
  back?: string;
  backWords?: string;
}) {
  const failed = of?.error;
  return (
    <Page aria-busy={!failed}>
      {failed ? (
        <h1 style={{ marginBottom: 14 }}>This can’t be shown</h1>
      ) : (
        <Bone aria-hidden="true" $h={38} $w="min(420px, 70%)" style={{ marginBottom: 8 }} />
      )}
      <Waiting of={of ?? NEVER} what={what} like={like} rows={9} />
      {failed && back ? (
        <p style={{ marginTop: 14 }}>
          <Link to={back}>{backWords}</Link>
        </p>
      ) : null}
    </Page>
  );
}

const NEVER: Asked = { data: undefined, error: undefined, refetch: () => undefined };

/** Whether something has been so for over a second. */
function useLate(holds: boolean): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    if (!holds) return;
    const timer = setTimeout(() => setLate(true), LONG);
    return () => {
      clearTimeout(timer);
      setLate(false);
    };
  }, [holds]);
  return late;
}
