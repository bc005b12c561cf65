//! Trailers that are built are whole jobs; facts of light, swaps and trailers are kept to the byte, and what cannot be
//! is refused with its place.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::harness::CutLine;
use jovek_core::job::{
    Adjuster, At, Beam, BulbPlace, CodingBit, ConnectorKind, Cover, FoundMark, Held, Instead, Job,
    LampColour, LedBulb, Light, Lighting, LoadResistor, LuxSpot, Mount, Optic, Permit, Photometric,
    Region, ResistorSeat, SeriesPins, Signal, Smoothing, SwapFunction, TrailerLink, WarningClass,
    Watcher,
};
use jovek_core::moment::saved_now;
use jovek_core::proof::prove;
use jovek_core::road::road;
use jovek_core::trailer::build::{TrailerAsked, build};
use proptest::prelude::*;

fn asked(length_m: f64, width_m: f64, region: Region, is_combined: bool) -> TrailerAsked {
    TrailerAsked {
        unit: "T9".into(),
        length_m,
        width_m,
        height_m: 1.8,
        has_two_axles: length_m > 5.0,
        region,
        is_combined,
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 12, ..ProptestConfig::default() })]

    /// Any trailer: every wire is sized without a Stop, every lamp burns with its function and with no other, and
    /// nothing flows with everything off.
    #[test]
    fn built_trailers_are_whole(
        length_m in 2.0..13.0f64, width_m in 1.2..2.55f64, us in any::<bool>(), is_combined in any::<bool>(),
    ) {
        let region = if us { Region::Us } else { Region::Un };
        let job = build(&asked(length_m, width_m, region, is_combined));
        let answers = assess(&job);
        let stops: Vec<_> = answers.findings.iter().filter(|f| f.grade == Grade::Stop).collect();
        prop_assert!(stops.is_empty(), "{stops:?}");
        prop_assert_eq!(answers.circuits.len(), job.circuits.len());
        let proof = prove(&job, saved_now(&job));
        prop_assert!(proof.wishes.iter().all(|w| w.missed == 0), "{:?}", proof.wishes);
        prop_assert!(proof.backfeeds.is_empty(), "{:?}", proof.backfeeds);
        // The longer the trailer, the more wire.
        let wire = |job: &Job| assess(job).cut_totals.iter().map(|t| t.length_m).sum::<f64>();
        let longer = build(&asked(length_m + 2.0, width_m, region, is_combined));
        prop_assert!(wire(&longer) > wire(&job));
    }
}

/// A job with every fact of light, swaps and trailers.
fn full() -> Job {
    let mut job = demo_jobs().into_iter().find(|(n, _)| *n == "51").unwrap().1;
    job.circuits[0].lights[0].optic = Some(Optic {
        beam: Some(Beam {
            flux_lm: Some(900.0),
            wide_deg: Some(60.0),
            high_deg: Some(40.0),
            peak_cd: Some(700.0),
            has_cut_off: true,
        }),
        file: Some(Photometric { name: "x.ies".into(), text: "TILT=NONE\n".into() }),
        is_bare_flux: true,
        kelvin: Some(5000.0),
        cover: Some(Cover::Amber),
        mounts: vec![Mount {
            at: At { along_m: 4.0, left_m: 0.5, up_m: 1.9 },
            faces_deg: 180.0,
            down_deg: 20.0,
        }],
        adjuster: Some(Adjuster { pitch_mm: 1.0, arm_mm: 80.0, reach: "From behind".into() }),
        found: vec![None, Some(FoundMark::Ground { far_m: 1.2 })],
        instead: Some(Instead {
            name: "Another".into(),
            beam: Beam::default(),
            file: None,
            colour: Some(LampColour::Yellow),
        }),
        class: Some(WarningClass::Two),
    });
    job.lighting = Lighting {
        region: Some(Region::Un),
        wall_m: Some(10.0),
        spots: vec![LuxSpot {
            name: "A spot".into(),
            at: At { along_m: 9.0, left_m: 0.0, up_m: 0.0 },
            held: Held::Up,
            lit: vec!["bed".into()],
        }],
        permits: vec![Permit { colour: LampColour::Blue, by: "the county".into() }],
    };
    let led = LedBulb {
        watt: 3.0,
        flux_lm: Some(300.0),
        takes_either_polarity: true,
        is_monitored_type: true,
    };
    let rear = BulbPlace {
        place: "rear".into(),
        bulb: "P21/5W".into(),
        is_second_filament: true,
        count: 2,
        led: Some(led),
    };
    let module = Watcher::Module {
        least_a: Some(0.5),
        has_cold_pulses: true,
        duty: Some(0.2),
        coding: Some(CodingBit {
            module: "Body".into(),
            byte: None,
            bit: 6,
            value: Some(18.into()),
            written: Some(82.into()),
            series: Some("2".into()),
            pins: vec![SeriesPins { series: "2".into(), pins: "X2, pin 14".into() }],
        }),
    };
    job.swaps = vec![SwapFunction {
        resistor: Some(LoadResistor { ohm: 8.2, seat: ResistorSeat::FreeAir }),
        smoothing: Some(Smoothing::Capacitor),
        is_closed_housing: true,
        has_open_fan: true,
        was_powered_unplugged: true,
        ..SwapFunction::new("Left turn", Signal::Left, vec![rear], module)
    }];
    job.trailer = Some(TrailerLink {
        seen_from_a: Some(0.4),
        ..TrailerLink::new(ConnectorKind::Iso13, ConnectorKind::Flat4)
    });
    job
}

