//! Several tie-ins on one factory circuit share its fuse and wire.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::fuse::CONTINUOUS_PART;
use jovek_phrases::rules as say;
use jovek_plan::chain::Origin;

/// All added loads of a factory circuit together against its fuse.
pub fn shared_headroom(context: &Context, out: &mut Vec<Finding>) {
    for (i, planned) in context.factory.iter().enumerate() {
        let tied: Vec<_> = context
            .circuits
            .iter()
            .filter(|v| matches!(v.chain.origin, Origin::Factory { index, .. } if index == i))
            .collect();
        let added_a: f64 = tied.iter().map(|v| v.sized.chosen.load_a).sum();
        let total_a = planned.existing_a + added_a;
        if tied.is_empty() || total_a <= CONTINUOUS_PART * planned.fuse_a {
            continue;
        }
        let over = total_a > planned.fuse_a;
        out.push(Finding {
            code: FindingCode::FactoryFuseFull,
            grade: if over { Grade::Stop } else { Grade::Fix },
            title: say::on_a_a_fuse(&context.job.factory[i].name, &amps(total_a), &planned.fuse_a),
            why: say::was_there_is_added_80(
                &amps(planned.existing_a),
                &amps(added_a),
                &amps(CONTINUOUS_PART * planned.fuse_a),
            ),
            remedy: say::give_the_added_lights_a_circuit().into(),
            source: Source::standard("NFPA 70 210.20(A), 80 % rule, recalled from memory"),
            stage: Stage::Feed,
            circuit: tied.first().map(|v| v.circuit.id.clone()),
        });
    }
}
