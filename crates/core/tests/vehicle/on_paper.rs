//! The job on paper: each sheet holds what its list holds, the fuse map every fuse that is bought, the code what a phone reads.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::formboard;
use jovek_core::job::{FuseBlock, Job};
use jovek_core::judge::harness::parts::PartOf;
use jovek_core::plan::study::study;
use jovek_core::printed::{Asked, Page, PrintedPicture, SheetKind, printed};
use jovek_core::qr;
use jovek_core::record::as_built;
use jovek_core::work::work;

const OWNER_URL: &str = "http://halt-lane.example:8080/owner/14";
const NOW: Timestamp = Timestamp::UNIX_EPOCH;

fn sheets(job: &Job, sheets: &[SheetKind], pictures: &[PrintedPicture]) -> Vec<Page> {
    let record = as_built(job, NOW);
    let owner_url = Some(OWNER_URL);
    printed(&Asked { job, record: &record, sheets, pictures, owner_url, here: None, now: NOW })
}

/// What a phone reads of a code: the drawing goes back to a picture, and a reader from the registry reads it.
fn decoded(path: &str) -> String {
    const WIDE: usize = 600;
    let mut grey = vec![255_u8; WIDE * WIDE];
    for square in path.split('M').skip(1) {
        let figure = |text: &str| text.parse::<f64>().unwrap();
        let (x, rest) = square.split_once(' ').unwrap();
        let (y, rest) = rest.split_once('h').unwrap();
        let side = figure(rest.split_once('v').unwrap().0);
        let pixel = |at: f64| ((at * WIDE as f64).round() as usize).min(WIDE);
        let (x, y) = (figure(x), figure(y));
        for row in pixel(y)..pixel(y + side) {
            grey[row * WIDE + pixel(x)..row * WIDE + pixel(x + side)].fill(0);
        }
    }
    let mut image =
        rqrr::PreparedImage::prepare_from_greyscale(WIDE, WIDE, |x, y| grey[y * WIDE + x]);
    let grids = image.detect_grids();
    assert_eq!(grids.len(), 1);
    grids[0].decode().unwrap().1
}

/// What is written on pages, in one line: a wrapped cell is one text again.
fn written(pages: &[Page]) -> String {
    let mut out = String::new();
    for page in pages {
        for text in page.svg.split("<text").skip(1) {
            let from = text.find('>').unwrap() + 1;
            out.push_str(&text[from..text.find("</text>").unwrap()]);
            out.push(' ');
        }
    }
    out.replace("&gt;", ">").replace("&lt;", "<").replace("&quot;", "\"").replace("&amp;", "&")
}

/// Every word of a text is there, in its order within some stretch: columns lie between the lines of a wrapped cell.
fn holds(all: &str, text: &str) -> bool {
    text.split_whitespace().all(|word| all.contains(word))
}

#[test]
fn a_sheet_holds_its_list() {
    for (name, job) in demo_jobs() {
        let answers = assess(&job);
        let wires = written(&sheets(&job, &[SheetKind::Wires], &[]));
        for cut in &answers.cuts {
            assert!(wires.contains(&cut.label), "{name}: {} is not cut", cut.label);
            assert!(holds(&wires, &cut.from) && holds(&wires, &cut.to), "{name}: {}", cut.label);
        }
        let parts = written(&sheets(&job, &[SheetKind::Parts], &[]));
        for part in &answers.parts {
            assert!(holds(&parts, &part.part), "{name}: {}", part.part);
        }
        let steps = written(&sheets(&job, &[SheetKind::Steps], &[]));
        for step in work(&job, NOW).steps {
            assert!(holds(&steps, &step.step.what), "{name}: {}", step.step.what);
            for caution in &step.step.cautions {
                assert!(holds(&steps, caution), "{name}: {caution}");
            }
        }
        let readings = written(&sheets(&job, &[SheetKind::Readings], &[]));
        for check in answers.checks.iter().filter(|c| c.is_short) {
            assert!(holds(&readings, &check.name), "{name}: {}", check.name);
            assert!(holds(&readings, &check.window_text), "{name}: {}", check.window_text);
        }
    }
}

