//! Whatever is planned can be made: one wire to a terminal, a splice where wires meet, a part at every end, and
//! no return that looks like a feed. Terminals, splices and colours: common practice, no source.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::terminal::{EndKind, splice_mm2};
use jovek_core::finding::FindingCode;
use jovek_core::harness::parts::{Extras, items};
use jovek_core::harness::{CutLine, Installation, Laying, PartItem, PartOf, housings};
use jovek_core::job::{Job, Override, WireSystem};
use jovek_core::plan::end::{End, Host, HousingIx, Pole};
use jovek_core::plan::housing::lamps_of;
use jovek_core::plan::strips::strips;
use jovek_core::plan::study::{Assessment, study};
use jovek_core::plan::wires::wires;
use std::collections::{BTreeMap, BTreeSet};

fn part_items(job: &Job, study: &Assessment, answers: &Answers) -> Vec<PartItem> {
    let parts = study.parts();
    let of = Installation::of(job, study, &parts);
    let extras = Extras {
        strips: &strips(job),
        terminals: &answers.terminals,
        sleeves: &[],
        connectors: &answers.connectors,
        laying: &Laying::default(),
    };
    items(of, &answers.cuts, &extras)
}

/// True for a housing whose lamps are all on the vehicle already.
fn has_none_to_buy(job: &Job, housing: HousingIx) -> bool {
    let mut lamps = lamps_of(job, &job.housings[housing.0].lamps);
    lamps.all(|(l, _)| job.circuits[l.circuit.0].lights[l.light].stays)
}

fn check(name: &str, job: &Job) {
    let (study, answers) = (study(job), assess(job));
    let mut at: BTreeMap<End, usize> = BTreeMap::new();
    for end in answers.cuts.iter().flat_map(|c| [c.from_end, c.to_end]) {
        *at.entry(end).or_default() += 1;
    }
    for (chain, sizes) in study.parts() {
        for own in wires(chain, sizes).own_leads {
            *at.entry(own.to).or_default() += 1;
            let ends = chain.lamps[own.lamp.light].lead.ends;
            *at.entry(End::Lamp(own.lamp, own.pole, ends)).or_default() += 1;
        }
    }
    // Every lead of a housing has its wire once: of each function the feed, of all of them the ground.
    for ground in study.grounds.iter().filter(|g| g.wire().is_some()) {
        assert_eq!(at.get(&ground.start()), Some(&1), "{name}: {ground:?}");
    }
    for (lamp, _) in job.housings.iter().flat_map(|h| lamps_of(job, &h.lamps)) {
        let Some((chain, _)) = study.parts().into_iter().find(|(c, _)| c.index == lamp.circuit)
        else {
            continue;
        };
        let end = End::Lamp(lamp, Pole::Plus, chain.lamps[lamp.light].lead.ends);
        assert!(chain.is_plug || at.get(&end) == Some(&1), "{name}: {end:?} of a housing");
    }
    let strips = strips(job);
    let is_strip = |host| {
        let Host::Lamp(lamp) = host else { return false };
        strips.iter().any(|s| s.circuit == lamp.circuit.0 && s.light == lamp.light)
    };
    let stays = |host| {
        let Host::Lamp(lamp) = host else { return false };
        job.circuits[lamp.circuit.0].lights[lamp.light].stays
    };
    let items = part_items(job, &study, &answers);
    // A lamp that is on the vehicle already is wired, never bought.
    let is_of_it = |i: &&PartItem| i.of == PartOf::Lamp && i.host.is_some_and(stays);
    assert!(!items.iter().any(|i| is_of_it(&i)), "{name}: a lamp that stays is bought");
    for (&end, &wires) in &at {
        // A plug in the wire has a wire on each half, and so has the plug of a strip.
        let two_halves = matches!(end, End::Cavity(..)) || is_strip(end.host());
        let most = if two_halves { 2 } else { 1 };
        assert!(!end.takes_one() || wires <= most, "{name}: {wires} wires at {end:?}");
        if matches!(end, End::Splice(..)) {
            assert!(wires >= 2, "{name}: one wire in {end:?}");
            let joint = answers.joints.iter().find(|j| j.at == end);
            let joint = joint.unwrap_or_else(|| panic!("{name}: no joint for {end:?}"));
            assert_eq!(joint.wires.len(), wires, "{name}: {joint:?}");
            assert_eq!(joint.areas_mm2.len(), wires, "{name}: {joint:?}");
        }
        // Every end is at a part that is bought, a splice that is made, or something that is there already.
        let host = end.host();
        let is_bought = match host {
            Host::Post(_) | Host::Factory(_) | Host::FactoryGround(_) => true,
            Host::Splice(..) => items.iter().any(|i| i.of == PartOf::Splice),
            // One that is switched by radio is a box, or the controller of its strip.
            Host::Switch(..) => {
                items.iter().any(|i| matches!(i.of, PartOf::Switch | PartOf::Controller))
            }
            // A lamp that is one of several is bought with its housing.
            Host::Lamp(lamp) if housings::place_of(job, lamp).is_some() => {
                let housing =
                    Host::Housing(HousingIx(housings::place_of(job, lamp).unwrap().housing));
                stays(host) || items.iter().any(|i| i.host == Some(housing))
            }
            Host::Housing(housing) if has_none_to_buy(job, housing) => true,
            _ => is_strip(host) || stays(host) || items.iter().any(|i| i.host == Some(host)),
        };
        assert!(is_bought, "{name}: nothing on the parts list makes {end:?}");
    }
    // Each end has its terminal on the list, or the splice that takes all wires of its joint.
    for cut in &answers.cuts {
        for (kind, part) in [(cut.from_kind, &cut.from_terminal), (cut.to_kind, &cut.to_terminal)] {
            let is_no_part = matches!(kind, EndKind::Pad | EndKind::SplitterPlug);
            let listed = answers.parts.iter().any(|p| p.part == *part);
            assert!(is_no_part || listed, "{name}: {part} is on no list");
        }
    }
    let look = |c: &CutLine| (c.colour.clone(), c.mark.clone());
    let of_return: BTreeSet<_> =
        answers.cuts.iter().filter(|c| c.role.is_return()).map(look).collect();
    for cut in answers.cuts.iter().filter(|c| !c.role.is_return()) {
        assert!(!of_return.contains(&look(cut)), "{name}: {} looks like a return", cut.label);
    }
}

