//! Wires laid along the skeleton: what the network, the sheet and the figures have to say of the same path.

use crate::common::bench::{job as bench, switch};
use jovek_core::answers::assess;
use jovek_core::base::units::{Lengths, Units};
use jovek_core::catalog::contact::{LAMP_PLUG_OHM, SPLICE_OHM};
use jovek_core::finding::FindingCode;
use jovek_core::harness::PartOf;
use jovek_core::job::{
    At, Between, BodyKind, CircuitId, Hazard, Job, LampCircuit, LampPlace, Light, LightKind,
    Passage, PlaceFact, PlaceId, RoutePractice, Sites, Skeleton, WayFact, WayId, Wish, Zone,
};
use jovek_core::option_value::{OptionTrial, cost, tried};
use jovek_core::plan::chain::WireRole;
use jovek_core::plan::study::study;
use jovek_core::plan::wires::{PieceAt, leg_wire};
use jovek_core::proof::simulation::Simulation;
use jovek_core::route::LaidRole;
use jovek_core::route::bundle::{LOOM_BORES_MM, Strand, bundle, clips, diameter_mm};
use jovek_core::route::lay::slack_m;
use proptest::prelude::*;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// Any demo job with its wires on a skeleton.
fn laid(unit: &str, body: BodyKind) -> Job {
    let mut job = demo(unit);
    job.skeleton.get_or_insert(Skeleton { body, ..Skeleton::default() });
    job.circuits.iter_mut().for_each(|c| c.sites = Some(Sites::default()));
    job
}

fn all_laid() -> Vec<(&'static str, Job)> {
    use BodyKind::{ChassisCab, Pickup, RigidLorry, SmallOffroad, TrailerTwoAxle, Van};
    [
        ("14", ChassisCab),
        ("22", Van),
        ("31", SmallOffroad),
        ("40", RigidLorry),
        ("51", Pickup),
        ("55", Pickup),
        ("58", Pickup),
        ("T3", TrailerTwoAxle),
    ]
    .map(|(unit, body)| (unit, laid(unit, body)))
    .to_vec()
}

/// Strips at the rear left and right of a pickup, on a switch of their own.
fn pair() -> Job {
    let mut job = bench(&[], switch("on-off"), None);
    job.skeleton = Some(Skeleton { body: BodyKind::Pickup, ..Skeleton::default() });
    let circuit = &mut job.circuits[0];
    circuit.lights[0].draws = LightKind::Strip { forward_v: Some(9.0) };
    circuit.lights[0].place = Some(LampPlace::Rear);
    circuit.sites = Some(Sites::default());
    job
}

fn codes(job: &Job) -> Vec<FindingCode> {
    assess(job).findings.iter().map(|f| f.code).collect()
}

fn fact<'a>(job: &'a mut Job, id: &str) -> &'a mut WayFact {
    let ways = &mut job.skeleton.as_mut().unwrap().ways;
    ways.push(WayFact { id: WayId::from(id), ..WayFact::default() });
    ways.last_mut().unwrap()
}

