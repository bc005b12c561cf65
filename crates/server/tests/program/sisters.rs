//! Sister vehicles over the API: the other jobs of the same kit.

use crate::{Calls, on};
use jovek_core::answers::assess;
use jovek_core::job::{Follows, Job, Reading};
use jovek_store::Store;

#[test]
fn a_vehicle_beside_its_sisters() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let text = std::fs::read_to_string(jovek_e2e::demo_file("58")).unwrap();
    let mut pattern = Job::read(&text).unwrap();
    pattern.readings.clear();
    let checks = assess(&pattern).checks;
    let check = checks.iter().find(|c| c.id.to_string().ends_with(".ground_v")).unwrap().id.clone();
    let store = Store::open(&db).unwrap();
    let first = store.create(&pattern, "Ada").unwrap();
    let kit = store.add_kit("Twelve", (first, &pattern), &[], "Ada").unwrap();
    for (unit, value) in
        [("52", 0.12), ("53", 0.11), ("54", 0.13), ("55", 0.12), ("56", 0.12), ("57", 0.9)]
    {
        let mut job = Job { unit: unit.into(), ..pattern.clone() };
        job.follows = Some(Follows { kit, issue: 1, reasons: Vec::new() });
        job.readings.push(Reading {
            check: check.clone(),
            value,
            at: "2026-03-02T09:30:00Z".into(),
            by: "Mara".into(),
        });
        store.create(&job, "Ada").unwrap();
    }
    drop(store);
    let server = on(&db);
    let of = |id: i64| server.get(&format!("/api/jobs/{id}/sisters"));
    let odd = of(7);
    assert_eq!(odd["vehicles"], 5, "its pattern is no sister, and it is not its own");
    assert_eq!(odd["readings"][0]["check"], check.to_string());
    assert_eq!(odd["readings"][0]["is_odd"], true, "{odd}");
    assert_eq!(of(2)["readings"][0]["is_odd"], false);
    assert_eq!(of(1)["readings"].as_array().unwrap().len(), 0, "it follows no kit");
}
