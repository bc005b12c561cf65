//! A vehicle on the bench: factory wires, switches, and one lamp circuit with a wish.

use jovek_core::job::{
    CircuitId, ControlKind, Feed, Job, LampCircuit, Position, Signal, Switch, SwitchId, SwitchKind,
    VehicleSide, Wish,
};

pub use super::wire::wire;

/// The vehicle, its lamps on a feed of their own.
pub fn job(wires: &[(&str, Signal)], wish: Wish, kind: Option<ControlKind>) -> Job {
    let mut job = Job::new("B1", "bench");
    job.supply.battery.capacity_ah = Some(70.0);
    job.factory = wires.iter().map(|(id, signal)| wire(id, *signal, VehicleSide::Own)).collect();
    for (id, kind) in [
        ("on-off", SwitchKind::OnOff),
        ("push", SwitchKind::Momentary),
        ("rocker", SwitchKind::ThreeWay),
    ] {
        job.switches.push(Switch { id: SwitchId(id.into()), name: id.into(), kind });
    }
    let mut circuit = LampCircuit::starter(CircuitId::from("c1"), "Lamps");
    circuit.lit = wish;
    circuit.control.kind = kind;
    circuit.feed = Some(Feed::Battery {});
    circuit.lights[0].label_w = Some(20.0);
    job.circuits.push(circuit);
    job
}

/// While a signal of the own vehicle is on.
pub fn with(signal: Signal) -> Wish {
    Wish::With(signal)
}

/// While a switch is on.
pub fn switch(id: &str) -> Wish {
    Wish::Switch { id: SwitchId(id.into()), position: Position::On }
}

/// While the rocker is down.
pub fn down() -> Wish {
    Wish::Switch { id: SwitchId("rocker".into()), position: Position::Down }
}

/// The opposite.
pub fn not(wish: Wish) -> Wish {
    Wish::Not(Box::new(wish))
}
