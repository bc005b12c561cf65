//! What is read on the vehicle before anything is planned: each figure has its place, and its verdict at once.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::job::{FactoryKind, Job, SwitchedSide};
use serde_json::{Value, json};

/// The job with a figure at a path such as `factory[0].probe.on_v`.
fn with(job: &Job, path: &str, figure: f64) -> Job {
    let mut tree = serde_json::to_value(job).unwrap();
    let mut at = &mut tree;
    for key in path.replace(']', "").split(['.', '[']) {
        at = match key.parse::<usize>() {
            Ok(index) => {
                if at.is_null() {
                    *at = json!([]);
                }
                let list = at.as_array_mut().unwrap();
                while list.len() <= index {
                    list.push(Value::Null);
                }
                &mut list[index]
            }
            Err(_) => {
                if at.is_null() {
                    *at = json!({});
                }
                at.as_object_mut().unwrap().entry(key).or_insert(Value::Null)
            }
        };
    }
    *at = json!(figure);
    serde_json::from_value(tree).unwrap_or_else(|e| panic!("{path}: {e}"))
}

/// Every figure of the walk is taken where the walk says: a voltage has a verdict at once, a length is asked no more.
#[test]
fn each_figure_has_its_place_and_verdict() {
    for (name, job) in demo_jobs() {
        for asked in assess(&job).look {
            let figure = if asked.unit == "V" { 12.4 } else { 3.25 };
            let after = assess(&with(&job, &asked.path, figure)).look;
            let row = after.iter().find(|r| r.path == asked.path);
            match asked.unit {
                "V" => assert!(
                    row.is_some_and(|r| r.says.is_some()),
                    "{name}: {} is read and nothing is said",
                    asked.path
                ),
                _ => assert!(row.is_none(), "{name}: {} is measured and asked again", asked.path),
            }
        }
    }
}

/// Both readings of every wire, the four of an empty fuse position, two where its second side has no terminal.
#[test]
fn no_probe_is_left_out() {
    for (name, job) in demo_jobs() {
        let walk = assess(&job).look;
        for (k, circuit) in job.factory.iter().enumerate() {
            let at = format!("factory[{k}].");
            let count = walk.iter().filter(|r| r.unit == "V" && r.path.starts_with(&at)).count();
            let wanted = match circuit.kind {
                FactoryKind::Lamp | FactoryKind::TrailerSocket => 2,
                FactoryKind::FusePosition if circuit.survey.is_some_and(|s| s.has_no_second) => 2,
                FactoryKind::FusePosition => 4,
            };
            assert_eq!(count, wanted, "{name}: {}", circuit.name);
        }
    }
}

/// Where the red lead goes follows the switch: in the plus wire on the lamp's wire, in the minus wire between lamp and switch.
/// Common practice.
#[test]
fn the_lead_goes_where_the_switch_is_not() {
    let mut job = demo_jobs().into_iter().find(|(n, _)| n.contains("14")).unwrap().1;
    let how = |job: &Job| assess(job).look[0].how.clone();
    assert!(
        how(&job).contains("Red on the blue/red wire, from behind in its plug"),
        "{}",
        how(&job)
    );
    job.factory[0].colour = None;
    assert!(how(&job).contains("Red on the plus wire of its lamp, from"), "{}", how(&job));
    job.factory[0].switched = SwitchedSide::Minus;
    assert!(how(&job).contains("between lamp and switch"), "{}", how(&job));
}

/// A reading that stands alone is said with its figure and what is still to read; both together are a verdict.
#[test]
fn one_reading_asks_for_the_other() {
    let mut job = demo_jobs().into_iter().find(|(n, _)| n.contains("14")).unwrap().1;
    job.factory[0].probe = Default::default();
    let fresh = assess(&job).look;
    assert!(fresh[0].says.is_none() && fresh[0].is_good.is_none());
    let on = assess(&with(&job, "factory[0].probe.on_v", 12.4)).look;
    assert_eq!(on[0].is_good, None);
    assert!(on[0].says.as_deref().is_some_and(|s| s.starts_with("12.40 V. ")), "{:?}", on[0].says);
    assert!(on[1].says.is_none(), "nobody read it with the function off");
    let job = with(&job, "factory[0].probe.on_v", 12.4);
    let both = assess(&with(&job, "factory[0].probe.off_v", 0.0)).look;
    assert_eq!((both[0].is_good, both[1].is_good), (Some(true), Some(true)));
    let live = assess(&with(&job, "factory[0].probe.off_v", 12.4)).look;
    assert_eq!(live[1].is_good, Some(false), "always live");
}
