//! Steps of bulbs that become LED: lamps, resistor, coding, fault code, and each function tried.

use crate::swap::judge::{filament, flashes};
use crate::swap::notes::{pins_text, seat_words};
use crate::swap::resistor::Resistor;
use crate::work::steps::Maker;
use jovek_job::{Smoothing, SwapFunction, Watcher};

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
        step.tool = "drill, rivets, crimper".into();
        step.how = vec![format!(
            "across the function's wire and ground, {} from other wires",
            units.rule(50.0)
        )];
        step.cautions = vec!["It burns skin while it works: not where hands go."];
        m.after(&id(k, "resistor"), &["battery-off"]);
    }
}

/// What follows once the battery is on: coding, an old fault code, each function tried; then the vehicle is closed.
pub(super) fn live(m: &mut Maker) {
    for (k, swap) in m.job.swaps.iter().enumerate().filter(|(_, s)| s.leds().next().is_some()) {
        let (code, clear, test) = (id(k, "code"), id(k, "clear"), id(k, "test"));
        coding(m, swap, &code);
        if swap.was_powered_unplugged {
            let step = m.step(&clear, format!("{}: clear the fault code", swap.name), 5.0);
            step.tool = "diagnostic tester".into();
            step.how = vec![
                "powered while a lamp was unplugged: the code stays until it is cleared".into(),
                "clear, switch the function on once, read again".into(),
            ];
            m.after(&clear, &["battery-on", &code]);
        }
        let seen = if flashes(swap.signal) { "60 to 120 flashes a minute, " } else { "" };
        let step = m.step(&test, format!("{}: on and off, key off and on", swap.name), 3.0);
        step.how = vec![
            format!("{seen}no message on the dash, nothing glows while it is off"),
            "its readings stand under Prove".into(),
        ];
        m.after(&test, &["battery-on", &code, &clear]);
        m.after("trims-on", &[&test]);
        m.after("after", &[&test]);
    }
}

fn lamps(m: &mut Maker, swap: &SwapFunction, id: &str) {
    let count: u32 = swap.leds().map(|(place, _)| place.count).sum();
    let places: Vec<&str> = swap.leds().map(|(place, _)| place.place.as_str()).collect();
    let what = format!("{}: LED in, {}", swap.name, places.join(", "));
    let step = m.step(id, what, BULB_MIN * f64::from(count));
    step.tool = "gloves, trim tool".into();
    step.how = swap
        .leds()
        .map(|(place, led)| {
            let base = filament(place).map_or("", |(bulb, _)| bulb.base.as_str());
            let way = if led.takes_either_polarity { "either way round" } else { "one way round" };
            format!(
                "{}: {} × in place of {}, base {base}, {way}",
                place.place, place.count, place.bulb
            )
        })
        .collect();
    match swap.smoothing {
        Some(Smoothing::Bleed) => step.how.push("1 kohm across each lamp".into()),
        Some(Smoothing::Capacitor) => {
            step.how.push("diode and capacitor at each lamp, right way round".into());
        }
        None => {}
    }
    step.cautions = vec!["A bulb that was lit burns: let it cool."];
    m.after(id, &["battery-off"]);
}

/// What is written to a module, once, with the value before and after.
fn coding(m: &mut Maker, swap: &SwapFunction, id: &str) {
    let Watcher::Module { coding: Some(c), .. } = &swap.watched else { return };
    let Some(written) = &c.written else { return };
    let step = m.step(id, format!("{}: {}", swap.name, c.module), 10.0);
    step.tool = "diagnostic tester".into();
    step.how = vec![
        match &c.value {
            Some(value) => format!("read the value: {value} is noted as the one before"),
            None => "read the value and note it as the one before".into(),
        },
        format!("write {written}, once; read it again, key off and on"),
    ];
    step.how.extend(pins_text(c.series.as_deref(), &c.pins));
    step.cautions =
        vec!["Battery charged and held: a module that loses power while it is written is lost."];
    m.after(id, &["battery-on"]);
}
