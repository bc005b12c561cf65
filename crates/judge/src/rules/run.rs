//! The path: what it passes, and what cannot be reached.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_job::{CircuitId, Hazard, Passage, PlaceId, Zone};
use jovek_phrases::rules as say;
use jovek_plan::end::Host;
use jovek_plan::housing::lamps_of;
use jovek_plan::route::bundle::Bundle;
use jovek_plan::route::{Layout, RouteEdge};

/// Largest connector body that goes through without being taken apart, against the bore. A two-pin sealed
/// plug measures about 20 mm across. Common practice.
const PLUG_MM: f64 = 20.0;

/// What holds for every path. Common practice.
pub fn path_rules(units: Units) -> String {
    say::off_the_exhaust_never_along_brake(&units.rule(150.0), &units.rule_between(300.0, 450.0))
}

/// Everything about ways that wires take.
pub fn ways(context: &Context, out: &mut Vec<Finding>) {
    let Some((layout, bundles)) = &context.layout else { return };
    let units = context.job.shop.units;
    let mut past_airbags: Vec<&str> = Vec::new();
    for (w, way) in layout.graph.ways.iter().enumerate() {
        let Some(bundle) = &bundles[w] else { continue };
        for &hazard in &way.hazards {
            if hazard == Hazard::Airbag {
                // One word for all of them: they lie one behind the other.
                past_airbags.push(way.name.as_str());
                continue;
            }
            out.extend(hazard_finding(way, hazard, units));
        }
        let on: Vec<usize> =
            layout.wires.iter().filter(|l| l.ways.contains(&w)).map(|l| l.circuit).collect();
        out.extend(passage_finding(way, bundle, units, || pin_order(context, &on)));
    }
    if context.job.may_have_airbags() {
        out.extend(airbags(&past_airbags));
    }
    for &(circuit, from, to) in &layout.unreached {
        let place = |p: usize| layout.graph.places.get(p).map_or("?", |p| p.name.as_str());
        let of = &context.job.circuits[circuit];
        out.push(Finding {
            code: FindingCode::NoPath,
            grade: Grade::Fix,
            title: say::no_way(&of.name, &place(from), &place(to)),
            why: say::every_way_between_them_is_forbidden().into(),
            remedy: say::allow_a_way_again_or_add().into(),
            source: Source::computed("the cheapest path on the skeleton"),
            stage: Stage::Run,
            circuit: Some(of.id.clone()),
        });
    }
    unknown_places(context, layout, out);
    wet_branches(context, layout, out);
}

fn finding(
    (code, grade): (FindingCode, Grade),
    title: String,
    why: &str,
    remedy: String,
    about: &'static str,
) -> Finding {
    Finding {
        code,
        grade,
        title,
        why: why.into(),
        remedy,
        source: Source::practice(about),
        stage: Stage::Run,
        circuit: None,
    }
}

/// Ways that pass an airbag.
fn airbags(ways: &[&str]) -> Option<Finding> {
    let first = ways.first()?;
    let more = match ways.len() {
        1 => String::new(),
        n => say::and_more(&(n - 1)),
    };
    Some(finding(
        (FindingCode::NearAirbag, Grade::Mind),
        say::past_an_airbag(&first, &more),
        say::it_opens_through_its_trim(),
        say::behind_or_below_it_clipped().into(),
        say::maker_instructions_for_airbags_come_first(),
    ))
}

fn hazard_finding(way: &RouteEdge, hazard: Hazard, units: Units) -> Option<Finding> {
    let title = |what: &str| format!("{}: {what}", way.name);
    let through = matches!(way.passage, Passage::Grommet { .. });
    Some(match hazard {
        Hazard::Heat => finding(
            (FindingCode::NearHeat, Grade::Mind),
            title(say::near_heat()),
            say::insulation_near_an_exhaust_hardens_cracks(),
            say::keep_away_put_a_shield_between(&units.rule_between(50.0, 150.0)),
            say::clearance_from_the_exhaust(),
        ),
        Hazard::Moving => finding(
            (FindingCode::NearMoving, Grade::Mind),
            title(say::near_moving_parts()),
            say::belts_steering_and_suspension_reach_further(),
            say::clear_at_full_travel_clipped(&units.rule(25.0)),
            say::clearance_from_moving_parts(),
        ),
        Hazard::SharpEdge if !through => finding(
            (FindingCode::SharpEdge, Grade::Fix),
            title(say::over_a_sharp_edge_without_grommet()),
            say::an_edge_saws_through_loom(),
            say::a_grommet_or_edge_trim(&units.rule(50.0)),
            say::grommets_at_sheet_metal(),
        ),
        Hazard::FuelLine | Hazard::BrakeLine => finding(
            (FindingCode::AlongALine, Grade::Fix),
            title(say::along_a_fuel_or_brake_line()),
            say::a_wire_must_never_be_held(),
            say::away_with_clips_of_its_own(&units.rule(50.0)),
            say::fuel_and_brake_lines(),
        ),
        Hazard::BelowFrame => finding(
            (FindingCode::BelowTheFrame, Grade::Fix),
            title(say::below_the_frame()),
            say::the_first_rock_or_stump_tears(),
            say::inside_the_rail_or_forbid().into(),
            say::lowest_part_of_the_frame(),
        ),
        Hazard::SharpEdge | Hazard::Spray | Hazard::Airbag => return None,
    })
}

