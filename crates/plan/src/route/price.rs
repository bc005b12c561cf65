//! What a way costs, in metres of plain wire: its length with what hazards, holes and exposure add.

use super::body::Line;
use super::graph::RouteEdge;
use jovek_job::{Hazard, Passage, RoutePractice, Zone};

/// How many metres of plain wire a metre in a zone is worth. Common practice: dry before wet, cool before
/// hot; no figures are published.
pub fn zone_factor(zone: Zone) -> f64 {
    match zone {
        Zone::Cab => 1.0,
        Zone::Underbody => 1.1,
        Zone::EngineBay => 1.2,
        Zone::Exterior => 1.5,
    }
}

/// What a metre near a hazard adds, in metres. Common practice: heat and moving parts are gone round
/// wherever there is another way; fuel and brake lines are no support.
pub fn hazard_part(hazard: Hazard) -> f64 {
    match hazard {
        Hazard::Heat => 1.5,
        Hazard::Moving => 1.0,
        Hazard::FuelLine | Hazard::BrakeLine => 1.5,
        Hazard::BelowFrame => 1.5,
        Hazard::SharpEdge => 0.3,
        Hazard::Spray => 0.2,
        Hazard::Airbag => 0.3,
    }
}

/// What getting through costs, m. Common practice: an existing grommet first, a new hole last.
pub fn passage_m(passage: Passage) -> f64 {
    match passage {
        Passage::Open => 0.0,
        Passage::Grommet { .. } => 0.2,
        Passage::Connector => 0.5,
        Passage::Hinge => 1.0,
        Passage::NewHole => 2.0,
    }
}

/// How a school looks at what a way runs along.
fn line_factor(school: RoutePractice, line: Line) -> f64 {
    match (school, line) {
        (RoutePractice::InsideRail, Line::Rail)
        | (RoutePractice::ExistingLines, Line::Existing) => 1.0,
        (_, Line::Rail | Line::Existing) => 1.2,
        (_, Line::Free) => 1.3,
    }
}

/// Price of a way, m: length·zone·line + length·hazards + passage. None where no wire may go.
pub fn price_m(way: &RouteEdge, school: RoutePractice) -> Option<f64> {
    if way.is_forbidden {
        return None;
    }
    let hazards: f64 = way.hazards.iter().map(|&h| hazard_part(h)).sum();
    let along = zone_factor(way.zone) * line_factor(school, way.line) + hazards;
    Some(way.length_m * along + passage_m(way.passage))
}
