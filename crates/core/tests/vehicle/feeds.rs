//! The feeds: what each follows, what it bears, what must be probed before it is used. The list of feeds and
//! what speaks for each: common practice, no source; the 80 % rule: NFPA 70 210.20(A), recalled from memory.

use crate::common::bench::{job as bench, switch, wire, with};
use jovek_core::answers::assess;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    Auxiliary, FactoryKind, Feed, FuseSurvey, Isolation, Job, OutputKind, Probe, Signal,
    VehicleSide, Wish,
};
use jovek_core::plan::feed::{FeedOption, FeedVerdict};

fn options(job: &Job) -> Vec<FeedOption> {
    assess(job).circuits[0].feeds.clone()
}

fn option(job: &Job, label: &str) -> FeedOption {
    let all = options(job);
    let labels: Vec<String> = all.iter().map(|o| o.label.clone()).collect();
    all.into_iter().find(|o| o.label == label).unwrap_or_else(|| panic!("{label} in {labels:?}"))
}

fn says(option: &FeedOption, words: &str) -> bool {
    option.reasons.iter().any(|r| r.says.contains(words))
}

/// A small marker on the parking wire, nothing chosen.
fn marker() -> Job {
    let mut job = bench(&[("park", Signal::Parking)], with(Signal::Parking), None);
    job.circuits[0].feed = None;
    job.circuits[0].lights[0].label_w = Some(3.0);
    job.circuits[0].lights[0].count = 2;
    job
}

#[test]
fn a_lamp_wire_is_first_for_what_follows_it() {
    let job = marker();
    let tie = option(&job, "Tie in to wire park");
    assert!(tie.is_advised && tie.is_used && tie.verdict == FeedVerdict::Good, "{tie:?}");
    assert!(says(&tie, "Comes on exactly with the parking lamps"));
    assert!(says(&tie, "80 % of its 15 A fuse"));
    assert!(says(&tie, "left on, these are left on with them"));
    // Another signal, another wish: not this wire alone.
    let mut other = job.clone();
    other.circuits[0].lit = Wish::Any(vec![with(Signal::Parking), switch("on-off")]);
    let tie = option(&other, "Tie in to wire park");
    assert_eq!(tie.verdict, FeedVerdict::No);
    assert!(says(&tie, "The wish: Lit with the parking lamps or by on-off."));
}

#[test]
fn headroom_is_what_was_there_and_what_is_added() {
    let mut job = marker();
    job.factory[0].existing_a = Some(11.9);
    let tie = option(&job, "Tie in to wire park");
    assert_eq!(tie.verdict, FeedVerdict::No);
    assert!(says(&tie, "11.9 A there"), "{:?}", tie.reasons);
    job.factory[0].existing_a = Some(2.0);
    job.factory[0].fuse_a = Some(3.0);
    assert_eq!(option(&job, "Tie in to wire park").verdict, FeedVerdict::No, "2.4 A of 3 A");
    // The output of a module may give less than its fuse.
    job.factory[0].fuse_a = Some(15.0);
    job.factory[0].output_a = Some(5.0);
    assert_eq!(option(&job, "Tie in to wire park").verdict, FeedVerdict::Good);
    job.factory[0].output_a = Some(2.5);
    let tie = option(&job, "Tie in to wire park");
    assert!(tie.verdict == FeedVerdict::No && says(&tie, "2.00 A (80 % of its module output)"));
}

#[test]
fn a_wire_is_probed_before_it_is_trusted() {
    let mut job = marker();
    job.factory[0].probe = Probe::default();
    assert_eq!(option(&job, "Tie in to wire park").verdict, FeedVerdict::Mind);
    job.factory[0].probe = Probe { on_v: Some(6.0), off_v: Some(0.0) };
    assert_eq!(option(&job, "Tie in to wire park").verdict, FeedVerdict::No);
    job.factory[0].probe = Probe { on_v: Some(12.5), off_v: Some(0.0) };
    for (output, verdict) in [
        (OutputKind::Plain, FeedVerdict::Good),
        (OutputKind::Unknown, FeedVerdict::Mind),
        (OutputKind::Pulsed, FeedVerdict::No),
        (OutputKind::Monitored, FeedVerdict::No),
    ] {
        job.factory[0].output = output;
        assert_eq!(option(&job, "Tie in to wire park").verdict, verdict, "{output:?}");
    }
}

#[test]
fn what_follows_the_indicator_flashes() {
    let mut job = marker();
    job.factory[0].follows = Signal::Left;
    job.circuits[0].lit = with(Signal::Left);
    let tie = option(&job, "Tie in to wire park");
    assert!(says(&tie, "Flashes with the indicator"));
    assert_eq!(tie.verdict, FeedVerdict::Mind);
}

