//! The formboard: the harness laid flat, branches in their true length to scale.
//!
//! The ways that carry wires form a tree from the source on. Its longest path lies straight along the board;
//! branches leave upward and downward in turn, theirs level again. Where it starts,
//! the second longest goes back the other way. A way that closes a ring has no place
//! on a flat board: it is named below.

mod labels;
mod tree;

use jovek_base::units::{FOOT_M, Lengths, Units};
use jovek_base::xml::escape;
use jovek_job::{Job, Passage};
use jovek_judge::harness::colours::lamps_at;
use jovek_judge::harness::connectors::{ConnectorAnswer, connectors};
use jovek_judge::harness::ends::Names;
use jovek_judge::harness::{Installation, housings, sheet_cuts};
use jovek_phrases::paper as say;
use jovek_plan::bundles::bundles;
use jovek_plan::end::{Host, HousingIx};
use jovek_plan::route::bundle::{Bundle, CLIP_SPACING_M, clips};
use jovek_plan::route::{Graph, Layout};
use jovek_plan::study::Assessment;
use labels::{Anchor, Area, Block};
use std::collections::{BTreeMap, BTreeSet};
use std::fmt::Write as _;

/// Page sizes, landscape, mm.
const A4: (f64, f64) = (297.0, 210.0);
const A3: (f64, f64) = (420.0, 297.0);
/// Margin on each side, and room for words above and below, mm.
const MARGIN: f64 = 18.0;
const HEAD: f64 = 26.0;
/// Height of small letters, mm.
const SMALL: f64 = 3.0;
/// Height of the letters of a pin, mm: 7 points.
const PINS: f64 = 2.5;
/// Scales that are drawn: one to so many.
const SCALES: [f64; 9] = [1.0, 2.0, 5.0, 10.0, 15.0, 20.0, 30.0, 40.0, 50.0];

/// A branch on the board.
#[derive(Debug, Clone, PartialEq)]
pub struct Branch {
    /// The way.
    pub way: usize,
    /// Its ends on the board, m.
    pub from: (f64, f64),
    /// See above.
    pub to: (f64, f64),
    /// The place at its far end.
    pub place: usize,
}

/// The harness laid flat.
#[derive(Debug, Clone, PartialEq)]
pub struct Board {
    /// Where it starts.
    pub root: usize,
    /// Branches, each after the one that it goes on from.
    pub branches: Vec<Branch>,
    /// Ways that close a ring.
    pub rings: Vec<usize>,
}

/// Lays the ways that carry wires flat. None where nothing is laid.
pub fn board(layout: &Layout) -> Option<Board> {
    let graph = &layout.graph;
    let used = |w: usize| layout.wires.iter().any(|l| l.ways.contains(&w));
    let ways: Vec<usize> = (0..graph.ways.len()).filter(|&w| used(w)).collect();
    let root = layout.wires.first()?.ends.0;
    // A spanning tree, breadth first: ways that come too late close a ring.
    let mut children: Vec<Vec<(usize, usize)>> = vec![Vec::new(); graph.places.len()];
    let mut seen = vec![false; graph.places.len()];
    let mut taken = vec![false; graph.ways.len()];
    let mut starts = vec![root];
    starts.extend(layout.wires.iter().map(|w| w.ends.0));
    let mut roots = Vec::new();
    for start in starts {
        if seen[start] {
            continue;
        }
        seen[start] = true;
        roots.push(start);
        let mut open = std::collections::VecDeque::from([start]);
        while let Some(here) = open.pop_front() {
            for &(way, next) in &graph.at[here] {
                if ways.contains(&way) && !seen[next] {
                    seen[next] = true;
                    taken[way] = true;
                    children[here].push((way, next));
                    open.push_back(next);
                }
            }
        }
    }
    let mut out = Board { root, branches: Vec::new(), rings: Vec::new() };
    let mut below_m = 0.0;
    for root in roots {
        let tree = tree::laid(graph, &children, root);
        let heights = || tree.iter().flat_map(|b| [b.from.1, b.to.1]).chain([0.0]);
        let (top, foot) = (heights().fold(0.0, f64::min), heights().fold(0.0, f64::max));
        let down = |(x, y): (f64, f64)| (x, y + below_m - top);
        out.branches.extend(tree.into_iter().map(|b| Branch {
            from: down(b.from),
            to: down(b.to),
            ..b
        }));
        below_m += foot - top + BETWEEN_TREES_M;
    }
    out.rings = ways.into_iter().filter(|&w| !taken[w]).collect();
    Some(out)
}

