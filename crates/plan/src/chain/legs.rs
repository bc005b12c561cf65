//! The legs between a branch and its lamps: laid along the skeleton, or short leads from one splice.

use super::link::Stretch;
use super::stretch;
use crate::assumed::Assumed;
use crate::end::End;
use crate::fact::{Fact, ToldSection};
use crate::lamp::PlannedLamp;
use crate::route::LaidLeg;
use jovek_catalog::joint::{LAMP_LEAD_M, NEXT_LAMP_M};
use jovek_catalog::zone::Zone;
use jovek_job::{LampCircuit, LampEnd, Section, Spread, ToLamps, Waypoint};
use jovek_phrases::plan as say;

/// A piece of wire behind the first branch, with lamps at its end or further legs.
#[derive(Debug, Clone, PartialEq)]
pub struct Leg {
    /// The leg that it goes on from; none from the branch itself.
    pub parent: Option<usize>,
    /// Sections in order; none for a lamp whose own lead reaches to the branch.
    pub stretches: Vec<Stretch>,
    /// Connectors that it goes through: behind which section, by index, and the cavity.
    pub plugs: Vec<(usize, End)>,
    /// Lamps at its end: light and number, both by index.
    pub lamps: Vec<(usize, usize)>,
}

/// The legs from the branch to the end of one, in order.
pub fn leg_path(legs: &[Leg], leg: usize) -> Vec<usize> {
    let mut out = vec![leg];
    while let Some(parent) = legs[out[out.len() - 1]].parent {
        out.push(parent);
    }
    out.reverse();
    out
}

impl Leg {
    /// Length, m.
    pub fn length_m(&self) -> f64 {
        self.stretches.iter().map(|s| s.length_m).sum()
    }
}

/// Legs with their figures filled in; lamps by light and number.
pub(super) fn legs(
    laid: &[LaidLeg],
    lamps: &[PlannedLamp],
    circuit: &str,
    mut plug: impl FnMut(&Section) -> Option<End>,
) -> Vec<Leg> {
    // Lamps are counted through, light after light.
    let named = |number: usize| {
        let mut left = number;
        for (k, lamp) in lamps.iter().enumerate() {
            if left < lamp.count as usize {
                return (k, left);
            }
            left -= lamp.count as usize;
        }
        (0, 0)
    };
    let mut known = Assumed::default();
    laid.iter()
        .map(|leg| Leg {
            parent: leg.parent,
            // Every section of a leg has its length by now.
            stretches: leg.sections.iter().map(|s| stretch(s, "", circuit, &mut known)).collect(),
            plugs: leg
                .sections
                .iter()
                .enumerate()
                .filter(|(_, s)| s.section.ends_at == Waypoint::Connector)
                .filter_map(|(k, s)| Some((k, plug(&s.section)?)))
                .collect(),
            lamps: leg.lamps.iter().map(|&n| named(n)).collect(),
        })
        .collect()
}

/// The legs that somebody told of a path by sections.
#[derive(Default)]
pub(super) struct ToldLegs {
    /// To each lamp: from one splice, or from lamp to lamp.
    pub to_each: Vec<LaidLeg>,
    /// Of the sync wire.
    pub in_step: Vec<LaidLeg>,
}

/// What was told of the wires to several lamps; none where they sit side by side.
pub(super) fn told(
    circuit: &LampCircuit,
    lamps: &[PlannedLamp],
    at: &str,
    assumed: &mut Assumed,
) -> ToldLegs {
    let Some(to) = &circuit.run.to_lamps else { return ToldLegs::default() };
    let count: usize = lamps.iter().map(|l| l.count as usize).sum();
    if count < 2 {
        return ToldLegs::default();
    }
    let to_each: Vec<LaidLeg> =
        (0..count).map(|n| told_leg(to, n, (&circuit.name, at), assumed)).collect();
    ToldLegs { in_step: in_step(&to_each, to.spread, lamps), to_each }
}

fn told_leg(to: &ToLamps, n: usize, (circuit, at): (&str, &str), assumed: &mut Assumed) -> LaidLeg {
    let (usual_m, parent) = match to.spread {
        Spread::Star => (LAMP_LEAD_M, None),
        Spread::Chain => (NEXT_LAMP_M, (n > 1).then(|| n - 1)),
    };
    // The path ends at the first lamp of a chain.
    if to.spread == Spread::Chain && n == 0 {
        return LaidLeg { parent, sections: Vec::new(), lamps: vec![n] };
    }
    let name = say::to_lamp(&(n + 1));
    let path = format!("{at}.run.to_lamps.each[{n}].length_m");
    let length_m = assumed.or(
        to.each.get(n).and_then(|lamp| lamp.length_m),
        usual_m,
        path.clone(),
        say::wire(&circuit, &name),
        "m",
    );
    let zone = to.zone.unwrap_or(Zone::Exterior);
    let section = Section::unmeasured(&name, zone, Waypoint::Pass);
    let section = Section { length_m: Some(length_m), ..section };
    let sections = vec![ToldSection { section, fact: Some(Fact::Length { path }) }];
    LaidLeg { parent, sections, lamps: vec![n] }
}

