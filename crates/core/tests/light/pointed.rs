//! Lamps that are pointed at their work: work, reverse and hitch lamps on wall and ground.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::catalog::light::WALL_M;
use jovek_core::finding::Stage;
use jovek_core::job::{
    Adjuster, At, Beam, FoundMark, Job, LampCircuit, LampPlace, LampRole, Lighting, Mount, Optic,
    SupplyState,
};
use jovek_core::light::aim_sheet::{AimAnswer, AimOn};
use jovek_core::light::lamps::Stands;
use jovek_core::light::lamps::lamps;
use jovek_core::light::{LightAsked, LightPicture, LightReport, light};
use proptest::prelude::*;

fn mount(left_m: f64, up_m: f64, faces_deg: f64, down_deg: f64) -> Mount {
    Mount { at: At { along_m: 5.0, left_m, up_m }, faces_deg, down_deg }
}

fn job(role: LampRole, mounts: &[Mount]) -> Job {
    let mut job = Job::starter("X1");
    job.circuits[0] = LampCircuit::starter("c1".into(), "The lamps");
    let light = &mut job.circuits[0].lights[0];
    light.count = mounts.len() as u32;
    light.role = Some(role);
    let beam = Beam { flux_lm: Some(1500.0), wide_deg: Some(40.0), ..Beam::default() };
    light.optic = Some(Optic { beam: Some(beam), mounts: mounts.to_vec(), ..Optic::default() });
    job
}

fn shown(job: &Job, drawn: LightPicture) -> LightReport {
    light(&LightAsked {
        job: job.clone(),
        supply: SupplyState::EngineOff,
        circuit: None,
        stands: Stands::Planned,
        drawn,
        beside: None,
    })
    .unwrap()
}

fn sheet(job: &Job) -> Vec<AimAnswer> {
    shown(job, LightPicture::Nothing).aim
}

fn found(job: &mut Job, marks: &[FoundMark]) {
    let optic = job.circuits[0].lights[0].optic.as_mut().unwrap();
    optic.found = marks.iter().copied().map(Some).collect();
}

fn ground(far_m: f64) -> FoundMark {
    FoundMark::Ground { far_m }
}

fn wall(up_mm: f64) -> FoundMark {
    FoundMark::Wall { up_mm, wall_m: WALL_M }
}

/// What the Aim stage counts as left to be found is what a rule aims: fog and driving lamps, no lamp that is pointed.
#[test]
fn the_stage_counts_what_a_rule_aims() {
    for (role, word) in [
        (LampRole::Fog, "1 to aim"),
        (LampRole::Driving, "1 to aim"),
        (LampRole::Work, "done"),
        (LampRole::Reverse, "done"),
    ] {
        let mut one = job(role, &[mount(0.0, 0.6, 0.0, 1.0)]);
        one.circuits[0].lights[0].place = Some(LampPlace::Front);
        let aim = |job: &Job| {
            let stages = assess(job).stages;
            stages.into_iter().find(|s| s.stage == Stage::Aim).unwrap().word
        };
        assert_eq!(aim(&one), word, "{role:?}");
        found(&mut one, &[wall(600.0)]);
        assert_eq!(aim(&one), "done", "{role:?}");
    }
}

