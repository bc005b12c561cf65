//! Strip: against the reference circuit, its marks and obstacles, its way to be fed; backlight and screws.

use jovek_core::answers::{Answers, assess};
use jovek_core::base::grade::Grade;
use jovek_core::catalog::conductor::copper_ohm;
use jovek_core::circuit::devices::BallastedLed;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    Backlight, Edge, Job, LightKind, MadeFor, Obstacle, Screw, Strip, StripColours, StripFeed,
};
use jovek_core::strip::backlight::backlight;
use jovek_core::strip::ladder::{Ladder, Source, Tap};
use jovek_core::strip::pieces::{CLEAR_M, CROWDED_M, lies_on};
use jovek_core::strip::plan::StripWay;
use jovek_core::strip::screw::{ScrewVerdict, judge};
use jovek_core::strip::{StripFigures, StripPlan, StripPoint, pieces, plan};
use proptest::prelude::*;

/// 16 ft of strip, 48 groups of 9 V and 60 ohm between rails of 0.21 mm², behind a battery of 12.6 V with
/// 10 mohm and a fuse of 17 mohm. Source: ngspice-39 operating points of circuit d in
/// `reference/circuit-expected.csv`, currents of groups 1, 24, 25 and 48.
#[test]
fn the_reference_strip_burns_as_ngspice_says() {
    let feet = 0.3048;
    let lead = |ft: f64| copper_ohm(ft * feet, 0.823047, 20.0);
    let ladder = Ladder {
        groups: 48,
        led: BallastedLed { forward_v: 9.0, series_ohm: 60.0 },
        half_ohm: copper_ohm(0.0508, 0.21, 20.0),
        gaps_ohm: vec![0.0; 49],
        returns: 1,
    };
    let source = Source { volt_v: 12.6, ohm: 0.027 };
    let near = |plus: bool, minus: bool| Tap {
        before: 0,
        plus_ohm: plus.then_some(lead(6.0)),
        minus_ohm: minus.then_some(lead(6.0)),
    };
    let far = |plus: bool| Tap {
        before: 48,
        plus_ohm: plus.then_some(lead(22.0)),
        minus_ohm: Some(lead(22.0)),
    };
    for (taps, groups, total) in [
        (vec![near(true, true)], [0.055839, 0.0455223, 0.0452347, 0.0419723], 2.23667),
        (vec![near(true, true), far(true)], [0.0567555, 0.0513622, 0.0513027, 0.0538892], 2.53014),
        (
            vec![near(true, false), far(false)],
            [0.0457192, 0.0424219, 0.0424219, 0.0457192],
            2.09094,
        ),
    ] {
        let got = ladder.group_currents_a(source, &taps, &[]).unwrap();
        for (k, want) in [0, 23, 24, 47].into_iter().zip(groups) {
            assert!((got[k] / want - 1.0).abs() < 3e-4, "group {}: {} for {want}", k + 1, got[k]);
        }
        let sum: f64 = got.iter().sum();
        assert!((sum / total - 1.0).abs() < 3e-4, "{sum} for {total}");
    }
}

/// A cut strip is two strips: each half burns as it would alone.
#[test]
fn a_cut_parts_the_strip() {
    let ladder = |groups: usize| Ladder {
        groups,
        led: BallastedLed { forward_v: 9.0, series_ohm: 60.0 },
        half_ohm: 0.004,
        gaps_ohm: vec![0.0; groups + 1],
        returns: 1,
    };
    let source = Source { volt_v: 12.0, ohm: 0.0 };
    let tap = |before| Tap { before, plus_ohm: Some(0.03), minus_ohm: Some(0.03) };
    let both = ladder(20).group_currents_a(source, &[tap(0), tap(10)], &[10]).unwrap();
    let alone = ladder(10).group_currents_a(source, &[tap(0)], &[]).unwrap();
    for k in 0..10 {
        assert!((both[k] - alone[k]).abs() < 1e-9 && (both[10 + k] - alone[k]).abs() < 1e-9);
    }
}

