//! The steps of a job, made from its plan by rule, each with what must come before.

use crate::answers::Answers;
use crate::finding::FindingCode;
use crate::prove::Check;
use crate::rules::assumed::is_cut_by;
use crate::work::circuit_steps::{bundles, circuit, hosts};
use crate::work::stuck::cure_min;
use crate::work::supply_steps::{battery_off, battery_on, fuse_block, second_battery};
use crate::work::{housing_steps, plug_steps, retrofit, swaps};
use jovek_job::{
    CircuitId, FactoryKind, Hazard, Job, LampCircuit, LampPlace, LampRole, Light, Passage, PlaceId,
    StepId, Zone,
};
use jovek_phrases::work as say;
use jovek_plan::chain::Origin;
use jovek_plan::end::Host;
use jovek_plan::study::Assessment;
use jovek_plan::switching::Switching;
use serde::Serialize;
use utoipa::ToSchema;

/// Primer in a new hole dries before a bundle is pulled through, min. Common practice.
pub(super) const PRIMER_MIN: f64 = 30.0;

/// What must be done before a step.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct After {
    /// The step before.
    pub step: StepId,
    /// Minutes from its end on.
    pub rest_min: f64,
}

/// What a step closes: what is open then is told before it counts as done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Closes {
    /// Nothing.
    #[default]
    Nothing,
    /// Its circuit: it is live from here on, and read.
    Circuit,
}

/// A step.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Step {
    /// Its id, stable while the plan is the same.
    pub id: StepId,
    /// What is done.
    pub what: String,
    /// Its circuit; none where it is about the whole job.
    pub circuit: Option<CircuitId>,
    /// Where on the skeleton; none where it does not matter.
    pub place: Option<PlaceId>,
    /// Where, in words.
    pub place_text: String,
    /// With which tool; empty without one.
    pub tool: String,
    /// How it is done, line by line.
    pub how: Vec<String>,
    /// What can hurt here.
    pub cautions: Vec<&'static str>,
    /// How long it takes, min. Common practice.
    pub minutes: f64,
    /// What must be done before.
    pub after: Vec<After>,
    /// What it closes.
    pub closes: Closes,
}

/// Steps while they are made.
pub(super) struct Maker<'a> {
    pub(super) job: &'a Job,
    pub(super) answers: &'a Answers,
    out: Vec<Step>,
}

impl Maker<'_> {
    pub(super) fn step(&mut self, id: &str, what: impl Into<String>, minutes: f64) -> &mut Step {
        self.out.push(Step {
            id: StepId::from(id),
            what: what.into(),
            circuit: None,
            place: None,
            place_text: String::new(),
            tool: String::new(),
            how: Vec::new(),
            cautions: Vec::new(),
            minutes,
            after: Vec::new(),
            closes: Closes::Nothing,
        });
        let last = self.out.len() - 1;
        &mut self.out[last]
    }

    /// True where a hole is drilled for a bundle.
    pub(super) fn has_hole(&self) -> bool {
        self.out.iter().any(|s| s.id.0.starts_with("hole."))
    }

    fn has(&self, id: &str) -> bool {
        self.out.iter().any(|s| s.id.0 == id)
    }

    /// What must come before, as far as there is such a step.
    pub(super) fn after(&mut self, id: &str, before: &[&str]) {
        self.rests(id, &before.iter().map(|b| (*b, 0.0)).collect::<Vec<_>>());
    }

    pub(super) fn rests(&mut self, id: &str, before: &[(&str, f64)]) {
        let held: Vec<After> = before
            .iter()
            .filter(|(b, _)| *b != id && self.has(b))
            .map(|(b, rest_min)| After { step: StepId::from(*b), rest_min: *rest_min })
            .collect();
        if let Some(step) = self.out.iter_mut().find(|s| s.id.0 == id) {
            for after in held {
                match step.after.iter_mut().find(|a| a.step == after.step) {
                    Some(a) => a.rest_min = a.rest_min.max(after.rest_min),
                    None => step.after.push(after),
                }
            }
        }
    }

    /// After every factory wire that is used was probed.
    pub(super) fn after_probes(&mut self, id: &str) {
        let is_probe = |s: &&Step| s.id.0.starts_with("probe.");
        let probes: Vec<String> =
            self.out.iter().filter(is_probe).map(|s| s.id.0.clone()).collect();
        self.after(id, &probes.iter().map(String::as_str).collect::<Vec<_>>());
    }

    pub(super) fn at(&mut self, id: &str, place: &PlaceId) {
        let name = self
            .answers
            .route
            .as_ref()
            .and_then(|r| r.places.iter().find(|p| p.id == *place))
            .map(|p| p.name.clone());
        if let (Some(step), Some(name)) = (self.out.iter_mut().find(|s| s.id.0 == id), name) {
            step.place = Some(place.clone());
            step.place_text = name;
        }
    }
}

