//! Parts that can fail, and a network with one of them failed.

use super::names::key;
use super::simulation::Simulation;
use jovek_circuit::Device;
use jovek_circuit::devices::{Contact, Resistor};
use jovek_job::{Fault, FaultKind, Job};
use jovek_phrases::proof as say;
use jovek_plan::chain::{LinkKind, Origin, WireRole};
use jovek_plan::end::FactoryIx;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::sizes::LeadSource;
use jovek_plan::study::Assessment;

/// Resistance of a broken part, ohm.
const BROKEN_OHM: f64 = 1e7;
/// Resistance of a part that is through, ohm.
const THROUGH_OHM: f64 = 0.005;
/// What a joint that has gone bad adds, ohm. Common practice: a corroded ground.
const POOR_OHM: f64 = 0.5;

/// Why a fault cannot be put in.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum FaultError {
    /// No such part.
    #[error("{}", say::there_is_no_part(.part))]
    NoPart {
        /// The key given.
        part: String,
    },
    /// The part cannot fail so.
    #[error("{}", say::cannot_fail_in_this_way(.part))]
    NotSo {
        /// The key given.
        part: String,
    },
}

/// How a part can fail in use.
pub fn kinds(study: &Assessment, place: PartRef) -> &'static [FaultKind] {
    use FaultKind::{Open, Poor, Short, StuckClosed, StuckOpen};
    let link = |i: usize| {
        let chain = &study.circuits.get(place.circuit?)?.chain;
        chain.links.get(i).map(|l| &l.kind)
    };
    match place.what {
        PartKind::FactoryFuse(_) | PartKind::FactoryLamps(_) | PartKind::Lamp(..) => &[Open],
        PartKind::FactoryWire(_)
        | PartKind::Coil(_)
        | PartKind::CoilGround(_)
        | PartKind::LeadFuse(_) => &[Open],
        PartKind::Link(i) => match link(i) {
            Some(LinkKind::Fuse { .. }) => &[Open],
            Some(LinkKind::Wire(run)) if run.role == WireRole::Supply => &[Open, Short],
            Some(LinkKind::Wire(_)) => &[Open],
            Some(LinkKind::Joint { .. } | LinkKind::Connector { .. }) => &[Open, Poor],
            Some(LinkKind::Module(_)) => &[Open],
            _ => &[],
        },
        PartKind::GroundBus
        | PartKind::PlugGround
        | PartKind::HousingGround(_)
        | PartKind::BlockFeed => &[Open, Poor],
        PartKind::BlockRelay => &[Open, Short],
        PartKind::Switch(_) => &[Open, Short],
        PartKind::SignalLead(_) | PartKind::SwitchLead(_) => &[Open, Short],
        PartKind::Diode(_) => &[Open, Short],
        PartKind::RelayContact(_) => &[StuckOpen, StuckClosed],
        PartKind::Splice(_) | PartKind::Leg(..) => &[Open],
        PartKind::Battery
        | PartKind::TowingBattery
        | PartKind::Auxiliary
        | PartKind::Isolation
        | PartKind::Alternator
        | PartKind::FactorySource(_)
        | PartKind::FactoryLeak(_)
        | PartKind::Jumper(_)
        | PartKind::SyncInput(..)
        | PartKind::BlockCoil
        | PartKind::Standby => &[],
    }
}

/// Every part that can fail, each once, with each way in which it can.
pub fn can_fail(live: &Simulation) -> Vec<(PartRef, FaultKind)> {
    let mut seen: Vec<PartRef> = Vec::new();
    let mut out = Vec::new();
    for &place in &live.built.places {
        if !seen.contains(&place) {
            seen.push(place);
            out.extend(kinds(live.study, place).iter().map(|&kind| (place, kind)));
        }
    }
    out
}

/// Puts a fault into a network.
///
/// # Errors
/// [`FaultError`] where there is no such part, or it cannot fail so.
pub fn apply(live: &mut Simulation, job: &Job, fault: &Fault) -> Result<(), FaultError> {
    let study = live.study;
    let place = live
        .built
        .places
        .iter()
        .copied()
        .find(|&p| key(job, study, p) == fault.part)
        .ok_or_else(|| FaultError::NoPart { part: fault.part.clone() })?;
    if live.fail(place, fault.kind) {
        Ok(())
    } else {
        Err(FaultError::NotSo { part: fault.part.clone() })
    }
}