/// One group at the end of a lead, by hand: plus carries all of it, each of three cores a third. (V - Vf) / (R + r + r/3)
/// with its half marks at both rails.
#[test]
fn each_colour_has_a_core_of_its_own() {
    let ladder = Ladder {
        groups: 1,
        led: BallastedLed { forward_v: 9.0, series_ohm: 30.0 },
        half_ohm: 0.6,
        gaps_ohm: vec![0.0; 2],
        returns: 3,
    };
    let tap = Tap { before: 0, plus_ohm: Some(1.5), minus_ohm: Some(1.5) };
    let source = Source { volt_v: 12.0, ohm: 0.0 };
    let by_hand_a = 3.0 / (30.0 + (1.5 + 0.6) * (1.0 + 1.0 / 3.0));
    let got = ladder.group_currents_a(source, &[tap], &[]).unwrap();
    // The LED bends softly at its forward voltage.
    assert!((got[0] / by_hand_a - 1.0).abs() < 2e-3, "{} for {by_hand_a}", got[0]);
}

fn edge() -> impl Strategy<Value = Edge> {
    let obstacle = (0.0..1.0f64, 0.0..0.15f64);
    (0.05..3.0f64, prop::collection::vec(obstacle, 0..5)).prop_map(|(length_m, at)| Edge {
        name: "edge".into(),
        length_m,
        obstacles: at
            .into_iter()
            .map(|(part, wide)| {
                let from_m = part * length_m;
                Obstacle { name: "hinge".into(), from_m, to_m: (from_m + wide).min(length_m) }
            })
            .collect(),
        corner_m: None,
        bends_on: false,
    })
}

fn figures(strip: &Strip) -> StripFigures {
    StripFigures::of(strip, MadeFor::V12, Some(9.0))
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 150, failure_persistence: None, ..ProptestConfig::default() })]

    /// Cut only at marks, never over an obstacle, one after the other, no longer than a reel; and no clear
    /// span is left in which another mark would fit.
    #[test]
    fn pieces_end_at_marks_and_keep_clear(edges in prop::collection::vec(edge(), 1..4), mark in 20.0..120.0f64) {
        let strip = Strip { edges, mark_mm: Some(mark), reel_m: Some(1.0), ..Strip::default() };
        let figures = figures(&strip);
        let made = pieces(&strip.edges, &figures);
        for p in &made {
            let edge = &strip.edges[p.edge];
            prop_assert!(p.from_m >= -1e-9 && p.to_m() <= edge.length_m + 1e-9);
            if p.is_module {
                prop_assert!((p.length_m - figures.module_m).abs() < 1e-9);
            } else {
                let marks = p.length_m / figures.mark_m;
                prop_assert!((marks - marks.round()).abs() < 1e-6 && p.groups == marks.round() as usize);
                prop_assert!(p.length_m <= 1.0 + 1e-9 || p.groups == 1);
            }
            for o in &edge.obstacles {
                prop_assert!(p.to_m() <= o.from_m - CLEAR_M + 1e-6 || p.from_m >= o.to_m + CLEAR_M - 1e-6);
            }
        }
        for pair in made.windows(2) {
            let after = pair[1].edge > pair[0].edge || pair[1].from_m >= pair[0].to_m() - 1e-9;
            prop_assert!(after, "{pair:?}");
        }
        for (k, edge) in strip.edges.iter().enumerate().filter(|(_, e)| e.obstacles.is_empty()) {
            let fitted: f64 = made.iter().filter(|p| p.edge == k).map(|p| p.length_m).sum();
            prop_assert!(edge.length_m - fitted < figures.mark_m + 1e-9);
        }
    }

    /// A further feed never makes the dimmest group darker; what is left on the reels and what is fitted are
    /// what was opened; the way in use is even and bright enough with the least wire, or comes nearest to both.
    #[test]
    fn feeding_and_reels_add_up(edges in prop::collection::vec(edge(), 1..4), watt in 3.0..20.0f64) {
        let strip = Strip { edges, watt_per_m: Some(watt), ..Strip::default() };
        let Some(made) = plan(&strip, figures(&strip)) else { return Ok(()) };
        let cut: f64 = made.pieces.iter().filter(|p| !p.is_module).map(|p| p.length_m).sum();
        prop_assert!((made.reels as f64 * made.figures.reel_m - cut - made.left_m).abs() < 1e-6);
        let groups: usize = made.pieces.iter().map(|p| p.groups).sum();
        prop_assert!((made.power_w - watt * 0.05 * groups as f64).abs() < 1e-9);
        // With the same leads a further feed takes nothing away.
        let same = Strip { lead_mm2: Some(1.0), ..strip.clone() };
        let same = plan(&same, figures(&same)).unwrap();
        let of = |feed| same.ways.iter().find(|w| w.feed == feed);
        if let (Some(one), Some(both)) = (of(StripFeed::OneEnd), of(StripFeed::BothEnds)) {
            prop_assert!(both.evenness >= one.evenness - 1e-9);
        }
        prop_assert!(same.ways.iter().all(|w| w.lead_mm2 == 1.0));
        let used = &made.ways[0];
        let does = |w: &StripWay| w.evenness >= 0.8 && w.light >= 0.8;
        if does(used) {
            for w in made.ways.iter().filter(|w| does(w)) {
                prop_assert!(used.lead_m <= w.lead_m + 1e-9);
            }
        } else {
            let worse = |w: &StripWay| w.evenness.min(w.light);
            prop_assert!(made.ways.iter().all(|w| !does(w) && worse(w) <= worse(used) + 1e-9));
        }
        // As many leads of either pole, and each piece hangs on the one before or on the splitter.
        let poles = |plus: bool| made.leads.iter().filter(|l| l.pole.is_plus() == plus).count();
        prop_assert_eq!(poles(true), poles(false));
    }
}

