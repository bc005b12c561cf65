import { useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { useSayOfWay, WayFields } from "./WayFields";

type Hazard = Schemas["Hazard"];
type Way = Schemas["RouteWay"];

/** What a trial would cost, asked when the way is looked at. */
function useCost(trial: Schemas["OptionTrial"] | undefined) {
  const { job } = useDesk();
  return useQuery<Schemas["Cost"], ApiError>({
    queryKey: ["cost", identity(job), trial],
    enabled: trial !== undefined,
    retry: false,
    queryFn: async () =>
      unwrap(
        api.POST("/api/route/cost", { body: { job, trial: trial as Schemas["OptionTrial"] } }),
      ),
  });
}

/** One way: its length, what it passes, what lies on it, and what it costs to go without. */
export function WayCard({ way }: { way: Way }) {
  const { job, circuit, edit, catalog } = useDesk();
  const here = job.circuits?.[circuit];
  const say = useSayOfWay(way.id);
  const used = way.circuits.length > 0;
  const without = useCost(used && !way.is_forbidden ? { try: "forbid", way: way.id } : undefined);
  const mayPin =
    here?.sites &&
    !way.circuits.includes(here.id) &&
    !here.sites.pinned?.includes(way.id) &&
    !way.is_forbidden;
  const pinned = useCost(
    mayPin && here ? { try: "pin", circuit: here.id, way: way.id } : undefined,
  );
  const hazards = way.hazards;
  const offered = catalog.choices.hazards.map((h) => ({ ...h, value: h.value as Hazard }));
  return (
    <section aria-label={`Way: ${way.name}`} className="card space-y-3 p-4">
      <h2 className="text-base">{way.name}</h2>
      <p className="font-reading text-sm">
        {way.length_text}, {way.zone_text}
        {way.passage_text && `, ${way.passage_text}`}
      </p>
      {way.bundle_text && <p className="font-reading text-sm text-copper">{way.bundle_text}</p>}
      <WayFields way={way} />
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <legend className="sr-only">What can hurt a wire there</legend>
        {offered.map((h) => (
          <label key={h.value} className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              checked={hazards.includes(h.value)}
              onChange={(e) =>
                say({
                  hazards: e.target.checked
                    ? [...hazards, h.value]
                    : hazards.filter((x) => x !== h.value),
                })
              }
            />
            {h.label}
          </label>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => say({ is_forbidden: way.is_forbidden ? undefined : true })}>
          {way.is_forbidden ? "Allow this way again" : "Forbid this way"}
        </Button>
        {without.data && <Costs title="Without it" says={without.data.says} />}
      </div>
      {mayPin && (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            onClick={() =>
              edit((j) =>
                setAt(j, `circuits[${circuit}].sites.pinned`, [
                  ...(here?.sites?.pinned ?? []),
                  way.id,
                ]),
              )
            }
          >
            Pin {here?.name} to it
          </Button>
          {pinned.data && <Costs title="Pinned" says={pinned.data.says} />}
        </div>
      )}
    </section>
  );
}

function Costs({ title, says }: { title: string; says: string[] }) {
  return (
    <p className="text-sm" role="status">
      {title}: {says.join("; ")}
    </p>
  );
}
