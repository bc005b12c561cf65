//! Mishaps: what cannot be read, files that go away, writers that keep each other waiting, half copies.

use crate::{KEPT_DAYS, Listed, Standing, Store, StoreError, Unreadable};
use jiff::{SignedDuration, Timestamp};
use jovek_core::job::{CheckId, Job, Reading};
use std::fs;
use std::path::{Path, PathBuf};
use std::sync::Barrier;
use std::time::{Duration, Instant};

fn job(title: &str) -> Job {
    Job { title: title.into(), ..Job::starter("14") }
}

/// A job with so many readings.
fn with_readings(count: usize) -> Job {
    let reading = |k: usize| Reading {
        check: CheckId::from("battery.rest_v"),
        value: 12.0 + k as f64 * 1e-6,
        at: "2026-11-28T10:00:00Z".into(),
        by: "J. Marsh".into(),
    };
    Job { readings: (0..count).map(reading).collect(), ..job("many readings") }
}

fn file(folder: &tempfile::TempDir, name: &str) -> PathBuf {
    folder.path().join(name)
}

/// Runs SQL beside the program, as a mishap would.
fn damage(path: &Path, sql: &str) {
    let db = rusqlite::Connection::open(path).unwrap();
    db.execute_batch(sql).unwrap();
}

fn unreadable(store: &Store) -> Vec<Unreadable> {
    let of = |l: Listed| match l {
        Listed::Unreadable(u) => Some(u),
        Listed::Job(_) => None,
    };
    store.list().unwrap().into_iter().filter_map(of).collect()
}

#[test]
fn what_could_not_be_read_again_is_not_stored() {
    let store = Store::in_memory().unwrap();
    let id = store.create(&job("kept"), "Ada").unwrap();
    for count in [10_001, 22_000] {
        let refused = store.save(id, 1, &with_readings(count), "Ada").unwrap_err();
        assert!(matches!(refused, StoreError::Unstorable { .. }), "{refused}");
        assert!(refused.to_string().contains("Nothing was changed"), "{refused}");
        assert!(store.create(&with_readings(count), "Ada").is_err());
    }
    assert_eq!((store.get(id).unwrap().rev, store.list().unwrap().len()), (1, 1));
    assert_eq!(store.save(id, 1, &with_readings(5000), "Ada").unwrap().job.readings.len(), 5000);
}

/// Not UTF-8, of a newer program, larger than any job: each keeps its place, the others are read, the history is
/// looked at and names them, and they can be put out of the way.
#[test]
fn what_cannot_be_read_is_named_in_its_place() {
    let folder = tempfile::tempdir().unwrap();
    let path = file(&folder, "jovek.db");
    let store = Store::open(&path).unwrap();
    for title in ["sound", "bytes", "newer", "huge", "last"] {
        store.create(&job(title), "Ada").unwrap();
    }
    let huge = "x".repeat(2_100_000);
    damage(&path, "UPDATE revision SET body = CAST(x'7bff7d' AS TEXT) WHERE job_id = 2");
    damage(&path, "UPDATE revision SET body = '{\"jovek\": 99}' WHERE job_id = 3");
    damage(&path, &format!("UPDATE revision SET body = '{huge}' WHERE job_id = 4"));
    let bad = unreadable(&store);
    let said: Vec<(i64, &str)> = bad.iter().map(|u| (u.id, u.what.as_str())).collect();
    for ((id, what), (at, why)) in
        said.iter().zip([(2, "no text"), (3, "newer Jovek"), (4, "not a job file")])
    {
        assert!(*id == at && what.contains(why), "{id}: {what}");
    }
    let list = store.list().unwrap();
    let place = |at: usize| matches!(&list[at], Listed::Job(_));
    assert_eq!((0..5).map(place).collect::<Vec<_>>(), [true, false, false, false, true]);
    assert!(matches!(store.get(2), Err(StoreError::BadBody { id: 2, .. })));
    assert_eq!(store.stored(2).unwrap(), b"{\xff}");
    let flaws = store.verify().unwrap().flaws;
    for id in [2, 3, 4] {
        let named = format!("revision 1 of job {id}");
        assert!(flaws.iter().any(|f| f.place == named && f.what.contains("cannot be read")));
    }
    store.put_aside(2, "Ada").unwrap();
    store.delete(3, "Ada").unwrap();
    assert!(matches!(unreadable(&store)[0].standing, Standing::Aside(_)));
    assert!(matches!(unreadable(&store)[1].standing, Standing::Deleted(_)));
    store.backup(&file(&folder, "copy.db")).unwrap();
    assert_eq!(Store::open(&path).unwrap().list().unwrap().len(), 5, "after a restart too");
}

/// A deleted job comes back within thirty days, takes no saves, and is gone after them; the history stays whole and
/// its number is never given again.
#[test]
fn a_deleted_job_is_kept_for_a_while() {
    let store = Store::in_memory().unwrap();
    let (first, second) =
        (store.create(&job("one"), "Ada").unwrap(), store.create(&job("two"), "Ada").unwrap());
    store.add_picture(second, "rear", "lamp", "Ada", b"bytes").unwrap();
    store.delete(second, "Ben").unwrap();
    let refused = store.save(second, 1, &job("three"), "Ada").unwrap_err();
    assert!(matches!(refused, StoreError::Deleted { .. }), "{refused}");
    let day =
        |days: i64| Timestamp::now().checked_add(SignedDuration::from_hours(24 * days)).unwrap();
    assert_eq!(store.purge(day(KEPT_DAYS - 1)).unwrap(), 0);
    store.bring_back(second, "Ben").unwrap();
    store.save(second, 1, &job("three"), "Ada").unwrap();
    store.delete(second, "Ben").unwrap();
    assert_eq!(store.purge(day(KEPT_DAYS + 1)).unwrap(), 1);
    assert!(matches!(store.get(second), Err(StoreError::NoJob { .. })));
    let ids: Vec<i64> = store.heads().unwrap().into_iter().map(|(id, ..)| id).collect();
    assert_eq!(ids, [first]);
    assert_eq!(store.verify().unwrap().flaws, []);
    assert_eq!(store.create(&job("four"), "Ada").unwrap(), second + 1);
    let told: Vec<String> = store.history(second).unwrap().into_iter().map(|e| e.what).collect();
    assert_eq!(told[0], "gone for good");
    assert!(told.contains(&"brought back".to_owned()), "{told:?}");
}

