//! Stock and prices from CSV, the estimate, the formboard over pages.

use jovek_core::formboard;
use jovek_core::job::Job;
use jovek_core::plan::study::study;
use jovek_core::stock;
use jovek_core::stock::{Reserved, StockLine, StockUnit, estimate, read};
use jovek_core::work::KnownJob;
use proptest::prelude::*;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// Each bad row is named with its line and what would be right; good ones stay.
#[test]
fn bad_rows_are_named_and_good_ones_stay() {
    let text = "part,held,price\n\
        ring M6,20,0.35\n\
        ,3,1\n\
        relay socket,two,4.10\n\
        fuse holder,-1,2\n\
        ring M6,5,0.30\n\
        splitter,,9.90\n\
        blind plug,12,\n\
        lamp,1,£40\n\
        loom,inf,1\n";
    let got = read(text).unwrap();
    let good: Vec<(&str, f64, Option<f64>)> =
        got.good.iter().map(|g| (g.part.as_str(), g.held, g.price)).collect();
    let want =
        [("ring M6", 20.0, Some(0.35)), ("splitter", 0.0, Some(9.9)), ("blind plug", 12.0, None)];
    assert_eq!(good, want);
    let bad: Vec<(u64, &str)> = got.bad.iter().map(|b| (b.line, b.why.as_str())).collect();
    assert_eq!(bad.len(), 6, "{bad:?}");
    for ((line, why), (want, says)) in bad.iter().zip([
        (3, "no part named"),
        (4, "held \"two\" is not a number"),
        (5, "is below zero"),
        (6, "is in the list already"),
        (9, "no currency"),
        (10, "not a number"),
    ]) {
        assert_eq!(*line, want);
        assert!(why.contains(says), "line {line}: {why}");
    }
}

#[test]
fn lists_without_columns_say_what_is_missing() {
    assert!(read("").unwrap_err().to_string().contains("part, held, price"));
    assert!(read("name,held\na,1").unwrap_err().to_string().contains("no column \"part\""));
    assert!(read("part,colour\na,red").unwrap_err().to_string().contains("at least one"));
    // A list of a spreadsheet: byte order mark, semicolons, decimal commas, other columns, any order.
    let got = read("\u{feff}Price;Part;Shelf;Held\n0,35;ring M6;B2;20\n").unwrap();
    assert_eq!(
        got.good,
        [StockLine {
            part: "ring M6".into(),
            held: 20.0,
            price: Some(0.35),
            unit: StockUnit::default(),
            pack: None,
        }]
    );
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 100, failure_persistence: None, ..ProptestConfig::default() })]

    /// What is written reads back; and no text makes the reader panic.
    #[test]
    fn stock_reads_back(
        rows in prop::collection::btree_map(
            "[ -~]{1,40}", (0.0..1e6f64, prop::option::of(0.0..1e5f64), any::<bool>()), 0..12,
        ),
        junk in ".{0,200}",
    ) {
        let lines: Vec<StockLine> = rows
            .into_iter()
            .filter(|(part, _)| part.trim() == part && !part.starts_with(['\'', '=', '+', '-', '@']))
            .map(|(part, (held, price, by_foot))| StockLine {
                part,
                held,
                price,
                unit: if by_foot { StockUnit::Foot } else { StockUnit::AsListed },
                pack: price,
            })
            .collect();
        let back = read(&stock::csv(&lines)).unwrap();
        prop_assert_eq!(&back.good, &lines);
        prop_assert!(back.bad.is_empty());
        let _ = read(&junk);
        let _ = read(&format!("part,held\n{junk}"));
    }
}

