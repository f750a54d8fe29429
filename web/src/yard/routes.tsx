import { Navigate, type RouteObject } from "react-router";
import { byId, screen } from "../ui/route";

export const yard: RouteObject[] = [
  { path: "yard", element: screen(() => import("./Yard")) },
  { path: "yard/scan", element: screen(() => import("./scan/ScanPage"), undefined, "form") },
  { path: "yard/new", element: screen(() => import("./TrailerForm"), undefined, "form") },
  { path: "yard/customers/:id", element: screen(() => import("./CustomerPage"), byId, "form") },
  { path: "yard/trailers/:id", element: screen(() => import("./trailer/TrailerPage"), byId, "trailer") },
  { path: "yard/trailers/:id/edit", element: screen(() => import("./TrailerForm"), byId, "form") },
  // Where the settings stood before they had a place of their own.
  { path: "yard/shop/*", element: <Navigate to="/settings" replace /> },
];
