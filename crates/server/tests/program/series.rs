//! A kit's vehicles as a series over the API: the demo's pickups, bought for, cut for, kept parts for.

use crate::{Calls, start};
use jovek_e2e::Server;
use reqwest::blocking::Client;
use serde_json::{Value, json};

fn kit(server: &Server) -> i64 {
    let kits = server.get("/api/kits");
    kits["kits"][0]["id"].as_i64().unwrap()
}

fn vehicles(view: &Value) -> &Vec<Value> {
    view["vehicles"].as_array().unwrap()
}

/// Four signed, two in the bays, one of another trim, one with a reading its sisters do not have, an issue that waits.
#[test]
fn the_demo_has_twelve_pickups() {
    let server = start(&["demo"]);
    let id = kit(&server);
    let series = server.get(&format!("/api/kits/{id}/series"));
    let count = |stand: &str| vehicles(&series).iter().filter(|v| v["stand"] == stand).count();
    assert_eq!(vehicles(&series).len(), 12);
    assert_eq!((count("signed"), count("in_work"), count("waiting")), (4, 2, 6));
    assert!(series["says"].as_str().unwrap().starts_with("4 of 12 signed, 2 in work"));
    assert_eq!(series["timed"].as_array().unwrap().len(), 5, "one has only begun");
    let doubling = series["curve"]["doubling"].as_f64().unwrap();
    assert!((0.8..0.9).contains(&doubling), "its minutes were made by a curve of 85 %: {doubling}");
    let view = server.get(&format!("/api/kits/{id}"));
    assert_eq!(view["issue"], 2);
    let of = |unit: &str| vehicles(&view).iter().find(|v| v["unit"] == unit).unwrap();
    assert!(vehicles(&view).iter().all(|v| v["issue"] == 1 && !v["update"].is_null()));
    assert_eq!(of("51")["update"]["is_signed"], true);
    assert!(of("57")["update"]["fitted"].as_array().is_some_and(|f| !f.is_empty()));
    let other = of("60")["differences"].as_array().unwrap();
    assert!(other.iter().any(|d| d["why"].as_str().unwrap().contains("No roof bar")));
    assert!(other.iter().all(|d| d["is_open"] == false), "{other:?}");
    let job = of("57")["job"].as_i64().unwrap();
    let sisters = server.get(&format!("/api/jobs/{job}/sisters"));
    let odd: Vec<&Value> =
        sisters["readings"].as_array().unwrap().iter().filter(|r| r["is_odd"] == true).collect();
    assert_eq!(odd.len(), 1, "{sisters}");
    assert_eq!(odd[0]["check"], "work.ground_v");
}

/// What a difference and a waiting issue do is told in sizes, parts and proof.
#[test]
fn a_difference_is_proven() {
    let server = start(&["demo"]);
    let id = kit(&server);
    let view = server.get(&format!("/api/kits/{id}"));
    let job = |unit: &str| {
        vehicles(&view).iter().find(|v| v["unit"] == unit).unwrap()["job"].as_i64().unwrap()
    };
    let effects = |unit: &str| server.get(&format!("/api/jobs/{}/kit-effects", job(unit)));
    let other = effects("60");
    let parts = other["here"]["parts"].as_array().unwrap();
    assert!(parts.contains(&json!("LED beacon: 1 instead of 2")), "{parts:?}");
    let same = effects("52");
    assert_eq!(same["here"], json!({ "sizes": [], "parts": [], "proof": [] }));
    let sizes = same["update"]["sizes"].as_array().unwrap();
    assert!(sizes.iter().any(|s| s.as_str().unwrap().starts_with("Work lamps: ")), "{same}");
}

/// Parts are kept for the series: its own purchase counts them, the estimate of another job does not; given free they are
/// there for all again.
#[test]
fn kept_parts_are_no_other_jobs() {
    let server = start(&["demo"]);
    let id = kit(&server);
    let parts = format!("/api/kits/{id}/parts");
    let before = server.get(&parts);
    assert!(before["behind_text"].as_str().unwrap().starts_with("Issue 2 is out and 6 of them"));
    assert_eq!(before["vehicles"], 6, "those in the bays have their harness");
    let part = "fuse 7.5 A, regular blade, brown";
    let stock = json!({ "lines": [{ "part": part, "held": 5.0, "price": 0.4, "pack": 10.0 }] });
    assert!(server.post("/api/stock", &stock).status().is_success());
    let line = || {
        let seen = server.get(&parts);
        let lines = seen["purchase"]["lines"].as_array().unwrap();
        lines.iter().find(|l| l["part"] == part).unwrap().clone()
    };
    let bought = line();
    assert_eq!((&bought["needed"], &bought["to_buy"]), (&json!(6.0), &json!(10.0)));
    assert_eq!(bought["to_buy_text"], "1 × 10");
    let keep = |is_kept: bool| -> Value {
        let to = server.at(&format!("/api/kits/{id}/kept-parts"));
        Client::new().put(to).json(&json!({ "is_kept": is_kept })).send().unwrap().json().unwrap()
    };
    let kept = keep(true);
    assert!(kept["kept_parts"].as_i64().unwrap() > 0);
    assert_eq!(line()["reserved"], 0.0, "what is kept for it is its own");
    let found = |job: &Value| -> Value {
        let estimate: Value = server.post("/api/estimate", job).json().unwrap();
        let lines = estimate["parts"].as_array().unwrap();
        lines.iter().find(|l| l["part"] == part).unwrap()["held"].clone()
    };
    let all = server.get(&format!("/api/kits/{id}"));
    let last = vehicles(&all).last().unwrap()["job"].clone();
    let mut job = server.get(&format!("/api/jobs/{last}"))["job"].clone();
    assert_eq!(found(&job), 5.0, "it follows the kit");
    job.as_object_mut().unwrap().remove("follows");
    assert_eq!(found(&job), 0.0, "a job that does not follow it finds none");
    keep(false);
    assert_eq!(found(&job), 5.0);
}

#[test]
fn lists_of_the_series_come_as_csv() {
    let server = start(&["demo"]);
    let id = kit(&server);
    let list = |name: &str| {
        let at = server.at(&format!("/api/kits/{id}/series.csv?list={name}"));
        Client::new().get(at).send().unwrap().text().unwrap()
    };
    assert!(list("purchase").starts_with("group,part,needed,held,reserved,to_buy,cost"));
    assert!(list("pieces").starts_with("wire,length_m,count,ends,labels"));
    let labels = list("labels");
    assert!(labels.contains("52-1a") && labels.contains("62-1a"), "{labels}");
    assert!(!labels.contains("51-1a"), "a signed vehicle has its labels");
}
