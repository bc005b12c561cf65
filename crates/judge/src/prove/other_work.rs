//! What is read of work that lays no circuit: repaired connectors, coded modules.

use crate::prove::checks::{Check, Quantity};
use crate::prove::hand::{Draft, push};
use jovek_job::Job;

/// Most that a sound connection takes under load, V. Common practice: 0.1 V for each.
const CONTACT_V: f64 = 0.1;
/// What it usually takes, V. Common practice.
const USUAL_CONTACT_V: f64 = 0.03;

/// A number behind a name that was there before: readings are kept by name.
fn told_apart<'a>(names: impl Iterator<Item = &'a str>, at: usize, name: &str) -> String {
    match names.take(at).filter(|n| *n == name).count() {
        0 => name.to_owned(),
        before => format!("{name} {}", before + 1),
    }
}

/// A reading across each repaired connector, and a look at each coded module.
pub(super) fn checks(job: &Job, out: &mut Vec<Check>) {
    for (k, repair) in job.repairs.iter().enumerate() {
        let name = told_apart(job.repairs.iter().map(String::as_str), k, repair);
        push(
            job,
            Draft {
                key: format!("repair|{name}.contact_v"),
                circuit: None,
                name: format!("{name}: lost in the contact"),
                how: "Its lamp on. Red on the wire before the connector, black on the same wire behind it; each pin."
                    .into(),
                quantity: Quantity::V,
                expected: USUAL_CONTACT_V,
                window: (-0.02, CONTACT_V),
                advice: (
                    "The leads are the wrong way round.",
                    "Still poor: bend the contact, or renew it; look how far the green goes into the wire.",
                ),
            },
            out,
        );
    }
    for (k, coding) in job.record.coding.iter().enumerate() {
        let modules = || job.record.coding.iter().map(|c| c.module.as_str());
        let name = told_apart(modules(), k, &coding.module);
        let reads = match coding.after() {
            Ok(after) => format!("Read the value back: {after}. "),
            Err(_) => String::new(),
        };
        push(
            job,
            Draft {
                key: format!("coding|{name}.coded"),
                circuit: None,
                name: format!("{name}: coded and working?"),
                how: format!(
                    "{reads}Key off for a minute, key on: the lamp works with its signal, no fault code comes back."
                ),
                quantity: Quantity::YesNo,
                expected: 1.0,
                window: (1.0, 1.0),
                advice: (
                    "Read the value again before anything is written: never set a bit twice.",
                    "",
                ),
            },
            out,
        );
    }
}
