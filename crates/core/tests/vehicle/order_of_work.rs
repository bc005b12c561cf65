//! The order of work: no gate broken, little walked and waited, marks that only add.

use jiff::{SignedDuration, Timestamp};
use jovek_core::answers::assess;
use jovek_core::job::{Job, JointPractice, Mark, Reading, StepId};
use jovek_core::plan::study::study;
use jovek_core::work::stuck::CURE_MIN;
use jovek_core::work::{
    KnownJob, MarkError, Need, StepState, Task, marked, minutes_in_all, order, steps, work,
};
use proptest::prelude::*;

fn now() -> Timestamp {
    "2026-11-26T08:00:00Z".parse().unwrap()
}

/// A demo job on which nobody has worked yet.
fn demo(unit: &str) -> Job {
    let mut job = crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1;
    job.work.clear();
    job
}

/// Tasks that need only earlier ones, so that there is always an order.
fn tasks(most: usize) -> impl Strategy<Value = Vec<Task>> {
    let task = (
        1.0..40.0f64,
        prop::option::of((0.0..6.0f64, -1.0..1.0f64)),
        prop::collection::vec(
            (any::<prop::sample::Index>(), prop_oneof![Just(0.0), 5.0..120.0f64]),
            0..3,
        ),
    );
    prop::collection::vec(task, 1..most).prop_map(|list| {
        list.into_iter()
            .enumerate()
            .map(|(k, (minutes, at, needs))| Task {
                minutes,
                at_m: at.map(|(x, y)| [x, y, 0.5]),
                needs: match k {
                    0 => Vec::new(),
                    _ => needs
                        .into_iter()
                        .map(|(i, rest_min)| Need { task: i.index(k), rest_min })
                        .collect(),
                },
            })
            .collect()
    })
}

/// Time of a sequence by the plainest reading of the rules; none where a need is broken.
fn plain_min(tasks: &[Task], sequence: &[usize]) -> Option<f64> {
    let mut end = vec![None; tasks.len()];
    let (mut at, mut here): (f64, Option<[f64; 3]>) = (0.0, None);
    for &k in sequence {
        if let (Some(a), Some(b)) = (here, tasks[k].at_m) {
            let m = ((a[0] - b[0]).powi(2) + (a[1] - b[1]).powi(2) + (a[2] - b[2]).powi(2)).sqrt();
            at += m / 30.0;
        }
        for n in &tasks[k].needs {
            at = at.max(end[n.task]? + n.rest_min);
        }
        at += tasks[k].minutes;
        end[k] = Some(at);
        here = tasks[k].at_m.or(here);
    }
    Some(at)
}

/// The shortest of all sequences.
fn shortest_min(tasks: &[Task], done: &mut Vec<usize>, best: &mut f64) {
    if done.len() == tasks.len() {
        if let Some(m) = plain_min(tasks, done) {
            *best = best.min(m);
        }
        return;
    }
    for k in 0..tasks.len() {
        if !done.contains(&k) && tasks[k].needs.iter().all(|n| done.contains(&n.task)) {
            done.push(k);
            shortest_min(tasks, done, best);
            done.pop();
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 200, failure_persistence: None, ..ProptestConfig::default() })]

    /// Small jobs: the shortest of all sequences, found by trying each (within 10 % was asked).
    #[test]
    fn the_order_is_the_shortest(tasks in tasks(8)) {
        let found = order(&tasks);
        let sequence: Vec<usize> = found.iter().map(|s| s.task).collect();
        let got = minutes_in_all(&found);
        prop_assert!((plain_min(&tasks, &sequence).unwrap() - got).abs() < 1e-6);
        let mut best = f64::INFINITY;
        shortest_min(&tasks, &mut Vec::new(), &mut best);
        prop_assert!(got <= best + 1e-6, "{got} min, {best} min can be done");
    }

    /// Larger ones: each task once, never before what it needs has rested.
    #[test]
    fn no_need_is_broken(tasks in tasks(30)) {
        let found = order(&tasks);
        let mut all: Vec<usize> = found.iter().map(|s| s.task).collect();
        all.sort_unstable();
        prop_assert_eq!(all, (0..tasks.len()).collect::<Vec<_>>());
        let of = |k: usize| found.iter().find(|s| s.task == k).unwrap();
        for s in &found {
            for n in &tasks[s.task].needs {
                prop_assert!(s.start_min >= of(n.task).end_min + n.rest_min - 1e-6);
            }
        }
    }
}

