//! What happened to a vehicle, over all its jobs.

use crate::prove::{Check, Quantity};
use jovek_base::figure::shown;
use jovek_job::{Job, VisitKind};
use jovek_phrases::common;
use jovek_phrases::fleet as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What kind of thing happened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum LifeKind {
    /// A job was signed.
    Signed,
    /// A signed job was opened again.
    Opened,
    /// Somebody looked after it.
    Visit,
    /// Something was read.
    Reading,
    /// A picture was taken.
    Picture,
}

/// Something that happened.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LifeEntry {
    /// When, RFC 3339.
    pub at: String,
    /// Who.
    pub by: String,
    /// What kind of thing.
    pub kind: LifeKind,
    /// What, in words.
    pub text: String,
}

/// What happened in a job, in the order in which it stands there: signatures, visits, readings. The name of a reading is
/// that of its check; one whose check is gone keeps its figure.
pub fn life(job: &Job, checks: &[Check]) -> Vec<LifeEntry> {
    let entry = |at: &str, by: &str, kind, text: String| LifeEntry {
        at: at.to_owned(),
        by: by.to_owned(),
        kind,
        text,
    };
    let signed = job.record.signed.iter().flat_map(|s| {
        let opened = s.opened.iter();
        std::iter::once(entry(&s.at, &s.by, LifeKind::Signed, say::signed().into()))
            .chain(opened.map(|o| entry(&o.at, &o.by, LifeKind::Opened, say::opened_again(&o.why))))
    });
    let visits = job.record.visits.iter().map(|v| {
        let text = match v.note.is_empty() {
            true => visit_text(v.kind).to_owned(),
            false => say::visit_with_note(&visit_text(v.kind), &v.note),
        };
        entry(&v.at, &v.by, LifeKind::Visit, text)
    });
    let readings = job.readings.iter().map(|r| {
        let text = match checks.iter().find(|c| c.id == r.check) {
            None => say::reading_of_a_check_that_is_gone(&r.value),
            Some(c) if c.name.ends_with('?') => {
                say::was_answered(&c.name, &value_text(c.quantity, r.value))
            }
            Some(c) => say::was_read(&c.name, &value_text(c.quantity, r.value)),
        };
        entry(&r.at, &r.by, LifeKind::Reading, text)
    });
    signed.chain(visits).chain(readings).collect()
}

fn visit_text(kind: VisitKind) -> &'static str {
    match kind {
        VisitKind::FirstMonth => say::looked_at_after_a_month(),
        VisitKind::Yearly => say::yearly_look(),
        VisitKind::Complaint => say::complaint(),
    }
}

fn value_text(quantity: Quantity, value: f64) -> String {
    match quantity {
        Quantity::YesNo if value > 0.5 => common::yes().to_owned(),
        Quantity::YesNo => common::no().to_owned(),
        Quantity::V | Quantity::A | Quantity::Ohm => shown(value, quantity.unit()).to_string(),
    }
}