/// Every wire of the plan is on the sheet once, as long as it is in the network.
#[test]
fn sheet_and_network_hold_the_same_metres() {
    for (unit, job) in all_laid() {
        let study = study(&job);
        let answers = assess(&job);
        assert!(study.layout.as_ref().unwrap().unreached.is_empty(), "{unit}");
        for studied in &study.circuits {
            let chain = &studied.chain;
            let in_network: f64 = chain.wires().map(|(_, w)| w.length_m()).sum::<f64>()
                + chain.legs.iter().chain(&chain.back_legs).map(|l| l.length_m()).sum::<f64>();
            let of = |c: &&jovek_core::harness::CutLine| c.circuit == chain.id;
            // Between parts of the hardware there are leads of their own; those of a strip are solved with it.
            let on_a_way = |c: &&jovek_core::harness::CutLine| {
                matches!(c.piece, Some(PieceAt::Link(_) | PieceAt::Leg(..)))
            };
            let on_sheet: f64 =
                answers.cuts.iter().filter(of).filter(on_a_way).map(|c| c.path_m).sum();
            assert!(
                (on_sheet - in_network).abs() < 1e-9,
                "{unit} {}: {on_sheet} {in_network}",
                chain.id
            );
            // The layout says the same: its ways with their slack, and what lies side by side.
            let layout = study.layout.as_ref().unwrap();
            // Besides: two parts side by side, and a drip loop and a lead at each lamp, there and back.
            let lamps: u32 = chain.lamps.iter().map(|l| l.count).sum();
            let beside_m = 0.25 + 2.0 * (0.08 + 0.3) * f64::from(lamps);
            let on_ways: f64 = layout
                .wires
                .iter()
                .filter(|w| w.circuit == studied.index && w.role.is_loaded())
                .flat_map(|w| &w.ways)
                .map(|&w| {
                    layout.graph.ways[w].length_m + slack_m(layout.graph.ways[w].passage, &job.shop)
                })
                .sum();
            assert!(
                on_ways <= in_network + 1e-9 && in_network < on_ways + beside_m,
                "{unit} {}",
                chain.id
            );
        }
        let lengths: f64 = answers.cuts.iter().map(|c| c.length_m).sum();
        let listed: f64 =
            answers.parts.iter().filter(|p| p.of == PartOf::Wire).map(|p| p.quantity).sum();
        assert!((lengths - listed).abs() < 0.02, "{unit}: cut {lengths}, listed {listed}");
    }
}

/// Behind a branch: currents add up, each leg loses I·R, the farther lamp has less. Ohm and Kirchhoff.
#[test]
fn legs_obey_ohm_and_kirchhoff() {
    let job = pair();
    let study = study(&job);
    let chain = &study.circuits[0].chain;
    let sizes = &study.circuits[0].sized.chosen.sizes;
    assert_eq!((chain.legs.len(), chain.back_legs.len()), (2, 2));
    let mut live = Simulation::at_rest(&study);
    live.put(chain.first_lit_by());
    let solution = live.solve().unwrap();
    let at = &live.built.circuits[0];
    let net = &live.built.net;
    let lamps: Vec<f64> = at.lamps.iter().flatten().map(|&l| solution.current_a(l)).collect();
    let legs: f64 = at.legs.iter().map(|&l| solution.current_a(l)).sum();
    assert!((lamps.iter().sum::<f64>() - legs).abs() < 1e-9);
    let link = chain.links.iter().position(|l| l.name == "lamps").unwrap();
    let warm: Vec<f64> = sizes.stretch_c(link).collect();
    let mut before = 0;
    for (k, leg) in chain.legs.iter().enumerate() {
        let copper: f64 = leg
            .stretches
            .iter()
            .enumerate()
            .map(|(n, s)| leg_wire(chain, sizes, leg).ohm(s.length_m, warm[before + n]))
            .sum();
        before += leg.stretches.len();
        let lost_v = solution.current_a(at.legs[k]) * (copper + 0.5 * SPLICE_OHM + LAMP_PLUG_OHM);
        assert!((solution.across_v(net, at.legs[k]) - lost_v).abs() < 1e-9, "leg {k}");
    }
    let far = at.weakest_lamp(net, &solution).unwrap();
    let longest = (0..2).max_by(|a, b| {
        let m = |k: usize| chain.legs[k].length_m() + chain.back_legs[k].length_m();
        m(*a).total_cmp(&m(*b))
    });
    assert!(chain.legs[longest.unwrap()].lamps.contains(&far));
    // The volt line ends at that lamp.
    let line = &assess(&job).circuits[0].volt_lines[0];
    assert!((line.lamp_v - solution.across_v(net, at.lamps[far.0][far.1])).abs() < 1e-3);
    for pair in line.elements.windows(2) {
        assert!(
            (pair[0].out_v - pair[1].in_v).abs() < 1e-9,
            "the line is broken at {}",
            pair[1].name
        );
    }
}

