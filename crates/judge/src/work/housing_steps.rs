//! Lamps of several functions in one housing: mounted once, grounded once, plugged once.

use super::circuit_steps::{PLUG_MIN, ground_words};
use super::held;
use super::plug_steps::{self, Change};
use super::steps::{Maker, points_somewhere};
use jovek_job::{Housing, Light, PlaceId};
use jovek_phrases::work as say;
use jovek_plan::end::{CircuitIx, End, Host, HousingIx};
use jovek_plan::housing::lamps_of;
use jovek_plan::study::Assessment;

/// To mount one on its bracket or in its rubber, min. Common practice.
const MOUNT_MIN: f64 = 15.0;
/// Each further lead in its plug, min. Common practice.
const PIN_MIN: f64 = 1.0;

/// A housing of the job, with what of it is fitted.
struct Fitted<'a> {
    index: usize,
    housing: &'a Housing,
    /// Lights in it that are fitted, each once.
    lights: Vec<&'a Light>,
    /// Its circuits, by index in the job.
    circuits: Vec<usize>,
    /// It sits on the factory's own plug.
    is_plug: bool,
}

/// Housings that are fitted: those with a planned lamp that does not stay.
fn fitted<'a>(m: &Maker<'a>, study: &Assessment) -> Vec<Fitted<'a>> {
    let job = m.job;
    let chain = |c: CircuitIx| study.circuits.iter().find(|s| s.chain.index == c).map(|s| &s.chain);
    let each = job.housings.iter().enumerate().map(|(index, housing)| {
        let mut of =
            Fitted { index, housing, lights: Vec::new(), circuits: Vec::new(), is_plug: true };
        for (lamp, _) in lamps_of(job, &housing.lamps) {
            let Some(chain) = chain(lamp.circuit) else { continue };
            let light = &job.circuits[lamp.circuit.0].lights[lamp.light];
            if !light.stays && !of.lights.iter().any(|l| l.id == light.id) {
                of.lights.push(light);
            }
            if !of.circuits.contains(&lamp.circuit.0) {
                of.circuits.push(lamp.circuit.0);
            }
            of.is_plug &= chain.is_plug;
        }
        of
    });
    each.filter(|of| !of.lights.is_empty()).collect()
}

impl Fitted<'_> {
    fn change(&self) -> Change<'_> {
        Change {
            id: format!("housing.{}", self.housing.id),
            circuit: None,
            name: &self.housing.name,
            count: 1.0,
            lights: self.lights.clone(),
        }
    }
}

/// How many housings are fitted.
pub(super) fn count(m: &Maker, study: &Assessment) -> usize {
    fitted(m, study).len()
}

fn mount_id(housing: &Housing) -> String {
    format!("mount.housing.{}", housing.id)
}

/// Mounts housings; those on the factory's own plug change places there.
pub(super) fn mount(m: &mut Maker, study: &Assessment) {
    for of in fitted(m, study) {
        if of.is_plug {
            plug_steps::change(m, &of.change());
            continue;
        }
        let id = mount_id(of.housing);
        let units = m.job.shop.units;
        let step = m.step(&id, say::mount_it(&of.housing.name), MOUNT_MIN);
        let tight = match of.lights.iter().any(|l| points_somewhere(l)) {
            true => say::finger_tight_screws_until_aimed(),
            false => say::screws_tight_not_so_that_plastic_bends(),
        };
        step.how = vec![
            say::level_the_right_way_up_left(&tight),
            say::the_cable_leaves_at_the_bottom().into(),
        ];
        step.how.extend(held::how(of.lights.iter().copied(), units));
        if let Some(place) = place_of(m, study, of.housing) {
            m.at(&id, &place);
        }
        m.after(&id, &["bench", "chock", "trims-off"]);
    }
}

