//! Every sentence is made from the tables of sentences. In the language that marks each letter of those, whatever
//! the program says over its API, in its files and on the command line shows no unmarked word but what people typed,
//! names of enums, units and designations.

use crate::{Calls, UNIT_14, UNIT_51, UNIT_T3, run, start, text};
use jovek_e2e::Server;
use reqwest::blocking::Client;
use serde_json::{Value, json};
use std::collections::{BTreeMap, BTreeSet};

/// Units, sizes, formulas and designations that are the same in every language.
const SIGNS: &str = "mm cm km mi ft lb oz kg mV mA mW kW Ah ohm mohm kohm Mohm lx lm cd klm kcd fc min Hz kHz Nm AWG SAE \
    ISO LED Jovek JOVEK IES LM csv svg";

/// Colours of wires and fuses: facts that people type in these words, and their codes.
const COLOURS: &str = "black brown red orange yellow green blue violet purple grey white pink tan clear amber \
    BK BN RD OG YE GN BU VT GY WH PK";

/// Fields that hold no sentence: formulas and citations, which stand beside what they explain; drawings, which are
/// read by themselves; the job's own facts given back; marks of parts.
const APART: [&str; 9] =
    ["formula", "source", "svg", "pages", "job", "also", "rule", "screens", "marks"];

/// Fields that hold keys into the job or the answer, never words: the same in every language.
const KEYS: [&str; 8] = ["path", "colour_path", "key", "keys", "id", "step", "way", "check"];

/// Fields that hold keys where others of their name hold sentences.
const KEYS_AT: [&str; 15] = [
    "checks.relies_on",
    "inputs.turned",
    "lamps.part",
    "left_on.on",
    "work.next",
    "step.place",
    "route.circuits.ways",
    "route.ways.from",
    "route.ways.to",
    "moment.parts.part",
    "failures.part",
    "drawing.items.part",
    "drawing.items.anchor",
    "terminals.point",
    "problem.type",
];

/// Answers that tell the tables of the road and of trailer connectors, which are kept with their sources as data.
const FROM_TABLES: [&str; 4] = ["rules", "trailer", "pins-csv", "/api/catalog"];

struct Heard {
    allowed: BTreeSet<String>,
    /// What people typed into the jobs spoken of now, longest first.
    typed: Vec<String>,
    in_tables: BTreeSet<String>,
    enums: BTreeSet<String>,
    unmarked: BTreeMap<String, String>,
}

impl Heard {
    /// What may stand unmarked wherever it is: signs, colours, names of enums, tables kept as data.
    fn new() -> Heard {
        let api: Value =
            serde_json::from_str(include_str!("../../../../web/openapi.json")).unwrap();
        let mut heard = Heard {
            allowed: SIGNS
                .split_whitespace()
                .chain(COLOURS.split_whitespace())
                .map(str::to_owned)
                .collect(),
            in_tables: tables().iter().flat_map(|t| words(t)).map(str::to_owned).collect(),
            typed: Vec::new(),
            enums: BTreeSet::new(),
            unmarked: BTreeMap::new(),
        };
        heard.take_enums(&api);
        heard
    }

    /// From now on what these say may be given back, whole and as it was typed.
    fn speak_of(&mut self, said: &[Value]) {
        self.typed.clear();
        said.iter().for_each(|job| self.take_typed(job));
        self.typed.sort_by_key(|t| std::cmp::Reverse(t.len()));
        self.typed.dedup();
    }

    fn take_enums(&mut self, api: &Value) {
        match api {
            Value::Object(fields) => {
                if let Some(Value::Array(names)) = fields.get("enum") {
                    self.enums.extend(names.iter().filter_map(Value::as_str).map(str::to_owned));
                }
                fields.values().for_each(|v| self.take_enums(v));
            }
            Value::Array(items) => items.iter().for_each(|v| self.take_enums(v)),
            _ => {}
        }
    }

    fn take_typed(&mut self, job: &Value) {
        match job {
            Value::String(typed) if words(typed).next().is_some() => {
                self.typed.push(typed.clone());
                // A name stands at the head of a sentence, and its first letter is then a capital one.
                self.typed.push(capital(typed));
            }
            Value::Object(fields) => fields.values().for_each(|v| self.take_typed(v)),
            Value::Array(items) => items.iter().for_each(|v| self.take_typed(v)),
            _ => {}
        }
    }

