//! The auxiliary battery in the network, against the circuit worked out by hand: Ohm's and Kirchhoff's
//! laws and the diode equation. Thresholds and losses: common practice, no source.

use crate::common::bench::{job as bench, wire};
use jovek_core::answers::assess;
use jovek_core::catalog::diode;
use jovek_core::catalog::relay::CONTACT_OHM;
use jovek_core::job::{
    Auxiliary, Battery, Chemistry, Feed, Isolation, Job, Signal, SupplyState, VehicleSide, Wish,
};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;

fn job(isolation: Isolation) -> Job {
    let mut job = bench(&[], Wish::OwnSwitch, None);
    job.supply.battery.internal_mohm = Some(5.0);
    job.supply.alternator.regulated_v = Some(14.4);
    job.supply.auxiliary = Some(Auxiliary {
        site: None,
        battery: Battery {
            capacity_ah: Some(100.0),
            chemistry: Chemistry::Agm,
            internal_mohm: Some(3.0),
        },
        isolation,
        cable_mohm: Some(8.0),
        charger_a: Some(20.0),
        fitted: None,
    });
    job.circuits[0].feed = Some(Feed::Auxiliary {});
    job
}

struct Seen {
    main_v: f64,
    aux_v: f64,
    into_aux_a: f64,
    out_of_main_a: f64,
    lamps_a: f64,
}

fn look(job: &Job, supply: SupplyState) -> Seen {
    let study = study(job);
    let mut live = Simulation::new(&study, study.situation(supply, study.most_lit()));
    let solution = live.solve().unwrap();
    let of = |what: PartKind| {
        live.built
            .net
            .iter()
            .zip(&live.built.places)
            .filter(|(_, p)| p.what == what)
            .map(|((id, _), _)| solution.current_a(id))
            .sum::<f64>()
    };
    Seen {
        main_v: solution.node_v(live.built.battery_plus),
        aux_v: solution.node_v(live.built.auxiliary_plus.unwrap()),
        into_aux_a: of(PartKind::Auxiliary),
        out_of_main_a: -of(PartKind::Battery),
        lamps_a: live.lamps_a(&solution, 0),
    }
}

const ALL: [Isolation; 5] = [
    Isolation::IgnitionRelay,
    Isolation::VoltageSensing,
    Isolation::DiodeIsolator,
    Isolation::DcDc,
    Isolation::ManualSwitch,
];

/// Engine off: the auxiliary battery alone pays, behind its own resistance, whatever isolates it.
#[test]
fn with_the_engine_off_the_starting_battery_gives_nothing() {
    for isolation in ALL {
        let seen = look(&job(isolation), SupplyState::EngineOff);
        assert!(seen.out_of_main_a.abs() < 1e-3, "{isolation:?}: {} A", seen.out_of_main_a);
        assert!((seen.into_aux_a + seen.lamps_a).abs() < 1e-3, "{isolation:?}");
        // 12.6 V at three quarters for AGM, less 3 mohm times the lamps.
        let expected = 12.6 - 0.003 * seen.lamps_a;
        assert!((seen.aux_v - expected).abs() < 0.01, "{isolation:?}: {} V", seen.aux_v);
    }
}

/// A relay joins both batteries through the cable: the drop is the cable's and the contact's.
#[test]
fn a_relay_joins_through_the_cable() {
    let seen = look(&job(Isolation::VoltageSensing), SupplyState::Charging);
    let through_a = seen.into_aux_a + seen.lamps_a;
    let expected = seen.main_v - through_a * (0.008 + CONTACT_OHM);
    assert!((seen.aux_v - expected).abs() < 0.02, "{} V, by hand {expected} V", seen.aux_v);
    assert!(seen.aux_v > 14.0 && seen.into_aux_a > 0.5, "{} A into it", seen.into_aux_a);
}

/// A diode loses its forward voltage at that current on top of the cable's.
#[test]
fn a_diode_loses_its_forward_voltage() {
    let seen = look(&job(Isolation::DiodeIsolator), SupplyState::Charging);
    let through_a = seen.into_aux_a + seen.lamps_a;
    let lost_v = diode::forward_v(&diode::LAMPS[2], through_a) + 0.008 * through_a;
    let expected = seen.main_v - lost_v;
    assert!((seen.aux_v - expected).abs() < 0.01, "{} V, by hand {expected} V", seen.aux_v);
    assert!((0.4..1.0).contains(&(seen.main_v - seen.aux_v)));
    let joined = look(&job(Isolation::IgnitionRelay), SupplyState::Charging);
    assert!(joined.into_aux_a > seen.into_aux_a, "diodes cost charge");
}

