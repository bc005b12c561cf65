//! What the meter and the tape are to read on the vehicle before anything is planned, one probe at a time: where the
//! two leads go, what is switched on, where the figure goes, and what it says at once.

use jovek_base::figure::volts;
use jovek_job::{
    FactoryCircuit, FactoryKind, FuseSurvey, Job, Signal, SwitchedSide, SystemVoltage, VehicleSide,
};
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
            true => "A string along the loom that the wire lies in, then measure the string.",
            false => {
                "Pull a string where the wire will lie, round every bend, then measure the string."
            }
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
        Some(colour) => format!("the {colour} wire"),
        None => plain.to_owned(),
    };
    let red = match (circuit.kind, circuit.switched) {
        (FactoryKind::TrailerSocket, _) => "Red on the contact of the trailer socket".to_owned(),
        (_, SwitchedSide::Plus) => {
            format!("Red on {}, from behind in its plug", named("the plus wire of its lamp"))
        }
        (_, SwitchedSide::Minus) => {
            format!("Red on {} between lamp and switch", named("the wire"))
        }
    };
    let black = match circuit.of {
        VehicleSide::Own => "black on bare metal of the frame",
        VehicleSide::Towing => "black on the ground contact of its socket",
    };
    let reading = |held: Option<f64>, is_on: bool| {
        let state = set(circuit.follows, is_on);
        let word = if is_on { "on" } else { "off" };
        LookReading {
            path: format!("factory[{index}].probe.{word}_v"),
            name: format!("{}, {word}", circuit.name),
            how: format!("{state} {red}, {black}. Do not pierce the insulation."),
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
        ("first", true, read.first_key_on_v),
        ("first", false, read.first_key_off_v),
        ("second", true, read.second_key_on_v),
        ("second", false, read.second_key_off_v),
    ];
    sides
        .into_iter()
        .filter(|(side, ..)| *side == "first" || !read.has_no_second)
        .map(|(side, is_on, held)| {
            let key = if is_on { "on" } else { "off" };
            LookReading {
                path: format!("factory[{index}].survey.{side}_key_{key}_v"),
                name: format!("{}, {side} side, key {key}", circuit.name),
                how: format!(
                    "{} Red on the {side} terminal of the empty position, black on bare metal of the frame. A thin \
                     probe: do not spread the terminal.",
                    set(Signal::Ignition, is_on)
                ),
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
        (Signal::Parking, true) => "Parking lamps on.",
        (Signal::Parking, false) => "Parking lamps off.",
        (Signal::LowBeam, true) => "Low beam on.",
        (Signal::LowBeam, false) => "Headlamps off.",
        (Signal::HighBeam, true) => "High beam on.",
        (Signal::HighBeam, false) => "Low beam on, high beam off.",
        (Signal::Fog, true) => "Fog lamps on.",
        (Signal::Fog, false) => "Fog lamps off.",
        (Signal::Brake, true) => "Brake pedal held down by somebody, or by a prop.",
        (Signal::Brake, false) => "Foot off the brake pedal.",
        (Signal::Left, true) => "Left turn signal on: take the highest figure as it flashes.",
        (Signal::Right, true) => "Right turn signal on: take the highest figure as it flashes.",
        (Signal::Left | Signal::Right, false) => "Turn signal off.",
        (Signal::Hazard, true) => "Hazard flashers on: take the highest figure as they flash.",
        (Signal::Hazard, false) => "Hazard flashers off.",
        (Signal::Reverse, true) => {
            "Engine off, parking brake on, wheels chocked; key on, reverse engaged."
        }
        (Signal::Reverse, false) => "Out of reverse.",
        (Signal::Door, true) => "Door open.",
        (Signal::Door, false) => "All doors shut: wait until the cab light is out.",
        (Signal::Boot, true) => "Boot, load bay or tailgate open.",
        (Signal::Boot, false) => "Boot, load bay or tailgate shut: wait until its light is out.",
        (Signal::Bonnet, true) => "Bonnet open.",
        (Signal::Bonnet, false) => "Bonnet shut, or its switch held down.",
        (Signal::Ignition, true) => "Key on, engine off.",
        (Signal::Accessory, true) => "Key in accessory.",
        (Signal::Ignition | Signal::Accessory, false) => {
            "Key off and out: wait until the modules sleep."
        }
        (Signal::EngineRunning, true) => {
            "Engine running, exhaust led outside, sleeves and leads clear of belts and fan."
        }
        (Signal::EngineRunning, false) => "Key on, engine off.",
        (Signal::Moving, true) => {
            "Somebody else drives, off the road, faster than walking pace; the meter is read by the passenger."
        }
        (Signal::Moving, false) => "Standing.",
        (Signal::Trailer, true) => "Trailer plugged in.",
        (Signal::Trailer, false) => "Trailer unplugged.",
    }
}
