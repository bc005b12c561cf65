import { Panel } from "../../ui/Panel";
import { useWork } from "./useWork";

export function FitPanel() {
  const { data } = useWork();
  return (
    <Panel title="Fit" says="One step after the other; what has to come first is held back.">
      {data && <p className="font-reading max-lg:hidden">{data.text}</p>}
      <p className="text-sm text-soft">
        Battery negative off before any joint, on again last. Nothing is closed before its test,
        nothing loads an adhesive before it has cured. Minutes are common practice.
      </p>
    </Panel>
  );
}
