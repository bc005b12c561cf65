//! A small catalog of generic lights, to start from.

use crate::job::{LightKind, MadeFor};
use serde::Serialize;
use utoipa::ToSchema;

/// A generic light.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CatalogLight {
    /// Key, stable.
    pub key: &'static str,
    /// Name.
    pub name: &'static str,
    /// Typical label power, W.
    pub label_w: f64,
    /// Voltage that it is made for.
    pub made_for: MadeFor,
    /// How it takes its current.
    pub draws: LightKind,
}

/// Generic lights; figures are typical, no maker's. Common practice.
pub fn lights() -> Vec<CatalogLight> {
    let regulated = LightKind::Regulated { cut_in_v: None };
    let filament = LightKind::Incandescent {};
    let strip = LightKind::Strip { forward_v: None };
    let row =
        |key, name, label_w, made_for, draws| CatalogLight { key, name, label_w, made_for, draws };
    use MadeFor::{V12, V12To24, V24};
    vec![
        row("work-20", "LED work lamp 20 W", 20.0, V12To24, regulated),
        row("work-40", "LED work lamp 40 W", 40.0, V12To24, regulated),
        row("bar-120", "LED light bar 120 W", 120.0, V12To24, regulated),
        row("beacon-15", "LED beacon 15 W", 15.0, V12To24, regulated),
        row("reverse-10", "LED reverse lamp 10 W", 10.0, V12To24, regulated),
        row("marker-1", "LED side marker 1 W", 1.0, V12, strip),
        row("strip-12", "LED strip, 1 m, 12 W", 12.0, V12, strip),
        row("strip-12-24", "LED strip, 1 m, 12 W, 24 V", 12.0, V24, strip),
        row("bulb-5", "Bulb 5 W", 5.0, V12, filament),
        row("bulb-21", "Bulb 21 W", 21.0, V12, filament),
        row("halogen-55", "Halogen work lamp 55 W", 55.0, V12, filament),
        row("halogen-70-24", "Halogen work lamp 70 W, 24 V", 70.0, V24, filament),
    ]
}
