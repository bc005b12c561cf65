//! A lamp that is on the vehicle already and stays: it counts in every current, and is neither bought nor mounted.

use crate::common::bench::{job as bench, wire};
use jovek_core::answers::{Answers, assess};
use jovek_core::job::{
    FactoryId, Feed, Job, LightId, LightKind, OldLamp, Signal, VehicleSide, Wish,
};
use jovek_core::plan::study::study;
use jovek_core::work::steps;

fn lamps_on_list(answers: &Answers) -> f64 {
    let lamps = answers.parts.iter().filter(|p| p.group == "lights");
    lamps.map(|p| p.quantity).sum()
}

fn has_step(job: &Job, id: &str) -> bool {
    let answers = assess(job);
    steps(job, &study(job), &answers).iter().any(|s| s.id.0 == id)
}

/// Two work lamps on a switch, a third that hung there before: the wire carries three, two are bought and mounted.
#[test]
fn a_third_lamp_hangs_on_the_new_wire() {
    let mut job = Job::starter("X1");
    let mut third = job.circuits[0].lights[0].clone();
    (third.id, third.name, third.count) = (LightId::from("old"), "Old work lamp".into(), 1);
    job.circuits[0].lights.push(third);
    let bought = assess(&job);
    job.circuits[0].lights[1].stays = true;
    let stays = assess(&job);
    assert_eq!((lamps_on_list(&bought), lamps_on_list(&stays)), (3.0, 2.0));
    assert!(stays.parts.iter().all(|p| p.part != "Old work lamp"));
    // Wires, fuse and currents are those of three lamps.
    assert_eq!(bought.cuts, stays.cuts);
    let current_a = |of: &Answers| of.circuits[0].volt_lines[0].current_a;
    assert_eq!(current_a(&bought), current_a(&stays));
    let mount = format!("mount.{}", job.circuits[0].id);
    assert!(has_step(&job, &mount));
    // Where all of them stay nothing is mounted, but wired.
    job.circuits[0].lights[0].stays = true;
    assert!(!has_step(&job, &mount) && has_step(&job, &format!("plug.{}", job.circuits[0].id)));
}

/// One fog lamp of two is renewed: what was read on the wire, 8.6 A, was both of 55 W at 12.8 V; nothing else is left on
/// it, and the one that stays draws what it drew.
#[test]
fn the_other_one_of_a_pair_stays_on_its_plug() {
    let mut job = bench(&[], Wish::With(Signal::Fog), None);
    let mut fog = wire("fog", Signal::Fog, VehicleSide::Own);
    fog.existing_a = Some(8.6);
    job.factory.push(fog);
    let circuit = &mut job.circuits[0];
    circuit.feed = Some(Feed::Plug { factory: FactoryId::from("fog") });
    let light = &mut circuit.lights[0];
    (light.count, light.label_w) = (1, Some(18.0));
    let mut other = light.clone();
    light.replaces = Some(OldLamp { label_w: Some(55.0), ..OldLamp::default() });
    (other.id, other.name, other.label_w) =
        (LightId::from("other"), "Halogen fog lamp".into(), Some(55.0));
    (other.draws, other.stays) = (LightKind::Incandescent {}, true);
    circuit.lights.push(other);
    let whole = study(&job);
    assert!(whole.factory[0].existing_a < 0.2, "{} A", whole.factory[0].existing_a);
    let answers = assess(&job);
    // 18 W of LED and some 4.3 A of halogen.
    let current_a = answers.circuits[0].volt_lines[0].current_a;
    assert!((5.0..6.5).contains(&current_a), "{current_a} A");
    assert_eq!(lamps_on_list(&answers), 1.0);
    // A lamp cannot stay and come off.
    job.circuits[0].lights[0].stays = true;
    let refused = Job::read(&job.write()).unwrap_err().to_string();
    assert!(refused.contains("lights[0].stays"), "{refused}");
}
