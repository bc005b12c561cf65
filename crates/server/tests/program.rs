//! The real program: commands, API, two writers, kill -9.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

use jovek_e2e::Server;
use reqwest::blocking::{Client, Response};
use serde_json::{Value, json};
use std::io::Write;
use std::path::Path;
use std::process::{Command, Output, Stdio};
use std::time::{Duration, Instant};

const JOVEK: &str = env!("CARGO_BIN_EXE_jovek");
const UNIT_14: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-14.json");
const UNIT_51: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-51.json");
const UNIT_T3: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-T3.json");

fn start(args: &[&str]) -> Server {
    Server::start(Path::new(JOVEK), args).unwrap()
}

fn on(db: &Path) -> Server {
    start(&["serve", "--db", db.to_str().unwrap()])
}

/// The calls that these tests make.
trait Calls {
    fn get(&self, path: &str) -> Value;
    fn post(&self, path: &str, body: &Value) -> Response;
    fn put(&self, id: &Value, rev: &Value, job: &Value) -> Response;
}

impl Calls for Server {
    fn get(&self, path: &str) -> Value {
        Client::new().get(self.at(path)).send().unwrap().json().unwrap()
    }

    fn post(&self, path: &str, body: &Value) -> Response {
        Client::new().post(self.at(path)).json(body).send().unwrap()
    }

    fn put(&self, id: &Value, rev: &Value, job: &Value) -> Response {
        Client::new()
            .put(self.at(&format!("/api/jobs/{id}")))
            .header("If-Match", format!("\"{rev}\""))
            .header("X-Jovek-Who", "Ada%20%C3%98")
            .json(job)
            .send()
            .unwrap()
    }
}

fn run(args: &[&str], input: &str) -> Output {
    let mut child = Command::new(JOVEK)
        .args(args)
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    // A command that reads no input may have gone already.
    let _ = child.stdin.take().unwrap().write_all(input.as_bytes());
    child.wait_with_output().unwrap()
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8(bytes.to_vec()).unwrap()
}

#[test]
fn assess_tells_by_its_exit_code() {
    assert_eq!(run(&["assess", UNIT_14], "").status.code(), Some(0));
    assert_eq!(run(&["assess", UNIT_51], "").status.code(), Some(1), "a Stop stands");
    let bad = run(&["assess", "-"], "{\"jovek\": 1, \"unit\": 5}");
    assert_eq!(bad.status.code(), Some(2));
    assert!(text(&bad.stderr).contains("unit"), "{}", text(&bad.stderr));
    assert_eq!(run(&["assess", "/no/such/job.json"], "").status.code(), Some(2));
    let job = std::fs::read_to_string(UNIT_14).unwrap();
    let out = run(&["assess", "-", "--json"], &job);
    let answers: Value = serde_json::from_slice(&out.stdout).unwrap();
    assert_eq!(answers["circuits"].as_array().unwrap().len(), 4);
}

#[test]
fn exports_are_written_and_the_job_comes_back_to_the_byte() {
    let job = std::fs::read_to_string(UNIT_14).unwrap();
    assert_eq!(text(&run(&["export", UNIT_14, "--as", "job"], "").stdout), job);
    let dir = tempfile::tempdir().unwrap();
    for (format, begins) in [
        ("spice", "* Unit 14"),
        ("wires-csv", "label,"),
        ("parts-csv", "group,"),
        ("diagram-svg", "<svg"),
    ] {
        let file = dir.path().join(format);
        let out = run(&["export", "-", "--as", format, "-o", file.to_str().unwrap()], &job);
        assert!(out.status.success(), "{}", text(&out.stderr));
        assert!(std::fs::read_to_string(file).unwrap().starts_with(begins), "{format}");
    }
    let out = run(&["export", UNIT_14, "--as", "spice", "--state", "flying"], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("engine_off"));
}

