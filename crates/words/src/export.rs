//! Exports in open formats: SPICE, CSV, SVG, and the job itself.

use crate::diagram;
use crate::diagram::diagram;
use crate::formboard;
use jiff::Timestamp;
use jovek_circuit::{Solution, SolveError, spice};
use jovek_job::{Job, SupplyState, VehicleState};
use jovek_judge::answers::assess;
use jovek_judge::harness::reels::reel_m;
use jovek_judge::harness::{cuts, labels, parts, pins};
use jovek_judge::light::{LightAsked, LightPicture, Stands, drawing, light};
use jovek_judge::moment::MomentError;
use jovek_judge::proof;
use jovek_judge::proof::simulation::Simulation;
use jovek_judge::record::as_built;
use jovek_judge::state;
use jovek_judge::state::{StateError, worked_out};
use jovek_judge::stock;
use jovek_judge::stock::{Reserved, StockLine};
use jovek_judge::trailer;
use jovek_judge::work::KnownJob;
use jovek_phrases::refusals as say;
use jovek_plan::study::{Assessment, study};
use serde::{Deserialize, Serialize};
use strum::{EnumIter, IntoStaticStr};
use utoipa::ToSchema;

/// What can be exported.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, IntoStaticStr, EnumIter,
)]
#[serde(rename_all = "kebab-case")]
#[strum(serialize_all = "kebab-case")]
pub enum Format {
    /// SPICE netlist of one state.
    Spice,
    /// Cut list.
    WiresCsv,
    /// Cut list in the order of cutting, with the reel of each piece.
    CutsCsv,
    /// A label for each end.
    LabelsCsv,
    /// Pin tables.
    PinsCsv,
    /// The harness laid flat.
    FormboardSvg,
    /// Parts list.
    PartsCsv,
    /// Estimate, without a shelf: what is needed and the minutes of work.
    EstimateCsv,
    /// Circuit diagram.
    DiagramSvg,
    /// The aim sheet.
    AimSvg,
    /// Light on the ground.
    BeamSvg,
    /// The as-built record.
    RecordJson,
    /// The job in its canonical form.
    Job,
}

impl Format {
    /// Media type.
    pub fn media_type(self) -> &'static str {
        match self {
            Format::Spice => "text/plain; charset=utf-8",
            Format::WiresCsv
            | Format::CutsCsv
            | Format::LabelsCsv
            | Format::PinsCsv
            | Format::PartsCsv
            | Format::EstimateCsv => "text/csv; charset=utf-8",
            Format::DiagramSvg | Format::FormboardSvg | Format::AimSvg | Format::BeamSvg => {
                "image/svg+xml"
            }
            Format::RecordJson | Format::Job => "application/json",
        }
    }

    /// Ending of a file name.
    pub fn file_ending(self) -> &'static str {
        match self {
            Format::Spice => "cir",
            Format::WiresCsv => "wires.csv",
            Format::CutsCsv => "cuts.csv",
            Format::LabelsCsv => "labels.csv",
            Format::PinsCsv => "pins.csv",
            Format::FormboardSvg => "formboard.svg",
            Format::PartsCsv => "parts.csv",
            Format::EstimateCsv => "estimate.csv",
            Format::DiagramSvg => "svg",
            Format::AimSvg => "aim.svg",
            Format::BeamSvg => "beam.svg",
            Format::RecordJson => "record.json",
            Format::Job => "json",
        }
    }
}

/// Why an export could not be made.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum ExportError {
    /// The state is unknown.
    #[error(transparent)]
    State(#[from] StateError),
    /// The circuit has no steady state.
    #[error(transparent)]
    Unsolved(#[from] SolveError),
    /// There is nothing to lay flat.
    #[error("{}", say::no_wires_on_a_skeleton())]
    NoSkeleton,
    /// The state cannot be drawn.
    #[error(transparent)]
    Moment(#[from] MomentError),
}

/// The light of all lamps with the engine off.
fn plain_light(job: &Job) -> LightAsked {
    let supply = SupplyState::EngineOff;
    LightAsked {
        job: job.clone(),
        supply,
        circuit: None,
        stands: Stands::Planned,
        drawn: LightPicture::Ground,
        beside: None,
    }
}

/// The whole vehicle in a state, with what has failed in it, solved.
fn in_state<'a>(
    job: &Job,
    study: &'a Assessment,
    state: &VehicleState,
) -> Result<(Simulation<'a>, Solution), ExportError> {
    let asked = worked_out(job, &study.wiring.inputs, state)?;
    let mut live = Simulation::new(study, asked.situation(study));
    for fault in &state.faults {
        proof::apply(&mut live, job, fault).map_err(MomentError::from)?;
    }
    let solution = live.solve()?;
    Ok((live, solution))
}

/// Writes a job in a format; `state` names the state for SPICE and the diagram.
///
/// # Errors
/// [`ExportError`].
pub fn export(job: &Job, format: Format, state: Option<&str>) -> Result<String, ExportError> {
    export_with(job, format, state, &[])
}

/// The same with what the shop holds and pays, for the estimate.
///
/// # Errors
/// [`ExportError`].
pub fn export_with(
    job: &Job,
    format: Format,
    state: Option<&str>,
    shelf: &[StockLine],
) -> Result<String, ExportError> {
    let name = state.unwrap_or("engine_off");
    Ok(match format {
        Format::Job => job.write(),
        // What is due hangs on the day: the record says what was done, not what day it is.
        Format::RecordJson => {
            let record = as_built(job, Timestamp::UNIX_EPOCH);
            serde_json::to_string_pretty(&record).unwrap_or_default() + "\n"
        }
        Format::WiresCsv => cuts::csv(&assess(job).cuts, job.shop.units),
        Format::CutsCsv => cuts::in_order_csv(&assess(job).cuts, reel_m(&job.shop), job.shop.units),
        Format::LabelsCsv => labels::csv(&assess(job).cuts),
        Format::PinsCsv => {
            let trailer = trailer::link::pins(job)?;
            pins::csv(&[assess(job).pins, trailer].concat())
        }
        Format::FormboardSvg => formboard::svg(job, &study(job)).ok_or(ExportError::NoSkeleton)?,
        Format::PartsCsv => parts::csv(&assess(job).parts, job.shop.units),
        Format::EstimateCsv => {
            let estimate = stock::estimate(&KnownJob::new(job.clone()), shelf, &Reserved::new());
            stock::estimate::csv(&estimate, job.shop.units)
        }
        Format::AimSvg => drawing::aim_svg(job, &light(&plain_light(job))?),
        Format::BeamSvg => drawing::beam_svg(job, &light(&plain_light(job))?),
        Format::DiagramSvg => diagram::svg(&diagram(job, &state::asked(job, name)?)?),
        Format::Spice => {
            let study = study(job);
            let state = state::asked(job, name)?;
            let live = in_state(job, &study, &state)?;
            let title = format!("Unit {} {} state {name}", job.unit, job.title);
            spice::netlist(&live.0.built.net, &live.1, &title)
        }
    })
}
