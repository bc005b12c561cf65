//! Thin leads behind a large fuse: coil, switch and signal leads are protected at their own size.
//!
//! A lead of a coil carries a fraction of an ampere, but what burns it is the fuse before it. Up to
//! [`MOST_COIL_MM2`] the lead is made as thick as the fuse of the circuit asks; beyond that, and where it is taken
//! from a factory wire, a small fuse stands right where it starts.

use crate::end::FactoryIx;
use crate::sizes::{ControlChoice, Hardware, LeadFuse, LeadSource};
use crate::sizing::bears::Ampacity;
use crate::sizing::fuse::SMALLEST_TAP_A;
use crate::sizing::trial::SizingInput;
use crate::switching::{PlannedRelay, lead_sources};
use crate::wires::unfused_hardware;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::fuse::{Fuse, USUAL_SMALLEST_A, min_rating_a};
use jovek_catalog::insulation::Insulation;
use jovek_catalog::{ampacity, relay};

/// Thickest lead of a coil, mm²: beyond it a small fuse costs less than the copper and goes into every terminal.
/// Common practice.
const MOST_COIL_MM2: f64 = 1.5;

/// A lead and the fuse before it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ThinLead {
    /// Where it starts.
    pub at: LeadSource,
    /// Rating of the fuse before it, A.
    pub fuse_a: f64,
    /// What it bears, A.
    pub bears_a: f64,
}

/// What the leads of a circuit are judged by.
pub(super) struct Leads<'a> {
    pub bench: &'a SizingInput<'a>,
    pub control: &'a ControlChoice,
    pub insulation: Insulation,
    /// Of the trunk.
    pub ampacity: &'a Ampacity,
    /// Rating of the fuse behind which the circuit's own feed lies, A.
    pub feed_fuse_a: f64,
    /// Current of the lamps, A.
    pub load_a: f64,
    /// Where they start, and whether they carry the lamps.
    pub sources: Vec<(LeadSource, bool)>,
}

/// Where the leads of a circuit start, and whether they carry the lamps.
pub(super) fn sources(bench: &SizingInput, control: &ControlChoice) -> Vec<(LeadSource, bool)> {
    let chain = bench.chain;
    let hardware = unfused_hardware(chain, control);
    hardware.map(|inside| lead_sources(&inside, chain.index)).unwrap_or_default()
}

/// Rating of the largest fuse behind which the lamps of a circuit lie, A: its own, and those of the factory wires that
/// feed them without a small fuse.
pub(super) fn before_lamps_a(
    bench: &SizingInput,
    sources: &[(LeadSource, bool)],
    lead_fuses: &[LeadFuse],
    own_a: f64,
) -> f64 {
    let of_wires =
        sources.iter().filter(|(_, carries_lamps)| *carries_lamps).filter_map(|&(at, _)| {
            let LeadSource::Wire(FactoryIx(wire)) = at else { return None };
            let small = lead_fuses.iter().find(|f| f.at == at);
            Some(small.map_or(bench.factory[wire].fuse_a, |f| f.fuse.rating_a))
        });
    of_wires.fold(own_a, f64::max)
}

