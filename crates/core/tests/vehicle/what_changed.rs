//! Telling one person what another changed, and asking for the figure that matters most.

use jovek_core::answers::assess;
use jovek_core::base::wanted::Wanted;
use jovek_core::job::diff::changes;
use jovek_core::job::{Job, Reading, Shop, Signal, Wish, WorkKind};
use jovek_core::kinds::begun;
use jovek_core::question::{most_important, with_figure};

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

#[test]
fn places_are_told_in_the_fitters_words() {
    let before = demo("14");
    let mut after = before.clone();
    after.circuits[0].run.supply[3].length_m = Some(1.9);
    after.circuits[1].lights[0].label_w = None;
    after.supply.battery.capacity_ah = Some(110.0);
    after.circuits[1].lit = Wish::With(Signal::Reverse);
    let told: Vec<(String, Option<String>, Option<String>)> =
        changes(&before, &after).into_iter().map(|c| (c.place, c.before, c.after)).collect();
    let rail = &before.circuits[0].run.supply[3].name;
    let places: Vec<&str> = told.iter().map(|(p, _, _)| p.as_str()).collect();
    assert!(places.contains(&"supply, battery, capacity"), "{places:?}");
    let wanted = format!("{}, {rail}, length", before.circuits[0].name);
    let length = told.iter().find(|(p, _, _)| *p == wanted).unwrap_or_else(|| panic!("{places:?}"));
    assert_eq!((length.1.as_deref(), length.2.as_deref()), (Some("0.8 m"), Some("1.9 m")));
    assert!(
        told.iter()
            .any(|(p, _, after)| p.contains(&before.circuits[1].lights[0].name) && after.is_none())
    );
    assert!(places.iter().all(|p| !p.contains('[') && !p.contains("_m")), "{places:?}");
}

#[test]
fn the_same_job_has_no_changes_and_every_change_has_a_path() {
    for (_, job) in crate::common::demo_jobs() {
        assert!(changes(&job, &job).is_empty());
        let mut other = job.clone();
        other.circuits.clear();
        other.readings.push(Reading {
            check: "battery.rest_v".into(),
            value: 12.6,
            at: "2026-11-24T08:00:00Z".into(),
            by: "Ada".into(),
        });
        let found = changes(&job, &other);
        assert!(found.len() >= 2);
        for change in found {
            assert!(!change.path.is_empty() && !change.place.is_empty(), "{change:?}");
            assert_ne!(change.before, change.after);
        }
    }
}

/// Answering each question in turn comes to an end, with nothing assumed: no question is asked twice
/// and each is about a place that can be filled in.
#[test]
fn questions_come_to_an_end() {
    let asked = asked_of(Job::starter("1"));
    assert!(asked.len() >= 10, "only {asked:?}");
    // Lists that nobody has spoken of yet, such as the leads from a joint to each lamp, are asked about too.
    let asked = asked_of(begun("7", &[WorkKind::Switched], Shop::default()));
    assert!(asked.iter().any(|path| path.contains("each[0]")), "{asked:?}");
}

/// The questions of a job, each answered with what stood in for it.
fn asked_of(mut job: Job) -> Vec<String> {
    let mut asked = Vec::new();
    while let Some(question) = most_important(&job, &assess(&job), &Wanted::default()) {
        assert!(!asked.contains(&question.path), "{} is asked twice", question.path);
        asked.push(question.path.clone());
        assert!(asked.len() < 60, "no end: {asked:?}");
        job = with_figure(&job, &question.path, question.assumed).unwrap();
    }
    assert!(assess(&job).assumptions.is_empty());
    asked
}

/// What is said to be assumed is what is used: filling it in changes no answer.
#[test]
fn an_assumed_figure_filled_in_changes_nothing() {
    let job = Job::starter("1");
    let before = assess(&job);
    let known =
        before.assumptions.iter().fold(job, |j, a| with_figure(&j, &a.path, a.value).unwrap());
    let after = assess(&known);
    assert!(after.assumptions.is_empty());
    assert_eq!(before.circuits[0].headline, after.circuits[0].headline);
    for (a, b) in before.circuits[0].volt_lines.iter().zip(&after.circuits[0].volt_lines) {
        assert!((a.lamp_v - b.lamp_v).abs() < 1e-9, "{:?}", a.state);
    }
    assert_eq!(before.cuts, after.cuts);
}

/// Wishes, switches, kept states and the shift are told as changes of their own.
#[test]
fn changes_of_wish_and_shift_are_told() {
    let before = Job::read(include_str!("../../../../demo/unit-14.json")).unwrap();
    let mut after = before.clone();
    after.switches[0].name = "deck switch".into();
    after.shift.as_mut().unwrap().days_parked = Some(9.0);
    after.states.pop();
    after.supply.auxiliary = None;
    after.circuits[0].lit = Wish::Not(Box::new(Wish::With(Signal::Parking)));
    let paths: Vec<String> =
        jovek_core::job::diff::changes(&before, &after).into_iter().map(|c| c.path).collect();
    for place in ["switches", "shift", "states", "supply.auxiliary", "circuits[0].lit"] {
        assert!(paths.iter().any(|p| p.starts_with(place)), "{place} in {paths:?}");
    }
    assert!(jovek_core::job::diff::changes(&before, &before).is_empty());
}

/// What is told of a change is told in words and units, never as it stands in the file.
#[test]
fn lists_and_figures_are_told_in_words() {
    use jovek_core::fleet::plan;
    use jovek_core::job::diff::changes_by_id;
    let before = begun("7", &[WorkKind::Switched], Shop::default());
    let mut after = before.clone();
    let wires = after.circuits[0].run.to_lamps.as_mut().unwrap();
    let of = |length_m| jovek_core::job::ToLamp { length_m: Some(length_m) };
    wires.each = vec![of(0.4), of(0.8)];
    after.circuits[0].lights[0].label_w = Some(32.0);
    let told = changes_by_id(&plan(&before), &plan(&after));
    let at = |end: &str| told.iter().find(|c| c.path.ends_with(end)).unwrap().after.clone();
    assert_eq!(at(".each").as_deref(), Some("0.4 m; 0.8 m"));
    assert_eq!(at(".label_w").as_deref(), Some("32 W"));
    for change in &told {
        let said = format!("{:?} {:?}", change.before, change.after);
        assert!(!said.contains('{') && !said.contains('['), "{said}");
    }
}
