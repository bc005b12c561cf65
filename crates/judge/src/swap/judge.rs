//! What the flasher or module makes of LED lamps, function by function, and what can be done about it.

use crate::swap::notes::{in_place, notes};
use crate::swap::remedies::{Remedy, remedies, without};
use crate::swap::resistor::{AT_V, Resistor};
use jovek_base::units::Units;
use jovek_catalog::bulbs::{Bulb, Filament, bulb};
use jovek_circuit::SolveError;
use jovek_job::{BulbPlace, Job, Signal, Smoothing, SwapFunction, Watcher};
use jovek_phrases::swap as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What happens once the LED lamps are in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SwapResult {
    /// As before.
    Fine,
    /// LED lamps glow faintly while they are off.
    GhostGlow,
    /// They flicker or dim.
    Flickers,
    /// The turn signal flashes twice as fast.
    DoubleRate,
    /// The turn signal stays dark, or lit.
    NoFlash,
    /// A lost bulb is reported, its output may be switched off.
    FaultMessage,
}

impl SwapResult {
    /// In words, as a sentence goes on after the function's name.
    pub fn words(self) -> &'static str {
        match self {
            SwapResult::Fine => say::works_as_before(),
            SwapResult::GhostGlow => say::led_lamps_glow_while_off(),
            SwapResult::Flickers => say::led_lamps_flicker(),
            SwapResult::DoubleRate => say::flashes_twice_as_fast(),
            SwapResult::NoFlash => say::does_not_flash(),
            SwapResult::FaultMessage => say::a_lost_bulb_is_reported(),
        }
    }
}

/// What was done so that the watcher is content, and how it would be without.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct InPlace {
    /// What: `load resistor 22 ohm on bare metal`.
    pub what: Vec<String>,
    /// What would happen without.
    pub else_result: SwapResult,
    /// The same in words.
    pub else_says: String,
    /// The function without, as it stands in the job.
    pub taken_back: SwapFunction,
}

/// A function, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SwapAnswer {
    /// The function.
    pub name: String,
    /// What happens.
    pub result: SwapResult,
    /// In words, with figures.
    pub says: String,
    /// Current with the bulbs, A, at 12.8 V.
    pub before_a: f64,
    /// Current with the LED lamps, A.
    pub after_a: f64,
    /// Below this it counts as a lost bulb, A; none where nothing counts.
    pub least_a: Option<f64>,
    /// Flashes a minute; none where it does not flash.
    pub per_minute: Option<f64>,
    /// Light against the bulb, as `280 lm became 310 lm`; empty where nobody said.
    pub light_text: String,
    /// What was done about it; none where nothing was.
    pub in_place: Option<InPlace>,
    /// What can be done, the best first; empty where nothing need be.
    pub remedies: Vec<Remedy>,
    /// What to look at besides: polarity, two filaments, heat, dust, fault codes.
    pub notes: Vec<String>,
}

/// All swaps of a job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SwapReport {
    /// One for each function.
    pub functions: Vec<SwapAnswer>,
    /// What has the last word.
    pub says: &'static str,
}

/// Usual flashes a minute; twice as many tell of a lost bulb. Source: SAE J590 and UN R48 6.5 (60 to 120), recalled
/// from memory; 85 is common practice.
pub const USUAL_PER_MINUTE: f64 = 85.0;
/// An electronic flasher calls a bulb lost below this part of its full load: 30 to 37 W of 47 W. Common practice, no
/// source, low confidence.
const FLASHER_PART: f64 = 0.7;
/// A module calls a bulb lost below this part of its current: 30 to 60 % of a 21 W bulb, much the same of 5 W. Common
/// practice, no source.
const MODULE_PART: f64 = 0.45;
/// A bimetal flasher needs about this part of its load to warm up in time. Common practice, no source.
const THERMAL_PART: f64 = 0.75;

/// Judges every function whose bulbs are swapped.
///
/// # Errors
/// [`SolveError`] when a lost ground has no steady state.
pub fn swap(job: &Job) -> Result<SwapReport, SolveError> {
    let functions =
        job.swaps.iter().map(|s| function(s, job.shop.units)).collect::<Result<_, _>>()?;
    Ok(SwapReport { functions, says: say::an_led_in_a_housing_made() })
}

