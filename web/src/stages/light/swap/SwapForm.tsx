import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import type { SwapPath } from "../../../sheet/jobPath";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import {
  CheckField,
  ChoiceField,
  NumberField,
  TextField,
  WholeTextField,
} from "../../../ui/fields";
import { SeriesPinsForm } from "./SeriesPinsForm";

type Swap = Schemas["SwapFunction"];

/** What is in the circuit of a function: bulbs, lamps, watcher, and what was put beside them. */
export function SwapForm({ path, swap, bulbs }: { path: SwapPath; swap: Swap; bulbs: string[] }) {
  const { edit, catalog } = useDesk();
  const watched = swap.watched?.by ?? "nothing";
  const add = () =>
    edit((j) => setAt(j, `${path}.bulbs[${swap.bulbs.length}]`, catalog.fresh.bulbs));
  return (
    <div className="space-y-3">
      <div className="grid gap-2 sm:grid-cols-3">
        <TextField path={`${path}.name`} label="Name" />
        <ChoiceField
          path={`${path}.signal`}
          label="Function"
          options={catalog.swap_signals.map((s) => ({ value: s.signal, label: s.label }))}
        />
        <ChoiceField
          path={`${path}.watched`}
          label="Watched by"
          options={catalog.watchers.map((w) => ({ value: w.start.by, label: w.label }))}
          read={() => watched}
          write={(v) => catalog.watchers.find((w) => w.start.by === v)?.start}
        />
      </div>
      {watched === "electronic_flasher" && (
        <NumberField path={`${path}.watched.least_a`} label="Bulb-out threshold" unit="A" />
      )}
      {swap.watched?.by === "module" && (
        <Module path={`${path}.watched`} coding={swap.watched.coding} />
      )}
      {swap.bulbs.map((b, k) => (
        <Bulbs key={k} path={`${path}.bulbs[${k}]`} place={b} bulbs={bulbs} />
      ))}
      <Button onClick={add}>Add a place</Button>
      <Beside path={path} swap={swap} />
      <div className="flex flex-wrap gap-x-6 border-t border-line pt-2">
        <CheckField path={`${path}.is_closed_housing`} label="Closed housing: heat stays in" />
        <CheckField path={`${path}.has_open_fan`} label="LED lamp with an open fan" />
        <CheckField path={`${path}.was_powered_unplugged`} label="Switched on while unplugged" />
      </div>
      <Button kind="quiet" onClick={() => edit((j) => setAt(j, path, undefined))}>
        Remove this function
      </Button>
    </div>
  );
}

/** What a module does with its outputs, and the bit that tells it of LED lamps. */
function Module({
  path,
  coding,
}: {
  path: `${SwapPath}.watched`;
  coding: Schemas["CodingBit"] | null | undefined;
}) {
  const { edit, catalog } = useDesk();
  return (
    <>
      <div className="grid items-end gap-2 sm:grid-cols-3">
        <NumberField path={`${path}.least_a`} label="Bulb-out threshold" unit="A" />
        <NumberField path={`${path}.duty`} label="Dims by pulses: on for" unit="of 1" />
        <CheckField path={`${path}.has_cold_pulses`} label="Tests bulbs while off" />
      </div>
      {coding ? (
        <>
          <fieldset className="grid items-end gap-2 border-t border-line pt-2 sm:grid-cols-3">
            <legend className="sr-only">Coding</legend>
            <TextField path={`${path}.coding.module`} label="Module, and what the bit is for" />
            <NumberField
              path={`${path}.coding.byte`}
              label="Byte, if it has several"
              unit=""
              whole
            />
            <NumberField path={`${path}.coding.bit`} label="Bit" unit="" whole required />
            <WholeTextField path={`${path}.coding.value`} label="Value as read" />
            <WholeTextField path={`${path}.coding.written`} label="Value written" />
            <Button kind="quiet" onClick={() => edit((j) => setAt(j, `${path}.coding`, undefined))}>
              No bit
            </Button>
          </fieldset>
          <SeriesPinsForm path={`${path}.coding`} pins={coding.pins ?? []} />
        </>
      ) : (
        <Button onClick={() => edit((j) => setAt(j, `${path}.coding`, catalog.fresh.coding_bit))}>
          It has a bit for LED lamps
        </Button>
      )}
    </>
  );
}

function Bulbs({
  path,
  place,
  bulbs,
}: {
  path: `${SwapPath}.bulbs[${number}]`;
  place: Schemas["BulbPlace"];
  bulbs: string[];
}) {
  const { edit, catalog } = useDesk();
  const codes = bulbs.map((value) => ({ value, label: value }));
  return (
    <fieldset className="space-y-1 border-t border-line pt-2">
      <legend className="sr-only">{place.place}</legend>
      <div className="grid items-end gap-2 sm:grid-cols-6">
        <TextField path={`${path}.place`} label="Place" />
        <ChoiceField path={`${path}.bulb`} label="Bulb" options={codes} />
        <NumberField path={`${path}.count`} label="Count" unit="" whole required />
        {place.led ? (
          <>
            <NumberField path={`${path}.led.watt`} label="LED" unit="W" required />
            <NumberField path={`${path}.led.flux_lm`} label="Its light" unit="lm" />
          </>
        ) : (
          <span className="pb-2 text-sm text-soft sm:col-span-2">stays a bulb</span>
        )}
        <Button
          onClick={() =>
            edit((j) => setAt(j, `${path}.led`, place.led ? undefined : catalog.fresh.led))
          }
        >
          {place.led ? "Leave the bulb" : "Make it LED"}
        </Button>
      </div>
      <div className="flex flex-wrap gap-x-6">
        <CheckField path={`${path}.is_second_filament`} label="The weaker of two filaments" />
        {place.led && (
          <>
            <CheckField path={`${path}.led.takes_either_polarity`} label="Either way round" />
            <CheckField path={`${path}.led.is_monitored_type`} label="Monitored type" />
          </>
        )}
      </div>
    </fieldset>
  );
}

/** Resistor and smoothing beside the lamps. */
function Beside({ path, swap }: { path: SwapPath; swap: Swap }) {
  const { edit, catalog } = useDesk();
  const resistor = swap.resistor ? undefined : catalog.fresh.resistor;
  return (
    <div className="grid items-end gap-2 border-t border-line pt-2 sm:grid-cols-4">
      <ChoiceField
        path={`${path}.smoothing`}
        label="At each LED lamp"
        options={catalog.choices.smoothings}
        write={(v) => v || undefined}
      />
      {swap.resistor && (
        <>
          <NumberField path={`${path}.resistor.ohm`} label="Load resistor" unit="ohm" required />
          <ChoiceField
            path={`${path}.resistor.seat`}
            label="It sits"
            options={catalog.choices.resistor_seats}
          />
        </>
      )}
      <Button onClick={() => edit((j) => setAt(j, `${path}.resistor`, resistor))}>
        {swap.resistor ? "No resistor" : "Add a load resistor"}
      </Button>
    </div>
  );
}
