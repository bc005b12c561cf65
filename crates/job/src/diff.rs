//! What changed between two versions of a job, place by place.

use crate::Job;
use jovek_phrases::common as say;
use serde::Serialize;
use serde_json::{Map, Value};
use utoipa::ToSchema;

/// One changed place.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Change {
    /// Place, such as `circuits[0].run.supply[2].length_m`.
    pub path: String,
    /// The place in words, such as `Rear work lamps, Rail to lamps, length`.
    pub place: String,
    /// What stood there; none where nothing did.
    pub before: Option<String>,
    /// What stands there now; none where it is gone.
    pub after: Option<String>,
}

/// All places in which `after` differs from `before`.
pub fn changes(before: &Job, after: &Job) -> Vec<Change> {
    let mut out = Vec::new();
    // A job always serialises; two nulls would say "no change".
    let json = |job: &Job| serde_json::to_value(job).unwrap_or(Value::Null);
    walk(&DiffPath::default(), Some(&json(before)), Some(&json(after)), &mut out);
    out
}

/// All places in which two plans differ, entries of lists matched by their ids, whatever their order. The path names an
/// entry by its id: `circuits[fog].lights[l1].count`.
pub fn changes_by_id(before: &Value, after: &Value) -> Vec<Change> {
    let mut out = Vec::new();
    walk_by_id(&DiffPath::default(), Some(before), Some(after), &mut out);
    out
}

/// The id of an entry of a list; none where it has none.
pub fn id_of(entry: &Value) -> Option<&str> {
    entry.get("id").and_then(Value::as_str)
}

/// True for a list whose entries all have ids.
pub fn has_ids(list: &[Value]) -> bool {
    list.iter().all(|entry| id_of(entry).is_some())
}

fn walk_by_id(
    place: &DiffPath,
    before: Option<&Value>,
    after: Option<&Value>,
    out: &mut Vec<Change>,
) {
    if before == after {
        return;
    }
    match (before, after) {
        (Some(Value::Object(a)), Some(Value::Object(b))) => {
            for key in keys(a, b) {
                walk_by_id(&place.field(key), a.get(key), b.get(key), out);
            }
        }
        (Some(Value::Array(a)), Some(Value::Array(b))) if has_ids(a) && has_ids(b) => {
            let more = b.iter().filter(|e| !a.iter().any(|of| id_of(of) == id_of(e)));
            for entry in a.iter().chain(more) {
                let of = |list: &'_ [Value]| list.iter().position(|e| id_of(e) == id_of(entry));
                let (was, now) = (of(a).map(|k| &a[k]), of(b).map(|k| &b[k]));
                let id = id_of(entry).unwrap_or_default();
                walk_by_id(&place.named_entry(id, entry), was, now, out);
            }
        }
        (Some(Value::Array(a)), Some(Value::Array(b))) if a.len() == b.len() => {
            for (i, (was, now)) in a.iter().zip(b).enumerate() {
                walk_by_id(&place.entry(i, Some(was)), Some(was), Some(now), out);
            }
        }
        _ => out.push(place.change(before, after)),
    }
}

fn keys<'a>(a: &'a Map<String, Value>, b: &'a Map<String, Value>) -> Vec<&'a String> {
    a.keys().chain(b.keys().filter(|k| !a.contains_key(*k))).collect()
}

/// Where the walk stands: the path, and the same in words.
#[derive(Default)]
struct DiffPath {
    path: String,
    words: Vec<String>,
    /// Unit of the figure that stands there; empty where it has none.
    unit: &'static str,
}

/// Endings of a field's name that say the unit of its figure, and the unit as it is written.
const UNITS: [(&str, &str); 13] = [
    ("_m", "m"),
    ("_mm", "mm"),
    ("_mm2", "mm²"),
    ("_a", "A"),
    ("_v", "V"),
    ("_w", "W"),
    ("_c", "°C"),
    ("_ah", "Ah"),
    ("_mohm", "mohm"),
    ("_percent", "%"),
    ("_deg", "°"),
    ("_hz", "Hz"),
    ("_min", "min"),
];

