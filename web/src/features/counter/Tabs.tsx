import type { ReactNode } from "react";
import { Tabs as Group, Tab, TabList, TabPanel } from "react-aria-components";

export const TABS = [
  { key: "piece", name: "The piece" },
  { key: "fresh", name: "Is it fresh" },
  { key: "portions", name: "Cut it up" },
  { key: "buy", name: "Buy" },
  { key: "thaw", name: "Thaw" },
  { key: "left", name: "Left over" },
  { key: "kept", name: "Kept" },
  { key: "own", name: "Own fish" },
] as const;
export type TabKey = (typeof TABS)[number]["key"];
export const TAB_KEYS = TABS.map((t) => t.key) as [TabKey, ...TabKey[]];

/** The tab so many further on, round and round. */
export function tabFrom(tab: TabKey, by: number): TabKey {
  const i = TABS.findIndex((t) => t.key === tab);
  return TABS[(i + by + TABS.length) % TABS.length]?.key ?? "piece";
}

type Props = { tab: TabKey; setTab: (tab: TabKey) => void; children: ReactNode };

/** Words in a row of which one is open, and what it opens. */
export function Tabs({ tab, setTab, children }: Props) {
  return (
    <Group
      selectedKey={tab}
      onSelectionChange={(key) => setTab(key as TabKey)}
      className="grid gap-y-4 min-w-0"
    >
      <TabList aria-label="At the counter" className="flex flex-wrap gap-x-5 hair-b -mt-2">
        {TABS.map((t) => (
          <Tab key={t.key} id={t.key} className="pick -mb-px" data-testid={`tab-${t.key}`}>
            {t.name}
          </Tab>
        ))}
      </TabList>
      <TabPanel key={tab} id={tab} className="lg:min-h-[352px]">
        {children}
      </TabPanel>
    </Group>
  );
}