/// Sheets come in their own order, each once; what the job has nothing for is left out.
#[test]
fn only_what_is_asked_and_there() {
    let (_, job) = demo_jobs().into_iter().find(|(n, _)| n.contains("14")).unwrap();
    assert!(sheets(&job, &[], &[]).is_empty());
    assert!(sheets(&job, &[SheetKind::Pictures], &[]).is_empty(), "no picture, no sheet");
    let picture =
        PrintedPicture { says: "roof hole, 2026-03-02, Ines".into(), jpeg: vec![1, 2, 3] };
    let pages = sheets(&job, &[SheetKind::Pictures], &vec![picture; 9]);
    assert_eq!(pages.iter().map(|p| p.svg.matches("<image").count()).sum::<usize>(), 9);
    assert!(pages.len() > 1 && written(&pages).contains("roof hole, 2026-03-02, Ines"));
    let both = sheets(&job, &[SheetKind::Parts, SheetKind::Handover, SheetKind::Parts], &[]);
    let titles: Vec<bool> = both.iter().map(|p| p.svg.contains("Unit 14: parts")).collect();
    assert!(!titles[0] && titles.iter().filter(|t| **t).count() == 1, "{titles:?}");
    let board = sheets(&job, &[SheetKind::Formboard], &[]);
    assert!(!board.is_empty() && board.iter().all(|p| p.size_mm.0 > p.size_mm.1), "across");
}

/// A stranger with a dead lamp finds every fuse that was bought, whatever it protects.
#[test]
fn the_fuse_map_holds_every_fuse() {
    let mut jobs: Vec<(String, Job)> =
        demo_jobs().into_iter().map(|(n, j)| (n.to_owned(), j)).collect();
    for kind in [FuseBlock::Live, FuseBlock::Keyed] {
        for (name, mut job) in demo_jobs() {
            job.shop.fuse_block = Some(kind);
            jobs.push((format!("{name}, fuse block"), job));
        }
    }
    let mut small = 0;
    for (name, job) in jobs {
        let in_kits = job.circuits.iter().filter(|c| c.kit.is_some()).count();
        let bought: f64 =
            assess(&job).parts.iter().filter(|p| p.of == PartOf::Fuse).map(|p| p.quantity).sum();
        let map = as_built(&job, NOW).fuses;
        assert_eq!(map.len(), bought as usize + in_kits, "{name}: {map:?}");
        assert!(map.iter().all(|f| !f.place.is_empty() && f.rating.ends_with(" A")));
        small += map.iter().filter(|f| f.circuit.ends_with("control leads")).count();
    }
    assert!(small > 0, "no thin lead has a fuse in any of them");
}

/// What is drawn is what a phone reads: the drawing goes back to a picture, and a reader from the registry reads it.
#[test]
fn the_code_is_read() {
    let url = OWNER_URL;
    let svg = qr::square(url);
    let path = svg.split("d=\"").nth(1).unwrap().split('"').next().unwrap();
    assert_eq!(decoded(path), url);
    let (_, job) = demo_jobs().into_iter().next().unwrap();
    assert!(sheets(&job, &[SheetKind::Handover], &[])[0].svg.contains(path), "on the first page");
}

/// What is written on a drawing, as boxes: left, top, right, bottom, mm. Letters half as wide as high, as in most faces.
fn boxes(svg: &str) -> Vec<([f64; 4], String)> {
    let mut out = Vec::new();
    for text in svg.split("<text").skip(1) {
        let (head, rest) = text.split_once('>').unwrap();
        let words = rest.split('<').next().unwrap().to_owned();
        let of = |name: &str| {
            let from = head.split_once(&format!(" {name}=\""))?.1;
            Some(from.split('"').next().unwrap())
        };
        let figure = |name: &str| of(name).unwrap().parse::<f64>().unwrap();
        let (x, y, size) = (figure("x"), figure("y"), figure("font-size"));
        let wide = 0.5 * size * words.chars().count() as f64;
        let left = match of("text-anchor").unwrap_or("start") {
            "middle" => x - wide / 2.0,
            "end" => x - wide,
            _ => x,
        };
        let is_turned = of("transform").is_some_and(|t| t.starts_with("rotate(-90"));
        let area = match is_turned {
            true => [x - 0.8 * size, y - wide / 2.0, x + 0.2 * size, y + wide / 2.0],
            false => [left, y - 0.7 * size, left + wide, y + 0.2 * size],
        };
        out.push((area, words));
    }
    out
}

/// On no formboard does one word cover another, overview or pages.
#[test]
fn words_on_a_formboard_cover_no_others() {
    let mut looked = 0;
    for (name, job) in demo_jobs() {
        let study = study(&job);
        let pages = formboard::pages(&job, &study).unwrap_or_default();
        for svg in formboard::svg(&job, &study).iter().chain(&pages) {
            let all = boxes(svg);
            for (k, (a, words)) in all.iter().enumerate() {
                for (b, others) in &all[k + 1..] {
                    let wide = a[2].min(b[2]) - a[0].max(b[0]);
                    let high = a[3].min(b[3]) - a[1].max(b[1]);
                    assert!(
                        wide <= 0.3 || high <= 0.3,
                        "unit {name}: \"{words}\" and \"{others}\" by {wide:.1} x {high:.1} mm"
                    );
                    looked += 1;
                }
            }
        }
    }
    assert!(looked > 1000, "{looked}");
}