#[test]
fn prove_solve_and_budget_from_the_command_line() {
    let out = run(&["prove", UNIT_14], "");
    assert_eq!(out.status.code(), Some(0), "{}", text(&out.stderr));
    let said = text(&out.stdout);
    assert!(said.contains("Lit with the reverse lamps or by rear work switch. holds."), "{said}");
    assert!(said.contains("single failures tried"), "{said}");
    assert_eq!(run(&["prove", UNIT_51], "").status.code(), Some(1), "a Stop stands");
    // A wish that no wire can follow is missed.
    let unmet = std::fs::read_to_string(UNIT_14).unwrap().replacen("\"reverse\"", "\"fog\"", 9);
    let unmet = unmet.replacen("\"follows\": \"fog\"", "\"follows\": \"brake\"", 1);
    let out = run(&["prove", "-", "--json"], &unmet);
    assert_eq!(out.status.code(), Some(1), "{}", text(&out.stderr));
    let proof: Value = serde_json::from_slice(&out.stdout).unwrap();
    assert_eq!(proof["passes"], json!(false));

    let out = run(&["solve", UNIT_14, "--on", "reverse"], "");
    let said = text(&out.stdout);
    assert!(said.contains("through diode 1 from Reverse lamps"), "{said}");
    let out = run(&["solve", UNIT_14, "--state", "Reversing at night", "--json"], "");
    let moment: Value = serde_json::from_slice(&out.stdout).unwrap();
    assert_eq!(moment["on"], json!(["reverse", "parking"]));
    let out = run(&["solve", UNIT_14, "--on", "warp"], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("it depends on reverse"), "{}", text(&out.stderr));
    let out = run(&["solve", UNIT_14, "--state", "flying"], "");
    assert!(text(&out.stderr).contains("use one of engine_off"), "{}", text(&out.stderr));

    let said = text(&run(&["budget", UNIT_14], "").stdout);
    assert!(said.contains("Voltage-sensing relay (in use)") && said.contains("days parked it"));
    let out = run(&["budget", UNIT_14, "--json"], "");
    let budget: Value = serde_json::from_slice(&out.stdout).unwrap();
    assert_eq!(budget["ways"].as_array().unwrap().len(), 7);
}

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
    assert!(detail.contains("shift.legs[0].minutes"), "{detail}");
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

/// Paths, bundles and the sheet from the command line; a job without a skeleton says what to do.
#[test]
fn route_and_sheet_from_the_command_line() {
    let out = run(&["route", UNIT_T3], "");
    assert_eq!(out.status.code(), Some(0), "{}", text(&out.stderr));
    let said = text(&out.stdout);
    assert!(said.contains("5.40 m long") && said.contains("Side markers:"), "{said}");
    assert!(said.contains("1.40 m, measured") && said.contains("loom"), "{said}");
    let out = run(&["route", UNIT_T3, "--json"], "");
    let route: Value = serde_json::from_slice(&out.stdout).unwrap();
    let ways = route["ways"].as_array().unwrap();
    assert!(ways.iter().any(|w| w["wires"].as_u64() > Some(4)));
    let out = run(&["route", UNIT_51], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("add one under Run"), "{}", text(&out.stderr));
    for (format, holds) in [
        ("cuts-csv", "wire,reel,label,length_m"),
        ("labels-csv", "label,here,goes_to,circuit"),
        ("pins-csv", "circuit,connector,pin,wire"),
        ("formboard-svg", "scale 1:"),
    ] {
        let out = run(&["export", UNIT_T3, "--as", format], "");
        assert_eq!(out.status.code(), Some(0), "{format}: {}", text(&out.stderr));
        assert!(text(&out.stdout).contains(holds), "{format}");
    }
    let out = run(&["export", UNIT_51, "--as", "formboard-svg"], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("no wires on a skeleton"), "{}", text(&out.stderr));
}

/// What a way is worth, over the API; wrong questions are named, nothing is saved.
#[test]
fn the_api_tells_what_a_way_is_worth() {
    let server = start(&["demo"]);
    let before = server.get("/api/jobs/8");
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
    assert_eq!(server.get("/api/jobs/8")["rev"], before["rev"], "nothing is saved");
}

