//! A ready-made harness against what its circuit asks for: length, relay, switch.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::fuse::{CONTINUOUS_PART as FUSE_PART, Fuse};
use jovek_catalog::relay::CONTINUOUS_PART;
use jovek_phrases::rules as say;
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
            true => {
                (Grade::Fix, say::the_harness_is_too_short(&units.length(short_m)), say::the_way())
            }
            false => (
                Grade::Mind,
                say::the_harness_may_be_too_short().into(),
                say::part_of_the_way_is_assumed(),
            ),
        };
        push(
            FindingCode::KitTooShort,
            grade,
            format!("{name}: {title}"),
            say::the_harness(
                &way,
                &units.length(way_m),
                &units.length(kit.length_m.unwrap_or_default()),
            ),
            say::measure_the_way_with_a_string(),
            say::ready_made_harnesses_are_not_pulled(),
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
    for (what, made_a) in [(say::relay(), kit.relay_a), (say::switch(), switch_a)] {
        let Some(made_a) = made_a.filter(|a| weak(*a)) else { continue };
        push(
            FindingCode::KitPartTooWeak,
            Grade::Fix,
            say::of_the_harness_too_weak(&name, &what),
            say::it_is_rated_80(&amps(made_a), &amps(load_a)),
            say::another_relay_in_the_same_socket(),
            say::part_of_a_contact_rating(),
        );
    }
    if kit.wire.is_none() || kit.fuse_a.is_none() {
        push(
            FindingCode::KitUnread,
            Grade::Mind,
            say::read_wire_and_fuse_off(&name),
            say::until_then_the_usual_wire().into(),
            say::the_size_stands_on_the_insulation(),
            say::ready_made_harnesses(),
        );
    }
}

/// What mends a rule that a ready-made harness breaks: its wire stays as it is, so its fuse, its lamps or the harness
/// change. None for a circuit that is made.
pub(super) fn remedy(view: &CircuitView, refusal: &Refusal) -> Option<String> {
    let (trial, kit) = (&view.sized.chosen, view.circuit.kit.as_ref()?);
    let thicker = say::a_harness_with_thicker_wire();
    Some(match refusal {
        Refusal::Ampacity { ampacity_a, .. } => {
            let fits = trial.fuse.for_load.filter(|f| f.rating_a <= *ampacity_a);
            match fits.filter(|f| kit.fuse_a.is_some_and(|told_a| f.rating_a < told_a)) {
                Some(fuse) => say::a_a_fuse_in_its_holder(&fuse.rating_a),
                None => no_fuse_between(*ampacity_a, thicker),
            }
        }
        Refusal::NoFuse { .. } => say::fewer_lamps_on_it_a_second(&thicker),
        Refusal::FarEnd(_) => say::a_smaller_fuse_in_its_holder(&thicker),
        Refusal::Drop(d) if d.is_beyond_copper() => return None,
        Refusal::Drop(_) => say::fewer_lamps_on_it_its_battery(&thicker),
        Refusal::Mechanical { .. } => say::inside_the_cab_or_0_75(&thicker),
        Refusal::Unsolved { .. } => return None,
    })
}

/// No fuse bears the lamps and protects the wire: what the wire bears says how many lamps may stay on it.
fn no_fuse_between(ampacity_a: f64, thicker: &str) -> String {
    let made = Fuse::ladder().into_iter().map(|f| f.rating_a);
    let largest = made.filter(|a| *a <= ampacity_a).reduce(f64::max);
    match largest {
        Some(fuse_a) => {
            say::no_fuse_bears_these_lamps(&fuse_a, &amps(FUSE_PART * fuse_a), &thicker)
        }
        None => say::no_fuse_protects_this_wire(&thicker),
    }
}
