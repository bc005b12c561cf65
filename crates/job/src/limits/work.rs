//! Limits of what people told of the work: marks, readings, the record, bulbs that become LED, wires at a connector.

use super::Checker;
use crate::{Job, Record, SeriesPins, SwapFunction, TrailerLink, Watcher};
use jovek_base::coding::BitPlace;
use jovek_catalog::bulbs;
use jovek_phrases::limits as say;

impl Checker {
    /// Marks on steps.
    pub(super) fn work(&mut self, job: &Job) {
        for (i, mark) in job.work.iter().enumerate() {
            self.text(format!("work[{i}].step"), &mark.step.0, 120);
            self.text(format!("work[{i}].at"), &mark.at, 40);
            self.text(format!("work[{i}].by"), &mark.by, 60);
            self.text(format!("work[{i}].why"), &mark.why, 500);
        }
        if job.work.len() > 5000 {
            self.say("work".into(), say::more_than_5000_marks_in_one().into());
        }
    }

    fn bit(&mut self, at: &str, place: BitPlace) {
        let most = if place.byte.is_some() { 7.0 } else { 119.0 };
        self.range(format!("{at}.bit"), f64::from(place.bit), 0.0, most, "");
        self.maybe(format!("{at}.byte"), place.byte.map(f64::from), 0.0, 254.0, "");
    }

    fn pins(&mut self, at: &str, series: Option<&str>, pins: &[SeriesPins]) {
        self.text(format!("{at}.series"), series.unwrap_or(""), 60);
        for (k, p) in pins.iter().enumerate() {
            self.text(format!("{at}.pins[{k}].series"), &p.series, 60);
            self.text(format!("{at}.pins[{k}].pins"), &p.pins, 120);
        }
    }

    pub(super) fn record(&mut self, record: &Record) {
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
            self.bit(&at, c.place());
            self.pins(&at, c.series.as_deref(), &c.pins);
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

    pub(super) fn swaps(&mut self, swaps: &[SwapFunction]) {
        if swaps.len() > 40 {
            self.say("swaps".into(), say::more_than_40_functions_split().into());
        }
        for (i, swap) in swaps.iter().enumerate() {
            let at = format!("swaps[{i}]");
            self.text(format!("{at}.name"), &swap.name, 80);
            for (k, place) in swap.bulbs.iter().enumerate() {
                let at = format!("{at}.bulbs[{k}]");
                self.text(format!("{at}.place"), &place.place, 60);
                match bulbs::bulb(&place.bulb) {
                    None => self.say(format!("{at}.bulb"), say::there_is_no_bulb_use(&place.bulb)),
                    Some(b) if place.is_second_filament && b.second.is_none() => {
                        self.say(format!("{at}.is_second_filament"), say::has_one(&b.code));
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
                        self.pins(&at, c.series.as_deref(), &c.pins);
                        self.bit(&at, c.place());
                    }
                }
                Watcher::Nothing {} | Watcher::ThermalFlasher {} | Watcher::FreeFlasher {} => {}
            }
        }
    }

    pub(super) fn trailer(&mut self, link: &TrailerLink) {
        self.maybe("trailer.seen_from_a".into(), link.seen_from_a, 0.001, 20.0, "A");
        if link.wires.len() > 60 {
            self.say("trailer.wires".into(), say::more_than_60_wires_at_one().into());
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
                        say::read_twice_with_the_same_thing().into(),
                    );
                }
            }
        }
        if let Some(lamp) = &link.hitch {
            self.text("trailer.hitch.name".into(), &lamp.name, 80);
            self.maybe("trailer.hitch.tail_w".into(), lamp.tail_w, 0.05, 60.0, "W");
            self.maybe("trailer.hitch.stop_w".into(), lamp.stop_w, 0.05, 60.0, "W");
            self.maybe("trailer.hitch.reverse_w".into(), lamp.reverse_w, 0.05, 100.0, "W");
        }
        if let Some(towed) = &link.towed {
            self.maybe("trailer.towed.key_on_a".into(), towed.key_on_a, 0.001, 60.0, "A");
            self.maybe("trailer.towed.hours".into(), towed.hours, 0.1, 72.0, "h");
            self.maybe("trailer.towed.charged_a".into(), towed.charged_a, 0.001, 60.0, "A");
        }
    }

    /// Connectors to repair, the search for a fault, readings.
    pub(super) fn repairs_and_readings(&mut self, job: &Job) {
        self.few("repairs", job.repairs.len(), 60, "repairs");
        self.few("readings", job.readings.len(), 10_000, "readings");
        for (i, name) in job.repairs.iter().enumerate() {
            self.text(format!("repairs[{i}]"), name, 80);
        }
        if let Some(search) = &job.search {
            self.text("search.since".into(), &search.since, 40);
            self.text("search.complaint".into(), &search.complaint, 300);
        }
        for (i, reading) in job.readings.iter().enumerate() {
            // Ohms go as far as an ohmmeter does.
            self.range(format!("readings[{i}].value"), reading.value, -100.0, 1e7, "");
            self.text(format!("readings[{i}].by"), &reading.by, 60);
            self.text(format!("readings[{i}].at"), &reading.at, 40);
        }
    }
}
