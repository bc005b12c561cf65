//! Lamps of several functions in one housing: one ground for all of them, by Kirchhoff's law; what a lost ground does;
//! one part, one mount, one plug with a pin to each lead.

use crate::common::bench::{job as bench, wire};
use jovek_core::answers::assess;
use jovek_core::catalog::contact::{CHASSIS_OHM, LAMP_PLUG_OHM, STUD_OHM};
use jovek_core::circuit::Device;
use jovek_core::job::{
    CircuitId, FactoryId, FaultKind, Feed, HousedLamp, Housing, HousingGround, HousingId, Job,
    LampRole, LightId, LightKind, OldLamp, ReturnKind, Signal, SupplyState, VehicleSide, Wish,
};
use jovek_core::plan::end::{End, Host, HousingEnd, HousingIx};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::failures;
use jovek_core::proof::simulation::Simulation;
use jovek_core::work::steps;

/// Tail and brake lamp of one side in a housing, each tied in to its factory wire; one ground of 0.8 m to a stud.
fn rear_lamp(draws: LightKind) -> Job {
    let mut job = bench(&[], Wish::With(Signal::Parking), None);
    job.circuits[0].name = "Tail lamps".into();
    let mut brake = job.circuits[0].clone();
    (brake.id, brake.name) = (CircuitId::from("brake"), "Brake lamps".into());
    brake.lit = Wish::With(Signal::Brake);
    brake.lights[0].id = LightId::from("brake-l");
    job.circuits.push(brake);
    for (circuit, (id, signal, role, watt)) in job.circuits.iter_mut().zip([
        ("tail", Signal::Parking, LampRole::Tail, 5.0),
        ("stop", Signal::Brake, LampRole::Brake, 21.0),
    ]) {
        let mut factory = wire(id, signal, VehicleSide::Own);
        // On the tail wire the other side's lamp is left.
        factory.existing_a = Some(if role == LampRole::Tail { 0.8 } else { 0.0 });
        job.factory.push(factory);
        circuit.feed = Some(Feed::TieIn { factory: FactoryId::from(id) });
        let light = &mut circuit.lights[0];
        light.name = if role == LampRole::Tail { "Tail".into() } else { "Brake".into() };
        (light.count, light.draws, light.label_w) = (1, draws, Some(watt));
        light.role = Some(role);
    }
    let lamps = job.circuits.iter().map(|c| HousedLamp {
        light: c.lights[0].id.clone(),
        number: 0,
        lead_colour: None,
    });
    job.housings.push(Housing {
        id: HousingId::from("left"),
        name: "Rear lamp, left".into(),
        lamps: lamps.collect(),
        ground: Some(HousingGround {
            by: ReturnKind::ChassisStud,
            length_m: Some(0.8),
            zone: None,
        }),
    });
    job
}

const LED: LightKind = LightKind::Regulated { cut_in_v: Some(9.5) };

/// What comes in through both lamps goes out through the one ground: its volts are the sum of both currents, each
/// P / U, times plug, wire at 60 °C, stud and frame.
#[test]
fn the_ground_carries_the_sum() {
    let job = rear_lamp(LED);
    let study = study(&job);
    let ground_wire = study.grounds[0].wire().unwrap();
    let mut live =
        Simulation::new(&study, study.situation(SupplyState::EngineOff, study.most_lit()));
    let solution = live.solve().unwrap();
    let lamps: Vec<_> = live.built.circuits.iter().map(|c| c.lamps[0][0]).collect();
    let ends = |lamp| live.built.net.element(lamp);
    assert_eq!(ends(lamps[0]).to, ends(lamps[1]).to, "both end in the housing");
    let node_v = solution.node_v(ends(lamps[0]).to);
    let sum_a: f64 = [5.0, 21.0]
        .into_iter()
        .zip(&lamps)
        .map(|(watt, lamp)| watt / (solution.node_v(ends(*lamp).from) - node_v))
        .sum();
    let ohm = LAMP_PLUG_OHM + ground_wire.wire.ohm(0.8, 60.0) + STUD_OHM + CHASSIS_OHM;
    assert!((node_v - sum_a * ohm).abs() < 1e-4, "{node_v} V, by hand {} V", sum_a * ohm);
    // No thinner than what feeds it, and the circuits lead nothing back by themselves.
    for (chain, sizes) in study.parts() {
        assert!(ground_wire.wire.area_mm2() >= sizes.lamp_wire.area_mm2());
        assert!(!chain.has_own_return());
    }
}

/// A lost ground of filaments: the brake current comes back through the tail filament, backwards, and lights what else
/// hangs on the tail wire. An LED lamp lets nothing back. The proof tells it of both circuits.
#[test]
fn a_lost_ground_looks_for_another_way() {
    let job = rear_lamp(LightKind::Incandescent {});
    let study = study(&job);
    let brake_on = study.wiring.lit_by(&study.wiring.logic[1])[0];
    let mut live = Simulation::new(&study, study.situation(SupplyState::EngineOff, brake_on));
    let place = *live
        .built
        .places
        .iter()
        .find(|p| p.what == PartKind::HousingGround(0))
        .expect("the ground is in the network");
    assert!(live.fail(place, FaultKind::Open));
    let solution = live.solve().unwrap();
    let [tail, brake] = [0, 1].map(|c: usize| live.built.circuits[c].lamps[0][0]);
    let (tail_a, brake_a) = (solution.current_a(tail), solution.current_a(brake));
    assert!(brake_a > 0.2 && (tail_a + brake_a).abs() < 1e-3, "{brake_a} A in, {tail_a} A out");
    // The smaller filament has nearly all of the volts: it lights with the brake.
    let volts = |lamp| solution.across_v(&live.built.net, lamp).abs();
    assert!(volts(tail) > 3.0 * volts(brake), "{} V and {} V", volts(tail), volts(brake));
    let lost = failures(&job, &study)
        .into_iter()
        .find(|f| f.part == "housing/left.ground" && f.kind == FaultKind::Open)
        .expect("a lost ground is tried");
    assert_eq!(lost.name, "ground of Rear lamp, left");
    assert!(lost.effects.len() > 1 && lost.remedy.is_some_and(|r| r.contains("second ground")));
    let led = rear_lamp(LED);
    assert!(led.circuits.iter().all(|c| c.lights[0].draws == LED));
}

