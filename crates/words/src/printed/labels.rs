//! Labels: one for the vehicle, and one for each end of each wire, with a code that opens it on a phone.

use super::{Here, Page};
use crate::qr;
use crate::sheet::{PAGE_MM, lines};
use jovek_base::xml::escape;
use jovek_job::Job;
use jovek_judge::harness::CutLine;
use jovek_phrases::paper as say;
use std::fmt::Write as _;

/// A label, mm: three across a page, eleven down.
const LABEL_MM: (f64, f64) = (60.0, 24.0);
const COLUMNS: usize = 3;
const ROWS: usize = 11;
const EDGE_MM: (f64, f64) = (15.0, 16.0);
/// The code, mm: read at a hand's length.
const CODE_MM: f64 = 21.0;
const HEAD_MM: f64 = 4.4;
/// Nothing on paper is smaller than 7 pt: 2.47 mm.
const TEXT_MM: f64 = 2.6;

struct Label {
    head: String,
    text: Vec<String>,
    url: Option<String>,
}

/// The labels of a job, page by page; codes only where somebody else's phone reaches the program.
pub(super) fn pages(job: &Job, cuts: &[CutLine], here: Option<&Here>) -> Vec<Page> {
    let vehicle = Label {
        head: if job.unit.is_empty() { job.vehicle.name.clone() } else { job.unit.clone() },
        text: vec![job.title.clone(), job.vehicle.name.clone()],
        url: here.map(Here::vehicle_url),
    };
    let ends = cuts.iter().flat_map(|cut| {
        let url = here.map(|here| here.wire_url(&cut.label));
        [(&cut.from, &cut.to), (&cut.to, &cut.from)].map(|(at, other)| Label {
            head: cut.label.clone(),
            text: vec![at.clone(), say::goes_to(other), cut.circuit_name.clone()],
            url: url.clone(),
        })
    });
    let all: Vec<Label> = std::iter::once(vehicle).chain(ends).collect();
    all.chunks(COLUMNS * ROWS).map(page).collect()
}

fn page(labels: &[Label]) -> Page {
    let (w, h) = PAGE_MM;
    let mut svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{w}mm\" height=\"{h}mm\" viewBox=\"0 0 {w} {h}\" font-family=\"Overpass, sans-serif\" fill=\"#111\">\n<rect width=\"{w}\" height=\"{h}\" fill=\"#fff\"/>\n"
    );
    for (k, label) in labels.iter().enumerate() {
        let x = EDGE_MM.0 + (k % COLUMNS) as f64 * LABEL_MM.0;
        let y = EDGE_MM.1 + (k / COLUMNS) as f64 * LABEL_MM.1;
        put(&mut svg, label, (x, y));
    }
    svg.push_str("</svg>\n");
    Page { svg, size_mm: PAGE_MM }
}

fn put(svg: &mut String, label: &Label, (x, y): (f64, f64)) {
    let (wide, high) = LABEL_MM;
    // Writing to memory cannot fail.
    let _ = writeln!(
        svg,
        "<rect x=\"{x}\" y=\"{y}\" width=\"{wide}\" height=\"{high}\" fill=\"none\" stroke=\"#bbb\" stroke-width=\"0.2\"/>"
    );
    let mut left = x + 2.0;
    if let Some(url) = &label.url {
        let (at, down) = (x + 1.0, y + (high - CODE_MM) / 2.0);
        let code = qr::square(url);
        let _ =
            writeln!(svg, "<g transform=\"translate({at} {down}) scale({CODE_MM})\">{code}</g>");
        left = x + CODE_MM + 2.0;
    }
    let width = x + wide - 1.5 - left;
    let mut down = y + 2.0;
    let mut line = |text: &str, size: f64, weight: &str| {
        // What does not fit is left out: the list has all of it.
        if down + size * 1.35 > y + high {
            return;
        }
        down += size * 1.15;
        let _ = writeln!(
            svg,
            "<text x=\"{left:.1}\" y=\"{down:.1}\" font-size=\"{size}\"{weight}>{}</text>",
            escape(text)
        );
    };
    for head in lines(&label.head, width, HEAD_MM).iter().take(2) {
        line(head, HEAD_MM, " font-weight=\"700\"");
    }
    let said = label.text.iter().filter(|text| !text.is_empty());
    for text in said.flat_map(|text| lines(text, width, TEXT_MM)) {
        line(&text, TEXT_MM, "");
    }
}
