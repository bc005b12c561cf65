//! The list of checks: everything that the trade reads, each behind what it relies on; and logs of readings.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::job::{Job, Reading};
use jovek_core::prove::{Check, Verdict, log};

fn checks(job: &Job) -> Vec<Check> {
    assess(job).checks
}

/// Common practice, no source: source on and off, polarity, resistance to ground, drops, current, key-off
/// current before and after, the sequence of functions, moving joints, pulling fuses.
#[test]
fn every_check_of_the_trade_is_there() {
    for (name, job) in demo_jobs() {
        let all = checks(&job);
        let has = |end: &str| all.iter().any(|c| c.id.0.ends_with(end));
        for end in [
            "rest_v",
            "before_a",
            ".ground_ohm",
            ".polarity_v",
            ".lamp_v",
            ".current_a",
            ".feed_v",
            ".ground_v",
            ".wiggle",
            "key_off_a",
        ] {
            assert!(has(end), "{name} has no {end}");
        }
        assert!(all.iter().any(|c| c.id.0.starts_with("sequence|")), "{name}");
        assert!(has("fuse_v") || has("source_v"), "{name}");
    }
}

#[test]
fn a_check_stands_behind_those_that_it_relies_on() {
    for (name, job) in demo_jobs() {
        let all = checks(&job);
        for (k, check) in all.iter().enumerate() {
            for id in &check.relies_on {
                let at = all.iter().position(|c| c.id == *id);
                assert!(at.is_some_and(|at| at < k), "{name}: {} before {id}", check.id);
            }
        }
        let lamp = all.iter().find(|c| c.id.0.ends_with(".lamp_v")).unwrap();
        assert!(!lamp.relies_on.is_empty());
    }
}

#[test]
fn hands_and_ohms_are_judged_too() {
    let (_, mut job) = demo_jobs().remove(0);
    let id = job.circuits[0].id.0.clone();
    let mut verdict = |key: &str, value: f64| {
        job.readings.push(Reading {
            check: format!("{id}.{key}").as_str().into(),
            value,
            at: "2026-03-02T08:00:00Z".into(),
            by: "Ines".into(),
        });
        let all = checks(&job);
        let check = all.iter().find(|c| c.id.0 == format!("{id}.{key}")).unwrap();
        (check.judgement.verdict, check.judgement.says.clone())
    };
    assert_eq!(verdict("ground_ohm", 0.2).0, Verdict::Good);
    assert_eq!(verdict("ground_ohm", 4.0).0, Verdict::High);
    assert_eq!(verdict("wiggle", 0.0).0, Verdict::Good);
    assert!(verdict("wiggle", 1.0).1.contains("Renew"));
    assert_eq!(verdict("fuse_pull", 1.0).0, Verdict::Good);
    assert_eq!(verdict("load_ohm", 3.0).0, Verdict::Low);
    assert_eq!(verdict("load_ohm", 2e6).0, Verdict::Good);
    assert!(verdict("polarity_v", -12.4).1.contains("swapped"));
}

/// The current with the key off is expected where it was before, and what the added modules take on top.
#[test]
fn key_off_is_back_to_what_it_was() {
    let (_, mut job) = demo_jobs().into_iter().find(|(n, _)| *n == "51").unwrap();
    job.readings.push(Reading {
        check: "battery.before_a".into(),
        value: 0.02,
        at: "2026-03-02T08:00:00Z".into(),
        by: "Ines".into(),
    });
    let all = checks(&job);
    let after = all.iter().find(|c| c.id.0 == "battery.key_off_a").unwrap();
    assert!(after.low <= 0.02 && after.high < 0.06, "{} to {}", after.low, after.high);
    assert!((after.expected - 0.02).abs() < 0.01, "{}", after.expected);
}

#[test]
fn a_log_keeps_good_rows_and_names_bad_ones() {
    let (_, job) = demo_jobs().into_iter().find(|(n, _)| *n == "51").unwrap();
    let all = checks(&job);
    let c = &job.circuits[0].id;
    let now = "2026-03-02T12:00:00Z".parse().unwrap();
    let text = format!(
        "at,check,value,by\n\
         2026-03-02T09:30:00Z,battery.rest_v,12.61,Mara\n\
         2026-03-02T09:31:00Z,{c}.lamp_v,12.05 V,\n\
         2026-03-02T09:32:00Z,{c}.ground_v,80 mV,Mara\n\
         ,{c}.wiggle,no,Mara\n\
         2026-03-02T09:33:00Z,{c}.ground_ohm,0.3 kohm,Mara\n\
         2026-03-02T09:34:00Z,no.such_check,12.0,Mara\n\
         2026-03-02T09:35:00Z,{c}.lamp_v,twelve,Mara\n\
         2026-03-02T09:36:00Z,{c}.lamp_v,1.2 A,Mara\n\
         yesterday,{c}.lamp_v,12.0,Mara\n\
         2031-01-01T00:00:00Z,{c}.lamp_v,12.0,Mara\n"
    );
    let read = log::read(&text, &all, now, "Ines").unwrap();
    let values: Vec<f64> = read.good.iter().map(|r| r.value).collect();
    assert_eq!(values, [12.61, 12.05, 0.08, 0.0, 300.0]);
    assert_eq!(
        (read.good[1].by.as_str(), read.good[3].at.as_str()),
        ("Ines", "2026-03-02T12:00:00Z")
    );
    let bad: Vec<(u64, &str)> = read.bad.iter().map(|b| (b.line, b.why.as_str())).collect();
    let lines: Vec<u64> = bad.iter().map(|b| b.0).collect();
    assert_eq!(lines, [7, 8, 9, 10, 11], "{bad:?}");
    for (part, (_, why)) in
        ["no check", "not a number", "read in V", "not a time", "in the future"].iter().zip(&bad)
    {
        assert!(why.contains(part), "{why}");
    }
    // The other divider, a comma in the figure, a byte order mark.
    let text = format!("\u{feff}check;value\n{c}.lamp_v;12,05\n");
    assert_eq!(log::read(&text, &all, now, "Ines").unwrap().good[0].value, 12.05);
    let none = log::read("time,volts\n1,2\n", &all, now, "Ines").unwrap_err().to_string();
    assert!(none.contains("\"check\""), "{none}");
}
