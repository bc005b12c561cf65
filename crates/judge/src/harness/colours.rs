//! Colours of wires, given out by rule, and the bands that tell wires of one colour apart.

use super::cuts::CutLine;
use jovek_job::{CircuitId, ColourScheme, Feed, Job, Signal};
use jovek_plan::route::Layout;
use std::collections::{BTreeMap, BTreeSet};

/// Colours of switched supply wires, one for each circuit in turn. Common practice.
const CIRCUIT_COLOURS: [&str; 8] =
    ["yellow", "blue", "white", "green", "orange", "violet", "grey", "pink"];

/// Colour of a function in German vehicles. Source: DIN 72551-7 habits, recalled from memory, medium
/// confidence.
fn din(signal: Signal) -> Option<&'static str> {
    Some(match signal {
        Signal::Parking => "grey",
        Signal::LowBeam => "yellow",
        Signal::HighBeam => "white",
        Signal::Brake => "black/red",
        Signal::Left => "black/white",
        Signal::Right => "black/green",
        _ => return None,
    })
}

/// Colour of a function in North American trailer and truck wiring. Source: SAE J1239 family and trade use,
/// recalled from memory, high confidence for parking and turn.
fn north_american(signal: Signal) -> Option<&'static str> {
    Some(match signal {
        Signal::Parking => "brown",
        Signal::Left => "yellow",
        Signal::Right => "green",
        Signal::Brake => "red",
        Signal::Reverse => "violet",
        _ => return None,
    })
}

/// Colour of ground wires.
pub fn ground_colour(job: &Job) -> String {
    match job.shop.colours {
        ColourScheme::GroundBrown => "brown".into(),
        ColourScheme::GroundBlack => "black".into(),
        ColourScheme::Own => own(job, |o| &o.ground, "brown"),
    }
}

/// Colour of what is live without a switch.
pub fn feed_colour(job: &Job) -> String {
    match job.shop.colours {
        ColourScheme::GroundBrown | ColourScheme::GroundBlack => "red".into(),
        ColourScheme::Own => own(job, |o| &o.feed, "red"),
    }
}

fn own(job: &Job, pick: impl Fn(&jovek_job::OwnColours) -> &String, otherwise: &str) -> String {
    let said = job.shop.own_colours.as_ref().map(|o| pick(o).trim());
    said.filter(|s| !s.is_empty()).unwrap_or(otherwise).to_owned()
}

/// Colour of the switched wires of a circuit.
///
/// What goes on from a factory wire keeps the colour that the wire has; where nobody noted it, or the lamps
/// follow one signal, the function's colour of the scheme; else the next of the row.
pub fn circuit_colour(job: &Job, index: usize) -> String {
    let in_turn = || {
        let row = job.shop.own_colours.as_ref().filter(|_| job.shop.colours == ColourScheme::Own);
        let row: Vec<&str> = row.map_or(Vec::new(), |o| {
            o.circuits.split(',').map(str::trim).filter(|c| !c.is_empty()).collect()
        });
        let list = if row.is_empty() { CIRCUIT_COLOURS.to_vec() } else { row };
        list[index % list.len()].to_owned()
    };
    let Some(circuit) = job.circuits.get(index) else { return in_turn() };
    let signal = circuit.lit.only_signal();
    let wire = match &circuit.feed {
        Some(Feed::TieIn { factory }) => job.factory_circuit(factory),
        Some(Feed::Battery {} | Feed::Auxiliary {}) => None,
        None => signal.and_then(|s| job.factory.iter().find(|f| f.follows == s)),
    };
    if let Some(colour) = wire.and_then(|f| f.colour.as_deref()).map(str::trim)
        && !colour.is_empty()
    {
        return colour.to_owned();
    }
    let scheme = |signal| match job.shop.colours {
        ColourScheme::GroundBrown => din(signal),
        ColourScheme::GroundBlack => north_american(signal),
        ColourScheme::Own => None,
    };
    signal.and_then(scheme).map_or_else(in_turn, str::to_owned)
}

/// The bundle end that an end of a wire belongs to: hardware stands together in the job, a branch alone, lamps
/// where they sit on the skeleton; without one, all lamps of a circuit together.
fn bundle_end(cut: &CutLine, end: &str, lamps_at: &LampsAt) -> String {
    let first = end.split(' ').next().unwrap_or(end);
    match first {
        "lamp" => {
            let number = end.split([' ', ',']).nth(1).and_then(|n| n.parse::<usize>().ok());
            match lamps_at.get(&(cut.circuit.clone(), number.unwrap_or(1))) {
                Some(place) => format!("place {place}"),
                None => format!("{} lamp", cut.circuit),
            }
        }
        "branch" | "strip" | "splitter" => format!("{} {end}", cut.circuit),
        "connector" => end.rsplit_once(' ').map_or(end, |(name, _)| name).to_owned(),
        _ => first.to_owned(),
    }
}

/// Place of each lamp by circuit and number, by index on the skeleton.
pub type LampsAt = BTreeMap<(CircuitId, usize), usize>;

/// Where the lamps of a layout sit.
pub fn lamps_at(job: &Job, layout: Option<&Layout>) -> LampsAt {
    let laid = layout.into_iter().flat_map(|l| l.circuits.iter().enumerate());
    laid.filter_map(|(c, laid)| Some((job.circuits.get(c)?, laid.as_ref()?)))
        .flat_map(|(c, laid)| {
            laid.lamps.iter().enumerate().map(|(k, &place)| ((c.id.clone(), k + 1), place))
        })
        .collect()
}

/// Marks wires so that no two of one colour at one bundle end look alike: each takes the fewest bands that no
/// other there has. Short leads from piece to piece of a strip need none.
pub fn mark(cuts: &mut [CutLine], lamps_at: &LampsAt) {
    let mut taken: BTreeSet<(String, String, usize)> = BTreeSet::new();
    for cut in cuts.iter_mut().filter(|c| !c.from.starts_with("piece")) {
        let ends = [&cut.from, &cut.to].map(|end| bundle_end(cut, end, lamps_at));
        let is_free = |bands: usize| {
            ends.iter().all(|e| !taken.contains(&(e.clone(), cut.colour.clone(), bands)))
        };
        let bands = (0..).find(|&n| is_free(n)).unwrap_or_default();
        cut.mark = match bands {
            0 => String::new(),
            1 => "1 band".into(),
            n => format!("{n} bands"),
        };
        for end in ends {
            taken.insert((end, cut.colour.clone(), bands));
        }
    }
}
