//! A lamp between socket and plug, and wires told by the meter: against the truth tables of combined lamps.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::export::{Format, export};
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    ConnectorKind, FactoryCircuit, FactoryKind, FoundWire, HitchLamp, Job, LinkSide, LoopWire,
    PinFunction, PutOn, Signal, StopFrom, StopLight, TrailerLink, WireReading,
};
use jovek_core::trailer::connectors::{TrailerConnector, all, connector};
use jovek_core::trailer::convert::Wire;
use jovek_core::trailer::hitch::HitchAnswer;
use jovek_core::trailer::link;
use jovek_core::trailer::probe::{
    WireAnswer, WireVerdict, fitting, function_name, is_live, judged,
};
use proptest::prelude::*;
use proptest::sample::select;

fn demo(unit: &str) -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn lamp(stop_from: StopFrom) -> HitchLamp {
    HitchLamp {
        name: "hitch lamp".into(),
        housing: None,
        tail_w: Some(1.2),
        stop_w: Some(3.6),
        reverse_w: Some(4.8),
        stop_from,
        loop_wire: LoopWire::Left,
        left_means: StopLight::Steady,
    }
}

fn judged_on(socket: ConnectorKind, lamp: HitchLamp, seen_from_a: Option<f64>) -> HitchAnswer {
    let mut job = Job::new("58", "hitch lamp");
    let bare = TrailerLink::new(socket, socket);
    job.trailer = Some(TrailerLink { hitch: Some(lamp), seen_from_a, ..bare });
    link(&job).unwrap().unwrap().hitch.unwrap()
}

/// A cut loop turns the lamp from what it does left to the other, whichever its maker chose.
#[test]
fn a_loop_wire_left_or_cut() {
    for (loop_wire, left_means, does) in [
        (LoopWire::Left, StopLight::Steady, StopLight::Steady),
        (LoopWire::Cut, StopLight::Steady, StopLight::FlashThenSteady),
        (LoopWire::Left, StopLight::FlashThenSteady, StopLight::FlashThenSteady),
        (LoopWire::Cut, StopLight::FlashThenSteady, StopLight::Steady),
    ] {
        let lamp = HitchLamp { loop_wire, left_means, ..lamp(StopFrom::BothWires) };
        assert_eq!(lamp.stop_light(), does);
        let found = judged_on(ConnectorKind::Iso13, lamp, None);
        let brake = found.states.iter().find(|s| s.on == "brake").unwrap();
        let flashes = does == StopLight::FlashThenSteady;
        assert_eq!(brake.shows, if flashes { "flashes, then steady" } else { "steady" });
        // Law differs, and flashing can hurt: said wherever it flashes, nowhere else.
        assert_eq!(found.mind.iter().any(|m| m.contains("steady-burning")), flashes);
        assert_eq!(found.mind.iter().any(|m| m.contains("seizures")), flashes);
        let cut = loop_wire == LoopWire::Cut;
        assert_eq!(found.loop_text.starts_with("Loop cut"), cut);
        assert_eq!(found.mind.iter().any(|m| m.contains("Seal both ends")), cut);
    }
}

/// What the middle lamp sees of two combined wires, state by state, worked by hand from the truth table of combined
/// lamps (reference 6.4, computed: turn goes before stop on its own side).
#[test]
fn two_combined_wires_make_one_stop_light() {
    for (on, either, both) in [
        ("nothing", "dark", "dark"),
        ("left", "flashes", "dark"),
        ("right", "flashes", "dark"),
        ("hazard", "flashes", "flashes"),
        ("brake", "steady", "steady"),
        ("brake and left", "steady", "flashes"),
        ("brake and right", "steady", "flashes"),
        ("brake and hazard", "flashes", "flashes"),
    ] {
        for (from, shows) in [(StopFrom::EitherWire, either), (StopFrom::BothWires, both)] {
            let found = judged_on(ConnectorKind::Blade7, lamp(from), None);
            assert_eq!(found.states.len(), 8);
            let state = found.states.iter().find(|s| s.on == on).unwrap();
            assert_eq!(state.shows, shows, "{from:?}, {on}");
            // A turn signal in the middle, or a stop that blinks, is told; what hazard does to all is not.
            let is_told = shows == "flashes" && !on.contains("hazard");
            assert_eq!(!state.wrong.is_empty(), is_told, "{from:?}, {on}: {}", state.wrong);
        }
    }
    // With a stop wire of its own it obeys the pedal alone.
    let apart = judged_on(ConnectorKind::Iso13, lamp(StopFrom::EitherWire), None);
    assert!(!apart.is_combined);
    for state in &apart.states {
        let wanted = if state.on.contains("brake") { "steady" } else { "dark" };
        assert_eq!((state.shows.as_str(), state.wrong.as_str()), (wanted, ""), "{}", state.on);
    }
}

