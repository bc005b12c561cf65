//! A line diagram of each circuit as SVG: source left, ground right.

use crate::answers::{CircuitAnswer, VoltKind};
use std::fmt::Write as _;

const ROW_PX: f64 = 120.0;
const WIDTH_PX: f64 = 1000.0;

fn escape(text: &str) -> String {
    text.replace('&', "&amp;").replace('<', "&lt;").replace('>', "&gt;").replace('"', "&quot;")
}

/// Draws the circuits below each other, in the given state of the supply.
pub fn svg(title: &str, circuits: &[CircuitAnswer], state: usize) -> String {
    let height = 60.0 + ROW_PX * circuits.len() as f64;
    let mut out = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {WIDTH_PX} {height}\" font-family=\"sans-serif\" font-size=\"11\">\n<rect width=\"100%\" height=\"100%\" fill=\"#fff\"/>\n<text x=\"20\" y=\"28\" font-size=\"16\">{}</text>\n",
        escape(title)
    );
    for (row, circuit) in circuits.iter().enumerate() {
        let y = 110.0 + ROW_PX * row as f64;
        let _ = writeln!(
            out,
            "<text x=\"20\" y=\"{}\" font-size=\"13\">{}: {}</text>",
            y - 42.0,
            escape(&circuit.name),
            escape(&circuit.headline)
        );
        let Some(line) = circuit.volt_lines.get(state) else { continue };
        let n = line.elements.len() as f64;
        let step = (WIDTH_PX - 60.0) / n;
        for (i, e) in line.elements.iter().enumerate() {
            let (x0, x1) = (30.0 + step * i as f64, 30.0 + step * (i + 1) as f64);
            let mid = 0.5 * (x0 + x1);
            let colour = match e.kind {
                VoltKind::Return | VoltKind::Chassis => "#111",
                VoltKind::Unfused => "#a3271b",
                _ => "#9a4d16",
            };
            let weight = 1.2 + e.area_mm2.sqrt();
            let _ = writeln!(
                out,
                "<line x1=\"{x0:.1}\" y1=\"{y:.1}\" x2=\"{x1:.1}\" y2=\"{y:.1}\" stroke=\"{colour}\" stroke-width=\"{weight:.1}\"/>"
            );
            let symbol = match e.kind {
                VoltKind::Fuse => format!(
                    "<rect x=\"{:.1}\" y=\"{:.1}\" width=\"26\" height=\"12\" fill=\"#fff\" stroke=\"#111\"/>",
                    mid - 13.0,
                    y - 6.0
                ),
                VoltKind::Relay | VoltKind::Switch | VoltKind::Diode => format!(
                    "<rect x=\"{0:.1}\" y=\"{1:.1}\" width=\"22\" height=\"22\" fill=\"#fff\" stroke=\"#111\"/><line x1=\"{0:.1}\" y1=\"{2:.1}\" x2=\"{3:.1}\" y2=\"{1:.1}\" stroke=\"#111\"/>",
                    mid - 11.0,
                    y - 11.0,
                    y + 11.0,
                    mid + 11.0
                ),
                VoltKind::Lamps => format!(
                    "<circle cx=\"{mid:.1}\" cy=\"{y:.1}\" r=\"10\" fill=\"#fff\" stroke=\"#111\"/><path d=\"M{0:.1} {1:.1}L{2:.1} {3:.1}M{0:.1} {3:.1}L{2:.1} {1:.1}\" stroke=\"#111\"/>",
                    mid - 7.0,
                    y - 7.0,
                    mid + 7.0,
                    y + 7.0
                ),
                VoltKind::Joint => {
                    format!("<circle cx=\"{mid:.1}\" cy=\"{y:.1}\" r=\"3\" fill=\"#111\"/>")
                }
                _ => String::new(),
            };
            out.push_str(&symbol);
            let _ = writeln!(
                out,
                "<text x=\"{mid:.1}\" y=\"{:.1}\" text-anchor=\"middle\">{}</text><text x=\"{mid:.1}\" y=\"{:.1}\" text-anchor=\"middle\">{}</text><text x=\"{x1:.1}\" y=\"{:.1}\" text-anchor=\"middle\" fill=\"#555\">{:.2} V</text>",
                y - 18.0,
                escape(&e.name),
                y + 24.0,
                escape(&e.size),
                y + 40.0,
                e.out_v
            );
        }
    }
    out.push_str("</svg>\n");
    out
}