/// A job with one strip of so many metres.
fn strip_job(length_m: f64, watt_per_m: f64) -> Job {
    let mut job = Job::starter("s");
    let light = &mut job.circuits[0].lights[0];
    light.count = 1;
    light.draws = LightKind::Strip { forward_v: Some(9.0) };
    light.made_for = MadeFor::V12;
    let edge = Edge { name: "rail".into(), length_m, ..Edge::default() };
    light.strip =
        Some(Strip { edges: vec![edge], watt_per_m: Some(watt_per_m), ..Strip::default() });
    job
}

/// The strip's power is the circuit's; its leads are on the cut list, its reels on the parts list.
#[test]
fn the_strip_is_in_the_circuit_and_on_the_sheet() {
    let answers = assess(&strip_job(4.02, 10.0));
    let light = &answers.circuits[0].lights[0];
    // 80 whole marks of 50 mm: 4 m of 10 W.
    assert!(light.power_text.starts_with("40 W"), "{}", light.power_text);
    let strip = light.strip.as_ref().unwrap();
    assert_eq!((strip.pieces.len(), strip.light.len()), (1, 80));
    assert!(strip.says.iter().any(|s| s.contains("1 reel of 5 m opened, 1.00 m left over")));
    assert!(strip.says.iter().any(|s| s.starts_with("400 cm²")));
    let used = &strip.ways[0];
    let leads = answers.cuts.iter().filter(|c| c.to.starts_with("strip ")).count();
    assert!(used.text.contains(&format!("{leads} leads")), "{}", used.text);
    let reels = answers.parts.iter().find(|p| p.part == "reel of strip, 5 m").unwrap();
    assert_eq!(reels.quantity, 1.0);
    assert!(!answers.parts.iter().any(|p| p.part == "LED work lamp"));
}

/// One end of a long strip fades; another feed is named with its figures.
#[test]
fn a_strip_that_fades_is_told_with_the_remedy() {
    let mut job = strip_job(5.0, 14.4);
    let strip = job.circuits[0].lights[0].strip.as_mut().unwrap();
    strip.feed = Some(StripFeed::OneEnd);
    let answers = assess(&job);
    let found = answers.findings.iter().find(|f| f.code == FindingCode::StripFades).unwrap();
    assert!(found.grade == Grade::Mind && found.remedy.starts_with("Feed it at"), "{found:?}");
    job.circuits[0].lights[0].strip.as_mut().unwrap().feed = None;
    assert!(!assess(&job).findings.iter().any(|f| f.code == FindingCode::StripFades));
}

/// Two roof rails of a van, 2.5 m each at 14.4 W/m: each edge gets leads of its own, thick enough. A plus at one end and
/// the minus from the other, over 9 m of 0.75 mm², would be as even and give half of the light. Common practice.
#[test]
fn an_even_strip_that_is_half_dark_is_not_advised() {
    let edge = |name: &str, corner_m| Edge {
        name: name.into(),
        length_m: 2.5,
        obstacles: Vec::new(),
        corner_m,
        bends_on: false,
    };
    let edges = vec![edge("left", Some(1.8)), edge("right", None)];
    let strip = Strip { edges, watt_per_m: Some(14.4), ..Strip::default() };
    let made = plan(&strip, figures(&strip)).unwrap();
    let used = &made.ways[0];
    assert!(used.light >= 0.8 && used.evenness >= 0.8, "{used:?}");
    assert!(used.lead_mm2 > 0.75 && made.figures.lead_mm2 == used.lead_mm2, "{used:?}");
    let thin = Strip { lead_mm2: Some(0.75), feed: Some(StripFeed::Diagonal), ..strip };
    let thin = plan(&thin, figures(&thin)).unwrap();
    assert!(thin.ways[0].evenness > 0.8 && thin.ways[0].light < 0.6, "{:?}", thin.ways[0]);
}

