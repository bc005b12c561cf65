//! What steps name: the parts and places that there are, what cures, what holds a lamp, whose switch it is.

use crate::common::bench::{job as bench, switch, with};
use jiff::Timestamp;
use jovek_core::answers::{Answers, assess};
use jovek_core::base::grade::Grade;
use jovek_core::export::{Format, export};
use jovek_core::job::{
    Adhesive, ControlKind, Feed, HeldBy, Job, JointPractice, LampEnd, LampLead, LampPlace, Mark,
    Reading, ReturnKind, Signal, SwitchSeat, Wish,
};
use jovek_core::plan::study::study;
use jovek_core::plan::switching_options::standby_a;
use jovek_core::record::as_built;
use jovek_core::work::{MarkError, StepAnswer, marked, steps, work};

fn now() -> Timestamp {
    "2026-11-26T08:00:00Z".parse().unwrap()
}

/// A step names what there is: no connectors for bare leads, no relay where a switch carries the lamps, no fuse where
/// the factory's own protects, each way back by its name; a factory wire is cut only where the joint needs it.
#[test]
fn steps_name_what_there_is() {
    let what = |job: &Job, of: &str| {
        let made = steps(job, &study(job), &assess(job));
        made.into_iter().find(|s| s.id.0 == format!("{of}.c1")).map(|s| s.what)
    };
    let mut own = bench(&[], Wish::OwnSwitch, None);
    assert_eq!(what(&own, "hardware").unwrap(), "Lamps: fuse holder, switch");
    assert_eq!(what(&own, "plug").unwrap(), "Lamps: 2 connectors");
    assert_eq!(what(&own, "ground").unwrap(), "Lamps: ground");
    own.circuits[0].control.kind = Some(ControlKind::Relay);
    assert_eq!(what(&own, "hardware").unwrap(), "Lamps: fuse holder, relay, switch");
    own.circuits[0].lights[0].lead =
        Some(LampLead { ends: LampEnd::Bare, length_m: Some(0.3), wire: None });
    assert_eq!(what(&own, "plug"), None);
    for (kind, name) in [
        (ReturnKind::BatteryNegative, "return to battery negative"),
        (ReturnKind::GroundBus, "ground bus"),
    ] {
        own.circuits[0].control.kind = None;
        own.circuits[0].run.return_by = kind;
        assert_eq!(what(&own, "ground").unwrap(), format!("Lamps: {name}"));
    }

    let mut tied = bench(&[("park", Signal::Parking)], with(Signal::Parking), None);
    tied.circuits[0].lights[0].label_w = Some(3.0);
    tied.circuits[0].feed = Some(Feed::TieIn { factory: "park".into() });
    tied.factory[0].fuse_a = Some(7.5);
    assert_eq!(what(&tied, "hardware"), None);
    assert!(!what(&tied, "test").unwrap().contains("fuse"), "{:?}", what(&tied, "test"));
    let cuts = |job: &Job| {
        let made = steps(job, &study(job), &assess(job));
        let mut lines = made.into_iter().flat_map(|s| s.how);
        lines.any(|l| l.starts_with("cut the wire of wire park here"))
    };
    for (joint, is_cut) in
        [(JointPractice::Crimp, true), (JointPractice::Tap, false), (JointPractice::PlugIn, false)]
    {
        tied.shop.joint = joint;
        assert_eq!(cuts(&tied), is_cut, "{joint:?}");
    }
}

/// A circuit with readings left counts as done only with a reason, which the record keeps; with every reading in its
/// window nobody is asked.
#[test]
fn a_circuit_with_readings_left_is_done_only_with_a_reason() {
    let mut job = bench(&[], Wish::OwnSwitch, None);
    let test = loop {
        let next = work(&job, now()).next.expect("a step");
        if next.0.starts_with("test.") {
            break next;
        }
        job = marked(&job, (&next, Mark::Done, ""), now(), "Ada").unwrap();
    };
    let open = |job: &Job| {
        let sheet = work(job, now());
        sheet.steps.into_iter().find(|s| s.step.id == test).unwrap().open
    };
    let left = open(&job);
    assert!(left.iter().any(|l| l.starts_with("not read: ")), "{left:?}");
    for why in ["", "  "] {
        let refused = marked(&job, (&test, Mark::Done, why), now(), "Ada").unwrap_err();
        assert!(matches!(refused, MarkError::Open { .. }), "{refused}");
    }
    // Begun it may be without a word.
    assert!(marked(&job, (&test, Mark::Start, ""), now(), "Ada").is_ok());
    let done = marked(&job, (&test, Mark::Done, "meter in repair"), now(), "Ada").unwrap();
    assert_eq!(Job::read(&done.write()).unwrap(), done);
    let record = as_built(&done, now());
    assert_eq!(record.done_open.len(), 1);
    assert!(record.done_open[0].ends_with("Why: meter in repair"), "{:?}", record.done_open);
    // Read as expected, it closes by itself.
    let mut read = job.clone();
    let wanted = assess(&read).checks;
    let own = wanted.iter().filter(|c| c.circuit.as_ref().is_some_and(|c| test.0.ends_with(&c.0)));
    for check in own {
        read.readings.push(Reading {
            check: check.id.clone(),
            value: check.expected,
            at: now().to_string(),
            by: "Ada".into(),
        });
    }
    assert_eq!(open(&read), Vec::<String>::new());
    let closed = marked(&read, (&test, Mark::Done, "no matter"), now(), "Ada").unwrap();
    assert!(as_built(&closed, now()).done_open.is_empty());
}

