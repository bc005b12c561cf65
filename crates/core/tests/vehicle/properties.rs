//! Properties that hold for every circuit and job, tried on random ones.

use jovek_core::answers::assess;
use jovek_core::catalog::terminal::EndKind;
use jovek_core::circuit::devices::{
    BallastedLed, Battery, Contact, Device, Diode, Incandescent, RegulatedLed,
};
use jovek_core::circuit::{Network, NodeId, Solution, solve};
use jovek_core::harness::PartOf;
use jovek_core::job::{Feed, Job, LightKind, Override, WireSystem};
use jovek_core::plan::sizes::Sizes;
use jovek_core::plan::study::study;
use proptest::prelude::*;

/// So many cases, and no file of past failures: a failure goes into a test of its own.
fn cases(cases: u32) -> ProptestConfig {
    ProptestConfig { cases, failure_persistence: None, ..ProptestConfig::default() }
}

/// A random harness: a battery, a tree of wires, and lamps, diodes, switches and resistors on it,
/// some of them across branches.
#[derive(Debug, Clone)]
struct Harness {
    battery_v: f64,
    battery_ohm: f64,
    /// Parent of each node, and wire resistance.
    wires: Vec<(usize, f64)>,
    /// Two nodes (0 is ground, 1 the battery) and what sits between them.
    parts: Vec<(usize, usize, Device)>,
}

fn device() -> impl Strategy<Value = Device> {
    prop_oneof![
        (1.0..60.0f64, 8.0..11.5f64).prop_map(|(power_w, cut_in_v)| {
            Device::RegulatedLed(RegulatedLed { power_w, cut_in_v, start_v: 5.0, ramp_v: 2.0 })
        }),
        (7.0..10.0f64, 2.0..80.0f64).prop_map(|(forward_v, series_ohm)| Device::BallastedLed(
            BallastedLed { forward_v, series_ohm }
        )),
        (5.0..60.0f64)
            .prop_map(|power_w| Device::Incandescent(Incandescent { power_w, rated_v: 13.5 })),
        (0.5..500.0f64).prop_map(Device::ohm),
        Just(Device::Diode(Diode { saturation_a: 1e-8, emission: 1.8, series_ohm: 0.01 })),
        any::<bool>().prop_map(|closed| Device::Contact(Contact { closed_ohm: 0.015, closed })),
    ]
}

fn harness() -> impl Strategy<Value = Harness> {
    (2usize..14).prop_flat_map(|n| {
        let wires = (0..n).map(|i| (1..=i + 1, 0.002..0.3f64)).collect::<Vec<_>>();
        let part = (0..n + 2, 0..n + 2, device());
        (11.0..14.8f64, 0.003..0.05f64, wires, prop::collection::vec(part, 1..12)).prop_map(
            |(battery_v, battery_ohm, wires, parts)| Harness {
                battery_v,
                battery_ohm,
                wires,
                parts: parts.into_iter().filter(|(a, b, _)| a != b).collect(),
            },
        )
    })
}

fn network(h: &Harness) -> Network {
    let mut net = Network::new();
    let mut nodes = vec![NodeId::GROUND, net.node("bat")];
    let battery = Battery {
        open_circuit_v: h.battery_v,
        internal_ohm: h.battery_ohm,
        charge_ohm: h.battery_ohm * 20.0,
    };
    net.add("battery", nodes[1], nodes[0], Device::Battery(battery));
    for (i, (parent, ohm)) in h.wires.iter().enumerate() {
        let node = net.node(&format!("n{i}"));
        net.add(format!("w{i}"), nodes[*parent], node, Device::ohm(*ohm));
        nodes.push(node);
    }
    for (i, (a, b, device)) in h.parts.iter().enumerate() {
        net.add(format!("p{i}"), nodes[*a], nodes[*b], *device);
    }
    net
}

/// Largest violation of Kirchhoff's current law, and the energy balance, both relative (to 1 mA and
/// 1 mW at least).
fn balances(net: &Network, s: &Solution) -> (f64, f64) {
    let n = net.node_names().len();
    let (mut sum, mut size) = (vec![0.0; n], vec![1e-3; n]);
    let (mut power, mut moved) = (0.0, 1e-3);
    for (id, e) in net.iter() {
        let a = s.current_a(id);
        for (node, sign) in [(e.from, 1.0), (e.to, -1.0)] {
            let k = net.node_names().iter().position(|x| x == net.node_name(node)).unwrap();
            sum[k] += sign * a;
            size[k] += a.abs();
        }
        let w = s.power_w(net, id);
        power += w;
        moved += w.abs();
    }
    let kirchhoff = (1..n).map(|k| sum[k].abs() / size[k]).fold(0.0, f64::max);
    (kirchhoff, power.abs() / moved)
}

