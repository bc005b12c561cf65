//! The steps of one circuit: hardware, wires, joints, returns, lamps, connectors. What its wires end at says which.

use super::held;
use super::housing_steps;
use super::kit_steps;
use super::plug_steps;
use super::steps::{Maker, PRIMER_MIN, Step, points_somewhere, sits_at_the_rear};
use super::stuck;
use crate::answers::Answers;
use crate::harness::joints::JointAnswer;
use crate::harness::laying::goes_through_the_roof;
use crate::part_names;
use jovek_base::units::Units;
use jovek_catalog::inline_module::InlineModule;
use jovek_job::{
    CircuitId, ControlKind, Hazard, HeldBy, LampRole, Light, Passage, PlaceId, Section, SwitchSeat,
    Zone,
};
use jovek_phrases::common;
use jovek_phrases::work as say;
use jovek_plan::chain::Chain;
use jovek_plan::end::{End, Host, Post};
use jovek_plan::study::Assessment;
use jovek_plan::switching::Switching;
use std::collections::BTreeSet;

/// One circuit: hardware, wires, joints, grounds, lamps, test.
pub(super) fn circuit(m: &mut Maker, study: &Assessment, index: usize) {
    let Some(fact) = m.job.circuits.get(index) else { return };
    if study.circuits.iter().any(|c| c.index == index && c.chain.is_plug) {
        return plug_steps::circuit(m, fact);
    }
    let (id, name) = (fact.id.clone(), fact.name.clone());
    let cure_min = stuck::cure_min(fact.fitted());
    let is_screwed = fact.fitted().any(|l| l.screw.is_some());
    let lamps: u32 = fact.fitted().map(|l| m.job.by_itself(l)).sum();
    let layout = study.layout.as_ref();
    let laid = layout.and_then(|l| l.circuits.get(index)?.as_ref());
    let place = |p: usize| layout.map(|l| l.graph.places[p].id.clone());
    let lamp_place = laid.and_then(|l| l.lamps.first().copied()).and_then(place);
    let step_id = |what: &str| format!("{what}.{id}");
    let own = |s: &mut Step| s.circuit = Some(id.clone());

    let is_on_roof = goes_through_the_roof(fact);
    let has_own_hole = is_on_roof && !m.has_hole();

    let hardware = step_id("hardware");
    // A tie-in without a fuse of its own has nothing to mount beside its lamps.
    let hosts = hosts(m.answers, &id);
    let is_symbol = |end| matches!(end, End::SwitchGround(at, _) if at.0 == index);
    let chain = study.circuits.iter().find(|c| c.index == index).map(|c| &c.chain);
    let switching = chain.and_then(|c| c.switching.as_ref());
    // The same terminal is the ground of a box that is switched by radio.
    let has_symbol = chain.is_some_and(|c| !c.is_by_radio())
        && m.answers.cuts.iter().any(|c| is_symbol(c.from_end));
    // The fuse of a circuit on a block has its holder there.
    let has_holder =
        |h: &&Host| !matches!(h, Host::Fuse(_)) || chain.is_none_or(|c| c.block.is_none());
    let parts = mounted(&hosts.iter().filter(has_holder).copied().collect(), switching);
    if !parts.is_empty() {
        let names: Vec<&str> = parts.iter().map(|(name, _)| name.as_str()).collect();
        let minutes = parts.iter().map(|(_, minutes)| minutes).sum();
        let step = m.step(&hardware, format!("{name}: {}", names.join(", ")), minutes);
        own(step);
        let is_fused = hosts
            .iter()
            .any(|h| matches!(h, Host::Fuse(_) | Host::LeadFuse(..) | Host::Adapter(_)));
        let has_radio = switching.is_some_and(|s| s.kind == ControlKind::Controller);
        let has_switch = !has_radio && hosts.iter().any(|h| matches!(h, Host::Switch(..)));
        let is_boxed = parts.len() > usize::from(has_switch);
        let seat = fact.control.seat.unwrap_or_default();
        step.how = [
            (is_boxed, say::reachable_dry_terminals_down_screwed()),
            (has_radio, say::its_aerial_stretched_out_not_coiled()),
            (has_switch, seat_how(seat)),
            (has_switch, say::wire_the_switch_before()),
            (has_symbol, say::the_lamp_of_its_symbol()),
            (is_fused, say::the_fuse_stays_out()),
        ]
        .into_iter()
        .filter(|(is, _)| *is)
        .map(|(_, line)| line.to_owned())
        .collect();
        let fuse_place =
            fact.sites.as_ref().map(|s| s.fuse.clone().unwrap_or(PlaceId::from("fuses")));
        if let Some(place) = fuse_place {
            m.at(&hardware, &place);
        }
        m.after(&hardware, &["battery-off", "trims-off", "hardware.block"]);
        if has_switch && seat == SwitchSeat::NewHole {
            switch_hole(m, &id, &name);
            m.after(&hardware, &[&step_id("switch-hole")]);
        }
    }

    if let Some(kit) = &fact.kit {
        kit_steps::hardware(m, fact, kit);
    }

    // On a skeleton the bundles of all circuits are pulled together, way by way.
    let pull = if m.answers.route.is_some() { "pull".to_owned() } else { step_id("pull") };
    if m.answers.route.is_none() {
        let units = m.job.shop.units;
        let minutes = (PULL_METRE_MIN * pulled_m(m.answers, &id)).max(5.0);
        let what = if fact.kit.is_some() { say::lay_the_harness() } else { say::pull_the_wires() };
        let minutes = match &fact.kit {
            Some(_) => (PULL_METRE_MIN * chain.map_or(0.0, Chain::way_m)).max(5.0),
            None => minutes,
        };
        let step = m.step(&pull, format!("{name}: {what}"), minutes);
        own(step);
        let passes_grommet = fact.kit.is_none() && goes_through_the_firewall(&fact.run.supply);
        pulled(step, passes_grommet, units);
        if let (Some(kit), Some(chain)) = (&fact.kit, chain) {
            kit_steps::laid(step, kit, chain.way_m(), units);
        }
        m.after(&pull, &["cut", "battery-off", "chock", "trims-off", "de-pin"]);
    }

    if has_own_hole {
        let roof = step_id("roof");
        let step = m.step(&roof, say::hole_for_the_cable_through(&name), 20.0);
        own(step);
        step.tool = say::step_drill_file_primer_cable_gland().into();
        step.how = vec![
            say::headliner_down_first_look_for_ribs().into(),
            say::deburr_prime_both_sides_gland().into(),
            say::round_where_the_gland_grips().into(),
            say::a_drip_loop_inside_water_over().into(),
        ];
        step.cautions = vec![say::behind_a_panel_are_harnesses()];
        if let Some(place) = &lamp_place {
            m.at(&roof, place);
        }
        m.after(&roof, &["battery-off", "trims-off"]);
        // Nothing is pulled through a hole that is not there.
        m.after(&pull, &[&roof]);
    }

    let mount = step_id("mount");
    // Lamps that stay hang where they are.
    if lamps > 0 {
        let how_long: f64 =
            fact.fitted().map(|l| mount_min(l) * f64::from(m.job.by_itself(l))).sum();
        let what = if lamps == 1 { say::mount_the_lamp() } else { say::mount_the_lamps() };
        let units = m.job.shop.units;
        let step = m.step(&mount, format!("{name}: {what}"), how_long.max(5.0));
        own(step);
        let level = if lamps == 1 { say::level() } else { say::level_on_both_sides() };
        let any_screwed = fact.fitted().any(held::is_screwed);
        step.how = match (any_screwed, fact.fitted().any(points_somewhere)) {
            (true, true) => vec![say::screws_finger_tight_until_aimed(&level)],
            (true, false) => vec![say::screws_tight_not_so_that_plastic(&level)],
            (false, _) if cure_min.is_some() => Vec::new(),
            (false, _) => vec![level.to_owned()],
        };
        if cure_min.is_some() {
            step.how.extend(stuck::how(fact.fitted()));
            step.cautions = vec![say::solvent_gloves_air_no_flame()];
        }
        step.how.extend(held::how(fact.fitted(), units));
        step.cautions.extend(held::caution(fact.fitted()));
        if is_on_roof && any_screwed {
            step.how.push(say::sealant_in_each_screw_hole().into());
        }
        if is_screwed {
            step.how.push(say::screws_stop_short_of_the_skin().into());
        }
        if let Some(place) = &lamp_place {
            m.at(&mount, place);
        }
        m.after(&mount, &["bench", "chock", "trims-off", &step_id("roof")]);
    }

    if fact.kit.is_some() {
        kit_steps::close(m, fact, [&pull, &mount]);
        // A plug pulls on its lamp.
        if let Some(cure_min) = cure_min {
            m.rests(&step_id("plug"), &[(&mount, cure_min)]);
        }
        return;
    }
    let joints: Vec<_> = m.answers.joints.iter().filter(|j| j.circuit == id).cloned().collect();
    if !joints.is_empty() {
        let join = step_id("join");
        let step = m.step(&join, say::joints(&name, &joints.len()), 4.0 * joints.len() as f64);
        own(step);
        // Each line once; sleeves before all else.
        let sleeves = |j: &JointAnswer| usize::from(j.sleeve.is_some());
        let first = joints.iter().flat_map(|j| &j.steps[..sleeves(j)]);
        let then = joints.iter().flat_map(|j| &j.steps[sleeves(j)..]);
        for line in first.chain(then) {
            if !step.how.contains(line) {
                step.how.push(line.clone());
            }
        }
        step.tool = say::crimper_or_iron_heat_gun().into();
        step.cautions = vec![say::heat_gun_and_soldering_iron_away()];
        let mixes = |l: &Light| l.strip.as_ref().is_some_and(|s| s.colours.is_some());
        if fact.fitted().any(mixes) {
            step.how.push(say::black_to_plus_each_colour().into());
        }
        if let Some(place) = &lamp_place {
            m.at(&join, place);
        }
        m.after(&join, &[&pull, &mount]);
        let housings = housing_steps::mounts_of(m, study, index);
        m.after(&join, &housings.iter().map(String::as_str).collect::<Vec<_>>());
        // A pad of a strip is soldered only when its tape bears.
        if let Some(cure_min) = cure_min {
            m.rests(&join, &[(&mount, cure_min)]);
        }
    }
    let back = hosts.iter().find_map(|h| ground_words(*h));
    if let Some((what, minutes, how)) = back {
        let ground = step_id("ground");
        let step = m.step(&ground, format!("{name}: {what}"), minutes);
        own(step);
        step.how = vec![how.into()];
        m.after(&ground, &[&pull]);
    }
    let is_own = |host: &Host| match *host {
        Host::Lamp(lamp) => lamp.circuit.0 == index,
        Host::Plug(_) => hosts.contains(host),
        _ => false,
    };
    let plugs = m.answers.connectors.iter().filter(|c| is_own(&c.of)).count();
    // Lamps with bare leads are joined, not plugged.
    if plugs > 0 {
        let plug = step_id("plug");
        let what = if plugs == 1 { say::one_connector().into() } else { say::connectors(&plugs) };
        let step = m.step(&plug, format!("{name}: {what}"), PLUG_MIN * plugs as f64);
        own(step);
        step.how = vec![say::seals_on_blind_plugs_in_each().into()];
        if let Some(place) = &lamp_place {
            m.at(&plug, place);
        }
        m.after(&plug, &[&pull, &mount, &hardware]);
    }
}

