//! The parts list, with totals.

use super::connectors::{self, ConnectorAnswer};
use super::cuts::{CutLine, Installation};
use super::housings::place_of;
use super::joints::TerminalCount;
use super::laying::{Laying, goes_through_the_roof};
use crate::swap::judge::filament;
use crate::swap::resistor::Resistor;
use jovek_base::csv::cell;
use jovek_base::units::Units;
use jovek_catalog::fuse::Fuse;
use jovek_catalog::inline_module::InlineModule;
use jovek_catalog::relay::{self, CONTINUOUS_PART};
use jovek_job::{
    ControlKind, HeldBy, Isolation, Job, LampEnd, Smoothing, SwapFunction, SwitchId, SwitchKind,
};
use jovek_phrases::harness as say;
use jovek_plan::chain::Chain;
use jovek_plan::charge_cable;
use jovek_plan::end::{BlockPart, ChargePart, End, Host, HousingIx, LampIx};
use jovek_plan::housing::lamps_of;
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
    /// What it is.
    #[serde(skip)]
    pub of: PartOf,
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

/// What the groups of the list are called, in their order.
const GROUPS: [fn() -> &'static str; 7] = [
    say::lights_group,
    say::protection_group,
    say::control_group,
    say::wire_group,
    say::ends_group,
    say::connectors_group,
    say::laying_group,
];

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
    /// What the wires lie in and are held with.
    pub laying: &'a Laying,
}

/// What a function needs whose bulbs become LED: whether it is a lamp, the part, the count.
fn swap_parts(swap: &SwapFunction) -> Vec<(bool, String, u32)> {
    let mut out = Vec::new();
    for (place, led) in swap.leds() {
        let base = filament(place).map_or("", |(bulb, _)| bulb.base.as_str());
        let kind = if led.is_monitored_type { say::monitored_type() } else { "" };
        let part = say::led_lamp_for_w(&place.bulb, &base, &led.watt, &kind);
        out.push((true, part, place.count));
        match swap.smoothing {
            Some(Smoothing::Bleed) => out.push((false, say::resistor_1_kohm().into(), place.count)),
            Some(Smoothing::Capacitor) => {
                out.push((false, say::capacitor_2200_f_25_v().into(), place.count));
            }
            None => {}
        }
    }
    if let Some(r) = swap.resistor {
        let rating_w = Resistor::fitted(r.ohm).rating_w();
        out.push((false, say::load_resistor_ohm_w(&r.ohm, &rating_w), 1));
    }
    out
}

/// What a part is, for lists that count parts rather than read them.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum PartOf {
    /// A lamp.
    Lamp,
    /// Strip, by the reel or as modules.
    Strip,
    /// A fuse.
    Fuse,
    /// Its holder.
    FuseHolder,
    /// A battery.
    Battery,
    /// What keeps two batteries apart.
    Isolator,
    /// A relay.
    Relay,
    /// Its socket.
    RelaySocket,
    /// A timer, cut-off, dimmer or flasher.
    Module,
    /// A switch, push button, knob or remote.
    Switch,
    /// A diode.
    Diode,
    /// A controller box or splitter.
    Controller,
    /// Wire, in m.
    Wire,
    /// A terminal.
    Terminal,
    /// What joins wires for good.
    Splice,
    /// A sleeve.
    Sleeve,
    /// A ground stud.
    Stud,
    /// A ground bus.
    Bus,
    /// What a lamp sits in or on: grommet, spacer.
    Mounting,
    /// A half of a connector.
    Connector,
    /// A blind plug.
    BlindPlug,
    /// What a swap of bulbs needs.
    Swap,
    /// Split loom, in m.
    Loom,
    /// A clip or tie.
    Clip,
    /// A grommet for a new hole.
    Grommet,
    /// A gland for the cable of roof lamps.
    Gland,
    /// A ready-made harness with its fuse, relay and switch.
    Kit,
}

