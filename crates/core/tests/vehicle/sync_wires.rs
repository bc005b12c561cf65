//! Warning lamps with a third lead: joined, they flash in step; a pattern lead is set once and capped.

use crate::common::bench::{job, switch};
use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::light::SYNC_INPUT_OHM;
use jovek_core::circuit::solve;
use jovek_core::job::{Flash, Job, LampColour, LampEnd, LampLead, LampRole, Region, SupplyState};
use jovek_core::plan::end::Pole;
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::failures;
use jovek_core::road::road;
use jovek_core::work::steps;

/// Some lamps on one switch that flash 2.5 times a second by themselves.
fn beacons(count: u32, ends: LampEnd) -> Job {
    let mut job = job(&[], switch("on-off"), None);
    let light = &mut job.circuits[0].lights[0];
    light.count = count;
    light.role = Some(LampRole::Warning);
    light.colour = Some(LampColour::Amber);
    light.flash = Some(Flash { hz: 2.5, duty: 0.4 });
    light.lead = Some(LampLead { ends, length_m: Some(0.3), wire: None });
    light.has_sync_lead = true;
    light.has_pattern_lead = true;
    job
}

fn quantity(answers: &Answers, part: &str) -> f64 {
    let lines = answers.parts.iter().filter(|p| p.part.starts_with(part));
    lines.map(|p| p.quantity).sum()
}

/// A wire to each from one splice, of the thinnest that the shop lays, and a plug with a cavity for it.
#[test]
fn plugs_get_a_cavity_and_a_wire_of_their_own() {
    let answers = assess(&beacons(3, LampEnd::Plug));
    let sync: Vec<_> = answers.cuts.iter().filter(|c| c.to.ends_with(" sync")).collect();
    let to: Vec<&str> = sync.iter().map(|c| c.to.as_str()).collect();
    assert_eq!(to, ["lamp 1 sync", "lamp 2 sync", "lamp 3 sync"]);
    let plus = answers.cuts.iter().find(|c| c.to == "lamp 1 +").unwrap();
    for cut in &sync {
        assert_eq!(cut.from, "branch sync");
        assert!(cut.wire.area_mm2() <= plus.wire.area_mm2(), "{}", cut.wire_text);
        assert_ne!(cut.colour, plus.colour, "it is told from the feed");
    }
    let plug = answers.connectors.iter().find(|c| c.name.ends_with("lamp 2")).unwrap();
    assert_eq!(plug.housing, "sealed 4-way connector");
    let says: Vec<&str> = plug.cavities.iter().map(|c| c.says.split(':').next().unwrap()).collect();
    assert_eq!(says, ["+", "-", "sync", "pattern"]);
    assert_eq!(plug.cavities[2].wires, [sync[1].label.as_str()]);
    let pin = answers.pins.iter().find(|p| p.wire == sync[1].label).unwrap();
    assert_eq!(pin.pin, "3 (sync)");
}

/// Bare leads meet in one joint: no wire is cut for them, and the pattern leads are capped.
#[test]
fn bare_leads_are_joined_and_capped() {
    let answers = assess(&beacons(3, LampEnd::Bare));
    assert!(!answers.cuts.iter().any(|c| c.from.contains("sync") || c.to.contains("sync")));
    let lone = assess(&beacons(1, LampEnd::Bare));
    assert_eq!(quantity(&answers, "end cap"), 3.0, "a pattern lead each");
    assert_eq!(quantity(&lone, "end cap"), 2.0, "sync and pattern lead: nothing to keep in step");
    assert!(!lone.checks.iter().any(|c| c.id.0.ends_with(".in_step")));
    let job = beacons(3, LampEnd::Bare);
    let steps = steps(&job, &study(&job), &answers);
    let bench = steps.iter().find(|s| s.id.0 == "bench").unwrap();
    assert!(bench.how.iter().any(|line| line.contains("pattern lead")), "{:?}", bench.how);
}

/// The joint of the bare leads is made: three of them in one splice.
#[test]
fn the_joint_of_bare_sync_leads_is_on_the_list() {
    let answers = assess(&beacons(3, LampEnd::Bare));
    let joint = answers.joints.iter().find(|j| j.place == "branch sync").expect("a joint");
    assert_eq!(joint.wires, ["lamp 1 sync lead", "lamp 2 sync lead", "lamp 3 sync lead"]);
}

/// Nothing but their own electronics feeds the wire: whatever is on, no lamp current takes that way. Ohm's law over the
/// inputs.
#[test]
fn no_current_takes_the_sync_wire() {
    let job = beacons(3, LampEnd::Plug);
    let study = study(&job);
    let parts = study.parts();
    for scene in &study.scenes {
        let situation = Situation::plain(&study.supply, SupplyState::Charging, scene.inputs);
        let built = build(study.installed(&parts), &situation);
        let solution = solve(&built.net).unwrap();
        let inputs = built.net.iter().zip(&built.places).filter(|(_, place)| {
            matches!(place.what, PartKind::SyncInput(..) | PartKind::Leg(_, Pole::Sync))
        });
        let mut seen = 0;
        for ((id, _), _) in inputs {
            assert!(solution.current_a(id).abs() < 15.0 / SYNC_INPUT_OHM);
            seen += 1;
        }
        assert_eq!(seen, 6, "three leads, three inputs");
    }
}

/// A broken sync wire puts nothing out and one lamp out of step; the check by hand is there for it.
#[test]
fn a_broken_sync_wire_is_found_by_looking() {
    let job = beacons(3, LampEnd::Plug);
    let study = study(&job);
    let broken: Vec<_> = failures(&job, &study)
        .into_iter()
        .filter(|f| f.name.contains("sync wire"))
        .map(|f| (f.effects, f.grade))
        .collect();
    assert_eq!(broken.len(), 3);
    let name = &job.circuits[0].name;
    for (k, (effects, grade)) in broken.iter().enumerate() {
        assert_eq!(effects, &[format!("{name}: lamp {} out of step with the others.", k + 1)]);
        assert!(grade.is_none());
    }
    let answers = assess(&job);
    assert!(answers.checks.iter().any(|c| c.id.0.ends_with(".in_step")));
}

/// Two unsynchronised lamps at 2.5 Hz look like 5 Hz; in step they are one. Source: 2 x 2.5, and flashes of a vehicle
/// kept below 4 Hz: common practice.
#[test]
fn lamps_in_step_count_once() {
    let says = |job: &Job| {
        let report = road(job, Some(Region::Un)).unwrap();
        let region = &report.regions[0];
        region.together.iter().any(|r| r.says.contains("Unsynchronised"))
    };
    let joined = beacons(2, LampEnd::Plug);
    let mut apart = joined.clone();
    apart.circuits[0].lights[0].has_sync_lead = false;
    assert!(says(&apart));
    assert!(!says(&joined));
    // One flasher for all is as good.
    let light = &mut apart.circuits[0].lights[0];
    light.flash = None;
    apart.circuits[0].control.flasher = Some(Flash { hz: 2.5, duty: 0.5 });
    assert!(!says(&apart));
}
