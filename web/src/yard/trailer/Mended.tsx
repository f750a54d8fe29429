import { answer, type Schemas, shop } from "../../api/client";
import { OnMyWord } from "./OnMyWord";

/** Somebody's word that what stands against a trailer was mended elsewhere. */
export const Mended = ({ trailer, look }: { trailer: Schemas["TrailerAnswer"]; look: string }) => (
  <OnMyWord
    trailerId={trailer.id}
    words={{
      open: "It was mended elsewhere…",
      label: "How, and by whom; your name stays with it",
      example: "renewed on the road, by the owner",
      send: "It is mended",
      leave: "Leave it standing",
    }}
    pointers={["/how", "/observationKey"]}
    send={(mendingId, how) =>
      answer(
        shop.PUT("/api/yard/trailers/{id}/mendings/{mendingId}", {
          params: { path: { id: trailer.id, mendingId } },
          body: { observationKey: look, how },
        }),
      )
    }
  />
);
