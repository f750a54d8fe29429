import type { RouteObject } from "react-router";
import { screen } from "../ui/route";

export const horizon: RouteObject[] = [
  { path: "horizon", element: screen(() => import("./Horizon")) },
  { path: "horizon/calling", element: screen(() => import("./Notices")) },
];
