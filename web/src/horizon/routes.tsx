import type { RouteObject } from "react-router";
import { byId, screen } from "../ui/route";

export const horizon: RouteObject[] = [
  { path: "horizon", element: screen(() => import("./Horizon")) },
  { path: "horizon/calling", element: screen(() => import("./Notices")) },
  { path: "horizon/what-if", element: screen(() => import("./whatif/WhatIfs")) },
  { path: "horizon/what-if/:id", element: screen(() => import("./whatif/WhatIf"), byId, "form") },
];
