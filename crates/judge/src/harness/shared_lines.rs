//! The wires that no circuit has to itself: the feed of a fuse block and what its master relay needs, the cable that
//! charges a second battery, the grounds that lamps of a housing share.

use super::colours::{feed_colour, ground_colour};
use super::cuts::{CutLine, Installation, allowance_text, label_unit};
use super::ends::{BESIDE, Names, kind, slid_on};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::insulation::Insulation;
use jovek_catalog::joint::{END_ALLOWANCE_M, JointPlace, SHORT_END_M};
use jovek_catalog::zone;
use jovek_job::{CircuitId, Isolation};
use jovek_phrases::harness as say;
use jovek_plan::charge_cable;
use jovek_plan::end::{BlockEnd, ChargeEnd, End, Post, RelayTerminal, Side, Thrown};
use jovek_plan::fuse_block::{BESIDE_M, COIL_GROUND_M, COIL_LEAD_M};
use jovek_plan::wires::{PieceRole, cut_length_m, is_wet};

/// The pieces of the block's feed and of the cable between the batteries.
pub fn shared_lines(of: Installation) -> Vec<CutLine> {
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    let mut out = block_lines(of, &names);
    out.extend(charge_lines(of, &names));
    out.extend(ground_lines(of, &names));
    out
}

/// The ground wires of housings, each from its housing on.
fn ground_lines(of: Installation, names: &Names) -> Vec<CutLine> {
    let mut out = Vec::new();
    for ground in of.grounds {
        let Some(own) = ground.wire() else { continue };
        let (name, insulation, load_a) = (ground.name.as_str(), own.insulation, ground.load_a);
        let make = Maker { of, names, name, insulation, load_a };
        let ends = (ground.start(), own.end(ground.at));
        let near = JointPlace {
            is_wet: is_wet(own.zone),
            flexes: false,
            ambient_c: zone::ambient_c(own.zone),
        };
        let line = make.line(ends, (own.wire, own.length_m, false), PieceRole::Return);
        out.push(CutLine { from_near: near, to_near: near, ..line });
    }
    for (k, line) in out.iter_mut().enumerate() {
        line.label = format!("{}-G{}", label_unit(of.job), k + 1);
    }
    out
}

/// The pieces of the block's feed, in the order of the current.
fn block_lines(of: Installation, names: &Names) -> Vec<CutLine> {
    let Some(shared) = of.block else { return Vec::new() };
    let (name, insulation, load_a) =
        (say::fuse_block_name(), shared.insulation, shared.plan.load_a);
    let make = Maker { of, names, name, insulation, load_a };
    let block = |end| End::Block(end);
    let main_fuse = |side| block(BlockEnd::MainFuse(side));
    let relay = |terminal| block(BlockEnd::Relay(terminal));
    let thick = shared.wire;
    let mut out = vec![make.line(
        (End::Post(Post::StartPlus), main_fuse(Side::In)),
        (thick, BESIDE_M, true),
        PieceRole::Unfused,
    )];
    let fed = match shared.key {
        Some(_) => relay(RelayTerminal::Common(0)),
        None => block(BlockEnd::Bus),
    };
    out.push(make.line(
        (main_fuse(Side::Out), fed),
        (thick, shared.length_m, false),
        PieceRole::Feed,
    ));
    if let Some(key) = shared.key {
        let thin = key.coil_wire;
        let fuse = |side| block(BlockEnd::CoilFuse(side));
        let out_87 = relay(RelayTerminal::Out(0, Thrown::Made));
        let coil = relay(RelayTerminal::Coil86);
        let ground = relay(RelayTerminal::Coil85);
        out.push(make.line(
            (out_87, block(BlockEnd::Bus)),
            (thick, BESIDE_M, true),
            PieceRole::Feed,
        ));
        let tap = End::Factory(key.wire);
        out.push(make.line((tap, fuse(Side::In)), (thin, BESIDE_M, true), PieceRole::CoilFeed));
        out.push(make.line(
            (fuse(Side::Out), coil),
            (thin, COIL_LEAD_M, false),
            PieceRole::CoilFeed,
        ));
        let stud = block(BlockEnd::CoilStud);
        out.push(make.line((ground, stud), (thin, COIL_GROUND_M, true), PieceRole::CoilGround));
    }
    make.labelled(out, 'B')
}

