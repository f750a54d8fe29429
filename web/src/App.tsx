import { lazy, Suspense, useEffect, useRef } from "react";
import styled from "styled-components";
import { Redirect, Route, Switch, useLocation } from "wouter";
import { useConnection } from "./api/connection";
import { Masthead } from "./ui/Masthead";
import { Page } from "./ui/Page";
import { WaitingPage } from "./ui/Waiting";

const Yard = lazy(() => import("./yard/Yard"));
const TrailerPage = lazy(() => import("./yard/TrailerPage"));
const TrailerForm = lazy(() => import("./yard/TrailerForm"));
const CustomerPage = lazy(() => import("./yard/CustomerPage"));
const ShopPage = lazy(() => import("./settings/ShopPage"));
const ReminderWordsPage = lazy(() => import("./settings/ReminderWordsPage"));
const LimitsPage = lazy(() => import("./settings/LimitsPage"));
const PartsPage = lazy(() => import("./settings/PartsPage"));
const Horizon = lazy(() => import("./horizon/Horizon"));
const Calling = lazy(() => import("./horizon/Notices"));
const PlanningPage = lazy(() => import("./settings/PlanningPage"));
const Bay = lazy(() => import("./bay/Bay"));
const Round = lazy(() => import("./bay/Round"));
const VisitPage = lazy(() => import("./bay/VisitPage"));
const Shelf = lazy(() => import("./shelf/Shelf"));
const StockPage = lazy(() => import("./shelf/StockPage"));
const KitsPage = lazy(() => import("./shelf/KitsPage"));
const KitPage = lazy(() => import("./shelf/KitPage"));
const OrdersPage = lazy(() => import("./shelf/OrdersPage"));
const Reckoner = lazy(() => import("./reckoner/Reckoner"));
const SumPage = lazy(() => import("./reckoner/SumPage"));
const Ledger = lazy(() => import("./ledger/Ledger"));
const VisitSheet = lazy(() => import("./ledger/VisitSheet"));
const WearPage = lazy(() => import("./ledger/WearPage"));
const Tables = lazy(() => import("./ledger/Tables"));

const Lost = styled.p`
  background: var(--ink);
  color: var(--ground);
  padding: 10px 28px;
  font-weight: 600;
`;

/** The whole program: the masthead, and the destination that the address names. */
export function App() {
  const { lost, waiting } = useConnection();
  return (
    <>
      <Masthead />
      {lost && (
        <Lost role="status">
          No answer from the shop’s server.{" "}
          {waiting > 0
            ? `${waiting === 1 ? "One change waits" : `${waiting} changes wait`} to be sent: kept here, and sent again until it answers.`
            : "What you see is from before; it is asked again until it answers."}
        </Lost>
      )}
      <FocusOnArrival />
      <Suspense fallback={<WaitingPage what="Opening the page" />}>
        <Switch>
          <Route path="/">
            <Redirect to="/yard" replace />
          </Route>
          <Route path="/yard">
            <Yard />
          </Route>
          <Route path="/yard/shop/*?">
            <Redirect to="/settings" />
          </Route>
          <Route path="/settings">
            <ShopPage />
          </Route>
          <Route path="/settings/parts">
            <PartsPage />
          </Route>
          <Route path="/settings/planning">
            <PlanningPage />
          </Route>
          <Route path="/yard/customers/:id/planning">
            {({ id }) => <PlanningPage key={id} of="customer" id={id} />}
          </Route>
          <Route path="/yard/trailers/:id/planning">
            {({ id }) => <PlanningPage key={id} of="trailer" id={id} />}
          </Route>
          <Route path="/settings/reminders">
            <ReminderWordsPage />
          </Route>
          <Route path="/settings/limits">
            <LimitsPage />
          </Route>
          <Route path="/yard/new">
            <TrailerForm />
          </Route>
          <Route path="/yard/customers/:id">{({ id }) => <CustomerPage key={id} id={id} />}</Route>
          <Route path="/yard/trailers/:id">{({ id }) => <TrailerPage key={id} id={id} />}</Route>
          <Route path="/yard/trailers/:id/edit">{({ id }) => <TrailerForm key={id} id={id} />}</Route>
          <Route path="/horizon">
            <Horizon />
          </Route>
          <Route path="/horizon/calling">
            <Calling />
          </Route>
          <Route path="/bay">
            <Bay />
          </Route>
          <Route path="/bay/:id">{({ id }) => <VisitPage key={id} id={id} />}</Route>
          <Route path="/bay/:id/round">{({ id }) => <Round key={id} id={id} />}</Route>
          <Route path="/shelf">
            <Shelf />
          </Route>
          <Route path="/shelf/stock">
            <StockPage />
          </Route>
          <Route path="/shelf/kits">
            <KitsPage />
          </Route>
          <Route path="/shelf/kits/:id">{({ id }) => <KitPage key={id} id={id} />}</Route>
          <Route path="/shelf/orders">
            <OrdersPage />
          </Route>
          <Route path="/reckoner">
            <Reckoner />
          </Route>
          <Route path="/reckoner/:code">{({ code }) => <SumPage key={code} code={code} />}</Route>
          <Route path="/ledger">
            <Ledger />
          </Route>
          <Route path="/ledger/tables">
            <Tables />
          </Route>
          <Route path="/ledger/trailers/:id">{({ id }) => <Ledger key={id} trailer={id} />}</Route>
          <Route path="/ledger/trailers/:id/wear">{({ id }) => <WearPage key={id} id={id} />}</Route>
          <Route path="/ledger/visits/:id">{({ id }) => <VisitSheet key={id} id={id} />}</Route>
          <Route>
            <Page>
              <h1>There is nothing at this address</h1>
              <p>The menu above leads back to the work.</p>
            </Page>
          </Route>
        </Switch>
      </Suspense>
    </>
  );
}

/** A new screen starts at its top, and the keyboard with it. */
function FocusOnArrival() {
  const [path] = useLocation();
  const first = useRef(true);
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    window.scrollTo(0, 0);
    here.current?.focus({ preventScroll: true });
  }, [path]);
  return <div ref={here} tabIndex={-1} style={{ outline: "none" }} />;
}
