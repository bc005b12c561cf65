//! What another size of wire would give and cost: volts at the lamp, light, copper.

use jovek_base::figure::volts;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::light::FLUX_EXPONENT;
use jovek_circuit::Device;
use jovek_plan::network::cache::NetworkCache;
use jovek_plan::sizing::circuit::{Sized, with_its_leads};
use jovek_plan::sizing::trial::{SizingInput, drop_with};
use jovek_plan::wires::wires;
use serde::Serialize;
use utoipa::ToSchema;

/// Sizes thinner and thicker than the chosen one that are shown.
const AROUND: (usize, usize) = (2, 3);
/// Copper, g/cm³: so many grams in a metre of a square millimetre. Source: handbook density at 20 °C, from memory.
const COPPER_G: f64 = 8.96;

/// One size with what it gives.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TradePoint {
    /// `1.5 mm²`.
    pub label: String,
    /// Across the weakest lamp, in the state that decided, V.
    pub lamp_v: f64,
    /// The same in words.
    pub lamp_text: String,
    /// Light of that lamp against what it would give without any loss, %.
    pub light_percent: f64,
    /// Copper of the circuit's wires of that size, g.
    pub copper_g: f64,
    /// The same in words.
    pub copper_text: String,
    /// True for the size in use.
    pub is_chosen: bool,
    /// True where a rule refuses it.
    pub is_refused: bool,
}

/// The sizes around the chosen one, the thinnest first.
pub fn trade_off(bench: &SizingInput, sized: &Sized, cache: &mut NetworkCache) -> Vec<TradePoint> {
    let chosen = &sized.chosen;
    let bench = &with_its_leads(bench, chosen);
    let wire = chosen.sizes.wire;
    let mut shelf = bench.shop.shelf();
    if !shelf.contains(&wire) {
        shelf.push(wire);
        shelf.sort_by(|a, b| a.area_mm2().total_cmp(&b.area_mm2()));
    }
    let at = shelf.iter().position(|&c| c == wire).unwrap_or(0);
    let around =
        shelf.iter().skip(at.saturating_sub(AROUND.0)).take(AROUND.0.min(at) + 1 + AROUND.1);
    let along_m: f64 = wires(bench.chain, &chosen.sizes)
        .pieces
        .iter()
        .filter(|p| p.wire == wire)
        .map(|p| p.path_m)
        .sum();
    let point = |&size: &Conductor| {
        // In one state and one combination for all of them, the chosen one too.
        let drop = drop_with(bench, size, chosen, cache).ok()?;
        let copper_g = COPPER_G * size.area_mm2() * along_m;
        Some(TradePoint {
            label: size.label(),
            lamp_v: drop.lamp_v,
            lamp_text: volts(drop.lamp_v).to_string(),
            light_percent: light_percent(bench, drop.lamp_v, drop.source_v - drop.diode_v),
            copper_g,
            copper_text: bench.shop.units.weight(copper_g),
            is_chosen: size == wire,
            is_refused: size.area_mm2() < wire.area_mm2() * 0.99
                && bench.circuit.told_wire().is_none(),
        })
    };
    around.filter_map(point).collect()
}

/// Light of the weakest lamps at a voltage against that of the source, %: a driver holds its light down to its cut-in; of
/// strips by their current, of filaments by V^3.4.
fn light_percent(bench: &SizingInput, lamp_v: f64, source_v: f64) -> f64 {
    let part = |device: &Device| match device {
        Device::Incandescent(_) => (lamp_v / source_v).powf(FLUX_EXPONENT),
        Device::RegulatedLed(_) => {
            let power = |v: f64| v * device.flow(v).current_a;
            power(lamp_v) / power(source_v).max(1e-9)
        }
        _ => device.flow(lamp_v).current_a / device.flow(source_v).current_a.max(1e-9),
    };
    let each = bench.chain.lamps.iter().map(|l| part(&l.device));
    100.0 * each.fold(1.0, f64::min)
}
