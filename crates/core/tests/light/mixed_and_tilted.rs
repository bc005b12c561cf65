//! Colours that mix, lamps that are tilted, classes of warning lamps, wide trailers, what the findings tell of them.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::defaults::{connectors, fresh, functions, put_on, supplies, watchers};
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    At, Beam, Edge, FactoryCircuit, FactoryId, Job, LampColour, LampRole, Lighting, Mount, Optic,
    Photometric, Region, SupplyState, WarningClass,
};
use jovek_core::light::colour::{Chromaticity, mixed, screen, usual};
use jovek_core::light::lamps::Stands;
use jovek_core::light::picture::{Frame, ground, wall};
use jovek_core::light::source::{Distribution, Source};
use jovek_core::light::{LightAsked, LightPicture, light};
use jovek_core::road::{RoadReport, RoadVerdict, road};
use jovek_core::trailer::build::build;
use proptest::prelude::*;

fn demo(unit: &str) -> Job {
    demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

/// Equal lux of two primaries of sRGB mix on the straight line between them, at the point that their tristimulus values
/// give. Source: IEC 61966-2-1 primaries red (0.64, 0.33) and green (0.30, 0.60), recalled from memory; by hand X = 1.939
/// + 0.5, Y = 2, Z = 0.0909 + 0.1667: x = 0.5193, y = 0.4258.
#[test]
fn red_and_green_make_yellow() {
    let red = Chromaticity { x: 0.64, y: 0.33 };
    let green = Chromaticity { x: 0.30, y: 0.60 };
    let both = mixed(&[(1.0, red), (1.0, green)]).unwrap();
    assert!((both.x - 0.5193).abs() < 2e-4 && (both.y - 0.4258).abs() < 2e-4, "{both:?}");
    let alone = mixed(&[(0.1, red), (7.0, red)]).unwrap();
    assert!((alone.x - red.x).abs() < 1e-12 && (alone.y - red.y).abs() < 1e-12, "{alone:?}");
    assert_eq!(mixed(&[(0.0, red)]), None);
}

fn lamp(left_m: f64, tint: Chromaticity) -> Source {
    let beam = Beam { peak_cd: Some(1000.0), wide_deg: Some(60.0), ..Beam::default() };
    let mount =
        Mount { at: At { along_m: 0.0, left_m, up_m: 3.0 }, faces_deg: 0.0, down_deg: 89.0 };
    Source {
        mount,
        distribution: Distribution::of(Some(&beam), None, 0.0).unwrap(),
        part: 1.0,
        tint,
    }
}

/// Red left, green right: a point right under each has its colour, between them neither; one colour alone needs no list.
#[test]
fn a_picture_has_the_colour_of_its_lamps() {
    let (red, green) = (usual(LampColour::Red, None), usual(LampColour::Green, None));
    let frame = Frame { left_m: -6.0, bottom_m: -2.0, right_m: 6.0, top_m: 2.0 };
    let both = ground(&[lamp(5.0, red), lamp(-5.0, green)], frame, 61);
    assert_eq!(both.tints.len(), both.lux_lx.len());
    let row = both.high / 2;
    let at = |k: usize| both.screens[both.tints[row * both.wide + k]].clone();
    // Left of the vehicle is left in the picture.
    let (left, middle, right) = (at(5), at(30), at(55));
    let channel = |hex: &str, from: usize| u8::from_str_radix(&hex[from..from + 2], 16).unwrap();
    assert!(channel(&left, 1) == 255 && channel(&left, 3) < 90, "{left}");
    assert!(channel(&right, 3) == 255 && channel(&right, 1) < 90, "{right}");
    assert!(channel(&middle, 1) > 180 && channel(&middle, 3) > 120, "{middle}");
    assert!(both.screens.len() < 600, "{} colours", both.screens.len());
    let one = ground(&[lamp(5.0, red), lamp(-5.0, red)], frame, 61);
    assert!(one.tints.is_empty());
    assert_eq!(one.screens, [screen(red)]);
    let none = ground(&[], frame, 5);
    assert!(none.most_lx == 0.0 && none.screens.len() == 1 && none.tints.is_empty());
    let seen = wall(&[lamp(5.0, red), lamp(-5.0, green)], 4.0, 21).unwrap();
    assert_eq!(seen.tints.len(), seen.lux_lx.len());
}

/// Rows of a file with tilt factors 1, 0.8, 0.5 at 0, 30, 60 degrees. Format: LM-63, recalled from memory.
fn tilting(tilt: &str) -> String {
    format!(
        "IESNA:LM-63-2002\n[TEST] made up\n[MANUFAC] nobody\n{tilt}\n1 1000 1 3 1 1 2 0 0 0\n1 1 10\n0 45 90\n0\n300 200 10\n"
    )
}

/// What a lamp gives when it is tilted is its file's factor, on a straight line between angles and held beyond them;
/// without factors all of it.
#[test]
fn tilt_factors_count() {
    let with = "TILT=INCLUDE\n1\n3\n0 30 60\n1.0 0.8 0.5";
    let of = |tilt: &str| {
        let file = Photometric { name: "made-up.ies".into(), text: tilting(tilt) };
        Distribution::of(None, Some(&file), 0.0).unwrap()
    };
    let tilted = of(with);
    for (deg, part) in
        [(0.0, 1.0), (15.0, 0.9), (30.0, 0.8), (45.0, 0.65), (60.0, 0.5), (80.0, 0.5), (-30.0, 0.8)]
    {
        assert!((tilted.tilted(deg) - part).abs() < 1e-12, "{deg}");
    }
    assert!((of("TILT=NONE").tilted(40.0) - 1.0).abs() < f64::EPSILON);
    // In a job: the same lamp 30 degrees down gives 0.8 of its lumens at the same volts.
    let mut job = demo("14");
    let mut flux = |down_deg: f64| {
        job.circuits[0].lights[0].optic = Some(Optic {
            file: Some(Photometric { name: "made-up.ies".into(), text: tilting(with) }),
            mounts: vec![
                Mount {
                    at: At { along_m: 5.0, left_m: 0.5, up_m: 2.0 },
                    faces_deg: 180.0,
                    down_deg
                };
                job.circuits[0].lights[0].count as usize
            ],
            ..Optic::default()
        });
        let asked = LightAsked {
            job: job.clone(),
            supply: SupplyState::EngineOff,
            circuit: Some(job.circuits[0].id.clone()),
            stands: Stands::Planned,
            drawn: LightPicture::Nothing,
            beside: None,
        };
        light(&asked).unwrap().lamps[0].flux_lm
    };
    let (straight, tilted) = (flux(0.0), flux(30.0));
    assert!((tilted / straight - 0.8).abs() < 1e-9, "{tilted} of {straight} lm");
}

fn of_region(job: &Job, region: Region) -> RoadReport {
    road(job, Some(region)).unwrap()
}

/// SAE J845: class 1 emergency, class 2 service and hazard, class 3 identification (recalled from memory). Amber work
/// lamps: 1 or 2 is right, 3 is not, unread is asked; UN has no such classes.
#[test]
fn the_class_of_a_warning_lamp() {
    for (class, verdict, word) in [
        (Some(WarningClass::One), RoadVerdict::Right, "class 1, as its work asks"),
        (Some(WarningClass::Two), RoadVerdict::Right, "class 2, as its work asks"),
        (Some(WarningClass::Three), RoadVerdict::Wrong, "this one is class 3"),
        (None, RoadVerdict::Ask, "read it off the lens"),
    ] {
        let mut job = demo("14");
        for light in job.circuits.iter_mut().flat_map(|c| &mut c.lights) {
            if light.role == Some(LampRole::Warning) {
                light.optic.get_or_insert_default().class = class;
            }
        }
        let us = of_region(&job, Region::Us);
        let warning: Vec<_> = us.regions[0]
            .lamps
            .iter()
            .flat_map(|l| &l.reasons)
            .filter(|r| r.rule == "us/warning-amber" && r.says.contains("class"))
            .collect();
        assert!(!warning.is_empty());
        assert!(
            warning.iter().all(|r| r.verdict == verdict && r.says.contains(word)),
            "{warning:?}"
        );
        let un = of_region(&job, Region::Un);
        assert!(
            un.regions[0].lamps.iter().flat_map(|l| &l.reasons).all(|r| !r.says.contains("class"))
        );
    }
}

/// Rear side markers: no higher than 60 in (1524 mm) on trailers of 80 in (2032 mm) or more, no such limit below. Source:
/// 49 CFR 571.108 Table I, recalled from memory (reference table 7).
#[test]
fn rear_side_markers_of_wide_trailers() {
    for (width_m, up_m, is_wrong) in
        [(2.1, 1.6, true), (2.1, 1.5, false), (2.0, 1.6, false), (2.04, 1.53, true)]
    {
        let asked = jovek_core::trailer::build::TrailerAsked {
            width_m,
            height_m: 2.0,
            region: Region::Us,
            ..fresh().trailer
        };
        let mut job = build(&asked);
        for light in job.circuits.iter_mut().flat_map(|c| &mut c.lights) {
            if light.name == "LED side marker, rear" {
                for mount in &mut light.optic.as_mut().unwrap().mounts {
                    mount.at.up_m = up_m;
                }
            }
        }
        let report = of_region(&job, Region::Us);
        let wrong = report.regions[0].lamps.iter().any(|l| {
            l.reasons
                .iter()
                .any(|r| r.rule == "us/side-marker-rear" && r.verdict == RoadVerdict::Wrong)
        });
        assert_eq!(wrong, is_wrong, "{width_m} m wide, {up_m} m high");
        // And it stands among the findings of the job, with its source and who has the last word.
        let found = assess(&job).findings.into_iter().find(|f| f.code == FindingCode::RoadRule);
        assert_eq!(found.is_some(), is_wrong);
        if let Some(f) = found {
            assert_eq!(f.grade, Grade::Fix);
            assert!(f.why.contains("571.108") && f.why.contains("no legal advice"), "{}", f.why);
        }
    }
}

/// Rules are findings only where the job names its region; swaps wherever they go wrong, with the first remedy.
#[test]
fn findings_of_road_and_swap() {
    let mut job = demo("14");
    let count = |job: &Job, code: FindingCode| {
        assess(job).findings.iter().filter(|f| f.code == code).count()
    };
    for circuit in &mut job.circuits {
        for light in circuit.lights.iter_mut().filter(|l| l.role == Some(LampRole::Warning)) {
            light.colour = Some(LampColour::Red);
        }
    }
    job.lighting = Lighting { permits: Vec::new(), region: None, ..job.lighting };
    assert_eq!(count(&job, FindingCode::RoadRule), 0);
    job.lighting.region = Some(Region::Us);
    assert!(count(&job, FindingCode::RoadRule) >= 1);
    let van = demo("22");
    let swaps: Vec<_> =
        assess(&van).findings.into_iter().filter(|f| f.code == FindingCode::Swap).collect();
    let judged = jovek_core::swap::swap(&van).unwrap().functions;
    let wrong = judged.iter().filter(|f| !f.remedies.is_empty()).count();
    assert_eq!(swaps.len(), wrong);
    for finding in &swaps {
        let judged = judged.iter().find(|f| finding.title.starts_with(&f.name)).unwrap();
        assert!(finding.remedy.starts_with(&judged.remedies[0].title), "{}", finding.remedy);
    }
    assert_eq!(count(&demo("40"), FindingCode::Swap), 0);
}

/// What new things start as is what a job takes: each put into a job, the job reads again as it was.
#[test]
fn whatever_starts_is_a_sound_job() {
    let new = fresh();
    let mut job = demo("14");
    job.trailer = Some(new.link.clone());
    let trailer = job.trailer.as_mut().unwrap();
    trailer.wires.push(new.wire.clone());
    trailer.hitch = Some(new.hitch.clone());
    trailer.towed = Some(new.towed.clone());
    let mut swap = new.swap.clone();
    swap.bulbs.push(new.bulbs.clone());
    swap.bulbs[1].led = Some(new.led.clone());
    job.swaps = vec![swap];
    for watcher in watchers() {
        let mut other = new.swap.clone();
        other.watched = watcher.start;
        job.swaps.push(other);
    }
    job.lighting.spots.push(new.spot.clone());
    let light = &mut job.circuits[0].lights[0];
    light.screw = Some(new.screw.clone());
    light.optic = Some(Optic {
        mounts: vec![new.mount],
        adjuster: Some(new.adjuster.clone()),
        ..Optic::default()
    });
    let id = FactoryId("new".into());
    job.factory.push(FactoryCircuit { id, ..new.factory.clone() });
    job.record.slack.push(new.slack.clone());
    job.record.coding.push(new.coding.clone());
    let text = serde_json::to_string(&job).unwrap();
    assert_eq!(Job::read(&text).unwrap(), job);
    let mut van = demo("22");
    let lights = van.circuits.iter_mut().flat_map(|c| &mut c.lights);
    let strip = lights.filter_map(|l| l.strip.as_mut()).next().unwrap();
    strip.edges.push(Edge { obstacles: vec![new.obstacle.clone()], ..new.edge.clone() });
    assert_eq!(Job::read(&serde_json::to_string(&van).unwrap()).unwrap(), van);
    let built = build(&new.trailer);
    assert_eq!(Job::read(&serde_json::to_string(&built).unwrap()).unwrap(), built);
    // Lists to choose from: nothing twice, nothing without a name.
    let labels: Vec<Vec<String>> = vec![
        connectors().into_iter().map(|c| c.label).collect(),
        functions().into_iter().map(|f| f.label.to_owned()).collect(),
        put_on().into_iter().map(|p| p.label.to_owned()).collect(),
        supplies().into_iter().map(|s| s.label.to_owned()).collect(),
        watchers().into_iter().map(|w| w.label.to_owned()).collect(),
    ];
    for list in labels {
        let set: std::collections::BTreeSet<&String> = list.iter().collect();
        assert!(set.len() == list.len() && list.iter().all(|l| !l.is_empty()), "{list:?}");
    }
}

/// Figures of trailers that no vehicle has are refused with their place, nothing is changed.
#[test]
fn figures_of_trailers_are_looked_at() {
    type Spoil = fn(&mut Job);
    let cases: [(&str, Spoil); 8] = [
        ("trailer.seen_from_a", |j| j.trailer.as_mut().unwrap().seen_from_a = Some(400.0)),
        ("trailer.wires[0].colour", |j| {
            j.trailer.as_mut().unwrap().wires[0].colour = "x".repeat(41);
        }),
        ("trailer.wires[0].readings[0].v", |j| {
            j.trailer.as_mut().unwrap().wires[0].readings[0].v = 230.0;
        }),
        ("trailer.wires[0].readings[1].on", |j| {
            let readings = &mut j.trailer.as_mut().unwrap().wires[0].readings;
            readings[1].on = readings[0].on;
        }),
        ("trailer.hitch.stop_w", |j| {
            let lamp = jovek_core::job::HitchLamp { stop_w: Some(0.0), ..fresh().hitch };
            j.trailer.as_mut().unwrap().hitch = Some(lamp);
        }),
        ("trailer.hitch.reverse_w", |j| {
            let lamp = jovek_core::job::HitchLamp { reverse_w: Some(f64::NAN), ..fresh().hitch };
            j.trailer.as_mut().unwrap().hitch = Some(lamp);
        }),
        ("trailer.towed.hours", |j| {
            let towed = jovek_core::job::Towed { hours: Some(1000.0), ..fresh().towed };
            j.trailer.as_mut().unwrap().towed = Some(towed);
        }),
        ("trailer.towed.key_on_a", |j| {
            let towed = jovek_core::job::Towed { key_on_a: Some(-1.0), ..fresh().towed };
            j.trailer.as_mut().unwrap().towed = Some(towed);
        }),
    ];
    for (path, spoil) in cases {
        let mut job = demo("T3");
        spoil(&mut job);
        let faults = jovek_core::job::limits::faults(&job);
        assert!(faults.iter().any(|f| f.path == path), "{path}: {faults:?}");
    }
}

proptest! {
    /// A mixture lies between its parts, and more of one draws it there.
    #[test]
    fn a_mixture_lies_between(a in 0.01..100.0f64, b in 0.01..100.0f64, more in 1.1..10.0f64) {
        let (red, blue) = (usual(LampColour::Red, None), usual(LampColour::Blue, None));
        let both = mixed(&[(a, red), (b, blue)]).unwrap();
        prop_assert!(both.x > blue.x && both.x < red.x && both.y > blue.y && both.y < red.y);
        let redder = mixed(&[(a * more, red), (b, blue)]).unwrap();
        prop_assert!(redder.x > both.x);
        // On the line between them.
        let cross = (both.x - blue.x) * (red.y - blue.y) - (both.y - blue.y) * (red.x - blue.x);
        prop_assert!(cross.abs() < 1e-9);
        // The order of lamps changes nothing.
        let turned = mixed(&[(b, blue), (a, red)]).unwrap();
        prop_assert!((turned.x - both.x).abs() < 1e-12 && (turned.y - both.y).abs() < 1e-12);
    }
}
