//! Trailers, hitch lamps and towed vehicles over the API and from the command line; the yard's word for a signed job.

use crate::{Calls, UNIT_14, UNIT_T3, on, run, start, text};
use serde_json::{Value, json};

fn file(path: &str) -> Value {
    serde_json::from_str(&std::fs::read_to_string(path).unwrap()).unwrap()
}

fn unit_31() -> String {
    format!("{}/../../demo/unit-31.json", env!("CARGO_MANIFEST_DIR"))
}

/// What the catalogue gives to start with is taken as it is: connectors, a wire, a hitch lamp, a towed vehicle.
#[test]
fn the_catalogue_starts_what_a_job_takes() {
    let folder = tempfile::tempdir().unwrap();
    let server = on(&folder.path().join("db.sqlite"));
    let catalogue = server.get("/api/catalog");
    let fresh = &catalogue["fresh"];
    let mut job = file(UNIT_14);
    let link = |job: &Value| -> Value {
        let answer = server.post("/api/trailer", &json!({ "job": job }));
        assert_eq!(answer.status(), 200);
        answer.json::<Value>().unwrap()["link"].clone()
    };
    assert!(link(&job).is_null(), "no connectors, no link");
    job["trailer"] = fresh["link"].clone();
    let bare = link(&job);
    assert!(bare["hitch"].is_null() && bare["towed"].is_null());
    job["trailer"]["wires"] = json!([fresh["wire"]]);
    job["trailer"]["hitch"] = fresh["hitch"].clone();
    job["trailer"]["towed"] = fresh["towed"].clone();
    let full = link(&job);
    let first = &full["vehicle_wires"][0];
    assert_eq!(first["verdict"], "open");
    // Nothing read yet: it says what to put on first.
    assert!(catalogue["put_on"].as_array().unwrap().iter().any(|p| p["on"] == first["next"]));
    assert_eq!(full["hitch"]["states"].as_array().unwrap().len(), 8);
    assert_eq!(full["towed"]["tests"].as_array().unwrap().len(), 16);
    // Every connector of the list is one that the core knows.
    for connector in catalogue["connectors"].as_array().unwrap() {
        job["trailer"]["socket"] = connector["kind"].clone();
        assert_eq!(link(&job)["socket"]["name"], connector["label"]);
    }
    for watcher in catalogue["watchers"].as_array().unwrap() {
        job["swaps"] = json!([fresh["swap"]]);
        job["swaps"][0]["watched"] = watcher["start"].clone();
        let answer = server.post("/api/swap", &json!({ "job": job }));
        assert_eq!(answer.status(), 200, "{watcher}");
    }
}

/// Wrong words and figures are named with their place, and the next question is answered.
#[test]
fn wrong_trailers_are_named() {
    let folder = tempfile::tempdir().unwrap();
    let server = on(&folder.path().join("db.sqlite"));
    let right = file(UNIT_T3);
    let cases = [
        ("/trailer/socket", json!("flat9"), "flat9"),
        ("/trailer/seen_from_a", json!(1000), "seen_from_a"),
        ("/trailer/wires/0/side", json!("middle"), "middle"),
        ("/trailer/wires/0/readings/0/on", json!("horn"), "horn"),
        ("/trailer/wires/0/readings/0/v", json!(99), "readings[0].v"),
        ("/trailer/wires/0/readings/0/v", json!("much"), "much"),
        ("/trailer/wires/4/seen", json!("left"), "left"),
    ];
    for (place, wrong, named) in cases {
        let mut job = right.clone();
        *job.pointer_mut(place).unwrap_or_else(|| panic!("{place}")) = wrong;
        spoilt(&server, &job, named);
    }
    for (key, wrong, named) in [
        ("hitch", json!({ "name": "x" }), "stop_from"),
        ("towed", json!({ "tie_in": "side" }), "side"),
        ("towed", json!({ "tie_in": "rear", "hours": -2 }), "trailer.towed.hours"),
        ("colour", json!("red"), "colour"),
    ] {
        let mut job = right.clone();
        job["trailer"][key] = wrong;
        spoilt(&server, &job, named);
    }
    assert_eq!(server.post("/api/trailer", &json!({ "job": right })).status(), 200);
}

fn spoilt(server: &jovek_e2e::Server, job: &Value, named: &str) {
    let answer = server.post("/api/trailer", &json!({ "job": job }));
    let status = answer.status();
    let kind = answer.headers()["content-type"].to_str().unwrap().to_owned();
    let problem = answer.text().unwrap();
    assert!(status.is_client_error(), "{status}: {problem}");
    assert_eq!(kind, "application/problem+json");
    assert!(problem.contains(named), "{named} in {problem}");
}

