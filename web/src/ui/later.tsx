import { type ComponentType, lazy, useCallback, useEffect, useState } from "react";
import { Button } from "./Button";
import { Page, Row } from "./Page";

/** How often it is asked for anew by itself. */
const AGAIN = 4_000;

type Load<P> = () => Promise<{ default: ComponentType<P> }>;

/**
 * A part of the program that is fetched when somebody wants it. Where it can't be fetched, it says so in its place and
 * is asked for again: what stands around it, and what was typed there, stays. A whole screen has a screen's frame.
 */
export function later<P extends object>(load: Load<P>, whole = false): ComponentType<P> {
  function Again(props: P) {
    const [got, setGot] = useState<{ Part: ComponentType<P> } | null>(null);
    const [asking, setAsking] = useState(false);
    const again = useCallback(() => {
      setAsking(true);
      load().then(
        (now) => setGot({ Part: now.default }),
        () => setAsking(false),
      );
    }, []);
    useEffect(() => {
      if (got || asking) return;
      const timer = setTimeout(again, AGAIN);
      return () => clearTimeout(timer);
    }, [got, asking, again]);
    if (got) return <got.Part {...props} />;
    const said = (
      <Row role="alert" style={{ padding: whole ? 0 : 12 }}>
        <span>
          {whole
            ? "No answer from the shop’s server: this page could not be fetched. It is asked for again."
            : "This part of the page could not be fetched. It is asked for again."}
        </span>
        <Button onPress={again} isDisabled={asking}>
          Try again
        </Button>
      </Row>
    );
    return whole ? (
      <Page>
        <h1 style={{ marginBottom: 14 }}>This can’t be shown</h1>
        {said}
      </Page>
    ) : (
      said
    );
  }
  return lazy(() => load().catch(() => ({ default: Again }))) as unknown as ComponentType<P>;
}
