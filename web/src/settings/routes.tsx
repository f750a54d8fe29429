import type { RouteObject } from "react-router";
import { screen } from "../ui/route";

const planning = () => import("./planning/PlanningPage");

export const settings: RouteObject[] = [
  { path: "settings", element: screen(() => import("./ShopPage")) },
  { path: "settings/people", element: screen(() => import("./people/PeoplePage")) },
  { path: "settings/own", element: screen(() => import("./people/OwnPage")) },
  { path: "settings/parts", element: screen(() => import("./PartsPage")) },
  { path: "settings/planning", element: screen(planning) },
  { path: "settings/jobs", element: screen(() => import("./jobs/JobsPage")) },
  {
    path: "settings/jobs/:code",
    element: screen(
      () => import("./jobs/JobPage"),
      ({ code = "new" }) => ({ code }),
    ),
  },
  {
    path: "settings/refine/:job",
    element: screen(
      () => import("./jobs/JobPage"),
      ({ job = "" }) => ({ code: "new", refines: job }),
    ),
  },
  {
    path: "settings/openings/:code",
    element: screen(
      () => import("./jobs/OpeningPage"),
      ({ code = "new" }) => ({ code }),
    ),
  },
  { path: "settings/reminders", element: screen(() => import("./ReminderWordsPage")) },
  { path: "settings/backups", element: screen(() => import("./BackupsPage")) },
  { path: "settings/hooks", element: screen(() => import("./HooksPage")) },
  { path: "settings/writes", element: screen(() => import("./WritesPage")) },
  { path: "settings/limits", element: screen(() => import("./LimitsPage")) },
  {
    path: "yard/customers/:id/planning",
    element: screen(planning, ({ id }) => ({ of: "customer" as const, id })),
  },
  {
    path: "yard/trailers/:id/planning",
    element: screen(planning, ({ id }) => ({ of: "trailer" as const, id })),
  },
];