/// Two branches of a harness that is laid flat never lie on each other and never cross: who lays the wires by it could
/// not tell which is which. They meet where they are joined alone.
#[test]
fn branches_laid_flat_never_cross() {
    type Point = (f64, f64);
    let apart = |a: Point, b: Point| (a.0 - b.0).hypot(a.1 - b.1);
    // Points along a branch, closer than it could be missed; its ends left out.
    let points = |from: Point, to: Point| -> Vec<Point> {
        let steps = ((apart(from, to) / 0.01) as usize).max(2);
        let at = |k: usize| k as f64 / steps as f64;
        (1..steps)
            .map(|k| (from.0 + (to.0 - from.0) * at(k), from.1 + (to.1 - from.1) * at(k)))
            .collect()
    };
    let mut pairs = 0;
    for (name, job) in demo_jobs() {
        let study = study(&job);
        let Some(board) = study.layout.as_ref().and_then(formboard::board) else { continue };
        for (k, a) in board.branches.iter().enumerate() {
            let length_m = study.layout.as_ref().unwrap().graph.ways[a.way].length_m;
            assert!(
                (apart(a.from, a.to) - length_m).abs() < 1e-9,
                "{name}: not in its true length"
            );
            let on_a = points(a.from, a.to);
            for b in &board.branches[k + 1..] {
                let joined = [(a.from, b.from), (a.from, b.to), (a.to, b.from), (a.to, b.to)];
                let joint = joined.into_iter().find(|(p, q)| apart(*p, *q) < 1e-9).map(|j| j.0);
                for p in points(b.from, b.to) {
                    // At a joint they are as near as their angle brings them.
                    let least_m = joint.map_or(0.03, |j| 0.2 * apart(p, j));
                    let near = on_a.iter().map(|q| apart(p, *q)).fold(f64::INFINITY, f64::min);
                    assert!(
                        near >= least_m.min(0.03) - 0.008,
                        "unit {name}: branches {k} and another, {near:.3} m apart"
                    );
                }
                pairs += 1;
            }
        }
    }
    assert!(pairs > 100, "{pairs}");
}

/// A label for the vehicle and one for each end of each wire, whose code opens just that; without an address of the network
/// there are none.
#[test]
fn each_end_of_each_wire_has_its_label() {
    use jovek_core::printed::Here;
    for (name, job) in demo_jobs() {
        let cuts = assess(&job).cuts;
        let record = as_built(&job, NOW);
        let here = Here { app_url: "http://halt-lane.lan:4180".into(), job: 7, vehicle: Some(3) };
        let pages = |here| {
            let asked = Asked {
                job: &job,
                record: &record,
                sheets: &[SheetKind::Labels],
                pictures: &[],
                owner_url: None,
                here,
                now: NOW,
            };
            printed(&asked)
        };
        let (with, without) = (pages(Some(&here)), pages(None));
        let count = |pages: &[Page], what: &str| -> usize {
            pages.iter().map(|p| p.svg.matches(what).count()).sum()
        };
        assert_eq!(count(&with, "<g transform"), 1 + 2 * cuts.len(), "{name}");
        assert_eq!(count(&without, "<g transform"), 0);
        for cut in &cuts {
            assert!(count(&without, &format!(">{}<", cut.label)) >= 2, "{name}: {}", cut.label);
        }
        let codes: Vec<String> = with[0]
            .svg
            .split("<g transform")
            .skip(1)
            .map(|code| decoded(code.split("d=\"").nth(1).unwrap().split('"').next().unwrap()))
            .collect();
        assert_eq!(codes[0], "http://halt-lane.lan:4180/vehicles/3");
        if let Some(first) = cuts.first() {
            let wire = format!("http://halt-lane.lan:4180/jobs/7/cut?wire={}", first.label);
            assert_eq!(codes[1], wire);
        }
        // Within its label, below the one above it, and no smaller than 7 pt.
        for page in with.iter().chain(&without) {
            for ([left, top, right, bottom], words) in boxes(&page.svg) {
                let (column, row) = (((left - 15.0) / 60.0).floor(), ((top - 16.0) / 24.0).floor());
                assert!(right <= 15.0 + 60.0 * (column + 1.0) + 0.5, "{name}: {words} to {right}");
                assert!(bottom <= 16.0 + 24.0 * (row + 1.0) + 0.5, "{name}: {words} to {bottom}");
                assert!(bottom - top >= 2.47 * 0.7, "{name}: {words}");
            }
        }
    }
}
