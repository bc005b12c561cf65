//! The rule book against the published tables; lamps right, wrong, and to be asked.

use crate::common::demo_jobs;
use jovek_core::job::{
    At, Flash, Job, LampColour, LampPlace, LampRole, Mount, Optic, Permit, Region, Signal, Wish,
};
use jovek_core::road::judge::RoadVerdict;
use jovek_core::road::road;
use jovek_core::road::rulebook::{Rule, Vehicles, files, rules};
use jovek_core::trailer::build::{TrailerAsked, build};
use jovek_phrases::road::last_word;

/// One lamp of a role, colour and height on unit 14's truck.
fn truck(role: LampRole, colour: LampColour, place: LampPlace, up_m: f64, faces_deg: f64) -> Job {
    let mut job = demo_jobs().into_iter().find(|(n, _)| *n == "14").unwrap().1;
    job.circuits.truncate(1);
    job.lighting.permits.clear();
    let circuit = &mut job.circuits[0];
    circuit.lit = Wish::OwnSwitch;
    let light = &mut circuit.lights[0];
    light.count = 1;
    (light.role, light.colour, light.place) = (Some(role), Some(colour), Some(place));
    let along_m = if faces_deg == 0.0 { 0.1 } else { 5.9 };
    let at = At { along_m, left_m: 0.0, up_m };
    light.optic =
        Some(Optic { mounts: vec![Mount { at, faces_deg, down_deg: 0.0 }], ..Optic::default() });
    job
}

fn verdict(job: &Job, region: Region) -> (RoadVerdict, String) {
    let report = road(job, Some(region)).unwrap();
    let lamp = &report.regions[0].lamps[0];
    let says = lamp.reasons.iter().map(|r| r.says.as_str()).collect::<Vec<_>>().join(" ");
    (lamp.verdict, says)
}

#[test]
fn every_file_of_the_rule_book_is_read() {
    let read: usize = Region::ALL.iter().map(|&r| rules(r).count()).sum();
    assert_eq!(read, files());
    for region in Region::ALL {
        for entry in rules(region) {
            assert!(!entry.source.is_empty(), "{}", entry.id);
            assert_eq!(entry.region, region);
        }
    }
    assert!(last_word().contains("Recalled from memory") && last_word().contains("local code"));
}

/// Number, colour and height of each required lamp. Source: 49 CFR 571.108 Table I, recalled from memory (reference
/// table 7.1).
#[test]
fn united_states_table() {
    let table = include_str!("../reference/road/us.csv");
    let mut reader = csv::Reader::from_reader(table.as_bytes());
    let names = [
        ("headlamps, lower beam", "low-beam"),
        ("parking lamps", "parking"),
        ("front turn signals", "front-turn"),
        ("rear turn signals", "rear-turn"),
        ("tail lamps", "tail"),
        ("stop lamps", "stop"),
        ("licence plate lamp", "plate"),
        ("back-up lamp", "back-up"),
        ("side marker lamps, front", "side-marker-front"),
        ("side marker lamps, rear", "side-marker-rear"),
        ("intermediate side marker lamps", "side-marker-middle"),
        ("clearance lamps, front", "clearance-front"),
        ("clearance lamps, rear", "clearance-rear"),
        ("identification lamps, front", "identification-front"),
        ("identification lamps, rear", "identification-rear"),
        ("reflex reflectors, rear", "reflector-rear"),
        ("reflex reflectors, front side", "reflector-front-side"),
        ("reflex reflectors, rear side", "reflector-rear-side"),
    ];
    let mut seen = 0;
    for row in reader.records().flatten() {
        let Some((_, id)) = names.iter().find(|(lamp, _)| *lamp == &row[0]) else { continue };
        let entry = rules(Region::Us).find(|e| e.id == *id).unwrap();
        let (least, colours, height_mm, truck, trailer) = match &entry.rule {
            Rule::Required { least, colours, height_mm, truck, trailer, .. }
            | Rule::Reflector { least, colours, height_mm, truck, trailer, .. } => {
                (*least, colours, height_mm, *truck, *trailer)
            }
            other => panic!("{other:?}"),
        };
        assert_eq!(least.to_string(), row[1], "{id}: number");
        let told: Vec<String> = colours.iter().map(|c| format!("{c:?}").to_lowercase()).collect();
        let mut want: Vec<&str> = row[2].split(" or ").collect();
        want.sort_unstable();
        let mut told: Vec<&str> = told.iter().map(String::as_str).collect();
        told.sort_unstable();
        assert_eq!(told, want, "{id}: colour");
        let mm = |text: &str| text.parse::<f64>().ok();
        // Rear side markers have a limit on wide trailers only, which the file leaves out.
        assert_eq!(height_mm[0], mm(&row[6]), "{id}: lowest");
        if *id != "side-marker-rear" {
            assert_eq!(height_mm[1], mm(&row[7]), "{id}: highest");
        }
        // Columns: truck under and from 80 in, trailer under and from 80 in.
        let yes = |text: &str| text.starts_with("yes");
        let (narrow, wide) = ((5.0, 1.9), (5.0, 2.2));
        if !row[8].starts_with("if") {
            assert_eq!(truck.hold(narrow.0, narrow.1), yes(&row[8]), "{id}: narrow truck");
            assert_eq!(truck.hold(wide.0, wide.1), yes(&row[9]), "{id}: wide truck");
            assert_eq!(trailer.hold(narrow.0, narrow.1), yes(&row[10]), "{id}: narrow trailer");
            assert_eq!(trailer.hold(wide.0, wide.1), yes(&row[11]), "{id}: wide trailer");
        } else {
            assert_eq!(truck, Vehicles::LengthFromMm(9144.0), "{id}");
        }
        seen += 1;
    }
    assert_eq!(seen, names.len());
}

