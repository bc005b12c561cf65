//! What the page asks over the API, and what wrong questions get.

use crate::{Calls, run, start};
use reqwest::blocking::Client;
use serde_json::{Value, json};

/// The page's own questions: a state, the proof, the drawing, the shift, the shop's habits.
#[test]
fn the_api_tries_proves_draws_and_keeps_the_shops_habits() {
    let server = start(&["demo"]);
    let job = server.get("/api/jobs/1")["job"].clone();
    let asked = json!({"job": job, "state": {"on": ["reverse"]}, "before": {"on": []}});
    let tried: Value = server.post("/api/moment", &asked).json().unwrap();
    let says = tried["moment"]["changes"][0].as_str().unwrap_or_default();
    assert!(says.starts_with("Rear work lamps on."), "{tried}");
    let drawn: Value = server.post("/api/diagram", &asked).json().unwrap();
    assert!(drawn["diagram"]["pages"][0].as_array().unwrap().len() > 40);
    let proven: Value = server.post("/api/proof", &job).json().unwrap();
    assert_eq!(proven["proof"]["passes"], json!(true));
    let budget: Value = server.post("/api/budget", &job).json().unwrap();
    assert!(budget["budget"]["ways"][0]["is_used"] == json!(true), "{budget}");
    let wrong = json!({"job": job, "state": {"on": ["warp"]}});
    let refused: Value = server.post("/api/moment", &wrong).json().unwrap();
    assert!(refused["detail"].as_str().unwrap_or_default().contains("warp"), "{refused}");
    // A new job starts with the shop's habits; those that are there keep their own.
    let put = |shop: &Value| Client::new().put(server.at("/api/shop")).json(shop).send().unwrap();
    assert!(put(&json!({"drop": "half_volt", "ground": "battery_negative"})).status().is_success());
    let made: Value = server.post("/api/jobs", &json!({"unit": "90"})).json().unwrap();
    assert_eq!(made["job"]["shop"]["drop"], "half_volt");
    assert_eq!(made["job"]["circuits"][0]["run"]["return_by"], "battery_negative");
    assert_eq!(server.get("/api/jobs/1")["job"]["shop"]["drop"], "three_percent");
    assert_eq!(put(&json!({"end_allowance_m": -3})).status().as_u16(), 422);
}

/// Whatever is asked of Try, the proof or the drawing, a wrong question is a problem with its remedy and
/// never a crash: the server answers the next one.
#[test]
fn wrong_questions_are_named() {
    let server = start(&["demo"]);
    let job = server.get("/api/jobs/1")["job"].clone();
    let asks = |path: &str, body: &Value| -> (u16, String) {
        let answer = server.post(path, body);
        let status = answer.status().as_u16();
        let problem: Value = answer.json().unwrap_or_default();
        (status, problem["detail"].as_str().unwrap_or_default().to_owned())
    };
    let state = |state: Value| json!({"job": job, "state": state});
    for path in ["/api/moment", "/api/diagram"] {
        for (body, says) in [
            (state(json!({"on": ["warp"]})), "nothing in this job is called \"warp\""),
            (state(json!({"on": 5})), "invalid type"),
            (state(json!({"supply": "steam"})), "unknown variant"),
            (state(json!({"moon": true})), "unknown field `moon`"),
            (
                state(json!({"faults": [{"part": "rear.warp", "kind": "open"}]})),
                "no part \"rear.warp\"",
            ),
            (
                state(json!({"faults": [{"part": "rear.fuse", "kind": "reversed"}]})),
                "cannot fail in this way",
            ),
            (json!({"job": {"jovek": 1, "unit": "1"}, "state": {}}), "title"),
            (json!({"job": job}), "missing field `state`"),
        ] {
            let (status, detail) = asks(path, &body);
            assert_eq!(status, 422, "{path} {body}");
            assert!(detail.contains(says), "{path}: {detail}");
        }
    }
    for path in ["/api/proof", "/api/budget"] {
        let mut wrong = job.clone();
        wrong["circuits"][0]["lit"] = json!({"any": []});
        let (status, detail) = asks(path, &wrong);
        assert_eq!(status, 422);
        assert!(detail.contains("an empty list of conditions"), "{path}: {detail}");
        wrong["circuits"][0]["lit"] = json!({"sometimes": "parking"});
        assert_eq!(asks(path, &wrong).0, 422);
    }
    let mut wrong = job.clone();
    wrong["shift"]["legs"][0]["minutes"] = json!(-4);
    let (status, detail) = asks("/api/budget", &wrong);
    assert_eq!(status, 422);
    assert!(detail.contains("shift, leg 1, minutes: -4 min"), "{detail}");
    // A job without a circuit has nothing to prove and nothing to draw, and that is fine.
    let mut empty = job.clone();
    empty["circuits"] = json!([]);
    empty["states"] = json!([]);
    assert_eq!(asks("/api/proof", &empty).0, 200);
    assert_eq!(asks("/api/moment", &json!({"job": empty, "state": {}})).0, 200);
    assert_eq!(asks("/api/diagram", &json!({"job": empty, "state": {}})).0, 200);
    assert_eq!(asks("/api/budget", &empty).0, 200);
    assert_eq!(asks("/api/proof", &job).0, 200, "and the next question is answered");
}

