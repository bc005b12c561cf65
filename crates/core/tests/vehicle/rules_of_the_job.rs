//! The rules a fitter would check by hand, one by one.

use jovek_core::answers::{Answers, assess};
use jovek_core::base::grade::Grade;
use jovek_core::base::wanted::Wanted;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    Chemistry, ControlKind, FactoryCircuit, Feed, FusePractice, Job, LightKind, MeasuredDraw,
    OutputKind, Override, Probe, Reading, Signal, SwitchedSide, SystemVoltage, VehicleSide, Wish,
};
use jovek_core::plan::SupplyState;
use jovek_core::plan::feed::FeedVerdict;
use jovek_core::plan::probe;
use jovek_core::plan::probe::{Polarity, ProbeVerdict};
use jovek_core::plan::sizes::ControlChoice;
use jovek_core::plan::study::study;
use jovek_core::prove::Verdict;
use jovek_core::sizing::choice::Part;
use jovek_core::sizing::trial::Refusal;

fn demo(unit: &str) -> Job {
    crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1
}

fn finding(answers: &Answers, code: FindingCode) -> Option<&jovek_core::finding::Finding> {
    answers.findings.iter().find(|f| f.code == code)
}

fn label(answers: &Answers, part: Part) -> String {
    answers.circuits[0].choices.iter().find(|c| c.part == part).unwrap().label.clone()
}

fn probe_of(on_v: Option<f64>, off_v: Option<f64>) -> Probe {
    Probe { on_v, off_v }
}

/// Common practice, no source: battery voltage when on, none when off; 3 to 10 V means a module.
#[test]
fn probe_readings_are_judged_at_once() {
    let v12 = |on, off| probe::judge(&probe_of(on, off), SwitchedSide::Plus, SystemVoltage::V12);
    assert_eq!(v12(None, None).verdict, ProbeVerdict::NotProbed);
    assert_eq!(v12(Some(12.4), None).verdict, ProbeVerdict::Unfinished);
    assert_eq!(v12(Some(12.4), Some(0.01)).verdict, ProbeVerdict::Usable);
    assert_eq!(v12(Some(14.4), Some(0.0)).verdict, ProbeVerdict::Usable);
    for (on, off, says) in [
        (Some(6.8), Some(0.0), "pulsed"),
        (Some(12.3), Some(12.3), "always live"),
        (Some(12.3), Some(2.8), "do not tie"),
        (Some(0.02), Some(0.0), "does not follow"),
        (Some(11.0), Some(0.0), "poor joint"),
        (Some(24.9), Some(0.0), "check the meter"),
    ] {
        let answer = v12(on, off);
        assert_eq!(answer.verdict, ProbeVerdict::NotUsable, "{on:?} {off:?}");
        assert!(answer.says.contains(says), "{}", answer.says);
    }
    let reversed = v12(Some(-12.5), Some(0.0));
    assert_eq!(
        (reversed.verdict, reversed.polarity),
        (ProbeVerdict::Usable, Some(Polarity::Reversed))
    );
    let v24 =
        probe::judge(&probe_of(Some(25.1), Some(0.0)), SwitchedSide::Plus, SystemVoltage::V24);
    assert_eq!(v24.verdict, ProbeVerdict::Usable);
}

fn with_factory(output: OutputKind, existing_a: f64, lit: Wish) -> Job {
    let mut job = Job::starter("1");
    job.factory.push(FactoryCircuit {
        colour: None,
        switched: SwitchedSide::Plus,
        of: VehicleSide::Own,
        kind: jovek_core::job::FactoryKind::Lamp,
        site: None,
        survey: None,
        id: "f1".into(),
        name: "Parking lamps".into(),
        follows: Signal::Parking,
        output,
        fuse_a: Some(7.5),
        wire: Some(Conductor::Metric(100)),
        length_m: Some(3.0),
        also: Vec::new(),
        output_a: None,
        existing_a: Some(existing_a),
        probe: probe_of(Some(12.4), Some(0.0)),
    });
    job.circuits[0].lit = lit;
    job.circuits[0].lights[0].label_w = Some(6.0);
    job
}

