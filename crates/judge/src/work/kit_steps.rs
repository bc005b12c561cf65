//! Steps of a harness from a box: nothing is cut, its parts find their places, what is left of it is coiled.

use super::circuit_steps::PLUG_MIN;
use super::steps::{Maker, Step};
use jovek_base::units::Units;
use jovek_job::{KitHarness, LampCircuit};

/// Fuse holder, relay and switch of it, min. Common practice.
const PARTS_MIN: f64 = 25.0;

/// Its parts in their places, before the lamps.
pub(super) fn hardware(m: &mut Maker, circuit: &LampCircuit, kit: &KitHarness) {
    let id = format!("hardware.{}", circuit.id);
    let what = format!("{}: fuse holder, relay and switch of {}", circuit.name, kit.name);
    let step = m.step(&id, what, PARTS_MIN);
    step.circuit = Some(circuit.id.clone());
    step.how = vec![
        "lay all of it out first: wire, fuse, relay as they were noted, every crimp tugged".into(),
        "reachable, dry, terminals down; screwed to plastic or treated steel".into(),
        "the switch lead through a grommet in the firewall, one that is there before a new hole; a drip loop in front of it"
            .into(),
        "the switch in a blank panel, plugged before it is pushed in; the fuse stays out".into(),
    ];
    m.after(&id, &["battery-off", "trims-off"]);
}

/// How it is laid.
pub(super) fn laid(step: &mut Step, kit: &KitHarness, way_m: f64, units: Units) {
    if let Some(left_m) = kit.length_m.map(|l| l - way_m).filter(|left| *left > 0.05) {
        step.how.push(format!(
            "{} are left: a loose coil, tied twice, dry and away from heat; note where",
            units.length(left_m)
        ));
    }
}

/// Its ring to ground and its plugs into the lamps.
pub(super) fn close(m: &mut Maker, circuit: &LampCircuit, after: [&str; 2]) {
    let lamps: u32 = circuit.lights.iter().map(|l| l.count).sum();
    let ground = format!("ground.{}", circuit.id);
    let step = m.step(&ground, format!("{}: ground ring of the harness", circuit.name), 6.0);
    step.circuit = Some(circuit.id.clone());
    step.how = vec![
        "bare metal, star washer, protect it after".into(),
        "its plus ring stays wrapped, away from the post, until the battery goes back on".into(),
    ];
    m.after(&ground, &after[..1]);
    let plug = format!("plug.{}", circuit.id);
    let what = if lamps == 1 { "its plug".into() } else { format!("its {lamps} plugs") };
    let step = m.step(&plug, format!("{}: {what}", circuit.name), PLUG_MIN * f64::from(lamps));
    step.circuit = Some(circuit.id.clone());
    step.how = vec!["each clicks; tug; an unused branch is capped and tied back".into()];
    m.after(&plug, &after);
}
