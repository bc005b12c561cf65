//! Switch alone, relay with switch, or the factory source itself.

use super::told_by;
use crate::part_names;
use jovek_base::figure::{amps, figure, volts};
use jovek_base::source::Source;
use jovek_catalog::relay::RelayType;
use jovek_catalog::{diode, inline_module, relay, switch};
use jovek_job::ControlKind;
use jovek_plan::sizes::{ControlChoice, Hardware};
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::hardware::direct_switch_a;
use jovek_plan::sizing::trial::{SizingInput, WireTrial};
use jovek_plan::switching_options::kind_label;

pub(super) fn control(bench: &SizingInput, sized: &Sized) -> Vec<Choice> {
    let trial = &sized.chosen;
    let load = figure("steady current", trial.load_a, "A");
    let overruled = bench.circuit.control.kind.map(|_| "chosen under Switch".to_owned());
    let filament = bench.chain.has_filament();
    let kind = if filament { "filament lamps" } else { "LED lamps" };
    let base = Choice {
        part: Part::Control,
        label: String::new(),
        detail: String::new(),
        rule: "switch and contact derating",
        says: String::new(),
        formula: "",
        inputs: vec![load.clone()],
        source: Source::practice("derating of contacts for lamp inrush"),
        margin: None,
        next_best: None,
        would_change: None,
        overruled,
    };
    match &trial.sizes.control {
        ControlChoice::Source => vec![Choice {
            label: "no switch".into(),
            detail: "follows the factory lamp".into(),
            rule: "the source switches it",
            says: "The factory circuit turns it on and off.".into(),
            source: Source::practice("tie-in"),
            next_best: Some(Alternative {
                label: "a circuit of its own".into(),
                effect: "a switch of its own, and a fuse at the battery".into(),
            }),
            overruled: None,
            ..base
        }],
        ControlChoice::Switch { rating_a } => {
            let part = if filament { switch::FILAMENT_PART } else { switch::LED_PART }
                / bench.system.batteries();
            let label = rating_a.map_or("no switch is enough".into(), |a| format!("{a} A switch"));
            vec![
                Choice {
                    label: "switch alone".into(),
                    detail: "no relay".into(),
                    says: match rating_a {
                        Some(_) => format!(
                            "{} of {kind} is within what a switch bears by itself.",
                            amps(trial.load_a)
                        ),
                        None => format!(
                            "{} of {kind} is more than any panel switch bears.",
                            amps(trial.load_a)
                        ),
                    },
                    formula: "Iload ≤ part·Iswitch",
                    next_best: Some(Alternative {
                        label: "relay".into(),
                        effect: "spares the switch; one more part and a coil circuit".into(),
                    }),
                    ..base.clone()
                },
                switch_choice(base, label, rating_a.map(|a| a * part), part, trial.load_a),
            ]
        }
        ControlChoice::Planned(hardware) => planned(bench, trial, hardware, base),
        ControlChoice::Relay { relay: kind_of, switch_a, is_enough } => {
            let part = if filament { relay::FILAMENT_PART } else { relay::CONTINUOUS_PART };
            let coil_a = bench.supply.regulated_v / kind_of.load_ohm();
            let says = if *is_enough {
                let why = match direct_switch_a(bench, trial.load_a) {
                    Some(rating_a) => format!(
                        "{}: a {rating_a} A switch could carry the {} of {kind} alone",
                        told_by(bench.circuit),
                        amps(trial.load_a)
                    ),
                    None => format!(
                        "{} of {kind} is more than a switch should carry",
                        amps(trial.load_a)
                    ),
                };
                format!("{why}; the contact may carry {}.", amps(kind_of.contact_a * part))
            } else {
                format!(
                    "{} is more than the strongest relay may carry ({}): split the circuit.",
                    amps(trial.load_a),
                    amps(kind_of.contact_a * part)
                )
            };
            let coil_part = switch::COIL_PART / bench.system.batteries();
            vec![
                Choice {
                    label: format!("{} {} A", kind_of.name, kind_of.contact_a),
                    detail: format!(
                        "coil {} ohm, {}",
                        kind_of.coil_ohm,
                        kind_of.suppression_text()
                    ),
                    says,
                    formula: "Iload ≤ part·Icontact",
                    inputs: vec![
                        load,
                        figure("contact", kind_of.contact_a, "A"),
                        figure("part for this load", part, ""),
                        figure("coil", coil_a, "A"),
                    ],
                    margin: Some(figure("contact", kind_of.contact_a * part - trial.load_a, "A")),
                    next_best: beside_relay(bench, trial, kind_of, part),
                    ..base.clone()
                },
                switch_choice(
                    base,
                    format!("{switch_a} A switch"),
                    Some(switch_a * coil_part),
                    coil_part,
                    coil_a,
                ),
            ]
        }
    }
}

