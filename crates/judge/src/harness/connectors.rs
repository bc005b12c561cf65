//! Sealed connectors with their cavities, seen from both faces.

use super::cuts::{CutLine, Installation};
use super::ends::{Names, sign};
use super::housings::{self, HousedAt, HousingLead};
use jovek_job::{FactoryKind, Job, JointPractice, LampEnd, Light};
use jovek_phrases::harness as say;
use jovek_plan::end::{End, Host, HousingEnd, HousingIx, LampIx, PlugIx, Pole};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Ways that sealed connectors are made with: cavities, and rows. Common practice.
const HOUSINGS: [(usize, usize); 7] = [(2, 1), (3, 1), (4, 2), (6, 2), (8, 2), (12, 2), (16, 2)];

/// A cavity.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Cavity {
    /// Its number.
    pub pin: usize,
    /// Label of the wire on this half, or of both where it goes through; empty with a plug in it.
    pub wires: Vec<String>,
    /// Size and colour, or `blind plug`.
    pub says: String,
    /// True for one that no wire takes.
    #[serde(skip)]
    pub is_blind: bool,
}

/// A connector.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ConnectorAnswer {
    /// What it belongs to.
    #[serde(skip)]
    pub of: Host,
    /// The same in words.
    pub name: String,
    /// Housing, seals, contacts.
    pub housing: String,
    /// Halves that are made: one where the lamp brings the other.
    pub halves: Vec<&'static str>,
    /// Cavities in order.
    pub cavities: Vec<Cavity>,
    /// Numbers as seen into the mating face of the first half, row by row.
    pub mating_face: Vec<Vec<usize>>,
    /// Numbers as seen from the wire side of the first half: what fits into the second half's face too.
    pub wire_side: Vec<Vec<usize>>,
    /// What to know.
    pub notes: Vec<String>,
}

/// The smallest housing with so many cavities: cavities and rows. More than any has: several of the largest
/// are needed, the count itself in two rows.
fn housing(wires: usize) -> (usize, usize) {
    HOUSINGS.into_iter().find(|(ways, _)| *ways >= wires).unwrap_or((wires + wires % 2, 2))
}

/// Numbers by rows as seen into the mating face, and from the wire side: mirrored left to right.
fn faces(ways: usize, rows: usize) -> (Vec<Vec<usize>>, Vec<Vec<usize>>) {
    let per_row = ways / rows;
    let mating: Vec<Vec<usize>> =
        (0..rows).map(|r| (1..=per_row).map(|k| r * per_row + k).collect()).collect();
    let wire = mating.iter().map(|row| row.iter().rev().copied().collect()).collect();
    (mating, wire)
}

fn answer(
    of: Host,
    name: String,
    halves: Vec<&'static str>,
    mut cavities: Vec<Cavity>,
    mut notes: Vec<String>,
) -> ConnectorAnswer {
    let (ways, rows) = housing(cavities.len());
    let spare = ways - cavities.len();
    for pin in cavities.len() + 1..=ways {
        cavities.push(Cavity {
            pin,
            wires: Vec::new(),
            says: say::blind_plug().into(),
            is_blind: true,
        });
    }
    if spare > 0 {
        notes.push(say::spare_a_blind_plug_in_each(&spare));
    }
    let (mating_face, wire_side) = faces(ways, rows);
    let housing = say::sealed_way_connector(&ways);
    ConnectorAnswer { of, name, housing, halves, cavities, mating_face, wire_side, notes }
}

fn says(cut: &CutLine) -> String {
    let mark = if cut.mark.is_empty() { String::new() } else { format!(", {}", cut.mark) };
    format!("{} {}{mark}", cut.wire_text, cut.colour)
}

/// Every sealed connector: in the harness, at lamps, and intermediate leads at factory lamps.
pub fn connectors(of: Installation, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    let mut out = in_the_wire(&names, cuts);
    out.extend(at_lamps(of.job, &names, cuts));
    out.extend(at_housings(of.job, cuts));
    out.extend(intermediate(of.job, cuts));
    out
}

/// Connectors that wires go through: both halves are made.
fn in_the_wire(names: &Names, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let mut found: BTreeMap<PlugIx, BTreeMap<usize, Cavity>> = BTreeMap::new();
    for cut in cuts {
        for end in [cut.to_end, cut.from_end] {
            let End::Cavity(plug, pin) = end else { continue };
            let cavities = found.entry(plug).or_default();
            let cavity = cavities.entry(pin).or_insert_with(|| Cavity {
                pin,
                wires: Vec::new(),
                says: says(cut),
                is_blind: false,
            });
            cavity.wires.push(cut.label.clone());
        }
    }
    found
        .into_iter()
        .map(|(plug, cavities)| {
            let note = say::both_halves_sockets_on_the_side().to_owned();
            let halves = vec![say::socket_half(), say::pin_half()];
            let cavities = cavities.into_values().collect();
            answer(Host::Plug(plug), names.plug(plug), halves, cavities, vec![note])
        })
        .collect()
}

