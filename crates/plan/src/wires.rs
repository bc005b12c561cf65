//! Every piece of wire of a circuit with both its ends: what is cut, and what the network is drawn from.
//!
//! Between two parts of the chain there is always a wire. Where no section says how long it is, the parts sit
//! side by side and a jumper joins them.

use crate::chain::{Chain, JointOf, Leg, LinkKind, Stretch, WireRole, WireRun};
use crate::end::{End, LampIx, Pole, Post, Side, SpliceAt, StudOf};
use crate::sizes::{ControlChoice, LeadSource, Sizes};
use crate::switching::{
    Inside, Lead, LeadUse, inside, own_relay, own_switch, with_grounds, with_lead_fuses,
    with_receiver, with_symbol,
};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::inline_module::ModuleTerminal;
use jovek_catalog::joint::{BESIDE_M, END_ALLOWANCE_M, GROUND_LEAD_M, SHORT_END_M};
use jovek_job::{LampEnd, Shop, Zone};

/// Lengths are rounded up to this, m.
const STEP_M: f64 = 0.05;

/// What a piece carries.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum PieceRole {
    /// Battery current before any fuse of the circuit.
    Unfused,
    /// Live whenever the source is: before switch or relay.
    Feed,
    /// Lamp current behind them.
    Switched,
    /// Coil current on the live side of the switch.
    CoilFeed,
    /// Coil current behind the switch, or from a signal.
    Coil,
    /// From a coil to ground.
    CoilGround,
    /// From the lamps back.
    Return,
    /// What lamps tell each other to flash in step: milliamps that only their own electronics give.
    Sync,
}

impl PieceRole {
    /// True for what goes back to ground.
    pub fn is_return(self) -> bool {
        matches!(self, PieceRole::CoilGround | PieceRole::Return)
    }
}

/// Where a piece lies in the network: which element is drawn for it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum PieceAt {
    /// The wire of a link.
    Link(usize),
    /// The jumper before a link.
    Before(usize),
    /// A lead inside the hardware, by its index.
    Inside(usize),
    /// A part of a leg: the leg, the part between its connectors, and whose it is.
    Leg(usize, usize, Pole),
}

/// A piece of wire.
#[derive(Debug, Clone, PartialEq)]
pub struct Piece {
    /// Where it lies in the network.
    pub at: PieceAt,
    /// What it carries.
    pub role: PieceRole,
    /// Where the current comes from.
    pub from: End,
    /// Where it goes.
    pub to: End,
    /// Its size.
    pub wire: Conductor,
    /// Length of its path, m.
    pub path_m: f64,
    /// Its working temperature, °C, by length along it: gives its resistance exactly.
    pub working_c: f64,
    /// Sections that it crosses, in the direction of the current; none for what lies inside the hardware.
    pub stretches: Vec<Stretch>,
    /// It joins parts side by side, or stands before the fuse: cut without a service loop.
    pub is_short: bool,
}

/// A lamp whose own bare lead is joined in a splice: nothing is cut for it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct OwnLead {
    /// The lamp.
    pub lamp: LampIx,
    /// Which of its leads.
    pub pole: Pole,
    /// Where it is joined.
    pub to: End,
}

/// The wires of a circuit.
#[derive(Debug, Clone, PartialEq)]
pub struct Wires {
    /// What is cut, in the order of the current.
    pub pieces: Vec<Piece>,
    /// Lamps joined by leads of their own.
    pub own_leads: Vec<OwnLead>,
    /// The hardware between feed and lamps; none where the source switches the lamps.
    pub inside: Option<Inside>,
}

impl Piece {
    /// Resistance of the copper, ohm.
    pub fn copper_ohm(&self) -> f64 {
        self.wire.ohm(self.path_m, self.working_c)
    }

    /// Extra length at each end, m.
    pub fn end_allowance_m(&self, shop: &Shop) -> f64 {
        if self.is_short { SHORT_END_M } else { shop.end_allowance_m.unwrap_or(END_ALLOWANCE_M) }
    }

    /// Length to cut, m: the path, what the shop spares, both ends, rounded up.
    pub fn cut_m(&self, shop: &Shop) -> f64 {
        let spare = if self.is_short { 0.0 } else { shop.spare_percent.unwrap_or(0.0) };
        cut_length_m(self.path_m * (1.0 + spare / 100.0), self.end_allowance_m(shop))
    }
}

