//! Finding faults: likelihoods, the next reading, the hidden vehicle, and how well whole searches end.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::diagnose::belief::{Taken, belief, by_group, chance};
use jovek_core::diagnose::measures::MeasureKind;
use jovek_core::diagnose::next::offers;
use jovek_core::diagnose::shortest::shortest;
use jovek_core::diagnose::trial::{SURE, score, search, walk_round};
use jovek_core::diagnose::vehicle::HiddenVehicle;
use jovek_core::diagnose::{Case, FaultOf, diagnose};
use jovek_core::job::{CheckId, Job, Reading, Search};
use jovek_core::practice::PracticeAsked;
use jovek_core::practice::practice;
use jovek_core::prove::SEQUENCE;
use proptest::prelude::*;
use std::collections::HashSet;

fn demo(name: &str) -> Job {
    let (_, mut job) = demo_jobs().into_iter().find(|(n, _)| *n == name).unwrap();
    (job.readings, job.search) = (Vec::new(), None);
    job
}

fn suspect(case: &Case, key: &str) -> usize {
    case.suspects.iter().position(|s| s.key == key).unwrap_or_else(|| panic!("no {key}"))
}

fn measure(case: &Case, id: &str) -> usize {
    case.measure(&CheckId::from(id)).unwrap_or_else(|| panic!("no {id}"))
}

#[test]
fn every_kind_of_fault_is_suspected_somewhere() {
    let mut seen = HashSet::new();
    for (name, job) in demo_jobs() {
        let case = Case::new(&job).unwrap();
        let keys: HashSet<&str> = case.suspects.iter().map(|s| s.key.as_str()).collect();
        assert_eq!(keys.len(), case.suspects.len(), "{name}: two suspects with one key");
        let ids: HashSet<&CheckId> = case.measures.iter().map(|m| &m.id).collect();
        assert_eq!(ids.len(), case.measures.len(), "{name}: two readings with one id");
        assert!(case.measures.iter().all(|m| m.seconds > 0.0 && !m.how.is_empty()));
        // Every suspect is in just one group.
        let members: usize = case.groups.iter().map(Vec::len).sum();
        assert_eq!(members, case.suspects.len());
        seen.extend(case.suspects.iter().map(|s| s.fault));
    }
    use FaultOf::*;
    for fault in [
        Open,
        Poor,
        ComesAndGoes,
        Blown,
        WrongFuse,
        ShortToFrame,
        SwappedWires,
        ReversedPolarity,
        ReversedDiode,
        ShortedDiode,
        StuckOpen,
        StuckClosed,
        WrongThrow,
        SharedGround,
        WeakBattery,
        WrongLamp,
        Tripped,
    ] {
        // No demo vehicle hangs on a watched output that is already there as a supply.
        if fault != Tripped {
            assert!(seen.contains(&fault), "{fault:?} is suspected nowhere");
        }
    }
}

/// A watched output that was switched off is a suspect of its own, by name.
#[test]
fn a_monitored_output_can_have_tripped() {
    let mut job = demo("T3");
    job.factory[0].output = jovek_core::job::OutputKind::Monitored;
    let case = Case::new(&job).unwrap();
    let tripped = case.suspects.iter().find(|s| s.fault == FaultOf::Tripped).unwrap();
    assert!(tripped.part.contains("Tail wire"), "{}", tripped.part);
}

/// Bayes' rule by hand: two suspects, one reading; the ratio of their likelihoods is that of weight times
/// density.
#[test]
fn belief_is_bayes_rule() {
    let job = demo("51");
    let case = Case::new(&job).unwrap();
    let k = case.measures.iter().position(|m| m.id.0.ends_with(".ground_v")).unwrap();
    let taken = Taken { measure: k, value: 1.7 };
    let believed = belief(&case, &[taken]);
    let single = |s: &usize| case.suspects[*s].variants.len() == 1;
    let some: Vec<usize> = (0..case.suspects.len()).filter(single).take(6).collect();
    for pair in some.windows(2) {
        let by_hand = |s: usize| case.suspects[s].weight * chance(&case, s, 0, taken);
        let wanted = by_hand(pair[0]) / by_hand(pair[1]);
        let found = believed[pair[0]][0] / believed[pair[1]][0];
        assert!((found / wanted - 1.0).abs() < 1e-9, "{found} {wanted}");
    }
    let all: f64 = believed.iter().flatten().sum();
    assert!((all - 1.0).abs() < 1e-9);
}

