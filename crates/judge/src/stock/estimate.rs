//! What a job costs: parts against the shelf, and minutes of work.

use super::StockLine;
use crate::answers::Answers;
use crate::harness::PartOf;
use jovek_catalog::terminal::EndKind;
use jovek_job::Job;
use jovek_plan::route::bundle::clips;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// A line of parts.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct EstimateLine {
    /// Group, as in the parts list.
    pub group: &'static str,
    /// The part.
    pub part: String,
    /// How much is needed.
    pub needed: f64,
    /// Unit.
    pub unit: &'static str,
    /// How much is on the shelf.
    pub held: f64,
    /// How much is missing.
    pub to_buy: f64,
    /// Price of one unit; none where nobody knows.
    pub price: Option<f64>,
    /// Cost of what is needed, from shelf or shop.
    pub cost: Option<f64>,
}

/// A kind of work.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LabourLine {
    /// What.
    pub what: &'static str,
    /// How many, or how many metres.
    pub count: f64,
    /// Unit of the count.
    pub unit: &'static str,
    /// Minutes for one.
    pub minutes_each: f64,
    /// Minutes in all.
    pub minutes: f64,
}

/// An estimate.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Estimate {
    /// Parts.
    pub parts: Vec<EstimateLine>,
    /// Work.
    pub labour: Vec<LabourLine>,
    /// Cost of all parts that have a price.
    pub parts_cost: f64,
    /// Parts without a price.
    pub unpriced: usize,
    /// Minutes of work.
    pub labour_minutes: f64,
    /// Cost of the work; none without an hourly rate.
    pub labour_cost: Option<f64>,
    /// Parts and work; none while a price or the rate is missing.
    pub total: Option<f64>,
    /// `4 h 35 min of work`.
    pub labour_text: String,
}

/// Minutes of work. Common practice: a fitter at an ordinary pace, no reports, no travelling.
const CUT_AND_LABEL: f64 = 1.5;
const CRIMP: f64 = 1.0;
const JOINT: f64 = 4.0;
const CONNECTOR_HALF: f64 = 4.0;
const PULL_METRE: f64 = 4.0;
const CLIP: f64 = 1.0;
const NEW_HOLE: f64 = 12.0;
const LAMP: f64 = 20.0;
const STRIP_METRE: f64 = 8.0;
const FUSE_OR_RELAY: f64 = 12.0;
const SWITCH: f64 = 20.0;
const READING: f64 = 1.5;
/// Battery off and on, panels, tidy, hand over.
const ROUND_THE_JOB: f64 = 45.0;

/// The estimate of a job. Two parts lists with one name share the shelf in their order.
pub fn estimate(job: &Job, answers: &Answers, stock: &[StockLine]) -> Estimate {
    let mut shelf: BTreeMap<&str, f64> =
        stock.iter().map(|s| (s.part.as_str(), s.held.max(0.0))).collect();
    let parts: Vec<EstimateLine> = answers
        .parts
        .iter()
        .map(|p| {
            let left = shelf.get_mut(p.part.as_str());
            let held = left.as_ref().map_or(0.0, |l| **l);
            if let Some(left) = left {
                *left = (*left - p.quantity).max(0.0);
            }
            let price = stock.iter().find(|s| s.part == p.part).and_then(|s| s.price);
            EstimateLine {
                group: p.group,
                part: p.part.clone(),
                needed: p.quantity,
                unit: p.unit,
                held,
                to_buy: cents((p.quantity - held).max(0.0)),
                price,
                cost: price.map(|each| cents(each * p.quantity)),
            }
        })
        .collect();
    let labour = labour(answers);
    let labour_minutes: f64 = labour.iter().map(|l| l.minutes).sum();
    let parts_cost = cents(parts.iter().filter_map(|p| p.cost).fold(0.0, |sum, c| sum + c));
    let unpriced = parts.iter().filter(|p| p.price.is_none()).count();
    let labour_cost = job.shop.hourly_rate.map(|rate| cents(rate * labour_minutes / 60.0));
    let whole = labour_minutes.round() as u64;
    Estimate {
        total: labour_cost.filter(|_| unpriced == 0).map(|work| cents(work + parts_cost)),
        labour_text: format!("{} h {:02} min of work", whole / 60, whole % 60),
        parts,
        labour,
        parts_cost,
        unpriced,
        labour_minutes,
        labour_cost,
    }
}