/// The same of the UN. Source: UN R48 individual specifications, recalled from memory (reference table 7.2).
#[test]
fn united_nations_table() {
    let table = include_str!("../reference/road/un.csv");
    let mut reader = csv::Reader::from_reader(table.as_bytes());
    let names = [
        ("dipped beam", "dipped-beam"),
        ("stop", "stop"),
        ("front position", "front-position"),
        ("rear position", "rear-position"),
        ("direction indicator", "rear-indicator"),
        ("reversing (R23, now R148)", "reversing"),
        ("rear fog (R38, now R148)", "rear-fog"),
        ("side marker", "side-marker"),
    ];
    let mut seen = 0;
    for row in reader.records().flatten() {
        let Some((_, id)) = names.iter().find(|(lamp, _)| *lamp == &row[0]) else { continue };
        let entry = rules(Region::Un).find(|e| e.id == *id).unwrap();
        let Rule::Required { height_mm, colours, .. } = &entry.rule else { panic!("{id}") };
        assert_eq!(height_mm[0], row[3].parse().ok(), "{id}: lowest");
        // The figure in brackets holds where the body does not allow the lower one.
        let most: Vec<f64> =
            row[4].split(|c: char| !c.is_ascii_digit()).filter_map(|w| w.parse().ok()).collect();
        assert!(most.contains(&height_mm[1].unwrap()), "{id}: highest");
        let first = row[2].split(' ').next().unwrap();
        assert!(colours.iter().any(|c| format!("{c:?}").to_lowercase() == first), "{id}: colour");
        seen += 1;
    }
    assert_eq!(seen, names.len());
}

/// Rear turn signals: amber or red in the United States, amber by the UN; front position lamps: white by the UN.
/// Source: differences that matter, reference 7.2.
#[test]
fn the_regions_differ_where_they_do() {
    let red = truck(LampRole::Turn, LampColour::Red, LampPlace::Rear, 0.9, 180.0);
    assert_eq!(verdict(&red, Region::Us).0, RoadVerdict::Right);
    let (un, says) = verdict(&red, Region::Un);
    assert_eq!(un, RoadVerdict::Wrong);
    assert!(says.contains("amber, not red"), "{says}");
    let amber = truck(LampRole::Marker, LampColour::Amber, LampPlace::Front, 0.9, 0.0);
    assert_eq!(verdict(&amber, Region::Un).0, RoadVerdict::Wrong);
}

/// Fog lamps have a range of heights; an assumed place is asked for, a measured one judged.
#[test]
fn heights_are_judged_where_they_are_known() {
    let at = |up_m| truck(LampRole::Fog, LampColour::White, LampPlace::Front, up_m, 0.0);
    assert_eq!(verdict(&at(0.5), Region::Us).0, RoadVerdict::Right);
    let (high, says) = verdict(&at(1.0), Region::Us);
    assert_eq!(high, RoadVerdict::Wrong);
    assert!(says.contains("305 to 762 mm") && says.contains("1000 mm high"), "{says}");
    let mut assumed = at(1.0);
    assumed.skeleton.as_mut().unwrap().height_m = Some(4.0);
    assumed.circuits[0].lights[0].optic = None;
    assert_ne!(verdict(&assumed, Region::Us).0, RoadVerdict::Wrong);
}

/// Driving lamps with high beam only; work lamps off on the road, sure with a speed gate.
#[test]
fn the_wish_is_held_against_the_road() {
    let mut job = truck(LampRole::Driving, LampColour::White, LampPlace::Front, 0.8, 0.0);
    let (by_switch, says) = verdict(&job, Region::Us);
    assert_eq!(by_switch, RoadVerdict::Wrong, "{says}");
    job.circuits[0].lit = Wish::With(Signal::HighBeam);
    assert_eq!(verdict(&job, Region::Us).0, RoadVerdict::Right);
    let mut job = truck(LampRole::Work, LampColour::White, LampPlace::Rear, 2.0, 180.0);
    assert_eq!(verdict(&job, Region::Un).0, RoadVerdict::Ask);
    job.circuits[0].lit = Wish::OnlyWhile {
        lit: Box::new(Wish::OwnSwitch),
        condition: Box::new(Wish::Not(Box::new(Wish::With(Signal::Moving)))),
    };
    assert_eq!(verdict(&job, Region::Un).0, RoadVerdict::Right);
}