/// All steps of a job, each after what it needs, so far as the plan names it. None before there are lights.
pub fn steps(job: &Job, study: &Assessment, answers: &Answers) -> Vec<Step> {
    let has_lamps = study.circuits.iter().any(|c| !c.chain.lamps.is_empty());
    let has_work = swaps::any(&job.swaps)
        || study.charge.is_some()
        || !job.repairs.is_empty()
        || !job.record.coding.is_empty();
    if !has_lamps && !has_work {
        return Vec::new();
    }
    let mut m = Maker { job, answers, out: Vec::new() };
    let wired = has_wiring(job, study);
    begin(&mut m, study);
    cut(&mut m);
    if has_lamps {
        bench(&mut m, study);
    }
    if wired {
        battery_off(&mut m);
    }
    vehicle(&mut m);
    swaps::put_in(&mut m);
    bundles(&mut m);
    fuse_block(&mut m, study);
    second_battery(&mut m, study);
    housing_steps::mount(&mut m, study);
    for studied in &study.circuits {
        circuit(&mut m, study, studied.index);
    }
    housing_steps::wire(&mut m, study);
    retrofit::repairs(&mut m);
    close(&mut m, study, (has_lamps, wired));
    retrofit::codings(&mut m);
    retrofit::closed(&mut m);
    swaps::live(&mut m);
    m.out
}

impl Maker<'_> {
    /// True where wire of ours is laid, cut here or ready-made.
    pub(super) fn lays_wire(&self) -> bool {
        !self.answers.cuts.is_empty() || self.job.circuits.iter().any(|c| c.kit.is_some())
    }
}

/// True where wires are joined, plugs renewed or modules opened: not where lamps only change places on their own plugs.
fn has_wiring(job: &Job, study: &Assessment) -> bool {
    let only_plugs = study.circuits.iter().all(|c| c.chain.is_plug);
    !only_plugs
        || study.circuits.is_empty()
        || study.charge.is_some()
        || !job.repairs.is_empty()
        || !job.record.coding.is_empty()
}

/// Before anything is changed.
fn begin(m: &mut Maker, study: &Assessment) {
    let step = m.step("before", say::before_figures(), 10.0);
    step.tool = say::meter_lux_meter_camera().into();
    step.how = vec![say::battery_at_rest_current().into(), say::lux_at_a_marked_spot().into()];
    let mut taps: Vec<usize> = Vec::new();
    for c in &study.circuits {
        if let Origin::Factory { index, .. } = c.chain.origin {
            taps.push(index);
        }
        taps.extend(c.chain.switching.as_ref().map(Switching::taps).unwrap_or_default());
    }
    taps.sort_unstable();
    taps.dedup();
    let has_airbags = m.job.may_have_airbags();
    for factory in taps.into_iter().filter_map(|i| m.job.factory.get(i)) {
        let id = format!("probe.{}", factory.id);
        let is_position = factory.kind == FactoryKind::FusePosition;
        let is_plug = study.circuits.iter().any(
            |c| matches!(c.chain.origin, Origin::Factory { index, .. } if c.chain.is_plug && m.job.factory[index].id == factory.id),
        );
        let what = match is_position {
            _ if is_plug => say::probe_the_plugs(&factory.name),
            true => say::read_the_empty_fuse_position(&factory.name),
            false if factory.kind == FactoryKind::TrailerSocket => say::probe_the(&factory.name),
            false => say::probe_the_wire(&factory.name),
        };
        let step = m.step(&id, what, 6.0);
        step.tool = say::meter_on_the_range_above().into();
        step.how = match is_position {
            _ if is_plug => vec![
                say::function_on_about_battery_voltage_between().into(),
                say::function_off_about_0_v().into(),
                say::the_current_of_the_old_lamps().into(),
            ],
            true => vec![
                say::both_sides_key_on_and_key().into(),
                say::which_fuse_stands_before_the_row().into(),
            ],
            false => vec![
                say::work_the_function_about_battery_voltage().into(),
                say::three_to_10_v().into(),
            ],
        };
        step.cautions = vec![if has_airbags {
            say::orange_cables_and_airbag_wiring_trained()
        } else {
            say::orange_cables_trained_staff_only()
        }];
        if let Some(site) = &factory.site {
            let site = site.clone();
            m.at(&id, &site);
        }
        m.after(&id, &["before"]);
    }
}

