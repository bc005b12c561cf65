//! Random wishes: the hardware that is planned for them, solved electrically, does what is wished in
//! every combination that can occur, and every diode in it is needed.
//!
//! The oracle below reads a wish by itself, straight from its words; it shares nothing with the
//! planner. No source: the meaning of and, or, not.

use jovek_core::job::{
    CircuitId, Control, ControlKind, FactoryCircuit, FactoryId, FaultKind, Job, LampCircuit,
    OutputKind, Position, Probe, Signal, Switch, SwitchId, SwitchKind, SwitchedSide, VehicleSide,
    Wish,
};
use jovek_core::plan::inputs::{Assignment, Input};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::{Assessment, study};
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{mistaken, sweep, sweep_with};
use proptest::prelude::*;

const WIRES: [Signal; 5] =
    [Signal::Parking, Signal::Brake, Signal::Reverse, Signal::Door, Signal::HighBeam];

/// A vehicle with five factory wires and three switches, and one lamp with a wish.
fn job(wish: Wish, kind: Option<ControlKind>) -> Job {
    let mut job = Job::new("T1", "wish");
    for (i, follows) in WIRES.into_iter().enumerate() {
        job.factory.push(FactoryCircuit {
            colour: None,
            switched: SwitchedSide::Plus,
            of: VehicleSide::Own,
            kind: jovek_core::job::FactoryKind::Lamp,
            site: None,
            survey: None,
            id: FactoryId(format!("f{i}")),
            name: format!("{follows:?}"),
            follows,
            fuse_a: Some(15.0),
            wire: None,
            length_m: Some(3.0),
            also: Vec::new(),
            output_a: None,
            existing_a: Some(2.0),
            output: OutputKind::Plain,
            probe: Probe::default(),
        });
    }
    for k in 0..3 {
        let kind = if k == 2 { SwitchKind::ThreeWay } else { SwitchKind::OnOff };
        job.switches.push(Switch { id: SwitchId(format!("s{k}")), name: format!("S{k}"), kind });
    }
    let mut circuit = LampCircuit::starter(CircuitId::from("c1"), "Lamps");
    circuit.lit = wish;
    circuit.control = Control { kind, ..Control::default() };
    circuit.feed = Some(jovek_core::job::Feed::Battery {});
    circuit.lights[0].label_w = Some(20.0);
    job.circuits.push(circuit);
    job
}

fn leaf() -> impl Strategy<Value = Wish> {
    prop_oneof![
        (0..WIRES.len()).prop_map(|i| Wish::With(WIRES[i])),
        (0..3usize)
            .prop_map(|k| Wish::Switch { id: SwitchId(format!("s{k}")), position: Position::On }),
        Just(Wish::Switch { id: SwitchId("s2".into()), position: Position::Down }),
        Just(Wish::OwnSwitch),
    ]
}

fn wish() -> impl Strategy<Value = Wish> {
    leaf().prop_recursive(3, 12, 3, |inner| {
        prop_oneof![
            3 => prop::collection::vec(inner.clone(), 1..4).prop_map(Wish::Any),
            3 => prop::collection::vec(inner.clone(), 1..4).prop_map(Wish::All),
            2 => inner.clone().prop_map(|w| Wish::Not(Box::new(w))),
            2 => (inner.clone(), inner.clone()).prop_map(|(a, b)| Wish::OnlyWhile {
                lit: Box::new(a),
                condition: Box::new(b)
            }),
            1 => (inner.clone(), 1.0..60.0f64).prop_map(|(w, seconds)| Wish::After {
                lit: Box::new(w),
                seconds
            }),
            1 => inner.clone().prop_map(|w| Wish::UntilLow(Box::new(w))),
            1 => (inner.clone(), inner).prop_map(|(a, b)| Wish::Held {
                from: Box::new(a),
                until: Box::new(b)
            }),
        ]
    })
}

/// What a combination means for a wish, read straight from its words. Timers and holds are counted
/// outermost first, as they are met.
struct Oracle<'a> {
    study: &'a Assessment,
    a: Assignment,
    timers: usize,
    holds: usize,
}

impl Oracle<'_> {
    fn on(&self, input: &Input) -> bool {
        self.a.any(self.study.wiring.inputs.bit(input))
    }

    fn lit(&mut self, wish: &Wish) -> bool {
        match wish {
            Wish::OwnSwitch => self.on(&Input::OwnSwitch(0)),
            Wish::With(s) => self.on(&Input::Signal(VehicleSide::Own, *s)),
            Wish::Towing(s) => self.on(&Input::Signal(VehicleSide::Towing, *s)),
            Wish::Switch { id, position } => self.on(&Input::Switch(id.clone(), *position)),
            Wish::Any(list) => list.iter().fold(false, |any, w| self.lit(w) | any),
            Wish::All(list) => list.iter().fold(true, |all, w| self.lit(w) & all),
            Wish::Not(w) => !self.lit(w),
            Wish::OnlyWhile { lit, condition } => self.lit(lit) & self.lit(condition),
            Wish::After { lit, .. } => {
                let number = self.timers;
                self.timers += 1;
                self.lit(lit) | self.on(&Input::Running(0, number))
            }
            Wish::UntilLow(w) => self.lit(w) & !self.on(&Input::LowVoltage),
            Wish::Held { from, until } => {
                let number = self.holds;
                self.holds += 1;
                let (from, until) = (self.lit(from), self.lit(until));
                (from | self.on(&Input::Held(0, number))) & !until
            }
        }
    }
}

