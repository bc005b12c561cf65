//! What older programs wrote otherwise, brought into the form of today before it is read.

use jovek_catalog::light::WALL_M;
use serde_json::{Value, json};

/// Brings a job file of format 1 into the form of today; what it does not know it leaves alone.
pub(super) fn brought_up(job: &mut Value) {
    let wall_m = job.pointer("/lighting/wall_m").and_then(Value::as_f64).unwrap_or(WALL_M);
    let circuits = job.get_mut("circuits").and_then(Value::as_array_mut);
    for circuit in circuits.into_iter().flatten() {
        let lights = circuit.get_mut("lights").and_then(Value::as_array_mut);
        for light in lights.into_iter().flatten() {
            if let Some(optic) = light.get_mut("optic") {
                found(optic, wall_m);
            }
        }
    }
}

/// `found_m` held bare heights, m, which did not say of which wall.
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
