import type { Schemas } from "../api/client";
import { WayFields } from "../stages/run/WayFields";
import { Button } from "../ui/Button";
import { ChoiceField, NumberField, TextField } from "../ui/fields";
import { PlaceField } from "../ui/PlaceField";
import { useWithUnit } from "../ui/units";
import { useDesk } from "./desk";
import { type LightPath, named, type SectionPath } from "./jobPath";
import { getAt } from "./path";

type Fact = Schemas["Fact"];

/** The facts of what was touched in the picture, changed on the spot. */
export function TouchedFacts({ facts }: { facts: Fact[] }) {
  return (
    <ul aria-label="What was touched" className="no-print mb-3 space-y-2">
      {facts.map((fact) => (
        <Told key={"path" in fact ? fact.path : fact.way} fact={fact} />
      ))}
    </ul>
  );
}

const ROW = "figures grid items-end gap-2 rounded border border-line p-2";

function Told({ fact }: { fact: Fact }) {
  const { job, answers, catalog, go } = useDesk();
  const withUnit = useWithUnit();
  if (fact.of === "way") {
    const way = answers.route?.ways.find((w) => w.id === fact.way);
    if (!way) return null;
    return (
      <li className="rounded border border-line p-2">
        <p className="flex flex-wrap items-center gap-x-3 font-semibold">
          {way.name}
          <span className="font-reading font-normal text-soft">
            {way.length_text}, {way.zone_text}
          </span>
          <Button kind="quiet" className="ml-auto" onClick={() => go("run", "Vehicle")}>
            On the vehicle
          </Button>
        </p>
        <WayFields way={way} />
      </li>
    );
  }
  if (fact.of === "length")
    return (
      <li className={ROW}>
        <NumberField path={named(fact.path)} label="Length" unit="m" />
      </li>
    );
  if (fact.of === "site")
    return (
      <li className={ROW}>
        <PlaceField path={named(fact.path)} label="It sits" />
      </li>
    );
  if (fact.of === "light") {
    const at = named<LightPath>(fact.path);
    return (
      <li className={`${ROW} sm:grid-cols-[2fr_1fr_1fr_1fr]`}>
        <TextField path={`${at}.name`} label="Light" />
        <NumberField path={`${at}.count`} label="How many" unit="" whole required />
        <NumberField path={`${at}.label_w`} label="Label, one lamp" unit="W" />
        <Button kind="quiet" onClick={() => go("light")}>
          More of it
        </Button>
      </li>
    );
  }
  const section = getAt(job, fact.path) as Schemas["Section"] | undefined;
  if (!section) return null;
  const at = named<SectionPath>(fact.path);
  return (
    <li className={`${ROW} sm:grid-cols-[1fr_1fr_2fr_1fr]`}>
      <span className="self-center font-semibold">{section.name}</span>
      <NumberField path={`${at}.length_m`} label="Length" unit="m" />
      <ChoiceField
        path={`${at}.zone`}
        label="Zone"
        options={catalog.zones.map((z) => ({
          value: z.zone,
          label: `${z.label}, ${withUnit(z.ambient_c, "°C")}`,
        }))}
      />
      <NumberField path={`${at}.ambient_c`} label="Hot there" unit="°C" />
    </li>
  );
}
