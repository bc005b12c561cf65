//! The bodies themselves, and where parts sit on them when nobody said.

use crate::common::bench::{job as bench, switch, wire, with};
use jovek_core::answers::assess;
use jovek_core::job::{
    At, Between, BodyKind, ControlKind, Job, LampPlace, PlaceFact, PlaceId, ReturnKind,
    RoutePractice, Signal, Sites, Skeleton, VehicleSide, VehicleState, WayFact, WayId, Zone,
};
use jovek_core::moment::moment;
use jovek_core::plan::study::study;
use jovek_core::route::body::body;
use jovek_core::route::outline::outline;
use jovek_core::route::path::prices;
use jovek_core::route::price::{hazard_part, passage_m, price_m};
use jovek_core::route::{Graph, LaidRole};
use std::collections::BTreeSet;

const KINDS: [BodyKind; 9] = [
    BodyKind::Pickup,
    BodyKind::ChassisCab,
    BodyKind::Van,
    BodyKind::SmallOffroad,
    BodyKind::RigidLorry,
    BodyKind::TrailerOneAxle,
    BodyKind::TrailerTwoAxle,
    BodyKind::MotorBody,
    BodyKind::Car,
];

fn graph(kind: BodyKind) -> Graph {
    Graph::new(&Skeleton { body: kind, ..Skeleton::default() })
}

/// Every line of an outline lies within the vehicle, whatever its size, and its wheels stand on the ground.
#[test]
fn an_outline_is_as_large_as_its_vehicle() {
    for kind in KINDS {
        for scale in [0.5, 1.0, 2.0] {
            let size_m = body(kind).usual_m.map(|m| m * scale);
            let [length_m, width_m, height_m] = size_m;
            let drawn = outline(kind, size_m);
            let is_inside = |x: f64, low: f64, high: f64| (low - 1e-9..=high + 1e-9).contains(&x);
            for [along, left] in drawn.above.iter().flat_map(|s| &s.points_m) {
                assert!(is_inside(*along, 0.0, length_m), "{kind:?}: {along} of {length_m}");
                assert!(is_inside(left.abs(), 0.0, width_m / 2.0), "{kind:?}: {left}");
            }
            for [along, up] in drawn.side.iter().flat_map(|s| &s.points_m) {
                assert!(is_inside(*along, 0.0, length_m), "{kind:?}: {along} of {length_m}");
                assert!(is_inside(*up, 0.0, height_m), "{kind:?}: {up} of {height_m}");
            }
            assert!(drawn.wheels.iter().all(|w| w.up_m > 0.0 && w.up_m < 0.25 * height_m));
        }
    }
}

/// Ids are unique, ways join places that are there, everything lies inside the body and can be reached.
#[test]
fn every_body_is_whole() {
    for kind in KINDS {
        let plain = body(kind);
        let places: BTreeSet<&str> = plain.places.iter().map(|p| p.id).collect();
        let ways: BTreeSet<&str> = plain.ways.iter().map(|w| w.id.as_str()).collect();
        assert_eq!((places.len(), ways.len()), (plain.places.len(), plain.ways.len()), "{kind:?}");
        for way in &plain.ways {
            assert!(places.contains(way.between.0) && places.contains(way.between.1), "{}", way.id);
        }
        for place in &plain.places {
            let [along, across, up] = place.part;
            assert!(
                (0.0..=1.0).contains(&along) && (0.0..=1.0).contains(&up),
                "{kind:?} {}",
                place.id
            );
            assert!(across.abs() <= 0.5, "{kind:?} {}", place.id);
        }
        let graph = graph(kind);
        let mut seen = vec![false; graph.places.len()];
        let mut open = vec![0];
        while let Some(here) = open.pop() {
            if !std::mem::replace(&mut seen[here], true) {
                open.extend(graph.at[here].iter().map(|(_, next)| *next));
            }
        }
        assert!(seen.iter().all(|s| *s), "{kind:?}: a place cannot be reached");
        for id in ["battery", "fuses", "relays", "dash", "g_front", "g_rear"] {
            assert!(graph.place(&PlaceId::from(id)).is_some(), "{kind:?} has no {id}");
        }
    }
}