/// Two sources on one lamp over diodes, and two contacts in a row: as sets of lit halves, union and section.
#[test]
fn wires_joined_and_in_a_row() {
    let halves = |w: Wire| match w {
        Wire::Off => [false, false],
        Wire::Flash => [true, false],
        Wire::Steady => [true, true],
    };
    let wires = [Wire::Off, Wire::Flash, Wire::Steady];
    for a in wires {
        for b in wires {
            let ([a1, a2], [b1, b2]) = (halves(a), halves(b));
            assert_eq!(halves(a.or(b)), [a1 || b1, a2 || b2]);
            assert_eq!(halves(a.and(b)), [a1 && b1, a2 && b2]);
        }
    }
}

/// Amps are watts over volts; all pins go on to the plug, those that it takes are named.
#[test]
fn what_a_hitch_lamp_takes() {
    let found = judged_on(ConnectorKind::Blade7, lamp(StopFrom::BothWires), None);
    let amps = |pin: &str| found.taps.iter().find(|t| t.pin == pin).unwrap().current_a;
    assert!((amps("3") - 1.2 / 12.0).abs() < 1e-9, "tail");
    assert!((amps("5") - 0.3).abs() < 1e-9 && (amps("6") - 0.3).abs() < 1e-9, "stop and turn");
    assert!((amps("7 (centre)") - 0.4).abs() < 1e-9, "reverse");
    assert!((amps("1") - 0.8).abs() < 1e-9, "ground carries all");
    assert!(found.through.contains("2, 4 untouched"), "{}", found.through);
    // At 24 V half of it.
    let lorry = judged_on(ConnectorKind::Iso24n, lamp(StopFrom::BothWires), None);
    let tail = lorry.taps.iter().find(|t| t.function == PinFunction::LeftTail).unwrap();
    assert!((tail.current_a - 0.05).abs() < 1e-9);
    assert!(lorry.mind.iter().any(|m| m.contains("no reverse wire")), "{:?}", lorry.mind);
    // A lamp without a reverse light misses nothing.
    let plain = HitchLamp { reverse_w: None, ..lamp(StopFrom::BothWires) };
    let flat = judged_on(ConnectorKind::Flat4, plain, None);
    assert!(flat.mind.is_empty() && flat.through.starts_with("Every pin"), "{:?}", flat.mind);
}

/// The vehicle takes the lamp for a trailer exactly where one of its wires draws what the module looks for.
#[test]
fn a_lamp_taken_for_a_trailer() {
    for (least_a, is_seen) in
        [(0.1, true), (0.39, true), (0.399, true), (0.401, false), (2.0, false)]
    {
        let found = judged_on(ConnectorKind::Blade7, lamp(StopFrom::BothWires), Some(least_a));
        assert_eq!(found.seen_text.contains("parking sensors"), is_seen, "{least_a} A");
        assert_eq!(found.seen_text.contains("takes it for none"), !is_seen, "{least_a} A");
    }
    assert!(judged_on(ConnectorKind::Blade7, lamp(StopFrom::BothWires), None).seen_text.is_empty());
}

/// 80 % of a fuse is the limit of what hangs on it for good (common practice): told with the socket's wire.
#[test]
fn a_hitch_lamp_on_a_full_fuse() {
    let mut job = demo("58");
    let socket = job.factory.iter().position(|f| f.kind == FactoryKind::TrailerSocket).unwrap();
    let told = |job: &Job| {
        let found = link(job).unwrap().unwrap().hitch.unwrap();
        found.mind.iter().any(|m| m.contains("80 %"))
    };
    job.trailer.as_mut().unwrap().hitch = Some(lamp(StopFrom::BothWires));
    for (existing_a, is_told) in [(0.0, false), (7.5, false), (7.7, true)] {
        let wire = FactoryCircuit { existing_a: Some(existing_a), ..job.factory[socket].clone() };
        assert_eq!((wire.follows, wire.fuse_a), (Signal::Reverse, Some(10.0)));
        job.factory[socket] = wire;
        assert_eq!(told(&job), is_told, "{existing_a} A besides 0.4 A");
    }
}

fn wire(colour: &str, readings: &[(PutOn, f64)]) -> FoundWire {
    FoundWire {
        side: LinkSide::Vehicle,
        colour: colour.into(),
        readings: readings.iter().map(|&(on, v)| WireReading { on, v }).collect(),
        seen: None,
        new_colour: None,
    }
}

fn one(connector: &TrailerConnector, wire: FoundWire) -> WireAnswer {
    judged(connector, std::iter::once((0, &wire))).remove(0)
}

