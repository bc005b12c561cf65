//! What flashers and modules call a lost bulb: thresholds and rates against the published ranges.

use jovek_core::job::{BulbPlace, CodingBit, Job, LedBulb, Signal, SwapFunction, Watcher};
use jovek_core::swap::judge::{SwapAnswer, SwapResult, USUAL_PER_MINUTE};
use jovek_core::swap::swap;

fn led(watt: f64) -> Option<LedBulb> {
    Some(LedBulb { watt, flux_lm: None, takes_either_polarity: true, is_monitored_type: false })
}

fn bulbs(places: &[(&str, Option<f64>)]) -> Vec<BulbPlace> {
    places
        .iter()
        .enumerate()
        .map(|(k, (bulb, watt))| BulbPlace {
            place: format!("place {}", k + 1),
            bulb: (*bulb).to_owned(),
            is_second_filament: false,
            count: 1,
            led: watt.and_then(led),
        })
        .collect()
}

fn judged(signal: Signal, places: &[(&str, Option<f64>)], watched: Watcher) -> SwapAnswer {
    let mut job = Job::new("22", "swap");
    job.swaps = vec![SwapFunction::new("function", signal, bulbs(places), watched)];
    swap(&job).unwrap().functions.remove(0)
}

fn module(least_a: Option<f64>) -> Watcher {
    Watcher::Module { least_a, has_cold_pulses: false, duty: None, coding: None }
}

/// A module calls a 21 W bulb lost below 0.5 to 1.0 A, a 5 W bulb below 0.1 to 0.25 A. Common practice, no source
/// (reference table 9.3).
#[test]
fn thresholds_of_modules() {
    for (bulb, least, most) in [("P21W", 0.5, 1.0), ("R5W", 0.1, 0.25), ("W5W", 0.1, 0.25)] {
        let answer = judged(Signal::Brake, &[(bulb, Some(1.0))], module(None));
        let threshold_a = answer.least_a.unwrap();
        assert!((least..=most).contains(&threshold_a), "{bulb}: {threshold_a} A");
        assert!(answer.result == SwapResult::FaultMessage || answer.after_a >= threshold_a);
    }
}

/// An electronic flasher for two 21 W lamps and one of 5 W, 47 W, alarms when the load falls below 30 to 37 W: with one
/// 21 W lamp out, 26 W are left, and it does; with the 5 W lamp out, 42 W, it does not. Common practice, no source, low
/// confidence (reference table 9.3).
#[test]
fn the_threshold_of_a_flasher() {
    let places = |a, b, c| [("P21W", a), ("P21W", b), ("W5W", c)];
    let flasher = || Watcher::ElectronicFlasher { least_a: None };
    let whole = judged(Signal::Left, &places(None, None, None), flasher());
    assert_eq!(whole.result, SwapResult::Fine);
    let full_a = whole.before_a;
    let least_w = 47.0 * whole.least_a.unwrap() / full_a;
    assert!((30.0..=37.0).contains(&least_w), "{least_w} W");
    // An LED of next to nothing stands for a lamp that is out.
    let one_out = judged(Signal::Left, &places(Some(0.06), None, None), flasher());
    assert_eq!(one_out.result, SwapResult::DoubleRate);
    let small_out = judged(Signal::Left, &places(None, None, Some(0.06)), flasher());
    assert_eq!(small_out.result, SwapResult::Fine);
}

/// 60 to 120 flashes a minute are lawful, a lost bulb doubles them to 120 to 200. Source: SAE J590, UN R48 6.5, recalled
/// from memory; doubling is common practice (reference table 9.3).
#[test]
fn rates_of_flashers() {
    assert!((60.0..=120.0).contains(&USUAL_PER_MINUTE));
    let lost = judged(
        Signal::Right,
        &[("PY21W", Some(2.0)), ("PY21W", Some(2.0))],
        Watcher::ElectronicFlasher { least_a: None },
    );
    assert_eq!(lost.result, SwapResult::DoubleRate);
    assert!((120.0..=200.0).contains(&lost.per_minute.unwrap()));
    // Two lamps on a bimetal flasher: with LED it does not flash at all, with one bulb left it is too slow to heat.
    let cold = judged(
        Signal::Right,
        &[("PY21W", Some(2.0)), ("PY21W", Some(2.0))],
        Watcher::ThermalFlasher {},
    );
    assert_eq!((cold.result, cold.per_minute), (SwapResult::NoFlash, Some(0.0)));
    // A flasher that counts nothing works from 0.02 to 0.1 A on.
    let free = judged(Signal::Right, &[("PY21W", Some(2.0))], Watcher::FreeFlasher {});
    assert_eq!((free.result, free.per_minute), (SwapResult::Fine, Some(USUAL_PER_MINUTE)));
    assert!(free.after_a >= 0.1);
    // What does not flash has no rate.
    assert_eq!(judged(Signal::Brake, &[("P21W", Some(2.0))], module(None)).per_minute, None);
}

/// A load resistor against a decoder: 25 to 50 ohm in practice for 5 W and 21 W bulbs under a module (reference table
/// 9.3); the remedy's own value brings the current over the threshold and no more than a bulb's.
#[test]
fn a_resistor_brings_the_current_back() {
    for (bulb, threshold_a) in [("P21W", 0.9), ("W5W", 0.25), ("P21W", 0.5)] {
        let answer = judged(Signal::Brake, &[(bulb, Some(0.5))], module(Some(threshold_a)));
        assert_eq!(answer.result, SwapResult::FaultMessage);
        let title = &answer.remedies.iter().find(|r| r.title.contains("resistor")).unwrap().title;
        let ohm: f64 = title
            .split_whitespace()
            .zip(title.split_whitespace().skip(1))
            .find(|(_, unit)| unit.starts_with("ohm"))
            .and_then(|(n, _)| n.parse().ok())
            .unwrap();
        // At 12.8 V, where thresholds are told.
        let total_a = answer.after_a + 12.8 / ohm;
        assert!(total_a >= threshold_a, "{bulb}: {total_a} A with {ohm} ohm");
        assert!(total_a <= 2.2 * threshold_a, "{bulb}: {total_a} A with {ohm} ohm is far too much");
        assert!((5.0..=60.0).contains(&ohm), "{ohm} ohm");
    }
}

/// Remedies stand in order of how cool they are: a coding bit first, a resistor last; where nothing is wrong there are
/// none.
#[test]
fn remedies_in_their_order() {
    let coding = CodingBit {
        module: "Body".into(),
        byte: None,
        bit: 3,
        value: Some(16.into()),
        written: None,
        series: None,
        pins: Vec::new(),
    };
    let watched =
        Watcher::Module { least_a: None, has_cold_pulses: true, duty: None, coding: Some(coding) };
    let both = [("P21W", Some(2.0)), ("P21W", Some(2.0)), ("P21W", Some(2.0))];
    let answer = judged(Signal::Brake, &both, watched);
    assert_eq!(answer.result, SwapResult::FaultMessage);
    let titles: Vec<&str> = answer.remedies.iter().map(|r| r.title.as_str()).collect();
    assert!(titles[0].starts_with("Tell the module"), "{titles:?}");
    assert!(titles.last().unwrap().contains("resistor"), "{titles:?}");
    // 16 with bit 3 set is 24.
    assert!(answer.remedies[0].text.contains("write 24"), "{}", answer.remedies[0].text);
    let plain = judged(Signal::Brake, &[("P21W", None)], module(None));
    assert!(plain.result == SwapResult::Fine && plain.remedies.is_empty());
}
