//! Bays: gates held over several vehicles, people and days; hours kept; minutes learned; repairs and codings.

use crate::common::demo_jobs;
use jiff::Timestamp;
use jovek_core::defaults::fresh;
use jovek_core::job::{Coding, Job, Mark, StepMark};
use jovek_core::work::bays::{BayPlan, Break, Day, Hand, Pace, Shopfloor, Skill, Workshop, plan};
use jovek_core::work::learn::{expected_min, learn};
use jovek_core::work::{marked, work};
use proptest::prelude::*;
use std::collections::BTreeMap;

pub(crate) fn now() -> Timestamp {
    "2026-03-02T06:00:00Z".parse().unwrap()
}

pub(crate) fn shop(bays: usize, people: usize) -> Shopfloor {
    let workshop = Workshop { bays, zone: Some("UTC".into()), ..Workshop::default() };
    Shopfloor {
        workshop: workshop.with_people(people),
        from: "2026-03-02".parse().unwrap(),
        ready_by: None,
    }
}

pub(crate) fn jobs() -> Vec<Job> {
    demo_jobs().into_iter().map(|(_, j)| Job { work: Vec::new(), ..j }).collect()
}

/// Every gate of every vehicle, the hours, one thing at a time for each person, one vehicle for each bay.
pub(crate) fn check(jobs: &[Job], plan: &BayPlan) -> Result<(), String> {
    for (v, job) in jobs.iter().enumerate().filter(|(_, j)| j.record.signature().is_none()) {
        let steps = work(job, now()).steps;
        for s in &steps {
            let mine = plan.steps.iter().find(|p| p.vehicle == v && p.step == s.step.id.0);
            let mine = mine.ok_or_else(|| format!("{}: {} is missing", job.unit, s.step.id))?;
            for after in &s.step.after {
                let before = plan.steps.iter().find(|p| p.vehicle == v && p.step == after.step.0);
                let before = before.ok_or("a need is missing")?;
                let gap = mine.starts.duration_since(before.ends).as_secs_f64() / 60.0;
                if gap < after.rest_min - 2.0 {
                    return Err(format!(
                        "{} of {} after {gap} min of {}",
                        s.step.id, job.unit, after.rest_min
                    ));
                }
            }
            let (open, close) = (mine.starts.time(), mine.ends.time());
            if i32::from(open.hour()) * 60 + i32::from(open.minute()) < 449
                || i32::from(close.hour()) * 60 + i32::from(close.minute()) > 991
            {
                return Err(format!("{} from {open} to {close}", s.step.id));
            }
        }
    }
    for (i, a) in plan.steps.iter().enumerate() {
        for b in &plan.steps[i + 1..] {
            let overlap = (a.ends.min(b.ends)).duration_since(a.starts.max(b.starts)).as_mins();
            if a.person == b.person && overlap > 1 {
                return Err(format!("person {} does {} and {}", a.person, a.step, b.step));
            }
        }
    }
    for (i, a) in plan.stays.iter().enumerate() {
        for b in &plan.stays[i + 1..] {
            let apart = a.bay != b.bay || a.ends <= b.starts || b.ends <= a.starts;
            if !apart {
                return Err(format!("units {} and {} in bay {}", a.unit, b.unit, a.bay));
            }
        }
    }
    Ok(())
}

#[test]
fn a_bay_plan_breaks_no_gate_and_keeps_its_hours() {
    let jobs = jobs();
    for (bays, people) in [(1, 1), (2, 1), (2, 2), (3, 4)] {
        let plan = plan(&jobs, &shop(bays, people), &Pace::default(), now()).unwrap();
        check(&jobs, &plan).unwrap_or_else(|e| panic!("{bays} bays, {people} people: {e}"));
        // A signed vehicle is not planned again; all others are.
        assert_eq!(plan.stays.len(), jobs.len() - 1);
    }
}

#[test]
fn more_people_are_never_much_slower_and_one_cannot_beat_the_work_itself() {
    let jobs = jobs();
    let last = |bays, people| {
        let plan = plan(&jobs, &shop(bays, people), &Pace::default(), now()).unwrap();
        plan.stays.iter().map(|s| s.ends).max().unwrap()
    };
    assert!(last(4, 4) < last(1, 1));
    let one = plan(&jobs, &shop(2, 1), &Pace::default(), now()).unwrap();
    let minutes: f64 = one.steps.iter().map(|s| s.minutes).sum();
    let days = minutes / 540.0;
    let used = (last(2, 1).date() - one.steps[0].starts.date()).get_days() as f64 + 1.0;
    assert!(used >= days.floor(), "{used} days for {days} days of work");
}

