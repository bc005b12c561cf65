//! The harness: cut list, reels, labels, pin tables, formboard, parts list.

pub mod colours;
pub mod connectors;
pub mod cuts;
pub mod ends;
pub mod joints;
pub mod labels;
pub mod parts;
pub mod pins;
pub mod reels;
mod strip_leads;

pub use connectors::{Cavity, ConnectorAnswer};
pub use cuts::{CutLine, Installation};
pub use joints::{JointAnswer, TerminalCount};
pub use parts::{PartItem, PartLine, PartOf};
pub use pins::Pin;
pub use reels::Reel;

use jovek_plan::route::Layout;
use jovek_plan::strips::StripOf;

/// Every piece of wire of the job, extension leads of strips too, marked.
pub fn sheet_cuts(of: Installation, strips: &[StripOf], layout: Option<&Layout>) -> Vec<CutLine> {
    let mut out = cuts::cut_list(of);
    out.extend(strip_leads::strip_leads(of, strips));
    colours::mark(&mut out, &colours::lamps_at(layout, &of.chains()));
    out
}
