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
