//! A fault on the finished vehicle must show at the check that is about it, and a sound vehicle must
//! pass them all: the meter is played by the same network with one part spoiled.
//! Common practice for the faults; no source.

use jovek_core::answers::{Answers, assess};
use jovek_core::circuit::{Device, Network, Solution, solve};
use jovek_core::job::{Job, Reading};
use jovek_core::plan::SupplyState;
use jovek_core::plan::chain::{Chain, LinkKind};
use jovek_core::plan::study::study;
use jovek_core::prove::Verdict;

/// The vehicle on the bench: its network, and the chain of the circuit that is measured.
struct Bench {
    job: Job,
    net: Network,
    chain: Chain,
}

impl Bench {
    fn of(unit: &str, circuit: usize) -> Bench {
        let job = crate::common::demo_jobs().into_iter().find(|(n, _)| *n == unit).unwrap().1;
        let study = study(&job);
        let (net, _) =
            study.network(&study.situation(SupplyState::EngineOff, study.most_lit())).unwrap();
        let chain = study.circuits[circuit].chain.clone();
        Bench { job, net, chain }
    }

    /// Index of the link for which something holds.
    fn link(&self, holds: impl Fn(&LinkKind) -> bool) -> usize {
        self.chain.links.iter().position(|l| holds(&l.kind)).unwrap()
    }

    fn spoil(&mut self, link: usize, device: Device) {
        let element = self.net.find_element(&format!("{}_{link}", self.chain.id)).unwrap();
        self.net.set_device(element, device);
    }

    fn node_v(&self, solution: &Solution, name: &str) -> f64 {
        solution.node_v(self.net.find_node(name).unwrap())
    }

    /// Reads every voltage check of the circuit off the spoiled vehicle, and has them judged.
    fn readings(mut self) -> Answers {
        let solution = solve(&self.net).unwrap();
        let lamps = self.link(|l| *l == LinkKind::Lamps);
        let fuse = self.link(|l| matches!(l, LinkKind::Fuse { .. }));
        let id = self.chain.id.0.clone();
        let behind = |link: usize| self.node_v(&solution, &format!("{id}_{link}"));
        let (plus, minus, battery) =
            (behind(lamps - 1), behind(lamps), self.node_v(&solution, "bat_plus"));
        let all = [
            ("battery.on_v".to_owned(), battery),
            (format!("{id}.fuse_v"), behind(fuse)),
            (format!("{id}.lamp_v"), plus - minus),
            (format!("{id}.feed_v"), battery - plus),
            (format!("{id}.ground_v"), minus),
        ];
        for (check, value) in all {
            // The meter shows hundredths.
            let value = (value * 100.0).round() / 100.0;
            let at = "2026-11-24T08:00:00Z".into();
            self.job.readings.push(Reading {
                check: check.as_str().into(),
                value,
                at,
                by: "test".into(),
            });
        }
        assess(&self.job)
    }
}

fn verdict(answers: &Answers, id: &str) -> Verdict {
    answers
        .checks
        .iter()
        .find(|c| c.id.0 == id)
        .unwrap_or_else(|| {
            panic!(
                "no check {id}: {:?}",
                answers.checks.iter().map(|c| &c.id.0).collect::<Vec<_>>()
            )
        })
        .judgement
        .verdict
}

#[test]
fn a_sound_vehicle_passes() {
    for (unit, circuit, id) in [("14", 0, "rear"), ("40", 0, "boom")] {
        let answers = Bench::of(unit, circuit).readings();
        for check in ["fuse_v", "lamp_v", "feed_v", "ground_v"] {
            assert_eq!(
                verdict(&answers, &format!("{id}.{check}")),
                Verdict::Good,
                "{unit} {check}"
            );
        }
    }
}

/// 0.15 ohm in the lamp's ground: the ground drop is high, the lamp low, the feed as expected.
#[test]
fn a_poor_ground_shows_in_the_ground_and_not_in_the_feed() {
    let mut bench = Bench::of("14", 0);
    let stud = bench.link(|l| matches!(l, LinkKind::Joint { is_return: true, .. }));
    bench.spoil(stud, Device::ohm(0.15));
    let answers = bench.readings();
    assert_eq!(verdict(&answers, "rear.ground_v"), Verdict::High);
    assert_eq!(verdict(&answers, "rear.lamp_v"), Verdict::Low);
    assert_eq!(verdict(&answers, "rear.feed_v"), Verdict::Good);
    let says = &answers.checks.iter().find(|c| c.id.0 == "rear.ground_v").unwrap().judgement.says;
    assert!(!says.is_empty());
}

/// 0.15 ohm in a joint of the feed, the other way round.
#[test]
fn a_poor_joint_in_the_feed_shows_in_the_feed() {
    let mut bench = Bench::of("14", 0);
    let plug = bench.link(|l| *l == LinkKind::Lamps) - 1;
    bench.spoil(plug, Device::ohm(0.15));
    let answers = bench.readings();
    assert_eq!(verdict(&answers, "rear.feed_v"), Verdict::High);
    assert_eq!(verdict(&answers, "rear.lamp_v"), Verdict::Low);
    assert_eq!(verdict(&answers, "rear.ground_v"), Verdict::Good);
}

/// A blown fuse: nothing behind it.
#[test]
fn a_blown_fuse_shows_behind_the_fuse() {
    let mut bench = Bench::of("14", 0);
    let fuse = bench.link(|l| matches!(l, LinkKind::Fuse { .. }));
    bench.spoil(fuse, Device::ohm(1e8));
    let answers = bench.readings();
    assert_eq!(verdict(&answers, "rear.fuse_v"), Verdict::Low);
    assert_eq!(verdict(&answers, "rear.lamp_v"), Verdict::Low);
}
