//! Charge over a shift. Peukert's equation is checked beside its formula; what is checked here is that
//! the whole adds up. Days of a key-off current: charge over current, worked by hand.

use crate::common::bench;
use jovek_core::budget::{Starts, SupplyWay, budget};
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    Auxiliary, Battery, Chemistry, Engine, FactoryId, Feed, Flash, Isolation, Job, Leg, LightKind,
    Shift, Signal, SupplyState, VehicleSide, Wish,
};
use jovek_core::loads::own_loads;
use jovek_core::plan::study::study;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn way(job: &Job, isolation: Option<Isolation>) -> SupplyWay {
    budget(job).ways.into_iter().find(|w| w.isolation == isolation).unwrap()
}

/// 35 mA and 12 mA from 70 Ah: 30 % is gone after 18.6 days, without the 12 mA after 25.0.
#[test]
fn key_off_days() {
    for (ma, days) in [(47.0, 18.6), (35.0, 25.0)] {
        let mut job = demo("51");
        job.supply.battery.capacity_ah = Some(70.0);
        job.shift = Some(jovek_core::job::Shift {
            battery_c: Some(25.0),
            start_percent: Some(100.0),
            key_off_ma: Some(ma),
            days_parked: Some(days),
            legs: vec![Leg { minutes: 0.0, engine: Engine::Off, lit: Vec::new() }],
        });
        let after = way(&job, None).run.after_parking.start_percent;
        assert!((after - 70.0).abs() < 0.3, "{after} % after {days} days of {ma} mA");
    }
}

#[test]
fn a_second_battery_spares_the_first() {
    let job = demo("14");
    let one = way(&job, None);
    let apart = way(&job, Some(Isolation::VoltageSensing));
    assert!(apart.run.after_shift.start_percent > one.run.after_shift.start_percent + 5.0);
    assert!(one.can_flatten && !apart.can_flatten);
    // Diodes lose 0.7 V: less charge arrives than through a relay; a converter brings most.
    let diodes = way(&job, Some(Isolation::DiodeIsolator));
    let converter = way(&job, Some(Isolation::DcDc));
    assert!(diodes.run.reached_ah < apart.run.reached_ah);
    assert!(converter.run.reached_ah > diodes.run.reached_ah);
    for w in [&apart, &diodes, &converter] {
        assert!(w.parts.iter().any(|p| p.contains("two fuses")), "{:?}", w.parts);
    }
}

#[test]
fn a_longer_stop_takes_more_and_cold_makes_it_worse() {
    let left = |minutes: f64, battery_c: f64| {
        let mut job = demo("14");
        let shift = job.shift.as_mut().unwrap();
        shift.battery_c = Some(battery_c);
        shift.legs[1].minutes = minutes;
        way(&job, None).run
    };
    assert!(
        left(300.0, 20.0).after_shift.start_percent < left(100.0, 20.0).after_shift.start_percent
    );
    let (warm, cold) = (left(300.0, 20.0), left(300.0, -15.0));
    assert!(cold.after_parking.start_percent < warm.after_parking.start_percent);
    assert!(cold.needed_percent > warm.needed_percent);
    assert_eq!(left(60.0, 20.0).starts, Starts::Yes);
    let mut job = demo("14");
    let shift = job.shift.as_mut().unwrap();
    shift.legs = vec![Leg {
        minutes: 900.0,
        engine: Engine::Off,
        lit: job.circuits.iter().map(|c| c.id.clone()).collect(),
    }];
    let flat = way(&job, None).run;
    assert_eq!(flat.starts, Starts::No);
    assert!(flat.cut_off_h.is_some_and(|h| h < 15.0), "{:?}", flat.cut_off_h);
}

/// Lithium takes no charge below freezing.
#[test]
fn frozen_lithium_is_not_charged() {
    let mut job = demo("14");
    job.supply.auxiliary.as_mut().unwrap().battery.chemistry = jovek_core::job::Chemistry::Lifepo4;
    job.shift.as_mut().unwrap().battery_c = Some(-5.0);
    let used = way(&job, Some(Isolation::VoltageSensing));
    assert_eq!(used.run.reached_ah, 0.0);
    assert!(used.mind.iter().any(|m| m.contains("freezing")), "{:?}", used.mind);
    assert!(used.mind.iter().any(|m| m.contains("stays closed")), "{:?}", used.mind);
}

