import { useState } from "react";
import { useDesk } from "../../sheet/desk";
import { PlaceCard } from "./PlaceCard";
import { SkeletonView } from "./SkeletonView";
import { WayCard } from "./WayCard";

/** The skeleton, the way that is looked at, and the bundles. */
export function VehicleSheet() {
  const { job, answers, circuit } = useDesk();
  const [chosen, setChosen] = useState<string>();
  const [place, setPlace] = useState("");
  const route = answers.route;
  if (!route)
    return (
      <p className="card p-4">
        This job has no skeleton: its paths are the sections at the left. Lay the wires on a
        skeleton to see them on the vehicle.
      </p>
    );
  const here = job.circuits?.[circuit]?.id;
  const way = route.ways.find((w) => w.id === chosen);
  const path = route.circuits.find((c) => c.circuit === here);
  return (
    <>
      <section aria-label="Skeleton" className="card space-y-3 p-4">
        <div className="flex flex-wrap gap-x-6">
          {path && (
            <p className="font-semibold">
              {path.name}: <span className="font-reading text-copper">{path.text}</span>
            </p>
          )}
          <p className="ml-auto font-reading text-sm">{route.total_text}</p>
        </div>
        <SkeletonView
          route={route}
          circuit={here}
          chosen={chosen}
          onChoose={setChosen}
          place={place}
          onPlace={setPlace}
        />
        <p className="text-sm text-soft">
          Copper: this circuit. Dark: other wires, as thick as their bundle. Dashed: no wire.
          Triangle: something can hurt a wire there. Touch a way to measure or forbid it, a place to
          name or move it.
        </p>
      </section>
      {way && <WayCard way={way} />}
      <PlaceCard route={route} chosen={place} onChoose={setPlace} />
      <section aria-label="Bundles" className="card overflow-x-auto p-4">
        <h2 className="text-base">Bundles</h2>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              <th className="py-1 pr-4 font-normal">Way</th>
              <th className="py-1 pr-4 font-normal">Length</th>
              <th className="py-1 font-normal">What lies there</th>
            </tr>
          </thead>
          <tbody>
            {route.ways
              .filter((w) => w.wires > 0)
              .map((w) => (
                <tr key={w.id} className="border-t border-line">
                  <td className="py-1 pr-4">{w.name}</td>
                  <td className="py-1 pr-4 font-reading whitespace-nowrap">{w.length_text}</td>
                  <td className="py-1 font-reading">{w.bundle_text}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </section>
    </>
  );
}