/// A vehicle that is nearly done leaves: its hand-over does not wait for all the work on those that came after it, and
/// the one that came first is out as soon as if nobody had come after it, but for what was begun meanwhile.
#[test]
fn nobody_keeps_a_bay_for_the_last_step() {
    let jobs = jobs();
    type Clock = jiff::civil::DateTime;
    let hours = |from: Clock, to: Clock| to.duration_since(from).as_secs_f64() / 3600.0;
    for (bays, people) in [(2, 1), (3, 1), (4, 1), (3, 2), (4, 2)] {
        let found = plan(&jobs, &shop(bays, people), &Pace::default(), now()).unwrap();
        for stay in &found.stays {
            let mut own: Vec<_> =
                found.steps.iter().filter(|s| s.vehicle == stay.vehicle).collect();
            own.sort_by_key(|s| s.starts);
            let [.., before, last] = own.as_slice() else { continue };
            let waits_h = hours(before.ends, last.starts) - before.rest_min / 60.0;
            // A night, or a weekend.
            assert!(
                waits_h < 64.0,
                "{bays} bays: {} waits {waits_h} h for {}",
                stay.unit,
                last.what
            );
        }
        let first = found.stays.iter().min_by_key(|s| s.vehicle).unwrap();
        let alone =
            plan(&jobs[..=first.vehicle], &shop(bays, people), &Pace::default(), now()).unwrap();
        let late_h = hours(alone.stays[0].ends, first.ends);
        assert!(late_h < 24.0, "{bays} bays, {people} people: {} is {late_h} h late", first.unit);
    }
}

#[test]
fn what_cures_does_so_overnight() {
    let job = jobs().into_iter().find(|j| j.unit == "14").unwrap();
    let plan = plan(&[job], &shop(1, 1), &Pace::default(), now()).unwrap();
    let glued = plan.steps.iter().find(|s| s.rest_min >= 600.0).expect("something cures");
    let closed = plan.steps.iter().find(|s| s.step == "trims-on").unwrap();
    assert!(closed.starts.date() > glued.ends.date(), "{} and {}", glued.ends, closed.starts);
    assert!(
        plan.text.starts_with("1 vehicle in 1 bay, 1 person, done on 2026-03-"),
        "{}",
        plan.text
    );
}

#[test]
fn a_shop_without_hours_or_people_is_refused() {
    let jobs = jobs();
    let usual = || shop(1, 1).workshop;
    let a_break =
        |from_min, to_min| Workshop { breaks: vec![Break { from_min, to_min }], ..usual() };
    for bad in [
        usual().with_people(0),
        Workshop { bays: 99, ..usual() },
        Workshop { opens_min: 900, closes_min: 600, ..usual() },
        Workshop { days: Vec::new(), ..usual() },
        Workshop { zone: Some("Fen/Halt_Lane".into()), ..usual() },
        a_break(400, 460),
        a_break(600, 590),
        a_break(450, 960),
    ] {
        let said = plan(&jobs, &Shopfloor { workshop: bad, ..shop(1, 1) }, &Pace::default(), now());
        assert!(said.is_err(), "{said:?}");
    }
    let none = plan(&[], &shop(1, 1), &Pace::default(), now()).unwrap();
    assert!(none.stays.is_empty() && none.text.contains("Nothing waits"));
}

/// A shop that takes twice as long as planned is believed, the more the oftener it was timed.
#[test]
fn minutes_are_learned_from_what_was_timed() {
    let base = jobs().into_iter().find(|j| j.unit == "51").unwrap();
    let first = work(&base, now()).steps[0].step.clone();
    let timed = |job: &Job, minutes: i64| {
        let start = now();
        let end = start + jiff::SignedDuration::from_mins(minutes);
        let begun = marked(job, (&first.id, Mark::Start, "tried"), start, "Ines").unwrap();
        marked(&begun, (&first.id, Mark::Done, "tried"), end, "Ines").unwrap()
    };
    let slow = (2.0 * first.minutes) as i64;
    let one = learn([&timed(&base, slow)]);
    let many: Vec<Job> = (0..10).map(|_| timed(&base, slow)).collect();
    let many = learn(&many);
    let expected = |l| expected_min(l, &first.id.0, first.minutes) / first.minutes;
    assert!(expected(&one) > 1.2 && expected(&one) < 1.5, "{}", expected(&one));
    assert!(expected(&many) > 1.7 && expected(&many) <= 2.0, "{}", expected(&many));
    assert_eq!(expected_min(&one, "no.such", 10.0), 10.0);
    // A step that was begun in the evening and marked in the morning was forgotten, not timed.
    assert!(learn([&timed(&base, 14 * 60)]).is_empty());
}

