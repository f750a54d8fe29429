import { useEffect } from "react";
import { useBlocker } from "react-router";
import { Button } from "./Button";
import { Asking } from "./Asking";
import { Row } from "./Page";
import { anyUnsaved } from "./unsaved";

/** Asks before a screen is left on which something was typed and not saved. */
export function LeaveUnsaved() {
  const held = useBlocker(
    ({ currentLocation, nextLocation }) => anyUnsaved() && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    const closing = (event: BeforeUnloadEvent) => {
      if (anyUnsaved()) event.preventDefault();
    };
    window.addEventListener("beforeunload", closing);
    return () => window.removeEventListener("beforeunload", closing);
  }, []);
  return (
    <Asking
      title="Something here is not saved"
      isOpen={held.state === "blocked"}
      onClose={() => held.reset?.()}
    >
      <p>What you typed on this page is lost when you leave it.</p>
      <Row>
        <Button $main autoFocus onPress={() => held.reset?.()}>
          Stay here
        </Button>
        <Button onPress={() => held.proceed?.()}>Leave without saving</Button>
      </Row>
    </Asking>
  );
}