/// The field guide's first rule of a dim lamp: the drop tells the side. Common practice, no source.
#[test]
fn the_drops_tell_feed_from_ground() {
    let mut job = demo("51");
    let id = job.circuits[0].id.clone();
    let mut read = |key: &str, value: f64| {
        job.readings.push(Reading {
            check: CheckId(format!("{id}.{key}")),
            value,
            at: "2026-03-02T08:00:00Z".into(),
            by: "Ines".into(),
        });
        diagnose(&job).unwrap()
    };
    read("lamp_v", 10.2);
    let found = read("ground_v", 2.05);
    assert!(found.suspects[0].title.contains("poor contact"), "{}", found.says);
    assert!(found.suspects[0].fits.len() == 2 && found.suspects[0].against.is_empty());
    let feed = found.suspects.iter().find(|s| s.title.contains("battery +"));
    assert!(feed.is_none_or(|s| s.likelihood < 0.01), "the feed is out of it");
    let listed: f64 = found.suspects.iter().map(|s| s.likelihood).sum();
    assert!((listed + found.rest - 1.0).abs() < 1e-9);
}

/// Readings from before a search were taken on a sound vehicle: they do not speak of its fault.
#[test]
fn a_search_begins_anew() {
    let mut job = demo("51");
    let id = job.circuits[0].id.clone();
    job.readings.push(Reading {
        check: CheckId(format!("{id}.lamp_v")),
        value: 0.0,
        at: "2026-03-02T08:00:00Z".into(),
        by: "Ines".into(),
    });
    assert!(!diagnose(&job).unwrap().taken.is_empty());
    job.search = Some(Search { since: "2026-03-03T08:00:00Z".into(), complaint: String::new() });
    let fresh = diagnose(&job).unwrap();
    assert!(fresh.taken.is_empty() && !fresh.is_found);
    assert!(!fresh.walk.is_empty() && !fresh.next.is_empty());
}

/// What no reading tells apart is one suspect, and says so.
#[test]
fn twins_are_shown_as_one() {
    let job = demo("T3");
    let case = Case::new(&job).unwrap();
    let twins = case.groups.iter().find(|g| g.len() > 1).unwrap();
    let keys: Vec<&str> = twins.iter().map(|&s| case.suspects[s].key.as_str()).collect();
    let mut vehicle = HiddenVehicle::new(&case, twins[0], 5);
    let path = search(&case, &mut vehicle).unwrap();
    assert_eq!(path.rank, 0, "{keys:?}");
}

/// The demo: the trailer's tail lamps are dim, their stud is corroded; a reading or two more finds it.
#[test]
fn the_trailer_of_the_demo_has_a_corroded_ground() {
    let (_, job) = demo_jobs().into_iter().find(|(n, _)| *n == "T3").unwrap();
    let before = diagnose(&job).unwrap();
    assert!(!before.is_found);
    assert!(before.suspects[0].title.starts_with("Tail lamps: ground stud"), "{}", before.says);
    let mut found = job.clone();
    found.readings.push(Reading {
        check: "tails.ground_v".into(),
        value: 2.28,
        at: "2026-03-10T08:40:00Z".into(),
        by: "Mara".into(),
    });
    let after = diagnose(&found).unwrap();
    assert!(after.suspects[0].likelihood > before.suspects[0].likelihood);
    assert!(after.suspects[0].title.starts_with("Tail lamps: ground stud"), "{}", after.says);
}

/// Whole searches on the smaller demo vehicles; the larger ones are measured by `make bench`.
#[test]
fn searches_end_at_the_fault() {
    let (mut all, mut first, mut top, mut counts) = (0, 0, 0, Vec::new());
    for name in ["51", "22", "58"] {
        let job = demo(name);
        let case = Case::new(&job).unwrap();
        let score = score(&case, 10).unwrap();
        all += score.searches;
        first += score.first;
        top += score.first_three;
        counts.extend(score.readings);
    }
    counts.sort_unstable();
    let median = counts[counts.len() / 2];
    println!("{all} faults: first {first}, in the first three {top}, median {median} readings");
    assert!(all > 100);
    assert!(first * 100 >= all * 80, "first in {first} of {all}");
    assert!(top * 100 >= all * 95, "in the first three in {top} of {all}");
    assert!(median <= 4, "median {median} readings");
}

/// Two people with one seed have one vehicle and one meter, whatever they read in between.
#[test]
fn a_seed_is_a_vehicle() {
    let job = demo("14");
    let case = Case::new(&job).unwrap();
    let rest = measure(&case, "battery.rest_v");
    for seed in 0..6 {
        let mut one = HiddenVehicle::of_seed(&case, seed);
        let mut other = HiddenVehicle::of_seed(&case, seed);
        assert_eq!(one.suspect, other.suspect);
        for k in walk_round(&case) {
            other.read(k).unwrap();
        }
        assert_eq!(one.read(rest).unwrap(), other.read(rest).unwrap());
    }
    let hidden: HashSet<usize> =
        (0..40).map(|seed| HiddenVehicle::of_seed(&case, seed).suspect).collect();
    assert!(hidden.len() > 20, "seeds hide {} faults", hidden.len());
}