/// Common practice, no source: loosen, neutralise, dry, protect, seal; a bit is set once.
#[test]
fn repairs_and_codings_bring_their_steps() {
    let mut job = jobs().into_iter().find(|j| j.unit == "14").unwrap();
    job.repairs = vec!["Tail lamp plug, left".into()];
    let coding = |bit, is_set| Coding {
        module: "Door module, puddle lamp".into(),
        bit,
        is_set,
        before: 130.into(),
        ..fresh().coding
    };
    job.record.coding = vec![coding(6, true), coding(1, true), coding(6, false)];
    let steps: Vec<_> = work(&job, now()).steps.into_iter().map(|s| s.step).collect();
    let at =
        |id: &str| steps.iter().position(|s| s.id.0 == id).unwrap_or_else(|| panic!("no {id}"));
    let order =
        ["loosen", "neutralise", "dry", "protect", "seal"].map(|p| at(&format!("repair.1.{p}")));
    assert!(order.windows(2).all(|w| w[0] < w[1]), "{order:?}");
    assert!(at("battery-off") < order[0] && order[4] < at("battery-on"));
    let protect = &steps[order[3]];
    assert!(protect.after.iter().any(|a| a.step.0 == "repair.1.dry" && a.rest_min >= 60.0));
    assert!(steps[order[0]].cautions.iter().any(|c| c.contains("goggles")));
    let how = |k: usize| steps[at(&format!("code.{k}"))].how.join(" ");
    assert!(how(1).contains("130") && how(1).contains("write 194"), "{}", how(1));
    assert!(
        how(2).contains("not to be written") && how(2).contains("set in 130 already"),
        "{}",
        how(2)
    );
    assert!(how(3).contains("not to be written"), "{}", how(3));
    assert!(at("code.1") > at("battery-on"));
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 12, ..ProptestConfig::default() })]

    /// Whatever shop and whatever was done already: no gate is broken.
    #[test]
    fn no_gate_is_broken_in_any_shop(
        bays in 1usize..4,
        people in 1usize..4,
        opens in 300u32..600,
        long in 240u32..600,
        done in 0usize..12,
    ) {
        let mut job = jobs().into_iter().find(|j| j.unit == "51").unwrap();
        let steps = work(&job, now()).steps;
        for s in steps.iter().take(done) {
            job.work.push(StepMark { step: s.step.id.clone(), mark: Mark::Done, at: "2026-03-01T08:00:00Z".into(), by: "Ines".into(), left_open: Vec::new(), why: String::new() });
        }
        let asked = shop(bays, people);
        let workshop = Workshop { opens_min: opens, closes_min: opens + long, ..asked.workshop };
        let shop = Shopfloor { workshop, ..asked };
        let made = plan(&[job.clone(), job.clone()], &shop, &Pace::default(), now()).unwrap();
        for v in 0..2 {
            for s in &work(&job, now()).steps {
                let Some(mine) = made.steps.iter().find(|p| p.vehicle == v && p.step == s.step.id.0) else {
                    prop_assert!(s.state == jovek_core::work::StepState::Done);
                    continue;
                };
                for a in &s.step.after {
                    if let Some(before) = made.steps.iter().find(|p| p.vehicle == v && p.step == a.step.0) {
                        let gap = mine.starts.duration_since(before.ends).as_secs_f64() / 60.0;
                        prop_assert!(gap >= a.rest_min - 2.0, "{} {gap}", s.step.id);
                    }
                }
            }
        }
    }
}