/// Between two harnesses that do not hang together, m.
const BETWEEN_TREES_M: f64 = 0.3;

/// The formboard on one page, A4 or A3, with a scale bar: the overview. None where the job has no skeleton
/// with wires on it.
pub fn svg(job: &Job, study: &Assessment) -> Option<String> {
    let layout = study.layout.as_ref()?;
    let board = board(layout)?;
    let (low, size_mm) = extent_mm(&board);
    let fits = |page: (f64, f64), scale: f64| {
        size_mm.0 / scale <= page.0 - 2.0 * MARGIN
            && size_mm.1 / scale <= page.1 - 2.0 * HEAD - MARGIN
    };
    // The larger scale wins; of equal ones the smaller page.
    let found = SCALES.iter().flat_map(|&s| [(A4, s), (A3, s)]).find(|&(page, s)| fits(page, s));
    let (page, scale, is_true) = match found {
        Some((page, scale)) => (page, scale, true),
        None => {
            (A3, (size_mm.0 / (A3.0 - 2.0 * MARGIN)).max(size_mm.1 / (A3.1 - 2.0 * HEAD)), false)
        }
    };
    let says = if is_true { say::scale_1(&scale) } else { say::not_to_a_round_scale_about(&scale) };
    let mut out = sheet_start(job, page, say::overview(), &says);
    rings(layout, &board, page, job.shop.units, &mut out);
    scale_bar(scale, page.0, page.1, job.shop.units, &mut out);
    let off = (MARGIN, HEAD + 8.0);
    let drawn = Drawn { layout, board: &board, low, scale, off, units: job.shop.units };
    drawn.write(&bundles(study, layout, job.shop.units.lengths), &BTreeMap::new(), &mut out);
    out.push_str("</svg>\n");
    Some(out)
}

/// Most pages that a formboard is spread over.
const MOST_PAGES: usize = 12;
/// What neighbouring pages show both, mm: to lay them over each other.
const OVERLAP: f64 = 10.0;
/// Room around the drawing for words, mm.
const ROOM: f64 = 45.0;

/// The formboard over several A4 pages, at the largest scale that takes no more than twelve, each with its
/// place in the whole and a scale bar; connectors with their pins where the harness ends. Pages on which
/// nothing lies are left out. None as for [`svg`].
pub fn pages(job: &Job, study: &Assessment) -> Option<Vec<String>> {
    let layout = study.layout.as_ref()?;
    let board = board(layout)?;
    let (low, size_mm) = extent_mm(&board);
    let bundles = bundles(study, layout, job.shop.units.lengths);
    let window = (A4.0 - 2.0 * MARGIN, A4.1 - HEAD - MARGIN);
    let step = (window.0 - OVERLAP, window.1 - OVERLAP);
    let grid = |scale: f64| {
        let count =
            |mm: f64, step: f64| ((mm / scale + 2.0 * ROOM) / step).ceil().max(1.0) as usize;
        (count(size_mm.0, step.0), count(size_mm.1, step.1))
    };
    // The last scale is taken whatever it needs.
    let scale = *SCALES.iter().find(|&&s| grid(s).0 * grid(s).1 <= MOST_PAGES).or(SCALES.last())?;
    let (columns, rows) = grid(scale);
    let off = (ROOM, ROOM);
    let drawn = Drawn { layout, board: &board, low, scale, off, units: job.shop.units };
    let mut content = String::new();
    drawn.write(&bundles, &ends(job, study, layout), &mut content);
    let mut out = Vec::new();
    for row in 0..rows {
        for column in 0..columns {
            let (x0, y0) = (column as f64 * step.0, row as f64 * step.1);
            if !drawn.lies_in((x0, y0), window) {
                continue;
            }
            let letter = char::from(b'A' + (row % 26) as u8);
            let name = say::page_of_grid(&letter, &(column + 1), &columns, &rows);
            let mut page = sheet_start(job, A4, &name, &say::scale_1(&scale));
            let _ = write!(
                page,
                "<clipPath id=\"window\"><rect x=\"{MARGIN}\" y=\"{HEAD}\" width=\"{:.1}\" height=\"{:.1}\"/></clipPath>\n\
                 <rect x=\"{MARGIN}\" y=\"{HEAD}\" width=\"{:.1}\" height=\"{:.1}\" fill=\"none\" stroke=\"#999\" stroke-width=\"0.2\"/>\n\
                 <g clip-path=\"url(#window)\"><g transform=\"translate({:.2} {:.2})\">\n{content}</g></g>\n",
                window.0,
                window.1,
                window.0,
                window.1,
                MARGIN - x0,
                HEAD - y0
            );
            scale_bar(scale, A4.0, A4.1, job.shop.units, &mut page);
            page.push_str("</svg>\n");
            out.push(page);
        }
    }
    Some(out)
}