/// The name of a field without its unit, and that.
fn bare_and_unit(key: &str) -> (&str, &'static str) {
    let ending = UNITS.iter().find_map(|(end, unit)| Some((key.strip_suffix(end)?, *unit)));
    ending.unwrap_or((key, ""))
}

impl DiffPath {
    fn field(&self, key: &str) -> DiffPath {
        let path = if self.path.is_empty() { key.into() } else { format!("{}.{key}", self.path) };
        let (bare, unit) = bare_and_unit(key);
        let mut words = self.words.clone();
        words.push(bare.replace('_', " "));
        DiffPath { path, words, unit }
    }

    /// An entry of a list goes by its name, where it has one, in place of the list's.
    fn entry(&self, index: usize, value: Option<&Value>) -> DiffPath {
        let mut words = self.words.clone();
        let list = words.pop().unwrap_or_default();
        let name = value.and_then(|v| v["name"].as_str()).filter(|n| !n.is_empty());
        words.push(name.map_or_else(|| format!("{list} {}", index + 1), str::to_owned));
        DiffPath { path: format!("{}[{index}]", self.path), words, unit: "" }
    }

    /// An entry of a list by its id.
    fn named_entry(&self, id: &str, entry: &Value) -> DiffPath {
        let path = format!("{}[{id}]", self.path);
        DiffPath { path, ..self.entry(0, Some(entry)) }
    }

    fn change(&self, before: Option<&Value>, after: Option<&Value>) -> Change {
        let words: Vec<&str> =
            self.words.iter().map(String::as_str).filter(|w| *w != "run").collect();
        Change {
            path: self.path.clone(),
            place: words.join(", "),
            before: before.map(|v| short(v, self.unit)),
            after: after.map(|v| short(v, self.unit)),
        }
    }
}

fn walk(place: &DiffPath, before: Option<&Value>, after: Option<&Value>, out: &mut Vec<Change>) {
    if before == after {
        return;
    }
    match (before, after) {
        (Some(Value::Object(a)), Some(Value::Object(b))) => {
            for key in keys(a, b) {
                walk(&place.field(key), a.get(key), b.get(key), out);
            }
        }
        (Some(Value::Array(a)), Some(Value::Array(b))) => {
            for i in 0..a.len().max(b.len()) {
                let named = a.get(i).or(b.get(i));
                walk(&place.entry(i, named), a.get(i), b.get(i), out);
            }
        }
        _ => out.push(place.change(before, after)),
    }
}

/// A value as it is told: figures with their units, lists and parts by what they hold, never as they stand in the file.
fn short(value: &Value, unit: &str) -> String {
    let text = told(value, unit);
    if text.chars().count() > 80 { text.chars().take(79).chain(['…']).collect() } else { text }
}

fn told(value: &Value, unit: &str) -> String {
    match value {
        Value::Null => say::nothing().to_owned(),
        Value::Bool(true) => say::yes().to_owned(),
        Value::Bool(false) => say::no().to_owned(),
        Value::String(text) => text.clone(),
        Value::Number(figure) => {
            let figure = figure.as_f64().map_or_else(|| figure.to_string(), |f| f.to_string());
            format!("{figure} {unit}").trim_end().to_owned()
        }
        Value::Array(list) if list.is_empty() => say::nothing().to_owned(),
        Value::Array(list) => {
            list.iter().map(|entry| told(entry, unit)).collect::<Vec<_>>().join("; ")
        }
        Value::Object(fields) => {
            let each = fields.iter().map(|(key, value)| {
                let (bare, unit) = bare_and_unit(key);
                match fields.len() {
                    1 => told(value, unit),
                    _ => format!("{} {}", bare.replace('_', " "), told(value, unit)),
                }
            });
            each.collect::<Vec<_>>().join(", ")
        }
    }
}
