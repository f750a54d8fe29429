import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { clockInWords, dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { HoldBanner } from "../ui/HoldBanner";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

/** A trailer on Hold: what holds it, who let it go and why, and the letting go itself. */
export function Hold({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const hold = trailer.standing.hold;
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
        <Link href={`/bay/${trailer.openVisit}`}>It stands in the bay</Link>
      ) : (
        <LetGo trailer={trailer} />
      )}
    </HoldBanner>
  );
}

function LetGo({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState("");
  const [id] = useState(newId);
  const release = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/yard/trailers/{id}/releases/{releaseId}", {
          params: { path: { id: trailer.id, releaseId: id } },
          body: { reason },
        }),
      ),
    onSuccess: async (now) => {
      queries.setQueryData(["trailer", trailer.id], now);
      await queries.invalidateQueries({ queryKey: ["trailers"] });
    },
  });
  if (!asked) {
    return (
      <div>
        <TextButton onPress={() => setAsked(true)}>Let it go for the road all the same…</TextButton>
      </div>
    );
  }
  const refused = release.error instanceof ShopProblem ? release.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        release.mutate();
      }}
    >
      <Stack $gap={8} style={{ maxWidth: 620 }}>
        <TextField
          label="Why it may go; your name and the time stay with it for good"
          value={reason}
          onChange={setReason}
          problem={refused?.field("/reason")}
          placeholder="on a flatbed to the axle specialist"
          autoFocus
        />
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit" isDisabled={release.isPending}>
            I answer for it: let it go
          </Button>
          <TextButton onPress={() => setAsked(false)}>leave it on Hold</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