/// Lowest corner of the board, m, and its size, mm in the true.
fn extent_mm(board: &Board) -> ((f64, f64), (f64, f64)) {
    let (mut low, mut high) = ((0.0, 0.0), (0.0, 0.0));
    for (x, y) in board.branches.iter().flat_map(|b| [b.from, b.to]) {
        low = (f64::min(low.0, x), f64::min(low.1, y));
        high = (f64::max(high.0, x), f64::max(high.1, y));
    }
    (low, ((high.0 - low.0) * 1000.0, (high.1 - low.1) * 1000.0))
}

/// The start of a page: paper, title, scale.
fn sheet_start(job: &Job, (w, h): (f64, f64), name: &str, scale: &str) -> String {
    let mut out = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{w}mm\" height=\"{h}mm\" viewBox=\"0 0 {w} {h}\" \
         font-family=\"sans-serif\" fill=\"#111\">\n<title>{}</title>\n\
         <rect width=\"100%\" height=\"100%\" fill=\"#fff\"/>\n",
        escape(&say::formboard_page(&job.unit, &name))
    );
    let title = say::formboard_unit(&job.unit, &job.title);
    let right = format!("{name}, {scale}");
    for (x, size, anchor, words) in [(MARGIN, 5.0, "start", title), (w - MARGIN, 4.0, "end", right)]
    {
        let _ = writeln!(
            out,
            "<text x=\"{x:.1}\" y=\"12.0\" font-size=\"{size}\" text-anchor=\"{anchor}\">{}</text>",
            escape(&words)
        );
    }
    out
}

/// Ways that have no place on a flat board, named.
fn rings(layout: &Layout, board: &Board, (_, h): (f64, f64), units: Units, out: &mut String) {
    for (k, ring) in board.rings.iter().enumerate() {
        let way = &layout.graph.ways[*ring];
        let words = say::not_on_the_board(&way.name, &units.length(way.length_m));
        let _ = writeln!(
            out,
            "<text x=\"{MARGIN:.1}\" y=\"{:.1}\" font-size=\"3\">{}</text>",
            h - 6.0 - 4.0 * k as f64,
            escape(&words)
        );
    }
}

/// What ends at each place, by index: connectors with their pins.
fn ends(job: &Job, study: &Assessment, layout: &Layout) -> BTreeMap<usize, Vec<String>> {
    let parts = study.parts();
    let of = Installation::of(job, study, &parts);
    let (cuts, _) = sheet_cuts(of, &[], Some(layout));
    let all = connectors(of, &cuts);
    let chains = of.chains();
    let names = Names { job, plugs: &study.plugs, chains: &chains };
    let pins = |c: &ConnectorAnswer| {
        c.cavities
            .iter()
            .map(|x| match x.wires.as_slice() {
                [] => format!("{} {}", x.pin, x.says),
                wires => format!("{} {} {}", x.pin, wires.join("/"), x.says),
            })
            .collect::<Vec<_>>()
    };
    let mut out: BTreeMap<usize, Vec<String>> = BTreeMap::new();
    let mut told: BTreeSet<usize> = BTreeSet::new();
    for (lamp, place) in lamps_at(Some(layout), &chains) {
        // Lamps in one housing are told once.
        let housing = housings::place_of(job, lamp).map(|at| at.housing);
        if housing.is_some_and(|h| !told.insert(h)) {
            continue;
        }
        let host = housing.map_or(Host::Lamp(lamp), |h| Host::Housing(HousingIx(h)));
        let found = all.iter().find(|c| c.of == host);
        let circuit = job.circuit_label(lamp.circuit.0);
        let says = match (found, housing) {
            (Some(c), _) => c.name.clone(),
            (None, Some(h)) => job.housing_label(h),
            (None, None) => format!("{circuit}: {}", names.lamp(lamp)),
        };
        let list = out.entry(place).or_default();
        list.push(says);
        list.extend(found.iter().flat_map(|c| pins(c)));
    }
    for way in &layout.graph.ways {
        let plug = study.plugs.in_way(&way.id);
        if let Some(c) = plug.and_then(|p| all.iter().find(|c| c.of == Host::Plug(p))) {
            let list = out.entry(way.ends.1).or_default();
            list.push(c.name.clone());
            list.extend(pins(c));
        }
    }
    out
}