/// With breaks and closed days nobody works in them; what is longer than what is left goes over the break.
#[test]
fn breaks_and_closed_days_are_kept() {
    let jobs = jobs();
    let usual = shop(2, 2);
    let noon = Break { from_min: 720, to_min: 765 };
    let closed = "2026-03-03".parse().unwrap();
    let workshop = Workshop {
        breaks: vec![noon],
        holidays: vec![closed],
        days: vec![Day::Monday, Day::Tuesday, Day::Wednesday, Day::Thursday],
        ..usual.workshop.clone()
    };
    let asked = Shopfloor { workshop, ..usual.clone() };
    let found = plan(&jobs, &asked, &Pace::default(), now()).unwrap();
    check(&jobs, &found).unwrap();
    let at_noon = |t: jiff::civil::DateTime| {
        let minute = f64::from(t.hour()) * 60.0 + f64::from(t.minute());
        minute > 720.5 && minute < 764.5
    };
    for step in &found.steps {
        assert!(!at_noon(step.starts) && !at_noon(step.ends), "{step:?}");
        for day in [step.starts.date(), step.ends.date()] {
            assert_ne!(day, closed);
            assert_ne!(day.weekday(), jiff::civil::Weekday::Friday);
        }
        let clock = step.ends.duration_since(step.starts).as_secs_f64() / 60.0;
        let over_noon = step.starts.hour() < 12 && step.ends.hour() >= 12;
        let pause = if over_noon && step.starts.date() == step.ends.date() { 45.0 } else { 0.0 };
        assert!((clock - pause - step.minutes).abs() < 1.5, "{step:?}");
    }
    assert!(found.steps.iter().any(|s| s.starts.hour() < 12 && s.ends.hour() >= 13));
    let plain = plan(&jobs, &usual, &Pace::default(), now()).unwrap();
    let last = |plan: &BayPlan| plan.stays.iter().map(|s| s.ends).max();
    assert!(last(&found) > last(&plain));
}

/// Nobody does what they may not do, and work that nobody may do is named.
#[test]
fn people_do_what_they_may() {
    let jobs: Vec<Job> = jobs().into_iter().filter(|j| j.unit == "14" || j.unit == "40").collect();
    let hand = |name: &str, may: &[Skill]| Hand { name: name.into(), may: may.to_vec() };
    let usual = shop(2, 1);
    let with = |hands: Vec<Hand>| Shopfloor {
        workshop: Workshop { hands, ..usual.workshop.clone() },
        ..usual.clone()
    };
    let both = with(vec![hand("Ines", &[]), hand("Tamsin", &[Skill::Bodywork, Skill::Readings])]);
    let found = plan(&jobs, &both, &Pace::default(), now()).unwrap();
    check(&jobs, &found).unwrap();
    let hers: Vec<_> = found.steps.iter().filter(|s| s.who == "Tamsin").collect();
    assert!(hers.len() > 5, "she is asked first for what she may do");
    assert!(hers.iter().all(|s| matches!(Skill::of(&s.step), Skill::Bodywork | Skill::Readings)));
    let said =
        plan(&jobs, &with(vec![hand("Tamsin", &[Skill::Bodywork])]), &Pace::default(), now());
    let said = said.unwrap_err().to_string();
    assert!(said.contains("nobody of the workshop may do this: "), "{said}");
}

/// A plan that is made in the afternoon begins in the afternoon, by the shop's own clock.
#[test]
fn a_plan_begins_now_by_the_shops_own_clock() {
    let job = jobs().into_iter().find(|j| j.unit == "14").unwrap();
    let in_zone = |zone: &str, now: &str| {
        let usual = shop(1, 1);
        let workshop = Workshop { zone: Some(zone.into()), ..usual.workshop };
        let asked = Shopfloor { workshop, ..usual };
        let found =
            plan(std::slice::from_ref(&job), &asked, &Pace::default(), now.parse().unwrap())
                .unwrap();
        found.steps[0].starts.to_string()
    };
    assert_eq!(in_zone("UTC", "2026-03-02T06:00:00Z"), "2026-03-02T07:30:00");
    assert_eq!(in_zone("UTC", "2026-03-02T13:00:00Z"), "2026-03-02T13:00:00");
    // One o'clock in Greenwich is 02:00 of the next day at +13:00: the first day is over, and work begins at half past seven.
    assert_eq!(in_zone("Pacific/Tongatapu", "2026-03-02T13:00:00Z"), "2026-03-03T07:30:00");
    assert_eq!(in_zone("America/Denver", "2026-03-02T16:00:00Z"), "2026-03-02T09:00:00");
}

