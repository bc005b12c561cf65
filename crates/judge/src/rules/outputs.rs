//! Factory wires that are pulsed, watched or unknown and that the plan loads or listens to, whichever way was
//! chosen.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::proof::simulation::Simulation;
use crate::proof::watched::{looked_at, watched};
use jovek_base::source::Source;
use jovek_job::{FactoryKind, OutputKind};

/// One finding for each such wire.
pub fn not_plain(context: &Context, out: &mut Vec<Finding>) {
    let (job, study) = (context.job, context.study);
    if looked_at(job, study).is_empty() {
        return;
    }
    // Without a steady state nothing can be said of the load; other findings tell of that.
    let seen = watched(job, &mut Simulation::at_rest(study)).unwrap_or_default();
    for wire in seen {
        let is_socket = job.factory[wire.index].kind == FactoryKind::TrailerSocket;
        let (code, grade, what, remedy) = match wire.output {
            _ if is_socket && (job.is_trailer() || !wire.is_noticed) => continue,
            _ if is_socket => (
                FindingCode::TrailerTakenForConnected,
                Grade::Mind,
                "the dash may report a trailer",
                "Tell the driver, or give the lamps a feed of their own that the socket only triggers.",
            ),
            OutputKind::Plain => continue,
            OutputKind::Pulsed => (
                FindingCode::PulsedOutput,
                Grade::Fix,
                "pulsed by a module",
                "Find a wire of the same function that is plainly on or off, before its module.",
            ),
            OutputKind::Monitored => (
                FindingCode::WatchedOutput,
                if wire.is_noticed { Grade::Fix } else { Grade::Mind },
                "watched by a module",
                match context
                    .circuits
                    .iter()
                    .any(|c| c.chain.is_plug && c.chain.taps().contains(&wire.index))
                {
                    true => {
                        "A lamp of the monitored type, a load resistor on bare metal, or the module coded: see Bulbs to LED."
                    }
                    false => {
                        "Use it only to switch a small signal relay, and feed the lamps from elsewhere."
                    }
                },
            ),
            OutputKind::Unknown => (
                FindingCode::UnknownOutput,
                Grade::Mind,
                "output not known yet",
                "Probe it on and off, and watch the dash with the lamps joined; then say what it is.",
            ),
        };
        let touching = |c: &&super::CircuitView| c.chain.taps().contains(&wire.index);
        out.push(Finding {
            code,
            grade,
            title: format!("{}: {what}", wire.wire),
            why: wire.says,
            remedy: remedy.into(),
            source: Source::practice("outputs of body modules"),
            stage: Stage::Feed,
            circuit: context.circuits.iter().find(touching).map(|c| c.circuit.id.clone()),
        });
    }
}
