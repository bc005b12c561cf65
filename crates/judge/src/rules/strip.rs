//! Strips that fade along their length, controllers in the wet, sources that show, screws against the skin behind.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use crate::light::hidden::seen;
use crate::strip_answers::longest_text;
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::relay::CONTINUOUS_PART;
use jovek_job::{PlaceId, Zone};
use jovek_phrases::rules as say;
use jovek_plan::strip::screw::{ScrewVerdict, judge};

/// A strip whose far end is seen to fade.
pub fn evenness(view: &CircuitView, out: &mut Vec<Finding>) {
    let (stage, circuit) = about(view, Stage::Light);
    for (light, strip) in view.circuit.lights.iter().zip(&view.strips) {
        if light.strip.as_ref().is_some_and(|s| !s.edges.is_empty()) && strip.is_none() {
            out.push(Finding {
                code: FindingCode::NoStripFits,
                grade: Grade::Fix,
                title: say::no_piece_of_strip_fits(&light.name),
                why: say::each_clear_span_is_shorter().into(),
                remedy: say::longer_edges_a_strip_with_closer().into(),
                source: Source::computed("whole marks within clear spans"),
                stage,
                circuit: circuit.clone(),
            });
        }
        let Some(strip) = strip else { continue };
        let Some(used) = strip.ways.first().filter(|w| !w.is_even) else { continue };
        let better = strip.ways.iter().find(|w| w.is_even);
        out.push(Finding {
            code: FindingCode::StripFades,
            grade: Grade::Mind,
            title: say::the_strip_fades_along_its_length(&light.name),
            why: say::fed_at_its_dimmest_group_gives(&used.label, &used.evenness_percent),
            remedy: match better {
                Some(b) => say::feed_it(&b.label, &b.text),
                None => say::strip_with_heavier_rails_fewer_watts().into(),
            },
            source: Source::practice("what the eye sees along a strip"),
            stage,
            circuit: circuit.clone(),
        });
    }
}

/// A channel of its controller that bears less than its colour takes.
pub fn channel(view: &CircuitView, out: &mut Vec<Finding>) {
    for (light, strip) in view.circuit.lights.iter().zip(&view.strips) {
        let bears_a = light.strip.as_ref().and_then(|s| s.channel_a);
        let takes_a = strip.and_then(|s| s.channel_a);
        let Some((bears_a, takes_a)) = bears_a.zip(takes_a) else { continue };
        if takes_a <= CONTINUOUS_PART * bears_a {
            continue;
        }
        let (stage, circuit) = about(view, Stage::Run);
        out.push(Finding {
            code: FindingCode::ChannelOverloaded,
            grade: Grade::Fix,
            title: say::controller_too_weak(&light.name),
            why: say::a_channel_is_rated_80(&amps(bears_a), &amps(takes_a)),
            remedy: say::a_stronger_controller_an_amplifier().into(),
            source: Source::practice("80 % of an output's rating for continuous duty"),
            stage,
            circuit,
        });
    }
}

/// Splitter and controller boxes are seldom tight.
pub fn splitter_in_the_wet(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let Some((layout, _)) = &context.layout else { return };
    let is_wet = |id: &PlaceId| {
        layout.graph.place(id).is_some_and(|p| {
            let zones = layout.graph.at[p].iter().map(|&(w, _)| layout.graph.ways[w].zone);
            let mut wet = zones.map(|z| matches!(z, Zone::Exterior | Zone::Underbody));
            wet.all(|w| w)
        })
    };
    for light in &view.circuit.lights {
        let Some(id) = light.strip.as_ref().and_then(|s| s.splitter.as_ref()) else { continue };
        if is_wet(id) {
            let (stage, circuit) = about(view, Stage::Light);
            out.push(Finding {
                code: FindingCode::SplitterInTheWet,
                grade: Grade::Mind,
                title: say::splitter_in_the_wet(&light.name),
                why: say::many_splitter_and_controller_boxes().into(),
                remedy: say::a_dry_place_near_the_battery().into(),
                source: Source::practice("splitter and controller boxes"),
                stage,
                circuit,
            });
        }
    }
}

/// A source that is to be hidden is seen over its stop.
pub fn source_shows(units: Units, view: &CircuitView, out: &mut Vec<Finding>) {
    for light in &view.circuit.lights {
        let Some(hidden) = &light.hidden else { continue };
        let mounts = light.optic.as_ref().map_or(&[][..], |o| &o.mounts);
        let up_m = mounts.first().map_or(USUAL_UP_M, |m| m.at.up_m);
        let Some(seen) = seen(hidden, up_m) else { continue };
        let (stage, circuit) = about(view, Stage::Light);
        out.push(Finding {
            code: FindingCode::SourceShows,
            grade: Grade::Mind,
            title: say::the_leds_themselves_can_be_seen(&light.name),
            why: say::over_a_stop_of_looks_into(&units.tape(hidden.stop_mm), &seen.who),
            remedy: say::a_light_stop(
                &units.short_cut(seen.stop_mm.ceil()),
                &units.tape(seen.behind_mm.floor()),
            ),
            source: Source::practice("line of sight over the edge of a stop"),
            stage,
            circuit,
        });
    }
}

/// Height of a hidden source of which nobody said where it is: under a step or a bonnet edge, m. Common practice.
const USUAL_UP_M: f64 = 0.6;

/// A screw must stop short of what is behind.
pub fn screws(units: Units, view: &CircuitView, out: &mut Vec<Finding>) {
    for light in &view.circuit.lights {
        let Some(screw) = &light.screw else { continue };
        let (grade, why, remedy) = match judge(screw, light.spacer_mm.unwrap_or(0.0)) {
            ScrewVerdict::Clear { .. } => continue,
            ScrewVerdict::Hits { by_mm, longest_mm } => (
                Grade::Stop,
                say::its_tip_goes_into_the_skin(&units.fine(by_mm)),
                say::use_a_screw_of_at_most(&longest_text(longest_mm, units)),
            ),
            ScrewVerdict::Near { air_mm, longest_mm } => (
                Grade::Fix,
                say::it_stops_only_short_panels_give(&units.fine(air_mm)),
                say::at_most_long(&longest_text(longest_mm, units)),
            ),
            ScrewVerdict::TooShort { by_mm } => (
                Grade::Fix,
                say::it_ends_before_it_is_through(&units.fine(by_mm)),
                say::a_longer_screw_after_measuring().into(),
            ),
            ScrewVerdict::Unknown { tip_mm } => (
                Grade::Mind,
                say::it_comes_out_behind_the_panel(&units.fine(tip_mm)),
                say::measure_from_the_back().into(),
            ),
        };
        let (stage, circuit) = about(view, Stage::Light);
        out.push(Finding {
            code: FindingCode::ScrewDepth,
            grade,
            title: say::screw_against_the_skin_behind(&light.name),
            why,
            remedy,
            source: Source::practice("3 mm of air before the skin"),
            stage,
            circuit,
        });
    }
}
