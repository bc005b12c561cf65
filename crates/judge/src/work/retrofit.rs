//! Steps beside the lamp circuits: corroded connectors repaired, coding values changed.

use crate::swap::notes::pins_text;
use crate::work::steps::Maker;
use crate::work::stuck::CURE_MIN;
use jovek_job::Coding;

/// A rinsed connector dries before it is greased, min. Common practice.
const DRY_MIN: f64 = 60.0;

/// Key, what is done, minutes, tool, how, cautions.
type Part<'a> = (&'a str, String, f64, &'a str, &'a [&'a str], &'a [&'static str]);

/// Corroded connectors: loosen, neutralise and rinse, dry, grip and protect, seal. Common practice, no source.
pub(super) fn repairs(m: &mut Maker) {
    for (k, connector) in m.job.repairs.iter().enumerate() {
        let id = |part: &str| format!("repair.{}.{part}", k + 1);
        let acid = "Acid and solvent: goggles, gloves, off the paint.";
        let parts: [Part; 5] = [
            (
                "loosen",
                format!("{connector}: clean the contacts bright"),
                10.0,
                "weak acid with salt, small brush",
                &["on and off a few times; copper shows bright"],
                &[acid],
            ),
            (
                "neutralise",
                format!("{connector}: neutralise and rinse"),
                5.0,
                "baking soda in water, then clean water",
                &["soda until nothing foams, then rinse twice"],
                &[acid],
            ),
            (
                "dry",
                format!("{connector}: blow dry"),
                5.0,
                "warm air",
                &["not hot; no flame; then leave it open"],
                &[],
            ),
            (
                "protect",
                format!("{connector}: bend for grip, grease, plug"),
                8.0,
                "pick, dielectric grease",
                &["each contact grips a pin by itself", "renew a contact that does not"],
                &[],
            ),
            (
                "seal",
                format!("{connector}: seal the back"),
                5.0,
                "sealant",
                &["wires hanging down, so that sealant does not run in"],
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
        let verb = if coding.is_set { "set" } else { "clear" };
        let step = m.step(&id, format!("{}: {verb} {}", coding.module, coding.place()), 10.0);
        step.tool = "diagnostic tester".into();
        step.cautions = vec![
            "Battery charged and held: a module that loses power while it is written is lost.",
        ];
        step.how = match coding.after() {
            Ok(after) => vec![
                format!("read the value: {} is noted as the one before", coding.before),
                format!("write {after}: {}, never twice", moved(coding)),
                "read it again, key off and on, clear old codes, look again".into(),
            ],
            Err(e) => vec![format!("not to be written: {e}")],
        };
        step.how.extend(pins_text(coding.series.as_deref(), &coding.pins));
        m.after(&id, &["battery-on"]);
    }
}

/// Which bit moves and by how much: `bit 6 only, 64 more`.
fn moved(coding: &Coding) -> String {
    let by = coding.place().weight().unwrap_or_default();
    let way = if coding.is_set { "more" } else { "less" };
    format!("{} only, {by} {way}", coding.place())
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
