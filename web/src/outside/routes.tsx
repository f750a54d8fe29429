import { Outlet, type RouteObject } from "react-router";
import { screen } from "../ui/route";

const byKey = (named: { key?: string }) => ({ secret: named.key ?? "" });

/** Pages for those who have no account: the secret in the address stands for one. */
export const outside: RouteObject[] = [
  {
    element: <Outlet />,
    children: [
      { path: "agree/:key", element: screen(() => import("./Agree"), byKey, "form") },
      { path: "owner/:key", element: screen(() => import("./Owner"), byKey, "form") },
    ],
  },
];
