//! Glare, mirrors, cameras, fog; pictures of ground and wall; sheets to print.

use crate::common::demo_jobs;
use jovek_core::base::units::Units;
use jovek_core::job::{
    At, Beam, Held, Instead, Job, LampCircuit, LampColour, LampPlace, LampRole, LuxSpot, Mount,
    OldLamp, Optic, Photometric, Region, SupplyState,
};
use jovek_core::light::colour::usual;
use jovek_core::light::drawing::{aim_svg, beam_svg};
use jovek_core::light::glare::{GlareGrade, ONCOMING, back_glare, camera, glare};
use jovek_core::light::lamps::{Lamp, Stands, lamps};
use jovek_core::light::picture::{Frame, SCALE_LX, around, ground, shade, two_digits, wall};
use jovek_core::light::report::reach;
use jovek_core::light::source::{Distribution, Source};
use jovek_core::light::{LightAsked, LightPicture, LightReport, light};
use jovek_core::plan::study::study;
use proptest::prelude::*;

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

fn shown(job: &Job) -> LightReport {
    light(&asked(job)).unwrap()
}

/// A job with lamps of one kind in given places.
fn job(role: LampRole, colour: LampColour, beam: Beam, mounts: &[Mount]) -> Job {
    let mut job = Job::starter("X1");
    job.circuits[0] = LampCircuit::starter("c1".into(), "The lamps");
    let light = &mut job.circuits[0].lights[0];
    light.count = mounts.len() as u32;
    light.label_w = Some(20.0);
    (light.role, light.colour, light.place) = (Some(role), Some(colour), Some(LampPlace::Front));
    light.optic = Some(Optic { beam: Some(beam), mounts: mounts.to_vec(), ..Optic::default() });
    job
}

fn mount(along_m: f64, left_m: f64, up_m: f64, faces_deg: f64, down_deg: f64) -> Mount {
    Mount { at: At { along_m, left_m, up_m }, faces_deg, down_deg }
}

fn of_job(job: &Job) -> Vec<Lamp> {
    lamps(job, &study(job), SupplyState::EngineOff).unwrap()
}

const SPOT: Beam = Beam {
    flux_lm: Some(3000.0),
    wide_deg: Some(15.0),
    high_deg: Some(15.0),
    peak_cd: None,
    has_cut_off: false,
};

/// 2000 lm in 60 degrees give 1850 cd toward an oncoming driver who is on the axis. Source: reference 7.9.
#[test]
fn a_wide_lamp_toward_an_oncoming_driver() {
    let beam = Beam { flux_lm: Some(2000.0), wide_deg: Some(60.0), ..Beam::default() };
    // On the line from the lamp to the eye.
    let lamp = mount(0.0, ONCOMING.left_m, ONCOMING.up_m, 0.0, 0.0);
    let job = job(LampRole::Work, LampColour::White, beam, &[lamp]);
    let found = glare(&job, &of_job(&job));
    let oncoming = found.iter().find(|g| g.who.contains("oncoming")).unwrap();
    assert!((oncoming.candela - 1852.0).abs() < 10.0, "{}", oncoming.candela);
    // E = I / d²: 50 m.
    assert!((oncoming.eye_lx - oncoming.candela / 2500.0).abs() < 1e-6);
    assert_eq!(oncoming.grade, GlareGrade::Dazzles);
    assert!(oncoming.says.contains("off on the road"));
}

/// A fog lamp with its edge below the eyes troubles nobody; tilted up by two degrees it is seen.
#[test]
fn a_fog_lamp_and_its_edge() {
    let beam = Beam { wide_deg: Some(70.0), high_deg: Some(10.0), has_cut_off: true, ..SPOT };
    let at = |down| job(LampRole::Fog, LampColour::White, beam, &[mount(0.0, 0.0, 0.6, 0.0, down)]);
    let grade = |job: &Job| {
        let found = glare(job, &of_job(job));
        found.iter().find(|g| g.who.contains("oncoming")).map(|g| (g.grade, g.candela))
    };
    let (low, low_cd) = grade(&at(0.76)).unwrap();
    let (high, high_cd) = grade(&at(-2.0)).unwrap();
    assert_eq!(low, GlareGrade::Fine);
    assert!(high > low && high_cd > 10.0 * low_cd, "{low_cd} {high_cd}");
}

