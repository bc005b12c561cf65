//! What can be on at once, and a wish in words. The rules of keys and levers are common practice, no
//! source.

use crate::common::bench::{down, job, not, switch, wire, with};
use jovek_core::job::{Job, Signal, VehicleSide, Wish};
use jovek_core::plan::inputs::{Assignment, Input, Inputs};
use jovek_core::plan::logic::sentence;
use jovek_core::state::{StateError, inputs_of};
use proptest::prelude::*;

const ALL: [(&str, Signal); 11] = [
    ("park", Signal::Parking),
    ("low", Signal::LowBeam),
    ("high", Signal::HighBeam),
    ("fog", Signal::Fog),
    ("brake", Signal::Brake),
    ("left", Signal::Left),
    ("right", Signal::Right),
    ("rev", Signal::Reverse),
    ("ign", Signal::Ignition),
    ("acc", Signal::Accessory),
    ("run", Signal::EngineRunning),
];

fn vehicle() -> Job {
    job(&ALL, Wish::Any(vec![switch("rocker"), down(), switch("on-off")]), None)
}

/// Everything that is on, by name.
struct On<'a> {
    inputs: &'a Inputs,
    a: Assignment,
}

impl On<'_> {
    fn is(&self, signal: Signal) -> bool {
        self.a.any(self.inputs.bit(&Input::Signal(VehicleSide::Own, signal)))
    }
}

/// The same rules told another way round: what a driver can do.
fn can_be(on: &On) -> bool {
    let turns = [Signal::Left, Signal::Right, Signal::Hazard];
    let key = on.is(Signal::Ignition);
    turns.iter().filter(|s| on.is(**s)).count() <= 1
        && !(on.is(Signal::LowBeam) && on.is(Signal::HighBeam))
        && (on.is(Signal::Parking)
            || !(on.is(Signal::LowBeam) || on.is(Signal::HighBeam) || on.is(Signal::Fog)))
        && (key
            || !(on.is(Signal::Left)
                || on.is(Signal::Right)
                || on.is(Signal::Reverse)
                || on.is(Signal::EngineRunning)))
        && (on.is(Signal::Accessory) || !key)
}

#[test]
fn only_what_can_be_is_swept() {
    let job = vehicle();
    let inputs = Inputs::new(&job);
    let signals: u64 = inputs
        .list()
        .iter()
        .enumerate()
        .filter(|(_, i)| matches!(i, Input::Signal(..)))
        .map(|(k, _)| 1 << k)
        .sum();
    let swept = inputs.combinations(signals);
    let mut counted = 0;
    let mut a = 0u64;
    loop {
        counted += usize::from(can_be(&On { inputs: &inputs, a: Assignment(a) }));
        a = a.wrapping_sub(signals) & signals;
        if a == 0 {
            break;
        }
    }
    assert_eq!(swept.len(), counted);
    assert!(swept.iter().all(|&a| can_be(&On { inputs: &inputs, a })));
    // A rocker is up or down.
    let both = inputs.combinations(inputs.all()).into_iter().filter(|a| {
        let up = inputs.bit(&Input::Switch("rocker".into(), jovek_core::job::Position::On));
        let low = inputs.bit(&Input::Switch("rocker".into(), jovek_core::job::Position::Down));
        a.any(up) && a.any(low)
    });
    assert_eq!(both.count(), 0);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    /// Whatever key is turned in whatever order, only what can be comes out; turning it on turns it
    /// on, turning it off turns it off.
    #[test]
    fn turning_keys_stays_within_what_can_be(turns in prop::collection::vec(0usize..15, 1..40)) {
        let job = vehicle();
        let inputs = Inputs::new(&job);
        let mut a = Assignment::NONE;
        for turn in turns {
            let at = turn % inputs.list().len();
            let before = a.any(1 << at);
            a = inputs.turned(a, at);
            prop_assert!(inputs.is_allowed(a), "{}", inputs.words(&job, a));
            prop_assert_eq!(a.any(1 << at), !before, "{}", inputs.label(&job, at));
        }
    }

    /// Keys lead back to the combination that they were made from.
    #[test]
    fn keys_go_there_and_back(pick in any::<u64>()) {
        let job = vehicle();
        let inputs = Inputs::new(&job);
        let all = inputs.combinations(inputs.all());
        let a = all[(pick % all.len() as u64) as usize];
        let keys = inputs.keys(&job, a);
        prop_assert_eq!(inputs_of(&job, &inputs, &keys), Ok(a));
    }
}

