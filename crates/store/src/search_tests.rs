//! The search over all jobs, held against looking through every line.

use crate::{SaidLine, Store, StoreError};
use jovek_core::job::Job;
use proptest::prelude::*;

fn line(kind: &str, text: &str) -> SaidLine {
    SaidLine { kind: kind.into(), text: text.into() }
}

fn filled() -> Store {
    let store = Store::in_memory().unwrap();
    for unit in ["14", "22", "31"] {
        store.create(&Job::starter(unit), "J. Marsh").unwrap();
    }
    let relay = line("part", "ISO micro relay 12 V 20 A, with diode: 2");
    let splice = line("place", "left sill: splice, beacons");
    store.say((1, 1), "14 pump truck", &[relay.clone(), splice]).unwrap();
    store.say((2, 1), "22 crew van", &[relay, line("as_built", "Relay: lot 7, série A")]).unwrap();
    store
}

#[test]
fn all_words_stand_in_one_line_or_in_what_it_is_about() {
    let store = filled();
    let jobs = |find: &str, kind: Option<&str>| -> Vec<i64> {
        let page = store.search(find, kind, (0, 20)).unwrap();
        assert_eq!(page.found as usize, page.jobs.len());
        page.jobs.into_iter().map(|f| f.job).collect()
    };
    assert_eq!(jobs("relay", None), [2, 1], "two lines before one");
    assert_eq!(jobs("RELAY lot 7", None), [2]);
    assert_eq!(jobs("splice left sill", None), [1]);
    // The beginning of a word counts, an accent does not, and the vehicle may be named.
    assert_eq!(jobs("rel serie", None), [2]);
    assert_eq!(jobs("pump relay", None), [1]);
    // What a job is called makes not each of its lines a find.
    assert!(jobs("pump", None).is_empty());
    // Words of two lines are no find.
    assert!(jobs("splice lot", None).is_empty());
    assert_eq!(jobs("relay", Some("as_built")), [2]);
    assert!(jobs("", None).is_empty() && jobs(" \" * ( ", None).is_empty());
}

#[test]
fn kinds_are_counted_by_jobs_and_pages_follow() {
    let store = filled();
    let page = store.search("relay", Some("part"), (0, 1)).unwrap();
    assert_eq!((page.found, page.jobs.len()), (2, 1));
    assert_eq!(page.kinds, [("as_built".to_owned(), 1), ("part".to_owned(), 2)]);
    let next = store.search("relay", Some("part"), (1, 1)).unwrap();
    assert_ne!(page.jobs[0].job, next.jobs[0].job);
}

/// A job that changed is read again; one that was deleted is no find, and none once it is gone for good.
#[test]
fn what_changed_is_named_and_what_was_said_before_is_gone() -> Result<(), StoreError> {
    let store = filled();
    assert_eq!(store.unsaid()?, [3]);
    let mut job = store.get(1)?.job;
    job.title = "Other".into();
    store.save(1, 1, &job, "J. Marsh")?;
    assert_eq!(store.unsaid()?, [3, 1]);
    store.say((1, 2), "14", &[line("part", "fuse 5 A")])?;
    assert!(store.search("sill", None, (0, 20))?.jobs.is_empty());
    assert_eq!(store.search("fuse", None, (0, 20))?.jobs[0].job, 1);
    store.delete(1, "J. Marsh")?;
    assert!(store.search("fuse", None, (0, 20))?.jobs.is_empty());
    assert_eq!(store.unsaid()?, [3]);
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, failure_persistence: None, ..ProptestConfig::default() })]

    /// Against looking through every line: each word begins a word of it.
    #[test]
    fn as_if_every_line_were_looked_through(
        lines in prop::collection::vec("[a-c]{1,3}( [a-c]{1,3}){0,3}", 1..12),
        find in "[a-c]{1,2}( [a-c]{1,2}){0,2}",
    ) {
        let store = Store::in_memory().unwrap();
        for (k, text) in lines.iter().enumerate() {
            let unit = k.to_string();
            store.create(&Job::starter(&unit), "J. Marsh").unwrap();
            store.say((k as i64 + 1, 1), "", &[line("part", text)]).unwrap();
        }
        let begins = |text: &str, word: &str| text.split(' ').any(|w| w.starts_with(word));
        let wanted: Vec<i64> = (1i64..)
            .zip(&lines)
            .filter(|(_, text)| find.split(' ').all(|word| begins(text, word)))
            .map(|(id, _)| id)
            .collect();
        let mut got: Vec<i64> =
            store.search(&find, None, (0, 100)).unwrap().jobs.iter().map(|f| f.job).collect();
        got.sort_unstable();
        prop_assert_eq!(got, wanted);
    }

    /// Whatever is typed is words, never the language of the database.
    #[test]
    fn anything_may_be_typed(find in ".{0,40}") {
        prop_assert!(filled().search(&find, None, (0, 20)).is_ok());
    }
}
