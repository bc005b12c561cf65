//! Practice: a vehicle with a hidden fault, a meter and a clock; at the end the way taken beside Jovek's own.

use crate::board::{PracticeBoard, PracticeChoice, boards};
use jovek_base::wanted::Wanted;
use jovek_circuit::SolveError;
use jovek_job::{CheckId, Job};
use jovek_judge::diagnose::case::Case;
use jovek_judge::diagnose::measures::{Measure, MeasureKind};
use jovek_judge::diagnose::report::{title, value_text};
use jovek_judge::diagnose::shortest::shortest;
use jovek_judge::diagnose::trial::{search, walk_round};
use jovek_judge::diagnose::vehicle::HiddenVehicle;
use jovek_judge::diagnose::words;
use jovek_phrases::paper as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What somebody who practises has done so far. The fault hangs on the seed alone.
#[derive(Debug, Clone, PartialEq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PracticeAsked {
    /// The job.
    pub job: Job,
    /// Which fault: the same seed is the same fault and the same meter for everybody.
    pub seed: u64,
    /// Readings taken so far, in order.
    #[serde(default)]
    pub taken: Vec<CheckId>,
    /// Key of what is named as the fault; none while it is looked for.
    #[serde(default)]
    pub guess: Option<String>,
}

/// A reading that was taken.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeReading {
    /// Its id.
    pub check: CheckId,
    /// What it is.
    pub name: String,
    /// `12.05 V`.
    pub text: String,
    /// What it took, s.
    pub seconds: f64,
}

/// How it went.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeEnd {
    /// True where the fault was named, or one that no reading tells from it.
    pub is_right: bool,
    /// What it was.
    pub truth: String,
    /// How it is mended.
    pub remedy: String,
    /// `4 readings, 6 min; Jovek: 3 readings, 4 min`.
    pub says: String,
    /// Jovek's own way on the same vehicle with the same meter, behind the walk-round. It does not know the fault.
    pub best: Vec<PracticeReading>,
    /// The shortest way that would have shown it, to somebody who knew where to look.
    pub shortest: Vec<PracticeReading>,
}

/// Where the practice stands.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Practice {
    /// What the driver says.
    pub complaint: String,
    /// Time used, s.
    pub seconds: f64,
    /// `6 min 20 s`.
    pub clock: String,
    /// Readings so far.
    pub readings: Vec<PracticeReading>,
    /// States that can be set: key as in ids, and in words.
    pub states: Vec<PracticeChoice>,
    /// What can be probed.
    pub boards: Vec<PracticeBoard>,
    /// What can be named as the fault.
    pub suspects: Vec<PracticeChoice>,
    /// How it went; none while it is looked for.
    pub end: Option<PracticeEnd>,
}

/// Why a practice cannot go on.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum PracticeError {
    /// The vehicle comes to no rest.
    #[error(transparent)]
    Unsolved(#[from] SolveError),
    /// No such reading.
    #[error("{}", say::there_is_no_reading(.id))]
    NoReading {
        /// The id given.
        id: String,
    },
    /// No such suspect.
    #[error("{}", say::is_no_fault_that_this_vehicle(.key))]
    NoSuspect {
        /// The key given.
        key: String,
    },
}

/// A reading of the hidden vehicle, by its id: one of the measures, or volts between any two points.
///
/// # Errors
/// [`PracticeError`] for an id that is none, and where the vehicle comes to no rest.
pub fn read_by_id(
    case: &Case,
    vehicle: &mut HiddenVehicle,
    id: &CheckId,
) -> Result<PracticeReading, PracticeError> {
    if let Some(k) = case.measure(id) {
        let m = &case.measures[k];
        let value = vehicle.read(k)?;
        return Ok(taken(m, value));
    }
    let unknown = || PracticeError::NoReading { id: id.0.clone() };
    let parts: Vec<&str> = id.0.split('|').collect();
    let ["v", on, red, black] = parts[..] else { return Err(unknown()) };
    let point = |key: &str| case.points.iter().position(|p| p.key == key).ok_or_else(unknown);
    let state = (0..case.states.len()).find(|&s| case.state_key(s) == on).ok_or_else(unknown)?;
    let (red, black) = (point(red)?, point(black)?);
    let value = vehicle.volts(state, red, black)?;
    let (a, b) = (&case.points[red], &case.points[black]);
    let m = Measure {
        id: id.clone(),
        kind: MeasureKind::Volts { red, black },
        state,
        seconds: 12.0 + a.seconds + 0.5 * b.seconds,
        name: say::red_on_black(&a.name, &b.name),
        how: String::new(),
    };
    Ok(taken(&m, value))
}

fn taken(m: &Measure, value: f64) -> PracticeReading {
    PracticeReading {
        check: m.id.clone(),
        name: m.name.clone(),
        text: value_text(m, value),
        seconds: m.seconds,
    }
}

