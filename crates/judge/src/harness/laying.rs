//! What the wires lie in and are held with: loom, clips and grommets, as they are bought.

use super::cables::runs;
use super::cuts::{CutLine, Installation};
use jovek_base::units::Units;
use jovek_catalog::heat::outer_mm;
use jovek_job::{HeldBy, LampCircuit, LampPlace, Passage};
use jovek_plan::route::Layout;
use jovek_plan::route::bundle::{Bundle, Strand, bundle, clips};
use jovek_plan::wires::{Piece, PieceRole};
use std::collections::BTreeMap;

/// Shortest run that is put into loom by itself, m. Common practice: the lead of a lamp is not.
const SHORTEST_M: f64 = 0.4;

/// Loom by its bore, clips and grommets.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Laying {
    /// Bore in hundredths of a millimetre, and m of it.
    loom: BTreeMap<u32, f64>,
    /// How many.
    pub clips: usize,
    /// Bore in hundredths of a millimetre, and how many.
    grommets: BTreeMap<u32, usize>,
}

fn key(mm: f64) -> u32 {
    (mm * 100.0).round() as u32
}

/// True for lamps on the roof whose cable goes through it: not stuck on, not on a magnet.
pub fn goes_through_the_roof(circuit: &LampCircuit) -> bool {
    circuit.fitted().any(|l| {
        l.sits() == LampPlace::Roof && !l.is_held_by_adhesive() && l.held_by != Some(HeldBy::Magnet)
    })
}

impl Laying {
    /// True where a hole is drilled for a bundle: roof lamps go through it too.
    pub fn has_new_hole(&self) -> bool {
        !self.grommets.is_empty()
    }

    /// Along the ways of a skeleton: what lies on one way shares its loom.
    pub fn on_ways(layout: &Layout, bundles: &[Option<Bundle>], is_jacketed: bool) -> Laying {
        let mut out = Laying::default();
        for (way, bundle) in layout.graph.ways.iter().zip(bundles) {
            let Some(bundle) = bundle else { continue };
            out.held(way.length_m, bundle, is_jacketed);
            // A grommet that is there is not bought.
            if let (Passage::NewHole, Some(mm)) = (way.passage, bundle.grommet_mm) {
                *out.grommets.entry(key(mm)).or_default() += 1;
            }
        }
        out
    }

    /// Along the sections of each circuit, by itself: nobody said what of two circuits lies side by side.
    pub fn along_sections(of: Installation, cuts: &[CutLine]) -> Laying {
        let mut out = Laying::default();
        let is_laid = |p: &Piece| {
            let is_of_lamps = matches!(
                p.role,
                PieceRole::Unfused | PieceRole::Feed | PieceRole::Switched | PieceRole::Return
            );
            is_of_lamps && !p.is_short && p.path_m >= SHORTEST_M
        };
        for (path_m, lines) in runs(of, cuts, is_laid) {
            let strands: Vec<Strand> = lines.iter().map(|&k| strand(&cuts[k])).collect();
            let bundle = bundle(&strands, of.job.shop.units.lengths);
            out.held(path_m, &bundle, of.job.shop.jacketed);
        }
        out
    }

    fn held(&mut self, length_m: f64, bundle: &Bundle, is_jacketed: bool) {
        self.clips += clips(length_m);
        // A jacketed cable needs no loom.
        if let (Some(mm), false) = (bundle.loom_mm, is_jacketed) {
            *self.loom.entry(key(mm)).or_default() += length_m;
        }
    }

    /// Loom by its bore as it is written, in m.
    pub fn loom(&self, units: Units) -> impl Iterator<Item = (String, f64)> {
        self.loom.iter().map(move |(bore, m)| (units.bore(f64::from(*bore) / 100.0), *m))
    }

    /// Grommets by their bore as it is written.
    pub fn grommets(&self, units: Units) -> impl Iterator<Item = (String, usize)> {
        self.grommets.iter().map(move |(bore, n)| (units.bore(f64::from(*bore) / 100.0), *n))
    }
}

fn strand(cut: &CutLine) -> Strand {
    let area_mm2 = cut.wire.area_mm2();
    Strand { outer_mm: outer_mm(area_mm2), area_mm2 }
}