/// Length to cut for a path, m: allowance at both ends, rounded up to 5 cm.
pub fn cut_length_m(path_m: f64, end_allowance_m: f64) -> f64 {
    let steps = ((path_m + 2.0 * end_allowance_m) / STEP_M - 1e-9).ceil();
    (steps * STEP_M * 100.0).round() / 100.0
}

/// Length of wire that nothing protects, from stud to fuse as it is measured, m; none for a circuit without a source of
/// its own. What goes into the terminals at its ends is no way along which it could chafe.
pub fn unfused_m(chain: &Chain, sizes: &Sizes) -> Option<f64> {
    if chain.origin_wire().is_some() {
        return None;
    }
    let pieces = wires(chain, sizes).pieces;
    Some(pieces.iter().filter(|p| p.role == PieceRole::Unfused).map(|p| p.path_m).sum())
}

/// The hardware between feed and lamps of a circuit; none where the source switches the lamps.
pub fn hardware(chain: &Chain, sizes: &Sizes) -> Option<Inside> {
    let unfused = unfused_hardware(chain, &sizes.control)?;
    let fused = with_lead_fuses(unfused, chain.index, &sizes.lead_fuses);
    let grounded = with_grounds(fused, chain.index, &chain.modules);
    Some(match (chain.is_by_radio(), chain.lit_switch) {
        (true, _) => with_receiver(grounded, chain.index, chain.own_switch),
        (false, true) => with_symbol(grounded, chain.index, chain.own_switch),
        (false, false) => grounded,
    })
}

/// The hardware before small fuses are put into its thin leads.
pub(crate) fn unfused_hardware(chain: &Chain, control: &ControlChoice) -> Option<Inside> {
    let circuit = chain.index;
    match (control, &chain.switching) {
        (ControlChoice::Planned(_), Some(switching)) => {
            Some(inside(switching, circuit, chain.origin_wire()))
        }
        (ControlChoice::Relay { .. }, _) => Some(own_relay(circuit, chain.own_switch)),
        (ControlChoice::Switch { .. } | ControlChoice::Planned(_), _) => {
            Some(own_switch(circuit, chain.own_switch))
        }
        (ControlChoice::Source, _) => {
            // Nothing of its own switches it: only what a module in its feed needs lies beside.
            let module = *chain.modules.first()?;
            let at = |terminal| End::Module(circuit, module, terminal);
            let (entry, exit) = (at(ModuleTerminal::In), at(ModuleTerminal::Out));
            Some(Inside { entry, exit, leads: Vec::new(), parts: Vec::new(), relays: 0 })
        }
    }
}

/// The ends of a link: where the wire before it stops and the one behind it starts. None for what has none of
/// its own: a fuse of the factory, the frame.
pub fn link_ends(
    chain: &Chain,
    sizes: &Sizes,
    inside: Option<&Inside>,
    link: usize,
) -> Option<(End, End)> {
    let circuit = chain.index;
    let both = |end| Some((end, end));
    match chain.links.get(link)?.kind {
        LinkKind::Wire(_)
        | LinkKind::Chassis
        | LinkKind::Bus
        | LinkKind::PlugGround
        | LinkKind::FactoryGround
        | LinkKind::HousingGround
        | LinkKind::BlockFeed
        | LinkKind::BlockRelay
        | LinkKind::Lamps => None,
        // The factory's own fuse may protect a tie-in; a feed from the battery always has a holder.
        // An adapter takes the fuse: its own lead is what goes on.
        LinkKind::Fuse { .. } if chain.is_position => {
            Some((End::Factory(chain.origin_wire()?), End::Adapter(circuit)))
        }
        LinkKind::Fuse { .. } => (sizes.fuse.is_some() || chain.origin_wire().is_none())
            .then_some((End::Fuse(circuit, Side::In), End::Fuse(circuit, Side::Out))),
        LinkKind::Control { .. } => inside.map(|i| (i.entry, i.exit)),
        LinkKind::Module(module) => {
            let at = |terminal| End::Module(circuit, module, terminal);
            Some((at(ModuleTerminal::In), at(ModuleTerminal::Out)))
        }
        LinkKind::Connector { at, .. } => both(at),
        LinkKind::Joint { of, .. } => both(match of {
            JointOf::SourcePost if chain.is_auxiliary => End::Post(Post::AuxiliaryPlus),
            JointOf::SourcePost => End::Post(Post::StartPlus),
            JointOf::FactoryWire => End::Factory(chain.origin_wire()?),
            JointOf::Lamp(pole) | JointOf::Branch(pole) => {
                lamps_end(chain, chain.legs_of(pole), pole)
            }
            JointOf::FactoryPlug(Pole::Plus) => End::Factory(chain.origin_wire()?),
            JointOf::FactoryPlug(_) => End::FactoryMinus(chain.origin_wire()?),
            JointOf::Stud => End::Stud(circuit, StudOf::Lamps),
            JointOf::Bus => End::Bus,
            JointOf::PlugGround => End::PlugGround,
            JointOf::NegativePost => End::Post(Post::StartMinus),
            JointOf::FactoryMinus => End::FactoryMinus(chain.origin_wire()?),
            JointOf::FactoryGround => End::FactoryGround(circuit),
        }),
    }
}