/// Where a housing sits on the skeleton: where its first lamp does.
fn place_of(m: &Maker, study: &Assessment, housing: &Housing) -> Option<PlaceId> {
    let layout = study.layout.as_ref()?;
    let (lamp, _) = lamps_of(m.job, &housing.lamps).next()?;
    let lights = &m.job.circuits[lamp.circuit.0].lights[..lamp.light];
    let number = lights.iter().map(|l| l.count as usize).sum::<usize>() + lamp.number;
    let place = *layout.circuits.get(lamp.circuit.0)?.as_ref()?.lamps.get(number)?;
    Some(layout.graph.places[place].id.clone())
}

/// What of a circuit waits until its housings hang.
pub(super) fn mounts_of(m: &Maker, study: &Assessment, circuit: usize) -> Vec<String> {
    let own = fitted(m, study).into_iter().filter(|of| of.circuits.contains(&circuit));
    own.map(|of| mount_id(of.housing)).collect()
}

/// Plugs that a circuit must have before it is tried.
pub(super) fn plugs_of(m: &Maker, study: &Assessment, circuit: usize) -> Vec<String> {
    let own = fitted(m, study).into_iter().filter(|of| of.circuits.contains(&circuit));
    own.flat_map(|of| ["plug", "ground"].map(|what| format!("{what}.housing.{}", of.housing.id)))
        .collect()
}

/// Ground wires, joints and plugs of housings, once the wires of all circuits lie.
pub(super) fn wire(m: &mut Maker, study: &Assessment) {
    for of in fitted(m, study).into_iter().filter(|of| !of.is_plug) {
        let (name, id) = (&of.housing.name, &of.housing.id);
        let at = HousingIx(of.index);
        let pulls: Vec<String> = of
            .circuits
            .iter()
            .map(|c| format!("pull.{}", m.job.circuits[*c].id))
            .chain(["pull".to_owned(), mount_id(of.housing)])
            .collect();
        let pulls: Vec<&str> = pulls.iter().map(String::as_str).collect();
        let ground = study.grounds.iter().find(|g| g.at == at).and_then(|g| g.wire());
        if let Some((what, minutes, how)) = ground.and_then(|g| ground_words(g.end(at).host())) {
            let step_id = format!("ground.housing.{id}");
            let step = m.step(&step_id, format!("{name}: {what}"), minutes);
            step.how = vec![how.into(), say::it_carries_all_functions().into()];
            m.after(&step_id, &pulls);
        }
        let own = |end: End| matches!(end, End::Housing(housing, _) if housing == at);
        let joint = m.answers.joints.iter().find(|j| own(j.at)).map(|j| j.steps.clone());
        if let Some(how) = joint {
            let step_id = format!("join.housing.{id}");
            let step = m.step(&step_id, say::joint_of_the_ground(&name), 4.0);
            step.how = how;
            step.tool = say::crimper_or_iron_heat_gun().into();
            step.cautions = vec![say::heat_gun_and_soldering_iron_away()];
            m.after(&step_id, &pulls);
        }
        let plug = m.answers.connectors.iter().find(|c| c.of == Host::Housing(at));
        if let Some(pins) = plug.map(|c| c.cavities.iter().filter(|c| !c.is_blind).count()) {
            let step_id = format!("plug.housing.{id}");
            let minutes = PLUG_MIN + PIN_MIN * pins.saturating_sub(2) as f64;
            let step = m.step(&step_id, say::its_plug_pins(&name, &pins), minutes);
            step.how =
                vec![say::seals_on_each_pin().into(), say::ground_first_with_it_open_each().into()];
            m.after(&step_id, &pulls);
            m.after(&step_id, &[&format!("ground.housing.{id}")]);
        }
    }
}

/// What closes the vehicle over housings on the factory's plug.
pub(super) fn close(m: &mut Maker, study: &Assessment) -> Vec<String> {
    let mut out = Vec::new();
    for of in fitted(m, study).into_iter().filter(|of| of.is_plug) {
        let tests: Vec<String> =
            of.circuits.iter().map(|c| format!("test.{}", m.job.circuits[*c].id)).collect();
        let before: Vec<&str> = tests.iter().map(String::as_str).chain(["aim"]).collect();
        out.push(plug_steps::close_change(m, &of.change(), &before));
    }
    out
}
