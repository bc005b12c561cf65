/** What can be taken along from a job. */
export const EXPORTS = [
  { label: "Job file", as: "job" },
  { label: "Cut list, CSV", as: "wires-csv" },
  { label: "Cuts by reel, CSV", as: "cuts-csv" },
  { label: "Labels, CSV", as: "labels-csv" },
  { label: "Pin tables, CSV", as: "pins-csv" },
  { label: "Parts list, CSV", as: "parts-csv" },
  { label: "Estimate, CSV", as: "estimate-csv" },
  { label: "Formboard, SVG", as: "formboard-svg" },
  { label: "Circuit diagram, SVG", as: "diagram-svg" },
  { label: "Circuit, SPICE", as: "spice" },
];

/** The lists of the bench. */
export const BENCH = EXPORTS.filter((e) => e.as.endsWith("-csv"));
