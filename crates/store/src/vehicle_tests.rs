//! Vehicles and their jobs.

use crate::{Store, StoreError};
use jovek_core::job::{FleetVehicle, Job};

fn of_unit(unit: &str) -> Job {
    Job::starter(unit)
}

fn named(unit: &str) -> FleetVehicle {
    FleetVehicle { unit: unit.into(), ..FleetVehicle::default() }
}

#[test]
fn jobs_of_one_unit_are_of_one_vehicle() {
    let store = Store::in_memory().unwrap();
    let first = store.create(&of_unit("T3"), "J. Marsh").unwrap();
    let second = store.create(&of_unit(" t3"), "J. Marsh").unwrap();
    store.create(&of_unit(""), "J. Marsh").unwrap();
    let page = store.vehicles("", 0, 50).unwrap();
    assert_eq!((page.found, page.rows[0].jobs), (1, 2), "no unit is no vehicle");
    let of = store.jobs_of(page.rows[0].id).unwrap();
    let ids: Vec<i64> = of.into_iter().filter_map(|l| l.job()).map(|j| j.id).collect();
    assert_eq!(ids, [second, first]);
    store.delete(second, "J. Marsh").unwrap();
    assert_eq!(store.vehicles("", 0, 50).unwrap().rows[0].jobs, 1);
}

#[test]
fn a_vehicle_keeps_its_jobs_when_it_is_called_otherwise() {
    let store = Store::in_memory().unwrap();
    let job = store.create(&of_unit("51"), "J. Marsh").unwrap();
    let id = store.vehicles("51", 0, 50).unwrap().rows[0].id;
    store
        .put_vehicle(Some(id), &FleetVehicle { plate: "HL 51".into(), ..named("151") }, "Ada")
        .unwrap();
    // The job still says 51: as long as it says nothing else it stays.
    let mut changed = store.get(job).unwrap().job;
    changed.title = "Fog lamps".into();
    store.save(job, 1, &changed, "J. Marsh").unwrap();
    assert_eq!(store.jobs_of(id).unwrap().len(), 1);
    // It moves when it says another unit itself.
    changed.unit = "52".into();
    store.save(job, 2, &changed, "J. Marsh").unwrap();
    assert_eq!(store.jobs_of(id).unwrap().len(), 0);
    let other = store.vehicles("52", 0, 50).unwrap().rows[0].clone();
    assert_eq!(other.jobs, 1);
    // Undo brings the unit back, and there is none of that name any more: a new vehicle.
    store.undo(job, 3, "J. Marsh").unwrap();
    assert_eq!(store.vehicles("", 0, 50).unwrap().found, 3);
}

#[test]
fn a_unit_is_one_vehicle_and_one_with_jobs_stays() {
    let store = Store::in_memory().unwrap();
    store.create(&of_unit("14"), "J. Marsh").unwrap();
    let id = store.vehicles("14", 0, 50).unwrap().rows[0].id;
    let taken = store.put_vehicle(None, &named("14"), "Ada");
    assert!(matches!(taken, Err(StoreError::UnitTaken { .. })));
    let kept = store.forget_vehicle(id, "Ada");
    assert!(matches!(kept, Err(StoreError::VehicleHasJobs { jobs: 1 })));
    let lone = store.put_vehicle(None, &named("15"), "Ada").unwrap();
    assert!(matches!(
        store.put_vehicle(Some(lone), &named("14"), "Ada"),
        Err(StoreError::UnitTaken { .. })
    ));
    store.forget_vehicle(lone, "Ada").unwrap();
    assert!(matches!(store.vehicle(lone), Err(StoreError::NoVehicle { .. })));
    assert!(matches!(
        store.put_vehicle(Some(lone), &named("16"), "Ada"),
        Err(StoreError::NoVehicle { .. })
    ));
}

#[test]
fn vehicles_are_found_by_any_of_their_words_and_paged() {
    let store = Store::in_memory().unwrap();
    let fleet: Vec<FleetVehicle> = (1..=120)
        .map(|k| FleetVehicle {
            depot: if k % 2 == 0 { "Halt Lane".into() } else { "Sedgewater".into() },
            options: vec![format!("option {}", k % 3)],
            ..named(&k.to_string())
        })
        .collect();
    store.take_vehicles(&fleet, "Ada").unwrap();
    store.take_vehicles(&fleet, "Ada").unwrap();
    let page = store.vehicles("LANE option", 50, 50).unwrap();
    assert_eq!((page.found, page.rows.len()), (60, 10));
    let units: Vec<&str> = page.rows.iter().map(|r| r.vehicle.unit.as_str()).collect();
    assert_eq!(units[..3], ["102", "104", "106"], "as people count");
    assert_eq!(store.vehicles("lane sedgewater", 0, 50).unwrap().found, 0);
}

#[test]
fn a_file_without_vehicles_gets_them() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jobs.db");
    let store = Store::open(&path).unwrap();
    let job = store.create(&of_unit("40"), "J. Marsh").unwrap();
    drop(store);
    let db = rusqlite::Connection::open(&path).unwrap();
    db.execute_batch("UPDATE job SET vehicle_id = NULL; DELETE FROM vehicle;").unwrap();
    drop(db);
    let store = Store::open(&path).unwrap();
    let rows = store.vehicles("", 0, 50).unwrap().rows;
    assert_eq!((rows.len(), rows[0].vehicle.unit.as_str()), (1, "40"));
    assert_eq!(store.jobs_of(rows[0].id).unwrap().len(), 1);
    assert_eq!(store.get(job).unwrap().rev, 1, "nothing of the job changed");
}
