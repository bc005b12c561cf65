//! The skeleton as it is shown: places, ways with what lies on them, paths of the circuits.

use jovek_base::figure::shown;
use jovek_base::units::Units;
use jovek_catalog::zone;
use jovek_job::{CircuitId, Hazard, Job, Passage, PlaceId, WayId, Zone};
use jovek_phrases::answers as say;
use jovek_plan::bundles::bundles;
use jovek_plan::route::bundle::{Bundle, clips};
use jovek_plan::route::lay::slack_m;
use jovek_plan::route::outline::{self, Outline};
use jovek_plan::route::{LaidRole, Layout, RouteEdge};
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// A place.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PlaceAnswer {
    /// Id.
    pub id: PlaceId,
    /// Name.
    pub name: String,
    /// Behind the front, m.
    pub along_m: f64,
    /// Left of the middle, m.
    pub left_m: f64,
    /// Above the ground, m.
    pub up_m: f64,
    /// What sits there, as it is spoken.
    pub holds: Vec<String>,
}

/// A way.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RouteWay {
    /// Id.
    pub id: WayId,
    /// Name.
    pub name: String,
    /// One end.
    pub from: PlaceId,
    /// The other.
    pub to: PlaceId,
    /// `1.35 m, measured`.
    pub length_text: String,
    /// Length, m.
    pub length_m: f64,
    /// True where somebody measured it.
    pub is_measured: bool,
    /// Surroundings.
    pub zone: Zone,
    /// `underbody, 50 °C`.
    pub zone_text: String,
    /// What can hurt a wire there.
    pub hazards: Vec<Hazard>,
    /// The same in words.
    pub hazard_text: String,
    /// How a wire gets through.
    pub passage: Passage,
    /// The same in words; empty where nothing is in the way.
    pub passage_text: String,
    /// No wire goes there.
    pub is_forbidden: bool,
    /// Circuits whose wires lie there.
    pub circuits: Vec<CircuitId>,
    /// Wires there.
    pub wires: usize,
    /// `4 wires, 9.1 mm: loom 13 mm, fill 43 %, 8 clips, bend 73 mm, 0.21 kg`; empty without wires.
    pub bundle_text: String,
    /// Diameter of the bundle, mm.
    pub diameter_mm: f64,
}

/// The path of one circuit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RouteCircuit {
    /// Which one.
    pub circuit: CircuitId,
    /// Its name.
    pub name: String,
    /// Ways that its wires take.
    pub ways: Vec<WayId>,
    /// `7.20 m there, 1.10 m back, 2 branches`.
    pub text: String,
}

/// The skeleton with everything on it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RouteAnswer {
    /// Length, m.
    pub length_m: f64,
    /// Width, m.
    pub width_m: f64,
    /// Height, m.
    pub height_m: f64,
    /// The body around it.
    pub outline: Outline,
    /// Places.
    pub places: Vec<PlaceAnswer>,
    /// Ways.
    pub ways: Vec<RouteWay>,
    /// Circuits that are laid.
    pub circuits: Vec<RouteCircuit>,
    /// `31.4 m of wire along the ways, 1.9 kg, 42 clips, 11.2 m of loom`.
    pub total_text: String,
}

/// As hazards are spoken.
pub fn hazard_label(hazard: Hazard) -> &'static str {
    match hazard {
        Hazard::Heat => say::heat(),
        Hazard::Moving => say::moving_parts(),
        Hazard::SharpEdge => say::sharp_edge(),
        Hazard::FuelLine => say::fuel_line(),
        Hazard::BrakeLine => say::brake_line(),
        Hazard::BelowFrame => say::below_the_frame(),
        Hazard::Spray => say::road_spray(),
        Hazard::Airbag => say::airbag(),
    }
}

fn passage_text(passage: Passage, units: Units) -> String {
    match passage {
        Passage::Open => String::new(),
        Passage::Grommet { bore_mm: Some(mm) } => say::grommet(&units.bore(mm)),
        Passage::Grommet { bore_mm: None } => say::a_grommet().into(),
        Passage::NewHole => say::new_hole().into(),
        Passage::Hinge => say::hinge().into(),
        Passage::Connector => say::connector().into(),
    }
}

/// Reads the skeleton out. None without one.
pub(super) fn route_answer(job: &Job, study: &Assessment) -> Option<RouteAnswer> {
    let layout = study.layout.as_ref()?;
    let units = job.shop.units;
    let graph = &layout.graph;
    let bundles = bundles(study, layout, units.lengths);
    let ways: Vec<RouteWay> = graph
        .ways
        .iter()
        .enumerate()
        .map(|(w, way)| way_answer(job, layout, w, way, bundles[w].as_ref()))
        .collect();
    let used = || ways.iter().zip(&bundles).filter_map(|(w, b)| Some((w, b.as_ref()?)));
    let wire_m: f64 = used().map(|(w, b)| w.length_m * b.count as f64).sum();
    let mass_kg: f64 = used().map(|(w, b)| w.length_m * b.mass_g_per_m / 1000.0).sum();
    let loom_m: f64 = used().map(|(w, _)| w.length_m).sum();
    let all_clips: usize = used().map(|(w, _)| clips(w.length_m)).sum();
    Some(RouteAnswer {
        length_m: graph.size_m[0],
        width_m: graph.size_m[1],
        height_m: graph.size_m[2],
        outline: outline::of_job(job),
        places: graph
            .places
            .iter()
            .enumerate()
            .map(|(p, place)| PlaceAnswer {
                id: place.id.clone(),
                name: place.name.clone(),
                along_m: place.at_m[0],
                left_m: place.at_m[1],
                up_m: place.at_m[2],
                holds: holds(job, layout, p),
            })
            .collect(),
        circuits: circuits(job, layout),
        total_text: say::of_wire_along_the_ways_clips(
            &units.length(wire_m),
            &units.weight(1000.0 * mass_kg),
            &all_clips,
            &units.length(loom_m),
        ),
        ways,
    })
}

