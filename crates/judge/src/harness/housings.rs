//! The leads of a housing with several lamps: which there are, in which order, by which number in its plug.

use super::connectors::light;
use super::ends::sign;
use jovek_job::{Job, Light};
use jovek_phrases::harness as say;
use jovek_plan::end::{End, HousingEnd, LampIx, Pole};
use jovek_plan::housing::lamps_of;

/// A lead of a housing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HousingLead {
    /// A lead of one of its lamps.
    Of(LampIx, Pole),
    /// A lead that sets the pattern of one of its lamps: capped.
    Pattern(LampIx),
    /// The ground that its lamps share.
    Ground,
}

/// Where a lamp sits that is one of several in a housing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct HousedAt {
    /// The housing, by index in the job.
    pub housing: usize,
    /// The lamp.
    pub lamp: LampIx,
}

/// The housing of a lamp; none where it is a lamp by itself.
pub fn place_of(job: &Job, lamp: LampIx) -> Option<HousedAt> {
    let is_in = |h: &jovek_job::Housing| lamps_of(job, &h.lamps).any(|(l, _)| l == lamp);
    job.housings.iter().position(is_in).map(|housing| HousedAt { housing, lamp })
}

impl HousedAt {
    /// The terminal of a lead: `LED stop lamp +`, with the colour of the lead where somebody noted it.
    pub fn terminal(&self, job: &Job, pole: Pole) -> String {
        let name = job.light_label(self.lamp.circuit.0, self.lamp.light);
        let own = &job.housings[self.housing].lamps;
        let colour = lamps_of(job, own)
            .find(|(lamp, _)| *lamp == self.lamp)
            .and_then(|(_, housed)| housed.lead_colour.as_deref())
            .filter(|colour| pole == Pole::Plus && !colour.trim().is_empty());
        match colour {
            Some(colour) => say::lead(&name, &sign(pole), &colour),
            None => format!("{name} {}", sign(pole)),
        }
    }
}

/// The leads of a housing in the order of its plug: function after function, the shared ground last.
pub fn leads(job: &Job, housing: usize) -> Vec<HousingLead> {
    let Some(of) = job.housings.get(housing) else { return Vec::new() };
    let mut out = Vec::new();
    for (lamp, _) in lamps_of(job, &of.lamps) {
        let has = |is: fn(&Light) -> bool| light(job, lamp).is_some_and(is);
        out.push(HousingLead::Of(lamp, Pole::Plus));
        if of.ground.is_none() {
            out.push(HousingLead::Of(lamp, Pole::Minus));
        }
        if has(|l| l.has_sync_lead) {
            out.push(HousingLead::Of(lamp, Pole::Sync));
        }
        if has(|l| l.has_pattern_lead) {
            out.push(HousingLead::Pattern(lamp));
        }
    }
    if of.ground.is_some() {
        out.push(HousingLead::Ground);
    }
    out
}

/// The number of an end in the plug of its housing, from 1; none for what is no lead of one.
pub fn pin(job: &Job, end: End) -> Option<usize> {
    let (housing, lead) = match end {
        End::Lamp(lamp, pole, _) => (place_of(job, lamp)?.housing, HousingLead::Of(lamp, pole)),
        End::Housing(housing, HousingEnd::Ground(_)) => (housing.0, HousingLead::Ground),
        _ => return None,
    };
    leads(job, housing).iter().position(|l| *l == lead).map(|k| k + 1)
}