/// What a way is worth, over the API; wrong questions are named, nothing is saved.
#[test]
fn the_api_tells_what_a_way_is_worth() {
    let server = start(&["demo"]);
    let before = server.get("/api/jobs/9");
    let job = before["job"].clone();
    let asks = |body: &Value| -> (u16, Value) {
        let answer = server.post("/api/route/cost", body);
        (answer.status().as_u16(), answer.json().unwrap())
    };
    let forbid = |way: &str| json!({"job": job, "trial": {"try": "forbid", "way": way}});
    let (status, cost) = asks(&forbid("side_l2-side_l3"));
    assert_eq!((status, &cost["is_possible"]), (200, &json!(true)));
    assert!(cost["wire_m"].as_f64() > Some(1.0), "{cost}");
    let (_, nothing) = asks(&forbid("moon-shine"));
    assert_eq!(nothing["says"], json!(["Nothing changes."]));
    let (_, lost) = asks(&forbid("rail_rr-rear_right"));
    assert_eq!(lost["is_possible"], json!(false), "{lost}");
    let pin = json!({"try": "pin", "circuit": "tails", "way": "rail_rf-side_r1"});
    let (status, pinned) = asks(&json!({"job": job, "trial": pin}));
    assert_eq!(status, 200);
    assert!(pinned["is_possible"] == json!(true), "{pinned}");
    for (trial, says) in [
        (json!({"try": "bend", "way": "x"}), "unknown variant"),
        (json!({"try": "forbid"}), "missing field `way`"),
        (json!({"try": "forbid", "way": "x", "moon": 1}), "unknown field `moon`"),
    ] {
        let (status, problem) = asks(&json!({"job": job, "trial": trial}));
        assert_eq!(status, 422, "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains(says), "{problem}");
    }
    let flat: Value = server.post("/api/formboard", &job).json().unwrap();
    assert!(flat["svg"].as_str().unwrap().contains("scale 1:"));
    let plain = server.get("/api/jobs/5")["job"].clone();
    let refused = server.post("/api/formboard", &plain);
    assert_eq!(refused.status().as_u16(), 422);
    assert_eq!(server.get("/api/jobs/9")["rev"], before["rev"], "nothing is saved");
}

/// RFC 9457: every refusal of the API is a problem document, those of the framework included.
#[test]
fn refusals_of_the_framework_are_problems_too() {
    let server = start(&["demo"]);
    let client = Client::new();
    let json = |path: &str, body: String| {
        client
            .post(server.at(path))
            .header("content-type", "application/json")
            .body(body)
            .send()
            .unwrap()
    };
    let refusals = [
        (json("/api/jobs", "{ not json".into()), 400),
        (json("/api/jobs", r#"{"unitt": "9"}"#.into()), 422),
        (client.post(server.at("/api/jobs")).body("{}").send().unwrap(), 415),
        (client.get(server.at("/api/jobs/fourteen")).send().unwrap(), 400),
        (client.get(server.at("/api/jobs/1/export?as=paper")).send().unwrap(), 400),
        (json("/api/assess", " ".repeat(9_000_000)), 413),
    ];
    for (response, status) in refusals {
        let at = response.url().path().to_owned();
        assert_eq!(response.status().as_u16(), status, "{at}");
        assert_eq!(response.headers()["content-type"], "application/problem+json", "{at}");
        let problem: Value = response.json().unwrap();
        assert_eq!(problem["status"], status, "{at}");
        assert!(!problem["detail"].as_str().unwrap().is_empty(), "{at}");
    }
}

/// Every place of the API that names a job says plainly when there is none, and the description
/// names every place.
#[test]
fn a_job_that_is_not_there_is_a_404_everywhere() {
    let server = start(&["demo"]);
    let described: Value =
        serde_json::from_slice(&run(&["openapi"], "").stdout).expect("a description in JSON");
    let client = Client::new();
    let mut met = 0;
    for (path, methods) in described["paths"].as_object().unwrap() {
        if !path.contains("{id}") {
            continue;
        }
        for method in methods.as_object().unwrap().keys() {
            let url = server.at(&path.replace("{id}", "99")) + "?as=job&list=labels";
            let request = match method.as_str() {
                "get" => client.get(url),
                "delete" => client.delete(url),
                "put" if path.starts_with("/api/vehicles") => {
                    client.put(url).json(&json!({ "unit": "99" }))
                }
                "put" if path.starts_with("/api/people") => {
                    client.put(url).json(&json!({ "role": "fitter", "is_closed": false }))
                }
                "put" if path.ends_with("/kept-parts") => {
                    client.put(url).json(&json!({ "is_kept": true }))
                }
                "put" if path.ends_with("/points") => {
                    client.put(url).json(&json!({ "may_differ": [] }))
                }
                "put" => client.put(url).json(&server.get("/api/jobs/1")["job"]),
                _ if path.ends_with("/mark") => {
                    client.post(url).json(&json!({ "job": 1, "is_done": true }))
                }
                _ if path.ends_with("/lay") => client.post(url).json(&json!({ "vehicles": [] })),
                _ if path.ends_with("/take") => {
                    client.post(url).json(&json!({ "job": 1, "again": false }))
                }
                _ if path.ends_with("/reason") => {
                    client.post(url).json(&json!({ "job": 1, "at": "unit", "why": "so" }))
                }
                _ if path.ends_with("/work") => {
                    client.post(url).json(&json!({ "step": "before", "mark": "start" }))
                }
                _ if path.ends_with("/sign") => client.post(url).json(&json!({})),
                _ if path.ends_with("/open") => client.post(url).json(&json!({ "why": "more" })),
                _ if path.ends_with("/visits") => {
                    client.post(url).json(&json!({ "kind": "yearly" }))
                }
                _ if path.ends_with("/log") => {
                    client.post(url).json(&json!([{ "check": "battery.rest_v", "value": 12.6 }]))
                }
                _ => client.post(url).json(&json!({ "check": "battery.rest_v", "value": 12.6 })),
            };
            let answer = request.header("If-Match", "\"1\"").send().unwrap();
            assert_eq!(answer.status(), 404, "{method} {path}");
            let problem: Value = answer.json().unwrap();
            assert!(problem["detail"].as_str().unwrap().contains("99"), "{problem}");
            met += 1;
        }
    }
    assert!(met >= 7, "only {met} places");
}

/// Lists over the API: read without being saved, taken, given back, refused when they were changed on the way.
#[test]
fn the_shelf_over_the_api() {
    let server = start(&["demo"]);
    // The demo's own shelf: every row of it is a good one.
    let lines = server.get("/api/stock")["lines"].as_array().unwrap().len();
    assert_eq!(lines, 87);
    Client::new().delete(server.at("/api/stock")).send().unwrap();
    assert_eq!(server.get("/api/stock"), json!({"lines": []}));
    let read = |text: &str| server.post("/api/stock/read", &json!({"text": text}));
    let answer = read("part,price\nrelay socket,4.5\nrelay socket,5\n");
    let list: Value = answer.json().unwrap();
    assert_eq!(list["bad"][0]["line"], json!(3));
    assert_eq!(server.get("/api/stock"), json!({"lines": []}), "reading saves nothing");
    assert_eq!(read("x").status().as_u16(), 422);
    let answer = server.post("/api/stock", &json!({"lines": list["good"]}));
    assert_eq!(answer.status().as_u16(), 200);
    let bad = json!({"lines": [{"part": "loom", "held": -1.0}]});
    let answer = server.post("/api/stock", &bad);
    assert_eq!(answer.status().as_u16(), 422);
    assert!(answer.text().unwrap().contains("is below zero"));
    let csv = Client::new().get(server.at("/api/stock/csv")).send().unwrap().text().unwrap();
    assert_eq!(csv, "part,held,price,unit,pack\nrelay socket,0,4.5,,\n");
    let job = server.get("/api/jobs/1")["job"].clone();
    let estimate: Value = server.post("/api/estimate", &job).json().unwrap();
    let lines = estimate["parts"].as_array().unwrap();
    let socket = lines.iter().find(|l| l["part"] == "relay socket").unwrap();
    assert_eq!((&socket["price"], &socket["to_buy"]), (&json!(4.5), &json!(1.0)));
    assert_eq!(estimate["total"], Value::Null);
    let gone = Client::new().delete(server.at("/api/stock")).send().unwrap();
    assert_eq!(gone.json::<Value>().unwrap(), json!({"lines": []}));
}

/// Answers and the app's own files are packed for whoever takes gzip, and plain for others; both say the same.
#[test]
fn answers_are_packed_for_whoever_takes_them_so() {
    let server = start(&["demo"]);
    let page = Client::new().get(server.at("/")).send().unwrap().text().unwrap();
    let script = page.split('"').find(|part| part.ends_with(".js")).unwrap().to_owned();
    for path in ["/api/catalog", "/api/jobs/1", "/", script.as_str()] {
        let plain = Client::new().get(server.at(path)).send().unwrap();
        assert!(plain.headers().get("content-encoding").is_none(), "{path}");
        let kind = plain.headers()["content-type"].clone();
        let whole = plain.bytes().unwrap().len();
        let packed =
            Client::new().get(server.at(path)).header("Accept-Encoding", "gzip").send().unwrap();
        assert_eq!(packed.headers()["content-encoding"], "gzip", "{path}");
        assert_eq!(packed.headers()["content-type"], kind, "{path}");
        let bytes = packed.bytes().unwrap();
        // RFC 1952: a gzip member begins with 1f 8b.
        assert_eq!(&bytes[..2], [0x1f, 0x8b], "{path}");
        assert!(bytes.len() < whole, "{path}: {} of {whole} bytes", bytes.len());
    }
}
