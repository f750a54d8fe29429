import type { RouteObject } from "react-router";
import { byId, screen } from "../ui/route";

export const bay: RouteObject[] = [
  { path: "bay", element: screen(() => import("./today/Today")) },
  { path: "bay/wall", element: screen(() => import("./today/Wall")) },
  { path: "bay/:id", element: screen(() => import("./visit/VisitPage"), byId, "bay") },
  { path: "bay/:id/from-paper", element: screen(() => import("./step/FromPaper"), byId) },
  { path: "bay/:id/round", element: screen(() => import("./inspection/Round"), byId) },
];