proptest! {
    #![proptest_config(cases(400))]

    #[test]
    fn every_random_harness_comes_to_rest_and_balances(h in harness()) {
        let net = network(&h);
        let solution = solve(&net).map_err(|e| TestCaseError::fail(e.to_string()))?;
        let (kirchhoff, energy) = balances(&net, &solution);
        prop_assert!(kirchhoff < 1e-6, "Kirchhoff off by {kirchhoff:e}");
        prop_assert!(energy < 1e-6, "energy off by {energy:e}");
        for name in net.node_names() {
            let v = solution.node_v(net.find_node(name).unwrap());
            prop_assert!((-1e-3..=h.battery_v + 1e-3).contains(&v), "{name} at {v} V");
        }
    }

    /// A regulated lamp behind a resistance reaches full power exactly while V² ≥ 4RP and its
    /// voltage stays above cut-in. Source: largest power through a resistance.
    #[test]
    fn collapse_is_detected_exactly(
        volt_v in 11.0..15.0f64,
        ohm in 0.05..2.0f64,
        part in prop_oneof![0.2..0.97f64, 1.03..3.0f64],
    ) {
        let limit_w = volt_v * volt_v / (4.0 * ohm);
        let power_w = part * limit_w;
        let mut net = Network::new();
        let (source, at) = (net.node("s"), net.node("l"));
        net.add("v", source, NodeId::GROUND, Device::VoltageSource { volt_v });
        net.add("r", source, at, Device::ohm(ohm));
        let lamp = RegulatedLed { power_w, cut_in_v: 0.4 * volt_v, start_v: 0.1 * volt_v, ramp_v: 0.1 * volt_v };
        let lamp = net.add("lamp", at, NodeId::GROUND, Device::RegulatedLed(lamp));
        let solution = solve(&net).unwrap();
        let collapsed = solution.conditions.iter().any(|c| {
            matches!(c, jovek_core::circuit::Condition::Collapse { .. })
        });
        prop_assert_eq!(collapsed, part > 1.0);
        if part < 1.0 {
            let upper = 0.5 * (volt_v + (volt_v * volt_v - 4.0 * ohm * power_w).sqrt());
            prop_assert!((solution.node_v(at) - upper).abs() < 0.01 * volt_v, "upper root");
            prop_assert!((solution.power_w(&net, lamp) / power_w - 1.0).abs() < 1e-3);
        } else {
            prop_assert!(solution.power_w(&net, lamp) < limit_w);
        }
    }

    #[test]
    fn longer_wire_never_raises_the_lamp_voltage(ohm in 0.001..1.5f64, more in 1.0..3.0f64, d in device()) {
        let lamp_v = |r: f64| {
            let mut net = Network::new();
            let (source, at) = (net.node("s"), net.node("l"));
            net.add("v", source, NodeId::GROUND, Device::VoltageSource { volt_v: 12.6 });
            net.add("r", source, at, Device::ohm(r));
            net.add("d", at, NodeId::GROUND, d);
            let s = solve(&net).unwrap();
            s.node_v(at)
        };
        prop_assert!(lamp_v(ohm * more) <= lamp_v(ohm) + 1e-9);
    }
}

/// A random job built from the starter: every figure in its fair range.
fn job() -> impl Strategy<Value = Job> {
    (
        1u32..5,
        1.0..60.0f64,
        prop::collection::vec(0.1..9.0f64, 4),
        0u32..8,
        0usize..3,
        prop_oneof![Just(WireSystem::Metric), Just(WireSystem::Awg), Just(WireSystem::Sae)],
        any::<bool>(),
    )
        .prop_map(|(count, watts, lengths, beside, kind, system, stud)| {
            let mut job = Job::starter("p");
            job.shop.wire_system = system;
            let circuit = &mut job.circuits[0];
            let light = &mut circuit.lights[0];
            light.count = count;
            light.label_w = Some(watts);
            light.draws = match kind {
                0 => LightKind::Regulated { cut_in_v: None },
                1 => LightKind::Strip { forward_v: None },
                _ => LightKind::Incandescent {},
            };
            light.made_for = jovek_core::job::MadeFor::V12;
            circuit.run.supply[0].length_m = Some(0.15);
            for (section, length) in circuit.run.supply.iter_mut().skip(1).zip(&lengths) {
                section.length_m = Some(*length);
                section.beside = beside;
            }
            circuit.run.back[0].length_m = Some(if stud { 1.0 } else { lengths[3] });
            job
        })
}

