//! The real program: devices over TCP, finding faults, the plan over bays, signing, the history, the packet.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

use jovek_e2e::{Device, Server, repository};
use reqwest::blocking::{Client, Response};
use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Write};
use std::net::TcpStream;
use std::path::Path;
use std::process::{Command, Output};
use std::time::{Duration, Instant};

const JOVEK: &str = env!("CARGO_BIN_EXE_jovek");

fn demo(unit: &str) -> String {
    format!("{}/../../demo/unit-{unit}.json", env!("CARGO_MANIFEST_DIR"))
}

fn run(args: &[&str]) -> Output {
    Command::new(JOVEK).args(args).output().unwrap()
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8(bytes.to_vec()).unwrap()
}

fn device(args: &[&str]) -> Device {
    Device::start(Path::new(JOVEK), args).unwrap()
}

fn serve(args: &[&str]) -> Server {
    Server::start(Path::new(JOVEK), args).unwrap()
}

fn post(server: &Server, path: &str, body: &Value) -> Response {
    Client::new().post(server.at(path)).header("X-Jovek-Who", "Ines").json(body).send().unwrap()
}

/// A plain TCP client, as any program could be one.
struct Line(BufReader<TcpStream>);

impl Line {
    fn to(device: &Device) -> Line {
        let stream = TcpStream::connect(&device.address).unwrap();
        stream.set_read_timeout(Some(Duration::from_secs(10))).unwrap();
        Line(BufReader::new(stream))
    }

    fn send(&mut self, text: &str) {
        self.0.get_mut().write_all(format!("{text}\n").as_bytes()).unwrap();
    }

    fn ask(&mut self, text: &str) -> String {
        self.send(text);
        let mut answer = String::new();
        self.0.read_line(&mut answer).unwrap();
        answer.trim().to_owned()
    }

    fn figure(&mut self, text: &str) -> f64 {
        let answer = self.ask(text);
        answer.parse().unwrap_or_else(|_| panic!("{text}: {answer}"))
    }
}

/// SCPI-1999 and IEEE 488.2, recalled from memory: common commands, short and long forms, the error queue.
#[test]
fn the_meter_speaks_scpi_to_a_plain_client() {
    let meter = device(&["meter", &demo("14")]);
    let mut line = Line::to(&meter);
    assert_eq!(line.ask("*IDN?"), "JOVEK,Simulated meter,0,1");
    line.send("ROUTe:LEADs \"battery+\",\"battery-\"");
    let rest_v = line.figure("measure:voltage:dc?");
    assert!((12.0..12.9).contains(&rest_v), "{rest_v}");
    // Two readings differ by noise and by no more than that.
    let again = line.figure("MEAS:VOLT?");
    assert!((again - rest_v).abs() < 0.06, "{again} {rest_v}");
    // The leads the other way round.
    line.send("ROUT:LEAD \"battery-\",\"battery+\"");
    assert!(line.figure("READ?") < -12.0);
    line.send("SIM:STAT \"switch.beacons\"");
    assert_eq!(line.ask("SYST:ERR?"), "0,\"No error\"");
    line.send("ROUT:CHEC \"beacons.current_a\"");
    let current_a = line.figure("MEAS:CURR:DC?");
    assert!((0.5..20.0).contains(&current_a), "{current_a}");
    line.send("ROUT:CHEC \"beacons.ground_ohm\"");
    assert!(line.figure("MEAS:RES?") < 1.0);
    // Errors are kept in order and named; the line goes on.
    line.send("NONSENSE");
    line.send("ROUT:LEAD \"nowhere\",\"battery-\"");
    line.send("MEAS:CURR?");
    assert!(line.ask("SYST:ERR?").starts_with("-113,"));
    assert!(line.ask("SYST:ERR?").starts_with("-224,"));
    assert!(line.ask("SYST:ERR?").starts_with("-221,"));
    assert_eq!(line.ask("*CLS;SYST:ERR?"), "0,\"No error\"");
    // A second client has leads of its own.
    let mut other = Line::to(&meter);
    other.send("MEAS:VOLT?");
    assert!(other.ask("SYST:ERR?").contains("no leads"));
    // What is no text at all ends nobody's program.
    other.0.get_mut().write_all(&[0xff, 0xfe, 0x00, b'\n']).unwrap();
    assert!(other.ask("SYST:ERR?").starts_with('-'));
    assert_eq!(line.ask("*OPC?"), "1");
}