/// One writes for two seconds, four wait to write: a reader is answered at once.
#[test]
fn waiting_writers_hold_no_reader() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&file(&folder, "jovek.db")).unwrap();
    let id = store.create(&job("one"), "Ada").unwrap();
    let begun = Barrier::new(2);
    std::thread::scope(|s| {
        s.spawn(|| {
            store.connections.write(|_| {
                begun.wait();
                std::thread::sleep(Duration::from_secs(2));
                Ok(())
            })
        });
        begun.wait();
        for n in 0..4 {
            let store = &store;
            s.spawn(move || store.create(&job(&format!("waits {n}")), "Ben"));
        }
        std::thread::sleep(Duration::from_millis(50));
        let asked = Instant::now();
        for _ in 0..10 {
            assert_eq!(store.get(id).unwrap().job.title, "one");
        }
        // Half of what the writer still takes: no figure of speed, but of waiting.
        assert!(asked.elapsed() < Duration::from_secs(1), "{:?}", asked.elapsed());
    });
    assert_eq!(store.list().unwrap().len(), 5);
}

#[test]
fn a_file_that_goes_away_is_noticed_before_the_next_write_is_answered() {
    for replaced in [false, true] {
        let folder = tempfile::tempdir().unwrap();
        let (path, elsewhere) = (file(&folder, "jovek.db"), file(&folder, "elsewhere.db"));
        let store = Store::open(&path).unwrap();
        let id = store.create(&job("one"), "Ada").unwrap();
        fs::rename(&path, &elsewhere).unwrap();
        if replaced {
            fs::copy(&elsewhere, &path).unwrap();
        }
        let refused = store.save(id, 1, &job("two"), "Ada").unwrap_err();
        assert!(matches!(refused, StoreError::Moved { .. }), "{refused}");
        assert!(refused.to_string().contains("put the right file back"), "{refused}");
        let _ = fs::remove_file(&path);
        fs::rename(&elsewhere, &path).unwrap();
        store.save(id, 1, &job("two"), "Ada").unwrap();
    }
}

/// A copy gets its name when it is whole; what is no whole database is neither verified nor restored.
#[test]
fn no_half_file_passes_for_a_backup() {
    let folder = tempfile::tempdir().unwrap();
    let path = file(&folder, "jovek.db");
    let store = Store::open(&path).unwrap();
    for k in 0..40 {
        store.create(&job(&format!("job {k}")), "Ada").unwrap();
    }
    let copy = file(&folder, "copy.db");
    store.backup(&copy).unwrap();
    assert!(!file(&folder, "copy.db.part").exists());
    assert_eq!(Store::existing(&copy).unwrap().list().unwrap().len(), 40);
    // A folder stands where the copy should go: it is left, and no half copy beside it.
    let taken = file(&folder, "taken");
    fs::create_dir_all(taken.join("inside")).unwrap();
    assert!(store.backup(&taken).is_err());
    assert!(taken.join("inside").exists() && !file(&folder, "taken.part").exists());

    let whole = fs::read(&copy).unwrap();
    let bad = file(&folder, "bad.db");
    for (bytes, why) in [
        (&[][..], "is empty"),
        (&whole[..whole.len() / 2], "damaged"),
        (&whole[..100], "damaged"),
        (&b"not a database at all, but long enough to be looked at as one. "[..], "damaged"),
    ] {
        fs::write(&bad, bytes).unwrap();
        for refused in
            [Store::existing(&bad).map(|_| ()), Store::restore(&bad, &file(&folder, "back.db"))]
        {
            let said = refused.unwrap_err().to_string();
            assert!(said.contains(why), "{} bytes: {said}", bytes.len());
        }
        assert_eq!(fs::read(&bad).unwrap(), bytes, "left as it was");
        assert!(!file(&folder, "back.db").exists());
    }
    let missing = Store::existing(&file(&folder, "none.db")).map(|_| ()).unwrap_err();
    assert!(matches!(missing, StoreError::Missing { .. }), "{missing}");
}

#[test]
fn a_database_of_another_program_gets_no_table_of_ours() {
    let folder = tempfile::tempdir().unwrap();
    let path = file(&folder, "foreign.db");
    damage(&path, "CREATE TABLE thing (name TEXT); INSERT INTO thing VALUES ('theirs')");
    let before = fs::read(&path).unwrap();
    let refused = Store::open(&path).map(|_| ()).unwrap_err();
    assert!(matches!(refused, StoreError::Foreign { .. }), "{refused}");
    assert_eq!(fs::read(&path).unwrap(), before);
}

/// A store that is closed leaves everything in its one file: whoever copies that has it all.
#[test]
fn a_closed_store_is_one_file() {
    let folder = tempfile::tempdir().unwrap();
    let path = file(&folder, "jovek.db");
    let store = Store::open(&path).unwrap();
    store.create(&job("one"), "Ada").unwrap();
    drop(store);
    let alone = file(&folder, "alone.db");
    fs::copy(&path, &alone).unwrap();
    assert_eq!(Store::existing(&alone).unwrap().list().unwrap().len(), 1);
}
