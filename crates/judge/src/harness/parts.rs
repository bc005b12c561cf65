//! The parts list, with totals.

use super::connectors::ConnectorAnswer;
use super::cuts::CutLine;
use super::joints::TerminalCount;
use crate::swap::judge::filament;
use crate::swap::resistor::Resistor;
use jovek_base::csv::cell;
use jovek_job::{ControlKind, Job, Smoothing, SwapFunction, SwitchId, SwitchKind};
use jovek_plan::chain::{Chain, LinkKind};
use jovek_plan::logic::{SwitchRef, seconds_text};
use jovek_plan::network::hardware::kind_for;
use jovek_plan::sizes::{ControlChoice, Hardware, Sizes};
use jovek_plan::strips::StripOf;
use jovek_plan::switching::{ContactOf, RelayRole, Rung};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// One line of the parts list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PartLine {
    /// Group, in the order of the list.
    pub group: &'static str,
    /// The part.
    pub part: String,
    /// How much.
    pub quantity: f64,
    /// Unit of the quantity.
    pub unit: &'static str,
    /// As it is shown.
    pub quantity_text: String,
}

const GROUPS: [&str; 6] = ["lights", "protection", "control", "wire", "ends", "connectors"];

/// What the sheet counts beside wires and hardware.
#[derive(Debug, Clone, Copy)]
pub struct Extras<'a> {
    /// Strips along edges.
    pub strips: &'a [StripOf],
    /// Terminals by kind.
    pub terminals: &'a [TerminalCount],
    /// Sleeves by size.
    pub sleeves: &'a [(String, usize)],
    /// Sealed connectors.
    pub connectors: &'a [ConnectorAnswer],
}

/// What a function needs whose bulbs become LED: group, part, count.
fn swap_parts(swap: &SwapFunction) -> Vec<(usize, String, u32)> {
    let mut out = Vec::new();
    for (place, led) in swap.leds() {
        let base = filament(place).map_or("", |(bulb, _)| bulb.base.as_str());
        let kind = if led.is_monitored_type { ", monitored type" } else { "" };
        let part = format!("LED lamp for {}, {base}, {} W{kind}", place.bulb, led.watt);
        out.push((0, part, place.count));
        match swap.smoothing {
            Some(Smoothing::Bleed) => out.push((2, "resistor 1 kohm".into(), place.count)),
            Some(Smoothing::Capacitor) => {
                out.push((2, "capacitor 2200 µF, 25 V, with diode".into(), place.count));
            }
            None => {}
        }
    }
    if let Some(r) = swap.resistor {
        let rating_w = Resistor::fitted(r.ohm).rating_w();
        out.push((2, format!("load resistor {} ohm, {rating_w:.0} W", r.ohm), 1));
    }
    out
}