/// A board at a scale.
struct Drawn<'a> {
    layout: &'a Layout,
    board: &'a Board,
    low: (f64, f64),
    scale: f64,
    off: (f64, f64),
    units: Units,
}

impl Drawn<'_> {
    fn at(&self, (x, y): (f64, f64)) -> (f64, f64) {
        (
            self.off.0 + (x - self.low.0) * 1000.0 / self.scale,
            self.off.1 + (y - self.low.1) * 1000.0 / self.scale,
        )
    }

    /// True where a branch passes a window on the paper.
    fn lies_in(&self, (x0, y0): (f64, f64), (w, h): (f64, f64)) -> bool {
        self.board.branches.iter().any(|b| {
            let ((ax, ay), (bx, by)) = (self.at(b.from), self.at(b.to));
            ax.max(bx) >= x0 && ax.min(bx) <= x0 + w && ay.max(by) >= y0 && ay.min(by) <= y0 + h
        })
    }

    fn write(
        &self,
        bundles: &[Option<Bundle>],
        ends: &BTreeMap<usize, Vec<String>>,
        out: &mut String,
    ) {
        let (mut blocks, mut taken) = (Vec::new(), Vec::new());
        let root = self.at(self.board.branches.first().map_or((0.0, 0.0), |b| b.from));
        let _ = writeln!(out, "<circle cx=\"{:.1}\" cy=\"{:.1}\" r=\"2.2\"/>", root.0, root.1);
        blocks.push(Block {
            of: root,
            at: (root.0 + 2.5, root.1 - 4.0),
            anchor: Anchor::Start,
            lines: vec![self.layout.graph.places[self.board.root].name.clone()],
            sizes: (SMALL, PINS),
        });
        for branch in &self.board.branches {
            taken.extend(Area::branch(self.at(branch.from), self.at(branch.to)));
        }
        for branch in &self.board.branches {
            let bundle = bundles[branch.way].as_ref();
            let (from, to) = (self.at(branch.from), self.at(branch.to));
            let said = draw(&self.layout.graph, branch, bundle, (from, to), self.units, out);
            blocks.extend(said.and_then(|s| s.write(&mut taken, out)));
            let name = &self.layout.graph.places[branch.place].name;
            let pins = ends.get(&branch.place).into_iter().flatten();
            let lines = std::iter::once(name).chain(pins).cloned().collect();
            let is_level = (to.1 - from.1).abs() < 1e-6;
            let (at, anchor) = match is_level {
                true => ((to.0, to.1 + 4.6), Anchor::Middle),
                false => ((to.0 + 2.5, to.1 + 1.0), Anchor::Start),
            };
            blocks.push(Block { of: to, at, anchor, lines, sizes: (SMALL, PINS) });
        }
        labels::write(&blocks, taken, out);
    }
}

/// A bar that is half a metre or so long, with its length.
fn scale_bar(scale: f64, w: f64, h: f64, units: Units, out: &mut String) {
    let (long, middle, short) = match units.lengths {
        Lengths::Metric => (1.0, 0.5, 0.1),
        Lengths::Us => (3.0 * FOOT_M, FOOT_M, FOOT_M / 4.0),
    };
    let length_m = match scale {
        s if s > 12.0 => long,
        s if s > 3.0 => middle,
        _ => short,
    };
    let says = match units.lengths {
        Lengths::Metric => format!("{length_m} m"),
        Lengths::Us => units.tape(1000.0 * length_m),
    };
    let mm = length_m * 1000.0 / scale;
    let (x, y) = (w - MARGIN - mm, h - 8.0);
    let _ = writeln!(
        out,
        "<g stroke=\"#111\" stroke-width=\"0.5\"><path d=\"M{x:.2} {y}h{mm:.2}M{x:.2} {}v3M{:.2} {}v3\"/></g>\
         <text x=\"{:.1}\" y=\"{}\" font-size=\"3\" text-anchor=\"middle\">{says}</text>",
        y - 1.5,
        x + mm,
        y - 1.5,
        x + mm / 2.0,
        y - 2.5
    );
}