/// What the job feeds from the starting battery stays there in every way with an auxiliary battery.
#[test]
fn ways_are_compared_with_the_feeds_of_the_job() {
    let drawn = |rear: Feed| {
        let mut job = demo("14");
        job.circuits[0].feed = Some(rear);
        let all = job.circuits.iter().map(|c| c.id.clone()).collect();
        job.shift.as_mut().unwrap().legs =
            vec![Leg { minutes: 120.0, engine: Engine::Off, lit: all }];
        way(&job, Some(Isolation::VoltageSensing)).run.after_shift
    };
    let (apart, moved) = (drawn(Feed::Battery {}), drawn(Feed::Auxiliary {}));
    assert!(apart.start_percent < moved.start_percent - 1.0);
    assert!(apart.auxiliary_percent > moved.auxiliary_percent);
}

/// A lithium battery holds a sensing relay closed: the starting battery pays for its lamps.
#[test]
fn lithium_holds_a_sensing_relay_closed() {
    let run = |chemistry| {
        let mut job = demo("14");
        job.supply.auxiliary.as_mut().unwrap().battery.chemistry = chemistry;
        job.circuits.iter_mut().for_each(|c| c.feed = Some(Feed::Auxiliary {}));
        let all: Vec<_> = job.circuits.iter().map(|c| c.id.clone()).collect();
        let leg = |minutes, engine, lit| Leg { minutes, engine, lit };
        job.shift.as_mut().unwrap().legs =
            vec![leg(30.0, Engine::Driving, Vec::new()), leg(90.0, Engine::Off, all)];
        way(&job, Some(Isolation::VoltageSensing))
    };
    use jovek_core::job::Chemistry::{Agm, Lifepo4};
    let (lead, lithium) = (run(Agm), run(Lifepo4));
    assert!(!lead.can_flatten && lithium.can_flatten);
    assert!(lithium.run.after_shift.start_percent < lead.run.after_shift.start_percent - 3.0);
    assert!(lead.parts.iter().any(|p| p.contains("after 10 s")), "{:?}", lead.parts);
}

/// The network of a circuit behind the isolator: fed from the auxiliary battery alone with the
/// engine off, and from the alternator while it runs.
#[test]
fn the_network_knows_the_auxiliary_battery() {
    let job = demo("14");
    assert!(job.circuits.iter().any(|c| c.feed == Some(Feed::Auxiliary {})));
    let on = |supply| jovek_core::job::VehicleState {
        on: vec!["switch.alley".into()],
        supply,
        ..Default::default()
    };
    use jovek_core::job::SupplyState::{Charging, EngineOff};
    let parked = jovek_core::moment::moment(&job, &on(EngineOff), None).unwrap();
    assert!(parked.battery_a.abs() < 0.01, "the starting battery gives {} A", parked.battery_a);
    let alley = parked.circuits.iter().find(|c| c.name.contains("alley")).unwrap();
    assert!(alley.is_lit && alley.current_a > 1.0);
    for isolation in [Isolation::IgnitionRelay, Isolation::DiodeIsolator, Isolation::DcDc] {
        let mut job = job.clone();
        job.supply.auxiliary.as_mut().unwrap().isolation = isolation;
        let running = jovek_core::moment::moment(&job, &on(Charging), None).unwrap();
        let alley = running.circuits.iter().find(|c| c.name.contains("alley")).unwrap();
        assert!(alley.line.battery_v > 13.0, "{isolation:?}: {} V", alley.line.battery_v);
    }
}

/// A cut-off on one battery keeps enough to start; a sensing relay needs 13.3 V to close.
#[test]
fn a_cut_off_keeps_enough_to_start_and_a_sensing_relay_needs_voltage() {
    let mut job = demo("14");
    job.shift.as_mut().unwrap().legs = vec![Leg {
        minutes: 1500.0,
        engine: Engine::Off,
        lit: job.circuits.iter().map(|c| c.id.clone()).collect(),
    }];
    let of = |label: &str| budget(&job).ways.into_iter().find(|w| w.label == label).unwrap();
    let (bare, cut) = (of("One battery"), of("One battery with cut-off"));
    assert!(bare.can_flatten && !cut.can_flatten);
    assert!(cut.run.after_shift.start_percent > bare.run.after_shift.start_percent + 10.0);
    assert!(cut.run.cut_off_h.is_some());
    assert!(cut.parts[0].contains("cut-off"), "{:?}", cut.parts);
    let mut smart = demo("14");
    smart.supply.alternator.regulated_v = Some(13.0);
    let sensing = way(&smart, Some(Isolation::VoltageSensing));
    assert_eq!(sensing.run.reached_ah, 0.0);
    assert!(sensing.mind.iter().any(|m| m.contains("never closes")), "{:?}", sensing.mind);
    assert!(way(&smart, Some(Isolation::IgnitionRelay)).run.reached_ah > 0.0);
}

