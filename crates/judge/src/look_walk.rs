//! What the meter and the tape are to read on the vehicle before anything is planned, one probe at a time: where the
//! two leads go, what is switched on, where the figure goes, and what it says at once.

use jovek_base::figure::volts;
use jovek_job::{
    FactoryCircuit, FactoryKind, FuseSurvey, Job, Signal, SwitchedSide, SystemVoltage, VehicleSide,
};
use jovek_phrases::look_walk as say;
use jovek_plan::assumed::Assumption;
use jovek_plan::probe::{self, ProbeVerdict};
use jovek_plan::survey;
use serde::Serialize;
use utoipa::ToSchema;

/// One thing to read on the vehicle.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LookReading {
    /// Place in the job where the figure goes.
    pub path: String,
    /// What is read, in the fitter's words.
    pub name: String,
    /// Where leads or tape go, and what is switched on.
    pub how: String,
    /// Unit of the figure.
    pub unit: &'static str,
    /// What its readings say so far; none where there is no verdict on it.
    pub says: Option<String>,
    /// True where they settle it for good, false where it is not to be used; none while it is open.
    pub is_good: Option<bool>,
    /// Where the colour of the wire goes; none of what has none.
    pub colour_path: Option<String>,
    /// The figure that counts until it is read; none without one.
    pub assumed_text: Option<String>,
}

/// All that is to be read, circuit by circuit, then the lengths that nobody measured.
pub fn look_walk(job: &Job, assumptions: &[Assumption]) -> Vec<LookReading> {
    let probes = job.factory.iter().enumerate().flat_map(|(k, circuit)| match circuit.kind {
        FactoryKind::FusePosition => fuse_position(k, circuit, job.vehicle.system),
        FactoryKind::Lamp | FactoryKind::TrailerSocket => wire(k, circuit, job.vehicle.system),
    });
    let lengths = assumptions.iter().filter(|a| a.unit == "m").map(|a| LookReading {
        path: a.path.clone(),
        name: a.label.clone(),
        how: match a.path.starts_with("factory[") {
            true => say::a_string_along_the_loom(),
            false => say::pull_a_string_where_the_wire(),
        }
        .into(),
        unit: "m",
        says: None,
        is_good: None,
        colour_path: None,
        assumed_text: Some(job.shop.units.length(a.value)),
    });
    probes.chain(lengths).collect()
}

/// The wire of a lamp, or a contact of a trailer socket: function on, then off.
fn wire(index: usize, circuit: &FactoryCircuit, system: SystemVoltage) -> Vec<LookReading> {
    let answer = probe::judge(&circuit.probe, circuit.switched, system);
    let is_good = match answer.verdict {
        ProbeVerdict::Usable => Some(true),
        ProbeVerdict::NotUsable => Some(false),
        ProbeVerdict::Unfinished | ProbeVerdict::NotProbed => None,
    };
    // Where nobody noted its colour it is found at its lamp.
    let named = |plain: &str| match &circuit.colour {
        Some(colour) => say::the_wire(&colour),
        None => plain.to_owned(),
    };
    let red = match (circuit.kind, circuit.switched) {
        (FactoryKind::TrailerSocket, _) => say::red_on_the_contact().to_owned(),
        (_, SwitchedSide::Plus) => {
            say::red_on_from_behind(&named(say::the_plus_wire_of_its_lamp()))
        }
        (_, SwitchedSide::Minus) => say::red_on_between_lamp_and_switch(&named(say::a_wire())),
    };
    let black = match circuit.of {
        VehicleSide::Own => say::black_on_bare_metal(),
        VehicleSide::Towing => say::black_on_the_ground_contact(),
    };
    let reading = |held: Option<f64>, is_on: bool| {
        let state = set(circuit.follows, is_on);
        let (field, word) = if is_on { ("on_v", say::on()) } else { ("off_v", say::off()) };
        LookReading {
            path: format!("factory[{index}].probe.{field}"),
            name: format!("{}, {word}", circuit.name),
            how: say::do_not_pierce_the_insulation(&state, &red, &black),
            unit: "V",
            says: held.map(|v| match answer.verdict {
                ProbeVerdict::Unfinished => format!("{}. {}", volts(v), answer.says),
                _ => answer.says.clone(),
            }),
            is_good: held.and(is_good),
            colour_path: Some(format!("factory[{index}].colour")),
            assumed_text: None,
        }
    };
    vec![reading(circuit.probe.on_v, true), reading(circuit.probe.off_v, false)]
}

