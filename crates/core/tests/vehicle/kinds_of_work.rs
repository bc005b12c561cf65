//! Every kind of work begins as a job that is whole: sound figures, a plan, steps, readings, and no more stages than it
//! needs.

use jiff::Timestamp;
use jovek_core::answers::{Answers, assess};
use jovek_core::base::grade::Grade;
use jovek_core::finding::Stage;
use jovek_core::job::{
    ConnectorKind, FuseSurvey, Job, LampRole, OutputKind, Shop, Signal, StopFrom, TrailerLink,
    WorkKind, limits,
};
use jovek_core::kinds::{ALL, add, begun, is_aside, row};
use jovek_core::plan::study::study;
use jovek_core::trailer::connectors::connector;
use jovek_core::trailer::link;
use jovek_core::trailer::towed::towed;
use jovek_core::work::{Step, steps, work};

fn whole(job: &Job) -> (Answers, Vec<Step>) {
    let answers = assess(job);
    let steps = steps(job, &study(job), &answers);
    (answers, steps)
}

/// Each kind has a row of its own, under its own name.
#[test]
fn each_kind_has_its_row() {
    let mut kinds: Vec<WorkKind> = ALL.iter().map(|k| k.kind).collect();
    kinds.sort_unstable();
    kinds.dedup();
    assert_eq!(kinds.len(), ALL.len());
    assert!(ALL.iter().all(|k| (row(k.kind).label)() == (k.label)() && !(k.says)().is_empty()));
    // The enum is counted by its names in the file format.
    let read = |name: &str| serde_json::from_str::<WorkKind>(&format!("\"{name}\""));
    let names = [
        "plug_in",
        "tie_in",
        "switched",
        "key_controlled",
        "headlamp_relay",
        "hitch_lamp",
        "towed_vehicle",
        "trailer_renewal",
        "accent",
        "bulb_to_led",
        "coding",
        "warning",
        "isolation",
        "kit",
        "repair",
    ];
    assert!(names.iter().all(|n| read(n).is_ok_and(|kind| kinds.contains(&kind))));
}

/// What is begun reads back from its file, is within every limit, and has something to fit and to prove.
#[test]
fn each_kind_begins_whole() {
    for kind in ALL {
        let job = begun("9", &[kind.kind], Shop::default());
        assert_eq!(limits::faults(&job), [], "{}", (kind.label)());
        assert_eq!(Job::read(&job.write()).unwrap(), job, "{}", (kind.label)());
        assert_eq!(job.title, (kind.label)());
        let (answers, steps) = whole(&job);
        assert!(steps.len() >= 4, "{}: {} steps", (kind.label)(), steps.len());
        assert!(answers.checks.iter().any(|c| c.is_short), "{}", (kind.label)());
        assert!(!is_aside(&job, kind.opens), "{} opens at a stage it needs", (kind.label)());
    }
}

/// Kinds are added to what is there, in any order, with ids of their own.
#[test]
fn kinds_go_together() {
    for first in ALL {
        for second in ALL {
            let mut job = begun("9", &[first.kind], Shop::default());
            add(&mut job, second.kind);
            assert_eq!(limits::faults(&job), [], "{} and {}", (first.label)(), (second.label)());
            assert!(job.kinds.contains(&first.kind) && job.kinds.contains(&second.kind));
        }
    }
}

/// Stages that the work does not need stand aside, and come back with what needs them.
#[test]
fn stages_stand_aside() {
    let aside = |job: &Job| -> Vec<Stage> {
        let stages = assess(job).stages;
        stages.into_iter().filter(|s| s.is_aside).map(|s| s.stage).collect()
    };
    let mut job = begun("9", &[WorkKind::PlugIn], Shop::default());
    assert_eq!(aside(&job), [Stage::Switch, Stage::Run, Stage::Cut]);
    add(&mut job, WorkKind::Switched);
    assert_eq!(aside(&job), []);
    let bulbs = begun("9", &[WorkKind::BulbToLed], Shop::default());
    let wired = [Stage::Feed, Stage::Switch, Stage::Run, Stage::Cut, Stage::Aim];
    assert_eq!(aside(&bulbs), wired);
    assert_eq!(aside(&begun("9", &[], Shop::default())), [], "nobody said: nothing stands aside");
}

/// Bulbs, a repair and a coding by themselves are fitted and proven in their own size: no harness, no readings of lamps.
#[test]
fn small_work_has_small_steps() {
    for kind in [WorkKind::BulbToLed, WorkKind::Repair, WorkKind::Coding] {
        let job = begun("9", &[kind], Shop::default());
        let (answers, steps) = whole(&job);
        let ids: Vec<&str> = steps.iter().map(|s| s.id.0.as_str()).collect();
        assert!(!ids.iter().any(|id| ["cut", "pull", "bench", "aim"].contains(id)), "{ids:?}");
        assert!(ids.contains(&"after"), "{kind:?}: {ids:?}");
        let own = ["swap|", "repair|", "coding|"];
        let is_own = |id: &str| own.iter().any(|prefix| id.starts_with(prefix));
        assert!(answers.checks.iter().any(|c| is_own(&c.id.0) && c.is_short), "{kind:?}");
    }
}

