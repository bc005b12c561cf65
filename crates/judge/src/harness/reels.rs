//! Cutting from reels: which piece comes off which, so that few are opened and little is left.

use super::cuts::CutLine;
use jovek_base::packing::plan;
use jovek_base::units::{FOOT_M, Lengths, Units};
use jovek_job::Shop;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Length on a reel when the shop has not said, m. Common practice: small reels of vehicle wire.
const REEL_M: f64 = 25.0;
/// The same in a US shop, m. Common practice: spools of 100 ft.
const US_REEL_M: f64 = 100.0 * FOOT_M;

/// Length on a reel of a shop that has not said, m.
pub fn usual_reel_m(lengths: Lengths) -> f64 {
    match lengths {
        Lengths::Metric => REEL_M,
        Lengths::Us => US_REEL_M,
    }
}

/// Length on a reel of a shop, m.
pub fn reel_m(shop: &Shop) -> f64 {
    shop.reel_m.unwrap_or_else(|| usual_reel_m(shop.units.lengths))
}

/// One reel and what is cut from it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Reel {
    /// Size, insulation and colour, or the cable, as in the parts list.
    pub wire: String,
    /// Number within its wire, from 1.
    pub number: usize,
    /// Labels of the pieces, longest first.
    pub pieces: Vec<String>,
    /// What is left, m.
    pub left_m: f64,
    /// The same as the shop reads its tape.
    pub left_text: String,
}

/// The reels of a cut list: one plan for each size and colour. What is longer than a reel is bought by the
/// piece.
pub fn reels(cuts: &[CutLine], reel_m: f64, units: Units) -> Vec<Reel> {
    let mut by_wire: BTreeMap<String, Vec<&CutLine>> = BTreeMap::new();
    for cut in cuts.iter().filter(|c| c.is_cut_once(cuts)) {
        by_wire.entry(cut.stock_text()).or_default().push(cut);
    }
    let mm = |m: f64| (m * 1000.0).round() as u32;
    let mut out = Vec::new();
    for (wire, pieces) in by_wire {
        let lengths: Vec<u32> = pieces.iter().map(|c| mm(c.length_m)).collect();
        let plan = plan(&lengths, mm(reel_m));
        let alone = plan.too_long.iter().map(|&k| vec![k]);
        let all: Vec<Vec<usize>> = plan.reels.iter().cloned().chain(alone).collect();
        for (n, held) in all.iter().enumerate() {
            let used: u32 = held.iter().map(|&k| lengths[k]).sum();
            let left_m = f64::from(mm(reel_m).saturating_sub(used)) / 1000.0;
            out.push(Reel {
                wire: wire.clone(),
                number: n + 1,
                pieces: held.iter().map(|&k| pieces[k].label.clone()).collect(),
                left_m,
                left_text: units.length(left_m),
            });
        }
    }
    out
}