#[test]
fn one_seed_hides_one_fault_for_everybody() {
    let read = || {
        let meter = device(&["meter", &demo("51"), "--fault", "5"]);
        let mut line = Line::to(&meter);
        let mut out = Vec::new();
        for check in ["battery.rest_v", "battery.on_v"] {
            line.send(&format!("ROUT:CHEC \"{check}\""));
            out.push(line.ask("MEAS:VOLT?"));
        }
        out
    };
    assert_eq!(read(), read());
}

#[test]
fn tester_and_module_answer_for_their_vehicle() {
    let tester = device(&["tester", &demo("T3")]);
    let mut line = Line::to(&tester);
    let sequence = line.ask("FUNC:SEQ?");
    let functions = line.ask("FUNC:CAT?");
    assert_eq!(sequence.split(',').count(), functions.split(',').count());
    assert!(sequence.contains("BRAKE "), "{sequence}");
    line.send("FUNC BRAKE");
    let brake_a = line.figure("MEAS:CURR?");
    assert!((0.1..10.0).contains(&brake_a), "{brake_a}");
    line.send("FUNC OFF");
    assert!(line.figure("MEAS:CURR?").abs() < 0.1);
    line.send("FUNC FLYING");
    assert!(line.ask("SYST:ERR?").contains("FLYING"));

    let module = device(&["module", &demo("T3")]);
    let mut line = Line::to(&module);
    assert_eq!(line.ask("COD?"), "130");
    // Common practice: bit 6 is worth 64; never set twice.
    line.send("COD:SET 6");
    assert_eq!(line.ask("COD?"), "194");
    line.send("COD:SET 6");
    assert!(line.ask("SYST:ERR?").contains("already"));
    assert_eq!(line.ask("COD?"), "194");
    line.send("COD:CLE 6");
    line.send("COD:CLE 6");
    assert!(line.ask("SYST:ERR?").contains("not set"));
    assert_eq!(line.ask("COD?"), "130");
    assert!(!line.ask("FAUL?").is_empty());
    line.send("FAUL:CLE");
    assert_eq!(line.ask("SYST:ERR?"), "0,\"No error\"");
}

#[test]
fn the_program_reads_a_meter_and_says_what_is_wrong_with_it() {
    let server = serve(&["demo"]);
    let meter = device(&["meter", &demo("T3")]);
    let ask = |address: &str, check: &str, unit: &str| {
        post(&server, "/api/device", &json!({"address": address, "check": check, "unit": unit}))
    };
    let refused = ask(&meter.address, "battery.rest_v", "V");
    assert_eq!(refused.status(), 403, "no lead has named it");
    assert!(refused.text().unwrap().contains("is not among the devices of this workshop"));
    let own = server.at("/").trim_start_matches("http://").trim_end_matches('/').to_owned();
    let at = server.at("/api/workshop");
    let mut workshop: Value = Client::new().get(&at).send().unwrap().json().unwrap();
    workshop["devices"] = json!([meter.address, own, "127.0.0.1:1"]);
    assert_eq!(Client::new().put(&at).json(&workshop).send().unwrap().status(), 200);
    // Named or not: of this machine only stand-ins are asked, and the program never itself.
    let itself = ask(&own, "battery.rest_v", "V");
    assert_eq!(itself.status(), 502);
    assert!(itself.text().unwrap().contains("no stand-in of Jovek"));
    for unsound in ["meter", "10.0.0.7:0", ":5025", "10.0.0.7:5025/x"] {
        workshop["devices"] = json!([unsound]);
        let answer = Client::new().put(&at).json(&workshop).send().unwrap();
        assert_eq!(answer.status(), 422, "{unsound}");
    }
    let answer: Value = ask(&meter.address, "battery.rest_v", "V").json().unwrap();
    assert!((12.0..13.0).contains(&answer["value"].as_f64().unwrap()), "{answer}");
    let refused = ask(&meter.address, "no.such", "V");
    assert_eq!(refused.status(), 502);
    assert!(refused.text().unwrap().contains("no.such"));
    let wrong = ask(&meter.address, "battery.rest_v", "A");
    assert!(wrong.text().unwrap().contains("dial"));
    let nobody = ask("127.0.0.1:1", "battery.rest_v", "V");
    assert!(nobody.text().unwrap().contains("cannot be reached"));
}

