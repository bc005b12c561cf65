//! What changed between two versions of a job, place by place.

use crate::Job;
use serde::Serialize;
use serde_json::Value;
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

/// Where the walk stands: the path, and the same in words.
#[derive(Default)]
struct DiffPath {
    path: String,
    words: Vec<String>,
}

/// Units that end a field's name; on screen the figure has its unit beside it.
const UNITS: [&str; 9] = ["_m", "_a", "_v", "_w", "_c", "_ah", "_mohm", "_mm2", "_percent"];

impl DiffPath {
    fn field(&self, key: &str) -> DiffPath {
        let path = if self.path.is_empty() { key.into() } else { format!("{}.{key}", self.path) };
        let bare = UNITS.iter().find_map(|u| key.strip_suffix(u)).unwrap_or(key);
        let mut words = self.words.clone();
        words.push(bare.replace('_', " "));
        DiffPath { path, words }
    }

    /// An entry of a list goes by its name, where it has one, in place of the list's.
    fn entry(&self, index: usize, value: Option<&Value>) -> DiffPath {
        let mut words = self.words.clone();
        let list = words.pop().unwrap_or_default();
        let name = value.and_then(|v| v["name"].as_str()).filter(|n| !n.is_empty());
        words.push(name.map_or_else(|| format!("{list} {}", index + 1), str::to_owned));
        DiffPath { path: format!("{}[{index}]", self.path), words }
    }

    fn change(&self, before: Option<&Value>, after: Option<&Value>) -> Change {
        let words: Vec<&str> =
            self.words.iter().map(String::as_str).filter(|w| *w != "run").collect();
        Change {
            path: self.path.clone(),
            place: words.join(", "),
            before: before.map(short),
            after: after.map(short),
        }
    }
}

fn walk(place: &DiffPath, before: Option<&Value>, after: Option<&Value>, out: &mut Vec<Change>) {
    if before == after {
        return;
    }
    match (before, after) {
        (Some(Value::Object(a)), Some(Value::Object(b))) => {
            let mut keys: Vec<&String> = a.keys().collect();
            keys.extend(b.keys().filter(|k| !a.contains_key(*k)));
            for key in keys {
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

fn short(value: &Value) -> String {
    let text = match value {
        Value::String(s) => s.clone(),
        other => other.to_string(),
    };
    if text.chars().count() > 80 { text.chars().take(79).chain(['…']).collect() } else { text }
}