/// Ten megohm between the leads, 10 mV steps, 0.5 %: the burden, resolution and error of a handheld meter.
/// Common practice, no source.
#[test]
fn the_meter_reads_like_one() {
    let job = demo("14");
    let case = Case::new(&job).unwrap();
    let rest = measure(&case, "battery.rest_v");
    let mut vehicle = HiddenVehicle::new(&case, 0, 11);
    let reads: Vec<f64> = (0..40).map(|_| vehicle.read(rest).unwrap()).collect();
    assert!(reads.iter().all(|v| ((v * 100.0).round() / 100.0 - v).abs() < 1e-9), "10 mV steps");
    let (low, high) = reads.iter().fold((99.0f64, 0.0f64), |(l, h), v| (l.min(*v), h.max(*v)));
    assert!(high - low > 0.005 && high - low < 0.06, "noise {}", high - low);
    let sound = case.table.sound[rest];
    assert!((low / sound - 1.0).abs() < 0.03, "{low} {sound}");
}

#[test]
fn practice_hides_the_fault_until_it_is_named() {
    let job = demo("51");
    let mut asked =
        PracticeAsked { job, seed: 4, taken: vec!["battery.rest_v".into()], guess: None };
    let before = practice(&asked).unwrap();
    assert!(before.end.is_none() && before.readings.len() == 1 && before.seconds > 0.0);
    assert!(before.complaint.starts_with('"'));
    let points: Vec<&str> =
        before.boards.iter().flat_map(|b| &b.points).map(|p| p.key.as_str()).collect();
    let on = &before.states.last().unwrap().key;
    // Any two points can be probed.
    asked.taken.push(CheckId(format!("v|{on}|{}|{}", points[2], points[5])));
    let second = practice(&asked).unwrap();
    assert!(second.readings[1].text.ends_with('V'));
    assert_eq!(second.readings[0], before.readings[0], "what was read stays as it was read");
    // Whatever is named, the truth comes with Jovek's own way; exactly one name is right.
    let mut right = Vec::new();
    for s in &before.suspects {
        asked.guess = Some(s.key.clone());
        let end = practice(&asked).unwrap().end.unwrap();
        if end.is_right {
            right.push((s.name.clone(), end));
        }
    }
    assert_eq!(right.len(), 1);
    assert!(right[0].1.says.contains("Jovek: a walk round of"), "{}", right[0].1.says);
    asked.taken = vec!["nonsense".into()];
    assert!(practice(&asked).unwrap_err().to_string().contains("nonsense"));
    (asked.taken, asked.guess) = (Vec::new(), Some("no such".into()));
    assert!(practice(&asked).unwrap_err().to_string().contains("no such"));
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 12, ..ProptestConfig::default() })]

    /// Whatever is read, however wild: likelihoods are figures that add up to 1, and no reading is offered
    /// twice.
    #[test]
    fn likelihoods_add_up(values in prop::collection::vec((0usize..60, -30.0..30.0f64), 1..12)) {
        let job = demo("58");
        let case = Case::new(&job).unwrap();
        let taken: Vec<Taken> = values
            .iter()
            .map(|&(k, value)| Taken { measure: k % case.measures.len(), value })
            .collect();
        let believed = belief(&case, &taken);
        let groups = by_group(&case, &believed);
        prop_assert!(groups.iter().all(|p| p.is_finite() && (0.0..=1.0 + 1e-9).contains(p)));
        prop_assert!((groups.iter().sum::<f64>() - 1.0).abs() < 1e-6);
        let offered = offers(&case, &believed, &taken);
        prop_assert!(offered.iter().all(|o| o.gain_bit > 0.0 && o.score.is_finite()));
        prop_assert!(offered.iter().all(|o| !taken.iter().any(|t| t.measure == o.measure)));
    }

    /// What a suspect predicts, read as predicted, never makes it less likely than it was against a sound
    /// vehicle that predicts something else.
    #[test]
    fn a_fitting_reading_speaks_for_a_suspect(pick in 0usize..1000) {
        let job = demo("51");
        let case = Case::new(&job).unwrap();
        let s = 1 + pick % (case.suspects.len() - 1);
        let k = (pick / 7) % case.measures.len();
        prop_assume!(!matches!(case.measures[k].kind, MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } | MeasureKind::Rating { .. }));
        let value = case.table.by_suspect[s][0][k];
        let taken = Taken { measure: k, value };
        let of = |s: usize| belief(&case, &[taken])[s].iter().sum::<f64>();
        let prior = |s: usize| belief(&case, &[])[s].iter().sum::<f64>();
        let nothing = suspect(&case, "nothing");
        let several = case.suspects[s].variants.len() as f64;
        // A suspect with several ways spreads its likelihood over them.
        prop_assert!(of(s) / of(nothing) * several * 2.0 >= prior(s) / prior(nothing) * 0.99);
    }
}

