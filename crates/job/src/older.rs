//! What older programs wrote otherwise, brought into the form of today before it is read.

use crate::FORMAT_VERSION;
use jovek_catalog::light::WALL_M;
use serde_json::{Value, json};
use std::collections::BTreeMap;

/// Brings a job file of format 1 into the form of today; what it does not know it leaves alone.
pub(super) fn brought_up(job: &mut Value) {
    marks_say_on_what(job);
    if job.get("jovek").and_then(Value::as_u64) == Some(1) {
        connectors_have_ids(job);
        job["jovek"] = json!(FORMAT_VERSION);
    }
}

fn circuits(job: &mut Value) -> impl Iterator<Item = &mut Value> {
    job.get_mut("circuits").and_then(Value::as_array_mut).into_iter().flatten()
}

/// `found_m` held bare heights, m, which did not say of which wall.
fn marks_say_on_what(job: &mut Value) {
    let wall_m = job.pointer("/lighting/wall_m").and_then(Value::as_f64).unwrap_or(WALL_M);
    for circuit in circuits(job) {
        let lights = circuit.get_mut("lights").and_then(Value::as_array_mut);
        for light in lights.into_iter().flatten() {
            if let Some(optic) = light.get_mut("optic") {
                found(optic, wall_m);
            }
        }
    }
}

fn found(optic: &mut Value, wall_m: f64) {
    let Some(optic) = optic.as_object_mut() else { return };
    let Some(Value::Array(heights)) = optic.get("found_m") else { return };
    let marks: Vec<Value> = heights
        .iter()
        .map(|up_m| match up_m.as_f64() {
            Some(m) => json!({ "on": "wall", "up_mm": (1000.0 * m).round(), "wall_m": wall_m }),
            None => up_m.clone(),
        })
        .collect();
    optic.remove("found_m");
    optic.insert("found".into(), marks.into());
}

/// In format 1 connectors of one name were one connector: there by the name of the section that ends at them,
/// back by that of the section behind. Each name becomes an id.
fn connectors_have_ids(job: &mut Value) {
    let mut ids: BTreeMap<String, String> = BTreeMap::new();
    let mut id = |name: &str| {
        let next = format!("plug-{}", ids.len() + 1);
        json!(ids.entry(name.to_owned()).or_insert(next))
    };
    let name = |section: &Value| section["name"].as_str().unwrap_or_default().to_owned();
    for circuit in circuits(job) {
        for (path, is_back) in [("/run/supply", false), ("/run/back", true)] {
            let Some(sections) = circuit.pointer_mut(path).and_then(Value::as_array_mut) else {
                continue;
            };
            let names: Vec<String> = sections.iter().map(name).collect();
            for (k, section) in sections.iter_mut().enumerate() {
                let named = if is_back { names.get(k + 1) } else { None }.unwrap_or(&names[k]);
                let Some(section) = section.as_object_mut() else { continue };
                if section.get("ends_at") == Some(&json!("connector")) {
                    section.insert("plug".into(), id(named));
                }
            }
        }
    }
}
