import type { RouteObject } from "react-router";
import { byId, screen } from "../ui/route";

export const ledger: RouteObject[] = [
  { path: "ledger", element: screen(() => import("./Ledger")) },
  { path: "ledger/tables", element: screen(() => import("./Tables")) },
  {
    path: "ledger/trailers/:id",
    element: screen(
      () => import("./Ledger"),
      ({ id }) => ({ trailer: id }),
    ),
  },
  { path: "ledger/trailers/:id/wear", element: screen(() => import("./WearPage"), byId) },
  { path: "ledger/visits/:id", element: screen(() => import("./VisitSheet"), byId) },
];