const KINDS: [Option<ControlKind>; 8] = [
    None,
    Some(ControlKind::Relay),
    Some(ControlKind::Diodes),
    Some(ControlKind::SeriesContacts),
    Some(ControlKind::BreakContact),
    Some(ControlKind::ChangeOver),
    Some(ControlKind::SignalRelays),
    Some(ControlKind::Switch),
];

/// The format refuses one hold inside another: its relays would race.
fn is_allowed(job: &Job) -> bool {
    Job::read(&job.write()).is_ok()
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn planned_hardware_does_what_is_wished(wish in wish(), kind in 0..KINDS.len()) {
        let job = job(wish, KINDS[kind]);
        prop_assume!(is_allowed(&job));
        let study = study(&job);
        let chain = &study.circuits[0].chain;
        prop_assume!(study.wiring.inputs.list().len() <= 9);
        let mut live = Simulation::at_rest(&study);
        let logic = &study.wiring.logic[0];
        for a in study.wiring.inputs.combinations(study.wiring.inputs.all()) {
            if logic.contradicts(a) {
                continue;
            }
            let wanted = Oracle { study: &study, a, timers: 0, holds: 0 }.lit(&job.circuits[0].lit);
            prop_assert_eq!(logic.holds(a), wanted, "the logic of {:?}", job.circuits[0].lit);
            live.put(a);
            let solution = live.solve().unwrap();
            let level = live.level(&solution, 0);
            let words = study.wiring.inputs.words(&job, a);
            prop_assert!(
                if wanted { level.is_lit() } else { level.is_dark() },
                "{words}: wanted {wanted}, burns {level:?} with {:?}", chain.switching
            );
        }
        let swept = sweep(&study);
        prop_assert!(swept.fed_back.is_empty(), "{:?} {:?}", swept.fed_back[0], chain.switching);
    }

    /// A diode that is bridged or turned round shows: as a wire fed backwards or a wish missed.
    #[test]
    fn every_diode_is_needed(wish in wish(), kind in 0..KINDS.len()) {
        let job = job(wish, KINDS[kind]);
        prop_assume!(is_allowed(&job));
        let study = study(&job);
        prop_assume!(study.wiring.inputs.list().len() <= 9);
        // What is never lit, or always, needs nothing.
        let logic = &study.wiring.logic[0];
        let all = study.wiring.inputs.combinations(study.wiring.inputs.all());
        prop_assume!(all.iter().any(|&a| logic.holds(a)) && all.iter().any(|&a| !logic.holds(a)));
        let diodes = Simulation::at_rest(&study)
            .built
            .places
            .into_iter()
            .filter(|p| matches!(p.what, PartKind::Diode(_)));
        for diode in diodes {
            for fault in [FaultKind::LeftOut, FaultKind::Reversed] {
                let swept = sweep_with(&study, diode, fault).unwrap();
                prop_assert!(
                    mistaken(&swept),
                    "{diode:?} {fault:?} is not caught in {:?}",
                    study.circuits[0].chain.switching
                );
            }
        }
    }
}

/// Two branches with open contacts beside an ampere through microhms: here a search once found no rest.
#[test]
fn rounding_does_not_keep_a_circuit_from_rest() {
    let switch = |id: &str, position| Wish::Switch { id: SwitchId(id.into()), position };
    let (brake, reverse) = (Wish::With(Signal::Brake), Wish::With(Signal::Reverse));
    let down = switch("s2", Position::Down);
    let wish = Wish::Any(vec![
        Wish::All(vec![down.clone(), brake.clone(), reverse.clone()]),
        Wish::UntilLow(Box::new(switch("s0", Position::On))),
        Wish::All(vec![switch("s1", Position::On), Wish::Any(vec![down, reverse, brake])]),
    ]);
    let job = job(wish, None);
    let study = study(&job);
    let mut live = Simulation::at_rest(&study);
    for a in study.wiring.inputs.combinations(study.wiring.inputs.all()) {
        live.put(a);
        let solution = live.solve().unwrap();
        let level = live.level(&solution, 0);
        assert_eq!(level.is_lit(), study.wiring.logic[0].holds(a));
    }
}
