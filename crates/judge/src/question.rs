//! Which unmeasured figure matters most? Each assumption is moved to both ends of its fair range,
//! the job is assessed anew, and what changes is counted.

use crate::answers::{Answers, assess};
use crate::rules::assumed::is_cut_by;
use jovek_base::grade::Grade;
use jovek_base::wanted::Wanted;
use jovek_job::Job;
use jovek_phrases::question as say;
use jovek_plan::assumed::Assumption;
use serde::Serialize;
use serde_json::{Map, Value};
use utoipa::ToSchema;

/// The one question worth asking next.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Question {
    /// Place in the job where the answer goes.
    pub path: String,
    /// What is asked.
    pub asks: String,
    /// The figure that stands in for it now.
    pub assumed: f64,
    /// The same as the shop reads it.
    pub assumed_text: String,
    /// Its unit.
    pub unit: &'static str,
    /// Why it matters.
    pub matters: String,
    /// How many more are assumed.
    pub others: usize,
}

/// Fair range of an assumed figure, as factors. Common practice.
fn range(a: &Assumption) -> (f64, f64) {
    match a.unit {
        "m" => (0.5, 2.0),
        "mohm" => (0.6, 2.0),
        "W" => (0.5, 2.0),
        "Ah" => (0.6, 1.6),
        "V" => (0.97, 1.04),
        _ => (0.6, 1.5),
    }
}

/// Finds the assumption whose range changes the answers most; none when nothing is assumed, or when that is no longer
/// wanted before it is known.
pub fn most_important(job: &Job, answers: &Answers, wanted: &Wanted) -> Option<Question> {
    let mut best: Option<(f64, &Assumption, String)> = None;
    for assumption in &answers.assumptions {
        if !wanted.is_still() {
            return None;
        }
        let (low, high) = range(assumption);
        let (mut weight, mut matters) = (0.0, String::new());
        // A wire that is cut too short is cut twice: a metre of it weighs as a volt at the lamp, and says so.
        if assumption.unit == "m" && is_cut_by(assumption) && !answers.cuts.is_empty() {
            let short_m = assumption.value * (high - 1.0);
            weight = short_m;
            matters = say::cut_by_it_the_wire_may_be_short(&job.shop.units.length(short_m));
        }
        for factor in [low, high] {
            let Some(other) = with_figure(job, &assumption.path, assumption.value * factor) else {
                continue;
            };
            let (change, says) = difference(answers, &assess(&other), factor > 1.0);
            if change > weight {
                (weight, matters) = (change, says);
            }
        }
        if best.as_ref().is_none_or(|(w, _, _)| weight > *w) {
            best = Some((weight, assumption, matters));
        }
    }
    best.map(|(_, a, matters)| Question {
        path: a.path.clone(),
        asks: a.label.clone(),
        assumed: a.value,
        assumed_text: job.shop.units.as_given(a.value, a.unit),
        unit: a.unit,
        matters,
        others: answers.assumptions.len() - 1,
    })
}

/// The job with one figure set by its path, as the page sets it: lists and parts that nobody has spoken of yet begin
/// with it. None when the path is of no job.
pub fn with_figure(job: &Job, path: &str, value: f64) -> Option<Job> {
    let mut json = serde_json::to_value(job).ok()?;
    let mut place = &mut json;
    for key in path.split(['.', '[']) {
        place = match key.strip_suffix(']') {
            Some(number) => {
                let n: usize = number.parse().ok()?;
                if place.is_null() {
                    *place = Value::Array(Vec::new());
                }
                let list = place.as_array_mut()?;
                // Nothing is said at the places before the first that is.
                while list.len() <= n {
                    list.push(Value::Object(Map::new()));
                }
                list.get_mut(n)?
            }
            None => {
                if place.is_null() {
                    *place = Value::Object(Map::new());
                }
                place.as_object_mut()?.entry(key).or_insert(Value::Null)
            }
        };
    }
    *place = value.into();
    serde_json::from_value(json).ok()
}

/// How much two sets of answers differ, and the largest difference in words.
fn difference(a: &Answers, b: &Answers, more: bool) -> (f64, String) {
    let way = if more { say::if_it() } else { say::if_it_is_less() };
    let stops = |x: &Answers| x.findings.iter().filter(|f| f.grade == Grade::Stop).count();
    let fixes = |x: &Answers| x.findings.iter().filter(|f| f.grade == Grade::Fix).count();
    let mut weight = 100.0 * (stops(a) as f64 - stops(b) as f64).abs()
        + 20.0 * (fixes(a) as f64 - fixes(b) as f64).abs();
    let mut says = String::new();
    if weight > 0.0 {
        says = say::other_findings_stand(&way);
    }
    let mut lamp_v: f64 = 0.0;
    for (x, y) in a.circuits.iter().zip(&b.circuits) {
        for (p, q) in x.choices.iter().zip(&y.choices) {
            if p.label != q.label {
                weight += 5.0;
                if says.is_empty() {
                    says = say::way_becomes(&way, &p.label, &q.label);
                }
            }
        }
        for (p, q) in x.volt_lines.iter().zip(&y.volt_lines) {
            lamp_v = lamp_v.max((p.lamp_v - q.lamp_v).abs());
        }
    }
    weight += lamp_v;
    if says.is_empty() {
        says = say::it_moves_the_lamp_voltage(&lamp_v);
    }
    (weight, says)
}
