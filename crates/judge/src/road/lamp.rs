//! One lamp against the rules: colour, place, height, when it is on, class, what an added lamp may do.

use super::judge::{LampOnRoad, RoadReason, RoadVerdict, Vehicle, colour_name, one_of, reason};
use super::rulebook::{Confidence, Entry, Facing, OnRoad, Rule, rules};
use crate::light::lamps::Lamp;
use jovek_job::{LampRole, Region, Signal, WarningClass, Wish};
use jovek_phrases::road as say;

impl Vehicle<'_> {
    /// Against every rule of a region that is for it.
    pub(super) fn lamp(&self, region: Region, lamp: &Lamp) -> LampOnRoad {
        let mut reasons = Vec::new();
        let Some(role) = lamp.role else {
            return self.judged(
                lamp,
                vec![RoadReason {
                    verdict: RoadVerdict::Ask,
                    says: say::say_under_light_what_the_lamp().into(),
                    rule: String::new(),
                    source: "the job".into(),
                    confidence: Confidence::High.label(),
                    told_by: say::told_by_job().into(),
                }],
            );
        };
        let facing = self.facing(lamp);
        let mut fitting = Vec::new();
        for entry in rules(region) {
            let (its_role, its_facing, part) = match &entry.rule {
                Rule::Required { role, facing, part, .. } => (*role, *facing, *part),
                Rule::Added { role, facing, .. } => (*role, *facing, None),
                Rule::Reflector { .. } | Rule::General { .. } => continue,
            };
            let faces = its_facing == Facing::Any || its_facing == facing;
            if its_role == role && faces && self.is_at(lamp, part) {
                fitting.push(entry);
            }
        }
        // A rule for its own colour speaks before one for another.
        let own = |e: &&Entry| match &e.rule {
            Rule::Required { colours, .. } | Rule::Added { colours, .. } => {
                colours.contains(&lamp.colour)
            }
            Rule::Reflector { .. } | Rule::General { .. } => false,
        };
        if fitting.iter().any(own) {
            fitting.retain(own);
        }
        // Of several rules for one place, one that it keeps is enough.
        let by_rule: Vec<Vec<RoadReason>> = fitting.iter().map(|e| self.by_rule(e, lamp)).collect();
        let grave = |list: &[RoadReason]| list.iter().map(|r| r.verdict).max();
        match by_rule.into_iter().min_by_key(|list| grave(list)) {
            Some(best) => reasons.extend(best),
            None => reasons.push(RoadReason {
                verdict: RoadVerdict::Ask,
                says: say::the_rule_book_says_nothing(&role.label()),
                rule: String::new(),
                source: "this rule book".into(),
                confidence: Confidence::Low.label(),
                told_by: say::told_by_none().into(),
            }),
        }
        for entry in rules(region) {
            reasons.extend(self.general(entry, lamp, role, facing));
        }
        self.judged(lamp, reasons)
    }

    fn judged(&self, lamp: &Lamp, mut reasons: Vec<RoadReason>) -> LampOnRoad {
        reasons.sort_by_key(|r| std::cmp::Reverse(r.verdict));
        LampOnRoad {
            circuit: lamp.circuit.clone(),
            light: lamp.light.clone(),
            number: lamp.number,
            name: lamp.name.clone(),
            mount: lamp.source.mount,
            colour: lamp.colour,
            verdict: reasons.iter().map(|r| r.verdict).max().unwrap_or(RoadVerdict::Ask),
            reasons,
        }
    }

    /// A lamp against one rule that is for it.
    fn by_rule(&self, entry: &Entry, lamp: &Lamp) -> Vec<RoadReason> {
        let mut out = Vec::new();
        let mut say = |verdict, says: String| out.push(reason(entry, verdict, says));
        let (name, colours, height_mm, steady) = match &entry.rule {
            Rule::Required { lamp, colours, height_mm, steady, .. }
            | Rule::Added { lamp, colours, height_mm, steady, .. } => {
                (lamp, colours, height_mm, *steady)
            }
            Rule::Reflector { .. } | Rule::General { .. } => return out,
        };
        if !colours.contains(&lamp.colour) {
            say(RoadVerdict::Wrong, say::not(&name, &one_of(colours), &colour_name(lamp.colour)));
        }
        let up_mm = 1000.0 * lamp.source.mount.at.up_m;
        let [low, mut high] = *height_mm;
        if let Rule::Required { wide_trailer_mm: Some(wide), .. } = &entry.rule
            && self.is_trailer
            && 1000.0 * self.size_m[1] >= wide.from_mm
        {
            high = Some(wide.high_mm);
        }
        let is_low = low.is_some_and(|low| up_mm < low);
        let is_high = high.is_some_and(|high| up_mm > high);
        if is_low || is_high {
            let range = match (low, high) {
                (Some(low), Some(high)) => self.job.shop.units.tape_between(low, high),
                (Some(low), None) => say::or_more(&self.job.shop.units.tape(low)),
                (None, Some(high)) => say::at_most(&self.job.shop.units.tape(high)),
                (None, None) => String::new(),
            };
            let (verdict, where_) = if lamp.is_place_assumed {
                (
                    RoadVerdict::Ask,
                    say::about_high_not_measured_measure(&self.job.shop.units.tape(up_mm)),
                )
            } else {
                (RoadVerdict::Wrong, say::high(&self.job.shop.units.tape(up_mm)))
            };
            say(verdict, say::above_the_ground_this_one(&name, &range, &where_));
        }
        let flash = self.flash(lamp);
        if steady && flash.is_some() {
            say(RoadVerdict::Wrong, say::steady_this_one_flashes(&name));
        }
        if let Rule::Added { hz, on_part, road, most, classes, .. } = &entry.rule {
            if let Some((verdict, says)) = self.class(classes, name, lamp) {
                say(verdict, says);
            }
            if let (Some([slow, fast]), Some(flash)) = (hz, flash) {
                if !(*slow..=*fast).contains(&flash.hz) {
                    say(
                        RoadVerdict::Wrong,
                        say::to_flashes_a_second_this_one(&name, &slow, &fast, &flash.hz),
                    );
                }
                if on_part.is_some_and(|part| flash.duty > part + 1e-9) {
                    say(
                        RoadVerdict::Wrong,
                        say::lit_for_at_most(&name, &(100.0 * on_part.unwrap_or(0.0))),
                    );
                }
            }
            let alike = self.lamps.iter().filter(|l| l.role == lamp.role).count();
            if let Some(most) = most.filter(|m| alike > *m) {
                say(RoadVerdict::Ask, say::at_most_here(&name, &most, &alike));
            }
            let (verdict, says) = self.on_road(*road, name, lamp);
            say(verdict, says);
        }
        if out.is_empty() {
            let note = entry.note.as_ref().map_or(String::new(), |n| format!(" ({n})"));
            out.push(reason(entry, RoadVerdict::Right, say::as_the_rule_says(&name, &note)));
        }
        out
    }

    /// The class of a warning lamp against those that do; none where the rule asks for none.
    fn class(
        &self,
        classes: &[WarningClass],
        name: &str,
        lamp: &Lamp,
    ) -> Option<(RoadVerdict, String)> {
        if classes.is_empty() {
            return None;
        }
        let wanted: Vec<&str> = classes.iter().map(|c| c.label()).collect();
        let wanted = wanted.join(say::or());
        let class = self.light(lamp).and_then(|l| l.optic.as_ref()).and_then(|o| o.class);
        Some(match class {
            Some(class) if classes.contains(&class) => {
                (RoadVerdict::Right, say::as_its_work_asks(&name, &class.label()))
            }
            Some(class) => {
                (RoadVerdict::Wrong, say::for_work_on_the_road(&name, &wanted, &class.label()))
            }
            None => (RoadVerdict::Ask, say::read_it_off_the_lens(&name, &wanted)),
        })
    }

    /// What an added lamp may do on the road, and whether its wish keeps to it.
    fn on_road(&self, road: OnRoad, name: &str, lamp: &Lamp) -> (RoadVerdict, String) {
        let wish = self.job.circuits.iter().find(|c| c.id == lamp.circuit).map(|c| &c.lit);
        let permit = self.job.lighting.permits.iter().find(|p| p.colour == lamp.colour);
        match road {
            OnRoad::Lawful => (RoadVerdict::Right, say::may_be_lit_on_the_road(&name)),
            OnRoad::HighBeamOnly => {
                if wish.is_some_and(|w| needs(w, Signal::HighBeam)) {
                    (RoadVerdict::Right, say::lit_with_high_beam_only(&name))
                } else {
                    let says = say::with_high_beam_only_its_wish(&name);
                    (RoadVerdict::Wrong, says)
                }
            }
            OnRoad::Off => {
                if wish.is_some_and(keeps_off_moving) {
                    (RoadVerdict::Right, say::goes_out_when_the_vehicle_moves(&name))
                } else {
                    let says = say::off_on_the_road_its_switch(&name);
                    (RoadVerdict::Ask, says)
                }
            }
            OnRoad::Permit => match permit {
                Some(p) => (RoadVerdict::Right, say::permitted_by(&name, &p.by)),
                None => (
                    RoadVerdict::Ask,
                    say::by_permission_note_who_gave(&name, &colour_name(lamp.colour)),
                ),
            },
            OnRoad::Emergency => match permit {
                Some(p) => (RoadVerdict::Right, say::permitted_by(&name, &p.by)),
                None => (
                    RoadVerdict::Wrong,
                    say::is_for_emergency_vehicles(&name, &colour_name(lamp.colour)),
                ),
            },
            OnRoad::Ask => (RoadVerdict::Ask, say::local_law_says_whether_and_how(&name)),
        }
    }

    fn general(
        &self,
        entry: &Entry,
        lamp: &Lamp,
        role: LampRole,
        facing: Facing,
    ) -> Option<RoadReason> {
        let Rule::General { says, facing: seen, colour, except_roles, most_hz, .. } = &entry.rule
        else {
            return None;
        };
        let is_seen = seen.is_some_and(|s| s == facing) && *colour == Some(lamp.colour);
        // A permitted warning lamp is judged by its own rule.
        let is_excepted = except_roles.contains(&role) || role == LampRole::Warning;
        if is_seen && !is_excepted {
            return Some(reason(entry, RoadVerdict::Wrong, format!("{says}.")));
        }
        let hz = self.flash(lamp).map(|f| f.hz);
        match (most_hz, hz) {
            (Some(most), Some(hz)) if hz > *most => {
                Some(reason(entry, RoadVerdict::Ask, say::flashes_a_second_15_to_25(&hz, &says)))
            }
            _ => None,
        }
    }
}

/// True where a wish lights a lamp only while a signal is on.
fn needs(wish: &Wish, signal: Signal) -> bool {
    match wish {
        Wish::With(s) => *s == signal,
        Wish::Any(list) => !list.is_empty() && list.iter().all(|w| needs(w, signal)),
        Wish::All(list) => list.iter().any(|w| needs(w, signal)),
        Wish::OnlyWhile { lit, condition } => needs(lit, signal) || needs(condition, signal),
        Wish::UntilLow(w) => needs(w, signal),
        _ => false,
    }
}

/// True where a wish keeps a lamp dark while the vehicle moves.
fn keeps_off_moving(wish: &Wish) -> bool {
    let stands = |w: &Wish| matches!(w, Wish::Not(inner) if **inner == Wish::With(Signal::Moving));
    match wish {
        Wish::All(list) => list.iter().any(|w| stands(w) || keeps_off_moving(w)),
        Wish::Any(list) => !list.is_empty() && list.iter().all(keeps_off_moving),
        Wish::OnlyWhile { lit, condition } => {
            stands(condition) || keeps_off_moving(condition) || keeps_off_moving(lit)
        }
        Wish::UntilLow(w) => keeps_off_moving(w),
        _ => false,
    }
}
