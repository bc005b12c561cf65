//! Lamps that are stuck on: how each adhesive is worked, and how long it bears nothing.

use jovek_job::{Adhesive, Light};
use jovek_phrases::work as say;

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
    let mut out = vec![say::clean_with_isopropyl_alcohol_dry_press().to_owned()];
    let lines = [
        (has(Some(Adhesive::Silicone)) || has(None), say::the_adhesive_holds_nothing_until()),
        (has(Some(Adhesive::Tape)), say::tape_is_a_clamp()),
        (has(Some(Adhesive::HotMelt)), say::hot_melt_sets_in_minutes()),
    ];
    out.extend(lines.into_iter().filter(|(is, _)| *is).map(|(_, line)| line.to_owned()));
    out.push(say::strain_relief_at_each_lead().into());
    out
}