fn cents(value: f64) -> f64 {
    (value * 100.0).round() / 100.0
}

fn labour(answers: &Answers) -> Vec<LabourLine> {
    let ends = answers.cuts.iter().flat_map(|c| [c.from_kind, c.to_kind]);
    let crimps = ends.filter(|k| !k.is_joint() && *k != EndKind::SplitterPlug).count();
    let used = || answers.route.iter().flat_map(|r| &r.ways).filter(|w| w.wires > 0);
    let along_m: f64 = match answers.route {
        Some(_) => used().map(|w| w.length_m).sum(),
        // Without a skeleton every piece is pulled on its own.
        None => answers.cuts.iter().map(|c| c.path_m).sum(),
    };
    let all_clips: usize = match answers.route {
        Some(_) => used().map(|w| clips(w.length_m)).sum(),
        None => clips(along_m),
    };
    let holes = used().filter(|w| w.passage == jovek_job::Passage::NewHole).count();
    let parts = |wanted: &[PartOf]| -> f64 {
        answers.parts.iter().filter(|p| wanted.contains(&p.of)).map(|p| p.quantity).sum()
    };
    let strips =
        || answers.circuits.iter().flat_map(|c| &c.lights).filter_map(|l| l.strip.as_ref());
    let strip_m: f64 = strips().flat_map(|s| &s.pieces).map(|p| p.to_m - p.from_m).sum();
    let lamps = parts(&[PartOf::Lamp]);
    let halves: usize = answers.connectors.iter().map(|c| c.halves.len()).sum();
    let hardware = parts(&[PartOf::Fuse, PartOf::RelaySocket, PartOf::Dimmer, PartOf::Module]);
    let switches = parts(&[PartOf::Switch]);
    let row = |what, count: f64, unit, minutes_each: f64| LabourLine {
        what,
        count: cents(count),
        unit,
        minutes_each,
        minutes: cents(count * minutes_each),
    };
    let mut out = vec![
        row("cut and label wires", answers.cuts.len() as f64, "pc", CUT_AND_LABEL),
        row("crimp terminals", crimps as f64, "pc", CRIMP),
        row("joints with sleeve", answers.joints.len() as f64, "pc", JOINT),
        row("connector halves", halves as f64, "pc", CONNECTOR_HALF),
        row("pull the bundle", along_m, "m", PULL_METRE),
        row("clips", all_clips as f64, "pc", CLIP),
        row("new holes", holes as f64, "pc", NEW_HOLE),
        row("mount lamps", lamps, "pc", LAMP),
        row("clean, lay and solder strip", strip_m, "m", STRIP_METRE),
        row("fuses, relays, modules", hardware, "pc", FUSE_OR_RELAY),
        row("switches", switches, "pc", SWITCH),
        row("readings", answers.checks.len() as f64, "pc", READING),
        row("battery, panels, tidy, hand over", 1.0, "job", ROUND_THE_JOB),
    ];
    out.retain(|l| l.count > 0.0);
    out
}

/// The estimate as CSV: parts, then work, then sums.
pub fn csv(estimate: &Estimate) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let figure = |v: f64| format!("{v:.2}");
    let maybe = |v: Option<f64>| v.map_or_else(String::new, figure);
    // Writing to memory cannot fail.
    let _ = out.write_record(["kind", "what", "count", "unit", "held", "to_buy", "each", "sum"]);
    for p in &estimate.parts {
        let _ = out.write_record([
            p.group.to_owned(),
            jovek_base::csv::cell(&p.part),
            figure(p.needed),
            p.unit.to_owned(),
            figure(p.held),
            figure(p.to_buy),
            maybe(p.price),
            maybe(p.cost),
        ]);
    }
    for l in &estimate.labour {
        let empty = String::new;
        let _ = out.write_record([
            "work, min".to_owned(),
            l.what.to_owned(),
            figure(l.count),
            l.unit.to_owned(),
            empty(),
            empty(),
            figure(l.minutes_each),
            figure(l.minutes),
        ]);
    }
    for (what, unit, sum) in [
        ("parts with a price", "", Some(estimate.parts_cost)),
        ("work", "min", Some(estimate.labour_minutes)),
        ("work, cost", "", estimate.labour_cost),
        ("total", "", estimate.total),
    ] {
        let _ = out.write_record(["sum", what, "", unit, "", "", "", &maybe(sum)]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
