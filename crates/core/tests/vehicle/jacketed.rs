//! A shop that lays jacketed cable outside: wires that go the same way are its cores.

use crate::common::bench::{job, switch};
use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::job::{BodyKind, Job, LampPlace, ReturnKind, Sites, Skeleton};
use jovek_core::plan::end::{End, LampIx};
use jovek_core::stock::{StockLine, StockUnit, size_prices};
use std::collections::BTreeMap;

/// Lamps at the rear whose return goes back to the battery, beside their supply.
fn to_the_rear() -> Job {
    let mut job = job(&[], switch("on-off"), None);
    job.skeleton = Some(Skeleton { body: BodyKind::Pickup, ..Skeleton::default() });
    let circuit = &mut job.circuits[0];
    circuit.lights[0].place = Some(LampPlace::Rear);
    circuit.run.return_by = ReturnKind::BatteryNegative;
    circuit.sites = Some(Sites::default());
    job
}

/// Both wires of a leg are one cable: cut once, of one length, told by its number instead of bands.
#[test]
fn wires_side_by_side_are_cores() {
    let single = assess(&to_the_rear());
    let mut job = to_the_rear();
    job.shop.jacketed = true;
    let answers = assess(&job);
    assert_eq!(answers.circuits[0].headline, single.circuits[0].headline, "sizes stay");
    let mut cables: BTreeMap<&str, Vec<_>> = BTreeMap::new();
    for cut in answers.cuts.iter().filter(|c| c.cable.is_some()) {
        cables.entry(cut.mark.as_str()).or_default().push(cut);
    }
    assert!(!cables.is_empty());
    for cores in cables.values() {
        assert_eq!(cores.len(), 2, "{cores:?}");
        assert_eq!(cores[0].length_m, cores[1].length_m);
        assert_ne!(cores[0].colour, cores[1].colour);
        assert_eq!(cores.iter().filter(|c| c.role.is_return()).count(), 1);
        let part = answers.parts.iter().find(|p| p.part == cores[0].stock_text()).unwrap();
        assert!(part.quantity >= cores[0].length_m, "{part:?}");
        let reel = answers.reels.iter().filter(|r| r.wire == part.part);
        let labels: Vec<&String> = reel.flat_map(|r| &r.pieces).collect();
        let on_reel = cores.iter().filter(|c| labels.contains(&&c.label)).count();
        assert_eq!(on_reel, 1, "cut once");
    }
}

/// Lamps left and right have a cable each, however alike their ways are told; a pigtail is no cable.
#[test]
fn no_cable_goes_to_two_lamps() {
    for (unit, mut job) in demo_jobs() {
        job.shop.jacketed = true;
        let answers = assess(&job);
        let mut lamps: BTreeMap<&str, Vec<LampIx>> = BTreeMap::new();
        for cut in answers.cuts.iter().filter(|c| c.cable.is_some()) {
            assert!(cut.path_m > 0.3, "{unit}: {}", cut.label);
            for end in [cut.from_end, cut.to_end] {
                if let End::Lamp(lamp, ..) = end {
                    lamps.entry(cut.mark.as_str()).or_default().push(lamp);
                }
            }
        }
        for (cable, of) in lamps {
            assert!(of.iter().all(|l| *l == of[0]), "{unit}, {cable}: {of:?}");
        }
    }
}

/// Nothing is lost and nothing is cut twice: what the parts list holds in metres is what the cut list cuts.
#[test]
fn every_piece_is_bought_once() {
    for (unit, mut job) in demo_jobs() {
        job.shop.jacketed = true;
        let answers = assess(&job);
        let mut cut_m: BTreeMap<String, f64> = BTreeMap::new();
        for cut in answers.cuts.iter().filter(|c| c.is_cut_once(&answers.cuts)) {
            *cut_m.entry(cut.stock_text()).or_default() += cut.length_m;
        }
        for (part, length_m) in cut_m {
            let listed: f64 =
                answers.parts.iter().filter(|p| p.part == part).map(|p| p.quantity).sum();
            assert!(
                (listed - length_m).abs() < 0.01,
                "{unit}, {part}: {listed} m, cut {length_m} m"
            );
        }
    }
}

/// Each size of the trade-off at the shop's prices: 2 a metre of the chosen one, 3 of the next; none where none is known.
#[test]
fn sizes_have_the_shops_prices() {
    let job = to_the_rear();
    let answers = assess(&job);
    let points = &answers.circuits[0].trade_off;
    let at = points.iter().position(|p| p.is_chosen).unwrap();
    let price = |label: &str, each| StockLine {
        part: format!("{label} {} red", answers.cuts[0].insulation),
        held: 0.0,
        price: Some(each),
        unit: StockUnit::default(),
        pack: None,
    };
    let stock = [price(&points[at].label, 2.0), price(&points[at + 1].label, 3.0)];
    let prices = size_prices(&answers, &stock);
    let cost = |k: usize| prices.iter().find(|p| p.label == points[k].label).unwrap().cost;
    let of_size = answers.cuts.iter().filter(|c| c.wire_text == points[at].label);
    let length_m: f64 = of_size.map(|c| c.length_m).sum();
    assert!((cost(at).unwrap() - 2.0 * length_m).abs() < 0.02);
    assert!((cost(at + 1).unwrap() - 3.0 * length_m).abs() < 0.02);
    assert_eq!(cost(points.len() - 1), None);
}
