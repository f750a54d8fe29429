import type { RouteObject } from "react-router";
import { screen } from "../ui/route";

export const reckoner: RouteObject[] = [
  { path: "reckoner", element: screen(() => import("./Reckoner")) },
  {
    path: "reckoner/:code",
    element: screen(
      () => import("./SumPage"),
      ({ code = "" }) => ({ code }),
    ),
  },
];
