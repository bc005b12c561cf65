//! What was really done: told by people, signed, visited again.

use crate::ids::CircuitId;
use crate::swap::SeriesPins;
use jovek_base::coding::{BitPlace, CodingError, CodingValue};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The as-built record of a job, as far as a person has to tell it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Record {
    /// Where something was installed otherwise than planned.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub otherwise: Vec<Otherwise>,
    /// Where each fuse sits.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub fuse_places: Vec<FusePlace>,
    /// Wire that was left coiled.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub slack: Vec<Slack>,
    /// What was cut, drilled or taken off, and where it is kept.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cut: Vec<String>,
    /// Coding values that were changed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub coding: Vec<Coding>,
    /// Light at marked spots, before and after.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub lux: Vec<Lux>,
    /// How each lamp was aimed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub aim: Vec<Aim>,
    /// Signatures, the last one in force.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub signed: Vec<Signature>,
    /// Visits after the first signature.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub visits: Vec<Visit>,
}

/// Something that was installed otherwise than planned.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Otherwise {
    /// The circuit; none for the vehicle.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub circuit: Option<CircuitId>,
    /// What: pin, colour, wire, fuse, place.
    pub what: String,
    /// As planned.
    pub planned: String,
    /// As it is.
    pub is: String,
}

/// Where a fuse sits.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FusePlace {
    /// The circuit that it protects.
    pub circuit: CircuitId,
    /// Where, so that a stranger finds it.
    pub place: String,
}

/// Wire that was left coiled.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Slack {
    /// Where.
    pub place: String,
    /// How much, m.
    pub length_m: f64,
}

/// A coding value that was changed.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Coding {
    /// The module, and what the bit turns on.
    pub module: String,
    /// The byte of a long value, counted from 0; none where the value is one number.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub byte: Option<u32>,
    /// The bit, the lowest one 0.
    pub bit: u32,
    /// True where it was set, false where it was cleared.
    pub is_set: bool,
    /// The value that was read before: one number, or bytes.
    #[schema(value_type = String)]
    pub before: CodingValue,
    /// The model series that stands on the module; none as long as nobody looked.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub series: Option<String>,
    /// Its pins for this function, series by series.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub pins: Vec<SeriesPins>,
}

impl Coding {
    /// The value that is written.
    ///
    /// # Errors
    /// [`CodingError`] where the bit is set, or clear, already: it is never moved twice.
    pub fn after(&self) -> Result<CodingValue, CodingError> {
        match self.is_set {
            true => self.before.set(self.place()),
            false => self.before.clear(self.place()),
        }
    }

    /// Where the bit is.
    pub fn place(&self) -> BitPlace {
        BitPlace { byte: self.byte, bit: self.bit }
    }
}

/// Light at a marked spot.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Lux {
    /// The spot.
    pub spot: String,
    /// Before the work, lx.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub before_lx: Option<f64>,
    /// After it, lx.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub after_lx: Option<f64>,
}

/// How a lamp was aimed.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Aim {
    /// Which lamp.
    pub lamp: String,
    /// How: drop at a distance, turns, marks.
    pub how: String,
}

/// A signature: from here on the job is frozen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Signature {
    /// When, RFC 3339 with offset.
    pub at: String,
    /// Who answers for the work.
    pub by: String,
    /// What was still open then, line by line.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub left_open: Vec<String>,
    /// Why it was signed all the same.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub why: String,
    /// Who answers for a Stop that stood.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub answers_for: String,
    /// When it was opened again; none while it is in force.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub opened: Option<Opened>,
}

/// Why a signed job was opened again.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Opened {
    /// When, RFC 3339 with offset.
    pub at: String,
    /// Who.
    pub by: String,
    /// Why.
    pub why: String,
}

/// What a visit is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum VisitKind {
    /// After the first month.
    FirstMonth,
    /// Yearly.
    Yearly,
    /// Something was wrong.
    Complaint,
}

/// A visit after the job was signed. Readings from its time on belong to it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Visit {
    /// What for.
    pub kind: VisitKind,
    /// When it began, RFC 3339 with offset.
    pub at: String,
    /// Who.
    pub by: String,
    /// What was seen and done.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub note: String,
}

impl Record {
    /// True where nobody has told anything yet.
    pub fn is_empty(&self) -> bool {
        *self == Record::default()
    }

    /// The signature in force; none while the job is open.
    pub fn signature(&self) -> Option<&Signature> {
        self.signed.last().filter(|s| s.opened.is_none())
    }
}
