//! Kits and the jobs that follow them.

use crate::{Store, StoreError};
use jovek_core::fleet::{laid, pattern};
use jovek_core::job::{FleetVehicle, Job, KitId, MayDiffer};

fn with_kit() -> (Store, KitId, Job) {
    let store = Store::in_memory().unwrap();
    let job = store.create(&Job::starter("51"), "J. Marsh").unwrap();
    let plan = pattern(&store.get(job).unwrap().job);
    let kit = store.add_kit("Pickup", (job, &plan), &[MayDiffer::Lengths], "J. Marsh").unwrap();
    (store, kit, plan)
}

#[test]
fn issues_stay_as_they_went_out() {
    let (store, kit, first) = with_kit();
    let mut second = first.clone();
    second.circuits[0].name = "Fog lamps".into();
    assert_eq!(store.issue_kit(kit, &second, "K. Reed").unwrap(), 2);
    let row = store.kit(kit).unwrap();
    assert_eq!(
        (row.issue, row.issued_by.as_str(), row.may_differ),
        (2, "K. Reed", vec![MayDiffer::Lengths])
    );
    assert_eq!(store.kit_issue(kit, 1).unwrap(), first);
    assert_eq!(store.kit_issue(kit, 2).unwrap(), second);
    for missing in [store.kit_issue(kit, 3), store.kit_issue(KitId(9), 1)] {
        assert!(matches!(missing, Err(StoreError::NoKit { .. })));
    }
    assert!(matches!(store.issue_kit(KitId(9), &first, ""), Err(StoreError::NoKit { .. })));
    assert!(matches!(store.set_may_differ(KitId(9), &[], "Ada"), Err(StoreError::NoKit { .. })));
    store.set_may_differ(kit, &[], "Ada").unwrap();
    assert!(store.kits().unwrap()[0].may_differ.is_empty());
}

#[test]
fn jobs_follow_as_they_say() {
    let (store, kit, plan) = with_kit();
    let vehicle = FleetVehicle { unit: "52".into(), ..FleetVehicle::default() };
    let on = laid(&plan, &vehicle, (kit, 1));
    let id = store.create(&on, "J. Marsh").unwrap();
    assert_eq!((store.kit(kit).unwrap().jobs, store.jobs_of_kit(kit).unwrap().len()), (1, 1));
    // One from another shop says a kit that is not here: it follows none.
    store.create(&laid(&plan, &vehicle, (KitId(7), 1)), "J. Marsh").unwrap();
    assert_eq!(store.kit(kit).unwrap().jobs, 1);
    let alone = Job { follows: None, ..on };
    store.save(id, 1, &alone, "J. Marsh").unwrap();
    assert_eq!(store.kit(kit).unwrap().jobs, 0);
    store.undo(id, 2, "J. Marsh").unwrap();
    assert_eq!(store.kit(kit).unwrap().jobs, 1);
}