/// How a switch goes into its seat.
fn seat_how(seat: SwitchSeat) -> &'static str {
    match seat {
        SwitchSeat::BlankPanel => say::a_blank_comes_out(),
        SwitchSeat::NewHole => say::its_frame_covers_the_hole_all(),
        SwitchSeat::Bracket => say::its_bracket_clear_of_knees_pedals(),
    }
}

/// The hole for a switch where no blank takes it.
fn switch_hole(m: &mut Maker, circuit: &CircuitId, name: &str) {
    let id = format!("switch-hole.{circuit}");
    let step = m.step(&id, say::hole_for_the_switch(&name), SWITCH_HOLE_MIN);
    step.circuit = Some(circuit.clone());
    step.tool = say::tape_small_drill_step_drill().into();
    step.how =
        vec![say::look_behind_the_panel_room().into(), say::tape_on_the_face_small_holes().into()];
    step.cautions = vec![say::behind_a_panel_are_harnesses()];
    m.after(&id, &["battery-off", "trims-off"]);
}

/// To cut the hole of a switch into a panel, min. Common practice.
const SWITCH_HOLE_MIN: f64 = 15.0;

/// What a return ends at, with the minutes and the care that it takes; none for what is no such end.
pub(super) fn ground_words(host: Host) -> Option<(&'static str, f64, &'static str)> {
    match host {
        Host::Stud(..) | Host::HousingStud(_) => {
            Some((say::a_ground(), 6.0, say::bare_metal_star_washer_protect()))
        }
        Host::FactoryGround(_) => {
            Some((say::joint_on_a_factory_ground_wire(), 5.0, say::a_thick_one_that_ends()))
        }
        Host::Bus => Some((common::ground_bus(), 3.0, say::its_own_screw_on_the_bus())),
        Host::PlugGround => {
            Some((say::return_to_the_ground_terminal(), 4.0, say::in_the_junction_box_dry()))
        }
        Host::Post(Post::StartMinus) => {
            Some((say::return_to_battery_negative(), 4.0, say::the_ring_goes()))
        }
        _ => None,
    }
}