/// A lamp that looks along the side rearward lights a following driver; one that looks forward does not.
#[test]
fn who_is_behind_sees_what_shines_back() {
    let rear = job(LampRole::Work, LampColour::White, SPOT, &[mount(5.0, 0.0, 1.2, 180.0, 0.0)]);
    let front = job(LampRole::Work, LampColour::White, SPOT, &[mount(0.0, 0.0, 1.2, 0.0, 0.0)]);
    let behind = |job: &Job| glare(job, &of_job(job)).iter().any(|g| g.who.contains("follows"));
    assert!(behind(&rear) && !behind(&front));
}

/// A lamp behind the mirror that shines forward onto its glass is told.
#[test]
fn the_own_mirrors() {
    let lamp = mount(3.0, 1.2, 1.4, 0.0, 0.0);
    let job = job(LampRole::Work, LampColour::White, SPOT, &[lamp]);
    let found = glare(&job, &of_job(&job));
    assert!(found.iter().any(|g| g.who.contains("mirrors")), "{found:?}");
}

#[test]
fn the_reversing_camera() {
    let bright =
        job(LampRole::Reverse, LampColour::White, SPOT, &[mount(5.0, 0.3, 0.9, 180.0, 5.0)]);
    assert!(camera(&of_job(&bright)).unwrap().contains("camera"));
    let dim = Beam { flux_lm: Some(150.0), wide_deg: Some(90.0), ..Beam::default() };
    let dim = job(LampRole::Reverse, LampColour::White, dim, &[mount(5.0, 0.3, 0.9, 180.0, 5.0)]);
    assert!(camera(&of_job(&dim)).is_none());
}

/// Both schools of fog lamps are told, and lamps near the eyes. Common practice, no source.
#[test]
fn schools_of_back_glare() {
    let low = |colour| job(LampRole::Fog, colour, SPOT, &[mount(0.0, 0.0, 0.5, 0.0, 1.0)]);
    let white = back_glare(&of_job(&low(LampColour::White)), 1.5, Units::METRIC);
    let amber = back_glare(&of_job(&low(LampColour::Amber)), 1.5, Units::METRIC);
    assert!(white.len() == 1 && white[0].contains("white with a good edge"), "{white:?}");
    assert!(amber.len() == 1 && amber[0].contains("less blue"), "{amber:?}");
    let roof = job(LampRole::Driving, LampColour::White, SPOT, &[mount(1.0, 0.0, 2.0, 0.0, 0.0)]);
    assert!(back_glare(&of_job(&roof), 1.5, Units::METRIC)[0].contains("straight back"));
}

/// Two whites far apart on one vehicle are told; alike they are not. Common practice, no source.
#[test]
fn mixed_whites_are_told() {
    let mut job = job(LampRole::Work, LampColour::White, SPOT, &[mount(0.0, 0.0, 1.0, 0.0, 5.0)]);
    job.circuits[0].lights[0].optic.as_mut().unwrap().kelvin = Some(6500.0);
    let mut other = job.circuits[0].clone();
    (other.id, other.name) = ("c2".into(), "The others".into());
    other.lights[0].id = "l9".into();
    other.lights[0].optic.as_mut().unwrap().kelvin = Some(4000.0);
    job.circuits.push(other);
    let told = |job: &Job| shown(job).notes.iter().any(|n| n.contains("two whites"));
    assert!(told(&job));
    job.circuits[1].lights[0].optic.as_mut().unwrap().kelvin = Some(6000.0);
    assert!(!told(&job));
}

/// I = E d²: a spot of 100,000 cd gives 10 lx at 100 m and 1 lx at 316 m, at its own height. Source: inverse square.
#[test]
fn reach_by_the_inverse_square() {
    let beam = Beam { peak_cd: Some(100_000.0), wide_deg: Some(20.0), ..Beam::default() };
    let source = Source {
        mount: mount(0.0, 0.0, 1.0, 0.0, 0.0),
        distribution: Distribution::of(Some(&beam), None, 0.0).unwrap(),
        part: 1.0,
        tint: usual(LampColour::White, None),
    };
    let found = reach("spot", std::slice::from_ref(&source), Units::METRIC);
    assert!((found[0].far_m.unwrap() - 316.2).abs() < 0.3 && found[0].lux_lx == 1.0);
    assert!((found[1].far_m.unwrap() - 100.0).abs() < 0.2);
    // Four of them reach twice as far; dimmed to a hundredth, a tenth.
    let four = vec![source.clone(); 4];
    assert!((reach("four", &four, Units::METRIC)[1].far_m.unwrap() - 200.0).abs() < 0.3);
    let dim = Source { part: 0.01, ..source };
    assert!((reach("dim", &[dim], Units::METRIC)[1].far_m.unwrap() - 10.0).abs() < 0.2);
    assert!(reach("none", &[], Units::METRIC).is_empty());
}