/// A wire of every function, read as that function makes it: the function is always among those that fit.
#[test]
fn a_wire_fits_what_it_does() {
    for connector in all() {
        for pin in connector.pins.iter().filter(|p| p.function != PinFunction::Other) {
            let readings: Vec<(PutOn, f64)> = PutOn::ALL
                .into_iter()
                .filter_map(|on| Some((on, is_live(pin.function, on)?)))
                .map(|(on, live)| (on, if live { connector.volts } else { 0.02 }))
                .collect();
            let fits = fitting(connector, &wire(&pin.colour, &readings));
            assert!(fits.contains(&pin.function), "{} {}", connector.name, pin.pin);
            // What is left beside it does the same under every reading.
            for other in &fits {
                for on in PutOn::ALL {
                    let (a, b) = (is_live(pin.function, on), is_live(*other, on));
                    assert!(a == b || a.is_none() || b.is_none(), "{other:?} under {on:?}");
                }
            }
        }
    }
}

/// Stop and turn in one wire are live with the pedal and with their own lever; a turn wire with its lever alone; a stop
/// wire with the pedal alone. Source: reference table 6.4.
#[test]
fn combined_and_separate_wires_are_told_apart() {
    let blade = connector(ConnectorKind::Blade7).unwrap();
    let heavy = connector(ConnectorKind::Heavy7).unwrap();
    use PutOn::{Brake, Left, Nothing, Right, Tail};
    let both = one(blade, wire("red", &[(Left, 12.1), (Brake, 12.3)]));
    assert!(
        both.fits.contains(&PinFunction::Permanent)
            && both.fits.contains(&PinFunction::LeftStopTurn)
    );
    assert_eq!(both.verdict, WireVerdict::Open);
    // Nothing on: the battery wire falls out.
    let told = one(blade, wire("red", &[(Left, 12.1), (Brake, 12.3), (Nothing, 0.0)]));
    assert_eq!(told.fits, [PinFunction::LeftStopTurn]);
    assert_eq!((told.verdict, told.next), (WireVerdict::Told, None));
    assert!(told.colour_says.is_empty());
    let stop = one(heavy, wire("red", &[(Brake, 12.4), (Left, 0.0), (Nothing, 0.0)]));
    assert_eq!(stop.fits, [PinFunction::Stop]);
    // Their brown, your green: the colour says right stop and turn, the meter says tail.
    let brown = one(blade, wire("brown", &[(Tail, 12.2), (Right, 0.1)]));
    assert_eq!(brown.fits, [PinFunction::Tail]);
    assert_eq!(brown.colour_says, "its colour would say right stop and turn");
}

/// 24 V, half-voltages, contradictions, two wires of one function, two grounds.
#[test]
fn readings_that_are_no_answer() {
    let lorry = connector(ConnectorKind::Iso24n).unwrap();
    let car = connector(ConnectorKind::Iso13).unwrap();
    // 12 V on a 24 V wire is neither on nor off.
    let half = one(lorry, wire("red", &[(PutOn::Brake, 12.3)]));
    assert!(half.says.contains("neither on nor off"), "{}", half.says);
    let full = one(lorry, wire("red", &[(PutOn::Brake, 24.6), (PutOn::Nothing, 0.0)]));
    assert_eq!(full.fits, [PinFunction::Stop]);
    // Live with left and with reverse: two wires joined.
    let crossed = one(
        car,
        wire(
            "yellow",
            &[
                (PutOn::Left, 12.0),
                (PutOn::Reverse, 12.0),
                (PutOn::Nothing, 0.0),
                (PutOn::Key, 0.0),
            ],
        ),
    );
    assert_eq!((crossed.fits.len(), crossed.verdict), (0, WireVerdict::Wrong));
    assert!(crossed.says.contains("two wires joined"));
    // Left and right tail read the same: the pin tells.
    let tail = one(car, wire("brown", &[(PutOn::Tail, 12.4), (PutOn::Key, 0.0)]));
    assert_eq!(tail.fits, [PinFunction::LeftTail, PinFunction::RightTail]);
    assert!(tail.next.is_none() && tail.says.contains("its pin does"), "{tail:?}");
    // Two wires that both do left turn cannot be; two grounds can.
    let seen = |colour: &str, f| FoundWire { seen: Some(f), ..wire(colour, &[]) };
    let left = [seen("yellow", PinFunction::LeftTurn), seen("blue", PinFunction::LeftTurn)];
    for answer in judged(car, left.iter().enumerate()) {
        assert_eq!(answer.verdict, WireVerdict::Wrong);
        assert!(answer.says.contains("yellow and blue"), "{}", answer.says);
    }
    let ground = [seen("white", PinFunction::Ground), seen("black", PinFunction::Ground)];
    for answer in judged(car, ground.iter().enumerate()) {
        assert_eq!(answer.verdict, WireVerdict::Told);
    }
}

