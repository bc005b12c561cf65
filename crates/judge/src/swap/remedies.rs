//! What can be done where a watcher will not have LED lamps, each remedy with its figures and the function as it would
//! be with it.

use crate::swap::judge::{SwapResult, currents_a, flashes, resistor_a, result};
use crate::swap::resistor::{AT_V, BURNS_C, MOST_V, Resistor, VALUES_OHM, case_c};
use jovek_base::units::Units;
use jovek_job::{LoadResistor, ResistorSeat, Smoothing, SwapFunction, Watcher};
use serde::Serialize;
use utoipa::ToSchema;

/// Something that can be done.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Remedy {
    /// What to do.
    pub title: String,
    /// Figures and what it costs.
    pub text: String,
    /// What to mind; empty for nothing.
    pub mind: Vec<String>,
    /// What happens with it.
    pub then: SwapResult,
    /// The function with it, as it stands in the job then.
    pub applied: SwapFunction,
}

/// A remedy for a function that is changed by it.
fn remedy(title: String, text: String, mind: &[&str], applied: SwapFunction) -> Remedy {
    let mind = mind.iter().map(|m| (*m).to_owned()).collect();
    Remedy { title, text, mind, then: result(&applied), applied }
}

/// The function with all that was done for its watcher taken back; bulbs that stay, stay.
pub(super) fn without(swap: &SwapFunction) -> SwapFunction {
    let mut bare = SwapFunction { resistor: None, smoothing: None, ..swap.clone() };
    for led in bare.bulbs.iter_mut().filter_map(|b| b.led.as_mut()) {
        led.is_monitored_type = false;
    }
    if let Watcher::Module { coding: Some(coding), .. } = &mut bare.watched {
        coding.written = None;
    }
    bare
}

/// Remedies, the best first: what cures before what leaves something, and of both what adds least heat first. `least_a`
/// is what the watcher wants to see, A.
pub(super) fn remedies(swap: &SwapFunction, least_a: Option<f64>, units: Units) -> Vec<Remedy> {
    let is_low = least_a.is_some_and(|least| currents_a(swap).1 < least);
    let least = least_a.unwrap_or(0.0);
    let mut out = Vec::new();
    out.extend(told(swap));
    if is_low {
        out.extend(leave_some(swap, least));
        out.extend(other_flasher(swap));
    } else {
        out.extend(smoothed(swap));
    }
    out.push(monitored(swap, least_a.filter(|_| is_low)));
    if is_low {
        out.extend(resistor(swap, least, units));
    }
    out.sort_by_key(|r| r.then != SwapResult::Fine);
    out
}

/// The module is told by its bit.
fn told(swap: &SwapFunction) -> Option<Remedy> {
    let Watcher::Module { coding: Some(coding), .. } = &swap.watched else { return None };
    let before = coding.value.as_ref()?;
    let after = before.set(coding.place()).ok()?;
    let mut applied = swap.clone();
    if let Watcher::Module { coding: Some(c), .. } = &mut applied.watched {
        c.written = Some(after.clone());
    }
    Some(remedy(
        format!("Tell the module: {}", coding.module),
        format!(
            "Coding value read as {before}: set {}, add {}, write {after}.",
            coding.place(),
            coding.place().weight().unwrap_or_default()
        ),
        &["Note the value before and after. Bits and pins depend on the model series."],
        applied,
    ))
}

fn other_flasher(swap: &SwapFunction) -> Option<Remedy> {
    if !matches!(swap.watched, Watcher::ThermalFlasher {} | Watcher::ElectronicFlasher { .. }) {
        return None;
    }
    Some(remedy(
        "Electronic flasher that counts no load".into(),
        "Least load 0.02 to 0.1 A; same socket and pins, check both before you buy.".into(),
        &[
            "It tells of no lost lamp any more: not allowed on most vehicles under 80 in (2032 mm) wide in the United \
           States, nor by UN R48 (recalled from memory). Ask.",
        ],
        SwapFunction { watched: Watcher::FreeFlasher {}, ..swap.clone() },
    ))
}