/// Short spans between obstacles take modules, long ones strip.
#[test]
fn obstacles_that_crowd_bring_modules() {
    let obstacle = |from_m: f64| Obstacle { name: "hinge".into(), from_m, to_m: from_m + 0.06 };
    let edge = Edge {
        name: "header".into(),
        length_m: 1.2,
        obstacles: vec![obstacle(0.7), obstacle(0.9)],
        corner_m: None,
        bends_on: false,
    };
    let strip = Strip { edges: vec![edge], ..Strip::default() };
    let made = pieces(&strip.edges, &figures(&strip));
    let kinds: Vec<bool> = made.iter().map(|p| p.is_module).collect();
    // 0 to 0.69 m strip; 0.77 to 0.89 m one module; 0.97 to 1.2 m, less than 0.3 m, two.
    assert_eq!(kinds, [false, true, true, true]);
    assert!(made[0].length_m > CROWDED_M && made[0].groups == 13);
}

/// By hand: 6 openings of 60 mm and 5 bars of 12 mm are 420 mm. 50 mm behind, with beams of 120 degrees, lit
/// faces stand at most 75 mm apart: 420/(60 + 75) is 3.1, so four modules, 105 mm from middle to middle.
#[test]
fn modules_behind_openings_by_hand() {
    let mut row = Backlight {
        openings: 6,
        opening_mm: 60.0,
        bar_mm: 12.0,
        height_mm: 40.0,
        depth_mm: 50.0,
        module_mm: None,
        beam_deg: None,
    };
    let made = backlight(&row);
    assert_eq!(made.row_mm, 420.0);
    assert_eq!(made.modules_mm, [52.5, 157.5, 262.5, 367.5]);
    assert!((made.gap_mm - 45.0).abs() < 1e-9 && (made.stop_cm2 - 460.0).abs() < 1e-9);
    // Less depth or a narrower beam wants more modules.
    row.depth_mm = 20.0;
    let shallow = backlight(&row).modules_mm.len();
    row.beam_deg = Some(60.0);
    assert!(shallow > 4 && backlight(&row).modules_mm.len() > shallow);
}

/// Two edges of 1 m with marks every 50 mm: cut at the corner they are two pieces with a lead between; bent on, one of
/// 2 m without solder, and the light along it has no gap.
#[test]
fn a_strip_bends_on_round_a_corner() {
    let of = |bends_on: bool, obstacles: Vec<Obstacle>| {
        let edge = |bends_on| Edge { length_m: 1.0, bends_on, ..Edge::default() };
        let mut edges = vec![edge(bends_on), edge(false)];
        edges[0].obstacles = obstacles;
        let strip = Strip { edges, mark_mm: Some(50.0), reel_m: Some(5.0), ..Strip::default() };
        plan(&strip, figures(&strip)).unwrap()
    };
    let (cut, bent) = (of(false, vec![]), of(true, vec![]));
    assert_eq!((cut.lengths(), bent.lengths()), (2, 1));
    assert_eq!((cut.fitted_m, bent.fitted_m), (2.0, 2.0));
    assert_eq!(lies_on(&bent.edges_m, &bent.pieces[0]), vec![(0, 0.0, 1.0), (1, 0.0, 1.0)]);
    let step_m: Vec<f64> = bent.along_m.windows(2).map(|p| p[1] - p[0]).collect();
    assert!(step_m.iter().all(|m| (m - 0.05).abs() < 1e-9), "{step_m:?}");
    let between =
        |plan: &StripPlan| plan.leads.iter().filter(|l| l.from != StripPoint::Splitter).count();
    assert!(between(&cut) > 0 && between(&bent) == 0);
    // A module does not bend: beside a hinge short of the corner each edge has its own.
    let hinge = Obstacle { name: "hinge".into(), from_m: 0.0, to_m: 0.85 };
    let latch =
        |plan: &StripPlan| plan.pieces.iter().map(|p| (p.edge, p.is_module)).collect::<Vec<_>>();
    assert_eq!(
        latch(&of(true, vec![hinge])),
        vec![(0, false)],
        "1.14 m from hinge to end, round the corner"
    );
}

