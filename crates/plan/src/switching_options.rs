//! The ways that differ in kind, ranked, with the reasons as figures.

use crate::factory::PlannedFactory;
use crate::feed::{FeedReason, FeedVerdict};
use crate::inputs::Assignment;
use crate::logic::{Leaf, Logic, SwitchRef};
use crate::switching::compile::{Maker, Unmet, Wires};
use crate::switching::{ContactOf, RelayRole, Rung, Switching};
use jovek_base::figure::{amps, amps_or_milli, shown, volts};
use jovek_base::source::Source;
use jovek_catalog::{diode, fuse, relay, switch};
use jovek_circuit::Throw;
use jovek_job::{ControlKind, OutputKind, Signal, Suppression, SystemVoltage};
use jovek_phrases::plan as say;

/// One way to make a lamp function do what is wished.
#[derive(Debug, Clone, PartialEq)]
pub struct SwitchingOption {
    /// The hardware.
    pub switching: Switching,
    /// Its name.
    pub label: String,
    /// Its worst reason.
    pub verdict: FeedVerdict,
    /// Reasons, worst first.
    pub reasons: Vec<FeedReason>,
    /// Parts besides wire: for the ranking.
    pub parts: usize,
}

/// What ways are made from.
pub struct Wired<'a> {
    /// Factory wires.
    pub wires: Wires<'a>,
    /// Their figures.
    pub factory: &'a [PlannedFactory],
    /// How their outputs behave.
    pub outputs: &'a [OutputKind],
    /// Their names.
    pub names: &'a [&'a str],
    /// Combinations of the circuit's inputs that can occur.
    pub combinations: &'a [Assignment],
    /// Current of the lamps, A.
    pub load_a: f64,
    /// 12 or 24 V.
    pub system: SystemVoltage,
    /// The same as their labels say, A.
    pub label_a: f64,
    /// True where a lamp is a filament lamp.
    pub has_filament: bool,
    /// The fuse position on which it hangs behind its own switch, with a fuse of its own.
    pub position: Option<usize>,
    /// Most that is taken from the wire of a factory lamp, A.
    pub tie_in_a: f64,
    /// Voltage that may be lost, V.
    pub limit_v: f64,
    /// The shop wants silicon diodes.
    pub silicon: bool,
    /// What takes up the kick of relay coils.
    pub suppression: Suppression,
    /// Current of a controller box at rest as measured, A.
    pub box_rest_a: Option<f64>,
}

/// All ways on an own feed, the best first.
///
/// # Errors
/// [`Unmet`] where no way exists, because a signal has no wire.
pub fn ways(wired: &Wired, logic: &Logic) -> Result<Vec<SwitchingOption>, Unmet> {
    let mut out = Vec::new();
    let mut missing = None;
    for kind in kinds(logic) {
        match made(wired, logic, kind) {
            Ok(switching) => out.push(judged(wired, logic, switching)),
            Err(unmet) => missing = Some(unmet),
        }
    }
    // A way that looks the same as an earlier one is no other way.
    let mut seen: Vec<SwitchingOption> = Vec::new();
    for way in out {
        let boxed = |w: &SwitchingOption| w.switching.kind == ControlKind::Controller;
        let same = |w: &SwitchingOption| {
            boxed(w) == boxed(&way)
                && w.switching.lamps_from == way.switching.lamps_from
                && w.switching.relays == way.switching.relays
        };
        if !seen.iter().any(same) {
            seen.push(way);
        }
    }
    seen.sort_by_key(|w| (w.verdict, w.parts));
    match (seen.is_empty(), missing) {
        (true, Some(unmet)) => Err(unmet),
        _ => Ok(seen),
    }
}

/// Kinds of hardware that could make this logic.
fn kinds(logic: &Logic) -> Vec<ControlKind> {
    let leaves = logic.leaves();
    let has_wire = leaves.iter().any(|(l, _)| matches!(l, Leaf::Signal(..)));
    let is_wire = |l: &Logic| matches!(l, Logic::Leaf { leaf: Leaf::Signal(..), holds: true, .. });
    let mut out = vec![ControlKind::Relay];
    if !has_wire {
        out.push(ControlKind::Switch);
    }
    // A box that is switched by radio has one output.
    if matches!(logic, Logic::Leaf { leaf: Leaf::Contact(SwitchRef::Own), holds: true, .. }) {
        out.push(ControlKind::Controller);
    }
    match logic {
        Logic::Any(list) if has_wire => {
            out.push(ControlKind::Diodes);
            if list.iter().any(is_wire) {
                out.push(ControlKind::ChangeOver);
            }
        }
        Logic::All(list) if list.iter().any(|l| is_wire(l) || matches!(l, Logic::Any(_))) => {
            out.push(ControlKind::SeriesContacts);
        }
        _ => {}
    }
    if !leaves.is_empty() && leaves.iter().all(|(_, holds)| !holds) {
        out.push(ControlKind::BreakContact);
    }
    if has_wire {
        out.push(ControlKind::SignalRelays);
    }
    out
}

