import type { ReactNode } from "react";
import type { Schemas } from "../api/client";

type Kind = Schemas["WorkKind"] | "other";

const BATTERY = (x: number) => (
  <>
    <rect x={x} y={15} width={13} height={11} rx={1} />
    <path d={`M${x + 2.5} 15v-2.5h2V15M${x + 8.5} 15v-2.5h2V15`} />
  </>
);
const LAMP = (x: number, y: number, r = 5) => (
  <>
    <circle cx={x} cy={y} r={r} fill="var(--lamp)" />
    <path
      d={`M${x - r * 0.7} ${y - r * 0.7}l${r * 1.4} ${r * 1.4}M${x + r * 0.7} ${y - r * 0.7}l${-r * 1.4} ${r * 1.4}`}
    />
  </>
);
const COPPER = { stroke: "var(--copper)" };

const DRAWN: Record<Kind, ReactNode> = {
  plug_in: (
    <>
      <path d="M3 18h9" {...COPPER} />
      <rect x={12} y={11} width={9} height={14} rx={1} />
      <path d="M21 15h5M21 21h5" />
      <rect x={28} y={10} width={8} height={16} rx={1} />
      <path d="M36 18h5" />
      {LAMP(47, 18)}
    </>
  ),
  switched: (
    <>
      {BATTERY(2)}
      <path d="M15 21h7l8-5M31 21h6" {...COPPER} />
      {LAMP(44, 20)}
    </>
  ),
  kit: (
    <>
      <path d="M3 12h16v15h-16zM3 12l3-4h16l-3 4M19 12l3-4v15l-3 4" />
      <path d="M11 18c5-3 9 6 13 3s3-6 8-6M24 21c4 3 6 2 8 6" {...COPPER} />
      {LAMP(40, 13)}
      {LAMP(40, 27)}
    </>
  ),
  key_controlled: (
    <>
      <circle cx={10} cy={18} r={6} />
      <circle cx={8} cy={18} r={1.5} />
      <path d="M16 18h12v4M24 18v3" />
      <path d="M31 18h7" strokeDasharray="2 2" {...COPPER} />
      {LAMP(45, 18)}
    </>
  ),
  tie_in: (
    <>
      <path d="M3 10h34" {...COPPER} />
      <path d="M18 10v16h19" {...COPPER} />
      <circle cx={18} cy={10} r={2} fill="currentColor" />
      {LAMP(44, 10)}
      <rect x={37} y={23} width={15} height={6} rx={1} fill="var(--lamp)" />
    </>
  ),
  bulb_to_led: (
    <>
      <path d="M9 26h6M8 22a7 7 0 1 1 8 0z" />
      <path d="M10 18l2-4 2 4" />
      <path d="M24 18h8m-3-3l3 3-3 3" />
      <rect x={38} y={9} width={13} height={16} rx={2} />
      <path d="M42 13h5M42 17h5M42 21h5" stroke="var(--lamp)" strokeWidth={2.5} />
      <path d="M42 28h5" />
    </>
  ),
  warning: (
    <>
      <path d="M20 25a8 10 0 0 1 16 0z" fill="var(--lamp)" />
      <rect x={16} y={25} width={24} height={4} rx={1} />
      <path d="M28 10V5M15 14l-4-3M41 14l4-3M12 21H7M44 21h5" />
    </>
  ),
  accent: (
    <>
      <rect x={4} y={14} width={48} height={8} rx={2} />
      {[10, 19, 28, 37, 46].map((x) => (
        <circle key={x} cx={x} cy={18} r={2} fill="var(--lamp)" />
      ))}
      <path d="M28 14v8" strokeDasharray="2 2" />
    </>
  ),
  headlamp_relay: (
    <>
      <rect x={4} y={11} width={14} height={14} rx={1} />
      <path d="M7 21l7-5M7 15h2" />
      <path d="M18 14h9M18 22h9" {...COPPER} />
      <path d="M27 8v12a8 6 0 0 1 0-12zM27 18v12a8 6 0 0 1 0-12z" fill="var(--lamp)" />
      <path d="M36 10h14M36 14h14M36 22h14M36 26h14" />
    </>
  ),
  trailer_renewal: (
    <>
      <path d="M3 25h10" />
      <rect x={13} y={10} width={38} height={14} rx={1} />
      <circle cx={33} cy={27} r={4} />
      <rect x={48} y={15} width={3} height={6} fill="var(--rust)" stroke="none" />
      <circle cx={22} cy={20} r={1.6} fill="var(--lamp)" />
      <circle cx={42} cy={20} r={1.6} fill="var(--lamp)" />
    </>
  ),
  hitch_lamp: (
    <>
      <path d="M4 22h14" />
      <path d="M18 22c4 0 4-6 8-6" />
      <circle cx={29} cy={14} r={4} />
      <rect x={8} y={8} width={12} height={8} rx={2} fill="var(--rust)" />
      <path d="M38 22h10M43 18v8" {...COPPER} />
      <circle cx={43} cy={22} r={6} />
    </>
  ),
  towed_vehicle: (
    <>
      <path d="M2 22v-8h14v8zM16 22h6v-4l-3-4h-3" />
      <circle cx={7} cy={24} r={3} />
      <circle cx={18} cy={24} r={3} />
      <path d="M22 22h8" {...COPPER} />
      <path d="M30 22v-4l5-4h10l4 4h4v4z" />
      <circle cx={36} cy={24} r={3} />
      <circle cx={48} cy={24} r={3} />
    </>
  ),
  isolation: (
    <>
      {BATTERY(3)}
      {BATTERY(40)}
      <path d="M16 20h8M32 20h8" {...COPPER} />
      <path d="M24 20l7-5" />
      <circle cx={24} cy={20} r={1.2} fill="currentColor" />
      <circle cx={32} cy={20} r={1.2} fill="currentColor" />
    </>
  ),
  repair: (
    <>
      <rect x={6} y={11} width={14} height={14} rx={1} />
      <path d="M20 15h5M20 21h5" />
      <rect x={30} y={11} width={14} height={14} rx={1} />
      <path d="M2 18h4M44 18h8" {...COPPER} />
      <path d="M34 15c4 2-2 4 3 6" stroke="var(--spruce)" strokeWidth={2.5} />
    </>
  ),
  coding: (
    <>
      <rect x={16} y={8} width={24} height={20} rx={2} />
      <path d="M16 13h-6M16 18h-6M16 23h-6M40 13h6M40 18h6M40 23h6" {...COPPER} />
      <path d="M22 14v8M28 14h3v8h-3zM36 14v8" />
    </>
  ),
  other: (
    <>
      <circle cx={18} cy={18} r={2} fill="currentColor" />
      <circle cx={28} cy={18} r={2} fill="currentColor" />
      <circle cx={38} cy={18} r={2} fill="currentColor" />
    </>
  ),
};

/** What a kind of work looks like, small. */
export function KindPicture({ kind }: { kind: Kind }) {
  return (
    <svg
      viewBox="0 0 56 36"
      width={56}
      height={36}
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.5}
      strokeLinejoin="round"
      className="shrink-0"
    >
      {DRAWN[kind]}
    </svg>
  );
}
