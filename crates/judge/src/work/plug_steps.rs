//! Lamps in the place of others, on the factory's own plugs: trim off, unplug, plug in, light it before it is mounted,
//! mount, trim on.

use super::held;
use super::steps::{Maker, Step, points_somewhere};
use super::stuck;
use jovek_job::{CircuitId, Job, LampCircuit, LampCondition, Light};

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
    let (lamp, lamps) = if is_one { ("lamp", "the lamp") } else { ("lamps", "the lamps") };

    let off = step_id("off");
    let step = m.step(&off, format!("{name}: trim off, unplug, old {lamp} off"), OFF_MIN * count);
    own(step);
    step.tool = "trim tools, box for clips, tape".into();
    step.how = vec![
        "key and lamps off; nothing is live while it is unplugged".into(),
        "release from inside first; tape on paint; a photo of bracket and screws as they were"
            .into(),
    ];
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
    let what = format!("{name}: plug in {lamps}, light before mounting");
    let step = m.step(&plug, what, PLUG_MIN * count);
    own(step);
    step.how = vec![
        "each clicks; function on: lit, and nothing else lights or blinks".into(),
        "dark on a live plug: turn the plug, or swap its two pins; write down which".into(),
        "a message on the dash, or a fast flasher: see what Feed says of the module".into(),
    ];
    m.after(&plug, &["bench", &off, &cure]);

    let mount = step_id("mount");
    let units = m.job.shop.units;
    let step = m.step(&mount, format!("{name}: mount {lamps}"), SET_MIN * count);
    own(step);
    let is_aimed = change.lights.iter().any(|l| points_somewhere(l));
    let (sides, tight) = match (is_one, is_aimed) {
        (true, true) => ("old bracket and clips; spacers stay", "finger-tight until aimed"),
        (true, false) => ("old bracket and clips; spacers stay", "tight, plastic studs gently"),
        (false, true) => ("left and right differ; old brackets", "finger-tight until aimed"),
        (false, false) => ("left and right differ; old brackets", "tight, plastic studs gently"),
    };
    let nuts = match change.lights.iter().any(|l| held::is_screwed(l)) {
        true => format!("nuts {tight}; the lead lies free of edges and heat"),
        false => "the lead lies free of edges and heat".to_owned(),
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
        let what = format!("{}: trim on", change.name);
        let step = m.step(&on, what, CLOSE_MIN * change.count);
        step.circuit = change.circuit.clone();
        step.how = vec!["new clips for broken ones; lit once more when it is closed".into()];
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
        "" => "keep them with the vehicle's papers, left and right marked".to_owned(),
        place => format!("keep them at {place}, left and right marked"),
    };
    Some(format!("{}: {at}", old.name))
}

/// What the old lamp's contacts ask for before a new one goes on.
fn cured(light: &Light) -> Option<(&'static str, [&'static str; 2])> {
    match light.replaces.as_ref()?.condition {
        LampCondition::Corroded => Some((
            "clean the plug's contacts",
            [
                "clean the contacts bright, neutralise, rinse, dry; bend for grip",
                "dielectric grease; back sealed with the wires hanging down",
            ],
        )),
        LampCondition::Melted => Some((
            "renew the plug's contacts",
            [
                "a loose contact arced: new contacts or a new plug with its own pigtail",
                "tug each; look how far the heat went back along the wire",
            ],
        )),
        LampCondition::Broken => Some((
            "dry the plug and its lead",
            ["water came in: blow dry, look along the lead", "dielectric grease in the plug"],
        )),
        LampCondition::Sound | LampCondition::Dim | LampCondition::Dead => None,
    }
}
