//! Limits of the added circuits: switches, wishes, lights, strips, wires.

use super::Checker;
use crate::lamp::MeasuredDraw;
use crate::{
    FactoryKind, Feed, Flash, Job, LightKind, OldLamp, Position, Section, Strip, SwitchKind, Wish,
};
use jovek_phrases::limits as say;
use std::collections::HashSet;

/// Most pieces of one wish.
const MOST_PIECES: usize = 40;

impl Checker {
    pub(super) fn follows(&mut self, job: &Job) {
        let Some(follows) = &job.follows else { return };
        self.few("follows.reasons", follows.reasons.len(), 400, "reasons");
        for (i, reason) in follows.reasons.iter().enumerate() {
            self.text(format!("follows.reasons[{i}].at"), &reason.at, 300);
            self.text(format!("follows.reasons[{i}].why"), &reason.why, 300);
        }
    }

    /// States that were kept.
    pub(super) fn states(&mut self, job: &Job) {
        let mut ids = HashSet::new();
        for (i, s) in job.states.iter().enumerate() {
            let at = format!("states[{i}]");
            self.id(format!("{at}.id"), &s.id.0, &mut ids);
            self.text(format!("{at}.name"), &s.name, 80);
            self.maybe(format!("{at}.state.battery_v"), s.state.battery_v, 0.0, 60.0, "V");
            if s.state.on.len() > 64 || s.state.faults.len() > 64 {
                self.say(at, say::more_than_64_inputs_or_faults().into());
            }
        }
        if job.states.len() > 60 {
            self.say("states".into(), say::more_than_60_saved_states_remove().into());
        }
    }

    /// Switches that are added.
    pub(super) fn switches(&mut self, job: &Job) {
        let mut ids = HashSet::new();
        for (i, s) in job.switches.iter().enumerate() {
            let at = format!("switches[{i}]");
            self.id(format!("{at}.id"), &s.id.0, &mut ids);
            self.text(format!("{at}.name"), &s.name, 80);
        }
        if job.switches.len() > 24 {
            self.say("switches".into(), say::more_than_24_switches_in_one().into());
        }
    }

    /// How something flashes.
    fn flash(&mut self, at: String, flash: Option<Flash>) {
        if let Some(f) = flash {
            self.range(format!("{at}.hz"), f.hz, 0.2, 20.0, "Hz");
            self.range(format!("{at}.duty"), f.duty, 0.02, 1.0, "");
        }
    }

    /// A lamp that comes off.
    fn old_lamp(&mut self, at: &str, old: &OldLamp, count: u32) {
        self.text(format!("{at}.name"), &old.name, 80);
        self.maybe(format!("{at}.label_w"), old.label_w, 0.05, 2000.0, "W");
        if let Some(m) = old.measured {
            self.measured(&format!("{at}.measured"), m);
        }
        self.text(format!("{at}.kept_at"), &old.kept_at, 120);
        if let Some(optic) = &old.optic {
            self.optic(&format!("{at}.optic"), optic, count);
        }
    }

