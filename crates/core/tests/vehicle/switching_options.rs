//! Which hardware is offered for which wish, what is in it, and why. The circuits themselves (OR by two
//! diodes, AND by contacts in series, NOT by the normally closed contact, hold by a relay's own contact)
//! are common practice, no source. Terminals: DIN 72552, recalled from memory.

use crate::common::bench::{down, job, not, switch, with};
use jovek_core::answers::assess;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::{diode, relay};
use jovek_core::circuit::Throw;
use jovek_core::job::{ControlKind, Job, OutputKind, Override, Signal, SystemVoltage, Wish};
use jovek_core::plan::end::{
    CircuitIx, End, FactoryIx, RelayTerminal, Side, SpliceAt, StudOf, Thrown,
};
use jovek_core::plan::feed::FeedVerdict;
use jovek_core::plan::sizes::ControlChoice;
use jovek_core::plan::study::{Studied, study};
use jovek_core::plan::switching::{ContactOf, RelayRole, Rung, Switching, inside};
use jovek_core::plan::switching_options::SwitchingOption;

const TWO: [(&str, Signal); 2] = [("rev", Signal::Reverse), ("park", Signal::Parking)];

fn studied(job: &Job) -> Studied {
    study(job).circuits.remove(0)
}

fn ways(job: &Job) -> Vec<SwitchingOption> {
    studied(job).ways.unwrap()
}

fn kinds(job: &Job) -> Vec<ControlKind> {
    ways(job).iter().map(|w| w.switching.kind).collect()
}

fn way(job: &Job, kind: ControlKind) -> SwitchingOption {
    let all = ways(job);
    all.into_iter().find(|w| w.switching.kind == kind).unwrap_or_else(|| panic!("no {kind:?}"))
}

fn any(list: Vec<Wish>) -> Wish {
    Wish::Any(list)
}

fn says(way: &SwitchingOption, words: &str) -> bool {
    way.reasons.iter().any(|r| r.says.contains(words))
}

#[test]
fn a_signal_or_a_switch_has_a_diode_only_in_the_signal() {
    let job = job(&TWO, any(vec![with(Signal::Reverse), switch("on-off")]), None);
    let relay = way(&job, ControlKind::Relay).switching;
    assert_eq!((relay.relays.len(), relay.diodes()), (1, 1));
    assert_eq!(relay.taps(), [0]);
    assert!(relay.lamps_from.uses_feed() && relay.lamps_from.taps().is_empty());
    let Rung::Joined(legs) = &relay.relays[0].coil_from else { panic!("{relay:?}") };
    assert!(matches!(&legs[0], Rung::Diode(of) if **of == Rung::Tap(0)));
    assert!(matches!(&legs[1], Rung::Behind(ContactOf::Switch { .. }, _)));
    // The same without a coil: the lamps themselves on both.
    let direct = way(&job, ControlKind::Diodes).switching;
    assert_eq!((direct.relays.len(), direct.diodes()), (0, 1));
    // 87 from the own feed, 87a from the wire: no diode, since the two are never joined.
    let over = way(&job, ControlKind::ChangeOver).switching;
    assert_eq!((over.relays.len(), over.diodes()), (1, 0));
    let contacts = over.lamps_from.contacts();
    let thrown = |c: &&ContactOf| match c {
        ContactOf::Relay { throw, .. } => Some(*throw),
        ContactOf::Switch { .. } => None,
    };
    let throws: Vec<Throw> = contacts.iter().filter_map(thrown).collect();
    assert_eq!(throws, [Throw::NormallyOpen, Throw::NormallyClosed]);
}

#[test]
fn two_signals_have_two_diodes_and_small_relays_have_none() {
    let job = job(&TWO, any(vec![with(Signal::Reverse), with(Signal::Parking)]), None);
    let relay = way(&job, ControlKind::Relay).switching;
    assert_eq!(relay.diodes(), 2);
    let small = way(&job, ControlKind::SignalRelays).switching;
    assert_eq!(small.diodes(), 0);
    let roles: Vec<RelayRole> = small.relays.iter().map(|r| r.role).collect();
    assert_eq!(roles, [RelayRole::Signal, RelayRole::Signal, RelayRole::Lamps]);
}

