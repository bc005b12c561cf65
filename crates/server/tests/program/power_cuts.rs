//! Power cuts in the middle of every kind of write: what was accepted is there afterwards, what was under way is there
//! whole or not at all, and the history holds.

use crate::{Calls, on, run, text};
use jovek_e2e::Server;
use reqwest::blocking::{Client, RequestBuilder};
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::process::Command;
use std::time::Duration;

/// Cuts of a test run; `JOVEK_CUTS` asks for more.
const CUTS: u64 = 50;
/// How many times as many at most.
const MOST_TIMES: u64 = 4;

/// What is written to, each with what it was when a write was last accepted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Place {
    /// The list of jobs: how many.
    Jobs,
    /// A job: revision and text.
    Job(u64),
    /// Where a job stands.
    Standing(u64),
    /// Its pictures.
    Pictures(u64),
    Stock,
    Shop,
}

/// Unit 14, open; unit 22, signed; unit 31, for the yard; unit 40, on which nobody worked yet.
const OPEN: u64 = 1;
const SIGNED: u64 = 2;
const MOVED: u64 = 3;
const WORKED: u64 = 4;

/// Every kind of write.
const WRITES: [Write; 18] = [
    Write::Save,
    Write::Undo,
    Write::Redo,
    Write::Reading,
    Write::Log,
    Write::Mark,
    Write::Create,
    Write::Visit,
    Write::Reopen,
    Write::Sign,
    Write::Picture,
    Write::Aside,
    Write::Delete,
    Write::Back,
    Write::TakeStock,
    Write::ClearStock,
    Write::Shop,
    Write::Import,
];

#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Write {
    Save,
    Undo,
    Redo,
    Reading,
    Log,
    Mark,
    Create,
    Visit,
    Reopen,
    Sign,
    Picture,
    Aside,
    Delete,
    Back,
    TakeStock,
    ClearStock,
    Shop,
    Import,
}

impl Write {
    fn place(self) -> Place {
        match self {
            Write::Save | Write::Undo | Write::Redo | Write::Reading | Write::Log => {
                Place::Job(OPEN)
            }
            Write::Mark => Place::Job(WORKED),
            Write::Visit | Write::Reopen | Write::Sign => Place::Job(SIGNED),
            Write::Create | Write::Import => Place::Jobs,
            Write::Picture => Place::Pictures(OPEN),
            Write::Aside | Write::Delete | Write::Back => Place::Standing(MOVED),
            Write::TakeStock | Write::ClearStock => Place::Stock,
            Write::Shop => Place::Shop,
        }
    }
}

/// What stands at a place, as far as it must not be lost.
fn at(server: &Server, place: Place) -> Value {
    match place {
        Place::Jobs => json!(server.yard().len()),
        Place::Job(id) => of_job(&server.get(&format!("/api/jobs/{id}"))),
        Place::Standing(id) => {
            let rows = server.yard();
            let row = rows.iter().find(|r| r["id"] == id).cloned();
            row.unwrap()["place"].take()
        }
        Place::Pictures(id) => server.get(&format!("/api/jobs/{id}/pictures")),
        Place::Stock => server.get("/api/stock"),
        Place::Shop => server.get("/api/shop"),
    }
}

fn of_job(view: &Value) -> Value {
    json!({"rev": view["rev"], "job": view["job"]})
}

/// One writer, with what it knows.
struct Writer {
    client: Client,
    accepted: BTreeMap<Place, Value>,
    /// How many of each kind were accepted.
    counts: BTreeMap<Write, u32>,
    turn: usize,
}

impl Writer {
    fn request(&self, server: &Server, write: Write) -> RequestBuilder {
        let post = |path: String| self.client.post(server.at(&path));
        let rev_of = |id: u64| format!("\"{}\"", self.accepted[&Place::Job(id)]["rev"]);
        let turn = self.turn;
        let (open, signed) = (format!("/api/jobs/{OPEN}"), format!("/api/jobs/{SIGNED}"));
        let moved = format!("/api/jobs/{MOVED}");
        match write {
            Write::Save => {
                let mut job = self.accepted[&Place::Job(OPEN)]["job"].clone();
                job["title"] = json!(format!("save {turn}"));
                let put = self.client.put(server.at(&open));
                put.header("If-Match", rev_of(OPEN)).json(&job)
            }
            Write::Undo => post(open + "/undo").header("If-Match", rev_of(OPEN)),
            Write::Redo => post(open + "/redo").header("If-Match", rev_of(OPEN)),
            Write::Reading => post(open + "/readings")
                .json(&json!({"check": "battery.rest_v", "value": 12.0 + turn as f64 * 1e-4})),
            Write::Log => post(open + "/log").json(&json!([
                {"check": "battery.rest_v", "value": 12.1}, {"check": "battery.on_v", "value": 12.0}
            ])),
            Write::Mark => {
                let mark = if turn.is_multiple_of(2) { "start" } else { "pause" };
                let work = format!("/api/jobs/{WORKED}/work");
                post(work).json(&json!({"step": "before", "mark": mark}))
            }
            Write::Create => post("/api/jobs".into()).json(&json!({"unit": format!("n{turn}")})),
            Write::Import => {
                let file = std::fs::read_to_string(jovek_e2e::demo_file("T3")).unwrap();
                post("/api/jobs".into()).json(&json!({"file": file}))
            }
            Write::Visit => post(signed + "/visits").json(&json!({"kind": "yearly"})),
            Write::Reopen => post(signed + "/open")
                .header("If-Match", rev_of(SIGNED))
                .json(&json!({"why": "a lamp is changed"})),
            Write::Sign => post(signed + "/sign")
                .header("If-Match", rev_of(SIGNED))
                .json(&json!({"why": "power cuts"})),
            Write::Picture => {
                post(format!("{open}/pictures?shows=vehicle")).body(picture(turn as u8))
            }
            Write::Aside => post(moved + "/aside"),
            Write::Delete => self.client.delete(server.at(&moved)),
            Write::Back => post(moved + "/back"),
            Write::TakeStock => post("/api/stock".into()).json(&json!({"lines": [
                {"part": format!("ring M{turn}, blue"), "held": turn, "price": 0.2}
            ]})),
            Write::ClearStock => self.client.delete(server.at("/api/stock")),
            Write::Shop => {
                let mut shop = self.accepted[&Place::Shop].clone();
                shop["end_allowance_m"] = json!(0.1 + (turn % 20) as f64 * 0.01);
                self.client.put(server.at("/api/shop")).json(&shop)
            }
        }
    }