/// A shop that counts and pays its wire by the foot holds and pays the same: 0.3048 m (NIST SP 811, appendix B). A piece
/// has no feet.
#[test]
fn wire_is_counted_by_the_foot() {
    let known = KnownJob::new(crate::common::demo_jobs().swap_remove(0).1);
    let line = |part: &str, held, price, unit| StockLine {
        part: part.into(),
        held,
        price: Some(price),
        unit,
        pack: None,
    };
    let by = |unit, one: f64| -> Vec<StockLine> {
        let parts = &known.answers().parts;
        let of = |p: &jovek_core::harness::parts::PartLine| match p.of.is_by_length() {
            true => line(&p.part, 1.524 / one, 0.6 * one, unit),
            false => line(&p.part, 2.0, 1.5, unit),
        };
        parts.iter().map(of).collect()
    };
    let (metres, feet) = (by(StockUnit::AsListed, 1.0), by(StockUnit::Foot, 0.3048));
    assert!(feet.iter().any(|l| (l.held - 5.0).abs() < 1e-9), "5 ft are 1.524 m");
    let (one, two) =
        (estimate(&known, &metres, &Reserved::new()), estimate(&known, &feet, &Reserved::new()));
    assert!((one.parts_cost - two.parts_cost).abs() < 0.01);
    for (a, b) in one.parts.iter().zip(&two.parts) {
        assert_eq!((&a.amounts, &a.price_text), (&b.amounts, &b.price_text), "{}", a.part);
    }
    let named = read("part,held,unit\nred wire,40,ft\nblue wire,3,yd\n").unwrap();
    assert_eq!(named.good[0].unit, StockUnit::Foot);
    assert!(named.bad[0].why.contains("\"yd\" is no unit"), "{:?}", named.bad);
}

/// Against the parts list: needed is what it says, to buy is what the shelf lacks, sums add up.
#[test]
fn the_estimate_adds_up() {
    for (unit, mut job) in crate::common::demo_jobs() {
        job.shop.hourly_rate = Some(60.0);
        let known = KnownJob::new(job);
        let answers = known.answers();
        let shelf: Vec<StockLine> = answers
            .parts
            .iter()
            .map(|p| StockLine {
                part: p.part.clone(),
                held: 2.0,
                price: Some(1.5),
                unit: StockUnit::default(),
                pack: None,
            })
            .collect();
        let e = estimate(&known, &shelf, &Reserved::new());
        assert_eq!(e.parts.len(), answers.parts.len());
        for (line, part) in e.parts.iter().zip(&answers.parts) {
            assert_eq!((line.needed, &line.part), (part.quantity, &part.part));
            assert!((line.to_buy - (part.quantity - line.held).max(0.0)).abs() < 0.006);
        }
        let sum: f64 = answers.parts.iter().map(|p| p.quantity * 1.5).sum();
        assert!((e.parts_cost - sum).abs() < 0.01 * e.parts.len() as f64, "{unit}");
        let minutes: f64 = e.labour.iter().map(|l| l.count * l.minutes_each).sum();
        assert!((minutes - e.labour_minutes).abs() < 0.5, "{unit}");
        // One figure in a job: what Fit shows step by step is what is charged.
        let steps: f64 = known.steps().iter().map(|s| s.minutes).sum();
        assert!((steps - e.labour_minutes).abs() < 0.1, "{unit}: {steps} in the steps");
        // 60 an hour is 1 a minute.
        let total = e.total.unwrap();
        assert!((total - e.parts_cost - e.labour_minutes).abs() < 0.02, "{unit}");
        let unknown = estimate(&known, &[], &Reserved::new());
        assert_eq!((unknown.total, unknown.unpriced), (None, unknown.parts.len()), "{unit}");
    }
}

/// Every way that carries wires lies on some page, each page has its scale bar, and pins stand where the
/// harness ends.
#[test]
fn the_formboard_is_spread_over_pages() {
    for unit in ["14", "22", "40", "T3"] {
        let job = demo(unit);
        let study = study(&job);
        let pages = formboard::pages(&job, &study).unwrap();
        let scale = |svg: &str| -> f64 {
            let at = svg.find("scale 1:").unwrap() + 8;
            svg[at..].split('<').next().unwrap().parse().unwrap()
        };
        let overview = formboard::svg(&job, &study).unwrap();
        assert!((1..=12).contains(&pages.len()), "{unit}: {} pages", pages.len());
        let ways = |svg: &str| svg.matches("data-way=").count();
        for page in &pages {
            assert!(page.contains("width=\"297mm\"") && page.contains(" m</text>"), "{unit}");
            assert_eq!(ways(page), ways(&overview), "{unit}");
            assert!(scale(page) <= 50.0 && page.contains("class=\"pins\""), "{unit}");
        }
        assert!(scale(&pages[0]) < 40.0, "{unit}: larger than the overview");
    }
}
