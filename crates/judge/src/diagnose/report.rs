//! The state of a search in words: what is likely, why, and what to read next.

use super::belief::{Taken, belief, by_group, sigma};
use super::case::Case;
use super::measures::{Burns, Measure, MeasureKind};
use super::next::{Offer, offers, outcome as outcome_of};
use super::suspects::{FaultOf, Suspect};
use super::trial::{SURE, walk_round};
use super::words;
use crate::prove::SEQUENCE;
use jiff::Timestamp;
use jovek_base::figure::shown;
use jovek_base::wanted::Wanted;
use jovek_catalog::meter::OVERLOAD_OHM;
use jovek_circuit::SolveError;
use jovek_job::{CheckId, Job};
use jovek_phrases::common;
use jovek_phrases::diagnose as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// What a reading is taken with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ReadWith {
    /// A meter, in the unit given.
    Meter,
    /// The eye: dark, dim, partly, lit.
    Eye,
    /// Yes or no.
    YesNo,
}

/// A reading that can be taken.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ReadingAnswer {
    /// Its id, for [`jovek_job::Reading`].
    pub check: CheckId,
    /// What it is.
    pub name: String,
    /// Where the leads go and what is on.
    pub how: String,
    /// What takes it.
    pub with: ReadWith,
    /// `V`; empty for what the eye sees.
    pub unit: String,
    /// What a sound vehicle reads.
    pub sound: f64,
    /// The same in words.
    pub sound_text: String,
    /// What was read.
    pub value: Option<f64>,
    /// The same in words.
    pub value_text: Option<String>,
    /// True where it reads as on a sound vehicle.
    pub is_as_sound: Option<bool>,
}

/// What one outcome of a reading would mean.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Outcome {
    /// `about 0.02 V`.
    pub reads: String,
    /// How likely it is, 0 to 1.
    pub likelihood: f64,
    /// `31 %`.
    pub likelihood_text: String,
    /// What it points to, the likeliest first.
    pub means: Vec<String>,
}

/// A reading worth taking.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct NextAnswer {
    /// The reading.
    pub reading: ReadingAnswer,
    /// `2 min`, to reach and read.
    pub time_text: String,
    /// How much it is expected to tell, bits.
    pub gain_bit: f64,
    /// Its outcomes.
    pub outcomes: Vec<Outcome>,
}

/// Something that may be wrong.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SuspectAnswer {
    /// Keys of the suspects that no reading tells apart.
    pub keys: Vec<String>,
    /// What is wrong, where.
    pub title: String,
    /// The others that no reading tells from it.
    pub also: Vec<String>,
    /// How likely, 0 to 1; all together 1.
    pub likelihood: f64,
    /// `62 %`.
    pub likelihood_text: String,
    /// Readings that it explains and a sound vehicle does not.
    pub fits: Vec<String>,
    /// Readings that it does not explain.
    pub against: Vec<String>,
    /// How it is mended.
    pub remedy: String,
}

/// How a search stands.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Diagnosis {
    /// How it stands, in a sentence.
    pub says: String,
    /// True where one suspect is all but sure.
    pub is_found: bool,
    /// What may be wrong, the likeliest first; the rest is summed up in `rest`.
    pub suspects: Vec<SuspectAnswer>,
    /// Likelihood of all that is not listed.
    pub rest: f64,
    /// What to read next, the best first.
    pub next: Vec<NextAnswer>,
    /// What is asked and seen before a meter is taken, in the order of a walk round the vehicle.
    pub walk: Vec<ReadingAnswer>,
    /// Readings that were taken, the last first.
    pub taken: Vec<ReadingAnswer>,
    /// Readings of the job that belong to nothing here: taken before the plan changed.
    pub unknown: Vec<CheckId>,
}

/// Suspects listed one by one.
const MOST_LISTED: usize = 8;
/// Readings offered.
const MOST_OFFERED: usize = 4;

/// Looks for the fault of a job from the readings in it: of those since its search began, or of all.
///
/// # Errors
/// [`SolveError`] when the sound vehicle has no steady state.
pub fn diagnose(job: &Job) -> Result<Diagnosis, SolveError> {
    let case = Case::new(job)?;
    Ok(diagnosis(&case, &taken_of(&case)))
}

