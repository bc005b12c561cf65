//! The proof of the demo jobs, and what it must catch. Facts of the trade here are common practice;
//! no source. Figures of the demo jobs are invented.

use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    CircuitId, FaultKind, Feed, Job, LampCircuit, LampRole, LightId, OutputKind, Signal, Switch,
    SwitchId, SwitchKind, VehicleSide, Wish,
};
use jovek_core::moment::saved_now;
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{Failure, mistaken, prove, sweep_with};

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

#[test]
fn every_demo_job_is_proven_over_every_combination() {
    for (name, job) in crate::common::demo_jobs() {
        let proof = prove(&job, saved_now(&job));
        assert!(proof.passes && proof.is_whole, "{name}: {proof:#?}");
        assert!(proof.wishes.iter().all(|w| w.missed == 0 && !w.is_blinking && !w.is_dim));
        assert!(proof.saved.iter().all(|s| s.is_right), "{name}: {:?}", proof.saved);
        assert_eq!(proof.wishes.len(), job.circuits.len());
    }
}

/// Leaving out or turning round any diode of a demo job is caught.
#[test]
fn every_diode_of_the_demo_jobs_is_needed() {
    let mut tried = 0;
    for (name, job) in crate::common::demo_jobs() {
        let study = study(&job);
        let places = Simulation::at_rest(&study).built.places;
        for place in places.into_iter().filter(|p| matches!(p.what, PartKind::Diode(_))) {
            for fault in [FaultKind::LeftOut, FaultKind::Reversed] {
                let swept = sweep_with(&study, place, fault).unwrap();
                assert!(mistaken(&swept), "{name}: {place:?} {fault:?} is not caught");
                tried += 1;
            }
        }
    }
    assert!(tried >= 20, "only {tried} diodes tried");
}

/// A diode in each leg of the work lamps; without it the reverse lamps come on, and the way is told.
#[test]
fn a_backfeed_is_told_with_the_way_that_it_took() {
    let mut job = demo("14");
    // Somebody wires both to the coil by hand: the same as a bridged diode.
    let study = study(&job);
    let live = Simulation::at_rest(&study);
    let diode = *live.built.places.iter().find(|p| matches!(p.what, PartKind::Diode(1))).unwrap();
    let swept = sweep_with(&study, diode, FaultKind::LeftOut).unwrap();
    let fed = swept.fed_back.iter().find(|f| job.factory[f.factory].id.0 == "reverse").unwrap();
    assert!(fed.volt_v > 10.0 && fed.current_a > 1.0, "{fed:?}");
    // The failure study tells the same of a diode that fails short.
    let proof = prove(&job, saved_now(&job));
    let short =
        |f: &&jovek_core::proof::Failure| f.part == "rear.diode.1" && f.kind_text == "short";
    let failure = proof.failures.iter().find(short).unwrap();
    assert!(failure.effects.iter().any(|e| e.starts_with("Reverse lamps is fed backwards")));
    // A watched wire notices a coil of 100 ohm but not a small one.
    job.factory[0].output = OutputKind::Monitored;
    job.circuits[0].control.kind = None;
    let used = assess(&job).circuits[0].ways.iter().find(|w| w.is_used).unwrap().clone();
    assert_eq!(used.label, "Small signal relays");
}

