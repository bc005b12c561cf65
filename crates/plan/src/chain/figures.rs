//! Figures of a chain: lengths, shares of the power, temperatures, the lamp that is farthest.

use super::legs::{Leg, leg_path};
use super::link::{LinkKind, Stretch, WireRun};
use super::{Chain, Origin};
use crate::factory::PlannedFactory;
use crate::inputs::Assignment;
use crate::switching::Switching;
use jovek_job::{LampEnd, VehicleSide};

impl Chain {
    /// All wires with their index in the chain.
    pub fn wires(&self) -> impl Iterator<Item = (usize, &WireRun)> {
        self.links.iter().enumerate().filter_map(|(i, l)| match &l.kind {
            LinkKind::Wire(w) => Some((i, w)),
            _ => None,
        })
    }

    /// Copper of supply and return together, m: the longest way there and back.
    pub fn copper_m(&self) -> f64 {
        let far = |legs: &[Leg]| {
            (0..legs.len())
                .map(|k| leg_path(legs, k).iter().map(|&l| legs[l].length_m()).sum::<f64>())
                .fold(0.0, f64::max)
        };
        self.wires().map(|(_, w)| w.length_m()).sum::<f64>()
            + far(&self.legs)
            + far(&self.back_legs)
    }

    /// The lamp that is farthest behind the branches, there and back: light and number, both by index. None
    /// where all are equally far.
    pub fn farthest_lamp(&self) -> Option<(usize, usize)> {
        let far = self.lamp_to_read()?;
        let lamps = self.legs.iter().flat_map(|l| l.lamps.iter().copied());
        let is_nearer = |lamp| self.lamp_m(lamp) < self.lamp_m(far) - 1e-6;
        lamps.into_iter().any(is_nearer).then_some(far)
    }

    /// Length behind the branches to a lamp and back, m.
    fn lamp_m(&self, lamp: (usize, usize)) -> f64 {
        let far_m = |legs: &[Leg]| {
            let end = legs.iter().position(|l| l.lamps.contains(&lamp));
            end.map_or(0.0, |k| leg_path(legs, k).iter().map(|&l| legs[l].length_m()).sum::<f64>())
        };
        far_m(&self.legs) + far_m(&self.back_legs)
    }

    /// The lamp at which readings are taken: the farthest behind the branches, the first of equals. None where
    /// the only lamp sits at the end of the chain.
    pub fn lamp_to_read(&self) -> Option<(usize, usize)> {
        let lamps = self.legs.iter().chain(&self.back_legs).flat_map(|l| l.lamps.iter().copied());
        lamps.max_by(|&a, &b| self.lamp_m(a).total_cmp(&self.lamp_m(b)).then(b.cmp(&a)))
    }

    /// Number of a lamp, counted through light after light, from 1: as on labels and in pin tables.
    pub fn lamp_number(&self, (light, number): (usize, usize)) -> usize {
        self.lamps[..light].iter().map(|l| l.count as usize).sum::<usize>() + number + 1
    }

    /// Stretches of all legs, supply first, each with the part of the lamp power that it carries.
    pub fn leg_stretches(&self) -> impl Iterator<Item = (&Stretch, f64)> {
        [&self.legs, &self.back_legs].into_iter().flat_map(move |legs| {
            let parts = self.power_parts(legs);
            legs.iter()
                .zip(parts)
                .flat_map(|(leg, part)| leg.stretches.iter().map(move |s| (s, part)))
        })
    }

    /// For each stretch of [`Chain::leg_stretches`]: whether it is of a lead that ends in the plug of a lamp.
    pub fn stretches_to_plugs(&self) -> impl Iterator<Item = bool> {
        self.legs.iter().chain(&self.back_legs).flat_map(|leg| {
            let lamp = leg.lamps.first().and_then(|l| self.lamps.get(l.0));
            let is_lead = lamp.is_some_and(|l| l.lead.ends == LampEnd::Plug);
            leg.stretches.iter().map(move |_| is_lead)
        })
    }

    /// Part of the lamp power that each leg and those behind it carry. A leg stands after the one that it goes
    /// on from.
    fn power_parts(&self, legs: &[Leg]) -> Vec<f64> {
        let power_w =
            |(light, _): &(usize, usize)| self.lamps.get(*light).map_or(0.0, |l| l.power_w);
        let all_w: f64 = self.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
        let mut behind_w: Vec<f64> =
            legs.iter().map(|l| l.lamps.iter().map(power_w).sum()).collect();
        for k in (0..legs.len()).rev() {
            if let Some(parent) = legs[k].parent {
                behind_w[parent] += behind_w[k];
            }
        }
        behind_w.into_iter().map(|w| if all_w > 0.0 { w / all_w } else { 1.0 }).collect()
    }

    /// The first combination that lights it; nothing on where none does.
    pub fn first_lit_by(&self) -> Assignment {
        self.lit_by.first().copied().unwrap_or_default()
    }

    /// True where only wires of the towing vehicle are live for it in a combination: that vehicle's battery lights
    /// the lamps, not its own.
    pub fn is_lit_by_towing(&self, factory: &[PlannedFactory], inputs: Assignment) -> bool {
        let by_feed = self.switching.as_ref().is_none_or(|s| s.lamps_from.uses_feed());
        let mut taps = self.switching.as_ref().map_or(Vec::new(), |s| s.lamps_from.taps());
        match self.origin {
            Origin::Factory { index, .. } if by_feed => taps.push(index),
            Origin::Battery if by_feed => return false,
            _ => {}
        }
        let live =
            |side| taps.iter().any(|&i| factory[i].side == side && inputs.any(factory[i].live_by));
        live(VehicleSide::Towing) && !live(VehicleSide::Own)
    }

    /// Factory wires that it touches, by index in the job.
    pub fn taps(&self) -> Vec<usize> {
        let mut out = self.switching.as_ref().map(Switching::taps).unwrap_or_default();
        if let Origin::Factory { index, .. } = self.origin
            && !out.contains(&index)
        {
            out.push(index);
        }
        out
    }

    /// True where any lamp is a filament lamp.
    pub fn has_filament(&self) -> bool {
        self.lamps.iter().any(|l| l.is_filament)
    }

    /// Temperature where the fuse sits, °C.
    pub fn fuse_ambient_c(&self) -> f64 {
        self.links
            .iter()
            .find_map(|l| match l.kind {
                LinkKind::Fuse { ambient_c } => Some(ambient_c),
                _ => None,
            })
            .unwrap_or(23.0)
    }

    /// Temperature where switch or relay sits, °C: the fuse's where there is none.
    pub fn control_ambient_c(&self) -> f64 {
        let control = self.links.iter().find_map(|l| match l.kind {
            LinkKind::Control { ambient_c } => Some(ambient_c),
            _ => None,
        });
        control.unwrap_or_else(|| self.fuse_ambient_c())
    }

    /// Hottest surroundings of any wire, °C.
    pub fn hottest_c(&self) -> f64 {
        let legs = self.leg_stretches().map(|(s, _)| s);
        self.wires()
            .flat_map(|(_, w)| w.stretches.iter())
            .chain(legs)
            .map(|s| s.ambient_c)
            .fold(20.0, f64::max)
    }
}
