//! Jacketed cables: wires of a circuit that run the same way outside the cab, as cores of one cable; the leads of a strip
//! that mixes colours.

use super::colours::{feed_colour, ground_colour};
use super::cuts::{CutLine, Installation};
use jovek_job::{Channel, CircuitId};
use jovek_phrases::harness as say;
use jovek_plan::chain::Stretch;
use jovek_plan::end::{End, LampIx};
use jovek_plan::strip::{StripPoint, StripPole};
use jovek_plan::wires::{Piece, PieceRole, is_wet, wires};
use std::collections::BTreeMap;

/// Shortest piece for which a cable is stripped, m. Common practice: the lead of a lamp is no cable.
const SHORTEST_M: f64 = 0.5;
/// Cores that such cables are made with. Common practice.
const MOST_CORES: usize = 7;
/// Sizes of their cores, least and most, mm². Common practice.
const CORES_MM2: (f64, f64) = (0.75, 6.3);

/// The cables of a harness: each by the wires that it takes the place of, by index in the cut list. None where the
/// shop lays single wires in loom.
pub fn cables(of: Installation, cuts: &[CutLine]) -> Vec<Vec<usize>> {
    if !of.job.shop.jacketed {
        return Vec::new();
    }
    let is_core =
        |p: &Piece| is_core(p) && (CORES_MM2.0..=CORES_MM2.1).contains(&p.wire.area_mm2());
    let all = runs(of, cuts, is_core).into_iter();
    let cables = |(_, lines): (f64, Vec<usize>)| -> Vec<Vec<usize>> {
        lines.chunks(MOST_CORES).map(|cores| cores.to_vec()).collect()
    };
    all.flat_map(cables).filter(|cores| cores.len() > 1).collect()
}

/// Wires of a circuit that run the same way, by the sections of it: some pieces only. By index in the cut list.
pub(super) fn runs(
    of: Installation,
    cuts: &[CutLine],
    is_meant: impl Fn(&Piece) -> bool,
) -> Vec<(f64, Vec<usize>)> {
    let mut out = Vec::new();
    for (chain, sizes) in of.parts {
        let pieces = wires(chain, sizes).pieces;
        let mut left: Vec<(usize, &Piece)> = pieces
            .iter()
            .filter(|p| is_meant(p))
            .filter_map(|p| Some((line_of(cuts, &chain.id, p)?, p)))
            .collect();
        while let Some((first, piece)) = left.pop() {
            let way = way_of(piece);
            // What parts to two lamps is two runs, though both are as long.
            let goes_along = |p: &Piece| {
                p.wire == piece.wire
                    && way_of(p) == way
                    && p.path_m == piece.path_m
                    && lamp_of(p) == lamp_of(piece)
            };
            let (with, rest): (Vec<(usize, &Piece)>, Vec<_>) =
                left.into_iter().partition(|(_, other)| goes_along(other));
            left = rest;
            let lines: Vec<usize> = with.into_iter().map(|(line, _)| line).chain([first]).collect();
            out.push((piece.path_m, lines));
        }
    }
    out.sort_by(|a, b| a.1.cmp(&b.1));
    out
}

/// Leads of strips that mix colours: one lead of four or five cores from point to point, whatever the shop lays.
fn mixed_leads(cuts: &[CutLine]) -> Vec<Vec<usize>> {
    let mut by_way: BTreeMap<(LampIx, StripPoint, StripPoint), Vec<usize>> = BTreeMap::new();
    for (k, cut) in cuts.iter().enumerate() {
        if let (End::Strip(lamp, from, _), End::Strip(_, to, _)) = (cut.from_end, cut.to_end) {
            by_way.entry((lamp, from, to)).or_default().push(k);
        }
    }
    let is_mixed = |k: &usize| matches!(cuts[*k].to_end, End::Strip(_, _, StripPole::Channel(_)));
    by_way.into_values().filter(|cores| cores.len() > 1 && cores.iter().any(is_mixed)).collect()
}

/// Colour of a core of such a lead. Common practice: black is plus, each other core has the colour that it lights.
fn core_colour(pole: StripPole) -> Option<&'static str> {
    Some(match pole {
        StripPole::Plus => "black",
        StripPole::Channel(Channel::Red) => "red",
        StripPole::Channel(Channel::Green) => "green",
        StripPole::Channel(Channel::Blue) => "blue",
        StripPole::Channel(Channel::White) => "white",
        StripPole::Minus => return None,
    })
}

/// Puts wires into their cables: the same length for all cores, the cable's colours instead of bands.
pub fn put_in(of: Installation, cuts: &mut [CutLine]) {
    let jacketed = cables(of, cuts);
    for (number, cores) in jacketed.into_iter().chain(mixed_leads(cuts)).enumerate() {
        let length_m = cores.iter().map(|&k| cuts[k].length_m).fold(0.0, f64::max);
        let (mut fed, mut back) = (0, 0);
        let text = say::jacketed_cable(&cores.len(), &cuts[cores[0]].wire_text);
        for k in cores {
            let cut = &mut cuts[k];
            let (colour, before) = match cut.role.is_return() {
                true => (ground_colour(of.job), &mut back),
                false => (feed_colour(of.job), &mut fed),
            };
            *before += 1;
            let own = match cut.to_end {
                End::Strip(_, _, pole) => core_colour(pole).map(str::to_owned),
                _ => None,
            };
            let counted = if *before > 1 { format!("{colour} {before}") } else { colour };
            cut.colour = own.unwrap_or(counted);
            cut.length_m = length_m;
            cut.mark = say::in_cable(&(number + 1));
            cut.cable = Some(Cable { number: number + 1, text: text.clone() });
        }
    }
}

/// The cable of a core.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Cable {
    /// Its number in the job, from 1.
    pub number: usize,
    /// As it is ordered: `2 × 1.5 mm² jacketed cable`.
    pub text: String,
}

/// A lamp wire that lies outside somewhere.
fn is_core(piece: &Piece) -> bool {
    matches!(piece.role, PieceRole::Switched | PieceRole::Return)
        && !piece.is_short
        && piece.path_m >= SHORTEST_M
        && piece.stretches.iter().any(|s| is_wet(s.zone))
}

/// The lamp at its end; none between splices and hardware.
fn lamp_of(piece: &Piece) -> Option<LampIx> {
    [piece.from, piece.to].into_iter().find_map(|end| match end {
        End::Lamp(lamp, ..) => Some(lamp),
        _ => None,
    })
}

fn line_of(cuts: &[CutLine], circuit: &CircuitId, piece: &Piece) -> Option<usize> {
    cuts.iter().position(|c| c.circuit == *circuit && c.piece == Some(piece.at))
}

/// What a piece goes along, whichever way its current flows: names and lengths of its sections, mm.
fn way_of(piece: &Piece) -> Vec<(&str, u64)> {
    let mm = |s: &Stretch| (s.length_m * 1000.0).round() as u64;
    let mut way: Vec<(&str, u64)> =
        piece.stretches.iter().map(|s| (s.name.as_str(), mm(s))).collect();
    way.sort_unstable();
    way
}