    fn take_names(&mut self, job: &Value) {
        match job {
            Value::Object(fields) => {
                self.allowed.extend(fields.keys().flat_map(|name| words(name)).map(str::to_owned));
                fields.values().for_each(|v| self.take_names(v));
            }
            Value::Array(items) => items.iter().for_each(|v| self.take_names(v)),
            _ => {}
        }
    }

    fn hear(&mut self, at: &str, said: &Value) {
        match said {
            Value::String(sentence) => self.hear_text(at, sentence),
            Value::Object(fields) => {
                for (name, value) in
                    fields.iter().filter(|(name, _)| !APART.contains(&name.as_str()))
                {
                    let at = format!("{at}.{name}");
                    match KEYS.contains(&name.as_str()) || KEYS_AT.iter().any(|k| at.ends_with(k)) {
                        true => self.hear_key(&at, value),
                        false => self.hear(&at, value),
                    }
                }
            }
            Value::Array(items) => items.iter().for_each(|v| self.hear(at, v)),
            _ => {}
        }
    }

    fn hear_text(&mut self, at: &str, sentence: &str) {
        if self.enums.contains(sentence) {
            return;
        }
        // Print breaks a name into lines: there its words are taken one by one.
        let is_broken = at == "packet" || at.ends_with("-svg");
        let rest = without(sentence, &self.typed);
        let is_of_table = FROM_TABLES.iter().any(|from| at.starts_with(from));
        let may = |w: &str| {
            self.allowed.contains(w)
                || is_of_table && self.in_tables.contains(w)
                || is_broken && self.typed.iter().any(|t| words(t).any(|typed| typed == w))
                || is_colour_code(w)
        };
        if let Some(word) = words(&rest).find(|w| !may(w)) {
            self.unmarked.entry(at.to_owned()).or_insert_with(|| format!("{word} in {sentence:?}"));
        }
    }

    /// A key is the same in every language: no letter of it comes from the tables.
    fn hear_key(&mut self, at: &str, key: &Value) {
        match key {
            Value::String(key) if key.chars().any(is_marked) => {
                self.unmarked.insert(at.to_owned(), format!("a key of words: {key:?}"));
            }
            Value::Array(keys) => keys.iter().for_each(|k| self.hear_key(at, k)),
            // Where such a name holds more than a key it is read like the rest.
            Value::Object(_) => self.hear(at, key),
            _ => {}
        }
    }
}

/// True for a letter that the tables of sentences gave.
fn is_marked(letter: char) -> bool {
    ('\u{ff21}'..='\u{ff5a}').contains(&letter)
}

/// The same name at the head of a sentence.
fn capital(name: &str) -> String {
    let mut letters = name.chars();
    letters.next().map_or_else(String::new, |c| c.to_uppercase().chain(letters).collect())
}

/// A sentence without what was typed, each name only where it stands whole.
fn without(sentence: &str, typed: &[String]) -> String {
    let is_letter = |c: Option<char>| c.is_some_and(|c| c.is_ascii_alphanumeric());
    let mut rest = sentence.to_owned();
    for name in typed {
        let mut from = 0;
        while let Some(at) = rest.get(from..).and_then(|r| r.find(name.as_str())).map(|k| from + k)
        {
            let end = at + name.len();
            let is_whole = !is_letter(rest[..at].chars().next_back())
                && !is_letter(rest[end..].chars().next());
            if is_whole {
                rest.replace_range(at..end, " ");
            }
            from = at + if is_whole { 1 } else { name.len() };
        }
    }
    rest
}

/// The tables of the road and of trailer connectors, as they are kept.
fn tables() -> Vec<String> {
    let judge = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../judge");
    let mut told = vec![std::fs::read_to_string(judge.join("src/trailer/connectors.csv")).unwrap()];
    for region in std::fs::read_dir(judge.join("rulebook")).unwrap() {
        for rule in std::fs::read_dir(region.unwrap().path()).unwrap() {
            told.push(std::fs::read_to_string(rule.unwrap().path()).unwrap());
        }
    }
    told
}

/// True for the colour of a wire as a drawing has it: one or two codes of two letters.
fn is_colour_code(word: &str) -> bool {
    let known =
        |code: &[u8]| COLOURS.as_bytes().windows(2).any(|c| c == code && c[0].is_ascii_uppercase());
    word.len().is_multiple_of(2) && word.as_bytes().chunks(2).all(known)
}

/// Words of unmarked letters, two and more of them.
fn words(text: &str) -> impl Iterator<Item = &str> {
    text.split(|c: char| !c.is_ascii_alphanumeric())
        .filter(|w| w.chars().filter(char::is_ascii_alphabetic).count() > 1)
        .filter(|w| !w.chars().any(|c| c.is_ascii_digit()))
}

