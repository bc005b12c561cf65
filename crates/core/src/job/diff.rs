//! What changed between two versions of a job, place by place.

use super::Job;
use serde::Serialize;
use serde_json::Value;
use utoipa::ToSchema;

/// One changed place.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Change {
    /// Place, such as `circuits[0].run.supply[2].length_m`.
    pub path: String,
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
    walk(String::new(), Some(&json(before)), Some(&json(after)), &mut out);
    out
}

fn walk(path: String, before: Option<&Value>, after: Option<&Value>, out: &mut Vec<Change>) {
    if before == after {
        return;
    }
    match (before, after) {
        (Some(Value::Object(a)), Some(Value::Object(b))) => {
            let mut keys: Vec<&String> = a.keys().collect();
            keys.extend(b.keys().filter(|k| !a.contains_key(*k)));
            for key in keys {
                let at = if path.is_empty() { key.clone() } else { format!("{path}.{key}") };
                walk(at, a.get(key), b.get(key), out);
            }
        }
        (Some(Value::Array(a)), Some(Value::Array(b))) => {
            for i in 0..a.len().max(b.len()) {
                walk(format!("{path}[{i}]"), a.get(i), b.get(i), out);
            }
        }
        _ => out.push(Change { path, before: before.map(short), after: after.map(short) }),
    }
}

fn short(value: &Value) -> String {
    let text = match value {
        Value::String(s) => s.clone(),
        other => other.to_string(),
    };
    if text.chars().count() > 80 { text.chars().take(79).chain(['…']).collect() } else { text }
}
