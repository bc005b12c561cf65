//! SPICE netlist of a network in its solved state.
//!
//! Uses only R, V, D, X and B with `I=`, literal numbers and + − * / sqrt exp log, so that any
//! SPICE runs it. Node names are prefixed with `n_`, because some bare words are operators there.

use super::network::Network;
use super::solver::Solution;
use super::{Device, devices::SpiceCards};
use std::collections::{BTreeMap, BTreeSet};
use std::fmt::Write as _;

/// The nodes' names in the netlist, by number: ids that differ only in case or punctuation stay apart.
pub fn node_names(net: &Network) -> Vec<String> {
    let names = (0..net.node_names().len()).map(|k| {
        let node = super::NodeId::nth(k as u32);
        if node == super::NodeId::GROUND {
            "0".to_owned()
        } else {
            format!("n_{}", plain(net.node_name(node)))
        }
    });
    apart(names)
}

/// The same names, with a number behind each that was given before.
fn apart(names: impl Iterator<Item = String>) -> Vec<String> {
    let mut given: BTreeSet<String> = BTreeSet::new();
    names
        .map(|name| {
            let mut free = name.clone();
            let mut number = 2;
            while !given.insert(free.clone()) {
                free = format!("{name}_x{number}");
                number += 1;
            }
            free
        })
        .collect()
}

fn plain(name: &str) -> String {
    name.chars()
        .map(|c| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '_' })
        .collect()
}

/// Writes the netlist. Relay contacts stand as the solution left them.
pub fn netlist(net: &Network, solution: &Solution, title: &str) -> String {
    let mut out = format!("* {}\n", title.replace('\n', " "));
    out.push_str(
        ".options temp=27 tnom=27 reltol=1e-9 vntol=1e-9 abstol=1e-9 gmin=1e-12 itl1=1000 pivrel=0.9\n",
    );
    let mut definitions = BTreeMap::new();
    let nodes = node_names(net);
    let elements = apart(net.iter().map(|(_, e)| plain(&e.name)));
    for ((id, element), name) in net.iter().zip(&elements) {
        let device = match element.device {
            Device::Contact(mut contact) => {
                contact.closed = solution.is_closed(id);
                Device::Contact(contact)
            }
            other => other,
        };
        let (from, to) = (&nodes[element.from.index()], &nodes[element.to.index()]);
        let SpiceCards { element: card, definition } = device.spice(name, from, to);
        let _ = writeln!(out, "{card}");
        definitions.extend(definition);
    }
    // Where to begin: without it constant-power loads let a SPICE wander off. What it finds is its own.
    for (k, node) in nodes.iter().enumerate().skip(1) {
        let volt_v = solution.node_v(super::NodeId::nth(k as u32));
        let _ = writeln!(out, ".nodeset v({node})={volt_v:.4}");
    }
    for body in definitions.values() {
        let _ = writeln!(out, "{body}");
    }
    out.push_str(".op\n.end\n");
    out
}
