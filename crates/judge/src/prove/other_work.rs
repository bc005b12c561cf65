//! What is read of work that lays no circuit: repaired connectors, coded modules.

use crate::prove::checks::{Check, Quantity};
use crate::prove::hand::{Draft, push};
use jovek_job::Job;
use jovek_phrases::prove as say;

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
                name: say::lost_in_the_contact(&name),
                how: say::its_lamp_on_red().into(),
                quantity: Quantity::V,
                expected: USUAL_CONTACT_V,
                window: (-0.02, CONTACT_V),
                advice: (say::the_leads_are_the_wrong_way(), say::still_poor_bend_the_contact()),
            },
            out,
        );
    }
    for (k, coding) in job.record.coding.iter().enumerate() {
        let modules = || job.record.coding.iter().map(|c| c.module.as_str());
        let name = told_apart(modules(), k, &coding.module);
        let reads = match coding.after() {
            Ok(after) => say::read_the_value_back(&after),
            Err(_) => String::new(),
        };
        push(
            job,
            Draft {
                key: format!("coding|{name}.coded"),
                circuit: None,
                name: say::coded_and_working(&name),
                how: say::key_off_for_a_minute_key(&reads),
                quantity: Quantity::YesNo,
                expected: 1.0,
                window: (1.0, 1.0),
                advice: (say::read_the_value_again_before_anything(), ""),
            },
            out,
        );
    }
}
