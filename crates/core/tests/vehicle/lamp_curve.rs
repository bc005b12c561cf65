//! Current of a lamp read at several voltages: the figures fitted to it, and the kind that it is of. Against Ohm's law and
//! least squares by hand.

use crate::common::bench;
use jovek_core::answers::assess;
use jovek_core::circuit::devices::Device;
use jovek_core::finding::FindingCode;
use jovek_core::job::{Job, LightKind, MadeFor, MeasuredDraw, SystemVoltage, Wish};
use jovek_core::plan::assumed::Assumed;
use jovek_core::plan::lamp::PlannedLamp;
use proptest::prelude::*;

fn read(draws: LightKind, pairs: &[(f64, f64)]) -> Job {
    let mut job = bench::job(&[], Wish::OwnSwitch, None);
    let light = &mut job.circuits[0].lights[0];
    (light.draws, light.label_w, light.made_for) = (draws, None, MadeFor::V12);
    let mut each = pairs.iter().map(|&(volts, amps)| MeasuredDraw { amps, volts, of_all: false });
    light.measured = each.next();
    light.measured_also = each.collect();
    job
}

fn planned(job: &Job) -> PlannedLamp {
    let light = &job.circuits[0].lights[0];
    PlannedLamp::new(light, SystemVoltage::V12, "", &mut Assumed::default())
}

const REGULATED: LightKind = LightKind::Regulated { cut_in_v: Some(11.5) };
const STRIP: LightKind = LightKind::Strip { forward_v: None };

/// A bar of 20 W takes 1.9 A at 11.5 V and 1.4 A at 14.5 V. Common practice, no source. Least squares of I = P / V by hand:
/// P = (1.9/11.5 + 1.4/14.5) / (1/11.5² + 1/14.5²) = 21.25 W.
#[test]
fn a_regulated_bar_at_two_voltages() {
    let job = read(REGULATED, &[(14.5, 1.4), (11.5, 1.9)]);
    let lamp = planned(&job);
    assert!((lamp.power_w - 21.25).abs() < 0.02, "{}", lamp.power_w);
    let curve = assess(&job).circuits[0].lights[0].curve.clone().unwrap();
    assert_eq!(curve.points.iter().filter(|p| p.measured_a.is_some()).count(), 2);
    assert!(curve.says.starts_with("21 W at any voltage above 11.50 V"), "{}", curve.says);
    // 21.25 W / 14.5 V is 1.466 A, 4.5 % above the reading.
    assert!(curve.says.ends_with("within 4 %"), "{}", curve.says);
}

/// Three LEDs of 3 V and 20 ohm: 0.1 A at 11 V, 0.15 A at 12 V, 0.25 A at 14 V.
#[test]
fn a_strip_gives_its_forward_voltage_and_resistance() {
    let job = read(STRIP, &[(11.0, 0.1), (12.0, 0.15), (14.0, 0.25)]);
    let Device::BallastedLed(led) = planned(&job).device else { panic!("no strip") };
    assert!((led.forward_v - 9.0).abs() < 1e-9 && (led.series_ohm - 20.0).abs() < 1e-9);
    // Nothing of it is assumed any more.
    assert!(assess(&job).assumptions.iter().all(|a| !a.path.contains("forward_v")));
}

#[test]
fn a_current_of_all_lamps_is_shared_out() {
    let mut job = read(REGULATED, &[(13.0, 4.0)]);
    let light = &mut job.circuits[0].lights[0];
    light.count = 4;
    light.measured = light.measured.map(|m| MeasuredDraw { of_all: true, ..m });
    assert!((planned(&job).power_w - 13.0).abs() < 1e-9);
}

#[test]
fn a_lamp_of_another_kind_is_told() {
    let told = |draws, pairs: &[(f64, f64)]| {
        let findings = assess(&read(draws, pairs)).findings;
        findings.iter().any(|f| f.code == FindingCode::LampReadsAsOther)
    };
    let (strip, filament) = ([(11.8, 0.14), (14.0, 0.25)], [(11.8, 4.55), (14.0, 5.0)]);
    let regulated = [(11.8, 1.9), (14.5, 1.5)];
    assert!(told(REGULATED, &strip) && told(REGULATED, &filament));
    assert!(told(STRIP, &regulated) && told(STRIP, &filament));
    assert!(told(LightKind::Incandescent {}, &strip));
    assert!(told(LightKind::Incandescent {}, &regulated));
    assert!(!told(REGULATED, &regulated) && !told(STRIP, &strip));
    assert!(!told(LightKind::Incandescent {}, &filament));
    // Readings side by side tell nothing, nor does the fade below the cut-in.
    assert!(!told(REGULATED, &[(12.0, 1.0), (12.4, 1.2)]));
    assert!(!told(REGULATED, &[(8.0, 0.4), (10.0, 1.2), (11.6, 1.8)]));
}

proptest! {
    /// Readings that a lamp itself would give bring back its own figures.
    #[test]
    fn what_it_draws_brings_back_its_figures(power_w in 2.0..120.0f64, forward_v in 5.0..10.0f64, ohm in 2.0..80.0f64) {
        let of = |amps: &dyn Fn(f64) -> f64| [11.9, 12.8, 14.4].map(|v| (v, amps(v)));
        let regulated = planned(&read(REGULATED, &of(&|v| power_w / v)));
        prop_assert!((regulated.power_w / power_w - 1.0).abs() < 1e-9);
        let Device::BallastedLed(led) = planned(&read(STRIP, &of(&|v| (v - forward_v) / ohm))).device else {
            return Err(TestCaseError::fail("no strip"));
        };
        prop_assert!((led.forward_v - forward_v).abs() < 1e-6 && (led.series_ohm / ohm - 1.0).abs() < 1e-6);
    }
}