/// By hand: 0.7 m / tan 10° = 3.97 m on the ground; 2.4 m - 7.62 m tan 15° = 0.358 m up the wall. Source:
/// trigonometry.
#[test]
fn what_the_beam_meets_first_is_where_it_is_aimed() {
    let reverse = &sheet(&job(LampRole::Reverse, &[mount(0.4, 0.7, 180.0, 10.0)]))[0];
    assert_eq!(reverse.on, AimOn::Ground);
    assert!((reverse.mark_m - 3.970).abs() < 0.001, "{}", reverse.mark_m);
    let mark = reverse.rows.iter().find(|r| r.what == "Mark").unwrap();
    assert_eq!(mark.text, "3.97 m on the ground, from below the lamp");
    assert!(
        reverse.rows[0].text.ends_with("400 mm left, faces rearward"),
        "{}",
        reverse.rows[0].text
    );
    let work = &sheet(&job(LampRole::Work, &[mount(-0.7, 2.4, 180.0, 15.0)]))[0];
    assert_eq!((work.on, work.is_pointed, work.is_forward), (AimOn::Wall, true, false));
    assert!((work.mark_m - 0.358).abs() < 0.001, "{}", work.mark_m);
    assert!(work.source.contains("common practice, no source"));
    // Two degrees up and down, by hand: 2.4 m - 7.62 m tan 13° and tan 17°.
    assert!((work.range_m[0] - 0.070).abs() < 0.001 && (work.range_m[1] - 0.641).abs() < 0.001);
    // A level lamp has its mark at its own height.
    let level = &sheet(&job(LampRole::Work, &[mount(0.0, 1.0, 0.0, 0.0)]))[0];
    assert_eq!((level.on, level.mark_m), (AimOn::Wall, 1.0));
    let spot = level.rows.iter().find(|r| r.what == "Hot spot").unwrap();
    assert_eq!(spot.text, "at its own height");
    for role in [LampRole::Tail, LampRole::Warning, LampRole::Marker, LampRole::Plate] {
        assert!(sheet(&job(role, &[mount(0.0, 1.0, 180.0, 10.0)])).is_empty(), "{role:?}");
    }
}

/// Found at 5.6 m in place of 3.97 m: atan(0.7 / 5.6) = 7.13°, so 2.87° more, 100 mm × tan 2.87° / 1.25 mm = 4.0 turns.
/// Source: trigonometry.
#[test]
fn turns_bring_it_to_its_mark_on_the_ground() {
    let mut two =
        job(LampRole::Reverse, &[mount(0.4, 0.7, 180.0, 10.0), mount(-0.4, 0.7, 180.0, 10.0)]);
    two.circuits[0].lights[0].optic.as_mut().unwrap().adjuster =
        Some(Adjuster { pitch_mm: 1.25, arm_mm: 100.0, reach: "From below".into() });
    found(&mut two, &[ground(5.6), ground(3.9)]);
    let report = shown(&two, LightPicture::Nothing);
    let [far, right] = &report.aim[..] else { panic!("a pair") };
    assert_eq!((far.is_right, right.is_right), (Some(false), Some(true)));
    assert_eq!(right.says, "In range: leave it.");
    assert!(far.says.starts_with("1.6 m too far, 2.87°: 4.0"), "{}", far.says);
    assert!(far.says.ends_with("turns down. From below."), "{}", far.says);
    let note = report.notes.iter().find(|n| n.contains("set both sides alike")).unwrap();
    assert!(note.contains("shines 1.7 m farther than"), "{note}");
    found(&mut two, &[ground(5.0), ground(2.0)]);
    let report = shown(&two, LightPicture::Nothing);
    // Five metres are 2.03° off, a hand's breadth of the two degrees that are allowed.
    assert_eq!(report.aim[0].is_right, Some(true));
    assert!(report.aim[1].says.starts_with("2.0 m too near, 9.29°"), "{}", report.aim[1].says);
    assert!(report.aim[1].says.contains("turns up"));
    // Without a screw it is tilted.
    two.circuits[0].lights[0].optic.as_mut().unwrap().adjuster = None;
    assert!(sheet(&two)[1].says.ends_with("tilt it up at its bracket."));
}

/// What was found is kept in the job, and refused where no tape reaches.
#[test]
fn found_marks_are_kept() {
    let mut one = job(LampRole::Reverse, &[mount(0.4, 0.7, 180.0, 10.0)]);
    let refused = |job: &Job| Job::read(&job.write()).unwrap_err().to_string();
    for (right, wrong, at) in [
        (ground(5.0), ground(400.0), "circuits[0].lights[0].optic.found[0].far_m"),
        (wall(448.0), wall(90_000.0), "circuits[0].lights[0].optic.found[0].up_mm"),
    ] {
        found(&mut one, &[right]);
        assert_eq!(Job::read(&one.write()).unwrap(), one);
        found(&mut one, &[wrong]);
        assert!(refused(&one).contains(at), "{}", refused(&one));
    }
    found(&mut one, &[FoundMark::Wall { up_mm: 448.0, wall_m: 0.0 }]);
    assert!(refused(&one).contains("found[0].wall_m"), "{}", refused(&one));
}