#[test]
fn keys_are_unique_and_what_is_needed_comes_along() {
    let job = vehicle();
    let inputs = Inputs::new(&job);
    let mut keys: Vec<String> = (0..inputs.list().len()).map(|k| inputs.key(&job, k)).collect();
    keys.sort();
    let count = keys.len();
    keys.dedup();
    assert_eq!(keys.len(), count);
    let on = |keys: &[&str]| {
        inputs_of(&job, &inputs, &keys.iter().map(|k| (*k).to_owned()).collect::<Vec<_>>())
    };
    let high = on(&["high_beam"]).unwrap();
    assert_eq!(inputs.words(&job, high), "parking lamps, high beam");
    let reverse = on(&["reverse"]).unwrap();
    assert_eq!(inputs.words(&job, reverse), "reverse lamps, ignition, accessory");
    assert_eq!(inputs.words(&job, on(&[]).unwrap()), "everything off");
    assert!(matches!(on(&["left", "right"]), Err(StateError::Excluded { .. })));
    let said = on(&["low_beam", "high_beam"]).unwrap_err().to_string();
    assert!(said.contains("cannot be on at once"), "{said}");
    assert!(matches!(on(&["ufo"]), Err(StateError::NoInput { .. })));
}

/// Hazard lights make both turn wires live.
#[test]
fn hazard_lights_both_turn_wires() {
    let job = job(&[("left", Signal::Left), ("right", Signal::Right)], with(Signal::Left), None);
    let inputs = Inputs::new(&job);
    let hazard = inputs.bit(&Input::Signal(VehicleSide::Own, Signal::Hazard));
    assert_ne!(hazard, 0, "the job does not know the hazard switch");
    for side in [Signal::Left, Signal::Right] {
        assert_ne!(inputs.live_by(VehicleSide::Own, side) & hazard, 0);
    }
    assert_ne!(inputs.turn_mask() & hazard, 0);
}

#[test]
fn what_a_hand_leaves_on_is_told_from_what_it_presses() {
    let wish = Wish::Any(vec![switch("push"), switch("on-off")]);
    let job = job(&[("rev", Signal::Reverse)], wish, None);
    let inputs = Inputs::new(&job);
    let on = |key: &str| inputs_of(&job, &inputs, &[key.to_owned()]).unwrap();
    assert!(inputs.are_left_by_hand(&job, on("on-off")));
    assert!(!inputs.are_left_by_hand(&job, on("push")));
    assert!(!inputs.are_left_by_hand(&job, on("reverse")));
}

/// The two vehicles of a tow are two.
#[test]
fn the_towing_vehicle_has_signals_of_its_own() {
    let wish = Wish::Any(vec![with(Signal::Parking), Wish::Towing(Signal::Parking)]);
    let mut job = job(&[("park", Signal::Parking)], wish, None);
    job.factory.push(wire("lead", Signal::Parking, VehicleSide::Towing));
    let inputs = Inputs::new(&job);
    let keys: Vec<String> = (0..inputs.list().len()).map(|k| inputs.key(&job, k)).collect();
    assert!(keys.contains(&"parking".to_owned()) && keys.contains(&"towing.parking".to_owned()));
    assert_eq!(
        inputs.live_by(VehicleSide::Own, Signal::Parking)
            & inputs.live_by(VehicleSide::Towing, Signal::Parking),
        0
    );
}