/// To mount one lamp, min. Common practice: a marker is two screws, a light bar two brackets and a second pair of hands.
fn mount_min(light: &Light) -> f64 {
    match light.role {
        _ if light.held_by == Some(HeldBy::Magnet) => held::MAGNET_MIN,
        _ if light.held_by == Some(HeldBy::RubberGrommet) => held::GROMMET_MIN,
        _ if light.is_held_by_adhesive() => 15.0,
        _ if light.label_w.is_some_and(|w| w >= BAR_W) => 35.0,
        Some(LampRole::Marker | LampRole::Plate | LampRole::Accent) => 10.0,
        Some(LampRole::Tail | LampRole::Brake | LampRole::Turn | LampRole::Reverse) => 15.0,
        Some(LampRole::Fog) if sits_at_the_rear(light) => 15.0,
        Some(LampRole::Warning) if light.label_w.is_some_and(|w| w <= FLASHER_W) => 12.0,
        _ => 20.0,
    }
}

/// Power up to which a warning lamp is a small flasher on two screws rather than a beacon, W. Common practice.
const FLASHER_W: f64 = 15.0;

/// Power from which a lamp is a bar on two brackets, W. Common practice.
const BAR_W: f64 = 100.0;

/// To pull a metre of bundle, loom and clip it, min. Common practice.
const PULL_METRE_MIN: f64 = 4.0;

