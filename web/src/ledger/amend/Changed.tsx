import type { Schemas } from "../../api/client";
import { Quiet } from "../../ui/Page";
import { Came } from "./Came";

/** What stood there, what stands there since, and what came of it. */
export function Changed({ kind, of }: { kind: Schemas["AmendmentKind"]; of: Schemas["AmendmentTried"] }) {
  return (
    <>
      {of.was && <s>{of.was}</s>}
      {of.now ? <b>{of.now}</b> : <Quiet>{kind === "work" ? "not done" : "struck"}</Quiet>}
      <Came of={of.came} />
    </>
  );
}
