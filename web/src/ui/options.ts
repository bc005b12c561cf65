/** Names of choices that stand in more than one form. */

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
] as const;

export const PASSAGES = [
  { value: "open", label: "nothing in the way" },
  { value: "grommet", label: "existing grommet" },
  { value: "new_hole", label: "new hole" },
  { value: "hinge", label: "hinge" },
  { value: "connector", label: "connector" },
] as const;
