//! One circuit of the diagram.

use super::rung::{depth, rows, rows_f};
use super::sheet::{Item, Sheet, Sign};
use jovek_catalog::colour;
use jovek_catalog::inline_module::ModuleTerminal;
use jovek_catalog::relay::{RelayType, suppression_ohm};
use jovek_circuit::Throw;
use jovek_job::{ControlKind, FuseBlock, Job, Suppression};
use jovek_judge::harness::CutLine;
use jovek_judge::part_names;
use jovek_phrases::paper as say;
use jovek_plan::chain::{Chain, LinkKind, Origin};
use jovek_plan::end::{CircuitIx, End, FactoryIx, RelayTerminal, Side};
use jovek_plan::logic::SwitchRef;
use jovek_plan::network::hardware::kind_for;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::sizes::{ControlChoice, Sizes};
use jovek_plan::study::{Assessment, Studied};
use jovek_plan::switching::{CoilReturn, ContactOf, PlannedRelay, RelayRole, Rung, Switching};
use jovek_plan::wires::link_ends;

/// Height of a row, mm.
pub(super) const ROW: f64 = 14.0;
/// Height of a block's title, mm.
const HEAD: f64 = 9.0;
const RAIL_X: f64 = 12.0;
const FUSE_X: f64 = 30.0;
pub(super) const BUS_X: f64 = 46.0;
pub(super) const SIGNAL_X: f64 = 68.0;
pub(super) const FIRST_X: f64 = 90.0;
const LAST_X: f64 = 204.0;
const PLUS_X: f64 = 222.0;
pub(super) const LAMP_X: f64 = 238.0;
pub(super) const MINUS_X: f64 = 254.0;
pub(super) const GROUND_X: f64 = 282.0;
/// Widest distance between two parts of a row, mm.
const STEP: f64 = 22.0;
/// Height of small letters, mm.
const SMALL: f64 = 2.6;
/// Width of one of them, mm: a little more than half the height.
const LETTER: f64 = 1.4;

/// Draws one circuit.
pub struct Block<'a> {
    pub job: &'a Job,
    pub study: &'a Assessment,
    pub circuit: usize,
    pub cuts: &'a [CutLine],
    pub is_live: &'a dyn Fn(PartRef) -> bool,
    pub is_closed: &'a dyn Fn(PartRef) -> bool,
    pub key: &'a dyn Fn(PartRef) -> String,
    pub level: f64,
    pub sheet: &'a mut Sheet,
}

/// What is counted while a circuit is drawn: numbers as in the cut list.
pub(super) struct Pen {
    pub(super) step: f64,
    pub(super) circuit: CircuitIx,
    pub(super) switching: Switching,
    pub(super) switches: usize,
    pub(super) diodes: usize,
    pub(super) joints: usize,
    pub(super) contacts: Vec<usize>,
    /// Rows that start at the feed, mm.
    pub(super) feed_rows: Vec<f64>,
    pub(super) is_coil: bool,
    /// The factory wire at which the circuit itself starts.
    pub(super) starts_at: Option<usize>,
}

/// Where a rung ends.
pub(super) struct RungEnd {
    pub(super) x: f64,
    pub(super) live: bool,
    /// The terminal there.
    pub(super) terminal: End,
}

/// The shared grounds that lamps of a circuit go back through, each once.
fn grounds(chain: &Chain) -> Vec<usize> {
    let mut out: Vec<usize> = chain.grounded.iter().map(|(_, ground)| *ground).collect();
    out.sort_unstable();
    out.dedup();
    out
}

