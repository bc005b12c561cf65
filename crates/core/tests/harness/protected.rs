//! Every wire lies behind a fuse that it bears. Read from the pieces that are cut and the parts between them, not
//! from what sizing says of itself. Rule: common practice, a fuse protects the thinnest wire behind it.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::catalog::ampacity;
use jovek_core::catalog::inline_module::ModuleTerminal;
use jovek_core::catalog::relay::MODULE_STANDBY_A;
use jovek_core::catalog::switch;
use jovek_core::circuit::solve;
use jovek_core::job::{ControlKind, Job, SupplyState};
use jovek_core::plan::chain::Chain;
use jovek_core::plan::end::{CircuitIx, End, Side};
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::sizes::{LeadSource, Sizes};
use jovek_core::plan::study::{Assessment, study};
use jovek_core::plan::switching::Inner;
use jovek_core::plan::wires::{Piece, PieceAt, PieceRole, wires};
use std::collections::BTreeMap;

/// Rating of the fuse behind which each end of a circuit lies, A; an end that no current reaches is not in it.
fn behind(study: &Assessment, (chain, sizes): (&Chain, &Sizes)) -> BTreeMap<End, f64> {
    let circuit = chain.index;
    let of = wires(chain, sizes);
    let mut known: BTreeMap<End, f64> = BTreeMap::new();
    for piece in &of.pieces {
        match piece.from {
            End::Post(_) => known.insert(piece.from, f64::INFINITY),
            End::Factory(wire) => known.insert(piece.from, study.factory[wire.0].fuse_a),
            _ => None,
        };
    }
    let mut passes: Vec<(End, End, Option<f64>)> = vec![(
        End::Fuse(circuit, Side::In),
        End::Fuse(circuit, Side::Out),
        sizes.fuse.map(|f| f.rating_a),
    )];
    for &module in &chain.modules {
        let at = |terminal| End::Module(circuit, module, terminal);
        passes.push((at(ModuleTerminal::In), at(ModuleTerminal::Out), None));
        passes.push((at(ModuleTerminal::In), at(ModuleTerminal::Ground), None));
    }
    for part in of.inside.iter().flat_map(|i| &i.parts) {
        let rating_a = match part.of {
            // Its resistor lets no more through than an LED takes.
            Inner::Symbol { .. } => Some(switch::SYMBOL_A),
            // Its electronics draw some milliamperes behind a fuse or resistor of their own.
            Inner::Receiver { .. } => Some(MODULE_STANDBY_A),
            Inner::Fuse { number } => Some(sizes.lead_fuses[number - 1].fuse.rating_a),
            _ => None,
        };
        passes.push((part.from, part.to, rating_a));
    }
    // The strongest fuse that feeds an end counts: a few rounds, since parts stand one behind the other.
    for _ in 0..40 {
        let wires = of.pieces.iter().map(|p| (p.from, p.to, None));
        for (from, to, rating_a) in passes.iter().copied().chain(wires) {
            let Some(&before_a) = known.get(&from) else { continue };
            let behind_a = rating_a.map_or(before_a, |a: f64| a.min(before_a));
            let held = known.entry(to).or_insert(behind_a);
            *held = held.max(behind_a);
        }
    }
    known
}

/// What a piece bears alone where it lies, A.
fn bears_a(job: &Job, chain: &Chain, sizes: &Sizes, piece: &Piece) -> f64 {
    // A jumper in a leg lies where the leg does, one between parts where they do.
    let stretches = match piece.at {
        PieceAt::Leg(leg, _, pole) => &chain.legs_of(pole)[leg].stretches,
        _ => &piece.stretches,
    };
    let warmest = stretches.iter().map(|s| s.ambient_c).fold(f64::MIN, f64::max);
    let ambient_c = if stretches.is_empty() { chain.control_ambient_c() } else { warmest };
    ampacity::single_a(job.shop.ampacity, piece.wire, sizes.insulation)
        * ampacity::ambient_factor(sizes.insulation, ambient_c)
}

/// Pieces that burn before their fuse opens.
fn unprotected(job: &Job) -> Vec<String> {
    let study = study(job);
    let mut out = Vec::new();
    for of in &study.circuits {
        let (chain, sizes) = (&of.chain, &of.sized.chosen.sizes);
        // What no wire of the shelf can do is a finding of its own.
        if of.sized.is_short || sizes.fuse.is_none() && chain.origin_wire().is_none() {
            continue;
        }
        let known = behind(&study, (chain, sizes));
        for piece in wires(chain, sizes).pieces {
            let is_fed = !piece.role.is_return() && piece.role != PieceRole::Unfused;
            // Lamp current through a control that was put before the fuse is unfused wire: a finding of its own.
            let is_unfused = known.get(&piece.from) == Some(&f64::INFINITY)
                && matches!(piece.role, PieceRole::Feed | PieceRole::Switched);
            if is_unfused {
                continue;
            }
            // The short piece from a factory wire to the fuse at its joint is what the fuse is there for.
            let is_to_fuse = piece.is_short
                && matches!(piece.to, End::LeadFuse(_, _, Side::In) | End::Fuse(_, Side::In));
            let fuse_a = known.get(&piece.from).copied();
            let bears_a = bears_a(job, chain, sizes, &piece);
            if is_fed && !is_to_fuse && fuse_a.is_some_and(|a| a > bears_a + 1e-9) {
                let (from, to, fuse_a) = (piece.from, piece.to, fuse_a.unwrap());
                out.push(format!(
                    "{}: {from:?} -> {to:?}: {bears_a:.1} A behind {fuse_a} A",
                    of.chain.id
                ));
            }
        }
    }
    out
}

