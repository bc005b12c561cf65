//! Strips, backlights and screws as they are read out.

use crate::volt_line::VoltLine;
use jovek_base::figure::{amps, shown};
use jovek_base::units::{INCH_MM, Lengths, Units};
use jovek_catalog::conductor::copper_text;
use jovek_job::{Light, Shop, StripFeed};
use jovek_phrases::strip_answers as say;
use jovek_plan::strip::backlight::backlight;
use jovek_plan::strip::pieces::lies_on;
use jovek_plan::strip::plan::EVEN_ENOUGH;
use jovek_plan::strip::screw::{ScrewVerdict, judge};
use jovek_plan::strip::{Piece, StripPlan, StripPoint};
use serde::Serialize;
use utoipa::ToSchema;

/// A piece of strip or a module on its edge.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StripPieceAnswer {
    /// Number, from 1.
    pub number: usize,
    /// Its edge, by index.
    pub edge: usize,
    /// From the start of the edge, m.
    pub from_m: f64,
    /// Where it lies: more than one edge where it bends on round a corner.
    pub lies: Vec<PieceOnEdge>,
    /// Where it begins: `Shelf, from 1.35 m`.
    pub from_text: String,
    /// A module rather than a length of strip.
    pub is_module: bool,
    /// `1.35 m, cut behind mark 27`.
    pub text: String,
}

/// The part of a piece that lies on one edge.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct PieceOnEdge {
    /// The edge, by index.
    pub edge: usize,
    /// From the start of the edge, m.
    pub from_m: f64,
    /// To, m.
    pub to_m: f64,
}

/// A way to feed the strip.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StripWayAnswer {
    /// Which.
    pub feed: StripFeed,
    /// As it is spoken.
    pub label: &'static str,
    /// `dimmest 91 % of the brightest; 2.1 m of lead, 2 leads`.
    pub text: String,
    /// Dimmest against brightest, %.
    pub evenness_percent: f64,
    /// Even enough for the eye.
    pub is_even: bool,
    /// The way in use.
    pub is_used: bool,
}

/// Light at one group.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct StripLight {
    /// Along edges and corners from the start, m.
    pub along_m: f64,
    /// Against the voltage of the label, %.
    pub percent: f64,
}

/// A strip, planned and solved.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StripAnswer {
    /// Its pieces.
    pub pieces: Vec<StripPieceAnswer>,
    /// Ways to feed it, the one in use first.
    pub ways: Vec<StripWayAnswer>,
    /// Light along it, solved at [`StripAnswer::volt_text`].
    pub light: Vec<StripLight>,
    /// `at 11.62 V, battery low`.
    pub volt_text: String,
    /// What it takes, line by line.
    pub says: Vec<String>,
    /// What one channel of its controller carries, A; none for a strip of one colour.
    pub channel_a: Option<f64>,
}

/// As a way of feeding is spoken.
pub fn feed_label(feed: StripFeed) -> &'static str {
    match feed {
        StripFeed::OneEnd => say::one_end(),
        StripFeed::Middle => say::the_middle(),
        StripFeed::Diagonal => say::plus_at_the_start_minus(),
        StripFeed::BothEnds => say::both_ends(),
        StripFeed::TwoRuns => say::two_runs(),
        StripFeed::ThreeRuns => say::three_runs(),
        StripFeed::FourRuns => say::four_runs(),
    }
}

/// Reads a strip out; `line` is the darkest volt line of its circuit.
pub(super) fn strip_answer(plan: &StripPlan, line: Option<&VoltLine>, shop: &Shop) -> StripAnswer {
    let units = shop.units;
    let volt_v = line.map_or(plan.figures.label_v, |l| l.lamp_v);
    let light: Vec<StripLight> = plan
        .light(volt_v)
        .into_iter()
        .zip(&plan.along_m)
        .map(|(part, &along_m)| StripLight {
            along_m: round(along_m, 3),
            percent: round(100.0 * part, 1),
        })
        .collect();
    let state = line.map_or(say::as_labelled(), |l| l.state_label);
    StripAnswer {
        pieces: plan
            .pieces
            .iter()
            .enumerate()
            .map(|(k, p)| piece(k + 1, p, &plan.edges_m, units))
            .collect(),
        ways: plan
            .ways
            .iter()
            .enumerate()
            .map(|(k, w)| StripWayAnswer {
                feed: w.feed,
                label: feed_label(w.feed),
                text: say::dimmest_group_of_the_brightest(
                    &// Never up to a limit that it does not reach.
                    (100.0 * w.evenness).floor(),
                    &(100.0 * w.light).floor(),
                    &w.leads,
                    &units.length(w.lead_m),
                    &copper_text(w.lead_mm2, shop.wire_system),
                ),
                evenness_percent: round(100.0 * w.evenness, 1),
                is_even: w.evenness >= EVEN_ENOUGH,
                is_used: k == 0,
            })
            .collect(),
        volt_text: say::at(&shown(volt_v, "V"), &state),
        says: says(plan, shop),
        channel_a: plan.channel_a(),
        light,
    }
}

fn round(value: f64, digits: i32) -> f64 {
    let scale = 10f64.powi(digits);
    (value * scale).round() / scale
}

