//! Figures that nobody gave, and what was taken instead.

use serde::Serialize;
use utoipa::ToSchema;

/// A figure that nobody measured.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Assumption {
    /// Place in the job, such as `supply.battery.capacity_ah`.
    pub path: String,
    /// What it is, in the fitter's words.
    pub label: String,
    /// The figure that was taken.
    pub value: f64,
    /// Its unit.
    pub unit: &'static str,
}

/// Collects assumptions while a plan is made.
#[derive(Debug, Default)]
pub struct Assumed {
    list: Vec<Assumption>,
}

impl Assumed {
    /// The figure given, or the one assumed, which is then noted.
    pub fn or(
        &mut self,
        given: Option<f64>,
        assumed: f64,
        path: impl Into<String>,
        label: impl Into<String>,
        unit: &'static str,
    ) -> f64 {
        given.unwrap_or_else(|| {
            self.list.push(Assumption {
                path: path.into(),
                label: label.into(),
                value: assumed,
                unit,
            });
            assumed
        })
    }

    /// All that was assumed, in the order in which it was met.
    pub fn into_list(self) -> Vec<Assumption> {
        self.list
    }
}