/// Each adhesive rests as long as it needs: what is aimed or closed behind it waits for silicone overnight, for tape 20
/// minutes. Common practice, no source.
#[test]
fn each_adhesive_has_its_own_rest() {
    let rest = |adhesive: Option<Adhesive>| {
        let mut job = bench(&[], Wish::OwnSwitch, None);
        let light = &mut job.circuits[0].lights[0];
        (light.is_stuck, light.adhesive) = (true, adhesive);
        light.lead = Some(LampLead { ends: LampEnd::Bare, ..LampLead::default() });
        let steps = work(&job, now()).steps;
        let join = steps.iter().find(|s| s.step.id.0 == "join.c1").unwrap();
        let mount = steps.iter().find(|s| s.step.id.0 == "mount.c1").unwrap();
        let after = join.step.after.iter().find(|a| a.step == mount.step.id);
        (after.map_or(0.0, |a| a.rest_min), mount.step.how.join("; "))
    };
    for (adhesive, rest_min, says) in [
        (None, 720.0, "overnight"),
        (Some(Adhesive::Silicone), 720.0, "overnight"),
        (Some(Adhesive::Tape), 20.0, "tape is a clamp, not a fixing"),
        (Some(Adhesive::HotMelt), 10.0, "hot melt sets in minutes"),
    ] {
        let (min, how) = rest(adhesive);
        assert_eq!(min, rest_min, "{adhesive:?}");
        assert!(how.contains(says) && how.contains("isopropyl"), "{how}");
    }
}

/// What holds a lamp shows in its steps and parts: no hole through the roof for a beacon on a magnet, a grommet bought
/// for each lamp that sits in one, a spacer in place of a cut trim. Common practice, no source.
#[test]
fn what_holds_a_lamp_is_in_its_steps() {
    let of = |change: &dyn Fn(&mut jovek_core::job::Light)| {
        let mut job = bench(&[], Wish::OwnSwitch, None);
        change(&mut job.circuits[0].lights[0]);
        let parts = assess(&job).parts;
        (work(&job, now()).steps, parts)
    };
    let how = |steps: &[StepAnswer], id: &str| {
        steps.iter().find(|s| s.step.id.0 == id).map(|s| s.step.how.join("; "))
    };
    let (steps, _) = of(&|l| l.place = Some(LampPlace::Roof));
    assert!(how(&steps, "roof.c1").is_some());
    let (steps, _) = of(&|l| {
        l.place = Some(LampPlace::Roof);
        l.held_by = Some(HeldBy::Magnet);
    });
    assert!(how(&steps, "roof.c1").is_none(), "no hole for a magnet");
    let mount = steps.iter().find(|s| s.step.id.0 == "mount.c1").unwrap();
    assert!(mount.step.minutes < 10.0 && !mount.step.how.join(" ").contains("screws"));
    assert!(mount.step.cautions.iter().any(|c| c.contains("A magnet is not a fixing")));
    let (steps, parts) = of(&|l| l.held_by = Some(HeldBy::RubberGrommet));
    assert!(how(&steps, "mount.c1").unwrap().contains("soapy water"));
    let grommets = parts.iter().find(|p| p.part.starts_with("rubber grommet for")).unwrap();
    let lamps = bench(&[], Wish::OwnSwitch, None).circuits[0].lights[0].count;
    assert_eq!(grommets.quantity, f64::from(lamps));
    let (steps, parts) = of(&|l| l.spacer_mm = Some(8.0));
    assert!(how(&steps, "mount.c1").unwrap().contains("spacers of 8 mm; no trim is cut"));
    assert!(parts.iter().any(|p| p.part.starts_with("set of spacers 8 mm")));
}

/// A switch takes the place of a blank; only where none is free a hole is cut, before the switch goes in.
#[test]
fn a_switch_takes_the_place_of_a_blank() {
    let of = |seat| {
        let mut job = bench(&[], Wish::OwnSwitch, None);
        job.circuits[0].control.seat = seat;
        work(&job, now()).steps
    };
    let steps = of(None);
    let hardware = steps.iter().find(|s| s.step.id.0 == "hardware.c1").unwrap();
    assert!(hardware.step.how.iter().any(|h| h.starts_with("a blank comes out")));
    assert!(steps.iter().all(|s| !s.step.id.0.starts_with("switch-hole")));
    let steps = of(Some(SwitchSeat::NewHole));
    let at = |id: &str| steps.iter().position(|s| s.step.id.0 == id).unwrap();
    assert!(at("switch-hole.c1") < at("hardware.c1"));
    let hole = &steps[at("switch-hole.c1")].step;
    assert!(hole.cautions.iter().any(|c| c.contains("airbags")));
}

