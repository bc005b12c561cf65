//! Exports in open formats: SPICE, CSV, SVG, and the job itself.

use crate::answers::{assess, study};
use crate::circuit::{SolveError, spice};
use crate::harness::{cuts, diagram, parts};
use crate::job::Job;
use crate::plan::SupplyState;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What can be exported.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Format {
    /// SPICE netlist of one state.
    Spice,
    /// Cut list.
    WiresCsv,
    /// Parts list.
    PartsCsv,
    /// Line diagram.
    DiagramSvg,
    /// The job in its canonical form.
    Job,
}

impl Format {
    /// Media type.
    pub fn media_type(self) -> &'static str {
        match self {
            Format::Spice => "text/plain; charset=utf-8",
            Format::WiresCsv | Format::PartsCsv => "text/csv; charset=utf-8",
            Format::DiagramSvg => "image/svg+xml",
            Format::Job => "application/json",
        }
    }

    /// Ending of a file name.
    pub fn file_ending(self) -> &'static str {
        match self {
            Format::Spice => "cir",
            Format::WiresCsv => "wires.csv",
            Format::PartsCsv => "parts.csv",
            Format::DiagramSvg => "svg",
            Format::Job => "json",
        }
    }
}

/// A state of the vehicle that can be exported: the supply, with everything on or off.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct ExportState {
    /// State of the supply.
    pub supply: SupplyState,
    /// Everything on, or everything off.
    pub on: bool,
}

impl ExportState {
    /// All states, in order: each supply state with everything on, then with everything off.
    pub fn all() -> Vec<ExportState> {
        [true, false]
            .into_iter()
            .flat_map(|on| SupplyState::ALL.map(|supply| ExportState { supply, on }))
            .collect()
    }

    /// Name on the command line: `engine_off`, or `engine_off.off` with everything off.
    pub fn name(self) -> String {
        format!("{}{}", self.supply.key(), if self.on { "" } else { ".off" })
    }

    /// The state of that name.
    pub fn named(name: &str) -> Option<ExportState> {
        ExportState::all().into_iter().find(|s| s.name() == name)
    }
}

/// Why an export could not be made.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum ExportError {
    /// The name of the state is unknown.
    #[error("there is no state \"{name}\"; use one of {}", known())]
    NoState {
        /// The name given.
        name: String,
    },
    /// The circuit has no steady state.
    #[error(transparent)]
    Unsolved(#[from] SolveError),
}

fn known() -> String {
    ExportState::all().iter().map(|s| s.name()).collect::<Vec<_>>().join(", ")
}

/// Writes a job in a format; `state` names the state for SPICE and the diagram.
///
/// # Errors
/// [`ExportError`].
pub fn export(job: &Job, format: Format, state: Option<&str>) -> Result<String, ExportError> {
    let name = state.unwrap_or("engine_off");
    let state =
        ExportState::named(name).ok_or_else(|| ExportError::NoState { name: name.to_owned() })?;
    Ok(match format {
        Format::Job => job.write(),
        Format::WiresCsv => cuts::csv(&assess(job).cuts),
        Format::PartsCsv => parts::csv(&assess(job).parts),
        Format::DiagramSvg => {
            let answers = assess(job);
            let at = SupplyState::ALL.iter().position(|s| *s == state.supply).unwrap_or(0);
            let title = format!(
                "Unit {}, {}: {}",
                job.unit,
                job.title,
                state.supply.label().to_lowercase()
            );
            diagram::svg(&title, &answers.circuits, at)
        }
        Format::Spice => {
            let (net, solution) = study(job).network(state.supply, state.on)?;
            let title = format!("Unit {} {} state {}", job.unit, job.title, state.name());
            spice::netlist(&net, &solution, &title)
        }
    })
}
