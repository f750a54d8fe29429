import { useQuery } from "@tanstack/react-query";
import { Link, Navigate } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useAccess } from "../api/useAccess";
import { dayInWords } from "../api/words";
import { Lines, Quiet, Stack } from "../ui/Page";
import { WaitingPage } from "../ui/Waiting";
import { Sheet } from "./Sheet";

/** What the code on a label opens: the trailer for the shop, for a stranger what its owner allows. */
export default function ByLabel({ id, place }: { id: string; place: string | undefined }) {
  const access = useAccess();
  if (!access.data) return <WaitingPage of={access} what="Reading the label" like="form" />;
  const trailer = `/yard/trailers/${id}${place ? `?place=${encodeURIComponent(place)}` : ""}`;
  return access.data.me ? <Navigate to={trailer} replace /> : <Stranger id={id} inside={trailer} />;
}

function Stranger({ id, inside }: { id: string; inside: string }) {
  const label = useQuery({
    queryKey: ["outside-label", id],
    queryFn: () => answer(shop.GET("/api/outside/labels/{trailer}", { params: { path: { trailer: id } } })),
    retry: false,
  });
  const door = (
    <p>
      <Link to={inside}>You work there? Sign in</Link>
    </p>
  );
  if (label.data) {
    return (
      <Sheet from={label.data.shop} mark={label.data.mark}>
        <Stack $gap={18}>
          <Told of={label.data} />
          {door}
        </Stack>
      </Sheet>
    );
  }
  return label.error ? (
    <Sheet from="A trailer’s label">
      <Stack $gap={18}>
        <p>{label.error.message}</p>
        {door}
      </Stack>
    </Sheet>
  ) : (
    <WaitingPage of={label} what="Reading the label" like="form" />
  );
}

function Told({ of }: { of: Schemas["LabelPage"] }) {
  return (
    <>
      <h1>{of.trailer || "A trailer that we look after"}</h1>
      {of.held === true && (
        <p role="alert">
          <b>Not to be towed until it is mended.</b> Ring us first.
        </p>
      )}
      {of.held === false && (
        <p>Nothing that we know of holds it. Look at tyres, lights and coupler yourself.</p>
      )}
      {(of.hubs.length > 0 || of.inspectedUntil) && (
        <Lines>
          {of.hubs.map((line) => (
            <li key={line}>Hubs: {line.charAt(0).toLowerCase() + line.slice(1)}</li>
          ))}
          {of.inspectedUntil && <li>Periodic inspection in date until {dayInWords(of.inspectedUntil)}</li>}
        </Lines>
      )}
      {of.reached.length > 0 ? (
        <div>
          {of.reached.map((line) => (
            <div key={line}>{line}</div>
          ))}
        </div>
      ) : (
        <Quiet>Found it, or have a question about it? Ask this workshop.</Quiet>
      )}
    </>
  );
}