/// The pin table from the command line has the old board's wires; a towed vehicle that hides its turn signal stops.
#[test]
fn trailers_from_the_command_line() {
    let pins = text(&run(&["export", UNIT_T3, "--as", "pins-csv"], "").stdout);
    let old: Vec<&str> = pins.lines().filter(|l| l.contains("old board")).collect();
    assert_eq!(old.len(), 5, "{pins}");
    assert!(old.iter().any(|l| l.ends_with("old black becomes brown")), "{pins}");
    let mut job = file(&unit_31());
    // One lamp for stop and turn, its own pedal pressed on the tow, nothing that cuts it.
    job["trailer"]["plug"] = json!("flat4");
    job["trailer"]["towed"]["is_stop_cut"] = json!(false);
    for circuit in job["circuits"].as_array_mut().unwrap() {
        let side = circuit["id"].as_str().unwrap().to_owned();
        if side == "left" || side == "right" {
            circuit["lit"] =
                json!({ "any": [{ "with": side }, { "with": "brake" }, { "towing": side }] });
            circuit["lights"][0]["colour"] = json!("red");
        }
    }
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("towed.json");
    std::fs::write(&path, job.to_string()).unwrap();
    let output = run(&["assess", path.to_str().unwrap()], "");
    let printed = text(&output.stdout);
    assert!(printed.contains("turn is hidden: what is steady hides the flash"), "{printed}");
    assert_ne!(output.status.code(), Some(0), "a Stop finding is an exit code");
    assert_eq!(run(&["assess", &unit_31()], "").status.code(), Some(0));
}

/// A signed job waits for its next look in the yard, whatever is still assumed in it; opened again it is work.
#[test]
fn a_signed_job_in_the_yard() {
    let server = start(&["demo"]);
    let van = |server: &jovek_e2e::Server| -> Value {
        let jobs = server.yard();
        jobs.iter().find(|j| j["unit"] == "22").unwrap().clone()
    };
    let signed = van(&server);
    assert_eq!(signed["state"], "signed");
    let next = signed["next"].as_str().unwrap();
    assert!(next.starts_with("Signed by ") && next.contains(" look on 20"), "{next}");
    let id = &signed["id"];
    let rev = server.get(&format!("/api/jobs/{id}"))["rev"].clone();
    let opened = reqwest::blocking::Client::new()
        .post(server.at(&format!("/api/jobs/{id}/open")))
        .header("If-Match", format!("\"{rev}\""))
        .json(&json!({ "why": "a lamp was changed" }))
        .send()
        .unwrap();
    assert!(opened.status().is_success(), "{}", opened.text().unwrap());
    let work = van(&server);
    assert_ne!(work["state"], "signed");
    assert!(!work["next"].as_str().unwrap().starts_with("Signed"), "{work}");
}

/// A trailer from its size is kept as a job; a size that no trailer has is refused with its place, nothing is kept.
#[test]
fn a_trailer_built_over_the_api() {
    let folder = tempfile::tempdir().unwrap();
    let server = on(&folder.path().join("db.sqlite"));
    let mut asked = server.get("/api/catalog")["fresh"]["trailer"].clone();
    asked["unit"] = json!("T9");
    let built = server.post("/api/trailer/build", &asked).json::<Value>().unwrap();
    assert_eq!(built["job"]["unit"], "T9");
    assert!(built["job"]["circuits"].as_array().unwrap().len() >= 4);
    for (key, wrong) in
        [("length_m", json!(0.2)), ("width_m", json!(9)), ("height_m", json!("high"))]
    {
        let mut bad = asked.clone();
        bad[key] = wrong;
        let answer = server.post("/api/trailer/build", &bad);
        assert!(answer.status().is_client_error());
        assert!(answer.text().unwrap().contains(key), "{key}");
    }
    assert_eq!(server.yard().len(), 1);
}

/// Lamps of two colours: every point of the picture names its own, a picture of one colour names none.
#[test]
fn pictures_with_their_colours() {
    let folder = tempfile::tempdir().unwrap();
    let server = on(&folder.path().join("db.sqlite"));
    let job = file(UNIT_14);
    let picture = |circuit: Value| -> Value {
        let asked =
            json!({ "job": job, "supply": "engine_off", "circuit": circuit, "drawn": "ground" });
        let answer = server.post("/api/light", &asked);
        assert_eq!(answer.status(), 200);
        answer.json::<Value>().unwrap()["ground"].clone()
    };
    let all = picture(Value::Null);
    let screens = all["screens"].as_array().unwrap().len();
    let tints = all["tints"].as_array().unwrap();
    assert!(screens > 1, "white work lamps and amber beacons");
    assert_eq!(tints.len(), all["shades"].as_array().unwrap().len());
    assert!(tints.iter().all(|t| (t.as_u64().unwrap() as usize) < screens));
    let one = picture(job["circuits"][0]["id"].clone());
    assert_eq!(one["screens"].as_array().unwrap().len(), 1);
    assert!(one["tints"].as_array().unwrap().is_empty());
}
