//! The cable to a second battery that a job fits: cut list, parts, protection at both ends, and the network's own figure.

use crate::common::bench::{job as bench, wire};
use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::ampacity;
use jovek_core::catalog::fuse::HOLDER_OHM;
use jovek_core::finding::FindingCode;
use jovek_core::job::{Auxiliary, ChargeRun, Feed, Isolation, Job, Signal, VehicleSide, Wish};
use jovek_core::plan::end::{ChargeEnd, End, Side};
use jovek_core::plan::study::study;
use jovek_core::work::steps;

const ALL: [(Isolation, &str); 5] = [
    (Isolation::IgnitionRelay, "battery relay"),
    (Isolation::VoltageSensing, "voltage-sensing relay"),
    (Isolation::DiodeIsolator, "diode isolator"),
    (Isolation::DcDc, "DC-DC charger"),
    (Isolation::ManualSwitch, "battery switch"),
];

fn job(isolation: Isolation, length_m: f64) -> Job {
    let mut job = bench(&[], Wish::OwnSwitch, None);
    job.circuits[0].feed = Some(Feed::Auxiliary {});
    let mut auxiliary = Auxiliary { isolation, ..Auxiliary::default() };
    auxiliary.battery.capacity_ah = Some(100.0);
    auxiliary.fitted = Some(ChargeRun { length_m: Some(length_m) });
    job.supply.auxiliary = Some(auxiliary);
    job.factory.push(wire("ign", Signal::Ignition, VehicleSide::Own));
    job
}

fn quantity(answers: &Answers, part: &str) -> f64 {
    answers.parts.iter().filter(|p| p.part.contains(part)).map(|p| p.quantity).sum()
}

/// From post to post every piece meets the next, with a fuse at each end before the isolator.
#[test]
fn the_cable_is_whole_and_fused_at_both_ends() {
    for (isolation, name) in ALL {
        let answers = assess(&job(isolation, 3.0));
        let own: Vec<_> =
            answers.cuts.iter().filter(|c| c.circuit_name == "Second battery").collect();
        let along: Vec<(&str, &str)> =
            own.iter().take(4).map(|c| (c.from.as_str(), c.to.as_str())).collect();
        let expected = [
            ("battery +", "battery's charge fuse in"),
            ("battery's charge fuse out", &*format!("{name} in")),
            (&*format!("{name} out"), "auxiliary's charge fuse in"),
            ("auxiliary's charge fuse out", "auxiliary +"),
        ];
        assert_eq!(along, expected, "{isolation:?}");
        assert_eq!(quantity(&answers, "holder with studs"), 2.0, "{isolation:?}");
        assert_eq!(quantity(&answers, "second battery, lead-acid, 100 Ah"), 1.0);
        let thick = own.iter().filter(|c| c.wire.area_mm2() > 6.0);
        let mut ends = thick.flat_map(|c| [&c.from_terminal, &c.to_terminal]);
        assert!(ends.all(|t| t.starts_with("ring")), "{isolation:?}: thick wire takes lugs");
        // Short leads end beside what they start from, not at the other battery.
        let ground = own.iter().find(|c| c.from == format!("{name} ground"));
        let at_charger = isolation == Isolation::DcDc;
        let stud =
            if at_charger { "auxiliary's ground stud" } else { "ground stud by the battery" };
        assert!(ground.is_none_or(|c| c.to == stud), "{isolation:?}: {ground:?}");
        // A charger stands by the second battery, all else by the first.
        let long = own.iter().position(|c| c.path_m > 2.0).unwrap();
        assert_eq!(long, if isolation == Isolation::DcDc { 1 } else { 2 }, "{isolation:?}");
    }
}

/// Its fuse carries what flows and protects the wire (80 % at most, ISO 10133 or the shop's own ampacity), and no more
/// than 3 % is lost: both common practice. A 100 Ah lead battery takes some 30 A at first; upfitters lay 6 to 25 mm².
#[test]
fn fuse_and_copper_fit_each_other() {
    for (isolation, _) in ALL {
        for length_m in [1.0, 3.0, 6.0] {
            let job = job(isolation, length_m);
            let study = study(&job);
            let cable = study.charge.unwrap();
            let bears_a = ampacity::single_a(job.shop.ampacity, cable.wire, cable.insulation)
                * ampacity::ambient_factor(cable.insulation, 85.0);
            assert!(bears_a >= cable.fuse.rating_a, "{isolation:?}: {bears_a} A");
            assert!(0.8 * cable.fuse.rating_a >= cable.load_a, "{isolation:?}");
            let lost_v = cable.load_a * cable.wire.ohm(length_m + 0.5, 60.0);
            assert!(lost_v <= 0.03 * 14.5, "{isolation:?}: {lost_v} V");
            let mm2 = cable.wire.area_mm2();
            assert!((4.0..=35.0).contains(&mm2), "{isolation:?}, {length_m} m: {mm2} mm²");
        }
    }
}

