/** Named values of the job as they are spoken. */

export const WAYPOINTS = [
  { value: "pass", label: "goes on" },
  { value: "fuse", label: "ends at the fuse" },
  { value: "control", label: "ends at relay or switch" },
  { value: "connector", label: "ends at a connector" },
];

/** Behind the lamps there is no fuse and no switch. */
export const BACK_WAYPOINTS = WAYPOINTS.filter(
  (w) => w.value === "pass" || w.value === "connector",
);

export const LAMP_ENDS = [
  { value: "plug", label: "sealed plug" },
  { value: "bare", label: "bare wires" },
];

/** How a current gets back. */
export const RETURNS = [
  { value: "chassis_stud", label: "by a stud on the frame" },
  { value: "battery_negative", label: "by wire to battery negative" },
  { value: "ground_bus", label: "to the ground bus" },
  { value: "plug_ground", label: "to the ground pin of the plug" },
  { value: "factory_ground", label: "to a factory ground wire" },
];

export const HELD_BY = [
  { value: "", label: "screws or bracket" },
  { value: "plastic_studs", label: "nuts on plastic studs" },
  { value: "rubber_grommet", label: "rubber grommet" },
  { value: "magnet", label: "magnet" },
];

export const SWITCH_SEATS = [
  { value: "", label: "in place of a blank" },
  { value: "new_hole", label: "in a new hole" },
  { value: "bracket", label: "on a bracket" },
];

export const ADHESIVES = [
  { value: "", label: "not said: cures overnight" },
  { value: "tape", label: "tape, clips at its ends" },
  { value: "silicone", label: "silicone, overnight" },
  { value: "hot_melt", label: "hot melt, minutes" },
];

export const CONDITIONS = [
  { value: "sound", label: "sound" },
  { value: "dim", label: "dim" },
  { value: "corroded", label: "corroded contacts" },
  { value: "melted", label: "melted holder" },
  { value: "broken", label: "broken, water inside" },
  { value: "dead", label: "dead" },
];

export const OLD_DRAWS = [
  { value: "incandescent", label: "a bulb" },
  { value: "regulated", label: "LED with driver" },
  { value: "strip", label: "LED with resistors" },
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

export const SWITCHED = [
  { value: "plus", label: "the plus wire" },
  { value: "minus", label: "the minus wire" },
];

export const FUSE_FAMILIES = [
  { value: "mini_blade", label: "mini blade" },
  { value: "regular_blade", label: "regular blade" },
  { value: "large_blade", label: "large blade" },
  { value: "manual_breaker", label: "breaker, manual reset" },
  { value: "self_resetting_breaker", label: "breaker, resets by itself" },
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

export const ISOLATION = [
  { value: "ignition_relay", label: "ignition relay" },
  { value: "voltage_sensing", label: "voltage-sensing relay" },
  { value: "diode_isolator", label: "diode isolator" },
  { value: "dc_dc", label: "DC-DC charger" },
  { value: "manual_switch", label: "manual switch" },
];

export const CHEMISTRY = [
  { value: "flooded", label: "flooded" },
  { value: "agm", label: "AGM" },
  { value: "lifepo4", label: "LiFePO4" },
];

export const SUPPRESSION = [
  { value: "diode", label: "diode, stripe to 86" },
  { value: "resistor", label: "resistor, either way round" },
];

export const JOINTS = [
  { value: "crimp", label: "crimp, adhesive heat-shrink" },
  { value: "solder", label: "solder, heat-shrink" },
  { value: "tap", label: "sealed tap connector" },
  { value: "plug_in", label: "plug-in lead, nothing cut" },
];

export const BODIES = [
  { value: "pickup", label: "pickup" },
  { value: "chassis_cab", label: "chassis cab with body" },
  { value: "van", label: "van" },
  { value: "car", label: "car" },
  { value: "small_offroad", label: "small 4x4" },
  { value: "rigid_lorry", label: "rigid lorry" },
  { value: "trailer_one_axle", label: "trailer, one axle" },
  { value: "trailer_two_axle", label: "trailer, two axles" },
  { value: "motor_body", label: "motor body, like a bus" },
];

export const ROUTE_SCHOOLS = [
  { value: "inside_rail", label: "inside the frame rail" },
  { value: "existing_lines", label: "along lines that are there" },
];

export const HAZARDS = [
  { value: "heat", label: "heat" },
  { value: "moving", label: "moving parts" },
  { value: "sharp_edge", label: "sharp edge" },
  { value: "fuel_line", label: "fuel line" },
  { value: "brake_line", label: "brake line" },
  { value: "below_frame", label: "below the frame" },
  { value: "spray", label: "road spray" },
  { value: "airbag", label: "airbag" },
] as const;

export const PASSAGES = [
  { value: "open", label: "nothing in the way" },
  { value: "grommet", label: "existing grommet" },
  { value: "new_hole", label: "new hole" },
  { value: "hinge", label: "hinge" },
  { value: "connector", label: "connector" },
] as const;

export const REGIONS = [
  { value: "us", label: "United States, federal" },
  { value: "un", label: "UN regulations" },
];
