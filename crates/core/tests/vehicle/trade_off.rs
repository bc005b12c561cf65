//! What another size of wire gives and costs, beside the chosen one.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::plan::study::study;
use jovek_core::plan::wires::wires;

/// Copper by hand: area times length times 8.96 g/cm³; volts rise with the size, as Ohm's law has it.
#[test]
fn each_size_is_shown_with_what_it_gives_and_costs() {
    for (unit, job) in demo_jobs() {
        let (study, answers) = (study(&job), assess(&job));
        for (studied, circuit) in study.circuits.iter().zip(&answers.circuits) {
            let (points, sized) = (&circuit.trade_off, &studied.sized);
            let name = format!("unit {unit}, {}", circuit.name);
            if studied.chain.is_plug {
                assert!(points.is_empty(), "{name}: no wire is laid");
                continue;
            }
            assert_eq!(points.iter().filter(|p| p.is_chosen).count(), 1, "{name}");
            for pair in points.windows(2) {
                assert!(pair[0].copper_g < pair[1].copper_g, "{name}: {pair:?}");
                assert!(pair[0].lamp_v <= pair[1].lamp_v + 1e-6, "{name}: {pair:?}");
                assert!((0.0..=100.1).contains(&pair[0].light_percent), "{name}: {pair:?}");
            }
            let chosen = points.iter().find(|p| p.is_chosen).unwrap();
            let wire = sized.chosen.sizes.wire;
            let pieces = wires(&studied.chain, &sized.chosen.sizes).pieces;
            let along_m: f64 = pieces.iter().filter(|p| p.wire == wire).map(|p| p.path_m).sum();
            assert!((chosen.copper_g - 8.96 * wire.area_mm2() * along_m).abs() < 1e-6, "{name}");
            // The next thicker one is the one that the reason tells of.
            if let Some((thicker, drop)) = &sized.thicker {
                let told = points.iter().find(|p| p.label == thicker.label()).unwrap();
                assert!((told.lamp_v - drop.lamp_v).abs() < 1e-6, "{name}");
            }
        }
    }
}