/// The legs of a sync wire along told ones: from the first lamp that has such a lead to the others.
fn in_step(told: &[LaidLeg], spread: Spread, lamps: &[PlannedLamp]) -> Vec<LaidLeg> {
    if spread == Spread::Star {
        return told.to_vec();
    }
    let has: Vec<bool> = lamps.iter().flat_map(|l| (0..l.count).map(|_| l.has_sync_lead)).collect();
    let (mut out, mut way): (Vec<LaidLeg>, Vec<ToldSection>) = (Vec::new(), Vec::new());
    for (n, leg) in told.iter().enumerate() {
        way.extend(leg.sections.iter().cloned());
        if has.get(n) == Some(&true) {
            let sections = std::mem::take(&mut way);
            let is_first = out.is_empty();
            out.push(LaidLeg {
                parent: (out.len() > 1).then(|| out.len() - 1),
                // It starts at the first of them.
                sections: if is_first { Vec::new() } else { sections },
                lamps: leg.lamps.clone(),
            });
        }
    }
    out
}

/// Legs to some lamps alone: those that lead to no such lamp are left out.
pub(super) fn only_to(mut legs: Vec<Leg>, lamps: &[(usize, usize)]) -> Vec<Leg> {
    for leg in &mut legs {
        leg.lamps.retain(|lamp| lamps.contains(lamp));
    }
    // A leg stands after the one that it goes on from.
    let mut leads: Vec<bool> = legs.iter().map(|l| !l.lamps.is_empty()).collect();
    for k in (0..legs.len()).rev() {
        if let Some(parent) = legs[k].parent.filter(|_| leads[k]) {
            leads[parent] = true;
        }
    }
    let place = |k: usize| leads[..k].iter().filter(|l| **l).count();
    let kept = legs.into_iter().enumerate().filter(|(k, _)| leads[*k]);
    kept.map(|(_, leg)| Leg { parent: leg.parent.map(place), ..leg }).collect()
}

/// Gives each of `all` lamps a leg of its own, where there are several: from the splice that they share, of nothing
/// but a short lead, or of the lamp's own where that is bare. `near` is where the supply ends.
pub(super) fn one_to_each_lamp(
    mut legs: Vec<Leg>,
    (lamps, all): (&[PlannedLamp], Vec<(usize, usize)>),
    near: Option<&Stretch>,
) -> Vec<Leg> {
    if legs.is_empty() && all.len() < 2 {
        return legs;
    }
    let lead = |lamp: (usize, usize), beside: Option<&Stretch>| {
        let is_bare = lamps.get(lamp.0).is_some_and(|l| l.lead.ends == LampEnd::Bare);
        let stretch = beside.filter(|_| !is_bare).map(|s| Stretch {
            name: say::lead().into(),
            length_m: LAMP_LEAD_M,
            is_assumed: true,
            fact: None,
            beside: 0,
            ..s.clone()
        });
        stretch.into_iter().collect::<Vec<_>>()
    };
    let leaf = |parent, lamp, beside: Option<&Stretch>| Leg {
        parent,
        stretches: lead(lamp, beside),
        plugs: Vec::new(),
        lamps: vec![lamp],
    };
    if legs.is_empty() {
        return all.into_iter().map(|lamp| leaf(None, lamp, near)).collect();
    }
    for k in 0..legs.len() {
        let beside = legs[k].stretches.last().or(near).cloned();
        if legs[k].stretches.is_empty() && !legs[k].lamps.is_empty() {
            // Right at the branch: each lamp by its own lead.
            let (parent, here) = (legs[k].parent, std::mem::take(&mut legs[k].lamps));
            let mut leaves = here.into_iter().map(|lamp| leaf(parent, lamp, beside.as_ref()));
            if let Some(first) = leaves.next() {
                legs[k] = first;
            }
            let others: Vec<Leg> = leaves.collect();
            legs.extend(others);
        } else if legs[k].lamps.len() > 1
            || !legs[k].lamps.is_empty() && legs.iter().any(|l| l.parent == Some(k))
        {
            // Several lamps there, or the wire goes on: a splice, and a lead to each.
            let here = std::mem::take(&mut legs[k].lamps);
            legs.extend(here.into_iter().map(|lamp| leaf(Some(k), lamp, beside.as_ref())));
        }
    }
    legs
}
