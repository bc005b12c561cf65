//! Expected readings with their windows, from the solved circuit.
//!
//! The window spans what may fairly differ: the battery between half and full charge (or exactly
//! where the meter found it), joints from new to twice their resistance, lamps 10 % off their
//! figures, and the meter's own tolerance.

use crate::prove::{hand, swaps};
use jovek_base::figure::shown;
use jovek_circuit::{NodeId, Solution, SolveError};
use jovek_job::SupplyState;
use jovek_job::{CheckId, CircuitId, Job, Reading};
use jovek_plan::chain::{Chain, LinkKind, Origin};
use jovek_plan::inputs::{Assignment, Inputs};
use jovek_plan::network::build::{Built, Installed, LitFrom, Situation};
use jovek_plan::network::cache::NetworkCache;
use jovek_plan::wiring::Scene;
use serde::Serialize;
use utoipa::ToSchema;

/// What the meter is set to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub enum Quantity {
    /// DC volts.
    V,
    /// DC amperes.
    A,
    /// Ohms, the power off.
    #[serde(rename = "ohm")]
    Ohm,
    /// Yes or no: 1 or 0, by eye and hand.
    #[serde(rename = "yes_no")]
    YesNo,
}

impl Quantity {
    /// The unit.
    pub fn unit(self) -> &'static str {
        match self {
            Quantity::V => "V",
            Quantity::A => "A",
            Quantity::Ohm => "ohm",
            Quantity::YesNo => "",
        }
    }
}

/// Verdict on a reading.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Verdict {
    /// Not taken yet.
    Waiting,
    /// Inside the window.
    Good,
    /// Below it.
    Low,
    /// Above it.
    High,
}

/// A reading with its verdict.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Judgement {
    /// The verdict.
    pub verdict: Verdict,
    /// What it suggests.
    pub says: String,
    /// The reading.
    pub reading: Option<Reading>,
}

/// One check to make.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Check {
    /// Its id, such as `c1.lamp_v`.
    pub id: CheckId,
    /// The circuit; none for the battery.
    pub circuit: Option<CircuitId>,
    /// What is read.
    pub name: String,
    /// Where the leads go and what is on.
    pub how: String,
    /// Volts or amperes.
    pub quantity: Quantity,
    /// Expected figure.
    pub expected: f64,
    /// Lowest good figure.
    pub low: f64,
    /// Highest good figure.
    pub high: f64,
    /// `12.06 V`.
    pub expected_text: String,
    /// `11.90 to 12.25 V`.
    pub window_text: String,
    /// Checks that must be good before this one says anything.
    pub relies_on: Vec<CheckId>,
    /// Verdict on the last reading.
    pub judgement: Judgement,
}

/// What is read.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kind {
    BatteryRest,
    BatteryOn,
    SourceOn,
    FuseOut,
    LampV,
    Current,
    FeedDrop,
    GroundDrop,
}

struct Figures {
    by_circuit: Vec<[f64; 6]>,
    /// The battery that lights each circuit.
    lit_from: Vec<LitFrom>,
    battery_on_v: f64,
    start: Given,
    auxiliary: Option<Given>,
}

/// Out of a battery, A.
#[derive(Debug, Clone, Copy, Default)]
struct Given {
    /// With most lit.
    total_a: f64,
    /// With nothing on.
    key_off_a: f64,
}

/// What the checks are worked out from.
pub struct Proving<'a> {
    /// The job.
    pub job: &'a Job,
    /// What is on the vehicle.
    pub installed: Installed<'a>,
    /// Combinations that light it, the one with most first.
    pub scenes: &'a [Scene],
    /// Its inputs.
    pub inputs: &'a Inputs,
}

/// Currents out of a battery, A.
pub(super) struct Totals {
    /// With most lit: expected, and at both ends of what may fairly differ.
    pub(super) total_a: [f64; 3],
    /// With nothing on, of what was added.
    pub(super) key_off_a: f64,
}

/// Tolerance of a handheld meter on DC volts: 0.5 % and two counts. Common practice.
fn volt_tolerance(v: f64) -> f64 {
    0.005 * v.abs() + 0.02
}

/// Tolerance of a clamp or series ammeter: 2 % and 0.05 A. Common practice.
pub(super) fn amp_tolerance(a: f64) -> f64 {
    0.02 * a.abs() + 0.05
}

