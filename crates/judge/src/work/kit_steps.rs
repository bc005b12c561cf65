//! Steps of a harness from a box: nothing is cut, its parts find their places, what is left of it is coiled.

use super::circuit_steps::PLUG_MIN;
use super::steps::{Maker, Step};
use jovek_base::units::Units;
use jovek_job::{KitHarness, LampCircuit};
use jovek_phrases::work as say;

/// Fuse holder, relay and switch of it, min. Common practice.
const PARTS_MIN: f64 = 25.0;

/// Its parts in their places, before the lamps.
pub(super) fn hardware(m: &mut Maker, circuit: &LampCircuit, kit: &KitHarness) {
    let id = format!("hardware.{}", circuit.id);
    let what = say::fuse_holder_relay_and_switch(&circuit.name, &kit.name);
    let step = m.step(&id, what, PARTS_MIN);
    step.circuit = Some(circuit.id.clone());
    step.how = vec![
        say::lay_all_of_it_out_first().into(),
        say::reachable_dry_terminals_down_screwed().into(),
        say::the_switch_lead_through_a_grommet().into(),
        say::the_switch_in_a_blank_panel().into(),
    ];
    m.after(&id, &["battery-off", "trims-off"]);
}

/// How it is laid.
pub(super) fn laid(step: &mut Step, kit: &KitHarness, way_m: f64, units: Units) {
    if let Some(left_m) = kit.length_m.map(|l| l - way_m).filter(|left| *left > 0.05) {
        step.how.push(say::are_left_a_loose_coil_tied(&units.length(left_m)));
    }
}

/// Its ring to ground and its plugs into the lamps.
pub(super) fn close(m: &mut Maker, circuit: &LampCircuit, after: [&str; 2]) {
    let lamps: u32 = circuit.lights.iter().map(|l| l.count).sum();
    let ground = format!("ground.{}", circuit.id);
    let step = m.step(&ground, say::ground_ring_of_the_harness(&circuit.name), 6.0);
    step.circuit = Some(circuit.id.clone());
    step.how = vec![
        say::bare_metal_star_washer_protect().into(),
        say::its_plus_ring_stays_wrapped_away().into(),
    ];
    m.after(&ground, &after[..1]);
    let plug = format!("plug.{}", circuit.id);
    let what = if lamps == 1 { say::its_plug().into() } else { say::its_plugs(&lamps) };
    let step = m.step(&plug, format!("{}: {what}", circuit.name), PLUG_MIN * f64::from(lamps));
    step.circuit = Some(circuit.id.clone());
    step.how = vec![say::each_clicks_tug_an_unused_branch().into()];
    m.after(&plug, &after);
}
