import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../../api/client";
import { clockInWords, dayInWords } from "../../api/words";
import { HoldBanner } from "../../ui/HoldBanner";
import { Quiet } from "../../ui/Page";
import { OnMyWord } from "./OnMyWord";

/** A trailer on Hold: what holds it, who let it go and why, and the letting go itself. */
export function Hold({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const hold = trailer.status.hold;
  const released = useQuery({
    queryKey: ["releases", trailer.id, hold?.releasedAt ?? ""],
    queryFn: () =>
      answer(shop.GET("/api/yard/trailers/{id}/releases", { params: { path: { id: trailer.id } } })),
    enabled: Boolean(hold),
  });
  if (!hold) return null;
  const last = hold.released ? released.data?.find((r) => r.at === hold.releasedAt) : undefined;
  return (
    <HoldBanner seen={hold.seen}>
      {hold.released ? (
        <span>
          Let go for the road{last && ` by ${last.by}`} on {dayInWords(hold.releasedAt ?? "")} at{" "}
          {clockInWords(hold.releasedAt ?? "")}: {hold.reason}{" "}
          <Quiet>It stays on Hold until somebody has looked again.</Quiet>
        </span>
      ) : trailer.openVisit ? (
        <Link to={`/bay/${trailer.openVisit}`}>It stands in the bay</Link>
      ) : (
        <LetGo trailer={trailer} />
      )}
    </HoldBanner>
  );
}

const LetGo = ({ trailer }: { trailer: Schemas["TrailerAnswer"] }) => (
  <OnMyWord
    trailerId={trailer.id}
    words={{
      open: "Let it go for the road all the same…",
      label: "Why it may go; your name and the time stay with it for good",
      example: "on a flatbed to the axle specialist",
      send: "I answer for it: let it go",
      leave: "Leave it on Hold",
    }}
    pointers={["/reason"]}
    send={(releaseId, reason) =>
      answer(
        shop.PUT("/api/yard/trailers/{id}/releases/{releaseId}", {
          params: { path: { id: trailer.id, releaseId } },
          body: { reason },
        }),
      )
    }
  />
);