/// Common practice: 3 mm of air between the tip and the skin behind.
#[test]
fn screws_stop_short_of_the_skin() {
    let screw =
        |length_mm: f64, behind_mm: Option<f64>| Screw { length_mm, through_mm: 9.0, behind_mm };
    assert_eq!(judge(&screw(8.0, Some(20.0)), 0.0), ScrewVerdict::TooShort { by_mm: 1.0 });
    assert_eq!(judge(&screw(25.0, None), 0.0), ScrewVerdict::Unknown { tip_mm: 16.0 });
    assert_eq!(
        judge(&screw(25.0, Some(14.0)), 0.0),
        ScrewVerdict::Hits { by_mm: 2.0, longest_mm: 20.0 }
    );
    assert_eq!(
        judge(&screw(25.0, Some(18.0)), 0.0),
        ScrewVerdict::Near { air_mm: 2.0, longest_mm: 24.0 }
    );
    assert_eq!(judge(&screw(25.0, Some(19.0)), 0.0), ScrewVerdict::Clear { air_mm: 3.0 });
    // A spacer under the foot takes up as much of it.
    assert_eq!(judge(&screw(25.0, Some(14.0)), 5.0), ScrewVerdict::Clear { air_mm: 3.0 });
    let mut job = Job::starter("s");
    for (behind, grade) in
        [(Some(10.0), Some(Grade::Stop)), (None, Some(Grade::Mind)), (Some(30.0), None)]
    {
        job.circuits[0].lights[0].screw = Some(screw(25.0, behind));
        let found = assess(&job).findings.into_iter().find(|f| f.code == FindingCode::ScrewDepth);
        assert_eq!(found.map(|f| f.grade), grade, "{behind:?}");
    }
}

/// Around a closed opening a lead reaches the far end the short way.
#[test]
fn a_closed_edge_list_shortens_the_second_lead() {
    let edge = |name: &str| Edge { name: name.into(), length_m: 1.0, ..Edge::default() };
    let mut strip = Strip {
        edges: vec![edge("a"), edge("b"), edge("c"), edge("d")],
        feed: Some(StripFeed::BothEnds),
        lead_m: Some(0.5),
        ..Strip::default()
    };
    let lead_m = |strip: &Strip| plan(strip, figures(strip)).unwrap().ways[0].lead_m;
    // Open: two leads of 0.5 m, two of 0.5 m and four edges with three corners of 0.1 m.
    assert!((lead_m(&strip) - (2.0 * 0.5 + 2.0 * (0.5 + 4.3))).abs() < 1e-9);
    strip.is_closed = true;
    assert!((lead_m(&strip) - 4.0 * 0.5).abs() < 1e-9, "{}", lead_m(&strip));
}

/// Runs that begin within a piece have their cut named by piece and mark; where two pieces meet nothing is cut.
#[test]
fn the_cuts_between_runs_are_named() {
    let edge = |length_m: f64| Edge { name: "rail".into(), length_m, ..Edge::default() };
    let mut strip = Strip {
        edges: vec![edge(3.0), edge(1.0)],
        feed: Some(StripFeed::TwoRuns),
        ..Strip::default()
    };
    let cuts = |strip: &Strip| plan(strip, figures(strip)).unwrap().run_cuts();
    // 60 and 20 groups: the second run begins behind mark 40 of the first piece.
    assert_eq!(cuts(&strip), [(1, 40)]);
    strip.edges = vec![edge(2.0), edge(2.0)];
    assert!(cuts(&strip).is_empty());
}

/// What nobody gave is usual and shown as assumed; 24 V strip has marks twice as far apart.
#[test]
fn usual_figures_are_shown_as_assumed() {
    let mut job = strip_job(2.0, 10.0);
    job.circuits[0].lights[0].strip.as_mut().unwrap().watt_per_m = None;
    let answers = assess(&job);
    let path = "circuits[0].lights[0].strip.watt_per_m";
    let found = answers.assumptions.iter().find(|a| a.path == path).unwrap();
    assert_eq!((found.value, found.unit), (12.0, "W/m"));
    let strip = Strip { edges: vec![Edge::default()], ..Strip::default() };
    let of = |made_for| StripFigures::of(&strip, made_for, None);
    assert_eq!((of(MadeFor::V12).mark_m, of(MadeFor::V24).mark_m), (0.05, 0.1));
    assert_eq!((of(MadeFor::V12).label_v, of(MadeFor::V24).label_v), (12.0, 24.0));
    // A group takes its watts at the label: 12 W/m of 50 mm is 0.6 W, 50 mA at 12 V behind 9 V and 60 ohm.
    let f = of(MadeFor::V12);
    assert!((f.group_a() - 0.05).abs() < 1e-12 && (f.group_ohm() - 60.0).abs() < 1e-9);
}

