import { useDesk } from "../../sheet/desk";
import { Panel } from "../../ui/Panel";

export function ProvePanel() {
  const { answers } = useDesk();
  const taken = answers.checks.filter((c) => c.judgement.reading).length;
  const good = answers.checks.filter((c) => c.judgement.verdict === "good").length;
  return (
    <Panel title="Prove" says="Engine off. Read the battery first: it narrows every other window.">
      <p className="font-reading text-lg">
        {taken} of {answers.checks.length} read, {good} as expected
      </p>
      <ul className="list-disc space-y-1 pl-5 text-soft">
        <li>Meter on the range above the expected voltage.</li>
        <li>Wiggle each connector and pull each crimp while it is lit.</li>
        <li>Key off at the end: the current must be back where it was.</li>
        <li>Amps: clamp round the wire, or the meter in place of the fuse.</li>
      </ul>
    </Panel>
  );
}
