//! The harness sheet: reels against trying everything, labels and pins against the cut list, the formboard
//! against the skeleton.

use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::base::packing::{least_reels, plan};
use jovek_core::export::{Format, export};
use jovek_core::formboard::board;
use jovek_core::harness::PartOf;
use jovek_core::job::{HeldBy, Job, LampPlace};
use jovek_core::plan::study::study;
use jovek_core::work::work;
use proptest::prelude::*;
use std::collections::BTreeMap;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// Fewest reels by trying every way to share the pieces out: each piece on every reel opened so far, or on
/// a new one.
fn fewest(lengths: &[u32], reel: u32, left: &mut Vec<u32>, at: usize, best: usize) -> usize {
    if left.len() >= best {
        return best;
    }
    let Some(&length) = lengths.get(at) else { return left.len() };
    let mut found = best;
    for r in 0..left.len() {
        if left[r] >= length {
            left[r] -= length;
            found = fewest(lengths, reel, left, at + 1, found);
            left[r] += length;
        }
    }
    left.push(reel - length);
    found = fewest(lengths, reel, left, at + 1, found);
    left.pop();
    found
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    /// Small cases: as few reels as there can be, never fewer than the bound, every piece once.
    #[test]
    fn few_pieces_take_the_fewest_reels(lengths in prop::collection::vec(1..100u32, 1..9)) {
        let reel = 100;
        let found = plan(&lengths, reel);
        let best = fewest(&lengths, reel, &mut Vec::new(), 0, lengths.len() + 1);
        prop_assert_eq!(found.reels.len(), best);
        prop_assert!(found.least <= best);
        prop_assert!(found.too_long.is_empty());
        let mut all: Vec<usize> = found.reels.concat();
        all.sort_unstable();
        prop_assert_eq!(all, (0..lengths.len()).collect::<Vec<_>>());
        for r in &found.reels {
            prop_assert!(r.iter().map(|&k| lengths[k]).sum::<u32>() <= reel);
        }
    }

    /// Large ones: within 3 % of the bound, or one reel of it.
    #[test]
    fn many_pieces_stay_near_the_bound(lengths in prop::collection::vec(300..6000u32, 50..400)) {
        let found = plan(&lengths, 25_000);
        prop_assert!(found.least == least_reels(&lengths, 25_000));
        let most = (found.least as f64 * 1.03).ceil() as usize;
        prop_assert!(found.reels.len() <= most.max(found.least + 1), "{} reels against {}", found.reels.len(), found.least);
    }
}

/// Worked by hand: 6, 6, 4, 4 m need two reels of 10 m; 6, 6, 6 m need three, whatever their sum says. What
/// is longer than a reel is bought by the piece.
#[test]
fn reels_by_hand() {
    let reels = |lengths: &[u32]| plan(lengths, 10_000).reels.len();
    assert_eq!(reels(&[6000, 6000, 4000, 4000]), 2);
    assert_eq!(reels(&[6000, 6000, 6000]), 3);
    assert_eq!(least_reels(&[6000, 6000, 6000], 10_000), 3);
    let long = plan(&[12_000, 3000], 10_000);
    assert_eq!((long.reels.len(), long.too_long), (1, vec![0]));
}

fn rows(text: &str) -> Vec<Vec<String>> {
    let mut reader = csv::Reader::from_reader(text.as_bytes());
    reader.records().map(|r| r.unwrap().iter().map(str::to_owned).collect()).collect()
}

/// Every piece is on a reel once, with its own length; two labels each; lengths add up to the parts list.
#[test]
fn every_piece_is_cut_labelled_and_counted_once() {
    for (unit, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        let cuts = rows(&export(&job, Format::CutsCsv, None).unwrap());
        let mut labels: Vec<String> = cuts.iter().map(|r| r[2].clone()).collect();
        labels.sort();
        let mut all: Vec<String> = answers.cuts.iter().map(|c| c.label.clone()).collect();
        all.sort();
        assert_eq!(labels, all, "{unit}");
        let mut by_wire: BTreeMap<String, f64> = BTreeMap::new();
        for row in &cuts {
            *by_wire.entry(row[0].clone()).or_default() += row[3].parse::<f64>().unwrap();
        }
        for part in answers.parts.iter().filter(|p| p.of == PartOf::Wire) {
            let metres = by_wire.get(&part.part).copied().unwrap_or_default();
            assert!((metres - part.quantity).abs() < 0.02, "{unit} {}: {metres}", part.part);
        }
        assert_eq!(
            rows(&export(&job, Format::LabelsCsv, None).unwrap()).len(),
            2 * all.len(),
            "{unit}"
        );
    }
}

/// Every lamp has both its pins; plus is pin 1 and says so.
#[test]
fn pins_name_every_terminal() {
    let job = demo("T3");
    let pins = rows(&export(&job, Format::PinsCsv, None).unwrap());
    // Twelve lamps, one wire in each pin.
    let lamp = |pin: &str| {
        let on = pins.iter().filter(|r| r[1].starts_with("lamp") && r[2] == pin);
        on.map(|r| (r[0].clone(), r[1].clone())).collect::<std::collections::BTreeSet<_>>().len()
    };
    assert_eq!((lamp("1 (+)"), lamp("2 (-)")), (12, 12), "{pins:?}");
    for row in pins.iter().filter(|r| r[1].starts_with("lamp")) {
        let ends_plus = row[2] == "1 (+)";
        // The ground of a trailer is white: brown is its tail lamps.
        assert_eq!(ends_plus, !row[4].contains("white"), "{row:?}");
    }
    let relay = rows(&export(&demo("14"), Format::PinsCsv, None).unwrap());
    for pin in ["30", "87", "86", "85"] {
        assert!(relay.iter().any(|r| r[1] == "relay 1" && r[2] == pin), "{pin}");
    }
}

