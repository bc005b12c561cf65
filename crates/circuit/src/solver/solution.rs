//! What a solved network holds, what it may be named for, and why there may be none.

use crate::network::{ElementId, Network, NetworkError, NodeId};

/// Something the solver found that has a name.
#[derive(Debug, Clone, PartialEq)]
pub enum Condition {
    /// The line cannot carry the full power of its lamps: V² < 4·R·P.
    Collapse {
        /// The lamp.
        element: ElementId,
        /// Most power the line could put into any load there, W.
        available_w: f64,
        /// Power that this lamp and its dimmed neighbours on the line want there, W.
        wanted_w: f64,
    },
    /// A second, lower stable point exists: a lamp switched on from cold may stay dim.
    ColdStartLatch {
        /// The lamp.
        element: ElementId,
        /// Voltage across it at the lower point, V.
        low_v: f64,
    },
    /// A source is pulled below half its open voltage.
    Short {
        /// The source.
        element: ElementId,
        /// Current it delivers, A.
        current_a: f64,
    },
    /// A lamp with no closed path to any source.
    Open {
        /// The lamp.
        element: ElementId,
    },
    /// A node without any path to the reference; its voltage has no meaning.
    Floating {
        /// The node.
        node: NodeId,
    },
    /// A relay that opens its own coil circuit and closes it again, without end.
    Buzzer {
        /// Index of the relay in [`Network::relays`].
        relay: usize,
    },
}

/// Why no answer could be given.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum SolveError {
    /// The network itself is not sound.
    #[error(transparent)]
    Network(#[from] NetworkError),
    /// Neither method came to rest.
    #[error("no steady state found after {steps} steps; largest current error {residual_a:.3e} A")]
    NoRest {
        /// Steps taken.
        steps: usize,
        /// Largest violation of Kirchhoff's current law, A.
        residual_a: f64,
    },
}

/// A solved network.
#[derive(Debug, Clone)]
pub struct Solution {
    pub(super) node_v: Vec<f64>,
    pub(super) element_a: Vec<f64>,
    pub(super) closed: Vec<bool>,
    pub(super) energised: Vec<bool>,
    /// What the solver noticed.
    pub conditions: Vec<Condition>,
    /// Newton and continuation steps taken in all.
    pub steps: usize,
}

impl Solution {
    /// Voltage of a node against the reference, V.
    pub fn node_v(&self, node: NodeId) -> f64 {
        self.node_v[node.index()]
    }

    /// Current through an element from its first to its second node, A.
    pub fn current_a(&self, element: ElementId) -> f64 {
        self.element_a[element.index()]
    }

    /// Voltage across an element, first node against second, V.
    pub fn across_v(&self, net: &Network, element: ElementId) -> f64 {
        let e = net.element(element);
        self.node_v(e.from) - self.node_v(e.to)
    }

    /// Power taken by an element (negative: delivered), W.
    pub fn power_w(&self, net: &Network, element: ElementId) -> f64 {
        self.across_v(net, element) * self.current_a(element)
    }

    /// State of a contact in this solution.
    pub fn is_closed(&self, element: ElementId) -> bool {
        self.closed[element.index()]
    }

    /// Whether the relay's coil is energised.
    pub fn is_energised(&self, relay: usize) -> bool {
        self.energised[relay]
    }

    /// Relays that open and close without end.
    pub fn buzzing(&self) -> impl Iterator<Item = usize> + '_ {
        self.conditions.iter().filter_map(|c| match c {
            Condition::Buzzer { relay } => Some(*relay),
            _ => None,
        })
    }

    /// The collapse or other condition named for this element, if any.
    pub fn condition_of(&self, element: ElementId) -> Option<&Condition> {
        self.conditions.iter().find(|c| match c {
            Condition::Collapse { element: e, .. }
            | Condition::ColdStartLatch { element: e, .. }
            | Condition::Short { element: e, .. }
            | Condition::Open { element: e } => *e == element,
            Condition::Floating { .. } | Condition::Buzzer { .. } => false,
        })
    }
}