/// A high beam with which low beam stays on needs no diode against low: it is never dead then.
#[test]
fn no_diode_stands_where_none_can_be_fed_backwards() {
    let wires = [("low", Signal::LowBeam), ("high", Signal::HighBeam)];
    let wish = any(vec![with(Signal::LowBeam), with(Signal::HighBeam)]);
    let mut job = job(&wires, wish, Some(ControlKind::Relay));
    assert_eq!(way(&job, ControlKind::Relay).switching.diodes(), 2);
    assert_eq!(way(&job, ControlKind::Relay).label, "Relay with keep-on diode");
    job.vehicle.low_stays_with_high = true;
    assert_eq!(way(&job, ControlKind::Relay).switching.diodes(), 1);
}

#[test]
fn and_is_contacts_in_series_and_not_is_the_break_contact() {
    let job_of = |wish| job(&TWO, wish, None);
    let both = job_of(Wish::All(vec![with(Signal::Reverse), switch("on-off")]));
    let series = way(&both, ControlKind::SeriesContacts).switching;
    assert_eq!((series.relays.len(), series.diodes()), (0, 0));
    assert!(
        matches!(&series.lamps_from, Rung::Behind(ContactOf::Switch { .. }, of) if **of == Rung::Tap(0))
    );
    let off = job_of(not(with(Signal::Parking)));
    let broken = way(&off, ControlKind::BreakContact);
    assert!(broken.switching.breaks_lamps());
    assert!(says(&broken, "A broken coil wire turns the lamps on."));
    let never = job_of(Wish::OnlyWhile {
        lit: Box::new(switch("on-off")),
        condition: Box::new(not(with(Signal::Reverse))),
    });
    let relay = way(&never, ControlKind::Relay).switching;
    let breaks = |r: &Rung| {
        r.contacts()
            .iter()
            .any(|c| matches!(c, ContactOf::Relay { throw: Throw::NormallyClosed, .. }))
    };
    assert!(relay.relays.iter().any(|r| breaks(&r.coil_from)), "{relay:?}");
}

#[test]
fn a_hold_feeds_its_own_coil() {
    let wish =
        Wish::Held { from: Box::new(switch("push")), until: Box::new(with(Signal::Reverse)) };
    let job = job(&TWO, wish, None);
    let relay = way(&job, ControlKind::Relay).switching;
    let hold = relay.relays.iter().position(|r| r.role == RelayRole::Hold).unwrap();
    let own = |c: &&ContactOf| matches!(c, ContactOf::Relay { relay, throw: Throw::NormallyOpen } if *relay == hold);
    let contacts = relay.relays[hold].coil_from.contacts();
    assert!(contacts.iter().any(own), "its own contact is not in its coil's way");
    let ends = |c: &&ContactOf| matches!(c, ContactOf::Relay { throw: Throw::NormallyClosed, .. });
    assert!(contacts.iter().any(ends), "nothing lets it go");
}

#[test]
fn modules_stand_for_time_and_voltage() {
    let after = Wish::After { lit: Box::new(with(Signal::Parking)), seconds: 90.0 };
    let job_of = |wish| job(&TWO, wish, None);
    let timed = way(&job_of(after), ControlKind::Relay);
    assert!(timed.switching.relays.iter().any(|r| r.role == RelayRole::Timer { seconds: 90.0 }));
    assert!(says(&timed, "Draws 5 mA with the key out."));
    let low = Wish::UntilLow(Box::new(switch("on-off")));
    let cut = way(&job_of(low), ControlKind::Relay);
    assert!(cut.switching.relays.iter().any(|r| r.role == RelayRole::CutOff));
    let both = Wish::UntilLow(Box::new(Wish::After {
        lit: Box::new(with(Signal::Reverse)),
        seconds: 10.0,
    }));
    assert!(says(&way(&job_of(both), ControlKind::Relay), "Draws 10 mA with the key out."));
}

#[test]
fn switches_alone_need_no_wire_of_the_vehicle() {
    let rocker = any(vec![switch("rocker"), down()]);
    let offered = kinds(&job(&[], rocker, None));
    for kind in [ControlKind::Switch, ControlKind::Relay] {
        assert!(offered.contains(&kind), "{offered:?}");
    }
    // A box with a remote has one output, and no terminal for a switch.
    for kind in [ControlKind::SignalRelays, ControlKind::Controller] {
        assert!(!offered.contains(&kind), "{offered:?}");
    }
}

