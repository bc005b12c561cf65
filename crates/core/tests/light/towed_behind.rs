//! A vehicle towed on its wheels: every combination in the solved network, against truth tables worked by hand.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::budget::battery::taken_ah_per_h;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    Chemistry, ConnectorKind, Control, FactoryCircuit, FactoryId, Job, LampColour, LampRole,
    Signal, TieInEnd, Towed, TrailerLink, VehicleSide, Wish,
};
use jovek_core::trailer::convert::{Driver, Wire, combined};
use jovek_core::trailer::link;
use jovek_core::trailer::towed::{TowedAnswer, TowedTest};
use proptest::prelude::*;

fn unit_31() -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == "31").unwrap().1
}

fn facts(job: &mut Job) -> &mut Towed {
    job.trailer.as_mut().unwrap().towed.as_mut().unwrap()
}

fn answer(job: &Job) -> TowedAnswer {
    link(job).unwrap().unwrap().towed.unwrap()
}

fn test<'a>(answer: &'a TowedAnswer, on: &str) -> &'a TowedTest {
    answer.tests.iter().find(|t| t.on == on).unwrap_or_else(|| panic!("no state {on}"))
}

/// The same vehicle with stop and turn in one red lamp on each side, on a four-wire lead.
fn combined_lamps() -> Job {
    let mut job = unit_31();
    job.circuits.retain(|c| !c.id.0.starts_with("stop"));
    for (id, signal) in [("left", Signal::Left), ("right", Signal::Right)] {
        let circuit = job.circuits.iter_mut().find(|c| c.id.0 == id).unwrap();
        circuit.lit =
            Wish::Any(vec![Wish::With(signal), Wish::With(Signal::Brake), Wish::Towing(signal)]);
        circuit.lights[0].colour = Some(LampColour::Red);
        circuit.lights[0].role = Some(LampRole::Turn);
    }
    job.factory.retain(|f| f.id.0 != "tow-brake");
    let bare = TrailerLink::new(ConnectorKind::Flat4, ConnectorKind::Flat4);
    let towed = job.trailer.as_ref().unwrap().towed.clone();
    job.trailer = Some(TrailerLink { towed, ..bare });
    job
}

/// Unit 31: the tester's order, each function with its lamps and nothing else, nothing wrong; worked by hand from the
/// wishes of its circuits.
#[test]
fn a_towed_vehicle_obeys_its_lead() {
    let found = answer(&unit_31());
    assert_eq!((found.tests.len(), found.wrong), (16, 0), "{:#?}", found.tests);
    for (at, on, lit) in [
        (0, "nothing", "all dark"),
        (1, "left", "Left turn lamp flashes"),
        (2, "right", "Right turn lamp flashes"),
        (3, "hazard", "Left turn lamp flashes, Right turn lamp flashes"),
        (4, "brake", "Brake lamps"),
        (5, "tail", "Tail lamp, left, Tail lamp, right"),
    ] {
        let at_place = &found.tests[at];
        let single = test(&found, on);
        assert_eq!((single.lit.as_str(), single.wrong.as_str()), (lit, ""), "{on}");
        assert!(at > 4 || at_place.on == on, "{} is at {at}", at_place.on);
    }
    let all = test(&found, "tail, brake and hazard");
    assert_eq!(all.lit.matches("flashes").count(), 2);
    assert_eq!(all.lit.matches("lamp").count(), 5);
}

/// A pair for each outlet at the rear: tail and turn of both sides, stop for both; in front one for each function, tails
/// together. Reference 6.5: at least four diodes with combined lamps, six with left and right tails apart; a diode heats
/// by volts times amps.
#[test]
fn diodes_in_pairs() {
    let mut job = unit_31();
    let rear = answer(&job);
    assert_eq!(rear.pairs.len(), 5);
    assert!(rear.pairs_text.starts_with("5 pairs, 10 diodes"), "{}", rear.pairs_text);
    facts(&mut job).tie_in = TieInEnd::Front;
    let front = answer(&job);
    assert_eq!(front.pairs.len(), 4);
    assert!(front.mind[0].contains("dash") && rear.mind[0].contains("nothing in front"));
    let sum = |a: &TowedAnswer| a.pairs.iter().map(|p| p.current_a).sum::<f64>();
    assert!((sum(&rear) - sum(&front)).abs() < 1e-9, "the same lamps");
    let tails = front.pairs.iter().find(|p| p.lamps.contains("Tail")).unwrap();
    assert_eq!(tails.lamps, "Tail lamp, left, Tail lamp, right");
    assert_eq!((tails.own.as_str(), tails.lead.as_str()), ("Tail lamps, own", "Lead: black, tail"));
    for pair in rear.pairs.iter().chain(&front.pairs) {
        assert!((pair.heat_w - pair.drop_v * pair.current_a).abs() < 1e-12);
        // Schottky diodes lose 0.35 to 0.55 V at 2 to 4 A; less below. Common practice (reference 6.5).
        assert!(pair.drop_v > 0.2 && pair.drop_v < 0.55, "{} V", pair.drop_v);
        assert!((pair.least_a - 3.0 * pair.current_a).abs() < 1e-12);
    }
    let fewest = answer(&combined_lamps());
    assert!(2 * fewest.pairs.len() >= 4);
    // A 21 W bulb takes 1.75 A at 12 V (UN R37: rated watts at 12 V): what the towing flasher carries more.
    let flasher = &rear.flasher_text;
    assert!(flasher.contains("1.7") && flasher.contains("own flasher sees nothing"), "{flasher}");
}