/// A converter holds its own voltage up to its current, and takes its power from the other side.
#[test]
fn a_converter_charges_at_its_own_voltage() {
    let seen = look(&job(Isolation::DcDc), SupplyState::Charging);
    assert!((13.9..14.6).contains(&seen.aux_v), "{} V", seen.aux_v);
    assert!(seen.into_aux_a + seen.lamps_a < 20.5, "more than its rating");
    let mut weak = job(Isolation::DcDc);
    weak.supply.auxiliary.as_mut().unwrap().charger_a = Some(2.0);
    let limited = look(&weak, SupplyState::Charging);
    assert!((limited.into_aux_a + limited.lamps_a - 2.0).abs() < 0.1, "not held at 2 A");
}

/// A longer cable never helps; what is sized behind it is sized for the battery's own terminals.
#[test]
fn the_cable_counts_while_charging() {
    let aux_v = |mohm| {
        let mut job = job(Isolation::VoltageSensing);
        job.supply.auxiliary.as_mut().unwrap().cable_mohm = Some(mohm);
        look(&job, SupplyState::Charging).aux_v
    };
    assert!(aux_v(5.0) > aux_v(20.0) && aux_v(20.0) > aux_v(60.0));
    let answers = assess(&job(Isolation::VoltageSensing));
    let parked = &answers.circuits[0].volt_lines[0];
    assert!((parked.battery_v - 12.6).abs() < 0.05, "{} V at its source", parked.battery_v);
    assert!(answers.cuts.iter().any(|c| c.from == "auxiliary +"));
    assert!(answers.circuits[0].feeds.iter().any(|f| f.label == "Auxiliary battery" && f.is_used));
}

/// Taken out, the circuit falls back to the starting battery and says nothing odd.
#[test]
fn without_the_battery_the_feed_falls_back() {
    let mut job = job(Isolation::VoltageSensing);
    job.supply.auxiliary = None;
    let answers = assess(&job);
    assert!(answers.circuits[0].volt_lines[0].current_a > 1.0);
    assert!(answers.circuits[0].feeds.iter().all(|f| f.label != "Auxiliary battery"));
}

/// Each battery has readings of its own: what the auxiliary one feeds is lost from its post and flows out of it, what
/// another vehicle lights is lost from that vehicle's post and flows out of neither. Kirchhoff's laws.
#[test]
fn each_battery_is_read_for_what_it_lights() {
    let check = |job: &Job, id: &str| {
        let found = assess(job).checks.into_iter().find(|c| c.id.0 == id);
        found.unwrap_or_else(|| panic!("no reading {id}"))
    };
    let by_auxiliary = job(Isolation::IgnitionRelay);
    let (lamps, feed) = (check(&by_auxiliary, "c1.current_a"), check(&by_auxiliary, "c1.feed_v"));
    assert!(feed.how.contains("Red on auxiliary battery +"), "{}", feed.how);
    assert!((0.0..0.9).contains(&feed.expected), "{}", feed.expected_text);
    let out_of = |job: &Job, key: &str| check(job, &format!("{key}.total_a")).expected;
    assert!((out_of(&by_auxiliary, "auxiliary") - lamps.expected).abs() < 0.01);
    // A battery that gives nothing is not clamped.
    let has_total = |job: &Job, key: &str| {
        assess(job).checks.iter().any(|c| c.id.0 == format!("{key}.total_a"))
    };
    assert!(!has_total(&by_auxiliary, "battery"));
    assert!(check(&by_auxiliary, "auxiliary.key_off_a").high < 0.05);

    let mut towed = bench(&[], Wish::Towing(Signal::Parking), None);
    towed.factory = vec![wire("tow", Signal::Parking, VehicleSide::Towing)];
    towed.circuits[0].feed = Some(Feed::TieIn { factory: "tow".into() });
    let feed = check(&towed, "c1.feed_v");
    assert!(feed.how.contains("towing vehicle's battery +"), "{}", feed.how);
    assert!((0.0..1.5).contains(&feed.expected), "{}", feed.expected_text);
    assert!(!has_total(&towed, "battery"));
    assert!(assess(&towed).checks.iter().all(|c| !c.id.0.starts_with("auxiliary")));
}
