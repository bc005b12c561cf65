//! A strip planned: its pieces, how it is fed, its leads, what is left over.

use super::figures::{LEAD_MM2, StripFigures, StripPole};
use super::ladder::{Ladder, Source, Tap};
use super::pieces::{Piece, along_m, pieces};
use jovek_base::packing;
use jovek_catalog::conductor::copper_ohm;
use jovek_circuit::devices::BallastedLed;
use jovek_job::{Edge, Strip, StripFeed};

/// The dimmest group gives at least this part of the brightest. Common practice: less is seen as an end
/// that fades.
pub const EVEN_ENOUGH: f64 = 0.8;
/// All of it gives at least this part of what its label says. Common practice: who paid for 72 W wants to see them.
const LIT_ENOUGH: f64 = 0.8;
/// Leads that are soldered to the pads of a strip, mm². Common practice: a thicker one tears the pad off.
const LEADS_MM2: [f64; 3] = [LEAD_MM2, 1.0, 1.5];
/// Part of the light that leads may take before thicker ones are laid. Common practice: nobody sees a twentieth.
const LEADS_TAKE: f64 = 0.05;
/// Temperature of rails and leads, °C. Common practice: a lit strip in a closed bay.
const WARM_C: f64 = 40.0;
/// Wire more than the gap between two pieces for the soldered ends, m. Common practice.
const SOLDER_M: f64 = 0.02;
/// Leads that lose next to nothing, mm²: what the others are held against.
const NO_LOSS_MM2: f64 = 1000.0;

/// A point at which a lead of a strip ends.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum StripPoint {
    /// The splitter, or the plug of the strip where one lead feeds it.
    Splitter,
    /// The start of the strip.
    Start,
    /// Its middle.
    Middle,
    /// Its end.
    Last,
    /// A run that the strip is cut into, from 1.
    Run(usize),
    /// The start of a piece, from 1.
    PieceStart(usize),
    /// The end of a piece, from 1.
    PieceEnd(usize),
}

/// A lead of one pole: from the splitter to the strip, or from piece to piece.
#[derive(Debug, Clone, PartialEq)]
pub struct StripLead {
    /// Where it starts.
    pub from: StripPoint,
    /// Where it ends.
    pub to: StripPoint,
    /// Which pole.
    pub pole: StripPole,
    /// Length of its path, m.
    pub length_m: f64,
}

/// A way to feed the strip, solved.
#[derive(Debug, Clone, PartialEq)]
pub struct StripWay {
    /// Which.
    pub feed: StripFeed,
    /// Dimmest group against the brightest, 0 to 1.
    pub evenness: f64,
    /// Light of all groups against what the label says, 0 to 1, fed at the voltage of the label.
    pub light: f64,
    /// Wire of its leads from the splitter, both poles, m.
    pub lead_m: f64,
    /// Leads from the splitter, both poles.
    pub leads: usize,
    /// Copper of its leads, mm²: as said, else the thinnest that take little of the light.
    pub lead_mm2: f64,
    taps: Vec<(Tap, f64)>,
    cuts: Vec<usize>,
}

/// A planned strip.
#[derive(Debug, Clone, PartialEq)]
pub struct StripPlan {
    /// The figures that it stands on.
    pub figures: StripFigures,
    /// Length of each edge, m.
    pub edges_m: Vec<f64>,
    /// Its pieces, in order.
    pub pieces: Vec<Piece>,
    /// Strip and modules that are fitted, m.
    pub fitted_m: f64,
    /// Power at the voltage of the label, W.
    pub power_w: f64,
    /// Ways to feed it: the one in use first.
    pub ways: Vec<StripWay>,
    /// True where the first way was chosen by a person.
    pub is_said: bool,
    /// Leads of the way in use, and between the pieces.
    pub leads: Vec<StripLead>,
    /// Reels of strip to open.
    pub reels: usize,
    /// Strip that is left on them, m.
    pub left_m: f64,
    /// Area to clean for the adhesive, cm².
    pub area_cm2: f64,
    /// Where each group lies, along edges and corners from the start, m.
    pub along_m: Vec<f64>,
    ladder: Ladder,
}

