import { useRef } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath, StripPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { BacklightForm } from "./BacklightForm";
import { EdgeList } from "./EdgeList";
import { LightAlong, StripPicture } from "./StripPicture";

/** Strips of the circuit along their edges, and modules behind openings. */
export function StripSheet() {
  const { job, answers, circuit } = useDesk();
  const here = job.circuits?.[circuit];
  const answer = answers.circuits.find((c) => c.id === here?.id);
  const lights = here?.lights ?? [];
  const isAny = lights.some((l) => l.draws.kind === "strip" || l.backlight);
  return (
    <div className="space-y-4">
      {lights.map((light, k) => {
        const at = `circuits[${circuit}].lights[${k}]` as const;
        const found = answer?.lights.find((l) => l.id === light.id);
        return (
          <div key={light.id} className="space-y-4">
            {light.draws.kind === "strip" && (
              <StripCard at={at} light={light} strip={found?.strip ?? undefined} />
            )}
            <BacklightForm at={at} light={light} says={found?.backlight ?? []} />
          </div>
        );
      })}
      {!isAny && (
        <p className="card p-4">
          No strip in this circuit. Under Light, add a strip from the catalog or choose the kind
          &ldquo;LED with resistors, strip&rdquo;; then its edges are typed here.
        </p>
      )}
    </div>
  );
}

/** The field of an edge's length: its facts begin there. */
function lengthOf(edges: HTMLDivElement | null, k: number): HTMLInputElement | undefined {
  return edges?.querySelectorAll(".edge")[k]?.querySelectorAll("input")[1];
}

function StripCard({
  at,
  light,
  strip,
}: {
  at: LightPath;
  light: Schemas["Light"];
  strip: Schemas["StripAnswer"] | undefined;
}) {
  const { edit } = useDesk();
  const edges = useRef<HTMLDivElement>(null);
  const say = (value: unknown) => edit((j) => setAt(j, `${at}.strip`, value));
  if (!light.strip)
    return (
      <section className="card space-y-2 p-4" aria-label={`${light.name}: edges`}>
        <h2 className="text-base">{light.name}</h2>
        <p className="text-soft">Its power is what its label says, at one place.</p>
        <Button onClick={() => say({ edges: [{ name: "Edge 1", length_m: 1 }] })}>
          Lay it along edges
        </Button>
      </section>
    );
  return (
    <section className="card space-y-4 p-4" aria-label={`${light.name}: edges`}>
      <div className="flex flex-wrap items-baseline gap-x-6">
        <h2 className="text-base">{light.name}</h2>
        <Button kind="quiet" className="no-print ml-auto" onClick={() => say(undefined)}>
          No longer along edges
        </Button>
      </div>
      {strip ? (
        <>
          <StripPicture
            edges={light.strip.edges ?? []}
            strip={strip}
            onEdge={(k) => lengthOf(edges.current, k)?.focus()}
          />
          <LightAlong strip={strip} />
          <div className="grid gap-6 md:grid-cols-2">
            <section aria-label="Ways to feed it">
              <h3 className="text-sm font-semibold">Fed at</h3>
              <ul className="mt-1 space-y-2">
                {strip.ways.map((w) => (
                  <li key={w.feed} className="flex items-start gap-2 text-sm">
                    <Mark shape={w.is_even ? "done" : "mind"} />
                    <span className="min-w-0 flex-1">
                      <span className={w.is_used ? "font-semibold" : ""}>
                        {w.label}
                        {w.is_used && (light.strip?.feed ? ", chosen" : ", advised")}
                      </span>
                      <span className="block font-reading text-xs text-soft">{w.text}</span>
                    </span>
                    {!w.is_used && (
                      <Button
                        kind="quiet"
                        className="no-print !px-1"
                        onClick={() => edit((j) => setAt(j, `${at}.strip.feed`, w.feed))}
                      >
                        Use<span className="sr-only"> {w.label}</span>
                      </Button>
                    )}
                  </li>
                ))}
              </ul>
              {light.strip.feed && (
                <Button
                  kind="quiet"
                  className="no-print !px-0"
                  onClick={() => edit((j) => setAt(j, `${at}.strip.feed`, undefined))}
                >
                  Choose for me
                </Button>
              )}
            </section>
            <section aria-label="What it takes">
              <h3 className="text-sm font-semibold">What it takes</h3>
              <div role="status">
                <ul className="mt-1 list-disc space-y-1 pl-4 text-sm">
                  {strip.says.map((s) => (
                    <li key={s}>{s}</li>
                  ))}
                </ul>
              </div>
              <h3 className="mt-3 text-sm font-semibold">Pieces</h3>
              <ol className="mt-1 text-sm">
                {strip.pieces.map((p) => (
                  <li key={p.number}>
                    <span className="font-reading">{p.number}</span>{" "}
                    {light.strip?.edges?.[p.edge]?.name}, from{" "}
                    <span className="font-reading">{p.from_text}</span>: {p.text}
                  </li>
                ))}
              </ol>
            </section>
          </div>
        </>
      ) : (
        <p role="alert">Nothing fits yet: each clear span is shorter than a mark or a module.</p>
      )}
      <div ref={edges}>
        <StripForm at={`${at}.strip`} strip={light.strip} />
      </div>
    </section>
  );
}

function StripForm({ at, strip }: { at: StripPath; strip: Schemas["Strip"] }) {
  const { answers, job, catalog } = useDesk();
  const places = answers.route?.places ?? [];
  return (
    <div className="no-print space-y-3 border-t border-line pt-3">
      <EdgeList at={`${at}.edges`} edges={strip.edges ?? []} />
      <div className="grid grid-cols-2 items-end gap-2 md:grid-cols-4">
        <NumberField path={`${at}.watt_per_m`} label="Power" unit="W/m" />
        <NumberField path={`${at}.mark_mm`} label="Mark to mark" unit="mm" />
        <NumberField path={`${at}.rail_mm2`} label="Copper of a rail" unit="mm²" />
        <NumberField path={`${at}.width_mm`} label="Width" unit="mm" />
        <NumberField path={`${at}.reel_m`} label="On a reel" unit="m" />
        <NumberField path={`${at}.module_mm`} label="Short module" unit="mm" />
        <NumberField path={`${at}.lead_m`} label="Lead to the start" unit="m" />
        <NumberField path={`${at}.lead_mm2`} label="Leads" unit="mm²" />
        <ChoiceField
          path={`${at}.colours`}
          label="Colours"
          options={catalog.choices.strip_colours}
          write={(v) => v || undefined}
        />
        {strip.colours && (
          <NumberField path={`${at}.channel_a`} label="A channel carries" unit="A" />
        )}
        <ChoiceField
          path={`${at}.is_closed`}
          label="The last edge"
          options={[
            { value: "open", label: "ends free" },
            { value: "closed", label: "meets the first" },
          ]}
          read={(held) => (held ? "closed" : "open")}
          write={(v) => (v === "closed" ? true : undefined)}
        />
        {job.skeleton && (
          <ChoiceField
            path={`${at}.splitter`}
            label="Splitter and controller"
            options={[
              { value: "", label: "beside the start" },
              ...places.map((p) => ({ value: p.id, label: p.name })),
            ]}
            read={(held) => String(held ?? "")}
            write={(v) => v || undefined}
          />
        )}
      </div>
    </div>
  );
}