/// A mark keeps its angle when the wall is another or the beam meets the other of wall and ground: atan((0.7 m - 0.2 m)
/// / 3 m) = 9.46°, on the ground that is 0.7 m / tan 9.46° = 4.2 m. Source: trigonometry.
#[test]
fn a_mark_keeps_its_angle() {
    let mut one = job(LampRole::Reverse, &[mount(0.4, 0.7, 180.0, 10.0)]);
    found(&mut one, &[FoundMark::Wall { up_mm: 200.0, wall_m: 3.0 }]);
    let near = |a: f64, b: f64| assert!((a - b).abs() < 0.005, "{a} is not {b}");
    let on_ground = &sheet(&one)[0];
    assert_eq!(on_ground.on, AimOn::Ground);
    near(on_ground.found_deg.unwrap(), 9.462);
    near(on_ground.found_m.unwrap(), 4.2);
    assert_eq!((on_ground.is_right, &on_ground.found_text), (Some(true), &None));
    assert_eq!(
        on_ground.says,
        "Found 200 mm high on a wall at 3.00 m, which is in range: look where its mark is now."
    );
    // At that wall again it is what was read.
    one.lighting.wall_m = Some(3.0);
    let at_wall = &sheet(&one)[0];
    near(at_wall.found_m.unwrap(), 0.2);
    assert_eq!(at_wall.found_text.as_deref(), Some("200 mm high on a wall at 3.00 m"));
    assert_eq!(at_wall.says, "In range: leave it.");
    // A wall farther off, and what was found on the ground before.
    found(&mut one, &[ground(2.1)]);
    let far = &sheet(&one)[0];
    near(far.found_deg.unwrap(), 18.435);
    near(far.found_m.unwrap(), -0.3);
    assert!(far.says.starts_with("Found 2.10 m away on the ground, which is out of range"));
}

/// Older files held bare heights: they are read as heights on the job's wall.
#[test]
fn bare_heights_of_older_files_are_read() {
    let mut one = job(LampRole::Fog, &[mount(0.4, 0.7, 0.0, 1.0), mount(-0.4, 0.7, 0.0, 1.0)]);
    one.lighting.wall_m = Some(10.0);
    let mut older: serde_json::Value = serde_json::from_str(&one.write()).unwrap();
    older["circuits"][0]["lights"][0]["optic"]["found_m"] = serde_json::json!([null, 0.575]);
    one.circuits[0].lights[0].optic.as_mut().unwrap().found =
        vec![None, Some(FoundMark::Wall { up_mm: 575.0, wall_m: 10.0 })];
    assert_eq!(Job::read(&older.to_string()).unwrap(), one);
    // What is no list of heights is refused as any other field that is not known.
    older["circuits"][0]["lights"][0]["optic"]["found_m"] = "high".into();
    assert!(Job::read(&older.to_string()).unwrap_err().to_string().contains("found_m"));
}