/// Plans a strip. None where nothing of it can be fitted.
pub fn plan(strip: &Strip, figures: StripFigures) -> Option<StripPlan> {
    let pieces = pieces(&strip.edges, &figures);
    let groups: usize = pieces.iter().map(|p| p.groups).sum();
    if groups == 0 {
        return None;
    }
    let edges = &strip.edges;
    let gaps: Vec<(usize, f64)> = gaps(edges, &pieces);
    let ladder_of = |lead_mm2: f64| {
        let mut gaps_ohm = vec![0.0; groups + 1];
        for &(before, m) in &gaps {
            gaps_ohm[before] = copper_ohm(m, lead_mm2, WARM_C);
        }
        Ladder {
            groups,
            led: BallastedLed { forward_v: figures.forward_v, series_ohm: figures.group_ohm() },
            half_ohm: copper_ohm(figures.mark_m / 2.0, figures.rail_mm2, WARM_C),
            gaps_ohm,
            returns: figures.returns(),
        }
    };
    let along: Vec<f64> = pieces
        .iter()
        .flat_map(|p| {
            let pitch = p.length_m / p.groups as f64;
            (0..p.groups).map(move |k| along_m(edges, p.edge, p.from_m + (k as f64 + 0.5) * pitch))
        })
        .collect();
    let source = Source { volt_v: figures.label_v, ohm: 0.0 };
    let mut ways: Vec<StripWay> = FEEDS
        .iter()
        .filter(|f| run_count(**f) <= groups)
        .filter_map(|&feed| {
            let with = |lead_mm2: f64| {
                let way = way(feed, strip, &StripFigures { lead_mm2, ..figures }, &along, groups);
                solved(way, &ladder_of(lead_mm2), source, figures.group_a())
            };
            if let Some(said) = strip.lead_mm2 {
                return with(said);
            }
            let most = with(NO_LOSS_MM2)?.light;
            let takes_little = |w: &StripWay| w.light >= (1.0 - LEADS_TAKE) * most;
            let mut each = LEADS_MM2.into_iter().filter_map(with);
            let last = LEADS_MM2.last().and_then(|mm2| with(*mm2));
            each.find(takes_little).or(last)
        })
        .collect();
    // Even and bright enough with least wire first; then what comes nearest to both.
    ways.sort_by(|a, b| {
        let short = |w: &StripWay| w.evenness < EVEN_ENOUGH || w.light < LIT_ENOUGH;
        let worse = |w: &StripWay| w.evenness.min(w.light);
        let by_merit = match short(a) {
            false => a.lead_m.total_cmp(&b.lead_m),
            true => worse(b).total_cmp(&worse(a)),
        };
        short(a).cmp(&short(b)).then(by_merit).then(a.feed.cmp(&b.feed))
    });
    if let Some(said) = strip.feed.and_then(|f| ways.iter().position(|w| w.feed == f)) {
        let chosen = ways.remove(said);
        ways.insert(0, chosen);
    }
    let used = ways.first()?;
    let figures = StripFigures { lead_mm2: used.lead_mm2, ..figures };
    let ladder = ladder_of(used.lead_mm2);
    let leads = leads(used, &figures, &gaps, groups);
    let fitted_m: f64 = pieces.iter().map(|p| p.length_m).sum();
    let cut: Vec<u32> = pieces
        .iter()
        .filter(|p| !p.is_module)
        .map(|p| (p.length_m * 1000.0).round() as u32)
        .collect();
    let reel_mm = (figures.reel_m * 1000.0).round() as u32;
    let reels = packing::plan(&cut, reel_mm).reels.len();
    let used_m: f64 = cut.iter().map(|&mm| f64::from(mm) / 1000.0).sum();
    Some(StripPlan {
        fitted_m,
        power_w: figures.watt_per_m * groups as f64 * figures.mark_m,
        is_said: strip.feed == ways.first().map(|w| w.feed),
        reels,
        left_m: (reels as f64 * figures.reel_m - used_m).max(0.0),
        area_cm2: fitted_m * figures.width_m * 1e4,
        along_m: along,
        edges_m: edges.iter().map(|e| e.length_m).collect(),
        figures,
        pieces,
        ways,
        leads,
        ladder,
    })
}