/// Stop and turn in one lamp on a four-wire lead: in all eight states of the driver the lamps do what the published
/// table of combined lamps says (reference 6.4), read off the solved network.
#[test]
fn combined_lamps_keep_their_truth_table() {
    let found = answer(&combined_lamps());
    for driver in Driver::all() {
        let (left, right) = combined(driver);
        let line = test(&found, &driver.words());
        for (wire, name) in [(left, "Left turn lamp"), (right, "Right turn lamp")] {
            let shown = if line.lit.contains(&format!("{name} flashes")) {
                Wire::Flash
            } else if line.lit.contains(name) {
                Wire::Steady
            } else {
                Wire::Off
            };
            assert_eq!(shown, wire, "{name} with {}: {}", line.on, line.lit);
        }
        assert_eq!(line.wrong, "", "{}", line.on);
    }
}

/// Its own pedal pressed on the tow: with combined lamps the steady stop hides the turn signal, until a relay cuts its
/// own stop wire; with lamps of their own for stop nothing is hidden.
#[test]
fn its_own_brake_hides_the_turn_signal() {
    let mut job = combined_lamps();
    *facts(&mut job) = Towed { brakes_itself: true, is_stop_cut: false, ..facts(&mut job).clone() };
    let hidden = answer(&job);
    assert_eq!(hidden.tests.len(), 32);
    let both = test(&hidden, "left, its own brake pressed");
    assert_eq!(both.wrong, "left turn is hidden: what is steady hides the flash");
    // Left, right, hazard (both), with and without tail and the towing vehicle's brake: 3 x 2 x 2 states.
    assert_eq!(hidden.wrong, 12);
    assert!(hidden.mind.iter().any(|m| m.contains("relay that the lead holds open")));
    let stop =
        assess(&job).findings.into_iter().find(|f| f.code == FindingCode::TowedLamps).unwrap();
    assert_eq!(stop.grade, Grade::Stop);
    assert!(stop.why.contains("12 of 32"), "{}", stop.why);
    facts(&mut job).is_stop_cut = true;
    let cut = answer(&job);
    assert_eq!((cut.tests.len(), cut.wrong), (16, 0));
    assert!(!assess(&job).findings.iter().any(|f| f.code == FindingCode::TowedLamps));
    let mut apart = unit_31();
    facts(&mut apart).is_stop_cut = false;
    let apart = answer(&apart);
    assert_eq!((apart.tests.len(), apart.wrong), (32, 0), "{:#?}", apart.tests);
}

/// Amber turn lamps on a combined lead: a stop would show amber on them; without tail lamps on the lead none burn.
#[test]
fn the_wrong_lead_for_the_lamps() {
    let mut job = unit_31();
    job.trailer.as_mut().unwrap().plug = ConnectorKind::Flat4;
    let found = answer(&job);
    let brake = test(&found, "brake");
    assert!(brake.wrong.starts_with("stop shows amber"), "{}", brake.wrong);
    // Under hazard no combined system can tell stop: no fault of the towed vehicle.
    assert_eq!(test(&found, "brake and hazard").wrong, "");
    let mut no_tail = unit_31();
    for circuit in no_tail.circuits.iter_mut().filter(|c| c.id.0.starts_with("tail")) {
        circuit.lit = Wish::With(Signal::Parking);
    }
    assert_eq!(test(&answer(&no_tail), "tail").wrong, "no tail lamp");
    // Both turn lamps on the left wire.
    let mut crossed = unit_31();
    let right = crossed.circuits.iter_mut().find(|c| c.id.0 == "right").unwrap();
    right.lit = Wish::Any(vec![Wish::With(Signal::Right), Wish::Towing(Signal::Left)]);
    let crossed = answer(&crossed);
    assert_eq!(test(&crossed, "right").wrong, "right turn is not shown");
}