/// A place's bulb and the filament of it that works; none for a bulb that is not listed.
pub(crate) fn filament(place: &BulbPlace) -> Option<(&'static Bulb, Filament)> {
    let bulb = bulb(&place.bulb)?;
    let filament = if place.is_second_filament { bulb.second? } else { bulb.first };
    Some((bulb, filament))
}

/// Current of a function at 12.8 V, A: with its bulbs, and as it will be.
pub fn currents_a(swap: &SwapFunction) -> (f64, f64) {
    let mut all = (0.0, 0.0);
    for place in &swap.bulbs {
        let Some((_, filament)) = filament(place) else { continue };
        let count = f64::from(place.count);
        let bulb_a = count * filament.current_a(AT_V);
        all.0 += bulb_a;
        all.1 += match &place.led {
            Some(led) if led.is_monitored_type => bulb_a.max(count * led.watt / AT_V),
            Some(led) => count * led.watt / AT_V,
            None => bulb_a,
        };
    }
    all.1 += resistor_a(swap);
    all
}

/// Current of the load resistor at 12.8 V, A.
pub(super) fn resistor_a(swap: &SwapFunction) -> f64 {
    swap.resistor.map_or(0.0, |r| Resistor::fitted(r.ohm).current_a(AT_V))
}

/// True where a module knows of LED lamps: its bit stood in the value that was read, or stands in what was written.
pub(super) fn is_told(watched: &Watcher) -> bool {
    let Watcher::Module { coding: Some(coding), .. } = watched else { return false };
    let value = coding.written.as_ref().or(coding.value.as_ref());
    value.is_some_and(|v| v.has(coding.place()) == Ok(true))
}

/// Below this current the watcher reports a lost bulb, A; none where nothing counts, or where it was told.
pub(crate) fn least_a(swap: &SwapFunction, before_a: f64) -> Option<f64> {
    match &swap.watched {
        watched if is_told(watched) => None,
        Watcher::Nothing {} | Watcher::FreeFlasher {} => None,
        Watcher::ThermalFlasher {} => Some(THERMAL_PART * before_a),
        Watcher::ElectronicFlasher { least_a } => Some(least_a.unwrap_or(FLASHER_PART * before_a)),
        Watcher::Module { least_a, .. } => Some(least_a.unwrap_or(MODULE_PART * before_a)),
    }
}

/// True for a signal that flashes.
pub(crate) fn flashes(signal: Signal) -> bool {
    matches!(signal, Signal::Left | Signal::Right | Signal::Hazard)
}

/// What happens to a function as it stands in the job.
pub(crate) fn result(swap: &SwapFunction) -> SwapResult {
    let (before_a, after_a) = currents_a(swap);
    let least_a = least_a(swap, before_a);
    if swap.leds().next().is_none() {
        return SwapResult::Fine;
    }
    let is_low = least_a.is_some_and(|least| after_a < least);
    // A lamp made for it takes the pulses; a bulb, a resistor or a bleed beside the others takes the short ones.
    let are_bare = swap.leds().any(|(_, led)| !led.is_monitored_type);
    let all_bare = swap.bulbs.iter().all(|b| b.led.as_ref().is_some_and(|l| !l.is_monitored_type));
    let is_eased = swap.smoothing.is_some() || swap.resistor.is_some();
    match &swap.watched {
        Watcher::ThermalFlasher {} if is_low && after_a < 0.4 * least_a.unwrap_or(0.0) => {
            SwapResult::NoFlash
        }
        Watcher::ThermalFlasher {} | Watcher::ElectronicFlasher { .. } if is_low => {
            SwapResult::DoubleRate
        }
        watched @ Watcher::Module { .. } if is_told(watched) => SwapResult::Fine,
        Watcher::Module { .. } if is_low => SwapResult::FaultMessage,
        Watcher::Module { duty: Some(duty), .. }
            if *duty < 0.95 && are_bare && swap.smoothing != Some(Smoothing::Capacitor) =>
        {
            SwapResult::Flickers
        }
        Watcher::Module { has_cold_pulses: true, .. } if all_bare && !is_eased => {
            SwapResult::GhostGlow
        }
        _ => SwapResult::Fine,
    }
}