/// Parts beside the lamps that take pulses. Common practice, no source.
fn smoothed(swap: &SwapFunction) -> Vec<Remedy> {
    let with = |smoothing| SwapFunction { smoothing: Some(smoothing), ..swap.clone() };
    vec![
        remedy(
            "Bleed resistor, 1 kohm, across each lamp".into(),
            "0.2 W while lit: the short test pulses go through it, not through the LED.".into(),
            &[],
            with(Smoothing::Bleed),
        ),
        remedy(
            "Capacitor behind a diode at each lamp, 1000 to 4700 µF".into(),
            "It carries the lamp over the gaps between pulses; dimming becomes a steady light."
                .into(),
            &["Mind its polarity: the wrong way round it bursts. Rated 25 V or more."],
            with(Smoothing::Capacitor),
        ),
    ]
}

fn monitored(swap: &SwapFunction, least_a: Option<f64>) -> Remedy {
    let mut applied = swap.clone();
    for led in applied.bulbs.iter_mut().filter_map(|b| b.led.as_mut()) {
        led.is_monitored_type = true;
    }
    remedy(
        "LED lamps of the monitored type".into(),
        match least_a {
            Some(least) => {
                format!("Their own electronics draw what the monitor wants: {least:.2} A or more.")
            }
            None => "Their own electronics take the module's pulses, by their maker.".into(),
        },
        &["They get as warm as the bulb did: watch the housing."],
        applied,
    )
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
        other
    };
    let mut best: Option<(u32, Vec<usize>, f64)> = None;
    for mask in 1u32..(1 << swapped.len().min(10)) {
        let kept: Vec<usize> = swapped
            .iter()
            .enumerate()
            .filter(|(i, _)| mask >> i & 1 == 1)
            .map(|(_, &k)| k)
            .collect();
        let a = currents_a(&with(&kept)).1;
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
    Some(remedy(
        format!("Keep the bulbs at: {}", places.join(", ")),
        format!("{a:.2} A then, above {least_a:.2} A. Nothing to add, nothing gets hot."),
        &["Two kinds of light on one side look different."],
        with(&kept),
    ))
}

/// A resistor that makes up what is missing, and what it costs; one that is there is renewed.
fn resistor(swap: &SwapFunction, least_a: f64, units: Units) -> Option<Remedy> {
    let lamps_a = currents_a(swap).1 - resistor_a(swap);
    // A tenth above the threshold, for a weak battery and tolerances.
    let missing_a = 1.1 * least_a - lamps_a;
    if missing_a <= 0.0 {
        return None;
    }
    // Not more than would do: the largest value that is sold and still enough.
    let most_ohm = AT_V / missing_a;
    let ohm = VALUES_OHM.into_iter().rfind(|v| *v <= most_ohm)?;
    let resistor = Resistor { exact_ohm: most_ohm, ohm };
    let is_flashing = flashes(swap.signal);
    let mean_w = resistor.mean_w(is_flashing);
    let mean = if is_flashing { format!(", {mean_w:.0} W on the mean") } else { String::new() };
    let each = if is_flashing { ", each side" } else { "" };
    let seat = ResistorSeat::BareMetal;
    Some(remedy(
        format!("Load resistor, {ohm} ohm, {:.0} W or more{each}", resistor.rating_w()),
        format!(
            "{:.2} A more; {:.0} W at {MOST_V} V{mean}. Case about {} in free air, {} bolted to bare sheet; \
             above {} it burns skin. The alternator pays {:.1} A while it is on.",
            resistor.current_a(AT_V),
            resistor.watt(MOST_V),
            units.degrees(case_c(mean_w, ResistorSeat::FreeAir)),
            units.degrees(case_c(mean_w, seat)),
            units.degrees(BURNS_C),
            resistor.current_a(MOST_V),
        ),
        &[
            &format!(
                "Bolt it to bare metal; never on plastic, carpet or foam, {} from wires, not where hands go.",
                units.rule(50.0)
            ),
            "It uses up what the LED saves.",
        ],
        SwapFunction { resistor: Some(LoadResistor { ohm, seat }), ..swap.clone() },
    ))
}