/// Looks for the fault of a job; none where that is no longer wanted before it is found.
///
/// # Errors
/// [`SolveError`] when the sound vehicle has no steady state.
pub fn diagnose_while(job: &Job, wanted: &Wanted) -> Result<Option<Diagnosis>, SolveError> {
    let case = Case::new_while(job, wanted)?;
    Ok(case.map(|case| diagnosis(&case, &taken_of(&case))))
}

/// The last reading of each measure, in the order in which they were taken. A function of the sequence that was
/// answered with yes is a look at every circuit in that state; with no, the walk-round tells which it was.
pub fn taken_of(case: &Case) -> Vec<Taken> {
    let since: Option<Timestamp> = case.job.search.as_ref().and_then(|s| s.since.parse().ok());
    let mut out: Vec<Taken> = Vec::new();
    for reading in &case.job.readings {
        let at: Option<Timestamp> = reading.at.parse().ok();
        if since.is_some() && at < since {
            continue;
        }
        let mut take = |measure: usize, value: f64| {
            out.retain(|t: &Taken| t.measure != measure);
            out.push(Taken { measure, value });
        };
        if let Some(measure) = case.measure(&reading.check) {
            take(measure, reading.value);
        } else if reading.value > 0.5 {
            for look in looks_of(case, &reading.check) {
                take(look, case.table.sound[look]);
            }
        }
    }
    out
}

/// The looks that a function of the sequence stands for.
fn looks_of(case: &Case, check: &CheckId) -> Vec<usize> {
    let Some(keys) = check.0.strip_prefix(SEQUENCE) else { return Vec::new() };
    let in_state = |m: &Measure| {
        matches!(m.kind, MeasureKind::Look { lamp: None, .. }) && case.state_key(m.state) == keys
    };
    (0..case.measures.len()).filter(|&k| in_state(&case.measures[k])).collect()
}

/// Below this probability nothing is called most likely.
const LIKELY: f64 = 0.2;

/// How a search stands after some readings.
pub fn diagnosis(case: &Case, taken: &[Taken]) -> Diagnosis {
    let believed = belief(case, taken);
    let groups = by_group(case, &believed);
    let mut order: Vec<usize> = (0..groups.len()).collect();
    order.sort_by(|&a, &b| groups[b].total_cmp(&groups[a]).then(a.cmp(&b)));
    let listed = &order[..order.len().min(MOST_LISTED)];
    let suspects: Vec<SuspectAnswer> =
        listed.iter().map(|&g| suspect_answer(case, g, groups[g], &believed, taken)).collect();
    let rest = 1.0 - listed.iter().map(|&g| groups[g]).sum::<f64>();
    let nothing = case.group_of.first().copied();
    let is_found = listed.first().is_some_and(|&g| groups[g] >= SURE);
    let next: Vec<NextAnswer> = offers(case, &believed, taken)
        .iter()
        .take(if is_found { 1 } else { MOST_OFFERED })
        .map(|o| next_answer(case, o, &believed))
        .collect();
    let first = suspects.first().map_or("", |s| s.title.as_str());
    let says = match (taken.is_empty(), is_found, listed.first() == nothing.as_ref()) {
        (true, ..) => say::walk_round_first_say_what_lights().to_owned(),
        (_, true, true) => say::nothing_wrong_shows_in_any_reading().to_owned(),
        (_, true, false) => say::found(&first),
        // A sound vehicle is no finding as long as a fault may hide.
        (_, false, true) if next.is_empty() => say::no_further_reading_helps_the_fault().to_owned(),
        (_, false, true) => say::not_narrowed_down_yet_keep_reading().to_owned(),
        (_, false, false) if next.is_empty() => say::no_further_reading_helps_most_likely(&first),
        (_, false, false) if listed.first().is_some_and(|&g| groups[g] < LIKELY) => {
            say::not_narrowed_down_yet_first(&first)
        }
        (_, false, false) => say::most_likely(&first),
    };
    Diagnosis {
        says,
        is_found,
        suspects,
        rest: rest.max(0.0),
        next,
        walk: walk_round(case).into_iter().map(|k| reading_answer(case, k, taken)).collect(),
        taken: taken.iter().rev().map(|t| reading_answer(case, t.measure, taken)).collect(),
        unknown: case
            .job
            .readings
            .iter()
            .filter(|r| case.measure(&r.check).is_none() && looks_of(case, &r.check).is_empty())
            .map(|r| r.check.clone())
            .collect(),
    }
}

