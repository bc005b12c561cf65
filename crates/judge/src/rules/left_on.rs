//! A switch left on must not flatten the battery.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use crate::loads::lit_part;
use jovek_base::figure::{amps, hours_text};
use jovek_base::source::Source;
use jovek_job::SupplyState;
use jovek_phrases::rules as say;
use jovek_plan::chain::Origin;
use jovek_plan::inputs::Assignment;

/// Hours of light before starting becomes doubtful, below which it is worth a word.
const SHORT_H: f64 = 12.0;

/// Works with the key out: how long until the battery is half gone.
pub fn battery(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    // What goes out by itself when the battery is low is not left on.
    let low = context.inputs.low_mask();
    let stays = |a: &Assignment| view.chain.follows.holds(Assignment(a.0 | low));
    let by_hand = |a: &Assignment| context.inputs.are_left_by_hand(context.job, *a) && stays(a);
    if view.chain.origin != Origin::Battery || !view.chain.lit_by.iter().any(by_hand) {
        return;
    }
    let line = view.volt_lines.iter().find(|l| l.state == SupplyState::EngineOff);
    let part = lit_part(context.job, context.study, view.number, view.chain.first_lit_by());
    let Some(current_a) = line.map(|l| part * l.current_a).filter(|a| *a > 0.01) else { return };
    let auxiliary = context.supply.auxiliary.filter(|_| view.chain.is_auxiliary);
    let capacity_ah = auxiliary.map_or(context.supply.capacity_ah, |a| a.capacity_ah);
    let hours = 0.5 * capacity_ah / current_a;
    if hours > SHORT_H {
        return;
    }
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::LeftOn,
        grade: Grade::Mind,
        title: say::left_on_the_engine_may(&view.chain.name, &hours_text(hours)),
        why: say::from_the_battery_with_the_key(&amps(current_a)),
        remedy: say::fit_a_lit_switch().into(),
        source: Source::practice("half of the capacity at a steady current"),
        stage,
        circuit,
    });
}
