//! Nodes, elements and relays.

use super::devices::Device;
use std::collections::HashMap;

/// A node of a network. Node 0 is the reference (battery negative).
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct NodeId(pub(crate) u32);

impl NodeId {
    /// The reference node, at 0 V by definition.
    pub const GROUND: NodeId = NodeId(0);

    /// The one with this number, in the order in which they were added.
    pub const fn nth(number: u32) -> Self {
        Self(number)
    }

    /// Its number, in the order in which they were added.
    pub fn index(self) -> usize {
        self.0 as usize
    }
}

/// An element (a device between two nodes) of a network.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct ElementId(pub(crate) u32);

impl ElementId {
    /// The one with this number, in the order in which they were added.
    pub const fn nth(number: u32) -> Self {
        Self(number)
    }

    /// Its number, in the order in which they were added.
    pub fn index(self) -> usize {
        self.0 as usize
    }
}

/// A device between two nodes.
#[derive(Debug, Clone, PartialEq)]
pub struct Element {
    /// Unique name, used in exports and messages.
    pub name: String,
    /// First node: where a positive current enters.
    pub from: NodeId,
    /// Second node: where a positive current leaves.
    pub to: NodeId,
    /// What sits between them.
    pub device: Device,
}

/// Which way a relay contact moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Throw {
    /// Terminal 87: joined to 30 while the coil is energised.
    NormallyOpen,
    /// Terminal 87a: joined to 30 while the coil is at rest.
    NormallyClosed,
}

/// One contact of a relay: a [`Device::Contact`] element that the coil moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct RelayContact {
    /// The contact element.
    pub element: ElementId,
    /// Which way it moves.
    pub throw: Throw,
}

/// A coil that moves contacts, with hysteresis between pull-in and drop-out.
#[derive(Debug, Clone, PartialEq)]
pub struct Relay {
    /// Name for messages.
    pub name: String,
    /// The coil, a resistor element between terminals 86 and 85.
    pub coil: ElementId,
    /// Coil voltage (either polarity) at and above which it pulls in, V.
    pub pull_in_v: f64,
    /// Coil voltage below which it lets go, V.
    pub drop_out_v: f64,
    /// The contacts it moves.
    pub contacts: Vec<RelayContact>,
    /// How it stood before, where that matters: a relay that holds itself stays so.
    pub before: Option<bool>,
    /// Stuck in a state, or held there by its own electronics, whatever the coil does.
    pub held: Option<bool>,
}

/// Why a network cannot be built or solved as described.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum NetworkError {
    /// A figure that no part can have.
    #[error("element {element}: {what}; give a finite figure above zero")]
    BadFigure {
        /// Name of the element.
        element: String,
        /// What is wrong with it.
        what: String,
    },
    /// Two ideal sources force different or undefined currents round a loop.
    #[error(
        "element {element}: an ideal source closes a loop of ideal sources; give one of them an internal resistance"
    )]
    SourceLoop {
        /// Name of the element that closes the loop.
        element: String,
    },
    /// Both ends of an ideal source on one node.
    #[error("element {element}: an ideal source with both ends on one node; move one end")]
    SourceShorted {
        /// Name of the element.
        element: String,
    },
    /// Two elements with one name.
    #[error("two elements are called {element}; every name must be its own")]
    DuplicateName {
        /// The name.
        element: String,
    },
}

/// A circuit: named nodes, elements between them, and relays.
#[derive(Debug, Clone, Default)]
pub struct Network {
    node_names: Vec<String>,
    by_name: HashMap<String, NodeId>,
    elements: Vec<Element>,
    relays: Vec<Relay>,
}

impl Network {
    /// An empty network that holds only the reference node, named `0`.
    pub fn new() -> Self {
        let mut net = Network::default();
        net.node("0");
        net
    }

    /// The node of that name, made when it is new.
    pub fn node(&mut self, name: &str) -> NodeId {
        if let Some(&id) = self.by_name.get(name) {
            return id;
        }
        let id = NodeId(self.node_names.len() as u32);
        self.node_names.push(name.to_owned());
        self.by_name.insert(name.to_owned(), id);
        id
    }

