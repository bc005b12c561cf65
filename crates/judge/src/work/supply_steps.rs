//! Steps at the supply: battery off and on, a fuse block that circuits share, a second battery.

use super::steps::Maker;
use jovek_job::{Job, PlaceId};
use jovek_plan::chain::Origin;
use jovek_plan::study::Assessment;

/// Nothing is live while wires are joined.
pub(super) fn battery_off(m: &mut Maker) {
    let second = m.job.supply.auxiliary.as_ref();
    let has_second = second.is_some_and(|a| a.fitted.is_none());
    let (has_code, has_airbags) = (m.job.may_have_radio_code(), m.job.may_have_airbags());
    let step = m.step("battery-off", "Battery negative off", 5.0);
    step.tool = "spanner".into();
    step.how = [
        (has_second, "the second battery's negative too: it holds its side of the cable live"),
        (has_code, "note the radio's code; a memory saver only where the maker allows it"),
        (has_airbags, "wait for the airbag module as the maker says"),
    ]
    .into_iter()
    .filter(|(is, _)| *is)
    .map(|(_, line)| line.to_owned())
    .collect();
    step.cautions = vec![
        "Negative first; a spanner between the posts burns.",
        "Battery gas: no flame, no spark.",
    ];
    m.at("battery-off", &PlaceId::from("battery"));
    m.after("battery-off", &["before"]);
    m.after_probes("battery-off");
}

/// The block that circuits share: mounted first, its feed and what pulls its relay with it.
pub(super) fn fuse_block(m: &mut Maker, study: &Assessment) {
    let Some(shared) = &study.block else { return };
    let (what, minutes) = match shared.key {
        Some(_) => ("Fuse block, main fuse, master relay", BLOCK_MIN + MASTER_MIN),
        None => ("Fuse block and main fuse", BLOCK_MIN),
    };
    let step = m.step("hardware.block", what, minutes);
    step.tool = "drill, press for lugs, torque wrench".into();
    step.how = vec![
        "reachable, dry, cover on; the main fuse within a hand of the battery".into(),
        "lugs pressed and sleeved, nuts to torque; the main fuse stays out".into(),
    ];
    if shared.key.is_some() {
        step.how.push("coil lead from the key-live wire, its small fuse at the joint".into());
    }
    m.after("hardware.block", &["battery-off", "trims-off", "cut"]);
}

/// A second battery with its isolator: both ends of the cable are sources.
pub(super) fn second_battery(m: &mut Maker, study: &Assessment) {
    if study.charge.is_none() {
        return;
    }
    let what = "Second battery, isolator, cable between the batteries";
    let step = m.step("hardware.charge", what, SECOND_BATTERY_MIN);
    step.tool = "drill, press for lugs, torque wrench".into();
    step.how = vec![
        "tray and strap, vented outside; a fuse within a hand of each post".into(),
        "cable in loom, away from exhaust and edges; lugs pressed and sleeved, nuts to torque"
            .into(),
        "its minus to bare metal; both fuses stay out".into(),
    ];
    step.cautions = vec!["Both ends of this cable are live: cover each lug until it is on."];
    m.after("hardware.charge", &["battery-off", "trims-off", "cut"]);
}

/// Ready-made harnesses whose own ring goes on the battery.
fn plus_rings<'a>(job: &'a Job, study: &Assessment) -> Vec<&'a str> {
    let on_post = study.circuits.iter().filter(|c| c.chain.origin == Origin::Battery);
    let kits = on_post
        .filter(|c| c.chain.block.is_none())
        .filter_map(|c| job.circuits.get(c.index)?.kit.as_ref());
    kits.map(|kit| kit.name.as_str()).collect()
}

/// To mount a second battery, an isolator and the cable between both batteries, min. Common practice.
const SECOND_BATTERY_MIN: f64 = 75.0;

/// To mount a fuse block with its feed, and a master relay with its coil leads, min. Common practice.
const BLOCK_MIN: f64 = 25.0;
const MASTER_MIN: f64 = 15.0;

/// Battery on, last, then the fuses that circuits share.
pub(super) fn battery_on(m: &mut Maker, study: &Assessment, electrical: &[&str]) {
    let rings = plus_rings(m.job, study);
    let lays_wire = m.lays_wire();
    let step = m.step("battery-on", "Battery negative on, last", 3.0);
    if lays_wire {
        step.how = vec!["fuses of the new circuits still out".into()];
    }
    // What came in a box has its ring on already: it waited, wrapped.
    step.how.extend(
        rings
            .iter()
            .map(|name| format!("before it the plus ring of {name} on the plus post, nut tight")),
    );
    if study.block.is_some() {
        step.how.push("then the main fuse of the block".into());
    }
    if study.charge.is_some() {
        step.how
            .push("then both charge fuses; engine on: the second battery's voltage rises".into());
    }
    step.cautions = vec!["Nobody works at the wires while it is connected."];
    m.at("battery-on", &PlaceId::from("battery"));
    m.after("battery-on", electrical);
}
