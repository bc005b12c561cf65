//! What the flasher or module makes of LED lamps, function by function, and what can be done about it.

use super::bulbs::{Bulb, Filament, bulb};
use super::ghost::{Other, through_lost_ground};
use super::resistor::{AT_V, BURNS_C, MOST_V, Resistor, rise_k};
use crate::circuit::SolveError;
use crate::job::{BulbPlace, Job, Signal, SwapFunction, Watcher};
use crate::work::coding::{CodingError, set_bit};
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

/// How much a remedy is to be liked.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Remedy {
    /// What to do.
    pub title: String,
    /// Figures and what it costs.
    pub text: String,
    /// What to mind; empty for nothing.
    pub mind: Vec<String>,
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
    let functions = job.swaps.iter().map(function).collect::<Result<_, _>>()?;
    Ok(SwapReport {
        functions,
        says: "An LED in a housing made for a bulb may not be lawful even where it works: local rules have the last \
               word. A turn signal must keep telling of a lost lamp where the law asks for it.",
    })
}

fn filament(place: &BulbPlace) -> Option<(&'static Bulb, Filament)> {
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
    all
}

fn least_a(swap: &SwapFunction, before_a: f64) -> Option<f64> {
    match &swap.watched {
        Watcher::Nothing {} | Watcher::FreeFlasher {} => None,
        Watcher::ThermalFlasher {} => Some(THERMAL_PART * before_a),
        Watcher::ElectronicFlasher { least_a } => Some(least_a.unwrap_or(FLASHER_PART * before_a)),
        Watcher::Module { least_a, .. } => Some(least_a.unwrap_or(MODULE_PART * before_a)),
    }
}

fn flashes(signal: Signal) -> bool {
    matches!(signal, Signal::Left | Signal::Right | Signal::Hazard)
}

fn result(swap: &SwapFunction, after_a: f64, least_a: Option<f64>) -> SwapResult {
    let has_led = swap.bulbs.iter().any(|b| b.led.is_some());
    let all_led = swap.bulbs.iter().all(|b| b.led.is_some());
    if !has_led {
        return SwapResult::Fine;
    }
    let is_low = least_a.is_some_and(|least| after_a < least);
    match &swap.watched {
        Watcher::ThermalFlasher {} if is_low && after_a < 0.4 * least_a.unwrap_or(0.0) => {
            SwapResult::NoFlash
        }
        Watcher::ThermalFlasher {} | Watcher::ElectronicFlasher { .. } if is_low => {
            SwapResult::DoubleRate
        }
        Watcher::Module { .. } if is_low => SwapResult::FaultMessage,
        Watcher::Module { duty: Some(duty), .. } if *duty < 0.95 => SwapResult::Flickers,
        // A bulb beside it takes the pulse.
        Watcher::Module { has_cold_pulses: true, .. } if all_led => SwapResult::GhostGlow,
        _ => SwapResult::Fine,
    }
}

fn function(swap: &SwapFunction) -> Result<SwapAnswer, SolveError> {
    let (before_a, after_a) = currents_a(swap);
    let least_a = least_a(swap, before_a);
    let result = result(swap, after_a, least_a);
    let is_flashing = flashes(swap.signal);
    let per_minute = is_flashing.then_some(match result {
        SwapResult::DoubleRate => 2.0 * USUAL_PER_MINUTE,
        SwapResult::NoFlash => 0.0,
        SwapResult::FaultMessage if is_flashing => 2.0 * USUAL_PER_MINUTE,
        _ => USUAL_PER_MINUTE,
    });
    let against =
        least_a.map_or(String::new(), |least| format!(", counted as lost below {least:.2} A"));
    let figures = format!("{before_a:.2} A with bulbs, {after_a:.2} A with LED{against}");
    let says = match result {
        SwapResult::Fine => format!("Works as before: {figures}."),
        SwapResult::GhostGlow => {
            format!("The module's short test pulses light the LED faintly while off. {figures}.")
        }
        SwapResult::Flickers => {
            format!(
                "The module dims by pulses: a driven LED flickers or stays too bright. {figures}."
            )
        }
        SwapResult::DoubleRate => format!("Flashes twice as fast, about 170 a minute: {figures}."),
        SwapResult::NoFlash => {
            format!("Too little to heat the flasher: it does not flash. {figures}.")
        }
        SwapResult::FaultMessage => {
            format!("A lost bulb is reported; some modules switch the output off. {figures}.")
        }
    };
    Ok(SwapAnswer {
        name: swap.name.clone(),
        result,
        says,
        before_a,
        after_a,
        least_a,
        per_minute,
        light_text: light_text(swap),
        remedies: if result == SwapResult::Fine {
            Vec::new()
        } else {
            remedies(swap, result, after_a, least_a)
        },
        notes: notes(swap)?,
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
            Some(format!("{}: {} {bulb_lm:.0} lm became {led_lm:.0} lm", place.place, bulb.code))
        })
        .collect();
    texts.join("; ")
}