/// The relay, diode and switches of planned hardware.
fn planned(
    bench: &SizingInput,
    trial: &WireTrial,
    hardware: &Hardware,
    base: Choice,
) -> Vec<Choice> {
    let Some(switching) = &bench.chain.switching else { return Vec::new() };
    let of_modules = || switching.relays.iter().filter(|r| r.role.is_module());
    let relays = switching.relays.len() - of_modules().count();
    let diodes = switching.diodes();
    let count = |n: usize, one: &str| match n {
        0 => None,
        1 => Some(format!("1 {one}")),
        n => Some(format!("{n} {one}s")),
    };
    let named = |r: usize| {
        let is_module = switching.relays[r].role.is_module();
        is_module.then(|| part_names::relay_as_set(Some(switching), r))
    };
    let parts: Vec<String> = [count(relays, "relay"), count(diodes, "diode")]
        .into_iter()
        .flatten()
        .chain((0..switching.relays.len()).filter_map(named))
        .chain(bench.chain.modules.iter().map(|m| m.label().to_owned()))
        .collect();
    let carries = |what: &str, may_a: f64| {
        format!("The {what} carries {} of up to {}.", amps(trial.load_a), amps(may_a))
    };
    let filament = bench.chain.has_filament();
    let relay_part = if filament { relay::FILAMENT_PART } else { relay::CONTINUOUS_PART };
    let break_part = if switching.breaks_lamps() { relay::BREAK_PART } else { 1.0 };
    let relay_may_a = hardware.lamp_relay.contact_a * relay_part * break_part;
    let diode_may_a = hardware.lamp_diode.rated_a * diode::CONTINUOUS_PART;
    let (of_lamps, relays_of_lamps): (Vec<usize>, Vec<usize>) =
        switching.lamp_relays().into_iter().partition(|&r| switching.relays[r].role.is_module());
    let has_relay = !relays_of_lamps.is_empty();
    let mut says = Vec::new();
    if has_relay {
        says.push(carries(&format!("{} A contact", hardware.lamp_relay.contact_a), relay_may_a));
    }
    for r in of_lamps {
        let name = part_names::relay(Some(switching), r);
        let may_a = hardware.module_a * relay_part;
        says.push(carries(&format!("{} A {name}", hardware.module_a), may_a));
    }
    if switching.lamps_from.diodes() > 0 {
        let lost_v = diode::forward_v(&hardware.lamp_diode, trial.load_a);
        says.push(carries(hardware.lamp_diode.name, diode_may_a));
        says.push(format!("It loses {}.", volts(lost_v)));
    }
    for module in &bench.chain.modules {
        let rating_a = trial.sizes.module_a.unwrap_or_default();
        let may_a = rating_a * inline_module::CONTINUOUS_PART;
        says.push(carries(&format!("{rating_a} A {}", module.label()), may_a));
    }
    if relays > 0 {
        let coil = &hardware.logic_relay;
        says.push(format!(
            "Coils: {}; a {} spike when they drop out.",
            coil.suppression_text(),
            volts(coil.kick_v(bench.supply.regulated_v))
        ));
    }
    let by_radio = switching.kind == ControlKind::Controller;
    if by_radio {
        says.push(carries(
            &format!("{} A output", hardware.switch_a),
            hardware.switch_a * relay_part,
        ));
    }
    if says.is_empty() {
        says.push(match bench.chain.is_position {
            true => "The switch turns off what the fuse position feeds with the key on.".into(),
            false => "Contacts of the switch alone.".into(),
        });
    }
    let mut out = vec![Choice {
        label: match bench.chain.is_position && switching.relays.is_empty() {
            true => "switch behind the fuse position".into(),
            false if of_modules().next().is_some() && switching.kind == ControlKind::Switch => {
                format!("switch behind the {}", parts.join(" and "))
            }
            false => kind_label(switching.kind).to_lowercase(),
        },
        detail: if by_radio {
            "by its remote".into()
        } else if parts.is_empty() {
            "no relay".into()
        } else {
            parts.join(", ")
        },
        rule: "hardware that follows the wish",
        says: says.join(" "),
        formula: if has_relay { "Iload ≤ part·Icontact" } else { "" },
        margin: has_relay.then(|| figure("contact", relay_may_a - trial.load_a, "A")),
        ..base.clone()
    }];
    if switching.moves_by_hand() && !by_radio {
        let coil_a = bench.supply.regulated_v / hardware.logic_relay.load_ohm();
        let by_lamps = switching.lamps_from.moves_by_hand();
        let carries_a = if by_lamps { trial.load_a } else { coil_a };
        let part = match (by_lamps, filament) {
            (false, _) => switch::COIL_PART,
            (true, true) => switch::FILAMENT_PART,
            (true, false) => switch::LED_PART,
        } / bench.system.batteries();
        let label = format!("{} A switch", hardware.switch_a);
        out.push(switch_choice(base, label, Some(hardware.switch_a * part), part, carries_a));
    }
    out
}

