//! One circuit of the diagram.

use super::sheet::{Item, Sheet, Sign};
use crate::answers::{Assessment, Studied};
use crate::circuit::Throw;
use crate::harness::CutLine;
use crate::job::{ControlKind, Job};
use crate::plan::chain::{Chain, LinkKind, Origin};
use crate::plan::logic::{SwitchRef, seconds_text};
use crate::plan::places::{Place, What};
use crate::plan::switching::{ContactOf, PlannedRelay, RelayRole, Rung, Switching};
use crate::sizing::{ControlChoice, Sizes};

/// Height of a row, mm.
const ROW: f64 = 14.0;
/// Height of a block's title, mm.
const HEAD: f64 = 9.0;
const RAIL_X: f64 = 12.0;
const FUSE_X: f64 = 30.0;
const BUS_X: f64 = 46.0;
const SIGNAL_X: f64 = 68.0;
const FIRST_X: f64 = 90.0;
const LAST_X: f64 = 204.0;
const PLUS_X: f64 = 222.0;
const LAMP_X: f64 = 238.0;
const MINUS_X: f64 = 254.0;
const GROUND_X: f64 = 282.0;
/// Widest distance between two parts of a row, mm.
const STEP: f64 = 22.0;
/// Height of small letters, mm.
const SMALL: f64 = 2.6;

/// Draws one circuit.
pub struct Block<'a> {
    pub job: &'a Job,
    pub study: &'a Assessment,
    pub circuit: usize,
    pub cuts: &'a [CutLine],
    pub is_live: &'a dyn Fn(Place) -> bool,
    pub is_closed: &'a dyn Fn(Place) -> bool,
    pub key: &'a dyn Fn(Place) -> String,
    pub level: f64,
    pub sheet: &'a mut Sheet,
}

/// What is counted while a circuit is drawn.
struct Pen {
    step: f64,
    /// Number of the first switch: 0 for a switch of its own, 1 in planned hardware.
    switches: usize,
    diodes: usize,
    contacts: Vec<usize>,
    /// Rows that start at the feed, mm.
    feed_rows: Vec<f64>,
    is_coil: bool,
    /// The factory wire at which the circuit itself starts.
    starts_at: Option<usize>,
}