impl StripPlan {
    /// Light of each group against the voltage of its label, 0 to 1 and above, as the way in use feeds it at
    /// so many volts. The light of an LED goes with its current. Empty where there is no steady state.
    pub fn light(&self, volt_v: f64) -> Vec<f64> {
        let Some(way) = self.ways.first() else { return Vec::new() };
        let taps: Vec<Tap> = way.taps.iter().map(|t| t.0).collect();
        self.ladder
            .group_currents_a(Source { volt_v, ohm: 0.0 }, &taps, &way.cuts)
            .map(|list| list.into_iter().map(|a| a / self.figures.group_a()).collect())
            .unwrap_or_default()
    }

    /// Where the strip is cut through between its runs: piece by number from 1, and the mark in it. What is
    /// apart already, between two pieces, is not named.
    pub fn run_cuts(&self) -> Vec<(usize, usize)> {
        let cuts = self.ways.first().map_or(&[][..], |w| &w.cuts);
        let mut out = Vec::new();
        let mut before = 0;
        for (k, piece) in self.pieces.iter().enumerate() {
            let inside = cuts.iter().filter(|&&c| c > before && c < before + piece.groups);
            out.extend(inside.map(|c| (k + 1, c - before)));
            before += piece.groups;
        }
        out
    }

    /// Pieces of strip, without modules.
    pub fn lengths(&self) -> usize {
        self.pieces.iter().filter(|p| !p.is_module).count()
    }

    /// Modules.
    pub fn modules(&self) -> usize {
        self.pieces.len() - self.lengths()
    }

    /// What one channel of its controller carries with all colours lit, A; none for a strip of one colour.
    pub fn channel_a(&self) -> Option<f64> {
        let colours = self.figures.colours?;
        Some(self.power_w / self.figures.label_v / colours.channels().len() as f64)
    }

    /// Pairs of leads from the splitter; one without a splitter.
    pub fn outlets(&self) -> usize {
        self.ways.first().map_or(0, |w| w.taps.iter().filter(|(t, _)| t.plus_ohm.is_some()).count())
    }
}

const FEEDS: [StripFeed; 7] = [
    StripFeed::OneEnd,
    StripFeed::Middle,
    StripFeed::Diagonal,
    StripFeed::BothEnds,
    StripFeed::TwoRuns,
    StripFeed::ThreeRuns,
    StripFeed::FourRuns,
];

fn run_count(feed: StripFeed) -> usize {
    match feed {
        StripFeed::TwoRuns => 2,
        StripFeed::ThreeRuns => 3,
        StripFeed::FourRuns => 4,
        StripFeed::OneEnd | StripFeed::Middle | StripFeed::Diagonal | StripFeed::BothEnds => 1,
    }
}

/// The group before which each lead between two pieces sits, with its length, m.
fn gaps(edges: &[Edge], pieces: &[Piece]) -> Vec<(usize, f64)> {
    let mut before = 0;
    let mut out = Vec::new();
    for pair in pieces.windows(2) {
        before += pair[0].groups;
        let gap_m = along_m(edges, pair[1].edge, pair[1].from_m)
            - along_m(edges, pair[0].edge, pair[0].to_m());
        out.push((before, gap_m.max(0.0) + SOLDER_M));
    }
    out
}

