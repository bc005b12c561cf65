//! Candela by direction, as measured: three frames of angles, read between the grid lines.

use super::vector::{Ray, degrees};
use jovek_phrases::light as say;

/// How the angles of a photometric file lie to the lamp.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Frame {
    /// Vertical angle from straight out of the opening, horizontal angle around that: luminaires.
    C,
    /// Horizontal polar axis: the vertical angle turns about it, the horizontal one runs along the turned plane:
    /// headlamps and floodlights.
    B,
    /// Vertical polar axis: bearing and height, as on a globe.
    A,
}

impl Frame {
    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Frame::C => "C",
            Frame::B => "B",
            Frame::A => "A",
        }
    }
}

/// Candela by direction.
#[derive(Debug, Clone, PartialEq)]
pub struct Grid {
    frame: Frame,
    vertical_deg: Vec<f64>,
    horizontal_deg: Vec<f64>,
    /// One row for each horizontal angle, cd.
    candela: Vec<Vec<f64>>,
}

impl Grid {
    /// A grid; angles rise, there is one row for each horizontal angle and one value in it for each vertical one.
    pub fn new(
        frame: Frame,
        vertical_deg: Vec<f64>,
        horizontal_deg: Vec<f64>,
        candela: Vec<Vec<f64>>,
    ) -> Grid {
        Grid { frame, vertical_deg, horizontal_deg, candela }
    }

    /// Its frame of angles.
    pub fn frame(&self) -> Frame {
        self.frame
    }

    /// First and last vertical angle, first and last horizontal angle, degrees.
    pub fn span_deg(&self) -> [f64; 4] {
        let ends = |list: &[f64]| {
            [list.first().copied().unwrap_or(0.0), list.last().copied().unwrap_or(0.0)]
        };
        let ([a, b], [c, d]) = (ends(&self.vertical_deg), ends(&self.horizontal_deg));
        [a, b, c, d]
    }

    /// Number of vertical and of horizontal angles.
    pub fn size(&self) -> (usize, usize) {
        (self.vertical_deg.len(), self.horizontal_deg.len())
    }

    /// Spans that the format does not know.
    pub fn oddities(&self) -> Vec<String> {
        let [v0, v1, h0, h1] = self.span_deg();
        let is_known = match self.frame {
            Frame::C => {
                let vertical = matches!((v0, v1), (0.0, 90.0 | 180.0) | (90.0, 180.0));
                let horizontal = matches!((h0, h1), (0.0, 0.0 | 90.0 | 180.0 | 360.0))
                    || (h0, h1) == (90.0, 270.0);
                vertical && horizontal
            }
            Frame::A | Frame::B => {
                matches!((v0, v1), (-90.0 | 0.0, 90.0)) && matches!((h0, h1), (-90.0 | 0.0, 90.0))
            }
        };
        if is_known {
            return Vec::new();
        }
        vec![say::angles_from_to_and_to_degrees(&v0, &v1, &h0, &h1)]
    }

    /// Angles of a direction in the frame: vertical, horizontal, degrees. Up and right are positive; around a
    /// luminaire's axis 0 is to the right and 90 up.
    fn angles(&self, ray: Ray) -> (f64, f64) {
        let right = -ray.left;
        match self.frame {
            Frame::C => {
                let around = degrees(ray.up.atan2(right));
                (degrees(ray.forward.clamp(-1.0, 1.0).acos()), around.rem_euclid(360.0))
            }
            Frame::B => {
                (degrees(ray.up.atan2(ray.forward)), degrees(right.clamp(-1.0, 1.0).asin()))
            }
            Frame::A => {
                (degrees(ray.up.clamp(-1.0, 1.0).asin()), degrees(right.atan2(ray.forward)))
            }
        }
    }

    /// A direction by its angles in the frame, degrees.
    fn ray(&self, vertical_deg: f64, horizontal_deg: f64) -> Ray {
        let (v, h) = (vertical_deg.to_radians(), horizontal_deg.to_radians());
        match self.frame {
            Frame::C => Ray { forward: v.cos(), left: -v.sin() * h.cos(), up: v.sin() * h.sin() },
            Frame::B => Ray { forward: h.cos() * v.cos(), left: -h.sin(), up: h.cos() * v.sin() },
            Frame::A => Ray { forward: v.cos() * h.cos(), left: -v.cos() * h.sin(), up: v.sin() },
        }
    }

    /// The horizontal angle that stands for another one where the file gives only a part of the circle.
    fn folded(&self, horizontal_deg: f64) -> f64 {
        let [_, _, first, last] = self.span_deg();
        match self.frame {
            Frame::C => {
                let h = horizontal_deg.rem_euclid(360.0);
                match (first, last) {
                    (0.0, 0.0) => 0.0,
                    (0.0, 90.0) => {
                        let half = if h > 180.0 { 360.0 - h } else { h };
                        if half > 90.0 { 180.0 - half } else { half }
                    }
                    (0.0, 180.0) if h > 180.0 => 360.0 - h,
                    (90.0, 270.0) if !(90.0..=270.0).contains(&h) => (180.0 - h).rem_euclid(360.0),
                    _ => h,
                }
            }
            // A file that begins at 0 gives one side for both.
            Frame::A | Frame::B if first == 0.0 => horizontal_deg.abs(),
            Frame::A | Frame::B => horizontal_deg,
        }
    }