/// Behind branches a reading is taken at a lamp that is named; what is expected is solved for that one.
#[test]
fn readings_name_the_lamp_behind_branches() {
    let job = pair();
    let study = study(&job);
    let chain = &study.circuits[0].chain;
    let (light, n) = chain.farthest_lamp().unwrap();
    let answers = assess(&job);
    let check = |id: &str| answers.checks.iter().find(|c| c.id.0 == id).unwrap();
    let named = format!("At lamp {}, the farthest.", chain.lamp_number((light, n)));
    for id in ["c1.lamp_v", "c1.feed_v", "c1.ground_v"] {
        assert!(check(id).how.ends_with(&named), "{}", check(id).how);
    }
    assert!(!check("c1.current_a").how.contains("farthest"));
    let across = check("c1.lamp_v");
    let (feed, ground) = (check("c1.feed_v").expected, check("c1.ground_v").expected);
    let battery = check("battery.on_v").expected;
    assert!((battery - feed - ground - across.expected).abs() < 1e-6);
    // Lamps at one place need no name.
    let plain = assess(&bench(&[], switch("on-off"), None));
    assert!(plain.checks.iter().all(|c| !c.how.contains("farthest")));
}

/// A circuit that is added to a vehicle with a skeleton is laid on it.
#[test]
fn a_new_circuit_is_laid_too() {
    let mut job = pair();
    let new = assess(&job).new_circuit;
    assert!(new.sites.is_some());
    job.circuits.push(LampCircuit { id: CircuitId::from("c9"), ..new });
    assert!(study(&job).layout.unwrap().circuits[1].is_some());
    assert!(assess(&bench(&[], switch("on-off"), None)).new_circuit.sites.is_none());
}

/// A lost leg puts out its own lamps and no others.
#[test]
fn a_broken_leg_puts_out_its_own_lamps() {
    use jovek_core::job::{Fault, FaultKind, VehicleState};
    let job = pair();
    let fault = Fault { part: "c1.leg.1".into(), kind: FaultKind::Open };
    let state =
        VehicleState { on: vec!["on-off".into()], faults: vec![fault], ..Default::default() };
    let seen = jovek_core::moment::moment(&job, &state, None).unwrap();
    let dark = seen.lamps.iter().filter(|l| l.level < 0.01).count();
    assert_eq!((dark, seen.lamps.len()), (1, 2));
}

/// A measured length beats the computed one; the network and the sheet follow.
#[test]
fn a_measured_length_beats_the_computed_one() {
    let mut job = pair();
    let metres = |job: &Job| {
        let study = study(job);
        study.circuits[0]
            .chain
            .wires()
            .filter(|(_, w)| w.role == WireRole::Supply)
            .map(|(_, w)| w.length_m())
            .sum::<f64>()
    };
    let computed = metres(&job);
    let study_ways = study(&job).layout.unwrap();
    let way = study_ways.graph.way(&WayId::from("rail_lf-rail_lm")).unwrap();
    let was_m = study_ways.graph.ways[way].length_m;
    fact(&mut job, "rail_lf-rail_lm").length_m = Some(was_m + 0.7);
    assert!((metres(&job) - computed - 0.7).abs() < 1e-9);
    let answer = assess(&job).route.unwrap();
    let way = answer.ways.iter().find(|w| w.id.0 == "rail_lf-rail_lm").unwrap();
    assert!(way.is_measured && way.length_text.ends_with("measured"));
}

