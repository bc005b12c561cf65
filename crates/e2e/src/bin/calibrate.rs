//! How well faults are found on every demo vehicle, and whether a likelihood of 70 % is right in 70 of 100:
//! `make calibrate`. Prints a table, draws `docs/fault-finding.svg`.

use anyhow::Result;
use jovek_core::diagnose::Case;
use jovek_core::diagnose::trial::score;
use jovek_core::job::Job;
use std::fmt::Write as _;

/// Vehicles are scattered anew for each.
const SEEDS: u64 = 4;
/// Likelihoods are compared in so many equal steps.
const STEPS: usize = 10;

fn main() -> Result<()> {
    let mut steps = [(0.0f64, 0.0f64, 0.0f64); STEPS];
    println!(
        "{:<6}{:>10}{:>8}{:>12}{:>8}{:>8}{:>8}",
        "unit", "searches", "first", "first three", "median", "90 %", "unseen"
    );
    for unit in ["14", "22", "31", "40", "51", "55", "58", "T3"] {
        let text = std::fs::read_to_string(jovek_e2e::demo_file(unit))?;
        let job = Job { readings: Vec::new(), search: None, ..Job::read(&text)? };
        let case = Case::new(&job)?;
        let (mut searches, mut first, mut three, mut unseen) = (0, 0, 0, 0);
        let mut readings = Vec::new();
        for seed in 1..=SEEDS {
            let score = score(&case, seed)?;
            searches += score.searches;
            first += score.first;
            three += score.first_three;
            unseen = score.unseen;
            readings.extend(score.readings);
            for (p, right, weight) in score.sure {
                let at = ((p * STEPS as f64) as usize).min(STEPS - 1);
                steps[at].0 += weight;
                steps[at].1 += weight * p;
                steps[at].2 += weight * f64::from(u8::from(right));
            }
        }
        readings.sort_unstable();
        let part = |n: usize| format!("{:.1} %", 100.0 * n as f64 / searches.max(1) as f64);
        println!(
            "{unit:<6}{searches:>10}{:>8}{:>12}{:>8}{:>8}{unseen:>8}",
            part(first),
            part(three),
            readings[readings.len() / 2],
            readings[readings.len() * 9 / 10],
        );
    }
    println!("\npredicted  actual  weight");
    let points: Vec<(f64, f64, f64)> =
        steps.iter().filter(|s| s.0 > 0.0).map(|s| (s.1 / s.0, s.2 / s.0, s.0)).collect();
    for (predicted, actual, weight) in &points {
        println!("{:>8.0} %{:>6.0} %{weight:>8.0}", predicted * 100.0, actual * 100.0);
    }
    let file = jovek_e2e::repository().join("docs/fault-finding.svg");
    std::fs::write(&file, drawn(&points))?;
    println!("{}", file.display());
    Ok(())
}

/// Predicted against actual, each point as large as it was often.
fn drawn(points: &[(f64, f64, f64)]) -> String {
    let (size, edge) = (360.0, 50.0);
    let x = |p: f64| edge + p * size;
    let y = |p: f64| edge + (1.0 - p) * size;
    let most = points.iter().map(|p| p.2).fold(1.0, f64::max);
    let whole = size + 2.0 * edge;
    let mut out = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {whole} {whole}\" font-family=\"sans-serif\" font-size=\"13\">\n<title>Likelihood of the first suspect against how often it was the fault</title>\n<rect width=\"{whole}\" height=\"{whole}\" fill=\"#f8faf7\"/>\n<rect x=\"{edge}\" y=\"{edge}\" width=\"{size}\" height=\"{size}\" fill=\"none\" stroke=\"#4b5a53\"/>\n<path d=\"M{edge} {}L{} {edge}\" stroke=\"#c0c9c1\" stroke-width=\"2\"/>\n",
        edge + size,
        edge + size
    );
    for k in 0..=5 {
        let p = f64::from(k) / 5.0;
        let label = format!("{:.0} %", p * 100.0);
        let _ = writeln!(
            out,
            "<text x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"middle\">{label}</text><text x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"end\">{label}</text>",
            x(p),
            edge + size + 20.0,
            edge - 6.0,
            y(p) + 4.0
        );
    }
    for (predicted, actual, weight) in points {
        let _ = writeln!(
            out,
            "<circle cx=\"{:.1}\" cy=\"{:.1}\" r=\"{:.1}\" fill=\"#93470f\" fill-opacity=\"0.8\"/>",
            x(*predicted),
            y(*actual),
            3.0 + 9.0 * (weight / most).sqrt()
        );
    }
    let _ = writeln!(
        out,
        "<text x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"middle\">likelihood shown</text>\n<text x=\"14\" y=\"{:.1}\" text-anchor=\"middle\" transform=\"rotate(-90 14 {:.1})\">was the fault</text>\n</svg>",
        whole / 2.0,
        whole - 8.0,
        whole / 2.0,
        whole / 2.0
    );
    out
}