/// One part, one mount, one plug: a pin to each function and one to the ground, which has its own wire and stud.
#[test]
fn it_is_one_part() {
    let mut job = rear_lamp(LED);
    job.housings[0].lamps[1].lead_colour = Some("red".into());
    let answers = assess(&job);
    let lights: Vec<_> = answers.parts.iter().filter(|p| p.group == "lights").collect();
    assert_eq!(lights.len(), 1, "{lights:?}");
    assert_eq!((lights[0].part.as_str(), lights[0].quantity), ("Rear lamp, left", 1.0));
    let own = HousingIx(0);
    let plug = answers.connectors.iter().find(|c| c.of == Host::Housing(own)).unwrap();
    let says: Vec<&str> = plug.cavities.iter().map(|c| c.says.as_str()).collect();
    assert!(says[0].starts_with("Tail +: ") && says[1].starts_with("Brake + (red lead): "));
    assert!(says[2].starts_with("ground: ") && plug.halves.len() == 1, "{says:?}");
    assert!(!answers.connectors.iter().any(|c| matches!(c.of, Host::Lamp(_))));
    // Its ground is cut once, every function once.
    let ends =
        |end: End| answers.cuts.iter().filter(|c| c.to_end == end || c.from_end == end).count();
    assert_eq!(ends(End::Housing(own, HousingEnd::Stud)), 1);
    assert_eq!(answers.cuts.iter().filter(|c| c.role.is_return()).count(), 1);
    assert!(answers.cuts.iter().any(|c| c.from == "Rear lamp, left ground"));
    assert!(answers.cuts.iter().any(|c| c.to == "Rear lamp, left Brake + (red lead)"));
    let all = steps(&job, &study(&job), &answers);
    let ids: Vec<&str> = all.iter().map(|s| s.id.0.as_str()).collect();
    for id in ["mount.housing.left", "ground.housing.left", "plug.housing.left"] {
        assert!(ids.contains(&id), "{id} in {ids:?}");
    }
    assert!(!ids.iter().any(|id| id.starts_with("mount.c") || *id == "mount.brake"));
    // The brake lamp is tried when the plug of the housing is in.
    let test = all.iter().find(|s| s.id.0 == "test.brake").unwrap();
    assert!(test.after.iter().any(|a| a.step.0 == "plug.housing.left"));
}

/// On the factory's plug: nothing of ours; the old one off, the new one in, once for all functions.
#[test]
fn it_sits_on_the_factory_plug() {
    let mut job = rear_lamp(LED);
    for (circuit, id) in job.circuits.iter_mut().zip(["tail", "stop"]) {
        circuit.feed = Some(Feed::Plug { factory: FactoryId::from(id) });
        circuit.lights[0].replaces =
            Some(OldLamp { name: "Old rear lamp".into(), ..OldLamp::default() });
    }
    let (study, answers) = (study(&job), assess(&job));
    assert!(answers.cuts.is_empty(), "{:?}", answers.cuts);
    let all = steps(&job, &study, &answers);
    let starting = |what: &str| all.iter().filter(|s| s.id.0.starts_with(what)).count();
    for what in ["off.", "plug.", "mount.", "on."] {
        assert_eq!(starting(what), 1, "{what}");
    }
    // 1 m of the factory's wire back, once for both: 1.5 mm² at 40 °C as all its plugs.
    let live = Simulation::new(&study, study.situation(SupplyState::EngineOff, study.most_lit()));
    let ground = live.built.grounds[0].unwrap();
    let Device::Resistor(ground) = live.built.net.element(ground).device else { panic!() };
    let by_hand = LAMP_PLUG_OHM + study.factory[0].wire.ohm(1.0, 40.0) + STUD_OHM + CHASSIS_OHM;
    assert!((ground.ohm - by_hand).abs() < 1e-9);
}

/// What cannot be is refused with its place: a lamp that is not there, a lamp in two housings, leads that end unlike.
#[test]
fn bad_housings_are_refused() {
    type Spoil = fn(&mut Job);
    let spoils: [(Spoil, &str); 4] = [
        (|j| j.housings[0].lamps[0].number = 3, "housings[0].lamps[0].number"),
        (|j| j.housings[0].lamps[0].light = LightId::from("none"), "housings[0].lamps[0].light"),
        (|j| j.housings[0].lamps[1] = j.housings[0].lamps[0].clone(), "is in two housings"),
        (
            |j| {
                j.circuits[1].lights[0].lead = Some(jovek_core::job::LampLead {
                    ends: jovek_core::job::LampEnd::Bare,
                    ..Default::default()
                });
            },
            "ends otherwise",
        ),
    ];
    let sound = rear_lamp(LED);
    assert_eq!(Job::read(&sound.write()).unwrap(), sound);
    for (spoil, says) in spoils {
        let mut job = sound.clone();
        spoil(&mut job);
        let refused = Job::read(&job.write()).unwrap_err().to_string();
        assert!(refused.contains(says), "{refused}");
    }
}