/// Circuits whose fuse is too small for the largest current that they ever draw, whatever lights them.
fn overloaded(job: &Job) -> Vec<String> {
    let study = study(job);
    let mut out = Vec::new();
    for (number, of) in study.circuits.iter().enumerate() {
        let Some(fuse) = of.sized.chosen.sizes.fuse.filter(|_| !of.sized.is_short) else {
            continue;
        };
        let alone = [(&of.chain, &of.sized.chosen.sizes)];
        for state in SupplyState::ALL {
            for &a in &of.chain.lit_by {
                let situation = Situation::plain(&study.supply, state, a);
                let built = build(study.installed(&alone), &situation);
                let Ok(solution) = solve(&built.net) else { continue };
                let lamps = built.circuits[0].lamps.iter().flatten();
                let current_a: f64 = lamps.map(|&l| solution.current_a(l)).sum();
                // A thousandth is left when sizes and currents are at rest.
                if current_a > 0.8 * fuse.rating_a * 1.002 {
                    out.push(format!("{number}, {state:?}: {current_a:.2} A, {}", fuse.label()));
                }
            }
        }
    }
    out
}

/// At most 80 % of the rating in continuous duty: NFPA 70 210.20(A), recalled from memory. Two ways to light a circuit
/// may draw unlike currents: by another vehicle's battery, or by its own that is charged.
#[test]
fn a_fuse_carries_whatever_lights_its_lamps() {
    for (unit, job) in demo_jobs() {
        assert_eq!(overloaded(&job), Vec::<String>::new(), "unit {unit}");
    }
    with_jobs(400, |number, job| {
        assert_eq!(overloaded(job), Vec::<String>::new(), "job {number}");
    });
}

#[test]
fn no_wire_of_the_demo_lies_without_protection() {
    for (unit, job) in demo_jobs() {
        assert_eq!(unprotected(&job), Vec::<String>::new(), "unit {unit}");
    }
}

#[test]
fn no_wire_of_any_job_lies_without_protection() {
    with_jobs(400, |number, job| {
        assert_eq!(unprotected(job), Vec::<String>::new(), "job {number}");
    });
}

fn heavy(watts: f64) -> Job {
    let mut job = Job::starter("1");
    job.circuits[0].lights[0].label_w = Some(watts);
    job.circuits[0].lights[0].count = 1;
    job.circuits[0].control.kind = Some(ControlKind::Relay);
    job
}

/// Coil lead of a relay: made thick enough for a fuse that a thin wire nearly bears, fused where it would grow.
#[test]
fn a_coil_lead_grows_or_has_a_fuse() {
    let sizes = |watts| study(&heavy(watts)).circuits.remove(0).sized.chosen.sizes;
    let (small, large) = (sizes(30.0), sizes(220.0));
    assert!(small.lead_fuses.is_empty());
    let [fuse] = large.lead_fuses.as_slice() else { panic!("{:?}", large.lead_fuses) };
    assert_eq!((fuse.at, fuse.fuse.rating_a), (LeadSource::Feed, 5.0));
    assert!(large.coil_wire.area_mm2() < 1.0);
    // Told to leave it out, the plan says that the lead is bare.
    let mut bare = heavy(220.0);
    bare.circuits[0].control.lead_fuse = Some(false);
    let trial = study(&bare).circuits.remove(0).sized.chosen;
    assert!(trial.sizes.lead_fuses.is_empty());
    assert_eq!(trial.bare_leads.len(), 1);
}

/// The fuse stands where the lead starts, and all of the lead lies behind it.
#[test]
fn the_small_fuse_stands_where_the_lead_starts() {
    let study = study(&heavy(220.0));
    let (chain, sizes) = (&study.circuits[0].chain, &study.circuits[0].sized.chosen.sizes);
    let of = wires(chain, sizes);
    let number = 1;
    let to = |end: End| of.pieces.iter().find(|p| p.to == end).unwrap();
    let from = |end: End| of.pieces.iter().find(|p| p.from == end).unwrap();
    let circuit = CircuitIx(0);
    assert!(to(End::LeadFuse(circuit, number, Side::In)).is_short);
    let lead = from(End::LeadFuse(circuit, number, Side::Out));
    assert_eq!(lead.to, End::Switch(circuit, 0, Side::In));
    assert_eq!(lead.path_m, chain.switch_lead_m);
}
