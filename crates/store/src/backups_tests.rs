//! Backups on a schedule: what is kept over a year, and what a rehearsed restore finds.

use crate::{Store, backups_in, kept};
use jiff::{SignedDuration, Timestamp};
use jovek_core::job::Job;
use proptest::prelude::*;
use rusqlite::Connection;
use std::collections::BTreeSet;

fn day(n: i64) -> Timestamp {
    let first: Timestamp = "2026-01-01T02:00:00Z".parse().unwrap();
    first + SignedDuration::from_hours(24 * n)
}

/// A backup each night for 500 days, the old ones removed as they go: a week of days, a month of weeks, a year of months is
/// there, and no more.
#[test]
fn a_year_of_nights_keeps_days_weeks_and_months() {
    let mut held: BTreeSet<Timestamp> = BTreeSet::new();
    for n in 0..500 {
        held.insert(day(n));
        held = kept(&held.iter().copied().collect::<Vec<_>>());
        assert!(held.contains(&day(n)), "the newest is kept");
    }
    let ages: Vec<i64> = held.iter().map(|at| (day(499) - *at).get_seconds() / 86_400).collect();
    assert!(ages.len() <= 7 + 5 + 12, "{ages:?}");
    for age in 0..7 {
        assert!(ages.contains(&age), "{ages:?}");
    }
    for weeks in 1..5 {
        assert!(ages.iter().any(|a| (7 * weeks - 6..=7 * weeks + 6).contains(a)), "{ages:?}");
    }
    let months: BTreeSet<String> = held.iter().map(|at| at.strftime("%Y-%m").to_string()).collect();
    assert_eq!(months.len(), 12, "{months:?}");
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 200, failure_persistence: None, ..ProptestConfig::default() })]

    /// Whenever they were made: the newest stays, none is made up, and what is kept once is kept when it is asked again.
    #[test]
    fn what_is_kept_is_kept(minutes in prop::collection::vec(0i64..1_000_000, 1..60)) {
        let times: Vec<Timestamp> =
            minutes.iter().map(|m| day(0) + SignedDuration::from_mins(*m)).collect();
        let keep = kept(&times);
        prop_assert!(keep.contains(times.iter().max().unwrap()));
        prop_assert!(keep.iter().all(|at| times.contains(at)));
        let again: Vec<Timestamp> = keep.iter().copied().collect();
        prop_assert_eq!(kept(&again), keep);
    }
}

#[test]
fn a_backup_is_due_is_made_and_comes_back() {
    let folder = tempfile::tempdir().unwrap();
    let (db, backups) = (folder.path().join("jovek.db"), folder.path().join("backups"));
    let store = Store::open(&db).unwrap();
    store.create(&Job::starter("14"), "Ada").unwrap();
    let every = SignedDuration::from_hours(24);
    assert!(Store::is_backup_due(&backups, every, day(0)).unwrap());
    let made = store.back_up_into(&backups, day(0)).unwrap();
    assert!(!Store::is_backup_due(&backups, every, day(0)).unwrap());
    assert!(Store::is_backup_due(&backups, every, day(1)).unwrap());
    std::fs::write(backups.join("notes.txt"), "not ours").unwrap();
    store.create(&Job::starter("22"), "Ada").unwrap();
    for n in 1..40 {
        store.back_up_into(&backups, day(n)).unwrap();
    }
    let all = backups_in(&backups).unwrap();
    assert_eq!(all[0].at, day(39));
    assert!(all.len() < 20, "{all:?}");
    assert!(backups.join("notes.txt").exists(), "what is not ours stays");
    assert!(!made.exists() || all.iter().any(|b| b.path == made));
    let found = Store::rehearse(&all[0].path).unwrap();
    assert!(found.is_sound() && found.jobs == 2, "{found:?}");
    // The one that was brought back is as it was.
    assert!(Store::rehearse(&all[0].path).unwrap().is_sound());
}

/// A backup whose jobs were changed past the program, and one that is cut off.
#[test]
fn a_spoilt_backup_is_found_before_it_is_needed() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("jovek.db")).unwrap();
    store.create(&Job::starter("14"), "Ada").unwrap();
    let made = store.back_up_into(folder.path(), day(0)).unwrap();
    let db = Connection::open(&made).unwrap();
    db.execute_batch("UPDATE revision SET body = replace(body, '\"14\"', '\"15\"')").unwrap();
    drop(db);
    let found = Store::rehearse(&made).unwrap();
    assert!(!found.is_sound(), "{found:?}");
    let bytes = std::fs::read(&made).unwrap();
    std::fs::write(&made, &bytes[..bytes.len() / 2]).unwrap();
    assert!(Store::rehearse(&made).map_or(true, |found| !found.is_sound()));
}
