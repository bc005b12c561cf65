import type { Schemas } from "../../api/client";
import { Mark } from "../../ui/Mark";
import { LightFault } from "./LightFault";
import { useLight } from "./useLight";

const SHAPES = { fine: "done", mind: "mind", dazzles: "fix" } as const;
const WORDS = { fine: "Fine", mind: "Caution", dazzles: "Dazzles" } as const;

/** Light in the eyes of others, and the colours of the lamps. */
export function GlareSheet() {
  const { data, error } = useLight({});
  if (!data && error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Working out the light ...</p>;
  return (
    <div className="space-y-4">
      <LightFault error={error} />
      <section aria-label="Glare" className="space-y-2">
        <h2 className="text-base">Glare</h2>
        {data.glare.length === 0 && <p className="card p-3">No lamp shines into anybody's eyes.</p>}
        <ul className="space-y-2">
          {data.glare.map((g) => (
            <li key={g.from + g.who} className="card p-3">
              <p className="flex flex-wrap items-center gap-2 font-semibold">
                <Mark shape={SHAPES[g.grade]} /> {WORDS[g.grade]}: {g.from}, {g.who}
              </p>
              <p className="font-reading text-sm">
                {g.candela >= 1 && `${twoDigits(g.candela)} cd, `}
                {twoDigits(g.eye_lx)} lx at the eye, veil {twoDigits(g.veil_cd_m2)} cd/m²
              </p>
              <p className="text-sm">{g.says}</p>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Colours" className="space-y-2">
        <h2 className="text-base">Colours</h2>
        <ul className="space-y-2">
          {data.colours.map((c) => (
            <Colour key={c.name + c.at.x} colour={c} />
          ))}
        </ul>
      </section>
      {data.notes.length > 0 && (
        <section aria-label="Notes" className="card p-3">
          <ul className="list-disc space-y-1 pl-5 text-sm">
            {data.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function Colour({ colour }: { colour: Schemas["ColourAnswer"] }) {
  return (
    <li className="card flex items-center gap-3 p-3">
      <span
        aria-hidden="true"
        className="h-9 w-9 shrink-0 rounded-full border border-ink"
        style={{ background: colour.screen }}
      />
      <span>
        <span className="flex items-center gap-2 font-semibold">
          <Mark shape={colour.is_fine ? "done" : "fix"} /> {colour.name}
        </span>
        <span className="text-sm">{colour.text}</span>
      </span>
    </li>
  );
}

function twoDigits(value: number): string {
  return value >= 100
    ? Math.round(Number(value.toPrecision(2))).toLocaleString("en")
    : value.toPrecision(2);
}