/// A controller box draws at rest what was measured; nothing else of it changes.
#[test]
fn a_box_at_rest_draws_what_was_measured() {
    let rest_ma = |standby_ma| -> f64 {
        let mut job = bench(&[], Wish::OwnSwitch, None);
        job.circuits[0].control.kind = Some(ControlKind::Controller);
        job.circuits[0].control.standby_ma = standby_ma;
        let study = study(&job);
        let (chain, _) = study.parts()[0];
        1000.0 * standby_a(chain.switching.as_ref().unwrap()).unwrap()
    };
    assert_eq!(rest_ma(None), 5.0);
    assert!((rest_ma(Some(32.0)) - 32.0).abs() < 1e-9);
}

/// A box that is switched by radio stands in the feed by itself: no relay, no socket, no panel switch is bought beside it,
/// its electronics have a ground wire of their own, and its output bears the lamps at 80 %.
#[test]
fn a_box_that_is_switched_by_radio_is_the_switch() {
    let mut job = bench(&[], Wish::OwnSwitch, None);
    job.circuits[0].lights[0].label_w = Some(54.0);
    job.circuits[0].control.kind = Some(ControlKind::Controller);
    let answers = assess(&job);
    let parts: Vec<&str> = answers.parts.iter().map(|p| p.part.as_str()).collect();
    // Twice 54 W at 11.5 V and above: some 9.4 A, and 10 A bears 8 of them.
    assert!(parts.contains(&"controller box with radio remote, 20 A or more"), "{parts:?}");
    assert!(parts.iter().all(|p| !p.contains("relay") && !p.contains("switch")), "{parts:?}");
    let ends = |end: &str| answers.cuts.iter().filter(|c| c.from == end || c.to == end).count();
    for end in ["controller box in", "controller box out", "controller box -"] {
        assert_eq!(
            ends(end),
            1,
            "{end}: {:?}",
            answers.cuts.iter().map(|c| (&c.from, &c.to)).collect::<Vec<_>>()
        );
    }
    assert!(answers.findings.iter().all(|f| f.grade != Grade::Stop), "{:?}", answers.findings);
    let how = steps(&job, &study(&job), &answers);
    let hardware = how.iter().find(|s| s.id.0 == "hardware.c1").unwrap();
    assert!(hardware.what.ends_with("fuse holder, controller box"), "{}", hardware.what);
    assert!(hardware.how.iter().any(|h| h.contains("pair the remote")));
    assert!(hardware.how.iter().all(|h| !h.contains("blank") && !h.contains("symbol")));
    // Two lamps branch at splices of ours: no splitter besides.
    assert!(parts.iter().all(|p| !p.contains("splitter")), "{parts:?}");
    let drawn = export(&job, Format::DiagramSvg, None).unwrap();
    assert!(!drawn.contains("symbol of the switch") && drawn.contains("controller box"));
    assert!(!answers.circuits[0].has_own_switch);
}

/// A lit symbol wants a third terminal: its ground is cut, is a wire of the network, and its switch is bought with it. By
/// hand: 10 mA at 12 V, so the lamps' fuse and wire stay what they were.
#[test]
fn a_lit_switch_has_a_ground_of_its_own() {
    for kind in [ControlKind::Switch, ControlKind::Relay] {
        let mut job = bench(&[], Wish::OwnSwitch, None);
        job.circuits[0].control.kind = Some(kind);
        let plain = assess(&job);
        job.circuits[0].control.lit_switch = true;
        let lit = assess(&job);
        assert_eq!(lit.cuts.len(), plain.cuts.len() + 1, "{kind:?}");
        let ground = lit.cuts.iter().find(|c| c.from.contains("symbol -")).unwrap();
        assert!(ground.role.is_return() && ground.to.contains("stud"), "{ground:?}");
        assert!(lit.parts.iter().any(|p| p.part.contains("lit symbol")), "{kind:?}");
        let labels =
            |a: &Answers| a.circuits[0].choices.iter().map(|c| c.label.clone()).collect::<Vec<_>>();
        assert_eq!(labels(&plain), labels(&lit));
        let how = steps(&job, &study(&job), &lit);
        let hardware = how.iter().find(|s| s.id.0 == "hardware.c1").unwrap();
        assert!(hardware.how.iter().any(|h| h.contains("ground terminal")));
        assert!(lit.circuits[0].has_own_switch);
        let drawn = export(&job, Format::DiagramSvg, None).unwrap();
        let wire = ground.label.rsplit('-').next().unwrap();
        assert!(drawn.contains("symbol of the switch") && drawn.contains(&format!(">{wire} ")));
    }
    // A switch that several circuits share is none of its own: nothing is promised that is not cut.
    let mut job = bench(&[], switch("on-off"), None);
    job.circuits[0].control.lit_switch = true;
    let shared = assess(&job);
    assert!(!shared.circuits[0].has_own_switch);
    assert!(shared.cuts.iter().all(|c| !c.from.contains("symbol -")));
    assert!(shared.parts.iter().all(|p| !p.part.contains("lit symbol")));
    let how = steps(&job, &study(&job), &shared);
    assert!(how.iter().all(|s| s.how.iter().all(|h| !h.contains("ground terminal"))));
}
