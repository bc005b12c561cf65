/** Named values of the job as they are spoken. */

export const WAYPOINTS = [
  { value: "pass", label: "goes on" },
  { value: "fuse", label: "ends at the fuse" },
  { value: "control", label: "ends at relay or switch" },
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
