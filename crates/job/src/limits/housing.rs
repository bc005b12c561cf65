//! Limits of housings: every lamp in one is there, and in no other.

use super::Checker;
use crate::{HousedLamp, Job, ReturnKind};
use jovek_phrases::limits as say;
use std::collections::HashSet;

/// Most lamps in one housing.
const MOST_LAMPS: usize = 12;

impl Checker {
    pub(super) fn housings(&mut self, job: &Job) {
        if job.housings.len() > 200 {
            self.say("housings".into(), say::more_than_200_housings().into());
        }
        let mut ids = HashSet::new();
        let mut taken = HashSet::new();
        for (i, housing) in job.housings.iter().enumerate() {
            let at = format!("housings[{i}]");
            self.id(format!("{at}.id"), &housing.id.0, &mut ids);
            self.text(format!("{at}.name"), &housing.name, 80);
            if !(1..=MOST_LAMPS).contains(&housing.lamps.len()) {
                self.say(format!("{at}.lamps"), say::give_1_to_lamps(&MOST_LAMPS));
            }
            let mut ends = None;
            for (k, lamp) in housing.lamps.iter().enumerate() {
                let at = format!("{at}.lamps[{k}]");
                if let Some(colour) = &lamp.lead_colour {
                    self.text(format!("{at}.lead_colour"), colour, 40);
                }
                let mut lights = job.circuits.iter().flat_map(|c| &c.lights);
                let Some(light) = lights.find(|l| l.id == lamp.light) else {
                    self.say(format!("{at}.light"), say::there_is_no_light(&lamp.light));
                    continue;
                };
                if lamp.number >= light.count {
                    let says = say::has_there_is_no_number_take(
                        &light.name,
                        &light.count,
                        &(lamp.number + 1),
                    );
                    self.say(format!("{at}.number"), says);
                }
                if light.strip.is_some() {
                    let says = say::is_a_strip(&light.name);
                    self.say(format!("{at}.light"), says);
                }
                if !taken.insert((&lamp.light, lamp.number)) {
                    let says = say::lamp_of_is_in_two_housings(&lamp.number, &light.name);
                    self.say(at.clone(), says);
                }
                let own = light.lead.map(|l| l.ends).unwrap_or_default();
                if *ends.get_or_insert(own) != own {
                    let says = say::the_lead_of_ends_otherwise(&light.name, &housing.name);
                    self.say(format!("{at}.light"), says);
                }
            }
            let kept = housing.ground.as_ref().is_some_and(|g| g.by == ReturnKind::FactoryGround);
            let stays = |h: &HousedLamp| {
                let mut lights = job.circuits.iter().flat_map(|c| &c.lights);
                lights.find(|l| l.id == h.light).is_none_or(|l| l.stays)
            };
            if kept && !housing.lamps.iter().all(stays) {
                let says = say::only_a_housing_that_stays_keeps();
                self.say(format!("{at}.ground.by"), says.into());
            }
            if let Some(ground) = &housing.ground {
                self.maybe(format!("{at}.ground.length_m"), ground.length_m, 0.05, 100.0, "m");
            }
        }
    }
}