/// A switch alone where one is strong enough, else the next stronger relay.
fn beside_relay(
    bench: &SizingInput,
    trial: &WireTrial,
    chosen: &RelayType,
    part: f64,
) -> Option<Alternative> {
    if let Some(rating_a) = direct_switch_a(bench, trial.load_a) {
        return Some(Alternative {
            label: format!("{rating_a} A switch alone"),
            effect: "no relay and no coil circuit; the lamp current goes through the cab".into(),
        });
    }
    relay::RELAYS.iter().find(|r| r.system == chosen.system && r.contact_a > chosen.contact_a).map(
        |r| Alternative {
            label: format!("{} {} A", r.name, r.contact_a),
            effect: format!("its contact may carry {}", amps(r.contact_a * part)),
        },
    )
}

fn switch_choice(
    base: Choice,
    label: String,
    bears_a: Option<f64>,
    part: f64,
    carries_a: f64,
) -> Choice {
    Choice {
        part: Part::Switch,
        label,
        detail: format!("carries {}", amps(carries_a)),
        says: match bears_a {
            Some(bears) => format!(
                "It may carry {} of this load and carries {}.",
                amps(bears),
                amps(carries_a)
            ),
            None => "Take a relay, or split the circuit.".into(),
        },
        formula: "Iload ≤ part·Iswitch",
        inputs: vec![figure("carries", carries_a, "A"), figure("part for this load", part, "")],
        margin: bears_a.map(|b| figure("switch", b - carries_a, "A")),
        next_best: switch::RATINGS_A
            .into_iter()
            .find(|a| bears_a.is_some_and(|b| a * part > b + 1e-9))
            .map(|a| Alternative {
                label: format!("{a} A switch"),
                effect: format!("it may carry {} of this load", amps(a * part)),
            }),
        overruled: None,
        ..base
    }
}