#[test]
fn every_fact_is_written_and_read_again() {
    let job = full();
    let text = job.write();
    let again = Job::read(&text).unwrap();
    assert_eq!(again, job);
    assert_eq!(again.write(), text, "to the byte");
    // What nobody said is not written.
    let plain = Job::starter("X1").write();
    for word in ["optic", "lighting", "swaps", "trailer"] {
        assert!(!plain.contains(word), "{word}");
        assert!(text.contains(word), "{word}");
    }
}

/// Each figure beyond what there is, refused with its place; a misspelt fact too.
#[test]
fn what_cannot_be_is_refused_with_its_place() {
    type Change = fn(&mut Job);
    fn optic(job: &mut Job) -> &mut Optic {
        job.circuits[0].lights[0].optic.as_mut().unwrap()
    }
    let bad: [(Change, &str); 18] = [
        (|j| optic(j).beam.as_mut().unwrap().flux_lm = Some(-1.0), "optic.beam.flux_lm"),
        (|j| optic(j).beam.as_mut().unwrap().wide_deg = Some(400.0), "optic.beam.wide_deg"),
        (|j| optic(j).beam.as_mut().unwrap().peak_cd = Some(1e9), "optic.beam.peak_cd"),
        (|j| optic(j).kelvin = Some(300.0), "optic.kelvin"),
        (|j| optic(j).mounts[0].down_deg = 120.0, "mounts[0].down_deg"),
        (|j| optic(j).mounts[0].at.up_m = 40.0, "mounts[0].at.up_m"),
        (|j| optic(j).found = vec![Some(FoundMark::Ground { far_m: 1.0 }); 9], "optic.mounts"),
        (|j| optic(j).adjuster.as_mut().unwrap().pitch_mm = 0.0, "adjuster.pitch_mm"),
        (|j| optic(j).file.as_mut().unwrap().text = "x".repeat(200_001), "optic.file.text"),
        (|j| j.lighting.wall_m = Some(0.0), "lighting.wall_m"),
        (|j| j.lighting.spots.push(j.lighting.spots[0].clone()), "lighting.spots[1].name"),
        (|j| j.swaps[0].bulbs[0].bulb = "no such".into(), "swaps[0].bulbs[0].bulb"),
        (|j| j.swaps[0].bulbs[0].bulb = "P21W".into(), "is_second_filament"),
        (|j| j.swaps[0].bulbs[0].count = 0, "swaps[0].bulbs[0].count"),
        (|j| j.swaps[0].bulbs[0].led.as_mut().unwrap().watt = 900.0, "led.watt"),
        (
            |j| {
                j.swaps[0].watched = Watcher::Module {
                    least_a: None,
                    has_cold_pulses: false,
                    duty: None,
                    coding: Some(CodingBit {
                        module: "Body".into(),
                        byte: Some(0),
                        bit: 9,
                        value: Some(18.into()),
                        written: None,
                        series: None,
                        pins: Vec::new(),
                    }),
                }
            },
            "watched.coding.bit",
        ),
        (|j| j.swaps[0].resistor.as_mut().unwrap().ohm = 0.0, "swaps[0].resistor.ohm"),
        (
            |j| j.swaps[0].watched = Watcher::ElectronicFlasher { least_a: Some(-2.0) },
            "watched.least_a",
        ),
    ];
    for (change, place) in bad {
        let mut job = full();
        change(&mut job);
        let refused = Job::read(&job.write()).unwrap_err().to_string();
        assert!(refused.contains(place), "{place}: {refused}");
    }
    let misspelt = full().write().replace("\"kelvin\"", "\"kelwin\"");
    let refused = Job::read(&misspelt).unwrap_err().to_string();
    assert!(refused.contains("kelwin"), "{refused}");
}

