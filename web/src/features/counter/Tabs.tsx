export const TABS = [
  { key: "piece", name: "The piece" },
  { key: "fresh", name: "Is it fresh" },
  { key: "portions", name: "Cut it up" },
  { key: "buy", name: "Buy" },
  { key: "thaw", name: "Thaw" },
  { key: "kept", name: "Kept" },
  { key: "own", name: "Own fish" },
] as const;
export type Tab = (typeof TABS)[number]["key"];

/** The tab so many further on, round and round. */
export function tabFrom(tab: Tab, by: number): Tab {
  const i = TABS.findIndex((t) => t.key === tab);
  return TABS[(i + by + TABS.length) % TABS.length]?.key ?? "piece";
}

/** Words in a row of which one is open, with the keys of tabs. */
export function Tabs({ tab, setTab }: { tab: Tab; setTab: (tab: Tab) => void }) {
  const move = (by: number) => {
    const next = tabFrom(tab, by);
    setTab(next);
    document.getElementById(`tab-${next}`)?.focus();
  };
  return (
    <div role="tablist" aria-label="At the counter" className="flex flex-wrap gap-x-5 hair-b -mt-2">
      {TABS.map((t) => (
        <button
          key={t.key}
          id={`tab-${t.key}`}
          type="button"
          role="tab"
          aria-selected={t.key === tab}
          aria-controls={`panel-${t.key}`}
          tabIndex={t.key === tab ? 0 : -1}
          className="pick -mb-px"
          data-testid={`tab-${t.key}`}
          onClick={() => setTab(t.key)}
          onKeyDown={(e) => {
            if (e.key === "ArrowRight") move(1);
            else if (e.key === "ArrowLeft") move(-1);
            else return;
            e.preventDefault();
          }}
        >
          {t.name}
        </button>
      ))}
    </div>
  );
}
