//! Dimmers in the lamp feed, what lies across relay coils, and lamps that hang on the wire they follow.

use crate::common::bench::{job as bench, not, switch, with};
use jovek_core::answers::{WayAnswer, assess};
use jovek_core::catalog::relay::{RELAYS, suppression_ohm};
use jovek_core::diagram::{Item, Sign, diagram};
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    ControlKind, Dimmed, Feed, Job, JointPractice, LightKind, Signal, Suppression, Switch,
    SwitchId, SwitchKind, SystemVoltage, VehicleState, Wish,
};
use jovek_core::moment::{Moment, moment};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;

/// Two strips on a shared switch with a dimmer.
fn dimmed_job() -> Job {
    let mut job = bench(&[], switch("knob"), None);
    let (id, kind) = (SwitchId("knob".into()), SwitchKind::Dimmer);
    job.switches.push(Switch { id, name: "knob".into(), kind });
    job.circuits[0].lights[0].draws = LightKind::Strip { forward_v: Some(9.0) };
    job
}

fn at(percent: Option<f64>) -> VehicleState {
    let dimmed = percent.map(|percent| Dimmed { switch: SwitchId("knob".into()), percent });
    VehicleState {
        on: vec!["knob".into()],
        dimmed: dimmed.into_iter().collect(),
        ..Default::default()
    }
}

fn codes(job: &Job) -> Vec<FindingCode> {
    assess(job).findings.iter().map(|f| f.code).collect()
}

/// Light and mean current go with the part of the time in which it conducts; volts and amperes do not.
#[test]
fn a_dimmer_dims_by_its_part_of_the_time() {
    let job = dimmed_job();
    let seen = |percent| moment(&job, &at(percent), None).unwrap();
    let (full, part) = (seen(None), seen(Some(40.0)));
    let level = |m: &Moment| m.lamps[0].level;
    assert!((level(&part) / level(&full) - 0.4).abs() < 1e-12);
    assert_eq!(part.circuits[0].current_a, full.circuits[0].current_a);
    assert!(part.circuits[0].text.ends_with("for 40 % of the time"), "{}", part.circuits[0].text);
    assert!(full.circuits[0].dimmed_percent.is_none());
    let told = moment(&job, &at(Some(40.0)), Some(&at(None))).unwrap().changes;
    assert_eq!(told, ["Lamps dimmed to 40 %."]);
    let told = moment(&job, &at(None), Some(&at(Some(40.0)))).unwrap().changes;
    assert_eq!(told, ["Lamps dimmed to full."]);
    // Off is dark whatever the knob says.
    let off = moment(&job, &VehicleState { on: Vec::new(), ..at(Some(40.0)) }, None).unwrap();
    assert!(level(&off) < 1e-9);
}

#[test]
fn a_wrong_setting_is_named() {
    let job = dimmed_job();
    let says = |switch: &str, percent| {
        let dimmed = vec![Dimmed { switch: SwitchId(switch.into()), percent }];
        moment(&job, &VehicleState { dimmed, ..at(None) }, None).unwrap_err().to_string()
    };
    assert!(says("push", 50.0).contains("dimmers of this job: knob"), "{}", says("push", 50.0));
    assert!(says("knob", 0.0).contains("1 to 100 %"));
    assert!(says("knob", f64::NAN).contains("1 to 100 %"));
}

/// It lies in the feed: in the network, in the parts, in the drawing, among what can fail.
#[test]
fn a_dimmer_is_a_part_of_the_circuit() {
    let job = dimmed_job();
    let answers = assess(&job);
    let line = &answers.circuits[0].volt_lines[0];
    let dimmer = line.elements.iter().find(|e| e.name == "dimmer").unwrap();
    // 20 mohm and the jumper to it at the current of the lamps. Ohm's law.
    let study = study(&job);
    let chain = &study.circuits[0].chain;
    let wire = study.circuits[0].sized.chosen.sizes.wire;
    let ohm = 0.020 + wire.ohm(0.1, chain.control_ambient_c());
    // Its own 5 mA pass the jumper too.
    assert!((dimmer.in_v - dimmer.out_v - ohm * line.current_a).abs() < 2e-5);
    assert!(answers.parts.iter().any(|p| p.part == "dimmer module 10 A"), "{:?}", answers.parts);
    assert!(answers.cuts.iter().any(|c| c.from == "dimmer out" && c.to == "branch +"));
    let drawing = diagram(&job, &at(None)).unwrap();
    let module = |i: &Item| matches!(i, Item::Part { sign: Sign::Module, live: true, .. });
    assert!(drawing.pages.iter().flatten().any(module));
    let parts = moment(&job, &at(None), None).unwrap().parts;
    assert!(parts.iter().any(|p| p.name == "dimmer"), "{parts:?}");
    assert!(!codes(&job).contains(&FindingCode::DimmedDriver));
    let mut driver = job.clone();
    driver.circuits[0].lights[0].draws = LightKind::Regulated { cut_in_v: None };
    assert!(codes(&driver).contains(&FindingCode::DimmedDriver));
    let mut strong = job;
    strong.circuits[0].lights[0].label_w = Some(200.0);
    assert!(codes(&strong).contains(&FindingCode::ModuleOverloaded));
}