/// 44 Ah, flooded, 1.2 A net, 10 °C: 0.9 of the capacity is there, starting wants 57.5 %, so 27.5 % of 39.6 Ah go at
/// 1.2 A in 9.08 h. Worked by hand; capacity and starting charge by temperature are common practice.
#[test]
fn the_key_empties_its_battery() {
    let mut job = unit_31();
    let drain = answer(&job).drain.unwrap();
    assert!((drain.hours.unwrap() - 0.275 * 39.6 / 1.2).abs() < 0.01, "{:?}", drain.hours);
    assert!(!drain.is_too_long && drain.remedies.is_empty());
    facts(&mut job).hours = Some(10.0);
    let long = answer(&job).drain.unwrap();
    assert!(long.is_too_long && long.remedies.len() == 4);
    assert!(long.remedies[0].contains("charge wire"));
    let finding =
        assess(&job).findings.into_iter().find(|f| f.code == FindingCode::TowDrain).unwrap();
    assert_eq!(finding.grade, Grade::Fix);
    // A charge wire that gives half halves the drain; one that gives all ends it.
    facts(&mut job).charged_a = Some(0.6);
    let half = answer(&job).drain.unwrap();
    assert!((half.hours.unwrap() / drain.hours.unwrap() - 2.0).abs() < 1e-9);
    facts(&mut job).charged_a = Some(1.2);
    let none = answer(&job).drain.unwrap();
    assert!(none.hours.is_none() && none.text.contains("does not run down"));
    facts(&mut job).key_on_a = None;
    assert!(answer(&job).drain.is_none(), "nobody said what the key takes");
}

/// What the lead brings besides lamps, by its connector: four wires bring nothing, six a feed and a brake wire.
#[test]
fn four_wires_or_six() {
    let mut job = combined_lamps();
    let text = |job: &Job| answer(job).mind.join(" ");
    assert!(text(&job).contains("lamps and ground only"));
    job.trailer.as_mut().unwrap().plug = ConnectorKind::Round6;
    assert!(text(&job).contains("a battery feed and a brake wire"));
    job.trailer.as_mut().unwrap().plug = ConnectorKind::Iso13;
    assert!(text(&job).contains("a battery feed besides"));
}

/// A trailer is no towed vehicle; what nobody lights is no pair.
#[test]
fn nothing_shared_nothing_paired() {
    let mut job = unit_31();
    job.trailer.as_mut().unwrap().towed = None;
    assert!(link(&job).unwrap().unwrap().towed.is_none());
    let mut alone = unit_31();
    for circuit in &mut alone.circuits {
        circuit.lit = Wish::With(Signal::Parking);
    }
    let found = answer(&alone);
    assert!(found.pairs.is_empty() && found.flasher_text.is_empty());
    assert!(test(&found, "left").wrong.contains("left turn is not shown"));
    // A lamp that only the towing vehicle lights needs no diode.
    let mut only = unit_31();
    let left = only.circuits.iter_mut().find(|c| c.id.0 == "left").unwrap();
    left.lit = Wish::Towing(Signal::Left);
    left.control = Control::default();
    assert_eq!(answer(&only).pairs.len(), 4);
}

/// A wire of the lead more in the job changes no lamp.
#[test]
fn a_spare_wire_lights_nothing() {
    let before = answer(&unit_31());
    let mut job = unit_31();
    let spare = FactoryCircuit {
        id: FactoryId("tow-reverse".into()),
        name: "Lead: spare".into(),
        follows: Signal::Reverse,
        ..job.factory.iter().find(|f| f.of == VehicleSide::Towing).unwrap().clone()
    };
    job.factory.push(spare);
    assert_eq!(answer(&job).tests, before.tests);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// Hours follow Peukert: never longer with more current, never shorter with a larger battery; what is taken in them
    /// is what may be taken.
    #[test]
    fn more_current_fewer_hours(
        key_on_a in 0.2..12.0f64,
        more in 1.0..3.0f64,
        capacity_ah in 30.0..110.0f64,
    ) {
        let mut job = unit_31();
        let mut hours = |key_on_a: f64, capacity_ah: f64| {
            job.supply.battery.capacity_ah = Some(capacity_ah);
            *facts(&mut job) = Towed { key_on_a: Some(key_on_a), ..facts(&mut job).clone() };
            answer(&job).drain.unwrap().hours.unwrap()
        };
        let first = hours(key_on_a, capacity_ah);
        prop_assert!(hours(key_on_a * more, capacity_ah) <= first + 1e-9);
        prop_assert!(hours(key_on_a, capacity_ah * more) >= first - 1e-9);
        let taken_ah = first * taken_ah_per_h(Chemistry::Flooded, capacity_ah, key_on_a);
        prop_assert!((taken_ah - 0.275 * 0.9 * capacity_ah).abs() < 1e-6 * capacity_ah);
    }
}
