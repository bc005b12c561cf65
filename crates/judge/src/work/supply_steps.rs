//! Steps at the supply: battery off and on, a fuse block that circuits share, a second battery.

use super::steps::Maker;
use jovek_job::{Job, PlaceId};
use jovek_phrases::work as say;
use jovek_plan::chain::Origin;
use jovek_plan::study::Assessment;

/// Nothing is live while wires are joined.
pub(super) fn battery_off(m: &mut Maker) {
    let second = m.job.supply.auxiliary.as_ref();
    let has_second = second.is_some_and(|a| a.fitted.is_none());
    let (has_code, has_airbags) = (m.job.may_have_radio_code(), m.job.may_have_airbags());
    let step = m.step("battery-off", say::battery_negative_off(), 5.0);
    step.tool = say::spanner().into();
    step.how = [
        (has_second, say::the_second_battery_negative_too()),
        (has_code, say::note_the_radio_code_a_memory()),
        (has_airbags, say::wait_for_the_airbag_module()),
    ]
    .into_iter()
    .filter(|(is, _)| *is)
    .map(|(_, line)| line.to_owned())
    .collect();
    step.cautions =
        vec![say::negative_first_a_spanner_between(), say::battery_gas_no_flame_no_spark()];
    m.at("battery-off", &PlaceId::from("battery"));
    m.after("battery-off", &["before"]);
    m.after_probes("battery-off");
}

/// The block that circuits share: mounted first, its feed and what pulls its relay with it.
pub(super) fn fuse_block(m: &mut Maker, study: &Assessment) {
    let Some(shared) = &study.block else { return };
    let (what, minutes) = match shared.key {
        Some(_) => (say::fuse_block_main_fuse_master_relay(), BLOCK_MIN + MASTER_MIN),
        None => (say::fuse_block_and_main_fuse(), BLOCK_MIN),
    };
    let step = m.step("hardware.block", what, minutes);
    step.tool = say::drill_press_for_lugs_torque_wrench().into();
    step.how = vec![
        say::reachable_dry_cover_on_the_main().into(),
        say::lugs_pressed_and_sleeved_nuts().into(),
    ];
    if shared.key.is_some() {
        step.how.push(say::coil_lead_from_the_key_live().into());
    }
    m.after("hardware.block", &["battery-off", "trims-off", "cut"]);
}

/// A second battery with its isolator: both ends of the cable are sources.
pub(super) fn second_battery(m: &mut Maker, study: &Assessment) {
    if study.charge.is_none() {
        return;
    }
    let what = say::second_battery_isolator_cable_between();
    let step = m.step("hardware.charge", what, SECOND_BATTERY_MIN);
    step.tool = say::drill_press_for_lugs_torque_wrench().into();
    step.how = vec![
        say::tray_and_strap_vented_outside().into(),
        say::cable_in_loom_away_from_exhaust().into(),
        say::its_minus_to_bare_metal_both().into(),
    ];
    step.cautions = vec![say::both_ends_of_this_cable()];
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
    let step = m.step("battery-on", say::battery_negative_on_last(), 3.0);
    if lays_wire {
        step.how = vec![say::fuses_of_the_new_circuits_still().into()];
    }
    // What came in a box has its ring on already: it waited, wrapped.
    step.how.extend(rings.iter().map(|name| say::before_it_the_plus_ring(&name)));
    if study.block.is_some() {
        step.how.push(say::then_the_main_fuse().into());
    }
    if study.charge.is_some() {
        step.how.push(say::then_both_charge_fuses_engine().into());
    }
    step.cautions = vec![say::nobody_works_at_the_wires_while()];
    m.at("battery-on", &PlaceId::from("battery"));
    m.after("battery-on", electrical);
}
