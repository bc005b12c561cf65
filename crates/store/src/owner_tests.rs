//! Links for owners: they lead to one job, until they end or are taken back.

use crate::Store;
use jovek_core::job::Job;

fn shop_of_two() -> (Store, i64, i64) {
    let store = Store::in_memory().unwrap();
    let one = store.create(&Job::starter("14"), "Ada").unwrap();
    let two = store.create(&Job::starter("15"), "Ada").unwrap();
    (store, one, two)
}

#[test]
fn a_link_leads_to_its_job_and_no_other() {
    let (store, one, two) = shop_of_two();
    assert_eq!(store.owner_link(one).unwrap(), None);
    let link = store.new_owner_link(one, "Ada").unwrap();
    let other = store.new_owner_link(two, "Ada").unwrap();
    assert_ne!(link.token, other.token);
    assert_eq!(store.job_of_owner(&link.token).unwrap(), Some(one));
    assert_eq!(store.job_of_owner(&other.token).unwrap(), Some(two));
    assert_eq!(store.job_of_owner("1").unwrap(), None);
    assert_eq!(store.job_of_owner("").unwrap(), None);
    // Asked again it stays: it stands on paper.
    assert_eq!(store.kept_owner_link(one, "Bo").unwrap(), link);
}

#[test]
fn a_new_link_and_one_taken_back_close_the_old_one() {
    let (store, one, _) = shop_of_two();
    let first = store.new_owner_link(one, "Ada").unwrap();
    let second = store.new_owner_link(one, "Bo").unwrap();
    assert_eq!(store.job_of_owner(&first.token).unwrap(), None);
    assert_eq!(store.job_of_owner(&second.token).unwrap(), Some(one));
    store.withdraw_owner_link(one, "Cy").unwrap();
    assert_eq!(store.job_of_owner(&second.token).unwrap(), None);
    assert_eq!(store.owner_link(one).unwrap(), None);
    let told: Vec<String> = store.history(one).unwrap().into_iter().map(|e| e.what).collect();
    let made = "owner's link made";
    assert_eq!(told, ["owner's link taken back", made, made, "saved"]);
    assert_eq!(store.verify().unwrap().flaws, []);
}

#[test]
fn a_link_ends_with_its_day_and_with_its_job() {
    let (store, one, two) = shop_of_two();
    let (link, other) =
        (store.new_owner_link(one, "Ada").unwrap(), store.new_owner_link(two, "Ada").unwrap());
    store
        .connections
        .write(|db| {
            db.execute(
                "UPDATE owner_link SET until = '2026-01-01T00:00:00Z' WHERE job_id = ?1",
                [one],
            )?;
            Ok(())
        })
        .unwrap();
    assert_eq!(store.job_of_owner(&link.token).unwrap(), None);
    assert_eq!(store.owner_link(one).unwrap(), None);
    store.delete(two, "Ada").unwrap();
    assert_eq!(store.job_of_owner(&other.token).unwrap(), None);
    store.bring_back(two, "Ada").unwrap();
    assert_eq!(store.job_of_owner(&other.token).unwrap(), Some(two));
}