/// All parts of the planned circuits.
pub fn parts_list(
    job: &Job,
    parts: &[(&Chain, &Sizes)],
    cuts: &[CutLine],
    extras: &Extras,
) -> Vec<PartLine> {
    let mut sums: BTreeMap<(usize, String, &'static str), f64> = BTreeMap::new();
    let mut add = |group: usize, part: String, unit: &'static str, quantity: f64| {
        *sums.entry((group, part, unit)).or_default() += quantity;
    };
    for (chain, sizes) in parts {
        let is_strip = |k: usize| {
            extras.strips.iter().any(|s| {
                job.circuits.get(s.circuit).is_some_and(|c| c.id == chain.id) && s.light == k
            })
        };
        for (_, lamp) in chain.lamps.iter().enumerate().filter(|(k, _)| !is_strip(*k)) {
            add(0, lamp.name.clone(), "pc", f64::from(lamp.count));
        }
        let has_fuse = chain.links.iter().any(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        if let (true, Some(fuse)) = (has_fuse, sizes.fuse) {
            let family = fuse.family_label();
            add(1, format!("fuse {}, {family}, {}", fuse.label(), fuse.colour()), "pc", 1.0);
            add(1, format!("sealed fuse holder, {family}"), "pc", 1.0);
        }
        if let Some(rating_a) = sizes.dimmer_a {
            add(2, format!("dimmer module {rating_a} A"), "pc", 1.0);
        }
        match &sizes.control {
            ControlChoice::Relay { relay, switch_a, .. } => {
                add(2, relay.order_text(), "pc", 1.0);
                add(2, "relay socket".into(), "pc", 1.0);
                add(2, format!("panel switch {switch_a} A"), "pc", 1.0);
            }
            ControlChoice::Switch { rating_a: Some(a) } => {
                add(2, format!("panel switch {a} A"), "pc", 1.0);
            }
            ControlChoice::Switch { rating_a: None } | ControlChoice::Source => {}
            ControlChoice::Planned(hardware) => {
                for (part, quantity) in control_parts(chain, hardware) {
                    add(2, part, "pc", quantity as f64);
                }
            }
        }
    }
    let on_bus = parts.iter().filter(|(c, _)| c.links.iter().any(|l| l.kind == LinkKind::Bus));
    let on_bus = on_bus.count();
    if on_bus > 0 {
        add(4, format!("ground bus, {} studs or more, with cover", on_bus + 1), "pc", 1.0);
    }
    for id in shared_switches(parts) {
        add(2, shared_switch_part(job, &id), "pc", 1.0);
    }
    for cut in cuts {
        add(3, format!("{} {} {}", cut.wire_text, cut.insulation, cut.colour), "m", cut.length_m);
    }
    for terminal in extras.terminals {
        add(4, terminal.part.clone(), "pc", terminal.count as f64);
    }
    for (sleeve, count) in extras.sleeves {
        add(4, sleeve.clone(), "pc", *count as f64);
    }
    for connector in extras.connectors {
        add(5, connector.housing.clone() + ", one half", "pc", connector.halves.len() as f64);
        let blind = connector.cavities.iter().filter(|c| c.is_blind);
        let blind = blind.count() * connector.halves.len();
        if blind > 0 {
            add(5, "blind plug".into(), "pc", blind as f64);
        }
    }
    for strip in extras.strips {
        if strip.plan.reels > 0 {
            let part = format!("reel of strip, {} m", strip.plan.figures.reel_m);
            add(0, part, "pc", strip.plan.reels as f64);
        }
        if strip.plan.modules() > 0 {
            let part = format!("strip module, {:.0} mm", strip.plan.figures.module_m * 1000.0);
            add(0, part, "pc", strip.plan.modules() as f64);
        }
        if strip.plan.outlets() > 1 {
            add(2, format!("splitter, {} ways", strip.plan.outlets()), "pc", 1.0);
        }
    }
    for (group, part, count) in job.swaps.iter().flat_map(swap_parts) {
        add(group, part, "pc", f64::from(count));
    }
    sums.into_iter()
        .map(|((group, part, unit), quantity)| PartLine {
            group: GROUPS[group],
            part,
            quantity: (quantity * 100.0).round() / 100.0,
            unit,
            quantity_text: if unit == "m" {
                format!("{quantity:.2} m")
            } else {
                format!("{quantity:.0}")
            },
        })
        .collect()
}

/// Relays, modules, diodes and switches of planned hardware, with their number.
fn control_parts(chain: &Chain, hardware: &Hardware) -> Vec<(String, usize)> {
    let Some(switching) = &chain.switching else { return Vec::new() };
    let mut out = Vec::new();
    for planned in &switching.relays {
        out.push((
            match planned.role {
                RelayRole::Timer { seconds } => {
                    format!("timer module, set to {}", seconds_text(seconds))
                }
                RelayRole::CutOff => "low-voltage cut-off module".into(),
                role => kind_for(hardware, role).order_text(),
            },
            1,
        ));
        if !planned.role.is_module() {
            out.push(("relay socket".into(), 1));
        }
    }
    let in_lamps = switching.lamps_from.diodes();
    out.push((hardware.lamp_diode.name.into(), in_lamps));
    out.push((hardware.coil_diode.name.into(), switching.diodes() - in_lamps));
    // A switch that several circuits share is one switch; here it is counted for the first of them.
    let mut seen: Vec<&SwitchRef> = Vec::new();
    for contact in switching.rungs().flat_map(Rung::contacts) {
        if let ContactOf::Switch { which, .. } = contact
            && !seen.contains(&which)
        {
            seen.push(which);
        }
    }
    let own = seen.iter().filter(|w| matches!(w, SwitchRef::Own)).count();
    out.push((format!("panel switch {} A", hardware.switch_a), own));
    if switching.kind == ControlKind::Controller {
        out.push(("controller box with radio remote".into(), 1));
        let lamps: u32 = chain.lamps.iter().map(|l| l.count).sum();
        if lamps > 1 {
            out.push((format!("splitter, {lamps} ways"), 1));
        }
    }
    out.retain(|(_, quantity)| *quantity > 0);
    out
}

fn shared_switch_part(job: &Job, id: &SwitchId) -> String {
    let (name, kind) =
        job.switch(id).map_or((id.0.as_str(), SwitchKind::OnOff), |s| (&s.name, s.kind));
    let kind = match kind {
        SwitchKind::OnOff => "on-off switch",
        SwitchKind::Momentary => "push button",
        SwitchKind::ThreeWay => "three-way switch",
        SwitchKind::Dimmer => "knob of a dimmer",
        SwitchKind::Remote => "radio remote with receiver",
    };
    format!("{kind}, \"{name}\"")
}

/// The switches of the job that any wish names, each once.
fn shared_switches(parts: &[(&Chain, &Sizes)]) -> Vec<SwitchId> {
    let mut out: Vec<SwitchId> = Vec::new();
    for (chain, _) in parts {
        for contact in chain.switching.iter().flat_map(|s| s.rungs()).flat_map(Rung::contacts) {
            if let ContactOf::Switch { which: SwitchRef::Shared(id, _), .. } = contact
                && !out.contains(id)
            {
                out.push(id.clone());
            }
        }
    }
    out
}

/// The parts list as CSV.
pub fn csv(lines: &[PartLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["group", "part", "quantity", "unit"]);
    for l in lines {
        let quantity =
            if l.unit == "m" { format!("{:.2}", l.quantity) } else { format!("{:.0}", l.quantity) };
        let _ = out.write_record([l.group, &cell(&l.part), &quantity, l.unit]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
