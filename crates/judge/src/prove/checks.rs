//! Expected readings with their windows, from the solved circuit.
//!
//! The window spans what may fairly differ: the battery between half and full charge (or exactly
//! where the meter found it), joints from new to twice their resistance, lamps 10 % off their
//! figures, and the meter's own tolerance.

use crate::prove::figures::{Corner, Figures, Given, Of, Proving, figures};
use crate::prove::ohmmeter::{feed_ohm, ground_ohm};
use crate::prove::{hand, other_work, short_set, swaps};
use jovek_base::figure::shown;
use jovek_catalog::contact::GROUND_LIMIT_V;
use jovek_circuit::SolveError;
use jovek_job::SupplyState;
use jovek_job::{CheckId, CircuitId, Job, LampCircuit, Reading};
use jovek_phrases::common;
use jovek_phrases::prove as say;
use jovek_plan::chain::{Chain, Origin};
use jovek_plan::network::build::LitFrom;
use jovek_plan::network::cache::NetworkCache;
use rayon::prelude::*;
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

impl Kind {
    /// The figure of a circuit that it reads.
    fn figure(self) -> Option<Of> {
        match self {
            Kind::FuseOut => Some(Of::FuseOut),
            Kind::LampV => Some(Of::Lamp),
            Kind::Current => Some(Of::Current),
            Kind::FeedDrop => Some(Of::Feed),
            Kind::GroundDrop => Some(Of::Ground),
            Kind::SourceOn => Some(Of::Source),
            Kind::BatteryRest | Kind::BatteryOn => None,
        }
    }
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
    /// True for one of the few that tell most: the others say where, once one of these is off.
    pub is_short: bool,
    /// What it takes, s.
    pub seconds: f64,
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

/// Currents out of a battery, A.
pub(super) struct Totals {
    /// With most lit: expected, and between which two it may fairly lie.
    pub(super) total_a: (f64, (f64, f64)),
    /// With nothing on, of what was added: expected, and the most.
    pub(super) key_off_a: (f64, f64),
}

/// Part of a window that is left beyond its ends. The corners that are looked at join long paths with worn joints; where
/// another circuit's driver gives up at one of them, a vehicle between two corners can lie outside of both.
const BETWEEN_PART: f64 = 0.08;

/// Tolerance of a handheld meter on DC volts: 0.5 % and two counts. Common practice.
pub(super) fn volt_tolerance(v: f64) -> f64 {
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
    let looks = proving.looks();
    let of = (proving, looks.as_slice());
    let mut expected = figures(cache, of, Corner::plain(expected_ocv))?;
    // A battery that was measured narrows every other window.
    let (low_ocv, mid_ocv, high_ocv) = match (taken, rest) {
        (Some(on_v), _) => {
            let ocv = expected_ocv + on_v - expected.battery_on_v;
            let err_v = volt_tolerance(on_v);
            (ocv - err_v, ocv, ocv + err_v)
        }
        (None, Some(rest_v)) => {
            let err_v = volt_tolerance(rest_v);
            (rest_v - err_v, rest_v, rest_v + err_v)
        }
        (None, None) => (supply.open_circuit_v(50.0), expected_ocv, supply.open_circuit_v(100.0)),
    };
    if mid_ocv != expected_ocv {
        expected = figures(cache, of, Corner::plain(mid_ocv))?;
    }
    let at = Corner::all(low_ocv, high_ocv);
    // Each corner is solved by itself, on as many cores as there are.
    let corners: Vec<Figures> = at
        .par_iter()
        .map_init(NetworkCache::default, |cache, &corner| figures(cache, of, corner))
        .collect::<Result<_, _>>()?;
    let sound_grounds = [
        figures(cache, of, Corner::sound_ground(low_ocv))?,
        figures(cache, of, Corner::sound_ground(high_ocv))?,
    ];
    let span = |of: &dyn Fn(&Figures) -> f64| {
        let all = || corners.iter().chain([&expected]).map(of);
        (all().fold(f64::INFINITY, f64::min), all().fold(f64::NEG_INFINITY, f64::max))
    };
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
        Some(rest_v) => (rest_v - volt_tolerance(rest_v), rest_v, rest_v + volt_tolerance(rest_v)),
        None => (rest_band.0, expected_ocv, rest_band.1),
    };
    let sag = || corners.iter().zip(&at).map(|(f, c)| f.battery_on_v - c.open_circuit_v);
    let low_v = sag().fold(f64::INFINITY, f64::min) + on_low;
    let high_v = sag().fold(f64::NEG_INFINITY, f64::max) + on_high;
    out.push(finish(
        proving,
        Kind::BatteryOn,
        None,
        expected.battery_on_v + on_mid - mid_ocv,
        (low_v - volt_tolerance(low_v), high_v + volt_tolerance(high_v)),
    ));
    let totals = |of: &dyn Fn(&Figures) -> Given| Totals {
        total_a: (of(&expected).total_a, span(&|f| of(f).total_a)),
        key_off_a: (of(&expected).key_off_a, span(&|f| of(f).key_off_a).1),
    };
    let start = totals(&|f| f.start);
    let auxiliary = expected.auxiliary.map(|_| totals(&|f| f.auxiliary.unwrap_or_default()));
    hand::before(proving.job, &mut out);
    for (i, (chain, sizes)) in proving.installed.parts.iter().enumerate() {
        if !proving.scenes.iter().any(|s| s.lit.contains(&i)) {
            // Nothing lights it: the finding says so; there is nothing to measure.
            continue;
        }
        // A corner in which it does not burn is no sound build.
        let full_a = expected.of(i, Of::Current);
        let burns = |f: &&Figures| f.between(i, Of::Current).0 > 0.5 * full_a;
        let span = |of: &dyn Fn(&Figures) -> f64| {
            let all = || corners.iter().filter(burns).chain([&expected]).map(of);
            (all().fold(f64::INFINITY, f64::min), all().fold(f64::NEG_INFINITY, f64::max))
        };
        let ratio = |f: &Figures| f.of(i, Of::Ground) / f.of(i, Of::Current).max(1e-6);
        let ground_at =
            |corner, cache: &mut NetworkCache| ground_ohm(proving, (chain, i), corner, cache);
        let ground_ohm = ground_at(Corner::plain(mid_ocv), cache)?;
        // Through the ground of a housing flows what other functions take too: volts tell nothing of its ohms.
        let most_ground_ohm = match chain.grounded.is_empty() {
            true => ground_ohm * span(&ratio).1 / ratio(&expected).max(1e-9),
            false => ground_at(Corner::sound_ground(mid_ocv), cache)?,
        };
        let cold = hand::Cold {
            is_fused: sizes.fuse.is_some(),
            ground_ohm,
            most_ground_ohm,
            feed_ohm: feed_ohm(proving, (chain, sizes, i), cache)?,
            open_v: expected.of(i, Of::Source),
            open_span_v: (
                span(&|f| f.between(i, Of::Lamp).0).0,
                span(&|f| f.between(i, Of::Source).1).1.max(high_ocv),
            ),
        };
        hand::cold(proving.job, chain, &cold, &mut out);
        let own = chain.origin == Origin::Battery;
        let source = if own { Kind::FuseOut } else { Kind::SourceOn };
        let kinds = [source, Kind::LampV, Kind::Current, Kind::FeedDrop, Kind::GroundDrop];
        for kind in kinds {
            let Some(of) = kind.figure() else { continue };
            let value = expected.of(i, of);
            let (mut low, mut high) =
                (span(&|f| f.between(i, of).0).0, span(&|f| f.between(i, of).1).1);
            let tolerance = if kind == Kind::Current { amp_tolerance } else { volt_tolerance };
            let between = BETWEEN_PART * (high - low);
            low -= tolerance(low) + between;
            high += tolerance(high) + between;
            if matches!(kind, Kind::FeedDrop | Kind::GroundDrop) {
                // Nobody minds a joint that is better than expected; what the meter errs is no wrong sign.
                low = -volt_tolerance(0.0);
            }
            if kind == Kind::GroundDrop {
                // Above what the sheet calls a poor ground only where the way back takes as much by itself.
                let sound_v = sound_grounds.iter().map(|f| f.between(i, of).1).fold(0.0, f64::max);
                high = high.min(GROUND_LIMIT_V.max(sound_v + volt_tolerance(sound_v)));
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
    other_work::checks(proving.job, &mut out);
    hand::relies(&mut out);
    short_set::choose(proving, &mut out);
    Ok(out)
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
    let (name, how) = match kind {
        Kind::SourceOn if chain.is_some_and(|c| c.is_plug) => {
            (say::factory_plug(), say::function_on_red_on_the_plug())
        }
        Kind::Current if chain.is_some_and(|c| c.is_plug) => {
            (name, say::lamps_on_clamp_round_one_wire())
        }
        _ => (name, how),
    };
    let how = match (kind, lit_from) {
        (Kind::FeedDrop, Some(from)) => say::lamps_on_red_on_black(&plus_text(from)),
        _ => how.to_owned(),
    };
    let is_lit = !matches!(kind, Kind::BatteryRest | Kind::BatteryOn | Kind::SourceOn);
    let flashes = chain.and_then(|c| proving.job.circuits.iter().find(|of| of.id == c.id));
    let how = match is_lit && flashes.is_some_and(LampCircuit::flashes) {
        true => say::while_it_flashes(&how),
        false => how,
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
                say::at_lamp_the_farthest(&how, &chain.lamp_number(lamp))
            }
            _ => how,
        },
        quantity,
        expected,
        low,
        high,
        expected_text: shown(expected, unit).to_string(),
        window_text: match low < 0.0 {
            true => say::up_to(&shown(high, unit)),
            false => say::to(&low_text.trim_end_matches(unit).trim(), &shown(high, unit)),
        },
        relies_on: Vec::new(),
        is_short: false,
        seconds: short_set::seconds(quantity),
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
        LitFrom::Starting => common::battery_plus(),
        LitFrom::Auxiliary => say::auxiliary_battery_plus(),
        LitFrom::Towing => say::the_towing_vehicle_battery_plus(),
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
        Kind::BatteryRest => ("rest_v", say::battery_at_rest(), say::engine_off_lamps_off_red()),
        Kind::BatteryOn => {
            ("on_v", say::battery_with_all_added_lamps(), say::engine_off_lamps_on_red())
        }
        Kind::SourceOn => ("source_v", say::factory_joint(), say::function_on_red_on_the_joint()),
        Kind::FuseOut => ("fuse_v", say::behind_the_fuse(), say::lamps_on_red_on_the_load()),
        Kind::LampV => ("lamp_v", say::across_the_lamp(), say::lamps_on_red_on_lamp_plus()),
        Kind::Current => ("current_a", say::current_name(), say::lamps_on_clamp_round_the_feed()),
        Kind::FeedDrop => {
            // Which battery is said where it is known.
            ("feed_v", say::lost_in_the_feed(), "")
        }
        Kind::GroundDrop => {
            ("ground_v", say::lost_in_the_ground(), say::lamps_on_red_on_lamp_black())
        }
    }
}

fn advice(kind: Kind, verdict: Verdict, reading: Option<&Reading>) -> &'static str {
    let negative = reading.is_some_and(|r| r.value < 0.0);
    match (kind, verdict) {
        (_, Verdict::Waiting) => "",
        (_, Verdict::Good) => say::as_expected(),
        (_, Verdict::Low) if negative => say::minus_sign_the_leads(),
        (Kind::BatteryRest | Kind::BatteryOn, Verdict::Low) => {
            say::charge_the_battery_first_every_other()
        }
        (Kind::BatteryRest, Verdict::High) => say::engine_running_or_surface_charge_wait(),
        (Kind::BatteryOn, Verdict::High) => say::the_lamps_may_be_off(),
        (Kind::SourceOn, Verdict::Low) => say::the_factory_wire_loses_too_much(),
        (Kind::SourceOn, Verdict::High) => say::check_that_the_function(),
        (Kind::FuseOut, Verdict::Low) => say::drop_in_the_fuse_its_holder(),
        (Kind::FuseOut, Verdict::High) => say::engine_running_read_the_battery_again(),
        (Kind::LampV, Verdict::Low) => say::read_the_feed_drop(),
        (Kind::LampV, Verdict::High) => say::less_current_than_planned_is_every(),
        (Kind::Current, Verdict::Low) => say::a_lamp_is_out_or_draws(),
        (Kind::Current, Verdict::High) => say::more_load_than_planned_check(),
        (Kind::FeedDrop, Verdict::High) => say::a_poor_joint_in_the_feed(),
        (Kind::GroundDrop, Verdict::High) => say::a_poor_ground_bare_metal_toothed(),
        (Kind::FeedDrop | Kind::GroundDrop, Verdict::Low) => say::check_the_leads(),
    }
}
