//! The store: revisions, undo, conflicts, and every way in which a file can be bad.

use crate::{Store, StoreError};
use jovek_core::job::{DropLimit, Job, JointPractice, Shop};
use jovek_core::stock::{StockLine, StockUnit};
use proptest::prelude::*;
use std::fs;

/// The shop's habits are kept, and a file from before there were any takes them in.
#[test]
fn the_shops_habits_are_kept() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    let store = Store::open(&path).unwrap();
    assert_eq!(store.shop().unwrap(), Shop::default());
    let habits =
        Shop { drop: DropLimit::HalfVolt, joint: JointPractice::Solder, ..Shop::default() };
    store.set_shop(&habits, "Ada").unwrap();
    store.set_shop(&habits, "Ada").unwrap();
    drop(store);
    assert_eq!(Store::open(&path).unwrap().shop().unwrap(), habits);
}

fn job(title: &str) -> Job {
    Job { title: title.into(), ..Job::starter("14") }
}

fn title(store: &Store, id: i64) -> String {
    store.get(id).unwrap().job.title
}

#[test]
fn every_save_is_a_revision_and_undo_walks_back_and_forth() {
    let store = Store::in_memory().unwrap();
    let id = store.create(&job("one"), "Ada").unwrap();
    store.save(id, 1, &job("two"), "Ada").unwrap();
    store.save(id, 2, &job("three"), "Ben").unwrap();
    assert_eq!(store.undo(id, 3, "Ada").unwrap().job.title, "two");
    assert_eq!(store.undo(id, 4, "Ada").unwrap().job.title, "one");
    assert!(matches!(store.undo(id, 5, "Ada"), Err(StoreError::NothingToUndo)));
    assert_eq!(store.redo(id, 5, "Ada").unwrap().job.title, "two");
    assert_eq!(store.redo(id, 6, "Ada").unwrap().job.title, "three");
    assert!(matches!(store.redo(id, 7, "Ada"), Err(StoreError::NothingToRedo)));
    // A new save after an undo ends the way forward.
    store.undo(id, 7, "Ada").unwrap();
    let row = store.save(id, 8, &job("four"), "Ada").unwrap();
    assert!(row.can_undo && !row.can_redo);
    assert_eq!(store.undo(id, 9, "Ada").unwrap().job.title, "two");
    assert_eq!(store.revisions(id).unwrap().len(), 10);
    assert_eq!(store.at(id, 3).unwrap().title, "three", "nothing is ever overwritten");
}

#[test]
fn a_save_from_an_old_revision_is_refused_and_changes_nothing() {
    let store = Store::in_memory().unwrap();
    let id = store.create(&job("one"), "Ada").unwrap();
    store.save(id, 1, &job("Ada's"), "Ada").unwrap();
    let refused = store.save(id, 1, &job("Ben's"), "Ben");
    assert!(matches!(refused, Err(StoreError::Conflict { current: 2 })));
    assert_eq!(title(&store, id), "Ada's");
    assert!(matches!(store.get(99), Err(StoreError::NoJob { id: 99 })));
}

#[test]
fn the_same_text_again_is_no_new_revision() {
    let store = Store::in_memory().unwrap();
    let id = store.create(&job("one"), "Ada").unwrap();
    assert_eq!(store.save(id, 1, &job("one"), "Ada").unwrap().rev, 1);
}

#[test]
fn a_full_disk_is_named_and_loses_nothing() {
    let dir = tempfile::tempdir().unwrap();
    let store = Store::open(&dir.path().join("j.db")).unwrap();
    let id = store.create(&job("kept"), "Ada").unwrap();
    let pages: i64 = store
        .connections
        .write(|db| Ok(db.query_row("PRAGMA page_count", [], |r| r.get(0))?))
        .unwrap();
    store.connections.write(|db| Ok(db.pragma_update(None, "max_page_count", pages)?)).unwrap();
    let big = Job { title: "x".repeat(100), ..job("") };
    let mut rev = 1;
    let refused = loop {
        let text = Job { unit: format!("{rev}"), ..big.clone() };
        match store.save(id, rev, &text, "Ada") {
            Ok(row) => rev = row.rev,
            Err(e) => break e,
        }
        assert!(rev < 1000, "the disk never filled");
    };
    assert!(matches!(refused, StoreError::DiskFull { .. }), "{refused}");
    assert!(refused.to_string().contains("make room"));
    assert_eq!(store.get(id).unwrap().rev, rev);
    assert_eq!(store.at(id, 1).unwrap().title, "kept");
}

