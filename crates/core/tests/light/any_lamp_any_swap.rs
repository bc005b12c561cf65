//! Properties of the rule book and of swaps: whatever the lamp, whatever the bulb.

use crate::common::demo_jobs;
use jovek_core::catalog::bulbs::all;
use jovek_core::job::{
    At, BulbPlace, Flash, Job, LampColour, LampPlace, LampRole, LedBulb, Mount, Optic, Region,
    Signal, SwapFunction, Watcher,
};
use jovek_core::road::judge::RoadVerdict;
use jovek_core::road::road;
use jovek_core::swap::judge::{SwapAnswer, SwapResult, currents_a};
use jovek_core::swap::resistor::{AT_V, Resistor, VALUES_OHM};
use jovek_core::swap::swap;
use proptest::prelude::*;

const ROLES: [LampRole; 12] = [
    LampRole::Headlamp,
    LampRole::Tail,
    LampRole::Brake,
    LampRole::Turn,
    LampRole::Marker,
    LampRole::Plate,
    LampRole::Reverse,
    LampRole::Fog,
    LampRole::Driving,
    LampRole::Work,
    LampRole::Warning,
    LampRole::Accent,
];
const COLOURS: [LampColour; 6] = [
    LampColour::White,
    LampColour::Yellow,
    LampColour::Amber,
    LampColour::Red,
    LampColour::Green,
    LampColour::Blue,
];

fn any_lamp() -> impl Strategy<Value = Job> {
    (
        proptest::sample::select(&ROLES[..]),
        proptest::sample::select(&COLOURS[..]),
        0.1..3.0f64,
        0.0..360.0f64,
        0.0..6.0f64,
        proptest::option::of((0.5..20.0f64, 0.05..0.95f64)),
    )
        .prop_map(|(role, colour, up_m, faces_deg, along_m, flash)| {
            let mut job = demo_jobs().into_iter().find(|(n, _)| *n == "14").unwrap().1;
            job.circuits.truncate(1);
            job.lighting.permits.clear();
            let light = &mut job.circuits[0].lights[0];
            light.count = 1;
            (light.role, light.colour) = (Some(role), Some(colour));
            light.place = Some(LampPlace::Front);
            light.flash = flash.map(|(hz, duty)| Flash { hz, duty });
            let at = At { along_m, left_m: 0.0, up_m };
            light.optic = Some(Optic {
                mounts: vec![Mount { at, faces_deg, down_deg: 0.0 }],
                ..Optic::default()
            });
            job
        })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, ..ProptestConfig::default() })]

    /// Every lamp gets a verdict with reasons, the gravest first, each with a source; blue and green are never simply
    /// right, nor is red light to the front or a main lamp that flashes.
    #[test]
    fn every_lamp_is_judged_with_reasons(job in any_lamp()) {
        let report = road(&job, None).unwrap();
        prop_assert_eq!(report.regions.len(), 2);
        for region in &report.regions {
            let lamp = &region.lamps[0];
            prop_assert!(!lamp.reasons.is_empty());
            prop_assert_eq!(lamp.verdict, lamp.reasons[0].verdict);
            prop_assert!(lamp.reasons.windows(2).all(|w| w[0].verdict >= w[1].verdict));
            prop_assert!(lamp.reasons.iter().all(|r| !r.source.is_empty() && !r.says.is_empty()));
            let light = &job.circuits[0].lights[0];
            let odd = matches!(lamp.colour, LampColour::Blue | LampColour::Green);
            prop_assert!(!odd || lamp.verdict > RoadVerdict::Right, "{lamp:?}");
            let faces = lamp.mount.faces_deg.rem_euclid(360.0);
            let is_front = !(45.0..=315.0).contains(&faces);
            let warns = light.role == Some(LampRole::Warning);
            if is_front && lamp.colour == LampColour::Red && !warns {
                prop_assert_eq!(lamp.verdict, RoadVerdict::Wrong);
            }
            let steady = matches!(light.role, Some(LampRole::Tail | LampRole::Brake | LampRole::Fog));
            if steady && light.flash.is_some() {
                prop_assert!(lamp.verdict > RoadVerdict::Right, "{lamp:?}");
            }
        }
    }

    /// The same job, the same report, to the byte; and every rule that speaks is a file of its region.
    #[test]
    fn reports_are_the_same_again(job in any_lamp()) {
        let text = |job: &Job| serde_json::to_string(&road(job, Some(Region::Un)).unwrap()).unwrap();
        prop_assert_eq!(text(&job), text(&job));
        for region in road(&job, None).unwrap().regions {
            let prefix = if region.region == Region::Us { "us/" } else { "un/" };
            let own = |rule: &str| rule.is_empty() || rule.starts_with(prefix);
            prop_assert!(region.lamps[0].reasons.iter().all(|r| own(&r.rule)));
            prop_assert!(region.missing.iter().all(|m| own(&m.reason.rule)));
        }
    }

    /// More load never makes it worse: with more watts of LED the current rises and the result is no graver.
    #[test]
    fn more_load_is_never_graver(
        k in 0usize..50, less_w in 0.3..6.0f64, more_w in 0.0..15.0f64, part in 0.1..0.9f64, flasher in any::<bool>(),
    ) {
        let bulb = &all()[k % all().len()];
        let bulb_a = bulb.first.current_a(AT_V);
        let least = part * bulb_a;
        let least_a = Some(least);
        let watched = if flasher {
            Watcher::ElectronicFlasher { least_a }
        } else {
            Watcher::Module { least_a, has_cold_pulses: false, duty: None, coding: None }
        };
        let of = |watt: f64| judged(&bulb.code, watt, watched.clone());
        let (less, more) = (of(less_w), of(less_w + more_w));
        prop_assert!(more.after_a >= less.after_a - 1e-12);
        prop_assert!(more.result <= less.result, "{:?} {:?}", less.result, more.result);
        prop_assert_eq!(less.result == SwapResult::Fine, less.after_a >= least);
        // What is wrong has a remedy, what is fine needs none.
        prop_assert_eq!(less.remedies.is_empty(), less.result == SwapResult::Fine);
    }

    /// The value that is sold lies beside the exact one: no other lies nearer.
    #[test]
    fn the_nearest_resistor(exact_ohm in 1.0..80.0f64) {
        let r = Resistor::of(exact_ohm);
        let off = (r.ohm - exact_ohm).abs();
        prop_assert!(VALUES_OHM.iter().all(|v| (v - exact_ohm).abs() >= off - 1e-6));
        prop_assert!((r.watt(12.0) - 12.0 * r.current_a(12.0)).abs() < 1e-9);
    }
}

