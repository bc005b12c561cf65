//! Lamps that are stuck on: how each adhesive is worked, and how long it bears nothing.

use jovek_job::{Adhesive, Light};

/// Silicone cures overnight, min. Common practice.
pub const CURE_MIN: f64 = 720.0;
/// Acrylic tape has about half of its strength after 20 minutes. From memory of such tapes' data sheets, medium confidence.
const TAPE_MIN: f64 = 20.0;
/// Hot melt sets in minutes, min. Common practice.
const HOT_MELT_MIN: f64 = 10.0;

/// How long a light that is stuck on bears nothing, min; none for one that is not.
fn light_min(light: &Light) -> Option<f64> {
    light.is_held_by_adhesive().then_some(match light.adhesive {
        Some(Adhesive::Tape) => TAPE_MIN,
        Some(Adhesive::HotMelt) => HOT_MELT_MIN,
        Some(Adhesive::Silicone) | None => CURE_MIN,
    })
}

/// How long the slowest of some lights bears nothing, min; none where none is stuck.
pub fn cure_min<'a>(lights: impl Iterator<Item = &'a Light>) -> Option<f64> {
    lights.filter_map(light_min).reduce(f64::max)
}

/// How the stuck ones of some lights are put on, line by line.
pub(super) fn how<'a>(lights: impl Iterator<Item = &'a Light>) -> Vec<String> {
    let by: Vec<_> = lights.filter(|l| l.is_held_by_adhesive()).map(|l| l.adhesive).collect();
    let has = |adhesive| by.contains(&adhesive);
    let mut out = vec!["clean with isopropyl alcohol, dry, press for 30 s".to_owned()];
    let lines = [
        (
            has(Some(Adhesive::Silicone)) || has(None),
            "the adhesive holds nothing until it has cured overnight; tape holds it meanwhile",
        ),
        (
            has(Some(Adhesive::Tape)),
            "tape is a clamp, not a fixing: a clip or a dab of silicone at each end and corner; no pull on it for 20 min",
        ),
        (
            has(Some(Adhesive::HotMelt)),
            "hot melt sets in minutes and creeps where it gets warm: only away from lamps and engine",
        ),
    ];
    out.extend(lines.into_iter().filter(|(is, _)| *is).map(|(_, line)| line.to_owned()));
    out.push("strain relief at each lead: no pull on what is stuck".into());
    out
}