/// Where the chain meets its lamps: at the only one, or at the splice from which the legs go.
fn lamps_end(chain: &Chain, legs: &[Leg], pole: Pole) -> End {
    if legs.is_empty() {
        let lamps = chain.lamps.iter().enumerate();
        let mut each = lamps.flat_map(|(k, l)| (0..l.count as usize).map(move |n| (k, n)));
        let is_there = |lamp: &_| pole != Pole::Minus || chain.ground_of(*lamp).is_none();
        lamp_end(chain, each.find(is_there).unwrap_or_default(), pole)
    } else {
        End::Splice(chain.index, SpliceAt::Trunk(pole))
    }
}

fn lamp_end(chain: &Chain, (light, number): (usize, usize), pole: Pole) -> End {
    let ends = chain.lamps.get(light).map_or(LampEnd::Plug, |l| l.lead.ends);
    End::Lamp(LampIx { circuit: chain.index, light, number }, pole, ends)
}

/// The far end of a leg.
pub fn leg_end(chain: &Chain, legs: &[Leg], leg: usize, pole: Pole) -> End {
    match legs[leg].lamps.first() {
        Some(&lamp) => lamp_end(chain, lamp, pole),
        None => End::Splice(chain.index, SpliceAt::Leg(pole, leg)),
    }
}

/// The near end of a leg.
pub fn leg_start(chain: &Chain, legs: &[Leg], leg: usize, pole: Pole) -> End {
    match legs[leg].parent {
        Some(parent) => End::Splice(chain.index, SpliceAt::Leg(pole, parent)),
        None => End::Splice(chain.index, SpliceAt::Trunk(pole)),
    }
}

/// Temperature of a jumper between a connector in a leg and what stands right behind it, °C.
pub const LEG_JUMPER_C: f64 = 20.0;

/// The wire of a leg: the lamp wire to the plug of a lamp, else that of the trunk.
pub fn leg_wire(chain: &Chain, sizes: &Sizes, leg: &Leg) -> Conductor {
    if is_to_plug(chain, leg) { sizes.lamp_wire } else { sizes.wire }
}

/// True where a leg ends at the plug of a lamp.
pub fn is_to_plug(chain: &Chain, leg: &Leg) -> bool {
    let ends = leg.lamps.first().and_then(|l| chain.lamps.get(l.0)).map(|l| l.lead.ends);
    ends == Some(LampEnd::Plug)
}

/// How many parts of a leg are such jumpers.
pub fn leg_jumpers(leg: &Leg) -> f64 {
    let stops = leg.plugs.iter().map(|p| p.0 + 1).chain([leg.stretches.len()]);
    let mut start = 0;
    let is_jumper = |stop| std::mem::replace(&mut start, stop) == stop;
    if leg.stretches.is_empty() { 0.0 } else { stops.map(is_jumper).filter(|j| *j).count() as f64 }
}

/// The contacts along a leg: in the splice from which it goes, at its connectors, at its end, ohm.
pub fn leg_contacts_ohm(chain: &Chain, legs: &[Leg], leg: usize, pole: Pole) -> f64 {
    let start_ohm = leg_start(chain, legs, leg, pole).contact_ohm();
    if legs[leg].stretches.is_empty() && !legs[leg].lamps.is_empty() {
        // The lamp's own lead is in that splice.
        return start_ohm;
    }
    let plugs_ohm: f64 = legs[leg].plugs.iter().map(|(_, end)| 2.0 * end.contact_ohm()).sum();
    start_ohm + plugs_ohm + leg_end(chain, legs, leg, pole).contact_ohm()
}

/// Length of a jumper between two ends, m.
pub fn jumper_m(to: End) -> f64 {
    match to {
        End::Stud(..) | End::Bus | End::PlugGround => GROUND_LEAD_M,
        _ => BESIDE_M,
    }
}