/// The text of a drawing: what stands between its tags.
fn drawn(svg: &str) -> String {
    let text = svg.split('<').filter_map(|part| part.split_once('>')).map(|(_, text)| text);
    text.collect::<Vec<_>>().join("\n").replace("&quot;", "\"").replace("&amp;", "&")
}

/// A kit on two vehicles, one of which differs; then a newer issue of it.
fn kits(server: &Server, heard: &mut Heard, jobs: &[Value]) {
    let of = |path: &str, body: &Value| server.post(path, body).json::<Value>().unwrap();
    let made = of("/api/kits", &json!({ "name": "Twelve", "job": 7, "may_differ": ["lengths"] }));
    let at = format!("/api/kits/{}", made["id"]);
    let laid = of(&format!("{at}/lay"), &json!({ "vehicles": [6, 7] }));
    let on = &laid["vehicles"][0];
    let view = server.get(&format!("/api/jobs/{}", on["job"]));
    let mut job = view["job"].clone();
    job["circuits"][0]["name"] = json!("Otherwise");
    assert!(server.put(&view["id"], &view["rev"], &job).status().is_success());
    let pattern = server.get(&format!("/api/jobs/{}", made["pattern_job"]));
    let mut next = pattern["job"].clone();
    next["circuits"][0]["lights"][0]["count"] = json!(5);
    assert!(server.put(&pattern["id"], &pattern["rev"], &next).status().is_success());
    let issued = of(&format!("{at}/issue"), &json!({}));
    assert_eq!(issued["vehicles"][0]["differences"].as_array().map(Vec::len), Some(1), "{issued}");
    assert_eq!(issued["vehicles"][1]["update"]["changes"].as_array().map(Vec::len), Some(1));
    // The places of a difference are told by the fields of the open format.
    let names = json!([job, next, "Twelve", "somebody", server.get("/api/vehicles")]);
    let mut said = jobs.to_vec();
    said.push(names);
    heard.speak_of(&said);
    heard.take_names(&job);
    heard.hear("kit", &issued);
}

/// The register of the fleet, a list that is read into it, and the life of each vehicle.
fn fleet(server: &Server, heard: &mut Heard, jobs: &[Value]) {
    let vehicles = server.get("/api/vehicles");
    let mut said = jobs.to_vec();
    said.push(vehicles.clone());
    said.push(json!(["Fen End", "far", "14", "77"]));
    heard.speak_of(&said);
    let list = json!({ "text": "unit,depot,odometer_km\n14,Fen End,1\n77,Fen End,far\n,x,1\n" });
    let read = server.post("/api/vehicles/read", &list).json::<Value>().unwrap();
    assert_eq!(read["bad"].as_array().unwrap().len(), 2);
    heard.hear("vehicles.read", &read);
    for line in vehicles["lines"].as_array().unwrap() {
        heard.hear("vehicles.life", &server.get(&format!("/api/vehicles/{}", line["id"])));
    }
}

