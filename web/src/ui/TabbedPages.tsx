import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { TAB } from "./tabs";

/** A title as a value: it becomes part of an id, and ids hold no spaces. */
function slug(title: string | undefined): string {
  return (title ?? "").replaceAll(" ", "-");
}

/** Pages of one stage behind tabs; a single one stands by itself. */
export function TabbedPages({
  label,
  pages,
  shown,
  show,
}: {
  label: string;
  pages: { title: string; content: ReactNode }[];
  /** Title of the one that is open; the first where there is none of that title. */
  shown: string | undefined;
  show: (title: string) => void;
}) {
  const [first] = pages;
  const open = pages.find((p) => p.title === shown) ?? first;
  if (pages.length === 1) return first?.content;
  return (
    // Tabs of another stage are others.
    <Tabs.Root
      key={label}
      value={slug(open?.title)}
      onValueChange={(value) => {
        const to = pages.find((p) => slug(p.title) === value);
        if (to) show(to.title);
      }}
      className="space-y-3"
    >
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