/// The pieces of the cable between the batteries, from the starting battery on, and the isolator's own leads.
fn charge_lines(of: Installation, names: &Names) -> Vec<CutLine> {
    let Some(cable) = of.charge else { return Vec::new() };
    let (name, insulation, load_a) = (say::second_battery(), cable.insulation, cable.load_a);
    let make = Maker { of, names, name, insulation, load_a };
    let charge = |end| End::Charge(end);
    let (thick, short) = (cable.wire, (cable.wire, charge_cable::BESIDE_M, true));
    let long = (thick, cable.length_m, false);
    // A charger stands by the battery that it charges, anything else by the starting battery.
    let (before, after) =
        if cable.isolation == Isolation::DcDc { (long, short) } else { (short, long) };
    let stud = charge(ChargeEnd::Stud);
    let start_fuse = |side| charge(ChargeEnd::StartFuse(side));
    let fuse = |side| charge(ChargeEnd::AuxiliaryFuse(side));
    let isolator = |side| charge(ChargeEnd::Isolator(side));
    let (start, plus) = (End::Post(Post::StartPlus), End::Post(Post::AuxiliaryPlus));
    let mut out = vec![
        make.line((start, start_fuse(Side::In)), short, PieceRole::Unfused),
        make.line((start_fuse(Side::Out), isolator(Side::In)), before, PieceRole::Feed),
        make.line((isolator(Side::Out), fuse(Side::In)), after, PieceRole::Feed),
        make.line((fuse(Side::Out), plus), short, PieceRole::Unfused),
        make.line(
            (End::Post(Post::AuxiliaryMinus), stud),
            (thick, charge_cable::MINUS_M, true),
            PieceRole::Return,
        ),
    ];
    if cable.has_ground() {
        let wire = (cable.ground_wire(), charge_cable::GROUND_LEAD_M, true);
        // Each beside where it stands: a charger by the second battery, a relay by the first.
        let (ground, stud) = match cable.isolation {
            Isolation::DcDc => (charge(ChargeEnd::ChargerGround), stud),
            _ => (charge(ChargeEnd::IsolatorGround), charge(ChargeEnd::IsolatorStud)),
        };
        out.push(make.line((ground, stud), wire, PieceRole::CoilGround));
    }
    if let Some(key) = cable.key {
        let fuse = |side| charge(ChargeEnd::KeyFuse(side));
        let (tap, coil) = (End::Factory(key), charge(ChargeEnd::IsolatorKey));
        let beside = (cable.thin, charge_cable::BESIDE_M, true);
        let lead = (cable.thin, charge_cable::KEY_LEAD_M, false);
        out.push(make.line((tap, fuse(Side::In)), beside, PieceRole::CoilFeed));
        out.push(make.line((fuse(Side::Out), coil), lead, PieceRole::CoilFeed));
    }
    make.labelled(out, 'S')
}

struct Maker<'a> {
    of: Installation<'a>,
    names: &'a Names<'a>,
    name: &'a str,
    insulation: Insulation,
    load_a: f64,
}

impl Maker<'_> {
    fn labelled(&self, mut lines: Vec<CutLine>, letter: char) -> Vec<CutLine> {
        for (k, line) in lines.iter_mut().enumerate() {
            line.label = format!("{}-{letter}{}", label_unit(self.of.job), k + 1);
        }
        lines
    }

    fn line(
        &self,
        (from_end, to_end): (End, End),
        (wire, path_m, is_short): (Conductor, f64, bool),
        role: PieceRole,
    ) -> CutLine {
        let job = self.of.job;
        let (from_kind, to_kind) = (kind(from_end), kind(to_end));
        let spare = if is_short { 0.0 } else { job.shop.spare_percent.unwrap_or(0.0) };
        let end_m = if is_short {
            SHORT_END_M
        } else {
            job.shop.end_allowance_m.unwrap_or(END_ALLOWANCE_M)
        };
        let length_m = cut_length_m(path_m * (1.0 + spare / 100.0), end_m);
        CutLine {
            label: String::new(),
            circuit: CircuitId::from(""),
            circuit_name: self.name.into(),
            from: self.names.text(from_end),
            to: self.names.text(to_end),
            colour: if role.is_return() { ground_colour(job) } else { feed_colour(job) },
            mark: String::new(),
            wire,
            wire_text: wire.label(),
            insulation: self.insulation.label(),
            path_m,
            length_m,
            length_text: job.shop.units.length(length_m),
            allowance_text: allowance_text(end_m, spare, job.shop.units),
            from_terminal: from_kind.terminal(wire, job.shop.units).unwrap_or_default(),
            to_terminal: to_kind.terminal(wire, job.shop.units).unwrap_or_default(),
            from_kind,
            to_kind,
            piece: None,
            from_end,
            to_end,
            role,
            working_c: 60.0,
            is_short,
            cable: None,
            from_near: BESIDE,
            to_near: BESIDE,
            load_a: self.load_a,
            sleeve: slid_on([from_kind, to_kind], wire).into(),
        }
    }
}
