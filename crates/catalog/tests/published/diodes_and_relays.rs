//! Diodes and relays of the catalog. Forward voltages: the diode equation solved by hand, and the drops that
//! the trade expects of silicon and Schottky (common practice, no source: 0.6 to 1.0 V and 0.3 to 0.55 V).

use jovek_catalog::system::SystemVoltage;
use jovek_catalog::{diode, relay};
use jovek_circuit::devices::THERMAL_V;
use jovek_circuit::{Device, Network, NodeId, solve};

/// V = N·Vt·ln(I/Is + 1) + Rs·I, and the same out of the solved network.
#[test]
fn forward_voltage_is_that_of_the_solved_circuit() {
    for kind in diode::LAMPS.into_iter().chain([diode::SILICON_6A, diode::COIL]) {
        for part in [0.1, 0.5, 0.8] {
            let current_a = part * kind.rated_a;
            let d = kind.device;
            let by_hand = d.emission * THERMAL_V * (current_a / d.saturation_a + 1.0).ln()
                + d.series_ohm * current_a;
            assert!((diode::forward_v(&kind, current_a) - by_hand).abs() < 1e-12);
            let mut net = Network::new();
            let (plus, out) = (net.node("plus"), net.node("out"));
            net.add("source", plus, NodeId::GROUND, Device::VoltageSource { volt_v: 12.0 });
            net.add("diode", plus, out, Device::Diode(d));
            net.add("load", out, NodeId::GROUND, Device::ohm((12.0 - by_hand) / current_a));
            let solution = solve(&net).unwrap();
            let lost_v = 12.0 - solution.node_v(out);
            assert!((lost_v - by_hand).abs() < 1e-6, "{}: {lost_v} V", kind.name());
        }
    }
}

#[test]
fn schottky_loses_half_of_silicon() {
    for current_a in [1.0, 3.0, 4.5] {
        let schottky = diode::for_lamps(current_a, false).unwrap();
        let silicon = diode::for_lamps(current_a, true).unwrap();
        let (a, b) =
            (diode::forward_v(&schottky, current_a), diode::forward_v(&silicon, current_a));
        assert!(schottky.name().contains("Schottky") && silicon.name().contains("silicon"));
        assert!((0.25..0.55).contains(&a), "Schottky {a} V at {current_a} A");
        assert!((0.6..1.1).contains(&b), "silicon {b} V at {current_a} A");
        assert!(a < 0.6 * b);
    }
}

#[test]
fn the_smallest_diode_that_bears_the_lamps() {
    let names: Vec<Option<String>> = [5.0, 20.0, 50.0, 80.0]
        .into_iter()
        .map(|a| diode::for_lamps(a, false).map(|d| d.name()))
        .collect();
    let small = Some("Schottky diode 15 A");
    let block = Some("Schottky diode block 40 A");
    assert_eq!(
        names.iter().map(Option::as_deref).collect::<Vec<_>>(),
        [small, block, Some("silicon diode block 70 A"), None]
    );
    for a in [0.5, 4.0, 11.0, 30.0] {
        let d = diode::for_lamps(a, false).unwrap();
        assert!(a <= d.rated_a * diode::CONTINUOUS_PART);
    }
}

#[test]
fn relays_fit_their_system() {
    for system in [SystemVoltage::V12, SystemVoltage::V24] {
        let (small, strong) = (relay::micro(system), relay::strongest(system));
        let signal = relay::signal_relay(system);
        assert!(small.contact_a <= strong.contact_a);
        for r in [small, strong, signal] {
            assert_eq!(r.system, system);
            assert!(r.drop_out_v < r.pull_in_v && r.pull_in_v < system.nominal_v());
        }
        let coil_a = system.nominal_v() / signal.coil_ohm;
        assert!(coil_a < 0.015, "{coil_a} A would be noticed");
    }
}
