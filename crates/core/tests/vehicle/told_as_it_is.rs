//! What is told only where it is so: figures of lamps that flash, distances and waits that there are.

use jovek_core::answers::assess;
use jovek_core::job::{Job, Shop, WorkKind};
use jovek_core::kinds::begun;
use jovek_core::work::work;

/// A meter shows the mean of a flashing lamp, or whatever it caught: the highest figure is the one to judge. Common
/// practice, no source.
#[test]
fn lamps_that_flash_are_read_at_their_highest() {
    let how = |job: &Job, check: &str| {
        let answers = assess(job);
        let found = answers.checks.iter().find(|c| c.id.0 == format!("c1.{check}")).unwrap();
        found.how.clone()
    };
    let beacons = begun("7", &[WorkKind::Warning], Shop::default());
    for check in ["current_a", "lamp_v", "feed_v", "ground_v", "fuse_v"] {
        assert!(
            how(&beacons, check).ends_with("Take the highest figure while it flashes."),
            "{check}"
        );
    }
    let steady = begun("7", &[WorkKind::Switched], Shop::default());
    assert!(!how(&steady, "current_a").contains("flashes"));
}

/// Without a skeleton nobody knows how far there is to walk, and without glue nothing waits.
#[test]
fn nothing_is_told_of_what_there_is_not() {
    let job = begun("7", &[WorkKind::Switched], Shop::default());
    let now = "2026-11-30T10:00:00Z".parse().unwrap();
    let told = work(&job, now).text;
    assert!(told.contains(" of work"), "{told}");
    assert!(
        !told.contains("to walk") && !told.contains("of waiting") && !told.contains("in all"),
        "{told}"
    );
    let laid = Job::read(include_str!("../../../../demo/unit-14.json")).unwrap();
    assert!(work(&laid, now).text.contains("to walk"), "{}", work(&laid, now).text);
}

/// The wire that a wish waits for is named, so that it is the next one to be probed and added.
#[test]
fn the_missing_wire_is_named() {
    use jovek_core::job::{Signal, VehicleSide, Wish};
    let mut job = Job::starter("7");
    job.factory.clear();
    job.circuits[0].lit = Wish::With(Signal::HighBeam);
    let missing = |job: &Job| assess(job).circuits[0].missing_wire;
    let wire = missing(&job).unwrap();
    assert_eq!((wire.of, wire.follows), (VehicleSide::Own, Signal::HighBeam));
    job.factory.push(crate::common::bench::wire("high", Signal::HighBeam, VehicleSide::Own));
    assert_eq!(missing(&job), None);
}

/// Nobody cuts by a guess: while a length or a lamp's watts are assumed, Cut is open and names them, the step of cutting
/// says so, and the printed list too. Once each is measured, it is done. Common practice, no source.
#[test]
fn cut_waits_for_the_figures_that_wire_turns_on() {
    use jovek_core::answers::StageState;
    use jovek_core::finding::{FindingCode, Stage};
    use jovek_core::question::with_figure;
    let mut job = begun("7", &[WorkKind::Switched], Shop::default());
    let light = &mut job.circuits[0].lights[0];
    light.label_w = None;
    light.measured = None;
    let cut = |job: &Job| {
        let answers = assess(job);
        let state = answers.stages.iter().find(|s| s.stage == Stage::Cut).unwrap().state;
        let says = answers.findings.into_iter().find(|f| f.code == FindingCode::Assumed);
        (state, says.filter(|f| f.stage == Stage::Cut).map(|f| f.why), answers.assumptions)
    };
    let how = |job: &Job| {
        let now = "2026-11-30T10:00:00Z".parse().unwrap();
        let steps = work(job, now).steps;
        steps.into_iter().find(|s| s.step.id.0 == "cut").unwrap().step.how.join("; ")
    };
    let (state, says, assumed) = cut(&job);
    assert_eq!(state, StageState::Open);
    assert!(says.unwrap().contains("power of one: "), "the lamp is named");
    assert!(how(&job).contains("not before the assumed lengths and watts are measured"));
    let decide = assumed.iter().filter(|a| matches!(a.unit, "m" | "W" | "W/m"));
    let known = decide.fold(job, |job, a| with_figure(&job, &a.path, a.value).unwrap());
    let (state, says, left) = cut(&known);
    assert_eq!((state, says), (StageState::Done, None), "{left:?}");
    assert!(!left.is_empty(), "the battery is still assumed, and no wire turns on it");
    assert!(!how(&known).contains("assumed"));
}

/// A wire of the factory is there already: nobody cuts it, and no cut waits for its length.
#[test]
fn a_factory_wire_is_not_cut() {
    use jovek_core::finding::FindingCode;
    let answers = assess(&begun("7", &[WorkKind::TieIn], Shop::default()));
    let paths: Vec<&str> = answers.assumptions.iter().map(|a| a.path.as_str()).collect();
    assert!(paths.contains(&"factory[0].length_m"), "it is assumed: {paths:?}");
    let said = answers.findings.iter().find(|f| f.code == FindingCode::Assumed).unwrap();
    assert_eq!(said.title, "Measure before you cut: 3 figures assumed");
    assert!(!said.why.contains("wire to the joint"), "{}", said.why);
}
