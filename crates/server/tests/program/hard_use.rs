//! Hard use over the API: jobs that are too large, sizes that no vehicle has, requests that keep others waiting, jobs
//! out of the way, paths that are not there.

use crate::{Calls, JOVEK, on, run, start};
use reqwest::blocking::Client;
use serde_json::{Value, json};
use std::process::Command;
use std::time::{Duration, Instant};

/// Readings beyond the limit are refused before they are stored; the yard goes on, after a restart too.
#[test]
fn a_job_that_is_full_is_refused_and_the_yard_goes_on() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let server = on(&db);
    let view: Value = server.post("/api/jobs", &json!({"unit": "1"})).json().unwrap();
    let line = json!({"check": "battery.rest_v", "value": 12.5, "at": "2026-11-28T10:00:00Z"});
    for count in [10_001, 22_000] {
        let many: Vec<Value> = (0..count)
            .map(|k| {
                let mut line = line.clone();
                line["value"] = json!(12.0 + f64::from(k) * 1e-6);
                line
            })
            .collect();
        let refused = server.post(&format!("/api/jobs/{}/log", view["id"]), &json!(many));
        assert!(refused.status().is_client_error(), "{count}: {}", refused.status());
        assert_eq!(refused.headers()["content-type"], "application/problem+json");
    }
    let mut job = view["job"].clone();
    let reading = |k: usize| {
        json!({"check": "battery.rest_v", "value": 12.0, "by": "Ada",
        "at": format!("2026-11-28T10:{:02}:{:02}Z", k / 60 % 60, k % 60)})
    };
    job["readings"] = (0..22_000).map(reading).collect();
    let file = json!({"file": job.to_string()});
    assert!(server.post("/api/jobs", &file).status().is_client_error());
    assert_eq!(server.yard().len(), 1);
    drop(server);
    assert_eq!(on(&db).yard().len(), 1);
}

/// A row that cannot be read stands in its place in the yard, with why; all else answers as before.
#[test]
fn an_unreadable_row_stops_nobody() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let server = on(&db);
    for unit in ["1", "2", "3"] {
        server.post("/api/jobs", &json!({"unit": unit}));
    }
    let beside = rusqlite::Connection::open(&db).unwrap();
    beside.execute("UPDATE revision SET body = '{\"jovek\": 99}' WHERE job_id = 2", []).unwrap();
    // As it is read anew after a restart.
    drop(server);
    let server = on(&db);
    let rows = server.yard();
    // Nobody knows its unit: it stands behind those that have one.
    let ids: Vec<_> = rows.iter().map(|r| r["id"].as_i64().unwrap()).collect();
    assert_eq!(ids, [1, 3, 2]);
    assert!(rows[0]["unreadable"].is_null() && rows[1]["unreadable"].is_null());
    assert!(rows[2]["unreadable"].as_str().unwrap().contains("newer Jovek"), "{}", rows[2]);
    let asked = Client::new().get(server.at("/api/jobs/2")).send().unwrap();
    assert_eq!(asked.status(), 422);
    assert_eq!(server.get("/api/jobs/3")["job"]["unit"], "3");
    let bays = Client::new().get(server.at("/api/bays")).send().unwrap();
    assert_eq!(bays.status(), 200, "the bays plan the others");
    let stored = Client::new().get(server.at("/api/jobs/2/stored")).send().unwrap();
    assert_eq!(stored.text().unwrap(), "{\"jovek\": 99}");
    let verified = run(&["verify", "--db", db.to_str().unwrap()], "");
    let said = String::from_utf8_lossy(&verified.stdout).into_owned();
    assert!(said.contains("revision 1 of job 2") && verified.status.code() == Some(1), "{said}");
    let aside = server.post("/api/jobs/2/aside", &json!({}));
    assert_eq!(aside.json::<Value>().unwrap()["place"], "aside");
    assert_eq!(server.yard()[2]["place"], "aside");
}

/// The yard is found by words, narrowed by how a job is, sorted, and known again after a restart.
#[test]
fn the_yard_is_found_narrowed_and_sorted() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let server = on(&db);
    for (unit, title) in
        [("14b", "Work lamps"), ("9", "Beacons"), ("100", "Work lamps"), ("T3", "")]
    {
        server.post("/api/jobs", &json!({ "unit": unit, "vehicle": title }));
    }
    let units = |server: &jovek_e2e::Server, query: &str| -> Vec<String> {
        let page = server.get(&format!("/api/jobs{query}"));
        assert_eq!(page["behind"], 0);
        let jobs = page["jobs"].as_array().unwrap();
        jobs.iter().map(|j| j["unit"].as_str().unwrap().to_owned()).collect()
    };
    server.yard();
    assert_eq!(units(&server, ""), ["9", "14b", "100", "T3"]);
    assert_eq!(units(&server, "?sort=saved"), ["T3", "100", "9", "14b"]);
    assert_eq!(units(&server, "?find=WORK%2014"), ["14b"]);
    assert!(units(&server, "?find=nobody").is_empty());
    assert_eq!(units(&server, "?from=3"), ["T3"]);
    server.post("/api/jobs/1/aside", &json!({}));
    assert_eq!(units(&server, "?place=in_yard"), ["9", "100", "T3"]);
    let page = server.get("/api/jobs?place=in_yard&state=signed");
    assert_eq!((&page["found"], &page["places"]["aside"]), (&json!(0), &json!(1)));
    let held: u64 =
        page["states"].as_array().unwrap().iter().map(|s| s["jobs"].as_u64().unwrap()).sum();
    assert_eq!(held, 3, "each job is in one state: {}", page["states"]);
    assert_eq!(page["next_unit"], "new 5");
    let wrong = Client::new().get(server.at("/api/jobs?state=lost")).send().unwrap();
    assert_eq!(wrong.status(), 400);
    // Rows are kept in a while; the next start has them, and what was saved last is what they say.
    let before = server.yard();
    std::thread::sleep(Duration::from_secs(3));
    drop(server);
    let kept = rusqlite::Connection::open(&db).unwrap();
    let rows: i64 = kept.query_row("SELECT COUNT(*) FROM yard_row", [], |r| r.get(0)).unwrap();
    assert_eq!(rows, 4);
    assert_eq!(on(&db).yard(), before);
}

