//! What to look at besides the watcher: polarity, two filaments, heat, dust, codes; and what is in place.

use crate::swap::ghost::{Other, through_lost_ground};
use crate::swap::judge::{filament, flashes, is_told};
use crate::swap::resistor::{AT_V, MOST_V, Resistor, case_text};
use jovek_base::coding::CodingError;
use jovek_base::units::Units;
use jovek_circuit::SolveError;
use jovek_job::{BulbPlace, LedBulb, ResistorSeat, SeriesPins, Smoothing, SwapFunction, Watcher};
use jovek_phrases::swap as say;

/// What was done so that the watcher is content, item by item.
pub fn in_place(swap: &SwapFunction) -> Vec<String> {
    let mut out = Vec::new();
    if let Watcher::Module { coding: Some(c), .. } = &swap.watched
        && let Some(written) = &c.written
    {
        out.push(match &c.value {
            Some(value) => say::before_written(&c.module, &value, &written),
            None => say::written_nobody_noted_the_value_before(&c.module, &written),
        });
    }
    if swap.leds().any(|(_, led)| led.is_monitored_type) {
        out.push(say::led_lamps_of_the_monitored_type().into());
    }
    if let Some(r) = swap.resistor {
        out.push(say::load_resistor_ohm(&r.ohm, &seat_words(r.seat)));
    }
    match swap.smoothing {
        Some(Smoothing::Bleed) => out.push(say::a_bleed_of_1_kohm_across().into()),
        Some(Smoothing::Capacitor) => out.push(say::a_capacitor_behind_a_diode().into()),
        None => {}
    }
    out
}

/// Where a resistor sits, in words.
pub fn seat_words(seat: ResistorSeat) -> &'static str {
    match seat {
        ResistorSeat::BareMetal => say::on_bare_metal(),
        ResistorSeat::FreeAir => say::in_free_air(),
        ResistorSeat::Plastic => say::on_plastic_carpet_or_foam(),
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
        return Some(say::pins_by_series_read_the_series(&all.join("; ")));
    };
    Some(match pins.iter().find(|p| p.series.eq_ignore_ascii_case(series)) {
        Some(own) => say::series_other_series_have_other_pins(&series, &own.pins),
        None => say::no_pins_are_known_for_series(&series, &all.join("; ")),
    })
}

/// What a coding value says against its bit.
fn coding_note(watched: &Watcher) -> Option<String> {
    let Watcher::Module { coding: Some(c), .. } = watched else { return None };
    let Some(value) = &c.value else {
        return Some(say::read_the_coding_value_and_note(&c.module));
    };
    match (value.set(c.place()), &c.written) {
        (Ok(after), Some(written)) if *written != after => {
            Some(say::was_written_is_right_write_again(&c.module, &written, &after, &value))
        }
        (Ok(_), _) => None,
        (Err(CodingError::IsSet { .. }), _) if is_told(watched) => {
            Some(say::stands_already_in_adding_it_again(&c.module, &c.place(), &value))
        }
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
            out.push(say::base_dark_on_a_good_plug(&place.place, &bulb.base));
        }
        if let Some(second) = bulb.second.filter(|_| !place.is_second_filament) {
            let (tail, other) =
                through_lost_ground(bulb.first, second, Other::Led(led.watt), AT_V)?;
            let (_, with_bulb) =
                through_lost_ground(bulb.first, second, Other::Bulb(bulb.first), AT_V)?;
            out.push(say::has_two_filaments_on_one_ground(
                &place.place,
                &bulb.code,
                &(100.0 * other),
                &(100.0 * with_bulb),
                &(100.0 * tail),
            ));
        }
        if bulb.confidence == "low" {
            out.push(say::the_figures_of_are_recalled(&place.place, &bulb.code));
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
            ResistorSeat::Plastic => say::it_melts_what_it_sits(),
            ResistorSeat::BareMetal | ResistorSeat::FreeAir => say::not_where_hands_go(),
        };
        out.push(say::load_resistor_ohm_w(
            &r.ohm,
            &seat,
            &mean_w,
            &MOST_V,
            &case,
            &mind,
            &units.rule(50.0),
        ));
    }
    if swap.is_closed_housing {
        let watt: f64 =
            swap.leds().map(|(place, led)| f64::from(place.count) * heat_w(place, led)).sum();
        out.push(say::closed_housing_w_stay(&watt, &units.degrees(85.0)));
    }
    if swap.has_open_fan {
        out.push(say::an_open_fan_low().into());
    }
    if swap.was_powered_unplugged {
        out.push(say::powered_while_unplugged_a_fault_code().into());
    }
    Ok(out)
}
