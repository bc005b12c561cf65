//! The vehicle in one state, and the circuit diagram. Figures of the demo jobs are invented; terminal
//! numbers: DIN 72552 (30, 31, 85, 86, 87, 87a), recalled from memory.

use jovek_core::diagram::{Diagram, Item, Sign, diagram, svg};
use jovek_core::job::{Fault, FaultKind, Job, SupplyState, VehicleState};
use jovek_core::moment::moment;
use std::collections::BTreeSet;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn on(keys: &[&str]) -> VehicleState {
    VehicleState { on: keys.iter().map(|k| (*k).to_owned()).collect(), ..VehicleState::default() }
}

#[test]
fn a_change_is_told_in_words() {
    let job = demo("14");
    let seen = moment(&job, &on(&["reverse"]), Some(&on(&[]))).unwrap();
    assert!(seen.changes[0].starts_with("Rear work lamps on. Through diode 1 from Reverse lamps."));
    assert!(seen.changes[0].ends_with(" A."), "{:?}", seen.changes);
    let again = moment(&job, &on(&["reverse"]), Some(&on(&["reverse"]))).unwrap();
    assert_eq!(again.changes, ["Nothing changes."]);
    let off = moment(&job, &on(&[]), Some(&on(&["reverse"]))).unwrap();
    assert_eq!(off.changes, ["Rear work lamps off."]);
}

#[test]
fn every_lamp_glows_as_its_wish_says() {
    for (name, job) in crate::common::demo_jobs() {
        for saved in &job.states {
            let seen = moment(&job, &saved.state, None).unwrap();
            for c in &seen.circuits {
                assert_eq!(c.is_lit, c.is_wanted, "{name} {}: {}", saved.name, c.name);
                let lamps = seen.lamps.iter().filter(|l| l.circuit == c.circuit);
                for lamp in lamps {
                    assert_eq!(lamp.level > 0.5, c.is_lit, "{name} {}", lamp.name);
                    assert!((0.0..=1.0).contains(&lamp.spot.along));
                    assert!((0.0..=1.0).contains(&lamp.spot.across));
                }
            }
        }
    }
}

/// A turn lamp follows its signal's flash; a beacon has a rate of its own.
#[test]
fn lamps_flash_at_their_own_rate() {
    let towed = moment(&demo("31"), &on(&["towing.left"]), None).unwrap();
    let left = towed.lamps.iter().find(|l| l.circuit.0 == "left").unwrap();
    let flash = left.flash.unwrap();
    assert!((60.0..=120.0).contains(&(flash.hz * 60.0)) && left.dark_level < 0.01);
    let beacon = moment(&demo("14"), &on(&["switch.beacons"]), None).unwrap();
    let beacon = beacon.lamps.iter().find(|l| l.circuit.0 == "beacons").unwrap();
    assert_eq!(beacon.flash.unwrap().hz, 2.0);
}

#[test]
fn a_flat_battery_dims_and_a_poor_ground_shows() {
    let job = demo("14");
    let state = on(&["rear-work"]);
    let full = moment(&job, &state, None).unwrap();
    let flat = moment(&job, &VehicleState { battery_v: Some(9.5), ..state.clone() }, None).unwrap();
    let level = |m: &jovek_core::moment::Moment| m.lamps[0].level;
    assert!(level(&flat) < level(&full), "{} {}", level(&flat), level(&full));
    let ground = full.parts.iter().find(|p| p.name == "ground stud").unwrap();
    let fault = Fault { part: ground.part.clone(), kind: FaultKind::Poor };
    let poor = moment(&job, &VehicleState { faults: vec![fault], ..state }, None).unwrap();
    let lost = |m: &jovek_core::moment::Moment| m.circuits[0].line.ground_drop_v;
    assert!(lost(&poor) > lost(&full) + 1.0, "{} {}", lost(&poor), lost(&full));
}

/// Engine running: the alternator carries the lamps and charges the battery.
#[test]
fn a_running_engine_charges() {
    let state = VehicleState { supply: SupplyState::Charging, ..on(&["rear-work"]) };
    let seen = moment(&demo("14"), &state, None).unwrap();
    assert!(seen.battery_a < 0.0 && seen.battery_v > 13.5, "{}", seen.battery_text);
}

#[test]
fn what_is_not_there_is_named() {
    let job = demo("14");
    let says = |state: &VehicleState| moment(&job, state, None).unwrap_err().to_string();
    assert!(says(&on(&["warp"])).contains("nothing in this job is called \"warp\""));
    let ghost = Fault { part: "rear.warp".into(), kind: FaultKind::Open };
    assert!(says(&VehicleState { faults: vec![ghost], ..on(&[]) }).contains("no part"));
    let odd = Fault { part: "rear.fuse".into(), kind: FaultKind::Reversed };
    assert!(
        says(&VehicleState { faults: vec![odd], ..on(&[]) }).contains("cannot fail in this way")
    );
}

