//! Remedies for LED lamps under a watcher: each does what it says, and what was done can be read, fitted and proved.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::base::coding::CodingValue;
use jovek_core::base::grade::Grade;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    BulbPlace, CodingBit, Job, LedBulb, LoadResistor, Reading, ResistorSeat, SeriesPins, Signal,
    Smoothing, SwapFunction, Watcher,
};
use jovek_core::plan::study::study;
use jovek_core::prove::{Check, Verdict};
use jovek_core::record::built::as_built;
use jovek_core::swap::judge::{SwapAnswer, SwapResult};
use jovek_core::swap::swap;
use jovek_core::work::steps;
use proptest::prelude::*;

fn demo22() -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == "22").unwrap().1
}

fn judged(function: &SwapFunction) -> SwapAnswer {
    let mut job = Job::new("X1", "swap");
    job.swaps = vec![function.clone()];
    swap(&job).unwrap().functions.remove(0)
}

fn place(name: &str, bulb: &str, led_w: Option<f64>) -> BulbPlace {
    let led = led_w.map(|watt| LedBulb {
        watt,
        flux_lm: None,
        takes_either_polarity: false,
        is_monitored_type: false,
    });
    BulbPlace { place: name.into(), bulb: bulb.into(), is_second_filament: false, count: 1, led }
}

fn module(has_cold_pulses: bool, duty: Option<f64>, coding: Option<CodingBit>) -> Watcher {
    Watcher::Module { least_a: None, has_cold_pulses, duty, coding }
}

fn rear(watched: Watcher) -> SwapFunction {
    SwapFunction::new("Brake", Signal::Brake, vec![place("rear", "P21W", Some(3.0))], watched)
}

fn any_function() -> impl Strategy<Value = SwapFunction> {
    let bulb = || proptest::sample::select(&["P21W", "PY21W", "R5W", "W5W", "W16W", "P21/5W"][..]);
    let led = || proptest::option::weighted(0.7, 0.3..6.0f64);
    let coding = proptest::option::of((0u32..8, 0u32..256)).prop_map(|c| {
        c.map(|(bit, value)| CodingBit {
            module: "Body".into(),
            byte: None,
            bit,
            value: Some(value.into()),
            written: None,
            series: None,
            pins: Vec::new(),
        })
    });
    let module = (any::<bool>(), proptest::option::of(0.05..0.9f64), coding)
        .prop_map(|(cold, duty, coding)| module(cold, duty, coding));
    let watched = prop_oneof![
        Just(Watcher::Nothing {}),
        Just(Watcher::FreeFlasher {}),
        Just(Watcher::ThermalFlasher {}),
        Just(Watcher::ElectronicFlasher { least_a: None }),
        module,
    ];
    let signal = proptest::sample::select(&[Signal::Left, Signal::Brake, Signal::Parking][..]);
    (proptest::collection::vec((bulb(), led()), 1..4), watched, signal).prop_map(
        |(bulbs, watched, signal)| {
            let bulbs = bulbs.iter().enumerate();
            let bulbs = bulbs.map(|(k, (b, led))| place(&format!("place {k}"), b, *led)).collect();
            SwapFunction::new("Function", signal, bulbs, watched)
        },
    )
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, ..ProptestConfig::default() })]

    /// Whatever is wrong, one remedy at least cures it, those that cure stand first, and each that is done does what it
    /// said; taken back, it is as bad as before.
    #[test]
    fn a_remedy_does_what_it_says(function in any_function()) {
        let before = judged(&function);
        prop_assert!(before.in_place.is_none());
        if before.result == SwapResult::Fine {
            prop_assert!(before.remedies.is_empty());
            return Ok(());
        }
        prop_assert_eq!(before.remedies[0].then, SwapResult::Fine, "{:?}", before.remedies);
        let cures = before.remedies.iter().map(|r| r.then == SwapResult::Fine);
        prop_assert!(cures.clone().skip_while(|c| *c).all(|c| !c), "cures stand first");
        for remedy in &before.remedies {
            let after = judged(&remedy.applied);
            prop_assert_eq!(after.result, remedy.then, "{}", remedy.title);
            prop_assert!(after.result < before.result || after.result == SwapResult::Flickers
                || after.result == SwapResult::GhostGlow, "{} leaves it as bad", remedy.title);
            if let Some(done) = &after.in_place {
                prop_assert_eq!(done.else_result, before.result);
                prop_assert_eq!(&done.taken_back, &function);
            }
        }
    }

    /// A job with what was done is the same when it was written and read.
    #[test]
    fn what_was_done_is_kept(function in any_function()) {
        for remedy in judged(&function).remedies {
            let mut job = Job::starter("X1");
            job.swaps = vec![remedy.applied];
            prop_assert_eq!(Job::read(&job.write()).unwrap(), job);
        }
    }
}

