//! How batteries give and take charge, and the relay that joins two of them.

use jovek_core::budget::battery::{accepted_a, capacity_part, taken_ah_per_h};
use jovek_core::budget::sensing::Sensing;
use jovek_core::job::Chemistry;

/// AGM, 100 Ah at 20 h, 12 A at 0 °C to half: 3.00 h. Source: Peukert's equation, worked by hand
/// with n = 1.12 and 0.8 of the capacity at 0 °C; both common practice.
#[test]
fn run_time_by_peukert() {
    let taken = taken_ah_per_h(Chemistry::Agm, 100.0, 12.0);
    assert!((100.0 / taken - 7.50).abs() < 0.01, "{}", 100.0 / taken);
    let hours = 0.5 * 100.0 * capacity_part(Chemistry::Agm, 0.0) / taken;
    assert!((hours - 3.0).abs() < 0.01, "{hours}");
}

/// Usable charge of 100 Ah by current. Source: Peukert's equation, tabulated.
#[test]
fn usable_charge_by_current() {
    for (chemistry, amps, usable_ah) in [
        (Chemistry::Flooded, 5.0, 100.0),
        (Chemistry::Flooded, 10.0, 84.1),
        (Chemistry::Flooded, 20.0, 70.7),
        (Chemistry::Flooded, 40.0, 59.5),
        (Chemistry::Agm, 20.0, 84.7),
        (Chemistry::Lifepo4, 40.0, 94.0),
    ] {
        let usable = amps * 100.0 / taken_ah_per_h(chemistry, 100.0, amps);
        assert!((usable / usable_ah - 1.0).abs() < 0.001, "{chemistry:?} {amps}: {usable}");
    }
}

#[test]
fn a_fuller_battery_takes_less_and_a_lower_voltage_gives_less() {
    let takes = |percent, v| accepted_a(Chemistry::Flooded, 70.0, percent, v, 20.0);
    assert!(takes(50.0, 14.2) > takes(80.0, 14.2));
    assert!(takes(80.0, 14.2) > takes(98.0, 14.2));
    assert!(takes(80.0, 13.5) < takes(80.0, 14.2));
    assert_eq!(takes(80.0, 12.0), 0.0);
    assert_eq!(accepted_a(Chemistry::Lifepo4, 70.0, 50.0, 14.2, -5.0), 0.0);
}

/// Ten seconds of 14 V, then it closes; a dip of twenty seconds does not open it, half a minute
/// does; between both voltages it stays as it is. Worked by hand from the thresholds above.
#[test]
fn closes_and_opens_after_its_delays() {
    let mut relay = Sensing::default();
    assert_eq!(relay.sees(14.0, 6.0), 0.0);
    assert_eq!(relay.sees(14.0, 8.0), 0.5);
    assert!(relay.is_closed());
    assert_eq!(relay.sees(12.5, 20.0), 1.0);
    assert_eq!(relay.sees(13.0, 60.0), 1.0);
    assert_eq!(relay.sees(12.5, 60.0), 0.5);
    assert!(!relay.is_closed());
    assert_eq!(relay.sees(13.2, 600.0), 0.0);
}