/// Straight pieces of the wires on a page.
fn pieces(page: &[Item]) -> Vec<[f64; 4]> {
    let mut out = Vec::new();
    for item in page {
        if let Item::Wire { points, .. } = item {
            for k in (0..points.len().saturating_sub(3)).step_by(2) {
                out.push([points[k], points[k + 1], points[k + 2], points[k + 3]]);
            }
        }
    }
    out
}

/// A level piece and an upright piece that cross in the middle of both.
fn cross(a: &[f64; 4], b: &[f64; 4]) -> bool {
    let level = |p: &[f64; 4]| (p[1] - p[3]).abs() < 1e-9;
    let (flat, upright) = match (level(a), level(b)) {
        (true, false) => (a, b),
        (false, true) => (b, a),
        _ => return false,
    };
    let inside = |v: f64, a: f64, b: f64| v > a.min(b) + 1e-6 && v < a.max(b) - 1e-6;
    inside(upright[0], flat[0], flat[2]) && inside(flat[1], upright[1], upright[3])
}

fn texts(drawing: &Diagram) -> Vec<&str> {
    drawing
        .pages
        .iter()
        .flatten()
        .filter_map(|i| if let Item::Text { text, .. } = i { Some(text.as_str()) } else { None })
        .collect()
}

#[test]
fn the_drawing_has_every_part_and_no_crossing() {
    for (name, job) in crate::common::demo_jobs() {
        let drawing = diagram(&job, &on(&[])).unwrap();
        for page in &drawing.pages {
            let pieces = pieces(page);
            for (k, a) in pieces.iter().enumerate() {
                assert!(pieces[..k].iter().all(|b| !cross(a, b)), "{name}: wires cross");
            }
            for item in page {
                let (x, y) = match item {
                    Item::Text { x, y, .. } | Item::Part { x, y, .. } => (*x, *y),
                    Item::Wire { points, .. } => (points[0], points[1]),
                };
                assert!((5.0..292.0).contains(&x) && (3.0..207.0).contains(&y), "{name}: {x} {y}");
            }
        }
        let words = texts(&drawing);
        for circuit in &job.circuits {
            assert!(words.contains(&circuit.name.as_str()), "{name}: {}", circuit.name);
        }
        // Each relay with its coil terminals, each contact with its own; a module has an input of its own.
        let count = |sign: Sign| {
            let is = |i: &&Item| matches!(i, Item::Part { sign: s, .. } if *s == sign);
            drawing.pages.iter().flatten().filter(is).count()
        };
        let said = |word: &str| words.iter().filter(|w| **w == word).count();
        assert_eq!(said("86"), count(Sign::Coil), "{name}");
        assert_eq!(said("85"), said("86"));
        assert_eq!(said("30"), count(Sign::Make) + count(Sign::Break), "{name}");
        assert_eq!(count(Sign::Lamp), job.circuits.len());
        // Parts of the drawing are parts of the vehicle.
        let keys: BTreeSet<String> =
            moment(&job, &on(&[]), None).unwrap().parts.into_iter().map(|p| p.part).collect();
        for item in drawing.pages.iter().flatten() {
            if let Item::Part { sign: Sign::Diode | Sign::Switch | Sign::Make, part, .. } = item {
                assert!(keys.contains(part), "{name}: {part} cannot be found");
            }
        }
        let text = svg(&drawing);
        assert!(text.starts_with("<svg") && text.trim_end().ends_with("</svg>"));
        assert!(!text.contains("NaN") && !text.contains("inf"), "{name}");
    }
}

/// Twelve circuits with relays fit on a few A4 pages, none of them cut.
#[test]
fn twelve_circuits_fit_on_pages() {
    let mut job = demo("14");
    let rear = job.circuits[0].clone();
    while job.circuits.len() < 12 {
        let mut more = rear.clone();
        more.id = jovek_core::job::CircuitId(format!("more-{}", job.circuits.len()));
        more.name = format!("More {}", job.circuits.len());
        job.circuits.push(more);
    }
    let drawing = diagram(&job, &on(&["reverse"])).unwrap();
    assert!((2..=5).contains(&drawing.pages.len()), "{} pages", drawing.pages.len());
    let live = |i: &&Item| matches!(i, Item::Wire { live: true, .. });
    assert!(drawing.pages.iter().flatten().filter(live).count() > 12);
}
