import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { TAB } from "./tabs";

/** A title as a value: it becomes part of an id, and ids hold no spaces. */
function slug(title: string | undefined): string {
  return (title ?? "").replaceAll(" ", "-");
}

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
    <Tabs.Root key={label} defaultValue={slug(pages[0]?.title)} className="space-y-3">
      <Tabs.List
        aria-label={label}
        className="no-print flex overflow-x-auto border-b border-line [scrollbar-width:none]"
      >
        {pages.map((p) => (
          <Tabs.Trigger key={p.title} value={slug(p.title)} className={TAB}>
            {p.title}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {pages.map((p) => (
        <Tabs.Content key={p.title} value={slug(p.title)} className="space-y-4">
          {p.content}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
