//! The aim sheet and the ground plan as SVG, to be printed: A4, landscape, lengths on the sheet in mm.

use super::aim_sheet::{AimAnswer, AimOn};
use super::picture::Picture;
use super::report::LightReport;
use jovek_base::units::{FOOT_M, Lengths};
use jovek_base::xml::escape;
use jovek_job::Job;
use jovek_phrases::light as say;
use std::fmt::Write as _;

const PAGE_W: f64 = 297.0;
const PAGE_H: f64 = 210.0;

fn page(title: &str, body: &str) -> String {
    format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{PAGE_W}mm\" height=\"{PAGE_H}mm\" \
         viewBox=\"0 0 {PAGE_W} {PAGE_H}\" font-family=\"sans-serif\" fill=\"none\" stroke=\"#111\" \
         stroke-width=\"0.35\">\n<title>{0}</title>\n<rect width=\"100%\" height=\"100%\" fill=\"#fff\" \
         stroke=\"none\"/>\n<text x=\"10\" y=\"13\" font-size=\"5\" fill=\"#111\" stroke=\"none\">{0}</text>\n\
         {body}</svg>\n",
        escape(title)
    )
}

fn text(out: &mut String, (x, y): (f64, f64), size: f64, anchor: &str, words: &str) {
    let _ = writeln!(
        out,
        "<text x=\"{x:.2}\" y=\"{y:.2}\" font-size=\"{size}\" text-anchor=\"{anchor}\" fill=\"#111\" \
         stroke=\"none\">{}</text>",
        escape(words)
    );
}

fn line(out: &mut String, a: (f64, f64), b: (f64, f64), style: &str) {
    let _ = writeln!(out, "<path d=\"M{:.2} {:.2}L{:.2} {:.2}\" {style}/>", a.0, a.1, b.0, b.1);
}

/// The aim sheet: the wall with its tape marks, and what to do in order.
pub fn aim_svg(job: &Job, report: &LightReport) -> String {
    let mut out = String::new();
    let title = say::unit_aim_sheet_wall(&job.unit, &report.wall_text);
    if report.aim.is_empty() {
        text(&mut out, (10.0, 30.0), 4.0, "start", say::no_lamp_of_this_job());
        return page(&title, &out);
    }
    // The wall before the vehicle; lamps that look elsewhere have their marks in the list alone.
    let before = |a: &&AimAnswer| a.is_forward && a.on == AimOn::Wall;
    let in_front = || report.aim.iter().filter(before);
    let half_m = in_front().map(|a| a.left_m.abs()).fold(0.5, f64::max) + 0.4;
    let top_m = in_front().map(|a| a.lamp_up_m).fold(0.8, f64::max) + 0.3;
    let scale = (190.0 / (2.0 * half_m)).min(105.0 / top_m);
    let (middle, ground) = (103.0, 140.0);
    // Seen from the vehicle: its left is left.
    let at = |left_m: f64, up_m: f64| (middle - scale * left_m, ground - scale * up_m);
    line(&mut out, at(half_m, 0.0), at(-half_m, 0.0), "stroke-width=\"0.8\"");
    text(&mut out, (at(half_m, 0.0).0, ground + 5.0), 3.2, "start", say::level_ground());
    let tape = "stroke=\"#93470f\" stroke-width=\"0.9\" stroke-dasharray=\"3 1.5\"";
    line(&mut out, at(0.0, 0.0), at(0.0, top_m), tape);
    text(
        &mut out,
        (middle + 1.5, at(0.0, top_m).1 + 3.0),
        3.0,
        "start",
        say::tape_middle_of_the_vehicle(),
    );
    for (k, a) in report.aim.iter().enumerate().filter(|(_, a)| before(a)) {
        let lamp = at(a.left_m, a.lamp_up_m);
        line(&mut out, (lamp.0 - 14.0, lamp.1), (lamp.0 + 14.0, lamp.1), tape);
        line(&mut out, (lamp.0, lamp.1 - 8.0), (lamp.0, at(0.0, 0.0).1), tape);
        let mark = at(a.left_m, a.mark_m);
        line(&mut out, (mark.0 - 16.0, mark.1), (mark.0 + 16.0, mark.1), "stroke-width=\"1.1\"");
        let (low, high) = (at(0.0, a.range_m[0]).1, at(0.0, a.range_m[1]).1);
        let _ = writeln!(
            out,
            "<rect x=\"{:.2}\" y=\"{high:.2}\" width=\"4\" height=\"{:.2}\" fill=\"#0d5746\" fill-opacity=\"0.25\" \
             stroke=\"none\"/>",
            mark.0 - 20.0,
            (low - high).max(0.4)
        );
        if let Some(found) = a.found_m {
            let found = at(a.left_m, found);
            line(
                &mut out,
                (found.0 - 10.0, found.1),
                (found.0 + 10.0, found.1),
                "stroke=\"#a02618\" stroke-width=\"0.7\"",
            );
        }
        text(&mut out, (lamp.0, lamp.1 - 9.5), 3.2, "middle", &format!("{}", k + 1));
    }
    table(&mut out, report);
    let steps = [
        say::step_level_ground(),
        say::step_drive_up(),
        say::step_distance(),
        say::step_one_lamp(),
        say::step_both_sides_alike(),
        say::every_1_of_slope(),
    ];
    for (k, step) in steps.iter().enumerate() {
        text(&mut out, (10.0, 160.0 + 6.5 * k as f64), 3.6, "start", step);
    }
    page(&title, &out)
}

