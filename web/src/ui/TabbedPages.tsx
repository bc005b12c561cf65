import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { TAB } from "./tabs";

/** Pages of one stage behind tabs, the first one open. */
export function TabbedPages({
  label,
  pages,
}: {
  label: string;
  pages: { title: string; content: ReactNode }[];
}) {
  return (
    // Another stage begins at its own first page.
    <Tabs.Root key={label} defaultValue={pages[0]?.title ?? ""} className="space-y-3">
      <Tabs.List aria-label={label} className="no-print flex overflow-x-auto border-b border-line">
        {pages.map((p) => (
          <Tabs.Trigger key={p.title} value={p.title} className={TAB}>
            {p.title}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {pages.map((p) => (
        <Tabs.Content key={p.title} value={p.title} className="space-y-4">
          {p.content}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
