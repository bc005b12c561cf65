import { useDesk } from "../../sheet/desk";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { ChoiceField } from "../../ui/fields";
import { Panel } from "../../ui/Panel";
import { SectionList } from "./SectionList";

export function RunPanel() {
  const { job, circuit } = useDesk();
  const at = `circuits[${circuit}].run`;
  return (
    <Panel title="Run" says="The path as measured with a string, section by section.">
      <CircuitPicker />
      {job.circuits?.[circuit] && (
        <>
          <SectionList path={`${at}.supply`} title="To the lamps" waypoints />
          <ChoiceField
            path={`${at}.return_by`}
            label="Return"
            options={[
              { value: "chassis_stud", label: "by a stud on the frame" },
              { value: "battery_negative", label: "by wire to battery negative" },
            ]}
            read={(held) => String(held ?? "chassis_stud")}
          />
          <SectionList path={`${at}.back`} title="And back" />
        </>
      )}
      <p className="text-sm text-soft">
        150 mm off the exhaust, never along brake or fuel lines, grommet in every hole, clips every
        30 to 45 cm, slack at hinges. Exhaust cold, vehicle on stands.
      </p>
    </Panel>
  );
}