/// A file with a strip that cannot be is refused with the place of each fault.
#[test]
fn impossible_strips_are_refused_with_their_place() {
    let place = |change: &dyn Fn(&mut Strip)| {
        let mut job = strip_job(1.0, 10.0);
        change(job.circuits[0].lights[0].strip.as_mut().unwrap());
        Job::read(&job.write()).unwrap_err().to_string()
    };
    let obstacle = |from_m: f64, to_m: f64| Obstacle { name: "hinge".into(), from_m, to_m };
    for (said, wants) in [
        (place(&|s| s.edges[0].length_m = 0.0), "strip.edges[0].length_m"),
        (place(&|s| s.edges[0].obstacles.push(obstacle(0.2, 1.4))), "obstacles[0].to_m"),
        (place(&|s| s.edges[0].obstacles.push(obstacle(0.6, 0.2))), "ends before it starts"),
        (place(&|s| s.mark_mm = Some(1.0)), "strip.mark_mm"),
        (place(&|s| s.watt_per_m = Some(f64::MAX)), "strip.watt_per_m"),
        (place(&|s| s.edges = vec![s.edges[0].clone(); 25]), "more than 24 edges"),
    ] {
        assert!(said.contains(wants), "{said} for {wants}");
    }
}

/// A strip of red, green and blue: its leads are of four cores, one length, black for plus; the controller and what a
/// channel of it must bear are on the list; each point of the strip has four pads.
#[test]
fn a_strip_of_three_colours_has_leads_of_four_cores() {
    let mut job = strip_job(6.0, 14.4);
    let plain = assess(&job);
    let strip = job.circuits[0].lights[0].strip.as_mut().unwrap();
    strip.colours = Some(StripColours::Rgb);
    strip.feed = Some(StripFeed::BothEnds);
    let answers = assess(&job);
    let leads: Vec<_> = answers.cuts.iter().filter(|c| c.cable.is_some()).collect();
    assert_eq!(leads.len() % 4, 0);
    for cores in leads.chunks(4) {
        let colours: Vec<&str> = cores.iter().map(|c| c.colour.as_str()).collect();
        assert_eq!(colours, ["black", "red", "green", "blue"]);
        assert!(cores.iter().all(|c| c.length_m == cores[0].length_m && c.mark == cores[0].mark));
        for (core, pad) in cores.iter().zip(["+", "R", "G", "B"]) {
            assert!(core.to.ends_with(pad), "{}", core.to);
        }
    }
    assert_eq!(leads.iter().filter(|c| c.from.starts_with("controller")).count(), 8);
    let has = |part: &str| answers.parts.iter().any(|p| p.part.contains(part));
    // 86.4 W at 12 V: 7.2 A, 2.4 A a channel, 3 A at 80 %.
    assert!(
        has("controller for 3 colours, common plus, 3 A or more a channel"),
        "{:?}",
        answers.parts
    );
    assert!(has("splitter, 2 ways of 4 cores"), "{:?}", answers.parts);
    assert!(has("4 × "), "{:?}", answers.parts);
    assert!(plain.parts.iter().all(|p| !p.part.contains("controller")));
    // White takes the fifth core.
    let strip = job.circuits[0].lights[0].strip.as_mut().unwrap();
    strip.colours = Some(StripColours::Rgbw);
    let answers = assess(&job);
    assert_eq!(answers.cuts.iter().filter(|c| c.cable.is_some()).count() % 5, 0);
    // All lit through as many cores beside each other, the far group is brighter than on one pair.
    let evenness = |a: &Answers| {
        let strip = a.circuits[0].lights[0].strip.as_ref().unwrap();
        strip.ways.iter().find(|w| w.feed == StripFeed::OneEnd).unwrap().evenness_percent
    };
    assert!(evenness(&answers) > evenness(&plain));
}