/// One feed for both low beams: a blown fuse, a stuck relay or a lost ground puts both out, whatever high beam does. A
/// feed for each side is enough. Common practice, no source.
#[test]
fn one_feed_for_all_headlamps_is_found_and_two_are_not() {
    let mut job = demo("55");
    let grave = |job: &Job| -> Vec<String> {
        let failures = prove(job, saved_now(job)).failures;
        failures.into_iter().filter(|f| f.grade.is_some()).map(|f| f.part).collect()
    };
    let one_feed = grave(&job);
    assert!(one_feed.iter().any(|part| part == "low.fuse"), "{one_feed:?}");
    assert!(one_feed.iter().all(|part| part.starts_with("low.")), "low stays on with high");
    let mut sides = job.clone();
    for circuit in &mut sides.circuits {
        circuit.lights[0].count = 1;
    }
    for k in [0, 1] {
        let mut right = sides.circuits[k].clone();
        right.id = CircuitId(format!("{}-right", right.id));
        right.lights[0].id = LightId(format!("{}-right", right.lights[0].id));
        sides.circuits.push(right);
    }
    assert_eq!(grave(&sides), Vec::<String>::new());
    job.circuits.pop();
    job.circuits[0].lights[0].role = Some(LampRole::Headlamp);
    let proof = prove(&job, saved_now(&job));
    for (part, kind) in
        [("low.fuse", "open"), ("low.relay.1", "stuck open"), ("low.coil_ground.1", "open")]
    {
        let failure = proof
            .failures
            .iter()
            .find(|f| f.part == part && f.kind_text == kind)
            .unwrap_or_else(|| panic!("{part} {kind} does nothing"));
        assert_eq!(failure.grade, Some(Grade::Fix), "{part}: {failure:?}");
        assert!(failure.remedy.is_some());
    }
    // One of two lamps out is not both.
    let one = proof.failures.iter().find(|f| f.part == "low.lamp.1.1").unwrap();
    assert_eq!(one.grade, None);
    assert_eq!(one.effects, ["Low beams: partly out with low beam."]);
}

/// A lead that hangs on the tail lamps' wire without a fuse of its own takes them down when it
/// chafes through.
#[test]
fn a_chafed_signal_lead_takes_the_factory_lamps_down() {
    let mut job = demo("14");
    job.circuits[0].lit = Wish::Any(vec![
        Wish::With(Signal::Brake),
        Wish::Switch { id: SwitchId("rear-work".into()), position: Default::default() },
    ]);
    job.factory[0].follows = Signal::Brake;
    // By itself the plan puts a small fuse there.
    let lead_short = |job: &Job| {
        let proof = prove(job, saved_now(job));
        let is_lead = |f: &&Failure| f.part == "rear.signal.reverse" && f.kind_text == "short";
        (proof.failures.iter().find(is_lead).unwrap().grade, proof.passes)
    };
    assert_eq!(lead_short(&job), (None, true));
    job.circuits[0].control.lead_fuse = Some(false);
    let proof = prove(&job, saved_now(&job));
    let lead = proof
        .failures
        .iter()
        .find(|f| f.part == "rear.signal.reverse" && f.kind_text == "short")
        .unwrap();
    assert_eq!(lead.grade, Some(Grade::Stop), "{lead:?}");
    assert!(!proof.passes);
    assert!(lead.remedy.unwrap().contains("fuse of its own"));
}

/// What a hand leaves on, and what flows with everything off.
#[test]
fn the_key_out_is_looked_at() {
    let drains = prove(&demo("14"), saved_now(&demo("14"))).drains.unwrap();
    assert!(drains.key_off_a < 0.001, "{}", drains.key_off_a);
    assert_eq!(drains.left_on.len(), 3);
    // What hangs on the auxiliary battery is taken from that one, and counts: P = U·I of the lamps.
    let beacons = drains.left_on.iter().find(|l| l.circuit == "Beacons").unwrap();
    assert!((2.0..2.6).contains(&beacons.current_a), "{}", beacons.text);
    assert!(beacons.text.contains("from the auxiliary battery"), "{}", beacons.text);
    // A timer module draws a little all the time.
    let mut job = demo("14");
    let steps = job.circuits.iter_mut().find(|c| c.id.0 == "steps").unwrap();
    steps.lit = Wish::After { lit: Box::new(Wish::With(Signal::Parking)), seconds: 30.0 };
    steps.feed = Some(Feed::Battery {});
    let drains = prove(&job, saved_now(&job)).drains.unwrap();
    assert!((0.004..0.007).contains(&drains.key_off_a), "{}", drains.key_off_a);
}