/// True for a lamp that is turned until it points right: not one that glows, marks or signals, nor one in the cab.
pub(super) fn points_somewhere(light: &Light) -> bool {
    let beams = [LampRole::Headlamp, LampRole::Driving, LampRole::Fog, LampRole::Work];
    let throws = light.role.is_none_or(|role| beams.contains(&role));
    // A rear fog lamp is set square, no more.
    let is_rear_fog = light.role == Some(LampRole::Fog) && sits_at_the_rear(light);
    throws && !is_rear_fog && light.sits() != LampPlace::Cab && !light.is_held_by_adhesive()
}

/// True for a lamp at the rear of the vehicle.
pub(super) fn sits_at_the_rear(light: &Light) -> bool {
    matches!(light.sits(), LampPlace::Rear | LampPlace::RearLeft | LampPlace::RearRight)
}

/// The harness is cut on the bench, for lamps or for a battery.
fn cut(m: &mut Maker) {
    let wires = m.answers.cuts.len() as f64;
    if wires > 0.0 {
        let assumed = m.answers.assumptions.iter().filter(|a| is_cut_by(a)).count();
        let crimps: usize = m.answers.terminals.iter().map(|t| t.count).sum();
        let step =
            m.step("cut", say::cut_label_and_crimp_the_harness(), 1.5 * wires + crimps as f64);
        step.place_text = say::bench().into();
        step.tool = say::cutter_crimper_labels().into();
        if assumed > 0 {
            step.how.push(say::measure_first_figures_are_assumed(&assumed));
        }
        step.how.push(say::tug_each_crimp_sleeves_for_later().into());
    }
}

/// What needs no vehicle.
fn bench(m: &mut Maker, study: &Assessment) {
    let lights = || m.job.circuits.iter().flat_map(LampCircuit::fitted);
    // A housing with several functions is one lamp in the hand.
    let by_themselves: u32 = lights().map(|l| m.job.by_itself(l)).sum();
    let lamps = f64::from(by_themselves) + housing_steps::count(m, study) as f64;
    let with_pattern: u32 = lights().filter(|l| l.has_pattern_lead).map(|l| l.count).sum();
    let with_pattern = f64::from(with_pattern);
    let step = m.step(
        "bench",
        say::brackets_and_lamps_on_the_bench(),
        3.0 * lamps + PATTERN_MIN * with_pattern,
    );
    step.place_text = say::bench().into();
    step.tool = say::bench_supply_with_a_fuse().into();
    let which = if lamps > 1.0 { say::left_and_right_may_differ_one() } else { say::one_way_up() };
    step.how = vec![which.into(), say::dark_turn_the_plug_round_first().into()];
    if with_pattern > 0.0 {
        step.how.push(say::the_same_pattern_for_all().into());
        step.cautions.push(say::flashing_light_do_not_look_into());
    }
}

/// To set the pattern of a lamp and cap the lead, min. Common practice.
const PATTERN_MIN: f64 = 2.0;

