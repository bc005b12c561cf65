//! The circuit diagram, laid out by rule: supply left, ground right, one row for each way of current.
//!
//! A circuit is a block. Its own feed is a bus behind the fuse; each rung is a row, each source of a
//! rung stands leftmost in its row, and rungs that meet are joined by an upright line to the right of
//! all of them: no two lines cross. Lamps come first, then each coil. Blocks fill A4 pages.
//!
//! - `sheet`: pages and what is drawn on them.
//! - `block`: one circuit.
//! - `rung`: its rows.
//! - `svg`: pages as SVG.

mod block;
mod rung;
mod sheet;
mod svg;

pub use sheet::{Diagram, Item, PAGE_W, Sign};
pub use svg::{page_svgs, svg};

use block::Block;
use jovek_job::{Job, VehicleState};
use jovek_judge::harness::{Installation, cuts};
use jovek_judge::moment::MomentError;
use jovek_judge::proof;
use jovek_judge::proof::names;
use jovek_judge::proof::simulation::Simulation;
use jovek_judge::state::worked_out;
use jovek_phrases::paper as say;
use jovek_plan::network::parts::PartRef;
use jovek_plan::study::Assessment;
use jovek_plan::study::study;
use sheet::Sheet;
use std::collections::BTreeMap;

/// Smallest current that shows a line as live, A.
const LIVE_A: f64 = 1e-3;

/// Draws a job, live in a state.
///
/// # Errors
/// [`MomentError`] where the state is unknown or has no steady state.
pub fn diagram(job: &Job, state: &VehicleState) -> Result<Diagram, MomentError> {
    let study = study(job);
    let asked = worked_out(job, &study.wiring.inputs, state)?;
    let mut live = Simulation::new(&study, asked.situation(&study));
    for fault in &state.faults {
        proof::apply(&mut live, job, fault)?;
    }
    let solution = live.solve()?;
    let mut amps: BTreeMap<PartRef, f64> = BTreeMap::new();
    for ((id, _), place) in live.built.net.iter().zip(&live.built.places) {
        let most = amps.entry(*place).or_default();
        *most = most.max(solution.current_a(id).abs());
    }
    let closed: BTreeMap<PartRef, bool> = live
        .built
        .net
        .iter()
        .zip(&live.built.places)
        .map(|((id, _), place)| (*place, solution.is_closed(id)))
        .collect();
    let parts = study.parts();
    let cuts = cuts::cut_list(Installation::of(job, &study, &parts));
    let title = say::unit_title(&job.unit, &job.title);
    let words = study.wiring.inputs.words(job, asked.inputs);
    let mut sheet = Sheet::new(title, words);
    for circuit in 0..study.circuits.len() {
        Block {
            job,
            study: &study,
            circuit,
            cuts: &cuts,
            is_live: &|place| amps.get(&place).is_some_and(|a| *a > LIVE_A),
            is_closed: &|place| closed.get(&place).copied().unwrap_or(false),
            key: &|place| names::key(job, &study, place),
            level: live.level(&solution, circuit).most.clamp(0.0, 1.0),
            sheet: &mut sheet,
        }
        .draw();
    }
    Ok(sheet.finish())
}

/// One circuit alone, with no current shown: to be probed.
pub fn unlit(job: &Job, study: &Assessment, circuit: usize) -> Vec<Item> {
    let parts = study.parts();
    let cuts = cuts::cut_list(Installation::of(job, study, &parts));
    let mut sheet = Sheet::new(String::new(), String::new());
    Block {
        job,
        study,
        circuit,
        cuts: &cuts,
        is_live: &|_| false,
        is_closed: &|_| false,
        key: &|place| names::key(job, study, place),
        level: 0.0,
        sheet: &mut sheet,
    }
    .draw();
    sheet.into_items()
}
