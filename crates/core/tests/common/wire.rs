//! A factory wire for the tests.

use jovek_core::job::{
    FactoryCircuit, FactoryId, FactoryKind, OutputKind, Probe, Signal, SwitchedSide, VehicleSide,
};

/// A plain factory wire that follows a signal, with a 15 A fuse and 2 A on it.
pub fn wire(id: &str, follows: Signal, of: VehicleSide) -> FactoryCircuit {
    FactoryCircuit {
        colour: None,
        id: FactoryId(id.into()),
        name: format!("wire {id}"),
        follows,
        switched: SwitchedSide::Plus,
        of,
        kind: FactoryKind::Lamp,
        site: None,
        survey: None,
        output: OutputKind::Plain,
        fuse_a: Some(15.0),
        wire: None,
        length_m: Some(3.0),
        also: Vec::new(),
        output_a: None,
        existing_a: Some(2.0),
        probe: Probe { on_v: Some(12.4), off_v: Some(0.0) },
    }
}
