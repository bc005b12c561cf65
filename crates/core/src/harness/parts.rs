//! The parts list, with totals.

use super::cuts::CutLine;
use crate::plan::chain::{Chain, LinkKind};
use crate::sizing::{ControlChoice, Sizes};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// One line of the parts list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PartLine {
    /// Group, in the order of the list.
    pub group: &'static str,
    /// The part.
    pub part: String,
    /// How much.
    pub quantity: f64,
    /// Unit of the quantity.
    pub unit: &'static str,
    /// As it is shown.
    pub quantity_text: String,
}

const GROUPS: [&str; 5] = ["lights", "protection", "control", "wire", "ends"];

/// All parts of the planned circuits.
pub fn parts_list(parts: &[(&Chain, &Sizes)], cuts: &[CutLine]) -> Vec<PartLine> {
    let mut sums: BTreeMap<(usize, String, &'static str), f64> = BTreeMap::new();
    let mut add = |group: usize, part: String, unit: &'static str, quantity: f64| {
        *sums.entry((group, part, unit)).or_default() += quantity;
    };
    for (chain, sizes) in parts {
        for lamp in &chain.lamps {
            add(0, lamp.name.clone(), "pc", f64::from(lamp.count));
        }
        let has_fuse = chain.links.iter().any(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        if let (true, Some(fuse)) = (has_fuse, sizes.fuse) {
            let family = fuse.family_label();
            add(1, format!("fuse {}, {family}, {}", fuse.label(), fuse.colour()), "pc", 1.0);
            add(1, format!("sealed fuse holder, {family}"), "pc", 1.0);
        }
        match &sizes.control {
            ControlChoice::Relay { relay, switch_a, .. } => {
                let system = relay.system.nominal_v();
                add(
                    2,
                    format!("{} {system:.0} V {} A, suppressed", relay.name, relay.contact_a),
                    "pc",
                    1.0,
                );
                add(2, "relay socket".into(), "pc", 1.0);
                add(2, format!("panel switch {switch_a} A"), "pc", 1.0);
            }
            ControlChoice::Switch { rating_a: Some(a) } => {
                add(2, format!("panel switch {a} A"), "pc", 1.0);
            }
            ControlChoice::Switch { rating_a: None } | ControlChoice::Source => {}
        }
    }
    for cut in cuts {
        add(3, format!("{} {} {}", cut.wire_text, cut.insulation, cut.colour), "m", cut.length_m);
        add(4, cut.from_terminal.clone(), "pc", 1.0);
        add(4, cut.to_terminal.clone(), "pc", 1.0);
    }
    sums.into_iter()
        .map(|((group, part, unit), quantity)| PartLine {
            group: GROUPS[group],
            part,
            quantity: (quantity * 100.0).round() / 100.0,
            unit,
            quantity_text: if unit == "m" {
                format!("{quantity:.2} m")
            } else {
                format!("{quantity:.0}")
            },
        })
        .collect()
}

/// The parts list as CSV.
pub fn csv(lines: &[PartLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["group", "part", "quantity", "unit"]);
    for l in lines {
        let quantity =
            if l.unit == "m" { format!("{:.2}", l.quantity) } else { format!("{:.0}", l.quantity) };
        let _ = out.write_record([l.group, &super::cell(&l.part), &quantity, l.unit]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