fn way_answer(
    job: &Job,
    layout: &Layout,
    w: usize,
    way: &RouteEdge,
    bundle: Option<&Bundle>,
) -> RouteWay {
    let place = |p: usize| layout.graph.places[p].id.clone();
    let units = job.shop.units;
    let mut on: Vec<usize> =
        layout.wires.iter().filter(|l| l.ways.contains(&w)).map(|l| l.circuit).collect();
    on.dedup();
    let measured = if way.is_measured { say::measured() } else { "" };
    let slack_m = slack_m(way.passage, &job.shop);
    let spare = if slack_m > 0.0 { say::to_spare(&units.length(slack_m)) } else { String::new() };
    let hazards: Vec<&str> = way.hazards.iter().map(|&h| hazard_label(h)).collect();
    RouteWay {
        id: way.id.clone(),
        name: way.name.clone(),
        from: place(way.ends.0),
        to: place(way.ends.1),
        length_text: format!("{}{measured}{spare}", units.length(way.length_m)),
        length_m: way.length_m,
        is_measured: way.is_measured,
        zone: way.zone,
        zone_text: format!("{}, {}", zone::label(way.zone), units.degrees(way.ambient_c)),
        hazards: way.hazards.clone(),
        hazard_text: hazards.join(", "),
        passage: way.passage,
        passage_text: passage_text(way.passage, units),
        is_forbidden: way.is_forbidden,
        circuits: on.iter().map(|&c| job.circuits[c].id.clone()).collect(),
        wires: bundle.map_or(0, |b| b.count),
        bundle_text: bundle.map_or_else(String::new, |b| bundle_text(b, way, units)),
        diameter_mm: bundle.map_or(0.0, |b| b.diameter_mm),
    }
}

fn bundle_text(b: &Bundle, way: &RouteEdge, units: Units) -> String {
    let wires = if b.count == 1 { say::one_wire().to_owned() } else { say::wires(&b.count) };
    let loom = match b.loom_mm {
        Some(mm) => say::loom_fill(&units.bore(mm), &shown(100.0 * b.fill, "%")),
        None => say::no_loom_is_wide_enough_split().to_owned(),
    };
    let grommet = match (way.passage, b.grommet_mm) {
        (Passage::Grommet { .. } | Passage::NewHole, Some(mm)) => {
            say::with_grommet(&units.bore(mm))
        }
        _ => String::new(),
    };
    say::clips_bend(
        &wires,
        &units.fine(b.diameter_mm),
        &loom,
        &grommet,
        &clips(way.length_m),
        &units.short_cut((b.bend_mm / 5.0).ceil() * 5.0),
        &units.weight(b.mass_g_per_m * way.length_m),
    )
}

/// Ends of wires at a place, as they are spoken.
fn holds(job: &Job, layout: &Layout, place: usize) -> Vec<String> {
    let mut out: Vec<String> = Vec::new();
    for wire in &layout.wires {
        let name = &job.circuits[wire.circuit].name;
        let says = match wire.role {
            LaidRole::Supply if wire.ends.1 == place => Some(say::supply(&name)),
            LaidRole::Return if wire.ends.0 == place => Some(say::ground(&name)),
            LaidRole::Coil if wire.ends.1 == place => Some(say::switch(&name)),
            LaidRole::Signal if wire.ends.0 == place => Some(say::signal(&name)),
            _ => None,
        };
        out.extend(says.filter(|s| !out.contains(s)));
    }
    out
}

fn circuits(job: &Job, layout: &Layout) -> Vec<RouteCircuit> {
    let way_m = |w: &usize| layout.graph.ways[*w].length_m;
    layout
        .circuits
        .iter()
        .enumerate()
        .filter_map(|(c, laid)| Some((c, laid.as_ref()?)))
        .map(|(c, laid)| {
            let of = |role: LaidRole| {
                layout.wires.iter().filter(move |w| w.circuit == c && w.role == role)
            };
            let metres = |role| of(role).flat_map(|w| &w.ways).map(way_m).sum::<f64>();
            let mut ways: Vec<usize> = layout
                .wires
                .iter()
                .filter(|w| w.circuit == c)
                .flat_map(|w| w.ways.iter().copied())
                .collect();
            ways.sort_unstable();
            ways.dedup();
            let branches = laid.legs.iter().filter(|l| !l.sections.is_empty()).count();
            let legs = if branches > 0 { say::legs(&branches) } else { String::new() };
            RouteCircuit {
                circuit: job.circuits[c].id.clone(),
                name: job.circuits[c].name.clone(),
                ways: ways.into_iter().map(|w| layout.graph.ways[w].id.clone()).collect(),
                text: say::there_back(
                    &job.shop.units.length(metres(LaidRole::Supply)),
                    &job.shop.units.length(metres(LaidRole::Return)),
                    &legs,
                ),
            }
        })
        .collect()
}
