//! Steps of bulbs that become LED: lamps, resistor, coding, fault code, and each function tried.

use crate::swap::judge::{filament, flashes};
use crate::swap::notes::{pins_text, seat_words};
use crate::swap::resistor::Resistor;
use crate::work::steps::Maker;
use jovek_job::{Smoothing, SwapFunction, Watcher};
use jovek_phrases::work as say;

/// To open a lamp, change a bulb and close it again, min. Common practice.
const BULB_MIN: f64 = 4.0;

/// True where a job swaps bulbs at all.
pub(super) fn any(swaps: &[SwapFunction]) -> bool {
    swaps.iter().any(|s| s.leds().next().is_some())
}

fn id(k: usize, part: &str) -> String {
    format!("swap.{}.{part}", k + 1)
}

/// What is put in with the battery off.
pub(super) fn put_in(m: &mut Maker) {
    let units = m.job.shop.units;
    for (k, swap) in m.job.swaps.iter().enumerate().filter(|(_, s)| s.leds().next().is_some()) {
        lamps(m, swap, &id(k, "led"));
        let Some(r) = swap.resistor else { continue };
        let rating_w = Resistor::fitted(r.ohm).rating_w();
        let seat = seat_words(r.seat);
        let what = format!("{}: {} ohm, {rating_w:.0} W, {seat}", swap.name, r.ohm);
        let step = m.step(&id(k, "resistor"), what, 10.0);
        step.tool = say::drill_rivets_crimper().into();
        step.how = vec![say::across_the_function_wire_and_ground(&units.rule(50.0))];
        step.cautions = vec![say::it_burns_skin_while_it_works()];
        m.after(&id(k, "resistor"), &["battery-off"]);
    }
}

/// What follows once the battery is on: coding, an old fault code, each function tried; then the vehicle is closed.
pub(super) fn live(m: &mut Maker) {
    for (k, swap) in m.job.swaps.iter().enumerate().filter(|(_, s)| s.leds().next().is_some()) {
        let (code, clear, test) = (id(k, "code"), id(k, "clear"), id(k, "test"));
        coding(m, swap, &code);
        if swap.was_powered_unplugged {
            let step = m.step(&clear, say::clear_the_fault_code(&swap.name), 5.0);
            step.tool = say::diagnostic_tester().into();
            step.how = vec![
                say::powered_while_a_lamp_was_unplugged().into(),
                say::clear_switch_the_function_on_once().into(),
            ];
            m.after(&clear, &["battery-on", &code]);
        }
        let seen = if flashes(swap.signal) { say::sixty_to_120_flashes() } else { "" };
        let step = m.step(&test, say::on_and_off_key_off(&swap.name), 3.0);
        step.how = vec![
            say::no_message_on_the_dash_nothing(&seen),
            say::its_readings_stand_under_prove().into(),
        ];
        m.after(&test, &["battery-on", &code, &clear]);
        m.after("trims-on", &[&test]);
        m.after("after", &[&test]);
    }
}

fn lamps(m: &mut Maker, swap: &SwapFunction, id: &str) {
    let count: u32 = swap.leds().map(|(place, _)| place.count).sum();
    let places: Vec<&str> = swap.leds().map(|(place, _)| place.place.as_str()).collect();
    let what = say::led_in(&swap.name, &places.join(", "));
    let step = m.step(id, what, BULB_MIN * f64::from(count));
    step.tool = say::gloves_trim_tool().into();
    step.how = swap
        .leds()
        .map(|(place, led)| {
            let base = filament(place).map_or("", |(bulb, _)| bulb.base.as_str());
            let way = if led.takes_either_polarity {
                say::either_way_round()
            } else {
                say::one_way_round()
            };
            say::in_place_of_base(&place.place, &place.count, &place.bulb, &base, &way)
        })
        .collect();
    match swap.smoothing {
        Some(Smoothing::Bleed) => step.how.push(say::one_kohm_across_each_lamp().into()),
        Some(Smoothing::Capacitor) => {
            step.how.push(say::diode_and_capacitor_at_each_lamp().into());
        }
        None => {}
    }
    step.cautions = vec![say::a_bulb_that_was_lit_burns()];
    m.after(id, &["battery-off"]);
}

/// What is written to a module, once, with the value before and after.
fn coding(m: &mut Maker, swap: &SwapFunction, id: &str) {
    let Watcher::Module { coding: Some(c), .. } = &swap.watched else { return };
    let Some(written) = &c.written else { return };
    let step = m.step(id, format!("{}: {}", swap.name, c.module), 10.0);
    step.tool = say::diagnostic_tester().into();
    step.how = vec![
        match &c.value {
            Some(value) => say::read_the_value_is_noted(&value),
            None => say::read_the_value_and_note().into(),
        },
        say::write_once_read_it_again_key(&written),
    ];
    step.how.extend(pins_text(c.series.as_deref(), &c.pins));
    step.cautions = vec![say::battery_charged_and_held_a_module()];
    m.after(id, &["battery-on"]);
}
