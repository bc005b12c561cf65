//! What a fault changes in the network of a sound vehicle.

use jovek_circuit::devices::{Battery, Contact, Resistor};
use jovek_circuit::{Device, ElementId, NodeId, Throw};
use jovek_plan::network::build::Built;
use jovek_plan::network::parts::Memory;

/// Resistance of a broken part, ohm: so large that what leaks through a lamp decides.
const BROKEN_OHM: f64 = 1e9;
/// Resistance of a part that is through, ohm.
const THROUGH_OHM: f64 = 0.005;

/// One change.
#[derive(Debug, Clone, PartialEq)]
pub enum Edit {
    /// The part carries nothing.
    Break(ElementId),
    /// So many ohm more.
    Add(ElementId, f64),
    /// The part carries as if it were not there.
    Through(ElementId),
    /// The part sits the wrong way round.
    Reverse(ElementId),
    /// The far ends of two parts are exchanged.
    Exchange(ElementId, ElementId),
    /// Another device in its place.
    Replace(ElementId, Device),
    /// A relay stays as it is: pulled in, or not.
    Stick(usize, bool),
    /// A relay's contacts are wired to 87a for 87.
    Turn(usize),
    /// Two points touch, with so many ohm between them.
    Touch(NodeId, NodeId, f64),
    /// The battery: so many volts less, so many times its resistance.
    Tire(f64, f64),
}

/// Puts changes into a network.
pub fn apply(built: &mut Built, edits: &[Edit]) {
    for edit in edits {
        match *edit {
            Edit::Break(id) => put(built, id, Device::ohm(BROKEN_OHM)),
            Edit::Through(id) => put(built, id, Device::ohm(THROUGH_OHM)),
            Edit::Replace(id, device) => put(built, id, device),
            Edit::Add(id, more_ohm) => {
                let device = match built.net.element(id).device {
                    Device::Resistor(Resistor { ohm }) => Device::ohm(ohm + more_ohm),
                    Device::Contact(c) => {
                        Device::Contact(Contact { closed_ohm: c.closed_ohm + more_ohm, ..c })
                    }
                    other => other,
                };
                built.net.set_device(id, device);
            }
            Edit::Reverse(id) => built.net.reverse(id),
            Edit::Exchange(a, b) => built.net.exchange_ends(a, b),
            Edit::Stick(relay, is_on) => {
                if let Some(memory) = built.relays.get_mut(relay) {
                    memory.memory = Memory::None;
                }
                if let Some(relay) = built.net.relay_mut(relay) {
                    relay.held = Some(is_on);
                }
            }
            Edit::Turn(relay) => {
                if let Some(relay) = built.net.relay_mut(relay) {
                    for contact in &mut relay.contacts {
                        contact.throw = match contact.throw {
                            Throw::NormallyOpen => Throw::NormallyClosed,
                            Throw::NormallyClosed => Throw::NormallyOpen,
                        };
                    }
                }
            }
            Edit::Touch(a, b, ohm) => {
                built.net.add("touch", a, b, Device::ohm(ohm));
            }
            Edit::Tire(less_v, factor) => {
                if let Device::Battery(b) = built.net.element(built.battery).device {
                    let tired = Battery {
                        open_circuit_v: b.open_circuit_v - less_v,
                        internal_ohm: b.internal_ohm * factor,
                        charge_ohm: b.charge_ohm * factor,
                    };
                    built.net.set_device(built.battery, Device::Battery(tired));
                }
            }
        }
    }
}

/// Replaces a device for good: no input moves it any more.
fn put(built: &mut Built, id: ElementId, device: Device) {
    built.net.set_device(id, device);
    built.moved.retain(|m| m.element != id);
}
