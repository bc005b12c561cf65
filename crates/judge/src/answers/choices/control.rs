//! Switch alone, relay with switch, or the factory source itself.

use super::told_by;
use crate::part_names;
use jovek_base::figure::{amps, figure, volts};
use jovek_base::source::Source;
use jovek_catalog::relay::RelayType;
use jovek_catalog::{diode, inline_module, relay, switch};
use jovek_job::ControlKind;
use jovek_phrases::answers as say;
use jovek_plan::sizes::{ControlChoice, Hardware};
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::hardware::direct_switch_a;
use jovek_plan::sizing::trial::{SizingInput, WireTrial};
use jovek_plan::switching_options::kind_label;

pub(super) fn control(bench: &SizingInput, sized: &Sized) -> Vec<Choice> {
    let trial = &sized.chosen;
    let load = figure(say::steady_current(), trial.load_a, "A");
    let overruled = bench.circuit.control.kind.map(|_| say::chosen_under_switch().to_owned());
    let filament = bench.chain.has_filament();
    let kind = if filament { say::filament_lamps() } else { say::led_lamps() };
    let base = Choice {
        part: Part::Control,
        label: String::new(),
        detail: String::new(),
        rule: say::switch_and_contact_derating(),
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
            label: say::no_switch().into(),
            detail: say::follows_the_factory_lamp().into(),
            rule: say::the_source_switches(),
            says: say::the_factory_circuit_turns().into(),
            source: Source::practice("tie-in"),
            next_best: Some(Alternative {
                label: say::a_circuit_of_its_own().into(),
                effect: say::a_switch_of_its_own().into(),
            }),
            overruled: None,
            ..base
        }],
        ControlChoice::Switch { rating_a } => {
            let part = if filament { switch::FILAMENT_PART } else { switch::LED_PART }
                / bench.system.batteries();
            let label = rating_a.map_or(say::no_switch_is_enough().into(), |a| say::a_switch(&a));
            vec![
                Choice {
                    label: say::switch_alone().into(),
                    detail: say::no_relay().into(),
                    says: match rating_a {
                        Some(_) => say::of_is_within_what_a_switch(&amps(trial.load_a), &kind),
                        None => say::of_is_more_than_any_panel(&amps(trial.load_a), &kind),
                    },
                    formula: "Iload ≤ part·Iswitch",
                    next_best: Some(Alternative {
                        label: say::relay().into(),
                        effect: say::spares_the_switch_one_more_part().into(),
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
                    Some(rating_a) => say::a_a_switch_could_carry(
                        &told_by(bench.circuit),
                        &rating_a,
                        &amps(trial.load_a),
                        &kind,
                    ),
                    None => say::of_is_more_than_a_switch(&amps(trial.load_a), &kind),
                };
                say::the_contact_may_carry(&why, &amps(kind_of.contact_a * part))
            } else {
                say::is_more_than_the_strongest_relay(
                    &amps(trial.load_a),
                    &amps(kind_of.contact_a * part),
                )
            };
            let coil_part = switch::COIL_PART / bench.system.batteries();
            vec![
                Choice {
                    label: format!("{} {} A", kind_of.body.name(), kind_of.contact_a),
                    detail: say::coil_ohm(&kind_of.coil_ohm, &kind_of.suppression_text()),
                    says,
                    formula: "Iload ≤ part·Icontact",
                    inputs: vec![
                        load,
                        figure(say::contact(), kind_of.contact_a, "A"),
                        figure(say::part_for_this_load(), part, ""),
                        figure(say::coil(), coil_a, "A"),
                    ],
                    margin: Some(figure(
                        say::contact(),
                        kind_of.contact_a * part - trial.load_a,
                        "A",
                    )),
                    next_best: beside_relay(bench, trial, kind_of, part),
                    ..base.clone()
                },
                switch_choice(
                    base,
                    say::a_switch(&switch_a),
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
    let parts: Vec<String> = [count(relays, say::relay()), count(diodes, say::diode())]
        .into_iter()
        .flatten()
        .chain((0..switching.relays.len()).filter_map(named))
        .chain(bench.chain.modules.iter().map(|m| m.label().to_owned()))
        .collect();
    let carries =
        |what: &str, may_a: f64| say::the_carries_of_up(&what, &amps(trial.load_a), &amps(may_a));
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
        says.push(carries(&say::a_contact(&hardware.lamp_relay.contact_a), relay_may_a));
    }
    for r in of_lamps {
        let name = part_names::relay(Some(switching), r);
        let may_a = hardware.module_a * relay_part;
        says.push(carries(&format!("{} A {name}", hardware.module_a), may_a));
    }
    if switching.lamps_from.diodes() > 0 {
        let lost_v = diode::forward_v(&hardware.lamp_diode, trial.load_a);
        says.push(carries(&hardware.lamp_diode.name(), diode_may_a));
        says.push(say::it_loses(&volts(lost_v)));
    }
    for module in &bench.chain.modules {
        let rating_a = trial.sizes.module_a.unwrap_or_default();
        let may_a = rating_a * inline_module::CONTINUOUS_PART;
        says.push(carries(&format!("{rating_a} A {}", module.label()), may_a));
    }
    if relays > 0 {
        let coil = &hardware.logic_relay;
        says.push(say::coils_a_spike_when_they_drop(
            &coil.suppression_text(),
            &volts(coil.kick_v(bench.supply.regulated_v)),
        ));
    }
    let by_radio = switching.kind == ControlKind::Controller;
    if by_radio {
        says.push(carries(&say::a_output(&hardware.switch_a), hardware.switch_a * relay_part));
    }
    if says.is_empty() {
        says.push(match bench.chain.is_position {
            true => say::the_switch_turns_off_what().into(),
            false => say::contacts_of_the_switch_alone().into(),
        });
    }
    let mut out = vec![Choice {
        label: match bench.chain.is_position && switching.relays.is_empty() {
            true => say::switch_behind_the_fuse_position().into(),
            false if of_modules().next().is_some() && switching.kind == ControlKind::Switch => {
                say::switch_behind(&parts.join(say::and()))
            }
            false => kind_label(switching.kind).to_lowercase(),
        },
        detail: if by_radio {
            say::by_its_remote().into()
        } else if parts.is_empty() {
            say::no_relay().into()
        } else {
            parts.join(", ")
        },
        rule: say::hardware_that_follows_the_wish(),
        says: says.join(" "),
        formula: if has_relay { "Iload ≤ part·Icontact" } else { "" },
        margin: has_relay.then(|| figure(say::contact(), relay_may_a - trial.load_a, "A")),
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
        let label = say::a_switch(&hardware.switch_a);
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
            label: say::a_switch_alone(&rating_a),
            effect: say::no_relay_and_no_coil_circuit().into(),
        });
    }
    relay::RELAYS.iter().find(|r| r.system == chosen.system && r.contact_a > chosen.contact_a).map(
        |r| Alternative {
            label: format!("{} {} A", r.body.name(), r.contact_a),
            effect: say::its_contact_may_carry(&amps(r.contact_a * part)),
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
        detail: say::carries(&amps(carries_a)),
        says: match bears_a {
            Some(bears) => say::it_may_carry_of_this_load(&amps(bears), &amps(carries_a)),
            None => say::take_a_relay_or_split().into(),
        },
        formula: "Iload ≤ part·Iswitch",
        inputs: vec![
            figure(say::figure_carries(), carries_a, "A"),
            figure(say::part_for_this_load(), part, ""),
        ],
        margin: bears_a.map(|b| figure(say::figure_switch(), b - carries_a, "A")),
        next_best: switch::RATINGS_A
            .into_iter()
            .find(|a| bears_a.is_some_and(|b| a * part > b + 1e-9))
            .map(|a| Alternative {
                label: say::a_switch(&a),
                effect: say::may_carry_of_this_load(&amps(a * part)),
            }),
        overruled: None,
        ..base
    }
}