/// A wire of the towing vehicle is no feed for what follows the own one.
#[test]
fn the_other_vehicles_wire_is_not_ours() {
    let mut job = marker();
    job.factory.push(wire("lead", Signal::Parking, VehicleSide::Towing));
    let lead = option(&job, "Tie in to wire lead");
    assert_eq!(lead.verdict, FeedVerdict::No);
}

#[test]
fn an_empty_fuse_position_is_a_feed_once_it_is_surveyed() {
    let mut job = marker();
    job.factory.push(wire("pos", Signal::Ignition, VehicleSide::Own));
    job.factory[1].kind = FactoryKind::FusePosition;
    job.circuits[0].lit = with(Signal::Ignition);
    let label = "Fuse position: wire pos";
    assert_eq!(option(&job, label).verdict, FeedVerdict::Mind, "nobody has read it");
    let read = |first_on, first_off, second_on, second_off| FuseSurvey {
        first_key_on_v: Some(first_on),
        first_key_off_v: Some(first_off),
        second_key_on_v: Some(second_on),
        second_key_off_v: Some(second_off),
        has_no_second: false,
    };
    job.factory[1].survey = Some(read(12.4, 0.0, 0.0, 0.0));
    let good = option(&job, label);
    assert!(good.verdict < FeedVerdict::No && says(&good, "The first side is live"), "{good:?}");
    assert!(says(&good, "it carries the whole row"));
    for wrong in [read(12.4, 12.4, 0.0, 0.0), read(0.0, 0.0, 0.0, 0.0), read(12.0, 0.0, 12.0, 0.0)]
    {
        job.factory[1].survey = Some(wrong);
        assert_eq!(option(&job, label).verdict, FeedVerdict::No, "{wrong:?}");
    }
}

#[test]
fn a_trailer_socket_tells_from_which_load_a_trailer_is_seen() {
    let mut job = marker();
    job.factory[0].kind = FactoryKind::TrailerSocket;
    job.circuits[0].lights[0].label_w = Some(0.8);
    let label = "Trailer socket: wire park";
    assert!(says(&option(&job, label), "is below a trailer"));
    job.circuits[0].lights[0].label_w = Some(5.0);
    let seen = option(&job, label);
    assert!(says(&seen, "reads as a trailer") && seen.verdict == FeedVerdict::Mind);
}

#[test]
fn an_auxiliary_battery_is_a_feed_where_there_is_one() {
    let mut job = marker();
    job.circuits[0].lit = Wish::OwnSwitch;
    assert!(options(&job).iter().all(|o| o.label != "Auxiliary battery"));
    job.supply.auxiliary = Some(Auxiliary::default());
    let aux = option(&job, "Auxiliary battery");
    assert_eq!(aux.verdict, FeedVerdict::Good);
    assert!(says(&aux, "A fuse at each end of the cable"));
    job.supply.auxiliary =
        Some(Auxiliary { isolation: Isolation::ManualSwitch, ..Default::default() });
    assert_eq!(option(&job, "Auxiliary battery").verdict, FeedVerdict::Mind);
    job.circuits[0].feed = Some(Feed::Auxiliary {});
    assert!(option(&job, "Auxiliary battery").is_used);
    // Left on, it empties its own battery, and says so with that capacity.
    let answers = assess(&job);
    assert!(
        answers.findings.iter().all(|f| f.code != FindingCode::LeftOn),
        "half an ampere from 70 Ah"
    );
}

/// A wish without its wire: an own circuit works by its switch, and the page says what to look for.
#[test]
fn a_missing_wire_is_asked_for() {
    let mut job = marker();
    job.circuits[0].lit = Wish::Any(vec![with(Signal::Fog), with(Signal::Parking)]);
    let own = option(&job, "Own circuit from the battery");
    assert_eq!(own.verdict, FeedVerdict::Mind);
    assert!(says(
        &own,
        "No wire is known that follows: fog lamps. Probe one and add it under Look."
    ));
    let finding =
        assess(&job).findings.into_iter().find(|f| f.code == FindingCode::DoesNotFollow).unwrap();
    assert!(finding.remedy.contains("fog lamps"));
    // Hazard lights need no wire of their own where both turn wires are known.
    job.factory =
        vec![wire("l", Signal::Left, VehicleSide::Own), wire("r", Signal::Right, VehicleSide::Own)];
    job.circuits[0].lit = with(Signal::Hazard);
    assert!(assess(&job).findings.iter().all(|f| f.code != FindingCode::DoesNotFollow));
}