/// The gates of the trade, on every demo job: nothing joined with the battery on, no fuse before the battery is
/// back, nothing closed before its test, nothing on glue before it has cured.
#[test]
fn the_gates_of_the_trade_hold() {
    for (unit, job) in crate::common::demo_jobs() {
        // Lamps on their own plugs have steps of their own: `own_plug.rs`.
        if unit != "59" {
            gates_hold(unit, &job);
        }
    }
}

fn gates_hold(unit: &str, job: &Job) {
    let made = work(job, now());
    let at = |id: &str| made.steps.iter().position(|s| s.step.id.0 == id);
    let start = |id: &str| at(id).map(|k| made.steps[k].start_min);
    let (off, on) = (at("battery-off").unwrap(), at("battery-on").unwrap());
    assert!(off < on, "{unit}");
    let mut tests = 0;
    for (k, s) in made.steps.iter().enumerate() {
        let id = s.step.id.0.as_str();
        let kind = id.split('.').next().unwrap();
        match kind {
            "join" | "ground" | "plug" | "pull" | "hardware" | "hole" => {
                assert!(off < k && k < on, "{unit}: {id} at {k}");
            }
            "probe" => assert!(k < off, "{unit}: {id} with the battery off"),
            "test" => {
                tests += 1;
                assert!(k > on, "{unit}: {id}");
                for closing in ["tidy", "trims-on", "aim", "after"] {
                    assert!(at(closing).is_none_or(|c| c > k), "{unit}: {closing} before {id}");
                }
            }
            _ => {}
        }
        assert!(s.step.minutes > 0.0 && !s.step.what.is_empty(), "{unit}: {id}");
    }
    let study = study(job);
    assert_eq!(tests, study.circuits.len(), "{unit}");
    for c in job.circuits.iter().filter(|c| c.lights.iter().any(|l| l.is_held_by_adhesive())) {
        let (mount, aim) = (start(&format!("mount.{}", c.id)), start("aim"));
        // What only glows is not aimed.
        let Some(aim) = aim else { continue };
        assert!(aim >= mount.unwrap() + CURE_MIN, "{unit}: {}", c.name);
    }
    // A joint says its sleeve first.
    let joints = made.steps.iter().filter(|s| s.step.id.0.starts_with("join."));
    for s in joints {
        let sleeved = assess(job)
            .joints
            .iter()
            .any(|j| Some(&j.circuit) == s.step.circuit.as_ref() && j.sleeve.is_some());
        if sleeved {
            assert!(s.step.how[0].starts_with("slide on first"), "{unit}: {:?}", s.step.how);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, failure_persistence: None, ..ProptestConfig::default() })]

    /// The same on random jobs: some circuits of a demo job, other schools, lamps held by adhesive or not, more of
    /// them, another body below them.
    #[test]
    fn the_gates_hold_on_random_jobs(
        unit in 0usize..8,
        kept in prop::collection::vec(any::<bool>(), 8),
        stuck in prop::collection::vec(any::<bool>(), 8),
        count in 1u32..5,
        joint in prop_oneof![Just(JointPractice::Crimp), Just(JointPractice::Solder), Just(JointPractice::PlugIn)],
        has_skeleton in any::<bool>(),
    ) {
        let (name, mut job) = crate::common::demo_jobs().swap_remove(unit);
        job.work.clear();
        job.shop.joint = joint;
        if !has_skeleton {
            job.skeleton = None;
        }
        let mut number = 0;
        job.circuits.retain(|_| {
            number += 1;
            kept[(number - 1) % kept.len()]
        });
        for (k, light) in job.circuits.iter_mut().flat_map(|c| &mut c.lights).enumerate() {
            light.is_stuck = stuck[k % stuck.len()];
            if light.strip.is_none() {
                light.count = count;
            }
        }
        if !job.circuits.is_empty() {
            gates_hold(name, &job);
        }
    }
}