    /// Luminous intensity in a direction, cd. In straight lines between the grid's own; dark outside of it.
    pub fn candela(&self, ray: Ray) -> f64 {
        let (vertical, horizontal) = self.angles(ray);
        // A luminaire measured all around needs no second direction.
        let Some((h, to_h)) = between(&self.horizontal_deg, self.folded(horizontal)) else {
            return 0.0;
        };
        let vertical = if self.is_mirrored_up_and_down() { vertical.abs() } else { vertical };
        let Some((v, to_v)) = between(&self.vertical_deg, vertical) else { return 0.0 };
        let row = |k: usize| {
            let row = &self.candela[k];
            let next = row.get(v + 1).copied().unwrap_or(row[v]);
            row[v] + (next - row[v]) * to_v
        };
        let here = row(h);
        if to_h == 0.0 { here } else { here + (row(h + 1) - here) * to_h }
    }

    /// A file of frame A or B that begins at 0 gives the upper half for both.
    fn is_mirrored_up_and_down(&self) -> bool {
        self.frame != Frame::C && self.vertical_deg.first() == Some(&0.0)
    }

    /// The largest value and its direction.
    pub fn peak(&self) -> (f64, Ray) {
        let mut best = (0.0, self.ray(0.0, 0.0));
        for (h, row) in self.candela.iter().enumerate() {
            for (v, &cd) in row.iter().enumerate() {
                if cd > best.0 {
                    best = (cd, self.ray(self.vertical_deg[v], self.horizontal_deg[h]));
                }
            }
        }
        best
    }

    /// Luminous flux, lm: the candela over the solid angle, exact for what runs in straight lines between the grid's
    /// own angles. Source: the definition of candela, lumen per steradian.
    pub fn flux_lm(&self) -> f64 {
        let weight = |t: f64, primitive: bool| match (self.frame, primitive) {
            // Density of solid angle along the vertical (C, A) or horizontal (B) angle, its integral, and that of
            // angle times density, all in rad.
            (Frame::C, false) => -t.cos(),
            (Frame::C, true) => t.sin() - t * t.cos(),
            (_, false) => t.sin(),
            (_, true) => t.cos() + t * t.sin(),
        };
        // In B the density runs along the horizontal angle, else along the vertical one.
        let turned = self.frame == Frame::B;
        let (along, across) = if turned {
            (&self.horizontal_deg, &self.vertical_deg)
        } else {
            (&self.vertical_deg, &self.horizontal_deg)
        };
        let value = |a: usize, c: usize| {
            if turned { self.candela[a][c] } else { self.candela[c][a] }
        };
        // The integral along one line of the other angle.
        let line = |c: usize| -> f64 {
            (1..along.len())
                .map(|a| {
                    let (t0, t1) = (along[a - 1].to_radians(), along[a].to_radians());
                    let (i0, i1) = (value(a - 1, c), value(a, c));
                    let slope = (i1 - i0) / (t1 - t0);
                    (i0 - slope * t0) * (weight(t1, false) - weight(t0, false))
                        + slope * (weight(t1, true) - weight(t0, true))
                })
                .sum()
        };
        let all: f64 = if across.len() == 1 {
            line(0) * if self.frame == Frame::C { std::f64::consts::TAU } else { 0.0 }
        } else {
            (1..across.len())
                .map(|c| 0.5 * (line(c - 1) + line(c)) * (across[c] - across[c - 1]).to_radians())
                .sum()
        };
        all * self.copies()
    }

    /// How often the part that the file gives is there.
    fn copies(&self) -> f64 {
        let [v0, _, h0, h1] = self.span_deg();
        match self.frame {
            Frame::C => match (h0, h1) {
                (0.0, 90.0) => 4.0,
                (0.0, 180.0) | (90.0, 270.0) => 2.0,
                _ => 1.0,
            },
            Frame::A | Frame::B => {
                (if h0 == 0.0 { 2.0 } else { 1.0 }) * (if v0 == 0.0 { 2.0 } else { 1.0 })
            }
        }
    }
}

/// The place of a value among rising ones: the one below it, and how far to the next.
fn between(list: &[f64], value: f64) -> Option<(usize, f64)> {
    const SLACK: f64 = 1e-9;
    let (&first, &last) = (list.first()?, list.last()?);
    if list.len() == 1 {
        return ((value - first).abs() < 1e-6).then_some((0, 0.0));
    }
    if value < first - SLACK || value > last + SLACK {
        return None;
    }
    let next = list.partition_point(|a| *a <= value).clamp(1, list.len() - 1);
    let (a, b) = (list[next - 1], list[next]);
    Some((next - 1, ((value - a) / (b - a)).clamp(0.0, 1.0)))
}
