//! SPICE netlist of a network in its solved state.
//!
//! Uses only R, V, D, X and B with `I=`, literal numbers and + − * / sqrt exp log, so that any
//! SPICE runs it. Node names are prefixed with `n_`, because some bare words are operators there.

use super::network::Network;
use super::solver::Solution;
use super::{Device, devices::SpiceCards};
use std::collections::BTreeMap;
use std::fmt::Write as _;

/// A node's name in the netlist.
pub fn node_name(net: &Network, node: super::NodeId) -> String {
    if node == super::NodeId::GROUND {
        return "0".into();
    }
    format!("n_{}", plain(net.node_name(node)))
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
    for (id, element) in net.iter() {
        let device = match element.device {
            Device::Contact(mut contact) => {
                contact.closed = solution.is_closed(id);
                Device::Contact(contact)
            }
            other => other,
        };
        let (from, to) = (node_name(net, element.from), node_name(net, element.to));
        let SpiceCards { element: card, definition, hint_v } =
            device.spice(&plain(&element.name), &from, &to);
        let _ = writeln!(out, "{card}");
        definitions.extend(definition);
        if let Some(v) = hint_v.filter(|_| to == "0") {
            let _ = writeln!(out, ".nodeset v({from})={v}");
        }
    }
    for body in definitions.values() {
        let _ = writeln!(out, "{body}");
    }
    out.push_str(".op\n.end\n");
    out
}