/// Put aside, deleted, brought back; a deleted job takes no saves.
#[test]
fn jobs_go_out_of_the_way_and_come_back() {
    let server = start(&["demo"]);
    let place = |server: &jovek_e2e::Server| server.yard()[0]["place"].clone();
    let view = server.get("/api/jobs/1");
    assert_eq!(place(&server), "in_yard");
    server.post("/api/jobs/1/aside", &json!({}));
    assert_eq!(place(&server), "aside");
    let gone = Client::new().delete(server.at("/api/jobs/1")).send().unwrap();
    assert_eq!(gone.status(), 200);
    assert_eq!(place(&server), "deleted");
    let mut job = view["job"].clone();
    job["title"] = json!("changed");
    assert_eq!(server.put(&view["id"], &view["rev"], &job).status(), 409);
    server.post("/api/jobs/1/back", &json!({}));
    assert_eq!(place(&server), "in_yard");
    assert_eq!(server.put(&view["id"], &view["rev"], &job).status(), 200);
    assert_eq!(server.yard()[0]["title"], "changed", "the kept row follows the save");
    assert_eq!(server.post("/api/jobs/99/aside", &json!({})).status(), 404);
}

/// Sizes and counts are looked at before anything is made of them: at the limit, above it, at a thousand million.
#[test]
fn limits_come_before_work() {
    let server = start(&["demo"]);
    let trailer = |field: &str, value: f64| {
        let mut asked =
            json!({"unit": "T9", "length_m": 5.0, "width_m": 2.0, "height_m": 2.0, "region": "un"});
        asked[field] = json!(value);
        let begun = Instant::now();
        let answer = server.post("/api/trailer/build", &asked);
        assert!(begun.elapsed() < Duration::from_secs(5), "{field} {value}");
        answer.status().as_u16()
    };
    for (field, most) in [("length_m", 20.0), ("width_m", 3.5), ("height_m", 4.5)] {
        assert_eq!(trailer(field, most), 200, "{field} at its limit");
        assert_eq!(trailer(field, most * 1.01), 422, "{field} above it");
        assert_eq!(trailer(field, 1e9), 422, "{field} at 10^9");
    }
    let job = server.get("/api/jobs/1")["job"].clone();
    let assessed = |change: &dyn Fn(&mut Value)| {
        let mut job = job.clone();
        change(&mut job);
        let begun = Instant::now();
        let status = server.post("/api/assess", &job).status().as_u16();
        assert!(begun.elapsed() < Duration::from_secs(5), "{:?}", begun.elapsed());
        status
    };
    let many = |of: &Value, count: usize| -> Value {
        let one = |k: usize| {
            let mut one = of.clone();
            one["id"] = json!(format!("x{k}"));
            one
        };
        (0..count).map(one).collect()
    };
    let light = job["circuits"][0]["lights"][0].clone();
    let wire = job["factory"][0].clone();
    let lights = |n: usize| assessed(&|j| j["circuits"][0]["lights"] = many(&light, n));
    assert_eq!((lights(24), lights(25), lights(1000)), (200, 422, 422));
    let wires = |n: usize| {
        assessed(&|j| {
            let own = j["factory"].as_array().unwrap().len();
            let more = many(&wire, n - own);
            j["factory"].as_array_mut().unwrap().extend(more.as_array().unwrap().clone());
        })
    };
    assert_eq!((wires(64), wires(65), wires(5000)), (200, 422, 422));
    let repairs =
        |n: usize| assessed(&|j| j["repairs"] = (0..n).map(|k| json!(format!("r{k}"))).collect());
    assert_eq!((repairs(60), repairs(61), repairs(50_000)), (200, 422, 422));
    let lamps = |n: u64| assessed(&|j| j["circuits"][0]["lights"][0]["count"] = json!(n));
    assert_eq!((lamps(200), lamps(201), lamps(1_000_000_000)), (200, 422, 422));
    for bays in ["1000000000", "-1", "1e9"] {
        let asked = Client::new().get(server.at(&format!("/api/bays?bays={bays}"))).send().unwrap();
        assert!(asked.status().is_client_error(), "{bays}: {}", asked.status());
    }
}

