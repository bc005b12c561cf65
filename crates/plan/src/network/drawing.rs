//! Draws a network, or draws it over with other figures.
//!
//! Sizing tries one circuit again and again with another wire or supply. Its nodes and names stay;
//! only the devices change. Drawing over keeps what stays and writes no names.

use jovek_circuit::{Device, ElementId, Network, NodeId, Relay};
use std::fmt::Arguments;

/// A network being drawn.
pub(super) struct Drawing {
    net: Network,
    /// False for a network that is only solved: nobody reads its names.
    named: bool,
    /// Next node and element of the network that is drawn over.
    over: Option<(usize, usize)>,
    /// False as soon as the new drawing differs in more than devices.
    fits: bool,
}

impl Drawing {
    /// An empty sheet.
    pub(super) fn new(named: bool) -> Self {
        Drawing { net: Network::new(), named, over: None, fits: true }
    }

    /// Over a network that was drawn by the same hand, without names.
    pub(super) fn over(mut net: Network) -> Self {
        net.clear_relays();
        Drawing { net, named: false, over: Some((1, 0)), fits: true }
    }

    /// A new node.
    pub(super) fn node(&mut self, name: Arguments) -> NodeId {
        match &mut self.over {
            None if self.named => self.net.node(&name.to_string()),
            None => self.net.unnamed_node(),
            Some((next, _)) if *next < self.net.node_names().len() => {
                *next += 1;
                NodeId::nth(*next as u32 - 1)
            }
            Some(_) => {
                self.fits = false;
                NodeId::GROUND
            }
        }
    }

    /// A device between two nodes.
    pub(super) fn add(
        &mut self,
        name: Arguments,
        from: NodeId,
        to: NodeId,
        device: Device,
    ) -> ElementId {
        let Some((_, next)) = &mut self.over else {
            let name = if self.named { name.to_string() } else { String::new() };
            return self.net.add(name, from, to, device);
        };
        let id = ElementId::nth(*next as u32);
        *next += 1;
        match self.net.elements().get(id.index()) {
            Some(e) if e.from == from && e.to == to => self.net.set_device(id, device),
            _ => self.fits = false,
        }
        id
    }

    /// A relay.
    pub(super) fn add_relay(&mut self, relay: Relay) {
        self.net.add_relay(relay);
    }

    /// The network; none where it did not fit over the one before.
    pub(super) fn finish(self) -> Option<Network> {
        let whole = self.over.is_none_or(|(node, element)| {
            node == self.net.node_names().len() && element == self.net.elements().len()
        });
        (self.fits && whole).then_some(self.net)
    }
}
