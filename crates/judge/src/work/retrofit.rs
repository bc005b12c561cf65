//! Steps beside the lamp circuits: corroded connectors repaired, coding values changed.

use crate::swap::notes::pins_text;
use crate::work::steps::Maker;
use crate::work::stuck::CURE_MIN;
use jovek_job::Coding;
use jovek_phrases::work as say;

/// A rinsed connector dries before it is greased, min. Common practice.
const DRY_MIN: f64 = 60.0;

/// Key, what is done, minutes, tool, how, cautions.
type Part<'a> = (&'a str, String, f64, &'a str, &'a [&'a str], &'a [&'static str]);

/// Corroded connectors: loosen, neutralise and rinse, dry, grip and protect, seal. Common practice, no source.
pub(super) fn repairs(m: &mut Maker) {
    for (k, connector) in m.job.repairs.iter().enumerate() {
        let id = |part: &str| format!("repair.{}.{part}", k + 1);
        let acid = say::acid_and_solvent_goggles_gloves_off();
        let parts: [Part; 5] = [
            (
                "loosen",
                say::clean_the_contacts_bright(&connector),
                10.0,
                say::weak_acid_with_salt_small_brush(),
                &[say::on_and_off_a_few_times()],
                &[acid],
            ),
            (
                "neutralise",
                say::neutralise_and_rinse(&connector),
                5.0,
                say::baking_soda_in_water_then_clean(),
                &[say::soda_until_nothing_foams_then_rinse()],
                &[acid],
            ),
            (
                "dry",
                say::blow_dry(&connector),
                5.0,
                say::warm_air(),
                &[say::not_hot_no_flame_then_leave()],
                &[],
            ),
            (
                "protect",
                say::bend_for_grip_grease_plug(&connector),
                8.0,
                say::pick_dielectric_grease(),
                &[say::each_contact_grips_a_pin(), say::renew_a_contact_that_does()],
                &[],
            ),
            (
                "seal",
                say::seal_the_back(&connector),
                5.0,
                say::sealant(),
                &[say::wires_hanging_down_so_that_sealant()],
                &[],
            ),
        ];
        let mut before: Option<String> = None;
        for (part, what, minutes, tool, how, cautions) in parts {
            let step = m.step(&id(part), what, minutes);
            step.tool = tool.into();
            step.how = how.iter().map(|h| (*h).to_owned()).collect();
            step.cautions = cautions.to_vec();
            m.after(&id(part), &["battery-off"]);
            if let Some(before) = before.replace(id(part)) {
                // Water that is left turns green again.
                let rest = if part == "protect" { DRY_MIN } else { 0.0 };
                m.rests(&id(part), &[(&before, rest)]);
            }
        }
    }
}

/// Coding values, after the battery is on: the value is read, one bit moves, the value is read again. What would
/// set a bit that is set, or clear one that is not, says so in place of a figure.
pub(super) fn codings(m: &mut Maker) {
    for (k, coding) in m.job.record.coding.iter().enumerate() {
        let id = format!("code.{}", k + 1);
        let verb = if coding.is_set { say::set() } else { say::clear() };
        let step = m.step(&id, format!("{}: {verb} {}", coding.module, coding.place()), 10.0);
        step.tool = say::diagnostic_tester().into();
        step.cautions = vec![say::battery_charged_and_held_a_module()];
        step.how = match coding.after() {
            Ok(after) => vec![
                say::read_the_value_is_noted(&coding.before),
                say::write_never_twice(&after, &moved(coding)),
                say::read_it_again_key_off().into(),
            ],
            Err(e) => vec![say::not_to_be_written(&e)],
        };
        step.how.extend(pins_text(coding.series.as_deref(), &coding.pins));
        m.after(&id, &["battery-on"]);
    }
}

/// Which bit moves and by how much: `bit 6 only, 64 more`.
fn moved(coding: &Coding) -> String {
    let by = coding.place().weight().unwrap_or_default();
    let way = if coding.is_set { say::more() } else { say::less() };
    say::only(&coding.place(), &by, &way)
}

/// Coding and sealing come before the vehicle is handed over; nothing is closed over a wet seal.
pub(super) fn closed(m: &mut Maker) {
    let codes: Vec<String> = (1..=m.job.record.coding.len()).map(|k| format!("code.{k}")).collect();
    let codes: Vec<&str> = codes.iter().map(String::as_str).collect();
    m.after("after", &codes);
    let seals: Vec<String> =
        (1..=m.job.repairs.len()).map(|k| format!("repair.{k}.seal")).collect();
    let cured: Vec<(&str, f64)> = seals.iter().map(|s| (s.as_str(), CURE_MIN)).collect();
    m.rests("trims-on", &cured);
    m.rests("after", &cured);
}