/// Remedies for a result, the best first.
fn remedies(
    swap: &SwapFunction,
    result: SwapResult,
    after_a: f64,
    least_a: Option<f64>,
) -> Vec<Remedy> {
    let mut out = Vec::new();
    let is_low =
        matches!(result, SwapResult::DoubleRate | SwapResult::NoFlash | SwapResult::FaultMessage);
    if let Watcher::Module { coding: Some(coding), .. } = &swap.watched {
        out.push(coded(coding.bit, coding.value, &coding.module));
    }
    if is_low && let Some(remedy) = leave_some(swap, least_a.unwrap_or(0.0)) {
        out.push(remedy);
    }
    if matches!(swap.watched, Watcher::ThermalFlasher {} | Watcher::ElectronicFlasher { .. }) {
        out.push(Remedy {
            title: "Electronic flasher that counts no load".into(),
            text: "Least load 0.02 to 0.1 A; same socket and pins, check both before you buy.".into(),
            mind: vec![
                "It tells of no lost lamp any more: not allowed on most vehicles under 80 in (2032 mm) wide in the \
                 United States, nor by UN R48 (recalled from memory). Ask."
                    .into(),
            ],
        });
    }
    out.push(Remedy {
        title: "LED lamps of the monitored type".into(),
        text: match least_a {
            Some(least) => {
                format!("Their own electronics draw what the monitor wants: {least:.2} A or more.")
            }
            None => {
                "A capacitor behind a diode (1000 to 4700 µF) or a 1 kohm bleed takes the pulses."
                    .into()
            }
        },
        mind: vec!["They get as warm as the bulb did: mind the housing.".into()],
    });
    if is_low {
        out.extend(resistor(swap, after_a, least_a.unwrap_or(0.0)));
    }
    out
}

fn coded(bit: u32, value: u32, module: &str) -> Remedy {
    let title = format!("Tell the module: {module}");
    match set_bit(value, bit) {
        Ok(after) => Remedy {
            title,
            text: format!(
                "Coding value read as {value}: set bit {bit}, add {}, write {after}.",
                1u32 << bit
            ),
            mind: vec![
                "Note the value before and after. Bits and pins depend on the model series.".into(),
            ],
        },
        Err(CodingError::IsSet { .. }) => Remedy {
            title,
            text: format!(
                "Bit {bit} stands already in {value}: adding it again would set another bit."
            ),
            mind: vec!["Look for the fault elsewhere.".into()],
        },
        Err(e) => Remedy { title, text: e.to_string(), mind: Vec::new() },
    }
}

/// Bulbs that can stay so that the load is enough: the fewest.
fn leave_some(swap: &SwapFunction, least_a: f64) -> Option<Remedy> {
    let swapped: Vec<usize> =
        (0..swap.bulbs.len()).filter(|&k| swap.bulbs[k].led.is_some()).collect();
    let with = |kept: &[usize]| {
        let mut other = swap.clone();
        for &k in kept {
            other.bulbs[k].led = None;
        }
        currents_a(&other).1
    };
    let mut best: Option<(u32, Vec<usize>, f64)> = None;
    for mask in 1u32..(1 << swapped.len().min(10)) {
        let kept: Vec<usize> = swapped
            .iter()
            .enumerate()
            .filter(|(i, _)| mask >> i & 1 == 1)
            .map(|(_, &k)| k)
            .collect();
        let a = with(&kept);
        let count: u32 = kept.iter().map(|&k| swap.bulbs[k].count).sum();
        // All of them left is no swap.
        if kept.len() < swapped.len()
            && a >= least_a
            && best.as_ref().is_none_or(|(fewest, ..)| count < *fewest)
        {
            best = Some((count, kept, a));
        }
    }
    let (_, kept, a) = best?;
    let places: Vec<&str> = kept.iter().map(|&k| swap.bulbs[k].place.as_str()).collect();
    Some(Remedy {
        title: format!("Leave the bulbs at: {}", places.join(", ")),
        text: format!("{a:.2} A then, above {least_a:.2} A. Nothing to add, nothing gets hot."),
        mind: vec!["Two kinds of light on one side look different.".into()],
    })
}