#[test]
fn a_port_in_use_and_a_bad_file_are_named() {
    let taken = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
    let address = taken.local_addr().unwrap().to_string();
    let out = run(&["demo", "--listen", &address], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("in use"), "{}", text(&out.stderr));
    let dir = tempfile::tempdir().unwrap();
    let file = dir.path().join("x.db");
    std::fs::write(&file, vec![b'x'; 9000]).unwrap();
    let out = run(&["serve", "--db", file.to_str().unwrap(), "--listen", "127.0.0.1:0"], "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("damaged"), "{}", text(&out.stderr));
}

#[test]
fn backup_and_restore_from_the_command_line() {
    let dir = tempfile::tempdir().unwrap();
    let path = |name: &str| dir.path().join(name).to_str().unwrap().to_owned();
    let server = on(&dir.path().join("a.db"));
    server.post("/api/jobs", &json!({"unit": "77"}));
    let out = run(&["backup", "--db", &path("a.db"), &path("b.db")], "");
    assert!(out.status.success(), "{}", text(&out.stderr));
    assert!(!run(&["backup", "--db", &path("a.db"), &path("b.db")], "").status.success());
    let out = run(&["restore", &path("b.db"), "--db", &path("c.db")], "");
    assert!(out.status.success(), "{}", text(&out.stderr));
    let restored = on(&dir.path().join("c.db"));
    assert_eq!(restored.get("/api/jobs")[0]["unit"], "77");
}

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
    assert_eq!((&change["before"], &change["after"]), (&json!("4.5"), &json!("5.25")));
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

/// The published schema is JSON Schema 2020-12 and knows every part of the demo jobs.
#[test]
fn the_schema_stands_alone() {
    let schema: Value = serde_json::from_slice(&run(&["schema"], "").stdout).unwrap();
    assert_eq!(schema["$schema"], "https://json-schema.org/draft/2020-12/schema");
    let text = schema.to_string();
    for reference in text.split("#/$defs/").skip(1) {
        let name = reference.split('"').next().unwrap();
        assert!(schema["$defs"][name].is_object(), "{name} is referred to but not defined");
    }
    let job: Value = serde_json::from_str(&std::fs::read_to_string(UNIT_14).unwrap()).unwrap();
    for key in job.as_object().unwrap().keys() {
        assert!(schema["properties"][key].is_object(), "{key}");
    }
}

/// Fifty power cuts in the middle of writing: no accepted save is lost, no file is damaged.
#[test]
fn kill_9_during_writes_loses_nothing_accepted() {
    let dir = tempfile::tempdir().unwrap();
    let db = dir.path().join("j.db");
    let mut accepted: Option<(i64, String)> = None;
    let mut saves = 0;
    for round in 0..50u64 {
        let server = on(&db);
        let rows = server.get("/api/jobs");
        if rows.as_array().unwrap().is_empty() {
            server.post("/api/jobs", &json!({"unit": "k"}));
        }
        let view = server.get("/api/jobs/1");
        let (mut rev, mut job) = (view["rev"].as_i64().unwrap(), view["job"].clone());
        if let Some((kept, title)) = &accepted {
            assert!(rev >= *kept, "round {round}: revision {kept} was accepted, {rev} is here");
            if rev == *kept {
                assert_eq!(job["title"], title.as_str());
            }
        }
        let pid = server.child.id();
        // A different moment each round, with no randomness.
        let moment = Duration::from_micros(1500 + (round * 7919) % 24_000);
        let killer = std::thread::spawn(move || {
            std::thread::sleep(moment);
            let _ = Command::new("kill").args(["-9", &pid.to_string()]).status();
        });
        let client = Client::new();
        let until = Instant::now() + Duration::from_secs(2);
        while Instant::now() < until {
            let title = format!("save {round} {saves}");
            job["title"] = json!(title);
            let sent = client
                .put(server.at("/api/jobs/1"))
                .header("If-Match", format!("\"{rev}\""))
                .json(&job)
                .send();
            let Ok(response) = sent else { break };
            if response.status() != 200 {
                break;
            }
            let Ok(body) = response.json::<Value>() else { break };
            rev = body["rev"].as_i64().unwrap();
            accepted = Some((rev, title));
            saves += 1;
        }
        killer.join().unwrap();
        server.kill();
    }
    assert!(saves > 50, "only {saves} saves were accepted");
    println!("{saves} saves accepted over 50 kills, none lost");
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
            let url = server.at(&path.replace("{id}", "99")) + "?as=job";
            let request = match method.as_str() {
                "get" => client.get(url),
                "put" => client.put(url).json(&server.get("/api/jobs/1")["job"]),
                _ if path.ends_with("/work") => {
                    client.post(url).json(&json!({ "step": "before", "mark": "start" }))
                }
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

/// The estimate against a list of stock, and the formboard page by page.
#[test]
fn estimate_and_pages_from_the_command_line() {
    let folder = tempfile::tempdir().unwrap();
    let list = folder.path().join("stock.csv");
    std::fs::write(&list, "part,held,price\nrelay socket,3,4.5\n,1,1\nloom,many,1\n").unwrap();
    let out =
        run(&["export", UNIT_14, "--as", "estimate-csv", "--stock", list.to_str().unwrap()], "");
    assert_eq!(out.status.code(), Some(0), "{}", text(&out.stderr));
    let said = text(&out.stdout);
    assert!(said.contains("control,relay socket,1.00,pc,3.00,0.00,4.50,4.50"), "{said}");
    assert!(said.contains("\"work, min\",mount lamps,"), "{said}");
    let named = text(&out.stderr);
    assert!(
        named.contains("line 3") && named.contains("line 4") && named.contains("no part"),
        "{named}"
    );
    std::fs::write(&list, "name\nx\n").unwrap();
    let stock = ["export", UNIT_14, "--as", "estimate-csv", "--stock", list.to_str().unwrap()];
    let out = run(&stock, "");
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("part, held, price"), "{}", text(&out.stderr));
    let page = |n: &str, format: &str| run(&["export", UNIT_14, "--as", format, "--page", n], "");
    let out = page("1", "formboard-svg");
    assert!(text(&out.stdout).contains("page A1 of"), "{}", text(&out.stderr));
    for (n, format, says) in [
        ("99", "formboard-svg", "has pages 1 to"),
        ("0", "formboard-svg", "there is no page 0"),
        ("1", "parts-csv", "--page goes with"),
    ] {
        let out = page(n, format);
        assert_eq!(out.status.code(), Some(2));
        assert!(text(&out.stderr).contains(says), "{}", text(&out.stderr));
    }
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
    assert!(answer.text().unwrap().contains("less than nothing"));
    let csv = Client::new().get(server.at("/api/stock/csv")).send().unwrap().text().unwrap();
    assert_eq!(csv, "part,held,price\nrelay socket,0,4.5\n");
    let job = server.get("/api/jobs/1")["job"].clone();
    let estimate: Value = server.post("/api/estimate", &job).json().unwrap();
    let lines = estimate["parts"].as_array().unwrap();
    let socket = lines.iter().find(|l| l["part"] == "relay socket").unwrap();
    assert_eq!((&socket["price"], &socket["to_buy"]), (&json!(4.5), &json!(1.0)));
    assert_eq!(estimate["total"], Value::Null);
    let gone = Client::new().delete(server.at("/api/stock")).send().unwrap();
    assert_eq!(gone.json::<Value>().unwrap(), json!({"lines": []}));
}

/// The order of work from the command line: every step with its place in it; an empty job has none.
#[test]
fn the_order_of_work_from_the_command_line() {
    let out = run(&["steps", UNIT_14], "");
    assert_eq!(out.status.code(), Some(0), "{}", text(&out.stderr));
    let said = text(&out.stdout);
    let line = |what: &str| {
        said.lines().position(|l| l.contains(what)).unwrap_or_else(|| panic!("{what}\n{said}"))
    };
    assert!(line("Battery negative off") < line("Rear work lamps: joints"));
    assert!(line("Rear work lamps: joints") < line("Battery negative on"));
    assert!(line("Battery negative on") < line("Rear work lamps: fuse in"));
    assert!(said.contains("9 of 40 done"), "{said}");
    let out = run(&["steps", UNIT_14, "--json"], "");
    let work: Value = serde_json::from_slice(&out.stdout).unwrap();
    let steps = work["steps"].as_array().unwrap();
    assert_eq!(steps.len(), 40);
    // Begun half-way: what is done stands first, and none is begun before it may.
    for s in steps {
        let state = s["state"].as_str().unwrap();
        let holds = s["holds"].as_array().unwrap().len();
        assert_eq!(state == "blocked", holds > 0 && state != "done", "{s}");
    }
    let out = run(&["steps", "-"], r#"{"jovek": 1, "unit": "1", "title": "t"}"#);
    assert!(text(&out.stdout).contains("0 of 0 done"), "{}", text(&out.stderr));
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
        ("bench", "start", Some("2999-01-01T00:00:00Z"), "has not come yet"),
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
