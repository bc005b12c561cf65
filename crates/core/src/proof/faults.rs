//! Parts that can fail, and a network with one of them failed.

use super::live::Live;
use super::names::key;
use crate::answers::Assessment;
use crate::circuit::Device;
use crate::circuit::devices::{Contact, Resistor};
use crate::job::{Fault, FaultKind, Job};
use crate::plan::chain::{LinkKind, Origin, WireRole};
use crate::plan::places::{Place, What};

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
    #[error("there is no part \"{part}\" on this vehicle; mend it or name another")]
    NoPart {
        /// The key given.
        part: String,
    },
    /// The part cannot fail so.
    #[error("\"{part}\" cannot fail in this way")]
    NotSo {
        /// The key given.
        part: String,
    },
}

/// How a part can fail in use.
pub fn kinds(study: &Assessment, place: Place) -> &'static [FaultKind] {
    use FaultKind::{Open, Poor, Short, StuckClosed, StuckOpen};
    let link = |i: usize| {
        let chain = &study.circuits.get(place.circuit?)?.chain;
        chain.links.get(i).map(|l| &l.kind)
    };
    match place.what {
        What::FactoryFuse(_) | What::FactoryLamps(_) | What::Lamp(..) => &[Open],
        What::FactoryWire(_) | What::Coil(_) | What::CoilGround(_) | What::SwitchLead(_) => &[Open],
        What::Link(i) => match link(i) {
            Some(LinkKind::Fuse { .. }) => &[Open],
            Some(LinkKind::Wire(run)) if run.role == WireRole::Supply => &[Open, Short],
            Some(LinkKind::Wire(_)) => &[Open],
            Some(LinkKind::Joint { .. } | LinkKind::Connector { .. }) => &[Open, Poor],
            Some(LinkKind::Dimmer) => &[Open],
            _ => &[],
        },
        What::GroundBus => &[Open, Poor],
        What::Switch(_) => &[Open, Short],
        What::SignalLead(_) => &[Open, Short],
        What::Diode(_) => &[Open, Short],
        What::RelayContact(_) => &[StuckOpen, StuckClosed],
        What::Splice(_) | What::Leg(..) => &[Open],
        What::Battery
        | What::TowingBattery
        | What::Auxiliary
        | What::Isolation
        | What::Alternator
        | What::FactorySource(_)
        | What::FactoryLeak(_)
        | What::Standby => &[],
    }
}

/// Every part that can fail, each once, with each way in which it can.
pub fn can_fail(live: &Live) -> Vec<(Place, FaultKind)> {
    let mut seen: Vec<Place> = Vec::new();
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
pub fn apply(live: &mut Live, job: &Job, fault: &Fault) -> Result<(), FaultError> {
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
pub fn opens_for(study: &Assessment, place: Place) -> Option<Place> {
    let circuit = place.circuit?;
    let chain = &study.circuits.get(circuit)?.chain;
    let own = study.circuits[circuit].sized.chosen.sizes.fuse.is_some();
    let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }))?;
    let factory = |i| Place { circuit: None, what: What::FactoryFuse(i) };
    match (place.what, &chain.origin) {
        (What::SignalLead(i), _) => Some(factory(i)),
        (What::Link(i), _) if own && i > fuse_at => {
            Some(Place { circuit: place.circuit, what: What::Link(fuse_at) })
        }
        (What::Link(_), Origin::Factory { index, .. }) => Some(factory(*index)),
        _ => None,
    }
}

/// Puts a fault into every element of a part. False where it cannot fail so.
pub fn put_in(live: &mut Live, place: Place, kind: FaultKind) -> bool {
    if kind == FaultKind::Short && matches!(place.what, What::Link(_) | What::SignalLead(_)) {
        // A wire that chafes through to the frame opens the fuse before it.
        return match opens_for(live.study, place) {
            Some(fuse) => put_in(live, fuse, FaultKind::Open),
            None => false,
        };
    }
    if let (What::RelayContact(relay), FaultKind::StuckOpen | FaultKind::StuckClosed) =
        (place.what, kind)
    {
        return stick(live, place.circuit, relay, kind == FaultKind::StuckClosed);
    }
    if let (What::Coil(relay), FaultKind::Open) = (place.what, kind) {
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

fn stick(live: &mut Live, circuit: Option<usize>, relay: usize, is_on: bool) -> bool {
    let at = live.built.relays.iter().position(|r| Some(r.circuit) == circuit && r.relay == relay);
    let Some(at) = at else { return false };
    // It no longer remembers anything: it stays where it is.
    live.built.relays[at].memory = crate::plan::places::Memory::None;
    match live.built.net.relay_mut(at) {
        Some(relay) => {
            relay.held = Some(is_on);
            true
        }
        None => false,
    }
}