#[test]
fn nothing_is_said_but_from_the_tables() {
    let server = start(&["demo", "--language", "pseudo"]);
    let ids: Vec<i64> = server.yard().iter().map(|j| j["id"].as_i64().unwrap()).collect();
    let jobs: Vec<Value> =
        ids.iter().map(|id| server.get(&format!("/api/jobs/{id}"))["job"].clone()).collect();
    assert!(jobs.len() > 10);
    let mut heard = Heard::new();
    // Who saved them, and what their kit is called.
    let people = json!(["Mara", "Ines", "Odell", "Tamsin", "Pickup kit: work lamps and beacons"]);
    let all = [json!(jobs), people];
    heard.speak_of(&all);
    for path in [
        "/api/jobs",
        "/api/catalog",
        "/api/bays",
        "/api/verify",
        "/api/kits/1/series",
        "/api/kits/1/parts",
    ] {
        heard.hear(path, &server.get(path));
    }
    // Every word that is in many lines, so that each kind is found.
    for find in ["a", "r", "b", "f", "l", "s"] {
        heard.hear("search", &server.get(&format!("/api/search?find={find}")));
    }
    heard.speak_of(&[json!(["somebody", "Lot seven", "welds shut"]), json!(jobs)]);
    let found = json!({ "name": "Lot seven", "why": "welds shut", "find": "r" });
    heard.hear("recall", &server.post("/api/recalls", &found).json::<Value>().unwrap());
    heard.hear("recalls", &server.get("/api/recalls"));
    fleet(&server, &mut heard, &jobs);
    kits(&server, &mut heard, &jobs);
    let mut laid = BTreeSet::new();
    for (id, job) in ids.iter().zip(&jobs) {
        // The pickups of a kit say the same: one of them speaks for all.
        if !job["follows"].is_null() && !laid.insert(job["follows"]["kit"].to_string()) {
            continue;
        }
        heard.speak_of(std::slice::from_ref(job));
        let now = json!({ "job": job, "state": { "supply": "engine_off", "on": [] } });
        let alone = json!({ "job": job });
        let hidden = json!({ "job": job, "seed": 3 });
        for (path, body) in [
            ("assess", job),
            ("budget", job),
            ("diagnose", job),
            ("estimate", job),
            ("proof", job),
            ("question", job),
            ("record", job),
            ("work", job),
            ("light", &alone),
            ("rules", &alone),
            ("swap", &alone),
            ("trailer", &alone),
            ("moment", &now),
            ("practice", &hidden),
        ] {
            let answer = server.post(&format!("/api/{path}"), body);
            if let Ok(said) = answer.json::<Value>() {
                heard.hear(path, &said);
            }
        }
        for format in
            ["wires-csv", "cuts-csv", "labels-csv", "pins-csv", "parts-csv", "estimate-csv"]
        {
            let file = server.at(&format!("/api/jobs/{id}/export?as={format}"));
            let answer = Client::new().get(file).send().unwrap();
            if answer.status().is_success() {
                // The head of a table and the kind of a line are names of the open format.
                for line in answer.text().unwrap().lines().skip(1) {
                    let told = line.split_once(',').map_or(line, |(_, rest)| rest);
                    heard.hear_text(format, if format == "estimate-csv" { told } else { line });
                }
            }
        }
        let sheets = "handover,diagram,pictures,wires,labels,parts,formboard,steps,readings,aim";
        let printed = server.get(&format!("/api/jobs/{id}/packet?sheets={sheets}"));
        for page in printed["pages"].as_array().unwrap() {
            for line in drawn(page.as_str().unwrap()).lines() {
                heard.hear_text("packet", line);
            }
        }
        let link: Value =
            server.post(&format!("/api/jobs/{id}/owner-link"), &json!({})).json().unwrap();
        let page = Client::new().get(server.at(link["link"]["path"].as_str().unwrap()));
        let page = page.send().unwrap().text().unwrap();
        let (_, body) = page.split_once("</head>").unwrap();
        for line in drawn(body).lines() {
            heard.hear_text("owner", line);
        }
        for format in ["diagram-svg", "formboard-svg", "aim-svg", "beam-svg"] {
            let file = server.at(&format!("/api/jobs/{id}/export?as={format}"));
            let answer = Client::new().get(file).send().unwrap();
            if answer.status().is_success() {
                for line in drawn(&answer.text().unwrap()).lines() {
                    heard.hear_text(format, line);
                }
            }
        }
    }
    let mut too_many = jobs[0].clone();
    too_many["circuits"][0]["lights"][0]["count"] = json!(9999);
    for (path, body) in [
        ("assess", too_many),
        ("assess", json!({ "jovek": 99, "unit": "1", "title": "" })),
        ("moment", json!({ "job": jobs[0], "state": { "supply": "engine_off", "on": ["warp"] } })),
    ] {
        let answer = server.post(&format!("/api/{path}"), &body);
        assert!(answer.status().is_client_error(), "{path}");
        // What was typed is said back, and a place in the file by the names of its fields.
        heard.speak_of(std::slice::from_ref(&body));
        heard.take_names(&body);
        heard.hear("problem", &answer.json::<Value>().unwrap());
    }
    for file in [UNIT_14, UNIT_51, UNIT_T3] {
        let job: Value = serde_json::from_str(&std::fs::read_to_string(file).unwrap()).unwrap();
        heard.speak_of(std::slice::from_ref(&job));
        for command in ["assess", "prove", "solve", "budget", "route", "steps", "diagnose"] {
            let out = run(&[command, file, "--language", "pseudo"], "");
            for line in text(&out.stdout).lines() {
                // The key of a reading stands at the end of its line, after its marked name.
                let told = line.split_once("ｉｄ ").map_or(line, |(told, _)| told);
                heard.hear_text(&format!("jovek {command}"), told);
            }
        }
    }
    let told: Vec<String> =
        heard.unmarked.iter().map(|(at, what)| format!("{at}: {what}")).collect();
    assert!(told.is_empty(), "{} places with words of their own:\n{}", told.len(), told.join("\n"));
}