/// All bundles of a skeleton at once: each way is gone once, however many circuits lie in it.
pub(super) fn bundles(m: &mut Maker) {
    let Some(route) = &m.answers.route else { return };
    let used = || route.ways.iter().filter(|w| w.wires > 0);
    let units = m.job.shop.units;
    let along_m: f64 = used().map(|w| w.length_m).sum();
    let holes: Vec<String> = used()
        .filter(|w| w.passage == Passage::NewHole)
        .map(|w| format!("hole.{}", w.id))
        .collect();
    let past_airbag =
        m.job.may_have_airbags() && used().any(|w| w.hazards.contains(&Hazard::Airbag));
    if along_m == 0.0 {
        return;
    }
    let passes_grommet = used().any(|w| matches!(w.passage, Passage::Grommet { .. }));
    let what = say::pull_the_bundles_along_their_ways(&m.job.shop.units.about(along_m));
    let step = m.step("pull", what, (PULL_METRE_MIN * along_m).max(5.0));
    pulled(step, passes_grommet, units);
    if past_airbag {
        step.cautions.push(say::airbag_near());
    }
    m.after("pull", &["cut", "battery-off", "chock", "trims-off", "de-pin"]);
    let rests: Vec<(&str, f64)> = holes.iter().map(|h| (h.as_str(), PRIMER_MIN)).collect();
    m.rests("pull", &rests);
}