#[test]
fn the_fault_of_the_demo_is_found_from_the_command_line() {
    let before = run(&["diagnose", &demo("T3")]);
    let said = text(&before.stdout);
    assert!(said.contains("Most likely: Tail lamps: ground stud"), "{said}");
    assert!(said.contains("Read next") && before.status.code() == Some(0));
    let json: Value =
        serde_json::from_slice(&run(&["diagnose", &demo("T3"), "--json"]).stdout).unwrap();
    let listed: f64 = json["suspects"]
        .as_array()
        .unwrap()
        .iter()
        .map(|s| s["likelihood"].as_f64().unwrap())
        .sum();
    assert!((listed + json["rest"].as_f64().unwrap() - 1.0).abs() < 1e-6);
}

#[test]
fn bays_are_planned_and_exported_as_icalendar() {
    let files = [demo("14"), demo("T3")];
    let out = run(&["bays", &files[0], &files[1], "--bays", "2", "--from", "2031-03-03"]);
    let said = text(&out.stdout);
    assert!(said.starts_with("2 vehicles in 2 bays, 1 person, done on 2031-03-"), "{said}");
    let json: Value =
        serde_json::from_slice(&run(&["bays", &files[0], "--from", "2031-03-03", "--json"]).stdout)
            .unwrap();
    assert!(json["steps"].as_array().unwrap().len() > 20);
    assert_eq!(run(&["bays", &files[0], "--people", "0"]).status.code(), Some(2));
    assert_eq!(run(&["bays", "--db", "/no/such.db"]).status.code(), Some(2));
    // RFC 5545: lines end with CRLF and have at most 75 octets, every entry is closed.
    let ics = text(&run(&["export", &demo("51"), "--as", "ics"]).stdout);
    assert!(ics.starts_with("BEGIN:VCALENDAR\r\n") && ics.ends_with("END:VCALENDAR\r\n"));
    assert!(ics.split("\r\n").all(|l| l.len() <= 75));
    let count = |what: &str| ics.matches(what).count();
    assert!(count("BEGIN:VEVENT") > 10 && count("BEGIN:VEVENT") == count("END:VEVENT"));
    assert!(
        count("\r\nDTSTART:") == count("BEGIN:VEVENT")
            && count("\r\nUID:") == count("BEGIN:VEVENT")
    );
}

#[test]
fn the_packet_is_a_pdf_and_the_record_is_json() {
    let dir = tempfile::tempdir().unwrap();
    let file = dir.path().join("p.pdf");
    let done = run(&["export", &demo("22"), "--as", "packet-pdf", "-o", file.to_str().unwrap()]);
    assert_eq!(done.status.code(), Some(0), "{}", text(&done.stderr));
    let bytes = std::fs::read(&file).unwrap();
    assert!(bytes.starts_with(b"%PDF-1.") && bytes.len() > 10_000);
    assert!(jovek_e2e::pdf_pages(&bytes) >= 3);
    let record: Value =
        serde_json::from_slice(&run(&["export", &demo("22"), "--as", "record-json"]).stdout)
            .unwrap();
    assert_eq!(record["signed"][0]["by"], "Mara");
    assert_eq!(record["visits"].as_array().unwrap().len(), 2);
}

