import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { readNumber } from "../ui/fields";

const FIELDS = [
  { key: "length_m", label: "Length", value: "5" },
  { key: "width_m", label: "Width", value: "2.1" },
  { key: "height_m", label: "Height", value: "1.2" },
] as const;

/** A trailer from its size: the lamps that the rule book asks for, placed, on their wires. */
export function TrailerForm() {
  const navigate = useNavigate();
  const [unit, setUnit] = useState("T1");
  const [sizes, setSizes] = useState<Record<string, string>>(
    Object.fromEntries(FIELDS.map((f) => [f.key, f.value])),
  );
  const [region, setRegion] = useState<Schemas["Region"]>("un");
  const [combined, setCombined] = useState(false);
  const [axles, setAxles] = useState(false);
  const [fault, setFault] = useState<string>();
  const build = async () => {
    const size: Record<string, number> = {};
    for (const f of FIELDS) {
      const value = readNumber(sizes[f.key] ?? "", "m");
      if (typeof value !== "number") {
        setFault(`${f.label}: ${value === "empty" ? "give it in m." : value}`);
        return;
      }
      size[f.key] = value;
    }
    try {
      const view = await unwrap(
        api.POST("/api/trailer/build", {
          body: {
            unit,
            length_m: size.length_m ?? 0,
            width_m: size.width_m ?? 0,
            height_m: size.height_m ?? 0,
            has_two_axles: axles,
            region,
            is_combined: combined,
          },
        }),
      );
      navigate({ to: "/jobs/$id/$stage", params: { id: String(view.id), stage: "aim" } });
    } catch (e) {
      setFault(e instanceof ApiError ? e.problem.detail : "It was not built.");
    }
  };
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer content-center font-semibold">
        Build a trailer from its size
      </summary>
      <form
        className="grid items-end gap-3 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault();
          build();
        }}
      >
        <label>
          <span className="block text-sm text-soft">Trailer's unit</span>
          <input className="field" value={unit} onChange={(e) => setUnit(e.target.value)} />
        </label>
        {FIELDS.map((f) => (
          <label key={f.key}>
            <span className="block text-sm text-soft">{f.label}, m</span>
            <input
              className="field font-reading"
              inputMode="decimal"
              value={sizes[f.key]}
              onChange={(e) => setSizes({ ...sizes, [f.key]: e.target.value })}
            />
          </label>
        ))}
        <label>
          <span className="block text-sm text-soft">Rules of the road</span>
          <select
            className="field"
            value={region}
            onChange={(e) => setRegion(e.target.value as Schemas["Region"])}
          >
            <option value="us">United States, federal</option>
            <option value="un">UN regulations</option>
          </select>
        </label>
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            checked={combined}
            onChange={(e) => setCombined(e.target.checked)}
          />
          Stop and turn in one lamp
        </label>
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" checked={axles} onChange={(e) => setAxles(e.target.checked)} />
          Two axles
        </label>
        <Button kind="main" type="submit" className="min-h-[44px]">
          Build
        </Button>
      </form>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </details>
  );
}