/// 90 ohm at 13.5 V with 680 ohm across: 102 V of kick, 0.27 W while on. I·R and V²/R, worked by hand; a
/// diode holds it to its own forward voltage. At 24 V the resistor is 2.7 kohm: common practice.
#[test]
fn what_lies_across_a_coil() {
    let mini = RELAYS[1];
    let resistor = mini.suppressed_by(Suppression::Resistor);
    assert!((resistor.kick_v(13.5) - 102.0).abs() < 0.05);
    let lost_w = 13.5 * 13.5 / suppression_ohm(SystemVoltage::V12);
    assert!((lost_w - 0.268).abs() < 0.001);
    assert!(mini.kick_v(13.5) < 1.0);
    assert!((1.0 / resistor.load_ohm() - 1.0 / 90.0 - 1.0 / 680.0).abs() < 1e-12);
    assert_eq!(mini.load_ohm(), 90.0);
    assert_eq!(suppression_ohm(SystemVoltage::V24), 2700.0);
}

/// The shop's school, or one for the circuit; the network, the list and the drawing follow it.
#[test]
fn a_resistor_draws_its_part_of_the_coil_current() {
    let with_school = |shop, own| {
        let mut job =
            bench(&[("r", Signal::Reverse)], with(Signal::Reverse), Some(ControlKind::Relay));
        job.shop.suppression = shop;
        job.circuits[0].control.suppression = own;
        job
    };
    let coil_a = |job: &Job| {
        let study = study(job);
        let mut live = Simulation::at_rest(&study);
        live.put(study.circuits[0].chain.first_lit_by());
        let solution = live.solve().unwrap();
        let at =
            live.built.places.iter().position(|p| matches!(p.what, PartKind::Coil(_))).unwrap();
        let (id, _) = live.built.net.iter().nth(at).unwrap();
        (solution.current_a(id), solution.across_v(&live.built.net, id))
    };
    let (diode, resistor) = (Suppression::Diode, Suppression::Resistor);
    let (plain_a, _) = coil_a(&with_school(diode, None));
    let by_shop = with_school(resistor, None);
    let (more_a, coil_v) = coil_a(&by_shop);
    assert!((more_a - plain_a - coil_v / 680.0).abs() < 2e-4, "{more_a} against {plain_a}");
    assert_eq!(coil_a(&with_school(resistor, Some(diode))).0, plain_a);
    assert_eq!(coil_a(&with_school(diode, Some(resistor))).0, more_a);
    let listed = |job: &Job, word: &str| assess(job).parts.iter().any(|p| p.part.contains(word));
    assert!(listed(&by_shop, "A, with resistor") && !listed(&by_shop, "A, with diode"));
    let drawn = |job: &Job, sign: Sign| {
        let is = |i: &Item| matches!(i, Item::Part { sign: s, .. } if *s == sign);
        diagram(job, &VehicleState::default()).unwrap().pages.iter().flatten().any(is)
    };
    assert!(drawn(&by_shop, Sign::CoilResistor) && !drawn(&by_shop, Sign::Coil));
    assert!(drawn(&with_school(diode, None), Sign::Coil));
    // A small relay before a watched output stays with its diode: a resistor would be noticed.
    let mut small = by_shop;
    small.circuits[0].control.kind = Some(ControlKind::SignalRelays);
    assert!(drawn(&small, Sign::Coil) && drawn(&small, Sign::CoilResistor));
}