/// What speaks against a way is said with its figure.
#[test]
fn reasons_carry_figures() {
    let wish = || any(vec![with(Signal::Reverse), switch("on-off")]);
    let mut watched = job(&TWO, wish(), None);
    watched.factory[0].output = OutputKind::Monitored;
    let best = &ways(&watched)[0];
    assert_eq!(best.switching.kind, ControlKind::SignalRelays);
    assert!(says(best, "is watched: it takes only 12 mA from it"));
    assert_eq!(way(&watched, ControlKind::Relay).verdict, FeedVerdict::No);
    let mut pulsed = job(&TWO, wish(), None);
    pulsed.factory[0].output = OutputKind::Pulsed;
    assert!(ways(&pulsed).iter().all(|w| w.verdict == FeedVerdict::No));
    let mut full = job(&TWO, wish(), None);
    full.factory[0].existing_a = Some(11.8);
    let direct = way(&full, ControlKind::Diodes);
    assert_eq!(direct.verdict, FeedVerdict::No);
    assert!(says(&direct, "11.8 A there, 12.0 A allowed"));
    let relay = way(&full, ControlKind::Relay);
    assert!(says(&relay, "Takes 130 mA from wire rev"));
    assert_eq!(relay.verdict, FeedVerdict::Good, "{:?}", relay.reasons);
}

/// Ways are ranked: verdict first, then parts.
#[test]
fn the_best_way_stands_first() {
    let wish = any(vec![with(Signal::Reverse), with(Signal::Parking), switch("on-off")]);
    let all = ways(&job(&TWO, wish, None));
    for pair in all.windows(2) {
        assert!((pair[0].verdict, pair[0].parts) <= (pair[1].verdict, pair[1].parts));
    }
    let mut seen: Vec<&Switching> = Vec::new();
    for way in &all {
        let same = |s: &&Switching| *s == &way.switching;
        assert!(!seen.iter().any(same), "{} stands twice", way.label);
        seen.push(&way.switching);
    }
}

/// What a person chose is used, and a choice that does not fit the wish falls back to the advice.
#[test]
fn a_chosen_way_is_used() {
    let wish = || any(vec![with(Signal::Reverse), switch("on-off")]);
    for kind in [ControlKind::Diodes, ControlKind::ChangeOver, ControlKind::SignalRelays] {
        let job = job(&TWO, wish(), Some(kind));
        assert_eq!(studied(&job).chain.switching.unwrap().kind, kind);
        let answers = assess(&job);
        let used = answers.circuits[0].ways.iter().find(|w| w.is_used).unwrap();
        assert_eq!(used.takes.kind, Some(kind));
    }
    let odd = job(&TWO, wish(), Some(ControlKind::SeriesContacts));
    let advised = ways(&odd)[0].switching.kind;
    assert_eq!(studied(&odd).chain.switching.unwrap().kind, advised);
}

/// The pieces of wire inside the hardware, terminal to terminal.
#[test]
fn leads_run_from_terminal_to_terminal() {
    let job = job(&TWO, any(vec![with(Signal::Reverse), switch("on-off")]), None);
    let relay = way(&job, ControlKind::Relay).switching;
    let c = CircuitIx(0);
    let at = |terminal| End::Relay(c, 0, terminal);
    let splice = |of| End::Splice(c, of);
    let feed = splice(SpliceAt::Feed);
    let made = inside(&relay, c, None);
    assert_eq!((made.entry, made.exit), (feed, at(RelayTerminal::Out(0, Thrown::Made))));
    let said: Vec<(End, End)> = made.leads.iter().map(|l| (l.from, l.to)).collect();
    assert_eq!(
        said,
        [
            (feed, at(RelayTerminal::Common(0))),
            (End::Factory(FactoryIx(0)), End::Diode(c, 1, Side::In)),
            (feed, End::Switch(c, 1, Side::In)),
            (End::Diode(c, 1, Side::Out), splice(SpliceAt::Inside(1))),
            (End::Switch(c, 1, Side::Out), splice(SpliceAt::Inside(1))),
            (splice(SpliceAt::Inside(1)), at(RelayTerminal::Coil86)),
            (at(RelayTerminal::Coil85), End::Stud(c, StudOf::Coils)),
        ]
    );
    let over = way(&job, ControlKind::ChangeOver).switching;
    let ends: Vec<End> = inside(&over, c, None).leads.iter().map(|l| l.from).collect();
    assert!(ends.contains(&at(RelayTerminal::Out(0, Thrown::Made))));
    assert!(ends.contains(&at(RelayTerminal::Out(1, Thrown::AtRest))));
}