/// A 70 Ah battery at 25 °C, full, parked for two days; the vehicle itself takes nothing.
fn parked(wish: Wish, power_w: f64) -> Job {
    let mut job = bench::job(&[("rev", Signal::Reverse)], wish, None);
    job.circuits[0].lights[0].count = 1;
    job.circuits[0].lights[0].label_w = Some(power_w);
    job.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: None };
    job.shift = Some(Shift {
        battery_c: Some(25.0),
        start_percent: Some(100.0),
        key_off_ma: Some(0.0),
        days_parked: Some(2.0),
        legs: vec![Leg { minutes: 0.0, engine: Engine::Off, lit: Vec::new() }],
    });
    job
}

/// 5 W at 12.3 V is 0.41 A, and the coil of 100 ohm that holds it lit takes 0.12 A: in 48 h 25.4 Ah of 70, 36 %.
/// Ohm's law, worked by hand.
#[test]
fn what_burns_while_parked_is_paid_for() {
    let after = |job: &Job| way(job, None).run.after_parking.start_percent;
    let burning = after(&parked(bench::not(bench::with(Signal::Reverse)), 5.0));
    assert!((burning - 63.7).abs() < 0.7, "{burning} %");
    assert!(after(&parked(Wish::OwnSwitch, 5.0)) > 99.99);
    // In the budget's own words.
    let job = parked(bench::not(bench::with(Signal::Reverse)), 5.0);
    let text = &budget(&job).circuits[0];
    assert!(text.contains("while parked"), "{text}");
}

/// A beacon that is lit three tenths of the time takes three tenths of its current; a lamp that the indicators
/// light takes half of it (their duty in the same program, common practice).
#[test]
fn what_flashes_takes_its_share_of_the_time() {
    let lit_a = |wish: Wish, signal: Signal, flash: Option<Flash>| {
        let mut job = bench::job(&[("w", signal)], wish, None);
        job.circuits[0].lights[0].flash = flash;
        own_loads(&job, &study(&job), SupplyState::EngineOff)[0].lit_a
    };
    let steady = lit_a(Wish::OwnSwitch, Signal::Parking, None);
    let flashing = lit_a(Wish::OwnSwitch, Signal::Parking, Some(Flash { hz: 2.0, duty: 0.3 }));
    assert!((flashing / steady - 0.3).abs() < 0.001, "{flashing} A of {steady} A");
    let tail = lit_a(bench::with(Signal::Parking), Signal::Parking, None);
    let turn = lit_a(bench::with(Signal::Left), Signal::Left, None);
    assert!((turn / tail - 0.5).abs() < 0.1, "{turn} A of {tail} A");
}

/// Another vehicle's battery pays for what it lights: nothing leaves the own one.
#[test]
fn another_vehicles_lamps_are_not_counted() {
    let mut job = parked(Wish::Towing(Signal::Parking), 20.0);
    job.factory = vec![bench::wire("tow", Signal::Parking, VehicleSide::Towing)];
    job.circuits[0].feed = Some(Feed::TieIn { factory: FactoryId("tow".into()) });
    let all: Vec<_> = job.circuits.iter().map(|c| c.id.clone()).collect();
    job.shift.as_mut().unwrap().legs =
        vec![Leg { minutes: 300.0, engine: Engine::Off, lit: all.clone() }];
    let run = way(&job, None).run;
    assert_eq!(run.after_shift.start_percent, 100.0);
    assert!(budget(&job).circuits[0].contains("lit by the towing vehicle"));
    // The same lamps on a wire of its own are paid for.
    let mut own = parked(bench::with(Signal::Reverse), 20.0);
    own.shift.as_mut().unwrap().legs = vec![Leg { minutes: 300.0, engine: Engine::Off, lit: all }];
    assert!(way(&own, None).run.after_shift.start_percent < 95.0);
}

