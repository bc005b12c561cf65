//! A shop reads everything in its own units, and in no others.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::base::units::Units;
use jovek_core::base::wanted::Wanted;
use jovek_core::budget::budget;
use jovek_core::catalog::conductor::WireSystem;
use jovek_core::export::{Format, export};
use jovek_core::formboard;
use jovek_core::job::{Job, SupplyState};
use jovek_core::light::{LightAsked, LightPicture, Stands, light};
use jovek_core::plan::study::study;
use jovek_core::printed::packet;
use jovek_core::proof::prove;
use jovek_core::question::most_important;
use jovek_core::record::as_built;
use jovek_core::road::road;
use jovek_core::stock::{Reserved, estimate};
use jovek_core::swap::swap;
use jovek_core::trailer::link;
use jovek_core::work::{KnownJob, work};
use serde::Serialize;
use serde_json::Value;
use std::collections::BTreeSet;

/// Keys whose values are for programs, or name a source: a table keeps the units that it was published in.
const NOT_SAID: [&str; 6] = ["source", "unit", "path", "id", "formula", "curve"];

/// Every text that leaves for people, in the order in which it stands.
fn texts(value: &Value, out: &mut Vec<String>) {
    match value {
        Value::String(text) => out.push(text.clone()),
        Value::Array(items) => items.iter().for_each(|v| texts(v, out)),
        Value::Object(fields) => fields
            .iter()
            .filter(|(key, _)| !NOT_SAID.contains(&key.as_str()))
            .for_each(|(_, v)| texts(v, out)),
        _ => {}
    }
}

fn of(answer: &impl Serialize) -> Vec<String> {
    let mut out = Vec::new();
    texts(&serde_json::to_value(answer).unwrap(), &mut out);
    out
}

/// Words between the tags of a drawing.
fn drawn(svg: &str) -> Vec<String> {
    svg.split('>').filter_map(|part| part.split_once('<')).map(|(text, _)| text.into()).collect()
}

/// All that is said of a job: answers, steps, proof, light, road, record, packet, drawings and tables.
fn everything(job: &Job) -> Vec<String> {
    let now = Timestamp::UNIX_EPOCH;
    let answers = assess(job);
    let asked = LightAsked {
        job: job.clone(),
        supply: SupplyState::EngineOff,
        circuit: None,
        stands: Stands::Planned,
        drawn: LightPicture::Ground,
        beside: None,
    };
    let record = as_built(job, now);
    let mut out = [
        of(&answers),
        of(&most_important(job, &answers, &Wanted::default())),
        of(&work(job, now)),
        of(&budget(job)),
        of(&prove(job, Vec::new())),
        of(&light(&asked).unwrap()),
        of(&road(job, None).unwrap()),
        of(&swap(job).unwrap()),
        of(&link(job).unwrap()),
        of(&estimate(&KnownJob::new(job.clone()), &[], &Reserved::new())),
        of(&record),
    ]
    .concat();
    let pages = formboard::pages(job, &study(job)).unwrap_or_default();
    out.extend(packet(job, &record).iter().chain(&pages).flat_map(|page| drawn(page)));
    for format in [Format::DiagramSvg, Format::FormboardSvg, Format::AimSvg, Format::BeamSvg] {
        out.extend(export(job, format, None).ok().iter().flat_map(|svg| drawn(svg)));
    }
    for format in [Format::WiresCsv, Format::CutsCsv, Format::PartsCsv, Format::EstimateCsv] {
        out.extend(export(job, format, None).unwrap().lines().map(str::to_owned));
    }
    out
}

/// What is the same everywhere: marks that are printed on a wire, colours of light, the way into a part, a tool that was
/// typed, and the words of a rule of the road, which keep the units of their law.
const EVERYWHERE: [&str; 13] = [
    "PVC 80 °C",
    "PVC 105 °C",
    "XLPE 125 °C",
    "00 K",
    "switch 1 in",
    "fuse 1 in",
    "fuse 2 in",
    "8 mm socket",
    "one every 3 m, 4 m",
    "50 mm wide",
    "300 ± 150 mm",
    "10,000 lb",
    "12 in wide",
];

/// True where a figure of a text stands before one of some units.
fn has_figure_in(text: &str, units: &[&str]) -> bool {
    let plain = EVERYWHERE.iter().fold(text.to_owned(), |text, mark| text.replace(mark, "~"));
    let is_unit_end = |rest: &str| !rest.starts_with(|c: char| c.is_alphanumeric() || c == '²');
    units.iter().any(|unit| {
        plain.match_indices(&format!(" {unit}")).any(|(at, found)| {
            plain[..at].ends_with(|c: char| c.is_ascii_digit())
                && is_unit_end(&plain[at + found.len()..])
        })
    })
}

/// What a person typed stays as it was typed.
fn typed(job: &Job) -> Vec<String> {
    let mut out = of(job);
    out.retain(|t| t.contains(|c: char| c.is_ascii_digit()) && t.contains(' '));
    out.sort_by_key(|t| std::cmp::Reverse(t.len()));
    out
}

/// Figures of `units` in what is said of the demo jobs in a shop of `own` units, but for what people typed.
fn foreign(own: Units, wires: WireSystem, units: &[&str]) -> BTreeSet<String> {
    let mut found = BTreeSet::new();
    for (name, mut job) in demo_jobs() {
        job.shop.units = own;
        job.shop.wire_system = wires;
        job.shop.keeps.clear();
        let typed = typed(&job);
        for text in everything(&job) {
            let own_words = typed.iter().fold(text.clone(), |text, typed| text.replace(typed, ""));
            if has_figure_in(&own_words, units) {
                found.insert(format!("{name}: {text}"));
            }
        }
    }
    found
}

/// Nothing of a job is told in metres, millimetres, degrees Celsius, grams or newton metres to a shop whose tape is in
/// inches and whose thermometer is in Fahrenheit. A wire keeps the size that is printed on it.
#[test]
fn a_us_shop_reads_no_metric_figure() {
    let metric = ["mm", "cm", "m", "km", "°C", "K", "g", "kg", "N", "N m", "mohm/m"];
    let found = foreign(Units::US, WireSystem::Awg, &metric);
    assert!(found.is_empty(), "{}", found.into_iter().collect::<Vec<_>>().join("\n"));
}

/// And none in feet, inches, Fahrenheit or ounces to a metric one.
#[test]
fn a_metric_shop_reads_no_us_figure() {
    let us = ["ft", "in", "°F", "oz", "lb", "mohm/ft"];
    let found = foreign(Units::METRIC, WireSystem::Metric, &us);
    assert!(found.is_empty(), "{}", found.into_iter().collect::<Vec<_>>().join("\n"));
}

/// Units are only how figures are told: wires, fuses, findings, readings and steps of a job are the same in either.
#[test]
fn units_decide_nothing() {
    for (name, metric) in demo_jobs() {
        let mut us = metric.clone();
        us.shop.units = Units::US;
        let (a, b) = (assess(&metric), assess(&us));
        let sizes = |a: &jovek_core::answers::Answers| {
            let cuts: Vec<_> =
                a.cuts.iter().map(|c| (c.label.clone(), c.wire, c.length_m)).collect();
            let findings: Vec<_> = a.findings.iter().map(|f| (f.code, f.grade)).collect();
            let checks: Vec<_> = a.checks.iter().map(|c| (c.id.clone(), c.expected)).collect();
            (cuts, findings, checks)
        };
        assert_eq!(sizes(&a), sizes(&b), "unit {name}");
    }
}
