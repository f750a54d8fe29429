import { useEffect, useRef } from "react";
import { Outlet, ScrollRestoration, useLocation } from "react-router";
import styled from "styled-components";
import { Door } from "./access/Door";
import { useConnection } from "./api/connection";
import { LeaveUnsaved } from "./ui/LeaveUnsaved";
import { Masthead } from "./ui/Masthead";
import { Notes } from "./ui/Notes";

const Lost = styled.p`
  background: var(--ink);
  color: var(--ground);
  padding: 10px 28px;
  font-weight: 600;
`;

/** The frame of every screen: the masthead, and what the address names. */
export function Frame() {
  const { lost, waiting } = useConnection();
  return (
    <Door>
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
      <LeaveUnsaved />
      <Outlet />
      <Notes />
      <ScrollRestoration />
    </Door>
  );
}

/** The keyboard starts at the top of a new screen. */
function FocusOnArrival() {
  const { pathname: path } = useLocation();
  const first = useRef(true);
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    here.current?.focus({ preventScroll: true });
  }, [path]);
  return <div ref={here} tabIndex={-1} style={{ outline: "none" }} />;
}