/// The lamps one after the other; the more there are, the closer they stand.
fn table(out: &mut String, report: &LightReport) {
    const ROOM_MM: f64 = 180.0;
    // At 3 mm high, into 90 mm.
    const CHARACTERS: usize = 58;
    let lines = |a: &AimAnswer| -> Vec<String> {
        let rows = a.rows.iter().map(|r| format!("{}: {}", r.what, r.text));
        let all = rows.chain((!a.says.is_empty()).then(|| a.says.clone()));
        all.flat_map(|row| {
            let wrapped = textwrap::wrap(&row, CHARACTERS);
            wrapped.into_iter().map(String::from).collect::<Vec<_>>()
        })
        .collect()
    };
    let lamps: Vec<Vec<String>> = report.aim.iter().map(lines).collect();
    let count: usize = lamps.iter().map(|l| l.len() + 2).sum();
    let step = (ROOM_MM / count as f64).min(4.4);
    let size = (0.7 * step).min(3.0);
    let (x, mut y) = (204.0, 24.0);
    for (k, (a, lines)) in report.aim.iter().zip(&lamps).enumerate() {
        text(out, (x, y), 1.15 * size, "start", &format!("{}  {}", k + 1, a.name));
        for line in lines {
            y += step;
            text(out, (x + 3.0, y), size, "start", line);
        }
        y += 2.0 * step;
    }
}

/// The ground from above with its lines of equal lux, the vehicle's front up.
pub fn beam_svg(job: &Job, report: &LightReport) -> String {
    let title = say::unit_light_on_the_ground_lx(&job.unit);
    let Some(picture) = &report.ground else { return page(&title, "") };
    let (w_m, h_m) =
        (picture.step_m * (picture.wide - 1) as f64, picture.step_m * (picture.high - 1) as f64);
    let scale = (220.0 / w_m).min(180.0 / h_m);
    let (left, top) = (10.0, 20.0);
    let at = |right_m: f64, ahead_m: f64| {
        (
            left + scale * (right_m - picture.left_m),
            top + scale * (picture.bottom_m + h_m - ahead_m),
        )
    };
    let mut out = String::new();
    let _ = writeln!(
        out,
        "<rect x=\"{left}\" y=\"{top}\" width=\"{:.2}\" height=\"{:.2}\" stroke=\"#bbb\"/>",
        scale * w_m,
        scale * h_m
    );
    contours(&mut out, picture, &at);
    let [length_m, width_m, _] = report.vehicle_m;
    let corner = at(-0.5 * width_m, 0.0);
    let _ = writeln!(
        out,
        "<rect x=\"{:.2}\" y=\"{:.2}\" width=\"{:.2}\" height=\"{:.2}\" rx=\"1\" fill=\"#e5eae5\"/>",
        corner.0,
        corner.1,
        scale * width_m,
        scale * length_m
    );
    for lamp in &report.lamps {
        let (x, y) = at(-lamp.mount.at.left_m, -lamp.mount.at.along_m);
        let _ = writeln!(
            out,
            "<circle cx=\"{x:.2}\" cy=\"{y:.2}\" r=\"0.9\" fill=\"#111\" stroke=\"none\"/>"
        );
    }
    for (k, spot) in report.spots.iter().enumerate() {
        let (x, y) = at(-spot.at.left_m, -spot.at.along_m);
        line(&mut out, (x - 1.5, y), (x + 1.5, y), "stroke=\"#a02618\"");
        line(&mut out, (x, y - 1.5), (x, y + 1.5), "stroke=\"#a02618\"");
        text(&mut out, (x + 2.0, y - 1.0), 3.0, "start", &format!("{}", k + 1));
    }
    let mut y = 26.0;
    for (k, spot) in report.spots.iter().enumerate() {
        let words = format!("{}  {}: {}", k + 1, spot.name, spot.predicted_text);
        text(&mut out, (235.0, y), 3.2, "start", &words);
        y += 5.0;
    }
    for reach in &report.reach {
        text(&mut out, (235.0, y), 3.2, "start", &format!("{}: {}", reach.name, reach.text));
        y += 5.0;
    }
    // A scale bar of a round length.
    let (small, one_m) = match job.shop.units.lengths {
        Lengths::Metric => (5.0, 1.0),
        Lengths::Us => (15.0, FOOT_M),
    };
    let bar_m = one_m * if w_m > 30.0 { 2.0 * small } else { small };
    line(&mut out, (235.0, 200.0), (235.0 + scale * bar_m, 200.0), "stroke-width=\"0.8\"");
    text(&mut out, (235.0, 198.0), 3.2, "start", &job.shop.units.far(bar_m));
    page(&title, &out)
}

fn contours(out: &mut String, picture: &Picture, at: &dyn Fn(f64, f64) -> (f64, f64)) {
    for iso in &picture.lines {
        let corners: Vec<String> = iso
            .points
            .chunks(2)
            .map(|p| {
                let (x, y) = at(p[0], p[1]);
                format!("{x:.2} {y:.2}")
            })
            .collect();
        let _ = writeln!(
            out,
            "<path d=\"M{}\" stroke=\"#93470f\" stroke-width=\"0.4\"/>",
            corners.join("L")
        );
        // The label stands where the line is highest.
        let highest = iso.points.chunks(2).max_by(|a, b| a[1].total_cmp(&b[1]));
        if let Some(p) = highest {
            let (x, y) = at(p[0], p[1]);
            text(out, (x, y - 0.6), 2.6, "middle", &format!("{}", iso.lux_lx));
        }
    }
}
