//! The path: what it passes, and what cannot be reached.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_job::{CircuitId, Hazard, Passage, PlaceId, Zone};
use jovek_plan::end::Host;
use jovek_plan::housing::lamps_of;
use jovek_plan::route::bundle::Bundle;
use jovek_plan::route::{Layout, RouteEdge};

/// Largest connector body that goes through without being taken apart, against the bore. A two-pin sealed
/// plug measures about 20 mm across. Common practice.
const PLUG_MM: f64 = 20.0;

/// What holds for every path. Common practice.
pub fn path_rules(units: Units) -> String {
    format!(
        "{} off the exhaust, never along brake or fuel lines, grommet in every hole, clips every {}, slack at hinges. \
         Exhaust cold, vehicle on stands.",
        units.rule(150.0),
        units.rule_between(300.0, 450.0)
    )
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
            title: format!("{}: no way from {} to {}", of.name, place(from), place(to)),
            why: "Every way between them is forbidden or missing; its sections count instead."
                .into(),
            remedy: "Allow a way again, or add one.".into(),
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
        n => format!(" and {} more", n - 1),
    };
    Some(finding(
        (FindingCode::NearAirbag, Grade::Mind),
        format!("{first}{more}: past an airbag"),
        "It opens through its trim and throws what lies in its way.",
        "Behind or below it, clipped to the body, never across or tied to it; its plugs stay shut, battery off and the \
         maker's wait first. Trained staff for the airbag itself."
            .into(),
        "maker's instructions for airbags come first",
    ))
}

fn hazard_finding(way: &RouteEdge, hazard: Hazard, units: Units) -> Option<Finding> {
    let title = |what: &str| format!("{}: {what}", way.name);
    let through = matches!(way.passage, Passage::Grommet { .. });
    Some(match hazard {
        Hazard::Heat => finding(
            (FindingCode::NearHeat, Grade::Mind),
            title("near heat"),
            "Insulation near an exhaust hardens, cracks and shorts.",
            format!(
                "Keep {} away, put a shield between, or forbid this way.",
                units.rule_between(50.0, 150.0)
            ),
            "clearance from the exhaust",
        ),
        Hazard::Moving => finding(
            (FindingCode::NearMoving, Grade::Mind),
            title("near moving parts"),
            "Belts, steering and suspension reach further than they do at rest.",
            format!("{} clear at full travel, clipped on both sides.", units.rule(25.0)),
            "clearance from moving parts",
        ),
        Hazard::SharpEdge if !through => finding(
            (FindingCode::SharpEdge, Grade::Fix),
            title("over a sharp edge without grommet"),
            "An edge saws through loom and insulation.",
            format!(
                "A grommet or edge trim, and loom {} beyond on both sides; then say so.",
                units.rule(50.0)
            ),
            "grommets at sheet metal",
        ),
        Hazard::FuelLine | Hazard::BrakeLine => finding(
            (FindingCode::AlongALine, Grade::Fix),
            title("along a fuel or brake line"),
            "A wire must never be held by such a line: chafed through, it burns or lets the brake fail.",
            format!("{} away with clips of its own, or forbid this way.", units.rule(50.0)),
            "fuel and brake lines",
        ),
        Hazard::BelowFrame => finding(
            (FindingCode::BelowTheFrame, Grade::Fix),
            title("below the frame"),
            "The first rock or stump tears it off.",
            "Inside the rail, or forbid this way.".into(),
            "lowest part of the frame",
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
        true => "Lamps that share a splice have no pins to note.".into(),
        false => format!("Pin order: {}.", plugs.join("; ")),
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
                format!("{}: bundle of {thick} in a grommet of {}", way.name, units.bore(bore)),
                "A bundle fills at most 90 % of the bore.",
                "Another grommet, or another way for some of the wires.".into(),
                "fill of grommets",
            ))
        }
        Passage::Grommet { bore_mm: Some(bore) } if bore < PLUG_MM => Some(finding(
            (FindingCode::DePin, Grade::Mind),
            format!("{}: a plug does not go through {}", way.name, units.bore(bore)),
            &format!("A sealed two-pin plug is about {} across.", units.rule(PLUG_MM)),
            format!("Take the pins out, pass them through, put them back. {}", pins()),
            "connectors through grommets",
        )),
        Passage::NewHole => Some(finding(
            (FindingCode::NewHole, Grade::Mind),
            format!("{}: a hole is drilled", way.name),
            "What is behind the panel is drilled into as well: tank, brake line, harness.",
            format!(
                "Look behind first; deburr, prime, grommet of {} for the bundle of {thick}, seal.",
                bundle.grommet_mm.map_or("its own size".into(), |mm| units.bore(mm))
            ),
            "drilling",
        )),
        Passage::Hinge => Some(finding(
            (FindingCode::Hinge, Grade::Mind),
            format!("{}: over a hinge", way.name),
            "It bends each time the hinge moves; solder breaks there.",
            "A loop that rolls and does not pull, crimped, never soldered, clipped on both sides."
                .into(),
            "flexing wires",
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
                title: format!("{}: \"{id}\" is no place of this vehicle", circuit.name),
                why: "Until that is corrected, the usual place is assumed.".into(),
                remedy: "Choose another place, or add it to the skeleton.".into(),
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
                "A branch lies outside, in the wet".into(),
                "Water wicks along the strands into every joint it reaches.",
                "Sealed splice with adhesive sleeve, entries down, a drip loop before it.".into(),
                "splices outside",
            )
        });
    }
}