fn judged(code: &str, watt: f64, watched: Watcher) -> SwapAnswer {
    let mut job = Job::new("X1", "swap");
    let led =
        LedBulb { watt, flux_lm: None, takes_either_polarity: true, is_monitored_type: false };
    let place = BulbPlace {
        place: "rear".into(),
        bulb: code.into(),
        is_second_filament: false,
        count: 1,
        led: Some(led),
    };
    job.swaps = vec![SwapFunction::new("Function", Signal::Left, vec![place], watched)];
    swap(&job).unwrap().functions.remove(0)
}

/// A monitored-type lamp draws what its bulb drew; heat, dust and fault codes are told where they are said.
#[test]
fn notes_and_monitored_types() {
    let mut job = demo_jobs().into_iter().find(|(n, _)| *n == "22").unwrap().1;
    let left = job.swaps.iter().position(|s| s.signal == Signal::Left).unwrap();
    job.swaps[left].resistor = None;
    assert_eq!(swap(&job).unwrap().functions[left].result, SwapResult::FaultMessage);
    let swap_of = &mut job.swaps[left];
    swap_of.bulbs[0].led.as_mut().unwrap().is_monitored_type = true;
    let (before, after) = currents_a(swap_of);
    assert!((before - after).abs() < 1e-9, "{before} {after}");
    swap_of.is_closed_housing = true;
    swap_of.has_open_fan = true;
    swap_of.was_powered_unplugged = true;
    let answer = swap(&job).unwrap().functions.remove(left);
    assert_ne!(answer.result, SwapResult::FaultMessage);
    for word in ["Closed housing", "fan", "fault code stays", "polarity"] {
        assert!(answer.notes.iter().any(|n| n.contains(word)), "{word}: {:?}", answer.notes);
    }
    assert!(answer.light_text.contains("280 lm became 270 lm"), "{}", answer.light_text);
}