impl Block<'_> {
    pub(super) fn studied(&self) -> &Studied {
        &self.study.circuits[self.circuit]
    }

    pub(super) fn place(&self, what: PartKind) -> PartRef {
        PartRef { circuit: Some(self.circuit), what }
    }

    pub(super) fn part(&mut self, sign: Sign, (x, y): (f64, f64), place: PartRef, level: f64) {
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

    pub(super) fn text(
        &mut self,
        (x, y): (f64, f64),
        text: impl Into<String>,
        anchor: &'static str,
    ) {
        self.sheet.put(Item::Text { x, y, text: text.into(), size: SMALL, anchor });
    }

    pub(super) fn wire(&mut self, points: &[(f64, f64)], live: bool) {
        let points = points.iter().flat_map(|&(x, y)| [x, y]).collect();
        self.sheet.put(Item::Wire { points, live });
    }

    /// The wire that ends or starts somewhere as the cut list has it: `1c 2.5 YE`, its label without the unit, its size
    /// and colour.
    pub(super) fn label(&mut self, holds: impl Fn(&CutLine) -> bool) -> String {
        let Some(cut) = self.cuts.iter().find(|c| holds(c)) else {
            return String::new();
        };
        let size = cut.wire_text.trim_end_matches(" mm²").to_owned();
        self.sheet.uses_colour(&cut.colour);
        let label = cut.label.rsplit('-').next().unwrap_or_default();
        format!("{label} {size} {}", colour::letters(&cut.colour))
    }

    /// Names the wire from one terminal to the next in front of the latter, where there is room.
    pub(super) fn name_wire(&mut self, from: &RungEnd, to: End, x: f64, y: f64) {
        let text = self.label(|c| c.from_end == from.terminal && c.to_end == to);
        let room = x - from.x - 1.0;
        if text.chars().count() as f64 * LETTER <= room {
            self.text((x - 1.0, y - 1.0), text, "end");
        }
    }

    /// Draws the whole block.
    pub fn draw(mut self) {
        let chain = self.studied().chain.clone();
        let sizes = self.studied().sized.chosen.sizes.clone();
        let switching = drawn(&chain, &sizes);
        let rows = rows(&switching.lamps_from)
            + switching.relays.iter().map(|r| rows(&r.coil_from)).sum::<usize>()
            + chain.modules.len()
            + usize::from(self.symbol(&chain).is_some());
        let top = self.sheet.room(HEAD + ROW * rows as f64 + 3.0);
        let modules = chain.modules.len();
        // A small fuse stands in line with what is behind it.
        let fused = usize::from(!sizes.lead_fuses.is_empty());
        let coils = switching.relays.iter().map(|r| fused + depth(&r.coil_from));
        let deepest = coils.max().unwrap_or(1).max(modules + depth(&switching.lamps_from));
        let depth = deepest.max(1) as f64;
        let mut pen = Pen {
            step: STEP.min((LAST_X - FIRST_X) / depth),
            circuit: chain.index,
            switching: switching.clone(),
            switches: usize::from(chain.switching.is_some()),
            diodes: 1,
            joints: 1,
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
        let mut end = self.rung(&switching.lamps_from, y, &mut pen);
        for (k, link) in chain.links.iter().enumerate() {
            if let LinkKind::Module(module) = link.kind {
                end = self.module((k, module), sizes.module_a, &end, y, &pen);
            }
        }
        self.lamps(&chain, &end, y);
        y += ROW * rows_f(&switching.lamps_from);
        pen.is_coil = true;
        for (r, relay) in switching.relays.iter().enumerate() {
            let name = part_names::sign(&switching, r);
            if switching.reads_its_feed(r) {
                let fed_at = part_names::terminal(Some(relay.role), RelayTerminal::Common(0));
                let ground = End::Relay(pen.circuit, r, RelayTerminal::Coil85);
                self.electronics(
                    Sign::Module,
                    name,
                    self.place(PartKind::Coil(r)),
                    (&fed_at, ground),
                    y,
                );
            } else {
                let end = self.rung(&relay.coil_from, y, &mut pen);
                let kind = relay_of(&sizes, relay.role);
                self.coil((relay, r), (kind, name), &end, y, &pen);
            }
            y += ROW * rows_f(&relay.coil_from);
        }
        for (k, link) in chain.links.iter().enumerate() {
            if let LinkKind::Module(module) = link.kind {
                let ground = End::Module(pen.circuit, module, ModuleTerminal::Ground);
                let fed_at = module.terminal_label(ModuleTerminal::In);
                let place = self.place(PartKind::Link(k));
                self.electronics(Sign::Module, module.label().into(), place, (fed_at, ground), y);
                y += ROW;
            }
        }
        if let Some(ground) = self.symbol(&chain) {
            let place = self.place(PartKind::Standby);
            let (sign, name, fed_at) = match chain.is_by_radio() {
                true => (Sign::Module, say::controller_box(), say::its_input()),
                false => (Sign::Lamp, say::symbol_of_the_switch(), say::the_switch()),
            };
            self.electronics(sign, name.into(), place, (fed_at, ground), y);
        }
        self.feed(&chain, &sizes, &pen);
    }

    /// The ground terminal of its lit switch; none without one.
    pub(super) fn symbol(&self, chain: &Chain) -> Option<End> {
        let is_own = |end: &End| matches!(end, End::SwitchGround(at, _) if *at == chain.index);
        self.cuts.iter().map(|cut| cut.from_end).find(is_own)
    }

    /// Supply, fuse and bus of the circuit's own feed.
    fn feed(&mut self, chain: &Chain, sizes: &Sizes, pen: &Pen) {
        let (Some(&first), Some(&last)) = (pen.feed_rows.first(), pen.feed_rows.last()) else {
            return;
        };
        let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        let fuse = self.place(PartKind::Link(fuse_at.unwrap_or(0)));
        let live = (self.is_live)(fuse);
        let source = match chain.origin {
            Origin::Battery if chain.block == Some(FuseBlock::Keyed) => {
                say::fuse_block_15().to_owned()
            }
            Origin::Battery if chain.block.is_some() => say::fuse_block_30().to_owned(),
            Origin::Battery if chain.is_auxiliary => say::auxiliary_battery_30().to_owned(),
            Origin::Battery => say::battery_30().to_owned(),
            Origin::Factory { index, .. } => {
                self.job.factory.get(index).map_or_else(String::new, |f| f.name.clone())
            }
        };
        let sign = if chain.origin == Origin::Battery { Sign::Supply } else { Sign::Signal };
        let source_place = match chain.origin {
            Origin::Factory { index, .. } => {
                PartRef { circuit: None, what: PartKind::FactoryWire(index) }
            }
            Origin::Battery => PartRef { circuit: None, what: PartKind::Battery },
        };
        self.part(sign, (RAIL_X, first), source_place, 0.0);
        self.text((RAIL_X, first - 4.0), source, "start");
        self.wire(&[(RAIL_X + 2.0, first), (FUSE_X - 4.0, first)], live);
        if let (Some(fitted), Some(_)) = (sizes.fuse, fuse_at) {
            self.part(Sign::Fuse, (FUSE_X, first), fuse, 0.0);
            self.text(
                (FUSE_X, first + 5.0),
                match fitted.colour() {
                    "" => format!("{} {}", fitted.label(), fitted.noun()),
                    colour => format!("{} {colour}", fitted.label()),
                },
                "middle",
            );
        } else {
            self.wire(&[(FUSE_X - 4.0, first), (FUSE_X + 4.0, first)], live);
        }
        self.wire(&[(FUSE_X + 4.0, first), (BUS_X, first)], live);
        let fuse_out = End::Fuse(chain.index, Side::Out);
        let feed = self.label(|c| c.from_end == fuse_out);
        self.text((FUSE_X + 5.0, first - 1.2), feed, "start");
        if last > first {
            self.wire(&[(BUS_X, first), (BUS_X, last)], live);
            for &y in &pen.feed_rows {
                let joint = self.place(PartKind::Splice(0));
                self.part(Sign::Joint, (BUS_X, y), joint, 0.0);
            }
        }
    }

    /// Plug, lamps, plug and ground.
    fn lamps(&mut self, chain: &Chain, from: &RungEnd, y: f64) {
        let at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap_or(0);
        let plus = self.place(PartKind::Link(at.saturating_sub(1)));
        // Lamps that go back through housings alone: their shared grounds stand here, the first of them to be pressed.
        let housings = if chain.has_own_return() { Vec::new() } else { grounds(chain) };
        let of_housing =
            housings.first().map(|&k| PartRef { circuit: None, what: PartKind::HousingGround(k) });
        let minus = of_housing.unwrap_or(self.place(PartKind::Link(at + 1)));
        let last =
            of_housing.unwrap_or(self.place(PartKind::Link(chain.links.len().saturating_sub(2))));
        let live = (self.is_live)(plus);
        self.wire(&[(from.x, y), (PLUS_X - 2.0, y)], live);
        let meets = |link| {
            let sizes = &self.studied().sized.chosen.sizes;
            link_ends(chain, sizes, None, link).map(|(end, _)| end)
        };
        let (plus_end, minus_end) = (meets(at.saturating_sub(1)), meets(at + 1));
        let supply = self.label(|c| Some(c.to_end) == plus_end);
        self.text((PLUS_X - 4.0, y - 1.2), supply, "end");
        self.part(Sign::Plug, (PLUS_X, y), plus, 0.0);
        self.text((PLUS_X, y + 4.6), "1", "middle");
        self.wire(&[(PLUS_X + 2.0, y), (LAMP_X - 4.0, y)], live);
        let level = self.level;
        self.part(Sign::Lamp, (LAMP_X, y), self.place(PartKind::Lamp(0, 0)), level);
        let count: u32 = chain.lamps.iter().map(|l| l.count).sum();
        let name = chain.lamps.first().map_or("", |l| l.name.as_str());
        self.text((LAMP_X, y + 7.0), format!("{count} × {name}"), "middle");
        self.wire(&[(LAMP_X + 4.0, y), (MINUS_X - 2.0, y)], live);
        self.part(Sign::Plug, (MINUS_X, y), minus, 0.0);
        self.text((MINUS_X, y + 4.6), "2", "middle");
        self.wire(&[(MINUS_X + 2.0, y), (GROUND_X, y)], live);
        let ends: Vec<Option<End>> = match housings.is_empty() {
            true => vec![minus_end],
            false => housings.iter().map(|&k| Some(self.study.grounds[k].start())).collect(),
        };
        let back: Vec<String> =
            ends.into_iter().map(|end| self.label(|c| Some(c.from_end) == end)).collect();
        self.text((MINUS_X + 4.0, y - 1.2), back.join(", "), "start");
        match chain.origin_wire().filter(|_| chain.is_ground_switched) {
            Some(wire) => self.minus_wire(wire, last, y),
            None => {
                self.part(Sign::Ground, (GROUND_X, y), last, 0.0);
                self.text((GROUND_X + 4.0, y - 2.0), "31", "middle");
            }
        }
    }

    /// Into the minus wire of a factory lamp, which a switch of the vehicle grounds.
    fn minus_wire(&mut self, wire: FactoryIx, place: PartRef, y: f64) {
        self.part(Sign::Signal, (GROUND_X + 3.0, y), place, 0.0);
        let name = self.job.factory_label(wire.0);
        // Below: the wire is named above.
        self.text((GROUND_X + 6.0, y + 5.4), say::minus(&name), "end");
    }

    /// A coil with its suppression, or the input of a module.
    pub(super) fn coil(
        &mut self,
        (relay, number): (&PlannedRelay, usize),
        (kind, name): (Option<RelayType>, String),
        from: &RungEnd,
        y: f64,
        pen: &Pen,
    ) {
        let place = self.place(PartKind::Coil(number));
        let live = (self.is_live)(place);
        self.wire(&[(from.x, y), (LAMP_X - 5.0, y)], live);
        let terminal = |of| End::Relay(pen.circuit, number, of);
        self.name_wire(from, terminal(RelayTerminal::Coil86), LAMP_X - 8.0, y);
        let (sign, name) = match kind {
            _ if relay.role.is_module() => (Sign::Module, name),
            Some(RelayType { suppression: Suppression::Resistor, system, .. }) => {
                (Sign::CoilResistor, format!("{name}, {} ohm", suppression_ohm(system)))
            }
            _ => (Sign::Coil, name),
        };
        self.part(sign, (LAMP_X, y), place, 0.0);
        self.text((LAMP_X, y + 6.6), name, "middle");
        let named = |of| part_names::terminal(Some(relay.role), of);
        self.text((LAMP_X - 7.0, y + 3.4), named(RelayTerminal::Coil86), "middle");
        self.text((LAMP_X + 7.0, y + 3.4), named(RelayTerminal::Coil85), "middle");
        let minus = terminal(RelayTerminal::Coil85);
        let Some(wire) = relay.grounded_by() else { return self.grounded(live, minus, y) };
        self.wire(&[(LAMP_X + 5.0, y), (GROUND_X, y)], live);
        let label = self.label(|c| c.from_end == minus);
        self.text((MINUS_X + 4.0, y - 1.2), label, "start");
        let lead = self.place(PartKind::SignalLead(wire));
        self.minus_wire(FactoryIx(wire), lead, y);
    }
}

/// The relay that plays a role.
fn relay_of(sizes: &Sizes, role: RelayRole) -> Option<RelayType> {
    match &sizes.control {
        ControlChoice::Relay { relay, .. } => Some(*relay),
        ControlChoice::Planned(hardware) => Some(kind_for(hardware, role)),
        ControlChoice::Switch { .. } | ControlChoice::Source => None,
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
                coil_to: CoilReturn::Ground,
                follows: chain.follows.clone(),
            };
            (Rung::Behind(contact, Box::new(Rung::Feed)), vec![relay])
        }
        ControlChoice::Switch { .. } => (by_hand(Rung::Feed), Vec::new()),
        ControlChoice::Source | ControlChoice::Planned(_) => (Rung::Feed, Vec::new()),
    };
    Switching { kind: ControlKind::Switch, lamps_from, relays, box_rest_a: None }
}
