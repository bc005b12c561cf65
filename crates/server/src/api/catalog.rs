//! What a person can pick from, and what a new circuit starts as.

use super::kinds::{KindChoice, kind_choices};
use crate::extract::Json;
use jovek_core::base::units::{FieldUnit, fahrenheit_fields, us_length_fields};
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::fuse::Fuse;
use jovek_core::catalog::light::{CatalogLight, lights};
use jovek_core::catalog::meter::OVERLOAD_OHM;
use jovek_core::catalog::relay::RELAYS;
use jovek_core::catalog::unit::{OtherUnit, other_units};
use jovek_core::catalog::zone;
use jovek_core::choices::{Choices, choices};
use jovek_core::defaults::{
    ConnectorChoice, Fresh, FunctionChoice, PutOnChoice, SWAP_SIGNALS, SupplyChoice, WatcherChoice,
    connectors, fresh, functions, put_on, supplies, watchers,
};
use jovek_core::job::{Signal, WireSystem, Zone};
use jovek_core::light::scale::{LightScale, light_scale};
use jovek_core::plan::inputs::signal_label;
use jovek_core::printed::{GLOVEBOX, SheetKind};
use jovek_core::usual::{UsualFigure, usual_figures};
use serde::Serialize;
use utoipa::ToSchema;

/// A zone and the temperature that is taken there unless somebody measured it.
#[derive(Debug, Serialize, ToSchema)]
pub struct CatalogZone {
    /// The zone.
    pub zone: Zone,
    /// As it is spoken.
    pub label: &'static str,
    /// Ambient temperature taken, °C.
    pub ambient_c: f64,
}

/// A wire size.
#[derive(Debug, Serialize, ToSchema)]
pub struct CatalogWire {
    /// As the job holds it.
    pub wire: Conductor,
    /// As it is spoken.
    pub label: String,
    /// Its copper, mm².
    pub area_mm2: f64,
}

/// The sizes of one wire system.
#[derive(Debug, Serialize, ToSchema)]
pub struct SystemWires {
    /// The system.
    pub system: WireSystem,
    /// All its sizes, the thinnest first.
    pub wires: Vec<CatalogWire>,
    /// Those that are taken where a shop does not say what it keeps.
    pub usual: Vec<Conductor>,
}

/// A signal of the vehicle.
#[derive(Debug, Serialize, ToSchema)]
pub struct CatalogSignal {
    /// The signal.
    pub signal: Signal,
    /// As it is spoken.
    pub label: &'static str,
}

/// A sheet that can be printed.
#[derive(Debug, Serialize, ToSchema)]
pub struct SheetChoice {
    /// The sheet.
    pub sheet: SheetKind,
    /// As it is spoken.
    pub label: &'static str,
    /// True for those that go with the vehicle.
    pub is_for_glovebox: bool,
}

/// What a person can pick from.
#[derive(Debug, Serialize, ToSchema)]
pub struct Catalog {
    /// Generic lights to start from.
    pub lights: Vec<CatalogLight>,
    /// Sizes that a factory wire may have, metric first.
    pub factory_wires: Vec<CatalogWire>,
    /// Sizes that a shop may keep, by system.
    pub shop_wires: Vec<SystemWires>,
    /// Fuse ratings that a shop may keep, A.
    pub shop_fuses_a: Vec<f64>,
    /// Contact ratings of relays that a shop may keep, A.
    pub shop_relays_a: Vec<f64>,
    /// Zones.
    pub zones: Vec<CatalogZone>,
    /// Signals.
    pub signals: Vec<CatalogSignal>,
    /// States of the supply.
    pub supplies: Vec<SupplyChoice>,
    /// What new things start as.
    pub fresh: Fresh,
    /// What can watch a function of bulbs.
    pub watchers: Vec<WatcherChoice>,
    /// Signals whose bulbs are swapped.
    pub swap_signals: Vec<CatalogSignal>,
    /// Connectors of trailers.
    pub connectors: Vec<ConnectorChoice>,
    /// What a wire of a trailer can do.
    pub functions: Vec<FunctionChoice>,
    /// What can be put on while such a wire is probed.
    pub put_on: Vec<PutOnChoice>,
    /// Units that may be typed in place of the one that a field has.
    pub units: Vec<OtherUnit>,
    /// How a US shop reads and types lengths.
    pub us_lengths: Vec<FieldUnit>,
    /// How a shop with °F reads and types temperatures.
    pub fahrenheit: Vec<FieldUnit>,
    /// What stands for an ohmmeter that shows no number, ohm; anything from half of it on is an open circuit.
    pub overload_ohm: f64,
    /// What the shades of a picture of light stand for.
    pub light_scale: LightScale,
    /// Sheets that can be printed.
    pub sheets: Vec<SheetChoice>,
    /// Values that facts can have, with their words.
    pub choices: Choices,
    /// Kinds of work.
    pub kinds: Vec<KindChoice>,
    /// Figures that count where the shop has not said.
    pub usual: Vec<UsualFigure>,
}

/// Thickest factory lamp wire worth offering, mm².
const FACTORY_WIRE_MOST_MM2: f64 = 6.5;

fn catalog_wire(wire: Conductor) -> CatalogWire {
    CatalogWire { wire, label: wire.label(), area_mm2: wire.area_mm2() }
}

/// Contact ratings of all relays, the weakest first, each once.
fn relay_ratings_a() -> Vec<f64> {
    let mut out: Vec<f64> = RELAYS.iter().map(|r| r.contact_a).collect();
    out.sort_by(f64::total_cmp);
    out.dedup();
    out
}

/// What a person can pick from.
#[utoipa::path(get, path = "/api/catalog", operation_id = "catalog",
    responses((status = 200, body = Catalog)))]
pub(super) async fn catalog() -> Json<Catalog> {
    Json(Catalog {
        lights: lights(),
        factory_wires: [WireSystem::Metric, WireSystem::Awg, WireSystem::Sae]
            .into_iter()
            .flat_map(Conductor::all)
            .filter(|wire| wire.area_mm2() <= FACTORY_WIRE_MOST_MM2)
            .map(catalog_wire)
            .collect(),
        shop_wires: [WireSystem::Metric, WireSystem::Awg, WireSystem::Sae]
            .into_iter()
            .map(|system| SystemWires {
                system,
                wires: Conductor::all(system).into_iter().map(catalog_wire).collect(),
                usual: Conductor::shelf(system),
            })
            .collect(),
        shop_fuses_a: Fuse::ladder().iter().map(|f| f.rating_a).collect(),
        shop_relays_a: relay_ratings_a(),
        zones: Zone::ALL
            .map(|z| CatalogZone { zone: z, label: zone::label(z), ambient_c: zone::ambient_c(z) })
            .into(),
        choices: choices(),
        kinds: kind_choices(),
        usual: usual_figures(),
        signals: Signal::ALL.map(named).into(),
        supplies: supplies(),
        fresh: fresh(),
        watchers: watchers(),
        swap_signals: SWAP_SIGNALS.map(named).into(),
        connectors: connectors(),
        functions: functions(),
        put_on: put_on(),
        units: other_units(),
        us_lengths: us_length_fields(),
        fahrenheit: fahrenheit_fields(),
        overload_ohm: OVERLOAD_OHM,
        light_scale: light_scale(),
        sheets: SheetKind::ALL
            .map(|sheet| SheetChoice {
                sheet,
                label: sheet.label(),
                is_for_glovebox: GLOVEBOX.contains(&sheet),
            })
            .into(),
    })
}

fn named(signal: Signal) -> CatalogSignal {
    CatalogSignal { signal, label: signal_label(signal) }
}
