//! The connectors that wires go through, each with its cavities given out in order.

use crate::end::{CircuitIx, End, PlugIx};
use jovek_job::{PlugId, WayId};

/// What makes a connector the same for two wires.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum PlugKey {
    /// The way of the skeleton that it stands in.
    Way(WayId),
    /// What a person said of a section.
    Told(PlugId),
    /// A circuit alone goes through it: its place among the links of the chain.
    Own(CircuitIx, usize),
}

/// A connector in the harness.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Plug {
    /// What makes it the same for two wires.
    pub key: PlugKey,
    /// Name of the section or way that it stands in: for people only.
    pub name: String,
    /// Cavities given out.
    pub cavities: usize,
}

/// All connectors of a job, in the order in which wires meet them.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Plugs(Vec<Plug>);

impl Plugs {
    /// The next free cavity of a connector.
    pub fn cavity(&mut self, key: PlugKey, name: &str) -> End {
        let at = match self.0.iter().position(|p| p.key == key) {
            Some(at) => at,
            None => {
                self.0.push(Plug { key, name: name.to_owned(), cavities: 0 });
                self.0.len() - 1
            }
        };
        self.0[at].cavities += 1;
        End::Cavity(PlugIx(at), self.0[at].cavities)
    }

    /// A connector.
    pub fn get(&self, plug: PlugIx) -> Option<&Plug> {
        self.0.get(plug.0)
    }

    /// The connector in a way of the skeleton.
    pub fn in_way(&self, way: &WayId) -> Option<PlugIx> {
        self.0.iter().position(|p| matches!(&p.key, PlugKey::Way(w) if w == way)).map(PlugIx)
    }

    /// All of them.
    pub fn iter(&self) -> impl Iterator<Item = (PlugIx, &Plug)> {
        self.0.iter().enumerate().map(|(k, p)| (PlugIx(k), p))
    }
}
