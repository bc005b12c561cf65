//! The history: every change has its entry, and every byte that is changed is found.

use crate::{Store, StoreError, Verified};
use jovek_core::job::{Job, Reading};
use jovek_core::record::Closing;
use proptest::prelude::*;
use rusqlite::Connection;
use std::path::Path;

/// A store with a job that was made, changed, signed, read on and opened, and a picture.
fn filled(path: &Path) -> Store {
    let store = Store::open(path).unwrap();
    let id = store.create(&signable(), "Ada").unwrap();
    let mut job = store.get(id).unwrap().job;
    job.title = "Bed lamps, both".into();
    store.save(id, 1, &job, "Ada").unwrap();
    store.add_picture(id, "Before-figures", "front.jpg", "Ada", &[1, 2, 3, 4, 5]).unwrap();
    store.sign(id, 2, "Ada", &closing()).unwrap();
    store
}

fn closing() -> Closing {
    Closing { why: "a test".into(), answers_for: String::new() }
}

fn signable() -> Job {
    Job::read(include_str!("../../../demo/unit-58.json")).unwrap()
}

fn verified(path: &Path) -> Verified {
    Store::open(path).unwrap().verify().unwrap()
}

/// Changes rows as somebody with the file in hand could: past the triggers too.
fn tampered(path: &Path, sql: &str) -> Verified {
    let db = Connection::open(path).unwrap();
    db.execute_batch("DROP TRIGGER history_stays; DROP TRIGGER history_is_kept;").unwrap();
    db.execute_batch(sql).unwrap();
    drop(db);
    verified(path)
}

#[test]
fn every_change_has_an_entry() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    let store = filled(&path);
    let what: Vec<String> = store.history(1).unwrap().into_iter().map(|e| e.what).collect();
    assert_eq!(what, ["signed", "picture", "saved", "saved"]);
    let found = store.verify().unwrap();
    // The vehicle that the unit named has one of its own.
    assert_eq!((found.entries, found.flaws.len()), (5, 0));
    assert_eq!(found.last.len(), 64);
}

#[test]
fn the_history_is_only_added_to() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    drop(filled(&path));
    let db = Connection::open(&path).unwrap();
    for sql in ["UPDATE history SET who = 'Ben'", "DELETE FROM history"] {
        let refused = db.execute_batch(sql).unwrap_err().to_string();
        assert!(refused.contains("only added to"), "{refused}");
    }
}

#[test]
fn whatever_is_changed_is_found() {
    let changes = [
        "UPDATE history SET who = 'Ben' WHERE id = 2",
        "UPDATE history SET at = '2026-01-01T00:00:00Z' WHERE id = 1",
        "UPDATE history SET what = 'saved' WHERE id = 5",
        "UPDATE history SET subject = 1 WHERE id = 3",
        "UPDATE history SET job_id = 7 WHERE id = 1",
        "UPDATE history SET content = replace(content, 'a', 'b') WHERE id = 2",
        "UPDATE history SET hash = iif(hash LIKE '0%', '1', '0') || substr(hash, 2) WHERE id = 5",
        "DELETE FROM history WHERE id = 1",
        "DELETE FROM history WHERE id = 3",
        "DELETE FROM history WHERE id = 4",
        "DELETE FROM history WHERE id = 5",
        "DELETE FROM history",
        "UPDATE revision SET body = replace(body, 'both', 'left') WHERE rev = 2",
        "UPDATE revision SET saved_by = 'Ben' WHERE rev = 3",
        "UPDATE revision SET saved_at = '2026-01-01T00:00:00Z' WHERE rev = 1",
        "DELETE FROM revision WHERE rev = 2",
        "INSERT INTO revision SELECT job_id, 9, body, saved_at, saved_by, NULL, NULL FROM revision WHERE rev = 1",
        "UPDATE job SET head = 2",
        "UPDATE picture SET bytes = x'0102030406'",
        "UPDATE picture SET who = 'Ben'",
        "UPDATE picture SET shows = 'After-figures'",
        "DELETE FROM picture",
    ];
    for sql in changes {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("jovek.db");
        drop(filled(&path));
        // With the whole chain gone there is none to hold against: it is begun anew when the file is opened, and
        // every entry says so.
        let found = tampered(&path, sql);
        if sql == "DELETE FROM history" {
            assert_ne!(found.last, "", "{sql}");
            let store = Store::open(&path).unwrap();
            assert!(store.history(1).unwrap().iter().all(|e| e.what == "taken over"));
            assert!(!found.flaws.is_empty(), "the picture stands in no entry");
        } else {
            assert!(!found.flaws.is_empty(), "not found: {sql}");
        }
    }
}