#[test]
fn the_feed_advice_follows_wish_output_and_headroom() {
    let advised = |job: &Job| assess(job).circuits[0].feeds[0].feed.clone();
    let tie = Feed::TieIn { factory: "f1".into() };
    let own = Feed::Battery {};
    let with = Wish::With(Signal::Parking);
    assert_eq!(advised(&with_factory(OutputKind::Plain, 1.0, with.clone())), tie);
    assert_eq!(advised(&with_factory(OutputKind::Plain, 1.0, Wish::OwnSwitch)), own);
    assert_eq!(advised(&with_factory(OutputKind::Monitored, 1.0, with.clone())), own);
    assert_eq!(advised(&with_factory(OutputKind::Pulsed, 1.0, with.clone())), own);
    // 5.5 A there and 1 A more is above 80 % of 7.5 A.
    assert_eq!(advised(&with_factory(OutputKind::Plain, 5.5, with.clone())), own);
    let other = Wish::With(Signal::Brake);
    assert_eq!(advised(&with_factory(OutputKind::Plain, 1.0, other)), own);
}

#[test]
fn an_overruled_feed_is_kept_and_still_checked() {
    let mut job = with_factory(OutputKind::Plain, 7.0, Wish::With(Signal::Parking));
    job.circuits[0].feed = Some(Feed::TieIn { factory: "f1".into() });
    let answers = assess(&job);
    let used = answers.circuits[0].feeds.iter().find(|f| f.is_used).unwrap();
    assert!(!used.is_advised && used.verdict == FeedVerdict::No);
    assert_eq!(finding(&answers, FindingCode::FeedUnfit).unwrap().grade, Grade::Fix);
    assert_eq!(finding(&answers, FindingCode::FactoryFuseFull).unwrap().grade, Grade::Stop);
}

#[test]
fn an_own_circuit_without_the_wire_says_that_it_will_not_follow() {
    let mut job = with_factory(OutputKind::Monitored, 1.0, Wish::With(Signal::Brake));
    let answers = assess(&job);
    assert_eq!(finding(&answers, FindingCode::DoesNotFollow).unwrap().grade, Grade::Fix);
    // A watched wire may still trip a coil that it does not notice.
    job.circuits[0].lit = Wish::With(Signal::Parking);
    let answers = assess(&job);
    assert!(finding(&answers, FindingCode::DoesNotFollow).is_none());
    let used = answers.circuits[0].ways.iter().find(|w| w.is_used).unwrap();
    assert_eq!(used.takes.kind, Some(ControlKind::SignalRelays));
}

/// A tie-in needs no own fuse while the factory fuse protects the new wire; a thinner wire gets one.
#[test]
fn a_tie_in_is_protected_by_one_fuse_or_the_other() {
    for (fuse_a, own) in [(5.0, false), (30.0, true)] {
        let mut job = with_factory(OutputKind::Plain, 0.5, Wish::With(Signal::Parking));
        job.factory[0].fuse_a = Some(fuse_a);
        let study = study(&job);
        let sizes = &study.circuits[0].sized.chosen;
        assert_eq!(sizes.sizes.fuse.is_some(), own, "{fuse_a} A factory fuse");
        let protects = sizes.sizes.fuse.map_or(fuse_a, |f| f.rating_a);
        assert!(protects <= sizes.ampacity_a);
    }
}

/// Common practice: LED above 5 A, filament above 10 A or beyond the switch's part, gets a relay.
#[test]
fn switch_or_relay_by_load_and_kind() {
    let control = |watts: f64, kind: LightKind, wish: Option<ControlKind>| {
        let mut job = Job::starter("1");
        let light = &mut job.circuits[0].lights[0];
        (light.count, light.label_w, light.draws) = (1, Some(watts), kind);
        job.circuits[0].control.kind = wish;
        study(&job).circuits[0].sized.chosen.sizes.control
    };
    let led = LightKind::Regulated { cut_in_v: None };
    let bulb = LightKind::Incandescent {};
    assert!(matches!(control(30.0, led, None), ControlChoice::Switch { rating_a: Some(_) }));
    assert!(matches!(control(100.0, led, None), ControlChoice::Relay { is_enough: true, .. }));
    assert!(matches!(control(55.0, bulb, None), ControlChoice::Relay { is_enough: true, .. }));
    assert!(matches!(control(600.0, led, None), ControlChoice::Relay { is_enough: false, .. }));
    assert!(matches!(
        control(200.0, bulb, Some(ControlKind::Switch)),
        ControlChoice::Switch { rating_a: None }
    ));
}

/// The reason a thinner wire was refused is the governing rule.
#[test]
fn the_governing_rule_is_why_the_next_thinner_wire_fails() {
    let study = study(&demo("14"));
    let rear = &study.circuits[0].sized;
    let thinner = rear.thinner.as_ref().unwrap();
    assert!(thinner.sizes.wire.area_mm2() < rear.chosen.sizes.wire.area_mm2());
    let Some(Refusal::Drop(d)) = &thinner.refusal else { panic!("{:?}", thinner.refusal) };
    assert!(d.is_over());
    assert!(!rear.chosen.drop.is_over());
}