/// A resistor that makes up what is missing, and what it costs.
fn resistor(swap: &SwapFunction, after_a: f64, least_a: f64) -> Option<Remedy> {
    // A tenth above the threshold, for a weak battery and tolerances.
    let missing_a = 1.1 * least_a - after_a;
    if missing_a <= 0.0 {
        return None;
    }
    // Not more than would do: the largest value that is sold and still enough.
    let most_ohm = AT_V / missing_a;
    let ohm = super::resistor::VALUES_OHM.into_iter().rfind(|v| *v <= most_ohm)?;
    let resistor = Resistor { exact_ohm: most_ohm, ohm };
    let full_w = resistor.watt(MOST_V);
    let mean_w = if flashes(swap.signal) { 0.5 * full_w } else { full_w };
    let (free_k, sheet_k) = (rise_k(mean_w, 50.0, 0.0), rise_k(mean_w, 50.0, 100.0));
    let ambient_c = 30.0;
    let hot = |rise: f64| if ambient_c + rise > BURNS_C { ", burns skin" } else { "" };
    Some(Remedy {
        title: format!("Load resistor, {} ohm, {:.0} W or more, each side", ohm, resistor.rating_w()),
        text: format!(
            "{:.2} A more; {full_w:.0} W at {MOST_V} V, {mean_w:.0} W on the mean. Case about {:.0} °C in free air{}, \
             {:.0} °C bolted to bare sheet{}. The alternator pays {:.1} A while it is on.",
            resistor.current_a(AT_V),
            ambient_c + free_k,
            hot(free_k),
            ambient_c + sheet_k,
            hot(sheet_k),
            resistor.current_a(MOST_V),
        ),
        mind: vec![
            "Bolt it to bare metal; never on plastic, carpet or foam, 50 mm from wires, not where hands go.".into(),
            "It eats what the LED saves.".into(),
        ],
    })
}

fn notes(swap: &SwapFunction) -> Result<Vec<String>, SolveError> {
    let mut out = Vec::new();
    for place in &swap.bulbs {
        let (Some((bulb, _)), Some(led)) = (filament(place), &place.led) else { continue };
        if !led.takes_either_polarity {
            out.push(format!(
                "{}: base {}. Dark on a good plug: turn it round, or swap the two pins; an LED has a polarity.",
                place.place, bulb.base
            ));
        }
        if let Some(second) = bulb.second.filter(|_| !place.is_second_filament) {
            let (tail, other) =
                through_lost_ground(bulb.first, second, Other::Led(led.watt), AT_V)?;
            let (_, with_bulb) =
                through_lost_ground(bulb.first, second, Other::Bulb(bulb.first), AT_V)?;
            out.push(format!(
                "{}: {} has two filaments on one ground. Lost, with tail lamps on, the other side's brake lamp glows \
                 at {:.0} % as LED ({:.0} % as bulb) and this tail lamp at {:.0} %: clean the holder's ground.",
                place.place,
                bulb.code,
                100.0 * other,
                100.0 * with_bulb,
                100.0 * tail
            ));
        }
        if bulb.confidence == "low" {
            out.push(format!(
                "{}: the figures of {} are recalled with low confidence.",
                place.place, bulb.code
            ));
        }
    }
    if swap.is_closed_housing {
        let watt: f64 = swap
            .bulbs
            .iter()
            .filter_map(|b| b.led.as_ref().map(|l| l.watt * f64::from(b.count)))
            .sum();
        out.push(format!(
            "Closed housing: {watt:.0} W stay in it at the LED's back, which lives long below about 85 °C only; feel it \
             after half an hour."
        ));
    }
    if swap.has_open_fan {
        out.push("An open fan low on the vehicle fills with dirt, gets loud, then the lamp dims: fins last.".into());
    }
    if swap.was_powered_unplugged {
        out.push(
            "Powered while unplugged: a fault code stays. Clear it, switch the function on once, read again.".into(),
        );
    }
    Ok(out)
}