fn way<'a>(ways: &'a [WayAnswer], label: &str) -> &'a WayAnswer {
    ways.iter().find(|w| w.label.starts_with(label)).unwrap()
}

/// A lamp that follows one wire may hang on it, cut into or plugged between; or follow it on its own feed.
#[test]
fn the_wire_itself_is_one_of_the_ways() {
    let mut job = bench(&[("tail", Signal::Parking)], with(Signal::Parking), None);
    job.circuits[0].feed = None;
    job.circuits[0].lights[0].label_w = Some(4.0);
    let ways = assess(&job).circuits[0].ways.clone();
    assert!(ways[0].is_advised && ways[0].is_used, "{ways:?}");
    assert_eq!(ways[0].label, "Direct tie-in: wire tail");
    let plug = way(&ways, "Plug-in intermediate lead").takes.clone();
    assert_eq!((plug.kind, plug.joint), (None, Some(JointPractice::PlugIn)));
    let relay = way(&ways, "Relay").takes.clone();
    assert_eq!(relay.feed, Some(Feed::Battery {}));
    let mut plugged = job.clone();
    plugged.circuits[0].control.joint = plug.joint;
    plugged.circuits[0].feed = plug.feed;
    let answers = assess(&plugged);
    assert!(way(&answers.circuits[0].ways, "Plug-in").is_used);
    assert!(!way(&answers.circuits[0].ways, "Direct").is_used);
    assert!(answers.cuts.iter().any(|c| c.from_terminal == "plug-in intermediate lead"));
    // A shop of that school has it first.
    job.shop.joint = JointPractice::PlugIn;
    let ways = assess(&job).circuits[0].ways.clone();
    assert!(ways[0].label.starts_with("Plug-in") && ways[0].is_advised && ways[0].is_used);
    // What follows more than one wire cannot hang on it.
    let two = bench(
        &[("tail", Signal::Parking)],
        jovek_core::job::Wish::Any(vec![with(Signal::Parking), switch("on-off")]),
        None,
    );
    assert!(!assess(&two).circuits[0].ways.iter().any(|w| w.takes.kind.is_none()));
}

/// A switch of its own: alone, with a relay or a controller box, ranked like the others.
#[test]
fn ways_of_a_switch_of_its_own() {
    for (watts, first) in [(10.0, ControlKind::Switch), (60.0, ControlKind::Relay)] {
        let mut job = bench(&[], jovek_core::job::Wish::OwnSwitch, None);
        job.circuits[0].lights[0].label_w = Some(watts);
        let ways = assess(&job).circuits[0].ways.clone();
        assert_eq!(ways.len(), 3, "{ways:?}");
        assert_eq!(ways[0].takes.kind, Some(first), "{watts} W");
        assert!(ways[0].is_advised && ways[0].is_used);
        assert!(ways.iter().any(|w| w.takes.kind == Some(ControlKind::Controller)));
    }
}

/// A coil is judged where it is meant to pull in: a timer's relay while its signal is on, never while the timer alone
/// still runs; a contact at rest lights its lamps without the coil, and no heat keeps it from doing so. Pull-in
/// against temperature: IEC 60028 copper, V(T) = V(23)·R(T)/R(23).
#[test]
fn a_coil_is_judged_where_it_is_meant_to_pull_in() {
    let after = Wish::After { lit: Box::new(with(Signal::Parking)), seconds: 20.0 };
    for (wish, pulls_in) in [(after, true), (not(with(Signal::Parking)), false)] {
        for (ambient_c, is_hot) in [(30.0, false), (125.0, true)] {
            let mut job = bench(&[("park", Signal::Parking)], wish.clone(), None);
            job.circuits[0].lights[0].label_w = Some(100.0);
            for section in &mut job.circuits[0].run.supply {
                (section.length_m, section.ambient_c) = (Some(0.3), Some(ambient_c));
            }
            if !pulls_in {
                job.circuits[0].control.kind = Some(ControlKind::BreakContact);
            }
            let answers = assess(&job);
            let told = answers.findings.iter().any(|f| f.code == FindingCode::HotRelay);
            assert_eq!(told, pulls_in && is_hot, "{wish:?} at {ambient_c} °C");
            for line in &answers.circuits[0].volt_lines {
                let across_v = line.coil.as_ref().unwrap().across_v;
                assert_eq!(across_v > 10.0, pulls_in, "{:?}: {across_v} V", line.state);
            }
        }
    }
}
