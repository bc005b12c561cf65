//! The harness: cut list, reels, labels, pin tables, formboard, parts list.

pub mod cables;
pub mod colours;
pub mod connectors;
pub mod cuts;
pub mod ends;
pub mod housings;
pub mod joints;
pub mod labels;
pub mod laying;
pub mod parts;
pub mod pins;
pub mod reels;
pub mod shared_lines;
mod strip_leads;

pub use connectors::{Cavity, ConnectorAnswer};
pub use cuts::{CutLine, Installation};
pub use joints::{JointAnswer, TerminalCount};
pub use laying::Laying;
pub use parts::{PartItem, PartLine, PartOf};
pub use pins::Pin;
pub use reels::Reel;

use jovek_job::CircuitId;
use jovek_plan::route::Layout;
use jovek_plan::strips::StripOf;

/// Every piece of wire of the job, extension leads of strips too, marked or in its cable, and the joints in which they meet. An end in
/// a joint bears the name of the part that takes all its wires.
pub fn sheet_cuts(
    of: Installation,
    strips: &[StripOf],
    layout: Option<&Layout>,
) -> (Vec<CutLine>, Vec<JointAnswer>) {
    let mut cuts = cuts::cut_list(of);
    cuts.extend(strip_leads::strip_leads(of, strips));
    colours::mark(&mut cuts, &colours::lamps_at(layout, &of.chains()));
    cables::put_in(of, &mut cuts);
    let joints = joints::joints(of, &cuts);
    for cut in &mut cuts {
        let part_at = |at| {
            let joint = joints.iter().find(|j| j.circuit == cut.circuit && j.at == at);
            joint.map(|j| j.how.clone())
        };
        let (from, to) = (part_at(cut.from_end), part_at(cut.to_end));
        cut.from_terminal = from.unwrap_or_else(|| std::mem::take(&mut cut.from_terminal));
        cut.to_terminal = to.unwrap_or_else(|| std::mem::take(&mut cut.to_terminal));
    }
    // What comes ready-made is neither cut nor joined.
    let is_ours = |id: &CircuitId| of.job.circuits.iter().all(|c| c.id != *id || c.kit.is_none());
    cuts.retain(|cut| is_ours(&cut.circuit));
    let joints = joints.into_iter().filter(|joint| is_ours(&joint.circuit)).collect();
    (cuts, joints)
}
