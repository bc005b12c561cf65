import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";

type Point = Schemas["MayDiffer"];

/** What may differ from vehicle to vehicle without a reason. */
export function PointBoxes({ points, set }: { points: Point[]; set: (points: Point[]) => void }) {
  const choices = useCatalog().data?.data.choices.may_differ ?? [];
  return (
    <fieldset>
      <legend className="text-sm text-soft">May differ without a reason</legend>
      <div className="flex flex-wrap gap-x-5">
        {choices.map((c) => {
          const point = c.value as Point;
          const has = points.includes(point);
          return (
            <label key={c.value} className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                checked={has}
                onChange={() => set(has ? points.filter((p) => p !== point) : [...points, point])}
              />
              {c.label}
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}