/// Forbidding costs metres and volts, and says so; where nothing else is left it is named.
#[test]
fn forbidding_and_pinning_have_their_price() {
    let job = pair();
    let way = WayId::from("rail_lm-rail_lr");
    let forbid = OptionTrial::Forbid { way: way.clone() };
    let dear = cost(&job, &forbid);
    assert!(dear.is_possible && dear.wire_m > 0.3, "{dear:?}");
    assert!(dear.says.iter().any(|s| s.contains("more wire")), "{dear:?}");
    let without = study(&tried(&job, &forbid));
    let layout = without.layout.as_ref().unwrap();
    let gone = layout.graph.way(&way).unwrap();
    assert!(layout.wires.iter().all(|w| !w.ways.contains(&gone)));
    // A way that nothing takes is free to forbid.
    let idle = OptionTrial::Forbid { way: WayId::from("slam-grille") };
    assert_eq!(cost(&job, &idle).says, ["Nothing changes."]);
    // Pinned to the other rail.
    let right = WayId::from("rail_rf-rail_rm");
    let pin = OptionTrial::Pin { circuit: CircuitId::from("c1"), way: right.clone() };
    // The other rail is as long; it is the exhaust that makes it dear.
    assert!(cost(&job, &pin).wire_m > -1e-9);
    assert!(
        codes(&tried(&job, &pin)).contains(&FindingCode::NearHeat)
            && !codes(&job).contains(&FindingCode::NearHeat)
    );
    let pinned = study(&tried(&job, &pin));
    let layout = pinned.layout.as_ref().unwrap();
    let must = layout.graph.way(&right).unwrap();
    assert!(layout.wires.iter().any(|w| w.role == LaidRole::Supply && w.ways.contains(&must)));
    // The only way to a lamp.
    let only = OptionTrial::Forbid { way: WayId::from("rail_lr-rear_left") };
    let lost = cost(&job, &only);
    assert!(!lost.is_possible && lost.says[0].contains("no other path"), "{lost:?}");
    assert!(codes(&tried(&job, &only)).contains(&FindingCode::NoPath));
}

/// The school decides between ways that are equally long.
#[test]
fn the_school_chooses_between_rail_and_lines() {
    let supply = |school| {
        let mut job = pair();
        job.skeleton.as_mut().unwrap().school = school;
        let study = study(&job);
        let layout = study.layout.unwrap();
        let on = layout.wires.iter().filter(|w| w.role == LaidRole::Supply);
        on.flat_map(|w| w.ways.clone())
            .map(|w| layout.graph.ways[w].id.0.clone())
            .collect::<Vec<_>>()
    };
    let rail = supply(RoutePractice::InsideRail);
    assert!(rail.contains(&"rail_lf-rail_lm".into()), "{rail:?}");
    assert!(!supply(RoutePractice::ExistingLines).is_empty());
}

/// What a way passes is told once wires lie there.
#[test]
fn hazards_are_named_with_their_remedy() {
    let named = |change: &dyn Fn(&mut WayFact)| {
        let mut job = pair();
        change(fact(&mut job, "rail_lm-rail_lr"));
        codes(&job)
    };
    for (hazard, code) in [
        (Hazard::Heat, FindingCode::NearHeat),
        (Hazard::SharpEdge, FindingCode::SharpEdge),
        (Hazard::BrakeLine, FindingCode::AlongALine),
        (Hazard::FuelLine, FindingCode::AlongALine),
        (Hazard::BelowFrame, FindingCode::BelowTheFrame),
        (Hazard::Moving, FindingCode::NearMoving),
    ] {
        // Only where wires still go: the left rail is measured short, so that it stays the best.
        let found = named(&|w| {
            w.hazards = Some(vec![hazard]);
            w.length_m = Some(0.2);
        });
        assert!(found.contains(&code), "{hazard:?}: {found:?}");
    }
    let found = named(&|w| w.passage = Some(Passage::Grommet { bore_mm: Some(3.0) }));
    assert!(found.contains(&FindingCode::GrommetFull), "{found:?}");
    let found = named(&|w| {
        (w.passage, w.length_m) = (Some(Passage::NewHole), Some(0.1));
    });
    assert!(found.contains(&FindingCode::NewHole), "{found:?}");
    let mut gone = pair();
    gone.circuits[0].sites =
        Some(Sites { ground: Some(PlaceId::from("moon")), ..Sites::default() });
    assert!(codes(&gone).contains(&FindingCode::NoSuchPlace));
}

/// Loaded wires on the same way count as neighbours, coil and signal wires do not.
#[test]
fn neighbours_are_the_loaded_wires_of_the_way() {
    let mut job = pair();
    let mut second = LampCircuit::starter(CircuitId::from("c2"), "More lamps");
    second.lights[0].place = Some(LampPlace::Rear);
    second.sites = Some(Sites::default());
    second.lit = Wish::OwnSwitch;
    job.circuits.push(second);
    let study = study(&job);
    let layout = study.layout.as_ref().unwrap();
    let rail = layout.graph.way(&WayId::from("rail_lf-rail_lm")).unwrap();
    let loaded =
        layout.wires.iter().filter(|w| w.role.is_loaded() && w.ways.contains(&rail)).count();
    assert_eq!(loaded, 2);
    let name = &layout.graph.ways[rail].name;
    for studied in &study.circuits {
        let stretch =
            studied.chain.wires().flat_map(|(_, w)| &w.stretches).find(|s| s.name == *name);
        assert_eq!(stretch.unwrap().beside, 1);
    }
}

