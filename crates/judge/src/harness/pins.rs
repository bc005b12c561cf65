//! Which wire goes into which terminal: plugs, sockets, joints.

use super::connectors::light;
use super::cuts::{CutLine, Installation};
use super::ends::{Names, sign};
use super::housings;
use jovek_base::csv::cell;
use jovek_job::{Job, LampEnd};
use jovek_phrases::harness as say;
use jovek_plan::end::{BlockEnd, ChargeEnd, End, Host, HousingEnd, Pole, Side};
use jovek_plan::strip::StripPoint;
use serde::Serialize;
use utoipa::ToSchema;

/// One terminal with its wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Pin {
    /// Its circuit.
    pub circuit: String,
    /// Plug, socket or joint.
    pub connector: String,
    /// Terminal; `1 (+)` and `2 (-)` for the plug of a lamp, DIN 72552 numbers for a relay.
    pub pin: String,
    /// Label of the wire.
    pub wire: String,
    /// Size and colour.
    pub wire_text: String,
    /// The other end.
    pub goes_to: String,
}

/// The pin of an end: `1 (+)` at the plug of a lamp, the DIN number at a relay. A lamp's own plug may be the
/// other way round.
fn pin(job: &Job, end: End, terminal: String) -> String {
    if let Some(number) = housings::pin(job, end) {
        return format!("{number} ({terminal})");
    }
    match end {
        End::Lamp(lamp, pole, LampEnd::Plug) => {
            let is_reversed = light(job, lamp).is_some_and(|l| l.is_reversed);
            let number = match pole {
                Pole::Sync => 3,
                Pole::Plus | Pole::Minus if (pole == Pole::Plus) == is_reversed => 2,
                Pole::Plus | Pole::Minus => 1,
            };
            format!("{number} ({})", sign(pole))
        }
        End::Diode(_, _, Side::In) => say::plain_end().into(),
        _ => terminal,
    }
}

/// True for ends that are plugs, sockets and switches rather than studs and splices.
fn has_pins(end: End) -> bool {
    !matches!(
        end,
        End::Post(_)
            | End::Factory(_)
            | End::FactoryMinus(_)
            | End::FactoryGround(_)
            | End::Splice(..)
            | End::Stud(..)
            | End::Housing(_, HousingEnd::Stud | HousingEnd::Ground(LampEnd::Bare))
            | End::Bus
            | End::PlugGround
            | End::Block(BlockEnd::Bus | BlockEnd::CoilStud)
            | End::Charge(ChargeEnd::Stud | ChargeEnd::IsolatorStud)
            | End::Lamp(_, _, LampEnd::Bare)
    ) && !matches!(end, End::Strip(_, StripPoint::PieceStart(_) | StripPoint::PieceEnd(_), _))
}

/// All terminals, connector by connector.
pub fn pins(of: Installation, cuts: &[CutLine]) -> Vec<Pin> {
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    let mut out: Vec<((usize, Host, End), Pin)> = Vec::new();
    for cut in cuts {
        for (end, other) in [(cut.from_end, &cut.to), (cut.to_end, &cut.from)] {
            if !has_pins(end) {
                continue;
            }
            let (connector, terminal) = names.split(end);
            let circuit = of.job.circuits.iter().position(|c| c.id == cut.circuit);
            out.push((
                (circuit.unwrap_or(usize::MAX), end.host(), end),
                Pin {
                    circuit: cut.circuit_name.clone(),
                    connector,
                    pin: pin(of.job, end, terminal),
                    wire: cut.label.clone(),
                    wire_text: format!("{} {}", cut.wire_text, cut.colour),
                    goes_to: other.clone(),
                },
            ));
        }
    }
    out.sort_by_key(|(at, _)| *at);
    out.into_iter().map(|(_, pin)| pin).collect()
}

/// The pin tables as CSV.
pub fn csv(pins: &[Pin]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["circuit", "connector", "pin", "wire", "size_colour", "goes_to"]);
    for p in pins {
        let _ = out.write_record([
            cell(&p.circuit),
            cell(&p.connector),
            cell(&p.pin),
            cell(&p.wire),
            cell(&p.wire_text),
            cell(&p.goes_to),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