/// A towed vehicle begins with its own lamps, which stay: nothing to buy but diodes and wire, each lamp on its own ground,
/// and what the towing vehicle does is what they show: no state of the tester's sequence is wrong.
#[test]
fn a_towed_vehicle_keeps_its_lamps() {
    let job = begun("9", &[WorkKind::TowedVehicle], Shop::default());
    let (answers, steps) = whole(&job);
    assert!(answers.parts.iter().all(|p| p.group != "lights"), "{:?}", answers.parts);
    assert!(answers.parts.iter().any(|p| p.part.contains("diode")), "{:?}", answers.parts);
    assert!(answers.cuts.iter().all(|c| !c.role.is_return()), "{:?}", answers.cuts);
    assert!(!steps.iter().any(|s| s.id.0.starts_with("mount.")), "nothing is mounted");
    let study = study(&job);
    let lead = connector(job.trailer.as_ref().unwrap().plug).unwrap();
    let facts = job.trailer.as_ref().unwrap().towed.as_ref().unwrap();
    let found = towed(&job, facts, &study, lead).unwrap();
    let wrong: Vec<_> = found.tests.iter().filter(|t| !t.wrong.is_empty()).collect();
    assert!(wrong.is_empty(), "{wrong:#?}");
    // A pair of diodes for each function and side.
    assert_eq!(found.pairs.len(), 4);
}

/// A hitch lamp is one housing on the wires of the socket, by one lead between socket and plug; where stop and turn share
/// a wire on each side its stop light hangs on both over a pair of diodes, and on a separate socket on the stop wire.
#[test]
fn a_hitch_lamp_takes_what_the_socket_has() {
    let combined = begun("9", &[WorkKind::HitchLamp], Shop::default());
    let (answers, steps) = whole(&combined);
    let lead = "Trailer socket: intermediate lead";
    assert_eq!(answers.connectors.iter().filter(|c| c.name == lead).count(), 1);
    assert!(answers.parts.iter().any(|p| p.part == "Hitch lamp" && p.quantity == 1.0));
    assert!(
        answers.parts.iter().any(|p| p.part == "plug-in intermediate lead" && p.quantity == 1.0)
    );
    let diodes = |a: &Answers| -> f64 {
        a.parts.iter().filter(|p| p.part.contains("diode")).map(|p| p.quantity).sum()
    };
    assert_eq!(diodes(&answers), 2.0, "{:?}", answers.parts);
    // Both wires sit in one lead: what joins them is short.
    assert!(answers.cuts.iter().all(|c| c.path_m <= 1.0), "{:?}", answers.cuts);
    assert!(steps.iter().any(|s| s.id.0 == "mount.housing.hitch"));
    let mut separate = Job::new("9", "");
    separate.trailer = Some(TrailerLink::new(ConnectorKind::Iso13, ConnectorKind::Iso13));
    add(&mut separate, WorkKind::HitchLamp);
    let (answers, _) = whole(&separate);
    assert_eq!(diodes(&answers), 0.0);
    assert!(answers.findings.iter().all(|f| f.grade != Grade::Stop), "{:?}", answers.findings);
    assert!(separate.factory.iter().any(|f| f.follows == Signal::Brake && f.also.is_empty()));
}

/// The page of the hitch lamp reads the lamp as it is planned: its watts under Light count, what nobody said is told as
/// assumed, and a socket that was changed since, or a lamp that wants both wires, is told against the plan.
#[test]
fn the_hitch_page_follows_the_plan() {
    let mut job = begun("9", &[WorkKind::HitchLamp], Shop::default());
    let found = |job: &Job| link(job).unwrap().unwrap().hitch.unwrap();
    let tail = |job: &Job| found(job).taps[0].clone();
    assert!(found(&job).is_planned && tail(&job).is_assumed);
    let light = job.circuits[0].lights.first_mut().unwrap();
    assert_eq!(light.role, Some(LampRole::Tail));
    light.label_w = Some(6.0);
    assert_eq!((tail(&job).current_a, tail(&job).is_assumed), (0.5, false));
    let against = |job: &Job| found(job).mind.iter().filter(|m| m.contains("plan")).count();
    assert_eq!(against(&job), 0, "{:?}", found(&job).mind);
    let mut both = job.clone();
    both.trailer.as_mut().unwrap().hitch.as_mut().unwrap().stop_from = StopFrom::BothWires;
    assert_eq!(against(&both), 1);
    let mut apart = job.clone();
    apart.trailer.as_mut().unwrap().socket = ConnectorKind::Iso13;
    assert_eq!(against(&apart), 1);
    for mut job in [both, apart] {
        assert!(found(&job).is_off_plan);
        add(&mut job, WorkKind::HitchLamp);
        assert!(!found(&job).is_off_plan, "{:?}", found(&job).mind);
        // What was told of it stays.
        assert_eq!((tail(&job).current_a, tail(&job).is_assumed), (0.5, false));
        assert_eq!(job.housings.len(), 1);
        assert!(
            job.housings[0]
                .lamps
                .iter()
                .all(|h| { job.circuits.iter().flat_map(|c| &c.lights).any(|l| l.id == h.light) })
        );
    }
}