impl Block<'_> {
    fn studied(&self) -> &Studied {
        &self.study.circuits[self.circuit]
    }

    fn place(&self, what: What) -> Place {
        Place { circuit: Some(self.circuit), what }
    }

    fn part(&mut self, sign: Sign, (x, y): (f64, f64), place: Place, level: f64) {
        let item = Item::Part {
            sign,
            x,
            y,
            part: (self.key)(place),
            live: (self.is_live)(place),
            on: (self.is_closed)(place),
            level,
        };
        self.sheet.put(item);
    }

    fn text(&mut self, (x, y): (f64, f64), text: impl Into<String>, anchor: &'static str) {
        self.sheet.put(Item::Text { x, y, text: text.into(), size: SMALL, anchor });
    }

    fn wire(&mut self, points: &[(f64, f64)], live: bool) {
        let points = points.iter().flat_map(|&(x, y)| [x, y]).collect();
        self.sheet.put(Item::Wire { points, live });
    }

    /// Colour of the circuit's wire that ends or starts somewhere, with its size.
    fn label(&self, holds: impl Fn(&CutLine) -> bool) -> String {
        let id = &self.studied().chain.id;
        self.cuts
            .iter()
            .find(|c| c.circuit == *id && holds(c))
            .map_or_else(String::new, |c| format!("{} {}", c.wire_text, c.colour))
    }

    /// Draws the whole block.
    pub fn draw(mut self) {
        let chain = self.studied().chain.clone();
        let sizes = self.studied().sized.chosen.sizes.clone();
        let switching = drawn(&chain, &sizes);
        let rows = rows(&switching.lamps_from)
            + switching.relays.iter().map(|r| rows(&r.coil_from)).sum::<usize>();
        let top = self.sheet.room(HEAD + ROW * rows as f64 + 3.0);
        let depth = switching.rungs().map(depth).max().unwrap_or(1).max(1) as f64;
        let mut pen = Pen {
            step: STEP.min((LAST_X - FIRST_X) / depth),
            switches: usize::from(chain.switching.is_some()),
            diodes: 1,
            contacts: vec![0; switching.relays.len()],
            feed_rows: Vec::new(),
            is_coil: false,
            starts_at: match chain.origin {
                Origin::Factory { index, .. } => Some(index),
                Origin::Battery => None,
            },
        };
        self.sheet.put(Item::Text {
            x: RAIL_X,
            y: top + 4.0,
            text: chain.name.clone(),
            size: 3.6,
            anchor: "start",
        });
        let mut y = top + HEAD + 0.4 * ROW;
        let (x, _) = self.rung(&switching.lamps_from, y, &mut pen);
        self.lamps(&chain, x, y);
        y += ROW * rows_f(&switching.lamps_from);
        pen.is_coil = true;
        for (r, relay) in switching.relays.iter().enumerate() {
            let (x, _) = self.rung(&relay.coil_from, y, &mut pen);
            self.coil(relay, r, x, y);
            y += ROW * rows_f(&relay.coil_from);
        }
        self.feed(&chain, &sizes, &pen);
    }

    /// Supply, fuse and bus of the circuit's own feed.
    fn feed(&mut self, chain: &Chain, sizes: &Sizes, pen: &Pen) {
        let (Some(&first), Some(&last)) = (pen.feed_rows.first(), pen.feed_rows.last()) else {
            return;
        };
        let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        let fuse = self.place(What::Link(fuse_at.unwrap_or(0)));
        let live = (self.is_live)(fuse);
        let source = match chain.origin {
            Origin::Battery if chain.is_auxiliary => "auxiliary battery, 30".to_owned(),
            Origin::Battery => "battery, 30".to_owned(),
            Origin::Factory { index, .. } => {
                self.job.factory.get(index).map_or_else(String::new, |f| f.name.clone())
            }
        };
        let sign = if chain.origin == Origin::Battery { Sign::Supply } else { Sign::Signal };
        let source_place = match chain.origin {
            Origin::Factory { index, .. } => {
                Place { circuit: None, what: What::FactoryWire(index) }
            }
            Origin::Battery => Place { circuit: None, what: What::Battery },
        };
        self.part(sign, (RAIL_X, first), source_place, 0.0);
        self.text((RAIL_X, first - 4.0), source, "start");
        self.wire(&[(RAIL_X + 2.0, first), (FUSE_X - 4.0, first)], live);
        if let (Some(fitted), Some(_)) = (sizes.fuse, fuse_at) {
            self.part(Sign::Fuse, (FUSE_X, first), fuse, 0.0);
            self.text(
                (FUSE_X, first + 5.0),
                format!("{} {}", fitted.label(), fitted.colour()),
                "middle",
            );
        } else {
            self.wire(&[(FUSE_X - 4.0, first), (FUSE_X + 4.0, first)], live);
        }
        self.wire(&[(FUSE_X + 4.0, first), (BUS_X, first)], live);
        let feed = self.label(|c| c.from == "fuse out");
        self.text((FUSE_X + 5.0, first - 1.2), feed, "start");
        if last > first {
            self.wire(&[(BUS_X, first), (BUS_X, last)], live);
            for &y in &pen.feed_rows {
                let joint = self.place(What::Splice(0));
                self.part(Sign::Joint, (BUS_X, y), joint, 0.0);
            }
        }
    }

    /// Draws a rung from its sources to the right; returns where it ends, and whether it is live.
    fn rung(&mut self, rung: &Rung, y: f64, pen: &mut Pen) -> (f64, bool) {
        match rung {
            Rung::Feed => {
                pen.feed_rows.push(y);
                (BUS_X, false)
            }
            Rung::Tap(i) if pen.starts_at == Some(*i) && !pen.is_coil => {
                pen.feed_rows.push(y);
                (BUS_X, false)
            }
            Rung::Tap(i) => {
                let lead = self.place(What::SignalLead(*i));
                let live = (self.is_live)(lead);
                let name = self.job.factory.get(*i).map_or("", |f| f.name.as_str()).to_owned();
                self.part(Sign::Signal, (SIGNAL_X, y), lead, 0.0);
                let from = format!("wire of {name}");
                let wire = self.label(|c| c.from == from);
                self.text((SIGNAL_X + 2.0, y - 3.0), name, "middle");
                self.text((SIGNAL_X + 2.0, y + 4.4), wire, "middle");
                (SIGNAL_X + 3.0, live)
            }
            Rung::Behind(ContactOf::Switch { which, holds, .. }, inner) => {
                let (from, _) = self.rung(inner, y, pen);
                let x = from.max(FIRST_X - pen.step) + pen.step;
                let number = pen.switches;
                let place = self.place(What::Switch(number));
                pen.switches += 1;
                let live = (self.is_live)(place);
                self.wire(&[(from, y), (x - 5.0, y)], live);
                self.part(Sign::Switch, (x, y), place, 0.0);
                let name = match which {
                    SwitchRef::Own => "switch".to_owned(),
                    SwitchRef::Shared(id, _) => {
                        self.job.switch(id).map_or_else(|| id.0.clone(), |s| s.name.clone())
                    }
                };
                let rests = if *holds { "" } else { ", closed at rest" };
                self.text((x, y + 5.4), format!("{name}{rests}"), "middle");
                let side = |way: &str| match number {
                    0 => format!("switch {way}"),
                    n => format!("switch {n} {way}"),
                };
                // The wire of a coil is named before its switch: behind it, others may join.
                if pen.is_coil && from <= BUS_X {
                    let wire = self.label(|c| c.to == side("in"));
                    self.text((BUS_X + 3.0, y - 1.2), wire, "start");
                } else if !pen.is_coil {
                    let wire = self.label(|c| c.from == side("out"));
                    self.text((x + 6.0, y - 1.2), wire, "start");
                }
                (x + 5.0, live)
            }
            Rung::Behind(ContactOf::Relay { relay, throw }, inner) => {
                let (from, _) = self.rung(inner, y, pen);
                let x = from.max(FIRST_X - pen.step) + pen.step;
                let place = self.place(What::RelayContact(*relay));
                let live = (self.is_live)(place);
                self.wire(&[(from, y), (x - 5.0, y)], live);
                let (sign, out) = match throw {
                    Throw::NormallyOpen => (Sign::Make, "87"),
                    Throw::NormallyClosed => (Sign::Break, "87a"),
                };
                self.part(sign, (x, y), place, 0.0);
                let pole = pen.contacts.get(*relay).copied().unwrap_or(0);
                if let Some(n) = pen.contacts.get_mut(*relay) {
                    *n += 1;
                }
                let pole = if pole == 0 { String::new() } else { format!(", pole {}", pole + 1) };
                self.text((x, y + 5.4), format!("R{}{pole}", relay + 1), "middle");
                self.text((x - 5.0, y - 1.2), "30", "middle");
                self.text((x + 5.5, y - 1.2), out, "middle");
                (x + 5.0, live)
            }
            Rung::Diode(inner) => {
                let (from, _) = self.rung(inner, y, pen);
                let x = from.max(FIRST_X - pen.step) + pen.step;
                let number = pen.diodes;
                pen.diodes += 1;
                let place = self.place(What::Diode(number));
                let live = (self.is_live)(place);
                self.wire(&[(from, y), (x - 3.0, y)], live);
                self.part(Sign::Diode, (x, y), place, 0.0);
                self.text((x, y + 5.4), format!("D{number}"), "middle");
                (x + 3.0, live)
            }
            Rung::Joined(list) => {
                let mut row = y;
                let mut ends = Vec::new();
                for inner in list {
                    ends.push((self.rung(inner, row, pen), row));
                    row += ROW * rows_f(inner);
                }
                let x = ends.iter().map(|((x, _), _)| *x).fold(FIRST_X - pen.step, f64::max) + 6.0;
                let any = ends.iter().any(|((_, live), _)| *live);
                for ((end, live), row) in &ends {
                    self.wire(&[(*end, *row), (x, *row)], *live);
                }
                let last = ends.last().map_or(y, |(_, row)| *row);
                self.wire(&[(x, y), (x, last)], any);
                let joint = self.place(What::Splice(0));
                self.part(Sign::Joint, (x, y), joint, 0.0);
                (x, any)
            }
        }
    }

    /// Plug, lamps, plug and ground.
    fn lamps(&mut self, chain: &Chain, from: f64, y: f64) {
        let at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap_or(0);
        let plus = self.place(What::Link(at.saturating_sub(1)));
        let minus = self.place(What::Link(at + 1));
        let last = self.place(What::Link(chain.links.len().saturating_sub(2)));
        let live = (self.is_live)(plus);
        self.wire(&[(from, y), (PLUS_X - 2.0, y)], live);
        let supply = self.label(|c| c.to == "lamp +");
        self.text((PLUS_X - 4.0, y - 1.2), supply, "end");
        self.part(Sign::Plug, (PLUS_X, y), plus, 0.0);
        self.text((PLUS_X, y + 4.6), "1", "middle");
        self.wire(&[(PLUS_X + 2.0, y), (LAMP_X - 4.0, y)], live);
        let level = self.level;
        self.part(Sign::Lamp, (LAMP_X, y), self.place(What::Lamp(0, 0)), level);
        let count: u32 = chain.lamps.iter().map(|l| l.count).sum();
        let name = chain.lamps.first().map_or("", |l| l.name.as_str());
        self.text((LAMP_X, y + 7.0), format!("{count} × {name}"), "middle");
        self.wire(&[(LAMP_X + 4.0, y), (MINUS_X - 2.0, y)], live);
        self.part(Sign::Plug, (MINUS_X, y), minus, 0.0);
        self.text((MINUS_X, y + 4.6), "2", "middle");
        self.wire(&[(MINUS_X + 2.0, y), (GROUND_X, y)], live);
        let back = self.label(|c| c.from == "lamp -");
        self.text((MINUS_X + 4.0, y - 1.2), back, "start");
        self.part(Sign::Ground, (GROUND_X, y), last, 0.0);
        self.text((GROUND_X + 4.0, y - 2.0), "31", "middle");
    }

    /// A coil with its suppression, or the input of a module.
    fn coil(&mut self, relay: &PlannedRelay, number: usize, from: f64, y: f64) {
        let place = self.place(What::Coil(number));
        let live = (self.is_live)(place);
        self.wire(&[(from, y), (LAMP_X - 5.0, y)], live);
        let wire = self.label(|c| c.to.ends_with(" 86"));
        self.text((LAMP_X - 8.0, y - 1.2), wire, "end");
        let (sign, name) = match relay.role {
            RelayRole::Timer { seconds } => {
                (Sign::Module, format!("R{} timer {}", number + 1, seconds_text(seconds)))
            }
            RelayRole::CutOff => (Sign::Module, format!("R{} low-voltage cut-off", number + 1)),
            _ => (Sign::Coil, format!("R{}", number + 1)),
        };
        self.part(sign, (LAMP_X, y), place, 0.0);
        self.text((LAMP_X, y + 6.6), name, "middle");
        self.text((LAMP_X - 7.0, y + 3.4), "86", "middle");
        self.text((LAMP_X + 7.0, y + 3.4), "85", "middle");
        self.wire(&[(LAMP_X + 5.0, y), (GROUND_X, y)], live);
        let ground = self.label(|c| c.from.ends_with(" 85"));
        self.text((MINUS_X + 4.0, y - 1.2), ground, "start");
        self.part(Sign::Ground, (GROUND_X, y), self.place(What::CoilGround(number)), 0.0);
        self.text((GROUND_X + 4.0, y - 2.0), "31", "middle");
    }
}

