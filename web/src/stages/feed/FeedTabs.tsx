import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { TAB } from "../../ui/tabs";
import { ShiftSheet } from "./ShiftSheet";

/** The circuits, and the batteries over a working shift. */
export function FeedTabs({ circuits }: { circuits: ReactNode }) {
  return (
    <Tabs.Root defaultValue="circuits" className="space-y-3">
      <Tabs.List aria-label="Feed" className="no-print flex border-b border-line">
        <Tabs.Trigger value="circuits" className={TAB}>
          Circuits
        </Tabs.Trigger>
        <Tabs.Trigger value="shift" className={TAB}>
          Shift
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="circuits" className="space-y-4">
        {circuits}
      </Tabs.Content>
      <Tabs.Content value="shift" className="space-y-4">
        <ShiftSheet />
      </Tabs.Content>
    </Tabs.Root>
  );
}