impl Leads<'_> {
    /// Wire of the coils: the thinnest that the circuit's own fuse protects, where a lead of sensible size is; else
    /// the thinnest that survives handling.
    pub fn coil_wire(&self, thinnest: Conductor) -> Conductor {
        if !self.sources.iter().any(|(at, _)| *at == LeadSource::Feed) {
            return thinnest;
        }
        let shelf = self.bench.shop.shelf();
        let will_do = |c: &&Conductor| {
            c.area_mm2() >= thinnest.area_mm2() * 0.999
                && c.area_mm2() <= MOST_COIL_MM2 * 1.01
                && self.bears_a(**c) >= self.feed_fuse_a
        };
        shelf.iter().find(will_do).copied().unwrap_or(thinnest)
    }

    /// The small fuses: where the fuse before a lead is too large for it, and where a chafed lead would put out a
    /// lamp that the road needs. A person's own wish goes before both.
    pub fn fuses(&self, coil_wire: Conductor) -> Vec<LeadFuse> {
        let wish = self.bench.circuit.control.lead_fuse;
        let each = self.thin_leads(coil_wire).into_iter().filter(|(lead, carries_lamps)| {
            wish.unwrap_or(lead.fuse_a > lead.bears_a || !carries_lamps && self.is_of_road(lead.at))
        });
        each.filter_map(|(lead, carries_lamps)| {
            let fuse = self.fuse(&lead, carries_lamps)?;
            Some(LeadFuse { at: lead.at, fuse })
        })
        .collect()
    }

    /// Leads that nothing protects at their size.
    pub fn bare(&self, coil_wire: Conductor, fuses: &[LeadFuse]) -> Vec<ThinLead> {
        let is_bare =
            |l: &ThinLead| l.fuse_a > l.bears_a && !fuses.iter().any(|fuse| fuse.at == l.at);
        self.thin_leads(coil_wire).into_iter().map(|(lead, _)| lead).filter(is_bare).collect()
    }

    /// Every lead with what stands before it, and whether it carries the lamps.
    fn thin_leads(&self, coil_wire: Conductor) -> Vec<(ThinLead, bool)> {
        let judged = |(at, carries_lamps): (LeadSource, bool)| {
            let fuse_a = match at {
                LeadSource::Feed => self.feed_fuse_a,
                LeadSource::Wire(FactoryIx(wire)) | LeadSource::Branch(FactoryIx(wire)) => {
                    self.bench.factory[wire].fuse_a
                }
            };
            let bears_a = if carries_lamps { self.ampacity.amps } else { self.bears_a(coil_wire) };
            (ThinLead { at, fuse_a, bears_a }, carries_lamps)
        };
        self.sources.iter().copied().map(judged).collect()
    }

    /// What a lead bears where the trunk bears least, A: it lies alone, as no coil loads a bundle.
    fn bears_a(&self, wire: Conductor) -> f64 {
        let (warm, _) = self.ampacity.factors;
        ampacity::single_a(self.bench.shop.ampacity, wire, self.insulation) * warm
    }

    fn is_of_road(&self, at: LeadSource) -> bool {
        match at {
            // The lamps on the same wire go out with it, whatever stands before the coils.
            LeadSource::Feed | LeadSource::Branch(_) => false,
            LeadSource::Wire(FactoryIx(wire)) => self.bench.factory[wire].is_of_road,
        }
    }

    /// The smallest fuse that the shop puts in there and that carries what hangs on it; none where the catalog has
    /// none.
    fn fuse(&self, lead: &ThinLead, carries_lamps: bool) -> Option<Fuse> {
        let load_a = if carries_lamps { self.load_a } else { self.coils_a() };
        let least_a = min_rating_a(load_a, self.bench.chain.fuse_ambient_c());
        let usual_a = match lead.at {
            LeadSource::Feed => self.bench.shop.smallest_fuse_a.unwrap_or(USUAL_SMALLEST_A),
            LeadSource::Wire(_) | LeadSource::Branch(_) => SMALLEST_TAP_A,
        };
        let ladder = self.bench.shop.fuses();
        let from = |a: f64| ladder.iter().find(|f| f.rating_a >= a).copied();
        from(least_a.max(usual_a)).filter(|f| f.rating_a <= lead.bears_a).or(from(least_a))
    }

    /// What all coils and module inputs of the circuit take together, A.
    fn coils_a(&self) -> f64 {
        let volt_v = self.bench.supply.regulated_v;
        match (self.control, &self.bench.chain.switching) {
            (ControlChoice::Planned(hardware), Some(switching)) => {
                switching.relays.iter().map(|r| volt_v / input_ohm(hardware, r)).sum()
            }
            (ControlChoice::Relay { relay, .. }, _) => volt_v / relay.load_ohm(),
            _ => 0.0,
        }
    }
}

fn input_ohm(hardware: &Hardware, relay: &PlannedRelay) -> f64 {
    if relay.role.is_module() {
        relay::MODULE_INPUT_OHM
    } else {
        crate::network::hardware::kind_for(hardware, relay.role).load_ohm()
    }
}
