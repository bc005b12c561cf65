//! Limits of the vehicle: batteries, alternator, factory circuits, skeleton, shift; and of the shop.

use super::Checker;
use crate::{Job, Passage, Skeleton};
use jovek_phrases::limits as say;
use std::collections::HashSet;

impl Checker {
    /// Names, battery and alternator.
    pub(super) fn vehicle(&mut self, job: &Job) {
        self.text("unit".into(), &job.unit, 24);
        self.text("title".into(), &job.title, 120);
        self.text("vehicle.name".into(), &job.vehicle.name, 120);
        let n = job.vehicle.system.batteries();
        let battery = &job.supply.battery;
        self.maybe("supply.battery.capacity_ah".into(), battery.capacity_ah, 2.0, 1000.0, "Ah");
        self.maybe(
            "supply.battery.internal_mohm".into(),
            battery.internal_mohm,
            0.3,
            500.0,
            "mohm",
        );
        let alternator = &job.supply.alternator;
        self.maybe(
            "supply.alternator.regulated_v".into(),
            alternator.regulated_v,
            12.2 * n,
            15.5 * n,
            "V",
        );
        self.maybe("supply.alternator.rated_a".into(), alternator.rated_a, 5.0, 600.0, "A");
        self.maybe("supply.alternator.idle_a".into(), alternator.idle_a, 1.0, 600.0, "A");
    }

    /// The second battery.
    pub(super) fn auxiliary(&mut self, job: &Job) {
        if let Some(a) = &job.supply.auxiliary {
            let at = "supply.auxiliary";
            let capacity = a.battery.capacity_ah;
            self.maybe(format!("{at}.battery.capacity_ah"), capacity, 1.0, 2000.0, "Ah");
            let internal = a.battery.internal_mohm;
            self.maybe(format!("{at}.battery.internal_mohm"), internal, 0.1, 200.0, "mohm");
            self.maybe(format!("{at}.cable_mohm"), a.cable_mohm, 0.1, 500.0, "mohm");
            self.maybe(format!("{at}.charger_a"), a.charger_a, 1.0, 200.0, "A");
            let length_m = a.fitted.and_then(|f| f.length_m);
            self.maybe(format!("{at}.fitted.length_m"), length_m, 0.2, 30.0, "m");
        }
    }

    /// The shop's habits.
    pub(super) fn shop(&mut self, job: &Job) {
        self.maybe("shop.margin_v".into(), job.shop.margin_v, 0.0, 3.0, "V");
        self.maybe("shop.unfused_m".into(), job.shop.unfused_m, 0.05, 0.457, "m");
        self.maybe("shop.smallest_fuse_a".into(), job.shop.smallest_fuse_a, 1.0, 20.0, "A");
        self.few("shop.keeps_fuses_a", job.shop.keeps_fuses_a.len(), 40, "fuses");
        self.few("shop.keeps_relays_a", job.shop.keeps_relays_a.len(), 20, "relays");
        for (k, a) in job.shop.keeps_fuses_a.iter().enumerate() {
            self.range(format!("shop.keeps_fuses_a[{k}]"), *a, 1.0, 120.0, "A");
        }
        for (k, a) in job.shop.keeps_relays_a.iter().enumerate() {
            self.range(format!("shop.keeps_relays_a[{k}]"), *a, 1.0, 300.0, "A");
        }
        self.maybe("shop.tie_in_a".into(), job.shop.tie_in_a, 0.1, 20.0, "A");
        self.maybe("shop.hinge_m".into(), job.shop.hinge_m, 0.0, 1.0, "m");
        self.maybe("shop.connector_m".into(), job.shop.connector_m, 0.0, 1.0, "m");
        self.maybe("shop.drip_loop_m".into(), job.shop.drip_loop_m, 0.0, 1.0, "m");
        self.maybe("shop.strain_relief_m".into(), job.shop.strain_relief_m, 0.0, 1.0, "m");
        self.maybe("shop.spare_percent".into(), job.shop.spare_percent, 0.0, 50.0, "%");
        self.maybe("shop.reel_m".into(), job.shop.reel_m, 1.0, 1000.0, "m");
        self.maybe("shop.hourly_rate".into(), job.shop.hourly_rate, 0.0, 100_000.0, "");
        if let Some(own) = &job.shop.own_colours {
            self.text("shop.own_colours.ground".into(), &own.ground, 40);
            self.text("shop.own_colours.feed".into(), &own.feed, 40);
            self.text("shop.own_colours.circuits".into(), &own.circuits, 200);
        }
        self.maybe("shop.end_allowance_m".into(), job.shop.end_allowance_m, 0.0, 2.0, "m");
    }