/// All checks of a job, in the order in which they are made.
///
/// # Errors
/// [`SolveError`] when a corner of the window has no steady state.
pub fn checks(proving: &Proving, cache: &mut NetworkCache) -> Result<Vec<Check>, SolveError> {
    let supply = proving.installed.supply;
    let expected_ocv = supply.open_circuit_v(SupplyState::EngineOff.charge_percent());
    let taken = proving.job.last_reading(&CheckId::from("battery.on_v")).map(|r| r.value);
    let rest = proving.job.last_reading(&CheckId::from("battery.rest_v")).map(|r| r.value);
    let mut figures = |open_circuit_v, joint_factor, lamp_factor| {
        figures(cache, proving, open_circuit_v, joint_factor, lamp_factor)
    };
    let mut expected = figures(expected_ocv, 1.0, 1.0)?;
    // A battery that was measured narrows every other window.
    let (low_ocv, mid_ocv, high_ocv) = match (taken, rest) {
        (Some(on_v), _) => {
            let ocv = expected_ocv + on_v - expected.battery_on_v;
            (ocv - 0.03, ocv, ocv + 0.03)
        }
        (None, Some(rest_v)) => (rest_v - 0.05, rest_v, rest_v + 0.05),
        (None, None) => (supply.open_circuit_v(50.0), expected_ocv, supply.open_circuit_v(100.0)),
    };
    if mid_ocv != expected_ocv {
        expected = figures(mid_ocv, 1.0, 1.0)?;
    }
    let corners = [
        figures(low_ocv, 0.3, 0.9)?,
        figures(low_ocv, 2.0, 1.1)?,
        figures(high_ocv, 0.3, 0.9)?,
        figures(high_ocv, 2.0, 1.1)?,
    ];
    let mut out = Vec::new();
    let rest_band = (supply.open_circuit_v(25.0), supply.open_circuit_v(100.0) + 0.1);
    out.push(finish(
        proving,
        Kind::BatteryRest,
        None,
        expected_ocv,
        (rest_band.0 - 0.02, rest_band.1 + 0.02),
    ));
    // The battery with its lamps on is expected from its reading at rest, never from itself. Its
    // terminals move with it, since the lamps' current hardly changes.
    let (on_low, on_mid, on_high) = match rest {
        Some(rest_v) => (rest_v - 0.05, rest_v, rest_v + 0.05),
        None => (rest_band.0, expected_ocv, rest_band.1),
    };
    let low_v = corners[1].battery_on_v + on_low - low_ocv;
    let high_v = corners[2].battery_on_v + on_high - high_ocv;
    out.push(finish(
        proving,
        Kind::BatteryOn,
        None,
        expected.battery_on_v + on_mid - mid_ocv,
        (low_v - volt_tolerance(low_v), high_v + volt_tolerance(high_v)),
    ));
    let totals = |of: &dyn Fn(&Figures) -> Given| Totals {
        total_a: [of(&expected), of(&corners[0]), of(&corners[3])].map(|g| g.total_a),
        key_off_a: of(&expected).key_off_a,
    };
    let start = totals(&|f| f.start);
    let auxiliary = expected.auxiliary.map(|_| totals(&|f| f.auxiliary.unwrap_or_default()));
    hand::before(proving.job, &mut out);
    for (i, (chain, sizes)) in proving.installed.parts.iter().enumerate() {
        if !proving.scenes.iter().any(|s| s.lit.contains(&i)) {
            // Nothing lights it: the finding says so; there is nothing to measure.
            continue;
        }
        let of = &expected.by_circuit[i];
        let ground_ohm = of[slot(Kind::GroundDrop)] / of[slot(Kind::Current)].max(1e-6);
        let open_v = of[slot(Kind::SourceOn)];
        hand::cold(proving.job, chain, sizes.fuse.is_some(), ground_ohm, open_v, &mut out);
        let own = chain.origin == Origin::Battery;
        let source = if own { Kind::FuseOut } else { Kind::SourceOn };
        let kinds = [source, Kind::LampV, Kind::Current, Kind::FeedDrop, Kind::GroundDrop];
        for kind in kinds {
            let at = |f: &Figures| f.by_circuit[i][slot(kind)];
            let value = at(&expected);
            let (mut low, mut high) = (value, value);
            for corner in &corners {
                low = low.min(at(corner));
                high = high.max(at(corner));
            }
            let tolerance = if kind == Kind::Current { amp_tolerance } else { volt_tolerance };
            low -= tolerance(low);
            high += tolerance(high);
            if matches!(kind, Kind::FeedDrop | Kind::GroundDrop) {
                // Nobody minds a joint that is better than expected.
                low = 0.0;
            }
            out.push(finish(
                proving,
                kind,
                Some((chain, expected.lit_from[i])),
                value,
                (low, high),
            ));
        }
        hand::lit(proving.job, chain, sizes.fuse.is_some(), &mut out);
    }
    hand::whole(proving, (&start, auxiliary.as_ref()), &mut out);
    swaps::swaps(proving.job, &mut out);
    hand::relies(&mut out);
    Ok(out)
}

