//! The bundle on each way: what lies there, at the sizes that were chosen.

use crate::route::bundle::{Bundle, Strand, bundle};
use crate::route::{LaidRole, LaidWire, Layout};
use crate::study::Assessment;
use jovek_base::units::Lengths;
use jovek_catalog::heat::outer_mm;

/// The wires on a way as strands.
fn strands(study: &Assessment, wires: &[&LaidWire]) -> Vec<Strand> {
    let mut out = Vec::new();
    for wire in wires {
        let Some(studied) = study.circuits.iter().find(|c| c.index == wire.circuit) else {
            continue;
        };
        let sizes = &studied.sized.chosen.sizes;
        let conductor = match wire.role {
            LaidRole::Supply | LaidRole::Return => sizes.wire,
            LaidRole::Coil | LaidRole::Signal => sizes.coil_wire,
            LaidRole::Sync => sizes.sync_wire,
        };
        let area_mm2 = conductor.area_mm2();
        let strand = Strand { outer_mm: outer_mm(area_mm2), area_mm2 };
        out.extend(std::iter::repeat_n(strand, wire.count));
    }
    out
}

/// The bundle on each way of a layout; none where nothing lies.
pub fn bundles(study: &Assessment, layout: &Layout, lengths: Lengths) -> Vec<Option<Bundle>> {
    (0..layout.graph.ways.len())
        .map(|w| {
            let on: Vec<&LaidWire> = layout.wires.iter().filter(|l| l.ways.contains(&w)).collect();
            let strands = strands(study, &on);
            (!strands.is_empty()).then(|| bundle(&strands, lengths))
        })
        .collect()
}
