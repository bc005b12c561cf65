//! Limits of each figure in a job: what no vehicle has is refused with its place.

use super::{
    At, Beam, FoundMark, Job, LightKind, Lighting, Optic, Passage, Photometric, Record, Section,
    Skeleton, Strip, SwapFunction, SwitchKind, TrailerLink, Watcher, Wish,
};
use crate::swap::bulbs;
use serde::Serialize;
use std::collections::HashSet;
use utoipa::ToSchema;

/// A figure or name that cannot be right.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JobFault {
    /// Place, such as `circuits[0].lights[0].label_w`.
    pub path: String,
    /// What is wrong and what would be right.
    pub what: String,
}

impl std::fmt::Display for JobFault {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "{}: {}", self.path, self.what)
    }
}

/// Largest photometric file within a job, bytes.
const MOST_FILE_BYTES: usize = 200_000;
/// Most pieces of one wish.
const MOST_PIECES: usize = 40;

struct Checker {
    faults: Vec<JobFault>,
}

impl Checker {
    fn say(&mut self, path: String, what: String) {
        self.faults.push(JobFault { path, what });
    }

    fn range(&mut self, path: String, value: f64, low: f64, high: f64, unit: &str) {
        if !(value.is_finite() && (low..=high).contains(&value)) {
            self.say(path, format!("{value} {unit} cannot be right; give {low} to {high} {unit}"));
        }
    }

    fn maybe(&mut self, path: String, value: Option<f64>, low: f64, high: f64, unit: &str) {
        if let Some(value) = value {
            self.range(path, value, low, high, unit);
        }
    }

    fn text(&mut self, path: String, value: &str, longest: usize) {
        if value.chars().count() > longest {
            self.say(path, format!("longer than {longest} characters"));
        } else if value.chars().any(char::is_control) {
            self.say(path, "holds a control character".into());
        }
    }

    fn record(&mut self, record: &Record) {
        for (i, s) in record.slack.iter().enumerate() {
            self.text(format!("record.slack[{i}].place"), &s.place, 120);
            self.range(format!("record.slack[{i}].length_m"), s.length_m, 0.0, 20.0, "m");
        }
        for (i, l) in record.lux.iter().enumerate() {
            self.text(format!("record.lux[{i}].spot"), &l.spot, 120);
            self.maybe(format!("record.lux[{i}].before_lx"), l.before_lx, 0.0, 200_000.0, "lx");
            self.maybe(format!("record.lux[{i}].after_lx"), l.after_lx, 0.0, 200_000.0, "lx");
        }
        for (i, c) in record.coding.iter().enumerate() {
            let at = format!("record.coding[{i}]");
            self.text(format!("{at}.module"), &c.module, 120);
            self.range(format!("{at}.bit"), f64::from(c.bit), 0.0, 7.0, "");
            self.range(format!("{at}.before"), f64::from(c.before), 0.0, 255.0, "");
        }
        for (i, text) in record.cut.iter().enumerate() {
            self.text(format!("record.cut[{i}]"), text, 200);
        }
        for (i, f) in record.fuse_places.iter().enumerate() {
            self.text(format!("record.fuse_places[{i}].place"), &f.place, 120);
        }
        for (i, o) in record.otherwise.iter().enumerate() {
            for (key, text) in [("what", &o.what), ("planned", &o.planned), ("is", &o.is)] {
                self.text(format!("record.otherwise[{i}].{key}"), text, 200);
            }
        }
        for (i, a) in record.aim.iter().enumerate() {
            self.text(format!("record.aim[{i}].lamp"), &a.lamp, 120);
            self.text(format!("record.aim[{i}].how"), &a.how, 200);
        }
        for (i, v) in record.visits.iter().enumerate() {
            self.text(format!("record.visits[{i}].note"), &v.note, 400);
            self.text(format!("record.visits[{i}].by"), &v.by, 60);
        }
    }

    fn at(&mut self, path: &str, at: At) {
        self.range(format!("{path}.along_m"), at.along_m, -200.0, 200.0, "m");
        self.range(format!("{path}.left_m"), at.left_m, -100.0, 100.0, "m");
        self.range(format!("{path}.up_m"), at.up_m, 0.0, 8.0, "m");
    }

