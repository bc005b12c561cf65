//! What hangs behind: a towed vehicle that shows the wrong thing, a battery that a tow empties, wires that fit nothing.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::trailer::connectors::connector;
use crate::trailer::probe::{WireVerdict, judged};
use crate::trailer::towed::towed;
use jovek_base::source::Source;
use jovek_job::LinkSide;

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
    for (side, kind, whose) in
        [(LinkSide::Vehicle, link.socket, "vehicle"), (LinkSide::Trailer, link.plug, "trailer")]
    {
        let Some(connector) = connector(kind) else { continue };
        let wires = link.wires.iter().enumerate().filter(|(_, w)| w.side == side);
        for wire in judged(connector, wires).into_iter().filter(|w| w.verdict == WireVerdict::Wrong)
        {
            say(
                FindingCode::FoundWire,
                Grade::Fix,
                format!("{} wire of the {whose}: {}", wire.colour, wire.says),
                "Do not join a wire on readings that contradict each other.".into(),
                "Probe it again, one function at a time, with a lamp as load.",
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
            format!("Towed, with {}: {}", worst.on, worst.wrong),
            format!(
                "In {} of {} combinations of the towing vehicle's functions the rear lamps show the wrong thing.",
                answer.wrong,
                answer.tests.len()
            ),
            "See Run > Trailer: a converter, or a relay in its own stop lamp wire.",
            Source::practice("a towed vehicle's lamps obey the towing vehicle"),
        );
    }
    if let Some(drain) = answer.drain.filter(|d| d.is_too_long) {
        say(
            FindingCode::TowDrain,
            Grade::Fix,
            "Its battery runs down on the longest tow with the key on".into(),
            drain.text,
            drain.remedies.first().map_or("", String::as_str),
            Source::practice("charge needed to start"),
        );
    }
}