/// The candidate stands in for its lamp: name, beam and colour; the file that cannot be read is told, the
/// description stands in.
#[test]
fn candidates_and_broken_files() {
    let mut job = job(LampRole::Fog, LampColour::White, SPOT, &[mount(0.0, 0.0, 0.6, 0.0, 0.8)]);
    let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
    optic.instead = Some(Instead {
        name: "The other".into(),
        beam: Beam { flux_lm: Some(1500.0), ..SPOT },
        file: None,
        colour: Some(LampColour::Amber),
    });
    let plain = shown(&job);
    let instead = light(&LightAsked { stands: Stands::Candidate, ..asked(&job) }).unwrap();
    assert_eq!(instead.lamps[0].name, "The other");
    assert!((instead.lamps[0].flux_lm * 2.0 - plain.lamps[0].flux_lm).abs() < 1.0);
    assert_ne!(instead.lamps[0].screen, plain.lamps[0].screen);
    let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
    optic.file = Some(Photometric { name: "bad.ies".into(), text: "TILT=NONE\n1 x".into() });
    let broken = shown(&job);
    assert!(broken.lamps[0].fault.as_ref().unwrap().contains("line 2"));
    assert!(broken.notes.iter().any(|n| n.contains("does not count")));
    // A good file beats the description.
    let good = include_str!("../reference/light/spot-a.ies").to_owned();
    let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
    optic.file = Some(Photometric { name: "spot.ies".into(), text: good });
    assert!((shown(&job).lamps[0].flux_lm - 1604.6).abs() < 0.5);
}

/// The lamps that come off, in the places of the new ones: by their own watts and as a filament burns at the volts of
/// their place; beside them at the same spot, how many times the light the new ones give.
#[test]
fn the_old_lamps_lie_beside_the_new_ones() {
    let mut job = job(LampRole::Fog, LampColour::White, SPOT, &[mount(0.0, 0.0, 0.6, 0.0, 0.8)]);
    job.lighting.spots.push(LuxSpot {
        name: "Ahead".into(),
        at: At { along_m: -10.0, left_m: 0.0, up_m: 0.0 },
        held: Held::Up,
        lit: Vec::new(),
    });
    let light_0 = &mut job.circuits[0].lights[0];
    light_0.replaces =
        Some(OldLamp { name: "Halogen".into(), label_w: Some(55.0), ..OldLamp::default() });
    let asked = |stands, beside| LightAsked { stands, beside, ..asked(&job) };
    let found = light(&asked(Stands::Planned, Some(Stands::Old))).unwrap();
    let other = found.beside.unwrap();
    assert_eq!(other.lamps[0].name, "Halogen");
    assert!(other.lamps[0].is_beam_assumed && !found.lamps[0].is_beam_assumed);
    // At 12.4 V and less a filament gives less than at its 13.5 V: by volts to the power of 3.4 (common practice).
    let volt_v: f64 = other.lamps[0].level_text.split(' ').next().unwrap().parse().unwrap();
    let percent = 100.0 * (volt_v / 13.5).powf(3.4);
    let told = other.lamps[0].level_text.split(", ").nth(1).unwrap();
    let told: f64 = told.split(' ').next().unwrap().parse().unwrap();
    assert!((told - percent).abs() < 2.5, "{told} % of its light, {percent:.1} at {volt_v} V");
    // The ratio at the spot is that of the two answers.
    let alone = light(&asked(Stands::Old, None)).unwrap();
    let ratio = found.spots[0].predicted_lx / alone.spots[0].predicted_lx;
    assert!((other.spots[0].lux_lx / alone.spots[0].predicted_lx - 1.0).abs() < 1e-9);
    let says = other.spots[0].ratio_text.clone().unwrap();
    assert_eq!(says, format!("as planned {} times the light", two_digits(ratio)));
}