/// Access, holes.
fn vehicle(m: &mut Maker) {
    let used = || m.answers.route.iter().flat_map(|r| &r.ways).filter(|w| w.wires > 0);
    let runs = |zone: Zone| {
        m.answers.route.is_none()
            && m.job.circuits.iter().any(|c| c.run.supply.iter().any(|s| s.zone == zone))
    };
    let is_below = used().any(|w| w.zone == Zone::Underbody) || runs(Zone::Underbody);
    let has_trims = used().any(|w| w.zone == Zone::Cab) || runs(Zone::Cab);
    let past_airbag = m.job.may_have_airbags()
        && (used().any(|w| w.hazards.contains(&Hazard::Airbag)) || runs(Zone::Cab));
    let holes: Vec<(String, String, PlaceId)> = used()
        .filter(|w| w.passage == Passage::NewHole)
        .map(|w| (w.id.0.clone(), w.name.clone(), w.to.clone()))
        .collect();
    let depin: Vec<String> = m
        .answers
        .findings
        .iter()
        .filter(|f| f.code == FindingCode::DePin)
        .map(|f| f.remedy.clone())
        .collect();
    if is_below {
        let step = m.step("chock", say::chock_lift_stands_exhaust_cold(), 12.0);
        step.cautions = vec![say::never_under_a_vehicle_without_stands(), say::hot_exhaust_burns()];
        m.after("chock", &["before"]);
    }
    if has_trims {
        let step = m.step("trims-off", say::trims_off_along_the_path(), 15.0);
        step.tool = say::trim_tools_box_for_clips().into();
        step.how = vec![say::release_from_inside_first_tape_on().into()];
        if past_airbag {
            step.cautions = vec![say::airbag_near()];
        }
        // Behind a trim may be an airbag: the battery is off before.
        m.after("trims-off", if past_airbag { &["before", "battery-off"] } else { &["before"] });
    }
    for (id, name, place) in holes {
        let id = format!("hole.{id}");
        let step = m.step(&id, say::hole(&name), 12.0);
        step.tool = say::step_drill_file_primer_grommet().into();
        step.how = vec![
            say::look_behind_measure_the_depth().into(),
            say::deburr_prime_grommet_seal().into(),
        ];
        step.cautions = vec![say::behind_a_panel_are_tanks_brake()];
        m.at(&id, &place);
        m.after(&id, &["battery-off", "chock", "trims-off"]);
    }
    if !depin.is_empty() {
        let step = m.step("de-pin", say::de_pin_plugs_that_do(), 6.0);
        step.how = depin;
        m.after("de-pin", &["cut"]);
    }
}