fn slot(kind: Kind) -> usize {
    match kind {
        Kind::FuseOut => 0,
        Kind::LampV => 1,
        Kind::Current => 2,
        Kind::FeedDrop => 3,
        Kind::GroundDrop => 4,
        Kind::SourceOn | Kind::BatteryRest | Kind::BatteryOn => 5,
    }
}

fn figures(
    cache: &mut NetworkCache,
    proving: &Proving,
    open_circuit_v: f64,
    joint_factor: f64,
    lamp_factor: f64,
) -> Result<Figures, SolveError> {
    let parts = proving.installed.parts;
    let mut by_circuit = vec![[0.0; 6]; parts.len()];
    let mut lit_from = vec![LitFrom::Starting; parts.len()];
    let mut battery_on_v = 0.0;
    let situation = |inputs| Situation {
        supply: SupplyState::EngineOff,
        open_circuit_v,
        inputs,
        joint_factor,
        lamp_factor,
    };
    let (built, solution) = cache.operate(proving.installed, &situation(Assignment::NONE))?;
    let key_off_a = given_a(built, &solution);
    let mut total_a = key_off_a;
    for (number, scene) in proving.scenes.iter().enumerate() {
        let (built, solution) = cache.operate(proving.installed, &situation(scene.inputs))?;
        if number == 0 {
            battery_on_v = solution.node_v(built.battery_plus);
            total_a = given_a(built, &solution);
        }
        for &i in &scene.lit {
            let source = built.source(parts[i].0, proving.installed.factory, scene.inputs);
            lit_from[i] = source.0;
            by_circuit[i] = circuit_figures((parts[i].0, i), source.1, built, &solution);
        }
    }
    let of = |(total_a, key_off_a)| Given { total_a, key_off_a };
    Ok(Figures {
        by_circuit,
        lit_from,
        battery_on_v,
        start: of((total_a.0, key_off_a.0)),
        auxiliary: total_a.1.zip(key_off_a.1).map(of),
    })
}

/// Out of the starting battery and the auxiliary one, A.
fn given_a(built: &Built, solution: &Solution) -> (f64, Option<f64>) {
    let start_a = -solution.current_a(built.battery);
    (start_a, built.auxiliary.map(|battery| -solution.current_a(battery)))
}

fn circuit_figures(
    (chain, i): (&Chain, usize),
    source: NodeId,
    built: &Built,
    solution: &Solution,
) -> [f64; 6] {
    let at = &built.circuits[i];
    let mut fuse_out = 0.0;
    let (mut plus, mut minus) = (0.0, 0.0);
    for (k, link) in chain.links.iter().enumerate() {
        match link.kind {
            LinkKind::Fuse { .. } => fuse_out = solution.node_v(at.nodes[k + 1]),
            LinkKind::Lamps => {
                // At the farthest lamp, where there are branches.
                let ends = chain.lamp_to_read().map(|(k, n)| built.net.element(at.lamps[k][n]));
                plus = solution.node_v(ends.map_or(at.nodes[k], |e| e.from));
                minus = solution.node_v(ends.map_or(at.nodes[k + 1], |e| e.to));
            }
            _ => {}
        }
    }
    let current: f64 = at.lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
    let battery_v = solution.node_v(source);
    let source_v = solution.node_v(at.nodes[0]);
    [fuse_out, plus - minus, current, battery_v - plus, minus, source_v]
}

fn finish(
    proving: &Proving,
    kind: Kind,
    circuit: Option<(&Chain, LitFrom)>,
    expected: f64,
    (low, high): (f64, f64),
) -> Check {
    let (key, name, how) = words(kind);
    let (chain, lit_from) = circuit.unzip();
    let how = match (kind, lit_from) {
        (Kind::FeedDrop, Some(from)) => {
            format!("Lamps on. Red on {}, black on lamp +.", plus_text(from))
        }
        _ => how.to_owned(),
    };
    let quantity = if kind == Kind::Current { Quantity::A } else { Quantity::V };
    let unit = quantity.unit();
    let id = CheckId(match chain {
        Some(chain) => format!("{}.{key}", chain.id),
        None => format!("battery.{key}"),
    });
    let (low, high) = (round_to(low, 100.0), round_to(high, 100.0));
    let (reading, verdict) = judged(proving.job, &id, low, high);
    let low_text = shown(low, unit).to_string();
    Check {
        circuit: chain.map(|c| c.id.clone()),
        name: match chain {
            Some(chain) => format!("{}: {name}", chain.name),
            None => name.to_owned(),
        },
        how: match (chain.and_then(|c| Some((c, c.farthest_lamp()?))), kind) {
            (Some((chain, lamp)), Kind::LampV | Kind::FeedDrop | Kind::GroundDrop) => {
                format!("{how} At lamp {}, the farthest.", chain.lamp_number(lamp))
            }
            _ => how,
        },
        quantity,
        expected,
        low,
        high,
        expected_text: shown(expected, unit).to_string(),
        window_text: format!("{} to {}", low_text.trim_end_matches(unit).trim(), shown(high, unit)),
        relies_on: Vec::new(),
        judgement: Judgement {
            verdict,
            says: advice(kind, verdict, reading.as_ref()).to_owned(),
            reading,
        },
        id,
    }
}

