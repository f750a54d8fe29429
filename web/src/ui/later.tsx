import { type ComponentType, lazy, useState } from "react";
import { Button } from "./Button";
import { Row } from "./Page";

type Load<P> = () => Promise<{ default: ComponentType<P> }>;

/**
 * A part of the program that is fetched when somebody wants it. Where it can't be fetched, it says so in its place and
 * can be asked for again: what stands around it, and what was typed there, stays.
 */
export function later<P extends object>(load: Load<P>): ComponentType<P> {
  function Again(props: P) {
    const [got, setGot] = useState<{ Part: ComponentType<P> } | null>(null);
    const [asking, setAsking] = useState(false);
    if (got) return <got.Part {...props} />;
    const again = () => {
      setAsking(true);
      load().then(
        (now) => setGot({ Part: now.default }),
        () => setAsking(false),
      );
    };
    return (
      <Row role="alert" style={{ padding: 12 }}>
        <span>This part of the page could not be fetched.</span>
        <Button onPress={again} isDisabled={asking}>
          Try again
        </Button>
      </Row>
    );
  }
  return lazy(() => load().catch(() => ({ default: Again }))) as unknown as ComponentType<P>;
}