/// Lamps of every place on every body: left and right where there is a left and a right, inside the body, lit.
#[test]
fn lamps_sit_where_such_lamps_sit() {
    use LampPlace::{Front, Left, Rear, Right, Sides};
    for kind in KINDS {
        for place in [Front, Rear, Sides, Left, Right, LampPlace::Roof, LampPlace::Under] {
            let mut job = bench(&[], switch("on-off"), None);
            job.skeleton = Some(Skeleton { body: kind, ..Skeleton::default() });
            job.circuits[0].lights[0].place = Some(place);
            job.circuits[0].sites = Some(Sites::default());
            let state = VehicleState { on: vec!["on-off".into()], ..VehicleState::default() };
            let seen = moment(&job, &state, None).unwrap();
            assert!(seen.circuits[0].is_lit, "{kind:?} {place:?}");
            let across: Vec<f64> = seen.lamps.iter().map(|l| l.spot.across).collect();
            let along: Vec<f64> = seen.lamps.iter().map(|l| l.spot.along).collect();
            match place {
                Rear => {
                    assert!(across[0] < 0.4 && across[1] > 0.6, "{kind:?} {across:?}");
                    assert!(along.iter().all(|a| *a > 0.9), "{kind:?} {along:?}");
                }
                Left => assert!(across.iter().all(|a| *a < 0.5), "{kind:?} {across:?}"),
                Right => assert!(across.iter().all(|a| *a > 0.5), "{kind:?} {across:?}"),
                Front => assert!(along.iter().all(|a| *a < 0.35), "{kind:?} {along:?}"),
                _ => {}
            }
        }
    }
}

/// A place and a way of one's own: named, measured, taken.
#[test]
fn places_and_ways_of_ones_own() {
    let mut job = bench(&[], switch("on-off"), None);
    let id = PlaceId::from("mast");
    job.skeleton = Some(Skeleton {
        body: BodyKind::Pickup,
        places: vec![PlaceFact {
            id: id.clone(),
            name: Some("light mast".into()),
            at: Some(At { along_m: 3.4, left_m: 0.0, up_m: 2.6 }),
        }],
        ways: vec![WayFact {
            id: WayId::from("up"),
            between: Some(Between { from: PlaceId::from("rail_lm"), to: id.clone() }),
            zone: Some(Zone::Exterior),
            ..WayFact::default()
        }],
        ..Skeleton::default()
    });
    job.circuits[0].sites = Some(Sites { lamps: vec![id.clone()], ..Sites::default() });
    let answer = assess(&job).route.unwrap();
    let place = answer.places.iter().find(|p| p.id == id).unwrap();
    assert_eq!(place.name, "light mast");
    assert!(place.holds.iter().any(|h| h.contains("supply")), "{:?}", place.holds);
    let way = answer.ways.iter().find(|w| w.id.0 == "up").unwrap();
    // Along, across and up: from the middle of the left rail. By hand.
    let rail = answer.places.iter().find(|p| p.id.0 == "rail_lm").unwrap();
    let by_hand = (3.4 - rail.along_m).abs() + rail.left_m + (2.6 - rail.up_m);
    assert!((way.length_m - by_hand).abs() < 1e-9);
    assert_eq!(way.wires, 2);
    // The lamps moved elsewhere: the way is idle again.
    job.circuits[0].sites = Some(Sites::default());
    let answer = assess(&job).route.unwrap();
    assert_eq!(answer.ways.iter().find(|w| w.id.0 == "up").unwrap().wires, 0);
    // Of another body nothing is lost: what does not fit there waits without effect.
    job.skeleton.as_mut().unwrap().body = BodyKind::TrailerOneAxle;
    assert!(assess(&job).route.is_some());
    assert_eq!(Job::read(&job.write()).unwrap(), job);
}

/// Coil and signal wires go from relay to switch and from the tapped wire to the relay; their lengths are those
/// of their paths, there and back counted as two in the bundle.
#[test]
fn coil_and_signal_wires_are_laid_too() {
    let mut job = bench(&[], with(Signal::Reverse), Some(ControlKind::Relay));
    job.factory = vec![wire("rev", Signal::Reverse, VehicleSide::Own)];
    job.factory[0].site = Some(PlaceId::from("rear_left"));
    job.skeleton = Some(Skeleton { body: BodyKind::Pickup, ..Skeleton::default() });
    job.circuits[0].sites = Some(Sites::default());
    let first = study(&job);
    let layout = first.layout.as_ref().unwrap();
    let length = |role: LaidRole| {
        let of = layout.wires.iter().filter(move |w| w.role == role);
        of.flat_map(|w| &w.ways).map(|&w| layout.graph.ways[w].length_m).sum::<f64>()
    };
    assert!((first.circuits[0].chain.signal_lead_m - length(LaidRole::Signal)).abs() < 1e-9);
    assert!(length(LaidRole::Signal) > 2.0);
    assert_eq!(length(LaidRole::Coil), 0.0, "no switch in the coil circuit");
    job.circuits[0].lit = switch("on-off");
    let by_switch = study(&job);
    let layout = by_switch.layout.as_ref().unwrap();
    let coil = layout.wires.iter().find(|w| w.role == LaidRole::Coil).unwrap();
    assert_eq!(coil.count, 2);
    let metres: f64 = coil.ways.iter().map(|&w| layout.graph.ways[w].length_m).sum();
    assert!((by_switch.circuits[0].chain.switch_lead_m - metres).abs() < 1e-9);
}