/// One part, and what ends of wires it is for.
#[derive(Debug, Clone, PartialEq)]
pub struct PartItem {
    /// What it is.
    pub of: PartOf,
    /// The part of the plan that it makes; none for what belongs to no single one.
    pub host: Option<Host>,
    /// As it is ordered.
    pub part: String,
    /// How much: pieces, or m of wire.
    pub quantity: f64,
}

impl PartOf {
    /// Its group in the list, by index.
    fn group(self) -> usize {
        match self {
            PartOf::Lamp | PartOf::Strip | PartOf::Mounting => 0,
            PartOf::Fuse | PartOf::FuseHolder => 1,
            PartOf::Battery
            | PartOf::Isolator
            | PartOf::Relay
            | PartOf::RelaySocket
            | PartOf::Module
            | PartOf::Switch
            | PartOf::Diode
            | PartOf::Controller
            | PartOf::Kit
            | PartOf::Swap => 2,
            PartOf::Wire => 3,
            PartOf::Terminal | PartOf::Splice | PartOf::Sleeve | PartOf::Stud | PartOf::Bus => 4,
            PartOf::Connector | PartOf::BlindPlug => 5,
            PartOf::Loom | PartOf::Clip | PartOf::Grommet | PartOf::Gland => 6,
        }
    }

    fn unit(self) -> &'static str {
        if self.is_by_length() { "m" } else { say::pc() }
    }

    /// True for what is bought by its length.
    pub fn is_by_length(self) -> bool {
        matches!(self, PartOf::Wire | PartOf::Loom)
    }
}

/// Parts while they are gathered.
struct Gathered(Vec<PartItem>);

impl Gathered {
    fn add(&mut self, of: PartOf, host: Option<Host>, part: impl Into<String>, quantity: f64) {
        self.0.push(PartItem { of, host, part: part.into(), quantity });
    }
}

/// Every part of the planned circuits, one by one.
pub fn items(of: Installation, cuts: &[CutLine], extras: &Extras) -> Vec<PartItem> {
    let mut out = Gathered(Vec::new());
    block_items(of, &mut out);
    charge_items(of, &mut out);
    housing_items(of, &mut out);
    for (chain, sizes) in of.parts {
        circuit_items(of.job, (chain, sizes), extras, &mut out);
    }
    for id in shared_switches(of.parts) {
        out.add(PartOf::Switch, None, shared_switch_part(of.job, &id), 1.0);
    }
    end_items(cuts, extras, of.job.is_trailer(), &mut out);
    let units = of.job.shop.units;
    laying_items(extras.laying, units, &mut out);
    let holes = of.job.circuits.iter().filter(|c| goes_through_the_roof(c)).count();
    if holes > 0 && !extras.laying.has_new_hole() {
        out.add(PartOf::Gland, None, say::cable_gland(), holes as f64);
    }
    let stays = |strip: &&StripOf| of.job.circuits[strip.circuit].lights[strip.light].stays;
    for strip in extras.strips.iter().filter(|s| !stays(s)) {
        if strip.plan.reels > 0 {
            let part = say::reel_of_strip(&units.bought(strip.plan.figures.reel_m));
            out.add(PartOf::Strip, None, part, strip.plan.reels as f64);
        }
        if strip.plan.modules() > 0 {
            let part = say::strip_module(&units.tape(strip.plan.figures.module_m * 1000.0));
            out.add(PartOf::Strip, None, part, strip.plan.modules() as f64);
        }
        if let Some(channel_a) = strip.plan.channel_a() {
            let part = say::controller_for_colours_common_plus(
                &strip.plan.figures.returns(),
                &// Whole amperes up, as they are made.
                (channel_a / CONTINUOUS_PART - 1e-9).ceil(),
            );
            out.add(PartOf::Controller, None, part, 1.0);
        }
        if strip.plan.outlets() > 1 {
            let cores = strip.plan.figures.poles().len();
            let of = if cores > 2 { say::of_cores(&cores) } else { String::new() };
            let part = say::splitter_ways(&strip.plan.outlets(), &of);
            out.add(PartOf::Controller, None, part, 1.0);
        }
    }
    for (is_lamp, part, count) in of.job.swaps.iter().flat_map(swap_parts) {
        let kind = if is_lamp { PartOf::Lamp } else { PartOf::Swap };
        out.add(kind, None, part, f64::from(count));
    }
    out.0
}