#[test]
fn demo_jobs_can_be_built() {
    for (name, job) in demo_jobs() {
        check(name, &job);
    }
}

#[test]
fn any_job_can_be_built() {
    with_jobs(300, |number, job| check(&format!("job {number}"), job));
}

/// The barrel of a splice takes its fuller side: the thickest wire alone against all the others.
#[test]
fn a_splice_takes_the_sum_of_its_wires() {
    assert_eq!(splice_mm2(&[4.0, 2.5, 2.5]), 5.0);
    assert_eq!(splice_mm2(&[6.0, 1.0, 1.0]), 6.0);
    let job = demo_jobs().remove(0).1;
    let answers = assess(&job);
    let branch = answers.joints.iter().find(|j| j.place == "branch +").unwrap();
    let inside_mm2 = splice_mm2(&branch.areas_mm2);
    assert_eq!(
        branch.how,
        branch.kind.joint_part(inside_mm2, job.shop.joint, job.shop.wire_system)
    );
}

/// A wire above what a terminal takes is told, with the place; one that fits is not.
#[test]
fn a_terminal_that_is_too_small_is_told() {
    let mut job = demo_jobs().remove(0).1;
    job.shop.wire_system = WireSystem::Metric;
    let told = |job: &Job| {
        let found = assess(job).findings;
        found.into_iter().find(|f| f.code == FindingCode::TerminalTooSmall).map(|f| f.why)
    };
    let wire = |job: &mut Job, label: &str| {
        let value = label.parse().unwrap();
        let reason = "as tried".to_owned();
        for circuit in &mut job.circuits {
            circuit.overrides.wire = Some(Override { value, reason: reason.clone() });
        }
    };
    wire(&mut job, "2.5 mm2");
    assert_eq!(told(&job), None);
    wire(&mut job, "10 mm2");
    assert!(told(&job).unwrap().contains("receptacle takes 0.5 mm² to 6 mm²"));
}
