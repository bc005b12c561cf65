//! A series: purchase, batch and learning curve of vehicles that get the same work.

use crate::common::demo_jobs;
use jiff::{SignedDuration, Timestamp};
use jovek_core::base::packing::new_reels;
use jovek_core::base::units::Units;
use jovek_core::fleet::laid;
use jovek_core::job::{FleetVehicle, Job, KitId, Mark, StepId, StepMark};
use jovek_core::series::{
    CurveError, SeriesStand, Timed, alike, buy_csv, fitted, has_its_parts, in_order, keepable,
    labels_csv, needs, pieces, purchase, summary, timed, vehicle,
};
use jovek_core::stock::{Reserved, StockLine, StockUnit};
use jovek_core::work::KnownJob;
use proptest::prelude::*;

fn on(kit: &Job, unit: &str) -> Job {
    let of = FleetVehicle { unit: unit.into(), model: "Corran C20".into(), ..Default::default() };
    laid(kit, &of, (KitId(1), 1))
}

fn series(count: usize) -> Vec<KnownJob> {
    series_of("14", count)
}

fn series_of(unit: &str, count: usize) -> Vec<KnownJob> {
    let kit = demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1;
    (0..count).map(|k| KnownJob::new(on(&kit, &format!("{}", 70 + k)))).collect()
}

fn mark(step: &str, mark: Mark, at: Timestamp) -> StepMark {
    StepMark {
        step: StepId::from(step),
        mark,
        at: at.to_string(),
        by: "Mara".into(),
        left_open: Vec::new(),
        why: String::new(),
    }
}

/// Every way to put pieces onto a begun reel and new ones.
fn fewest_by_trying(lengths: &[u32], begun: u32, reel: u32) -> usize {
    fn put(lengths: &[u32], left: &mut Vec<u32>, new: usize, reel: u32, best: &mut usize) {
        if new >= *best {
            return;
        }
        let Some((&length, rest)) = lengths.split_first() else {
            *best = new;
            return;
        };
        for k in 0..left.len() {
            if left[k] >= length {
                left[k] -= length;
                put(rest, left, new, reel, best);
                left[k] += length;
            }
        }
        if length <= reel {
            left.push(reel - length);
            put(rest, left, new + 1, reel, best);
            left.pop();
        }
    }
    let mut best = lengths.len() + 1;
    put(lengths, &mut vec![begun], 0, reel, &mut best);
    best
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    /// As few new reels as any way of cutting needs, held against every way on small lists.
    #[test]
    fn new_reels_are_as_few_as_can_be(
        lengths in prop::collection::vec(1u32..=30, 0..8),
        begun in 0u32..40,
    ) {
        let found = new_reels(&lengths, begun, 30);
        prop_assert_eq!(found.reels, fewest_by_trying(&lengths, begun, 30));
        prop_assert!(found.least <= found.reels);
        prop_assert_eq!(found.too_long_mm, 0);
    }

    /// On large lists never more than a third above the bound: best fit with the longest first needs at most 11/9 of the
    /// fewest reels and one more (D. S. Johnson, Near-optimal bin packing algorithms, 1973, recalled from memory).
    #[test]
    fn new_reels_of_large_lists_stay_near_the_bound(
        lengths in prop::collection::vec(100u32..=9_000, 50..200),
        begun in 0u32..25_000,
    ) {
        let found = new_reels(&lengths, begun, 25_000);
        prop_assert!(found.reels * 9 <= found.least * 11 + 18, "{found:?}");
    }

    /// Whatever is held, kept for others and packed: what is bought and what is free is enough, no pack too many is bought,
    /// and nothing that is kept for others is counted.
    #[test]
    fn a_purchase_is_enough_and_not_too_much(
        held in prop::collection::vec(0.0f64..40.0, 60),
        packs in prop::collection::vec(prop::option::of(1.0f64..60.0), 60),
        kept in prop::collection::vec(0.0f64..20.0, 60),
    ) {
        let vehicles = FOUR.with(|four| needs(four.iter()));
        let stock: Vec<StockLine> = vehicles
            .iter()
            .zip(held.iter().zip(&packs))
            .map(|(need, (&held, &pack))| StockLine {
                part: need.part.clone(),
                held,
                price: Some(1.0),
                unit: StockUnit::AsListed,
                pack,
            })
            .collect();
        let reserved: Reserved =
            vehicles.iter().zip(&kept).map(|(n, &k)| (n.part.clone(), k)).collect();
        let bought = purchase(&vehicles, &stock, &reserved, (25.0, Units::default()));
        let mut left: std::collections::BTreeMap<&str, f64> = stock
            .iter()
            .map(|l| (l.part.as_str(), (l.held - reserved[&l.part].min(l.held)).max(0.0)))
            .collect();
        for (line, need) in bought.lines.iter().zip(&vehicles) {
            let free = left.get_mut(need.part.as_str()).map_or(0.0, |l| {
                let mine = *l;
                *l = (mine - need.quantity).max(0.0);
                mine
            });
            prop_assert!(free + line.to_buy >= need.quantity - 0.02, "{line:?}, free {free}");
            if need.pieces_m.is_empty() {
                let pack = line.packs.map_or(0.0, |n| line.to_buy / n.max(1) as f64);
                prop_assert!(line.to_buy < (need.quantity - free).max(0.0) + pack + 0.02, "{line:?}");
            }
        }
    }
}