/// The old board of the trailer: every old colour beside the new one, on the map, in the pin table, and as a finding
/// where the meter contradicts itself.
#[test]
fn an_old_board_is_renewed() {
    let mut job = demo("T3");
    let found = link(&job).unwrap().unwrap();
    let row = |f: PinFunction| found.rows.iter().find(|r| r.function == f).unwrap();
    let left = row(PinFunction::LeftTurn);
    assert_eq!(left.found_from, ["yellow"]);
    assert_eq!(left.found_to, ["green"]);
    assert_eq!(left.renewed, ["old green becomes yellow"]);
    assert_eq!(left.colours, "their yellow, your green");
    assert_eq!(row(PinFunction::Ground).renewed, ["white stays white"]);
    assert!(row(PinFunction::RearFog).found_to.is_empty());
    let pins = export(&job, Format::PinsCsv, None).unwrap();
    assert!(pins.contains("old brown becomes green"), "{pins}");
    assert!(!assess(&job).findings.iter().any(|f| f.code == FindingCode::FoundWire));
    let wires = &mut job.trailer.as_mut().unwrap().wires;
    wires[0].readings.push(WireReading { on: PutOn::Nothing, v: 12.2 });
    let findings = assess(&job).findings;
    let wrong = findings.iter().find(|f| f.code == FindingCode::FoundWire).unwrap();
    assert!(wrong.title.starts_with("yellow wire of the vehicle"), "{}", wrong.title);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// Whatever a wire does, following what is said to put on next ends within six readings, and what is left cannot
    /// be told apart by any other.
    #[test]
    fn next_reading_leads_to_the_answer(
        kind in select(all().iter().map(|c| c.kind).collect::<Vec<_>>()),
        pick in 0usize..20,
    ) {
        let connector = connector(kind).unwrap();
        let lamps: Vec<PinFunction> =
            connector.pins.iter().map(|p| p.function).filter(|f| *f != PinFunction::Other).collect();
        prop_assume!(!lamps.is_empty());
        let truth = lamps[pick % lamps.len()];
        let mut held = wire("unknown", &[]);
        let mut answer = one(connector, held.clone());
        let mut taken = 0;
        while let Some(on) = answer.next {
            taken += 1;
            prop_assert!(taken <= 6, "{truth:?} on {}", connector.name);
            // What hangs on the vehicle is read as off.
            let live = is_live(truth, on).unwrap_or(false);
            held.readings.push(WireReading { on, v: if live { connector.volts } else { 0.0 } });
            let before = answer.fits.len();
            answer = one(connector, held.clone());
            prop_assert!(answer.fits.len() <= before);
        }
        prop_assert!(answer.fits.contains(&truth), "{:?} lost on {}", truth, connector.name);
        prop_assert!(answer.says.contains(function_name(truth)), "{}", answer.says);
    }

    /// More readings never bring a function back.
    #[test]
    fn readings_only_narrow(
        first in select(PutOn::ALL.to_vec()),
        second in select(PutOn::ALL.to_vec()),
        (a, b) in (-1.0..15.0f64, -1.0..15.0f64),
    ) {
        let connector = connector(ConnectorKind::Blade7).unwrap();
        let few = fitting(connector, &wire("x", &[(first, a)]));
        let more = fitting(connector, &wire("x", &[(first, a), (second, b)]));
        prop_assert!(more.iter().all(|f| few.contains(f)));
    }
}

/// A 12N plug has a pin to each tail wire, 58L and 58R, and an old trailer one brown wire for both: it stands in the
/// table at both pins, bridged. Common practice, no source.
#[test]
fn one_brown_tail_wire_goes_to_both_pins() {
    let mut job = Job::new("t", "12N");
    let mut facts = TrailerLink::new(ConnectorKind::Iso12n, ConnectorKind::Iso12n);
    facts.wires = vec![FoundWire {
        side: LinkSide::Trailer,
        colour: "brown".into(),
        readings: Vec::new(),
        seen: Some(PinFunction::Tail),
        new_colour: None,
    }];
    job.trailer = Some(facts);
    let found = link(&job).unwrap().unwrap();
    for side in [PinFunction::LeftTail, PinFunction::RightTail] {
        let row = found.rows.iter().find(|r| r.function == side).unwrap();
        assert_eq!(row.found_to, ["brown"], "{side:?}");
        assert_eq!(row.between, "one wire for both, bridged in the plug");
    }
    // Said of one side, it is that side's alone.
    job.trailer.as_mut().unwrap().wires[0].seen = Some(PinFunction::RightTail);
    let found = link(&job).unwrap().unwrap();
    let left = found.rows.iter().find(|r| r.function == PinFunction::LeftTail).unwrap();
    assert!(left.found_to.is_empty() && left.between.is_empty());
}