/// The plug of a lamp: 1 is plus, unless the lamp's own is the other way round.
fn at_lamps(job: &Job, names: &Names, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let mut lamps: Vec<LampIx> = Vec::new();
    let at = |end: End| match end {
        End::Lamp(lamp, _, LampEnd::Plug) => Some(lamp),
        _ => None,
    };
    for lamp in cuts.iter().flat_map(|c| [c.to_end, c.from_end]).filter_map(at) {
        if !lamps.contains(&lamp) && housings::place_of(job, lamp).is_none() {
            lamps.push(lamp);
        }
    }
    lamps
        .into_iter()
        .map(|lamp| {
            let wire = |pole| {
                let end = End::Lamp(lamp, pole, LampEnd::Plug);
                cuts.iter().find(|c| c.to_end == end || c.from_end == end)
            };
            let mut poles = [Pole::Plus, Pole::Minus];
            let is_reversed = light(job, lamp).is_some_and(|l| l.is_reversed);
            if is_reversed {
                poles.reverse();
            }
            let mut cavities: Vec<Cavity> = poles
                .into_iter()
                .enumerate()
                .map(|(k, pole)| Cavity {
                    pin: k + 1,
                    wires: wire(pole).iter().map(|w| w.label.clone()).collect(),
                    says: wire(pole).map_or_else(
                        || say::lamp_own_lead().into(),
                        |w| format!("{}: {}", sign(pole), says(w)),
                    ),
                    is_blind: false,
                })
                .collect();
            let further = light(job, lamp).map_or_else(Vec::new, |l| {
                let sync = l.has_sync_lead.then(|| (say::sync(), wire(Pole::Sync)));
                sync.into_iter()
                    .chain(l.has_pattern_lead.then_some((say::pattern(), None)))
                    .collect()
            });
            for (name, cut) in further {
                cavities.push(Cavity {
                    pin: cavities.len() + 1,
                    wires: cut.iter().map(|w: &&CutLine| w.label.clone()).collect(),
                    says: cut.map_or_else(
                        || say::blind_plug_of(&name),
                        |w| format!("{name}: {}", says(w)),
                    ),
                    is_blind: cut.is_none(),
                });
            }
            let notes = match is_reversed {
                true => vec![say::pins_swapped_this_lamp_has_minus().to_owned()],
                false => {
                    vec![say::dark_on_a_good_plug_swap().to_owned()]
                }
            };
            let circuit = job.circuit_label(lamp.circuit.0);
            let name = format!("{circuit}: {}", names.lamp(lamp));
            // The plug of a strip has its other half on the lead that is soldered to it.
            let is_made = light(job, lamp).is_some_and(|l| l.strip.is_some());
            let halves = match is_made && wire_count(cuts, lamp) > 2 {
                true => vec![say::half_on_the_harness(), say::half_on_the_strip_lead()],
                false => vec![say::half_on_the_harness()],
            };
            answer(Host::Lamp(lamp), name, halves, cavities, notes)
        })
        .collect()
}

/// The plug of a housing: a cavity to each of its leads.
fn at_housings(job: &Job, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    (0..job.housings.len()).filter_map(|k| at_housing(job, k, cuts)).collect()
}

fn at_housing(job: &Job, housing: usize, cuts: &[CutLine]) -> Option<ConnectorAnswer> {
    let wire = |end: End| cuts.iter().find(|c| c.to_end == end || c.from_end == end);
    let leads = housings::leads(job, housing);
    let mut cavities: Vec<Cavity> = Vec::with_capacity(leads.len());
    for (k, lead) in leads.iter().enumerate() {
        let (name, cut) = match *lead {
            HousingLead::Of(lamp, pole) => {
                let at = HousedAt { housing, lamp };
                (at.terminal(job, pole), wire(End::Lamp(lamp, pole, LampEnd::Plug)))
            }
            HousingLead::Pattern(_) => (say::pattern().to_owned(), None),
            HousingLead::Ground => {
                let end = HousingEnd::Ground(LampEnd::Plug);
                (say::ground().to_owned(), wire(End::Housing(HousingIx(housing), end)))
            }
        };
        cavities.push(Cavity {
            pin: k + 1,
            wires: cut.iter().map(|w| w.label.clone()).collect(),
            says: match cut {
                Some(w) => format!("{name}: {}", says(w)),
                None => say::blind_plug_of(&name),
            },
            is_blind: cut.is_none(),
        });
    }
    // Bare leads are joined, and on the factory's own plug nothing of ours ends.
    cavities.iter().any(|c| !c.is_blind).then(|| {
        let note = say::the_housing_own_plug_may_count();
        let (of, name) = (Host::Housing(HousingIx(housing)), job.housing_label(housing));
        answer(of, name, vec![say::half_on_the_harness()], cavities, vec![note.to_owned()])
    })
}

