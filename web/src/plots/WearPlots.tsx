import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { answer, shop } from "../api/client";
import { Quiet, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { WearPlot } from "./WearPlot";

const Plots = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 520px), 1fr));
  gap: 30px 40px;
`;

/** How everything that is measured on a trailer wears: a plot a thing, left and right together. */
export function WearPlots({ trailer }: { trailer: string }) {
  const wear = useQuery({
    queryKey: ["wear", trailer],
    queryFn: () => answer(shop.GET("/api/ledger/trailers/{id}/wear", { params: { path: { id: trailer } } })),
  });
  if (!wear.data) return <Waiting of={wear} what="Drawing how it wears" />;
  const { plots, today } = wear.data;
  // What comes to its limit first stands first.
  const soonest = (plot: (typeof plots)[number]) =>
    plot.sides.reduce((day, s) => (s.crossesOn && s.crossesOn < day ? s.crossesOn : day), "9999");
  return (
    <Stack $gap={28}>
      {plots.length === 0 ? (
        <p>
          Nothing that wears has been measured on it yet: linings, treads, drums, rotors, holes and spring
          arches are followed from their first figure on.
        </p>
      ) : (
        <Plots>
          {[...plots]
            .sort((a, b) => soonest(a).localeCompare(soonest(b)))
            .map((plot) => (
              <WearPlot key={plot.key} plot={plot} today={today} />
            ))}
        </Plots>
      )}
      <Quiet>
        A straight line by least squares from three figures on, with the band that the next figure falls into
        eight times in ten. A foreseen day is no promise: measure.
      </Quiet>
    </Stack>
  );
}
