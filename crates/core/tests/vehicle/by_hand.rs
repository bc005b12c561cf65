//! A whole circuit worked out a second time, by hand: one loop, one unknown, halved until it fits.
//! Source: Ohm's and Kirchhoff's laws, IEC 60028 for copper, P = V·I for a regulated lamp. The figures
//! of joints and fuses are those of the catalog; nothing else of the project is used.

use jovek_core::answers::assess;
use jovek_core::catalog::fuse::{Fuse, HOLDER_OHM};
use jovek_core::catalog::{contact, switch};
use jovek_core::job::{ControlKind, Job, LampEnd, LampLead, LightKind, Override, ReturnKind};
use jovek_core::plan::SupplyState;

/// Voltage across a load of constant power behind a source and a loop resistance: the upper root of
/// V² − E·V + R·P = 0, found by halving.
fn lamp_v(source_v: f64, loop_ohm: f64, power_w: f64) -> Option<f64> {
    let excess = |v: f64| v + loop_ohm * power_w / v - source_v;
    let (mut low, mut high) = (0.5 * source_v, source_v);
    if excess(low) > 0.0 {
        return None;
    }
    for _ in 0..200 {
        let middle = 0.5 * (low + high);
        if excess(middle) > 0.0 { high = middle } else { low = middle }
    }
    Some(0.5 * (low + high))
}

/// One regulated lamp on its own switch, everything measured, cool and alone, so that the copper
/// stays near its surroundings.
fn plain_job(power_w: f64, metres: f64) -> Job {
    let mut job = Job::starter("1");
    job.supply.battery.capacity_ah = Some(80.0);
    job.supply.battery.internal_mohm = Some(6.0);
    let circuit = &mut job.circuits[0];
    circuit.control.kind = Some(ControlKind::Switch);
    circuit.overrides.wire =
        Some(Override { value: "4 mm2".parse().unwrap(), reason: "to compare".into() });
    circuit.lights[0].count = 1;
    circuit.lights[0].label_w = Some(power_w);
    circuit.lights[0].draws = LightKind::Regulated { cut_in_v: Some(9.0) };
    for section in circuit.run.supply.iter_mut().chain(&mut circuit.run.back) {
        section.length_m = Some(metres);
        section.ambient_c = Some(20.0);
    }
    job
}

#[test]
fn a_plain_circuit_agrees_with_the_loop_equation() {
    for (power_w, metres) in [(10.0, 1.0), (25.0, 1.0), (40.0, 0.5), (25.0, 2.5)] {
        let mut job = plain_job(power_w, metres);
        for by in [
            ReturnKind::ChassisStud,
            ReturnKind::BatteryNegative,
            ReturnKind::GroundBus,
            ReturnKind::PlugGround,
        ] {
            job.circuits[0].run.return_by = by;
            let answers = assess(&job);
            let line = |s| answers.circuits[0].volt_lines.iter().find(|l| l.state == s).unwrap();
            let fuse_a: f64 = answers.circuits[0]
                .headline
                .split(" · ")
                .nth(1)
                .unwrap()
                .trim_end_matches(" A fuse")
                .parse()
                .unwrap();
            let fuse_ohm = Fuse::of_rating(fuse_a).cold_ohm();
            // Flooded, three quarters and a quarter full: 12.45 and 12.06 V (BCI table).
            for (state, rest_v) in
                [(SupplyState::EngineOff, 12.45), (SupplyState::LowBattery, 12.06)]
            {
                let l = line(state);
                // ISO 6722-1: 4 mm² has at most 4.71 mohm/m at 20 °C; the copper's own heating as told.
                let copper_ohm: f64 = l
                    .elements
                    .iter()
                    .filter(|e| e.to_m > e.from_m)
                    .map(|e| {
                        (e.to_m - e.from_m)
                            * 4.71e-3
                            * (1.0 + 0.00393 * (e.working_c.unwrap() - 20.0))
                    })
                    .sum();
                let back_ohm = match by {
                    ReturnKind::ChassisStud => contact::STUD_OHM + contact::CHASSIS_OHM,
                    ReturnKind::BatteryNegative => contact::POST_OHM,
                    ReturnKind::GroundBus => 2.0 * contact::STUD_OHM + contact::CHASSIS_OHM,
                    // No wire of a plug is told: the pin alone.
                    ReturnKind::PlugGround => contact::STUD_OHM + contact::LAMP_PLUG_OHM,
                    // A joint on 1 m of 0.75 mm² at 40 °C, its stud and the frame.
                    ReturnKind::FactoryGround => {
                        let wire_ohm = 24.7e-3 * (1.0 + 0.00393 * 20.0);
                        contact::SPLICE_OHM + wire_ohm + contact::STUD_OHM + contact::CHASSIS_OHM
                    }
                };
                let loop_ohm = 6e-3
                    + contact::POST_OHM
                    + fuse_ohm
                    + HOLDER_OHM
                    + switch::CLOSED_OHM
                    + 2.0 * contact::LAMP_PLUG_OHM
                    + back_ohm
                    + copper_ohm;
                let by_hand = lamp_v(rest_v, loop_ohm, power_w).unwrap();
                // The corners of battery and lamp are rounded: less than a millivolt.
                assert!(
                    (l.lamp_v - by_hand).abs() < 0.001,
                    "{power_w} W, {metres} m, {state:?}: {} V here, {by_hand} V by hand",
                    l.lamp_v
                );
                assert!((l.current_a - power_w / by_hand).abs() < 0.002 * l.current_a);
                // Copper warms by the square of its share of what it bears.
                for e in l.elements.iter().filter_map(|e| e.working_c) {
                    assert!((20.0..30.0).contains(&e), "{e} °C");
                }
            }
        }
    }
}

/// V² ≥ 4·R·P: full power reaches the lamp up to that, not a watt beyond.
#[test]
fn the_loop_equation_loses_its_root_where_the_answers_say_collapse() {
    let glow = |power_w: f64| {
        let job = plain_job(power_w, 20.0);
        let answers = assess(&job);
        let line =
            answers.circuits[0].volt_lines.iter().find(|l| l.state == SupplyState::EngineOff);
        line.map(|l| (l.lamp_v, l.glow)).unwrap()
    };
    let (small_v, small) = glow(10.0);
    assert!(small_v > 9.0 && small == jovek_core::volt_line::Glow::Full);
    let (large_v, large) = glow(150.0);
    assert!(large_v < 9.0 && large != jovek_core::volt_line::Glow::Full, "{large_v} V, {large:?}");
}

/// Two lamps alike draw as much as one of twice the power, but for what a dark driver leaks and for the contacts
/// of their own that each of two has: bare leads in one splice cost a quarter of a milliohm less.
#[test]
fn two_lamps_are_one_of_twice_the_power() {
    let bare = |power_w| {
        let mut job = plain_job(power_w, 1.0);
        let ends = LampEnd::Bare;
        job.circuits[0].lights[0].lead = Some(LampLead { ends, ..LampLead::default() });
        job
    };
    let one = assess(&bare(30.0));
    let mut job = bare(15.0);
    job.circuits[0].lights[0].count = 2;
    let two = assess(&job);
    for (a, b) in one.circuits[0].volt_lines.iter().zip(&two.circuits[0].volt_lines) {
        assert!(
            (a.lamp_v - b.lamp_v).abs() < 2e-3,
            "{:?}: {} and {} V",
            a.state,
            a.lamp_v,
            b.lamp_v
        );
        assert!((a.current_a - b.current_a).abs() < 1e-3);
    }
}