#[test]
fn a_fuse_far_from_the_battery_is_a_stop() {
    let mut job = demo("14");
    job.skeleton = None;
    job.circuits[0].run.supply[0].length_m = Some(0.3);
    assert_eq!(finding(&assess(&job), FindingCode::FuseFarFromBattery).unwrap().grade, Grade::Mind);
    job.circuits[0].run.supply[0].length_m = Some(0.6);
    assert_eq!(finding(&assess(&job), FindingCode::FuseFarFromBattery).unwrap().grade, Grade::Stop);
}

/// Schools: down to the load takes the smallest rating, wire only the largest that protects.
#[test]
fn the_fuse_school_changes_the_fuse_not_the_protection() {
    let mut job = demo("14");
    let rating = |job: &Job| study(job).circuits[0].sized.chosen.sizes.fuse.unwrap().rating_a;
    let down = rating(&job);
    job.shop.fuse = FusePractice::WireOnly;
    let up = rating(&job);
    assert!(up > down);
    assert!(up <= study(&job).circuits[0].sized.chosen.ampacity_a);
}

#[test]
fn label_and_meter_are_both_kept_and_the_meter_counts() {
    let mut job = Job::starter("1");
    job.circuits[0].lights[0].label_w = Some(40.0);
    let by_label = assess(&job);
    job.circuits[0].lights[0].measured =
        Some(MeasuredDraw { amps: 1.5, volts: 12.6, ..MeasuredDraw::default() });
    let by_meter = assess(&job);
    let amps = |a: &Answers| a.circuits[0].volt_lines[0].current_a;
    assert!(amps(&by_meter) < 0.55 * amps(&by_label));
    let light = &by_meter.circuits[0].lights[0];
    assert_eq!(light.difference_text.as_deref(), Some("-53 % against the label"));
    assert!(finding(&by_meter, FindingCode::LabelAgainstMeasured).is_some());
}

#[test]
fn an_override_is_shown_as_yours_and_checked() {
    let mut job = demo("14");
    job.circuits[0].overrides.wire =
        Some(Override { value: Conductor::Metric(100), reason: "on the shelf".into() });
    let answers = assess(&job);
    let wire = answers.circuits[0].choices.iter().find(|c| c.part == Part::Wire).unwrap();
    assert_eq!(wire.overruled.as_deref(), Some("on the shelf"));
    assert!(wire.says.starts_with("Your choice."));
    assert_eq!(finding(&answers, FindingCode::DropTooLarge).unwrap().grade, Grade::Fix);
    job.circuits[0].overrides.fuse_a = Some(Override { value: 30.0, reason: "spare".into() });
    assert_eq!(finding(&assess(&job), FindingCode::WireBelowFuse).unwrap().grade, Grade::Stop);
    // Kept as it was said, never raised to the next one: what is not made is told.
    let mut with_fuse = |rating_a: f64| {
        let reason = "spare".to_owned();
        job.circuits[0].overrides.fuse_a = Some(Override { value: rating_a, reason });
        let answers = assess(&job);
        let told = finding(&answers, FindingCode::NoSuchFuse).map(|f| f.grade);
        (answers.circuits[0].headline.clone(), told)
    };
    for (rating_a, told) in [(35.0, None), (33.0, Some(Grade::Fix)), (120.0, Some(Grade::Fix))] {
        let (headline, grade) = with_fuse(rating_a);
        assert!(headline.contains(&format!("{rating_a} A fuse")), "{headline}");
        assert_eq!(grade, told, "{rating_a} A");
    }
}

/// The volt line is the solved circuit: what is lost along it adds up.
#[test]
fn the_volt_line_adds_up() {
    for (name, job) in crate::common::demo_jobs() {
        for circuit in &assess(&job).circuits {
            for line in &circuit.volt_lines {
                let lost: f64 = line.elements.iter().map(|e| e.in_v - e.out_v).sum();
                let source = line.elements[0].in_v;
                assert!((lost - source).abs() < 1e-6, "{name}: {lost} V of {source} V");
                let parts = line.feed_drop_v + line.lamp_v + line.ground_drop_v;
                assert!((parts - line.battery_v).abs() < 1e-9);
                let metres: f64 = line.elements.iter().map(|e| e.to_m - e.from_m).sum();
                assert!((metres - line.length_m).abs() < 1e-9);
            }
        }
    }
}

