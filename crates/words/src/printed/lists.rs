//! Lists on paper: what a fitter ticks off with a pencil.

use crate::sheet::Pages;
use jovek_catalog::meter::OVERLOAD_OHM;
use jovek_judge::answers::Answers;
use jovek_judge::finding::Stage;
use jovek_judge::harness::PartLine;
use jovek_judge::prove::Quantity;
use jovek_judge::work::Work;
use jovek_phrases::common;
use jovek_phrases::{capital, paper as say};

/// A box to tick.
const BOX: &str = "[   ]";

/// Wires to cut, circuit by circuit, with what comes off which reel.
pub(super) fn wires(pages: &mut Pages, answers: &Answers) {
    let on_the_cut = answers.findings.iter().filter(|f| f.stage == Stage::Cut);
    for finding in on_the_cut {
        pages.text(&format!("{}. {}", finding.title, finding.why));
    }
    let widths = [0.6, 1.2, 2.2, 1.9, 2.9, 2.9];
    pages.row(&widths, &["", say::label(), say::wire(), say::cut(), say::from(), say::to()], true);
    for cut in &answers.cuts {
        let marked = if cut.mark.is_empty() { String::new() } else { format!(", {}", cut.mark) };
        let wire = format!("{} {}{marked}", cut.wire_text, cut.colour);
        pages.row(&widths, &[BOX, &cut.label, &wire, &cut.length_text, &cut.from, &cut.to], false);
    }
    pages.heading(say::in_all());
    for total in &answers.cut_totals {
        let pieces = say::pieces(&total.pieces);
        pages.row(&[3.0, 2.0, 2.0], &[&total.wire, &pieces, &total.length_text], false);
    }
    pages.heading(say::from_the_reels());
    for reel in &answers.reels {
        let of = say::reel(&reel.wire, &reel.number);
        let left = say::left(&reel.left_text);
        pages.row(&[4.2, 4.0, 2.0], &[&of, &reel.pieces.join(", "), &left], false);
    }
}

/// Parts, group by group.
pub(super) fn parts(pages: &mut Pages, parts: &[PartLine]) {
    let mut group = "";
    for part in parts {
        if part.group != group {
            group = part.group;
            pages.heading(&capital(group));
        }
        pages.row(&[0.6, 7.0, 2.0], &[BOX, &part.part, &part.quantity_text], false);
    }
}

/// Steps in their order: cautions first, then how.
pub(super) fn steps(pages: &mut Pages, work: &Work) {
    pages.text(&work.text);
    for (k, answer) in work.steps.iter().enumerate() {
        let step = &answer.step;
        pages.heading(&format!("{BOX} {}. {}", k + 1, step.what));
        let place = (!step.place_text.is_empty()).then(|| say::at(&step.place_text));
        let tool = (!step.tool.is_empty()).then(|| say::with_tool(&step.tool));
        let minutes = Some(format!("{:.0} min.", step.minutes));
        let said: Vec<String> = [place, tool, minutes].into_iter().flatten().collect();
        pages.text(&said.join(" "));
        for caution in &step.cautions {
            pages.text(&say::caution(&caution));
        }
        for how in &step.how {
            pages.text(&format!("- {how}"));
        }
    }
}

fn read_text(quantity: Quantity, value: f64) -> String {
    match quantity {
        Quantity::YesNo if value > 0.5 => common::yes().into(),
        Quantity::YesNo => common::no().into(),
        Quantity::Ohm if value >= OVERLOAD_OHM / 2.0 => common::open().into(),
        _ => format!("{value} {}", quantity.unit()),
    }
}

/// Readings to take, with room for the figure.
pub(super) fn readings(pages: &mut Pages, answers: &Answers) {
    let widths = [4.5, 2.4, 1.6];
    pages.row(&widths, &[say::reading(), say::expected(), say::read()], true);
    for check in answers.checks.iter().filter(|c| c.is_short) {
        let stop = if check.name.ends_with('?') { "" } else { "." };
        let what = format!("{}{stop} {}", check.name, check.how);
        let said = [check.expected_text.as_str(), check.window_text.as_str()];
        let expected = said.into_iter().filter(|s| !s.is_empty()).collect::<Vec<_>>().join("; ");
        let read = check
            .judgement
            .reading
            .as_ref()
            .map_or("............".to_owned(), |r| read_text(check.quantity, r.value));
        pages.row(&widths, &[&what, &expected, &read], false);
    }
}