/// Only the sheets that are asked for, pictures in them as they were taken; what is no sheet is named; the code of the
/// owner's page only where somebody else's phone can reach it.
#[test]
fn the_job_is_printed_by_sheets() {
    let server = serve(&["demo"]);
    let client = Client::new();
    let at = |sheets: &str| server.at(&format!("/api/jobs/1/packet{sheets}"));
    let pages = |sheets: &str, host: &str| -> Vec<String> {
        let answer = client.get(at(sheets)).header("Host", host).send().unwrap();
        let pages: Value = answer.json().unwrap();
        pages["pages"].as_array().unwrap().iter().map(|p| p.as_str().unwrap().to_owned()).collect()
    };
    let wires = pages("?sheets=wires", "halt-lane.local:8080");
    assert!(!wires.is_empty() && wires.iter().all(|p| p.contains("wires to cut")));
    let code = "This vehicle";
    // Unit 14 is not signed: it has no link before somebody makes one.
    assert!(!pages("?sheets=handover", "halt-lane.local:8080")[0].contains(code));
    let link: Value =
        client.post(server.at("/api/jobs/1/owner-link")).send().unwrap().json().unwrap();
    assert!(pages("?sheets=handover", "halt-lane.local:8080")[0].contains(code));
    let path = link["link"]["path"].as_str().unwrap();
    let page = client.get(server.at(path)).send().unwrap();
    assert_eq!(page.status(), 200);
    assert_eq!(page.headers()["cache-control"], "no-store");
    let html = page.text().unwrap();
    assert!(html.contains("Unit 14") && !html.contains("<script"), "{html}");
    assert_eq!(client.get(server.at("/owner/1")).send().unwrap().status(), 404);
    let back = client.delete(server.at("/api/jobs/1/owner-link")).send().unwrap();
    assert_eq!(back.json::<Value>().unwrap()["link"], Value::Null);
    let closed = client.get(server.at(path)).send().unwrap();
    assert_eq!(closed.status(), 404);
    assert!(closed.text().unwrap().contains("leads nowhere"));
    client.post(server.at("/api/jobs/1/owner-link")).send().unwrap();
    for here in ["127.0.0.1:4180", "localhost:4180", "[::1]:4180"] {
        assert!(!pages("?sheets=handover", here)[0].contains(code), "{here}");
    }
    assert!(pages("?sheets=pictures", "localhost").is_empty());
    let picture = std::fs::read(repository().join("docs/screenshots/yard.png")).unwrap();
    let added = client.post(server.at("/api/jobs/1/pictures?shows=roof%20hole")).body(picture);
    let added = added.header("Content-Type", "application/octet-stream").send().unwrap();
    assert_eq!(added.status(), 200);
    let pictures = pages("?sheets=pictures", "localhost");
    assert!(pictures[0].contains("roof hole") && pictures[0].contains("data:image/jpeg;base64,"));
    let pdf = |sheets: &str| {
        client.get(at(&format!(".pdf{sheets}"))).send().unwrap().bytes().unwrap().to_vec()
    };
    let (with, without) = (pdf("?sheets=pictures"), pdf("?sheets=aim"));
    let has_image = |pdf: &[u8]| pdf.windows(14).any(|w| w == b"/Subtype/Image");
    assert!(with.starts_with(b"%PDF-1.") && has_image(&with));
    assert!(without.starts_with(b"%PDF-1.") && !has_image(&without));
    let wrong = client.get(at("?sheets=wires,hand")).send().unwrap();
    assert_eq!(wrong.status(), 422);
    assert!(wrong.text().unwrap().contains("there are handover, diagram"));
    let done = run(&["export", &demo("14"), "--as", "packet-pdf", "--sheets", "parts,hand"]);
    assert_eq!(done.status.code(), Some(2), "{}", text(&done.stderr));
}

#[test]
fn a_log_with_bad_rows_is_read_and_the_good_ones_kept() {
    let server = serve(&["demo"]);
    let job: Value = Client::new().get(server.at("/api/jobs/5")).send().unwrap().json().unwrap();
    let log = "check,value,at,by\nbattery.rest_v,12.6,2026-03-02T09:30:00Z,Mara\nno.such,1,,\nbattery.on_v,lots,,\n";
    let body = json!({"job": job["job"], "text": log});
    let read: Value = post(&server, "/api/readings/read", &body).json().unwrap();
    assert_eq!(read["good"].as_array().unwrap().len(), 1);
    let lines: Vec<u64> =
        read["bad"].as_array().unwrap().iter().map(|b| b["line"].as_u64().unwrap()).collect();
    assert_eq!(lines, [3, 4]);
    let kept = post(&server, "/api/jobs/5/log", &read["good"]);
    assert_eq!(kept.status(), 200);
    let view: Value = kept.json().unwrap();
    assert_eq!(view["job"]["readings"].as_array().unwrap().last().unwrap()["by"], "Mara");
    // All or none.
    let mixed =
        json!([{"check": "battery.rest_v", "value": 12.5}, {"check": "no.such", "value": 1.0}]);
    assert_eq!(post(&server, "/api/jobs/5/log", &mixed).status(), 422);
    let after: Value = Client::new().get(server.at("/api/jobs/5")).send().unwrap().json().unwrap();
    assert_eq!(after["rev"], view["rev"]);
}

/// A file for the store with a job that can be signed.
fn signable(server: &Server) -> i64 {
    let file = std::fs::read_to_string(demo("58")).unwrap();
    let made: Value = post(server, "/api/jobs", &json!({"file": file})).json().unwrap();
    made["id"].as_i64().unwrap()
}

