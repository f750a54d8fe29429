import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { Head, Page, Quiet } from "../ui/Page";
import { WearPlot } from "./WearPlot";
import { WaitingPage } from "../ui/Waiting";

const Plots = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 520px), 1fr));
  gap: 30px 40px;
`;

/** How everything that is measured on a trailer wears: a plot a thing, left and right together. */
export default function WearPage({ id }: { id: string }) {
  const wear = useQuery({
    queryKey: ["wear", id],
    queryFn: () => answer(shop.GET("/api/ledger/trailers/{id}/wear", { params: { path: { id } } })),
  });
  if (!wear.data)
    return (
      <WaitingPage of={wear} what="Drawing how it wears" back="/ledger" backWords="Back to the ledger" />
    );
  const { plots, tag, today } = wear.data;
  // What comes to its limit first stands first.
  const soonest = (plot: (typeof plots)[number]) =>
    plot.sides.reduce((day, s) => (s.crossesOn && s.crossesOn < day ? s.crossesOn : day), "9999");
  return (
    <Page>
      <Head>
        <h1>How {tag} wears</h1>
        <Link to={`/yard/trailers/${id}`}>Back to {tag}</Link>
      </Head>
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
      <p style={{ marginTop: 28 }}>
        <Quiet>
          A straight line by least squares from three figures on, with the band that the next figure falls
          into eight times in ten. A foreseen day is no promise: measure.
        </Quiet>
      </p>
    </Page>
  );
}
