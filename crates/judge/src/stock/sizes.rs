//! What another size of wire would cost: the pieces of a circuit at the shop's prices.

use super::StockLine;
use crate::answers::Answers;
use jovek_job::CircuitId;
use serde::Serialize;
use utoipa::ToSchema;

/// The wire of a circuit in one size, at the shop's prices.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SizePrice {
    /// The circuit.
    pub circuit: CircuitId,
    /// The size, as in its trade-off: `1.5 mm²`.
    pub label: String,
    /// Cost of all its pieces as they are cut, in the shop's currency; none where the size has no price.
    pub cost: Option<f64>,
}

/// Every size of every trade-off with what its wire costs.
pub fn size_prices(answers: &Answers, stock: &[StockLine]) -> Vec<SizePrice> {
    let mut out = Vec::new();
    for circuit in &answers.circuits {
        let Some(chosen) = circuit.trade_off.iter().find(|p| p.is_chosen) else { continue };
        let pieces = || {
            let own = answers.cuts.iter().filter(|c| c.circuit == circuit.id);
            own.filter(|c| c.wire_text == chosen.label && c.is_cut_once(&answers.cuts))
        };
        // What comes in a box has no metres to price.
        if pieces().next().is_none() {
            continue;
        }
        out.extend(circuit.trade_off.iter().map(|point| {
            let each = pieces().map(|cut| {
                let part = cut.stock_text().replacen(&chosen.label, &point.label, 1);
                let of_size = format!("{} {} ", point.label, cut.insulation);
                Some(metre_price(stock, &part, &of_size)? * cut.length_m)
            });
            SizePrice {
                circuit: circuit.id.clone(),
                label: point.label.clone(),
                cost: each.sum::<Option<f64>>().map(super::estimate::cents),
            }
        }));
    }
    out
}

/// Price of a metre: of that part, else of the cheapest wire that the shop buys in that size and insulation. Common
/// practice: colours cost alike; a cable costs something else.
fn metre_price(stock: &[StockLine], part: &str, of_size: &str) -> Option<f64> {
    let paid = |line: &StockLine| line.price_listed(true);
    let exact = stock.iter().find(|line| line.part == part).and_then(paid);
    let alike = stock.iter().filter(|line| line.part.starts_with(of_size));
    let is_wire = part.starts_with(of_size);
    exact.or_else(|| alike.filter(|_| is_wire).filter_map(paid).reduce(f64::min))
}