/// What cures does so by the shop's own clock too: glue that was set at 15:00 at +13:00 holds for its twelve hours.
#[test]
fn a_cure_is_not_skipped_in_another_zone() {
    let mut job = jobs().into_iter().find(|j| j.unit == "14").unwrap();
    let start: Timestamp = "2026-03-02T00:00:00Z".parse().unwrap();
    let steps = work(&job, start).steps;
    let long = steps.iter().flat_map(|s| s.step.after.iter().map(move |a| (s, a)));
    let (_, gate) = long.clone().find(|(_, a)| a.rest_min >= 600.0).expect("something cures");
    let glued = gate.step.clone();
    let at = steps.iter().position(|s| s.step.id == glued).unwrap();
    let done: Timestamp = "2026-03-02T02:00:00Z".parse().unwrap();
    for s in &steps[..=at] {
        job.work.push(StepMark {
            step: s.step.id.clone(),
            mark: Mark::Done,
            at: done.to_string(),
            by: "Ines".into(),
            left_open: Vec::new(),
            why: String::new(),
        });
    }
    for zone in ["UTC", "Pacific/Tongatapu", "America/Denver"] {
        let usual = shop(1, 1);
        let workshop = Workshop { zone: Some(zone.into()), ..usual.workshop };
        let asked = Shopfloor { workshop, from: "2026-03-01".parse().unwrap(), ready_by: None };
        let found = plan(std::slice::from_ref(&job), &asked, &Pace::default(), done).unwrap();
        let clock = jiff::tz::TimeZone::get(zone).unwrap();
        for (step, gate) in steps.iter().flat_map(|s| s.step.after.iter().map(move |a| (s, a))) {
            if gate.step != glued || gate.rest_min < 600.0 {
                continue;
            }
            let Some(mine) = found.steps.iter().find(|p| p.step == step.step.id.0) else {
                continue;
            };
            let began = mine.starts.to_zoned(clock.clone()).unwrap().timestamp();
            let waited_min = began.duration_since(done).as_secs_f64() / 60.0;
            assert!(waited_min >= gate.rest_min - 1.0, "{zone}: {} after {waited_min}", mine.step);
        }
    }
}

/// The bound is no later than any plan, and the day that all is wanted is told from both sides.
#[test]
fn a_plan_stands_beside_its_bound_and_its_day() {
    let jobs = jobs();
    for (bays, people) in [(1, 1), (2, 2), (4, 3)] {
        let usual = shop(bays, people);
        let plan_by = |day: Option<&str>| {
            let ready_by = day.map(|d| d.parse().unwrap());
            plan(&jobs, &Shopfloor { ready_by, ..usual.clone() }, &Pace::default(), now()).unwrap()
        };
        let found = plan_by(None);
        let last = found.stays.iter().map(|s| s.ends).max().unwrap();
        assert!(found.bound.unwrap() <= last, "{:?} and {last}", found.bound);
        assert!(found.bound_text.starts_with("Done at 2026-03-"), "{}", found.bound_text);
        assert_eq!(found.ready_text, "");
        let that_day = last.date().to_string();
        assert!(plan_by(Some(&that_day)).ready_text.contains("the day it is wanted"));
        assert!(plan_by(Some("2026-12-24")).ready_text.contains(" before 2026-12-24."));
        assert!(plan_by(Some("2026-03-02")).ready_text.contains(" late for 2026-03-02"));
    }
    // One person at one vehicle without rests has no better plan than this.
    let alone = jobs.iter().find(|j| {
        let steps = work(j, now()).steps;
        j.record.signature().is_none()
            && steps.iter().flat_map(|s| &s.step.after).all(|a| a.rest_min < 1.0)
    });
    let found =
        plan(std::slice::from_ref(alone.unwrap()), &shop(1, 1), &Pace::default(), now()).unwrap();
    let late = found.stays[0].ends.duration_since(found.bound.unwrap()).as_secs_f64() / 3600.0;
    assert!((0.0..9.0).contains(&late), "{late} h above the bound: what does not fit into a day");
}

/// A vehicle with a pace of its own takes that of its plan, whatever its kinds of steps took elsewhere.
#[test]
fn a_series_has_a_pace_of_its_own() {
    let job = jobs().into_iter().find(|j| j.unit == "14").unwrap();
    let pace = Pace { vehicles: BTreeMap::from([(1, 0.5)]), ..Pace::default() };
    let found = plan(&[job.clone(), job], &shop(2, 2), &pace, now()).unwrap();
    let minutes = |vehicle: usize| -> f64 {
        found.steps.iter().filter(|s| s.vehicle == vehicle).map(|s| s.minutes).sum()
    };
    assert!((minutes(1) / minutes(0) - 0.5).abs() < 1e-9);
}