/// True where the watcher's threshold is a usual one that nobody gave or measured.
fn is_threshold_assumed(swap: &SwapFunction) -> bool {
    match &swap.watched {
        watched if is_told(watched) => false,
        Watcher::Nothing {} | Watcher::FreeFlasher {} => false,
        Watcher::ThermalFlasher {} => true,
        Watcher::ElectronicFlasher { least_a } => least_a.is_none(),
        Watcher::Module { least_a, .. } => least_a.is_none(),
    }
}

/// What happens, in words with figures.
fn says(swap: &SwapFunction, result: SwapResult) -> String {
    let (before_a, after_a) = currents_a(swap);
    // What nobody measured is marked, and what hangs on it hedged.
    let is_guess = is_threshold_assumed(swap);
    let mark = if is_guess { say::assumed() } else { "" };
    let against = least_a(swap, before_a)
        .map_or(String::new(), |least| say::counted_as_lost_below(&least, &mark));
    let figures = say::a_with_bulbs_a_with_led(&before_a, &after_a, &against);
    match result {
        SwapResult::Fine if is_guess => say::should_work_as_before(&figures),
        SwapResult::DoubleRate if is_guess => say::may_flash_twice_as_fast(&figures),
        SwapResult::NoFlash if is_guess => say::may_not_flash_too_little_current(&figures),
        SwapResult::FaultMessage if is_guess => say::a_lost_bulb_may_be_reported(&figures),
        SwapResult::Fine => say::it_works_as_before(&figures),
        SwapResult::GhostGlow => say::the_module_short_test_pulses_light(&figures),
        SwapResult::Flickers => say::the_module_dims_by_pulses(&figures),
        SwapResult::DoubleRate => say::flashes_twice_as_fast_about_170(&figures),
        SwapResult::NoFlash => say::too_little_current_to_heat(&figures),
        SwapResult::FaultMessage => say::a_lost_bulb_is_reported_some(&figures),
    }
}

fn function(swap: &SwapFunction, units: Units) -> Result<SwapAnswer, SolveError> {
    let (before_a, after_a) = currents_a(swap);
    let least_a = least_a(swap, before_a);
    let result = result(swap);
    let is_flashing = flashes(swap.signal);
    let per_minute = is_flashing.then_some(match result {
        SwapResult::DoubleRate => 2.0 * USUAL_PER_MINUTE,
        SwapResult::NoFlash => 0.0,
        SwapResult::FaultMessage if is_flashing => 2.0 * USUAL_PER_MINUTE,
        _ => USUAL_PER_MINUTE,
    });
    Ok(SwapAnswer {
        name: swap.name.clone(),
        result,
        says: says(swap, result),
        before_a,
        after_a,
        least_a,
        per_minute,
        light_text: light_text(swap),
        in_place: done(swap),
        remedies: if result == SwapResult::Fine {
            Vec::new()
        } else {
            remedies(swap, least_a, units)
        },
        notes: notes(swap, units)?,
    })
}

/// What was done, where anything was.
fn done(swap: &SwapFunction) -> Option<InPlace> {
    let taken_back = without(swap);
    let what = in_place(swap);
    (!what.is_empty()).then(|| InPlace {
        what,
        else_result: result(&taken_back),
        else_says: says(&taken_back, result(&taken_back)),
        taken_back,
    })
}

fn light_text(swap: &SwapFunction) -> String {
    let texts: Vec<String> = swap
        .bulbs
        .iter()
        .filter_map(|place| {
            let (bulb, filament) = filament(place)?;
            let led_lm = place.led.as_ref()?.flux_lm?;
            let bulb_lm = filament.flux_lm(13.5)?;
            Some(say::lm_became_lm(&place.place, &bulb.code, &bulb_lm, &led_lm))
        })
        .collect();
    texts.join("; ")
}