/// A lamp that wants both wires at once joins them itself: a lead to each and no diodes; both leads are on the cut list,
/// and it is one stop lamp, not two.
#[test]
fn a_hitch_lamp_that_wants_both_wires_has_a_lead_to_each() {
    let mut job = begun("9", &[WorkKind::HitchLamp], Shop::default());
    job.trailer.as_mut().unwrap().hitch.as_mut().unwrap().stop_from = StopFrom::BothWires;
    add(&mut job, WorkKind::HitchLamp);
    let (answers, steps) = whole(&job);
    assert!(answers.parts.iter().all(|p| !p.part.contains("diode")), "{:?}", answers.parts);
    assert!(answers.parts.iter().any(|p| p.part == "Hitch lamp" && p.quantity == 1.0));
    for lead in ["Stop light, left lead", "Stop light, right lead"] {
        assert!(
            answers.cuts.iter().any(|c| c.from.contains(lead) || c.to.contains(lead)),
            "{lead}: {:?}",
            answers.cuts
        );
    }
    assert!(answers.findings.iter().all(|f| f.grade != Grade::Stop), "{:?}", answers.findings);
    assert_eq!(steps.iter().filter(|s| s.id.0.starts_with("mount.housing")).count(), 1);
}

/// What a kind of work turns on is asked first, and no more once it is said.
#[test]
fn each_kind_asks_what_it_turns_on() {
    let asks = |job: &Job| assess(job).undecided.map(|u| u.asks);
    let of = |kind| begun("9", &[kind], Shop::default());
    let mut job = of(WorkKind::PlugIn);
    assert!(asks(&job).unwrap().contains("plain, pulsed or monitored"));
    job.factory[0].output = OutputKind::Plain;
    assert_eq!(asks(&job), None);
    let mut job = of(WorkKind::KeyControlled);
    assert!(asks(&job).unwrap().contains("which side is live"));
    let read = FuseSurvey { first_key_on_v: Some(12.4), ..FuseSurvey::default() };
    job.factory[0].survey = Some(read);
    assert_eq!(asks(&job), None);
    let mut job = of(WorkKind::Switched);
    assert!(asks(&job).unwrap().contains("how many watts"));
    job.circuits[0].lights[0].label_w = Some(18.0);
    assert_eq!(asks(&job), None);
    let mut job = of(WorkKind::Coding);
    assert!(asks(&job).unwrap().contains("which model series"));
    job.record.coding[0].series = Some("until 2012".into());
    assert_eq!(asks(&job), None);
    let mut job = of(WorkKind::TowedVehicle);
    assert!(asks(&job).unwrap().contains("What does the towed vehicle draw"));
    job.trailer.as_mut().unwrap().towed.as_mut().unwrap().key_on_a = Some(0.4);
    assert_eq!(asks(&job), None);
    for kind in [WorkKind::HeadlampRelay, WorkKind::Accent, WorkKind::HitchLamp, WorkKind::Warning]
    {
        assert!(asks(&of(kind)).is_some(), "{kind:?}");
    }
    assert_eq!(asks(&of(WorkKind::Repair)), None);
}

/// The page of a towed vehicle names the diodes that the plan buys, whatever the shop likes.
#[test]
fn the_towed_page_and_the_plan_name_the_same_diodes() {
    for silicon in [false, true] {
        let mut job = begun("9", &[WorkKind::TowedVehicle], Shop::default());
        job.shop.silicon_diodes = silicon;
        let parts = assess(&job).parts;
        let pairs = link(&job).unwrap().unwrap().towed.unwrap().pairs;
        assert_eq!(pairs.len(), 4);
        for pair in pairs {
            let bought = parts.iter().find(|p| p.part == pair.diode);
            assert!(bought.is_some(), "{} is not among {parts:?}", pair.diode);
        }
    }
}

/// A connector is renewed with the battery off and a lamp on its own plug is lit before it is mounted: the battery goes on
/// between, and no wire of ours is there to be tidied.
#[test]
fn a_lamp_is_lit_on_its_plug_with_the_battery_on() {
    let job = begun("9", &[WorkKind::PlugIn, WorkKind::Repair], Shop::default());
    let steps: Vec<Step> =
        work(&job, Timestamp::UNIX_EPOCH).steps.into_iter().map(|s| s.step).collect();
    let at = |id: &str| steps.iter().position(|s| s.id.0 == id);
    let plug = steps.iter().find(|s| s.id.0 == "plug.c1").unwrap();
    assert!(plug.after.iter().any(|a| a.step.0 == "battery-on"), "{:?}", plug.after);
    assert!(at("battery-off") < at("off.c1") && at("off.c1") < at("battery-on"));
    assert!(at("battery-on") < at("plug.c1") && at("plug.c1") < at("mount.c1"));
    assert_eq!(at("tidy"), None);
    let last = steps.iter().find(|s| s.id.0 == "after").unwrap();
    assert!(last.after.iter().any(|a| a.step.0 == "test.c1"), "{:?}", last.after);
}
