//! The packet for the glovebox: A4 pages with what was fitted, fuses, switches, cautions, diagram, readings.

use crate::qr;
use crate::sheet::Pages;
use jovek_job::VisitKind;
use jovek_judge::record::built::{AsBuilt, opened_text};
use jovek_judge::record::visits::Drifted;
use jovek_phrases::{capital, paper as say};

/// What stands at the foot of each page, and whether it is signed.
fn state_text(record: &AsBuilt) -> String {
    match record.signed.last().filter(|s| s.opened.is_none()) {
        Some(s) => say::signed_by(&s.at.get(..10).unwrap_or(&s.at), &s.by),
        None => say::not_signed_a_draft().to_owned(),
    }
}

/// What stands at the foot of each page.
pub(crate) fn foot(record: &AsBuilt) -> String {
    say::unit(&record.unit, &record.title, &state_text(record))
}

/// Switches, fuses, cautions, what was fitted, what was read: what goes with the vehicle.
pub(crate) fn handover(pages: &mut Pages, record: &AsBuilt, owner_url: Option<&str>) {
    let state = state_text(record);
    if let Some(url) = owner_url {
        pages.corner(&qr::square(url), say::this_vehicle_page());
    }
    pages.title(&say::unit_title(&record.unit, &record.title));
    pages.text(&format!("{}. {}.", record.vehicle, capital(&state)));
    if let Some(s) = record.signed.last().filter(|s| s.opened.is_none() && !s.left_open.is_empty())
    {
        pages.text(&say::signed_with_this_open(&s.why));
        for line in &s.left_open {
            pages.text(&format!("- {line}"));
        }
        if !s.answers_for.is_empty() {
            pages.text(&say::answers_for(&s.answers_for));
        }
    }
    for s in record.signed.iter().filter_map(|s| s.opened.as_ref()) {
        pages.text(&say::an_earlier_signature(&opened_text(s)));
    }
    if let Some(next) = &record.next {
        pages.text(&say::next_look(&next.day, &kind_text(next.kind)));
    }
    pages.heading(say::what_each_switch_does());
    for s in &record.switches {
        pages.row(&[2.0, 4.0, 3.0], &[&s.circuit, &s.lit, &s.not_for], false);
    }
    pages.heading(say::fuse_map());
    if record.fuses.is_empty() {
        pages.text(say::no_fuses_were_added_factory_circuits());
    }
    for f in &record.fuses {
        pages.row(&[3.0, 1.0, 5.0], &[&f.circuit, &f.rating, &f.place], false);
    }
    pages.heading(say::cautions());
    for caution in &record.cautions {
        pages.text(caution);
    }
    pages.heading(say::what_was_fitted());
    pages.row(
        &[2.0, 1.2, 3.0, 3.0],
        &[say::circuit(), say::what(), say::planned(), say::as_built()],
        true,
    );
    for l in &record.fitted {
        let is = if l.differs { l.is.as_str() } else { say::as_planned() };
        pages.row(&[2.0, 1.2, 3.0, 3.0], &[&l.circuit, &l.what, &l.planned, is], false);
    }
    list(pages, say::cut_drilled_taken_off(), &record.cut);
    list(pages, say::left_coiled(), &record.slack);
    let coding: Vec<String> =
        record.coding.iter().map(|c| format!("{}: {}", c.module, c.text)).collect();
    list(pages, say::coding_values(), &coding);
    let lux: Vec<String> = record.lux.iter().map(|l| format!("{}: {}", l.spot, l.text)).collect();
    list(pages, say::light_at_marked_spots(), &lux);
    list(pages, say::aim(), &record.aim);
    list(pages, say::marked_done_with_something_open(), &record.done_open);
    if !record.readings.is_empty() {
        pages.heading(say::readings_when_it_was_signed());
        for r in &record.readings {
            let off = if r.is_off { say::outside() } else { "" };
            let read = format!("{}{off}", r.read);
            pages.row(&[5.0, 3.0, 2.0], &[&r.name, &r.window, &read], false);
        }
    }
    if !record.visits.is_empty() {
        pages.heading(say::visits());
        for v in &record.visits {
            let day = v.at.get(..10).unwrap_or(&v.at);
            pages.row(&[1.3, 1.5, 1.5, 5.0], &[day, kind_text(v.kind), &v.by, &v.note], false);
        }
        for d in record.drift.iter().filter(|d| d.drifted != Drifted::Steady) {
            pages.text(&format!("{}.", d.says));
        }
    }
    list(pages, say::pins(), &record.pins);
}

fn list(pages: &mut Pages, heading: &str, lines: &[String]) {
    if lines.is_empty() {
        return;
    }
    pages.heading(heading);
    for line in lines {
        pages.text(line);
    }
}

/// A visit as it is spoken.
pub fn kind_text(kind: VisitKind) -> &'static str {
    match kind {
        VisitKind::FirstMonth => say::first_month(),
        VisitKind::Yearly => say::yearly(),
        VisitKind::Complaint => say::complaint(),
    }
}
