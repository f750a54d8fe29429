import { createBrowserRouter, Navigate, type RouteObject } from "react-router";
import { bay } from "./bay/routes";
import { Broken } from "./Broken";
import { Frame } from "./Frame";
import { horizon } from "./horizon/routes";
import { ledger } from "./ledger/routes";
import { outside } from "./outside/routes";
import { reckoner } from "./reckoner/routes";
import { settings } from "./settings/routes";
import { shelf } from "./shelf/routes";
import { Page } from "./ui/Page";
import { yard } from "./yard/routes";

/** Every address of the program. */
const routes: RouteObject[] = [
  {
    path: "/",
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="/yard" replace /> },
      ...yard,
      ...horizon,
      ...bay,
      ...shelf,
      ...reckoner,
      ...ledger,
      ...settings,
      {
        path: "*",
        element: (
          <Page>
            <h1>There is nothing at this address</h1>
            <p>The menu above leads back to the work.</p>
          </Page>
        ),
      },
    ],
  },
];

// Pages for customers stand beside the frame: no masthead, and no door.
routes.unshift(...outside);

export const router = createBrowserRouter(routes);
