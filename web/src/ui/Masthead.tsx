import { useEffect, useState } from "react";
import styled from "styled-components";
import { Link, useLocation } from "react-router";
import { useAccess } from "../api/useAccess";
import { useLock } from "../api/useLock";
import { TextButton } from "./Button";
import { Find } from "./Find";
import { Switch } from "./Switch";

const Bar = styled.header`
  @media print {
    display: none;
  }
  border-bottom: 1px solid var(--hair);
`;

const Inner = styled.div`
  max-width: 1280px;
  margin: 0 auto;
  padding: 0 28px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 30px;
  font-family: "Barlow Semi Condensed", sans-serif;
  font-size: 18px;
  @media (max-width: 640px) {
    padding: 0 16px;
    gap: 0 14px;
  }
`;

const Name = styled(Link)`
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
  padding: 14px 0;
  @media (max-width: 640px) {
    padding: 10px 0 4px;
  }
`;

const Nav = styled.nav`
  display: flex;
  gap: 6px;
  a {
    padding: 14px 13px 11px;
    color: var(--steel);
    text-decoration: none;
    border-bottom: 4px solid transparent;
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--working);
  }
  @media (forced-colors: active) {
    a {
      border-color: Canvas;
    }
    a[aria-current] {
      border-color: Highlight;
    }
  }
  @media (max-width: 640px) {
    order: 3;
    width: 100%;
    justify-content: space-between;
    gap: 0;
    font-size: 16px;
    a {
      padding: 10px 4px 8px;
    }
  }
`;

const Side = styled.div`
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 12px;
  font-size: 16px;
  min-width: 0;
  a {
    color: var(--steel);
    padding: 12px 0;
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 600;
  }
  @media (max-width: 640px) {
    gap: 8px;
    /* The moon in the switch says it. */
    label > span:last-child {
      position: absolute;
      clip-path: inset(50%);
    }
  }
`;

/** Who is signed in, by name, as long as it may be. */
const Person = styled(Link)`
  max-width: 170px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  @media (max-width: 640px) {
    max-width: 92px;
  }
`;

const DESTINATIONS = [
  ["/yard", "Yard"],
  ["/horizon", "Horizon"],
  ["/bay", "Bay"],
  ["/shelf", "Shelf"],
  ["/reckoner", "Reckoner"],
  ["/ledger", "Ledger"],
] as const;

/** The top of every screen: the destinations in the order of the work, the shop, and who is working. */
export function Masthead() {
  const { pathname: path } = useLocation();
  const { data: access } = useAccess();
  const lock = useLock();
  return (
    <Bar>
      <Inner>
        <Name to="/yard">Sturdy Tinker</Name>
        <Nav aria-label="Destinations">
          {DESTINATIONS.map(([to, words]) => (
            <Link key={to} to={to} aria-current={path.startsWith(to) ? "page" : undefined}>
              {words}
            </Link>
          ))}
        </Nav>
        <Side>
          <Find />
          <Link to="/settings" aria-current={path.startsWith("/settings") ? "page" : undefined}>
            Settings
          </Link>
          {access?.me && (
            <Person to="/settings/own" aria-current={path === "/settings/own" ? "page" : undefined}>
              {access.me.name}
            </Person>
          )}
          {access?.me && access.device && <TextButton onPress={lock}>Switch</TextButton>}
          <Light />
        </Side>
      </Inner>
    </Bar>
  );
}

const Moon = () => (
  <svg width="11" height="13" viewBox="0 0 11 13">
    <path d="M7.5.6A6 6 0 1 0 10.8 9 5 5 0 0 1 7.5.6Z" />
  </svg>
);

/** Day or night; as the machine has it until somebody chooses. */
function Light() {
  const [light, setLight] = useState(
    () =>
      localStorage.getItem("tinker-light") ??
      (matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "day"),
  );
  useEffect(() => {
    document.documentElement.dataset.light = light;
  }, [light]);
  return (
    <Switch
      sign={<Moon />}
      on={light === "night"}
      onChange={(night) => {
        const now = night ? "night" : "day";
        localStorage.setItem("tinker-light", now);
        setLight(now);
      }}
    >
      Night
    </Switch>
  );
}