/// A job without lights has no work; every step that another needs is there.
#[test]
fn steps_name_only_steps() {
    let empty = Job::new("e", "nothing yet");
    assert!(work(&empty, now()).steps.is_empty());
    for (unit, job) in crate::common::demo_jobs() {
        let made = steps(&job, &study(&job), &assess(&job));
        for s in &made {
            assert_eq!(made.iter().filter(|o| o.id == s.id).count(), 1, "{unit}: {}", s.id);
            for a in &s.after {
                assert!(made.iter().any(|o| o.id == a.step), "{unit}: {} after {}", s.id, a.step);
            }
        }
    }
}

/// All steps of a job, one after the other, each as soon as it may: every mark is taken, rests are kept, and in
/// the end all is done.
#[test]
fn a_job_is_worked_to_its_end() {
    let mut job = Job { work: Vec::new(), ..demo("22") };
    let mut at = now();
    let mut rested = false;
    for _ in 0..200 {
        let sheet = work(&job, at);
        if sheet.is_done {
            break;
        }
        let Some(next) = sheet.next.clone() else {
            // Everything rests: wait until the first is free.
            let until = sheet.steps.iter().filter_map(|s| s.rests_until.as_ref()).min().unwrap();
            rested = true;
            at = until.parse().unwrap();
            continue;
        };
        job = marked(&job, (&next, Mark::Start, "tried"), at, "Ada").unwrap();
        at += SignedDuration::from_mins(10);
        job = marked(&job, (&next, Mark::Done, "tried"), at, "Ada").unwrap();
    }
    let sheet = work(&job, at);
    assert!(sheet.is_done && rested, "{}", sheet.text);
    assert!(sheet.steps.iter().all(|s| s.used_min == Some(10.0) && s.by.as_deref() == Some("Ada")));
    // Nothing of it is lost in the file.
    assert_eq!(Job::read(&job.write()).unwrap(), job);
}

/// Gates refuse with what must come first; the same mark twice counts once; pauses are not counted as work.
#[test]
fn marks_are_taken_once_and_gates_refuse() {
    let job = demo("14");
    let step = StepId::from;
    let shut = marked(&job, (&step("join.rear"), Mark::Start, "tried"), now(), "Ada").unwrap_err();
    let MarkError::Held { holds, .. } = &shut else { panic!("{shut}") };
    assert!(holds.iter().any(|h| h.contains("Pull the bundles")), "{holds:?}");
    let gone = marked(&job, (&step("polish"), Mark::Start, "tried"), now(), "Ada").unwrap_err();
    assert!(gone.to_string().contains("no step \"polish\""));
    let later = |min: i64| now() + SignedDuration::from_mins(min);
    let mut job = marked(&job, (&step("before"), Mark::Start, "tried"), now(), "Ada").unwrap();
    let again = marked(&job, (&step("before"), Mark::Start, "tried"), now(), "Ada").unwrap();
    assert_eq!(again.work.len(), 1);
    for (mark, min) in [(Mark::Pause, 5), (Mark::Start, 60), (Mark::Done, 67)] {
        job = marked(&job, (&step("before"), mark, "tried"), later(min), "Ada").unwrap();
    }
    let sheet = work(&job, later(70));
    let before = sheet.steps.iter().find(|s| s.step.id.0 == "before").unwrap();
    assert_eq!((before.state, before.used_min), (StepState::Done, Some(12.0)));
    let twice = marked(&job, (&step("before"), Mark::Done, "tried"), later(80), "Bo").unwrap_err();
    assert!(twice.to_string().contains("done already, by Ada"));
}