    /// A node without a name, for a network that nobody exports.
    pub fn unnamed_node(&mut self) -> NodeId {
        self.node_names.push(String::new());
        NodeId(self.node_names.len() as u32 - 1)
    }

    /// Puts a device between two nodes.
    pub fn add(
        &mut self,
        name: impl Into<String>,
        from: NodeId,
        to: NodeId,
        device: Device,
    ) -> ElementId {
        let id = ElementId(self.elements.len() as u32);
        self.elements.push(Element { name: name.into(), from, to, device });
        id
    }

    /// Ties a coil to its contacts.
    pub fn add_relay(&mut self, relay: Relay) {
        self.relays.push(relay);
    }

    /// A relay, to let it stick or start otherwise.
    pub fn relay_mut(&mut self, relay: usize) -> Option<&mut Relay> {
        self.relays.get_mut(relay)
    }

    /// Takes all relays out; their elements stay.
    pub fn clear_relays(&mut self) {
        self.relays.clear();
    }

    /// The node of that name, if there is one.
    pub fn find_node(&self, name: &str) -> Option<NodeId> {
        self.by_name.get(name).copied()
    }

    /// The element of that name, if there is one.
    pub fn find_element(&self, name: &str) -> Option<ElementId> {
        self.elements.iter().position(|e| e.name == name).map(|i| ElementId(i as u32))
    }

    /// Name of a node.
    pub fn node_name(&self, node: NodeId) -> &str {
        &self.node_names[node.index()]
    }

    /// Names of all nodes, by index.
    pub fn node_names(&self) -> &[String] {
        &self.node_names
    }

    /// All elements, by index.
    pub fn elements(&self) -> &[Element] {
        &self.elements
    }

    /// One element.
    pub fn element(&self, id: ElementId) -> &Element {
        &self.elements[id.index()]
    }

    /// Ids with their elements.
    pub fn iter(&self) -> impl Iterator<Item = (ElementId, &Element)> {
        self.elements.iter().enumerate().map(|(i, e)| (ElementId(i as u32), e))
    }

    /// All relays.
    pub fn relays(&self) -> &[Relay] {
        &self.relays
    }

    /// Replaces the device of an element: a fault, or another state of a switch.
    pub fn set_device(&mut self, id: ElementId, device: Device) {
        self.elements[id.index()].device = device;
    }

    /// Turns an element round: a diode put in the wrong way.
    pub fn reverse(&mut self, id: ElementId) {
        let element = &mut self.elements[id.index()];
        std::mem::swap(&mut element.from, &mut element.to);
    }

    /// Exchanges the far ends of two elements: wires that were mixed up.
    pub fn exchange_ends(&mut self, a: ElementId, b: ElementId) {
        let (to_a, to_b) = (self.elements[a.index()].to, self.elements[b.index()].to);
        self.elements[a.index()].to = to_b;
        self.elements[b.index()].to = to_a;
    }

    /// Checks every name and figure.
    ///
    /// # Errors
    /// The first [`NetworkError`] found.
    pub fn check(&self) -> Result<(), NetworkError> {
        self.check_names()?;
        self.check_figures()
    }

    pub(super) fn check_names(&self) -> Result<(), NetworkError> {
        let mut seen = std::collections::HashSet::new();
        let mut named = self.elements.iter().filter(|e| !e.name.is_empty());
        match named.find(|e| !seen.insert(e.name.as_str())) {
            Some(e) => Err(NetworkError::DuplicateName { element: e.name.clone() }),
            None => Ok(()),
        }
    }

    pub(super) fn check_figures(&self) -> Result<(), NetworkError> {
        for element in &self.elements {
            if let Err(what) = element.device.check() {
                return Err(NetworkError::BadFigure { element: element.name.clone(), what });
            }
        }
        Ok(())
    }
}
