//! Recalls and how far they are.

use crate::{Store, StoreError};
use jovek_core::job::Job;

fn three() -> Store {
    let store = Store::in_memory().unwrap();
    for unit in ["51", "52", "53"] {
        store.create(&Job::starter(unit), "J. Marsh").unwrap();
    }
    store
}

#[test]
fn each_vehicle_is_seen_to_by_itself() -> Result<(), StoreError> {
    let store = three();
    let id = store.add_recall(("Relay lot 7", "welds shut"), &[1, 3, 3], "Mara")?;
    assert_eq!(store.recalls()?[0].jobs, 2, "named twice is on it once");
    store.mark_recalled((id, 3), true, "changed", "Bo")?;
    let (recall, jobs) = store.recall(id)?;
    assert_eq!((recall.jobs, recall.done), (2, 1));
    assert_eq!(jobs[0].done, None);
    assert!(jobs[1].done.as_ref().is_some_and(|(_, by)| by == "Bo") && jobs[1].note == "changed");
    // Taken back, it is open again; what was noted stays as it is told.
    store.mark_recalled((id, 3), false, "the wrong one", "Bo")?;
    assert_eq!(store.recall(id)?.0.done, 0);
    Ok(())
}

#[test]
fn what_is_not_there_makes_no_recall() {
    let store = three();
    let none = store.add_recall(("x", "y"), &[1, 9], "Mara");
    assert!(matches!(none, Err(StoreError::NoJob { id: 9 })));
    assert!(store.recalls().unwrap().is_empty(), "all or none");
    assert!(matches!(store.recall(4), Err(StoreError::NoRecall { id: 4 })));
    let id = store.add_recall(("x", "y"), &[1], "Mara").unwrap();
    let other = store.mark_recalled((id, 2), true, "", "Bo");
    assert!(matches!(other, Err(StoreError::NoRecall { .. })));
}

#[test]
fn a_deleted_job_is_off_the_list_until_it_is_back() -> Result<(), StoreError> {
    let store = three();
    let id = store.add_recall(("x", "y"), &[1, 2], "Mara")?;
    store.delete(2, "Mara")?;
    assert_eq!((store.recall(id)?.0.jobs, store.recall(id)?.1.len()), (1, 1));
    store.bring_back(2, "Mara")?;
    assert_eq!(store.recall(id)?.0.jobs, 2);
    Ok(())
}
