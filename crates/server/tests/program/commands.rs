//! The commands of the program: what they print, write and refuse.

use crate::{Calls, UNIT_14, UNIT_51, UNIT_T3, on, run, start, text};
use serde_json::{Value, json};

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
    assert_eq!(restored.yard()[0]["unit"], "77");
}

/// Backups on a schedule: made while the program serves, and a restore of the newest rehearsed.
#[test]
fn backups_are_made_while_it_serves_and_a_restore_is_rehearsed() {
    let dir = tempfile::tempdir().unwrap();
    let path = |name: &str| dir.path().join(name).to_str().unwrap().to_owned();
    let folder = path("backups");
    let none = run(&["backup", "--check", dir.path().to_str().unwrap()], "");
    assert_eq!(none.status.code(), Some(2));
    let server = start(&["serve", "--db", &path("a.db"), "--backups", &folder]);
    server.post("/api/jobs", &json!({"unit": "77"}));
    let made = || std::fs::read_dir(&folder).map_or(0, |found| found.flatten().count());
    let until = std::time::Instant::now() + std::time::Duration::from_secs(20);
    while made() == 0 && std::time::Instant::now() < until {
        std::thread::sleep(std::time::Duration::from_millis(50));
    }
    assert_eq!(made(), 1);
    let out = run(&["backup", "--check", &folder], "");
    assert_eq!(out.status.code(), Some(0), "{}", text(&out.stdout));
    assert!(text(&out.stdout).contains("came back"), "{}", text(&out.stdout));
    let newest = std::fs::read_dir(&folder).unwrap().next().unwrap().unwrap().path();
    let bytes = std::fs::read(&newest).unwrap();
    std::fs::write(&newest, &bytes[..bytes.len() / 3]).unwrap();
    assert_ne!(run(&["backup", "--check", &folder], "").status.code(), Some(0));
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
    assert!(said.contains("9 of 38 done"), "{said}");
    let out = run(&["steps", UNIT_14, "--json"], "");
    let work: Value = serde_json::from_slice(&out.stdout).unwrap();
    let steps = work["steps"].as_array().unwrap();
    assert_eq!(steps.len(), 38);
    // Begun half-way: what is done stands first, and none is begun before it may.
    for s in steps {
        let state = s["state"].as_str().unwrap();
        let holds = s["holds"].as_array().unwrap().len();
        assert_eq!(state == "blocked", holds > 0 && state != "done", "{s}");
    }
    let out = run(&["steps", "-"], r#"{"jovek": 1, "unit": "1", "title": "t"}"#);
    assert!(text(&out.stdout).contains("0 of 0 done"), "{}", text(&out.stderr));
}
