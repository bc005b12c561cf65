//! What holds a lamp: the minutes, the parts and the care that each way wants.

use jovek_base::units::Units;
use jovek_job::{HeldBy, Light};
use jovek_phrases::work as say;

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
        (has(HeldBy::Magnet), say::wipe_magnet_and_sheet_grit_scratches()),
        (has(HeldBy::Magnet), say::its_cable_over_a_soft_seal()),
        (has(HeldBy::PlasticStuds), say::nuts_onto_plastic_studs_by_hand()),
        (has(HeldBy::RubberGrommet), say::edge_of_the_hole_deburred()),
        (has(HeldBy::RubberGrommet), say::press_the_lamp_in_with_soapy()),
    ];
    let mut out: Vec<String> =
        lines.into_iter().filter(|(is, _)| *is).map(|(_, line)| line.to_owned()).collect();
    out.extend(lights.iter().filter_map(|l| {
        let spacer = units.bore(l.spacer_mm?);
        Some(say::spacers_of_no_trim_is_cut(&l.name, &spacer))
    }));
    out
}

/// What to mind of some lights that are held so.
pub(super) fn caution<'a>(mut lights: impl Iterator<Item = &'a Light>) -> Option<&'static str> {
    lights.any(|l| l.held_by == Some(HeldBy::Magnet)).then_some(say::a_magnet_is_not_a_fixing())
}
