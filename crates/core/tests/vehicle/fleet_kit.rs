//! A kit: laid onto a vehicle it is the same plan; what a vehicle has of its own stays when the kit changes.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::fleet::{differences, laid, pattern, plan, update, updated};
use jovek_core::job::{DiffersReason, FleetVehicle, Job, KitId, Mark, MayDiffer, StepId, StepMark};
use strum::IntoEnumIterator;

const KIT: (KitId, i64) = (KitId(1), 1);

fn demo(unit: &str) -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn vehicle(unit: &str) -> FleetVehicle {
    FleetVehicle { unit: unit.into(), model: "Corran C20".into(), ..FleetVehicle::default() }
}

fn every_point() -> Vec<MayDiffer> {
    MayDiffer::iter().collect()
}

#[test]
fn a_laid_kit_is_the_same_plan_on_another_vehicle() {
    for (_, job) in demo_jobs() {
        let kit = pattern(&job);
        let on = laid(&kit, &vehicle("81"), KIT);
        assert_eq!((on.unit.as_str(), on.vehicle.name.as_str()), ("81", "Corran C20"));
        assert!(on.readings.is_empty() && on.work.is_empty() && on.record.is_empty());
        assert_eq!(plan(&on), plan(&kit));
        assert!(differences(&kit, &on, &[]).is_empty());
        assert_eq!(Job::read(&on.write()).unwrap(), on, "it is a sound job");
        // Sizes follow from the plan: none is another one.
        let (kit, on) = (assess(&kit), assess(&on));
        let sizes = |a: &jovek_core::answers::Answers| {
            a.circuits.iter().map(|c| c.headline.clone()).collect::<Vec<_>>()
        };
        assert_eq!(sizes(&kit), sizes(&on));
    }
}

#[test]
fn a_length_may_differ_and_a_wish_needs_a_reason() {
    let kit = pattern(&demo("58"));
    let mut on = laid(&kit, &vehicle("81"), KIT);
    on.circuits[0].run.supply[0].length_m = Some(7.77);
    on.circuits[0].name = "Emblem, left".into();
    let found = differences(&kit, &on, &[MayDiffer::Lengths]);
    let id = on.circuits[0].id.clone();
    let at = |end: &str| {
        found.iter().find(|d| d.change.path == format!("circuits[{id}].{end}")).unwrap()
    };
    let (length, name) = (at("run.supply[0].length_m"), at("name"));
    assert_eq!((length.under, length.is_open), (Some(MayDiffer::Lengths), false));
    assert_eq!(length.change.after.as_deref(), Some("7.77 m"));
    assert!(name.is_open);
    on.follows.as_mut().unwrap().reasons =
        vec![DiffersReason { at: name.change.path.clone(), why: "no right one".into() }];
    let said = differences(&kit, &on, &[MayDiffer::Lengths]);
    assert!(said.iter().all(|d| !d.is_open) && said.iter().any(|d| d.why == "no right one"));
    assert!(
        differences(&kit, &on, &[]).iter().any(|d| d.is_open),
        "lengths need a reason too then"
    );
}

/// Entries are matched by their ids: order says nothing, and a circuit that an option would bring may be missing.
#[test]
fn circuits_are_known_by_their_ids() {
    let kit = pattern(&demo("14"));
    let mut on = laid(&kit, &vehicle("81"), KIT);
    on.circuits.reverse();
    assert!(differences(&kit, &on, &[]).is_empty());
    let gone = on.circuits.remove(0);
    let found = differences(&kit, &on, &[MayDiffer::Circuits]);
    let missing = found.iter().find(|d| d.change.path == format!("circuits[{}]", gone.id)).unwrap();
    assert_eq!((missing.under, missing.is_open), (Some(MayDiffer::Circuits), false));
}

#[test]
fn a_new_issue_keeps_what_the_vehicle_has_of_its_own() {
    let old = pattern(&demo("14"));
    let mut new = old.clone();
    new.circuits[0].lights[0].count = 4;
    new.circuits[1].name = "Beacon pair".into();
    new.circuits[1].lights[0].label_w = Some(33.0);
    let gone = new.circuits.pop().unwrap().id;
    let mut on = laid(&old, &vehicle("81"), KIT);
    on.circuits[1].name = "Roof beacons".into();
    on.circuits[0].run.supply[0].length_m = Some(0.11);
    let told = update((&old, &new), 2, &on);
    assert!(told.fitted.is_empty() && !told.is_signed);
    let kept: Vec<&str> = told.kept.iter().map(|c| c.path.as_str()).collect();
    assert_eq!(kept, [format!("circuits[{}].name", on.circuits[1].id)]);
    let next = updated((&old, &new), 2, &on, false).unwrap();
    assert_eq!(next.follows.as_ref().unwrap().issue, 2);
    assert_eq!(next.circuits[0].lights[0].count, 4);
    assert_eq!(next.circuits[1].name, "Roof beacons");
    assert_eq!(next.circuits[1].lights[0].label_w, Some(33.0));
    assert_eq!(next.circuits[0].run.supply[0].length_m, Some(0.11));
    assert!(!next.circuits.iter().any(|c| c.id == gone));
    assert_eq!((next.unit.as_str(), next.vehicle.name.as_str()), ("81", "Corran C20"));
    // One that had it so already has nothing to take and nothing of its own.
    let mut so_already = laid(&old, &vehicle("82"), KIT);
    so_already.circuits[1].name = "Beacon pair".into();
    let told = update((&old, &new), 2, &so_already);
    assert!(told.kept.is_empty(), "{:?}", told.kept);
    assert!(!told.changes.iter().any(|c| c.path.ends_with(".name")));
    // Taken once, there is nothing more to take.
    let again = update((&new, &new), 2, &next);
    assert!(again.changes.is_empty());
}

