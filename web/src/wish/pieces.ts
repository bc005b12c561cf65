import type { Job, Schemas } from "../api/client";

export type Wish = Schemas["Wish"];

export interface Choice {
  key: string;
  label: string;
  wish: Wish;
}

/** What a wish is built of, by the single key of its object form. */
export function kindOf(wish: Wish): string {
  return typeof wish === "string" ? wish : (Object.keys(wish)[0] ?? "");
}

/** The pieces that hang on one signal or switch. */
export function choices(job: Job, signals: Schemas["CatalogSignal"][]) {
  const switches: Choice[] = (job.switches ?? []).flatMap((s) =>
    s.kind === "three_way"
      ? [
          {
            key: `switch.${s.id}`,
            label: `${s.name}, up`,
            wish: { switch: { id: s.id, position: "on" } },
          },
          {
            key: `switch.${s.id}.down`,
            label: `${s.name}, down`,
            wish: { switch: { id: s.id, position: "down" } },
          },
        ]
      : [{ key: `switch.${s.id}`, label: s.name, wish: { switch: { id: s.id } } }],
  );
  return [
    {
      heading: "Switches",
      list: [
        { key: "own_switch", label: "its own switch", wish: "own_switch" as Wish },
        ...switches,
      ],
    },
    {
      heading: "The vehicle",
      list: signals.map((s) => ({
        key: `with.${s.signal}`,
        label: s.label,
        wish: { with: s.signal },
      })),
    },
    {
      heading: "The towing vehicle",
      list: signals.map((s) => ({
        key: `towing.${s.signal}`,
        label: `${s.label}, towing vehicle`,
        wish: { towing: s.signal },
      })),
    },
  ] satisfies { heading: string; list: Choice[] }[];
}

/** The key of a piece among the choices; none for what is put together of others. */
export function keyOf(wish: Wish): string | undefined {
  if (wish === "own_switch") return wish;
  if ("with" in wish) return `with.${wish.with}`;
  if ("towing" in wish) return `towing.${wish.towing}`;
  if ("switch" in wish)
    return `switch.${wish.switch.id}${wish.switch.position === "down" ? ".down" : ""}`;
  return undefined;
}

/** What may be put round a piece, as the menu says it. */
export const AROUND: { label: string; wrap: (wish: Wish) => Wish }[] = [
  { label: "or ...", wrap: (w) => ({ any: [w, { with: "reverse" }] }) },
  { label: "and ...", wrap: (w) => ({ all: [w, { with: "ignition" }] }) },
  {
    label: "only while ...",
    wrap: (w) => ({ only_while: { lit: w, while: { with: "ignition" } } }),
  },
  {
    label: "never while ...",
    wrap: (w) => ({ only_while: { lit: w, while: { not: { with: "moving" } } } }),
  },
  { label: "not", wrap: (w) => ({ not: w }) },
  { label: "and for some seconds after", wrap: (w) => ({ after: { lit: w, seconds: 30 } }) },
  { label: "until the battery is low", wrap: (w) => ({ until_low: w }) },
  {
    label: "hold on until ...",
    wrap: (w) => ({ held: { from: w, until: { not: { with: "ignition" } } } }),
  },
];