fn sign(server: &Server, id: i64, rev: i64) -> reqwest::Result<Response> {
    Client::new()
        .post(server.at(&format!("/api/jobs/{id}/sign")))
        .header("If-Match", format!("\"{rev}\""))
        .header("X-Jovek-Who", "Ines")
        .json(&json!({"why": "fitted before this was kept"}))
        .send()
}

/// Nobody signs for another: a saved job neither brings a signature nor takes one away.
#[test]
fn a_signature_is_not_saved_into_a_job() {
    let server = serve(&["demo"]);
    let id = signable(&server);
    let put = |job: &Value, rev: i64| {
        let path = server.at(&format!("/api/jobs/{id}"));
        let call = Client::new().put(path).header("If-Match", format!("\"{rev}\"")).json(job);
        call.send().unwrap()
    };
    let read = || -> Value {
        Client::new().get(server.at(&format!("/api/jobs/{id}"))).send().unwrap().json().unwrap()
    };
    let mut forged = read()["job"].clone();
    forged["record"]["signed"] = json!([{ "at": "2026-03-02T09:30:00Z", "by": "Ines" }]);
    let refused = put(&forged, 1);
    assert!(refused.status().is_client_error(), "{}", refused.status());
    let problem: Value = refused.json().unwrap();
    assert!(problem["detail"].as_str().unwrap().contains("under Sign"), "{problem}");
    assert_eq!(read()["rev"], 1);
    // Opened again, its signature stays in the record.
    assert_eq!(sign(&server, id, 1).unwrap().status(), 200);
    let opened = Client::new()
        .post(server.at(&format!("/api/jobs/{id}/open")))
        .header("If-Match", "\"2\"")
        .header("X-Jovek-Who", "Ines")
        .json(&json!({ "why": "another lamp" }))
        .send()
        .unwrap();
    assert_eq!(opened.status(), 200);
    let mut erased = read()["job"].clone();
    erased["record"]["signed"] = json!([]);
    assert!(put(&erased, 3).status().is_client_error());
    assert_eq!(read()["job"]["record"]["signed"].as_array().unwrap().len(), 1);
}

#[test]
fn a_signed_job_is_frozen_verified_and_found_out_when_it_is_changed() {
    let dir = tempfile::tempdir().unwrap();
    let db = dir.path().join("j.db");
    let db_arg = db.to_str().unwrap().to_owned();
    let server = serve(&["serve", "--db", &db_arg]);
    let id = signable(&server);
    let signed: Value = sign(&server, id, 1).unwrap().json().unwrap();
    assert_eq!(signed["job"]["record"]["signed"][0]["by"], "Ines");
    let mut job = signed["job"].clone();
    job["title"] = json!("Something else");
    let put = |job: &Value, rev: &Value| {
        Client::new()
            .put(server.at(&format!("/api/jobs/{id}")))
            .header("If-Match", format!("\"{rev}\""))
            .json(job)
            .send()
            .unwrap()
    };
    let refused = put(&job, &signed["rev"]);
    assert_eq!(refused.status(), 409);
    let refused: Value = refused.json().unwrap();
    assert_eq!(refused["type"], "/problems/signed");
    assert!(refused["detail"].as_str().unwrap().contains("Open a new revision"), "{refused}");
    let visit = post(&server, &format!("/api/jobs/{id}/visits"), &json!({"kind": "first_month"}));
    assert_eq!(visit.status(), 200);
    let report: Value = Client::new().get(server.at("/api/verify")).send().unwrap().json().unwrap();
    assert_eq!(report["flaws"], json!([]), "{report}");
    drop(server);
    let sound = run(&["verify", "--db", &db_arg]);
    assert_eq!(sound.status.code(), Some(0), "{}", text(&sound.stdout));
    assert!(text(&sound.stdout).contains("all as written"));
    // One byte of the stored job, in the file itself.
    let mut bytes = std::fs::read(&db).unwrap();
    let at = bytes.windows(4).rposition(|w| w == b"Ines").expect("the name is in the file");
    bytes[at] = b'J';
    std::fs::write(&db, bytes).unwrap();
    let found = run(&["verify", "--db", &db_arg]);
    assert_ne!(found.status.code(), Some(0), "{}", text(&found.stdout));
    assert_eq!(run(&["verify", "--db", "/no/such.db"]).status.code(), Some(2));
}