    /// Circuits with their lights.
    pub(super) fn circuits(&mut self, job: &Job) {
        if job.circuits.len() > 60 {
            self.say("circuits".into(), say::more_than_60_circuits_in_one().into());
        }
        let lamps: u64 =
            job.circuits.iter().flat_map(|c| &c.lights).map(|l| u64::from(l.count)).sum();
        self.few(
            "circuits",
            usize::try_from(lamps).unwrap_or(usize::MAX),
            2000,
            say::lamps_in_all(),
        );
        let mut ids = HashSet::new();
        let mut lights = HashSet::new();
        for (i, circuit) in job.circuits.iter().enumerate() {
            let at = format!("circuits[{i}]");
            self.id(format!("{at}.id"), &circuit.id.0, &mut ids);
            self.text(format!("{at}.name"), &circuit.name, 80);
            self.few(
                &format!("{at}.lights"),
                circuit.lights.len(),
                24,
                say::lights_in_one_circuit(),
            );
            self.maybe(
                format!("{at}.control.switch_lead_m"),
                circuit.control.switch_lead_m,
                0.05,
                60.0,
                "m",
            );
            self.maybe(
                format!("{at}.control.signal_lead_m"),
                circuit.control.signal_lead_m,
                0.05,
                60.0,
                "m",
            );
            let standby_ma = circuit.control.standby_ma;
            self.maybe(format!("{at}.control.standby_ma"), standby_ma, 0.1, 1000.0, "mA");
            self.flash(format!("{at}.control.flasher"), circuit.control.flasher);
            self.wish(&format!("{at}.lit"), &circuit.lit, job);
            if let Some(factory) = circuit.feed.as_ref().and_then(Feed::factory)
                && job.factory_circuit(factory).is_none()
            {
                self.say(
                    format!("{at}.feed.factory"),
                    say::there_is_no_factory_circuit_add(&factory),
                );
            }
            if let Some(Feed::Plug { factory }) = &circuit.feed
                && let Some(f) = job.factory_circuit(factory)
                && f.kind != FactoryKind::Lamp
            {
                let says = say::has_no_lamp_plug_choose(&f.name);
                self.say(format!("{at}.feed.factory"), says);
            }
            for (k, light) in circuit.lights.iter().enumerate() {
                let at = format!("{at}.lights[{k}]");
                self.id(format!("{at}.id"), &light.id.0, &mut lights);
                self.text(format!("{at}.name"), &light.name, 80);
                if !(1..=200).contains(&light.count) {
                    self.say(format!("{at}.count"), say::lamps_give_1_to_200(&light.count));
                }
                self.maybe(format!("{at}.label_w"), light.label_w, 0.05, 2000.0, "W");
                if light.stays && light.replaces.is_some() {
                    let says = say::a_lamp_that_stays_takes();
                    self.say(format!("{at}.stays"), says.into());
                }
                if let Some(old) = &light.replaces {
                    self.old_lamp(&format!("{at}.replaces"), old, light.count);
                }
                if let Some(strip) = &light.strip {
                    self.strip(&format!("{at}.strip"), strip);
                }
                if let Some(b) = &light.backlight {
                    let at = format!("{at}.backlight");
                    self.range(format!("{at}.openings"), f64::from(b.openings), 1.0, 200.0, "");
                    self.range(format!("{at}.opening_mm"), b.opening_mm, 1.0, 3000.0, "mm");
                    self.range(format!("{at}.bar_mm"), b.bar_mm, 0.0, 1000.0, "mm");
                    self.range(format!("{at}.height_mm"), b.height_mm, 1.0, 2000.0, "mm");
                    self.range(format!("{at}.depth_mm"), b.depth_mm, 5.0, 500.0, "mm");
                    self.maybe(format!("{at}.module_mm"), b.module_mm, 3.0, 500.0, "mm");
                    self.maybe(format!("{at}.beam_deg"), b.beam_deg, 10.0, 170.0, "degrees");
                }
                if let Some(h) = light.hidden {
                    self.range(format!("{at}.hidden.behind_mm"), h.behind_mm, 1.0, 2000.0, "mm");
                    self.range(format!("{at}.hidden.stop_mm"), h.stop_mm, 0.0, 500.0, "mm");
                }
                if let Some(s) = &light.screw {
                    let at = format!("{at}.screw");
                    self.range(format!("{at}.length_mm"), s.length_mm, 3.0, 200.0, "mm");
                    self.range(format!("{at}.through_mm"), s.through_mm, 0.5, 200.0, "mm");
                    self.maybe(format!("{at}.behind_mm"), s.behind_mm, 0.0, 500.0, "mm");
                }
                self.maybe(format!("{at}.spacer_mm"), light.spacer_mm, 0.5, 200.0, "mm");
                if let Some(optic) = &light.optic {
                    self.optic(&format!("{at}.optic"), optic, light.count);
                }
                self.flash(format!("{at}.flash"), light.flash);
                if let Some(m) = light.measured {
                    self.measured(&format!("{at}.measured"), m);
                }
                if light.measured_also.len() > 12 {
                    let path = format!("{at}.measured_also");
                    self.say(path, say::more_than_12_further_readings_keep().into());
                }
                for (n, m) in light.measured_also.iter().enumerate() {
                    self.measured(&format!("{at}.measured_also[{n}]"), *m);
                }
                self.maybe(format!("{at}.least_v"), light.least_v, 4.0, 30.0, "V");
                match light.draws {
                    LightKind::Regulated { cut_in_v } => {
                        self.maybe(format!("{at}.draws.cut_in_v"), cut_in_v, 4.0, 30.0, "V");
                    }
                    LightKind::Strip { forward_v } => {
                        self.maybe(format!("{at}.draws.forward_v"), forward_v, 1.5, 26.0, "V");
                    }
                    LightKind::Incandescent {} => {}
                }
            }
            self.sections(&format!("{at}.run.supply"), &circuit.run.supply);
            self.sections(&format!("{at}.run.back"), &circuit.run.back);
            if let Some(to) = &circuit.run.to_lamps {
                let at = format!("{at}.run.to_lamps.each");
                if to.each.len() > 200 {
                    self.say(at.clone(), say::more_than_200_lamps_split().into());
                }
                for (k, lamp) in to.each.iter().enumerate() {
                    self.maybe(format!("{at}[{k}].length_m"), lamp.length_m, 0.01, 60.0, "m");
                }
            }
            if let Some(kit) = &circuit.kit {
                let at = format!("{at}.kit");
                self.text(format!("{at}.name"), &kit.name, 80);
                self.maybe(format!("{at}.fuse_a"), kit.fuse_a, 0.5, 150.0, "A");
                self.maybe(format!("{at}.length_m"), kit.length_m, 0.1, 60.0, "m");
                self.maybe(format!("{at}.relay_a"), kit.relay_a, 1.0, 200.0, "A");
                self.maybe(format!("{at}.switch_a"), kit.switch_a, 0.5, 100.0, "A");
            }
            if let Some(fuse) = &circuit.overrides.fuse_a {
                self.range(format!("{at}.overrides.fuse_a.value"), fuse.value, 0.5, 150.0, "A");
                self.text(format!("{at}.overrides.fuse_a.reason"), &fuse.reason, 200);
            }
            if let Some(wire) = &circuit.overrides.wire {
                self.text(format!("{at}.overrides.wire.reason"), &wire.reason, 200);
            }
        }
    }