/// A trailer as it is built can be fitted: no wire that the shelf does not have, nothing that stops or must be mended, a
/// ground for every lamp; in the usual wires of its plug (reference table 6.1: 16 AWG, 1.5 mm²).
#[test]
fn built_trailers_can_be_fitted() {
    for (length_m, width_m, region, is_combined) in [
        (2.5, 1.4, Region::Us, true),
        (5.0, 2.1, Region::Un, false),
        (7.5, 2.5, Region::Un, false),
        (12.0, 2.6, Region::Us, true),
        (12.0, 2.5, Region::Un, false),
    ] {
        let job = build(&asked(length_m, width_m, region, is_combined));
        let answers = assess(&job);
        let grave: Vec<&str> = answers
            .findings
            .iter()
            .filter(|f| f.grade != Grade::Mind)
            .map(|f| f.title.as_str())
            .collect();
        assert!(grave.is_empty(), "{length_m} m: {grave:?}");
        for circuit in &job.circuits {
            let goes = |c: &&CutLine| c.circuit == circuit.id && c.to.contains("ground");
            let own = answers.cuts.iter().filter(goes).count();
            // Or through the ground of its housing.
            let housed = |l: &Light| job.by_itself(l) == 0;
            let grounded = own == 1 || circuit.lights.iter().all(housed);
            assert!(grounded, "{length_m} m: {} has no ground", circuit.name);
        }
        let of_housings =
            answers.cuts.iter().filter(|c| c.from.ends_with("ground") && c.to == "ground bus");
        assert_eq!(of_housings.count(), job.housings.len());
        for wire in &job.factory {
            let mm2 = wire.wire.unwrap().area_mm2();
            assert!((1.2..=1.6).contains(&mm2), "{mm2} mm²");
        }
    }
}

/// Three lamps in the middle of the top identify a wide trailer; they are not the two at its edges that show how wide it
/// is. Source: 49 CFR 571.108 Table I, recalled from memory.
#[test]
fn identification_lamps_are_no_clearance_lamps() {
    let mut job = build(&TrailerAsked { height_m: 2.5, ..asked(5.0, 2.4, Region::Us, false) });
    let missing = |job: &Job| -> Vec<String> {
        let found = road(job, Some(Region::Us)).unwrap();
        found.regions.iter().flat_map(|r| &r.missing).map(|m| m.lamp.clone()).collect()
    };
    let is_it = |lamps: &[String]| lamps.iter().any(|l| l == "clearance lamps, rear");
    assert!(!is_it(&missing(&job)), "{:?}", missing(&job));
    for circuit in &mut job.circuits {
        circuit.lights.retain(|l| l.name != "LED clearance lamp, rear");
    }
    assert!(is_it(&missing(&job)), "{:?}", missing(&job));
}
