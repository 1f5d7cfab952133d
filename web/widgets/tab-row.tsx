import { Tab, TabList } from '@headlessui/react';

/** The tabs of a screen, in one row. */
export function TabRow({ label, tabs }: { label: string; tabs: readonly string[] }) {
  return (
    <TabList className="flex h-9 shrink-0 items-stretch gap-5 border-b border-rule px-4" aria-label={label}>
      {tabs.map((tab) => (
        <Tab
          key={tab}
          className="border-b-2 border-transparent px-1 text-second hover:text-text data-selected:border-lamp data-selected:text-text"
        >
          {tab}
        </Tab>
      ))}
    </TabList>
  );
}
