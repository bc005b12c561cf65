//! Several circuits on one vehicle, each with a random wish: they share wires, switches and the battery,
//! and none may disturb another. The oracle for a wish is its words; the oracle for a drawing is geometry;
//! for a list, counting.

use crate::common::bench::{job as bench, not, switch, with};
use jovek_core::answers::assess;
use jovek_core::diagram::{Item, Sign, diagram};
use jovek_core::job::{CircuitId, ControlKind, Job, LightId, Signal, VehicleState, Wish};
use jovek_core::moment::moment;
use jovek_core::moment::saved_now;
use jovek_core::plan::inputs::{Assignment, Inputs};
use jovek_core::plan::study::study;
use jovek_core::plan::switching::{inside, with_lead_fuses};
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{prove, sweep};
use proptest::prelude::*;
use std::collections::BTreeSet;

const WIRES: [(&str, Signal); 4] = [
    ("park", Signal::Parking),
    ("brake", Signal::Brake),
    ("rev", Signal::Reverse),
    ("door", Signal::Door),
];

fn leaf() -> impl Strategy<Value = Wish> {
    prop_oneof![
        (0..WIRES.len()).prop_map(|i| with(WIRES[i].1)),
        Just(switch("on-off")),
        Just(switch("push")),
        Just(Wish::OwnSwitch),
    ]
}

fn wish() -> impl Strategy<Value = Wish> {
    leaf().prop_recursive(2, 6, 3, |inner| {
        prop_oneof![
            3 => prop::collection::vec(inner.clone(), 2..4).prop_map(Wish::Any),
            2 => prop::collection::vec(inner.clone(), 2..4).prop_map(Wish::All),
            1 => inner.clone().prop_map(not),
            1 => (inner.clone(), inner.clone())
                .prop_map(|(a, b)| Wish::OnlyWhile { lit: Box::new(a), condition: Box::new(not(b)) }),
            1 => inner.prop_map(|w| Wish::After { lit: Box::new(w), seconds: 30.0 }),
        ]
    })
}

const KINDS: [Option<ControlKind>; 5] = [
    None,
    Some(ControlKind::Relay),
    Some(ControlKind::Diodes),
    Some(ControlKind::SignalRelays),
    Some(ControlKind::ChangeOver),
];

/// A vehicle with one circuit for each wish.
fn vehicle() -> impl Strategy<Value = Job> {
    prop::collection::vec((wish(), 0..KINDS.len()), 1..4).prop_map(|circuits| {
        let mut job = bench(&WIRES, Wish::OwnSwitch, None);
        let one = job.circuits.remove(0);
        for (k, (wish, kind)) in circuits.into_iter().enumerate() {
            let mut circuit = one.clone();
            circuit.id = CircuitId(format!("c{k}"));
            circuit.name = format!("Lamps {k}");
            circuit.lights[0].id = LightId(format!("l{k}"));
            circuit.lit = wish;
            circuit.control.kind = KINDS[kind];
            job.circuits.push(circuit);
        }
        job
    })
}