/// Equal wires: the packing of circles, 7 % looser. Source: circles in a circle, as in the table of the
/// reference: 1, 2, 2.1547, 2.4142, 3, 3, 4.0296, 5.1223.
#[test]
fn bundles_are_as_thick_as_circles_pack() {
    for (n, packing) in
        [(2, 2.0), (3, 2.1547), (4, 2.4142), (6, 3.0), (7, 3.0), (12, 4.0296), (20, 5.1223)]
    {
        let d = diameter_mm(&vec![2.6; n]);
        assert!((d / 2.6 / 1.07 - packing).abs() < 1e-9, "{n} wires: {d} mm");
    }
    assert_eq!(diameter_mm(&[2.6]), 2.6);
    // Many: 1.2 times the root of the squares, within 9 % of the exact 6.7588 and 8.6613.
    for (n, packing) in [(37, 6.7588), (61, 8.6613)] {
        let d = diameter_mm(&vec![1.0; n]) / 1.07;
        assert!((1.0..1.09).contains(&(d / packing)), "{n} wires: {d}");
    }
    // A thick one beside a thin one is as wide as both.
    assert!((diameter_mm(&[10.0, 2.0]) / 1.07 - 12.0).abs() < 0.01);
}

/// Loom 1.15 times the bundle at least; a clip at each end and no more than 0.4 m between. Practice.
#[test]
fn loom_grommet_and_clips_fit() {
    let strand = Strand { outer_mm: 2.6, area_mm2: 1.0 };
    let four = bundle(&[strand; 4], Lengths::Metric);
    let loom = four.loom_mm.unwrap();
    assert!(loom >= 1.15 * four.diameter_mm && LOOM_BORES_MM.contains(&loom));
    assert!((four.fill - 4.0 * 2.6 * 2.6 / (loom * loom)).abs() < 1e-12);
    assert!(four.diameter_mm <= 0.9 * four.grommet_mm.unwrap());
    // 1 mm² of copper is 8.96 g/m, the rest of the 5.31 mm² is insulation at 1.4 g/cm³. By hand.
    assert!((four.mass_g_per_m - 4.0 * (8.96 + 1.4 * (5.3093 - 1.0))).abs() < 0.01);
    assert_eq!([0.1, 0.4, 0.41, 1.2, 1.3].map(clips), [2, 2, 3, 4, 5]);
    let thick = bundle(&[Strand { outer_mm: 9.0, area_mm2: 25.0 }; 30], Lengths::Metric);
    // The same four wires are 7 mm thick: 5/16 in of loom is not made for a US shelf, 3/8 in is the next.
    let us = bundle(&[strand; 4], Lengths::Us);
    assert_eq!(us.loom_mm.map(|mm| Units::US.bore(mm)).as_deref(), Some("3/8 in"));
    assert_eq!((thick.loom_mm, thick.grommet_mm), (None, None));
}

/// Loops are longer wire: in the network and on the sheet. Each as the shop says.
#[test]
fn loops_are_spared_where_the_shop_wants_them() {
    let metres = |change: &dyn Fn(&mut Job)| {
        let mut job = pair();
        change(&mut job);
        let study = study(&job);
        let chain = &study.circuits[0].chain;
        let wires = chain.wires().map(|(_, w)| w.length_m()).sum::<f64>();
        wires + chain.legs.iter().chain(&chain.back_legs).map(|l| l.length_m()).sum::<f64>()
    };
    let plain = metres(&|j| j.shop.drip_loop_m = Some(0.0));
    // Two lamps outside, each with a loop there and back.
    let dripping = metres(&|j| j.shop.drip_loop_m = Some(0.1));
    assert!((dripping - plain - 0.4).abs() < 1e-9, "{dripping} {plain}");
    let hinge = |m: f64| {
        metres(&|j| {
            j.shop.hinge_m = Some(m);
            fact(j, "rail_lr-rear_left").passage = Some(Passage::Hinge);
        })
    };
    assert!((hinge(0.3) - hinge(0.1) - 0.4).abs() < 1e-9);
}

