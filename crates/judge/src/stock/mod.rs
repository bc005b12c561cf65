//! What the shop holds and pays: a list in CSV, read with its bad rows named, and the estimate of a job.

pub mod estimate;
pub mod read;
pub mod sizes;

pub use estimate::{Estimate, EstimateLine, LabourLine, estimate};
pub use jovek_base::table::BadRow;
pub use read::{StockRead, read};
pub use sizes::{SizePrice, size_prices};

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A part on the shelf.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StockLine {
    /// The part, as parts lists call it.
    pub part: String,
    /// How much is on the shelf, in the unit of the parts list.
    #[serde(default)]
    pub held: f64,
    /// Price of one unit, in the shop's currency; none where nobody knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub price: Option<f64>,
}

/// The shelf as CSV.
pub fn csv(lines: &[StockLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["part", "held", "price"]);
    for l in lines {
        let price = l.price.map_or_else(String::new, |p| p.to_string());
        let _ = out.write_record([jovek_base::csv::cell(&l.part), l.held.to_string(), price]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
