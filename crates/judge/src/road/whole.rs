//! What a rule says of all lamps together: what is missing, flashes and candela that add up.

use super::judge::{Missing, RoadReason, RoadVerdict, Vehicle, one_of, reason};
use super::rulebook::{Entry, Rule};
use crate::light::lamps::Lamp;
use jovek_job::{HousedLamp, HousingId, LampRole, Light, LightId, Signal, Wish};
use jovek_phrases::road as say;
use std::collections::BTreeSet;

/// What counts as one lamp.
#[derive(PartialEq, Eq, PartialOrd, Ord)]
enum Body<'a> {
    Housing(&'a HousingId),
    Lamp(&'a LightId, usize),
}

impl Vehicle<'_> {
    /// What a rule asks for that the job does not have.
    pub(super) fn missing(&self, entry: &Entry) -> Option<Missing> {
        let (lamp, least, have, wanted) = match &entry.rule {
            Rule::Required {
                lamp,
                role,
                facing,
                part,
                least,
                colours,
                truck,
                trailer,
                every_m,
                ..
            } => {
                if !self.needs(*truck, *trailer) {
                    return None;
                }
                let is_one = |l: &&Lamp| {
                    self.counts_as(l, *role)
                        && self.facing(l) == *facing
                        && self.is_at(l, *part)
                        && colours.contains(&l.colour)
                };
                let bodies = self.lamps.iter().filter(is_one).map(|l| self.body(l));
                let have = bodies.collect::<BTreeSet<_>>().len();
                let least = match every_m {
                    // One every so far on each side.
                    Some(every_m) => {
                        (*least).max(2 * (self.size_m[0] / every_m).ceil().max(1.0) as usize)
                    }
                    None => *least,
                };
                (lamp, least, have, one_of(colours))
            }
            Rule::Reflector { lamp, least, colours, truck, trailer, height_mm, .. } => {
                if !self.needs(*truck, *trailer) {
                    return None;
                }
                let [low, high] = height_mm.map(|h| h.unwrap_or_default());
                (
                    lamp,
                    *least,
                    0,
                    say::colours_high(
                        &one_of(colours),
                        &self.job.shop.units.tape_between(low, high),
                    ),
                )
            }
            _ => return None,
        };
        if have >= least {
            return None;
        }
        let is_reflector = matches!(entry.rule, Rule::Reflector { .. });
        let verdict = match (self.is_trailer, is_reflector) {
            (true, false) => RoadVerdict::Wrong,
            _ => RoadVerdict::Ask,
        };
        let text = match (verdict, have) {
            (RoadVerdict::Wrong, have) => say::the_job(&least, &wanted, &have),
            (_, 0) => say::on_the_vehicle_already(&least, &wanted),
            (_, have) => say::the_job_adds(&least, &wanted, &have),
        };
        let note = entry.note.clone().unwrap_or_default();
        Some(Missing { lamp: lamp.clone(), text, verdict, reason: reason(entry, verdict, note) })
    }

    /// What a lamp is counted by: its housing, where several leads of one housing make one lamp; else itself.
    fn body<'a>(&'a self, lamp: &'a Lamp) -> Body<'a> {
        let is_it = |h: &HousedLamp| h.light == lamp.light && h.number as usize == lamp.number;
        let housing = self.job.housings.iter().find(|h| h.lamps.iter().any(is_it));
        housing.map_or(Body::Lamp(&lamp.light, lamp.number), |h| Body::Housing(&h.id))
    }

    /// True for a lamp of a role, and for a turn lamp that is the stop lamp too: stop and turn in one.
    fn counts_as(&self, lamp: &Lamp, role: LampRole) -> bool {
        let circuit = self.job.circuits.iter().find(|c| c.id == lamp.circuit);
        let stops =
            || circuit.is_some_and(|c| c.lit.pieces().contains(&&Wish::With(Signal::Brake)));
        lamp.role == Some(role)
            || (role == LampRole::Brake && lamp.role == Some(LampRole::Turn) && stops())
    }

    /// Rates of all flashes that are not in step, Hz: lamps of a circuit that a sync wire joins, or that one flasher
    /// feeds, flash as one.
    fn flashes_apart_hz(&self) -> Vec<f64> {
        let mut out = Vec::new();
        for circuit in &self.job.circuits {
            let in_step = |light: &Light| light.has_sync_lead || circuit.control.flasher.is_some();
            let rates = circuit.lights.iter().filter_map(|l| Some((l, circuit.flash_of(l)?.hz)));
            let (together, apart): (Vec<_>, Vec<_>) = rates.partition(|(l, _)| in_step(l));
            out.extend(together.into_iter().map(|(_, hz)| hz).reduce(f64::max));
            out.extend(apart.iter().flat_map(|(l, hz)| (0..l.count).map(|_| *hz)));
        }
        out
    }

    /// What a rule says of all lamps together.
    pub(super) fn together(&self, entry: &Entry) -> Option<RoadReason> {
        match &entry.rule {
            Rule::General { sum_hz: Some(most), says, .. } => {
                let flashes = self.flashes_apart_hz();
                let sum: f64 = flashes.iter().sum();
                (flashes.len() > 1 && sum > *most + 1e-9).then(|| {
                    let says = say::unsynchronised_flashes_a_second_together(&sum, &says);
                    reason(entry, RoadVerdict::Ask, says)
                })
            }
            Rule::Added { sum_cd: Some(most), role, lamp, .. } => {
                let own = self.lamps.iter().filter(|l| l.role == Some(*role));
                let sum: f64 = own.map(|l| l.source.part * l.source.distribution.peak().0).sum();
                (sum > 0.0).then(|| {
                    let over = sum > *most;
                    let verdict = if over { RoadVerdict::Wrong } else { RoadVerdict::Ask };
                    let says = say::cd_together_with_the_vehicle_own(&lamp, &sum, &most);
                    reason(entry, verdict, says)
                })
            }
            _ => None,
        }
    }
}