/// The hardware of a circuit as rungs, also where a switch of its own does all.
fn drawn(chain: &Chain, sizes: &Sizes) -> Switching {
    if let Some(switching) = &chain.switching {
        return switching.clone();
    }
    let by_hand = |of: Rung| {
        let contact =
            ContactOf::Switch { which: SwitchRef::Own, mask: chain.own_switch, holds: true };
        Rung::Behind(contact, Box::new(of))
    };
    let (lamps_from, relays) = match sizes.control {
        ControlChoice::Relay { .. } => {
            let contact = ContactOf::Relay { relay: 0, throw: Throw::NormallyOpen };
            let relay = PlannedRelay {
                role: RelayRole::Lamps,
                coil_from: by_hand(Rung::Feed),
                follows: chain.follows.clone(),
            };
            (Rung::Behind(contact, Box::new(Rung::Feed)), vec![relay])
        }
        ControlChoice::Switch { .. } => (by_hand(Rung::Feed), Vec::new()),
        ControlChoice::Source | ControlChoice::Planned(_) => (Rung::Feed, Vec::new()),
    };
    Switching { kind: ControlKind::Switch, lamps_from, relays }
}

/// Rows that a rung takes.
fn rows(rung: &Rung) -> usize {
    match rung {
        Rung::Feed | Rung::Tap(_) => 1,
        Rung::Behind(_, of) | Rung::Diode(of) => rows(of),
        Rung::Joined(list) => list.iter().map(rows).sum(),
    }
}

fn rows_f(rung: &Rung) -> f64 {
    rows(rung) as f64
}

/// Parts in the longest row of a rung.
fn depth(rung: &Rung) -> usize {
    match rung {
        Rung::Feed | Rung::Tap(_) => 0,
        Rung::Behind(_, of) | Rung::Diode(of) => 1 + depth(of),
        Rung::Joined(list) => 1 + list.iter().map(depth).max().unwrap_or(0),
    }
}
