import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { identity } from "../api/identity";
import { useDesk } from "./desk";

const COLUMN = 92;
const TOP = 34;
const FALL = 34;
const BARS = 92;
const FOOT = 132;

/** What the wire of a circuit costs in each size, where the shop has a price for it. */
function usePrices(circuit: string) {
  const { job, saveState } = useDesk();
  const { data } = useQuery<Schemas["SizePrices"], ApiError>({
    queryKey: ["size-prices", identity(job)],
    retry: false,
    // Prices can wait until the typing rests: they are worked out anew for each job.
    enabled: saveState === "saved",
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/stock/sizes", { body: job })),
  });
  const own = data?.prices.filter((p) => p.circuit === circuit && p.cost != null) ?? [];
  return new Map(own.map((p) => [p.label, (p.cost ?? 0).toFixed(2)]));
}

/**
 * What each size of wire around the chosen one gives and costs: volts at the lamp above, copper below, under it what
 * the shop pays.
 */
export function TradeOff({
  circuit,
  points,
}: {
  circuit: string;
  points: Schemas["TradePoint"][];
}) {
  const prices = usePrices(circuit);
  if (points.length < 2) return null;
  const foot = prices.size > 0 ? 36 : 20;
  const volts = points.map((p) => p.lamp_v);
  const [low, high] = [Math.min(...volts), Math.max(...volts)];
  const heaviest = Math.max(...points.map((p) => p.copper_g));
  // A driver holds its light: where all give the same, nothing is said of it.
  const isLightSame = points.every((p) => p.light_percent > 99.5);
  const x = (k: number) => COLUMN * (k + 0.5);
  const y = (v: number) => TOP + FALL * (high > low ? (high - v) / (high - low) : 0);
  const path = points.map((p, k) => `${k ? "L" : "M"}${x(k)} ${y(p.lamp_v)}`).join("");
  return (
    <figure className="mt-2">
      <figcaption className="text-xs text-soft">
        Volts at the lamp, its light{prices.size > 0 ? ", copper and price" : " and copper"} by size
        of wire
      </figcaption>
      <svg
        width={COLUMN * points.length}
        height={FOOT + foot}
        viewBox={`0 0 ${COLUMN * points.length} ${FOOT + foot}`}
        className="max-w-full"
        role="img"
        aria-label={points
          .map(
            (p) =>
              `${p.label}: ${p.lamp_text}, ${p.light_percent.toFixed(0)} % light, ${p.copper_text} of copper${prices.has(p.label) ? `, price ${prices.get(p.label)}` : ""}${p.is_chosen ? ", in use" : ""}${p.is_refused ? ", refused" : ""}`,
          )
          .join("; ")}
      >
        <path d={path} fill="none" stroke="var(--copper)" strokeWidth="2" />
        {points.map((p, k) => {
          const tall = (FOOT - BARS) * (p.copper_g / heaviest);
          return (
            <g key={p.label} opacity={p.is_refused ? 0.55 : 1}>
              <circle
                cx={x(k)}
                cy={y(p.lamp_v)}
                r={p.is_chosen ? 6 : 4}
                fill={p.is_chosen ? "var(--lamp)" : "var(--panel)"}
                stroke="var(--copper)"
                strokeWidth="2"
              />
              <text
                x={x(k)}
                y={y(p.lamp_v) - 10}
                textAnchor="middle"
                fontSize="11"
                fill="var(--ink)"
              >
                {isLightSame ? p.lamp_text : `${p.lamp_text}, ${p.light_percent.toFixed(0)} %`}
              </text>
              <rect x={x(k) - 14} y={FOOT - tall} width="28" height={tall} fill="var(--copper)" />
              <text
                x={x(k)}
                y={FOOT - tall - 4}
                textAnchor="middle"
                fontSize="11"
                fill="var(--ink)"
              >
                {p.copper_text}
              </text>
              <text
                x={x(k)}
                y={FOOT + 14}
                textAnchor="middle"
                fontSize="12"
                fontWeight={p.is_chosen ? 700 : 400}
                fill="var(--ink)"
                textDecoration={p.is_refused ? "line-through" : undefined}
              >
                {p.label}
              </text>
              {prices.has(p.label) && (
                <text x={x(k)} y={FOOT + 30} textAnchor="middle" fontSize="11" fill="var(--ink)">
                  {prices.get(p.label)}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
