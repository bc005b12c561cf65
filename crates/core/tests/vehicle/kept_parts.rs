//! What the shop keeps of fuses and relays is what it puts in.

use crate::common::bench::job;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::catalog::fuse::{Fuse, FuseFamily};
use jovek_core::job::{ControlKind, Job, Wish};
use jovek_core::plan::sizes::ControlChoice;
use jovek_core::plan::study::study;

fn lamps(watt: f64) -> Job {
    let mut job = job(&[], Wish::OwnSwitch, Some(ControlKind::Relay));
    job.circuits[0].lights[0].label_w = Some(watt);
    job
}

fn fuse(job: &Job) -> Fuse {
    study(job).circuits[0].sized.chosen.sizes.fuse.unwrap()
}

fn relay_a(job: &Job) -> f64 {
    match study(job).circuits[0].sized.chosen.sizes.control {
        ControlChoice::Relay { relay, .. } => relay.contact_a,
        other => panic!("{other:?}"),
    }
}

/// 5.2 A at a low battery ask for 7.5 A (80 %, warm); a shop that keeps 5, 10, 15 puts in 10; one that keeps too small ones
/// alone gets what is made.
#[test]
fn the_next_fuse_that_is_kept() {
    let mut job = lamps(27.0);
    assert_eq!(fuse(&job).rating_a, 7.5);
    job.shop.keeps_fuses_a = vec![5.0, 10.0, 15.0];
    assert_eq!(fuse(&job).rating_a, 10.0);
    job.shop.keeps_fuses_a = vec![2.0, 3.0];
    assert_eq!(fuse(&job).rating_a, 7.5);
    // The wire bears it, whatever is kept.
    job.shop.keeps_fuses_a = vec![20.0];
    let sized = &study(&job).circuits[0].sized;
    assert!(sized.chosen.ampacity_a >= 20.0 && !sized.is_short, "{}", sized.chosen.ampacity_a);
}

#[test]
fn the_family_is_the_shops() {
    let mut job = lamps(27.0);
    for family in [FuseFamily::MiniBlade, FuseFamily::RegularBlade] {
        job.shop.fuse_family = family;
        assert_eq!(fuse(&job).family, family);
    }
    job.shop.fuse_family = FuseFamily::LargeBlade;
    let small = fuse(&job);
    assert_eq!(
        (small.family, small.rating_a),
        (FuseFamily::RegularBlade, 7.5),
        "none is that small"
    );
    job.circuits[0].lights[0].label_w = Some(100.0);
    assert_eq!(fuse(&job).family, FuseFamily::LargeBlade);
}

/// A breaker is ordered as what it is, in the holder of a blade fuse; below its smallest a fuse is put in. 200 % within
/// 60 s: SAE J553, recalled from memory, low confidence.
#[test]
fn breakers_in_the_form_of_a_blade() {
    let mut job = lamps(27.0);
    job.shop.fuse_family = FuseFamily::ManualBreaker;
    let breaker = fuse(&job);
    assert_eq!((breaker.family, breaker.rating_a), (FuseFamily::ManualBreaker, 7.5));
    assert_eq!(breaker.slowest_s(15.0), Some(60.0));
    let answers = assess(&job);
    let has = |part: &str| answers.parts.iter().any(|p| p.part == part);
    assert!(has("breaker 7.5 A, blade form, manual reset"), "{:?}", answers.parts);
    assert!(has("sealed fuse holder, regular blade"));
    assert!(!answers.findings.iter().any(|f| f.grade < Grade::Mind), "{:?}", answers.findings);
    job.circuits[0].lights[0].label_w = Some(8.0);
    job.shop.smallest_fuse_a = Some(2.0);
    assert_eq!(fuse(&job).family, FuseFamily::RegularBlade);
}

#[test]
fn the_relay_that_is_kept() {
    let mut job = lamps(27.0);
    assert_eq!(relay_a(&job), 20.0);
    job.shop.keeps_relays_a = vec![40.0];
    assert_eq!(relay_a(&job), 40.0);
    // Too weak for the load: one that carries it, whatever is kept.
    job.shop.keeps_relays_a = vec![20.0];
    job.circuits[0].lights[0].label_w = Some(130.0);
    assert_eq!(relay_a(&job), 40.0);
}
