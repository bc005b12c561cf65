//! Every figure and every list that the API description lets somebody send, at sizes that no vehicle has: answered soon,
//! by a refusal or an answer, never by a fault of the program.

use crate::{Calls, run, start};
use jovek_e2e::Server;
use reqwest::Method;
use reqwest::blocking::Client;
use serde_json::{Map, Value, json};
use std::time::{Duration, Instant};

/// What nobody waits longer for, on a slow machine with other tests beside. Before there were limits such requests took
/// minutes and gigabytes.
const SOON: Duration = Duration::from_secs(10);
/// A figure that no vehicle has.
const VAST: f64 = 1e9;
/// Elements of a list that no vehicle has.
const MANY: usize = 5_000;

/// An operation of the API with a JSON body.
struct Operation {
    method: Method,
    path: String,
    schema: Value,
}

fn operations(api: &Value) -> Vec<Operation> {
    let mut out = Vec::new();
    for (path, item) in api["paths"].as_object().unwrap() {
        for (method, operation) in item.as_object().unwrap() {
            let schema = &operation["requestBody"]["content"]["application/json"]["schema"];
            if schema.is_object() {
                let method = method.to_uppercase().parse().unwrap();
                let path = path.replace("{id}", "1");
                out.push(Operation { method, path, schema: schema.clone() });
            }
        }
    }
    out
}

/// Makes a body that fits a schema, each figure `figure`, each list of `count`.
struct Made<'a> {
    api: &'a Value,
    job: &'a Value,
    figure: f64,
    count: usize,
}

impl Made<'_> {
    fn of(&self, schema: &Value) -> Value {
        if let Some(name) = schema["$ref"].as_str() {
            let name = name.rsplit('/').next().unwrap();
            // A job is walked by itself.
            return match name {
                "Job" => self.job.clone(),
                _ => self.of(&self.api["components"]["schemas"][name]),
            };
        }
        for several in ["oneOf", "anyOf", "allOf"] {
            if let Some(first) =
                schema[several].as_array().and_then(|all| all.iter().find(|s| s["type"] != "null"))
            {
                return self.of(first);
            }
        }
        if let Some(first) = schema["enum"].as_array().and_then(|all| all.first()) {
            return first.clone();
        }
        let kind = match &schema["type"] {
            Value::Array(kinds) => kinds.iter().find(|k| *k != "null").cloned().unwrap_or_default(),
            kind => kind.clone(),
        };
        match kind.as_str() {
            Some("object") => {
                let fields = schema["properties"].as_object().cloned().unwrap_or_default();
                Value::Object(fields.iter().map(|(name, s)| (name.clone(), self.of(s))).collect())
            }
            // The outermost list is long, what is in it need not be.
            Some("array") => {
                let one = Made { count: 1, ..*self }.of(&schema["items"]);
                vec![one; self.count].into()
            }
            Some("integer") => json!(self.figure as i64),
            Some("number") => json!(self.figure),
            Some("boolean") => json!(true),
            _ => json!("1"),
        }
    }
}

fn send(server: &Server, operation: &Operation, body: &Value) {
    let begun = Instant::now();
    let request = Client::new()
        .request(operation.method.clone(), server.at(&operation.path))
        .header("If-Match", "\"1\"")
        .json(body);
    let answer = request.send().unwrap();
    let (status, took) = (answer.status().as_u16(), begun.elapsed());
    let (method, path) = (&operation.method, &operation.path);
    // A device that is not there is not our fault.
    assert!(
        status < 500 || path == "/api/device",
        "{method} {path}: {status} {}",
        answer.text().unwrap()
    );
    assert!(took < SOON, "{method} {path}: {took:?}");
}

/// Every body that the description knows, with vast figures and with long lists.
#[test]
fn every_operation_bears_vast_figures_and_long_lists() {
    let api: Value = serde_json::from_slice(&run(&["openapi"], "").stdout).unwrap();
    let server = start(&["demo"]);
    let job = server.get("/api/jobs/1")["job"].clone();
    let all = operations(&api);
    assert!(all.len() > 20, "only {} operations with a body", all.len());
    for operation in &all {
        for (figure, count) in [(VAST, 1), (-VAST, 1), (1.0, MANY)] {
            let body = Made { api: &api, job: &job, figure, count }.of(&operation.schema);
            send(&server, operation, &body);
        }
    }
    assert!(server.yard().len() >= 8, "the yard goes on");
}

/// Where something stands in a job.
type Place = String;

/// Places of figures and of lists in a job.
fn places(of: &Value, at: &str, figures: &mut Vec<Place>, lists: &mut Vec<Place>) {
    match of {
        Value::Object(fields) => {
            for (name, inner) in fields {
                places(inner, &format!("{at}/{name}"), figures, lists);
            }
        }
        Value::Array(items) => {
            lists.push(at.to_owned());
            for (k, inner) in items.iter().enumerate() {
                places(inner, &format!("{at}/{k}"), figures, lists);
            }
        }
        Value::Number(_) => figures.push(at.to_owned()),
        _ => {}
    }
}

/// Every figure and every list of jobs that say much, one after the other.
#[test]
fn every_figure_and_list_of_a_job_has_a_limit() {
    let server = start(&["demo"]);
    let assess =
        Operation { method: Method::POST, path: "/api/assess".into(), schema: Value::Null };
    let mut tried = Map::new();
    for id in [1, 2, 8] {
        let job = server.get(&format!("/api/jobs/{id}"))["job"].clone();
        let (mut figures, mut lists) = (Vec::new(), Vec::new());
        places(&job, "", &mut figures, &mut lists);
        // The same figure of another lamp or section has the same limit.
        let kind = |place: &str| -> String {
            place.split('/').filter(|p| p.parse::<usize>().is_err()).collect::<Vec<_>>().join("/")
        };
        for place in figures {
            if tried.insert(kind(&place), Value::Null).is_some() {
                continue;
            }
            for figure in [VAST, -VAST] {
                let mut job = job.clone();
                *job.pointer_mut(&place).unwrap() = json!(figure);
                send(&server, &assess, &job);
            }
        }
        for place in lists {
            let first = job.pointer(&place).and_then(|list| list.get(0)).cloned();
            let Some(first) = first else { continue };
            if tried.insert(kind(&place), Value::Null).is_some() {
                continue;
            }
            let mut job = job.clone();
            *job.pointer_mut(&place).unwrap() = vec![first; MANY].into();
            send(&server, &assess, &job);
        }
    }
    assert!(tried.len() > 80, "only {} kinds of figures and lists", tried.len());
}
