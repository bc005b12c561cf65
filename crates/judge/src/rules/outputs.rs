//! Factory wires that are pulsed, watched or unknown and that the plan loads or listens to, whichever way was
//! chosen.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::proof::simulation::Simulation;
use crate::proof::watched::{looked_at, watched};
use jovek_base::source::Source;
use jovek_job::{FactoryKind, OutputKind};
use jovek_phrases::rules as say;

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
                say::the_dash_may_report_a_trailer(),
                say::tell_the_driver_or_give(),
            ),
            OutputKind::Plain => continue,
            OutputKind::Pulsed => (
                FindingCode::PulsedOutput,
                Grade::Fix,
                say::pulsed_by_a_module(),
                say::find_a_wire_of_the_same(),
            ),
            OutputKind::Monitored => (
                FindingCode::WatchedOutput,
                if wire.is_noticed { Grade::Fix } else { Grade::Mind },
                say::watched_by_a_module(),
                match context
                    .circuits
                    .iter()
                    .any(|c| c.chain.is_plug && c.chain.taps().contains(&wire.index))
                {
                    true => say::a_lamp_of_the_monitored_type(),
                    false => say::use_it_only_to_switch(),
                },
            ),
            OutputKind::Unknown => (
                FindingCode::UnknownOutput,
                Grade::Mind,
                say::output_not_known_yet(),
                say::probe_it_on_and_off(),
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
