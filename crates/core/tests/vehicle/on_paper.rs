//! The job on paper: each sheet holds what its list holds, the fuse map every fuse that is bought, the code what a phone reads.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::job::{FuseBlock, Job};
use jovek_core::judge::harness::parts::PartOf;
use jovek_core::printed::{Asked, Page, PrintedPicture, SheetKind, printed};
use jovek_core::qr;
use jovek_core::record::as_built;
use jovek_core::work::work;

const OWNER_URL: &str = "http://halt-lane.example:8080/owner/14";
const NOW: Timestamp = Timestamp::UNIX_EPOCH;

fn sheets(job: &Job, sheets: &[SheetKind], pictures: &[PrintedPicture]) -> Vec<Page> {
    let record = as_built(job, NOW);
    let owner_url = Some(OWNER_URL);
    printed(&Asked { job, record: &record, sheets, pictures, owner_url, now: NOW })
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
    const WIDE: usize = 600;
    let mut grey = vec![255_u8; WIDE * WIDE];
    let path = svg.split("d=\"").nth(1).unwrap().split('"').next().unwrap();
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
    assert_eq!(grids[0].decode().unwrap().1, url);
    let (_, job) = demo_jobs().into_iter().next().unwrap();
    assert!(sheets(&job, &[SheetKind::Handover], &[])[0].svg.contains(path), "on the first page");
}
