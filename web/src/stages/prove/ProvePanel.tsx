import { useDesk } from "../../sheet/desk";
import { Panel } from "../../ui/Panel";
import { ProveTips } from "./ProveTips";

export function ProvePanel() {
  const { answers } = useDesk();
  const short = answers.checks.filter((c) => c.is_short);
  const taken = short.filter((c) => c.judgement.reading).length;
  const good = short.filter((c) => c.judgement.verdict === "good").length;
  return (
    <Panel title="Prove" says="Engine off. Read the battery first: it narrows every other window.">
      <p className="font-reading text-lg">
        {taken} of {short.length} read, {good} as expected
      </p>
      <ProveTips className="max-lg:hidden" />
    </Panel>
  );
}