/// The sheets to print hold every mark of the aim sheet in both units, every spot and every reach, and nothing odd.
#[test]
fn sheets_to_print() {
    for (name, job) in demo_jobs() {
        let report = shown(&job);
        for svg in [aim_svg(&job, &report), beam_svg(&job, &report)] {
            assert!(svg.starts_with("<svg") && svg.ends_with("</svg>\n"), "{name}");
            assert!(!svg.contains("NaN") && !svg.contains("inf"), "{name}");
        }
        let aim = aim_svg(&job, &report);
        for a in &report.aim {
            let mark = a.rows.iter().find(|r| r.what == "Mark").unwrap();
            assert!(aim.contains(&mark.text), "{name}: {}", a.name);
            // Long lines go on in the next one: none leaves the page.
            let last = a.says.split_whitespace().last().unwrap_or_default();
            assert!(aim.contains(last), "{name}: {}", a.says);
        }
        for line in aim.lines().filter(|l| l.contains("<text x=\"207.00\"")) {
            let words = &line[line.find('>').unwrap() + 1..line.rfind('<').unwrap()];
            assert!(words.chars().count() <= 58, "{name}: {words}");
        }
        let plan = beam_svg(&job, &report);
        for spot in &report.spots {
            assert!(plan.contains(&spot.predicted_text), "{name}: {}", spot.name);
        }
    }
    assert_eq!(Units::US.tape(101.6), "4 in");
}

/// The region of the job decides the aim of its fog lamps.
#[test]
fn the_region_decides_the_aim() {
    let mut job = job(LampRole::Fog, LampColour::White, SPOT, &[mount(0.0, 0.0, 0.6, 0.0, 0.8)]);
    job.lighting.region = Some(Region::Us);
    assert!((shown(&job).aim[0].percent - 4.0 / 3.0).abs() < 1e-9);
    job.lighting.region = Some(Region::Un);
    let un = &shown(&job).aim[0];
    assert!((un.percent - 1.5).abs() < 1e-9 && un.range_m[0] < un.mark_m);
    // A rear fog lamp is not aimed at a wall in front.
    job.circuits[0].lights[0].optic.as_mut().unwrap().mounts[0].faces_deg = 180.0;
    assert!(shown(&job).aim.is_empty());
}

