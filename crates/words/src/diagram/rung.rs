//! The rows of a circuit: contacts, diodes, fuses and modules between what feeds it and what it feeds.

use super::block::{BUS_X, Block, FIRST_X, GROUND_X, LAMP_X, MINUS_X, Pen, ROW, RungEnd, SIGNAL_X};
use super::sheet::Sign;
use jovek_catalog::inline_module::{InlineModule, ModuleTerminal};
use jovek_circuit::Throw;
use jovek_judge::part_names;
use jovek_phrases::paper as say;
use jovek_plan::end::{End, FactoryIx, RelayTerminal, Side, SpliceAt};
use jovek_plan::logic::SwitchRef;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::sizes::LeadSource;
use jovek_plan::switching::{ContactOf, Rung};

impl Block<'_> {
    /// Draws a rung from its sources to the right.
    pub(super) fn rung(&mut self, rung: &Rung, y: f64, pen: &mut Pen) -> RungEnd {
        match rung {
            Rung::Tap(i) if pen.is_coil || pen.starts_at != Some(*i) => {
                let lead = self.place(PartKind::SignalLead(*i));
                let live = (self.is_live)(lead);
                let name = self.job.factory.get(*i).map_or("", |f| f.name.as_str()).to_owned();
                self.part(Sign::Signal, (SIGNAL_X, y), lead, 0.0);
                let terminal = End::Factory(FactoryIx(*i));
                self.text((SIGNAL_X - 1.0, y - 3.0), name, "middle");
                let end = RungEnd { x: SIGNAL_X + 3.0, live, terminal };
                let end = self.lead_fuse(LeadSource::Wire(FactoryIx(*i)), end, y, pen);
                match pen.is_coil {
                    true => self.lead_fuse(LeadSource::Branch(FactoryIx(*i)), end, y, pen),
                    false => end,
                }
            }
            Rung::Feed | Rung::Tap(_) => {
                pen.feed_rows.push(y);
                let terminal = End::Splice(pen.circuit, SpliceAt::Feed);
                let end = RungEnd { x: BUS_X, live: false, terminal };
                if pen.is_coil { self.lead_fuse(LeadSource::Feed, end, y, pen) } else { end }
            }
            Rung::Behind(ContactOf::Switch { which, holds, .. }, inner) => {
                let from = self.rung(inner, y, pen);
                let number = pen.switches;
                pen.switches += 1;
                let place = self.place(PartKind::Switch(number));
                let x = self.lead_to(
                    &from,
                    5.0,
                    End::Switch(pen.circuit, number, Side::In),
                    place,
                    y,
                    pen,
                );
                self.part(Sign::Switch, (x, y), place, 0.0);
                let name = match which {
                    SwitchRef::Own => say::switch().to_owned(),
                    SwitchRef::Shared(id, _) => self.job.switch_label(id),
                };
                let rests = if *holds { "" } else { say::closed_at_rest() };
                self.text((x, y + 5.4), format!("{name}{rests}"), "middle");
                let terminal = End::Switch(pen.circuit, number, Side::Out);
                RungEnd { x: x + 5.0, live: (self.is_live)(place), terminal }
            }
            Rung::Behind(ContactOf::Relay { relay, throw }, inner) => {
                let from = self.rung(inner, y, pen);
                let pole = pen.contacts.get(*relay).copied().unwrap_or(0);
                if let Some(n) = pen.contacts.get_mut(*relay) {
                    *n += 1;
                }
                let place = self.place(PartKind::RelayContact(*relay));
                let at = |terminal| End::Relay(pen.circuit, *relay, terminal);
                let common = at(RelayTerminal::Common(pole));
                let x = self.lead_to(&from, 5.0, common, place, y, pen);
                let sign = match throw {
                    Throw::NormallyOpen => Sign::Make,
                    Throw::NormallyClosed => Sign::Break,
                };
                self.part(sign, (x, y), place, 0.0);
                let terminal = at(RelayTerminal::Out(pole, (*throw).into()));
                let pole = if pole == 0 { String::new() } else { say::pole(&(pole + 1)) };
                let name = part_names::sign(&pen.switching, *relay);
                let role = pen.switching.relays.get(*relay).map(|r| r.role);
                self.text((x, y + 5.4), format!("{name}{pole}"), "middle");
                let named = |of| part_names::terminal(role, of);
                self.text((x - 5.0, y + 3.0), named(RelayTerminal::Common(0)), "middle");
                let out = named(RelayTerminal::Out(0, (*throw).into()));
                self.text((x + 5.5, y + 3.0), out, "middle");
                RungEnd { x: x + 5.0, live: (self.is_live)(place), terminal }
            }
            Rung::Diode(inner) => {
                let from = self.rung(inner, y, pen);
                let number = pen.diodes;
                pen.diodes += 1;
                let place = self.place(PartKind::Diode(number));
                let x = self.lead_to(
                    &from,
                    3.0,
                    End::Diode(pen.circuit, number, Side::In),
                    place,
                    y,
                    pen,
                );
                self.part(Sign::Diode, (x, y), place, 0.0);
                self.text((x, y + 5.4), format!("D{number}"), "middle");
                RungEnd {
                    x: x + 3.0,
                    live: (self.is_live)(place),
                    terminal: End::Diode(pen.circuit, number, Side::Out),
                }
            }
            Rung::Joined(list) => {
                let mut row = y;
                let mut ends = Vec::new();
                for inner in list {
                    ends.push((self.rung(inner, row, pen), row));
                    row += ROW * rows_f(inner);
                }
                let terminal = End::Splice(pen.circuit, SpliceAt::Inside(pen.joints));
                pen.joints += 1;
                let far = ends.iter().map(|(e, _)| e.x).fold(FIRST_X - pen.step, f64::max);
                let x = far + 0.64 * pen.step;
                let any = ends.iter().any(|(e, _)| e.live);
                for (end, row) in &ends {
                    self.wire(&[(end.x, *row), (x, *row)], end.live);
                    self.name_wire(end, terminal, x, *row);
                }
                let last = ends.last().map_or(y, |(_, row)| *row);
                self.wire(&[(x, y), (x, last)], any);
                let joint = self.place(PartKind::Splice(0));
                self.part(Sign::Joint, (x, y), joint, 0.0);
                RungEnd { x, live: any, terminal }
            }
        }
    }

    /// The small fuse at the start of a thin lead, where there is one.
    pub(super) fn lead_fuse(
        &mut self,
        at: LeadSource,
        from: RungEnd,
        y: f64,
        pen: &Pen,
    ) -> RungEnd {
        let fuses = &self.studied().sized.chosen.sizes.lead_fuses;
        let Some(k) = fuses.iter().position(|f| f.at == at) else { return from };
        let label = fuses[k].fuse.label();
        let number = k + 1;
        let place = self.place(PartKind::LeadFuse(number));
        let side = |side| End::LeadFuse(pen.circuit, number, side);
        let x = self.lead_to(&from, 4.0, side(Side::In), place, y, pen);
        self.part(Sign::Fuse, (x, y), place, 0.0);
        self.text((x, y + 5.0), format!("F{number} {label}"), "middle");
        // Several leads part behind it.
        let parted = match at {
            LeadSource::Feed => Some(SpliceAt::Coils),
            LeadSource::Branch(wire) => Some(SpliceAt::SignalCoils(wire)),
            LeadSource::Wire(_) => None,
        };
        let splice = parted.map(|at| End::Splice(pen.circuit, at));
        let is_cut = |end: &End| self.cuts.iter().any(|c| c.from_end == *end);
        let terminal = splice.filter(is_cut).unwrap_or(side(Side::Out));
        RungEnd { x: x + 4.0, live: (self.is_live)(place), terminal }
    }

    /// Draws the wire to the next part, half as wide as given, and names it. Returns the middle of the part.
    pub(super) fn lead_to(
        &mut self,
        from: &RungEnd,
        half: f64,
        to: End,
        place: PartRef,
        y: f64,
        pen: &Pen,
    ) -> f64 {
        let x = from.x.max(FIRST_X - pen.step) + pen.step;
        let live = (self.is_live)(place);
        self.wire(&[(from.x, y), (x - half, y)], live);
        self.name_wire(from, to, x - half, y);
        x
    }

    /// A dimmer or flasher, right behind switch or relay. What grounds it stands in a row of its own.
    pub(super) fn module(
        &mut self,
        (link, module): (usize, InlineModule),
        rating_a: Option<f64>,
        from: &RungEnd,
        y: f64,
        pen: &Pen,
    ) -> RungEnd {
        let place = self.place(PartKind::Link(link));
        let at = |terminal| End::Module(pen.circuit, module, terminal);
        let x = self.lead_to(from, 5.0, at(ModuleTerminal::In), place, y, pen);
        self.part(Sign::Module, (x, y), place, 0.0);
        let rating = rating_a.map_or_else(String::new, |a| format!(" {a} A"));
        self.text((x, y + 6.4), format!("{}{rating}", module.label()), "middle");
        let named = |terminal| module.terminal_label(terminal);
        self.text((x - 7.0, y + 3.4), named(ModuleTerminal::In), "middle");
        self.text((x + 7.0, y + 3.4), named(ModuleTerminal::Out), "middle");
        let live = (self.is_live)(place);
        RungEnd { x: x + 5.0, live, terminal: at(ModuleTerminal::Out) }
    }

    /// What is fed inside a part that is drawn elsewhere, the electronics of a module or the lamp of a symbol: only its
    /// ground is a wire.
    pub(super) fn electronics(
        &mut self,
        sign: Sign,
        name: String,
        place: PartRef,
        (fed_at, ground): (&str, End),
        y: f64,
    ) {
        let live = (self.is_live)(place);
        self.part(sign, (LAMP_X, y), place, 0.0);
        self.text((LAMP_X, y + 6.6), name, "middle");
        self.text((LAMP_X - 7.0, y + 1.0), say::fed_at(&fed_at), "end");
        self.grounded(live, ground, y);
    }

    /// From a coil or module to its ground.
    pub(super) fn grounded(&mut self, live: bool, from: End, y: f64) {
        self.wire(&[(LAMP_X + 5.0, y), (GROUND_X, y)], live);
        let label = self.label(|c| c.from_end == from);
        self.text((MINUS_X + 4.0, y - 1.2), label, "start");
        self.part(Sign::Ground, (GROUND_X, y), self.place(PartKind::CoilGround(0)), 0.0);
        self.text((GROUND_X + 4.0, y - 2.0), "31", "middle");
    }
}

/// Rows that a rung takes.
pub(super) fn rows(rung: &Rung) -> usize {
    match rung {
        Rung::Feed | Rung::Tap(_) => 1,
        Rung::Behind(_, of) | Rung::Diode(of) => rows(of),
        Rung::Joined(list) => list.iter().map(rows).sum(),
    }
}

pub(super) fn rows_f(rung: &Rung) -> f64 {
    rows(rung) as f64
}

/// Parts in the longest row of a rung.
pub(super) fn depth(rung: &Rung) -> usize {
    match rung {
        Rung::Feed | Rung::Tap(_) => 0,
        Rung::Behind(_, of) | Rung::Diode(of) => 1 + depth(of),
        Rung::Joined(list) => 1 + list.iter().map(depth).max().unwrap_or(0),
    }
}