#[test]
fn a_wish_is_one_plain_sentence() {
    let job = vehicle();
    let says = |wish: &Wish, words: &str| assert_eq!(sentence(&job, wish), words);
    says(&Wish::OwnSwitch, "Lit by its own switch.");
    says(&with(Signal::Parking), "Lit with the parking lamps.");
    says(&with(Signal::Moving), "Lit above walking pace.");
    says(&with(Signal::EngineRunning), "Lit with the engine running.");
    says(&Wish::Towing(Signal::Brake), "Lit with the brake lamps of the towing vehicle.");
    says(&switch("on-off"), "Lit by on-off.");
    says(&switch("push"), "Lit while push is pressed.");
    says(&switch("rocker"), "Lit with rocker up.");
    says(&down(), "Lit with rocker down.");
    says(
        &Wish::Any(vec![with(Signal::Reverse), switch("on-off"), with(Signal::Brake)]),
        "Lit with the reverse lamps, by on-off or with the brake lamps.",
    );
    says(
        &Wish::OnlyWhile {
            lit: Box::new(with(Signal::HighBeam)),
            condition: Box::new(switch("on-off")),
        },
        "Lit with the high beam, only by on-off.",
    );
    says(
        &Wish::OnlyWhile {
            lit: Box::new(Wish::Any(vec![with(Signal::Reverse), switch("on-off")])),
            condition: Box::new(not(with(Signal::Moving))),
        },
        "Lit (with the reverse lamps or by on-off), never above walking pace.",
    );
    let after = |seconds| Wish::After { lit: Box::new(with(Signal::Door)), seconds };
    says(&after(20.0), "Lit with the door lamp and for 20 s after.");
    says(&after(180.0), "Lit with the door lamp and for 3 min after.");
    says(&Wish::UntilLow(Box::new(switch("on-off"))), "Lit by on-off until the battery is low.");
    says(
        &Wish::Held {
            from: Box::new(switch("push")),
            until: Box::new(not(with(Signal::Ignition))),
        },
        "Lit from the moment while push is pressed until not with the ignition on.",
    );
}

/// Every form of a wish is written and read back the same.
#[test]
fn every_wish_goes_through_the_file() {
    let b = Box::new;
    let wishes = [
        Wish::OwnSwitch,
        with(Signal::Trailer),
        Wish::Towing(Signal::Left),
        switch("on-off"),
        down(),
        Wish::Any(vec![with(Signal::Door), switch("push")]),
        Wish::All(vec![with(Signal::Door), switch("push")]),
        not(with(Signal::Hazard)),
        Wish::OnlyWhile { lit: b(switch("push")), condition: b(with(Signal::Ignition)) },
        Wish::After { lit: b(with(Signal::Boot)), seconds: 60.0 },
        Wish::UntilLow(b(Wish::OwnSwitch)),
        Wish::Held { from: b(switch("push")), until: b(with(Signal::Brake)) },
    ];
    for wish in wishes {
        let mut job = vehicle();
        job.circuits[0].lit = wish;
        let text = job.write();
        let back = Job::read(&text).unwrap();
        assert_eq!(back, job);
        assert_eq!(back.write(), text);
    }
}

#[test]
fn wishes_beyond_reason_are_refused_with_their_place() {
    let refused = |wish: Wish| {
        let mut job = vehicle();
        job.circuits[0].lit = wish;
        Job::read(&job.write()).unwrap_err().to_string()
    };
    let long = Wish::Any(vec![with(Signal::Parking); 60]);
    let said = refused(long);
    assert!(said.contains(", lit: more than 40 pieces") && said.contains("(circuits[0].lit)"));
    let mut wrong = down();
    if let Wish::Switch { id, .. } = &mut wrong {
        *id = "on-off".into();
    }
    assert!(refused(wrong).contains("make it three-way"));
    let forever = Wish::After { lit: Box::new(with(Signal::Door)), seconds: 1e6 };
    assert!(refused(forever).contains("lit.seconds"));
    let text = vehicle().write().replace("\"rocker\"", "\"on-off\"");
    assert!(Job::read(&text).unwrap_err().to_string().contains("used twice"));
}
