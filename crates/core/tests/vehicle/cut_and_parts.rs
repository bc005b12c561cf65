//! The lists that are carried to the bench: every wire once, every end with its terminal.

use jovek_core::answers::{Answers, assess};
use jovek_core::export::{Format, export};
use jovek_core::job::{ColourScheme, Job, ReturnKind};
use jovek_core::plan::end::End;
use std::collections::{BTreeMap, BTreeSet, HashSet};

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn quantity(answers: &Answers, holds: &str) -> f64 {
    answers.parts.iter().filter(|p| p.part.contains(holds)).map(|p| p.quantity).sum()
}

#[test]
fn every_piece_has_a_label_of_its_own_and_two_ends() {
    for (name, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        let labels: HashSet<&str> = answers.cuts.iter().map(|c| c.label.as_str()).collect();
        assert_eq!(labels.len(), answers.cuts.len(), "{name}: labels repeat");
        for cut in &answers.cuts {
            assert!(cut.label.starts_with(&job.unit), "{name}: {}", cut.label);
            assert!(!cut.from_terminal.is_empty() && !cut.to_terminal.is_empty());
            assert_ne!(cut.from, cut.to);
        }
    }
}

/// Common practice: the sleeve is slid on before the joint is made, so it is listed with the piece.
#[test]
fn sealed_joints_remind_of_their_sleeve() {
    for (_, job) in crate::common::demo_jobs() {
        for cut in &assess(&job).cuts {
            let joined = |terminal: &str| ["splice", "pad"].iter().any(|w| terminal.contains(w));
            let sealed = joined(&cut.from_terminal) || joined(&cut.to_terminal);
            assert_eq!(!cut.sleeve.is_empty(), sealed, "{}", cut.label);
        }
    }
}

/// Two unmarked wires of one colour at the lamps are how left and right get swapped: each circuit
/// has a colour of its own there, and ground has the scheme's.
#[test]
fn circuits_are_told_apart_by_colour() {
    let mut job = demo("14");
    for (scheme, ground) in
        [(ColourScheme::GroundBrown, "brown"), (ColourScheme::GroundBlack, "black")]
    {
        job.shop.colours = scheme;
        let answers = assess(&job);
        let mut at_lamps = BTreeMap::new();
        for cut in &answers.cuts {
            if cut.to.starts_with("lamp") && cut.to.ends_with('+') {
                let before = at_lamps.insert(cut.colour.clone(), cut.circuit.clone());
                assert!(before.is_none_or(|c| c == cut.circuit), "{} twice", cut.colour);
            }
            if cut.from.starts_with("lamp") {
                assert_eq!(cut.colour, ground);
            }
        }
        assert_eq!(at_lamps.len(), job.circuits.len());
    }
}

#[test]
fn the_parts_list_holds_what_the_circuits_need() {
    let answers = assess(&demo("14"));
    let relays = answers.cuts.iter().filter(|c| c.to.ends_with(" 86")).count() as f64;
    assert_eq!(quantity(&answers, "relay socket"), relays);
    // The step lights are protected by the factory fuse.
    let fused =
        answers.cuts.iter().filter(|c| c.to.contains("fuse") && c.to.ends_with(" in")).count()
            as f64;
    assert_eq!(quantity(&answers, "sealed fuse holder"), fused);
    let ends = |kind: &str| {
        answers
            .cuts
            .iter()
            .flat_map(|c| [&c.from_terminal, &c.to_terminal])
            .filter(|t| t.contains(kind))
            .count() as f64
    };
    for kind in ["ring M8", "ring M6", "receptacle 6.3 mm", "sealed contact with wire seal"] {
        assert_eq!(quantity(&answers, kind), ends(kind), "{kind}");
    }
    // A splice joins several ends and is one part.
    let splices = answers.joints.iter().filter(|j| j.how.starts_with("butt splice")).count();
    assert_eq!(quantity(&answers, "butt splice"), splices as f64);
    let lamps: f64 = answers.parts.iter().filter(|p| p.group == "lights").map(|p| p.quantity).sum();
    let wished: u32 = demo("14").circuits.iter().flat_map(|c| &c.lights).map(|l| l.count).sum();
    assert_eq!(lamps, f64::from(wished));
}

