//! What can be probed: points and readings of each circuit, and its drawing with the terminals to touch.

use crate::diagram;
use crate::diagram::{Item, Sign};
use jovek_circuit::NodeId;
use jovek_job::CircuitId;
use jovek_judge::diagnose::case::Case;
use jovek_judge::diagnose::measures::{Measure, MeasureKind};
use jovek_judge::diagnose::points::PointAt;
use jovek_judge::diagnose::predict::node_of;
use jovek_judge::proof::names;
use jovek_phrases::paper as say;
use jovek_plan::network::parts::PartKind;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// A point at which a lead can be put.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticePoint {
    /// Its key.
    pub key: String,
    /// Its name.
    pub name: String,
    /// To reach it, s.
    pub seconds: f64,
}

/// What can be probed on one circuit, or on the vehicle itself.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeBoard {
    /// The circuit; none for the vehicle.
    pub circuit: Option<CircuitId>,
    /// Its name.
    pub name: String,
    /// Points in order, from the source on.
    pub points: Vec<PracticePoint>,
    /// The circuit as it is drawn; none for the vehicle.
    pub drawing: Option<PracticeDrawing>,
    /// Readings besides volts: looks, currents, ohms, joints moved.
    pub readings: Vec<PracticeChoice>,
}

/// Something to choose from.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeChoice {
    /// Its key.
    pub key: String,
    /// Its name.
    pub name: String,
}

/// A terminal on the drawing at which a lead can be put.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeTerminal {
    /// The point there.
    pub point: String,
    /// Where, mm.
    pub x: f64,
    /// Where, mm.
    pub y: f64,
}

/// The drawing of a circuit with its terminals.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PracticeDrawing {
    /// Width, mm.
    pub w: f64,
    /// Upper edge, mm.
    pub top: f64,
    /// Height, mm.
    pub h: f64,
    /// What is drawn.
    pub items: Vec<Item>,
    /// Where leads go.
    pub terminals: Vec<PracticeTerminal>,
}

/// Room around a drawing, mm.
const MARGIN: f64 = 4.0;
/// Half of what a part takes from left to right, mm.
const PART_HALF: f64 = 8.0;
/// Width of a letter, as a part of its height.
const LETTER: f64 = 0.55;
/// Terminals nearer to each other than this cannot be told apart by a finger, mm.
const APART: f64 = 5.0;

/// Every circuit, the vehicle's own points first.
pub fn boards(case: &Case) -> Vec<PracticeBoard> {
    let circuits = (0..case.study.circuits.len()).map(Some);
    std::iter::once(None)
        .chain(circuits)
        .map(|c| {
            let chain = c.map(|c| &case.study.circuits[c].chain);
            PracticeBoard {
                circuit: chain.map(|chain| chain.id.clone()),
                name: chain.map_or(say::vehicle().into(), |chain| chain.name.clone()),
                points: case
                    .points
                    .iter()
                    .filter(|p| p.circuit == c)
                    .map(|p| PracticePoint {
                        key: p.key.clone(),
                        name: p.name.clone(),
                        seconds: p.seconds,
                    })
                    .collect(),
                drawing: c.map(|c| drawing(case, c)),
                readings: case
                    .measures
                    .iter()
                    .filter(|m| !matches!(m.kind, MeasureKind::Volts { .. }) && of(m, c))
                    .map(|m| PracticeChoice {
                        key: m.id.0.clone(),
                        name: match m.kind {
                            MeasureKind::Look { .. } => m.how.clone(),
                            _ => m.name.clone(),
                        },
                    })
                    .collect(),
            }
        })
        .collect()
}

/// True for a reading that belongs to a circuit; the battery's belong to the vehicle.
fn of(m: &Measure, c: Option<usize>) -> bool {
    match &m.kind {
        MeasureKind::BatteryA => c.is_none(),
        MeasureKind::Look { circuit, .. }
        | MeasureKind::Story { circuit }
        | MeasureKind::LampsA { circuit }
        | MeasureKind::LampA { circuit, .. }
        | MeasureKind::Rating { circuit }
        | MeasureKind::Ohms { circuit, .. } => c == Some(*circuit),
        MeasureKind::Wiggle { places } => places.first().is_some_and(|p| p.circuit == c),
        MeasureKind::Volts { .. } => false,
    }
}

/// Which points stand at the ends of each part that is drawn, by the part's key.
fn ends(case: &Case, circuit: usize) -> BTreeMap<String, [Option<String>; 2]> {
    let built = &case.sound;
    let mine = |c: Option<usize>| c.is_none() || c == Some(circuit);
    let at = |node: NodeId| {
        let here = |p: &&jovek_judge::diagnose::points::Point| {
            mine(p.circuit) && matches!(p.at, PointAt::Node(_)) && node_of(built, p) == node
        };
        case.points.iter().find(here).map(|p| p.key.clone())
    };
    let pins = |what| {
        let pin = |p: &&jovek_judge::diagnose::points::Point| p.at == what;
        case.points.iter().find(pin).map(|p| p.key.clone())
    };
    let mut out = BTreeMap::new();
    for ((id, element), place) in built.net.iter().zip(&built.places) {
        if !mine(place.circuit) {
            continue;
        }
        let of = match place.what {
            PartKind::Lamp(..) => [pins(PointAt::LampPlus(id)), pins(PointAt::LampMinus(id))],
            _ => [at(element.from), at(element.to)],
        };
        out.entry(names::key(case.job, &case.study, *place)).or_insert(of);
    }
    out
}