/// 1 to 4 Hz by SAE J845, 2 to 4 Hz and lit for 0.4 of a period by UN R65; colours by permission. Source: reference
/// 7.3, recalled from memory.
#[test]
fn warning_lamps_by_rate_colour_and_permit() {
    let mut job = truck(LampRole::Warning, LampColour::Amber, LampPlace::Roof, 2.4, 0.0);
    let flash = |job: &mut Job, hz, duty| {
        job.circuits[0].lights[0].flash = Some(Flash { hz, duty });
    };
    flash(&mut job, 1.5, 0.3);
    assert_eq!(verdict(&job, Region::Us).0, RoadVerdict::Ask);
    assert_eq!(verdict(&job, Region::Un).0, RoadVerdict::Wrong, "too slow for R65");
    flash(&mut job, 2.0, 0.5);
    let (long, says) = verdict(&job, Region::Un);
    assert!(long == RoadVerdict::Wrong && says.contains("at most 40 %"), "{says}");
    flash(&mut job, 2.0, 0.3);
    job.lighting.permits = vec![Permit { colour: LampColour::Amber, by: "the county".into() }];
    assert_eq!(verdict(&job, Region::Un).0, RoadVerdict::Right);
    job.circuits[0].lights[0].colour = Some(LampColour::Blue);
    let (blue, says) = verdict(&job, Region::Us);
    assert!(blue == RoadVerdict::Wrong && says.contains("emergency"), "{says}");
    // Three flashes a second are the limit; two lamps at 2.5 Hz look like 5. Source: WCAG 2.3.1; 2 × 2.5.
    job.circuits[0].lights[0].colour = Some(LampColour::Amber);
    flash(&mut job, 3.5, 0.3);
    let (fast, says) = verdict(&job, Region::Us);
    assert!(fast == RoadVerdict::Ask && says.contains("epilepsy"), "{says}");
    flash(&mut job, 2.5, 0.3);
    assert!(road(&job, Some(Region::Us)).unwrap().regions[0].together.is_empty());
    job.circuits[0].lights[0].count = 2;
    let together = road(&job, Some(Region::Us)).unwrap().regions.remove(0).together;
    assert!(together[0].says.contains("5.0 flashes a second"), "{together:?}");
}

#[test]
fn no_red_forward_and_no_white_rearward() {
    let red = truck(LampRole::Accent, LampColour::Red, LampPlace::Front, 0.8, 0.0);
    assert!(verdict(&red, Region::Us).1.contains("no red light to the front"));
    let white = truck(LampRole::Accent, LampColour::White, LampPlace::Rear, 0.8, 180.0);
    assert_eq!(verdict(&white, Region::Un).0, RoadVerdict::Wrong);
    let reverse = truck(LampRole::Reverse, LampColour::White, LampPlace::Rear, 0.8, 180.0);
    assert_eq!(verdict(&reverse, Region::Un).0, RoadVerdict::Right);
}

/// A built trailer has what its region asks for, at heights and in colours that it allows, from the shortest to the
/// longest: nothing wrong, nothing missing but reflectors.
#[test]
fn built_trailers_keep_the_rules() {
    for region in Region::ALL {
        for (length_m, width_m) in [(2.5, 1.5), (5.0, 2.1), (7.5, 2.3), (11.0, 2.5)] {
            for is_combined in [false, true] {
                // Amber turn signals of their own are what the UN asks for.
                if is_combined && region == Region::Un {
                    continue;
                }
                let job = build(&TrailerAsked {
                    unit: "T9".into(),
                    length_m,
                    width_m,
                    height_m: 2.0,
                    has_two_axles: length_m > 6.0,
                    region,
                    is_combined,
                });
                assert!(jovek_core::job::Job::read(&job.write()).is_ok());
                // Whoever reads a list of them knows which is which.
                for circuit in &job.circuits {
                    let names: std::collections::BTreeSet<_> =
                        circuit.lights.iter().map(|l| &l.name).collect();
                    assert_eq!(names.len(), circuit.lights.len(), "{region:?} {length_m} m");
                }
                let report = road(&job, None).unwrap();
                let of = &report.regions[0];
                let wrong: Vec<_> =
                    of.lamps.iter().filter(|l| l.verdict == RoadVerdict::Wrong).collect();
                assert!(wrong.is_empty(), "{region:?} {length_m}: {wrong:?}");
                let lacks: Vec<_> = of
                    .missing
                    .iter()
                    .filter(|m| m.verdict == RoadVerdict::Wrong)
                    .map(|m| m.lamp.as_str())
                    .filter(|l| !(is_combined && *l == "stop lamps"))
                    .collect();
                assert!(lacks.is_empty(), "{region:?} {length_m} × {width_m}: {lacks:?}");
            }
        }
    }
}