    fn beam(&mut self, at: &str, beam: &Beam) {
        self.maybe(format!("{at}.flux_lm"), beam.flux_lm, 0.1, 200_000.0, "lm");
        self.maybe(format!("{at}.wide_deg"), beam.wide_deg, 1.0, 175.0, "degrees");
        self.maybe(format!("{at}.high_deg"), beam.high_deg, 1.0, 175.0, "degrees");
        self.maybe(format!("{at}.peak_cd"), beam.peak_cd, 0.1, 2_000_000.0, "cd");
    }

    fn file(&mut self, at: &str, file: &Photometric) {
        self.text(format!("{at}.name"), &file.name, 120);
        if file.text.len() > MOST_FILE_BYTES {
            self.say(format!("{at}.text"), format!("larger than {} kB", MOST_FILE_BYTES / 1000));
        }
    }

    fn optic(&mut self, at: &str, optic: &Optic, count: u32) {
        if let Some(beam) = &optic.beam {
            self.beam(&format!("{at}.beam"), beam);
        }
        if let Some(file) = &optic.file {
            self.file(&format!("{at}.file"), file);
        }
        self.maybe(format!("{at}.kelvin"), optic.kelvin, 1700.0, 20_000.0, "K");
        if optic.mounts.len() > count as usize || optic.found.len() > count as usize {
            self.say(format!("{at}.mounts"), format!("more places than the {count} lamps"));
        }
        for (i, m) in optic.mounts.iter().enumerate() {
            self.at(&format!("{at}.mounts[{i}].at"), m.at);
            let faces = format!("{at}.mounts[{i}].faces_deg");
            self.range(faces, m.faces_deg, -360.0, 360.0, "degrees");
            let down = format!("{at}.mounts[{i}].down_deg");
            self.range(down, m.down_deg, -90.0, 90.0, "degrees");
        }
        for (i, found) in optic.found.iter().enumerate() {
            match found {
                Some(FoundMark::Wall { up_mm, wall_m }) => {
                    self.range(format!("{at}.found[{i}].up_mm"), *up_mm, -1000.0, 10_000.0, "mm");
                    self.range(format!("{at}.found[{i}].wall_m"), *wall_m, 1.0, 50.0, "m");
                }
                Some(FoundMark::Ground { far_m }) => {
                    self.range(format!("{at}.found[{i}].far_m"), *far_m, 0.0, 60.0, "m");
                }
                None => {}
            }
        }
        if let Some(a) = &optic.adjuster {
            self.range(format!("{at}.adjuster.pitch_mm"), a.pitch_mm, 0.1, 10.0, "mm");
            self.range(format!("{at}.adjuster.arm_mm"), a.arm_mm, 5.0, 500.0, "mm");
            self.text(format!("{at}.adjuster.reach"), &a.reach, 120);
        }
        if let Some(other) = &optic.instead {
            self.text(format!("{at}.instead.name"), &other.name, 80);
            self.beam(&format!("{at}.instead.beam"), &other.beam);
            if let Some(file) = &other.file {
                self.file(&format!("{at}.instead.file"), file);
            }
        }
    }

    fn lighting(&mut self, lighting: &Lighting) {
        self.maybe("lighting.wall_m".into(), lighting.wall_m, 1.0, 50.0, "m");
        if lighting.spots.len() > 40 {
            self.say("lighting.spots".into(), "more than 40 marked spots".into());
        }
        let mut names = HashSet::new();
        for (i, spot) in lighting.spots.iter().enumerate() {
            let at = format!("lighting.spots[{i}]");
            self.text(format!("{at}.name"), &spot.name, 120);
            if !names.insert(spot.name.as_str()) {
                self.say(format!("{at}.name"), format!("\"{}\" is there twice", spot.name));
            }
            self.at(&format!("{at}.at"), spot.at);
        }
        for (i, permit) in lighting.permits.iter().enumerate() {
            self.text(format!("lighting.permits[{i}].by"), &permit.by, 120);
        }
    }

