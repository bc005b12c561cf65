//! Colours of wires, given out by rule, and the bands that tell wires of one colour apart.

use super::cuts::CutLine;
use jovek_job::{ColourScheme, Feed, Job, Signal};
use jovek_phrases::harness as say;
use jovek_plan::chain::Chain;
use jovek_plan::end::{
    BlockEnd, ChargeEnd, CircuitIx, End, FactoryIx, HousingEnd, HousingIx, LampIx, PlugIx, Post,
    SpliceAt,
};
use jovek_plan::route::Layout;
use jovek_plan::strip::StripPoint;
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

/// Colour of a function behind the plug of a trailer. Source: ISO 1724, ISO 11446 and SAE J2863, recalled from memory,
/// high confidence where they agree: tail brown, left yellow, right green, stop red; fog blue by ISO.
fn trailer(signal: Signal) -> Option<&'static str> {
    Some(match signal {
        Signal::Parking => "brown",
        Signal::Left => "yellow",
        Signal::Right => "green",
        Signal::Brake => "red",
        Signal::Fog => "blue",
        _ => return None,
    })
}

/// Colour of the wire that keeps lamps in step. Common practice: what their makers use differs, so it is one that no
/// feed, ground or function has here.
pub const SYNC_COLOUR: &str = "grey/white";

/// Ground of a trailer's plug and of what hangs on it. Source: ISO 1724 pin 3 and SAE J2863, white, recalled from memory,
/// high confidence: brown is its tail lamps.
const TRAILER_GROUND: &str = "white";

/// Colour of ground wires.
pub fn ground_colour(job: &Job) -> String {
    match job.shop.colours {
        ColourScheme::GroundBrown | ColourScheme::GroundBlack if job.is_trailer() => {
            TRAILER_GROUND.into()
        }
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
        Some(Feed::TieIn { factory } | Feed::Plug { factory }) => job.factory_circuit(factory),
        Some(Feed::Battery {} | Feed::Auxiliary {}) => None,
        None => signal.and_then(|s| job.factory.iter().find(|f| f.follows == s)),
    };
    if let Some(colour) = wire.and_then(|f| f.colour.as_deref()).map(str::trim)
        && !colour.is_empty()
    {
        return colour.to_owned();
    }
    let scheme = |signal| match job.shop.colours {
        ColourScheme::GroundBrown | ColourScheme::GroundBlack if job.is_trailer() => {
            trailer(signal)
        }
        ColourScheme::GroundBrown => din(signal),
        ColourScheme::GroundBlack => north_american(signal),
        ColourScheme::Own => None,
    };
    signal.and_then(scheme).map_or_else(in_turn, str::to_owned)
}

/// Colour of a wire to a coil: black with the first colour of the lamps that it switches. A wire has two colours at most.
pub fn control_colour(of_lamps: &str) -> String {
    let tracer = of_lamps.split('/').map(str::trim).find(|c| !c.is_empty() && *c != "black");
    format!("black/{}", tracer.unwrap_or("white"))
}

/// The bundle end that an end of a wire belongs to: hardware of a kind stands together in the job, a splice
/// alone, lamps where they sit on the skeleton; without one, all lamps of a circuit together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum BundleEnd {
    Battery,
    Auxiliary,
    Fuses,
    Switches,
    Relays,
    Modules,
    Diodes,
    Studs,
    Factory(FactoryIx),
    Splice(CircuitIx, SpliceAt),
    Plug(PlugIx),
    Place(usize),
    Lamps(CircuitIx),
    Housing(HousingIx),
    Strip(LampIx, StripPoint),
}