/// Shows where a practice stands.
///
/// # Errors
/// [`PracticeError`].
pub fn practice(asked: &PracticeAsked) -> Result<Practice, PracticeError> {
    let job = of_the_sound(asked);
    shown(&Case::new(&job)?, asked)
}

/// Shows where a practice stands; none where that is no longer wanted before it is worked out.
///
/// # Errors
/// [`PracticeError`].
pub fn practice_while(
    asked: &PracticeAsked,
    wanted: &Wanted,
) -> Result<Option<Practice>, PracticeError> {
    let job = of_the_sound(asked);
    let case = Case::new_while(&job, wanted)?;
    case.map(|case| shown(&case, asked)).transpose()
}

/// The job without its readings: those of the real vehicle have no place here.
fn of_the_sound(asked: &PracticeAsked) -> Job {
    Job { readings: Vec::new(), search: None, ..asked.job.clone() }
}

fn shown(case: &Case, asked: &PracticeAsked) -> Result<Practice, PracticeError> {
    let mut vehicle = HiddenVehicle::of_seed(case, asked.seed);
    let complaint = complaint(case, asked.seed)?;
    let mut readings = Vec::new();
    for id in &asked.taken {
        readings.push(read_by_id(case, &mut vehicle, id)?);
    }
    let seconds: f64 = readings.iter().map(|r| r.seconds).sum();
    let end = match &asked.guess {
        Some(key) => Some(end(case, asked.seed, key, &readings)?),
        None => None,
    };
    Ok(Practice {
        complaint,
        seconds,
        clock: clock(seconds),
        readings,
        states: (0..case.states.len())
            .map(|s| PracticeChoice {
                key: case.state_key(s),
                name: case.study.wiring.inputs.words(case.job, case.states[s]),
            })
            .collect(),
        boards: boards(case),
        suspects: case
            .groups
            .iter()
            .map(|g| &case.suspects[g[0]])
            .map(|s| PracticeChoice { key: s.key.clone(), name: title(s, usize::MAX) })
            .collect(),
        end,
    })
}

/// What a driver would say: the first thing on a walk round that is not as it should be.
fn complaint(case: &Case, seed: u64) -> Result<String, SolveError> {
    let mut vehicle = HiddenVehicle::of_seed(case, seed);
    for k in walk_round(case) {
        let m = &case.measures[k];
        let value = vehicle.read(k)?;
        let is_off = (value - case.table.sound[k]).abs() > 0.5;
        match m.kind {
            MeasureKind::Look { circuit, lamp: None } if is_off => {
                let name = &case.study.circuits[circuit].chain.name;
                let with = case.study.wiring.inputs.words(case.job, case.states[m.state]);
                return Ok(say::with(&name, &value_text(m, value), &with));
            }
            MeasureKind::Story { circuit } if is_off => {
                let name = &case.study.circuits[circuit].chain.name;
                return Ok(say::goes_out_on_bumps(&name));
            }
            _ => {}
        }
    }
    Ok(say::it_all_works_but_a_reading().into())
}

fn end(
    case: &Case,
    seed: u64,
    key: &str,
    readings: &[PracticeReading],
) -> Result<PracticeEnd, PracticeError> {
    let named = case
        .suspects
        .iter()
        .position(|s| s.key == key)
        .ok_or_else(|| PracticeError::NoSuspect { key: key.to_owned() })?;
    let mut vehicle = HiddenVehicle::of_seed(case, seed);
    let truth = vehicle.suspect;
    let path = search(case, &mut vehicle)?;
    let own_s: f64 = readings.iter().map(|r| r.seconds).sum();
    let behind = path.taken.len() - path.readings;
    let walk_s: f64 = path.taken[..behind].iter().map(|t| case.measures[t.measure].seconds).sum();
    let best: Vec<PracticeReading> =
        path.taken[behind..].iter().map(|t| taken(&case.measures[t.measure], t.value)).collect();
    let short = shortest(case, seed, truth, &path.taken)?;
    let short_s: f64 = short.iter().map(|t| case.measures[t.measure].seconds).sum();
    Ok(PracticeEnd {
        is_right: case.group_of[named] == case.group_of[truth],
        truth: title(&case.suspects[truth], usize::MAX),
        remedy: words::remedy(case.suspects[truth].fault).to_owned(),
        says: say::you_jovek_a_walk_round(
            &counted(readings.len()),
            &clock(own_s),
            &clock(walk_s),
            &counted(best.len()),
            &clock(path.seconds),
            &counted(short.len()),
            &clock(short_s),
        ),
        best,
        shortest: short.iter().map(|t| taken(&case.measures[t.measure], t.value)).collect(),
    })
}

fn counted(readings: usize) -> String {
    if readings == 1 { say::one_reading().into() } else { say::readings(&readings) }
}

fn clock(seconds: f64) -> String {
    let whole = seconds.round() as u64;
    match (whole / 60, whole % 60) {
        (0, s) => format!("{s} s"),
        (m, s) => format!("{m} min {s:02} s"),
    }
}