    fn swaps(&mut self, swaps: &[SwapFunction]) {
        if swaps.len() > 40 {
            self.say("swaps".into(), "more than 40 functions; split the job".into());
        }
        for (i, swap) in swaps.iter().enumerate() {
            let at = format!("swaps[{i}]");
            self.text(format!("{at}.name"), &swap.name, 80);
            for (k, place) in swap.bulbs.iter().enumerate() {
                let at = format!("{at}.bulbs[{k}]");
                self.text(format!("{at}.place"), &place.place, 60);
                match bulbs::bulb(&place.bulb) {
                    None => self.say(
                        format!("{at}.bulb"),
                        format!(
                            "there is no bulb \"{}\"; use a code such as P21W or 1156",
                            place.bulb
                        ),
                    ),
                    Some(b) if place.is_second_filament && b.second.is_none() => {
                        self.say(format!("{at}.is_second_filament"), format!("{} has one", b.code));
                    }
                    Some(_) => {}
                }
                self.range(format!("{at}.count"), f64::from(place.count), 1.0, 20.0, "");
                if let Some(led) = &place.led {
                    self.range(format!("{at}.led.watt"), led.watt, 0.05, 60.0, "W");
                    self.maybe(format!("{at}.led.flux_lm"), led.flux_lm, 1.0, 10_000.0, "lm");
                }
            }
            let ohm = swap.resistor.map(|r| r.ohm);
            self.maybe(format!("{at}.resistor.ohm"), ohm, 1.0, 2000.0, "ohm");
            match &swap.watched {
                Watcher::ElectronicFlasher { least_a } => {
                    self.maybe(format!("{at}.watched.least_a"), *least_a, 0.01, 20.0, "A");
                }
                Watcher::Module { least_a, duty, coding, .. } => {
                    self.maybe(format!("{at}.watched.least_a"), *least_a, 0.01, 20.0, "A");
                    self.maybe(format!("{at}.watched.duty"), *duty, 0.01, 1.0, "");
                    if let Some(c) = coding {
                        let at = format!("{at}.watched.coding");
                        self.text(format!("{at}.module"), &c.module, 120);
                        self.range(format!("{at}.bit"), f64::from(c.bit), 0.0, 7.0, "");
                        self.range(format!("{at}.value"), f64::from(c.value), 0.0, 255.0, "");
                        let written = c.written.map(f64::from);
                        self.maybe(format!("{at}.written"), written, 0.0, 255.0, "");
                    }
                }
                Watcher::Nothing {} | Watcher::ThermalFlasher {} | Watcher::FreeFlasher {} => {}
            }
        }
    }

    fn trailer(&mut self, link: &TrailerLink) {
        self.maybe("trailer.seen_from_a".into(), link.seen_from_a, 0.001, 20.0, "A");
        if link.wires.len() > 60 {
            self.say("trailer.wires".into(), "more than 60 wires at one connector".into());
        }
        for (i, wire) in link.wires.iter().enumerate() {
            let at = format!("trailer.wires[{i}]");
            self.text(format!("{at}.colour"), &wire.colour, 40);
            let new = wire.new_colour.as_deref().unwrap_or_default();
            self.text(format!("{at}.new_colour"), new, 40);
            for (k, reading) in wire.readings.iter().enumerate() {
                self.range(format!("{at}.readings[{k}].v"), reading.v, -40.0, 40.0, "V");
                if wire.readings[..k].iter().any(|r| r.on == reading.on) {
                    self.say(
                        format!("{at}.readings[{k}].on"),
                        "read twice with the same thing on; keep the last".into(),
                    );
                }
            }
        }
        if let Some(lamp) = &link.hitch {
            self.text("trailer.hitch.name".into(), &lamp.name, 80);
            self.range("trailer.hitch.tail_w".into(), lamp.tail_w, 0.05, 60.0, "W");
            self.range("trailer.hitch.stop_w".into(), lamp.stop_w, 0.05, 60.0, "W");
            self.maybe("trailer.hitch.reverse_w".into(), lamp.reverse_w, 0.05, 100.0, "W");
        }
        if let Some(towed) = &link.towed {
            self.maybe("trailer.towed.key_on_a".into(), towed.key_on_a, 0.001, 60.0, "A");
            self.maybe("trailer.towed.hours".into(), towed.hours, 0.1, 72.0, "h");
            self.maybe("trailer.towed.charged_a".into(), towed.charged_a, 0.001, 60.0, "A");
        }
    }

