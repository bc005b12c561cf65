//! What is written on a formboard: each block of words near its place, none over another.

use crate::sheet::LETTER;
use jovek_base::xml::escape;
use std::fmt::Write as _;

/// From line to line, as a part of the size of the letters.
const LINE: f64 = 1.15;
/// How far a block is moved at a time, mm.
const STEP_MM: f64 = 1.7;
/// From a place to words beside it, mm.
const BESIDE_MM: f64 = 2.5;
/// Steps away from its place at most.
const MOST_STEPS: usize = 40;
/// From here on a thin line leads back to the place, mm.
const LEADER_MM: f64 = 5.0;
/// Pieces in which a branch is kept free, and how thick it is taken, mm.
const PIECE_MM: f64 = 2.0;
const THICK_MM: f64 = 1.0;
/// Kept free between two blocks, mm.
const GAP_MM: f64 = 0.3;

/// To which side words run from their point.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Anchor {
    Start,
    Middle,
    End,
}

impl Anchor {
    fn word(self) -> &'static str {
        match self {
            Anchor::Start => "start",
            Anchor::Middle => "middle",
            Anchor::End => "end",
        }
    }
}

/// A block of words, line by line.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Block {
    /// What it is about, mm on the paper.
    pub of: (f64, f64),
    /// Where its first line stands, mm.
    pub at: (f64, f64),
    pub anchor: Anchor,
    /// The first line, and those below it.
    pub lines: Vec<String>,
    /// Size of the letters of the first line, and of those below it, mm.
    pub sizes: (f64, f64),
}

/// An area on the paper, mm: left, top, right, bottom.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Area(f64, f64, f64, f64);

impl Area {
    pub(super) fn meets(&self, other: &Area) -> bool {
        self.0 < other.2 + GAP_MM
            && other.0 < self.2 + GAP_MM
            && self.1 < other.3 + GAP_MM
            && other.1 < self.3 + GAP_MM
    }

    /// A branch, piece by piece: words stand beside it, not on it.
    pub(super) fn branch((x0, y0): (f64, f64), (x1, y1): (f64, f64)) -> Vec<Area> {
        let pieces = ((x1 - x0).hypot(y1 - y0) / PIECE_MM).ceil().max(1.0) as usize;
        let at = |k: usize| {
            let part = k as f64 / pieces as f64;
            (x0 + part * (x1 - x0), y0 + part * (y1 - y0))
        };
        (0..pieces)
            .map(|k| {
                let (a, b) = (at(k), at(k + 1));
                let half = 0.5 * THICK_MM;
                Area(
                    a.0.min(b.0) - half,
                    a.1.min(b.1) - half,
                    a.0.max(b.0) + half,
                    a.1.max(b.1) + half,
                )
            })
            .collect()
    }

    /// Words that run upwards, around their middle.
    pub(super) fn upright((x, y): (f64, f64), words: &str, size: f64) -> Area {
        let half = 0.5 * width(words, size);
        Area(x - 0.8 * size, y - half, x + 0.2 * size, y + half)
    }

    /// Words that run level, around their middle.
    pub(super) fn level((x, y): (f64, f64), words: &str, size: f64) -> Area {
        let half = 0.5 * width(words, size);
        Area(x - half, y - 0.8 * size, x + half, y + 0.2 * size)
    }
}

fn width(words: &str, size: f64) -> f64 {
    words.chars().count() as f64 * size * LETTER
}

impl Block {
    fn size(&self, line: usize) -> f64 {
        if line == 0 { self.sizes.0 } else { self.sizes.1 }
    }

    fn area(&self, (x, y): (f64, f64), anchor: Anchor) -> Area {
        let wide = self.lines.iter().enumerate().map(|(k, l)| width(l, self.size(k)));
        let wide = wide.fold(0.0, f64::max);
        let left = match anchor {
            Anchor::Start => x,
            Anchor::Middle => x - 0.5 * wide,
            Anchor::End => x - wide,
        };
        let below = (self.lines.len() - 1) as f64 * self.sizes.1 * LINE;
        Area(left, y - 0.8 * self.sizes.0, left + wide, y + below + 0.2 * self.sizes.1)
    }

    /// Where it could stand: at its place, then ever farther below and above it, on either side.
    fn candidates(&self) -> impl Iterator<Item = ((f64, f64), Anchor)> + '_ {
        let beside = (self.at.0 - self.of.0).abs().max(BESIDE_MM);
        let right = (self.of.0 + beside, Anchor::Start);
        let left = (self.of.0 - beside, Anchor::End);
        let sides = match self.anchor {
            Anchor::Start => vec![right, left],
            Anchor::Middle => vec![(self.at.0, Anchor::Middle), right, left],
            Anchor::End => vec![left, right],
        };
        (0..=MOST_STEPS).flat_map(move |step| {
            let off = step as f64 * STEP_MM;
            let sides = sides.clone();
            [off, -off].into_iter().flat_map(move |dy| {
                let y = self.at.1 + dy;
                sides.clone().into_iter().map(move |(x, anchor)| ((x, y), anchor))
            })
        })
    }
}

/// Writes the blocks, each where it covers neither another nor what is `taken`.
pub(super) fn write(blocks: &[Block], mut taken: Vec<Area>, out: &mut String) {
    for block in blocks.iter().filter(|b| !b.lines.is_empty()) {
        let is_free = |((x, y), anchor): &((f64, f64), Anchor)| {
            let area = block.area((*x, *y), *anchor);
            !taken.iter().any(|t| t.meets(&area))
        };
        // Where nothing is free it stands at its place all the same: better twice than not at all.
        let ((x, y), anchor) = block.candidates().find(is_free).unwrap_or((block.at, block.anchor));
        taken.push(block.area((x, y), anchor));
        if (y - block.at.1).abs() > LEADER_MM {
            let (px, py) = block.of;
            let edge = if y > py { y - 0.8 * block.sizes.0 } else { y + 0.3 };
            let _ = writeln!(
                out,
                "<path d=\"M{px:.1} {py:.1}L{x:.1} {edge:.1}\" stroke=\"#999\" stroke-width=\"0.15\"/>"
            );
        }
        for (k, line) in block.lines.iter().enumerate() {
            let class = if k == 0 { "" } else { " class=\"pins\"" };
            let _ = writeln!(
                out,
                "<text{class} x=\"{x:.1}\" y=\"{:.1}\" font-size=\"{}\" text-anchor=\"{}\">{}</text>",
                y + k as f64 * block.sizes.1 * LINE,
                block.size(k),
                anchor.word(),
                escape(line)
            );
        }
    }
}
