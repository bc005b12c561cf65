//! What can be done where a watcher will not have LED lamps, each remedy with its figures and the function as it would
//! be with it.

use crate::swap::judge::{SwapResult, currents_a, flashes, resistor_a, result};
use crate::swap::resistor::{AT_V, BURNS_C, MOST_V, Resistor, VALUES_OHM, case_c};
use jovek_base::units::Units;
use jovek_job::{LoadResistor, ResistorSeat, Smoothing, SwapFunction, Watcher};
use jovek_phrases::swap as say;
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
        say::tell_the_module(&coding.module),
        say::coding_value_read_as_set_add(
            &before,
            &coding.place(),
            &coding.place().weight().unwrap_or_default(),
            &after,
        ),
        &[say::note_the_value_before_and_after()],
        applied,
    ))
}

fn other_flasher(swap: &SwapFunction) -> Option<Remedy> {
    if !matches!(swap.watched, Watcher::ThermalFlasher {} | Watcher::ElectronicFlasher { .. }) {
        return None;
    }
    Some(remedy(
        say::electronic_flasher_that_counts_no_load().into(),
        say::least_load_0_02_to_0().into(),
        &[say::it_tells_of_no_lost_lamp()],
        SwapFunction { watched: Watcher::FreeFlasher {}, ..swap.clone() },
    ))
}

/// Parts beside the lamps that take pulses. Common practice, no source.
fn smoothed(swap: &SwapFunction) -> Vec<Remedy> {
    let with = |smoothing| SwapFunction { smoothing: Some(smoothing), ..swap.clone() };
    vec![
        remedy(
            say::bleed_resistor_1_kohm_across_each().into(),
            say::bleeds_while_lit().into(),
            &[],
            with(Smoothing::Bleed),
        ),
        remedy(
            say::capacitor_behind_a_diode_at_each().into(),
            say::it_carries_the_lamp_over().into(),
            &[say::mind_its_polarity_the_wrong_way()],
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
        say::led_lamps_of_the_monitored_type().into(),
        match least_a {
            Some(least) => say::their_own_electronics_draw_what(&least),
            None => say::their_own_electronics_take_the_module().into(),
        },
        &[say::they_get_as_warm()],
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
        say::keep_the_bulbs(&places.join(", ")),
        say::a_then_above_a_nothing(&a, &least_a),
        &[say::two_kinds_of_light_on_one()],
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
    let mean = if is_flashing { say::w_on_the_mean(&mean_w) } else { String::new() };
    let each = if is_flashing { say::each_side() } else { "" };
    let seat = ResistorSeat::BareMetal;
    Some(remedy(
        say::load_resistor_ohm_w_or(&ohm, &resistor.rating_w(), &each),
        say::a_more_w_at_v_case(
            &resistor.current_a(AT_V),
            &resistor.watt(MOST_V),
            &MOST_V,
            &mean,
            &units.degrees(case_c(mean_w, ResistorSeat::FreeAir)),
            &units.degrees(case_c(mean_w, seat)),
            &units.degrees(BURNS_C),
            &resistor.current_a(MOST_V),
        ),
        &[&say::bolt_it_to_bare_metal_never(&units.rule(50.0)), say::it_uses_up_what_the_led()],
        SwapFunction { resistor: Some(LoadResistor { ohm, seat }), ..swap.clone() },
    ))
}