/// A reading with what a sound vehicle gives.
pub fn reading_answer(case: &Case, k: usize, taken: &[Taken]) -> ReadingAnswer {
    let m = &case.measures[k];
    let value = taken.iter().find(|t| t.measure == k).map(|t| t.value);
    let sound = case.table.sound[k];
    ReadingAnswer {
        check: m.id.clone(),
        name: m.name.clone(),
        how: m.how.clone(),
        with: match m.kind {
            MeasureKind::Look { .. } => ReadWith::Eye,
            MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => ReadWith::YesNo,
            _ => ReadWith::Meter,
        },
        unit: m.unit().to_owned(),
        sound,
        sound_text: value_text(m, sound),
        value,
        value_text: value.map(|v| value_text(m, v)),
        is_as_sound: value.map(|v| !is_off(case, k, FaultOf::Nothing, sound, v)),
    }
}

/// A value of a measure as it is spoken.
pub fn value_text(m: &Measure, value: f64) -> String {
    match m.kind {
        MeasureKind::Look { .. } => {
            Burns::ALL.get(value.round() as usize).map_or("?", |b| b.label()).to_owned()
        }
        MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => {
            if value > 0.5 { common::yes() } else { common::no() }.to_owned()
        }
        MeasureKind::Rating { .. } if value < 0.0 => say::another_rating().to_owned(),
        MeasureKind::Ohms { .. } if value >= 0.9 * OVERLOAD_OHM => common::open().to_owned(),
        _ => {
            // What rounds to nothing has no sign.
            let value = if value.abs() < 0.005 { 0.0 } else { value };
            shown(value, m.unit()).to_string()
        }
    }
}

/// True where a value is farther from a prediction than chance makes likely.
fn is_off(case: &Case, k: usize, fault: FaultOf, predicted: f64, value: f64) -> bool {
    match case.measures[k].kind {
        MeasureKind::Look { .. } => (predicted - value).abs() > 0.5,
        MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => {
            (predicted > 0.5) != (value > 0.5)
        }
        MeasureKind::Rating { .. } => {
            (predicted < 0.0) == ((value - case.table.sound[k]).abs() < 0.01)
        }
        MeasureKind::Ohms { .. } => {
            ((predicted + 0.4) / (value.max(0.0) + 0.4)).log10().abs() > 0.3
        }
        _ => (predicted - value).abs() > 2.6 * sigma(case, fault, k, predicted),
    }
}

fn suspect_answer(
    case: &Case,
    group: usize,
    likelihood: f64,
    believed: &[Vec<f64>],
    taken: &[Taken],
) -> SuspectAnswer {
    let members = &case.groups[group];
    let weight = |s: usize| believed[s].iter().sum::<f64>();
    let first = members.iter().copied().max_by(|&a, &b| weight(a).total_cmp(&weight(b)));
    let first = first.unwrap_or(0);
    let suspect = &case.suspects[first];
    let best = (0..suspect.variants.len())
        .max_by(|&a, &b| believed[first][a].total_cmp(&believed[first][b]))
        .unwrap_or(0);
    let (mut fits, mut against) = (Vec::new(), Vec::new());
    for t in taken {
        let m = &case.measures[t.measure];
        let predicted = case.table.by_suspect[first][best][t.measure];
        let sound = case.table.sound[t.measure];
        let goes = suspect.fault == FaultOf::ComesAndGoes;
        let off = is_off(case, t.measure, suspect.fault, predicted, t.value);
        let off_sound = is_off(case, t.measure, FaultOf::Nothing, sound, t.value);
        let read = value_text(m, t.value);
        if off && (off_sound || !goes) {
            let would = value_text(m, predicted);
            against.push(say::this_would_give(&m.name, &read, &would));
        } else if off_sound {
            fits.push(say::sound(&m.name, &read, &value_text(m, sound)));
        }
    }
    SuspectAnswer {
        keys: members.iter().map(|&s| case.suspects[s].key.clone()).collect(),
        title: title(suspect, best),
        also: members
            .iter()
            .filter(|&&s| s != first)
            .map(|&s| title(&case.suspects[s], 0))
            .collect(),
        likelihood,
        likelihood_text: percent(likelihood),
        fits,
        against,
        remedy: words::remedy(suspect.fault).to_owned(),
    }
}