/// Length of a lead inside the hardware, m.
pub fn lead_m(chain: &Chain, lead: &Lead) -> f64 {
    match lead.of {
        LeadUse::Jumper | LeadUse::CoilJumper => BESIDE_M,
        LeadUse::SwitchLead | LeadUse::SymbolGround => chain.switch_lead_m,
        LeadUse::Signal(_) | LeadUse::SignalFeed(_) => chain.signal_lead_m,
        LeadUse::CoilGround => GROUND_LEAD_M,
    }
}

/// The links before which a jumper is needed: no wire stands between them and the part before.
pub fn jumpers(chain: &Chain, sizes: &Sizes, inside: Option<&Inside>) -> Vec<(usize, End, End)> {
    let mut out = Vec::new();
    let mut here: Option<End> = None;
    for (i, link) in chain.links.iter().enumerate() {
        match link.kind {
            // A wire goes on from wherever the part before it ends.
            LinkKind::Wire(_) | LinkKind::Lamps => here = None,
            _ => {
                let Some((from, to)) = link_ends(chain, sizes, inside, i) else { continue };
                if let Some(before) = here.filter(|&b| b != from) {
                    out.push((i, before, from));
                }
                here = Some(to);
            }
        }
    }
    out
}

/// Every piece of wire of a circuit.
pub fn wires(chain: &Chain, sizes: &Sizes) -> Wires {
    let inside = hardware(chain, sizes);
    let mut make = Maker { chain, sizes, pieces: Vec::new(), own_leads: Vec::new() };
    make.along(inside.as_ref());
    make.legs(&chain.legs, Pole::Plus);
    make.legs(&chain.back_legs, Pole::Minus);
    make.legs(&chain.sync_legs, Pole::Sync);
    if let Some(inside) = &inside {
        make.inside(inside);
    }
    Wires { pieces: make.pieces, own_leads: make.own_leads, inside }
}

struct Maker<'a> {
    chain: &'a Chain,
    sizes: &'a Sizes,
    pieces: Vec<Piece>,
    own_leads: Vec<OwnLead>,
}