fn made(wired: &Wired, logic: &Logic, kind: ControlKind) -> Result<Switching, Unmet> {
    let mut maker = Maker::new(kind, wired.wires, wired.combinations);
    let lamps_from = match kind {
        ControlKind::Relay | ControlKind::SignalRelays => {
            let contact = maker.relay_contact(RelayRole::Lamps, logic)?;
            Rung::Behind(contact, Box::new(Rung::Feed))
        }
        ControlKind::BreakContact => {
            let opposite = logic.not();
            let relay = maker.relay_for(RelayRole::Lamps, &opposite)?;
            let throw = Throw::NormallyClosed;
            Rung::Behind(ContactOf::Relay { relay, throw }, Box::new(Rung::Feed))
        }
        ControlKind::ChangeOver => change_over(&mut maker, logic)?,
        // A box that is switched by radio stands in the feed like a switch.
        ControlKind::Switch
        | ControlKind::Controller
        | ControlKind::Diodes
        | ControlKind::SeriesContacts => maker.rung(logic)?,
    };
    maker.made.lamps_from = lamps_from;
    maker.made.box_rest_a = wired.box_rest_a.filter(|_| kind == ControlKind::Controller);
    Ok(maker.made)
}

/// At rest the lamps hang on the signal wire (87a), energised on the own feed (87).
fn change_over(maker: &mut Maker, logic: &Logic) -> Result<Rung, Unmet> {
    let Logic::Any(list) = logic else { return maker.rung(logic) };
    let is_wire = |l: &&Logic| matches!(l, Logic::Leaf { leaf: Leaf::Signal(..), holds: true, .. });
    let Some(wire) = list.iter().find(is_wire) else { return maker.rung(logic) };
    let rest: Vec<Logic> = list.iter().filter(|l| *l != wire).cloned().collect();
    let rest = if rest.len() == 1 { rest[0].clone() } else { Logic::Any(rest) };
    let relay = maker.relay_for(RelayRole::Lamps, &rest)?;
    let at = |throw| ContactOf::Relay { relay, throw };
    let on = Rung::Behind(at(Throw::NormallyOpen), Box::new(Rung::Feed));
    let wire = maker.rung(wire)?;
    let rest = Rung::Behind(at(Throw::NormallyClosed), Box::new(wire));
    Ok(maker.join(vec![on, rest]))
}

/// Name of a kind of hardware.
pub fn kind_label(kind: ControlKind) -> &'static str {
    match kind {
        ControlKind::Switch => say::switch_alone(),
        ControlKind::Relay => say::relay(),
        ControlKind::Diodes => say::diodes_in_the_feed(),
        ControlKind::SeriesContacts => say::contacts_in_series(),
        ControlKind::BreakContact => say::normally_closed_contact(),
        ControlKind::ChangeOver => say::change_over_relay(),
        ControlKind::SignalRelays => say::small_signal_relays(),
        ControlKind::Controller => say::controller_box(),
    }
}

fn label(wired: &Wired, logic: &Logic, switching: &Switching) -> String {
    let diodes = switching.diodes();
    let beams = logic.leaves().iter().any(|(l, holds)| {
        *holds && matches!(l, Leaf::Signal(_, Signal::LowBeam | Signal::HighBeam))
    });
    match switching.kind {
        ControlKind::Relay if beams && diodes > 0 => say::relay_with_keep_on_diode().into(),
        ControlKind::Relay if diodes > 0 => say::relay_and_diodes(
            &diodes,
            &(if diodes == 1 { say::diode() } else { say::diodes() }),
        ),
        ControlKind::Relay
            if switching.relays.last().is_some_and(|r| {
                matches!(r.coil_from, Rung::Tap(_)) || r.grounded_by().is_some()
            }) =>
        {
            say::relay_triggered_by_the_signal().into()
        }
        ControlKind::SeriesContacts if wired.position.is_some() => {
            say::switch_behind_the_fuse_position().into()
        }
        kind => kind_label(kind).into(),
    }
}

