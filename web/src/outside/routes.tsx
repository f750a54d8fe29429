import { Outlet, type RouteObject } from "react-router";
import { screen } from "../ui/route";

// What the code on a label says: short enough to be read well.
const byLabel = screen(
  () => import("./ByLabel"),
  (named) => ({ id: named.id ?? "", place: named.place }),
  "form",
);

const byKey = (named: { key?: string }) => ({ secret: named.key ?? "" });

/** Pages for those who have no account: the secret in the address stands for one. */
export const outside: RouteObject[] = [
  {
    element: <Outlet />,
    children: [
      { path: "agree/:key", element: screen(() => import("./Agree"), byKey, "form") },
      { path: "t/:id/:place?", element: byLabel },
      { path: "owner/:key", element: screen(() => import("./Owner"), byKey, "form") },
    ],
  },
];
