//! What new things start as, until somebody says better: each is a usual one of its kind (common practice, no source).

use crate::moment::TURN_FLASH;
use crate::trailer::build::TrailerAsked;
use crate::trailer::connectors::all;
use crate::trailer::probe::function_name;
use jovek_base::coding::CodingValue;
use jovek_job::{
    Adjuster, At, BulbPlace, Coding, CodingBit, ConnectorKind, Edge, FactoryCircuit, FactoryId,
    FactoryKind, Flash, FoundWire, Held, HiddenSource, HitchLamp, LampColour, LedBulb, LinkSide,
    LoadResistor, LoopWire, LuxSpot, Mount, Obstacle, OutputKind, Permit, PinFunction, Probe,
    PutOn, Region, ResistorSeat, Screw, Section, SeriesPins, Signal, Slack, StopFrom, StopLight,
    SupplyState, SwapFunction, SwitchedSide, TieInEnd, Towed, TrailerLink, VehicleSide, Watcher,
    Waypoint, Zone,
};
use jovek_phrases::begin as say;
use jovek_phrases::common;
use serde::Serialize;
use utoipa::ToSchema;

/// What new things start as.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Fresh {
    /// Two connectors.
    pub link: TrailerLink,
    /// A wire that was found.
    pub wire: FoundWire,
    /// A hitch lamp.
    pub hitch: HitchLamp,
    /// A towed vehicle.
    pub towed: Towed,
    /// A trailer to build.
    pub trailer: TrailerAsked,
    /// A function whose bulbs are swapped.
    pub swap: SwapFunction,
    /// The bit by which a module is told.
    pub coding_bit: CodingBit,
    /// Flashes of a lamp.
    pub flash: Flash,
    /// A flasher module in the feed.
    pub flasher: Flash,
    /// A permit for a warning colour.
    pub permit: Permit,
    /// Pins of a series.
    pub series_pins: SeriesPins,
    /// A load resistor.
    pub resistor: LoadResistor,
    /// One more place of bulbs in it.
    pub bulbs: BulbPlace,
    /// An LED in place of a bulb.
    pub led: LedBulb,
    /// A lamp's place.
    pub mount: Mount,
    /// The screw that aims it.
    pub adjuster: Adjuster,
    /// The screw that holds it.
    pub screw: Screw,
    /// How a source is hidden.
    pub hidden: HiddenSource,
    /// A spot where lux is looked at.
    pub spot: LuxSpot,
    /// A circuit that the vehicle has.
    pub factory: FactoryCircuit,
    /// A section of a path.
    pub section: Section,
    /// An edge along which a strip runs.
    pub edge: Edge,
    /// What is in the way on it.
    pub obstacle: Obstacle,
    /// Length left coiled.
    pub slack: Slack,
    /// A coding value.
    pub coding: Coding,
}

/// What new things start as.
pub fn fresh() -> Fresh {
    let led = LedBulb {
        watt: 3.0,
        flux_lm: None,
        takes_either_polarity: false,
        is_monitored_type: false,
    };
    let place = |place: &str, bulb: &str, led| BulbPlace {
        place: place.into(),
        bulb: bulb.into(),
        is_second_filament: false,
        count: 1,
        led,
    };
    Fresh {
        link: TrailerLink::new(ConnectorKind::Blade7, ConnectorKind::Flat4),
        wire: FoundWire {
            side: LinkSide::Vehicle,
            colour: "unknown".into(),
            readings: Vec::new(),
            seen: None,
            new_colour: None,
        },
        hitch: HitchLamp {
            name: say::hitch_lamp().into(),
            housing: None,
            tail_w: None,
            stop_w: None,
            reverse_w: None,
            stop_from: StopFrom::BothWires,
            loop_wire: LoopWire::Left,
            left_means: StopLight::Steady,
        },
        towed: Towed {
            tie_in: TieInEnd::Rear,
            key_on_a: None,
            hours: None,
            charged_a: None,
            brakes_itself: false,
            is_stop_cut: false,
        },
        trailer: TrailerAsked {
            unit: "T1".into(),
            length_m: 5.0,
            width_m: 2.1,
            height_m: 1.2,
            has_two_axles: false,
            region: Region::Un,
            is_combined: false,
        },
        swap: SwapFunction::new(
            say::turn_left(),
            Signal::Left,
            vec![place("rear", "PY21W", Some(led.clone()))],
            Watcher::ElectronicFlasher { least_a: None },
        ),
        coding_bit: CodingBit {
            module: say::body_module().into(),
            byte: None,
            bit: 0,
            value: None,
            written: None,
            series: None,
            pins: Vec::new(),
        },
        flash: Flash { hz: 2.0, duty: 0.3 },
        flasher: TURN_FLASH,
        permit: Permit { colour: LampColour::Amber, by: say::the_authority().into() },
        series_pins: SeriesPins { series: String::new(), pins: String::new() },
        resistor: LoadResistor { ohm: 22.0, seat: ResistorSeat::BareMetal },
        bulbs: place("front", "P21W", None),
        led,
        mount: Mount {
            at: At { along_m: 0.0, left_m: 0.5, up_m: 0.7 },
            faces_deg: 0.0,
            down_deg: 0.0,
        },
        adjuster: Adjuster { pitch_mm: 1.25, arm_mm: 100.0, reach: say::from_behind().into() },
        hidden: HiddenSource { behind_mm: 20.0, stop_mm: 15.0 },
        screw: Screw { length_mm: 20.0, through_mm: 8.0, behind_mm: None },
        spot: LuxSpot {
            name: say::spot().into(),
            at: At { along_m: -10.0, left_m: 0.0, up_m: 0.0 },
            held: Held::default(),
            lit: Vec::new(),
        },
        factory: FactoryCircuit {
            id: FactoryId("f1".into()),
            name: say::factory_circuit().into(),
            follows: Signal::Parking,
            kind: FactoryKind::default(),
            site: None,
            survey: None,
            switched: SwitchedSide::Plus,
            of: VehicleSide::Own,
            output: OutputKind::Unknown,
            fuse_a: None,
            wire: None,
            colour: None,
            length_m: None,
            also: Vec::new(),
            output_a: None,
            existing_a: None,
            probe: Probe::default(),
        },
        section: Section {
            name: say::section().into(),
            length_m: None,
            zone: Zone::Underbody,
            ambient_c: None,
            beside: 0,
            ends_at: Waypoint::default(),
            plug: None,
            flexes: false,
        },
        edge: Edge {
            name: say::edge().into(),
            length_m: 1.0,
            obstacles: Vec::new(),
            corner_m: None,
            bends_on: false,
        },
        obstacle: Obstacle { name: "hinge".into(), from_m: 0.0, to_m: 0.05 },
        slack: Slack { place: String::new(), length_m: 0.3 },
        coding: Coding {
            module: String::new(),
            byte: None,
            bit: 0,
            is_set: true,
            before: CodingValue::Number(0),
            series: None,
            pins: Vec::new(),
        },
    }
}

