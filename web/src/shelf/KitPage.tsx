import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { Link } from "react-router";
import { answer, shop } from "../api/client";
import { partWords, shortDay } from "../api/words";
import { TextButton } from "../ui/Button";
import { Head, Lines, Page, Quiet, Row, Stack } from "../ui/Page";
import { Lacks, SURE } from "./kitWords";
import { ShelfNav } from "./ShelfNav";
import { WaitingPage } from "../ui/Waiting";

const Pick = styled.div`
  display: grid;
  grid-template-columns: 54px 74px minmax(0, 1fr) auto;
  gap: 2px 14px;
  align-items: baseline;
  @media (max-width: 640px) {
    grid-template-columns: 46px 64px minmax(0, 1fr);
    & > :nth-child(4) {
      grid-column: 3;
    }
  }
`;

const Place = styled.b`
  font:
    600 20px/1.2 "Barlow Semi Condensed",
    sans-serif;
`;

/** One visit's picking list, by place on the shelf, with what is missing named. */
export default function KitPage({ id }: { id: string }) {
  const kit = useQuery({
    queryKey: ["kit", id],
    queryFn: () => answer(shop.GET("/api/shelf/kits/{id}", { params: { path: { id } } })),
    retry: false,
  });
  if (!kit.data)
    return (
      <WaitingPage
        of={kit}
        what="Seeing what the visit takes"
        back="/shelf/kits"
        backWords="Back to what is to pick"
      />
    );
  const { data } = kit;
  const short = data.lines.filter((l) => l.kept && l.missing > 0);
  const buy = data.lines.filter((l) => !l.kept);
  return (
    <Page>
      <ShelfNav />
      <Head>
        <Stack $gap={2}>
          <h1>
            {data.tag}{" "}
            <span style={{ fontWeight: 400 }}>
              {data.sure === "here" ? "in the bay" : shortDay(data.day)}
            </span>
          </h1>
          <Quiet>
            {data.what} · {SURE[data.sure]}
          </Quiet>
        </Stack>
        <Row $gap={18}>
          <TextButton
            onPress={() => {
              window.print();
            }}
          >
            print it
          </TextButton>
          <Link to={data.sure === "here" ? `/bay/${data.id}` : `/yard/trailers/${data.trailerId}`}>
            {data.sure === "here" ? "Go to its visit" : `Go to ${data.tag}`}
          </Link>
        </Row>
      </Head>
      <Stack $gap={18}>
        {(short.length > 0 || buy.length > 0) && (
          <p role="note" style={{ borderLeft: "5px solid var(--renew)", padding: "6px 12px" }}>
            <b>Before the wheel comes off: </b>
            {[
              ...short.map((l) => `${partWords({ ...l, quantity: l.missing })} short`),
              ...buy.map((l) => `${l.name} is not kept here`),
            ].join("; ")}
            . <Link to="/shelf/orders">See what to order</Link>
          </p>
        )}
        {data.lines.length === 0 && <p>This visit takes no parts any more.</p>}
        <Lines>
          {data.lines.map((l) => (
            <li key={`${l.name} ${l.unit}`}>
              <Pick>
                <Place>{l.bin || "–"}</Place>
                <span>
                  <b>{l.quantity}</b> {l.unit === "piece" ? "×" : l.unit}
                </span>
                <span>
                  {l.name}
                  {l.oneOf.length > 0 && <Quiet> or {l.oneOf.join(" or ")}: take both, one is used</Quiet>}
                </span>
                <span>
                  {!l.kept ? (
                    <Quiet>not kept</Quiet>
                  ) : l.missing > 0 ? (
                    <Lacks>{l.missing} short</Lacks>
                  ) : (
                    <Quiet>there</Quiet>
                  )}
                </span>
              </Pick>
            </li>
          ))}
        </Lines>
      </Stack>
    </Page>
  );
}