/// Pins of the lamp plugs of some circuits, in their order.
fn pin_order(context: &Context, circuits: &[usize]) -> String {
    let is_of = |host| match host {
        Host::Lamp(lamp) => circuits.contains(&lamp.circuit.0),
        Host::Housing(housing) => lamps_of(context.job, &context.job.housings[housing.0].lamps)
            .any(|(lamp, _)| circuits.contains(&lamp.circuit.0)),
        _ => false,
    };
    let plugs: Vec<String> = context
        .connectors
        .iter()
        .filter(|c| is_of(c.of))
        .map(|c| {
            let pins: Vec<String> =
                c.cavities.iter().map(|p| format!("{} {}", p.pin, p.says)).collect();
            format!("{}: {}", c.name, pins.join(", "))
        })
        .collect();
    match plugs.is_empty() {
        true => say::lamps_that_share_a_splice().into(),
        false => say::pin_order(&plugs.join("; ")),
    }
}

fn passage_finding(
    way: &RouteEdge,
    bundle: &Bundle,
    units: Units,
    pins: impl FnOnce() -> String,
) -> Option<Finding> {
    let thick = units.fine(bundle.diameter_mm);
    match way.passage {
        Passage::Grommet { bore_mm: Some(bore) } if bundle.diameter_mm > 0.9 * bore => {
            Some(finding(
                (FindingCode::GrommetFull, Grade::Fix),
                say::bundle_of_in_a_grommet(&way.name, &thick, &units.bore(bore)),
                say::a_bundle_fills_at_most_90(),
                say::another_grommet_or_another_way().into(),
                say::fill_of_grommets(),
            ))
        }
        Passage::Grommet { bore_mm: Some(bore) } if bore < PLUG_MM => Some(finding(
            (FindingCode::DePin, Grade::Mind),
            say::a_plug_does_not_go_through(&way.name, &units.bore(bore)),
            &say::a_sealed_two_pin_plug(&units.rule(PLUG_MM)),
            say::take_the_pins_out_pass_them(&pins()),
            say::connectors_through_grommets(),
        )),
        Passage::NewHole => Some(finding(
            (FindingCode::NewHole, Grade::Mind),
            say::a_hole_is_drilled(&way.name),
            say::what_is_behind_the_panel(),
            say::look_behind_first_deburr_prime_grommet(
                &bundle.grommet_mm.map_or(say::its_own_size().into(), |mm| units.bore(mm)),
                &thick,
            ),
            "drilling",
        )),
        Passage::Hinge => Some(finding(
            (FindingCode::Hinge, Grade::Mind),
            say::over_a_hinge(&way.name),
            say::it_bends_each_time_the_hinge(),
            say::a_loop_that_rolls_and_does().into(),
            say::flexing_wires(),
        )),
        Passage::Open | Passage::Grommet { .. } | Passage::Connector => None,
    }
}

/// Sites that the skeleton does not have: another body was chosen, or a place was taken out.
fn unknown_places(context: &Context, layout: &Layout, out: &mut Vec<Finding>) {
    for circuit in &context.job.circuits {
        let Some(sites) = &circuit.sites else { continue };
        let named = [&sites.fuse, &sites.control, &sites.switch, &sites.ground];
        let all = named.into_iter().flatten().chain(&sites.lamps);
        let gone: Vec<&PlaceId> = all.filter(|id| layout.graph.place(id).is_none()).collect();
        if let Some(id) = gone.first() {
            out.push(Finding {
                code: FindingCode::NoSuchPlace,
                grade: Grade::Fix,
                title: say::is_no_place_of_this_vehicle(&circuit.name, &id),
                why: say::until_that_is_corrected_the_usual().into(),
                remedy: say::choose_another_place_or_add().into(),
                source: Source::computed("places of the skeleton"),
                stage: Stage::Run,
                circuit: Some(circuit.id.clone()),
            });
        }
    }
}

/// Branches in the spray: a splice there has to be sealed.
fn wet_branches(context: &Context, layout: &Layout, out: &mut Vec<Finding>) {
    let wet: Vec<CircuitId> = layout
        .circuits
        .iter()
        .enumerate()
        .filter(|(_, laid)| {
            laid.as_ref().is_some_and(|l| {
                !l.legs.is_empty()
                    && l.supply.last().is_some_and(|s| s.section.zone == Zone::Exterior)
            })
        })
        .map(|(c, _)| context.job.circuits[c].id.clone())
        .collect();
    for circuit in wet {
        out.push(Finding {
            circuit: Some(circuit),
            ..finding(
                (FindingCode::SpliceInTheWet, Grade::Mind),
                say::a_branch_lies_outside().into(),
                say::water_wicks_along_the_strands_into(),
                say::sealed_splice_with_adhesive_sleeve_entries().into(),
                say::splices_outside(),
            )
        });
    }
}
