import { Navigate, type RouteObject, useParams } from "react-router";
import { byId, screen } from "../ui/route";

/** What was told of one trailer here stands on the trailer's own page now. */
function OnTheTrailer({ see }: { see: "history" | "wear" }) {
  const { id = "" } = useParams();
  return <Navigate to={`/yard/trailers/${id}?see=${see}`} replace />;
}

export const ledger: RouteObject[] = [
  { path: "ledger", element: screen(() => import("./Ledger")) },
  { path: "ledger/evidence", element: screen(() => import("./evidence/EvidencePage")) },
  { path: "ledger/calibration", element: screen(() => import("./evidence/Calibration")) },
  { path: "ledger/tables", element: screen(() => import("./Tables")) },
  { path: "ledger/trailers/:id", element: <OnTheTrailer see="history" /> },
  { path: "ledger/trailers/:id/wear", element: <OnTheTrailer see="wear" /> },
  { path: "ledger/visits/:id/hand-over", element: screen(() => import("./HandOver"), byId, "form") },
  {
    path: "ledger/papers/:kind/:id",
    element: screen(
      () => import("./papers/PaperPage"),
      (named) => ({ kind: named.kind ?? "", id: named.id ?? "" }),
      "form",
    ),
  },
  { path: "ledger/labels/:id", element: screen(() => import("./papers/LabelsPage"), byId, "form") },
  { path: "ledger/fleets/:id", element: screen(() => import("./papers/FleetPage"), byId, "form") },
  {
    path: "ledger/visits/:id/amend/:what/:of",
    element: screen(
      () => import("./amend/AmendPage"),
      (named) => ({ id: named.id ?? "", what: named.what ?? "", of: named.of ?? "" }),
      "form",
    ),
  },
  { path: "ledger/visits/:id", element: screen(() => import("./VisitSheet"), byId, "form") },
];
