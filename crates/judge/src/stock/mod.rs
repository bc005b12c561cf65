//! What the shop holds and pays: a list in CSV, read with its bad rows named, and the estimate of a job.

pub mod estimate;
pub mod read;
pub mod sizes;

pub use estimate::{Estimate, EstimateLine, LabourLine, estimate};
pub use jovek_base::table::BadRow;
pub use read::{StockRead, read};
pub use sizes::{SizePrice, size_prices};

use jovek_base::units::FOOT_M;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// What of the shelf is kept for others, by part, in the unit of the parts list.
pub type Reserved = BTreeMap<String, f64>;

/// A part on the shelf.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StockLine {
    /// The part, as parts lists call it.
    pub part: String,
    /// How much is on the shelf.
    #[serde(default)]
    pub held: f64,
    /// Price of one, in the shop's currency; none where nobody knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub price: Option<f64>,
    /// What they are counted in.
    #[serde(default, skip_serializing_if = "StockUnit::is_as_listed")]
    pub unit: StockUnit,
    /// How much comes in one pack, or is on one reel; none where it is bought one by one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pack: Option<f64>,
}

/// What a part on the shelf is counted in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum StockUnit {
    /// As parts lists do: pieces, or metres of what comes by length.
    #[default]
    AsListed,
    /// Feet: 0.3048 m, exact (NIST SP 811, appendix B).
    Foot,
}

impl StockUnit {
    fn is_as_listed(&self) -> bool {
        *self == StockUnit::AsListed
    }

    /// As it stands in a list: nothing, or `ft`.
    pub fn sign(self) -> &'static str {
        match self {
            StockUnit::AsListed => "",
            StockUnit::Foot => "ft",
        }
    }

    /// The unit that a list names; none for one that is not known.
    pub fn of(sign: &str) -> Option<StockUnit> {
        match sign.trim().to_ascii_lowercase().as_str() {
            "" | "m" | "pc" | "pcs" | "piece" | "pieces" => Some(StockUnit::AsListed),
            "ft" | "foot" | "feet" => Some(StockUnit::Foot),
            _ => None,
        }
    }

    /// The parts list's unit for one of it.
    fn listed(self) -> f64 {
        match self {
            StockUnit::AsListed => 1.0,
            StockUnit::Foot => FOOT_M,
        }
    }
}

impl StockLine {
    /// What is held in the unit of the parts list, nothing less. A piece has no feet: it is counted as it stands.
    pub fn held_listed(&self, is_by_length: bool) -> f64 {
        self.held.max(0.0) * self.listed(is_by_length)
    }

    /// The price of one in the unit of the parts list.
    pub fn price_listed(&self, is_by_length: bool) -> Option<f64> {
        self.price.map(|price| price / self.listed(is_by_length))
    }

    /// What comes in a pack, in the unit of the parts list.
    pub fn pack_listed(&self, is_by_length: bool) -> Option<f64> {
        self.pack.filter(|&pack| pack > 0.0).map(|pack| pack * self.listed(is_by_length))
    }

    fn listed(&self, is_by_length: bool) -> f64 {
        if is_by_length { self.unit.listed() } else { 1.0 }
    }
}

/// The shelf as CSV.
pub fn csv(lines: &[StockLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["part", "held", "price", "unit", "pack"]);
    for l in lines {
        let figure = |of: Option<f64>| of.map_or_else(String::new, |f| f.to_string());
        let _ = out.write_record([
            jovek_base::csv::cell(&l.part),
            l.held.to_string(),
            figure(l.price),
            l.unit.sign().into(),
            figure(l.pack),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
