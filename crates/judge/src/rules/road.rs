//! Lamps against the rule book of the region that the job names.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::road::judge::{RoadVerdict, road_of};
use jovek_base::source::Source;
use jovek_phrases::{road, rules as say};

/// Each light that breaks a rule; none where the job names no region.
pub fn lamps(context: &Context, out: &mut Vec<Finding>) {
    if context.job.lighting.region.is_none() {
        return;
    }
    let Ok(report) = road_of(context.job, context.study, None) else { return };
    for region in report.regions {
        let mut told = Vec::new();
        for lamp in region.lamps.iter().filter(|l| l.verdict == RoadVerdict::Wrong) {
            // Several lamps of one light break one rule once.
            if told.contains(&(&lamp.circuit, &lamp.light)) {
                continue;
            }
            told.push((&lamp.circuit, &lamp.light));
            let Some(reason) = lamp.reasons.first() else { continue };
            out.push(Finding {
                code: FindingCode::RoadRule,
                grade: Grade::Fix,
                title: format!("{}: {}", lamp.name, reason.says.trim_end_matches('.')),
                why: format!("{} ({}). {}", reason.source, region.name, road::last_word()),
                remedy: say::look_at_it_under_aim_rules().into(),
                source: Source::standard("the rule book, recalled from memory"),
                stage: Stage::Aim,
                circuit: Some(lamp.circuit.clone()),
            });
        }
    }
}
