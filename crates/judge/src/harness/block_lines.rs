//! The wires of a fuse block: its feed from the battery, and what its master relay needs.

use super::colours::{feed_colour, ground_colour};
use super::cuts::{CutLine, Installation, allowance_text, label_unit};
use super::ends::{BESIDE, Names, kind};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::joint::{END_ALLOWANCE_M, SHORT_END_M};
use jovek_job::CircuitId;
use jovek_plan::end::{BlockEnd, End, Post, RelayTerminal, Side, Thrown};
use jovek_plan::fuse_block::{BESIDE_M, COIL_GROUND_M, COIL_LEAD_M, SharedFeed};
use jovek_plan::wires::{PieceRole, cut_length_m};

/// What the block is called among the circuits.
pub const BLOCK: &str = "Fuse block";

/// The pieces of the block's feed, in the order of the current.
pub fn block_lines(of: Installation) -> Vec<CutLine> {
    let Some(shared) = of.block else { return Vec::new() };
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    let make = Maker { of, names: &names, shared };
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
    for (k, line) in out.iter_mut().enumerate() {
        line.label = format!("{}-B{}", label_unit(of.job), k + 1);
    }
    out
}

struct Maker<'a> {
    of: Installation<'a>,
    names: &'a Names<'a>,
    shared: &'a SharedFeed,
}

impl Maker<'_> {
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
        let is_joined = from_kind.is_joint() || to_kind.is_joint();
        CutLine {
            label: String::new(),
            circuit: CircuitId::from(""),
            circuit_name: BLOCK.into(),
            from: self.names.text(from_end),
            to: self.names.text(to_end),
            colour: if role.is_return() { ground_colour(job) } else { feed_colour(job) },
            mark: String::new(),
            wire,
            wire_text: wire.label(),
            insulation: self.shared.insulation.label(),
            path_m,
            length_m: cut_length_m(path_m * (1.0 + spare / 100.0), end_m),
            allowance_text: allowance_text(end_m, spare),
            from_terminal: from_kind.terminal(wire).unwrap_or_default(),
            to_terminal: to_kind.terminal(wire).unwrap_or_default(),
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
            load_a: self.shared.plan.load_a,
            sleeve: if is_joined { "sleeve first" } else { "" }.into(),
        }
    }
}
