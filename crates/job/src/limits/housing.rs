//! Limits of housings: every lamp in one is there, and in no other.

use super::Checker;
use crate::{HousedLamp, Job, ReturnKind};
use std::collections::HashSet;

/// Most lamps in one housing.
const MOST_LAMPS: usize = 12;

impl Checker {
    pub(super) fn housings(&mut self, job: &Job) {
        if job.housings.len() > 200 {
            self.say("housings".into(), "more than 200 housings".into());
        }
        let mut ids = HashSet::new();
        let mut taken = HashSet::new();
        for (i, housing) in job.housings.iter().enumerate() {
            let at = format!("housings[{i}]");
            self.id(format!("{at}.id"), &housing.id.0, &mut ids);
            self.text(format!("{at}.name"), &housing.name, 80);
            if !(1..=MOST_LAMPS).contains(&housing.lamps.len()) {
                self.say(format!("{at}.lamps"), format!("give 1 to {MOST_LAMPS} lamps"));
            }
            let mut ends = None;
            for (k, lamp) in housing.lamps.iter().enumerate() {
                let at = format!("{at}.lamps[{k}]");
                if let Some(colour) = &lamp.lead_colour {
                    self.text(format!("{at}.lead_colour"), colour, 40);
                }
                let mut lights = job.circuits.iter().flat_map(|c| &c.lights);
                let Some(light) = lights.find(|l| l.id == lamp.light) else {
                    self.say(
                        format!("{at}.light"),
                        format!("there is no light \"{}\"", lamp.light),
                    );
                    continue;
                };
                if lamp.number >= light.count {
                    let says = format!(
                        "\"{}\" has {}, there is no number {}; take it out of the housing first",
                        light.name,
                        light.count,
                        lamp.number + 1
                    );
                    self.say(format!("{at}.number"), says);
                }
                if light.strip.is_some() {
                    let says = format!("\"{}\" is a strip: it has no housing", light.name);
                    self.say(format!("{at}.light"), says);
                }
                if !taken.insert((&lamp.light, lamp.number)) {
                    let says =
                        format!("lamp {} of \"{}\" is in two housings", lamp.number, light.name);
                    self.say(at.clone(), says);
                }
                let own = light.lead.map(|l| l.ends).unwrap_or_default();
                if *ends.get_or_insert(own) != own {
                    let says = format!(
                        "the lead of \"{}\" ends otherwise than the others of \"{}\"; make them alike under Light",
                        light.name, housing.name
                    );
                    self.say(format!("{at}.light"), says);
                }
            }
            let kept = housing.ground.as_ref().is_some_and(|g| g.by == ReturnKind::FactoryGround);
            let stays = |h: &HousedLamp| {
                let mut lights = job.circuits.iter().flat_map(|c| &c.lights);
                lights.find(|l| l.id == h.light).is_none_or(|l| l.stays)
            };
            if kept && !housing.lamps.iter().all(stays) {
                let says =
                    "only a housing that stays keeps its own ground; say where the wire goes";
                self.say(format!("{at}.ground.by"), says.into());
            }
            if let Some(ground) = &housing.ground {
                self.maybe(format!("{at}.ground.length_m"), ground.length_m, 0.05, 100.0, "m");
            }
        }
    }
}
