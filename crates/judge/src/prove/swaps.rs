//! What is read of functions whose bulbs became LED.

use crate::prove::checks::{Check, Quantity, amp_tolerance};
use crate::prove::hand::{Draft, push};
use crate::swap::judge::{USUAL_PER_MINUTE, currents_a, flashes, least_a};
use jovek_job::{Job, SwapFunction};
use jovek_phrases::prove as say;

/// How far an LED lamp's current may be from what stands on it, part of it. Common practice, no source.
const LED_PART: f64 = 0.25;
/// The same of bulbs and resistors. Common practice, no source.
const BULB_PART: f64 = 0.1;

/// Current and behaviour of each function that has LED lamps.
pub(super) fn swaps(job: &Job, out: &mut Vec<Check>) {
    for (k, swap) in job.swaps.iter().enumerate().filter(|(_, s)| s.leds().next().is_some()) {
        // Readings are kept by name: two functions of one name must not share them.
        let name = match job.swaps[..k].iter().filter(|s| s.name == swap.name).count() {
            0 => swap.name.clone(),
            before => format!("{} {}", swap.name, before + 1),
        };
        let (before_a, after_a) = currents_a(swap);
        let stays = swap.bulbs.iter().filter(|b| b.led.is_none()).cloned().collect();
        let (_, stays_a) = currents_a(&SwapFunction { bulbs: stays, ..swap.clone() });
        let margin_a =
            LED_PART * (after_a - stays_a) + BULB_PART * stays_a + amp_tolerance(after_a);
        let low_a = (after_a - margin_a).max(0.0);
        // Less than the watcher wants to see is too little, however near.
        let least_a = least_a(swap, before_a).filter(|least| *least < after_a).unwrap_or(0.0);
        push(
            job,
            Draft {
                key: format!("swap|{name}.swap_a"),
                circuit: None,
                name: say::current(&name),
                how: say::the_function_on_steady().into(),
                quantity: Quantity::A,
                expected: after_a,
                window: (low_a.max(least_a), after_a + margin_a),
                advice: (say::a_lamp_is_out_or_turned(), say::a_bulb_is_still()),
            },
            out,
        );
        let rate = if flashes(swap.signal) {
            say::about_flashes_a_minute(&USUAL_PER_MINUTE)
        } else {
            String::new()
        };
        push(
            job,
            Draft {
                key: format!("swap|{name}.swap_works"),
                circuit: None,
                name: say::works_as_before(&name),
                how: say::on_and_off_key_off(&rate),
                quantity: Quantity::YesNo,
                expected: 1.0,
                window: (1.0, 1.0),
                advice: (say::the_monitoring_module_rejects_it_see(), ""),
            },
            out,
        );
    }
}