fn sizes(job: &Job) -> Vec<Sizes> {
    study(job).circuits.iter().map(|c| c.sized.chosen.sizes.clone()).collect()
}

proptest! {
    #![proptest_config(cases(60))]

    #[test]
    fn the_fuse_lies_between_load_and_wire(job in job()) {
        for jovek_core::plan::study::Studied { sized, .. } in &study(&job).circuits {
            if sized.is_short { continue; }
            let trial = &sized.chosen;
            let fuse = trial.sizes.fuse.unwrap();
            prop_assert!(fuse.rating_a <= trial.ampacity_a, "fuse above wire");
            prop_assert!(fuse.rating_a * 0.8 >= trial.load_a * 0.999, "fuse below load");
            prop_assert!(!trial.drop.is_over(), "need not met");
        }
    }

    /// Behind the same fuse and the same hardware, that is. A heavier load may be given a relay, which
    /// shortens its way, or the next fuse, which has less resistance than a small one; both leave
    /// more of the allowed drop to the copper.
    #[test]
    fn a_bigger_load_never_gets_a_thinner_wire(job in job(), more in 1.0..1.4f64) {
        let mut heavier = job.clone();
        let light = &mut heavier.circuits[0].lights[0];
        light.label_w = light.label_w.map(|w| w * more);
        let (a, b) = (study(&job), study(&heavier));
        let (a, b) = (&a.circuits[0].sized, &b.circuits[0].sized);
        let (light, heavy) = (&a.chosen.sizes, &b.chosen.sizes);
        // The wire that was refused for the lighter load had that fuse and hardware too.
        let refused = a.thinner.as_ref().map_or(light, |t| &t.sizes);
        let is_alike = [light, refused]
            .iter()
            .all(|s| s.fuse == heavy.fuse && s.control == heavy.control);
        if is_alike && !a.is_short && !b.is_short {
            let (thin, thick) = (light.wire.area_mm2(), heavy.wire.area_mm2());
            prop_assert!(thick >= thin, "{thin} mm² for the lighter, {thick} for the heavier");
        }
    }

    /// Each thinner wire of the shelf was tried and refused: forced, it breaks a rule.
    #[test]
    fn no_wire_is_thicker_than_the_thinnest_that_passes(mut job in job()) {
        // A cut-in that is only guessed is worth a size or two: see `a_guessed_cut_in_is_worth_two_sizes`.
        for light in &mut job.circuits[0].lights {
            if let LightKind::Regulated { cut_in_v } = &mut light.draws {
                *cut_in_v = Some(cut_in_v.unwrap_or(9.0));
            }
        }
        let chosen = study(&job).circuits.remove(0).sized;
        if chosen.is_short { return Ok(()); }
        let area_mm2 = chosen.chosen.sizes.wire.area_mm2();
        for thinner in job.shop.shelf().into_iter().filter(|c| c.area_mm2() < 0.99 * area_mm2) {
            let mut forced = job.clone();
            forced.circuits[0].feed = Some(Feed::Battery {});
            forced.circuits[0].overrides.wire =
                Some(Override { value: thinner, reason: "as tried".into() });
            let tried = study(&forced).circuits.remove(0).sized;
            prop_assert!(tried.chosen.refusal.is_some(), "{} would do", thinner.label());
        }
    }

    /// A smaller fuse protects a thinner wire: it never asks for a thicker one, behind leads of the same size.
    /// Where no plug takes the trunk, a small fuse lets thinner leads into the plugs, and the trunk makes up for them.
    #[test]
    fn a_smaller_fuse_never_forces_a_thicker_wire(job in job()) {
        let with_fuse = |rating_a: f64| {
            let mut forced = job.clone();
            forced.circuits[0].overrides.fuse_a =
                Some(Override { value: rating_a, reason: "as tried".into() });
            study(&forced).circuits.remove(0).sized
        };
        let ladder = [3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 25.0, 30.0];
        let each = ladder.map(with_fuse);
        for (pair, ratings) in each.windows(2).zip(ladder.windows(2)) {
            if pair.iter().any(|s| s.is_short) { continue; }
            let [small, large] = [0, 1].map(|k| &pair[k].chosen.sizes);
            let fits_plug = [small, large].iter().all(|s| EndKind::LampPlug.takes(s.wire));
            if !fits_plug && small.lamp_wire != large.lamp_wire { continue; }
            let [small, large] = [small, large].map(|s| s.wire.area_mm2());
            prop_assert!(small <= large, "{small} mm² at {} A, {large} at {} A", ratings[0], ratings[1]);
        }
    }

    /// A lamp that needs nothing unusual is never told that what it has is below itself.
    #[test]
    fn no_sentence_compares_a_figure_with_itself(a in 0.0..30.0f64, by in 1e-7..1.0f64) {
        let (small, large) = jovek_core::base::figure::apart(a, a + by, "V");
        prop_assert_ne!(small, large);
    }

    /// Sizing what was sized changes nothing: the chosen wire, forced, gives the same parts; and the
    /// same job gives the same answers to the byte.
    #[test]
    fn sizing_is_idempotent(job in job()) {
        let once = sizes(&job);
        let mut again = job.clone();
        again.circuits[0].feed = Some(Feed::Battery {});
        again.circuits[0].overrides.wire =
            Some(Override { value: once[0].wire, reason: "as proposed".into() });
        prop_assert_eq!(&once, &sizes(&again));
        let text = |j: &Job| serde_json::to_string(&assess(j)).unwrap();
        prop_assert_eq!(text(&job), text(&job));
    }

    #[test]
    fn writing_then_reading_gives_the_same_job(job in job()) {
        let text = job.write();
        let back = Job::read(&text).unwrap();
        prop_assert_eq!(&back, &job);
        prop_assert_eq!(back.write(), text);
    }

    #[test]
    fn cut_lengths_cover_their_paths(job in job()) {
        let answers = assess(&job);
        for cut in &answers.cuts {
            let ends_m = if cut.is_short { 0.05 } else { 0.3 };
            prop_assert!(cut.length_m >= cut.path_m + ends_m - 1e-9 && cut.length_m < cut.path_m + ends_m + 0.051);
        }
        let cut: f64 = answers.cuts.iter().map(|c| c.length_m).sum();
        let bought: f64 = answers.parts.iter().filter(|p| p.of == PartOf::Wire).map(|p| p.quantity).sum();
        prop_assert!((cut - bought).abs() < 1e-6, "{cut} m cut, {bought} m on the parts list");
    }
}

