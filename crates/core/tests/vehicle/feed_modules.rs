//! Timers, cut-offs and flashers: named as what they are, with their own terminals, on every list.

use crate::common::bench::{job, switch, with};
use jovek_core::answers::{Answers, assess};
use jovek_core::budget::budget;
use jovek_core::finding::FindingCode;
use jovek_core::job::{ControlKind, Flash, Job, Signal, Wish};
use jovek_core::proof::prove;

const PARKING: [(&str, Signal); 1] = [("park", Signal::Parking)];

/// What is wired at the terminals of a part: `terminal > far end`, each once.
fn wired(answers: &Answers, part: &str) -> Vec<String> {
    let mut out = Vec::new();
    for cut in &answers.cuts {
        for (at, far) in [(&cut.from, &cut.to), (&cut.to, &cut.from)] {
            if let Some(terminal) = at.strip_prefix(part) {
                out.push(format!("{} > {far}", terminal.trim()));
            }
        }
    }
    out.sort();
    out
}

fn has_part(answers: &Answers, part: &str) -> bool {
    answers.parts.iter().any(|p| p.part == part && p.quantity == 1.0)
}

fn until_low(kind: ControlKind) -> Job {
    job(&[], Wish::UntilLow(Box::new(switch("on-off"))), Some(kind))
}

/// Three terminals, as such modules are sold: battery, load, ground. Common practice, no source.
#[test]
fn a_cut_off_has_three_terminals_and_stands_at_the_feed() {
    let answers = assess(&until_low(ControlKind::Switch));
    let expected = ["30 > fuse out", "31 > control ground stud", "out > switch 1 in"];
    assert_eq!(wired(&answers, "low-voltage cut-off "), expected);
    assert!(has_part(&answers, "low-voltage cut-off 10 A, 12.1 V off"), "{:?}", answers.parts);
    assert!(!answers.cuts.iter().any(|c| c.from.contains("relay") || c.to.contains("relay")));
    let proof = prove(&until_low(ControlKind::Switch), Vec::new());
    assert!(proof.wishes.iter().all(|w| w.missed == 0), "{:?}", proof.wishes);
}

/// A timer is fed, started, grounded, and feeds on.
#[test]
fn a_timer_has_four_terminals() {
    let wish = Wish::After { lit: Box::new(with(Signal::Parking)), seconds: 90.0 };
    let answers = assess(&job(&PARKING, wish, Some(ControlKind::Relay)));
    let at: Vec<String> =
        wired(&answers, "timer ").iter().map(|w| w[..w.find(" >").unwrap()].to_owned()).collect();
    assert_eq!(at, ["30", "31", "input", "out"]);
    assert!(has_part(&answers, "timer module 10 A, set to 1 min 30 s"), "{:?}", answers.parts);
    assert!(answers.cuts.iter().any(|c| c.to == "relay 1 86"), "the lamp relay keeps its own name");
}

/// What a person put there is not asked for again.
#[test]
fn a_cut_off_that_is_there_is_not_asked_for() {
    let asks = |job: &Job| assess(job).findings.iter().any(|f| f.code == FindingCode::LeftOn);
    let heavy = |mut job: Job| {
        job.circuits[0].lights[0].label_w = Some(60.0);
        job
    };
    assert!(asks(&heavy(job(&[], switch("on-off"), None))));
    assert!(!asks(&heavy(until_low(ControlKind::Relay))));
}

/// 49 in, 49a out, 31 ground: DIN 72552, recalled from memory. Half of the time lit, half of the charge.
#[test]
fn a_flasher_has_its_terminals_and_its_part_of_the_time() {
    let steady = job(&[], switch("on-off"), None);
    let mut flashing = steady.clone();
    flashing.circuits[0].control.flasher = Some(Flash { hz: 1.5, duty: 0.5 });
    let answers = assess(&flashing);
    let expected = ["31 > control ground stud", "49 > switch 1 out", "49a > branch +"];
    let at: Vec<String> = wired(&answers, "flasher ")
        .iter()
        .map(|w| w.split(" > ").next().unwrap().to_owned())
        .collect();
    assert_eq!(at, expected.map(|w| w.split(" > ").next().unwrap()));
    assert!(
        has_part(&answers, "flasher module 5 A, counts no load, 1.5 flashes a second"),
        "{:?}",
        answers.parts
    );
    let line = &answers.circuits[0].volt_lines[0];
    assert!(line.elements.iter().any(|e| e.name == "flasher" && e.size == "5 A"));
    let lit_a = |job: &Job| {
        let text = &budget(job).circuits[0];
        let figure = text.split(": ").nth(1).unwrap().split(' ').next().unwrap();
        figure.parse::<f64>().unwrap()
    };
    let part = lit_a(&flashing) / lit_a(&steady);
    assert!((part - 0.5).abs() < 0.02, "{part}");
}
