//! Stop and turn in one: a wire that is live with two signals, and the lamp that hangs on it. Against the truth table of
//! converters from three wires to two, computed: stop is steady on both, turn flashes its own side, both turns together
//! are the hazard lights. Source: trade practice of combined lamps in North America.

use jovek_core::answers::assess;
use jovek_core::job::{FactoryId, Feed, Region, Signal, SupplyState, VehicleSide, Wish};
use jovek_core::plan::inputs::{Assignment, Input};
use jovek_core::plan::study::study;
use jovek_core::proof::prove;
use jovek_core::proof::simulation::Simulation;
use jovek_core::road::road;
use jovek_core::trailer::build::{TrailerAsked, build};

fn asked(is_combined: bool) -> TrailerAsked {
    TrailerAsked {
        unit: "T9".into(),
        length_m: 4.0,
        width_m: 1.8,
        height_m: 1.2,
        has_two_axles: false,
        region: Region::Us,
        is_combined,
    }
}

/// Stop, left, right: whether the left lamp and the right lamp give light.
const TRUTH: [([bool; 3], [bool; 2]); 8] = [
    ([false, false, false], [false, false]),
    ([false, false, true], [false, true]),
    ([false, true, false], [true, false]),
    ([false, true, true], [true, true]),
    ([true, false, false], [true, true]),
    ([true, false, true], [true, true]),
    ([true, true, false], [true, true]),
    ([true, true, true], [true, true]),
];

#[test]
fn two_signals_on_one_wire() {
    let job = build(&asked(true));
    let study = study(&job);
    let bit = |signal| study.wiring.inputs.bit(&Input::Signal(VehicleSide::Own, signal));
    let at = |id: &str| study.circuits.iter().position(|c| c.chain.id.0 == id).unwrap();
    let mut live =
        Simulation::new(&study, study.situation(SupplyState::Charging, Assignment::NONE));
    for ([stop, left, right], expected) in TRUTH {
        let turns = match (left, right) {
            (true, true) => bit(Signal::Hazard),
            (true, false) => bit(Signal::Left),
            (false, true) => bit(Signal::Right),
            (false, false) => 0,
        };
        let on = Assignment(turns | if stop { bit(Signal::Brake) } else { 0 });
        live.put_on(SupplyState::Charging, on);
        let solution = live.solve().unwrap();
        let lit = ["left", "right"].map(|side| {
            let lamp = live.built.circuits[at(side)].lamps[0][0];
            solution.across_v(&live.built.net, lamp) > 9.0
        });
        assert_eq!(lit, expected, "stop {stop}, left {left}, right {right}");
    }
    // It does what is wished with nothing but the wire: no diode, no relay.
    let proof = prove(&job, Vec::new());
    assert!(proof.wishes.iter().all(|w| w.missed == 0), "{:?}", proof.wishes);
    let answers = assess(&job);
    assert!(answers.parts.iter().all(|p| p.group != "control"), "{:?}", answers.parts);
    // Stop lamps are there: the turn lamps are both.
    let missing = road(&job, Some(Region::Us)).unwrap();
    let stop = missing.regions.iter().flat_map(|r| &r.missing).find(|m| m.lamp.contains("stop"));
    assert!(stop.is_none(), "{stop:?}");
}

/// A wire that is live with the brake too is no wire of the turn signal alone: what is to follow that one alone is
/// advised against it, and does not hang on it unasked.
#[test]
fn it_stands_for_no_signal_alone() {
    let mut job = build(&asked(true));
    let left = job.circuits.iter().position(|c| c.id.0 == "left").unwrap();
    job.circuits[left].lit = Wish::With(Signal::Left);
    job.circuits[left].feed = Some(Feed::TieIn { factory: FactoryId::from("left") });
    let answers = assess(&job);
    let option = answers.circuits[left].feeds.iter().find(|f| f.is_used).unwrap();
    assert!(option.reasons.iter().any(|r| r.says.contains("more than the wish")), "{option:?}");
    // Of a separate trailer the turn wire is that, and stop has a wire of its own.
    let apart = build(&asked(false));
    assert!(apart.factory.iter().all(|f| f.also.is_empty()));
    assert!(prove(&apart, Vec::new()).wishes.iter().all(|w| w.missed == 0));
}

/// Each side is one part: tail and stop/turn, or tail, stop and turn, with one ground to the bus.
#[test]
fn a_built_trailer_has_two_rear_lamps() {
    for (is_combined, functions) in [(true, 2), (false, 3)] {
        let job = build(&asked(is_combined));
        assert_eq!(job.housings.len(), 2);
        assert!(job.housings.iter().all(|h| h.lamps.len() == functions && h.ground.is_some()));
        let answers = assess(&job);
        for side in ["left", "right"] {
            let name = format!("LED rear lamp, {side}");
            assert!(answers.parts.iter().any(|p| p.part == name && p.quantity == 1.0), "{name}");
            let ground = answers.cuts.iter().find(|c| c.from == format!("{name} ground")).unwrap();
            // As long as the way of its tail lamp to the bus on the skeleton, not as the vehicle is.
            assert!(ground.to == "ground bus" && (0.1..2.0).contains(&ground.path_m));
        }
    }
}