/// Housings, each one part with all its lamps; none whose lamps are there already.
fn housing_items(of: Installation, out: &mut Gathered) {
    for (k, housing) in of.job.housings.iter().enumerate() {
        let is_planned = |lamp: LampIx| of.parts.iter().any(|(c, _)| c.index == lamp.circuit);
        let is_new = lamps_of(of.job, &housing.lamps).any(|(lamp, _)| {
            is_planned(lamp) && connectors::light(of.job, lamp).is_some_and(|l| !l.stays)
        });
        if is_new {
            out.add(PartOf::Lamp, Some(Host::Housing(HousingIx(k))), housing.name.clone(), 1.0);
        }
    }
}

/// Lamps, protection and control of one circuit.
fn circuit_items(job: &Job, (chain, sizes): (&Chain, &Sizes), extras: &Extras, out: &mut Gathered) {
    let circuit = chain.index;
    for (light, lamp) in chain.lamps.iter().enumerate() {
        // A strip is bought by the reel.
        let is_strip = extras.strips.iter().any(|s| s.circuit == circuit.0 && s.light == light);
        for number in (0..lamp.count as usize).filter(|_| !is_strip && !lamp.stays) {
            let ix = LampIx { circuit, light, number };
            if place_of(job, ix).is_none() {
                out.add(PartOf::Lamp, Some(Host::Lamp(ix)), lamp.name.clone(), 1.0);
            }
        }
        let light = &job.circuits[circuit.0].lights[light];
        if !lamp.stays {
            let count = f64::from(lamp.count);
            if light.held_by == Some(HeldBy::RubberGrommet) {
                out.add(PartOf::Mounting, None, say::rubber_grommet(&lamp.name), count);
            }
            if let Some(mm) = light.spacer_mm {
                let part = say::set_of_spacers(&job.shop.units.bore(mm), &lamp.name);
                out.add(PartOf::Mounting, None, part, count);
            }
        }
        // A lamp with bare wires has no half of the factory's connector.
        if chain.is_plug && lamp.lead.ends == LampEnd::Bare && !lamp.stays {
            let part = say::plug_for_the_factory_socket();
            out.add(PartOf::Connector, None, part, f64::from(lamp.count));
        }
        // In a plug such a lead is a pin, and an unused one is blind.
        let is_alone = lamp.has_sync_lead && chain.sync_legs.is_empty();
        let capped = u32::from(is_alone) + u32::from(lamp.has_pattern_lead);
        if lamp.lead.ends == LampEnd::Bare && capped > 0 {
            let count = f64::from(capped * lamp.count);
            out.add(PartOf::Sleeve, None, say::end_cap_heat_shrink_with_adhesive(), count);
        }
    }
    // Its fuse, relay and switch come with it.
    if let Some(kit) = &job.circuits[circuit.0].kit {
        return out.add(PartOf::Kit, None, say::harness_from_a_box(&kit.name), 1.0);
    }
    if let Some(fuse) = sizes.fuse {
        if chain.is_position {
            let host = Some(Host::Adapter(circuit));
            out.add(PartOf::Fuse, host, fuse.order_text(), 1.0);
            out.add(PartOf::FuseHolder, host, say::fuse_adapter_for_an_empty_position(), 1.0);
        } else if chain.block.is_some() {
            // The block is its holder.
            out.add(PartOf::Fuse, Some(Host::Fuse(circuit)), fuse.order_text(), 1.0);
        } else {
            fuse_items(fuse, Host::Fuse(circuit), out);
        }
    }
    for (k, of) in sizes.lead_fuses.iter().enumerate() {
        fuse_items(of.fuse, Host::LeadFuse(circuit, k + 1), out);
    }
    for &module in &chain.modules {
        let rating_a = sizes.module_a.unwrap_or_default();
        let set = match (module, chain.flasher) {
            (InlineModule::Flasher, Some(f)) => say::counts_no_load_flashes_a_second(&f.hz),
            _ => String::new(),
        };
        let part = say::module_a(&module.label(), &rating_a, &set);
        out.add(PartOf::Module, Some(Host::Module(circuit, module)), part, 1.0);
    }
    match &sizes.control {
        ControlChoice::Relay { relay, switch_a, .. } => {
            let host = Some(Host::Relay(circuit, 0));
            out.add(PartOf::Relay, host, relay.order_text(), 1.0);
            out.add(PartOf::RelaySocket, host, say::relay_socket(), 1.0);
            let host = Some(Host::Switch(circuit, 0));
            out.add(PartOf::Switch, host, panel_switch(chain, *switch_a), 1.0);
        }
        ControlChoice::Switch { rating_a: Some(a) } => {
            let host = Some(Host::Switch(circuit, 0));
            out.add(PartOf::Switch, host, panel_switch(chain, *a), 1.0);
        }
        ControlChoice::Switch { rating_a: None } | ControlChoice::Source => {}
        ControlChoice::Planned(hardware) => control_items(chain, hardware, out),
    }
}