thread_local! {
    static FOUR: Vec<KnownJob> = series(4);
}

/// Four vehicles need four times what one needs, in the same order; one whose harness is cut needs nothing.
#[test]
fn parts_of_all_that_are_left() {
    let mut four = series(4);
    let one = needs(&four[..1]);
    let all = needs(&four);
    assert_eq!(one.len(), all.len());
    for (one, all) in one.iter().zip(&all) {
        assert_eq!(one.part, all.part);
        assert!((all.quantity - 4.0 * one.quantity).abs() < 1e-6, "{}", one.part);
        assert_eq!(all.pieces_m.len(), 4 * one.pieces_m.len());
    }
    let wire = all.iter().filter(|need| !need.pieces_m.is_empty());
    for need in wire {
        // What is cut is what the parts list has of it, to the centimetre.
        let cut: f64 = need.pieces_m.iter().sum();
        assert!((cut - need.quantity).abs() < 0.05, "{}: {cut} and {}", need.part, need.quantity);
    }
    let mut job = four[0].job().clone();
    assert!(!has_its_parts(&four[0]));
    job.work.push(mark("cut", Mark::Done, "2026-03-02T09:00:00Z".parse().unwrap()));
    four[0] = KnownJob::new(job);
    assert!(has_its_parts(&four[0]));
    let left = needs(&four);
    assert!((left[0].quantity - 0.75 * all[0].quantity).abs() < 1e-6);
    assert_eq!(alike(&four)[0].units, ["71", "72", "73"]);
}

/// What is kept for a series is what the shelf holds of it and nobody else has; then it is free for the series alone.
#[test]
fn kept_parts_are_free_for_nobody_else() {
    let four = series(4);
    let need = needs(&four);
    let fuse = need.iter().find(|n| n.part.starts_with("fuse ")).unwrap();
    let stock = [StockLine {
        part: fuse.part.clone(),
        held: 3.0,
        price: Some(0.4),
        unit: StockUnit::AsListed,
        pack: Some(10.0),
    }];
    let others = Reserved::from([(fuse.part.clone(), 1.0)]);
    let kept = keepable(&need, &stock, &others);
    assert_eq!(kept, Reserved::from([(fuse.part.clone(), 2.0)]));
    let line = |reserved: &Reserved| {
        let all = purchase(&need, &stock, reserved, (25.0, Units::default()));
        all.lines.into_iter().find(|l| l.part == fuse.part).unwrap()
    };
    let bought = line(&others);
    let packs = ((fuse.quantity - 2.0) / 10.0).ceil();
    assert_eq!((bought.reserved, bought.to_buy), (1.0, 10.0 * packs));
    assert_eq!(bought.to_buy_text, format!("{packs} × 10"));
    assert_eq!(bought.cost, Some(4.0 * packs));
    let all = purchase(&need, &stock, &others, (25.0, Units::default()));
    assert!(buy_csv(&all).contains(&bought.to_buy_text));
}

/// Alike pieces are one setting; none is lost, and each has its label on both ends.
#[test]
fn alike_pieces_are_cut_together() {
    let mut four = series_of("58", 4);
    let mut other = four[3].job().clone();
    other.circuits[0].run.supply[0].length_m = Some(3.21);
    four[3] = KnownJob::new(other);
    let batch = pieces(&four, Units::default());
    let cut: usize = four
        .iter()
        .map(|k| k.answers().cuts.iter().filter(|c| c.is_cut_once(&k.answers().cuts)).count())
        .sum();
    assert_eq!(batch.iter().map(|p| p.count).sum::<usize>(), cut);
    assert!(batch.iter().all(|p| p.labels.len() == p.count));
    for pair in batch.windows(2) {
        assert!(
            pair[0].wire < pair[1].wire
                || (pair[0].wire == pair[1].wire && pair[0].length_m >= pair[1].length_m)
        );
    }
    let groups = alike(&four);
    assert_eq!(groups.iter().map(|a| a.units.len()).collect::<Vec<_>>(), [3, 1]);
    let labels = labels_csv(&four);
    let all: usize = four.iter().map(|k| k.answers().cuts.len()).sum();
    assert_eq!(labels.lines().count(), 1 + 2 * all);
    assert!(labels.contains("70-") && labels.contains("73-"));
}

