import type { RouteObject } from "react-router";
import { screen } from "../ui/route";

const planning = () => import("./planning/PlanningPage");

export const settings: RouteObject[] = [
  { path: "settings", element: screen(() => import("./ShopPage")) },
  { path: "settings/people", element: screen(() => import("./people/PeoplePage")) },
  { path: "settings/own", element: screen(() => import("./people/OwnPage")) },
  { path: "settings/parts", element: screen(() => import("./PartsPage")) },
  { path: "settings/planning", element: screen(planning) },
  { path: "settings/reminders", element: screen(() => import("./ReminderWordsPage")) },
  { path: "settings/backups", element: screen(() => import("./BackupsPage")) },
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
