//! What is changed of vehicles, kits, recalls, habits and stock past the program shows when the history is looked through.

use crate::Store;
use jiff::{SignedDuration, Timestamp};
use jovek_core::job::{FleetVehicle, Job, MayDiffer, Shop};
use jovek_core::stock::{Reserved, StockLine, StockUnit};
use jovek_core::work::bays::Workshop;
use rusqlite::Connection;

/// A shop in which each kind of thing was made, changed and, where it can be, removed.
fn worked_in(store: &Store) -> i64 {
    let job = Job::starter("51");
    let id = store.create(&job, "Ada").unwrap();
    let kit = store.add_kit("Twelve", (id, &job), &[], "Ada").unwrap();
    store.set_may_differ(kit, &[MayDiffer::Lengths], "Bo").unwrap();
    store.issue_kit(kit, &job, "Bo").unwrap();
    let gone = FleetVehicle { unit: "99".into(), ..Default::default() };
    let gone = store.put_vehicle(None, &gone, "Bo").unwrap();
    store.forget_vehicle(gone, "Bo").unwrap();
    let recall = store.add_recall(("Relays", "lot 7"), &[id], "Cy").unwrap();
    store.mark_recalled((recall, id), true, "changed", "Cy").unwrap();
    store.set_shop(&Shop { hourly_rate: Some(60.0), ..Shop::default() }, "Ada").unwrap();
    let fuse = StockLine {
        part: "fuse 5 A".into(),
        held: 3.0,
        price: None,
        unit: StockUnit::AsListed,
        pack: None,
    };
    store.take_stock(&[fuse], "Ada").unwrap();
    let kept = Reserved::from([("fuse 5 A".to_owned(), 2.0)]);
    store.reserve(kit, &kept, "Ada").unwrap();
    assert_eq!(store.reserved(None).unwrap(), kept);
    assert!(store.reserved(Some(kit)).unwrap().is_empty());
    store.set_workshop(&Workshop { bays: 3, ..Workshop::default() }, "Ada").unwrap();
    id
}

#[test]
fn every_change_has_its_entry_and_what_is_as_it_was_has_none() {
    let store = Store::in_memory().unwrap();
    worked_in(&store);
    let before = store.verify().unwrap();
    assert_eq!(before.flaws, []);
    store.set_shop(&Shop { hourly_rate: Some(60.0), ..Shop::default() }, "Ada").unwrap();
    assert_eq!(store.verify().unwrap().entries, before.entries);
    store.clear_stock("Ada").unwrap();
    let after = store.verify().unwrap();
    assert_eq!((after.entries, after.flaws), (before.entries + 1, vec![]));
}

#[test]
fn what_is_changed_past_the_program_is_named() {
    let folder = tempfile::tempdir().unwrap();
    for (k, (sql, place)) in [
        ("UPDATE vehicle SET body = json_set(body, '$.plate', 'X') WHERE id = 1", "vehicle 1"),
        ("DELETE FROM job; DELETE FROM vehicle", "vehicle 1"),
        ("INSERT INTO vehicle (unit_key, sort_key, said, body) VALUES ('7', '7', '7', '{\"unit\":\"7\"}')", "vehicle 3"),
        ("UPDATE kit SET may_differ = '[]'", "kit 1"),
        ("DELETE FROM kit_issue WHERE issue = 1", "kit 1"),
        ("UPDATE recall_job SET done_at = NULL, done_by = NULL", "recall 1"),
        ("UPDATE shop SET habits = json_set(habits, '$.hourly_rate', 20)", "habits 1"),
        ("DELETE FROM shop", "habits 1"),
        ("UPDATE stock SET held = 300", "stock 1"),
        ("DELETE FROM stock", "stock 1"),
        ("UPDATE stock SET pack = 50", "stock 1"),
        ("UPDATE reservation SET quantity = 9", "kit 1"),
        ("DELETE FROM reservation", "kit 1"),
        ("UPDATE workshop SET body = json_set(body, '$.bays', 9)", "workshop 1"),
    ]
    .into_iter()
    .enumerate()
    {
        let path = folder.path().join(format!("{k}.db"));
        worked_in(&Store::open(&path).unwrap());
        let db = Connection::open(&path).unwrap();
        db.execute_batch(&format!("PRAGMA foreign_keys = OFF; {sql}")).unwrap();
        drop(db);
        let flaws = Store::open(&path).unwrap().verify().unwrap().flaws;
        assert!(flaws.iter().any(|f| f.place == place), "{sql}: {flaws:?}");
    }
}

/// Deleted jobs leave their recalls when they go for good; that is no flaw.
#[test]
fn a_recall_loses_jobs_that_went_for_good() {
    let store = Store::in_memory().unwrap();
    let id = worked_in(&store);
    store.delete(id, "Ada").unwrap();
    let later = Timestamp::now() + SignedDuration::from_hours(24 * (crate::KEPT_DAYS + 1));
    assert_eq!(store.purge(later).unwrap(), 1);
    assert_eq!(store.verify().unwrap().flaws, []);
}

/// A file from before its things had entries takes them in once.
#[test]
fn a_file_without_entries_of_things_gets_them_once() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    worked_in(&Store::open(&path).unwrap());
    let db = Connection::open(&path).unwrap();
    db.execute_batch(
        "DROP TRIGGER history_is_kept; DELETE FROM history WHERE job_id = 0;
         DROP TABLE workshop; DROP TABLE reservation; ALTER TABLE stock DROP COLUMN pack;
         DROP TABLE session; DROP TABLE invitation; DROP TABLE person;
         DROP INDEX history_of_thing; PRAGMA user_version = 13;",
    )
    .unwrap();
    drop(db);
    let taken = Store::open(&path).unwrap().verify().unwrap();
    // The chain itself was broken by hand here: only of things nothing is wrong.
    let of_things = |place: &str| {
        ["vehicle", "kit", "recall", "habits", "stock", "workshop"]
            .iter()
            .any(|t| place.starts_with(t))
    };
    assert!(!taken.flaws.iter().any(|f| of_things(&f.place)), "{:?}", taken.flaws);
    let again = Store::open(&path).unwrap().verify().unwrap();
    assert_eq!(again.entries, taken.entries);
}