/// The wall that is drawn is that of the lamps which a rule aims, else of those that are pointed; each stands on it
/// where one who looks out over them sees it.
#[test]
fn the_wall_is_theirs() {
    let pair = [mount(0.7, 2.4, 180.0, 12.0), mount(-0.7, 2.4, 180.0, 12.0)];
    let mut job = job(LampRole::Work, &pair);
    job.lighting = Lighting { wall_m: Some(5.0), ..Lighting::default() };
    let report = shown(&job, LightPicture::Wall);
    assert_eq!(report.wall_of.as_ref(), Some(&job.circuits[0].id));
    let wall = report.wall.as_ref().unwrap();
    // Looking rearward the vehicle's left is on the right.
    let [left, right] = &report.aim[..] else { panic!("a pair") };
    assert!((left.right_m - 0.7).abs() < 1e-9 && (right.right_m + 0.7).abs() < 1e-9);
    // The brightest point of the picture lies at the marks' height and between the lamps or before one of them.
    let most = wall.lux_lx.iter().copied().fold(0.0, f64::max);
    let at = wall.lux_lx.iter().position(|lx| *lx == most).unwrap();
    let up_m = wall.bottom_m + wall.step_m * (at / wall.wide) as f64;
    assert!((up_m - left.mark_m).abs() < 0.35, "{up_m} m, mark {} m", left.mark_m);
    assert!(report.level_text.contains("50 mm"), "{}", report.level_text);
    let demo = |unit: &str| demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1;
    let pickup = demo("51");
    let report = shown(&pickup, LightPicture::Wall);
    let of = report.wall_of.unwrap();
    let first = pickup.circuits.iter().find(|c| c.id == of).unwrap();
    assert!(first.lights.iter().any(|l| l.role == Some(LampRole::Fog)));
    // Work lamps come behind those that a rule aims; lamps of one name are told apart by their circuits.
    let truck = sheet(&demo("14"));
    let names: Vec<&str> = truck.iter().map(|a| a.name.as_str()).collect();
    assert_eq!(
        names[..2],
        ["Rear work lamps: LED work lamp 1", "Rear work lamps: LED work lamp 2"]
    );
    assert_eq!(names[2], "Side alley lamps: LED work lamp 1");
    assert!(truck[0].rows[0].text.ends_with("; all of it assumed"), "nobody said where they stand");
    assert!(sheet(&pickup).windows(2).all(|w| w[0].is_pointed <= w[1].is_pointed));
    // The hitch lamp is a work lamp low down: the ground has its mark.
    let hitch = sheet(&demo("58"));
    assert!(hitch.iter().any(|a| a.name.contains("hitch") && a.is_pointed), "{hitch:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Toward its mark a lamp throws its peak, wherever it stands and looks; what is found on the mark is right, and
    /// what is found outside of the range is not.
    #[test]
    fn the_mark_gets_the_peak(
        up_m in 0.4..3.5f64,
        down_deg in -3.0..60.0f64,
        faces_deg in 0.0..360.0f64,
        left_m in -1.2..1.2f64,
    ) {
        let mut one = job(LampRole::Work, &[mount(left_m, up_m, faces_deg, down_deg)]);
        let aim = sheet(&one).remove(0);
        prop_assert!(aim.range_m[0] <= aim.mark_m + 1e-9 && aim.mark_m <= aim.range_m[1] + 1e-9);
        let source = &lamps(&one, &jovek_core::plan::study::study(&one), SupplyState::EngineOff)
            .unwrap()[0].source;
        let (far_m, high_m) = match aim.on {
            AimOn::Wall => (WALL_M, aim.mark_m),
            AimOn::Ground => (aim.mark_m, 0.0),
        };
        let bearing = faces_deg.to_radians();
        let at = At {
            along_m: 5.0 - far_m * bearing.cos(),
            left_m: left_m + far_m * bearing.sin(),
            up_m: high_m,
        };
        let peak = source.part * source.distribution.peak().0;
        prop_assert!((source.toward(at).0 / peak - 1.0).abs() < 1e-6, "{:?}", aim);
        let at = |m: f64| match aim.on {
            AimOn::Wall => wall(1000.0 * m),
            AimOn::Ground => ground(m),
        };
        found(&mut one, &[at(aim.mark_m)]);
        prop_assert_eq!(sheet(&one)[0].is_right, Some(true));
        found(&mut one, &[at((aim.range_m[1] + 0.3).min(50.0))]);
        prop_assert_eq!(sheet(&one)[0].is_right, Some(false));
    }
}

/// What was found on the wall stands in the record that is handed over.
#[test]
fn found_marks_are_in_the_record() {
    let pickup = demo_jobs().into_iter().find(|(n, _)| *n == "51").unwrap().1;
    let now = "2026-11-26T00:00:00Z".parse().unwrap();
    let aim = jovek_core::record::built::as_built(&pickup, now).aim;
    let line = |lamp: &str| aim.iter().find(|l| l.starts_with(lamp)).unwrap().as_str();
    assert_eq!(
        line("LED fog lamp 1"),
        "LED fog lamp 1: 575 mm high on a wall at 7.62 m, out of range"
    );
    assert_eq!(line("LED fog lamp 2"), "LED fog lamp 2: 520 mm high on a wall at 7.62 m, in range");
}
