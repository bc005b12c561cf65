//! The light of whole jobs: voltage counts, spots explain themselves, the aim sheet holds.

use crate::common::demo_jobs;
use jovek_core::catalog::light::FLUX_EXPONENT;
use jovek_core::job::{
    At, Beam, Held, Job, LampCircuit, LampColour, LampPlace, LampRole, LightKind, Lux, LuxSpot,
    MadeFor, Optic, SupplyState,
};
use jovek_core::light::lamps::{Burn, Stands, lamps};
use jovek_core::light::picture::two_digits;
use jovek_core::light::{LightAsked, LightPicture, light};
use jovek_core::plan::study::study;

fn asked(job: &Job) -> LightAsked {
    LightAsked {
        job: job.clone(),
        supply: SupplyState::EngineOff,
        circuit: None,
        stands: Stands::Planned,
        drawn: LightPicture::Ground,
        beside: None,
    }
}

/// Two lamps of a kind at the front.
fn job_of(draws: LightKind, role: LampRole) -> Job {
    let mut job = Job::starter("X1");
    job.circuits[0] = LampCircuit::starter("c1".into(), "Front lamps");
    let light = &mut job.circuits[0].lights[0];
    light.draws = draws;
    light.made_for = MadeFor::V12;
    light.label_w = Some(55.0);
    (light.role, light.place) = (Some(role), Some(LampPlace::Front));
    let beam = Beam { flux_lm: Some(1000.0), wide_deg: Some(20.0), ..Beam::default() };
    light.optic = Some(Optic { beam: Some(beam), ..Optic::default() });
    job
}

fn lux_at(job: &Job, supply: SupplyState) -> f64 {
    let mut job = job.clone();
    job.lighting.spots = vec![spot()];
    light(&LightAsked { supply, ..asked(&job) }).unwrap().spots[0].predicted_lx
}

fn spot() -> LuxSpot {
    LuxSpot {
        name: "mark on the door".into(),
        at: At { along_m: -10.0, left_m: 0.0, up_m: 0.8 },
        held: Held::ToVehicle,
        lit: Vec::new(),
    }
}

/// A filament follows the solved voltage with the 3.4th power, a driven LED does not. Source: filament exponent 3.2 to
/// 3.6, common practice, no source (reference 9.2: 0.67 at 12.0 against 13.5 V).
#[test]
fn the_solved_voltage_counts() {
    assert!(((12.0_f64 / 13.5).powf(FLUX_EXPONENT) - 0.67).abs() < 0.001);
    let halogen = job_of(LightKind::Incandescent {}, LampRole::Driving);
    let study_of = study(&halogen);
    let volts = |s| lamps(&halogen, &study_of, s).unwrap()[0].volt_v;
    let (off_v, on_v) = (volts(SupplyState::EngineOff), volts(SupplyState::Charging));
    assert!(on_v > off_v + 0.8);
    let ratio = lux_at(&halogen, SupplyState::Charging) / lux_at(&halogen, SupplyState::EngineOff);
    assert!((ratio / (on_v / off_v).powf(3.4) - 1.0).abs() < 0.01, "{ratio}");
    let led = job_of(LightKind::Regulated { cut_in_v: None }, LampRole::Driving);
    let ratio = lux_at(&led, SupplyState::Charging) / lux_at(&led, SupplyState::EngineOff);
    assert!((ratio - 1.0).abs() < 0.01, "{ratio}");
}

/// Lamps of a demo vehicle put on another supply are the lamps that are worked out on that supply from the start.
#[test]
fn another_supply_keeps_the_lamps() {
    for (name, job) in demo_jobs() {
        let study = study(&job);
        let first = lamps(&job, &study, SupplyState::EngineOff).unwrap();
        for supply in SupplyState::ALL {
            let again = Burn::of(&job, &study, supply).unwrap().again(&first);
            assert_eq!(again, lamps(&job, &study, supply).unwrap(), "{name} {supply:?}");
        }
    }
}