/// An empty position of the fuse box: both sides, key on and off.
fn fuse_position(
    index: usize,
    circuit: &FactoryCircuit,
    system: SystemVoltage,
) -> Vec<LookReading> {
    let read: FuseSurvey = circuit.survey.unwrap_or_default();
    let answer = survey::judge(&read, system);
    let sides = [
        (false, true, "first_key_on_v", read.first_key_on_v),
        (false, false, "first_key_off_v", read.first_key_off_v),
        (true, true, "second_key_on_v", read.second_key_on_v),
        (true, false, "second_key_off_v", read.second_key_off_v),
    ];
    sides
        .into_iter()
        .filter(|(is_second, ..)| !is_second || !read.has_no_second)
        .map(|(is_second, is_on, field, held)| {
            let side = if is_second { say::second_side() } else { say::first_side() };
            let key = if is_on { say::on() } else { say::off() };
            LookReading {
                path: format!("factory[{index}].survey.{field}"),
                name: say::side_key(&circuit.name, &side, &key),
                how: say::red_on_the_terminal(&set(Signal::Ignition, is_on), &side),
                unit: "V",
                says: held.map(|v| format!("{}. {}", volts(v), answer.says)),
                is_good: held.and(answer.live.map(|_| answer.is_usable)),
                colour_path: None,
                assumed_text: None,
            }
        })
        .collect()
}

/// How a function is switched on or off for a reading at rest. Common practice.
fn set(signal: Signal, is_on: bool) -> &'static str {
    match (signal, is_on) {
        (Signal::Parking, true) => say::parking_lamps(),
        (Signal::Parking, false) => say::parking_lamps_off(),
        (Signal::LowBeam, true) => say::low_beam(),
        (Signal::LowBeam, false) => say::headlamps_off(),
        (Signal::HighBeam, true) => say::high_beam(),
        (Signal::HighBeam, false) => say::low_beam_on_high_beam_off(),
        (Signal::Fog, true) => say::fog_lamps(),
        (Signal::Fog, false) => say::fog_lamps_off(),
        (Signal::Brake, true) => say::brake_pedal_held_down_by_somebody(),
        (Signal::Brake, false) => say::foot_off_the_brake_pedal(),
        (Signal::Left, true) => say::left_turn_signal_on_take(),
        (Signal::Right, true) => say::right_turn_signal_on_take(),
        (Signal::Left | Signal::Right, false) => say::turn_signal_off(),
        (Signal::Hazard, true) => say::hazard_flashers_on_take_the_highest(),
        (Signal::Hazard, false) => say::hazard_flashers_off(),
        (Signal::Reverse, true) => say::engine_off_parking_brake_on_wheels(),
        (Signal::Reverse, false) => say::out_of_reverse(),
        (Signal::Door, true) => say::door_open(),
        (Signal::Door, false) => say::all_doors_shut_wait_until(),
        (Signal::Boot, true) => say::boot_load_bay_or_tailgate_open(),
        (Signal::Boot, false) => say::boot_load_bay_or_tailgate_shut(),
        (Signal::Bonnet, true) => say::bonnet_open(),
        (Signal::Bonnet, false) => say::bonnet_shut_or_its_switch_held(),
        (Signal::Ignition, true) => say::key_on_engine_off(),
        (Signal::Accessory, true) => say::key_in_accessory(),
        (Signal::Ignition | Signal::Accessory, false) => say::key_off_and_out_wait_until(),
        (Signal::EngineRunning, true) => say::engine_running_exhaust_led_outside_sleeves(),
        (Signal::EngineRunning, false) => say::key_on_engine_off(),
        (Signal::Moving, true) => say::somebody_else_drives_off_the_road(),
        (Signal::Moving, false) => say::standing(),
        (Signal::Trailer, true) => say::trailer_plugged(),
        (Signal::Trailer, false) => say::trailer_unplugged(),
    }
}
