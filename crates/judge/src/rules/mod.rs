//! Findings: each rule with its code, grade, source and remedy. A new rule is one file here and one
//! line in [`findings`].

pub(crate) mod assumed;
mod behind;
mod both_beams;
mod circuit_limits;
mod copper;
mod factory;
mod feed_modules;
mod fuse_below_load;
pub mod fuse_place;
mod glow;
mod key_wire;
mod kit;
mod lamps;
mod left_on;
mod no_such_fuse;
mod outputs;
mod overruled;
pub mod refusal;
mod road;
pub mod run;
mod self_resetting;
mod strip;
mod supply_load;
mod swap;
mod terminals;
mod thin_lead;
mod wish;
mod worn;

use crate::finding::Finding;
use crate::finding::Stage;
use crate::harness::{ConnectorAnswer, CutLine};
use crate::strip_answers::StripAnswer;
use crate::volt_line::VoltLine;
use jovek_base::grade::Grade;
use jovek_job::{CircuitId, Job, LampCircuit};
use jovek_plan::assumed::Assumption;
use jovek_plan::chain::Chain;
use jovek_plan::factory::PlannedFactory;
use jovek_plan::feed::FeedOption;
use jovek_plan::inputs::Inputs;
use jovek_plan::route::Layout;
use jovek_plan::route::bundle::Bundle;
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::study::Assessment;
use jovek_plan::supply::PlannedSupply;
use jovek_plan::switching::Unmet;

/// One circuit as the rules see it.
pub struct CircuitView<'a> {
    /// Its number among the circuits of the study.
    pub number: usize,
    /// As the person wrote it.
    pub circuit: &'a LampCircuit,
    /// The plan.
    pub chain: &'a Chain,
    /// The sizing.
    pub sized: &'a Sized,
    /// Feeds that could be used.
    pub feeds: &'a [FeedOption],
    /// A signal without a wire.
    pub unmet: Option<&'a Unmet>,
    /// One volt line for each state of the supply.
    pub volt_lines: &'a [VoltLine],
    /// Its strips, light by light; none where a light is none.
    pub strips: Vec<Option<&'a StripAnswer>>,
}

/// Everything the rules read.
pub struct Context<'a> {
    /// The job.
    pub job: &'a Job,
    /// The inputs of the job.
    pub inputs: &'a Inputs,
    /// The supply.
    pub supply: &'a PlannedSupply,
    /// Factory circuits.
    pub factory: &'a [PlannedFactory],
    /// Circuits with lights.
    pub circuits: &'a [CircuitView<'a>],
    /// The paths on the skeleton, with the bundle on each way; none without one.
    pub layout: Option<(&'a Layout, Vec<Option<Bundle>>)>,
    /// The pieces of wire.
    pub cuts: &'a [CutLine],
    /// The sealed connectors.
    pub connectors: &'a [ConnectorAnswer],
    /// The study that all of it comes from.
    pub study: &'a Assessment,
    /// What was assumed.
    pub assumptions: &'a [Assumption],
}

/// All findings, gravest first.
pub fn findings(context: &Context) -> Vec<Finding> {
    let mut out = Vec::new();
    let units = context.job.shop.units;
    for view in context.circuits {
        lamps::wrong_voltage(context, view, &mut out);
        lamps::label_against_measured(view, &mut out);
        lamps::reads_as_other(view, &mut out);
        fuse_place::far_from_battery(context, view, &mut out);
        no_such_fuse::not_made(view, &mut out);
        fuse_below_load::blows(view, &mut out);
        self_resetting::heats_again(view, &mut out);
        circuit_limits::wire(context.job.shop.wire_system, view, &mut out);
        circuit_limits::control(view, &mut out);
        circuit_limits::hot_relay(units, view, &mut out);
        circuit_limits::surroundings(units, view, &mut out);
        terminals::too_small(context, view, &mut out);
        thin_lead::protected(context, view, &mut out);
        glow::lamps(view, &mut out);
        glow::below_floor(view, &mut out);
        worn::contacts(view, &mut out);
        copper::relay_near_the_battery(context, view, &mut out);
        feed_modules::lamps(view, &mut out);
        wish::feed_against_wish(view, &mut out);
        wish::never_lit(context, view, &mut out);
        wish::always_lit(context, view, &mut out);
        left_on::battery(context, view, &mut out);
        overruled::against_advice(view, &mut out);
        kit::harness(units, view, &mut out);
        strip::evenness(view, &mut out);
        strip::channel(view, &mut out);
        strip::splitter_in_the_wet(context, view, &mut out);
        strip::source_shows(units, view, &mut out);
        strip::screws(units, view, &mut out);
    }
    lamps::no_lights(context, &mut out);
    key_wire::missing(context, &mut out);
    run::ways(context, &mut out);
    factory::shared_headroom(context, &mut out);
    outputs::not_plain(context, &mut out);
    supply_load::alternator(context, &mut out);
    swap::functions(context, &mut out);
    swap::resistors(context, &mut out);
    behind::trailer(context, &mut out);
    both_beams::on_one(context, &mut out);
    road::lamps(context, &mut out);
    assumed::figures(context, &mut out);
    out.sort_by_key(|f| f.grade);
    out
}

fn about(view: &CircuitView, stage: Stage) -> (Stage, Option<CircuitId>) {
    (stage, Some(view.circuit.id.clone()))
}