/// Each way that carries wires is on the board once, in its length to scale, or named as closing a ring.
#[test]
fn the_formboard_is_to_scale_and_whole() {
    let job = demo("T3");
    let study = study(&job);
    let layout = study.layout.as_ref().unwrap();
    let board = board(layout).unwrap();
    for (w, way) in layout.graph.ways.iter().enumerate() {
        let used = layout.wires.iter().any(|l| l.ways.contains(&w));
        let drawn: Vec<_> = board.branches.iter().filter(|b| b.way == w).collect();
        assert_eq!(
            usize::from(used),
            drawn.len() + usize::from(board.rings.contains(&w)),
            "{}",
            way.name
        );
        for branch in drawn {
            let (dx, dy) = (branch.to.0 - branch.from.0, branch.to.1 - branch.from.1);
            assert!((dx.hypot(dy) - way.length_m).abs() < 1e-9, "{}", way.name);
        }
    }
    let text = export(&job, Format::FormboardSvg, None).unwrap();
    assert!(
        text.contains("scale 1:") && text.contains("left side, middle") && !text.contains("NaN")
    );
    // The bar is as long as it says: its stroke against the scale.
    let scale: f64 =
        text.split("scale 1:").nth(1).unwrap().split('<').next().unwrap().parse().unwrap();
    let bar: f64 = text
        .split('h')
        .find_map(|p| p.split('M').next()?.parse().ok().filter(|v: &f64| *v > 10.0))
        .unwrap();
    let says: f64 =
        text.rsplit(" m</text>").nth(1).map_or(1.0, |_| if scale > 12.0 { 1.0 } else { 0.5 });
    assert!((bar * scale / 1000.0 - says).abs() < 0.01, "{bar} mm at 1:{scale}");
    // Without a skeleton there is nothing to lay flat, and it says what to do.
    let error = export(&demo("51"), Format::FormboardSvg, None).unwrap_err().to_string();
    assert!(error.contains("under Run"), "{error}");
}

/// What the wires lie in is bought too: loom of the bore that the way wants, a clip every 40 cm and one more. A jacketed
/// cable needs no loom. Common practice.
#[test]
fn loom_and_clips_are_on_the_list() {
    let mut job = jovek_core::job::Job::starter("7");
    for (section, m) in job.circuits[0].run.supply.iter_mut().zip([0.1, 0.5, 4.0, 1.0]) {
        section.length_m = Some(m);
    }
    let of = |job: &jovek_core::job::Job, part: PartOf| -> f64 {
        assess(job).parts.iter().filter(|p| p.of == part).map(|p| p.quantity).sum()
    };
    // From fuse to switch, and from there to the lamps; the stud is as near as it was assumed, 1 m.
    assert!((of(&job, PartOf::Loom) - 6.5).abs() < 0.01, "{}", of(&job, PartOf::Loom));
    let clips = |m: f64| (m / 0.4f64).ceil() + 1.0;
    assert_eq!(of(&job, PartOf::Clip), clips(0.5) + clips(5.0) + clips(1.0));
    job.shop.jacketed = true;
    assert_eq!(of(&job, PartOf::Loom), 0.0);
    assert!(of(&job, PartOf::Clip) > 0.0);
    // On a skeleton what lies on one way shares its loom: never more of it than there are ways.
    let (_, laid) = crate::common::demo_jobs().swap_remove(0);
    let route = assess(&laid).route.unwrap();
    let used: f64 = route.ways.iter().filter(|w| w.wires > 0).map(|w| w.length_m).sum();
    assert!((of(&laid, PartOf::Loom) - used).abs() < 0.01 * used + 0.05, "{used}");
}

/// A cable goes through the roof in a gland, which is bought, and the roof is sealed; a magnet needs none, nor does a
/// vehicle where a hole of its own was drilled. Common practice.
#[test]
fn roof_lamps_get_a_gland() {
    let mut job = Job::starter("7");
    job.circuits[0].lights[0].place = Some(LampPlace::Roof);
    let glands = |job: &Job| {
        assess(job).parts.iter().filter(|p| p.of == PartOf::Gland).map(|p| p.quantity).sum::<f64>()
    };
    let says = |job: &Job, words: &str| {
        work(job, Timestamp::UNIX_EPOCH)
            .steps
            .iter()
            .any(|s| s.step.how.iter().any(|h| h.contains(words)))
    };
    assert_eq!(glands(&job), 1.0);
    assert!(says(&job, "round where the gland grips") && says(&job, "in each screw hole"));
    job.circuits[0].lights[0].held_by = Some(HeldBy::Magnet);
    assert_eq!(glands(&job), 0.0);
    assert!(!says(&job, "gland grips") && !says(&job, "in each screw hole"));
    // Unit 14 has beacons on its roof, and a hole for the bundle with its grommet.
    let drilled = demo("14");
    let grommets = assess(&drilled).parts.iter().any(|p| p.of == PartOf::Grommet);
    assert_eq!(grommets, glands(&drilled) == 0.0);
}