impl Maker<'_> {
    fn along(&mut self, inside: Option<&Inside>) {
        let (chain, sizes) = (self.chain, self.sizes);
        let jumpers = jumpers(chain, sizes, inside);
        let ends = |i: usize| link_ends(chain, sizes, inside, i);
        let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        let control_at =
            chain.links.iter().position(|l| matches!(l.kind, LinkKind::Control { .. }));
        let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
        let role = |i: usize| {
            let is_before = |at: Option<usize>| at.is_some_and(|at| i <= at);
            if lamps_at.is_some_and(|at| i > at) {
                PieceRole::Return
            } else if chain.origin_wire().is_none() && is_before(fuse_at) {
                PieceRole::Unfused
            } else if chain.origin_wire().is_none() && is_before(control_at) {
                PieceRole::Feed
            } else {
                PieceRole::Switched
            }
        };
        for (i, link) in chain.links.iter().enumerate() {
            for &(_, from, to) in jumpers.iter().filter(|j| j.0 == i) {
                let piece = self.piece(PieceAt::Before(i), role(i), (from, to), sizes.wire);
                self.pieces.push(Piece {
                    path_m: jumper_m(to),
                    working_c: chain.control_ambient_c(),
                    is_short: true,
                    ..piece
                });
            }
            let LinkKind::Wire(run) = &link.kind else { continue };
            let before = (0..i).rev().find_map(|k| match chain.links[k].kind {
                LinkKind::Wire(_) => None,
                _ => ends(k),
            });
            let behind = (i + 1..chain.links.len()).find_map(ends);
            let (Some((_, from)), Some((to, _))) = (before, behind) else { continue };
            let piece = self.piece(PieceAt::Link(i), role(i), (from, to), sizes.wire);
            self.pieces.push(Piece {
                is_short: run.role == WireRole::Unfused,
                ..run_of(run, sizes.stretch_c(i), piece)
            });
        }
    }

    fn piece(
        &self,
        at: PieceAt,
        role: PieceRole,
        (from, to): (End, End),
        wire: Conductor,
    ) -> Piece {
        Piece {
            at,
            role,
            from,
            to,
            wire,
            path_m: 0.0,
            working_c: 20.0,
            stretches: Vec::new(),
            is_short: false,
        }
    }

    /// Legs, cut at the connectors that they go through. Listed in the direction of the current.
    fn legs(&mut self, legs: &[Leg], pole: Pole) {
        let (chain, sizes) = (self.chain, self.sizes);
        let (is_back, is_sync) = (pole == Pole::Minus, pole == Pole::Sync);
        let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
        // Working temperatures stand supply first, then return.
        let mut before: usize =
            if is_back { chain.legs.iter().map(|l| l.stretches.len()).sum() } else { 0 };
        for (k, leg) in legs.iter().enumerate() {
            let far = leg_end(chain, legs, k, pole);
            let mut near = leg_start(chain, legs, k, pole);
            if let (End::Lamp(lamp, ..), true) = (far, leg.stretches.is_empty()) {
                self.own_leads.push(OwnLead { lamp, pole, to: near });
                continue;
            }
            // Nothing but its surroundings warms a sync wire.
            let warm: Vec<f64> = match lamps_at.filter(|_| !is_sync) {
                Some(at) => sizes.stretch_c(at).skip(before).take(leg.stretches.len()).collect(),
                None => leg.stretches.iter().map(|s| s.ambient_c).collect(),
            };
            before += leg.stretches.len();
            let mut start = 0;
            let cuts = leg.plugs.iter().map(|&(at, end)| (at + 1, end));
            for (part, (stop, end)) in cuts.chain([(leg.stretches.len(), far)]).enumerate() {
                let run = WireRun {
                    role: WireRole::Supply,
                    stretches: leg.stretches[start..stop].to_vec(),
                };
                let role = match pole {
                    Pole::Plus => PieceRole::Switched,
                    Pole::Minus => PieceRole::Return,
                    Pole::Sync => PieceRole::Sync,
                };
                let ends = if is_back { (end, near) } else { (near, end) };
                let wire = if is_sync { sizes.sync_wire } else { leg_wire(chain, sizes, leg) };
                let piece = self.piece(PieceAt::Leg(k, part, pole), role, ends, wire);
                let c = warm.iter().copied().skip(start).take(stop - start);
                // Right behind a connector a jumper goes on.
                let piece = match run.stretches.is_empty() {
                    true => {
                        Piece { path_m: BESIDE_M, working_c: LEG_JUMPER_C, is_short: true, ..piece }
                    }
                    false => run_of(&run, c, piece),
                };
                self.pieces.push(piece);
                (start, near) = (stop, end);
            }
        }
    }

    fn inside(&mut self, inside: &Inside) {
        let (chain, sizes) = (self.chain, self.sizes);
        for (k, lead) in inside.leads.iter().enumerate() {
            let wire = if lead.of.is_coil() { sizes.coil_wire } else { sizes.wire };
            let role = match (lead.of, lead.from) {
                (LeadUse::CoilGround | LeadUse::SymbolGround, _) => PieceRole::CoilGround,
                (_, End::Splice(_, SpliceAt::Feed | SpliceAt::Coils)) if lead.of.is_coil() => {
                    PieceRole::CoilFeed
                }
                (_, End::LeadFuse(_, number, _)) if is_of_feed(sizes, number) => {
                    PieceRole::CoilFeed
                }
                (_, End::Splice(_, SpliceAt::Feed)) => PieceRole::Feed,
                (of, _) if of.is_coil() => PieceRole::Coil,
                _ => PieceRole::Switched,
            };
            let piece = self.piece(PieceAt::Inside(k), role, (lead.from, lead.to), wire);
            self.pieces.push(Piece {
                path_m: lead_m(chain, lead),
                working_c: chain.control_ambient_c(),
                is_short: matches!(
                    lead.of,
                    LeadUse::Jumper | LeadUse::CoilJumper | LeadUse::CoilGround
                ),
                ..piece
            });
        }
    }
}

/// True for the small fuse behind the circuit's own.
fn is_of_feed(sizes: &Sizes, number: usize) -> bool {
    sizes.lead_fuses.get(number.wrapping_sub(1)).is_some_and(|f| f.at == LeadSource::Feed)
}

/// A piece along some sections, its temperature by length.
fn run_of(run: &WireRun, working_c: impl Iterator<Item = f64>, piece: Piece) -> Piece {
    let path_m = run.length_m();
    let weighted: f64 = run.stretches.iter().zip(working_c).map(|(s, c)| s.length_m * c).sum();
    Piece {
        path_m,
        working_c: if path_m > 0.0 { weighted / path_m } else { 20.0 },
        stretches: run.stretches.clone(),
        ..piece
    }
}

/// True where a zone is wet: outside or under the body.
pub fn is_wet(zone: Zone) -> bool {
    matches!(zone, Zone::Exterior | Zone::Underbody)
}
