//! Lamps in the place of others, on the factory's own plugs: trim off, unplug, plug in, light it before it is mounted,
//! mount, trim on.

use super::held;
use super::steps::{Maker, Step, points_somewhere};
use super::stuck;
use jovek_job::{CircuitId, Job, LampCircuit, LampCondition, Light};
use jovek_phrases::work as say;

/// To free a lamp of its trim and take it off, min each. Common practice.
const OFF_MIN: f64 = 8.0;
/// To plug one in and light it where it hangs, min each. Common practice.
const PLUG_MIN: f64 = 2.0;
/// To set one into the place and bracket of the old one, min each. Common practice.
const SET_MIN: f64 = 8.0;
/// To close its trim again, min each. Common practice.
const CLOSE_MIN: f64 = 4.0;
/// To clean contacts or renew a pin, min each. Common practice.
const CURE_MIN: f64 = 10.0;

/// What changes places together: the lamps of a circuit, or a housing with several functions.
pub(super) struct Change<'a> {
    /// Last part of the ids of its steps.
    pub id: String,
    /// Its circuit; none for a housing of several.
    pub circuit: Option<CircuitId>,
    /// What it is called.
    pub name: &'a str,
    /// How many there are.
    pub count: f64,
    /// Its lights.
    pub lights: Vec<&'a Light>,
}

/// The lamps of a circuit that are lamps by themselves.
fn of_circuit<'a>(job: &Job, fact: &'a LampCircuit) -> Change<'a> {
    let lights: Vec<&Light> = fact.fitted().filter(|l| job.by_itself(l) > 0).collect();
    Change {
        id: fact.id.0.clone(),
        circuit: Some(fact.id.clone()),
        name: &fact.name,
        count: lights.iter().map(|l| f64::from(job.by_itself(l))).sum(),
        lights,
    }
}

/// The steps of one such circuit.
pub(super) fn circuit(m: &mut Maker, fact: &LampCircuit) {
    change(m, &of_circuit(m.job, fact));
}

/// The steps of what changes places.
pub(super) fn change(m: &mut Maker, change: &Change) {
    let (name, count) = (change.name, change.count);
    let own = |s: &mut Step| s.circuit = change.circuit.clone();
    let step_id = |what: &str| format!("{what}.{}", change.id);
    if count == 0.0 {
        return;
    }
    let is_one = count < 1.5;
    let (lamp, lamps) =
        if is_one { (say::lamp(), say::the_lamp()) } else { (say::lamps(), say::the_lamps()) };

    let off = step_id("off");
    let step = m.step(&off, say::trim_off_unplug_old_off(&name, &lamp), OFF_MIN * count);
    own(step);
    step.tool = say::trim_tools_box_for_clips_tape().into();
    step.how =
        vec![say::key_and_lamps_off_nothing().into(), say::release_from_inside_first_tape().into()];
    let mut kept: Vec<String> = change.lights.iter().filter_map(|l| kept(l)).collect();
    kept.dedup();
    step.how.extend(kept);
    m.after(&off, &["before", "chock", "battery-off"]);
    m.after_probes(&off);

    let cure = step_id("cure");
    let mut cures: Vec<_> = change.lights.iter().filter_map(|l| cured(l)).collect();
    cures.dedup();
    for (old, how) in cures {
        let minutes = CURE_MIN * count;
        let step = m.step(&cure, format!("{name}: {old}"), minutes);
        own(step);
        step.how = how.iter().map(|h| (*h).to_owned()).collect();
        m.after(&cure, &[&off]);
    }

    let plug = step_id("plug");
    let what = say::plug_in_light_before_mounting(&name, &lamps);
    let step = m.step(&plug, what, PLUG_MIN * count);
    own(step);
    step.how = vec![
        say::each_clicks_function_on_lit().into(),
        say::dark_on_a_live_plug_turn().into(),
        say::a_message_on_the_dash().into(),
    ];
    m.after(&plug, &["bench", &off, &cure]);

    let mount = step_id("mount");
    let units = m.job.shop.units;
    let step = m.step(&mount, say::mount(&name, &lamps), SET_MIN * count);
    own(step);
    let is_aimed = change.lights.iter().any(|l| points_somewhere(l));
    let (sides, tight) = match (is_one, is_aimed) {
        (true, true) => {
            (say::old_bracket_and_clips_spacers_stay(), say::finger_tight_until_aimed())
        }
        (true, false) => {
            (say::old_bracket_and_clips_spacers_stay(), say::tight_plastic_studs_gently())
        }
        (false, true) => {
            (say::left_and_right_differ_old_brackets(), say::finger_tight_until_aimed())
        }
        (false, false) => {
            (say::left_and_right_differ_old_brackets(), say::tight_plastic_studs_gently())
        }
    };
    let nuts = match change.lights.iter().any(|l| held::is_screwed(l)) {
        true => say::nuts_the_lead_lies_free(&tight),
        false => say::the_lead_lies_free_of_edges().to_owned(),
    };
    step.how = vec![sides.into(), nuts];
    if stuck::cure_min(change.lights.iter().copied()).is_some() {
        step.how = stuck::how(change.lights.iter().copied());
    }
    step.how.extend(held::how(change.lights.iter().copied(), units));
    step.cautions.extend(held::caution(change.lights.iter().copied()));
    m.after(&mount, &[&plug]);
}

/// What closes the vehicle over such lamps, once they are proven and aimed.
pub(super) fn close(m: &mut Maker, fact: &LampCircuit, before: &[&str]) {
    close_change(m, &of_circuit(m.job, fact), before);
}

/// What closes the vehicle over what changed places; the id of that step.
pub(super) fn close_change(m: &mut Maker, change: &Change, before: &[&str]) -> String {
    let on = format!("on.{}", change.id);
    if change.count > 0.0 {
        let what = say::trim_on(&change.name);
        let step = m.step(&on, what, CLOSE_MIN * change.count);
        step.circuit = change.circuit.clone();
        step.how = vec![say::new_clips_for_broken_ones_lit().into()];
        m.after(&on, before);
        let mount = format!("mount.{}", change.id);
        m.after(&on, &[&mount]);
        if let Some(rest_min) = stuck::cure_min(change.lights.iter().copied()) {
            m.rests(&on, &[(&mount, rest_min)]);
        }
    }
    on
}

/// Where the old lamps go.
fn kept(light: &Light) -> Option<String> {
    let old = light.replaces.as_ref()?;
    let at = match old.kept_at.trim() {
        "" => say::keep_them_with_the_vehicle_papers().to_owned(),
        place => say::keep_them_at_left_and_right(&place),
    };
    Some(format!("{}: {at}", old.name))
}

/// What the old lamp's contacts ask for before a new one goes on.
fn cured(light: &Light) -> Option<(&'static str, [&'static str; 2])> {
    match light.replaces.as_ref()?.condition {
        LampCondition::Corroded => Some((
            say::clean_the_plug_contacts(),
            [
                say::clean_the_contacts_bright_neutralise_rinse(),
                say::dielectric_grease_back_sealed(),
            ],
        )),
        LampCondition::Melted => Some((
            say::renew_the_plug_contacts(),
            [say::a_loose_contact_arced_new_contacts(), say::tug_each_look_how_far()],
        )),
        LampCondition::Broken => Some((
            say::dry_the_plug_and_its_lead(),
            [say::water_came_in_blow_dry_look(), say::dielectric_grease_in_the_plug()],
        )),
        LampCondition::Sound | LampCondition::Dim | LampCondition::Dead => None,
    }
}