/// The fuse that opens when a wire chafes through to the frame; none where nothing protects it.
pub fn opens_for(study: &Assessment, place: PartRef) -> Option<PartRef> {
    let circuit = place.circuit?;
    let chain = &study.circuits.get(circuit)?.chain;
    let sizes = &study.circuits[circuit].sized.chosen.sizes;
    let own = sizes.fuse.is_some();
    let lead_fuse = |at| {
        let number = sizes.lead_fuses.iter().position(|f| f.at == at)? + 1;
        Some(PartRef { circuit: place.circuit, what: PartKind::LeadFuse(number) })
    };
    let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }))?;
    let factory = |i| PartRef { circuit: None, what: PartKind::FactoryFuse(i) };
    match (place.what, &chain.origin) {
        (PartKind::SignalLead(i), _) => {
            lead_fuse(LeadSource::Wire(FactoryIx(i))).or(Some(factory(i)))
        }
        (PartKind::SwitchLead(_), _) if lead_fuse(LeadSource::Feed).is_some() => {
            lead_fuse(LeadSource::Feed)
        }
        (PartKind::SwitchLead(_), _) if own => {
            Some(PartRef { circuit: place.circuit, what: PartKind::Link(fuse_at) })
        }
        (PartKind::Link(i), _) if own && i > fuse_at => {
            Some(PartRef { circuit: place.circuit, what: PartKind::Link(fuse_at) })
        }
        (PartKind::Link(_) | PartKind::SwitchLead(_), Origin::Factory { index, .. }) => {
            Some(factory(*index))
        }
        _ => None,
    }
}

/// Puts a fault into every element of a part. False where it cannot fail so.
pub fn put_in(live: &mut Simulation, place: PartRef, kind: FaultKind) -> bool {
    if kind == FaultKind::Short
        && matches!(
            place.what,
            PartKind::Link(_) | PartKind::SignalLead(_) | PartKind::SwitchLead(_)
        )
    {
        // A wire that chafes through to the frame opens the fuse before it.
        return match opens_for(live.study, place) {
            Some(fuse) => put_in(live, fuse, FaultKind::Open),
            None => false,
        };
    }
    if let (PartKind::RelayContact(relay), FaultKind::StuckOpen | FaultKind::StuckClosed) =
        (place.what, kind)
    {
        return stick(live, place.circuit, relay, kind == FaultKind::StuckClosed);
    }
    if let (PartKind::Coil(relay), FaultKind::Open) = (place.what, kind) {
        // The full voltage stands across a broken coil, but nothing pulls.
        stick(live, place.circuit, relay, false);
    }
    let ids: Vec<_> = live
        .built
        .net
        .iter()
        .zip(&live.built.places)
        .filter(|(_, p)| **p == place)
        .map(|((id, e), _)| (id, e.device))
        .collect();
    let mut done = false;
    for (id, device) in ids {
        let spoiled = match (kind, device) {
            (FaultKind::Open, _) => Some(Device::ohm(BROKEN_OHM)),
            (FaultKind::Short | FaultKind::LeftOut, Device::Diode(_) | Device::Contact(_)) => {
                Some(Device::ohm(THROUGH_OHM))
            }
            (FaultKind::Poor, Device::Resistor(Resistor { ohm })) => {
                Some(Device::ohm(ohm + POOR_OHM))
            }
            (FaultKind::StuckOpen, Device::Contact(c)) => {
                Some(Device::Contact(Contact { closed: false, ..c }))
            }
            (FaultKind::Reversed, Device::Diode(_)) => {
                live.built.net.reverse(id);
                done = true;
                None
            }
            _ => None,
        };
        if let Some(device) = spoiled {
            live.set(id, device);
            done = true;
        }
    }
    // A broken or welded switch no longer follows its hand.
    let spoiled: Vec<_> = live
        .built
        .moved
        .iter()
        .filter(|m| live.built.places[m.element.index()] == place)
        .map(|m| m.element)
        .collect();
    if done {
        live.built.moved.retain(|m| !spoiled.contains(&m.element));
    }
    done
}

fn stick(live: &mut Simulation, circuit: Option<usize>, relay: usize, is_on: bool) -> bool {
    let at = live.built.relays.iter().position(|r| Some(r.circuit) == circuit && r.relay == relay);
    let Some(at) = at else { return false };
    // It no longer remembers anything: it stays where it is.
    live.built.relays[at].memory = jovek_plan::network::parts::Memory::None;
    match live.built.net.relay_mut(at) {
        Some(relay) => {
            relay.held = Some(is_on);
            true
        }
        None => false,
    }
}
