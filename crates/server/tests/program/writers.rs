//! Saving: two people, bad jobs, undo, readings, power cuts.

use crate::{Calls, start};
use reqwest::blocking::Client;
use serde_json::{Value, json};

#[test]
fn two_people_cannot_overwrite_each_other_unseen() {
    let server = start(&["demo"]);
    let view = server.get("/api/jobs/1");
    let (id, rev) = (&view["id"], &view["rev"]);
    let mut hers = view["job"].clone();
    hers["circuits"][0]["run"]["supply"][2]["length_m"] = json!(5.25);
    let saved: Value = server.put(id, rev, &hers).json().unwrap();
    assert_eq!(saved["rev"], 2);
    assert_eq!(saved["saved_by"], "Ada Ø");
    let mut his = view["job"].clone();
    his["title"] = json!("his");
    let refused = server.put(id, rev, &his);
    assert_eq!(refused.status(), 412);
    assert_eq!(refused.headers()["content-type"], "application/problem+json");
    let problem: Value = refused.json().unwrap();
    assert_eq!(problem["conflict"]["current_rev"], 2);
    let change = &problem["conflict"]["changes"][0];
    assert_eq!(change["path"], "circuits[0].run.supply[2].length_m");
    assert_eq!((&change["before"], &change["after"]), (&json!("4.5 m"), &json!("5.25 m")));
    assert_eq!(server.get("/api/jobs/1")["job"], hers, "nothing was overwritten");
    let no_tag = Client::new().put(server.at("/api/jobs/1")).json(&his).send().unwrap();
    assert_eq!(no_tag.status(), 428);
}

#[test]
fn bad_jobs_are_refused_with_their_places() {
    let server = start(&["demo"]);
    let view = server.get("/api/jobs/1");
    let mut bad = view["job"].clone();
    bad["circuits"][0]["run"]["supply"][0]["length_m"] = json!(-1);
    for refused in [server.put(&view["id"], &view["rev"], &bad), server.post("/api/assess", &bad)] {
        assert_eq!(refused.status(), 422);
        let problem: Value = refused.json().unwrap();
        assert_eq!(problem["faults"][0]["path"], "circuits[0].run.supply[0].length_m");
    }
    let post = |body: &str| {
        Client::new().post(server.at("/api/assess")).body(body.to_owned()).send().unwrap().status()
    };
    assert_eq!(post("{"), 422);
    assert_eq!(post(&" ".repeat(3_000_000)), 413);
    assert_eq!(server.post("/api/jobs", &json!({"file": "{\"jovek\": 2}"})).status(), 422);
    assert_eq!(
        server.post("/api/jobs/1/readings", &json!({"check": "no", "value": 1})).status(),
        422
    );
    let gone = Client::new().get(server.at("/api/jobs/999")).send().unwrap();
    assert_eq!(gone.status(), 404);
    assert_eq!(server.get("/api/jobs/1")["rev"], view["rev"], "nothing changed");
}

#[test]
fn readings_undo_revisions_and_exports_over_the_api() {
    let server = start(&["demo"]);
    let reading = json!({"check": "rear.lamp_v", "value": 12.2});
    let view: Value = server.post("/api/jobs/1/readings", &reading).json().unwrap();
    let check =
        view["answers"]["checks"].as_array().unwrap().iter().find(|c| c["id"] == "rear.lamp_v");
    assert_eq!(check.unwrap()["judgement"]["verdict"], "good");
    let undone = Client::new()
        .post(server.at("/api/jobs/1/undo"))
        .header("If-Match", format!("\"{}\"", view["rev"]))
        .send()
        .unwrap();
    assert_eq!(undone.status(), 200);
    assert_eq!(server.get("/api/jobs/1/revisions").as_array().unwrap().len(), 3);
    let csv = Client::new().get(server.at("/api/jobs/1/export?as=wires-csv")).send().unwrap();
    assert!(csv.headers()["content-disposition"].to_str().unwrap().contains("unit-14.wires.csv"));
    assert!(csv.text().unwrap().lines().count() > 10);
    let question: Value =
        server.post("/api/question", &server.get("/api/jobs/2")["job"]).json().unwrap();
    assert!(question["question"]["asks"].is_string());
}