#[test]
fn absurd_skeletons_are_refused_with_their_place() {
    let refused = |change: &dyn Fn(&mut Skeleton)| {
        let mut job = pair();
        change(job.skeleton.as_mut().unwrap());
        Job::read(&job.write()).unwrap_err().to_string()
    };
    assert!(refused(&|s| s.length_m = Some(90.0)).contains("skeleton.length_m"));
    assert!(refused(&|s| s.height_m = Some(-1.0)).contains("skeleton.height_m"));
    let way = |length_m| WayFact { id: WayId::from("w"), length_m, ..WayFact::default() };
    assert!(refused(&|s| s.ways = vec![way(Some(0.0))]).contains("skeleton.ways[0].length_m"));
    assert!(refused(&|s| s.ways = vec![way(None), way(None)]).contains("used twice"));
    // And a sound one is kept as it is.
    let mut job = pair();
    fact(&mut job, "rail_lf-rail_lm").length_m = Some(1.5);
    assert_eq!(Job::read(&job.write()).unwrap(), job);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    /// Lamps anywhere, in any number, on any body: laid, solved, every lamp lit, the sheet whole.
    #[test]
    fn lamps_anywhere_are_laid_and_lit(
        body in 0..9usize,
        places in prop::collection::vec(0..60usize, 1..7),
        watts in 1.0..15.0f64,
    ) {
        const KINDS: [BodyKind; 9] = [
            BodyKind::Pickup, BodyKind::ChassisCab, BodyKind::Van, BodyKind::SmallOffroad,
            BodyKind::RigidLorry, BodyKind::TrailerOneAxle, BodyKind::TrailerTwoAxle, BodyKind::MotorBody,
            BodyKind::Car,
        ];
        let mut job = pair();
        job.skeleton = Some(Skeleton { body: KINDS[body], ..Skeleton::default() });
        let graph = jovek_core::route::Graph::new(job.skeleton.as_ref().unwrap());
        let ids: Vec<PlaceId> = places.iter().map(|p| graph.places[p % graph.places.len()].id.clone()).collect();
        let circuit = &mut job.circuits[0];
        circuit.lights[0] = Light { count: ids.len() as u32, label_w: Some(watts), ..circuit.lights[0].clone() };
        circuit.sites = Some(Sites { lamps: ids.clone(), ..Sites::default() });
        let study = study(&job);
        let layout = study.layout.as_ref().unwrap();
        prop_assert!(layout.unreached.is_empty());
        let chain = &study.circuits[0].chain;
        if !chain.legs.is_empty() {
            let mut held: Vec<(usize, usize)> = chain.legs.iter().flat_map(|l| l.lamps.clone()).collect();
            held.sort_unstable();
            prop_assert_eq!(held, (0..ids.len()).map(|n| (0, n)).collect::<Vec<_>>());
        }
        let mut live = Simulation::at_rest(&study);
        live.put(chain.first_lit_by());
        let solution = live.solve().unwrap();
        prop_assert!(live.level(&solution, 0).is_lit());
    }
}

/// A job on a pickup with two lamps that hang on a way outside of so many metres.
pub fn fork_outside(stem_m: f64) -> Job {
    let place = |id: &str, along_m: f64, left_m: f64| PlaceFact {
        id: PlaceId::from(id),
        name: Some(id.into()),
        at: Some(At { along_m, left_m, up_m: 0.6 }),
    };
    let way = |id: &str, from: &str, to: &str, length_m: f64| WayFact {
        id: WayId::from(id),
        between: Some(Between { from: PlaceId::from(from), to: PlaceId::from(to) }),
        length_m: Some(length_m),
        zone: Some(Zone::Exterior),
        ..WayFact::default()
    };
    let mut job = Job::starter("fork");
    job.skeleton = Some(Skeleton {
        body: BodyKind::Pickup,
        places: vec![place("fork", 5.5, 0.0), place("one", 5.5, 0.4), place("two", 5.5, -0.4)],
        ways: vec![
            way("stem", "rail_lr", "fork", stem_m),
            way("to-one", "fork", "one", 0.4),
            way("to-two", "fork", "two", 0.4),
        ],
        ..Skeleton::default()
    });
    job.circuits[0].lights[0].count = 2;
    job.circuits[0].sites =
        Some(Sites { lamps: vec![PlaceId::from("one"), PlaceId::from("two")], ..Sites::default() });
    job
}