/// A watcher to choose, with what it starts as.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WatcherChoice {
    /// As it is spoken.
    pub label: &'static str,
    /// What it starts as.
    pub start: Watcher,
}

/// What can watch a function.
pub fn watchers() -> Vec<WatcherChoice> {
    [
        (say::nothing(), Watcher::Nothing {}),
        (say::bimetal_flasher(), Watcher::ThermalFlasher {}),
        (say::electronic_flasher(), Watcher::ElectronicFlasher { least_a: None }),
        (say::flasher_that_counts_no_load(), Watcher::FreeFlasher {}),
        (
            say::a_body_module(),
            Watcher::Module { least_a: None, has_cold_pulses: false, duty: None, coding: None },
        ),
    ]
    .into_iter()
    .map(|(label, start)| WatcherChoice { label, start })
    .collect()
}

/// Signals whose bulbs are swapped.
pub const SWAP_SIGNALS: [Signal; 8] = [
    Signal::Parking,
    Signal::Brake,
    Signal::Left,
    Signal::Right,
    Signal::Reverse,
    Signal::Fog,
    Signal::LowBeam,
    Signal::Door,
];

/// A connector to choose.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ConnectorChoice {
    /// Which one.
    pub kind: ConnectorKind,
    /// Its name.
    pub label: String,
}

/// The connectors.
pub fn connectors() -> Vec<ConnectorChoice> {
    all().iter().map(|c| ConnectorChoice { kind: c.kind, label: c.name.clone() }).collect()
}

/// What a wire can do.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FunctionChoice {
    /// The function.
    pub function: PinFunction,
    /// As it is spoken.
    pub label: &'static str,
}

/// What a wire can do, all of it.
pub fn functions() -> Vec<FunctionChoice> {
    use PinFunction as F;
    [
        F::Ground,
        F::Tail,
        F::LeftTail,
        F::RightTail,
        F::Marker,
        F::LeftStopTurn,
        F::RightStopTurn,
        F::LeftTurn,
        F::RightTurn,
        F::Stop,
        F::Reverse,
        F::RearFog,
        F::ElectricBrake,
        F::Permanent,
        F::Switched,
        F::Antilock,
        F::Other,
    ]
    .into_iter()
    .map(|function| FunctionChoice { function, label: function_name(function) })
    .collect()
}

/// What can be put on while a wire is probed.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PutOnChoice {
    /// What is on.
    pub on: PutOn,
    /// As it is spoken.
    pub label: &'static str,
}

/// What can be put on, in the order in which a fitter does it.
pub fn put_on() -> Vec<PutOnChoice> {
    PutOn::ALL.into_iter().map(|on| PutOnChoice { on, label: on.label() }).collect()
}

/// A state of the supply to look at.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SupplyChoice {
    /// Which one.
    pub supply: SupplyState,
    /// As it is spoken.
    pub label: &'static str,
}

/// The states of the supply.
pub fn supplies() -> Vec<SupplyChoice> {
    [
        (SupplyState::EngineOff, say::engine_off()),
        (SupplyState::Charging, say::charging()),
        (SupplyState::Idle, common::idling()),
        (SupplyState::LowBattery, say::low_battery()),
    ]
    .into_iter()
    .map(|(supply, label)| SupplyChoice { supply, label })
    .collect()
}
