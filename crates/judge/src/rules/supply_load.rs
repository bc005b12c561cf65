//! Added lights against what the alternator gives at idle.

use super::{Context, Finding, Grade};
use crate::budget::VEHICLE_A;
use crate::finding::{FindingCode, Stage};
use crate::loads::{lit_part, own_lit_by};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_job::SupplyState;
use jovek_phrases::rules as say;

/// More than the alternator gives at idle: the battery pays.
pub fn alternator(context: &Context, out: &mut Vec<Finding>) {
    let study = context.study;
    let added_a: f64 = context
        .circuits
        .iter()
        .filter_map(|view| {
            let c = view.number;
            let line = view.volt_lines.iter().find(|l| l.state == SupplyState::Idle)?;
            Some(line.current_a * lit_part(context.job, study, c, own_lit_by(study, c)?))
        })
        .sum();
    let own_a = VEHICLE_A / context.supply.batteries;
    if added_a == 0.0 || added_a + own_a <= context.supply.idle_a {
        return;
    }
    out.push(Finding {
        code: FindingCode::AlternatorAtIdle,
        grade: Grade::Mind,
        title: say::idling_with_everything_on_empties().into(),
        why: say::of_added_lights_and_about(
            &amps(added_a),
            &amps(own_a),
            &amps(context.supply.idle_a),
        ),
        remedy: say::raise_the_idle_light_less().into(),
        source: Source::practice("alternator output at idle, hot"),
        stage: Stage::Look,
        circuit: None,
    });
}
