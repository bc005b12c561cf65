import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath, MeasuredPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/fields";
import { CurvePlot } from "./CurvePlot";
import { MeasureForm } from "./MeasureForm";

/** Current of a lamp as measured, at one voltage or several. */
export function Readings({
  at,
  light,
  curve,
}: {
  at: LightPath;
  light: Schemas["Light"];
  curve?: Schemas["CurveAnswer"] | null;
}) {
  const { edit } = useDesk();
  const further = light.measured_also ?? [];
  const read = light.measured ? [light.measured, ...further] : further;
  const place = (n: number): MeasuredPath =>
    light.measured && n === 0
      ? `${at}.measured`
      : `${at}.measured_also[${light.measured ? n - 1 : n}]`;
  return (
    <div className="space-y-2">
      {read.map((reading, n) => (
        <div key={place(n)} className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
          <NumberField
            path={`${place(n)}.amps`}
            label={reading.of_all ? `Measured, all ${light.count}` : "Measured, one lamp"}
            unit="A"
            required
          />
          <NumberField path={`${place(n)}.volts`} label="at" unit="V" required />
          <Button
            kind="quiet"
            className="!px-0"
            onClick={() => edit((j) => setAt(j, place(n), undefined))}
          >
            Forget<span className="sr-only"> the measurement at {reading.volts} V</span>
          </Button>
        </div>
      ))}
      {read.length === 0 ? (
        <MeasureForm at={`${at}.measured`} lamps={light.count} />
      ) : (
        <details>
          <summary className="text-sm text-spruce">Measured at another voltage too</summary>
          <MeasureForm at={`${at}.measured_also[${further.length}]`} lamps={light.count} />
        </details>
      )}
      {curve && <CurvePlot curve={curve} />}
    </div>
  );
}