/// Nothing that is fitted is changed silently.
#[test]
fn what_somebody_has_worked_on_is_asked_about() {
    let old = pattern(&demo("14"));
    let mut new = old.clone();
    for circuit in &mut new.circuits {
        circuit.lights[0].label_w = Some(31.0);
    }
    let mut on = laid(&old, &vehicle("81"), KIT);
    let begun = on.circuits[0].id.clone();
    on.work.push(StepMark {
        step: StepId(format!("mount.{begun}")),
        mark: Mark::Done,
        at: "2026-12-01T09:00:00Z".into(),
        by: "Ines".into(),
        left_open: Vec::new(),
        why: String::new(),
    });
    let told = update((&old, &new), 2, &on);
    assert_eq!(told.changes.len(), on.circuits.len());
    assert_eq!(told.fitted.len(), 1);
    let left = updated((&old, &new), 2, &on, false).unwrap();
    assert_eq!(left.circuits[0], on.circuits[0]);
    assert_eq!(left.circuits[1].lights[0].label_w, Some(31.0));
    let again = updated((&old, &new), 2, &on, true).unwrap();
    assert_eq!(again.circuits[0].lights[0].label_w, Some(31.0));
    assert_eq!(again.work, on.work, "what was done stays in the record");
    // What it left differs from the new issue, and wants a reason.
    assert!(differences(&new, &left, &every_point()).iter().any(|d| d.is_open));
}

#[test]
fn a_signed_vehicle_is_told_of() {
    let job = demo("22");
    let old = pattern(&job);
    let mut new = old.clone();
    new.circuits[0].lights[0].count += 1;
    let mut on = job.clone();
    on.follows = laid(&old, &vehicle("22"), KIT).follows;
    let told = update((&old, &new), 2, &on);
    assert!(told.is_signed && !told.changes.is_empty());
}

/// What a difference does is told by sizes, parts and proof; what is the same says nothing.
#[test]
fn a_difference_tells_what_it_does() {
    use jovek_core::fleet::{Effects, Judged, effects};
    use jovek_core::proof::prove;
    let kit = pattern(&demo("14"));
    let judged = |job: &Job| (assess(job), prove(job, Vec::new()));
    let between = |a: &Job, b: &Job| {
        let ((answers, proof), (then, proven)) = (judged(a), judged(b));
        effects(
            Judged { answers: &answers, proof: &proof },
            Judged { answers: &then, proof: &proven },
        )
    };
    let on = laid(&kit, &vehicle("81"), KIT);
    assert_eq!(between(&kit, &on), Effects::default());
    let mut more = on.clone();
    more.circuits[0].lights[0].count *= 2;
    let told = between(&on, &more);
    let name = &more.circuits[0].name;
    assert!(told.sizes.iter().any(|s| s.starts_with(name.as_str())), "{told:?}");
    let lamp = |job: &Job| {
        let parts = assess(job).parts;
        let name = &job.circuits[0].lights[0].name;
        parts.into_iter().find(|p| p.part == *name).unwrap().quantity_text
    };
    let told_lamp =
        format!("{}: {} instead of {}", more.circuits[0].lights[0].name, lamp(&more), lamp(&on));
    assert!(told.parts.contains(&told_lamp), "{:?}", told.parts);
    // Lamps that no fuse and wire of the shelf carry are a Stop that the kit does not have; the way back takes it away.
    let mut hungry = on.clone();
    hungry.circuits[0].lights[0].label_w = Some(2_000.0);
    hungry.circuits[0].lights[0].measured = None;
    let (there, back) = (between(&on, &hungry), between(&hungry, &on));
    assert!(there.proof.iter().any(|p| p.starts_with("New: ")), "{there:?}");
    assert!(back.proof.iter().any(|p| p.starts_with("No longer: ")), "{back:?}");
}
