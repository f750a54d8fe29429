import type { RouteObject } from "react-router";
import { byId, screen } from "../ui/route";

export const shelf: RouteObject[] = [
  { path: "shelf", element: screen(() => import("./Shelf")) },
  { path: "shelf/stock", element: screen(() => import("./StockPage")) },
  { path: "shelf/kits", element: screen(() => import("./KitsPage")) },
  { path: "shelf/kits/:id", element: screen(() => import("./KitPage"), byId) },
  { path: "shelf/orders", element: screen(() => import("./OrdersPage")) },
];