/// A file from before there was a history takes it in, and is sound from then on.
#[test]
fn an_older_file_is_taken_over() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    let store = Store::open(&path).unwrap();
    store.create(&Job::starter("14"), "Ada").unwrap();
    drop(store);
    let db = Connection::open(&path).unwrap();
    db.execute_batch(
        "DROP TABLE history; DROP TABLE picture;
         DROP TABLE workshop; DROP TABLE reservation; ALTER TABLE stock DROP COLUMN pack;
         DROP TABLE session; DROP TABLE invitation; DROP TABLE person; DROP INDEX IF EXISTS history_of_thing; DROP TABLE yard_row; DROP TABLE derived; ALTER TABLE stock DROP COLUMN unit; DROP TABLE owner_link; DROP TABLE recall_job; DROP TABLE recall;
         DROP TRIGGER said_of_job_out; DROP TABLE said; DROP TABLE said_line; DROP TABLE said_kind; ALTER TABLE job DROP COLUMN said_rev;
         DROP INDEX job_of_kit; ALTER TABLE job DROP COLUMN kit_id; DROP TABLE kit_issue; DROP TABLE kit;
         DROP INDEX job_of_vehicle; ALTER TABLE job DROP COLUMN vehicle_id; DROP TABLE vehicle;
         ALTER TABLE job DROP COLUMN aside_at; ALTER TABLE job DROP COLUMN deleted_at;
         PRAGMA user_version = 3;",
    )
    .unwrap();
    drop(db);
    let store = Store::open(&path).unwrap();
    assert_eq!(store.vehicles("14", 0, 50).unwrap().rows[0].jobs, 1);
    let mut job = store.get(1).unwrap().job;
    job.title = "More".into();
    store.save(1, 1, &job, "Ben").unwrap();
    let what: Vec<String> = store.history(1).unwrap().into_iter().map(|e| e.what).collect();
    assert_eq!(what, ["saved", "taken over"]);
    assert!(store.verify().unwrap().flaws.is_empty());
}

#[test]
fn a_signed_job_is_frozen_in_the_store() {
    let folder = tempfile::tempdir().unwrap();
    let store = filled(&folder.path().join("jovek.db"));
    let row = store.get(1).unwrap();
    let mut job = row.job.clone();
    job.title = "Something else".into();
    assert!(matches!(store.save(1, row.rev, &job, "Ada"), Err(StoreError::Frozen(_))));
    assert!(matches!(store.undo(1, row.rev, "Ada"), Err(StoreError::NothingToUndo)));
    let mut job = row.job.clone();
    job.readings.push(Reading {
        check: "battery.rest_v".into(),
        value: 12.5,
        at: "2026-04-02T15:00:00Z".into(),
        by: "Ben".into(),
    });
    let rev = store.save(1, row.rev, &job, "Ben").unwrap().rev;
    // Undo would take a reading back: it stays.
    assert!(matches!(store.undo(1, rev, "Ben"), Err(StoreError::Frozen(_))));
    assert!(matches!(store.reopen(1, rev, "Ben", " "), Err(StoreError::Frozen(_))));
    let open = store.reopen(1, rev, "Ben", "another lamp").unwrap();
    let mut job = open.job.clone();
    job.title = "Another lamp".into();
    assert!(store.save(1, open.rev, &job, "Ben").is_ok());
    assert!(matches!(store.sign(1, open.rev, "Ben", &closing()), Err(StoreError::Conflict { .. })));
    assert!(store.verify().unwrap().flaws.is_empty());
}

#[test]
fn pictures_are_kept_within_their_limits() {
    let folder = tempfile::tempdir().unwrap();
    let store = filled(&folder.path().join("jovek.db"));
    let large = vec![0u8; crate::MOST_PICTURE_BYTES + 1];
    assert!(matches!(
        store.add_picture(1, "", "", "Ada", &large),
        Err(StoreError::TooLarge { .. })
    ));
    assert!(matches!(store.add_picture(9, "", "", "Ada", &[1]), Err(StoreError::NoJob { id: 9 })));
    let list = store.pictures(1).unwrap();
    assert_eq!((list.len(), list[0].shows.as_str()), (1, "Before-figures"));
    assert_eq!(store.picture(list[0].id).unwrap().unwrap(), [1, 2, 3, 4, 5]);
    assert_eq!(store.picture(99).unwrap(), None);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, ..ProptestConfig::default() })]

    /// Any byte of any text of any entry, and of any revision.
    #[test]
    fn any_changed_byte_is_found(
        entry in 1i64..=4,
        column in prop::sample::select(vec!["at", "who", "what", "content", "hash"]),
        place in 0usize..64,
        to in 33u8..126,
    ) {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("jovek.db");
        drop(filled(&path));
        let db = Connection::open(&path).unwrap();
        db.execute_batch("DROP TRIGGER history_stays;").unwrap();
        let sql = format!("SELECT {column} FROM history WHERE id = {entry}");
        let text: String = db.query_row(&sql, [], |r| r.get(0)).unwrap();
        let at = place % text.len();
        prop_assume!(text.as_bytes()[at] != to);
        let mut changed = text.into_bytes();
        changed[at] = to;
        let changed = String::from_utf8(changed).unwrap();
        db.execute(&format!("UPDATE history SET {column} = ?1 WHERE id = {entry}"), [changed]).unwrap();
        drop(db);
        prop_assert!(!verified(&path).flaws.is_empty());
    }

    /// Any byte of a stored job.
    #[test]
    fn any_changed_byte_of_a_job_is_found(rev in 1i64..=3, place in 0usize..100_000, to in 33u8..126) {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("jovek.db");
        drop(filled(&path));
        let db = Connection::open(&path).unwrap();
        let sql = format!("SELECT body FROM revision WHERE rev = {rev}");
        let text: String = db.query_row(&sql, [], |r| r.get(0)).unwrap();
        let mut changed = text.into_bytes();
        let at = place % changed.len();
        prop_assume!(changed[at].is_ascii() && changed[at] != to);
        changed[at] = to;
        let changed = String::from_utf8_lossy(&changed).into_owned();
        db.execute(&format!("UPDATE revision SET body = ?1 WHERE rev = {rev}"), [changed]).unwrap();
        drop(db);
        prop_assert!(!verified(&path).flaws.is_empty());
    }
}