/// Ends of wires at the plug of a lamp.
fn wire_count(cuts: &[CutLine], lamp: LampIx) -> usize {
    let is_there = |end: &End| matches!(end, End::Lamp(of, ..) if *of == lamp);
    cuts.iter().flat_map(|c| [c.from_end, c.to_end]).filter(is_there).count()
}

/// The light of a lamp.
pub(super) fn light(job: &Job, lamp: LampIx) -> Option<&Light> {
    job.circuits.get(lamp.circuit.0)?.lights.get(lamp.light)
}

/// The leads that are plugged in between: at a factory lamp and its plug one each, between a trailer's socket and plug one
/// for all that it feeds. Nothing is cut.
fn intermediate(job: &Job, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let is_plugged = |c: &&CutLine| {
        let circuit = job.circuits.iter().find(|x| x.id == c.circuit);
        matches!(c.from_end, End::Factory(_) | End::FactoryMinus(_))
            && circuit.is_some_and(|x| job.joint_of(x) == JointPractice::PlugIn)
    };
    let (at_socket, at_lamps): (Vec<&CutLine>, Vec<&CutLine>) =
        cuts.iter().filter(is_plugged).partition(|c| is_of_socket(job, c.from_end));
    let mut out: Vec<ConnectorAnswer> = at_lamps.into_iter().map(at_factory_lamp).collect();
    out.extend((!at_socket.is_empty()).then(|| at_trailer_socket(&at_socket, cuts)));
    out
}

/// True for a wire of a trailer's socket.
pub(super) fn is_of_socket(job: &Job, end: End) -> bool {
    let End::Factory(wire) = end else { return false };
    job.factory.get(wire.0).is_some_and(|f| f.kind == FactoryKind::TrailerSocket)
}

fn cavity(pin: usize, wires: Vec<String>, says: String) -> Cavity {
    Cavity { pin, wires, says, is_blind: false }
}

fn at_factory_lamp(cut: &CutLine) -> ConnectorAnswer {
    let cavities = vec![
        cavity(1, vec![cut.label.clone()], say::function_on_to_through(&says(cut))),
        cavity(2, Vec::new(), say::ground_through().into()),
    ];
    let notes = vec![
        say::pins_of_the_factory_plug_differ().to_owned(),
        say::further_pins_of_the_plug_go().to_owned(),
    ];
    let name = say::intermediate_lead(&cut.circuit_name);
    let halves = vec![say::half_for_the_vehicle_plug(), say::half_for_the_lamp()];
    answer(cut.from_end.host(), name, halves, cavities, notes)
}

fn at_trailer_socket(taps: &[&CutLine], cuts: &[CutLine]) -> ConnectorAnswer {
    let mut cavities: Vec<Cavity> = Vec::new();
    let mut ends: Vec<End> = Vec::new();
    for cut in taps {
        match ends.iter().position(|e| *e == cut.from_end) {
            Some(at) => cavities[at].wires.push(cut.label.clone()),
            None => {
                ends.push(cut.from_end);
                let says = say::on_to_through(&cut.from, &says(cut));
                cavities.push(cavity(ends.len(), vec![cut.label.clone()], says));
            }
        }
    }
    let grounds: Vec<String> =
        cuts.iter().filter(|c| c.to_end == End::PlugGround).map(|c| c.label.clone()).collect();
    let taken =
        if grounds.is_empty() { say::ground_through() } else { say::ground_taken_through() };
    cavities.push(cavity(cavities.len() + 1, grounds, taken.into()));
    let notes = vec![
        say::numbers_of_this_list().to_owned(),
        say::every_further_pin_goes_straight_through().to_owned(),
    ];
    let halves = vec![say::half_for_the_vehicle_socket(), say::half_for_the_trailer_plug()];
    let name = say::trailer_socket_intermediate_lead().to_owned();
    answer(ends[0].host(), name, halves, cavities, notes)
}