/// The auxiliary battery's measured resistance counts: at 8 A, 60 mohm take 0.48 V more than none, so that its
/// lamps are at the cut-off far earlier, and dimmer before. Ohm's law.
#[test]
fn the_auxiliary_batterys_own_resistance_counts() {
    let seen = |internal_mohm: f64| {
        let mut job = parked(Wish::OwnSwitch, 100.0);
        job.circuits[0].feed = Some(Feed::Auxiliary {});
        job.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: Some(9.0) };
        job.supply.auxiliary = Some(Auxiliary {
            battery: Battery {
                capacity_ah: Some(100.0),
                chemistry: Chemistry::Agm,
                internal_mohm: Some(internal_mohm),
            },
            isolation: Isolation::DcDc,
            ..Default::default()
        });
        let all = job.circuits.iter().map(|c| c.id.clone()).collect();
        job.shift.as_mut().unwrap().legs =
            vec![Leg { minutes: 60.0, engine: Engine::Off, lit: all }];
        let used = way(&job, Some(Isolation::DcDc));
        let lamp_v: f64 = used.lamp_text.split(' ').next().unwrap().parse().unwrap();
        (used.run.light_left_h.unwrap(), lamp_v)
    };
    let ((stiff_h, stiff_v), (soft_h, soft_v)) = (seen(3.0), seen(60.0));
    assert!(soft_h < 0.7 * stiff_h, "{soft_h} h against {stiff_h} h");
    assert!((stiff_v - soft_v - 0.48).abs() < 0.1, "{stiff_v} V against {soft_v} V");
}

/// A tenth of a watt on a large battery: nobody is told of 7,000 hours.
#[test]
fn no_hours_beyond_a_year() {
    let mut job = parked(Wish::OwnSwitch, 0.05);
    job.supply.battery.capacity_ah = Some(200.0);
    let all = job.circuits.iter().map(|c| c.id.clone()).collect();
    job.shift.as_mut().unwrap().legs = vec![Leg { minutes: 5.0, engine: Engine::Off, lit: all }];
    let text = way(&job, None).light_text;
    assert_eq!(text, "more than a year of light left");
    let answers = jovek_core::answers::assess(&job);
    let told = answers.circuits[0].feeds.iter().flat_map(|f| &f.reasons).map(|r| &r.says);
    assert!(told.into_iter().any(|s| s.contains("more than a year")));
}

/// What the circuits take parked is what the proof reads out of the batteries with everything off.
#[test]
fn parked_currents_are_the_proofs() {
    let mut jobs = crate::common::demo_jobs();
    jobs.push(("burning", parked(bench::not(bench::with(Signal::Reverse)), 5.0)));
    for (name, job) in jobs {
        let of_circuits: f64 =
            own_loads(&job, &study(&job), SupplyState::EngineOff).iter().map(|l| l.parked_a).sum();
        let drains = jovek_core::proof::prove(&job, Vec::new()).drains.unwrap();
        assert!(
            (of_circuits - drains.key_off_a).abs() < 0.002,
            "{name}: {of_circuits} A against {} A",
            drains.key_off_a
        );
    }
}

/// What is told of a lamp left on counts its flashing too: three tenths of the time, more than three times as long.
#[test]
fn hours_left_on_count_the_flashing() {
    let told = |flash: Option<Flash>| {
        let mut job = parked(Wish::OwnSwitch, 120.0);
        job.circuits[0].feed = Some(Feed::Battery {});
        job.circuits[0].lights[0].flash = flash;
        let answers = jovek_core::answers::assess(&job);
        let is_told = answers.findings.iter().any(|f| f.code == FindingCode::LeftOn);
        let own = answers.circuits[0].feeds.iter().find(|f| f.feed == Feed::Battery {}).unwrap();
        let says = own.reasons.iter().find(|r| r.says.contains("left on")).unwrap().says.clone();
        (is_told, says)
    };
    let (steady, flashing) = (told(None), told(Some(Flash { hz: 2.0, duty: 0.1 })));
    // 70 Ah, half of it: 35 Ah over 120 W / 12.1 V is 3.5 h, over a tenth of that 35 h.
    assert!(steady.0 && steady.1.ends_with("gone in 3.5 h."), "{}", steady.1);
    assert!(!flashing.0 && flashing.1.ends_with("gone in 35 h."), "{}", flashing.1);
}