/// What is known of a job serves the next one: only marks plan nothing anew, and the answers are those of a job that is
/// assessed by itself, on every demo vehicle, whatever was changed.
#[test]
fn what_is_known_serves_the_next_revision() {
    for (unit, mut job) in crate::common::demo_jobs() {
        job.work.clear();
        let known = KnownJob::new(job.clone());
        assert_eq!(*known.answers(), assess(&job), "{unit}");
        let Some(next) = known.work(now()).next else { panic!("{unit} has no work") };
        let started = known.marked((&next, Mark::Start, "tried"), now(), "Ada").unwrap();
        let done = known
            .followed_by(started.clone())
            .marked((&next, Mark::Done, "tried"), now(), "Ada")
            .unwrap();
        assert_eq!(done.work.len(), 2, "{unit}: the second mark saw the first");
        let mut read = done.clone();
        read.readings.push(Reading {
            check: "battery.rest_v".into(),
            value: 12.1,
            at: "2026-11-26T09:00:00Z".into(),
            by: "Ada".into(),
        });
        let mut changed = done.clone();
        changed.supply.battery.capacity_ah = Some(44.0);
        for other in [started, done, read, changed] {
            let followed = known.followed_by(other.clone());
            assert_eq!(*followed.answers(), assess(&other), "{unit}");
            assert_eq!(followed.work(now()), work(&other, now()), "{unit}");
        }
    }
}

/// A step may be begun, left and gone on with within a second: each counts, none twice.
#[test]
fn marks_within_a_second_are_all_kept() {
    let mut job = demo("51");
    let before = StepId::from("before");
    for (k, mark) in [Mark::Start, Mark::Pause, Mark::Start, Mark::Done].into_iter().enumerate() {
        let at = now() + SignedDuration::from_millis(200 * k as i64);
        for _ in 0..2 {
            job = marked(&job, (&before, mark, "tried"), at, "Ada").unwrap();
            // What is done already refuses anything but the very same mark.
        }
        assert_eq!(job.work.len(), k + 1);
    }
    let sheet = work(&job, now() + SignedDuration::from_secs(1));
    let found = sheet.steps.iter().find(|s| s.step.id == before).unwrap();
    assert_eq!(found.state, StepState::Done);
    assert_eq!(found.by.as_deref(), Some("Ada"));
    assert!(sheet.text.starts_with("1 of "), "{}", sheet.text);
}

/// A plan that changed keeps the marks of steps that are still there; those that went are no longer counted.
#[test]
fn marks_outlive_a_change_of_plan() {
    let mut job = Job { work: Vec::new(), ..demo("22") };
    let mut at = now();
    for _ in 0..4 {
        let next = work(&job, at).next.unwrap();
        job = marked(&job, (&next, Mark::Done, "tried"), at, "Bo").unwrap();
        at += SignedDuration::from_mins(5);
    }
    let done =
        |job: &Job| work(job, at).steps.iter().filter(|s| s.state == StepState::Done).count();
    assert_eq!(done(&job), 4);
    job.circuits.truncate(1);
    let left = done(&job);
    assert!((2..=4).contains(&left), "{left}");
    assert_eq!(job.work.len(), 4, "nothing that was marked is thrown away");
}

/// Tasks that need each other in a ring have no place; what stands outside of the ring is ordered all the same.
#[test]
fn a_ring_of_needs_is_left_out() {
    let task = |needs: &[usize]| Task {
        minutes: 5.0,
        at_m: None,
        needs: needs.iter().map(|&task| Need { task, rest_min: 0.0 }).collect(),
    };
    let found = order(&[task(&[]), task(&[2]), task(&[1]), task(&[0])]);
    let sequence: Vec<usize> = found.iter().map(|s| s.task).collect();
    assert_eq!(sequence, [0, 3]);
    assert_eq!(minutes_in_all(&found), 10.0);
    assert!(order(&[]).is_empty());
}
