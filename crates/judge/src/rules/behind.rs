//! What hangs behind: a towed vehicle that shows the wrong thing, a battery that a tow empties, wires that fit nothing.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::trailer::connectors::connector;
use crate::trailer::probe::{WireVerdict, judged};
use crate::trailer::towed::towed;
use jovek_base::source::Source;
use jovek_job::LinkSide;
use jovek_phrases::rules as say;

/// Findings of the connection between two vehicles.
pub fn trailer(context: &Context, out: &mut Vec<Finding>) {
    let Some(link) = &context.job.trailer else { return };
    let mut say = |code, grade, title: String, why: String, remedy: &str, source| {
        out.push(Finding {
            code,
            grade,
            title,
            why,
            remedy: remedy.into(),
            source,
            stage: Stage::Run,
            circuit: None,
        });
    };
    for (side, kind, whose) in [
        (LinkSide::Vehicle, link.socket, say::vehicle()),
        (LinkSide::Trailer, link.plug, say::trailer()),
    ] {
        let Some(connector) = connector(kind) else { continue };
        let wires = link.wires.iter().enumerate().filter(|(_, w)| w.side == side);
        for wire in judged(connector, wires).into_iter().filter(|w| w.verdict == WireVerdict::Wrong)
        {
            say(
                FindingCode::FoundWire,
                Grade::Fix,
                say::wire_of(&wire.colour, &whose, &wire.says),
                say::do_not_join_a_wire().into(),
                say::probe_it_again_one_function(),
                Source::practice("probe every function, trust no colour"),
            );
        }
    }
    let (Some(facts), Some(lead)) = (&link.towed, connector(link.plug)) else { return };
    // A state without a rest is told where it is looked at, under Run.
    let Ok(answer) = towed(context.job, facts, context.study, lead) else { return };
    if let Some(worst) = answer.tests.iter().find(|t| !t.wrong.is_empty()) {
        say(
            FindingCode::TowedLamps,
            Grade::Stop,
            say::towed_with(&worst.on, &worst.wrong),
            say::in_of_combinations_of_the_towing(&answer.wrong, &answer.tests.len()),
            say::see_run_trailer_a_converter(),
            Source::practice("a towed vehicle's lamps obey the towing vehicle"),
        );
    }
    if let Some(drain) = answer.drain.filter(|d| d.is_too_long) {
        say(
            FindingCode::TowDrain,
            Grade::Fix,
            say::its_battery_runs_down().into(),
            drain.text,
            drain.remedies.first().map_or("", String::as_str),
            Source::practice("charge needed to start"),
        );
    }
}