/// Thirty power cuts while jobs are signed: a signature that was accepted stands, and the history is whole.
#[test]
fn kill_9_while_signing_loses_nothing_accepted() {
    let dir = tempfile::tempdir().unwrap();
    let db = dir.path().join("j.db");
    let db_arg = db.to_str().unwrap().to_owned();
    let mut accepted: Vec<i64> = Vec::new();
    for round in 0..30u64 {
        let server = serve(&["serve", "--db", &db_arg]);
        for id in &accepted {
            let view: Value = Client::new()
                .get(server.at(&format!("/api/jobs/{id}")))
                .send()
                .unwrap()
                .json()
                .unwrap();
            assert_eq!(view["job"]["record"]["signed"][0]["by"], "Ines", "round {round}, job {id}");
        }
        accepted.clear();
        let ids: Vec<i64> = (0..3).map(|_| signable(&server)).collect();
        let pid = server.child.id();
        let moment = Duration::from_micros(1000 + (round * 6151) % 40_000);
        let killer = std::thread::spawn(move || {
            std::thread::sleep(moment);
            let _ = Command::new("kill").args(["-9", &pid.to_string()]).status();
        });
        let until = Instant::now() + Duration::from_secs(2);
        for id in ids {
            match sign(&server, id, 1) {
                Ok(response) if response.status() == 200 => accepted.push(id),
                _ => break,
            }
            if Instant::now() > until {
                break;
            }
        }
        killer.join().unwrap();
        server.kill();
        let whole = run(&["verify", "--db", &db_arg]);
        assert_eq!(whole.status.code(), Some(0), "round {round}: {}", text(&whole.stdout));
    }
}

#[test]
fn pictures_are_taken_in_without_their_place() {
    let server = serve(&["demo"]);
    // The smallest PNG there is: one pixel. Source: the PNG specification's own chunks.
    let mut png = Vec::new();
    {
        let mut encoder = png::Encoder::new(&mut png, 1, 1);
        encoder.set_color(png::ColorType::Rgb);
        encoder.add_text_chunk("Comment".into(), "GPSLatitude 52.5".into()).unwrap();
        encoder.write_header().unwrap().write_image_data(&[10, 200, 30]).unwrap();
    }
    let send = |bytes: Vec<u8>| {
        Client::new()
            .post(server.at("/api/jobs/1/pictures?shows=Aim&name=a.png"))
            .header("X-Jovek-Who", "Ines")
            .body(bytes)
            .send()
            .unwrap()
    };
    let list: Value = send(png).json().unwrap();
    assert_eq!((list[0]["shows"].as_str(), list[0]["who"].as_str()), (Some("Aim"), Some("Ines")));
    let path = format!("/api/pictures/{}", list[0]["id"]);
    let kept = Client::new().get(server.at(&path)).send().unwrap().bytes().unwrap();
    assert!(kept.starts_with(&[0xff, 0xd8]) && !kept.windows(3).any(|w| w == b"GPS"));
    assert_eq!(send(b"not a picture".to_vec()).status(), 422);
    assert_eq!(Client::new().get(server.at("/api/pictures/999")).send().unwrap().status(), 404);
}

/// The lux meter lies at a marked spot, reads within its errors of what is predicted, and further below with a hidden
/// fault of the light.
#[test]
fn the_lux_meter_reads_marked_spots() {
    let file = demo("51");
    let predicted = {
        let out = run(&["light", &file, "--json"]);
        let light: Value = serde_json::from_str(&text(&out.stdout)).unwrap();
        let spots = light["spots"].as_array().unwrap().clone();
        let of = |name: &str| {
            let spot = spots.iter().find(|s| s["name"] == name).unwrap();
            spot["predicted_lx"].as_f64().unwrap()
        };
        of("Post 25 m ahead")
    };
    let meter = device(&["lux", &file]);
    let mut line = Line::to(&meter);
    assert!(line.ask("*IDN?").contains("lux meter"));
    let names = line.ask("ROUT:SPOT:CAT?");
    assert!(names.contains("\"Post 25 m ahead\"") && names.contains("Bed floor"), "{names}");
    // Nowhere yet, and nowhere known.
    assert_eq!(line.ask("MEAS:ILL?;:SYST:ERR?").split(',').next(), Some("-221"));
    line.send("ROUT:SPOT \"the moon\"");
    assert!(line.ask("SYST:ERR?").starts_with("-224"));
    line.send("ROUT:SPOT \"Post 25 m ahead\"");
    let read: Vec<f64> = (0..5).map(|_| line.figure("MEAS:ILL?")).collect();
    assert!(read.iter().all(|lx| (lx / predicted - 1.0).abs() < 0.3), "{read:?} {predicted}");
    assert!(read.iter().any(|lx| *lx != read[0]), "a meter that never differs is none");
    let dirty = device(&["lux", &file, "--fault", "4"]);
    let mut line = Line::to(&dirty);
    line.send("ROUT:SPOT \"Post 25 m ahead\"");
    assert!(line.figure("MEAS:ILL?") < 0.85 * read[0]);
}