/// The positive post of a battery, as it is spoken.
pub fn plus_text(of: LitFrom) -> &'static str {
    match of {
        LitFrom::Starting => "battery +",
        LitFrom::Auxiliary => "auxiliary battery +",
        LitFrom::Towing => "the towing vehicle's battery +",
    }
}

/// The last reading of a check with its verdict.
pub(super) fn judged(job: &Job, id: &CheckId, low: f64, high: f64) -> (Option<Reading>, Verdict) {
    let reading = job.last_reading(id).cloned();
    let verdict = match &reading {
        None => Verdict::Waiting,
        Some(r) if r.value < low - 1e-9 => Verdict::Low,
        Some(r) if r.value > high + 1e-9 => Verdict::High,
        Some(_) => Verdict::Good,
    };
    (reading, verdict)
}

fn round_to(value: f64, per_unit: f64) -> f64 {
    (value * per_unit).round() / per_unit
}

fn words(kind: Kind) -> (&'static str, &'static str, &'static str) {
    match kind {
        Kind::BatteryRest => (
            "rest_v",
            "Battery at rest",
            "Engine off, lamps off. Red on battery +, black on battery -.",
        ),
        Kind::BatteryOn => (
            "on_v",
            "Battery with all added lamps on",
            "Engine off, lamps on. Red on battery +, black on battery -.",
        ),
        Kind::SourceOn => {
            ("source_v", "factory joint", "Function on. Red on the joint, black on battery -.")
        }
        Kind::FuseOut => (
            "fuse_v",
            "behind the fuse",
            "Lamps on. Red on the load side of the fuse, black on battery -.",
        ),
        Kind::LampV => ("lamp_v", "across the lamp", "Lamps on. Red on lamp +, black on lamp -."),
        Kind::Current => (
            "current_a",
            "current",
            "Lamps on. Clamp round the feed, or meter in place of the fuse.",
        ),
        Kind::FeedDrop => {
            // Which battery is said where it is known.
            ("feed_v", "lost in the feed", "")
        }
        Kind::GroundDrop => {
            ("ground_v", "lost in the ground", "Lamps on. Red on lamp -, black on battery -.")
        }
    }
}

fn advice(kind: Kind, verdict: Verdict, reading: Option<&Reading>) -> &'static str {
    let negative = reading.is_some_and(|r| r.value < 0.0);
    match (kind, verdict) {
        (_, Verdict::Waiting) => "",
        (_, Verdict::Good) => "As expected.",
        (_, Verdict::Low) if negative => "Minus sign: the leads are the wrong way round.",
        (Kind::BatteryRest | Kind::BatteryOn, Verdict::Low) => {
            "Charge the battery first; every other reading hangs on it."
        }
        (Kind::BatteryRest, Verdict::High) => {
            "Engine running or surface charge: wait, then read again."
        }
        (Kind::BatteryOn, Verdict::High) => "The lamps may be off, or the engine runs.",
        (Kind::SourceOn, Verdict::Low) => {
            "The factory wire loses too much: look at its fuse, switch and joint."
        }
        (Kind::SourceOn, Verdict::High) => "Check that the function is on and the engine off.",
        (Kind::FuseOut, Verdict::Low) => {
            "Drop in the fuse, its holder or the post: read across each."
        }
        (Kind::FuseOut, Verdict::High) => "Engine running? Read the battery again.",
        (Kind::LampV, Verdict::Low) => {
            "Read the feed drop and the ground drop: one of them holds the loss."
        }
        (Kind::LampV, Verdict::High) => {
            "Less current than planned: is every lamp of the circuit lit?"
        }
        (Kind::Current, Verdict::Low) => "A lamp is out, or draws less than its figures say.",
        (Kind::Current, Verdict::High) => {
            "More load than planned: check the lamps' figures before the fuse does."
        }
        (Kind::FeedDrop, Verdict::High) => {
            "A poor joint in the feed: read along it until the step shows."
        }
        (Kind::GroundDrop, Verdict::High) => {
            "A poor ground: bare metal, toothed washer, tight; then read again."
        }
        (Kind::FeedDrop | Kind::GroundDrop, Verdict::Low) => "Check the leads.",
    }
}