/// Each cause of a difference is named when it is the cause.
#[test]
fn a_difference_is_explained() {
    let mut job = job_of(LightKind::Incandescent {}, LampRole::Driving);
    job.lighting.spots = vec![spot()];
    let predicted = lux_at(&job, SupplyState::EngineOff);
    let says = |job: &Job, lx: f64| {
        let mut job = job.clone();
        job.record.lux = vec![Lux { spot: spot().name, before_lx: Some(2.0), after_lx: Some(lx) }];
        light(&asked(&job)).unwrap().spots.remove(0)
    };
    let fine = says(&job, 0.9 * predicted);
    assert_eq!(fine.says, "As predicted.");
    assert!(fine.ratio_text.unwrap().ends_with("times the light of before"));
    let dirty = says(&job, 0.65 * predicted).says;
    assert!(dirty.contains("dirty lens"), "{dirty}");
    let other = says(&job, 0.004 * predicted).says;
    assert!(other.contains("another lamp than planned"), "{other}");
    let charged = lux_at(&job, SupplyState::Charging);
    let brighter = says(&job, charged * 1.02).says;
    assert!(brighter.contains("another voltage"), "{brighter}");
    // Tilted four degrees down, with a narrow beam: less light at the mark.
    let mut askew = job.clone();
    let mounts = {
        let study_of = study(&job);
        let all = lamps(&job, &study_of, SupplyState::EngineOff).unwrap();
        all.iter().map(|l| l.source.mount).collect::<Vec<_>>()
    };
    let beam = |job: &mut Job| {
        let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
        optic.beam.as_mut().unwrap().wide_deg = Some(8.0);
        optic.mounts = mounts.clone();
    };
    beam(&mut askew);
    let mut straight = askew.clone();
    straight.lighting.spots = vec![spot()];
    for m in &mut askew.circuits[0].lights[0].optic.as_mut().unwrap().mounts {
        m.down_deg += 4.0;
    }
    let measured = lux_at(&askew, SupplyState::EngineOff);
    let low = says(&straight, measured).says;
    assert!(low.contains("too low") || low.contains("too high"), "{low}");
}

/// The sheet of a pair of fog lamps: both marks, turns for what was found, and sides that differ.
#[test]
fn the_aim_sheet() {
    let mut job = job_of(LightKind::Incandescent {}, LampRole::Fog);
    let report = light(&asked(&job)).unwrap();
    assert_eq!(report.aim.len(), 2);
    let [a, b] = &report.aim[..] else { panic!("a pair") };
    assert_eq!(a.mark_m, b.mark_m, "both sides alike");
    assert!((a.left_m + b.left_m).abs() < 1e-9);
    assert!((a.drop_m - 0.1016).abs() < 1e-4 && (a.lamp_up_m - 0.55).abs() < 1e-9);
    let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
    let wall = |up_mm| Some(jovek_core::job::FoundMark::Wall { up_mm, wall_m: 7.62 });
    optic.found = vec![wall(550.0 - 101.6 + 50.0), wall(550.0 - 101.6)];
    optic.adjuster = Some(jovek_core::job::Adjuster {
        pitch_mm: 1.25,
        arm_mm: 100.0,
        reach: "From behind the bumper, 8 mm socket".into(),
    });
    let report = light(&asked(&job)).unwrap();
    assert_eq!((report.aim[0].is_right, report.aim[1].is_right), (Some(false), Some(true)));
    let says = &report.aim[0].says;
    assert!(says.contains("50 mm down") && says.contains("0.5 turns down"), "{says}");
    assert!(says.contains("behind the bumper"));
    assert!(report.notes.iter().any(|n| n.contains("set both sides alike")), "{:?}", report.notes);
}

/// An amber cover in front of white costs four tenths; a lamp that is amber behind it a tenth. Source: reference table
/// 7.7, trade rules for filaments, common practice.
#[test]
fn covers_take_light() {
    use jovek_core::job::Cover;
    let base = job_of(LightKind::Regulated { cut_in_v: None }, LampRole::Fog);
    let plain = lux_at(&base, SupplyState::EngineOff);
    let part = |cover, colour| {
        let mut job = base.clone();
        job.circuits[0].lights[0].colour = Some(colour);
        job.circuits[0].lights[0].optic.as_mut().unwrap().cover = Some(cover);
        lux_at(&job, SupplyState::EngineOff) / plain
    };
    assert!((part(Cover::Amber, LampColour::White) - 0.6).abs() < 1e-9);
    assert!((part(Cover::Amber, LampColour::Amber) - 0.9).abs() < 1e-9);
    assert!(
        part(Cover::Red, LampColour::White) < 0.25 && part(Cover::Blue, LampColour::Red) < 0.05
    );
}

