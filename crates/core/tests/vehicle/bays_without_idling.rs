//! The plan over bays against what no plan can beat, and against idling: nobody waits where a step could begin.

use crate::bays::{check, jobs, now, shop};
use jovek_core::job::Job;
use jovek_core::work::bays::{BayPlan, Pace, Planned, Shopfloor, plan};
use jovek_core::work::work;
use proptest::prelude::*;
use proptest::sample::subsequence;
use std::collections::BTreeMap;

/// Minutes since the first day's midnight.
fn minute(shop: &Shopfloor, at: jiff::civil::DateTime) -> f64 {
    at.duration_since(shop.from.to_datetime(jiff::civil::Time::midnight())).as_secs_f64() / 60.0
}

/// Opening minutes from the first day's midnight up to a moment; weekends are closed.
fn worked(shop: &Shopfloor, until: f64) -> f64 {
    let (opens, closes) = (f64::from(shop.workshop.opens_min), f64::from(shop.workshop.closes_min));
    let mut sum = 0.0;
    let mut day = 0;
    while f64::from(day) * 1440.0 < until {
        let date = shop.from.checked_add(jiff::ToSpan::days(day)).unwrap();
        let weekend =
            matches!(date.weekday(), jiff::civil::Weekday::Saturday | jiff::civil::Weekday::Sunday);
        if !weekend {
            let today = until - f64::from(day) * 1440.0;
            sum += (today.min(closes) - opens).max(0.0);
        }
        day += 1;
    }
    sum
}

fn minutes(step: &Planned) -> f64 {
    step.minutes
}

/// Opening minutes until the last vehicle leaves.
fn makespan(plan: &BayPlan) -> f64 {
    let last = plan.stays.iter().map(|s| minute(&plan.shop, s.ends)).fold(0.0, f64::max);
    worked(&plan.shop, last)
}

/// What no plan can beat: all work over all people, and over all bays no less than the longest chain of work of one
/// vehicle, its rests left out.
fn least(jobs: &[Job], plan: &BayPlan) -> f64 {
    let all: f64 = plan.steps.iter().map(minutes).sum();
    let longest = jobs
        .iter()
        .map(|job| {
            let steps = work(job, now()).steps;
            let mut until: BTreeMap<String, f64> = BTreeMap::new();
            for s in &steps {
                let before = s.step.after.iter().filter_map(|a| until.get(&a.step.0)).copied();
                let ready = before.fold(0.0, f64::max);
                until.insert(s.step.id.0.clone(), ready + s.step.minutes);
            }
            until.into_values().fold(0.0, f64::max)
        })
        .fold(0.0, f64::max);
    (all / plan.shop.workshop.hands.len() as f64).max(longest)
}

/// A step that could have begun earlier: its needs were met, its vehicle stood in the bay, somebody was free, and it
/// would have fitted into the day.
fn idled(jobs: &[Job], plan: &BayPlan) -> Option<String> {
    let shop = &plan.shop;
    let (opens, closes) = (f64::from(shop.workshop.opens_min), f64::from(shop.workshop.closes_min));
    for step in &plan.steps {
        let start = minute(shop, step.starts);
        let at = start - 3.0;
        let of_day = at.rem_euclid(1440.0);
        if of_day < opens || of_day + minutes(step) > closes {
            continue;
        }
        let others: Vec<&Planned> =
            plan.steps.iter().filter(|s| s.vehicle != step.vehicle && s.bay == step.bay).collect();
        let bay_free =
            others.iter().all(|s| minute(shop, s.ends) <= at || minute(shop, s.starts) >= start);
        let needs = work(&jobs[step.vehicle], now()).steps;
        let own = needs.iter().find(|s| s.step.id.0 == step.step)?;
        let met = own.step.after.iter().all(|a| {
            plan.steps
                .iter()
                .find(|s| s.vehicle == step.vehicle && s.step == a.step.0)
                .is_none_or(|s| minute(shop, s.ends) + a.rest_min <= at)
        });
        let busy = plan
            .steps
            .iter()
            .filter(|s| minute(shop, s.starts) < at + minutes(step) && minute(shop, s.ends) > at)
            .filter(|s| s.step != step.step || s.vehicle != step.vehicle)
            .map(|s| s.person)
            .collect::<std::collections::BTreeSet<_>>();
        if bay_free && met && busy.len() < shop.workshop.hands.len() {
            return Some(format!("{} of {} waits from {at} to {start}", step.step, step.unit));
        }
    }
    None
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]

    /// Any vehicles in any order: no gate broken, no plan faster than the work allows, nobody idle where a step could
    /// begin, and never twice as long as the least. Source of the factor: Graham, bounds on list scheduling (1969), 2 -
    /// 1/m, recalled from memory; a day's rest and the ends of days come on top and are allowed for.
    #[test]
    fn plans_are_tight(
        picked in subsequence((0..8usize).collect::<Vec<_>>(), 1..5),
        turned in any::<bool>(),
        bays in 1..4usize,
        people in 1..4usize,
    ) {
        let all = jobs();
        let mut some: Vec<Job> = picked
            .iter()
            .map(|&k| all[k].clone())
            .filter(|j| j.record.signature().is_none())
            .collect();
        if turned {
            some.reverse();
        }
        let found = plan(&some, &shop(bays, people), &Pace::default(), now()).unwrap();
        prop_assert_eq!(check(&some, &found), Ok(()));
        prop_assert_eq!(&plan(&some, &shop(bays, people), &Pace::default(), now()).unwrap(), &found);
        prop_assert_eq!(idled(&some, &found), None);
        if !some.is_empty() {
            let (took, least) = (makespan(&found), least(&some, &found));
            prop_assert!(took >= least - 1.0, "{took} min of work, {least} at least");
            // One night of curing for each vehicle that shares a bay, and what is left of each day.
            let per_bay = some.len().div_ceil(bays) as f64;
            let day = f64::from(found.shop.workshop.closes_min - found.shop.workshop.opens_min);
            let lanes = bays.min(people).min(some.len()) as f64;
            let work: f64 = found.steps.iter().map(minutes).sum();
            let bound = work / lanes + 2.0 * least + 2.0 * day * per_bay;
            prop_assert!(took <= bound, "{took} min, bound {bound}");
        }
    }
}

/// One vehicle without anything that cures, one person: its minutes one after the other, nothing between but nights.
#[test]
fn alone_it_takes_what_its_steps_take() {
    let job = jobs()
        .into_iter()
        .find(|j| {
            j.record.signature().is_none()
                && work(j, now()).steps.iter().flat_map(|s| &s.step.after).all(|a| a.rest_min < 1.0)
        })
        .expect("a job without rests");
    let found = plan(&[job], &shop(1, 1), &Pace::default(), now()).unwrap();
    let work: f64 = found.steps.iter().map(minutes).sum();
    let first = minute(&found.shop, found.steps[0].starts);
    let took = makespan(&found) - worked(&found.shop, first);
    // A step that does not fit into what is left of a day begins in the morning.
    let longest = found.steps.iter().map(minutes).fold(0.0, f64::max);
    let days =
        (took / f64::from(found.shop.workshop.closes_min - found.shop.workshop.opens_min)).ceil();
    assert!(took >= work - 1.0 && took <= work + days * longest, "{took} min for {work} min");
}