/// A load on the lamp wire of a trailer socket is taken for a trailer from 0.25 A.
#[test]
fn a_trailer_module_sees_the_hitch_lamp() {
    let mut job = demo("58");
    assert!(prove(&job, saved_now(&job)).watched[0].is_noticed);
    job.circuits[1].lights[0].label_w = Some(1.0);
    job.circuits[1].lights[0].measured = None;
    assert!(!prove(&job, saved_now(&job)).watched[0].is_noticed);
}

fn with_wish(wish: Wish) -> Job {
    let mut job = demo("14");
    job.circuits.truncate(1);
    job.circuits[0].lit = wish;
    job.circuits[0].control.kind = None;
    job
}

fn codes(job: &Job) -> Vec<FindingCode> {
    assess(job).findings.iter().map(|f| f.code).collect()
}

/// Wishes that cannot be are named with their remedy; none of them breaks an assessment or a proof.
#[test]
fn wishes_that_cannot_be_are_named() {
    let parking = || Wish::With(Signal::Parking);
    let never = Wish::All(vec![parking(), Wish::Not(Box::new(parking()))]);
    assert!(codes(&with_wish(never)).contains(&FindingCode::NeverLit));
    let always = Wish::Any(vec![parking(), Wish::Not(Box::new(parking()))]);
    assert!(codes(&with_wish(always)).contains(&FindingCode::LitAtRest));
    let unmet = with_wish(Wish::With(Signal::Fog));
    assert!(codes(&unmet).contains(&FindingCode::DoesNotFollow));
    assert!(!prove(&unmet, saved_now(&unmet)).passes);
    let held = Wish::Held { from: Box::new(parking()), until: Box::new(Wish::OwnSwitch) };
    let nested = Wish::Held { from: Box::new(held), until: Box::new(Wish::OwnSwitch) };
    let refused = Job::read(&with_wish(nested).write()).unwrap_err().to_string();
    assert!(refused.contains("one hold inside another"), "{refused}");
    let ghost = Wish::Switch { id: SwitchId("ghost".into()), position: Default::default() };
    let refused = Job::read(&with_wish(ghost).write()).unwrap_err().to_string();
    assert!(refused.contains("add it under Switch"), "{refused}");
    let empty = Job::read(&with_wish(Wish::Any(Vec::new())).write()).unwrap_err().to_string();
    assert!(empty.contains("an empty list"), "{empty}");
}

#[test]
fn forty_lamps_on_one_switch_are_a_stop() {
    let mut job = demo("51");
    job.circuits[0].lights[0].count = 40;
    job.circuits[0].control.kind = Some(jovek_core::job::ControlKind::Switch);
    let answers = assess(&job);
    let finding =
        answers.findings.iter().find(|f| f.code == FindingCode::ContactOverloaded).unwrap();
    assert_eq!(finding.grade, Grade::Stop);
    assert!(finding.remedy.contains("relay"));
}

/// Two vehicles, four lamps, five signals each way: too many to sweep at once are swept in groups
/// that share a signal, and nothing is missed within them.
#[test]
fn many_inputs_are_swept_in_groups() {
    let mut job = demo("31");
    for k in 0..14 {
        let id = SwitchId(format!("s{k}"));
        job.switches.push(Switch {
            id: id.clone(),
            name: format!("S{k}"),
            kind: SwitchKind::OnOff,
        });
        let mut circuit = LampCircuit::starter(CircuitId(format!("x{k}")), &format!("Extra {k}"));
        circuit.lit = Wish::Switch { id, position: Default::default() };
        job.circuits.push(circuit);
    }
    let proof = prove(&job, saved_now(&job));
    assert!(!proof.is_whole && proof.states_text.contains("each group"), "{}", proof.states_text);
    assert!(proof.passes, "{:#?}", proof.wishes.iter().find(|w| w.missed > 0));
    assert!(job.factory.iter().any(|f| f.of == VehicleSide::Towing));
}