fn any_source() -> impl Strategy<Value = Source> {
    (10.0..170.0f64, 5.0..120.0f64, -1.5..1.5f64, 0.3..4.0f64, 0.0..360.0f64, 0.0..80.0f64)
        .prop_map(|(wide, high, left_m, up_m, faces, down)| {
            let beam = Beam {
                flux_lm: Some(1000.0),
                wide_deg: Some(wide),
                high_deg: Some(high),
                ..Beam::default()
            };
            Source {
                mount: mount(1.0, left_m, up_m, faces, down),
                distribution: Distribution::of(Some(&beam), None, 0.0).unwrap(),
                part: 1.0,
                tint: usual(LampColour::White, None),
            }
        })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, ..ProptestConfig::default() })]

    /// Lamps together give the sum of what each gives alone, point by point; no point is lit by more than all the light
    /// there is.
    #[test]
    fn pictures_add(sources in proptest::collection::vec(any_source(), 1..5)) {
        let frame = Frame { left_m: -8.0, bottom_m: -8.0, right_m: 8.0, top_m: 8.0 };
        let all = ground(&sources, frame, 21);
        let each: Vec<_> = sources.iter().map(|s| ground(std::slice::from_ref(s), frame, 21)).collect();
        for (k, lx) in all.lux_lx.iter().enumerate() {
            let sum: f64 = each.iter().map(|p| p.lux_lx[k]).sum();
            prop_assert!((lx - sum).abs() <= 1e-9 * sum.max(1.0), "{lx} {sum}");
        }
        // No line leaves the picture, not even around it.
        let right_m = all.left_m + all.step_m * (all.wide - 1) as f64;
        let top_m = all.bottom_m + all.step_m * (all.high - 1) as f64;
        for point in all.lines.iter().flat_map(|l| l.points.chunks(2)) {
            let slack = 0.02 * all.step_m;
            prop_assert!(point[0] >= all.left_m - slack && point[0] <= right_m + slack);
            prop_assert!(point[1] >= all.bottom_m - slack && point[1] <= top_m + slack);
        }
        // Light on the ground, area by area, is no more than what the lamps give.
        let flux: f64 = all.lux_lx.iter().sum::<f64>() * all.step_m * all.step_m;
        prop_assert!(all.lux_lx.iter().all(|v| v.is_finite()));
        let given: f64 = sources.iter().map(|s| s.distribution.flux_lm()).sum();
        // A coarse grid under a low or narrow lamp may hit its bright middle: only what the grid resolves is summed.
        let is_resolved = |s: &Source| {
            let [wide, high] = s.distribution.width_deg(0.5);
            let spot_m = 2.0 * s.mount.at.up_m * (0.5 * wide.min(high)).to_radians().tan();
            s.mount.at.up_m > 1.5 && spot_m > 2.0 * all.step_m
        };
        if sources.iter().all(is_resolved) {
            prop_assert!(flux <= 1.35 * given, "{flux} {given}");
        }
    }

    /// A vehicle mirrored left to right has a mirrored picture.
    #[test]
    fn pictures_mirror(source in any_source()) {
        let frame = Frame { left_m: -6.0, bottom_m: -6.0, right_m: 6.0, top_m: 6.0 };
        let mut other = source.clone();
        other.mount.at.left_m = -other.mount.at.left_m;
        other.mount.faces_deg = -other.mount.faces_deg;
        let (a, b) = (ground(&[source], frame, 31), ground(&[other], frame, 31));
        for row in 0..a.high {
            for k in 0..a.wide {
                let (x, y) = (a.lux_lx[row * a.wide + k], b.lux_lx[row * a.wide + a.wide - 1 - k]);
                prop_assert!((x - y).abs() <= 1e-6 * x.max(y).max(1.0), "{x} {y}");
            }
        }
    }

    /// The wall stands square to the lamps wherever they face: the picture is the same all around.
    #[test]
    fn the_wall_turns_with_the_lamps(source in any_source(), turn in 0.0..360.0f64) {
        let mut still = source.clone();
        (still.mount.at.along_m, still.mount.at.left_m) = (0.0, 0.0);
        let mut turned = still.clone();
        turned.mount.faces_deg += turn;
        let (a, b) = (wall(&[still], 7.62, 15).unwrap(), wall(&[turned], 7.62, 15).unwrap());
        for (x, y) in a.lux_lx.iter().zip(&b.lux_lx) {
            prop_assert!((x - y).abs() <= 1e-6 * x.max(*y).max(1.0), "{x} {y}");
        }
    }
}

/// The page gets shades in place of lux: each tells its lux to 2 %, the brighter is never the darker, and what lies
/// outside of the scale stops at its ends.
#[test]
fn shades_tell_the_lux() {
    let [dark_lx, bright_lx] = SCALE_LX;
    let mut before = 0;
    for k in 0..=400 {
        let lux_lx = dark_lx * (bright_lx / dark_lx).powf(f64::from(k) / 400.0);
        let found = shade(lux_lx);
        assert!(found >= before, "{lux_lx}");
        before = found;
        let told_lx = dark_lx * (bright_lx / dark_lx).powf(f64::from(found) / 255.0);
        assert!((told_lx / lux_lx - 1.0).abs() < 0.02, "{lux_lx} {told_lx}");
    }
    assert_eq!([shade(0.0), shade(dark_lx), shade(bright_lx), shade(1e9)], [0, 0, 255, 255]);
    let lamp = job(LampRole::Work, LampColour::White, SPOT, &[mount(0.0, 0.0, 1.0, 0.0, 5.0)]);
    let frame = Frame { left_m: -6.0, bottom_m: -6.0, right_m: 6.0, top_m: 6.0 };
    let sources: Vec<Source> = of_job(&lamp).into_iter().map(|l| l.source).collect();
    let seen = ground(&sources, frame, 31);
    let shades: Vec<u8> = seen.lux_lx.iter().copied().map(shade).collect();
    assert!(seen.shades == shades && shades.iter().any(|s| *s > 100));
}

/// The stretch of ground grows where lamps look far.
#[test]
fn far_lamps_get_more_ground() {
    let near = job(LampRole::Work, LampColour::White, SPOT, &[mount(0.0, 0.0, 1.0, 0.0, 5.0)]);
    let far = job(LampRole::Driving, LampColour::White, SPOT, &[mount(0.0, 0.0, 1.0, 0.0, 0.0)]);
    let top = |job: &Job| around(job, &of_job(job)).top_m;
    assert!(top(&far) > 4.0 * top(&near));
}