fn piece(number: usize, p: &Piece, edges_m: &[f64], units: Units) -> StripPieceAnswer {
    let length = units.tape(1000.0 * p.length_m);
    StripPieceAnswer {
        number,
        edge: p.edge,
        from_m: round(p.from_m, 3),
        lies: lies_on(edges_m, p)
            .into_iter()
            .map(|(edge, from_m, to_m)| PieceOnEdge {
                edge,
                from_m: round(from_m, 3),
                to_m: round(to_m, 3),
            })
            .collect(),
        from_text: units.tape(1000.0 * p.from_m),
        is_module: p.is_module,
        text: match p.is_module {
            true => say::module(&length),
            false => say::strip_cut_behind_mark(&length, &p.groups),
        },
    }
}

fn says(plan: &StripPlan, shop: &Shop) -> Vec<String> {
    let units = shop.units;
    let count = |n: usize, one: &str, many: &str| match n {
        1 => format!("1 {one}"),
        n => format!("{n} {many}"),
    };
    let made: Vec<String> = [
        (plan.lengths(), count(plan.lengths(), say::piece_of_strip(), say::pieces_of_strip())),
        (plan.modules(), count(plan.modules(), say::a_module(), say::modules())),
    ]
    .into_iter()
    .filter(|(n, _)| *n > 0)
    .map(|(_, text)| text)
    .collect();
    let mut out = vec![say::lit(
        &made.join(say::and()),
        &units.length(plan.fitted_m),
        &shown(plan.power_w, "W"),
    )];
    let bends: usize =
        plan.pieces.iter().map(|p| lies_on(&plan.edges_m, p).len().saturating_sub(1)).sum();
    if bends > 0 {
        out.push(say::without_a_cut_over_its_flat(
            &count(bends, say::corner(), say::corners()),
            &units.rule(20.0),
        ));
    }
    if plan.reels > 0 {
        out.push(say::of_opened_left_over(
            &count(plan.reels, say::reel(), say::reels()),
            &units.bought(plan.figures.reel_m),
            &units.length(plan.left_m),
        ));
    }
    for (piece, mark) in plan.run_cuts() {
        out.push(say::piece_cut_through_behind_mark(&piece, &mark));
    }
    let between = plan.leads.iter().filter(|l| l.from != StripPoint::Splitter).count();
    if between > 0 {
        out.push(say::between_pieces(
            &count(between, say::lead(), say::leads()),
            &units.length(
                plan.leads
                    .iter()
                    .filter(|l| l.from != StripPoint::Splitter)
                    .map(|l| l.length_m)
                    .sum(),
            ),
            &copper_text(plan.figures.lead_mm2, shop.wire_system),
        ));
    }
    if let Some(channel_a) = plan.channel_a() {
        out.push(say::leads_of_cores_black_is_plus(&plan.figures.poles().len(), &amps(channel_a)));
    }
    out.push(match plan.outlets() {
        0 | 1 if plan.figures.colours.is_some() => say::no_splitter_one_lead().to_owned(),
        0 | 1 => say::no_splitter_one_pair_of_leads().to_owned(),
        n => say::splitter_with_ways_in_the_dry(&n),
    });
    out.push(say::cm_to_clean_with_isopropyl_alcohol(&plan.area_cm2));
    out
}

/// A backlight in words.
pub(super) fn backlight_says(light: &Light, units: Units) -> Vec<String> {
    let Some(fact) = &light.backlight else { return Vec::new() };
    let plan = backlight(fact);
    let at: Vec<String> = plan.modules_mm.iter().map(|&mm| units.tape(mm)).collect();
    vec![
        say::row_of_wide_modules(&units.tape(plan.row_mm), &plan.modules_mm.len()),
        say::their_middles_at_from_the_left(&at.join(", ")),
        say::between_lit_faces_behind(&units.tape(plan.gap_mm), &units.tape(fact.depth_mm)),
        say::light_stops_at_both_ends(&units.tape(plan.long_stop_mm), &plan.stop_cm2),
    ]
}

/// The longest screw that does no harm, never rounded up.
pub(crate) fn longest_text(longest_mm: f64, units: Units) -> String {
    match units.lengths {
        Lengths::Metric => units.tape(longest_mm.floor()),
        Lengths::Us => units.fine((longest_mm / INCH_MM * 100.0).floor() / 100.0 * INCH_MM),
    }
}

/// A screw in words; none where nothing is known of it.
pub(super) fn screw_text(light: &Light, units: Units) -> Option<String> {
    light.screw.as_ref().map(|screw| match judge(screw, light.spacer_mm.unwrap_or(0.0)) {
        ScrewVerdict::TooShort { by_mm } => {
            say::ends_inside_the_panel_too_short(&units.fine(by_mm))
        }
        ScrewVerdict::Unknown { tip_mm } => {
            say::comes_out_behind_the_panel_measure(&units.fine(tip_mm))
        }
        ScrewVerdict::Hits { by_mm, longest_mm } => {
            say::runs_into_the_skin_behind(&units.fine(by_mm), &longest_text(longest_mm, units))
        }
        ScrewVerdict::Near { air_mm, longest_mm } => {
            say::stops_only_short_of_the_skin(&units.fine(air_mm), &longest_text(longest_mm, units))
        }
        ScrewVerdict::Clear { air_mm } => say::stops_short_of_the_skin(&units.fine(air_mm)),
    })
}