    /// Writes one kind after the other until the program is gone. Returns what was under way then.
    fn write(&mut self, server: &Server) -> Option<Write> {
        loop {
            let write = WRITES[self.turn % WRITES.len()];
            self.turn += 1;
            let request = self.request(server, write).header("X-Jovek-Who", "Ada");
            let Ok(answer) = request.send() else { return Some(write) };
            let status = answer.status().as_u16();
            // Some have nothing to do just then: nothing to redo, a gate that stands.
            if status >= 400 {
                assert!([409, 422].contains(&status), "{write:?}: {}", answer.text().unwrap());
                continue;
            }
            // Accepted: from the first line of the answer on.
            let body = answer.json::<Value>();
            *self.counts.entry(write).or_default() += 1;
            let known = match (write.place(), &body) {
                (Place::Jobs, _) => json!(self.accepted[&Place::Jobs].as_u64().unwrap() + 1),
                (_, Err(_)) => return Some(write),
                (Place::Job(_), Ok(view)) => of_job(view),
                (Place::Standing(_), Ok(placed)) => placed["place"].clone(),
                (_, Ok(body)) => body.clone(),
            };
            self.accepted.insert(write.place(), known);
            if body.is_err() {
                return None;
            }
        }
    }
}

/// A small picture of one colour.
fn picture(shade: u8) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = png::Encoder::new(&mut bytes, 8, 8);
    encoder.set_color(png::ColorType::Grayscale);
    encoder.write_header().unwrap().write_image_data(&[shade; 64]).unwrap();
    bytes
}

/// True where a place stands one step further than what was accepted there: the write that was under way came through.
fn is_one_further(place: Place, before: &Value, now: &Value) -> bool {
    let plus_one = |before: &Value, now: &Value| now.as_i64() == before.as_i64().map(|n| n + 1);
    match place {
        Place::Jobs => plus_one(before, now),
        Place::Job(_) => plus_one(&before["rev"], &now["rev"]),
        Place::Pictures(_) => {
            now.as_array().map(Vec::len) == before.as_array().map(|list| list.len() + 1)
        }
        Place::Standing(_) | Place::Stock | Place::Shop => true,
    }
}

#[test]
fn kill_9_during_every_kind_of_write_loses_nothing_accepted() {
    let cuts = std::env::var("JOVEK_CUTS").ok().and_then(|n| n.parse().ok()).unwrap_or(CUTS);
    let dir = tempfile::tempdir().unwrap();
    let db = dir.path().join("j.db");
    let first = on(&db);
    for unit in ["14", "22", "31", "40"] {
        let file = std::fs::read_to_string(jovek_e2e::demo_file(unit)).unwrap();
        assert_eq!(first.post("/api/jobs", &json!({"file": file})).status(), 201);
    }
    let places = WRITES.map(Write::place);
    let accepted = places.into_iter().map(|place| (place, at(&first, place))).collect();
    drop(first);
    let mut writer = Writer { client: Client::new(), accepted, counts: BTreeMap::new(), turn: 0 };
    let mut under_way = None;
    for cut in 0..=MOST_TIMES * cuts {
        let server = on(&db);
        for (&place, before) in &mut writer.accepted {
            let now = at(&server, place);
            if now != *before {
                let its = under_way.is_some_and(|w: Write| w.place() == place);
                assert!(
                    its && is_one_further(place, before, &now),
                    "cut {cut} in {under_way:?}: {place:?}\nwas {before}\nnow {now}"
                );
                *before = now;
            }
        }
        // A slow machine needs more of them until each kind of write got through once.
        let is_each_accepted = WRITES.iter().all(|w| writer.counts.contains_key(w));
        if cut >= cuts && is_each_accepted || cut == MOST_TIMES * cuts {
            break;
        }
        let pid = server.child.id();
        // A different moment each time, with no randomness.
        let moment = Duration::from_micros(1500 + (cut * 7919) % 197_000);
        let killer = std::thread::spawn(move || {
            std::thread::sleep(moment);
            let _ = Command::new("kill").args(["-9", &pid.to_string()]).status();
        });
        writer.client = Client::new();
        under_way = writer.write(&server);
        killer.join().unwrap();
        server.kill();
    }
    for write in WRITES {
        assert!(writer.counts.contains_key(&write), "{write:?} was never accepted");
    }
    println!("{cuts} cuts, accepted: {:?}", writer.counts);
    let verified = run(&["verify", "--db", db.to_str().unwrap()], "");
    assert!(verified.status.success(), "{}", text(&verified.stdout));
}