/// Every demo job has a picture of its light, and the same job the same one, to the byte.
#[test]
fn every_demo_job_shows_its_light() {
    for (name, job) in demo_jobs() {
        let one = light(&asked(&job)).unwrap();
        let ground = one.ground.as_ref().unwrap();
        assert_eq!(ground.lux_lx.len(), ground.wide * ground.high, "{name}");
        assert!(ground.lux_lx.iter().all(|v| v.is_finite() && *v >= 0.0), "{name}");
        assert!(ground.most_lx > 0.0 && !one.lamps.is_empty(), "{name}: dark");
        let (a, b) =
            (serde_json::to_string(&one), serde_json::to_string(&light(&asked(&job)).unwrap()));
        assert_eq!(a.unwrap(), b.unwrap());
    }
}

/// A line of equal lux runs where the light is that strong, to what one square of the picture leaves open.
#[test]
fn lines_run_where_they_say() {
    use jovek_core::light::picture::{around, ground};
    use jovek_core::light::source::lux;
    use jovek_core::light::vector::Vector;
    let job = job_of(LightKind::Regulated { cut_in_v: None }, LampRole::Work);
    let study_of = study(&job);
    let all = lamps(&job, &study_of, SupplyState::EngineOff).unwrap();
    let sources: Vec<_> = all.iter().map(|l| l.source.clone()).collect();
    let frame = around(&job, &all);
    let picture = ground(&sources, frame, 300);
    let inside = |p: &[f64]| {
        p[0] > frame.left_m + 1.0
            && p[0] < frame.right_m - 1.0
            && p[1] > frame.bottom_m + 1.0
            && p[1] < frame.top_m - 1.0
    };
    let up = Vector { along: 0.0, left: 0.0, up: 1.0 };
    let mut seen = 0;
    for line in picture.lines.iter().filter(|l| l.lux_lx >= 1.0 && l.lux_lx <= 30.0) {
        for point in line.points.chunks(2).filter(|p| inside(p)).step_by(7) {
            let at = At { along_m: -point[1], left_m: -point[0], up_m: 0.0 };
            let here = lux(&sources, at, up);
            assert!(
                (here / line.lux_lx - 1.0).abs() < 0.25,
                "{here} on the line of {}",
                line.lux_lx
            );
            seen += 1;
        }
    }
    assert!(seen > 20, "{seen} points looked at");
}

#[test]
fn figures_are_told_to_two_digits() {
    let all = [0.0004, 0.0234, 1.26, 98.7, 1234.0].map(two_digits);
    assert_eq!(all, [0.0, 0.023, 1.3, 99.0, 1200.0]);
}

/// A list of lux: good rows, bad rows by line, decimal commas.
#[test]
fn lux_from_a_list() {
    use jovek_core::light::log::{LuxError, read};
    let spots = vec![spot()];
    let text = "spot;after;before\nMark on the door;12,5 lx;2\nthe moon;1;\nmark on the door;bright;\n\
                mark on the door;;\nmark on the door;900000;\n";
    let got = read(text, &spots).unwrap();
    assert_eq!(got.good.len(), 1);
    assert_eq!((got.good[0].before_lx, got.good[0].after_lx), (Some(2.0), Some(12.5)));
    let lines: Vec<u64> = got.bad.iter().map(|b| b.line).collect();
    assert_eq!(lines, [3, 4, 5, 6]);
    for (bad, says) in
        got.bad.iter().zip(["no marked spot", "not a number", "neither", "0 to 200000"])
    {
        assert!(bad.why.contains(says), "{}", bad.why);
    }
    assert_eq!(read("spot\nx\n", &spots), Err(LuxError::NoColumns));
    let long = "spot,after\n".to_owned() + &"a,1\n".repeat(1001);
    assert_eq!(read(&long, &spots), Err(LuxError::TooLong));
}

/// A new spot stands where the lamp shines: ahead of a front lamp, behind a rear one, never the other way.
#[test]
fn a_new_spot_stands_in_the_light() {
    let mut job = job_of(LightKind::Incandescent {}, LampRole::Driving);
    let at = |job: &Job| light(&asked(job)).unwrap().next_spot;
    let ahead = at(&job);
    assert!(ahead.along_m < -8.0, "{ahead:?}");
    job.circuits[0].lights[0].place = Some(LampPlace::Rear);
    let behind = at(&job);
    assert!(behind.along_m > 8.0, "{behind:?}");
    job.lighting.spots = vec![LuxSpot { at: behind, held: Held::Up, ..spot() }];
    let lit = light(&asked(&job)).unwrap().spots[0].predicted_lx;
    job.lighting.spots[0].at = ahead;
    let dark = light(&asked(&job)).unwrap().spots[0].predicted_lx;
    assert!(lit > 10.0 * dark, "{lit} lx behind, {dark} lx ahead");
}