/// Beside two searches for a fault a reading and the list are answered: nothing waits for what is computed.
#[test]
fn nobody_waits_behind_a_search() {
    let server = start(&["demo"]);
    let job = server.get("/api/jobs/3")["job"].clone();
    let at = |path: &str| server.at(path);
    std::thread::scope(|s| {
        let heavy: Vec<_> = (0..2)
            .map(|_| {
                let (job, proof) = (&job, at("/api/proof"));
                s.spawn(move || {
                    for _ in 0..6 {
                        Client::new().post(&proof).json(job).send().unwrap();
                    }
                })
            })
            .collect();
        let mut slowest = Duration::ZERO;
        let mut asked = 0;
        let client = Client::new();
        while !heavy.iter().all(|h| h.is_finished()) && asked < 200 {
            let begun = Instant::now();
            assert_eq!(client.get(at("/api/jobs")).send().unwrap().status(), 200);
            slowest = slowest.max(begun.elapsed());
            asked += 1;
        }
        // Of waiting, not of speed: a search holds a lock for its whole time or not at all.
        assert!(slowest < Duration::from_secs(2), "{slowest:?} over {asked}");
    });
}

#[test]
fn unknown_paths_and_pictures_by_content() {
    let server = start(&["demo"]);
    for path in ["/api/nothing", "/api/", "/api/jobs/1/nothing"] {
        let answer = Client::new().get(server.at(path)).send().unwrap();
        assert_eq!(answer.status(), 404, "{path}");
        assert_eq!(answer.headers()["content-type"], "application/problem+json", "{path}");
    }
    let page = Client::new().get(server.at("/jobs/1/run")).send().unwrap();
    assert_eq!(page.status(), 200, "the app knows its own pages");
    let described = run(&["openapi"], "");
    let described: Value = serde_json::from_slice(&described.stdout).unwrap();
    let refusal = &described["paths"]["/api/jobs/{id}"]["get"]["responses"]["404"]["content"];
    assert!(refusal["application/problem+json"].is_object(), "{refusal}");
}

/// A port that another program holds makes no file.
#[test]
fn a_port_in_use_makes_no_file() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("new.db");
    let held = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
    let listen = held.local_addr().unwrap().to_string();
    let out = Command::new(JOVEK)
        .args(["serve", "--db", db.to_str().unwrap(), "--listen", &listen])
        .output()
        .unwrap();
    assert!(!out.status.success());
    assert!(String::from_utf8_lossy(&out.stderr).contains("in use"));
    assert!(!db.exists());
}

/// Stopping is quick, with a long computation under way.
#[test]
fn a_stop_ends_within_five_seconds() {
    let mut server = start(&["demo"]);
    let job = server.get("/api/jobs/3")["job"].clone();
    let proof = server.at("/api/proof");
    let asking = std::thread::spawn(move || {
        for _ in 0..20 {
            if Client::new().post(&proof).json(&job).send().is_err() {
                return;
            }
        }
    });
    std::thread::sleep(Duration::from_millis(100));
    let begun = Instant::now();
    let stopped = Command::new("kill").args(["-TERM", &server.child.id().to_string()]).status();
    assert!(stopped.unwrap().success());
    while server.child.try_wait().unwrap().is_none() {
        assert!(begun.elapsed() < Duration::from_secs(5), "it does not stop");
        std::thread::sleep(Duration::from_millis(20));
    }
    asking.join().unwrap();
}

/// A client that goes away takes its computation with it: as many as there are cores and more, left alone, keep nobody
/// from proving another job.
#[test]
fn who_goes_away_frees_the_cores() {
    let server = start(&["demo"]);
    let mut heavy =
        server.post("/api/jobs", &json!({"unit": "F1"})).json::<Value>().unwrap()["job"].take();
    // Thirteen switches are 8,192 states; nearly two hundred lamps make each of them slow.
    let circuit = heavy["circuits"][0].clone();
    heavy["circuits"] = (0..13)
        .map(|k| {
            let mut one = circuit.clone();
            one["id"] = json!(format!("c{k}"));
            one["name"] = json!(format!("Circuit {k}"));
            one["lights"][0]["id"] = json!(format!("l{k}"));
            one["lights"][0]["count"] = json!(15);
            one
        })
        .collect();
    let impatient = Client::builder().timeout(Duration::from_millis(300)).build().unwrap();
    for _ in 0..2 * std::thread::available_parallelism().unwrap().get() {
        let left = impatient.post(server.at("/api/proof")).json(&heavy).send();
        let answer = left.map(|answer| answer.text().unwrap_or_default());
        assert!(answer.as_ref().is_err_and(|e| e.is_timeout()), "answered in time: {answer:?}");
    }
    let light = server.get("/api/jobs/1")["job"].clone();
    let begun = Instant::now();
    assert_eq!(server.post("/api/proof", &light).status(), 200);
    // Those that were left alone would take minutes.
    assert!(begun.elapsed() < Duration::from_secs(10), "{:?}", begun.elapsed());
}