    fn measured(&mut self, at: &str, m: MeasuredDraw) {
        self.range(format!("{at}.amps"), m.amps, 0.001, 200.0, "A");
        self.range(format!("{at}.volts"), m.volts, 4.0, 32.0, "V");
    }

    /// Refuses a wish that names what is not there or is too long to be said in one sentence.
    pub(super) fn wish(&mut self, path: &str, wish: &Wish, job: &Job) {
        let pieces = wish.pieces();
        if pieces.len() > MOST_PIECES {
            self.say(path.into(), say::more_than_pieces_split_the_circuit(&MOST_PIECES));
            return;
        }
        for piece in pieces {
            match piece {
                Wish::Switch { id, position } => match job.switch(id) {
                    None => {
                        self.say(path.into(), say::there_is_no_switch_add(&id));
                    }
                    Some(s) if *position == Position::Down && s.kind != SwitchKind::ThreeWay => {
                        self.say(path.into(), say::switch_has_no_lower_position_make(&s.name));
                    }
                    Some(_) => {}
                },
                Wish::Any(list) | Wish::All(list) if list.is_empty() => {
                    self.say(path.into(), say::an_empty_list_of_conditions_name().into());
                }
                Wish::Held { from, until }
                    if from.pieces().into_iter().chain(until.pieces()).any(Wish::is_held) =>
                {
                    // Relays that race each other: which wins hangs on milliseconds.
                    self.say(path.into(), say::one_hold_inside_another_give().into());
                }
                Wish::After { seconds, .. } => {
                    self.range(format!("{path}.seconds"), *seconds, 1.0, 7200.0, "s");
                }
                _ => {}
            }
        }
    }