/// `passes_grommet` where a grommet that is there is used.
fn pulled(step: &mut Step, passes_grommet: bool, units: Units) {
    step.tool = say::semi_rigid_wire_as_a_fish().into();
    step.how = vec![
        say::feed_and_pull_together_never().into(),
        say::loom_over_edges_and_beyond_clips(&units.rule(50.0), &units.rule_between(300.0, 450.0)),
    ];
    if passes_grommet {
        step.how.push(say::grommet_out_wiped_clean_wires_through().into());
    }
    step.cautions = vec![say::never_along_brake_or_fuel_lines()];
}

/// True where a path that was told goes from the engine bay into the cab or back.
fn goes_through_the_firewall(path: &[Section]) -> bool {
    path.windows(2).any(|two| {
        matches!(
            (two[0].zone, two[1].zone),
            (Zone::EngineBay, Zone::Cab) | (Zone::Cab, Zone::EngineBay)
        )
    })
}

/// Length of the bundle of one circuit, m: what goes back lies beside what comes.
fn pulled_m(answers: &Answers, circuit: &CircuitId) -> f64 {
    let along = |is_back: bool| -> f64 {
        let own = answers.cuts.iter().filter(|c| c.circuit == *circuit && !c.is_short);
        own.filter(|c| c.role.is_return() == is_back).map(|c| c.path_m).sum()
    };
    along(false).max(along(true))
}

/// To crimp, seal and plug one connector, min. Common practice.
pub(super) const PLUG_MIN: f64 = 3.0;

/// Parts that are mounted beside the lamps, with the minutes that each takes. Common practice.
type Hardware = (fn(&Host) -> bool, fn() -> &'static str, f64);
const HARDWARE: [Hardware; 8] = [
    (|h| matches!(h, Host::Adapter(_)), say::fuse_adapter_in_the_empty_position, 5.0),
    (|h| matches!(h, Host::Fuse(_)), say::fuse_holder, 6.0),
    (|h| matches!(h, Host::LeadFuse(..)), say::small_fuse_in_the_thin_lead, 4.0),
    (|h| matches!(h, Host::Relay(..)), say::relay, 7.0),
    (|h| matches!(h, Host::Diode(..)), say::diodes, 3.0),
    (|h| matches!(h, Host::Module(_, InlineModule::Flasher)), say::flasher, 6.0),
    (|h| matches!(h, Host::Module(_, InlineModule::Dimmer)), say::dimmer, 6.0),
    (|h| matches!(h, Host::Switch(..)), say::switch, 8.0),
];

/// To mount a box that is switched by radio, to lay out its aerial and pair its remote, min. Common practice.
const BOX_MIN: f64 = 12.0;

/// To mount a timer or cut-off, min. Common practice.
const MODULE_MIN: f64 = 6.0;

/// What is mounted beside the lamps, with its minutes: modules by their own names.
fn mounted(hosts: &BTreeSet<Host>, switching: Option<&Switching>) -> Vec<(String, f64)> {
    let is_boxed = switching.is_some_and(|s| s.kind == ControlKind::Controller);
    let is_module = |host: &Host| match host {
        Host::Relay(_, r) => {
            switching.and_then(|s| s.relays.get(*r)).is_some_and(|r| r.role.is_module())
        }
        _ => false,
    };
    let (modules, others): (Vec<&Host>, Vec<&Host>) = hosts.iter().partition(|h| is_module(h));
    let plain = HARDWARE.iter().filter_map(|(is, name, minutes)| {
        let host = others.iter().find(|h| is(h))?;
        Some(match host {
            Host::Switch(..) if is_boxed => (say::controller_box().to_owned(), BOX_MIN),
            _ => (name().to_owned(), *minutes),
        })
    });
    let named = modules.iter().filter_map(|host| match host {
        Host::Relay(_, r) => Some((part_names::relay_as_set(switching, *r), MODULE_MIN)),
        _ => None,
    });
    plain.chain(named).collect()
}

/// What the wires of a circuit end at.
pub(super) fn hosts(answers: &Answers, circuit: &CircuitId) -> BTreeSet<Host> {
    let own = answers.cuts.iter().filter(|c| c.circuit == *circuit);
    own.flat_map(|c| [c.from_end.host(), c.to_end.host()]).collect()
}
