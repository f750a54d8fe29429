import { type ReactNode, Suspense } from "react";
import { Tab, TabList, TabPanel, TabPanels, Tabs as AriaTabs } from "react-aria-components/Tabs";
import styled from "styled-components";
import { Busy } from "./Waiting";

const List = styled(TabList)`
  display: flex;
  gap: 4px 2px;
  overflow-x: auto;
  border-bottom: 1px solid var(--hair);
  scrollbar-width: thin;
  /* On a telephone they are pushed along; where there is room below they need no bar, which hides the last of them. */
  @media (min-width: 700px) {
    flex-wrap: wrap;
    overflow-x: visible;
  }
` as typeof TabList;

const Name = styled(Tab)`
  flex: none;
  min-height: 44px;
  padding: 10px 12px 6px;
  border-bottom: 4px solid transparent;
  font:
    400 18px/1.2 "Barlow Semi Condensed",
    sans-serif;
  color: var(--steel);
  cursor: pointer;
  outline: none;
  white-space: nowrap;
  &[data-hovered] {
    color: var(--ink);
  }
  &[data-selected] {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--working);
  }
  @media (forced-colors: active) {
    border-color: Canvas;
    &[data-selected] {
      border-color: Highlight;
    }
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: -3px;
  }
`;

const Body = styled(TabPanel)`
  padding-top: 16px;
  outline: none;
  &[data-inert] {
    display: none;
  }
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: 4px;
  }
`;

/** One of several things of which one is shown. */
export interface TabOf<Id extends string> {
  id: Id;
  title: string;
  /** How many there are; said beside the title, and nothing where there are none. */
  count?: number;
  body: ReactNode;
  /** Whether it stays as it is while another is shown, because something may have been typed in it. */
  stays?: boolean;
}

interface Props<Id extends string> {
  label: string;
  tabs: readonly TabOf<Id>[];
  shown: Id;
  onShow: (id: Id) => void;
}

/** Several things at one place, of which one is shown at a time. */
export function Tabs<Id extends string>({ label, tabs, shown, onShow }: Props<Id>) {
  return (
    <AriaTabs selectedKey={shown} onSelectionChange={(id) => onShow(id as Id)} keyboardActivation="manual">
      <List aria-label={label}>
        {tabs.map((t) => (
          <Name key={t.id} id={t.id}>
            {t.title}
            {t.count !== undefined && t.count > 0 && ` ${t.count}`}
          </Name>
        ))}
      </List>
      <TabPanels>
        {tabs.map((t) => (
          <Body key={t.id} id={t.id} shouldForceMount={t.stays ?? false}>
            <Suspense fallback={<Busy what="Opening" />}>{t.body}</Suspense>
          </Body>
        ))}
      </TabPanels>
    </AriaTabs>
  );
}
