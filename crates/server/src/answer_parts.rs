//! Answers as they are sent: in parts, each with a mark, so that who holds a part already is not sent it again. A key
//! press changes few of them.

use crate::compute::failed;
use crate::problem::Problem;
use axum::http::HeaderMap;
use jovek_core::answers::{Answers, CircuitAnswer};
use serde::ser::SerializeMap;
use serde::{Serialize, Serializer};
use serde_json::Serializer as JsonSerializer;
use serde_json::ser::Formatter;
use serde_json::value::RawValue;
use std::collections::HashSet;
use std::hash::{DefaultHasher, Hash, Hasher};
use std::io::{self, Write};

/// The header in which a page names the marks of what it holds, with commas between.
pub(crate) const HAVE: &str = "x-jovek-have";
/// Digits that a figure is sent with: a tenth of a millivolt of a battery. What is shown has fewer, as text.
const DIGITS: i32 = 6;
/// The field of [`Answers`] that is sent circuit by circuit.
const CIRCUITS: &str = "circuits";

/// A part of the answers.
#[derive(Debug)]
struct Part {
    /// Its name: a field of the answers, or `circuits.` with the id of one.
    name: String,
    /// Where it goes: the field.
    field: &'static str,
    mark: String,
    json: Box<RawValue>,
}

/// Answers, written part by part.
#[derive(Debug)]
pub(crate) struct AnswerParts(Vec<Part>);

/// Names every field of the answers once; one that is forgotten does not compile.
macro_rules! parts_of {
    ($answers:expr; $($field:ident),+) => {{
        let Answers { circuits, $($field),+ } = $answers;
        let mut parts = Vec::with_capacity(32 + circuits.len());
        for circuit in circuits {
            parts.push(Part::of_circuit(circuit)?);
        }
        $(parts.push(Part::new(stringify!($field).to_owned(), stringify!($field), $field)?);)+
        parts
    }};
}

impl Part {
    fn of_circuit(circuit: &CircuitAnswer) -> Result<Part, Problem> {
        Part::new(format!("{CIRCUITS}.{}", circuit.id), CIRCUITS, circuit)
    }

    fn new(name: String, field: &'static str, value: &impl Serialize) -> Result<Part, Problem> {
        let mut out = Vec::new();
        let mut to = JsonSerializer::with_formatter(&mut out, AsItDeserves);
        value.serialize(&mut to).map_err(|e| failed(&e.to_string()))?;
        let text = String::from_utf8(out).map_err(|e| failed(&e.to_string()))?;
        let mut hasher = DefaultHasher::new();
        // With its name: one part that says nothing is not another one.
        (&name, &text).hash(&mut hasher);
        let json = RawValue::from_string(text).map_err(|e| failed(&e.to_string()))?;
        Ok(Part { name, field, mark: format!("{:016x}", hasher.finish()), json })
    }
}

impl AnswerParts {
    /// Writes answers in their parts.
    pub(crate) fn new(answers: &Answers) -> Result<AnswerParts, Problem> {
        Ok(AnswerParts(parts_of!(answers;
            factory, findings, cuts, cut_totals, parts, reels, pins, joints, terminals, connectors, route, look,
            checks, short_minutes_text, left_open, path_rules, assumptions, undecided, new_circuit, stages)))
    }

    /// The parts that a page draws while a figure of one circuit is typed; of the answers that were begun.
    pub(crate) fn first(answers: &Answers, circuit: &str) -> Result<AnswerParts, Problem> {
        let seen = answers.circuits.iter().filter(|c| c.id.0 == circuit);
        let mut parts = seen.map(Part::of_circuit).collect::<Result<Vec<_>, _>>()?;
        parts.push(Part::new("findings".to_owned(), "findings", &answers.findings)?);
        parts.push(Part::new("assumptions".to_owned(), "assumptions", &answers.assumptions)?);
        parts.push(Part::new("undecided".to_owned(), "undecided", &answers.undecided)?);
        parts.push(Part::new("factory".to_owned(), "factory", &answers.factory)?);
        parts.push(Part::new("route".to_owned(), "route", &answers.route)?);
        Ok(AnswerParts(parts))
    }

    /// Bytes of all parts.
    pub(crate) fn len(&self) -> usize {
        self.0.iter().map(|part| part.json.get().len()).sum()
    }

    /// The name of each part with its mark, in their order.
    pub(crate) fn marks(&self) -> impl Iterator<Item = (&str, &str)> {
        self.0.iter().map(|part| (part.name.as_str(), part.mark.as_str()))
    }