/// One branch: its bundle, clips; gives its length and what lies there in words.
fn draw(
    graph: &Graph,
    branch: &Branch,
    bundle: Option<&Bundle>,
    ((x0, y0), (x1, y1)): ((f64, f64), (f64, f64)),
    units: Units,
    out: &mut String,
) -> Option<OfBranch> {
    let way = &graph.ways[branch.way];
    let thick = bundle.map_or(0.6, |b| (b.diameter_mm / 6.0).clamp(0.6, 3.0));
    let _ = writeln!(
        out,
        "<g data-way=\"{}\"><path d=\"M{x0:.2} {y0:.2}L{x1:.2} {y1:.2}\" stroke=\"#444\" stroke-width=\"{thick:.2}\"/>",
        escape(&way.id.0)
    );
    let length = ((x1 - x0).powi(2) + (y1 - y0).powi(2)).sqrt().max(1e-9);
    let (nx, ny) = (-(y1 - y0) / length, (x1 - x0) / length);
    let count = clips(way.length_m);
    if way.length_m > CLIP_SPACING_M / 2.0 {
        for k in 0..count {
            let t = k as f64 / (count - 1).max(1) as f64;
            let (cx, cy) = (x0 + t * (x1 - x0), y0 + t * (y1 - y0));
            let _ = writeln!(
                out,
                "<path d=\"M{:.2} {:.2}L{:.2} {:.2}\" stroke=\"#111\" stroke-width=\"0.4\"/>",
                cx - 1.6 * nx,
                cy - 1.6 * ny,
                cx + 1.6 * nx,
                cy + 1.6 * ny
            );
        }
    }
    let mut words = units.length(way.length_m);
    if let Some(b) = bundle {
        let _ = write!(
            words,
            ", {}",
            if b.count == 1 { say::one_wire().into() } else { say::wires(&b.count) }
        );
        if let Some(loom) = b.loom_mm {
            let _ = write!(words, "{}", say::loom(&units.bore(loom)));
        }
    }
    match (way.passage, bundle.and_then(|b| b.grommet_mm)) {
        (Passage::Grommet { .. } | Passage::NewHole, Some(mm)) => {
            let _ = write!(words, "{}", say::grommet(&units.bore(mm)));
        }
        (Passage::Hinge, _) => words.push_str(say::hinge_loop()),
        (Passage::Connector, _) => words.push_str(say::connector()),
        _ => {}
    }
    let _ = writeln!(out, "<circle cx=\"{x1:.2}\" cy=\"{y1:.2}\" r=\"1.2\"/></g>");
    let runs = match ((y1 - y0).abs() < 1e-6, (x1 - x0).abs() < 1e-6) {
        (true, _) => Runs::Level,
        (_, true) => Runs::Upright,
        _ => Runs::Aslant,
    };
    let middle = ((x0 + x1) / 2.0, (y0 + y1) / 2.0);
    // What is longer than its branch would tell nothing of where it belongs.
    (length > 1.45 * words.chars().count() as f64).then_some(OfBranch { words, middle, runs })
}

/// How a branch lies on the paper.
enum Runs {
    Level,
    Upright,
    Aslant,
}

/// What is written along a branch.
struct OfBranch {
    words: String,
    middle: (f64, f64),
    runs: Runs,
}

impl OfBranch {
    /// Writes it along its branch where nothing is written yet; gives it back as a block to be placed elsewhere.
    fn write(self, taken: &mut Vec<Area>, out: &mut String) -> Option<Block> {
        let (mx, my) = self.middle;
        let (area, (tx, ty), turn) = match self.runs {
            Runs::Level => {
                let at = (mx, my - 2.2);
                (Some(Area::level(at, &self.words, SMALL)), at, 0.0)
            }
            Runs::Upright => {
                let at = (mx - 2.2, my);
                (Some(Area::upright(at, &self.words, SMALL)), at, -90.0)
            }
            Runs::Aslant => (None, (mx + 2.5, my), 0.0),
        };
        match area.filter(|a| !taken.iter().any(|t| t.meets(a))) {
            Some(area) => {
                taken.push(area);
                let _ = writeln!(
                    out,
                    "<text x=\"{tx:.1}\" y=\"{ty:.1}\" font-size=\"{SMALL}\" text-anchor=\"middle\" transform=\"rotate({turn} {tx:.1} {ty:.1})\">{}</text>",
                    escape(&self.words)
                );
                None
            }
            None => Some(Block {
                of: self.middle,
                at: (mx + 2.5, my + 1.0),
                anchor: Anchor::Start,
                lines: vec![self.words],
                sizes: (SMALL, PINS),
            }),
        }
    }
}