    fn skeleton(&mut self, skeleton: &Skeleton) {
        self.maybe("skeleton.length_m".into(), skeleton.length_m, 1.0, 20.0, "m");
        self.maybe("skeleton.width_m".into(), skeleton.width_m, 0.6, 3.5, "m");
        self.maybe("skeleton.height_m".into(), skeleton.height_m, 0.3, 4.5, "m");
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
                self.say(format!("{at}.between"), "a way joins two different places".into());
            }
            if let Some(Passage::Grommet { bore_mm }) = way.passage {
                self.maybe(format!("{at}.passage.bore_mm"), bore_mm, 2.0, 120.0, "mm");
            }
        }
        if skeleton.places.len() > 120 || skeleton.ways.len() > 240 {
            self.say("skeleton".into(), "more than 120 places or 240 ways; take some out".into());
        }
    }

    fn strip(&mut self, at: &str, strip: &Strip) {
        self.maybe(format!("{at}.mark_mm"), strip.mark_mm, 5.0, 1000.0, "mm");
        self.maybe(format!("{at}.watt_per_m"), strip.watt_per_m, 0.5, 60.0, "W/m");
        self.maybe(format!("{at}.rail_mm2"), strip.rail_mm2, 0.02, 5.0, "mm²");
        self.maybe(format!("{at}.width_mm"), strip.width_mm, 2.0, 50.0, "mm");
        self.maybe(format!("{at}.reel_m"), strip.reel_m, 0.2, 100.0, "m");
        self.maybe(format!("{at}.module_mm"), strip.module_mm, 10.0, 1000.0, "mm");
        self.maybe(format!("{at}.lead_m"), strip.lead_m, 0.0, 30.0, "m");
        self.maybe(format!("{at}.lead_mm2"), strip.lead_mm2, 0.2, 10.0, "mm²");
        if strip.edges.len() > 24 {
            self.say(format!("{at}.edges"), "more than 24 edges; make two strips of it".into());
        }
        let all_m: f64 = strip.edges.iter().map(|e| e.length_m).sum();
        let mark_m = strip.mark_mm.unwrap_or(50.0) / 1000.0;
        if mark_m > 0.0 && all_m / mark_m > 1200.0 {
            self.say(format!("{at}.edges"), "more than 1200 groups; make two strips of it".into());
        }
        for (k, edge) in strip.edges.iter().enumerate() {
            let at = format!("{at}.edges[{k}]");
            self.text(format!("{at}.name"), &edge.name, 80);
            self.range(format!("{at}.length_m"), edge.length_m, 0.02, 30.0, "m");
            self.maybe(format!("{at}.corner_m"), edge.corner_m, 0.0, 10.0, "m");
            if edge.obstacles.len() > 40 {
                self.say(format!("{at}.obstacles"), "more than 40 obstacles on one edge".into());
            }
            for (n, o) in edge.obstacles.iter().enumerate() {
                let at = format!("{at}.obstacles[{n}]");
                self.text(format!("{at}.name"), &o.name, 80);
                self.range(format!("{at}.from_m"), o.from_m, 0.0, edge.length_m, "m");
                self.range(format!("{at}.to_m"), o.to_m, 0.0, edge.length_m, "m");
                if o.to_m < o.from_m {
                    self.say(format!("{at}.to_m"), "ends before it starts; swap the two".into());
                }
            }
        }
    }

    fn id(&mut self, path: String, value: &str, seen: &mut HashSet<String>) {
        let sound = !value.is_empty()
            && value.len() <= 40
            && value.chars().all(|c| c.is_ascii_alphanumeric() || c == '-' || c == '_');
        if !sound {
            self.say(path, format!("id \"{value}\" must be 1 to 40 letters, digits, - or _"));
        } else if !seen.insert(value.to_owned()) {
            self.say(path, format!("id \"{value}\" is used twice"));
        }
    }

    /// Refuses a wish that names what is not there or is too long to be said in one sentence.
    fn wish(&mut self, path: &str, wish: &Wish, job: &Job) {
        let pieces = wish.pieces();
        if pieces.len() > MOST_PIECES {
            self.say(path.into(), format!("more than {MOST_PIECES} pieces; split the circuit"));
            return;
        }
        for piece in pieces {
            match piece {
                Wish::Switch { id, position } => match job.switch(id) {
                    None => {
                        self.say(
                            path.into(),
                            format!("there is no switch \"{id}\"; add it under Switch"),
                        );
                    }
                    Some(s)
                        if *position == super::Position::Down && s.kind != SwitchKind::ThreeWay =>
                    {
                        self.say(
                            path.into(),
                            format!(
                                "switch \"{}\" has no lower position; make it three-way",
                                s.name
                            ),
                        );
                    }
                    Some(_) => {}
                },
                Wish::Any(list) | Wish::All(list) if list.is_empty() => {
                    self.say(path.into(), "an empty list of conditions; name one".into());
                }
                Wish::Held { from, until }
                    if from.pieces().into_iter().chain(until.pieces()).any(Wish::is_held) =>
                {
                    // Relays that race each other: which wins hangs on milliseconds.
                    self.say(
                        path.into(),
                        "one hold inside another; give the inner one a circuit of its own".into(),
                    );
                }
                Wish::After { seconds, .. } => {
                    self.range(format!("{path}.seconds"), *seconds, 1.0, 7200.0, "s");
                }
                _ => {}
            }
        }
    }

    fn sections(&mut self, path: &str, sections: &[Section]) {
        if sections.len() > 40 {
            self.say(path.into(), "more than 40 sections; join some".into());
        }
        for (i, s) in sections.iter().enumerate() {
            let at = format!("{path}[{i}]");
            self.text(format!("{at}.name"), &s.name, 80);
            self.maybe(format!("{at}.length_m"), s.length_m, 0.01, 60.0, "m");
            self.maybe(format!("{at}.ambient_c"), s.ambient_c, -40.0, 150.0, "°C");
            if s.beside > 60 {
                self.say(format!("{at}.beside"), "more than 60 wires in one bundle".into());
            }
        }
    }
}