/// Ways that fuse blocks are made with. Common practice.
const BLOCK_WAYS: [usize; 6] = [4, 6, 8, 10, 12, 20];

/// The fuse block, its main fuse and its master relay.
fn block_items(of: Installation, out: &mut Gathered) {
    let Some(shared) = of.block else { return };
    let host = |part| Some(Host::Block(part));
    // One way is left for the next circuit.
    let wanted = shared.plan.members.len() + 1;
    let ways = BLOCK_WAYS.into_iter().find(|w| *w >= wanted).unwrap_or(wanted);
    let block = say::fuse_block_ways_with_cover(&ways);
    out.add(PartOf::FuseHolder, host(BlockPart::Bus), block, 1.0);
    let main = host(BlockPart::MainFuse);
    out.add(PartOf::Fuse, main, say::main(&shared.plan.fuse.order_text()), 1.0);
    out.add(PartOf::FuseHolder, main, say::holder_with_studs_and_cover_large(), 1.0);
    if let Some(key) = shared.key {
        let relay = host(BlockPart::Relay);
        out.add(PartOf::Relay, relay, key.relay.order_text(), 1.0);
        fuse_items(key.coil_fuse(), Host::Block(BlockPart::CoilFuse), out);
    }
}

/// The second battery, what keeps it apart, and the fuses of the cable between both.
fn charge_items(of: Installation, out: &mut Gathered) {
    let (Some(cable), Some(auxiliary)) = (of.charge, &of.job.supply.auxiliary) else { return };
    let kind = auxiliary.battery.chemistry.label();
    let battery = match auxiliary.battery.capacity_ah {
        Some(ah) => say::second_battery_ah_with_tray(&kind, &ah),
        None => say::second_battery_with_tray_and_strap(&kind),
    };
    out.add(PartOf::Battery, None, battery, 1.0);
    let host = |part| Some(Host::Charge(part));
    let (isolator, a) = (host(ChargePart::Isolator), cable.isolator_a);
    let part = match cable.isolation {
        Isolation::IgnitionRelay => say::relay_with_studs_for_batteries(&a),
        Isolation::VoltageSensing => say::voltage_sensing_relay_a(&a),
        Isolation::DiodeIsolator => say::diode_isolator_a_on_a_heat(&a),
        Isolation::DcDc => say::dc_dc_charger(&a),
        Isolation::ManualSwitch => say::battery_switch(&a),
    };
    out.add(PartOf::Isolator, isolator, part, 1.0);
    for part in [ChargePart::StartFuse, ChargePart::AuxiliaryFuse] {
        out.add(PartOf::Fuse, host(part), cable.fuse.order_text(), 1.0);
        let holder = say::holder_with_studs_and_cover_large();
        out.add(PartOf::FuseHolder, host(part), holder, 1.0);
    }
    if cable.key.is_some() {
        let fuse = Fuse::of_rating(charge_cable::KEY_FUSE_A);
        fuse_items(fuse, Host::Charge(ChargePart::KeyFuse), out);
    }
}

