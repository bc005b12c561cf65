//! A ready-made harness against what its circuit asks for: length, relay, switch.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::{amps, shown};
use jovek_base::source::Source;
use jovek_catalog::relay::CONTINUOUS_PART;
use jovek_plan::sizes::ControlChoice;

/// Too short for the way, a relay or switch too weak, or a size that nobody read.
pub fn harness(view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(kit) = &view.circuit.kit else { return };
    let name = &view.chain.name;
    let (stage, circuit) = about(view, Stage::Run);
    let mut push = |code, grade, title: String, why: String, remedy: &str, source| {
        out.push(Finding {
            code,
            grade,
            title,
            why,
            remedy: remedy.into(),
            source: Source::practice(source),
            stage,
            circuit: circuit.clone(),
        });
    };
    let way_m = view.chain.way_m();
    if let Some(short_m) = kit.length_m.map(|l| way_m - l).filter(|short| *short > 0.0) {
        push(
            FindingCode::KitTooShort,
            Grade::Fix,
            format!("{name}: the harness is {} too short", shown(short_m, "m")),
            format!(
                "The way is {}, the harness {}.",
                shown(way_m, "m"),
                shown(kit.length_m.unwrap_or_default(), "m")
            ),
            "Battery, relay or lamps nearer, or a longer harness; an extension has the same size and joints that are sealed.",
            "a harness is never pulled tight",
        );
    }
    let load_a = view.sized.chosen.load_a;
    let is_relay = !matches!(
        view.sized.chosen.sizes.control,
        ControlChoice::Switch { .. } | ControlChoice::Source
    );
    let weak = |made_a: f64| load_a > CONTINUOUS_PART * made_a;
    // A switch beside a relay carries its coil alone.
    let switch_a = kit.switch_a.filter(|_| kit.relay_a.is_none() && !is_relay);
    for (what, made_a) in [("relay", kit.relay_a), ("switch", switch_a)] {
        let Some(made_a) = made_a.filter(|a| weak(*a)) else { continue };
        push(
            FindingCode::KitPartTooWeak,
            Grade::Fix,
            format!("{name}: {what} of the harness too weak"),
            format!(
                "It is made for {}, of which 80 % may flow for long; the lamps take {}.",
                amps(made_a),
                amps(load_a)
            ),
            "Another relay in the same socket, fewer lamps on it, or a second harness.",
            "80 % of a contact's rating for continuous duty",
        );
    }
    if kit.wire.is_none() || kit.fuse_a.is_none() {
        push(
            FindingCode::KitUnread,
            Grade::Mind,
            format!("{name}: read wire and fuse off the harness"),
            "Until then it is taken as it ought to be.".into(),
            "The size stands on the insulation, else strip and measure; the fuse is in its holder.",
            "what a box does not say",
        );
    }
}