/// Every lead of the hardware is on the cut list, and every part on the parts list.
#[test]
fn hardware_is_on_the_lists() {
    let wish = any(vec![with(Signal::Reverse), with(Signal::Parking), switch("on-off")]);
    let job = job(&TWO, wish, Some(ControlKind::Relay));
    let answers = assess(&job);
    let quantity = |words: &str| -> f64 {
        answers.parts.iter().filter(|p| p.part.contains(words)).map(|p| p.quantity).sum()
    };
    assert_eq!(quantity(&diode::COIL.name()), 2.0);
    assert_eq!(quantity("relay socket"), 1.0);
    assert_eq!(quantity("on-off switch, \"on-off\""), 1.0);
    let has = |from: &str, to: &str| answers.cuts.iter().any(|c| c.from == from && c.to == to);
    // Thin leads in a hot bay behind 15 A: each has a small fuse where it starts.
    assert!(has("wire of wire rev", "small fuse 1 in"));
    assert!(has("small fuse 1 out", "diode 1 anode"));
    assert!(has("wire of wire park", "small fuse 2 in"));
    assert!(has("small fuse 2 out", "diode 2 anode"));
    assert!(has("relay 1 85", "control ground stud"));
    assert!(answers.cuts.iter().any(|c| c.from == "relay 1 87"), "the lamp wire starts at 87");
    // The signal's lead is as long as it was measured, and its two ends.
    let mut measured = job.clone();
    measured.circuits[0].control.signal_lead_m = Some(4.0);
    let cuts = assess(&measured).cuts;
    let lead = cuts.iter().find(|c| c.from == "small fuse 1 out").unwrap();
    assert!((lead.length_m - 4.3).abs() < 1e-9, "{} m", lead.length_m);
}

/// A diode in the feed costs the lamps its drop; silicon twice what Schottky does.
#[test]
fn the_drop_of_a_diode_is_accounted_for() {
    let wish = || any(vec![with(Signal::Reverse), switch("on-off")]);
    let lamp_v = |kind, silicon| {
        let mut job = job(&TWO, wish(), Some(kind));
        job.shop.silicon_diodes = silicon;
        // The same wire in all of them: the diode alone makes the difference.
        let wire = Override { value: Conductor::Metric(250), reason: "as tried".into() };
        job.circuits[0].overrides.wire = Some(wire);
        let answers = assess(&job);
        let line = &answers.circuits[0].volt_lines[0];
        assert!(line.current_a > 1.0);
        line.lamp_v
    };
    let (relay, schottky) = (lamp_v(ControlKind::Relay, false), lamp_v(ControlKind::Diodes, false));
    let silicon = lamp_v(ControlKind::Diodes, true);
    // Through the reverse lamps' own wire the lamps lose what that loses too.
    assert!((0.2..1.0).contains(&(relay - schottky)), "{} V lost", relay - schottky);
    assert!((0.3..0.8).contains(&(schottky - silicon)), "{} V more", schottky - silicon);
}

/// A relay takes the load derated for its kind; the break contact bears half.
#[test]
fn contacts_are_derated() {
    let rating = |wish: Wish, kind, watts| {
        let mut job = job(&TWO, wish, Some(kind));
        job.circuits[0].lights[0].label_w = Some(watts);
        let sizes = studied(&job).sized.chosen.sizes;
        let ControlChoice::Planned(hardware) = sizes.control else { panic!("{:?}", sizes.control) };
        hardware
    };
    let make = rating(with(Signal::Reverse), ControlKind::Relay, 60.0);
    let broken = rating(not(with(Signal::Reverse)), ControlKind::BreakContact, 60.0);
    assert!(make.is_enough && broken.is_enough);
    assert!(broken.lamp_relay.contact_a > make.lamp_relay.contact_a);
    let hopeless = rating(not(with(Signal::Reverse)), ControlKind::BreakContact, 400.0);
    assert!(!hopeless.is_enough);
    let small = relay::signal_relay(SystemVoltage::V24);
    assert_eq!(small.coil_ohm, 2.0 * relay::signal_relay(SystemVoltage::V12).coil_ohm);
}
