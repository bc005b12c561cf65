//! What holds a lamp: the minutes, the parts and the care that each way wants.

use jovek_base::units::Units;
use jovek_job::{HeldBy, Light};

/// To set a lamp on its magnet, min. Common practice.
pub const MAGNET_MIN: f64 = 3.0;
/// To seat a grommet in its hole and press the lamp in, min. Common practice.
pub const GROMMET_MIN: f64 = 6.0;

/// True where screws or brackets hold a light.
pub fn is_screwed(light: &Light) -> bool {
    light.held_by.is_none() && !light.is_held_by_adhesive()
}

/// How those of some lights are set that something else than screws or adhesive holds, line by line.
pub(super) fn how<'a>(lights: impl Iterator<Item = &'a Light>, units: Units) -> Vec<String> {
    let lights: Vec<&Light> = lights.collect();
    let has = |by| lights.iter().any(|l| l.held_by == Some(by));
    let lines = [
        (
            has(HeldBy::Magnet),
            "wipe magnet and sheet: grit scratches; bare steel or painted steel only, pull at it by hand",
        ),
        (has(HeldBy::Magnet), "its cable over a soft seal with a drip loop, never over an edge"),
        (
            has(HeldBy::PlasticStuds),
            "nuts onto plastic studs by hand, then an eighth of a turn more: a stripped stud holds nothing",
        ),
        (
            has(HeldBy::RubberGrommet),
            "edge of the hole deburred and painted; old grommet out, seat clean, new one in all round",
        ),
        (
            has(HeldBy::RubberGrommet),
            "press the lamp in with soapy water, no grease; its plug hangs below the hole",
        ),
    ];
    let mut out: Vec<String> =
        lines.into_iter().filter(|(is, _)| *is).map(|(_, line)| line.to_owned()).collect();
    out.extend(lights.iter().filter_map(|l| {
        let spacer = units.bore(l.spacer_mm?);
        Some(format!("{}: spacers of {spacer}; no trim is cut", l.name))
    }));
    out
}

/// What to mind of some lights that are held so.
pub(super) fn caution<'a>(mut lights: impl Iterator<Item = &'a Light>) -> Option<&'static str> {
    lights
        .any(|l| l.held_by == Some(HeldBy::Magnet))
        .then_some("A magnet is not a fixing: no faster than its maker says, off before the wash.")
}
