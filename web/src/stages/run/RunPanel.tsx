import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { ChoiceField } from "../../ui/fields";
import { Panel } from "../../ui/Panel";
import { isGroundedByHousings } from "../light/housing/lamps";
import { KitForm } from "./KitForm";
import { SectionList } from "./SectionList";
import { SitesForm } from "./SitesForm";
import { SkeletonForm } from "./SkeletonForm";
import { ToLampsForm } from "./ToLampsForm";

export function RunPanel() {
  const { job, circuit, answers, catalog } = useDesk();
  const at = `circuits[${circuit}].run` as const;
  const here = job.circuits?.[circuit];
  const isGrounded = here && isGroundedByHousings(job, here.id);
  const isLaid = job.skeleton && here?.sites;
  return (
    <Panel
      title="Run"
      says={
        isLaid
          ? "Where the parts sit and how large the vehicle is: the paths follow."
          : "The path as measured with a string, section by section."
      }
    >
      <CircuitPicker />
      {here?.kit && <KitForm />}
      {isLaid && <SitesForm />}
      {here && (
        <>
          {!isLaid && (
            <SectionList
              path={`${at}.supply`}
              title="To the lamps"
              waypoints={catalog.choices.waypoints}
            />
          )}
          {!isLaid && here.feed?.from !== "plug" && <ToLampsForm />}
          {isGrounded ? (
            <p className="text-sm">
              Back through the ground of its housing, which all functions share: see Light.
            </p>
          ) : (
            <ChoiceField
              path={`${at}.return_by`}
              label="Return"
              options={catalog.choices.returns}
              read={(held) => String(held ?? "chassis_stud")}
            />
          )}
          <ChoiceField
            path={`circuits[${circuit}].drop`}
            label="Drop in the copper"
            options={[{ value: "", label: "as the shop" }, ...catalog.choices.drops]}
            write={(v) => v || undefined}
          />
          {!isLaid && !isGrounded && (
            <SectionList
              path={`${at}.back`}
              title="And back"
              waypoints={catalog.choices.waypoints.filter(isBehindTheLamps)}
            />
          )}
        </>
      )}
      {here && !here.kit && here.feed?.from !== "plug" && <KitForm />}
      <SkeletonForm />
      <p className="text-sm text-soft">{answers.path_rules}</p>
    </Panel>
  );
} /** Behind the lamps there is no fuse and no switch. */
function isBehindTheLamps(waypoint: Schemas["ValueLabel"]): boolean {
  return waypoint.value === "pass" || waypoint.value === "connector";
}