/// The shortest way is a way: its readings alone, as the meter gave them, make the truth all but sure; and nobody
/// who does not know the fault is quicker.
#[test]
fn nobody_is_quicker_than_the_shortest_way() {
    let job = demo("51");
    let case = Case::new(&job).unwrap();
    for seed in 0..30 {
        let mut vehicle = HiddenVehicle::of_seed(&case, seed);
        let truth = vehicle.suspect;
        let path = search(&case, &mut vehicle).unwrap();
        let short = shortest(&case, seed, truth, &path.taken).unwrap();
        let seconds: f64 = short.iter().map(|t| case.measures[t.measure].seconds).sum();
        let own: f64 = path.taken.iter().map(|t| case.measures[t.measure].seconds).sum();
        let is_found = path.rank == 0 && path.sure.last().unwrap().0 >= SURE;
        if !is_found {
            continue;
        }
        assert!(!short.is_empty(), "seed {seed}: a way that was found is shorter than none");
        assert!(seconds <= own, "seed {seed}: {seconds} s against {own} s");
        let groups = by_group(&case, &belief(&case, &short));
        assert!(groups[case.group_of[truth]] >= SURE, "seed {seed}");
        // Leaving any of its readings out leaves it in doubt, or there would be a shorter way.
        for k in 0..short.len() {
            let mut fewer = short.clone();
            fewer.remove(k);
            let groups = by_group(&case, &belief(&case, &fewer));
            assert!(groups[case.group_of[truth]] < SURE, "seed {seed}: reading {k} tells nothing");
        }
    }
}

/// Every terminal on the drawing is a point that can be probed, stands inside, and stands apart from the others.
#[test]
fn terminals_stand_on_the_drawing() {
    for (name, job) in demo_jobs() {
        let asked = PracticeAsked { job, seed: 1, taken: Vec::new(), guess: None };
        let boards = practice(&asked).unwrap().boards;
        for board in &boards {
            let Some(drawing) = &board.drawing else {
                assert!(board.circuit.is_none(), "{name}: {} is not drawn", board.name);
                continue;
            };
            assert!(drawing.terminals.len() >= 4, "{name}: {}", board.name);
            let all = || boards[0].points.iter().chain(&board.points);
            for (k, t) in drawing.terminals.iter().enumerate() {
                assert!(all().any(|p| p.key == t.point), "{name}: {} is no point", t.point);
                assert!(t.x > 0.0 && t.x < drawing.w, "{name}: {} at {}", t.point, t.x);
                assert!(t.y > drawing.top && t.y < drawing.top + drawing.h);
                for other in &drawing.terminals[k + 1..] {
                    let apart = (t.x - other.x).hypot(t.y - other.y);
                    assert!(apart > 3.5, "{name}: {} and {}", t.point, other.point);
                }
            }
            // Both pins of the first lamp, and both sides of a fuse.
            let pins = board.points.iter().filter(|p| p.key.contains(".lamp.1.1"));
            for pin in pins {
                let touched = drawing.terminals.iter().any(|t| t.point == pin.key);
                assert!(touched, "{name}: {} cannot be touched", pin.key);
            }
        }
    }
}

/// A function of the sequence that works is a look at every circuit in that state; one that does not leaves it to
/// the walk-round which circuit it was.
#[test]
fn the_sequence_speaks_in_the_search() {
    let mut job = demo("14");
    let sequence: Vec<CheckId> = assess(&job)
        .checks
        .into_iter()
        .filter(|c| c.id.0.starts_with(SEQUENCE))
        .map(|c| c.id)
        .collect();
    assert!(sequence.len() > 3);
    let put = |job: &mut Job, check: &CheckId, value: f64| {
        let (at, by) = ("2026-03-02T08:00:00Z".into(), "Ines".into());
        job.readings.push(Reading { check: check.clone(), value, at, by });
    };
    for check in &sequence {
        put(&mut job, check, 1.0);
    }
    let found = diagnose(&job).unwrap();
    assert!(found.unknown.is_empty(), "{:?}", found.unknown);
    let circuits = job.circuits.len();
    assert!(found.taken.len() >= circuits, "{} looks", found.taken.len());
    assert!(found.taken.iter().all(|r| r.is_as_sound == Some(true)));
    let open = |d: &jovek_core::diagnose::Diagnosis| -> f64 {
        let is_open = |s: &&jovek_core::diagnose::SuspectAnswer| s.title.contains("open");
        d.suspects.iter().filter(is_open).map(|s| s.likelihood).sum()
    };
    assert!(open(&found) < 0.05, "what burns is not open: {}", open(&found));
    // Answered with no, it says nothing yet.
    job.readings.clear();
    put(&mut job, &sequence[1], 0.0);
    let found = diagnose(&job).unwrap();
    assert!(found.taken.is_empty() && found.unknown.is_empty());
}
