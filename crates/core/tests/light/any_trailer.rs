//! Whatever is said of a trailer, a hitch lamp or a towed vehicle: answers that hold together, the same again.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::finding::FindingCode;
use jovek_core::job::limits::faults;
use jovek_core::job::{
    ConnectorKind, FoundWire, HitchLamp, Job, LinkSide, LoopWire, PinFunction, PutOn, Signal,
    StopFrom, StopLight, SupplyState, TieInEnd, Towed, TrailerLink, VehicleSide, WireReading, Wish,
};
use jovek_core::light::lamps::Stands;
use jovek_core::light::picture::Picture;
use jovek_core::light::{LightAsked, LightPicture, light};
use jovek_core::trailer::connectors::all;
use jovek_core::trailer::link;
use jovek_core::trailer::probe::WireVerdict;
use proptest::collection::{btree_map, vec};
use proptest::prelude::*;
use proptest::sample::{select, subsequence};

fn demo(unit: &str) -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn kind() -> impl Strategy<Value = ConnectorKind> {
    select(all().iter().map(|c| c.kind).collect::<Vec<_>>())
}

fn wire() -> impl Strategy<Value = FoundWire> {
    let functions = vec![
        PinFunction::Ground,
        PinFunction::LeftTurn,
        PinFunction::LeftStopTurn,
        PinFunction::Stop,
        PinFunction::Tail,
        PinFunction::Permanent,
    ];
    let colours = select(vec!["white", "brown", "yellow", "green", "red", "black", "pink"]);
    (
        select(vec![LinkSide::Vehicle, LinkSide::Trailer]),
        colours.clone(),
        btree_map(select(PutOn::ALL.to_vec()), -1.0..26.0f64, 0..5),
        proptest::option::weighted(0.3, select(functions)),
        proptest::option::of(colours),
    )
        .prop_map(|(side, colour, readings, seen, new)| FoundWire {
            side,
            colour: colour.to_owned(),
            readings: readings.into_iter().map(|(on, v)| WireReading { on, v }).collect(),
            seen,
            new_colour: new.map(str::to_owned),
        })
}

fn hitch() -> impl Strategy<Value = HitchLamp> {
    (
        0.1..20.0f64,
        0.1..30.0f64,
        proptest::option::of(0.5..40.0f64),
        select(vec![StopFrom::EitherWire, StopFrom::BothWires]),
        select(vec![LoopWire::Left, LoopWire::Cut]),
        select(vec![StopLight::Steady, StopLight::FlashThenSteady]),
    )
        .prop_map(|(tail_w, stop_w, reverse_w, stop_from, loop_wire, left_means)| HitchLamp {
            name: "lamp".into(),
            housing: None,
            tail_w: Some(tail_w),
            stop_w: Some(stop_w),
            reverse_w,
            stop_from,
            loop_wire,
            left_means,
        })
}

fn towed() -> impl Strategy<Value = Towed> {
    (
        select(vec![TieInEnd::Front, TieInEnd::Rear]),
        proptest::option::of(0.1..20.0f64),
        proptest::option::of(0.5..30.0f64),
        proptest::option::of(0.1..10.0f64),
        any::<(bool, bool)>(),
    )
        .prop_map(|(tie_in, key_on_a, hours, charged_a, (brakes_itself, is_stop_cut))| Towed {
            tie_in,
            key_on_a,
            hours,
            charged_a,
            brakes_itself,
            is_stop_cut,
        })
}

fn any_link() -> impl Strategy<Value = TrailerLink> {
    (
        kind(),
        kind(),
        proptest::option::of(0.05..3.0f64),
        vec(wire(), 0..6),
        proptest::option::of(hitch()),
        proptest::option::of(towed()),
    )
        .prop_map(|(socket, plug, seen_from_a, wires, hitch, towed)| TrailerLink {
            socket,
            plug,
            seen_from_a,
            wires,
            hitch,
            towed,
        })
}

