import { Tabs } from "radix-ui";
import { TAB } from "../../ui/tabs";
import { ProofSheet } from "./ProofSheet";
import { ProveSheet } from "./ProveSheet";

/** The plan proven on the desk, and the readings taken on the vehicle. */
export function ProveTabs() {
  return (
    <Tabs.Root defaultValue="readings" className="space-y-3">
      <Tabs.List aria-label="Prove" className="no-print flex border-b border-line">
        <Tabs.Trigger value="readings" className={TAB}>
          Readings
        </Tabs.Trigger>
        <Tabs.Trigger value="proof" className={TAB}>
          Proof
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="readings" className="space-y-4">
        <ProveSheet />
      </Tabs.Content>
      <Tabs.Content value="proof" className="space-y-4">
        <ProofSheet />
      </Tabs.Content>
    </Tabs.Root>
  );
}
