//! The fuse map: every fuse that was added, what it protects and where it sits.

use jovek_catalog::fuse::Fuse;
use jovek_job::{Job, PlaceId};
use jovek_phrases::record as say;
use jovek_plan::chain::{Chain, LinkKind, Origin};
use jovek_plan::charge_cable::KEY_FUSE_A;
use jovek_plan::sizes::LeadSource;
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// A fuse on the map.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FuseLine {
    /// What it protects.
    pub circuit: String,
    /// `7.5 A`.
    pub rating: String,
    /// Where it sits: as noted, else as planned.
    pub place: String,
}

/// Every fuse of the job: of each circuit, of its thin leads, of what circuits share.
pub(super) fn fuse_map(job: &Job, study: &Assessment) -> Vec<FuseLine> {
    let line = |circuit: String, fuse: Fuse, place: String| FuseLine {
        circuit,
        rating: format!("{} A", fuse.rating_a),
        place,
    };
    let mut out = Vec::new();
    for c in &study.circuits {
        let (chain, sizes) = (&c.chain, &c.sized.chosen.sizes);
        let own = chain.links.iter().any(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        if let Some(fuse) = sizes.fuse.filter(|_| own) {
            let told = job.record.fuse_places.iter().find(|f| f.circuit == chain.id);
            let place = told.map_or_else(
                || say::planned(&planned_place(job, study, chain)),
                |f| f.place.clone(),
            );
            out.push(line(chain.name.clone(), fuse, place));
        }
        if job.circuits[c.index].kit.is_some() {
            continue;
        }
        for small in &sizes.lead_fuses {
            let place = match small.at {
                LeadSource::Feed => say::planned_where_the_thin_leads_leave().to_owned(),
                LeadSource::Wire(f) | LeadSource::Branch(f) => {
                    say::planned_at_the_splice(&job.factory[f.0].name)
                }
            };
            out.push(line(say::control_leads(&chain.name), small.fuse, place));
        }
    }
    if let Some(shared) = &study.block {
        let near = say::planned_close_to_battery_plus().to_owned();
        out.push(line(say::fuse_block_main_fuse().into(), shared.plan.fuse, near));
        if let Some(key) = &shared.key {
            let place = say::planned_where_the_coil_lead_leaves().to_owned();
            out.push(line(say::fuse_block_coil_of_its_relay().into(), key.coil_fuse(), place));
        }
    }
    if let Some(cable) = &study.charge {
        for (end, place) in [
            (say::starting_battery_end(), say::planned_close_to_the_starting_battery()),
            (say::second_battery_end(), say::planned_close_to_the_second_battery()),
        ] {
            let what = say::cable_between_the_batteries(&end);
            out.push(line(what, cable.fuse, place.into()));
        }
        if cable.key.is_some() {
            let place = say::planned_where_its_lead_leaves().to_owned();
            out.push(line(say::isolator_control_lead().into(), Fuse::of_rating(KEY_FUSE_A), place));
        }
    }
    out
}

/// Where the fuse of a circuit goes.
fn planned_place(job: &Job, study: &Assessment, chain: &Chain) -> String {
    let circuit = &job.circuits[chain.index.0];
    if circuit.kit.is_some() {
        return say::in_the_holder_of_its_harness().into();
    }
    if chain.block.is_some() {
        return say::in_the_fuse_block().into();
    }
    if let Origin::Factory { index, .. } = chain.origin {
        let name = &job.factory[index].name;
        return match chain.is_position {
            true => say::in_the_adapter(&name),
            false => say::at_the_splice_on_the_wire(&name),
        };
    }
    let sited = circuit.sites.as_ref().zip(study.layout.as_ref()).and_then(|(sites, layout)| {
        let id = sites.fuse.clone().unwrap_or(PlaceId::from("fuses"));
        layout.graph.places.iter().find(|p| p.id == id).map(|p| p.name.clone())
    });
    match (sited, chain.is_auxiliary) {
        (Some(place), _) => place,
        (None, true) => say::close_to_the_second_battery().into(),
        (None, false) => say::close_to_battery_plus().into(),
    }
}
