//! Which wire goes into which terminal: plugs, sockets, joints.

use super::connectors::lamp_of;
use super::cuts::CutLine;
use jovek_base::csv::cell;
use jovek_job::Job;
use serde::Serialize;
use utoipa::ToSchema;

/// One terminal with its wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Pin {
    /// Its circuit.
    pub circuit: String,
    /// Plug, socket or joint.
    pub connector: String,
    /// Terminal; `1` and `2` for the plug of a lamp, DIN 72552 numbers for a relay.
    pub pin: String,
    /// Label of the wire.
    pub wire: String,
    /// Size and colour.
    pub wire_text: String,
    /// The other end.
    pub goes_to: String,
}

/// The connector and the pin of an end: the last word is the pin.
fn terminal(job: &Job, cut: &CutLine, end: &str) -> (String, String) {
    let (connector, pin) = end.rsplit_once(' ').unwrap_or((end, ""));
    let lamp = connector.starts_with("lamp");
    let is_reversed = lamp && lamp_of(job, cut, connector).is_some_and(|l| l.is_reversed);
    let pin = match pin {
        "+" if is_reversed => "2",
        "-" if is_reversed => "1",
        "+" if lamp => "1",
        "-" if lamp => "2",
        "anode" => "plain end",
        "band" => "band",
        other => other,
    };
    (connector.into(), pin.into())
}

/// True for ends that are plugs, sockets and switches rather than studs and splices.
fn has_pins(end: &str) -> bool {
    ["lamp", "connector", "splitter", "strip", "relay", "switch", "diode", "dimmer", "fuse"]
        .iter()
        .any(|w| end.starts_with(w))
}

/// All terminals, connector by connector.
pub fn pins(job: &Job, cuts: &[CutLine]) -> Vec<Pin> {
    let mut out: Vec<Pin> = Vec::new();
    for cut in cuts {
        for (end, other) in [(&cut.from, &cut.to), (&cut.to, &cut.from)] {
            if !has_pins(end) {
                continue;
            }
            let (connector, pin) = terminal(job, cut, end);
            out.push(Pin {
                circuit: cut.circuit_name.clone(),
                connector,
                pin,
                wire: cut.label.clone(),
                wire_text: format!("{} {}", cut.wire_text, cut.colour),
                goes_to: other.clone(),
            });
        }
    }
    out.sort_by(|a, b| (&a.circuit, &a.connector, &a.pin).cmp(&(&b.circuit, &b.connector, &b.pin)));
    out
}

/// The pin tables as CSV.
pub fn csv(pins: &[Pin]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["circuit", "connector", "pin", "wire", "size_colour", "goes_to"]);
    for p in pins {
        let _ = out.write_record([
            cell(&p.circuit),
            p.connector.clone(),
            p.pin.clone(),
            cell(&p.wire),
            p.wire_text.clone(),
            p.goes_to.clone(),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
