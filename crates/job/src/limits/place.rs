//! A place in a job in words: who typed the figure finds it by the names that were given.

use super::JobFault;
use crate::Job;
use serde_json::Value;

/// Units that end the name of a field; they stand beside the figure.
const UNITS: [&str; 19] = [
    "w", "v", "a", "m", "mm", "deg", "lm", "cd", "lx", "k", "hz", "c", "ah", "ma", "mohm", "ohm",
    "percent", "days", "mm2",
];

/// Gives each fault its place in words. The job is looked at only where something is wrong.
pub(super) fn named(job: &Job, faults: Vec<(String, String)>) -> Vec<JobFault> {
    if faults.is_empty() {
        return Vec::new();
    }
    let tree = serde_json::to_value(job).unwrap_or_default();
    let named = |(path, what): (String, String)| JobFault { at: words(&tree, &path), path, what };
    faults.into_iter().map(named).collect()
}

/// `circuits[0].lights[1].label_w` as `Rear work lamps, LED work lamp, label`: what has a name is called by it, the rest by
/// its field, numbered from 1.
fn words(tree: &Value, path: &str) -> String {
    let mut out: Vec<String> = Vec::new();
    let mut here = Some(tree);
    let mut is_named = false;
    let mut rest = path.split('.').peekable();
    while let Some(step) = rest.next() {
        let (field, index) = match step.split_once('[') {
            Some((field, rest)) => (field, rest.trim_end_matches(']').parse::<usize>().ok()),
            None => (step, None),
        };
        here = here.and_then(|v| v.get(field));
        let Some(index) = index else {
            // What holds together the parts of a thing that has a name is not said.
            if !is_named || rest.peek().is_none() {
                out.push(plain(field));
            }
            continue;
        };
        here = here.and_then(|v| v.get(index));
        is_named = true;
        let name = here.and_then(|v| v.get("name")).and_then(Value::as_str).unwrap_or_default();
        out.push(if name.is_empty() {
            format!("{} {}", plain(field.trim_end_matches('s')), index + 1)
        } else {
            name.to_owned()
        });
    }
    out.join(", ")
}

/// A field in plain words, without its unit.
fn plain(field: &str) -> String {
    let field = field.strip_prefix("is_").or(field.strip_prefix("has_")).unwrap_or(field);
    let bare = match field.rsplit_once('_') {
        Some((bare, unit)) if UNITS.contains(&unit) => bare,
        _ => field,
    };
    bare.replace('_', " ")
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn places_are_called_by_their_names() {
        let tree = serde_json::json!({
            "circuits": [{ "name": "Rear work lamps", "lights": [{ "name": "Bar" }, { "name": "" }] }],
            "supply": { "battery": {} },
        });
        for (path, said) in [
            ("circuits[0].lights[0].label_w", "Rear work lamps, Bar, label"),
            ("circuits[0].lights[1].optic.found[1].up_mm", "Rear work lamps, light 2, found 2, up"),
            ("circuits[7].name", "circuit 8, name"),
            ("supply.battery.capacity_ah", "supply, battery, capacity"),
            ("vehicle.name", "vehicle, name"),
            ("unit", "unit"),
        ] {
            assert_eq!(words(&tree, path), said, "{path}");
        }
    }
}