fn judged(wired: &Wired, logic: &Logic, switching: Switching) -> SwitchingOption {
    let mut reasons = Vec::new();
    let mut say = |weighs, says: String, source| reasons.push(FeedReason { weighs, says, source });
    let practice = Source::practice;
    let lamp_taps = switching.lamps_from.taps();
    let n = wired.system.batteries();
    for tap in switching.taps() {
        let name = wired.names[tap];
        let carries_lamps = lamp_taps.contains(&tap);
        let small = switching.kind == ControlKind::SignalRelays;
        let coil_a = if small {
            12.0 * n / relay::signal_relay(wired.system).coil_ohm
        } else {
            13.0 * n / relay::micro(wired.system).suppressed_by(wired.suppression).load_ohm()
        };
        let taken_a = if carries_lamps { wired.load_a } else { coil_a };
        match wired.outputs[tap] {
            OutputKind::Monitored if small => say(
                FeedVerdict::Mind,
                say::is_watched_it_takes_only(&name, &amps_or_milli(taken_a)),
                practice("a small coil stays below what a module notices"),
            ),
            OutputKind::Monitored => say(
                FeedVerdict::No,
                say::is_watched_by_a_module(&name, &amps(taken_a)),
                practice("monitored outputs"),
            ),
            OutputKind::Pulsed => say(
                FeedVerdict::No,
                say::is_pulsed_relays_chatter(&name),
                practice("pulsed outputs"),
            ),
            OutputKind::Unknown => say(
                FeedVerdict::Mind,
                say::probe_first_it_is_not_known(&name),
                practice("probing before trusting"),
            ),
            OutputKind::Plain => {}
        }
        let planned = &wired.factory[tap];
        if planned.is_ground_switched {
            say(
                FeedVerdict::Good,
                say::the_switch_of_grounds_the_coil(
                    &name,
                    &amps_or_milli(taken_a),
                    &amps(planned.existing_a),
                ),
                practice("lamps with their switch in the minus wire"),
            );
            continue;
        }
        let total_a = planned.existing_a + taken_a;
        let room_a = fuse::CONTINUOUS_PART * planned.fuse_a;
        say(
            if total_a <= room_a { FeedVerdict::Good } else { FeedVerdict::No },
            say::takes_from_there_allowed(
                &amps_or_milli(taken_a),
                &name,
                &amps(planned.existing_a),
                &amps(room_a),
            ),
            Source::standard("NFPA 70 210.20(A), 80 % rule, recalled from memory"),
        );
        if carries_lamps && wired.label_a > wired.tie_in_a && wired.position != Some(tap) {
            say(
                FeedVerdict::Mind,
                say::through_the_wire_of_a_factory(&amps(wired.label_a), &amps(wired.tie_in_a)),
                practice("what a lamp circuit is good for"),
            );
        }
    }
    diode_reasons(wired, &switching, &mut say);
    contact_reasons(wired, &switching, &mut say);
    if let Some(standby) = standby_a(&switching) {
        say(
            FeedVerdict::Good,
            say::draws_with_the_key_out(&amps_or_milli(standby)),
            practice("standby of modules"),
        );
    }
    if switching.kind == ControlKind::BreakContact {
        say(
            FeedVerdict::Mind,
            say::a_broken_coil_wire_turns().into(),
            practice("normally closed contact"),
        );
    }
    let parts = parts_of(&switching);
    let label = label(wired, logic, &switching);
    reasons.sort_by_key(|r| std::cmp::Reverse(r.weighs));
    let verdict = reasons.iter().map(|r| r.weighs).max().unwrap_or(FeedVerdict::Good);
    SwitchingOption { switching, label, verdict, reasons, parts }
}

/// Relays count more than diodes, diodes more than a plain contact.
fn parts_of(switching: &Switching) -> usize {
    let controller = usize::from(switching.kind == ControlKind::Controller) * 4;
    let switches = switching
        .rungs()
        .flat_map(Rung::contacts)
        .filter(|c| matches!(c, ContactOf::Switch { .. }));
    3 * switching.relays.len() + switching.diodes() + switches.count() + controller
}

/// What modules and a box that is switched by radio draw all the time, A.
pub fn standby_a(switching: &Switching) -> Option<f64> {
    match (modules_a(switching), box_rest_a(switching)) {
        (None, None) => None,
        (modules_a, box_a) => Some(modules_a.unwrap_or_default() + box_a.unwrap_or_default()),
    }
}