/// The lead of unit 31 and its own wires: what a lamp of it can follow.
fn sources() -> Vec<Wish> {
    vec![
        Wish::With(Signal::Parking),
        Wish::With(Signal::Brake),
        Wish::Towing(Signal::Parking),
        Wish::Towing(Signal::Left),
        Wish::Towing(Signal::Right),
        Wish::Towing(Signal::Brake),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// Any link is sound, is written and read again, answers without a fault and the same twice; every wire that is told
    /// stands on the map of its side, none that is not.
    #[test]
    fn any_link_is_answered(trailer in any_link()) {
        let mut job = demo("31");
        job.trailer = Some(trailer.clone());
        prop_assert_eq!(faults(&job), vec![]);
        let text = serde_json::to_string(&job).unwrap();
        prop_assert_eq!(&Job::read(&text).unwrap(), &job);
        let found = link(&job).unwrap().unwrap();
        prop_assert_eq!(&link(&job).unwrap().unwrap(), &found);
        prop_assert_eq!(
            found.vehicle_wires.len() + found.trailer_wires.len(),
            trailer.wires.len()
        );
        for answer in found.vehicle_wires.iter().chain(&found.trailer_wires) {
            let wire = &trailer.wires[answer.index];
            prop_assert_eq!(&answer.colour, &wire.colour);
            prop_assert!(!answer.says.is_empty());
            prop_assert_eq!(answer.verdict == WireVerdict::Told && answer.fits.len() != 1, false);
            // What was read already is not asked for again.
            if let Some(next) = answer.next {
                prop_assert!(wire.readings.iter().all(|r| r.on != next));
            }
            if wire.side == LinkSide::Trailer {
                let on_map = found.rows.iter().any(|row| {
                    answer.fits.first() == Some(&row.function)
                        && row.found_to.contains(&answer.colour)
                });
                let has_row = found.rows.iter().any(|r| answer.fits.first() == Some(&r.function));
                prop_assert!(!on_map || answer.fits.len() == 1 || found.trailer_wires.iter().any(|w| w.colour == answer.colour && w.verdict == WireVerdict::Told));
                prop_assert!(answer.verdict != WireVerdict::Told || !has_row || on_map);
            }
        }
        if let Some(hitch) = &found.hitch {
            prop_assert_eq!(hitch.states.len(), 8);
            prop_assert!(hitch.taps.iter().all(|t| t.current_a > 0.0));
            let brake = hitch.states.iter().find(|s| s.on == "brake").unwrap();
            prop_assert!(brake.shows == "steady" || brake.shows == "flashes, then steady" || !brake.wrong.is_empty() || brake.shows == "dark");
        }
        if let Some(t) = &found.towed {
            prop_assert_eq!(t.wrong, t.tests.iter().filter(|l| !l.wrong.is_empty()).count());
            let findings = assess(&job).findings;
            prop_assert_eq!(findings.iter().any(|f| f.code == FindingCode::TowedLamps), t.wrong > 0);
            let long = t.drain.as_ref().is_some_and(|d| d.is_too_long);
            prop_assert_eq!(findings.iter().any(|f| f.code == FindingCode::TowDrain), long);
        }
    }

    /// Lamps that follow any of their sources, however they are chosen: in every state of the towing driver the solved
    /// network lights exactly those whose wish says so, worked out here by plain logic.
    #[test]
    fn the_network_does_what_the_wishes_say(
        chosen in vec(subsequence(sources(), 1..4), 5),
        own_brake in any::<bool>(),
    ) {
        let mut job = demo("31");
        for (circuit, wishes) in job.circuits.iter_mut().zip(&chosen) {
            circuit.lit = Wish::Any(wishes.clone());
        }
        let facts = job.trailer.as_mut().unwrap().towed.as_mut().unwrap();
        facts.brakes_itself = own_brake;
        facts.is_stop_cut = false;
        let found = link(&job).unwrap().unwrap().towed.unwrap();
        prop_assert_eq!(found.tests.len(), if own_brake { 32 } else { 16 });
        for line in &found.tests {
            let words: Vec<&str> = line.on.split([' ', ',']).collect();
            let own = line.on.contains("its own brake pressed");
            let on = |word: &str| words.iter().filter(|w| **w == word).count() > 0;
            // "its own brake pressed" has the word brake too.
            let brake = words.iter().filter(|w| **w == "brake").count() > usize::from(own);
            let (left, right) = (on("left") || on("hazard"), on("right") || on("hazard"));
            for (circuit, wishes) in job.circuits.iter().zip(&chosen) {
                let lit = |is_bright: bool| {
                    wishes.iter().any(|w| match w {
                        Wish::With(Signal::Brake) => own,
                        Wish::Towing(Signal::Parking) => on("tail"),
                        Wish::Towing(Signal::Left) => left && is_bright,
                        Wish::Towing(Signal::Right) => right && is_bright,
                        Wish::Towing(Signal::Brake) => brake,
                        _ => false,
                    })
                };
                // Lamps that only the vehicle itself lights are not of the lead.
                if !wishes.iter().any(|w| matches!(w, Wish::Towing(_))) {
                    continue;
                }
                let parts: Vec<&str> = line.lit.split(", ").collect();
                let text = parts.join(", ");
                let flashes = text.contains(&format!("{} flashes", circuit.name));
                let burns = text.contains(&circuit.name) && !flashes;
                prop_assert_eq!(
                    (burns, flashes),
                    (lit(false), lit(true) && !lit(false)),
                    "{} with {}: {}",
                    circuit.name,
                    line.on,
                    line.lit
                );
            }
        }
    }
}

/// One answer for both is what two answers were: the planned light and, beside it, that of the candidates.
#[test]
fn beside_is_what_it_is_apart() {
    let job = demo("51");
    for circuit in [None, Some(job.circuits[1].id.clone())] {
        let asked = |stands, beside| LightAsked {
            job: job.clone(),
            supply: SupplyState::Charging,
            circuit: circuit.clone(),
            stands,
            drawn: LightPicture::Ground,
            beside,
        };
        let both = light(&asked(Stands::Planned, Some(Stands::Candidate))).unwrap();
        let planned = light(&asked(Stands::Planned, None)).unwrap();
        let other = light(&asked(Stands::Candidate, None)).unwrap();
        assert!(planned.beside.is_none());
        assert_eq!(both.lamps, planned.lamps);
        let beside = both.beside.unwrap();
        assert_eq!(beside.lamps, other.lamps);
        // Half as wide on the page, fewer points; the same light on the same ground.
        let alike = |a: &Picture, b: &Picture| {
            assert!(a.wide < b.wide);
            let width = |p: &Picture| p.step_m * (p.wide - 1) as f64;
            assert!((width(a) - width(b)).abs() < 1e-6 && a.left_m == b.left_m);
            let mean = |p: &Picture| p.lux_lx.iter().sum::<f64>() / p.lux_lx.len() as f64;
            assert!((mean(a) / mean(b) - 1.0).abs() < 0.1, "{} {}", mean(a), mean(b));
        };
        alike(&both.ground.unwrap(), &planned.ground.unwrap());
        alike(&beside.ground.unwrap(), &other.ground.unwrap());
        assert_eq!(beside.reach, other.reach);
    }
    // Of figures alone no picture is drawn for either.
    let figures = LightAsked {
        job,
        supply: SupplyState::EngineOff,
        circuit: None,
        stands: Stands::Planned,
        drawn: LightPicture::Nothing,
        beside: Some(Stands::Candidate),
    };
    let found = light(&figures).unwrap();
    assert!(found.ground.is_none() && found.beside.unwrap().ground.is_none());
}

/// The lead's wires all belong to the towing vehicle, the lamps' own to the towed one: what the demo is built on.
#[test]
fn the_towed_demo_has_two_masters() {
    let job = demo("31");
    let count = |side| job.factory.iter().filter(|f| f.of == side).count();
    assert_eq!((count(VehicleSide::Own), count(VehicleSide::Towing)), (4, 4));
    for circuit in &job.circuits {
        let pieces = circuit.lit.pieces();
        assert!(pieces.iter().any(|p| matches!(p, Wish::With(_))), "{}", circuit.name);
        assert!(pieces.iter().any(|p| matches!(p, Wish::Towing(_))), "{}", circuit.name);
    }
}
