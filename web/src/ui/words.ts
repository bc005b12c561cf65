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

export const FACTORY_KINDS = [
  { value: "lamp", label: "wire of a lamp" },
  { value: "fuse_position", label: "empty fuse position" },
  { value: "trailer_socket", label: "trailer socket" },
];

export const SIDES = [
  { value: "own", label: "this vehicle" },
  { value: "towing", label: "the towing vehicle" },
];

export const ROLES = [
  { value: "", label: "not said" },
  { value: "headlamp", label: "headlamp" },
  { value: "tail", label: "tail lamp" },
  { value: "brake", label: "brake lamp" },
  { value: "turn", label: "turn indicator" },
  { value: "marker", label: "marker" },
  { value: "plate", label: "plate lamp" },
  { value: "reverse", label: "reverse lamp" },
  { value: "fog", label: "fog lamp" },
  { value: "driving", label: "driving lamp" },
  { value: "work", label: "work lamp" },
  { value: "warning", label: "warning lamp" },
  { value: "accent", label: "accent" },
];

export const COLOURS = [
  { value: "white", label: "white" },
  { value: "yellow", label: "yellow" },
  { value: "amber", label: "amber" },
  { value: "red", label: "red" },
  { value: "green", label: "green" },
  { value: "blue", label: "blue" },
];

export const PLACES = [
  { value: "", label: "as usual" },
  { value: "front", label: "front" },
  { value: "front_left", label: "front, left" },
  { value: "front_right", label: "front, right" },
  { value: "roof", label: "roof" },
  { value: "left", label: "left side" },
  { value: "right", label: "right side" },
  { value: "sides", label: "both sides" },
  { value: "bed", label: "load bed" },
  { value: "rear", label: "rear" },
  { value: "rear_left", label: "rear, left" },
  { value: "rear_right", label: "rear, right" },
  { value: "cab", label: "in the cab" },
  { value: "under", label: "underneath" },
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
