//! A ready-made harness against what its circuit asks for: length, relay, switch.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::fuse::{CONTINUOUS_PART as FUSE_PART, Fuse};
use jovek_catalog::relay::CONTINUOUS_PART;
use jovek_plan::sizes::ControlChoice;
use jovek_plan::sizing::trial::Refusal;

/// Too short for the way, a relay or switch too weak, or a size that nobody read.
pub fn harness(units: Units, view: &CircuitView, out: &mut Vec<Finding>) {
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
        // A way that nobody measured may well be shorter: that is to be known before a longer one is bought.
        let is_measured = kit.length_m.is_some_and(|l| view.chain.measured_way_m() > l);
        let (grade, title, way) = match is_measured {
            true => (
                Grade::Fix,
                format!("the harness is {} too short", units.length(short_m)),
                "The way is",
            ),
            false => (
                Grade::Mind,
                "the harness may be too short".into(),
                "Part of the way is assumed, not measured: it is",
            ),
        };
        push(
            FindingCode::KitTooShort,
            grade,
            format!("{name}: {title}"),
            format!(
                "{way} {}, the harness {}.",
                units.length(way_m),
                units.length(kit.length_m.unwrap_or_default())
            ),
            "Measure the way with a string. Battery, relay or lamps nearer, or a longer harness; an extension has the same size and joints that are sealed.",
            "ready-made harnesses are not pulled tight",
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
                "It is rated {}, 80 % of that continuously; the lamps take {}.",
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
            "Until then the usual wire and fuse are assumed.".into(),
            "The size stands on the insulation, else strip and measure; the fuse is in its holder.",
            "ready-made harnesses",
        );
    }
}

/// What mends a rule that a ready-made harness breaks: its wire stays as it is, so its fuse, its lamps or the harness
/// change. None for a circuit that is made.
pub(super) fn remedy(view: &CircuitView, refusal: &Refusal) -> Option<String> {
    let (trial, kit) = (&view.sized.chosen, view.circuit.kit.as_ref()?);
    let thicker = "a harness with thicker wire";
    Some(match refusal {
        Refusal::Ampacity { ampacity_a, .. } => {
            let fits = trial.fuse.for_load.filter(|f| f.rating_a <= *ampacity_a);
            match fits.filter(|f| kit.fuse_a.is_some_and(|told_a| f.rating_a < told_a)) {
                Some(fuse) => format!(
                    "A {} A fuse in its holder: it bears the lamps, and the wire.",
                    fuse.rating_a
                ),
                None => no_fuse_between(*ampacity_a, thicker),
            }
        }
        Refusal::NoFuse { .. } => {
            format!("Fewer lamps on it, a second harness for the rest, or {thicker} and fuse.")
        }
        Refusal::FarEnd(_) => {
            format!("A smaller fuse in its holder where the lamps allow it, else {thicker}.")
        }
        Refusal::Drop(d) if d.is_beyond_copper() => return None,
        Refusal::Drop(_) => {
            format!("Fewer lamps on it, its battery end nearer to them, or {thicker}.")
        }
        Refusal::Mechanical { .. } => {
            format!("Inside the cab, or {thicker}: 0.75 mm² (18 gauge) or more outside.")
        }
        Refusal::Unsolved { .. } => return None,
    })
}

/// No fuse bears the lamps and protects the wire: what the wire bears says how many lamps may stay on it.
fn no_fuse_between(ampacity_a: f64, thicker: &str) -> String {
    let made = Fuse::ladder().into_iter().map(|f| f.rating_a);
    let largest = made.filter(|a| *a <= ampacity_a).reduce(f64::max);
    match largest {
        Some(fuse_a) => format!(
            "No fuse bears these lamps and protects this wire. With a {fuse_a} A fuse, lamps of {} in all; the rest on a \
             second harness, or {thicker}.",
            amps(FUSE_PART * fuse_a)
        ),
        None => format!("No fuse protects this wire: {thicker}."),
    }
}
