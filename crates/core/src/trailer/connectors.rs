//! Pins of trailer connectors, from both faces.

use crate::job::ConnectorKind;
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;
use utoipa::ToSchema;

/// What a pin does.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum PinFunction {
    /// Ground.
    Ground,
    /// Tail, plate and marker lamps.
    Tail,
    /// Tail and plate lamps of the left.
    LeftTail,
    /// Tail and plate lamps of the right.
    RightTail,
    /// Clearance, side marker, identification.
    Marker,
    /// Left stop and turn in one.
    LeftStopTurn,
    /// Right stop and turn in one.
    RightStopTurn,
    /// Left turn.
    LeftTurn,
    /// Right turn.
    RightTurn,
    /// Stop.
    Stop,
    /// Reverse.
    Reverse,
    /// Rear fog.
    RearFog,
    /// Electric brake.
    ElectricBrake,
    /// Battery.
    Permanent,
    /// Live with the key.
    Switched,
    /// Power of the antilock brakes.
    Antilock,
    /// Something else.
    Other,
}

/// A pin.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TrailerPin {
    /// Its number or letters.
    pub pin: String,
    /// What it does.
    pub function: PinFunction,
    /// In words.
    pub says: String,
    /// Colour of its wire.
    pub colour: String,
    /// Colours that are seen too.
    pub others: String,
    /// Usual wire.
    pub wire: String,
    /// Where it sits, looking into the socket of the vehicle; none where it is only numbered.
    pub in_socket: Option<String>,
    /// The same looking into the trailer's plug: mirrored.
    pub in_plug: Option<String>,
    /// Where it is written; recalled from memory.
    pub source: String,
    /// `low`, `medium` or `high`.
    pub confidence: String,
}

/// A connector.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TrailerConnector {
    /// Which one.
    pub kind: ConnectorKind,
    /// Its name.
    pub name: String,
    /// Voltage, V.
    pub volts: f64,
    /// Its pins.
    pub pins: Vec<TrailerPin>,
}

impl TrailerConnector {
    /// True where stop and turn share a wire on each side.
    pub fn is_combined(&self) -> bool {
        self.pins.iter().any(|p| p.function == PinFunction::LeftStopTurn)
    }

    /// The pins of a function.
    pub fn of(&self, function: PinFunction) -> Vec<&TrailerPin> {
        self.pins.iter().filter(|p| p.function == function).collect()
    }
}

#[derive(Deserialize)]
struct Row {
    connector: ConnectorKind,
    name: String,
    volts: f64,
    pin: String,
    function: PinFunction,
    says: String,
    colour: String,
    others: String,
    wire: String,
    source: String,
    confidence: String,
}

/// Clock positions of the 7-blade connector, key slot up: into the vehicle's socket, into the trailer's plug. Source:
/// trade charts, no source; verify with a meter.
const BLADE_POSITIONS: [(&str, &str, &str); 7] = [
    ("3", "1 o'clock", "11 o'clock"),
    ("5", "3 o'clock", "9 o'clock"),
    ("1", "5 o'clock", "7 o'clock"),
    ("2", "7 o'clock", "5 o'clock"),
    ("6", "9 o'clock", "3 o'clock"),
    ("4", "11 o'clock", "1 o'clock"),
    ("7 (centre)", "centre", "centre"),
];

static ALL: LazyLock<Vec<TrailerConnector>> = LazyLock::new(|| {
    let mut reader = csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(include_bytes!("connectors.csv").as_slice());
    let mut out: Vec<TrailerConnector> = Vec::new();
    for row in reader.deserialize::<Row>().flatten() {
        let place = BLADE_POSITIONS
            .iter()
            .find(|(pin, ..)| row.connector == ConnectorKind::Blade7 && *pin == row.pin);
        let pin = TrailerPin {
            pin: row.pin,
            function: row.function,
            says: row.says,
            colour: row.colour,
            others: row.others,
            wire: row.wire,
            in_socket: place.map(|p| p.1.to_owned()),
            in_plug: place.map(|p| p.2.to_owned()),
            source: row.source,
            confidence: row.confidence,
        };
        match out.iter_mut().find(|c| c.kind == row.connector) {
            Some(c) => c.pins.push(pin),
            None => out.push(TrailerConnector {
                kind: row.connector,
                name: row.name,
                volts: row.volts,
                pins: vec![pin],
            }),
        }
    }
    out
});

/// All connectors.
pub fn all() -> &'static [TrailerConnector] {
    &ALL
}

/// One of them.
pub fn connector(kind: ConnectorKind) -> Option<&'static TrailerConnector> {
    ALL.iter().find(|c| c.kind == kind)
}