/// Leads and cuts of a way; not yet solved.
fn way(
    feed: StripFeed,
    strip: &Strip,
    figures: &StripFigures,
    along: &[f64],
    groups: usize,
) -> StripWay {
    let half = figures.mark_m / 2.0;
    let end_m = along.last().map_or(0.0, |m| m + half);
    // Lead to the mark before a group: along the edges, or the other way round where they close.
    let lead_to = |before: usize| {
        let m = along.get(before).map_or(end_m, |m| m - half);
        figures.lead_m + if strip.is_closed { m.min((end_m - m).max(0.0)) } else { m }
    };
    let tap = |before: usize, plus: bool, minus: bool| {
        let m = lead_to(before);
        let ohm = copper_ohm(m, figures.lead_mm2, WARM_C);
        (Tap { before, plus_ohm: plus.then_some(ohm), minus_ohm: minus.then_some(ohm) }, m)
    };
    let (taps, cuts) = match feed {
        StripFeed::OneEnd => (vec![tap(0, true, true)], Vec::new()),
        StripFeed::Middle => (vec![tap(groups / 2, true, true)], Vec::new()),
        StripFeed::Diagonal => (vec![tap(0, true, false), tap(groups, false, true)], Vec::new()),
        StripFeed::BothEnds => (vec![tap(0, true, true), tap(groups, true, true)], Vec::new()),
        StripFeed::TwoRuns | StripFeed::ThreeRuns | StripFeed::FourRuns => {
            let runs = run_count(feed);
            let starts: Vec<usize> = (0..runs).map(|k| k * groups / runs).collect();
            (starts.iter().map(|&b| tap(b, true, true)).collect(), starts[1..].to_vec())
        }
    };
    let backs = figures.returns();
    let poles =
        |t: &Tap| usize::from(t.plus_ohm.is_some()) + backs * usize::from(t.minus_ohm.is_some());
    StripWay {
        feed,
        lead_mm2: figures.lead_mm2,
        evenness: 0.0,
        light: 0.0,
        lead_m: taps.iter().map(|(t, m)| m * poles(t) as f64).sum(),
        leads: taps.iter().map(|(t, _)| poles(t)).sum(),
        taps,
        cuts,
    }
}

fn solved(mut way: StripWay, ladder: &Ladder, source: Source, group_a: f64) -> Option<StripWay> {
    let taps: Vec<Tap> = way.taps.iter().map(|t| t.0).collect();
    let currents = ladder.group_currents_a(source, &taps, &way.cuts).ok()?;
    let most = currents.iter().copied().fold(0.0, f64::max);
    let least = currents.iter().copied().fold(f64::INFINITY, f64::min);
    way.light = currents.iter().sum::<f64>() / (group_a * currents.len() as f64);
    way.evenness = if most > 0.0 { (least / most).max(0.0) } else { 0.0 };
    Some(way)
}

/// The leads by their ends: from the splitter, and from piece to piece where the strip is not cut there.
fn leads(
    way: &StripWay,
    figures: &StripFigures,
    gaps: &[(usize, f64)],
    groups: usize,
) -> Vec<StripLead> {
    let poles = figures.poles();
    let mut out = Vec::new();
    for (number, (tap, m)) in way.taps.iter().enumerate() {
        let where_to = match tap.before {
            b if b == groups => StripPoint::Last,
            0 => StripPoint::Start,
            _ if way.cuts.is_empty() => StripPoint::Middle,
            _ => StripPoint::Run(number + 1),
        };
        for &pole in &poles {
            let ohm = if pole.is_plus() { tap.plus_ohm } else { tap.minus_ohm };
            if ohm.is_some() {
                let (from, to) = (StripPoint::Splitter, where_to);
                out.push(StripLead { from, to, pole, length_m: *m });
            }
        }
    }
    for (k, &(_, m)) in gaps.iter().enumerate().filter(|(_, (b, _))| !way.cuts.contains(b)) {
        for &pole in &poles {
            out.push(StripLead {
                from: StripPoint::PieceEnd(k + 1),
                to: StripPoint::PieceStart(k + 2),
                pole,
                length_m: m,
            });
        }
    }
    out
}