#[test]
fn a_read_only_database_is_named() {
    let store = Store::in_memory().unwrap();
    let id = store.create(&job("kept"), "Ada").unwrap();
    store.connections.write(|db| Ok(db.pragma_update(None, "query_only", true)?)).unwrap();
    let refused = store.save(id, 1, &job("lost"), "Ada").unwrap_err();
    assert!(matches!(refused, StoreError::ReadOnly { .. }), "{refused}");
    assert_eq!(title(&store, id), "kept");
}

#[test]
fn a_locked_file_is_named_after_a_wait() {
    let dir = tempfile::tempdir().unwrap();
    let path = dir.path().join("j.db");
    let store = Store::open(&path).unwrap();
    let id = store.create(&job("kept"), "Ada").unwrap();
    let other = rusqlite::Connection::open(&path).unwrap();
    other.execute_batch("BEGIN IMMEDIATE").unwrap();
    let refused = store.save(id, 1, &job("lost"), "Ada").unwrap_err();
    assert!(matches!(refused, StoreError::Locked { .. }), "{refused}");
    other.execute_batch("ROLLBACK").unwrap();
    store.save(id, 1, &job("saved"), "Ada").unwrap();
}

#[test]
fn damaged_files_and_other_files_are_refused() {
    let dir = tempfile::tempdir().unwrap();
    let text = dir.path().join("notes.db");
    fs::write(&text, "not a database at all, but long enough to look at".repeat(40)).unwrap();
    let refused = Store::open(&text).err().unwrap();
    assert!(matches!(refused, StoreError::Damaged { .. }), "{refused}");
    assert!(refused.to_string().contains("jovek restore"));

    let torn = dir.path().join("torn.db");
    {
        let store = Store::open(&torn).unwrap();
        for i in 0..60 {
            store.create(&job(&format!("job {i}")), "Ada").unwrap();
        }
        store
            .connections
            .write(|db| Ok(db.execute_batch("PRAGMA wal_checkpoint(TRUNCATE)")?))
            .unwrap();
    }
    let mut bytes = fs::read(&torn).unwrap();
    let middle = bytes.len() / 2;
    bytes[middle - 6000..middle + 6000].fill(0xA5);
    fs::write(&torn, bytes).unwrap();
    let refused = Store::open(&torn).err().unwrap();
    assert!(matches!(refused, StoreError::Damaged { .. }), "{refused}");

    let nowhere = dir.path().join("no/such/folder/j.db");
    let refused = Store::open(&nowhere).err().unwrap();
    assert!(refused.to_string().contains("no/such/folder"), "{refused}");
}

#[test]
fn a_database_of_a_newer_program_is_refused() {
    let dir = tempfile::tempdir().unwrap();
    let path = dir.path().join("j.db");
    let store = Store::open(&path).unwrap();
    store.connections.write(|db| Ok(db.pragma_update(None, "user_version", 99)?)).unwrap();
    drop(store);
    let refused = Store::open(&path).err().unwrap();
    assert!(matches!(refused, StoreError::Newer { .. }), "{refused}");
}

#[test]
fn a_backup_taken_in_use_comes_back_whole() {
    let dir = tempfile::tempdir().unwrap();
    let store = Store::open(&dir.path().join("j.db")).unwrap();
    let id = store.create(&job("one"), "Ada").unwrap();
    store.save(id, 1, &job("two"), "Ada").unwrap();
    let (backup, back) = (dir.path().join("b.db"), dir.path().join("back.db"));
    store.backup(&backup).unwrap();
    store.save(id, 2, &job("three"), "Ada").unwrap();
    Store::restore(&backup, &back).unwrap();
    let restored = Store::open(&back).unwrap();
    assert_eq!(title(&restored, id), "two");
    assert_eq!(restored.revisions(id).unwrap().len(), 2);
    assert!(matches!(Store::restore(&backup, &back), Err(StoreError::Exists { .. })));
    let missing = dir.path().join("none.db");
    let refused = Store::restore(&missing, &dir.path().join("x.db"));
    assert!(matches!(refused, Err(StoreError::Missing { .. })));
}