/// A fuse and its holder.
fn fuse_items(fuse: Fuse, host: Host, out: &mut Gathered) {
    let (family, host) = (fuse.family.holder_label(), Some(host));
    out.add(PartOf::Fuse, host, fuse.order_text(), 1.0);
    out.add(PartOf::FuseHolder, host, say::sealed_fuse_holder(&family), 1.0);
}

/// What wires are fastened with, and what stands at their ends.
fn end_items(cuts: &[CutLine], extras: &Extras, is_trailer: bool, out: &mut Gathered) {
    for cut in cuts.iter().filter(|c| c.is_cut_once(cuts)) {
        out.add(PartOf::Wire, None, cut.stock_text(), cut.length_m);
    }
    for terminal in extras.terminals {
        let kind = if terminal.is_joint { PartOf::Splice } else { PartOf::Terminal };
        out.add(kind, None, terminal.part.clone(), terminal.count as f64);
    }
    let mut hosts: Vec<Host> =
        cuts.iter().flat_map(|c| [c.from_end.host(), c.to_end.host()]).collect();
    hosts.sort_unstable();
    hosts.dedup();
    for host in hosts {
        match host {
            Host::Stud(..)
            | Host::HousingStud(_)
            | Host::Block(BlockPart::CoilStud)
            | Host::Charge(ChargePart::Stud | ChargePart::IsolatorStud) => {
                let part = say::ground_stud_m6_with_nut();
                out.add(PartOf::Stud, Some(host), part, 1.0);
            }
            Host::PlugGround => {
                let part = match is_trailer {
                    true => say::ground_terminal_m6_in_the_junction(),
                    false => say::ground_terminal_m6_on_the_ground(),
                };
                out.add(PartOf::Stud, Some(host), part, 1.0);
            }
            Host::Bus => {
                let at = |c: &&CutLine| c.from_end == End::Bus || c.to_end == End::Bus;
                let studs = cuts.iter().filter(at).count() + 1;
                let part = say::ground_bus_studs(&studs);
                out.add(PartOf::Bus, Some(host), part, 1.0);
            }
            _ => {}
        }
    }
    for (sleeve, count) in extras.sleeves {
        out.add(PartOf::Sleeve, None, sleeve.clone(), *count as f64);
    }
    for connector in extras.connectors {
        let halves = connector.halves.len();
        let part = connector.housing.clone() + say::one_half();
        out.add(PartOf::Connector, Some(connector.of), part, halves as f64);
        let blind = connector.cavities.iter().filter(|c| c.is_blind).count() * halves;
        if blind > 0 {
            out.add(PartOf::BlindPlug, Some(connector.of), say::blind_plug(), blind as f64);
        }
    }
}

/// What the wires lie in and are held with.
fn laying_items(laying: &Laying, units: Units, out: &mut Gathered) {
    for (bore, length_m) in laying.loom(units) {
        out.add(PartOf::Loom, None, say::split_loom(&bore), length_m);
    }
    if laying.clips > 0 {
        out.add(PartOf::Clip, None, say::clips_or_ties(), laying.clips as f64);
    }
    for (bore, count) in laying.grommets(units) {
        out.add(PartOf::Grommet, None, say::grommet_for_a_new_hole(&bore), count as f64);
    }
}

