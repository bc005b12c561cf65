//! The outline of a body from above and from the left, to the size of the vehicle: so that one sees where a path runs.
//!
//! No source: as [`super::body`], a sketch of what vehicles of a kind have in common. Places and ways do not depend on it.

use super::Graph;
use super::body::body;
use jovek_job::{BodyKind, Job};
use serde::Serialize;
use utoipa::ToSchema;

/// What a line of the outline is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum OutlinePart {
    /// The skin.
    Body,
    /// Windows.
    Glass,
    /// Edges of doors.
    Door,
    /// The load bed or box.
    Load,
    /// Frame rails and drawbar.
    Frame,
    /// A wheel.
    Wheel,
    /// The engine.
    Engine,
    /// The fuel tank.
    Tank,
    /// The exhaust: hot.
    Exhaust,
}

/// One line of the outline.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct OutlineShape {
    /// What it is of.
    pub part: OutlinePart,
    /// Its corners, m: behind the front, then left of the middle or above the ground.
    pub points_m: Vec<[f64; 2]>,
    /// True where the last corner joins the first.
    pub is_closed: bool,
}

/// A wheel as it is seen from the side.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct OutlineWheel {
    /// Its middle behind the front, m.
    pub along_m: f64,
    /// Its middle above the ground, which is its radius, m.
    pub up_m: f64,
}

/// A body from above and from the left.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Outline {
    /// Length, width and height, m.
    pub size_m: [f64; 3],
    /// From above.
    pub above: Vec<OutlineShape>,
    /// From the left.
    pub side: Vec<OutlineShape>,
    /// Wheels from the left.
    pub wheels: Vec<OutlineWheel>,
}

/// What is behind the cab.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Behind {
    /// An open bed or platform on the frame.
    Bed,
    /// The body goes on to the rear under its roof.
    Closed,
    /// A boot below the rear window.
    Boot,
}

/// A motor vehicle as parts of its length and height.
struct Form {
    /// Where the windscreen begins; zero for a cab over the engine.
    wall: f64,
    /// Rear wall of the cab.
    rear: f64,
    /// Lower edge of the windows.
    belt: f64,
    behind: Behind,
    /// Upper edge of bed or boot.
    load_up: f64,
    axles: &'static [f64],
}

/// Radius of a wheel against the height of the vehicle, and its most, m.
const WHEEL: (f64, f64) = (0.2, 0.5);
/// Lower edge of the body against its height.
const FLOOR: f64 = 0.17;

/// The outline of a body of a size: length, width and height, m.
pub fn outline(kind: BodyKind, size_m: [f64; 3]) -> Outline {
    let motor = |wall, rear, belt, behind, load_up, axles| {
        motor(&Form { wall, rear, belt, behind, load_up, axles }, size_m)
    };
    match kind {
        BodyKind::Pickup => motor(0.2, 0.58, 0.6, Behind::Bed, 0.6, &[0.17, 0.78]),
        BodyKind::ChassisCab => motor(0.18, 0.45, 0.56, Behind::Bed, 0.58, &[0.15, 0.78]),
        BodyKind::Van => motor(0.16, 0.4, 0.54, Behind::Closed, 1.0, &[0.17, 0.78]),
        BodyKind::SmallOffroad => motor(0.28, 0.8, 0.6, Behind::Closed, 1.0, &[0.2, 0.78]),
        BodyKind::MotorBody => motor(0.1, 0.25, 0.5, Behind::Closed, 1.0, &[0.2, 0.74]),
        BodyKind::Car => motor(0.26, 0.72, 0.62, Behind::Boot, 0.64, &[0.19, 0.8]),
        BodyKind::RigidLorry => motor(0.0, 0.22, 0.55, Behind::Bed, 0.55, &[0.13, 0.7, 0.8]),
        BodyKind::TrailerOneAxle => trailer(&[0.66], size_m),
        BodyKind::TrailerTwoAxle => trailer(&[0.58, 0.74], size_m),
    }
}

/// Draws in parts of the size: length from the front, width from the left edge, height from the ground.
struct Pen {
    size_m: [f64; 3],
    above: Vec<OutlineShape>,
    side: Vec<OutlineShape>,
}

