import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { MoreRows } from "../../ui/MoreRows";
import { Quiet, Stack } from "../../ui/Page";
import { PhotoGrid } from "../../ui/PhotoGrid";
import { VerdictWord } from "../../ui/Verdict";
import { Waiting } from "../../ui/Waiting";

/** Every photograph of a trailer, newest first, each with what it shows. */
export function PhotoWall({ trailer }: { trailer: string }) {
  const photos = useInfiniteQuery({
    queryKey: ["photos", trailer],
    queryFn: ({ pageParam }) =>
      answer(
        shop.GET("/api/ledger/trailers/{id}/photos", {
          params: { path: { id: trailer }, query: { skip: pageParam } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) =>
      last.more ? pages.reduce((sum, page) => sum + page.photos.length, 0) : undefined,
  });
  const all = photos.data?.pages.flatMap((page) => page.photos) ?? [];
  return (
    <Stack>
      <Waiting of={photos} what="Fetching the photographs" rows={2} high={160} />
      {photos.data && all.length === 0 && (
        <p>No photograph was taken of it yet. A step that asks for one has the camera beside it.</p>
      )}
      {all.length > 0 && (
        <PhotoGrid
          label="Photographs of this trailer"
          photos={all.map((p) => ({
            id: p.id,
            address: `/api/bay/visits/${p.visitId}/photos/${p.id}`,
            shows: p.seen ?? `Taken at work by ${p.by}`,
            below: (
              <>
                <div>
                  {p.verdict && <VerdictWord verdict={p.verdict} />} {p.seen}
                </div>
                <Quiet>
                  <Link to={`/ledger/visits/${p.visitId}`}>{dayInWords(p.at)}</Link>, {p.by}
                </Quiet>
              </>
            ),
          }))}
        />
      )}
      <MoreRows of={photos}>Show older ones</MoreRows>
    </Stack>
  );
}