/// Light, rules, swaps and files from the command line, with their exit codes and exports.
#[test]
fn light_rules_and_swaps_from_the_command_line() {
    let out = run(&["light", &demo("51")]);
    let words = text(&out.stdout);
    assert_eq!(out.status.code(), Some(1), "driving lamps dazzle");
    for part in ["Reach", "Edge 102 mm below it", "0.6 turns down", "an oncoming driver at 50 m"] {
        assert!(words.contains(part), "{part}: {words}");
    }
    let amber = text(&run(&["light", &demo("51"), "--with", "candidate"]).stdout);
    assert!(amber.contains("Amber fog lamp 1") && !amber.contains("LED fog lamp 1"));
    let bad = run(&["light", &demo("51"), "--supply", "perpetual"]);
    assert_eq!(bad.status.code(), Some(2));
    assert!(text(&bad.stderr).contains("use one of engine_off"));
    let out = run(&["rules", &demo("14"), "--region", "un"]);
    assert_eq!(out.status.code(), Some(0));
    let words = text(&out.stdout);
    assert!(words.contains("Recalled from memory") && words.contains("[un/work;"), "{words}");
    let both: Value =
        serde_json::from_str(&text(&run(&["rules", &demo("14"), "--json"]).stdout)).unwrap();
    assert_eq!(both["regions"].as_array().unwrap().len(), 2);
    let words = text(&run(&["swap", &demo("22")]).stdout);
    for part in [
        "18 before, 82 written. Without: A lost bulb may be reported",
        "With load resistor 33 ohm on bare metal. Without: A lost bulb is reported",
        "Right turn: Works as before: 4.06 A with bulbs, 2.87 A with LED",
    ] {
        assert!(words.contains(part), "{part}: {words}");
    }
    let ies = format!("{}/../core/tests/reference/light/fog-b.ies", env!("CARGO_MANIFEST_DIR"));
    let words = text(&run(&["ies", &ies]).stdout);
    assert!(words.contains("824 lm, absolute, peak 2941 cd"), "{words}");
    let out = run(&["ies", &demo("14")]);
    assert_eq!(out.status.code(), Some(2));
    assert!(text(&out.stderr).contains("no line TILT="));
    for (format, holds) in
        [("aim-svg", "tape: middle of the vehicle"), ("beam-svg", "light on the ground")]
    {
        let svg = text(&run(&["export", &demo("51"), "--as", format]).stdout);
        assert!(svg.starts_with("<svg") && svg.contains(holds) && !svg.contains("NaN"), "{format}");
    }
}

/// A trailer is built from its size and kept; one that cannot be is refused with the place.
#[test]
fn a_trailer_is_built_and_kept() {
    let server = serve(&["demo"]);
    let asked = |length: f64| {
        json!({"unit": "T9", "length_m": length, "width_m": 2.2, "height_m": 1.5,
            "has_two_axles": true, "region": "us", "is_combined": true})
    };
    let view: Value = post(&server, "/api/trailer/build", &asked(6.5)).json().unwrap();
    assert_eq!(view["job"]["unit"], "T9");
    let rules: Value = post(&server, "/api/rules", &json!({"job": view["job"]})).json().unwrap();
    let lamps = rules["regions"][0]["lamps"].as_array().unwrap();
    assert!(lamps.len() > 12 && lamps.iter().all(|l| l["verdict"] != "wrong"));
    let refused = post(&server, "/api/trailer/build", &asked(600.0));
    assert_eq!(refused.status(), 422);
    assert!(refused.text().unwrap().contains("length_m"));
}
