//! Figures that count where the shop has not said: shown in the empty fields.

use crate::harness::reels::usual_reel_m;
use crate::rules::fuse_place::NEAR_M;
use jovek_base::units::Lengths;
use jovek_catalog::fuse::USUAL_SMALLEST_A;
use jovek_catalog::joint::END_ALLOWANCE_M;
use jovek_plan::feed::USUAL_TIE_IN_A;
use jovek_plan::need::USUAL_MARGIN_V;
use jovek_plan::route::lay::{CONNECTOR_M, DRIP_LOOP_M, HINGE_M, STRAIN_RELIEF_M};
use serde::Serialize;
use utoipa::ToSchema;

/// A figure of the shop that counts until somebody gives another.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct UsualFigure {
    /// Its place, such as `shop.hinge_m`.
    pub path: &'static str,
    /// The figure, in the unit that its name ends with.
    pub value: f64,
    /// The figure of a US shop, in the same unit.
    pub us: f64,
}

/// All of them.
pub fn usual_figures() -> Vec<UsualFigure> {
    [
        ("shop.margin_v", USUAL_MARGIN_V),
        ("shop.smallest_fuse_a", USUAL_SMALLEST_A),
        ("shop.tie_in_a", USUAL_TIE_IN_A),
        ("shop.unfused_m", NEAR_M),
        ("shop.hinge_m", HINGE_M),
        ("shop.connector_m", CONNECTOR_M),
        ("shop.drip_loop_m", DRIP_LOOP_M),
        ("shop.strain_relief_m", STRAIN_RELIEF_M),
        ("shop.end_allowance_m", END_ALLOWANCE_M),
        ("shop.spare_percent", 0.0),
        ("shop.reel_m", usual_reel_m(Lengths::Metric)),
    ]
    .map(|(path, value)| {
        let us = if path == "shop.reel_m" { usual_reel_m(Lengths::Us) } else { value };
        UsualFigure { path, value, us }
    })
    .into()
}