/// Test pulses: a bleed takes them, a capacitor too, a resistor too, a bulb beside it too. Pulses that dim: only a
/// capacitor or a lamp made for it. Common practice, no source.
#[test]
fn what_takes_which_pulses() {
    let cold = rear(Watcher::Module {
        least_a: Some(0.1),
        has_cold_pulses: true,
        duty: None,
        coding: None,
    });
    let dimmed = rear(Watcher::Module {
        least_a: Some(0.1),
        has_cold_pulses: true,
        duty: Some(0.2),
        coding: None,
    });
    assert_eq!(judged(&cold).result, SwapResult::GhostGlow);
    assert_eq!(judged(&dimmed).result, SwapResult::Flickers);
    let resistor = Some(LoadResistor { ohm: 22.0, seat: ResistorSeat::BareMetal });
    for (smoothing, resistor, of_cold, of_dimmed) in [
        (Some(Smoothing::Bleed), None, SwapResult::Fine, SwapResult::Flickers),
        (Some(Smoothing::Capacitor), None, SwapResult::Fine, SwapResult::Fine),
        (None, resistor, SwapResult::Fine, SwapResult::Flickers),
    ] {
        let with = |f: &SwapFunction| judged(&SwapFunction { smoothing, resistor, ..f.clone() });
        assert_eq!(with(&cold).result, of_cold, "{smoothing:?} {resistor:?}");
        assert_eq!(with(&dimmed).result, of_dimmed, "{smoothing:?} {resistor:?}");
    }
    let titles: Vec<String> = judged(&cold).remedies.into_iter().map(|r| r.title).collect();
    assert!(titles[0].starts_with("Bleed resistor"), "{titles:?}");
    assert!(judged(&dimmed).remedies[0].title.starts_with("Capacitor"));
}

/// A bit that was written wrong is told with the right value: 18 with bit 6 is 18 + 64 = 82, bit 2 would be 22.
#[test]
fn a_wrong_coding_is_told() {
    let with = |written: Option<u32>| {
        let coding = CodingBit {
            module: "Body".into(),
            byte: None,
            bit: 6,
            value: Some(18.into()),
            written: written.map(CodingValue::from),
            series: None,
            pins: Vec::new(),
        };
        judged(&rear(module(false, None, Some(coding))))
    };
    assert_eq!(with(None).result, SwapResult::FaultMessage);
    assert_eq!(with(Some(82)).result, SwapResult::Fine);
    let wrong = with(Some(22));
    assert_eq!(wrong.result, SwapResult::FaultMessage);
    let note = wrong.notes.iter().find(|n| n.contains("22 was written, 82 is right")).unwrap();
    assert!(note.contains("write 18 again"), "{note}");
    // Before anybody read the value nothing can be said of it, and nothing is to be written.
    let coding = CodingBit {
        module: "Body".into(),
        byte: None,
        bit: 6,
        value: None,
        written: None,
        series: None,
        pins: Vec::new(),
    };
    let unread = judged(&rear(module(false, None, Some(coding))));
    assert_eq!(unread.result, SwapResult::FaultMessage);
    assert!(unread.remedies.iter().all(|r| !r.title.starts_with("Tell the module")));
    assert!(unread.notes.iter().any(|n| n.contains("read the coding value and note it before")));
    // 18 + 64 + 1: told, but another bit moved.
    let more = with(Some(83));
    assert_eq!(more.result, SwapResult::Fine);
    assert!(more.notes.iter().any(|n| n.contains("83 was written, 82 is right")));
}

/// On plastic a load resistor stops the job. 22 ohm at 14.4 V: 14.4² / 22 = 9.4 W, in free air 9.4 W / (12 W/(m² K) ×
/// 0.005 m²) = 157 K over 30 °C. Source: Ohm's law; the heat transfer by reference table 9.4, low confidence.
#[test]
fn a_resistor_on_plastic_stops_the_job() {
    let mut job = Job::starter("X1");
    let seated = |seat| SwapFunction {
        resistor: Some(LoadResistor { ohm: 22.0, seat }),
        ..rear(module(false, None, None))
    };
    job.swaps = vec![seated(ResistorSeat::Plastic)];
    let found =
        assess(&job).findings.into_iter().find(|f| f.code == FindingCode::SwapResistor).unwrap();
    assert_eq!(found.grade, Grade::Stop);
    assert!(found.why.contains("187 °C, burns skin"), "{}", found.why);
    job.swaps = vec![seated(ResistorSeat::BareMetal)];
    assert!(assess(&job).findings.iter().all(|f| f.code != FindingCode::SwapResistor));
    let notes = judged(&job.swaps[0]).notes;
    assert!(
        notes.iter().any(|n| n.contains("Load resistor 22 ohm on bare metal: 9 W on the mean"))
    );
}