    pub(super) fn strip(&mut self, at: &str, strip: &Strip) {
        self.maybe(format!("{at}.mark_mm"), strip.mark_mm, 5.0, 1000.0, "mm");
        self.maybe(format!("{at}.watt_per_m"), strip.watt_per_m, 0.5, 60.0, "W/m");
        self.maybe(format!("{at}.rail_mm2"), strip.rail_mm2, 0.02, 5.0, "mm²");
        self.maybe(format!("{at}.width_mm"), strip.width_mm, 2.0, 50.0, "mm");
        self.maybe(format!("{at}.reel_m"), strip.reel_m, 0.2, 100.0, "m");
        self.maybe(format!("{at}.module_mm"), strip.module_mm, 10.0, 1000.0, "mm");
        self.maybe(format!("{at}.lead_m"), strip.lead_m, 0.0, 30.0, "m");
        self.maybe(format!("{at}.lead_mm2"), strip.lead_mm2, 0.2, 10.0, "mm²");
        self.maybe(format!("{at}.channel_a"), strip.channel_a, 0.1, 60.0, "A");
        if strip.edges.len() > 24 {
            self.say(format!("{at}.edges"), say::more_than_24_edges_make_two().into());
        }
        let all_m: f64 = strip.edges.iter().map(|e| e.length_m).sum();
        let mark_m = strip.mark_mm.unwrap_or(50.0) / 1000.0;
        if mark_m > 0.0 && all_m / mark_m > 1200.0 {
            self.say(format!("{at}.edges"), say::more_than_1200_groups_make_two().into());
        }
        for (k, edge) in strip.edges.iter().enumerate() {
            let at = format!("{at}.edges[{k}]");
            self.text(format!("{at}.name"), &edge.name, 80);
            self.range(format!("{at}.length_m"), edge.length_m, 0.02, 30.0, "m");
            self.maybe(format!("{at}.corner_m"), edge.corner_m, 0.0, 10.0, "m");
            if edge.obstacles.len() > 40 {
                self.say(format!("{at}.obstacles"), say::more_than_40_obstacles_on_one().into());
            }
            for (n, o) in edge.obstacles.iter().enumerate() {
                let at = format!("{at}.obstacles[{n}]");
                self.text(format!("{at}.name"), &o.name, 80);
                self.range(format!("{at}.from_m"), o.from_m, 0.0, edge.length_m, "m");
                self.range(format!("{at}.to_m"), o.to_m, 0.0, edge.length_m, "m");
                if o.to_m < o.from_m {
                    self.say(format!("{at}.to_m"), say::ends_before_it_starts_swap().into());
                }
            }
        }
    }

    pub(super) fn sections(&mut self, path: &str, sections: &[Section]) {
        if sections.len() > 40 {
            self.say(path.into(), say::more_than_40_sections_join_some().into());
        }
        for (i, s) in sections.iter().enumerate() {
            let at = format!("{path}[{i}]");
            self.text(format!("{at}.name"), &s.name, 80);
            self.maybe(format!("{at}.length_m"), s.length_m, 0.01, 60.0, "m");
            if let Some(plug) = &s.plug {
                self.text(format!("{at}.plug"), &plug.0, 40);
            }
            self.maybe(format!("{at}.ambient_c"), s.ambient_c, -40.0, 150.0, "°C");
            if s.beside > 60 {
                self.say(format!("{at}.beside"), say::more_than_60_wires_in_one().into());
            }
        }
    }
}
