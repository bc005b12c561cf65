//! What kinds of work put down: circuits, lamps and factory wires with ids of their own.

use jovek_job::{
    CircuitId, FactoryCircuit, FactoryId, FactoryKind, Feed, Job, LampCircuit, Light, LightId,
    OutputKind, Probe, Signal, SwitchedSide, ToLamps, VehicleSide, Wish,
};

/// A job while a kind of work puts its facts down.
pub struct Begun<'a> {
    /// The job.
    pub job: &'a mut Job,
}

/// The first of `stem1`, `stem2` and on that is not taken.
fn fresh(stem: &str, taken: impl Fn(&str) -> bool) -> String {
    let each = (1..).map(|n| format!("{stem}{n}"));
    // Only finitely many are taken.
    each.into_iter().find(|id| !taken(id)).unwrap_or_default()
}

impl Begun<'_> {
    /// A factory circuit of which nothing was read yet; one that follows the same signal is used again.
    pub fn factory(&mut self, name: &str, follows: Signal, kind: FactoryKind) -> FactoryId {
        let is_same = |f: &&FactoryCircuit| {
            f.follows == follows && f.kind == kind && f.of == VehicleSide::Own
        };
        if let Some(there) = self.job.factory.iter().find(is_same) {
            return there.id.clone();
        }
        self.fresh_wire(name, follows, kind)
    }

    fn fresh_wire(&mut self, name: &str, follows: Signal, kind: FactoryKind) -> FactoryId {
        let id = FactoryId(fresh("f", |id| self.job.factory.iter().any(|f| f.id.0 == id)));
        self.job.factory.push(FactoryCircuit {
            id: id.clone(),
            name: name.into(),
            follows,
            kind,
            site: None,
            survey: None,
            switched: SwitchedSide::Plus,
            of: VehicleSide::Own,
            output: OutputKind::Unknown,
            fuse_a: None,
            wire: None,
            colour: None,
            length_m: None,
            also: Vec::new(),
            output_a: None,
            existing_a: None,
            probe: Probe::default(),
        });
        id
    }

    /// The same, of a wire that is stop and turn in one.
    pub fn combined(&mut self, name: &str, turn: Signal, kind: FactoryKind) -> FactoryId {
        let id = self.factory(name, turn, kind);
        self.wire(&id, |f| f.also = vec![Signal::Brake]);
        id
    }

    /// A wire of the lead from the towing vehicle.
    pub fn lead(&mut self, name: &str, follows: Signal, also: &[Signal]) {
        let is_there = |f: &FactoryCircuit| f.follows == follows && f.of == VehicleSide::Towing;
        if !self.job.factory.iter().any(is_there) {
            let id = self.fresh_wire(name, follows, FactoryKind::Lamp);
            self.wire(&id, |f| (f.of, f.also) = (VehicleSide::Towing, also.to_vec()));
        }
    }

    fn wire(&mut self, id: &FactoryId, change: impl Fn(&mut FactoryCircuit)) {
        self.job.factory.iter_mut().filter(|f| f.id == *id).for_each(change);
    }

    /// A circuit of the shop's, with one light in it.
    pub fn circuit(&mut self, name: &str, lit: Wish, feed: Option<Feed>) -> &mut LampCircuit {
        let id = CircuitId(fresh("c", |id| self.job.circuits.iter().any(|c| c.id.0 == id)));
        let light = LightId(format!("{id}-l1"));
        let mut circuit = self.job.new_circuit(id, name);
        // Where lamps sit apart the wire to each is asked for; on the factory's plugs there is none.
        let has_wires = !matches!(feed, Some(Feed::Plug { .. }));
        circuit.run.to_lamps = has_wires.then(ToLamps::default);
        (circuit.lit, circuit.feed) = (lit, feed);
        circuit.lights.truncate(1);
        circuit.lights.iter_mut().for_each(|l| l.id = light.clone());
        self.job.circuits.push(circuit);
        let last = self.job.circuits.len() - 1;
        &mut self.job.circuits[last]
    }
}

/// The only light of a circuit that was just begun.
pub(super) fn light(circuit: &mut LampCircuit, change: impl Fn(&mut Light)) {
    circuit.lights.iter_mut().for_each(change);
}
