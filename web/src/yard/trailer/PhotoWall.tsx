import { useInfiniteQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { MoreRows } from "../../ui/MoreRows";
import { Quiet, Stack } from "../../ui/Page";
import { VerdictWord } from "../../ui/Verdict";
import { Waiting } from "../../ui/Waiting";

const Wall = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 20px;
  img {
    width: 100%;
    height: 160px;
    object-fit: cover;
    border: 1px solid var(--hair);
  }
`;

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
      <Wall>
        {all.map((p) => {
          const picture = `/api/bay/visits/${p.visitId}/photos/${p.id}`;
          return (
            <li key={p.id}>
              <a href={picture} target="_blank" rel="noreferrer">
                <img src={`${picture}/small`} loading="lazy" alt={p.seen ?? `Taken at work by ${p.by}`} />
              </a>
              <div>
                {p.verdict && <VerdictWord verdict={p.verdict} />} {p.seen}
              </div>
              <Quiet>
                <Link to={`/ledger/visits/${p.visitId}`}>{dayInWords(p.at)}</Link>, {p.by}
              </Quiet>
            </li>
          );
        })}
      </Wall>
      <MoreRows of={photos}>Show older ones</MoreRows>
    </Stack>
  );
}