impl Pen {
    fn above(&mut self, part: OutlinePart, is_closed: bool, points: &[[f64; 2]]) {
        let [length_m, width_m, _] = self.size_m;
        let points_m = points.iter().map(|[x, y]| [x * length_m, (0.5 - y) * width_m]).collect();
        self.above.push(OutlineShape { part, points_m, is_closed });
    }

    fn side(&mut self, part: OutlinePart, is_closed: bool, points: &[[f64; 2]]) {
        let [length_m, _, height_m] = self.size_m;
        let points_m = points.iter().map(|[x, y]| [x * length_m, y * height_m]).collect();
        self.side.push(OutlineShape { part, points_m, is_closed });
    }

    /// The wheels of some axles, both pictures.
    fn wheels(&mut self, axles: &[f64]) -> Vec<OutlineWheel> {
        let [length_m, _, height_m] = self.size_m;
        let radius_m = (WHEEL.0 * height_m).min(WHEEL.1);
        let half = radius_m / length_m;
        for axle in axles {
            for (outer, inner) in [(0.0, 0.11), (1.0, 0.89)] {
                self.above(
                    OutlinePart::Wheel,
                    true,
                    &rectangle([axle - half, outer], [axle + half, inner]),
                );
            }
        }
        axles.iter().map(|axle| OutlineWheel { along_m: axle * length_m, up_m: radius_m }).collect()
    }
}

/// The outline of a job's vehicle: its skeleton's body and size, else the usual of its kind.
pub fn of_job(job: &Job) -> Outline {
    match &job.skeleton {
        Some(skeleton) => outline(skeleton.body, Graph::new(skeleton).size_m),
        None => {
            let is_trailer = job.is_trailer();
            let kind = if is_trailer { BodyKind::TrailerTwoAxle } else { BodyKind::default() };
            outline(kind, body(kind).usual_m)
        }
    }
}

fn rectangle([x0, y0]: [f64; 2], [x1, y1]: [f64; 2]) -> [[f64; 2]; 4] {
    [[x0, y0], [x1, y0], [x1, y1], [x0, y1]]
}