/// What is cut has the resistance that the network puts between the batteries; a measured one outranks it.
#[test]
fn the_network_holds_what_is_cut() {
    let mut job = job(Isolation::VoltageSensing, 4.0);
    let study_of = |job: &Job| study(job).supply.auxiliary.unwrap().cable_ohm;
    let (answers, study) = (assess(&job), study(&job));
    let cable = study.charge.as_ref().unwrap();
    let thick = |c: &&jovek_core::harness::CutLine| {
        c.circuit_name == "Second battery" && c.wire == cable.wire
    };
    let pieces = answers.cuts.iter().filter(thick);
    let wires_ohm: f64 = pieces
        .map(|c| c.wire.ohm(c.path_m, 60.0) + c.from_end.contact_ohm() + c.to_end.contact_ohm())
        .sum();
    let fuses_ohm = 2.0 * (cable.fuse.cold_ohm() + HOLDER_OHM);
    let cut_ohm = wires_ohm + fuses_ohm;
    assert!((cut_ohm - study_of(&job)).abs() < 1e-9, "{cut_ohm} ohm, {} ohm", study_of(&job));
    job.supply.auxiliary.as_mut().unwrap().cable_mohm = Some(9.0);
    assert!((study_of(&job) - 0.009).abs() < 1e-12);
}

/// The relay that the key pulls has its lead, its small fuse and its ground; without a wire that does, a finding says so.
#[test]
fn an_ignition_relay_is_pulled_by_the_key() {
    let mut job = job(Isolation::IgnitionRelay, 3.0);
    let has_coil = |answers: &Answers| {
        answers.cuts.iter().any(|c| c.to_end == End::Charge(ChargeEnd::IsolatorKey))
            && answers.cuts.iter().any(|c| c.to_end == End::Charge(ChargeEnd::KeyFuse(Side::In)))
    };
    let asks =
        |answers: &Answers| answers.findings.iter().any(|f| f.code == FindingCode::NoKeyWire);
    let with = assess(&job);
    assert!(has_coil(&with) && !asks(&with));
    job.factory.clear();
    let without = assess(&job);
    assert!(!has_coil(&without) && asks(&without));
}

/// A battery that is there has nothing bought or cut for it, but is taken off its post before work begins.
#[test]
fn what_is_there_is_neither_bought_nor_cut() {
    let mut job = job(Isolation::VoltageSensing, 3.0);
    let fitted = assess(&job);
    let order = |job: &Job, answers: &Answers| steps(job, &study(job), answers);
    assert!(order(&job, &fitted).iter().any(|s| s.id.0 == "hardware.charge"));
    job.supply.auxiliary.as_mut().unwrap().fitted = None;
    let there = assess(&job);
    assert!(there.cuts.iter().all(|c| c.circuit_name != "Second battery"));
    assert_eq!(quantity(&there, "second battery"), 0.0);
    let steps = order(&job, &there);
    assert!(!steps.iter().any(|s| s.id.0 == "hardware.charge"));
    let off = steps.iter().find(|s| s.id.0 == "battery-off").unwrap();
    assert!(off.how.iter().any(|line| line.contains("second battery")), "{:?}", off.how);
}

/// A second battery by itself, no lamps: its cable is cut and pressed on the bench, it is mounted before anything is
/// tidied, and a look says whether it charges.
#[test]
fn a_second_battery_alone_is_cut_mounted_and_proven() {
    let mut job = job(Isolation::VoltageSensing, 3.0);
    job.circuits.clear();
    let answers = assess(&job);
    let work = jovek_core::work::work(&job, "2026-01-01T08:00:00Z".parse().unwrap());
    let at = |id: &str| work.steps.iter().position(|s| s.step.id.0 == id).unwrap();
    let order = ["cut", "hardware.charge", "battery-on", "tidy", "after"];
    assert!(order.windows(2).all(|pair| at(pair[0]) < at(pair[1])), "{:?}", work.steps);
    let charges = answers.checks.iter().find(|c| c.id.0 == "auxiliary.charges").unwrap();
    assert!(charges.is_short && charges.how.contains("13.2"), "{charges:?}");
}
