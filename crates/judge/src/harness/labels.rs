//! Labels: one for each end of each wire, with where it goes.

use super::cuts::CutLine;
use jovek_base::csv::cell;

/// The labels as CSV, two for each piece, in the order of the cut list.
pub fn csv(cuts: &[CutLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["label", "here", "goes_to", "circuit"]);
    for cut in cuts {
        for (here, other) in [(&cut.from, &cut.to), (&cut.to, &cut.from)] {
            let _ = out.write_record([
                cell(&cut.label),
                cell(here),
                cell(other),
                cell(&cut.circuit_name),
            ]);
        }
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