/// What is wrong, where, how far.
pub fn title(suspect: &Suspect, variant: usize) -> String {
    let what = words::fault(suspect.fault);
    let far = suspect.variants.get(variant).map_or("", |v| v.text.as_str());
    let far = if far.is_empty() { String::new() } else { say::some_more(&far) };
    if suspect.part.is_empty() { what.to_owned() } else { format!("{}: {what}{far}", suspect.part) }
}

fn percent(part: f64) -> String {
    match part * 100.0 {
        p if p < 1.0 => say::under_1().into(),
        p if p > 99.0 => say::over_99().into(),
        p => format!("{p:.0} %"),
    }
}

fn next_answer(case: &Case, offer: &Offer, believed: &[Vec<f64>]) -> NextAnswer {
    let k = offer.measure;
    let seconds = case.measures[k].seconds;
    NextAnswer {
        reading: reading_answer(case, k, &[]),
        time_text: if seconds < 55.0 {
            format!("{:.0} s", (seconds / 5.0).round() * 5.0)
        } else {
            format!("{:.0} min", (seconds / 60.0).max(1.0).round())
        },
        gain_bit: offer.gain_bit,
        outcomes: outcomes(case, k, believed),
    }
}

/// What a reading would mean: predictions that lie together, with the suspects behind them.
fn outcomes(case: &Case, k: usize, believed: &[Vec<f64>]) -> Vec<Outcome> {
    let m = &case.measures[k];
    let mut clusters: BTreeMap<i64, Vec<(f64, f64, usize)>> = BTreeMap::new();
    let sound = case.table.sound[k];
    for (s, each) in believed.iter().enumerate() {
        let fault = case.suspects[s].fault;
        for (v, &p) in each.iter().enumerate().filter(|(_, p)| **p > 1e-4) {
            let at = case.table.by_suspect[s][v][k];
            let mut put = |bin: i64, value: f64, p: f64| {
                clusters.entry(bin).or_default().push((value, p, s));
            };
            let bin = outcome_of(case, fault, k, at);
            match (&m.kind, fault) {
                (MeasureKind::Wiggle { .. } | MeasureKind::Story { .. }, _) => {
                    put(1, 1.0, p * at);
                    put(0, 0.0, p * (1.0 - at));
                }
                (_, FaultOf::ComesAndGoes) => {
                    put(bin, at, 0.5 * p);
                    put(0, sound, 0.5 * p);
                }
                _ => put(bin, at, p),
            }
        }
    }
    let mut out: Vec<Outcome> =
        clusters.values().map(|cluster| outcome(case, m, cluster)).collect();
    out.retain(|o| o.likelihood > 0.005);
    out.sort_by(|a, b| b.likelihood.total_cmp(&a.likelihood));
    out.truncate(4);
    out
}

fn outcome(case: &Case, m: &Measure, cluster: &[(f64, f64, usize)]) -> Outcome {
    let likelihood: f64 = cluster.iter().map(|c| c.1).sum();
    let mean = cluster.iter().map(|c| c.0 * c.1).sum::<f64>() / likelihood.max(1e-12);
    let is_figure = !matches!(
        m.kind,
        MeasureKind::Look { .. }
            | MeasureKind::Wiggle { .. }
            | MeasureKind::Story { .. }
            | MeasureKind::Rating { .. }
    );
    let reads = value_text(m, mean);
    let mut by_group: Vec<(usize, f64)> = Vec::new();
    for &(_, p, s) in cluster {
        let group = case.group_of[s];
        match by_group.iter_mut().find(|(g, _)| *g == group) {
            Some(found) => found.1 += p,
            None => by_group.push((group, p)),
        }
    }
    by_group.sort_by(|a, b| b.1.total_cmp(&a.1).then(a.0.cmp(&b.0)));
    let more = by_group.len().saturating_sub(3);
    let mut means: Vec<String> = by_group
        .iter()
        .take(3)
        .map(|&(g, _)| title(&case.suspects[case.groups[g][0]], usize::MAX))
        .collect();
    if more > 0 {
        means.push(say::and_more(&more));
    }
    Outcome {
        reads: if is_figure { say::about(&reads) } else { reads },
        likelihood,
        likelihood_text: percent(likelihood),
        means,
    }
}
