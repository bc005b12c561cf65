//! The fuse belongs at the battery.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_phrases::rules as say;
use jovek_plan::wires::unfused_m;

/// Beyond this the unfused wire is a fire risk, m. Common practice: 18 in.
pub const FAR_M: f64 = 0.457;
/// Within this every school agrees, m. Source: ABYC E-11, 7 in, recalled from memory.
pub const NEAR_M: f64 = 0.178;

/// Unfused wire at the battery.
pub fn far_from_battery(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(unfused_m) = unfused_m(view.chain, &view.sized.chosen.sizes) else {
        return;
    };
    let units = context.job.shop.units;
    // What a shop allows itself is never farther than what burns.
    let near_m = context.job.shop.unfused_m.unwrap_or(NEAR_M).min(FAR_M);
    let grade = match unfused_m {
        m if m > FAR_M => Grade::Stop,
        m if m > near_m => Grade::Mind,
        _ => return,
    };
    let (stage, circuit) = about(view, Stage::Run);
    out.push(Finding {
        code: FindingCode::FuseFarFromBattery,
        grade,
        title: say::of_wire_before_the_fuse(&view.chain.name, &units.length(unfused_m)),
        why: say::nothing_protects_this_stretch_chafed_through().into(),
        remedy: if grade == Grade::Stop {
            say::move_the_fuse_to_within(&units.length(FAR_M), &units.length(near_m))
        } else {
            say::sheathe_it_over_its_whole_length(&units.length(near_m))
        },
        source: Source::standard("ABYC E-11, 7 in; trade rule 18 in; recalled from memory"),
        stage,
        circuit,
    });
}