/// What timers and cut-offs draw all the time, A; none without any.
pub fn modules_a(switching: &Switching) -> Option<f64> {
    let modules = switching.relays.iter().filter(|r| r.role.is_module()).count();
    (modules > 0).then_some(modules as f64 * relay::MODULE_STANDBY_A)
}

/// What its box that is switched by radio draws at rest, A; none without one.
pub fn box_rest_a(switching: &Switching) -> Option<f64> {
    let is_boxed = switching.kind == ControlKind::Controller;
    is_boxed.then(|| switching.box_rest_a.unwrap_or(relay::MODULE_STANDBY_A))
}

fn diode_reasons(
    wired: &Wired,
    switching: &Switching,
    say: &mut impl FnMut(FeedVerdict, String, Source),
) {
    let source = Source::computed("the diode's curve at the load");
    if switching.lamps_from.diodes() > 0 {
        match diode::for_lamps(wired.load_a, wired.silicon) {
            Some(d) => {
                let lost_v = diode::forward_v(&d, wired.load_a);
                say(
                    if lost_v > wired.limit_v { FeedVerdict::Mind } else { FeedVerdict::Good },
                    say::the_lamps_lose(
                        &volts(lost_v),
                        &d.name(),
                        &shown(lost_v * wired.load_a, "W"),
                    ),
                    source,
                );
            }
            None => say(FeedVerdict::No, say::is_more_than_any_diode(&amps(wired.load_a)), source),
        }
    }
    let in_coils = switching.diodes() - switching.lamps_from.diodes();
    if in_coils > 0 {
        let coil_a = 13.0 * wired.system.batteries()
            / relay::micro(wired.system).suppressed_by(wired.suppression).load_ohm();
        let lost_v = diode::forward_v(&diode::COIL, coil_a);
        say(FeedVerdict::Good, say::diodes_only_before_the_coil(&volts(lost_v)), source);
    }
}

fn contact_reasons(
    wired: &Wired,
    switching: &Switching,
    say: &mut impl FnMut(FeedVerdict, String, Source),
) {
    let source = Source::practice("derating of contacts for lamp inrush");
    let by_switch =
        switching.lamps_from.contacts().iter().any(|c| matches!(c, ContactOf::Switch { .. }));
    let relay_part = if wired.has_filament { relay::FILAMENT_PART } else { relay::CONTINUOUS_PART };
    if switching.kind == ControlKind::Controller {
        let fits = relay::MODULE_RATINGS_A.into_iter().find(|a| a * relay_part >= wired.load_a);
        match fits {
            Some(a) => {
                say(FeedVerdict::Good, say::its_output_carries(&amps(wired.load_a), &a), source)
            }
            None => {
                say(FeedVerdict::No, say::of_lamps_is_more_than_such(&amps(wired.load_a)), source)
            }
        }
    } else if by_switch {
        let (part, most_a) = if wired.has_filament {
            (switch::FILAMENT_PART, switch::FILAMENT_DIRECT_A)
        } else {
            (switch::LED_PART, switch::LED_DIRECT_A)
        };
        let fits = switch::smallest_a(wired.load_a, part, wired.system.batteries())
            .filter(|_| wired.load_a <= most_a);
        match fits {
            Some(a) => {
                say(FeedVerdict::Good, say::the_switch_carries(&amps(wired.load_a), &a), source)
            }
            None => say(FeedVerdict::No, say::of_lamps(&amps(wired.load_a)), source),
        }
    }
    let (modules, relays): (Vec<usize>, Vec<usize>) =
        switching.lamp_relays().into_iter().partition(|&r| switching.relays[r].role.is_module());
    if !modules.is_empty() {
        let fits = relay::MODULE_RATINGS_A.into_iter().find(|a| a * relay_part >= wired.load_a);
        match fits {
            Some(a) => {
                say(FeedVerdict::Good, say::the_module_carries(&amps(wired.load_a), &a), source)
            }
            None => {
                say(FeedVerdict::No, say::of_lamps_is_more_than_such_a(&amps(wired.load_a)), source)
            }
        }
    }
    if !relays.is_empty() {
        let strongest = relay::strongest(wired.system);
        let break_part = if switching.kind == ControlKind::BreakContact
            || switching.kind == ControlKind::ChangeOver
        {
            relay::BREAK_PART
        } else {
            1.0
        };
        let may_a = strongest.contact_a * relay_part * break_part;
        say(
            if wired.load_a <= may_a { FeedVerdict::Good } else { FeedVerdict::No },
            say::a_relay_carries_the_lamps(&amps(wired.load_a), &amps(may_a)),
            source,
        );
    }
}