fn motor(form: &Form, size_m: [f64; 3]) -> Outline {
    use OutlinePart as P;
    let mut pen = Pen { size_m, above: Vec::new(), side: Vec::new() };
    let &Form { wall, rear, belt, behind, load_up, axles } = form;
    let cab = rear - wall;
    // The screen leans less where the cab is short.
    let screen = wall + 0.28 * cab;
    let wheels = pen.wheels(axles);

    // From above: nose, cab, load.
    let skin_end = if behind == Behind::Bed { rear } else { 1.0 };
    let nose = 0.03 + 0.1 * wall;
    pen.above(
        P::Body,
        true,
        &[
            [0.0, 0.16],
            [0.4 * nose, 0.07],
            [nose, 0.04],
            [skin_end, 0.03],
            [skin_end, 0.97],
            [nose, 0.96],
            [0.4 * nose, 0.93],
            [0.0, 0.84],
        ],
    );
    let glass_from = wall + 0.06 * cab;
    pen.above(
        P::Glass,
        true,
        &[[glass_from, 0.1], [screen, 0.17], [screen, 0.83], [glass_from, 0.9]],
    );
    let door = [wall + 0.12 * cab, wall + 0.12 * cab + (0.8 * cab).min(0.22)];
    for edge in door {
        for (outer, inner) in [(0.03, 0.13), (0.97, 0.87)] {
            pen.above(P::Door, false, &[[edge, outer], [edge, inner]]);
        }
    }
    if behind == Behind::Bed {
        for rail in [0.28, 0.72] {
            pen.above(P::Frame, false, &[[0.5 * (wall + rear), rail], [0.98, rail]]);
        }
        pen.above(P::Load, true, &rectangle([rear + 0.015, 0.01], [1.0, 0.99]));
        pen.above(P::Load, true, &rectangle([rear + 0.03, 0.06], [0.985, 0.94]));
    }
    if behind == Behind::Boot {
        pen.above(P::Glass, true, &[[rear, 0.18], [0.84, 0.13], [0.84, 0.87], [rear, 0.82]]);
    }
    let (hot_from, hot_to) = (wall.max(0.1), 0.97);
    pen.above(P::Exhaust, false, &[[hot_from, 0.6], [hot_from + 0.06, 0.72], [0.56, 0.72]]);
    pen.above(P::Exhaust, true, &rectangle([0.56, 0.68], [0.7, 0.77]));
    pen.above(P::Exhaust, false, &[[0.7, 0.73], [hot_to, 0.75]]);
    pen.above(P::Tank, true, &rectangle([0.48, 0.14], [0.62, 0.27]));
    let engine = if wall > 0.0 { [0.22 * wall, 0.95 * wall] } else { [0.05, 0.2] };
    pen.above(P::Engine, true, &rectangle([engine[0], 0.34], [engine[1], 0.66]));

    // From the left.
    let bonnet = belt - 0.02;
    let mut skin = if wall > 0.0 {
        vec![
            [0.0, FLOOR],
            [0.0, 0.72 * bonnet],
            [0.25 * wall, 0.95 * bonnet],
            [wall, bonnet + 0.02],
        ]
    } else {
        vec![[0.0, FLOOR], [0.0, belt]]
    };
    let screen_top = if wall > 0.0 { screen } else { 0.02 };
    skin.push([screen_top, 0.97]);
    skin.push([screen_top + 0.03, 1.0]);
    match behind {
        Behind::Bed => skin.extend([[rear - 0.01, 1.0], [rear, 0.96], [rear, FLOOR]]),
        Behind::Closed => skin.extend([[0.98, 1.0], [1.0, 0.93], [1.0, FLOOR]]),
        Behind::Boot => {
            skin.extend([[rear - 0.02, 1.0], [0.87, load_up], [0.99, load_up - 0.03], [1.0, FLOOR]])
        }
    }
    pen.side(P::Body, true, &skin);
    let window = [belt + 0.03, 0.92];
    let window_rear = rear - 0.06 * cab;
    pen.side(
        P::Glass,
        true,
        &[
            [door[0] + 0.03 * cab, window[0]],
            [(screen_top + 0.06 * cab).max(door[0] + 0.05 * cab), window[1]],
            [window_rear, window[1]],
            [window_rear, window[0]],
        ],
    );
    for edge in door {
        pen.side(P::Door, false, &[[edge, FLOOR + 0.04], [edge, belt]]);
    }
    if behind == Behind::Bed {
        pen.side(P::Frame, false, &[[rear, 0.3], [0.99, 0.3]]);
        pen.side(P::Load, true, &rectangle([rear + 0.015, 0.34], [1.0, load_up]));
        pen.side(P::Load, false, &[[rear + 0.015, load_up], [rear + 0.015, 0.96]]);
    }
    pen.side(P::Engine, true, &rectangle([engine[0], 0.24], [engine[1], 0.46]));
    pen.side(P::Tank, true, &rectangle([0.48, 0.2], [0.62, 0.3]));
    pen.side(P::Exhaust, false, &[[hot_from, 0.26], [hot_from + 0.05, 0.2], [hot_to, 0.2]]);
    Outline { size_m, above: pen.above, side: pen.side, wheels }
}

fn trailer(axles: &[f64], size_m: [f64; 3]) -> Outline {
    use OutlinePart as P;
    let mut pen = Pen { size_m, above: Vec::new(), side: Vec::new() };
    let wheels = pen.wheels(axles);
    for rail in [0.1, 0.9] {
        pen.above(P::Frame, false, &[[0.02, 0.5], [0.27, rail], [0.99, rail]]);
    }
    pen.above(P::Load, true, &rectangle([0.27, 0.03], [1.0, 0.97]));
    pen.side(P::Frame, false, &[[0.0, 0.34], [0.27, 0.36], [0.99, 0.36]]);
    pen.side(P::Load, true, &rectangle([0.27, 0.4], [1.0, 0.98]));
    Outline { size_m, above: pen.above, side: pen.side, wheels }
}