fn took(ratios: &[f64]) -> Vec<Timed> {
    let first: Timestamp = "2026-03-02T15:00:00Z".parse().unwrap();
    let at = |k: usize| first + SignedDuration::from_hours(24 * k as i64);
    let timed = ratios
        .iter()
        .enumerate()
        .map(|(k, r)| Timed::new(&(70 + k).to_string(), at(k), (r * 400.0, 400.0)));
    // As a store gives them: in any order.
    in_order(timed.rev().collect())
}

/// Source: scipy 1.17.1, `scipy.stats.linregress(numpy.log(n), numpy.log(ratio))`.
#[test]
fn the_curve_is_that_of_scipy() {
    let curve = fitted(&took(&[1.31, 1.05, 0.99, 0.88, 0.86, 0.80])).unwrap();
    assert!((curve.exponent - -0.266_605_869_917_778_8).abs() < 1e-9);
    assert!((curve.first - 1.297_153_641_721_724_4).abs() < 1e-9);
    assert!((curve.doubling - 0.831_272_926_156_098_6).abs() < 1e-9);
    assert!((curve.factor(7) - 0.772_117_367_211_250_5).abs() < 1e-9);
    assert_eq!(curve.count, 6);
    assert!(
        curve.text(7, 400.0).contains("Vehicle 7: about 5 h 09 min"),
        "{}",
        curve.text(7, 400.0)
    );
}

/// A textbook's 80 % curve: unit 1 takes 100 h, unit 2 80 h, unit 4 64 h, unit 8 51.2 h (T. P. Wright 1936 and any text on
/// operations, recalled from memory).
#[test]
fn a_curve_of_eighty_percent() {
    let exponent = 0.8f64.log2();
    let ratios: Vec<f64> = (1..=8).map(|n| f64::from(n).powf(exponent)).collect();
    let curve = fitted(&took(&ratios)).unwrap();
    for (n, hours) in [(1, 100.0), (2, 80.0), (4, 64.0), (8, 51.2)] {
        assert!((100.0 * curve.factor(n) - hours).abs() < 1e-6, "{n}");
    }
}

#[test]
fn what_is_no_practice_makes_no_curve() {
    assert_eq!(fitted(&took(&[1.3, 1.0])), Err(CurveError::TooFew));
    assert_eq!(fitted(&took(&[1.0, 1.6, 2.4])), Err(CurveError::NotPractice));
    assert_eq!(fitted(&took(&[4.0, 1.0, 0.5])), Err(CurveError::NotPractice));
}

/// From waiting over work to all done; minutes that were timed make its point on the curve.
#[test]
fn a_vehicle_stands_as_its_marks_say() {
    let now: Timestamp = "2026-03-02T07:00:00Z".parse().unwrap();
    let known = series(1).remove(0);
    let waiting = vehicle(&known, now);
    assert_eq!((waiting.stand, waiting.done, waiting.part), (SeriesStand::Waiting, 0, 0.0));
    assert_eq!(timed(&known), None);
    let mut job = known.job().clone();
    let mut at = now;
    let steps = known.work(now).steps;
    let half = steps.len() / 2;
    let all_min: f64 = steps.iter().map(|s| s.step.minutes).sum();
    assert!((waiting.left_min - all_min).abs() < 1e-9);
    for (k, step) in steps.iter().enumerate() {
        job.work.push(mark(&step.step.id.0, Mark::Start, at));
        if k == half {
            let at_it = vehicle(&KnownJob::new(job.clone()), at);
            assert_eq!((at_it.stand, at_it.done), (SeriesStand::InWork, half));
            assert!(at_it.is_running && at_it.now.as_deref() == Some(step.step.what.as_str()));
        }
        // Each takes half as long again as planned.
        at += SignedDuration::from_secs((90.0 * step.step.minutes) as i64);
        job.work.push(mark(&step.step.id.0, Mark::Done, at));
    }
    let done = KnownJob::new(job);
    let ready = vehicle(&done, at);
    assert_eq!((ready.stand, ready.part, ready.left_min), (SeriesStand::ToSign, 1.0, 0.0));
    let timed = timed(&done).unwrap();
    assert!((timed.ratio - 1.5).abs() < 0.05, "{timed:?}");
    let line = summary(&[waiting, ready], None);
    let hours = (all_min / 60.0).round();
    assert_eq!(line, format!("0 of 2 signed, 1 in work, {hours} h of work left"));
}
