//! Several lamps on a path told by sections: each with a wire of its own from one splice, or one behind the other. Against
//! Ohm's and Kirchhoff's laws by hand.

use crate::common::bench;
use jovek_core::job::{Job, LightKind, ReturnKind, Spread, SupplyState, ToLamp, ToLamps, Wish};
use jovek_core::plan::end::End;
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::study::study;
use jovek_core::plan::wires::{Piece, wires};
use jovek_core::proof::simulation::Simulation;

/// So many equal bulbs of 24 W, with so much wire to each.
fn lamps(spread: Spread, length_m: Vec<Option<f64>>) -> Job {
    let mut job = bench::job(&[], Wish::OwnSwitch, None);
    let circuit = &mut job.circuits[0];
    circuit.lights[0].draws = LightKind::Incandescent {};
    circuit.lights[0].label_w = Some(24.0);
    circuit.lights[0].count = length_m.len() as u32;
    let each = length_m.into_iter().map(|length_m| ToLamp { length_m }).collect();
    circuit.run.to_lamps = Some(ToLamps { spread, each, zone: None });
    circuit.run.return_by = ReturnKind::BatteryNegative;
    job
}

/// Pieces that are cut for the lamps, by their length.
fn behind_the_path(job: &Job, length_m: f64) -> Vec<Piece> {
    let study = study(job);
    let (chain, sizes) = study.parts()[0];
    let pieces = wires(chain, sizes).pieces;
    pieces.into_iter().filter(|p| (p.path_m - length_m).abs() < 1e-9).collect()
}

/// Voltage and current of each lamp, with everything on.
fn lit(job: &Job) -> Vec<(f64, f64)> {
    let study = study(job);
    let all = study.circuits[0].chain.lit_by[0];
    let mut live =
        Simulation::new(&study, study.situation(SupplyState::Charging, Assignment(all.0)));
    live.put_on(SupplyState::Charging, all);
    let solution = live.solve().unwrap();
    let lamps = &live.built.circuits[0].lamps[0];
    let each = lamps
        .iter()
        .map(|&lamp| (solution.across_v(&live.built.net, lamp), solution.current_a(lamp)));
    each.collect()
}

/// Resistance of a piece at its working temperature. Source: IEC 60228 and ISO 6722-1 give the wire's own; here the
/// wire's figure is taken and only the laws of the circuit are judged.
fn ohm(piece: &Piece) -> f64 {
    piece.wire.ohm(piece.path_m, piece.working_c)
}

#[test]
fn each_lamp_loses_on_its_own_wire_from_the_splice() {
    let job = lamps(Spread::Star, vec![Some(0.45), Some(1.75)]);
    let (near, far) = (behind_the_path(&job, 0.45), behind_the_path(&job, 1.75));
    assert_eq!((near.len(), far.len()), (2, 2), "there and back to each lamp");
    let [(near_v, near_a), (far_v, far_a)] = lit(&job)[..] else { panic!("two lamps") };
    // Both hang between the same two splices: what one loses less, it has more.
    let lost = |pieces: &[Piece], a: f64| pieces.iter().map(|p| ohm(p) * a).sum::<f64>();
    let by_hand_v = lost(&far, far_a) - lost(&near, near_a);
    // The plug of each lamp takes its current too, 5 mohm a contact at most.
    assert!((near_v - far_v - by_hand_v).abs() < 2.0 * 0.005 * (near_a - far_a).abs() + 1e-6);
    assert!(by_hand_v > 0.01, "{by_hand_v}");
}

#[test]
fn the_wire_to_the_second_lamp_carries_all_behind_it() {
    let job = lamps(Spread::Chain, vec![None, Some(1.15), Some(1.35)]);
    let second = behind_the_path(&job, 1.15);
    let third = behind_the_path(&job, 1.35);
    assert_eq!((second.len(), third.len()), (2, 2));
    // The third goes on where the second ends.
    let ends: Vec<End> = second.iter().flat_map(|p| [p.from, p.to]).collect();
    assert!(third.iter().all(|p| ends.contains(&p.from) || ends.contains(&p.to)));
    let [_, (second_v, second_a), (third_v, third_a)] = lit(&job)[..] else { panic!("three") };
    let lead_v: f64 = third.iter().map(|p| ohm(p) * third_a).sum();
    // Behind the splice at the second lamp: its own short lead, 0.3 m there and back.
    let short: f64 = third[0].wire.ohm(2.0 * 0.3, third[0].working_c) * second_a;
    let by_hand_v = lead_v - short;
    let got_v = second_v - third_v;
    assert!((got_v - by_hand_v).abs() < 0.004, "{got_v} V, by hand {by_hand_v} V");
    assert!(got_v > 0.01);
}

#[test]
fn a_length_that_nobody_measured_is_asked_for() {
    let job = lamps(Spread::Star, vec![Some(0.45)]);
    let mut two = job.clone();
    two.circuits[0].lights[0].count = 2;
    let answers = jovek_core::answers::assess(&two);
    let asked = answers.assumptions.iter().find(|a| a.path.contains("to_lamps"));
    let asked = asked.expect("the second lamp's wire");
    assert_eq!(asked.path, "circuits[0].run.to_lamps.each[1].length_m");
    assert!((asked.value - 0.3).abs() < 1e-9);
    // One lamp has nothing to part for.
    let one = jovek_core::answers::assess(&job);
    assert!(one.assumptions.iter().all(|a| !a.path.contains("to_lamps")));
}