/// Everything in the job that cannot be right.
pub fn faults(job: &Job) -> Vec<JobFault> {
    let mut c = Checker { faults: Vec::new() };
    c.text("unit".into(), &job.unit, 24);
    c.text("title".into(), &job.title, 120);
    c.text("vehicle.name".into(), &job.vehicle.name, 120);
    let n = job.vehicle.system.batteries();
    let battery = &job.supply.battery;
    c.maybe("supply.battery.capacity_ah".into(), battery.capacity_ah, 2.0, 1000.0, "Ah");
    c.maybe("supply.battery.internal_mohm".into(), battery.internal_mohm, 0.3, 500.0, "mohm");
    let alternator = &job.supply.alternator;
    c.maybe(
        "supply.alternator.regulated_v".into(),
        alternator.regulated_v,
        12.2 * n,
        15.5 * n,
        "V",
    );
    c.maybe("supply.alternator.rated_a".into(), alternator.rated_a, 5.0, 600.0, "A");
    c.maybe("supply.alternator.idle_a".into(), alternator.idle_a, 1.0, 600.0, "A");
    c.maybe("shop.hinge_m".into(), job.shop.hinge_m, 0.0, 1.0, "m");
    c.maybe("shop.connector_m".into(), job.shop.connector_m, 0.0, 1.0, "m");
    c.maybe("shop.drip_loop_m".into(), job.shop.drip_loop_m, 0.0, 1.0, "m");
    c.maybe("shop.strain_relief_m".into(), job.shop.strain_relief_m, 0.0, 1.0, "m");
    c.maybe("shop.spare_percent".into(), job.shop.spare_percent, 0.0, 50.0, "%");
    c.maybe("shop.reel_m".into(), job.shop.reel_m, 1.0, 1000.0, "m");
    c.maybe("shop.hourly_rate".into(), job.shop.hourly_rate, 0.0, 100_000.0, "");
    if let Some(own) = &job.shop.own_colours {
        c.text("shop.own_colours.ground".into(), &own.ground, 40);
        c.text("shop.own_colours.feed".into(), &own.feed, 40);
        c.text("shop.own_colours.circuits".into(), &own.circuits, 200);
    }
    c.maybe("shop.end_allowance_m".into(), job.shop.end_allowance_m, 0.0, 2.0, "m");

    let mut ids = HashSet::new();
    for (i, f) in job.factory.iter().enumerate() {
        let at = format!("factory[{i}]");
        c.id(format!("{at}.id"), &f.id.0, &mut ids);
        c.text(format!("{at}.name"), &f.name, 80);
        c.maybe(format!("{at}.fuse_a"), f.fuse_a, 0.5, 150.0, "A");
        c.maybe(format!("{at}.length_m"), f.length_m, 0.05, 60.0, "m");
        c.text(format!("{at}.colour"), f.colour.as_deref().unwrap_or_default(), 40);
        c.maybe(format!("{at}.existing_a"), f.existing_a, 0.0, 100.0, "A");
        c.maybe(format!("{at}.output_a"), f.output_a, 0.05, 100.0, "A");
        c.maybe(format!("{at}.probe.on_v"), f.probe.on_v, -40.0, 40.0, "V");
        c.maybe(format!("{at}.probe.off_v"), f.probe.off_v, -40.0, 40.0, "V");
    }
    if let Some(skeleton) = &job.skeleton {
        c.skeleton(skeleton);
    }
    if let Some(shift) = &job.shift {
        c.maybe("shift.battery_c".into(), shift.battery_c, -40.0, 60.0, "°C");
        c.maybe("shift.start_percent".into(), shift.start_percent, 0.0, 100.0, "%");
        c.maybe("shift.days_parked".into(), shift.days_parked, 0.0, 365.0, "days");
        c.maybe("shift.key_off_ma".into(), shift.key_off_ma, 0.0, 5000.0, "mA");
        for (i, leg) in shift.legs.iter().enumerate() {
            c.range(format!("shift.legs[{i}].minutes"), leg.minutes, 0.0, 2880.0, "min");
        }
        if shift.legs.len() > 40 {
            c.say("shift.legs".into(), "more than 40 parts of a shift; join some".into());
        }
    }
    if let Some(a) = &job.supply.auxiliary {
        let at = "supply.auxiliary";
        let capacity = a.battery.capacity_ah;
        c.maybe(format!("{at}.battery.capacity_ah"), capacity, 1.0, 2000.0, "Ah");
        let internal = a.battery.internal_mohm;
        c.maybe(format!("{at}.battery.internal_mohm"), internal, 0.1, 200.0, "mohm");
        c.maybe(format!("{at}.cable_mohm"), a.cable_mohm, 0.1, 500.0, "mohm");
        c.maybe(format!("{at}.charger_a"), a.charger_a, 1.0, 200.0, "A");
    }
    let mut ids = HashSet::new();
    for (i, s) in job.states.iter().enumerate() {
        let at = format!("states[{i}]");
        c.id(format!("{at}.id"), &s.id.0, &mut ids);
        c.text(format!("{at}.name"), &s.name, 80);
        c.maybe(format!("{at}.state.battery_v"), s.state.battery_v, 0.0, 60.0, "V");
        if s.state.on.len() > 64 || s.state.faults.len() > 64 {
            c.say(at, "more than 64 inputs or faults in one state".into());
        }
    }
    if job.states.len() > 60 {
        c.say("states".into(), "more than 60 saved states; remove some".into());
    }
    let mut ids = HashSet::new();
    for (i, s) in job.switches.iter().enumerate() {
        let at = format!("switches[{i}]");
        c.id(format!("{at}.id"), &s.id.0, &mut ids);
        c.text(format!("{at}.name"), &s.name, 80);
    }
    if job.switches.len() > 24 {
        c.say("switches".into(), "more than 24 switches in one job; split it".into());
    }
    if job.circuits.len() > 60 {
        c.say("circuits".into(), "more than 60 circuits in one job; split it".into());
    }
    let mut ids = HashSet::new();
    let mut lights = HashSet::new();
    for (i, circuit) in job.circuits.iter().enumerate() {
        let at = format!("circuits[{i}]");
        c.id(format!("{at}.id"), &circuit.id.0, &mut ids);
        c.text(format!("{at}.name"), &circuit.name, 80);
        c.maybe(
            format!("{at}.control.switch_lead_m"),
            circuit.control.switch_lead_m,
            0.05,
            60.0,
            "m",
        );
        c.maybe(
            format!("{at}.control.signal_lead_m"),
            circuit.control.signal_lead_m,
            0.05,
            60.0,
            "m",
        );
        c.wish(&format!("{at}.lit"), &circuit.lit, job);
        if let Some(super::Feed::TieIn { factory }) = &circuit.feed
            && job.factory_circuit(factory).is_none()
        {
            c.say(
                format!("{at}.feed.factory"),
                format!("there is no factory circuit \"{factory}\"; add it under Look"),
            );
        }
        for (k, light) in circuit.lights.iter().enumerate() {
            let at = format!("{at}.lights[{k}]");
            c.id(format!("{at}.id"), &light.id.0, &mut lights);
            c.text(format!("{at}.name"), &light.name, 80);
            if !(1..=200).contains(&light.count) {
                c.say(format!("{at}.count"), format!("{} lamps; give 1 to 200", light.count));
            }
            c.maybe(format!("{at}.label_w"), light.label_w, 0.05, 2000.0, "W");
            if let Some(strip) = &light.strip {
                c.strip(&format!("{at}.strip"), strip);
            }
            if let Some(b) = &light.backlight {
                let at = format!("{at}.backlight");
                c.range(format!("{at}.openings"), f64::from(b.openings), 1.0, 200.0, "");
                c.range(format!("{at}.opening_mm"), b.opening_mm, 1.0, 3000.0, "mm");
                c.range(format!("{at}.bar_mm"), b.bar_mm, 0.0, 1000.0, "mm");
                c.range(format!("{at}.height_mm"), b.height_mm, 1.0, 2000.0, "mm");
                c.range(format!("{at}.depth_mm"), b.depth_mm, 5.0, 500.0, "mm");
                c.maybe(format!("{at}.module_mm"), b.module_mm, 3.0, 500.0, "mm");
                c.maybe(format!("{at}.beam_deg"), b.beam_deg, 10.0, 170.0, "degrees");
            }
            if let Some(s) = &light.screw {
                let at = format!("{at}.screw");
                c.range(format!("{at}.length_mm"), s.length_mm, 3.0, 200.0, "mm");
                c.range(format!("{at}.through_mm"), s.through_mm, 0.5, 200.0, "mm");
                c.maybe(format!("{at}.behind_mm"), s.behind_mm, 0.0, 500.0, "mm");
            }
            if let Some(optic) = &light.optic {
                c.optic(&format!("{at}.optic"), optic, light.count);
            }
            if let Some(f) = light.flash {
                c.range(format!("{at}.flash.hz"), f.hz, 0.2, 20.0, "Hz");
                c.range(format!("{at}.flash.duty"), f.duty, 0.02, 1.0, "");
            }
            if let Some(m) = light.measured {
                c.range(format!("{at}.measured.amps"), m.amps, 0.001, 200.0, "A");
                c.range(format!("{at}.measured.volts"), m.volts, 4.0, 32.0, "V");
            }
            match light.draws {
                LightKind::Regulated { cut_in_v } => {
                    c.maybe(format!("{at}.draws.cut_in_v"), cut_in_v, 4.0, 30.0, "V");
                }
                LightKind::Strip { forward_v } => {
                    c.maybe(format!("{at}.draws.forward_v"), forward_v, 1.5, 26.0, "V");
                }
                LightKind::Incandescent {} => {}
            }
        }
        c.sections(&format!("{at}.run.supply"), &circuit.run.supply);
        c.sections(&format!("{at}.run.back"), &circuit.run.back);
        if let Some(fuse) = &circuit.overrides.fuse_a {
            c.range(format!("{at}.overrides.fuse_a.value"), fuse.value, 0.5, 150.0, "A");
            c.text(format!("{at}.overrides.fuse_a.reason"), &fuse.reason, 200);
        }
        if let Some(wire) = &circuit.overrides.wire {
            c.text(format!("{at}.overrides.wire.reason"), &wire.reason, 200);
        }
    }
    for (i, mark) in job.work.iter().enumerate() {
        c.text(format!("work[{i}].step"), &mark.step.0, 120);
        c.text(format!("work[{i}].at"), &mark.at, 40);
        c.text(format!("work[{i}].by"), &mark.by, 60);
    }
    if job.work.len() > 5000 {
        c.say("work".into(), "more than 5000 marks in one job; split it".into());
    }
    c.record(&job.record);
    c.lighting(&job.lighting);
    c.swaps(&job.swaps);
    if let Some(link) = &job.trailer {
        c.trailer(link);
    }
    for (i, name) in job.repairs.iter().enumerate() {
        c.text(format!("repairs[{i}]"), name, 80);
    }
    if let Some(search) = &job.search {
        c.text("search.since".into(), &search.since, 40);
        c.text("search.complaint".into(), &search.complaint, 300);
    }
    for (i, reading) in job.readings.iter().enumerate() {
        // Ohms go as far as an ohmmeter does.
        c.range(format!("readings[{i}].value"), reading.value, -100.0, 1e7, "");
        c.text(format!("readings[{i}].by"), &reading.by, 60);
        c.text(format!("readings[{i}].at"), &reading.at, 40);
    }
    c.faults
}