fn bundle_end(end: End, lamps_at: &LampsAt) -> BundleEnd {
    match end {
        End::Post(Post::StartPlus | Post::StartMinus) => BundleEnd::Battery,
        End::Post(Post::AuxiliaryPlus | Post::AuxiliaryMinus) => BundleEnd::Auxiliary,
        End::Fuse(..)
        | End::LeadFuse(..)
        | End::Adapter(_)
        | End::Block(BlockEnd::MainFuse(_) | BlockEnd::CoilFuse(_) | BlockEnd::Bus) => {
            BundleEnd::Fuses
        }
        End::Block(BlockEnd::Relay(_)) => BundleEnd::Relays,
        End::Block(BlockEnd::CoilStud) | End::Charge(ChargeEnd::Stud | ChargeEnd::IsolatorStud) => {
            BundleEnd::Studs
        }
        End::Charge(ChargeEnd::StartFuse(_) | ChargeEnd::KeyFuse(_)) => BundleEnd::Fuses,
        End::Charge(ChargeEnd::AuxiliaryFuse(_)) => BundleEnd::Auxiliary,
        End::Charge(
            ChargeEnd::Isolator(_)
            | ChargeEnd::IsolatorGround
            | ChargeEnd::ChargerGround
            | ChargeEnd::IsolatorKey,
        ) => BundleEnd::Relays,
        End::Switch(..) | End::SwitchGround(..) => BundleEnd::Switches,
        End::Relay(..) => BundleEnd::Relays,
        End::Module(..) => BundleEnd::Modules,
        End::Diode(..) => BundleEnd::Diodes,
        End::Stud(..)
        | End::Housing(_, HousingEnd::Stud)
        | End::FactoryGround(_)
        | End::Bus
        | End::PlugGround => BundleEnd::Studs,
        End::Housing(housing, HousingEnd::Ground(_)) => BundleEnd::Housing(housing),
        End::Factory(wire) | End::FactoryMinus(wire) => BundleEnd::Factory(wire),
        End::Splice(circuit, at) => BundleEnd::Splice(circuit, at),
        End::Cavity(plug, _) => BundleEnd::Plug(plug),
        End::Strip(lamp, at, _) => BundleEnd::Strip(lamp, at),
        End::Lamp(lamp, ..) => match lamps_at.get(&lamp) {
            Some(&place) => BundleEnd::Place(place),
            None => BundleEnd::Lamps(lamp.circuit),
        },
    }
}

/// Place of each lamp, by index on the skeleton.
pub type LampsAt = BTreeMap<LampIx, usize>;

/// Where the lamps of a layout sit.
pub fn lamps_at(layout: Option<&Layout>, chains: &[(&Chain, usize)]) -> LampsAt {
    let Some(layout) = layout else { return LampsAt::new() };
    let mut out = LampsAt::new();
    for (chain, index) in chains {
        let Some(Some(laid)) = layout.circuits.get(*index) else { continue };
        let lamps = chain.lamps.iter().enumerate();
        let each = lamps.flat_map(|(light, l)| (0..l.count as usize).map(move |n| (light, n)));
        for ((light, number), &place) in each.zip(&laid.lamps) {
            out.insert(LampIx { circuit: CircuitIx(*index), light, number }, place);
        }
    }
    out
}

/// Marks wires so that no two of one colour at one bundle end look alike: each takes the fewest bands that no
/// other there has. Jumpers and short leads from piece to piece of a strip, whose both ends are seen at once,
/// need none. In the whole job nothing that is fed looks like a return.
pub fn mark(cuts: &mut [CutLine], lamps_at: &LampsAt) {
    let mut taken: BTreeSet<(BundleEnd, String, usize)> = BTreeSet::new();
    let mut returns: BTreeSet<(String, usize)> = BTreeSet::new();
    for of_return in [true, false] {
        for cut in cuts.iter_mut().filter(|c| c.role.is_return() == of_return) {
            let ends = [cut.from_end, cut.to_end].map(|end| bundle_end(end, lamps_at));
            let is_free = |bands: usize| {
                let looks_returned = returns.contains(&(cut.colour.clone(), bands));
                let is_alone =
                    ends.iter().all(|e| !taken.contains(&(*e, cut.colour.clone(), bands)));
                (of_return || !looks_returned) && (cut.is_short || is_alone)
            };
            let bands = (0..).find(|&n| is_free(n)).unwrap_or_default();
            cut.mark = match bands {
                0 => String::new(),
                1 => say::one_band().into(),
                n => say::bands(&n),
            };
            if of_return {
                returns.insert((cut.colour.clone(), bands));
            }
            for end in ends.into_iter().filter(|_| !cut.is_short) {
                taken.insert((end, cut.colour.clone(), bands));
            }
        }
    }
}
