//! Pages as SVG, one below the other.

use super::sheet::{Diagram, Item, Sign};
use jovek_base::xml::escape;
use std::fmt::Write as _;

/// Writes the drawing; what is live is drawn in copper.
pub fn svg(diagram: &Diagram) -> String {
    let height = diagram.page_h * diagram.pages.len() as f64;
    let (w, h) = (diagram.page_w, diagram.page_h);
    let mut out = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{w}mm\" height=\"{height}mm\" \
         viewBox=\"0 0 {w} {height}\" font-family=\"sans-serif\" fill=\"none\" stroke=\"#111\" \
         stroke-width=\"0.35\">\n<title>{}</title>\n<rect width=\"100%\" height=\"100%\" fill=\"#fff\" stroke=\"none\"/>\n",
        escape(&diagram.title)
    );
    for (i, page) in diagram.pages.iter().enumerate() {
        let _ = writeln!(
            out,
            "<g transform=\"translate(0 {})\">\n<rect x=\"5\" y=\"3\" width=\"{}\" height=\"{}\" stroke=\"#bbb\"/>",
            h * i as f64,
            w - 10.0,
            h - 6.0
        );
        out.push_str(&items(page));
        out.push_str("</g>\n");
    }
    out.push_str("</svg>\n");
    out
}

/// What stands on a page.
fn items(page: &[Item]) -> String {
    let mut out = String::new();
    for item in page {
        draw(item, &mut out);
    }
    out
}

/// The pages one by one, without a frame: to be put into other drawings.
pub fn page_svgs(diagram: &Diagram) -> Vec<String> {
    diagram.pages.iter().map(|p| items(p)).collect()
}

fn draw(item: &Item, out: &mut String) {
    match item {
        Item::Wire { points, live } => {
            let path: Vec<String> =
                points.chunks(2).map(|p| format!("{:.1} {:.1}", p[0], p[1])).collect();
            let _ = writeln!(out, "<path d=\"M{}\"{}/>", path.join("L"), look(*live));
        }
        Item::Text { x, y, text, size, anchor } => {
            let _ = writeln!(
                out,
                "<text x=\"{x:.1}\" y=\"{y:.1}\" font-size=\"{size}\" text-anchor=\"{anchor}\" fill=\"#111\" stroke=\"none\">{}</text>",
                escape(text)
            );
        }
        Item::Part { sign, x, y, part, live, on, level } => {
            let _ = writeln!(
                out,
                "<g data-part=\"{}\" transform=\"translate({x:.1} {y:.1})\"{}>{}</g>",
                escape(part),
                look(*live),
                shape(*sign, *on, *level)
            );
        }
    }
}

fn look(live: bool) -> &'static str {
    if live { " stroke=\"#93470f\" stroke-width=\"0.7\"" } else { "" }
}

/// The lines of a sign around its middle, mm.
fn shape(sign: Sign, on: bool, level: f64) -> String {
    match sign {
        Sign::Supply => "<circle r=\"1.6\"/><path d=\"M-1 0h2M0 -1v2\"/>".into(),
        Sign::Signal => "<path d=\"M-3 -1.6h4l2 1.6l-2 1.6h-4z\" fill=\"#fff\"/>".into(),
        Sign::Fuse => "<rect x=\"-4\" y=\"-1.5\" width=\"8\" height=\"3\" fill=\"#fff\"/><path d=\"M-4 0h8\"/>".into(),
        Sign::Switch | Sign::Make => {
            let blade = if on { "M-5 0H5" } else { "M-5 0h2l6 -3M3 0h2" };
            format!("<path d=\"{blade}\"/><circle cx=\"-3\" r=\"0.6\" fill=\"#111\"/><circle cx=\"3\" r=\"0.6\" fill=\"#111\"/>")
        }
        Sign::Break => {
            let blade = if on { "M-5 0H5" } else { "M-5 0h2l6 3M3 0h2" };
            format!("<path d=\"{blade}M3 -2.4V0\"/><circle cx=\"-3\" r=\"0.6\" fill=\"#111\"/><circle cx=\"3\" r=\"0.6\" fill=\"#111\"/>")
        }
        Sign::Coil => "<rect x=\"-5\" y=\"-2\" width=\"10\" height=\"4\" fill=\"#fff\"/><path d=\"M-2 2l4 -4M-5 0v-4h3M5 0v-4h-3M-2 -5.2v2.4M2 -5.2v2.4l-4 -1.2z\"/>".into(),
        Sign::CoilResistor => "<rect x=\"-5\" y=\"-2\" width=\"10\" height=\"4\" fill=\"#fff\"/><path d=\"M-2 2l4 -4M-5 0v-4h2M5 0v-4h-2\"/><rect x=\"-3\" y=\"-5\" width=\"6\" height=\"2\" fill=\"#fff\"/>".into(),
        Sign::Module => "<rect x=\"-5\" y=\"-3\" width=\"10\" height=\"6\" fill=\"#fff\"/><path d=\"M-3 1.5h2v-3h2v3h2\"/>".into(),
        Sign::Diode => "<path d=\"M-3 0h6M-1.6 -2v4l3.2 -2zM1.6 -2v4\" fill=\"#fff\"/>".into(),
        Sign::Lamp => format!(
            "<circle r=\"4\" fill=\"#f1c24a\" fill-opacity=\"{level:.2}\"/><path d=\"M-2.8 -2.8l5.6 5.6M-2.8 2.8l5.6 -5.6\"/>"
        ),
        Sign::Plug => "<path d=\"M-2 0h1.2M2 0h-1.2M-0.8 -1.6a1.6 1.6 0 0 1 0 3.2M0.8 -1.6a1.6 1.6 0 0 0 0 3.2\"/>".into(),
        Sign::Ground => "<path d=\"M0 -3v6M1.4 -2v4M2.8 -1v2\"/>".into(),
        Sign::Joint => "<circle r=\"0.9\" fill=\"#111\"/>".into(),
    }
}