/// A lamp of the monitored type makes its bulb's heat in a closed housing.
#[test]
fn monitored_lamps_are_warm() {
    let mut function = rear(module(false, None, None));
    function.is_closed_housing = true;
    let watts = |f: &SwapFunction| {
        judged(f).notes.into_iter().find(|n| n.starts_with("Closed housing")).unwrap()
    };
    assert!(watts(&function).contains(": 3 W"), "{}", watts(&function));
    function.bulbs[0].led.as_mut().unwrap().is_monitored_type = true;
    assert!(watts(&function).contains(": 21 W"), "{}", watts(&function));
}

/// The van of the demo: all was done, each function says how it would be without.
#[test]
fn the_van_is_as_it_was_left() {
    let report = swap(&demo22()).unwrap();
    assert!(report.functions.iter().all(|f| f.result == SwapResult::Fine && f.remedies.is_empty()));
    let without: Vec<&str> = report
        .functions
        .iter()
        .filter_map(|f| f.in_place.as_ref())
        .filter(|d| d.else_result == SwapResult::FaultMessage)
        .flat_map(|d| d.what.iter().map(String::as_str))
        .collect();
    assert_eq!(
        without,
        [
            "Body module, rear lamps LED: 18 before, 82 written",
            "LED lamps of the monitored type",
            "load resistor 33 ohm on bare metal",
            "load resistor 33 ohm on bare metal",
        ]
    );
}

/// The work of a swap: lamps in with the battery off, coding after it is on, an old code cleared, the function tried,
/// only then the vehicle closed and handed over; also where nothing else is done on the vehicle.
#[test]
fn the_work_of_a_swap() {
    let before = |job: &Job| {
        let made = steps(job, &study(job), &assess(job));
        move |first: &str, then: &str| {
            let mut reached = vec![then.to_owned()];
            let mut k = 0;
            while k < reached.len() {
                let step = made.iter().find(|s| s.id.0 == reached[k]);
                let step = step.unwrap_or_else(|| panic!("no step {}", reached[k]));
                for a in &step.after {
                    if !reached.contains(&a.step.0) {
                        reached.push(a.step.0.clone());
                    }
                }
                k += 1;
            }
            reached[1..].iter().any(|s| s == first)
        }
    };
    let of = before(&demo22());
    for (first, then) in [
        ("battery-off", "swap.1.led"),
        ("swap.1.led", "battery-on"),
        ("battery-on", "swap.1.code"),
        ("swap.1.code", "swap.1.test"),
        ("swap.3.resistor", "battery-on"),
        ("swap.4.clear", "swap.4.test"),
        ("swap.5.test", "after"),
    ] {
        assert!(of(first, then), "{first} before {then}");
        assert!(!of(then, first), "{then} not before {first}");
    }
    let mut only = Job::new("X1", "bulbs only");
    only.swaps = demo22().swaps;
    let of = before(&only);
    assert!(of("swap.1.led", "battery-on") && of("swap.1.test", "after"));
    let made = steps(&only, &study(&only), &assess(&only));
    assert!(made.iter().all(|s| !["bench", "cut", "aim"].contains(&s.id.0.as_str())));
    only.swaps.iter_mut().flat_map(|s| &mut s.bulbs).for_each(|b| b.led = None);
    assert!(steps(&only, &study(&only), &assess(&only)).is_empty(), "no LED, no work");
}

fn check(job: &Job, id: &str) -> Check {
    assess(job).checks.into_iter().find(|c| c.id.0 == id).unwrap()
}

