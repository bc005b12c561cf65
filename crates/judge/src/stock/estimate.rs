//! What a job costs: parts against the shelf, and minutes of work.

use super::{Reserved, StockLine};
use crate::harness::parts::PartOf;
use crate::work::learn::kind_of;
use crate::work::{KnownJob, Step};
use jovek_base::units::{FOOT_M, Lengths, Units};
use jovek_phrases::stock as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// The quantities of a part in words: `12.40 m`, `40.7 ft`, `3`.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Amounts {
    /// Needed.
    pub needed: String,
    /// On the shelf.
    pub held: String,
    /// To buy; empty where nothing is.
    pub to_buy: String,
}

/// A quantity of a part as the shop measures it.
pub(crate) fn amount(value: f64, of: PartOf, units: Units) -> String {
    match of {
        of if of.is_by_length() => {
            let (text, unit) = units.reeled(value);
            format!("{text} {unit}")
        }
        _ => format!("{value:.0}"),
    }
}

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
    /// How much is on the shelf and not kept for others.
    pub held: f64,
    /// How much is missing.
    pub to_buy: f64,
    /// What is needed, held and missing, as the shop measures it; nothing where nothing is missing.
    pub amounts: Amounts,
    /// Price of one unit; none where nobody knows.
    pub price: Option<f64>,
    /// The same of the unit that the shop reads.
    pub price_text: Option<String>,
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

/// The estimate of a job against what the shelf holds and does not keep for others. Two parts lists with one name share the
/// shelf in their order.
pub fn estimate(known: &KnownJob, stock: &[StockLine], reserved: &Reserved) -> Estimate {
    let (job, answers) = (known.job(), known.answers());
    let lines: BTreeMap<&str, &StockLine> = stock.iter().map(|s| (s.part.as_str(), s)).collect();
    let mut shelf: BTreeMap<&str, f64> = BTreeMap::new();
    let parts: Vec<EstimateLine> = answers
        .parts
        .iter()
        .map(|p| {
            let (line, is_by_length) = (lines.get(p.part.as_str()), p.of.is_by_length());
            let left = shelf.entry(&p.part);
            let kept = reserved.get(p.part.as_str()).copied().unwrap_or(0.0);
            let free = |s: &&StockLine| (s.held_listed(is_by_length) - kept).max(0.0);
            let left = left.or_insert(line.map_or(0.0, free));
            let held = *left;
            *left = (held - p.quantity).max(0.0);
            let price = line.and_then(|s| s.price_listed(is_by_length));
            let units = job.shop.units;
            let to_buy = cents((p.quantity - held).max(0.0));
            let say = |value| amount(value, p.of, units);
            let of_one = |each: f64| match (p.of.is_by_length(), units.lengths) {
                (true, Lengths::Us) => format!("{:.2} / ft", each * FOOT_M),
                (true, Lengths::Metric) => format!("{each:.2} / m"),
                _ => format!("{each:.2}"),
            };
            EstimateLine {
                amounts: Amounts {
                    needed: say(p.quantity),
                    held: say(held),
                    to_buy: if to_buy > 0.0 { say(to_buy) } else { String::new() },
                },
                price_text: price.map(of_one),
                group: p.group,
                part: p.part.clone(),
                needed: p.quantity,
                unit: p.unit,
                held,
                to_buy,
                price,
                cost: price.map(|each| cents(each * p.quantity)),
            }
        })
        .collect();
    let labour = labour(known.steps());
    let labour_minutes: f64 = labour.iter().map(|l| l.minutes).sum();
    let parts_cost = cents(parts.iter().filter_map(|p| p.cost).fold(0.0, |sum, c| sum + c));
    let unpriced = parts.iter().filter(|p| p.price.is_none()).count();
    let labour_cost = job.shop.hourly_rate.map(|rate| cents(rate * labour_minutes / 60.0));
    let whole = labour_minutes.round() as u64;
    Estimate {
        total: labour_cost.filter(|_| unpriced == 0).map(|work| cents(work + parts_cost)),
        labour_text: say::h_min_of_work(&(whole / 60), &(whole % 60)),
        parts,
        labour,
        parts_cost,
        unpriced,
        labour_minutes,
        labour_cost,
    }
}

/// To two places.
pub(crate) fn cents(value: f64) -> f64 {
    (value * 100.0).round() / 100.0
}

/// What the id of a step begins with, and how such steps are called.
type KindOfStep = (&'static str, fn() -> &'static str);

/// Kinds of steps as they stand on the estimate.
const KINDS: [KindOfStep; 14] = [
    ("before", say::before_figures),
    ("probe", say::probe_factory_wires),
    ("cut", say::cut_label_and_crimp),
    ("bench", say::lamps_on_the_bench),
    ("hole", say::holes),
    ("roof", say::holes),
    ("hardware", say::fuses_relays_switches),
    ("pull", say::pull_bundles),
    ("mount", say::mount_lamps),
    ("join", say::joints),
    ("ground", say::grounds),
    ("plug", say::connectors),
    ("test", say::readings),
    ("aim", say::aim),
];

/// The minutes of the steps, kind by kind: what Fit shows and the bays plan is what is charged.
fn labour(steps: &[Step]) -> Vec<LabourLine> {
    let mut out: Vec<LabourLine> = Vec::new();
    for step in steps {
        let kind = kind_of(&step.id.0);
        let known = KINDS.iter().find(|(id, _)| *id == kind).map(|(_, what)| what());
        let what = known.unwrap_or(say::battery_panels_tidy_hand_over());
        match out.iter_mut().find(|l| l.what == what) {
            Some(line) => {
                line.count += 1.0;
                line.minutes += step.minutes;
            }
            None => out.push(LabourLine {
                what,
                count: 1.0,
                unit: say::steps(),
                minutes_each: 0.0,
                minutes: step.minutes,
            }),
        }
    }
    for line in &mut out {
        line.minutes = cents(line.minutes);
        line.minutes_each = cents(line.minutes / line.count);
    }
    out
}

/// The estimate as CSV: parts, then work, then sums.
pub fn csv(estimate: &Estimate, units: Units) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let figure = |v: f64| format!("{v:.2}");
    let maybe = |v: Option<f64>| v.map_or_else(String::new, figure);
    // Writing to memory cannot fail.
    let _ = out.write_record(["kind", "what", "count", "unit", "held", "to_buy", "each", "sum"]);
    for p in &estimate.parts {
        // Wire by the foot has a price by the foot.
        let (unit, unit_m) = match (p.unit, units.lengths) {
            ("m", Lengths::Us) => ("ft", FOOT_M),
            (unit, _) => (unit, 1.0),
        };
        let _ = out.write_record([
            p.group.to_owned(),
            jovek_base::csv::cell(&p.part),
            figure(p.needed / unit_m),
            unit.to_owned(),
            figure(p.held / unit_m),
            figure(p.to_buy / unit_m),
            maybe(p.price.map(|each| each * unit_m)),
            maybe(p.cost),
        ]);
    }
    for l in &estimate.labour {
        let empty = String::new;
        let _ = out.write_record([
            say::work_min().to_owned(),
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
        (say::parts_with_a_price(), "", Some(estimate.parts_cost)),
        (say::work(), "min", Some(estimate.labour_minutes)),
        (say::work_cost(), "", estimate.labour_cost),
        (say::total(), "", estimate.total),
    ] {
        let _ = out.write_record(["sum", what, "", unit, "", "", "", &maybe(sum)]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
