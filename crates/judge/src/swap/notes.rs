//! What to look at besides the watcher: polarity, two filaments, heat, dust, codes; and what is in place.

use crate::swap::ghost::{Other, through_lost_ground};
use crate::swap::judge::{filament, flashes, is_told};
use crate::swap::resistor::{AT_V, MOST_V, Resistor, case_text};
use jovek_base::coding::CodingError;
use jovek_base::units::Units;
use jovek_circuit::SolveError;
use jovek_job::{BulbPlace, LedBulb, ResistorSeat, SeriesPins, Smoothing, SwapFunction, Watcher};

/// What was done so that the watcher is content, item by item.
pub fn in_place(swap: &SwapFunction) -> Vec<String> {
    let mut out = Vec::new();
    if let Watcher::Module { coding: Some(c), .. } = &swap.watched
        && let Some(written) = &c.written
    {
        out.push(match &c.value {
            Some(value) => format!("{}: {value} before, {written} written", c.module),
            None => format!("{}: {written} written, nobody noted the value before", c.module),
        });
    }
    if swap.leds().any(|(_, led)| led.is_monitored_type) {
        out.push("LED lamps of the monitored type".into());
    }
    if let Some(r) = swap.resistor {
        out.push(format!("load resistor {} ohm {}", r.ohm, seat_words(r.seat)));
    }
    match swap.smoothing {
        Some(Smoothing::Bleed) => out.push("a bleed of 1 kohm across each lamp".into()),
        Some(Smoothing::Capacitor) => out.push("a capacitor behind a diode at each lamp".into()),
        None => {}
    }
    out
}

/// Where a resistor sits, in words.
pub fn seat_words(seat: ResistorSeat) -> &'static str {
    match seat {
        ResistorSeat::BareMetal => "on bare metal",
        ResistorSeat::FreeAir => "in free air",
        ResistorSeat::Plastic => "on plastic, carpet or foam",
    }
}

/// Heat of an LED lamp, W: one of the monitored type makes as much as its bulb did.
fn heat_w(place: &BulbPlace, led: &LedBulb) -> f64 {
    match filament(place) {
        Some((_, bulb)) if led.is_monitored_type => led.watt.max(bulb.watt),
        _ => led.watt,
    }
}

/// Which pins of a module do it: they are others in each model series. None where nobody told any. Common practice.
pub fn pins_text(series: Option<&str>, pins: &[SeriesPins]) -> Option<String> {
    let of = |p: &SeriesPins| format!("{}: {}", p.series, p.pins);
    let all: Vec<String> = pins.iter().map(of).collect();
    if all.is_empty() {
        return None;
    }
    let Some(series) = series.filter(|s| !s.is_empty()) else {
        return Some(format!(
            "Pins by series: {}. Read the series off the module.",
            all.join("; ")
        ));
    };
    Some(match pins.iter().find(|p| p.series.eq_ignore_ascii_case(series)) {
        Some(own) => format!("Series {series}: {}; other series have other pins.", own.pins),
        None => format!(
            "No pins are known for series {series}, only {}: look them up before you probe or cut.",
            all.join("; ")
        ),
    })
}

/// What a coding value says against its bit.
fn coding_note(watched: &Watcher) -> Option<String> {
    let Watcher::Module { coding: Some(c), .. } = watched else { return None };
    let Some(value) = &c.value else {
        return Some(format!(
            "{}: read the coding value and note it before anything is written.",
            c.module
        ));
    };
    match (value.set(c.place()), &c.written) {
        (Ok(after), Some(written)) if *written != after => Some(format!(
            "{}: {written} was written, {after} is right: write {value} again, read it back, then add the bit once.",
            c.module
        )),
        (Ok(_), _) => None,
        (Err(CodingError::IsSet { .. }), _) if is_told(watched) => Some(format!(
            "{}: {} stands already in {value}; adding it again would set another bit. Should a message come, look \
             elsewhere.",
            c.module,
            c.place()
        )),
        (Err(e), _) => Some(format!("{}: {e}.", c.module)),
    }
}

/// What to look at besides.
///
/// # Errors
/// [`SolveError`] when a lost ground has no steady state.
pub(super) fn notes(swap: &SwapFunction, units: Units) -> Result<Vec<String>, SolveError> {
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
    out.extend(coding_note(&swap.watched));
    if let Watcher::Module { coding: Some(c), .. } = &swap.watched {
        out.extend(pins_text(c.series.as_deref(), &c.pins));
    }
    if let Some(r) = swap.resistor {
        let mean_w = Resistor::fitted(r.ohm).mean_w(flashes(swap.signal));
        let case = case_text(mean_w, r.seat, units);
        let seat = seat_words(r.seat);
        let mind = match r.seat {
            ResistorSeat::Plastic => "It melts what it sits on: bolt it to bare metal",
            ResistorSeat::BareMetal | ResistorSeat::FreeAir => "Not where hands go",
        };
        out.push(format!(
            "Load resistor {} ohm {seat}: {mean_w:.0} W on the mean at {MOST_V} V, case about {case}. {mind}, {} \
             from wires.",
            r.ohm,
            units.rule(50.0)
        ));
    }
    if swap.is_closed_housing {
        let watt: f64 =
            swap.leds().map(|(place, led)| f64::from(place.count) * heat_w(place, led)).sum();
        out.push(format!(
            "Closed housing: {watt:.0} W stay in it at the LED's back, which lives long below about {} only; feel it \
             after half an hour.",
            units.degrees(85.0)
        ));
    }
    if swap.has_open_fan {
        out.push("An open fan low on the vehicle fills with dirt, gets loud, then the lamp dims: choose one with fins.".into());
    }
    if swap.was_powered_unplugged {
        out.push(
            "Powered while unplugged: a fault code stays. Clear it, switch the function on once, read again.".into(),
        );
    }
    Ok(out)
}