#[test]
fn charging_is_brighter_and_a_low_battery_draws_more_through_regulated_lamps() {
    let answers = assess(&demo("14"));
    let line = |s| answers.circuits[0].volt_lines.iter().find(|l| l.state == s).unwrap();
    assert!(line(SupplyState::Charging).lamp_v > line(SupplyState::EngineOff).lamp_v);
    assert!(line(SupplyState::LowBattery).current_a > line(SupplyState::Charging).current_a);
}

fn read(job: &mut Job, check: &str, value: f64) {
    job.readings.push(Reading {
        check: check.into(),
        value,
        at: "2026-11-24T08:00:00Z".into(),
        by: "fitter".into(),
    });
}

#[test]
fn readings_are_judged_and_the_battery_narrows_the_windows() {
    let mut job = demo("14");
    let find = |a: &Answers, id: &str| a.checks.iter().find(|c| c.id.0 == id).unwrap().clone();
    let before = find(&assess(&job), "rear.lamp_v");
    assert_eq!(before.judgement.verdict, Verdict::Waiting);
    read(&mut job, "battery.on_v", 12.31);
    let answers = assess(&job);
    let after = find(&answers, "rear.lamp_v");
    assert!(after.high - after.low < before.high - before.low + 1e-9);
    assert!(after.expected < before.expected, "the measured battery is lower");
    for (value, verdict) in
        [(after.expected, Verdict::Good), (9.0, Verdict::Low), (14.4, Verdict::High)]
    {
        let mut job = job.clone();
        read(&mut job, "rear.lamp_v", value);
        assert_eq!(find(&assess(&job), "rear.lamp_v").judgement.verdict, verdict);
    }
    read(&mut job, "rear.ground_v", 0.62);
    let judged = find(&assess(&job), "rear.ground_v").judgement;
    assert_eq!(judged.verdict, Verdict::High);
    assert!(judged.says.contains("toothed washer"));
    read(&mut job, "rear.lamp_v", -12.1);
    assert!(find(&assess(&job), "rear.lamp_v").judgement.says.contains("wrong way round"));
}

/// Whatever the meter found at the battery, what is expected lies inside its own window.
#[test]
fn what_is_expected_lies_in_its_window() {
    for unit in ["14", "22", "40", "51"] {
        let n = demo(unit).vehicle.system.batteries();
        for (rest_v, on_v) in [
            (None, None),
            (Some(12.9), None),
            (Some(11.2), None),
            (None, Some(11.8)),
            (Some(12.5), Some(12.2)),
        ] {
            let mut job = demo(unit);
            for (check, v) in [("battery.rest_v", rest_v), ("battery.on_v", on_v)] {
                if let Some(v) = v {
                    read(&mut job, check, v * n);
                }
            }
            for check in &assess(&job).checks {
                assert!(
                    (check.low..=check.high).contains(&check.expected),
                    "unit {unit}, {rest_v:?} {on_v:?}: {} expects {} in {} to {}",
                    check.id,
                    check.expected,
                    check.low,
                    check.high
                );
            }
        }
    }
}

/// ISO 10133 is the default because it is the most cautious for small sizes; the schools differ.
#[test]
fn the_battery_type_and_schools_change_the_answers() {
    let mut job = demo("40");
    let volts = |job: &Job| assess(job).circuits[0].volt_lines[0].battery_v;
    let flooded = volts(&job);
    job.supply.battery.chemistry = Chemistry::Lifepo4;
    assert!(volts(&job) > flooded + 1.0, "LiFePO4 rests higher");
    job.supply.battery.chemistry = Chemistry::Flooded;
    assert_eq!(label(&assess(&job), Part::Wire), "4 mm²");
    job.shop.drop = jovek_core::job::DropLimit::TenPercent;
    assert_eq!(label(&assess(&job), Part::Wire), "1.5 mm²");
}

#[test]
fn a_new_job_has_its_fuse_where_it_belongs() {
    let code = FindingCode::FuseFarFromBattery;
    assert!(finding(&assess(&Job::starter("1")), code).is_none());
}

#[test]
fn the_next_question_is_about_something_assumed() {
    let job = Job::starter("1");
    let answers = assess(&job);
    let question =
        jovek_core::question::most_important(&job, &answers, &Wanted::default()).unwrap();
    assert!(answers.assumptions.iter().any(|a| a.path == question.path));
    assert!(!question.matters.is_empty());
    let known = demo("14");
    assert!(
        jovek_core::question::most_important(&known, &assess(&known), &Wanted::default()).is_none()
    );
}