fn drawing(case: &Case, circuit: usize) -> PracticeDrawing {
    let mut items = diagram::unlit(case.job, &case.study, circuit);
    let w = close_up(&mut items);
    let ends = ends(case, circuit);
    let mut terminals: Vec<PracticeTerminal> = Vec::new();
    for item in &items {
        let Item::Part { sign, x, y, part, .. } = item else { continue };
        let Some([left, right]) = ends.get(part) else { continue };
        let [left_mm, right_mm] = half_widths(*sign);
        for (point, to_mm) in [(left, left_mm.map(|d| -d)), (right, right_mm)] {
            let (Some(point), Some(to_mm)) = (point, to_mm) else { continue };
            let (x, y) = (x + to_mm, *y);
            let is_free = terminals.iter().all(|t| (t.x - x).hypot(t.y - y) >= APART);
            let is_new = !terminals.iter().any(|t| t.point == *point && t.y == y);
            if is_free && is_new {
                terminals.push(PracticeTerminal { point: point.clone(), x, y });
            }
        }
    }
    let ys = items.iter().flat_map(|item| match item {
        Item::Wire { points, .. } => points.chunks(2).map(|p| p[1]).collect(),
        Item::Part { y, .. } => vec![y - MARGIN, y + 2.0 * MARGIN],
        Item::Text { y, .. } => vec![y - MARGIN, *y],
    });
    let (top, bottom) =
        ys.fold((f64::INFINITY, f64::NEG_INFINITY), |(a, b), y: f64| (a.min(y), b.max(y)));
    PracticeDrawing { w, top: top - MARGIN, h: bottom - top + 2.0 * MARGIN, items, terminals }
}

/// Brings parts that stand far apart together, so that the drawing can be shown larger. Returns its width, mm.
fn close_up(items: &mut [Item]) -> f64 {
    let mut taken: Vec<(f64, f64)> = items
        .iter()
        .filter_map(|item| match item {
            Item::Wire { .. } => None,
            Item::Part { x, .. } => Some((x - PART_HALF, x + PART_HALF)),
            Item::Text { x, text, size, anchor, .. } => {
                let long = LETTER * size * text.chars().count() as f64;
                Some(match *anchor {
                    "start" => (*x, x + long),
                    "end" => (x - long, *x),
                    _ => (x - 0.5 * long, x + 0.5 * long),
                })
            }
        })
        .collect();
    taken.sort_by(|a, b| a.0.total_cmp(&b.0));
    // Ends of stretches that are kept, and how far left everything behind them moves.
    let mut moves: Vec<(f64, f64)> = Vec::new();
    let (mut end, mut by) = (0.0_f64, 0.0);
    for (from, to) in taken {
        let gap = from - end - 2.0 * MARGIN;
        if gap > 0.0 {
            by += gap;
            moves.push((from, by));
        }
        end = end.max(to);
    }
    let moved = |x: f64| x - moves.iter().rev().find(|(from, _)| x >= *from).map_or(0.0, |m| m.1);
    for item in items {
        match item {
            Item::Wire { points, .. } => {
                for x in points.iter_mut().step_by(2) {
                    *x = moved(*x);
                }
            }
            Item::Part { x, .. } => *x = moved(*x),
            Item::Text { x, text, size, anchor, .. } => {
                // Words move with where they begin.
                let long = LETTER * *size * text.chars().count() as f64;
                let start = match *anchor {
                    "start" => *x,
                    "end" => *x - long,
                    _ => *x - 0.5 * long,
                };
                *x += moved(start) - start;
            }
        }
    }
    moved(end) + MARGIN
}

/// How far left and right of its middle the terminals of a sign are, mm; none where it has none.
fn half_widths(sign: Sign) -> [Option<f64>; 2] {
    match sign {
        Sign::Fuse => [Some(6.0), Some(6.0)],
        Sign::Switch | Sign::Make | Sign::Break => [Some(6.5), Some(6.5)],
        Sign::Module | Sign::Coil | Sign::CoilResistor => [Some(7.0), Some(7.0)],
        Sign::Diode => [Some(5.0), Some(5.0)],
        Sign::Lamp => [Some(6.0), Some(6.0)],
        Sign::Plug => [Some(4.0), Some(4.0)],
        Sign::Ground => [Some(4.0), None],
        Sign::Signal => [None, Some(5.0)],
        Sign::Supply | Sign::Joint => [None, None],
    }
}