    /// Writes the parts that are not held, as the answers with the other fields left out.
    pub(crate) fn serialize_but<S: Serializer>(
        &self,
        held: &Held,
        to: S,
    ) -> Result<S::Ok, S::Error> {
        let sent = || self.0.iter().filter(|part| !held.0.contains(&part.mark));
        let circuits: Vec<&RawValue> =
            sent().filter(|p| p.field == CIRCUITS).map(|p| p.json.as_ref()).collect();
        let mut map = to.serialize_map(None)?;
        map.serialize_entry(CIRCUITS, &circuits)?;
        for part in sent().filter(|p| p.field != CIRCUITS) {
            map.serialize_entry(part.field, &part.json)?;
        }
        map.end()
    }
}

/// Marks of what a page holds.
#[derive(Debug, Default)]
pub(crate) struct Held(HashSet<String>);

impl Held {
    /// Out of the headers of a request.
    pub(crate) fn of(headers: &HeaderMap) -> Held {
        let named = headers.get(HAVE).and_then(|v| v.to_str().ok()).unwrap_or_default();
        Held(named.split(',').map(str::trim).filter(|m| !m.is_empty()).map(str::to_owned).collect())
    }

    /// True where a page holds nothing.
    pub(crate) fn is_nothing(&self) -> bool {
        self.0.is_empty()
    }
}

/// JSON with no more digits to a figure than it deserves.
struct AsItDeserves;

impl Formatter for AsItDeserves {
    fn write_f64<W: ?Sized + Write>(&mut self, to: &mut W, value: f64) -> io::Result<()> {
        serde_json::ser::CompactFormatter.write_f64(to, rounded(value))
    }
}

/// A figure at [`DIGITS`] digits.
fn rounded(value: f64) -> f64 {
    if value == 0.0 || !value.is_finite() {
        return value;
    }
    let places = DIGITS - 1 - value.abs().log10().floor() as i32;
    // Beyond this a power of ten is no longer exact, and such a figure nobody reads.
    if !(-22..=22).contains(&places) {
        return value;
    }
    let power = 10f64.powi(places.abs());
    if places >= 0 { (value * power).round() / power } else { (value / power).round() * power }
}

#[cfg(test)]
mod tests {
    use super::*;
    use jovek_core::answers::assess;
    use jovek_core::job::Job;
    use serde_json::Value;

    struct But<'a>(&'a AnswerParts, Held);

    impl Serialize for But<'_> {
        fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
            self.0.serialize_but(&self.1, to)
        }
    }

    fn rounded_all(value: &mut Value) {
        match value {
            Value::Number(n) if n.is_f64() => *value = rounded(n.as_f64().unwrap()).into(),
            Value::Array(list) => list.iter_mut().for_each(rounded_all),
            Value::Object(map) => map.values_mut().for_each(rounded_all),
            _ => {}
        }
    }

    #[test]
    fn all_parts_are_the_answers() {
        let answers = assess(&Job::starter("7"));
        let parts = AnswerParts::new(&answers).unwrap();
        let mut whole = serde_json::to_value(&answers).unwrap();
        rounded_all(&mut whole);
        assert_eq!(serde_json::to_value(But(&parts, Held::default())).unwrap(), whole);
    }

    #[test]
    fn what_is_held_is_left_out() {
        let mut job = Job::starter("7");
        let before = AnswerParts::new(&assess(&job)).unwrap();
        let held = || Held(before.0.iter().map(|p| p.mark.clone()).collect());
        let nothing = serde_json::to_value(But(&before, held())).unwrap();
        assert_eq!(nothing, serde_json::json!({ "circuits": [] }));
        job.circuits[0].name = "Other lamps".into();
        let after = AnswerParts::new(&assess(&job)).unwrap();
        let sent = serde_json::to_value(But(&after, held())).unwrap();
        assert_eq!(sent["circuits"][0]["name"], "Other lamps");
        assert!(sent.get("new_circuit").is_none() && sent.get("reels").is_none());
    }

    #[test]
    fn two_parts_that_say_nothing_are_two() {
        let mut job = Job::starter("7");
        job.circuits[0].lights[0].label_w = Some(20.0);
        let parts = AnswerParts::new(&assess(&job)).unwrap();
        let mark = |name: &str| parts.0.iter().find(|p| p.name == name).map(|p| &p.mark).unwrap();
        let nothing = parts.0.iter().filter(|p| p.json.get() == "null").count();
        assert!(nothing > 1, "{nothing}");
        assert_ne!(mark("undecided"), mark("route"));
    }

    #[test]
    fn figures_keep_six_digits() {
        for (value, wanted) in
            [(12.560344946130039, 12.5603), (0.000123456789, 0.000123457), (1234567.0, 1234570.0)]
        {
            assert_eq!(rounded(value), wanted);
        }
        assert_eq!((rounded(0.0), rounded(-0.5)), (0.0, -0.5));
        assert!(rounded(f64::NAN).is_nan() && rounded(1e-300) == 1e-300);
    }
}