/// Battery on, tests, and only then what closes the vehicle.
fn close(m: &mut Maker, study: &Assessment, (has_lamps, wired): (bool, bool)) {
    let ids: Vec<String> =
        study.circuits.iter().map(|c| m.job.circuits[c.index].id.0.clone()).collect();
    let all: Vec<String> = m.out.iter().map(|s| s.id.0.clone()).collect();
    let live = ["before", "bench", "cut", "de-pin"];
    // A lamp on its own plug is lit before it is mounted: with the battery on.
    let is_lit_plugged = |s: &str| {
        s.strip_prefix("plug.")
            .is_some_and(|of| all.iter().any(|other| *other == format!("off.{of}")))
    };
    let electrical: Vec<&str> = all
        .iter()
        .map(String::as_str)
        .filter(|s| !live.contains(s) && !s.starts_with("mount.") && !s.starts_with("probe."))
        .filter(|s| !is_lit_plugged(s))
        .collect();
    if wired {
        battery_on(m, study, &electrical);
        for plug in all.iter().filter(|s| is_lit_plugged(s)) {
            m.after(plug, &["battery-on"]);
        }
    }
    for id in &ids {
        let of_circuit = |c: &&Check| c.is_short && c.circuit.as_ref().is_some_and(|c| c.0 == *id);
        let few: Vec<&Check> = m.answers.checks.iter().filter(of_circuit).collect();
        let readings = few.len();
        let minutes = 2.0 + few.iter().map(|c| c.seconds).sum::<f64>() / 60.0;
        let name = m
            .job
            .circuits
            .iter()
            .find(|c| c.id.0 == *id)
            .map_or_else(String::new, |c| c.name.clone());
        let has_kit = m.job.circuits.iter().any(|c| c.id.0 == *id && c.kit.is_some());
        let is_fused = has_kit
            || hosts(m.answers, &CircuitId(id.clone()))
                .iter()
                .any(|h| matches!(h, Host::Fuse(_) | Host::Adapter(_)));
        let fuse = if is_fused { say::fuse_in() } else { "" };
        let of_it = m.job.circuits.iter().filter(|c| c.id.0 == *id).flat_map(|c| &c.lights);
        let mixes = of_it.filter_map(|l| l.strip.as_ref()).any(|s| s.colours.is_some());
        let test = format!("test.{id}");
        let step = m.step(&test, say::readings(&name, &fuse, &readings), minutes.ceil());
        step.circuit = Some(CircuitId(id.clone()));
        step.closes = Closes::Circuit;
        step.tool = say::meter().into();
        step.how = vec![
            say::readings_under_prove_each().into(),
            say::does_anything_light_that_should().into(),
        ];
        if mixes {
            step.how.push(say::each_colour_by_itself_along().into());
        }
        m.after(&test, &["battery-on", &format!("plug.{id}")]);
        let index = m.job.circuits.iter().position(|c| c.id.0 == *id);
        let plugs = index.map_or_else(Vec::new, |c| housing_steps::plugs_of(m, study, c));
        m.after(&test, &plugs.iter().map(String::as_str).collect::<Vec<_>>());
    }
    let tests: Vec<String> = ids.iter().map(|id| format!("test.{id}")).collect();
    let tests: Vec<&str> = tests.iter().map(String::as_str).collect();
    let is_below = m.has("chock");
    if m.lays_wire() {
        let step = m.step("tidy", say::loom_clips_tight_slack_coiled(), 15.0);
        if is_below {
            step.cautions = vec![say::nothing_below_the_lowest_part()];
        }
        m.after("tidy", &["battery-on"]);
        m.after("tidy", &tests);
    }
    if m.has("trims-off") {
        m.step("trims-on", say::trims_back_new_clips_for_broken(), 15.0);
        m.after("trims-on", &["tidy", "battery-on"]);
        m.after("trims-on", &tests);
    }
    let stuck: Vec<(String, f64)> = m
        .job
        .circuits
        .iter()
        .filter_map(|c| Some((format!("mount.{}", c.id), cure_min(c.fitted())?)))
        .collect();
    let cured: Vec<(&str, f64)> = stuck.iter().map(|(s, min)| (s.as_str(), *min)).collect();
    m.rests("trims-on", &cured);
    let is_aimed = m.job.circuits.iter().flat_map(LampCircuit::fitted).any(points_somewhere);
    if has_lamps && is_aimed {
        m.step("aim", say::aim_tighten_mark(), 15.0).cautions =
            vec![say::driving_and_work_lamps_dazzle_off()];
        m.after("aim", &tests);
        let mounted: Vec<String> = ids.iter().map(|id| format!("mount.{id}")).collect();
        m.after("aim", &mounted.iter().map(String::as_str).collect::<Vec<_>>());
        m.rests("aim", &cured);
    }
    let on_plugs: Vec<&LampCircuit> = study
        .circuits
        .iter()
        .filter(|c| c.chain.is_plug)
        .filter_map(|c| m.job.circuits.get(c.index))
        .collect();
    for circuit in on_plugs {
        let test = format!("test.{}", circuit.id);
        plug_steps::close(m, circuit, &[&format!("mount.{}", circuit.id), &test, "aim"]);
    }
    let mut closed: Vec<String> = ids.iter().map(|id| format!("on.{id}")).collect();
    closed.extend(housing_steps::close(m, study));
    let closed: Vec<&str> = closed.iter().map(String::as_str).collect();
    let step = m.step("after", say::after_figures_and_hand_over(), if wired { 15.0 } else { 8.0 });
    step.how = vec![say::current_with_the_key_off().into(), say::what_each_switch_does().into()];
    m.after("after", &["tidy", "trims-on", "aim", "battery-on"]);
    m.after("after", &tests);
    m.after("after", &tests);
    m.after("after", &closed);
}
