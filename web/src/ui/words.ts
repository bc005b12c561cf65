/** Named values of the job as they are spoken. */

export const ZONES = [
  { value: "engine_bay", label: "engine bay" },
  { value: "cab", label: "cab" },
  { value: "underbody", label: "underbody" },
  { value: "exterior", label: "exterior" },
];

export const WAYPOINTS = [
  { value: "pass", label: "goes on" },
  { value: "fuse", label: "ends at the fuse" },
  { value: "control", label: "ends at relay or switch" },
];

export const SIGNALS = [
  { value: "parking", label: "parking lamps" },
  { value: "low_beam", label: "low beam" },
  { value: "high_beam", label: "high beam" },
  { value: "fog", label: "fog lamps" },
  { value: "brake", label: "brake lamps" },
  { value: "left", label: "left turn" },
  { value: "right", label: "right turn" },
  { value: "reverse", label: "reverse lamps" },
  { value: "door", label: "door lamp" },
  { value: "boot", label: "load-bay lamp" },
  { value: "ignition", label: "ignition" },
  { value: "accessory", label: "accessory" },
];

export const OUTPUTS = [
  { value: "unknown", label: "not known yet" },
  { value: "plain", label: "plain: full voltage or none" },
  { value: "pulsed", label: "pulsed or dimmed" },
  { value: "monitored", label: "monitored by a module" },
];

export const DRAWS = [
  { value: "regulated", label: "regulated LED" },
  { value: "strip", label: "LED with resistors, strip" },
  { value: "incandescent", label: "filament bulb" },
];

export const MADE_FOR = [
  { value: "12V", label: "12 V" },
  { value: "24V", label: "24 V" },
  { value: "12-24V", label: "12-24 V" },
];

export const WIRE_SIZES = ["0.35", "0.5", "0.75", "1", "1.5", "2.5", "4", "6"]
  .map((mm2) => ({ value: `${mm2} mm2`, label: `${mm2} mm²` }))
  .concat(["20", "18", "16", "14", "12"].map((g) => ({ value: `AWG ${g}`, label: `AWG ${g}` })));