/// A switch that carries the lamps has no wires to another switch; a relay has.
#[test]
fn only_a_coil_has_wires_to_a_switch() {
    let coils = |kind| {
        let mut job = bench(&[], switch("on-off"), Some(kind));
        job.skeleton = Some(Skeleton { body: BodyKind::Van, ..Skeleton::default() });
        job.circuits[0].sites = Some(Sites::default());
        let layout = study(&job).layout.unwrap();
        layout.wires.iter().filter(|w| w.role == LaidRole::Coil).count()
    };
    assert_eq!((coils(ControlKind::Switch), coils(ControlKind::Relay)), (0, 1));
}

/// Back to battery negative: the return runs all the way, and the sheet says so.
#[test]
fn a_return_to_the_battery_is_laid_all_the_way() {
    let returns = |by| {
        let mut job = bench(&[], switch("on-off"), None);
        job.skeleton = Some(Skeleton { body: BodyKind::Van, ..Skeleton::default() });
        job.circuits[0].sites = Some(Sites::default());
        job.circuits[0].run.return_by = by;
        job
    };
    let metres = |job: &Job| {
        let layout = study(job).layout.unwrap();
        let back = layout.wires.iter().filter(|w| w.role == LaidRole::Return);
        back.flat_map(|w| w.ways.clone()).map(|w| layout.graph.ways[w].length_m).sum::<f64>()
    };
    let (stud, battery) = (returns(ReturnKind::ChassisStud), returns(ReturnKind::BatteryNegative));
    assert!(metres(&battery) > metres(&stud) + 2.0);
    assert!(assess(&battery).cuts.iter().any(|c| c.to == "battery -"));
}

/// Length·(zone·line + hazards) + passage, for every way of every body. By hand from the tables.
#[test]
fn a_price_is_length_hazards_and_passage() {
    for kind in KINDS {
        for school in [RoutePractice::InsideRail, RoutePractice::ExistingLines] {
            let graph = Graph::new(&Skeleton { body: kind, school, ..Skeleton::default() });
            for (way, price) in graph.ways.iter().zip(prices(&graph)) {
                let hazards: f64 = way.hazards.iter().map(|&h| hazard_part(h)).sum();
                let least = way.length_m * (1.0 + hazards) + passage_m(way.passage);
                let most = way.length_m * (1.5 * 1.3 + hazards) + passage_m(way.passage);
                let price = price.unwrap();
                assert!((least - 1e-9..=most + 1e-9).contains(&price), "{}: {price}", way.name);
                let mut closed = way.clone();
                closed.is_forbidden = true;
                assert_eq!(price_m(&closed, school), None);
            }
        }
    }
}

/// A car has no rails: its wires to the rear lie inside along a sill; lamps at the bonnet hinges are reached without a
/// hinge, one on the bonnet itself through it.
#[test]
fn a_car_is_wired_inside_and_its_bonnet_through_a_hinge() {
    let laid = |place: &str| {
        let mut job = bench(&[], switch("on-off"), None);
        job.skeleton = Some(Skeleton { body: BodyKind::Car, ..Skeleton::default() });
        let lamps = vec![PlaceId::from(place)];
        job.circuits[0].sites = Some(Sites { lamps, ..Sites::default() });
        let study = study(&job);
        let layout = study.layout.clone().unwrap();
        let laid = layout.circuits[0].clone().unwrap();
        let mut sections = laid.supply.clone();
        sections.extend(laid.legs.iter().flat_map(|l| l.sections.clone()));
        (
            sections.iter().any(|s| s.section.flexes),
            sections.iter().map(|s| s.section.zone).collect::<Vec<_>>(),
        )
    };
    assert!(!laid("hinge_left").0);
    assert!(laid("bonnet").0);
    let (_, zones) = laid("bay_right");
    assert!(zones.contains(&Zone::Cab) && !zones.contains(&Zone::Underbody), "{zones:?}");
}