/// What a person may do to one job.
#[derive(Debug, Clone)]
enum Step {
    Save(u8),
    SaveFromOld(u8),
    Undo,
    Redo,
}

fn step() -> impl Strategy<Value = Step> {
    prop_oneof![
        4 => (0u8..9).prop_map(Step::Save),
        1 => (0u8..9).prop_map(Step::SaveFromOld),
        3 => Just(Step::Undo),
        2 => Just(Step::Redo),
    ]
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    /// Any walk of saves, undos and redos against the plainest model of it: a list of titles and a
    /// place in it. Whatever was saved can be read again by its revision.
    #[test]
    fn undo_and_redo_walk_as_a_list_with_a_cursor(steps in prop::collection::vec(step(), 1..40)) {
        let store = Store::in_memory().unwrap();
        let id = store.create(&job("start"), "Ada").unwrap();
        let (mut line, mut here) = (vec!["start".to_owned()], 0);
        let mut written = vec!["start".to_owned()];
        for step in steps {
            let rev = store.get(id).unwrap().rev;
            match step {
                Step::Save(n) => {
                    let title = format!("title {n}");
                    let row = store.save(id, rev, &job(&title), "Ada").unwrap();
                    if title != line[here] {
                        line.truncate(here + 1);
                        line.push(title);
                        here += 1;
                    }
                    prop_assert_eq!(row.can_undo, here > 0);
                }
                Step::SaveFromOld(n) => {
                    let refused = store.save(id, rev - 1, &job(&format!("old {n}")), "Ben");
                    let is_conflict = matches!(refused, Err(StoreError::Conflict { current }) if current == rev);
                    prop_assert!(is_conflict);
                }
                Step::Undo if here == 0 => {
                    let nothing = matches!(store.undo(id, rev, "Ada"), Err(StoreError::NothingToUndo));
                    prop_assert!(nothing);
                }
                Step::Undo => {
                    store.undo(id, rev, "Ada").unwrap();
                    here -= 1;
                }
                Step::Redo if here + 1 == line.len() => {
                    let nothing = matches!(store.redo(id, rev, "Ada"), Err(StoreError::NothingToRedo));
                    prop_assert!(nothing);
                }
                Step::Redo => {
                    store.redo(id, rev, "Ada").unwrap();
                    here += 1;
                }
            }
            let row = store.get(id).unwrap();
            prop_assert_eq!(&row.job.title, &line[here]);
            prop_assert_eq!(row.can_redo, here + 1 < line.len());
            if row.rev as usize > written.len() {
                written.push(row.job.title);
            }
        }
        for (i, title) in written.iter().enumerate() {
            prop_assert_eq!(&store.at(id, i as i64 + 1).unwrap().title, title);
        }
    }
}

/// The shelf is kept through a restart; a part that comes again has the new figures, others stay; a row that
/// the file refuses takes none with it.
#[test]
fn the_shelf_is_kept() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("jovek.db");
    let line = |part: &str, held: f64, price: Option<f64>| StockLine {
        part: part.into(),
        held,
        price,
        unit: StockUnit::default(),
        pack: None,
    };
    let store = Store::open(&path).unwrap();
    assert!(store.stock().unwrap().is_empty());
    store.take_stock(&[line("ring M6", 20.0, Some(0.35)), line("loom", 3.5, None)], "Ada").unwrap();
    store.take_stock(&[line("ring M6", 4.0, None)], "Ada").unwrap();
    // Not a number is nothing that the column holds.
    assert!(
        store.take_stock(&[line("clip", 1.0, None), line("tape", f64::NAN, None)], "Ada").is_err()
    );
    drop(store);
    let store = Store::open(&path).unwrap();
    assert_eq!(store.stock().unwrap(), [line("loom", 3.5, None), line("ring M6", 4.0, None)]);
    store.clear_stock("Ada").unwrap();
    assert!(store.stock().unwrap().is_empty());
}
