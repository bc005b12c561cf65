import { useSearch } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import { useDesk } from "../../sheet/desk";
import { Mark } from "../../ui/Mark";

const HEADS = ["Label", "From", "To", "Colour", "Wire", "Length", "Ends"];

/** Cut list and parts list, as they are printed. */
export function CutSheet() {
  const { answers, job } = useDesk();
  const { wire } = useSearch({ from: "/jobs/$id/$stage" });
  const found = useRef<HTMLTableRowElement>(null);
  // Whoever read the label of a wire wants that one.
  useEffect(() => {
    if (wire) found.current?.scrollIntoView({ block: "center" });
  }, [wire]);
  const stop = answers.findings.find((f) => f.grade === "stop");
  const assumed = answers.findings.find((f) => f.code === "assumed" && f.stage === "cut");
  return (
    <div className="space-y-5">
      {stop && (
        <p className="card flex gap-2 border-2 !border-rust p-3 font-semibold" role="alert">
          <Mark shape="stop" size={20} /> Do not cut yet: {stop.title}. {stop.remedy}
        </p>
      )}
      {assumed && (
        <p className="card flex gap-2 border-2 !border-ochre p-3" role="note">
          <Mark shape={assumed.grade} size={20} />
          <span>
            <strong>{assumed.title}.</strong> {assumed.why}
          </span>
        </p>
      )}
      <section aria-label="Cut list" className="card overflow-x-auto p-4">
        <h2 className="text-base">
          Cut list, unit {job.unit}: {job.title}
        </h2>
        {answers.cuts.length === 0 && (
          <p className="text-sm">Nothing is cut here: no wire of ours, or a harness from a box.</p>
        )}
        {/* A table that scrolls sideways must be reachable by keys. */}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: see above */}
        <section className="overflow-x-auto" tabIndex={0} aria-label="Pieces of wire">
          <table className="w-full">
            <thead className="text-left text-sm text-soft">
              <tr>
                {HEADS.map((h) => (
                  <th
                    key={h}
                    scope="col"
                    className={`py-1 pr-3 font-normal ${h === "Length" ? "text-right" : ""}`}
                  >
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {answers.cuts.map((c, i) => (
                <tr
                  key={c.label}
                  ref={c.label === wire ? found : undefined}
                  aria-current={c.label === wire || undefined}
                  className={`border-t border-line align-top ${c.label === wire ? "bg-line" : ""}`}
                >
                  <th scope="row" className="whitespace-nowrap py-1 pr-3 text-left font-reading">
                    {c.label}
                    {c.circuit !== answers.cuts[i - 1]?.circuit && (
                      <span className="block whitespace-normal font-sans text-xs font-normal text-soft">
                        {c.circuit_name}
                      </span>
                    )}
                  </th>
                  <td className="py-1 pr-3">{c.from}</td>
                  <td className="py-1 pr-3">{c.to}</td>
                  <td className="py-1 pr-3">
                    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
                      <Swatch colour={c.colour} />
                      {c.colour}
                      {c.mark && `, ${c.mark}`}
                    </span>
                  </td>
                  <td className="py-1 pr-3 whitespace-nowrap">
                    {c.wire_text}
                    <span className="block text-xs text-soft">{c.insulation}</span>
                  </td>
                  <td className="py-1 pr-3 text-right font-reading whitespace-nowrap">
                    {c.length_text}
                    <span className="block font-sans text-xs text-soft">{c.allowance_text}</span>
                  </td>
                  <td className="py-1 text-sm">
                    {c.from_terminal}; {c.to_terminal}
                    {c.sleeve && <span className="block text-xs text-copper">{c.sleeve}</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </section>
      <section aria-label="Parts list" className="card p-4">
        <h2 className="text-base">Parts list</h2>
        <table className="w-full max-w-2xl">
          <thead className="sr-only">
            <tr>
              <th scope="col">Part</th>
              <th scope="col">Quantity</th>
            </tr>
          </thead>
          <tbody>
            {answers.parts.map((p, i) => (
              <tr key={`${p.group} ${p.part}`} className="border-t border-line">
                <td className="py-1">
                  {p.group !== answers.parts[i - 1]?.group && (
                    <span className="block text-xs text-soft">{p.group}</span>
                  )}
                  {p.part}
                </td>
                <td className="py-1 text-right align-bottom font-reading">{p.quantity_text}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}

/** Insulation colours appear only here, as wires. A slash means a tracer. */
const PAINT: Record<string, string> = {
  red: "#c22f22",
  yellow: "#e6c229",
  blue: "#2c5fb3",
  white: "#ffffff",
  green: "#3c8d4a",
  orange: "#e07b25",
  violet: "#7b4fa3",
  grey: "#8c9196",
  pink: "#e39ab4",
  brown: "#6d4326",
  black: "#1a1a1a",
};

function Swatch({ colour }: { colour: string }) {
  const [base = "", tracer] = colour.split("/");
  return (
    <svg width="22" height="10" aria-hidden="true">
      <rect x="0.5" y="0.5" width="21" height="9" rx="3" fill={PAINT[base]} stroke="var(--soft)" />
      {tracer && <rect x="1" y="4" width="20" height="2.5" fill={PAINT[tracer]} />}
    </svg>
  );
}