/// All parts of the planned circuits, like ones together.
pub fn parts_list(items: &[PartItem], units: Units) -> Vec<PartLine> {
    let mut sums: BTreeMap<(usize, &str, PartOf), f64> = BTreeMap::new();
    for item in items {
        *sums.entry((item.of.group(), &item.part, item.of)).or_default() += item.quantity;
    }
    sums.into_iter()
        .map(|((group, part, of), quantity)| PartLine {
            of,
            group: GROUPS[group](),
            part: part.to_owned(),
            quantity: (quantity * 100.0).round() / 100.0,
            unit: of.unit(),
            quantity_text: if of.is_by_length() {
                units.length(quantity)
            } else {
                format!("{quantity:.0}")
            },
        })
        .collect()
}

/// A panel switch as it is ordered.
fn panel_switch(chain: &Chain, rating_a: f64) -> String {
    let lit = if chain.lit_switch { say::lit_symbol_three_terminals() } else { "" };
    say::panel_switch(&rating_a, &lit)
}

/// Relays, modules, diodes and switches of planned hardware.
fn control_items(chain: &Chain, hardware: &Hardware, out: &mut Gathered) {
    let Some(switching) = &chain.switching else { return };
    let circuit = chain.index;
    for (r, planned) in switching.relays.iter().enumerate() {
        let host = Some(Host::Relay(circuit, r));
        match planned.role {
            RelayRole::Timer { seconds } => {
                let part = say::timer_module_a_set(&hardware.module_a, &seconds_text(seconds));
                out.add(PartOf::Module, host, part, 1.0);
            }
            RelayRole::CutOff => {
                let off_v = relay::CUT_OFF_V.1 * hardware.lamp_relay.system.batteries();
                let rating_a = hardware.module_a;
                let part = say::low_voltage_cut_off_a_v(&rating_a, &off_v);
                out.add(PartOf::Module, host, part, 1.0);
            }
            role => {
                out.add(PartOf::Relay, host, kind_for(hardware, role).order_text(), 1.0);
                out.add(PartOf::RelaySocket, host, say::relay_socket(), 1.0);
            }
        }
    }
    let in_lamps = switching.lamps_from.diodes();
    for number in 1..=switching.diodes() {
        let kind = if number <= in_lamps { hardware.lamp_diode } else { hardware.coil_diode };
        let host = Some(Host::Diode(circuit, number));
        out.add(PartOf::Diode, host, kind.name(), 1.0);
    }
    // A switch of its own is bought once, however many of its contacts are used; a shared one is counted for
    // the whole job.
    let contacts = switching.rungs().flat_map(Rung::contacts);
    let is_own = |c: &&ContactOf| matches!(c, ContactOf::Switch { which: SwitchRef::Own, .. });
    if contacts.into_iter().any(|c| is_own(&c)) && !chain.is_by_radio() {
        out.add(PartOf::Switch, None, panel_switch(chain, hardware.switch_a), 1.0);
    }
    // A strip that mixes colours brings its own controller, remote and all.
    let has_own = chain.lamps.iter().any(|l| l.mixes_colours);
    if switching.kind == ControlKind::Controller && !has_own {
        let part = say::controller_box_with_radio_remote(&hardware.switch_a);
        out.add(PartOf::Controller, None, part, 1.0);
    }
}

fn shared_switch_part(job: &Job, id: &SwitchId) -> String {
    let (name, kind) =
        job.switch(id).map_or((id.0.as_str(), SwitchKind::OnOff), |s| (&s.name, s.kind));
    let kind = match kind {
        SwitchKind::OnOff => say::on_off_switch(),
        SwitchKind::Momentary => say::push_button(),
        SwitchKind::Lid => say::plunger_switch_for_door_or_lid(),
        SwitchKind::ThreeWay => say::three_way_switch(),
        SwitchKind::Dimmer => say::knob_of_a_dimmer(),
        SwitchKind::Remote => say::radio_remote_with_receiver(),
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
pub fn csv(lines: &[PartLine], units: Units) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["group", "part", "quantity", "unit"]);
    for l in lines {
        let (quantity, unit) = match l.of {
            of if of.is_by_length() => units.reeled(l.quantity),
            _ => (format!("{:.0}", l.quantity), l.unit),
        };
        let _ = out.write_record([l.group, &cell(&l.part), &quantity, unit]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