/// Readings only add: two people who keep one at the same moment both keep it.
#[test]
fn readings_kept_at_once_are_all_kept() {
    let server = start(&["demo"]);
    let writers: Vec<_> = (0..4)
        .map(|k| {
            let url = server.at("/api/jobs/1/readings");
            std::thread::spawn(move || {
                for n in 0..10 {
                    let body = json!({ "check": "battery.rest_v", "value": 12.0 + f64::from(k * 10 + n) / 100.0 });
                    let kept = Client::new().post(&url).json(&body).send().unwrap();
                    assert_eq!(kept.status(), 200, "{}", kept.text().unwrap());
                }
            })
        })
        .collect();
    for writer in writers {
        writer.join().unwrap();
    }
    let readings = server.get("/api/jobs/1")["job"]["readings"].clone();
    let values: std::collections::BTreeSet<String> = readings
        .as_array()
        .unwrap()
        .iter()
        .filter(|r| r["check"] == "battery.rest_v")
        .map(|r| r["value"].to_string())
        .collect();
    for n in 0..40 {
        let wanted = json!(12.0 + f64::from(n) / 100.0).to_string();
        assert!(values.contains(&wanted), "{wanted} is lost");
    }
}

/// Marks over the API: with the time they were pressed, once however often they are sent, refused at a gate.
#[test]
fn marks_over_the_api() {
    let server = start(&["demo"]);
    let send = |step: &str, mark: &str, at: Option<&str>| -> (u16, Value) {
        let answer =
            server.post("/api/jobs/4/work", &json!({"step": step, "mark": mark, "at": at}));
        (answer.status().as_u16(), answer.json().unwrap())
    };
    let at = Some("2026-01-05T07:30:00Z");
    let (status, view) = send("before", "start", at);
    assert_eq!((status, &view["job"]["work"][0]["at"]), (200, &json!("2026-01-05T07:30:00Z")));
    let (_, again) = send("before", "start", at);
    assert_eq!(again["rev"], view["rev"], "the same mark twice is one");
    let (status, done) = send("before", "done", Some("2026-01-05T07:42:10.6Z"));
    assert_eq!((status, done["job"]["work"].as_array().unwrap().len()), (200, 2));
    let work: Value = server.post("/api/work", &done["job"]).json().unwrap();
    let before = work["steps"].as_array().unwrap().iter().find(|s| s["step"]["id"] == "before");
    assert_eq!(before.unwrap()["used_min"], json!(12.0));
    for (step, mark, at, says) in [
        ("before", "start", None, "done already"),
        ("join.boom", "start", None, "cannot be done yet"),
        ("polish", "done", None, "no step"),
        ("bench", "start", Some("2999-01-01T00:00:00Z"), "lies in the future"),
        ("bench", "start", Some("yesterday"), "yesterday"),
    ] {
        let (status, problem) = send(step, mark, at);
        assert_eq!(status, 422, "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains(says), "{problem}");
    }
    let answer = server.post("/api/jobs/4/work", &json!({"step": "bench", "mark": "polished"}));
    assert_eq!(answer.status().as_u16(), 422);
    let answer = server.post("/api/jobs/99/work", &json!({"step": "bench", "mark": "start"}));
    assert_eq!(answer.status().as_u16(), 404);
    // What was marked can be undone like all else.
    let undone = Client::new()
        .post(server.at("/api/jobs/4/undo"))
        .header("If-Match", format!("\"{}\"", done["rev"]))
        .send()
        .unwrap()
        .json::<Value>()
        .unwrap();
    assert_eq!(undone["job"]["work"].as_array().unwrap().len(), 1);
}
