//! Pins of trailer connectors, from both faces.

use jovek_job::ConnectorKind;
pub use jovek_job::PinFunction;
use jovek_phrases::trailer as say;
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;
use utoipa::ToSchema;

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
    /// Its place on the face of the socket, right and up from the middle, the rim at 1; the plug has it mirrored, right
    /// for left. None where it is only numbered: the number stands beside the contact.
    pub on_face: Option<[f64; 2]>,
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

/// Hours of the 7-blade connector's contacts, key slot up, looking into the vehicle's socket; none in the centre.
/// Source: trade charts, no source; verify with a meter.
const BLADE_HOURS: [(&str, Option<u32>); 7] = [
    ("3", Some(1)),
    ("5", Some(3)),
    ("1", Some(5)),
    ("2", Some(7)),
    ("6", Some(9)),
    ("4", Some(11)),
    ("7 (centre)", None),
];

/// Where a contact sits.
struct ContactPosition {
    in_socket: String,
    in_plug: String,
    on_face: [f64; 2],
}

/// Contacts whose place is known; the others carry their number beside them.
fn place(kind: ConnectorKind, pin: &str) -> Option<ContactPosition> {
    match kind {
        ConnectorKind::Blade7 => {
            let (_, hour) = BLADE_HOURS.iter().find(|(p, _)| *p == pin)?;
            let clock = |hour: u32| say::oclock(&hour);
            Some(match hour {
                None => ContactPosition {
                    in_socket: say::centre().into(),
                    in_plug: say::centre().into(),
                    on_face: [0.0, 0.0],
                },
                Some(hour) => {
                    let turn = f64::from(*hour) / 12.0 * std::f64::consts::TAU;
                    ContactPosition {
                        in_socket: clock(*hour),
                        // Mirrored: right for left.
                        in_plug: clock(12 - hour),
                        on_face: [0.7 * turn.sin(), 0.7 * turn.cos()],
                    }
                }
            })
        }
        // In a row, ground at one end. On the vehicle the ground is the bare contact, on the trailer all others are.
        // Common practice, no source.
        ConnectorKind::Flat4 | ConnectorKind::Flat5 => {
            let count = if kind == ConnectorKind::Flat4 { 4 } else { 5 };
            let number: u32 = pin.parse().ok().filter(|n| (1..=count).contains(n))?;
            let bare = |is_bare: bool| if is_bare { say::bare() } else { say::shrouded() };
            let says = |is_bare| say::of_from_the_ground_end(&number, &count, &bare(is_bare));
            let x = 2.0 * (f64::from(number) - 0.5) / f64::from(count) - 1.0;
            Some(ContactPosition {
                in_socket: says(number == 1),
                in_plug: says(number != 1),
                on_face: [x, 0.0],
            })
        }
        _ => None,
    }
}

static ALL: LazyLock<Vec<TrailerConnector>> = LazyLock::new(|| {
    let mut reader = csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(include_bytes!("connectors.csv").as_slice());
    let mut out: Vec<TrailerConnector> = Vec::new();
    for row in reader.deserialize::<Row>().flatten() {
        let place = place(row.connector, &row.pin);
        let pin = TrailerPin {
            pin: row.pin,
            function: row.function,
            says: row.says,
            colour: row.colour,
            others: row.others,
            wire: row.wire,
            on_face: place.as_ref().map(|p| p.on_face),
            in_socket: place.as_ref().map(|p| p.in_socket.clone()),
            in_plug: place.map(|p| p.in_plug),
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