/// A splice lies in the dry where that costs less than a metre of wire; else outside, and that is told.
#[test]
fn a_splice_is_kept_dry_where_it_can_be() {
    for (stem_m, is_dry) in [(0.5, true), (2.0, false)] {
        let job = fork_outside(stem_m);
        let study = study(&job);
        let laid = study.layout.as_ref().unwrap().circuits[0].as_ref().unwrap();
        let last = &laid.supply.last().unwrap().section;
        assert_eq!(last.zone != Zone::Exterior, is_dry, "{stem_m}: {}", last.name);
        // Two wires lie on the stem instead of one.
        let metres: f64 =
            laid.legs.iter().flat_map(|l| &l.sections).filter_map(|s| s.section.length_m).sum();
        let drips = 2.0 * 0.08;
        let want = 0.8 + drips + if is_dry { 2.0 * stem_m } else { 0.0 };
        assert!((metres - want).abs() < 1e-9, "{metres} for {want}");
        let told = assess(&job).findings.iter().any(|f| f.code == FindingCode::SpliceInTheWet);
        assert_eq!(told, !is_dry);
    }
}

/// Where a plug does not go through, the order of its pins is told.
#[test]
fn the_pin_order_is_printed_where_a_plug_does_not_go_through() {
    let mut job = fork_outside(0.5);
    let way = &mut job.skeleton.as_mut().unwrap().ways[1];
    way.passage = Some(Passage::Grommet { bore_mm: Some(12.0) });
    let answers = assess(&job);
    let found = answers.findings.iter().find(|f| f.code == FindingCode::DePin).unwrap();
    let plug = answers.connectors.iter().find(|c| c.name.ends_with("lamp 1")).unwrap();
    for pin in &plug.cavities {
        assert!(found.remedy.contains(&format!("{} {}", pin.pin, pin.says)), "{}", found.remedy);
    }
}

/// A lamp held by adhesive has strain relief there and back; spare is on every path before it is rounded up.
#[test]
fn strain_relief_and_spare_are_the_shops() {
    let mut job = fork_outside(2.0);
    let lamp_side = |job: &Job| -> f64 {
        let study = study(job);
        let laid = study.layout.as_ref().unwrap().circuits[0].as_ref().unwrap();
        let legs = laid.legs.iter().chain(&laid.back_legs).flat_map(|l| &l.sections);
        legs.filter_map(|s| s.section.length_m).sum()
    };
    let plain = lamp_side(&job);
    job.circuits[0].lights[0].is_stuck = true;
    assert!((lamp_side(&job) - plain - 4.0 * 0.05).abs() < 1e-9, "two lamps, there and back");
    job.shop.strain_relief_m = Some(0.2);
    assert!((lamp_side(&job) - plain - 4.0 * 0.2).abs() < 1e-9);
    let before = assess(&job).cuts;
    job.shop.spare_percent = Some(10.0);
    for (cut, was) in assess(&job).cuts.iter().zip(&before) {
        assert_eq!(cut.path_m, was.path_m);
        // Jumpers and the wire before the fuse are cut without spare and without a service loop.
        let path_m = if cut.is_short { cut.path_m + 0.05 } else { 1.1 * cut.path_m + 0.3 };
        let want = (path_m / 0.05 - 1e-9).ceil() * 0.05;
        assert!((cut.length_m - want).abs() < 1e-6, "{}: {} for {want}", cut.label, cut.length_m);
        assert_eq!(cut.allowance_text.contains("10 % spare"), !cut.is_short);
    }
}