fn state(inputs: &Inputs, job: &Job, a: Assignment) -> VehicleState {
    VehicleState { on: inputs.keys(job, a), ..VehicleState::default() }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, failure_persistence: None, ..ProptestConfig::default() })]

    /// Together they still do what each alone is wished to do, and feed no wire of the vehicle.
    #[test]
    fn circuits_do_not_disturb_each_other(job in vehicle()) {
        let study = study(&job);
        let swept = sweep(&study);
        prop_assert!(swept.misses.is_empty(), "{:?}", swept.misses.first());
        prop_assert!(swept.fed_back.is_empty(), "{:?}", swept.fed_back.first());
        prop_assert!(swept.unsolved.is_empty() && swept.buzzes.is_empty());
    }

    /// The proof says the same as looking at each state by itself.
    #[test]
    fn the_proof_agrees_with_looking(job in vehicle(), pick in any::<u64>()) {
        let study = study(&job);
        let inputs = &study.wiring.inputs;
        let all = inputs.combinations(inputs.all());
        let a = all[(pick % all.len() as u64) as usize];
        prop_assume!(!study.wiring.logic.iter().any(|l| l.contradicts(a)));
        let seen = moment(&job, &state(inputs, &job, a), None).unwrap();
        prop_assert!(seen.circuits.iter().all(|c| c.is_lit == c.is_wanted && !c.is_dim));
        prop_assert!(seen.backfeeds.is_empty() && seen.buzzers.is_empty());
        // What the battery gives is what the lamps, coils and factory lamps take.
        let lamps_a: f64 = seen.circuits.iter().map(|c| c.current_a).sum();
        prop_assert!(seen.battery_a > lamps_a - 1e-6, "{} A out, {lamps_a} A in lamps", seen.battery_a);
        // A chafed lead may still put out all brake lamps: that is a failure, not a wish.
        let proof = prove(&job, saved_now(&job));
        prop_assert!(proof.wishes.iter().all(|w| w.missed == 0) && proof.backfeeds.is_empty());
    }

    /// Words of change name just the circuits that changed.
    #[test]
    fn changes_name_what_changed(job in vehicle(), picks in prop::collection::vec(any::<u64>(), 2..5)) {
        let study = study(&job);
        let inputs = &study.wiring.inputs;
        let all = inputs.combinations(inputs.all());
        let states: Vec<VehicleState> = picks
            .iter()
            .map(|p| state(inputs, &job, all[(p % all.len() as u64) as usize]))
            .collect();
        for pair in states.windows(2) {
            let before = moment(&job, &pair[0], None).unwrap();
            let now = moment(&job, &pair[1], Some(&pair[0])).unwrap();
            for (was, is) in before.circuits.iter().zip(&now.circuits) {
                let on = format!("{} on.", is.name);
                let off = format!("{} off.", is.name);
                let said = |words: &str| now.changes.iter().any(|c| c.starts_with(words));
                prop_assert_eq!(said(&on), is.is_lit && !was.is_lit, "{:?}", now.changes);
                prop_assert_eq!(said(&off), !is.is_lit && was.is_lit, "{:?}", now.changes);
            }
        }
    }

    /// No two wires of the drawing cross, whatever the hardware; each relay is drawn with its coil.
    #[test]
    fn drawings_have_no_crossings(job in vehicle()) {
        let drawing = diagram(&job, &VehicleState::default()).unwrap();
        for page in &drawing.pages {
            let mut flat = Vec::new();
            let mut upright = Vec::new();
            for item in page {
                let Item::Wire { points, .. } = item else { continue };
                for p in points.windows(4).step_by(2) {
                    if (p[1] - p[3]).abs() < 1e-9 { flat.push([p[0], p[2], p[1]]) }
                    else { upright.push([p[1], p[3], p[0]]) }
                }
            }
            for [x0, x1, y] in &flat {
                for [y0, y1, x] in &upright {
                    let inside = |v: f64, a: f64, b: f64| v > a.min(b) + 1e-6 && v < a.max(b) - 1e-6;
                    prop_assert!(!(inside(*x, *x0, *x1) && inside(*y, *y0, *y1)), "cross at {x} {y}");
                }
            }
        }
        let count = |sign: Sign| drawing.pages.iter().flatten()
            .filter(|i| matches!(i, Item::Part { sign: s, .. } if *s == sign)).count();
        let study = study(&job);
        let planned = study.circuits.iter().filter_map(|c| c.chain.switching.as_ref());
        let (relays, diodes) = planned.fold((0, 0), |(r, d), s| (r + s.relays.len(), d + s.diodes()));
        let own = study.circuits.iter().filter(|c| c.chain.switching.is_none())
            .filter(|c| matches!(c.sized.chosen.sizes.control, jovek_core::plan::sizes::ControlChoice::Relay { .. }))
            .count();
        prop_assert_eq!(count(Sign::Coil) + count(Sign::Module), relays + own);
        prop_assert_eq!(count(Sign::Diode), diodes);
        prop_assert_eq!(count(Sign::Lamp), job.circuits.len());
    }

    /// Each lead inside the hardware is cut once; every diode and relay is on the parts list.
    #[test]
    fn lists_hold_the_hardware_once(job in vehicle()) {
        let study = study(&job);
        let answers = assess(&job);
        for c in &study.circuits {
            let Some(switching) = &c.chain.switching else { continue };
            let cuts: Vec<_> = answers.cuts.iter().filter(|x| x.circuit == c.chain.id).collect();
            let labels: BTreeSet<&str> = cuts.iter().map(|x| x.label.as_str()).collect();
            prop_assert_eq!(labels.len(), cuts.len(), "a label stands twice");
            let unfused = inside(switching, c.chain.index, c.chain.origin_wire());
            let fuses = &c.sized.chosen.sizes.lead_fuses;
            for lead in with_lead_fuses(unfused, c.chain.index, fuses).leads {
                let found = cuts.iter().filter(|x| x.from_end == lead.from && x.to_end == lead.to);
                prop_assert_eq!(found.count(), 1, "{:?}", lead);
            }
        }
        let diodes: usize =
            study.circuits.iter().filter_map(|c| c.chain.switching.as_ref()).map(|s| s.diodes()).sum();
        let listed: f64 = answers.parts.iter().filter(|p| p.part.contains("diode") && !p.part.contains("relay"))
            .map(|p| p.quantity).sum();
        prop_assert_eq!(listed as usize, diodes);
    }

    /// The network put from one combination into another is the network built for it.
    #[test]
    fn turning_keys_is_the_same_as_building_anew(job in vehicle(), picks in prop::collection::vec(any::<u64>(), 2..6)) {
        let study = study(&job);
        let inputs = &study.wiring.inputs;
        let all = inputs.combinations(inputs.all());
        let mut live = Simulation::at_rest(&study);
        for pick in picks {
            let a = all[(pick % all.len() as u64) as usize];
            live.put(a);
            let turned = live.solve().unwrap();
            let supply = jovek_core::proof::simulation::supply_of(inputs, a);
            let mut fresh = Simulation::new(&study, study.situation(supply, a));
            let built = fresh.solve().unwrap();
            for c in 0..study.circuits.len() {
                let (x, y) = (live.lamps_a(&turned, c), fresh.lamps_a(&built, c));
                prop_assert!((x - y).abs() < 1e-9, "{x} A turned, {y} A built");
            }
        }
    }
}