proptest! {
    #![proptest_config(cases(500))]

    #[test]
    fn random_bytes_never_panic_the_reader(bytes in prop::collection::vec(any::<u8>(), 0..300)) {
        let _ = Job::read(&String::from_utf8_lossy(&bytes));
    }

    /// A sound job with one place torn out or replaced: refused in words or assessed, never a panic.
    #[test]
    fn a_damaged_job_never_panics(which in 0usize..4, at in any::<prop::sample::Index>(), with in 0usize..8) {
        let (_, job) = crate::common::demo_jobs().swap_remove(which);
        let mut json = serde_json::to_value(&job).unwrap();
        let mut places = Vec::new();
        pointers("", &json, &mut places);
        let values = [
            serde_json::json!(null), serde_json::json!(-1), serde_json::json!(0), serde_json::json!(1e308),
            serde_json::json!("x"), serde_json::json!([]), serde_json::json!({}), serde_json::json!(true),
        ];
        let place = at.get(&places).clone();
        *json.pointer_mut(&place).unwrap() = values[with].clone();
        if let Ok(job) = Job::read(&json.to_string()) {
            assess(&job);
        }
    }
}

fn pointers(at: &str, json: &serde_json::Value, out: &mut Vec<String>) {
    match json {
        serde_json::Value::Object(map) => {
            for (key, value) in map {
                out.push(format!("{at}/{key}"));
                pointers(&format!("{at}/{key}"), value, out);
            }
        }
        serde_json::Value::Array(list) => {
            for (i, value) in list.iter().enumerate() {
                out.push(format!("{at}/{i}"));
                pointers(&format!("{at}/{i}"), value, out);
            }
        }
        _ => {}
    }
}
