import { type ReactNode, useState } from "react";
import styled from "styled-components";
import { Link, useLocation } from "react-router";
import type { Schemas } from "../api/client";
import { useAccess } from "../api/useAccess";
import { contains } from "../ui/contains";
import { TextField } from "../ui/Fields";
import { Head, Page, Quiet, Stack } from "../ui/Page";

const Frame = styled.div`
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 26px 40px;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const List = styled.nav`
  display: grid;
  align-content: start;
  gap: 10px;
  a {
    display: block;
    padding: 10px 12px;
    min-height: 44px;
    border-left: 4px solid transparent;
    color: var(--ink);
    text-decoration: none;
  }
  a:hover {
    background: var(--tint);
  }
  a[aria-current] {
    border-color: var(--working);
    font-weight: 600;
  }
  @media (max-width: 900px) {
    ul {
      display: flex;
      flex-wrap: wrap;
    }
    a {
      border-left: 0;
      border-bottom: 3px solid transparent;
      padding: 10px 14px 6px 0;
    }
  }
`;

/** Every page of the settings, with what is chosen there, so that it is found by that too. */
const PAGES = [
  ["/settings", "Shop", "name, time zone, repack interval, practices, money, tax, markup"],
  ["/settings/people", "People", "who works here, roles, rights, codes, tablets, sessions, tokens"],
  [
    "/settings/planning",
    "Hours and intervals",
    "bays, opening hours, holidays, call-in, rate, how long work lasts, uses",
  ],
  [
    "/settings/limits",
    "Limits",
    "linings, drums, rotors, play, torque, temperature, tread, what a figure is judged by",
  ],
  [
    "/settings/jobs",
    "Jobs of our own",
    "describe a job, openings, steps, minutes, torque, cautions, do it otherwise, share",
  ],
  ["/settings/parts", "Parts and prices", "parts of our own, codes, measures, stamps"],
  ["/settings/reminders", "Words of reminders", "mail to customers, subject, text"],
  ["/settings/backups", "The safe", "backups, restore, copy, nights, disk, mail that waits, version"],
  ["/settings/hooks", "Other programs", "webhooks, events, tell another system, signature, secret"],
  ["/settings/writes", "What was written", "trail, audit, who, when, before and after"],
  ["/settings/own", "Your own access", "secret, PIN, passkey, codes, signed in, sign out"],
] as const;

/** Pages that not everybody may see, by the right they need; who may change what the others show the server tells. */
const NEEDED: Record<string, Schemas["Right"] | undefined> = {
  "/settings/backups": "backups",
  "/settings/hooks": "tokens",
  "/settings/writes": "people",
};

/** Pages that have others under them. */
const UNDER: Record<string, RegExp | undefined> = {
  "/settings/jobs": /^\/settings\/(jobs|refine|openings)\//,
};

interface Props {
  title: string;
  about?: ReactNode;
  children: ReactNode;
}

/** The frame of every page of the settings: the list of them at the side, found in by what is chosen there. */
export function SettingsFrame({ title, about, children }: Props) {
  const { pathname: path } = useLocation();
  const [find, setFind] = useState("");
  const rights = useAccess().data?.me?.rights;
  const open = PAGES.filter(([to]) => {
    const needed = NEEDED[to];
    return needed === undefined || (rights?.includes(needed) ?? false);
  });
  const found = open.filter(([, name, chosen]) => contains(`${name} ${chosen}`, find));
  return (
    <Page>
      <Frame>
        <List aria-label="Settings">
          <TextField label="Find a setting" type="search" value={find} onChange={setFind} />
          <ul>
            {found.map(([to, name, chosen]) => (
              <li key={to}>
                <Link to={to} aria-current={path === to || UNDER[to]?.test(path) ? "page" : undefined}>
                  {name}
                  {find.trim() && <Quiet style={{ display: "block", fontSize: 15 }}>{chosen}</Quiet>}
                </Link>
              </li>
            ))}
          </ul>
          {found.length === 0 && <Quiet>No setting is called that.</Quiet>}
        </List>
        <div>
          <Head>
            <Stack $gap={2}>
              <h1>{title}</h1>
              {about && <Quiet>{about}</Quiet>}
            </Stack>
          </Head>
          {children}
        </div>
      </Frame>
    </Page>
  );
}