/// What the meter should read: a flasher's side at 12.8 V by Ohm's law and the bulbs' law, never less than the watcher
/// wants.
#[test]
fn the_meter_on_a_swapped_function() {
    let mut job = demo22();
    job.readings.retain(|r| !r.check.0.starts_with("swap|"));
    let current = check(&job, "swap|Left turn.swap_a");
    // 3 W / 12.8 V + 12.8 V / 33 ohm, and front 21 W and side 5 W at 12 V, by V^0.55: 26 W / 12 V x (12.8 / 12)^0.55.
    let by_hand = 3.0 / 12.8 + 12.8 / 33.0 + 26.0 / 12.0 * (12.8f64 / 12.0).powf(0.55);
    assert!((current.expected - by_hand).abs() < 1e-9, "{} {by_hand}", current.expected);
    assert!((current.low - 2.6).abs() < 1e-9, "the module wants 2.6 A: {}", current.low);
    assert_eq!(current.judgement.verdict, Verdict::Waiting);
    let works = check(&job, "swap|Left turn.swap_works");
    assert_eq!(works.relies_on, std::slice::from_ref(&current.id));
    for (value, verdict) in [(2.5, Verdict::Low), (2.8, Verdict::Good), (4.1, Verdict::High)] {
        let mut read = job.clone();
        read.readings.push(Reading {
            check: current.id.clone(),
            value,
            at: "2025-03-11T13:00:00Z".into(),
            by: "Ada".into(),
        });
        let judged = check(&read, &current.id.0).judgement;
        assert_eq!(judged.verdict, verdict, "{value} A");
        assert!(!judged.says.is_empty());
    }
    // Two functions of one name have readings of their own.
    let again = job.swaps[2].clone();
    job.swaps.push(again);
    let ids: Vec<_> = assess(&job).checks.into_iter().map(|c| c.id.0).collect();
    assert!(ids.iter().any(|id| id == "swap|Left turn 2.swap_a"), "{ids:?}");
    assert!(ids.iter().enumerate().all(|(k, id)| !ids[..k].contains(id)), "{ids:?}");
    job.swaps.clear();
    assert!(assess(&job).checks.iter().all(|c| !c.id.0.starts_with("swap|")));
}

/// Lamps and what goes beside them are on the parts list and in the record.
#[test]
fn lamps_and_resistors_are_listed() {
    let job = demo22();
    let parts = assess(&job).parts;
    let count = |part: &str| parts.iter().find(|p| p.part == part).map(|p| p.quantity);
    assert_eq!(count("LED lamp for PY21W, BAU15s, 3 W"), Some(2.0));
    assert_eq!(count("LED lamp for P21/5W, BAY15d, 3 W, monitored type"), Some(2.0));
    // 14.4² / 33 = 6.3 W, twice that.
    assert_eq!(count("load resistor 33 ohm, 13 W"), Some(2.0));
    let now: Timestamp = "2026-11-26T00:00:00Z".parse().unwrap();
    let record = as_built(&job, now);
    let told = |words: &str| record.fitted.iter().any(|l| l.is.contains(words));
    assert!(told("1 × LED 3 W in place of PY21W") && told("load resistor 33 ohm on bare metal"));
    let coding = record.coding.iter().find(|c| c.module.starts_with("Body module")).unwrap();
    assert_eq!((coding.text.as_str(), coding.is_wrong), ("bit 6 set: 18 before, 82 after", false));
}

/// Pins are those of the module's own series; without a series all are told, with an unknown one none is taken. Common
/// practice: a pin belongs to a model series.
#[test]
fn pins_belong_to_a_series() {
    let pins = |series: &str, pins: &str| SeriesPins { series: series.into(), pins: pins.into() };
    let with = |series: Option<&str>| {
        let coding = CodingBit {
            module: "Body".into(),
            byte: None,
            bit: 6,
            value: Some(18.into()),
            written: Some(82.into()),
            series: series.map(str::to_owned),
            pins: vec![pins("1", "X1, pin 14"), pins("2", "X2, pin 27")],
        };
        let answer = judged(&rear(module(false, None, Some(coding))));
        answer.notes.into_iter().find(|n| n.contains("eries")).unwrap()
    };
    assert_eq!(
        with(None),
        "Pins by series: 1: X1, pin 14; 2: X2, pin 27. Read the series off the module."
    );
    assert_eq!(with(Some("2")), "Series 2: X2, pin 27; other series have other pins.");
    assert!(with(Some("3")).starts_with("No pins are known for series 3"), "{}", with(Some("3")));
    let of = demo22();
    let made = steps(&of, &study(&of), &assess(&of));
    let step = made.iter().find(|s| s.id.0 == "swap.1.code").unwrap();
    assert!(step.how.iter().any(|h| h.starts_with("Series 2: ")), "{:?}", step.how);
}