/// A tie-in is joined to the factory wire once, with or without a fuse of its own.
#[test]
fn a_tie_in_has_its_joint_on_the_list() {
    for unit in ["22", "14"] {
        let answers = assess(&demo(unit));
        let on_wires: Vec<_> =
            answers.cuts.iter().filter(|c| matches!(c.from_end, End::Factory(_))).collect();
        assert!(!on_wires.is_empty(), "unit {unit}");
        assert!(on_wires.iter().all(|c| c.from.starts_with("wire of ")), "unit {unit}");
        // Once for each wire of each circuit.
        let once: BTreeSet<_> = on_wires.iter().map(|c| (&c.circuit, c.from_end)).collect();
        assert_eq!(once.len(), on_wires.len(), "unit {unit}");
        let splices = quantity(&answers, "splice on factory wire");
        assert_eq!(splices, on_wires.len() as f64, "unit {unit}");
    }
}

#[test]
fn totals_are_the_sum_of_the_pieces() {
    for (name, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        for total in &answers.cut_totals {
            let pieces: Vec<f64> = answers
                .cuts
                .iter()
                .filter(|c| c.wire_text == total.wire)
                .map(|c| c.length_m)
                .collect();
            assert_eq!(pieces.len(), total.pieces, "{name} {}", total.wire);
            assert!((pieces.iter().sum::<f64>() - total.length_m).abs() < 1e-9);
        }
        let all: usize = answers.cut_totals.iter().map(|t| t.pieces).sum();
        assert_eq!(all, answers.cuts.len());
    }
}

#[test]
fn a_return_to_the_battery_ends_on_its_post() {
    let mut job = demo("14");
    job.circuits[0].run.return_by = ReturnKind::BatteryNegative;
    let answers = assess(&job);
    let id = &job.circuits[0].id;
    let back = answers.cuts.iter().find(|c| &c.circuit == id && c.to == "battery -").unwrap();
    assert!(back.from == "branch -" && back.to_terminal.starts_with("ring M8"), "{back:?}");
}

/// RFC 4180: what is written reads back, header first, one row a piece.
#[test]
fn the_lists_read_back_from_csv() {
    for (name, job) in crate::common::demo_jobs() {
        let answers = assess(&job);
        let text = export(&job, Format::WiresCsv, None).unwrap();
        let mut reader = csv::Reader::from_reader(text.as_bytes());
        let head = reader.headers().unwrap().clone();
        let column = |name: &str| head.iter().position(|h| h == name).unwrap();
        let (label, length) = (column("label"), column("length_m"));
        let rows: Vec<csv::StringRecord> = reader.records().map(Result::unwrap).collect();
        assert_eq!(rows.len(), answers.cuts.len(), "{name}");
        for (row, cut) in rows.iter().zip(&answers.cuts) {
            assert_eq!(&row[label], cut.label);
            assert_eq!(row[length].parse::<f64>().unwrap(), cut.length_m);
        }
        let text = export(&job, Format::PartsCsv, None).unwrap();
        let rows = csv::Reader::from_reader(text.as_bytes()).records().map(Result::unwrap).count();
        assert_eq!(rows, answers.parts.len(), "{name}");
    }
}

#[test]
fn the_diagram_names_every_circuit_in_every_state() {
    for (name, job) in crate::common::demo_jobs() {
        for state in ["engine_off", "charging", "idle", "low_battery"] {
            let svg = export(&job, Format::DiagramSvg, Some(state)).unwrap();
            assert!(svg.starts_with("<svg") && svg.trim_end().ends_with("</svg>"), "{name}");
            assert!(!svg.contains("NaN") && !svg.contains("inf"), "{name} {state}");
            for circuit in &job.circuits {
                assert!(svg.contains(&circuit.name), "{name} {state}: {}", circuit.name);
            }
        }
    }
}

/// A circuit of thirty pieces: its labels go on after z.
#[test]
fn labels_go_on_after_z() {
    use jovek_core::job::{Signal, Wish};
    let wires = [
        ("park", Signal::Parking),
        ("brake", Signal::Brake),
        ("rev", Signal::Reverse),
        ("door", Signal::Door),
    ];
    let any = || Wish::Any(wires.iter().map(|(_, s)| Wish::With(*s)).collect());
    let wish = Wish::All(vec![any(), any(), Wish::Any(vec![any(), Wish::OwnSwitch])]);
    let job = crate::common::bench::job(&wires, wish, None);
    let cuts = assess(&job).cuts;
    assert!(cuts.len() > 26, "{} pieces", cuts.len());
    let labels: BTreeSet<&str> = cuts.iter().map(|c| c.label.as_str()).collect();
    assert_eq!(labels.len(), cuts.len());
    assert!(labels.contains("B1-1z") && labels.contains("B1-1aa"), "{labels:?}");
}
