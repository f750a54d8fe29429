import styled from "styled-components";
import { Columns, Stack } from "./Page";

/** A thing that is still on its way, at the place and the size that it will have. */
export const Bone = styled.div<{ $w?: string; $h?: number }>`
  width: ${(p) => p.$w ?? "100%"};
  max-width: 100%;
  height: ${(p) => p.$h ?? 20}px;
  background: var(--tint);
  opacity: 0.6;
  border-radius: 3px;
`;

/** How a screen is laid out: rows under each other, a form, a trailer's page, a visit at its step. */
export type Layout = "rows" | "form" | "trailer" | "bay";

const times = (n: number) => Array.from({ length: n }, (_, i) => i);

/** A screen's layout before what it shows is there. */
export function Skeleton({ like, rows = 6, high = 44 }: { like: Layout; rows?: number; high?: number }) {
  return (
    <div aria-hidden="true" style={{ overflow: "hidden" }}>
      {like === "rows" && (
        <Stack $gap={10}>
          {times(rows).map((i) => (
            <Bone key={i} $h={high} $w={`${100 - ((i * 13) % 29)}%`} />
          ))}
        </Stack>
      )}
      {like === "form" && (
        <Columns $shape="1fr 1fr 1fr">
          {times(3).map((column) => (
            <Stack key={column} $gap={12}>
              <Bone $h={28} $w="60%" />
              {times(5).map((i) => (
                <Stack key={i} $gap={6}>
                  <Bone $h={16} $w="40%" />
                  <Bone $h={46} />
                </Stack>
              ))}
            </Stack>
          ))}
        </Columns>
      )}
      {like === "trailer" && (
        <Stack $gap={18}>
          <Columns $shape="repeat(4, minmax(0, 1fr))">
            {times(4).map((column) => (
              <Stack key={column} $gap={8}>
                <Bone $h={16} $w="35%" />
                <Bone $w="80%" />
                <Bone $w="65%" />
                <Bone $w="72%" />
              </Stack>
            ))}
          </Columns>
          <Bone $h={300} />
          <Bone $h={36} $w="min(900px, 100%)" />
          <Columns $shape="1fr 1fr 1fr">
            {times(3).map((column) => (
              <Bone key={column} $h={140} />
            ))}
          </Columns>
        </Stack>
      )}
      {like === "bay" && (
        <Stack $gap={18}>
          <Bone $h={170} />
          <Columns $shape="minmax(0, 2fr) minmax(0, 1fr)">
            <Stack $gap={16}>
              <Bone $h={18} $w="30%" />
              <Bone $h={40} $w="75%" />
              <Bone $w="90%" />
              <Bone $h={64} $w="40%" />
              <Bone $h={58} $w="70%" />
            </Stack>
            <Stack $gap={10}>
              {times(7).map((i) => (
                <Bone key={i} $w={`${90 - ((i * 17) % 40)}%`} />
              ))}
            </Stack>
          </Columns>
        </Stack>
      )}
    </div>
  );
}