    /// Circuits that the vehicle came with.
    pub(super) fn factory(&mut self, job: &Job) {
        self.few("factory", job.factory.len(), 64, say::factory_circuits());
        let mut ids = HashSet::new();
        for (i, f) in job.factory.iter().enumerate() {
            let at = format!("factory[{i}]");
            self.id(format!("{at}.id"), &f.id.0, &mut ids);
            self.text(format!("{at}.name"), &f.name, 80);
            if f.also.contains(&f.follows) || f.also.len() > 3 {
                let says = say::give_up_to_three_further_signals().to_owned();
                self.say(format!("{at}.also"), says);
            }
            self.maybe(format!("{at}.fuse_a"), f.fuse_a, 0.5, 150.0, "A");
            self.maybe(format!("{at}.length_m"), f.length_m, 0.05, 60.0, "m");
            self.text(format!("{at}.colour"), f.colour.as_deref().unwrap_or_default(), 40);
            self.maybe(format!("{at}.existing_a"), f.existing_a, 0.0, 100.0, "A");
            self.maybe(format!("{at}.output_a"), f.output_a, 0.05, 100.0, "A");
            self.maybe(format!("{at}.probe.on_v"), f.probe.on_v, -40.0, 40.0, "V");
            self.maybe(format!("{at}.probe.off_v"), f.probe.off_v, -40.0, 40.0, "V");
        }
    }

    /// Length, width and height of a vehicle.
    pub(super) fn size(&mut self, at: &str, [length_m, width_m, height_m]: [Option<f64>; 3]) {
        self.maybe(format!("{at}length_m"), length_m, 1.0, 20.0, "m");
        self.maybe(format!("{at}width_m"), width_m, 0.6, 3.5, "m");
        self.maybe(format!("{at}height_m"), height_m, 0.3, 4.5, "m");
    }

    pub(super) fn skeleton(&mut self, skeleton: &Skeleton) {
        let Skeleton { length_m, width_m, height_m, .. } = *skeleton;
        self.size("skeleton.", [length_m, width_m, height_m]);
        let mut ids = HashSet::new();
        for (i, place) in skeleton.places.iter().enumerate() {
            let at = format!("skeleton.places[{i}]");
            self.id(format!("{at}.id"), &place.id.0, &mut ids);
            self.text(format!("{at}.name"), place.name.as_deref().unwrap_or_default(), 80);
            if let Some(p) = place.at {
                self.range(format!("{at}.at.along_m"), p.along_m, -5.0, 25.0, "m");
                self.range(format!("{at}.at.left_m"), p.left_m, -3.0, 3.0, "m");
                self.range(format!("{at}.at.up_m"), p.up_m, -0.5, 5.0, "m");
            }
        }
        let mut ids = HashSet::new();
        for (i, way) in skeleton.ways.iter().enumerate() {
            let at = format!("skeleton.ways[{i}]");
            self.id(format!("{at}.id"), &way.id.0, &mut ids);
            self.text(format!("{at}.name"), way.name.as_deref().unwrap_or_default(), 80);
            self.maybe(format!("{at}.length_m"), way.length_m, 0.01, 60.0, "m");
            self.maybe(format!("{at}.ambient_c"), way.ambient_c, -40.0, 150.0, "°C");
            if way.between.as_ref().is_some_and(|b| b.from == b.to) {
                self.say(format!("{at}.between"), say::a_way_joins_two_different_places().into());
            }
            if let Some(Passage::Grommet { bore_mm }) = way.passage {
                self.maybe(format!("{at}.passage.bore_mm"), bore_mm, 2.0, 120.0, "mm");
            }
        }
        if skeleton.places.len() > 120 || skeleton.ways.len() > 240 {
            self.say("skeleton".into(), say::more_than_120_places_or_240().into());
        }
    }

    /// The shift that the batteries bear.
    pub(super) fn shift(&mut self, job: &Job) {
        if let Some(shift) = &job.shift {
            self.maybe("shift.battery_c".into(), shift.battery_c, -40.0, 60.0, "°C");
            self.maybe("shift.start_percent".into(), shift.start_percent, 0.0, 100.0, "%");
            self.maybe("shift.days_parked".into(), shift.days_parked, 0.0, 365.0, "days");
            self.maybe("shift.key_off_ma".into(), shift.key_off_ma, 0.0, 5000.0, "mA");
            for (i, leg) in shift.legs.iter().enumerate() {
                self.range(format!("shift.legs[{i}].minutes"), leg.minutes, 0.0, 2880.0, "min");
            }
            if shift.legs.len() > 40 {
                self.say("shift.legs".into(), say::more_than_40_parts().into());
            }
        }
    }
}
