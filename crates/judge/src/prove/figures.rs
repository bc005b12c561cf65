//! The figures that a meter would show on a sound vehicle: as planned, and at the corners of what may fairly differ.

use jovek_catalog::contact::WORN_JOINT_FACTOR;
use jovek_circuit::{NodeId, Solution, SolveError};
use jovek_job::{Job, SupplyState};
use jovek_plan::chain::{Chain, LinkKind};
use jovek_plan::inputs::{Assignment, Inputs};
use jovek_plan::network::apart::Apart;
use jovek_plan::network::build::{Built, Installed, LitFrom, Situation};
use jovek_plan::network::cache::NetworkCache;
use jovek_plan::sizes::Sizes;
use jovek_plan::wiring::Scene;

/// How far what nobody measured may be off, as factors. Common practice: a path guessed by eye is between half and
/// twice as long.
pub const ASSUMED_RANGE: (f64, f64) = (0.5, 2.0);
/// How far the joints of a sound vehicle differ from a usual one, as factors: new and clean, or worn.
pub const JOINT_RANGE: (f64, f64) = (0.3, WORN_JOINT_FACTOR);
/// How far a lamp differs from its figures, as factors. Common practice: 10 %.
pub const LAMP_RANGE: (f64, f64) = (0.9, 1.1);
/// Factor on the joints of a ground that nobody would open again.
const SOUND_GROUND_FACTOR: f64 = 1.5;

/// Where a sound vehicle stands within what may fairly differ.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Corner {
    pub(super) open_circuit_v: f64,
    joint_factor: f64,
    lamp_factor: f64,
    assumed_factor: f64,
}

impl Corner {
    /// As planned, but for the battery.
    pub(super) fn plain(open_circuit_v: f64) -> Corner {
        Corner { open_circuit_v, joint_factor: 1.0, lamp_factor: 1.0, assumed_factor: 1.0 }
    }

    /// The ends of everything that may differ, between two batteries.
    pub(super) fn all(low_ocv_v: f64, high_ocv_v: f64) -> Vec<Corner> {
        let mut out = Vec::with_capacity(8);
        for open_circuit_v in [low_ocv_v, high_ocv_v] {
            for (joint_factor, assumed_factor) in
                [(JOINT_RANGE.0, ASSUMED_RANGE.0), (JOINT_RANGE.1, ASSUMED_RANGE.1)]
            {
                for lamp_factor in [LAMP_RANGE.0, LAMP_RANGE.1] {
                    out.push(Corner { open_circuit_v, joint_factor, lamp_factor, assumed_factor });
                }
            }
        }
        out
    }

    /// A situation as it is at this corner, but for its battery.
    pub(super) fn of(self, situation: Situation) -> Situation {
        let Corner { joint_factor, lamp_factor, assumed_factor, .. } = self;
        Situation { joint_factor, lamp_factor, assumed_factor, ..situation }
    }

    /// The worst ground that still counts as sound: a return twice as long as assumed, usual joints.
    pub(super) fn sound_ground(open_circuit_v: f64) -> Corner {
        Corner {
            open_circuit_v,
            joint_factor: SOUND_GROUND_FACTOR,
            lamp_factor: LAMP_RANGE.1,
            assumed_factor: ASSUMED_RANGE.1,
        }
    }
}

/// A figure of a circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Of {
    /// Behind its fuse, V.
    FuseOut,
    /// Across its lamp, V.
    Lamp,
    /// Its current, A.
    Current,
    /// From its source to the lamp's plus, V.
    Feed,
    /// From the lamp's minus to battery negative, V.
    Ground,
    /// Where it starts, V.
    Source,
}

/// The figures of a circuit in every combination that is looked at.
#[derive(Debug, Clone, Copy)]
struct Seen {
    /// In the first one, where most is lit.
    first: [f64; 6],
    least: [f64; 6],
    most: [f64; 6],
}

impl Seen {
    fn take(&mut self, now: [f64; 6]) {
        for (k, value) in now.into_iter().enumerate() {
            self.least[k] = self.least[k].min(value);
            self.most[k] = self.most[k].max(value);
        }
    }
}

/// Figures of all circuits.
pub(super) struct Figures {
    by_circuit: Vec<Option<Seen>>,
    /// The battery that lights each circuit.
    pub(super) lit_from: Vec<LitFrom>,
    pub(super) battery_on_v: f64,
    pub(super) start: Given,
    pub(super) auxiliary: Option<Given>,
}

impl Figures {
    /// A figure of a circuit, by its number, with most lit beside it.
    pub(super) fn of(&self, circuit: usize, of: Of) -> f64 {
        self.by_circuit[circuit].map_or(0.0, |seen| seen.first[of as usize])
    }

    /// The least and the most of it, whatever is lit beside it.
    pub(super) fn between(&self, circuit: usize, of: Of) -> (f64, f64) {
        let seen = self.by_circuit[circuit];
        seen.map_or((0.0, 0.0), |seen| (seen.least[of as usize], seen.most[of as usize]))
    }
}

/// Out of a battery, A.
#[derive(Debug, Clone, Copy, Default)]
pub(super) struct Given {
    /// With most lit.
    pub(super) total_a: f64,
    /// With nothing on.
    pub(super) key_off_a: f64,
}

/// What the checks are worked out from.
pub struct Proving<'a> {
    /// The job.
    pub job: &'a Job,
    /// What is on the vehicle.
    pub installed: Installed<'a>,
    /// Combinations that light it, the one with most first.
    pub scenes: &'a [Scene],
    /// Its inputs.
    pub inputs: &'a Inputs,
    /// What can be looked at without the rest; where none, everything is solved whole.
    pub apart: Option<&'a Apart>,
}

/// A combination in which readings are taken, with the circuits that stand in it.
pub(super) struct Look<'a> {
    inputs: Assignment,
    /// Circuits that are read: their number, and their place among those that stand in it.
    lit: Vec<(usize, usize)>,
    parts: Vec<(&'a Chain, &'a Sizes)>,
}

impl Proving<'_> {
    /// Where most is lit with the key out: with the key on a vehicle draws what it likes.
    pub(super) fn most_without_key(&self) -> Option<&Scene> {
        let key_mask = self.inputs.key_mask();
        self.scenes.iter().find(|s| !s.inputs.any(key_mask))
    }

    /// The parts that stand in a combination with a circuit, and its place among them.
    pub(super) fn with(
        &self,
        circuit: usize,
        inputs: Assignment,
    ) -> (Vec<(&'_ Chain, &'_ Sizes)>, usize) {
        let all = self.installed.parts;
        let Some(apart) = self.apart else { return (all.to_vec(), circuit) };
        let numbers = apart.with(circuit, inputs);
        let place = numbers.iter().take_while(|&&n| n != circuit).count();
        (numbers.into_iter().map(|n| all[n]).collect(), place)
    }

    /// Every combination in which readings are taken: the scenes, and each circuit alone.
    pub(super) fn looks(&self) -> Vec<Look<'_>> {
        let whole = |scene: &Scene| Look {
            inputs: scene.inputs,
            lit: scene.lit.iter().map(|&i| (i, i)).collect(),
            parts: self.installed.parts.to_vec(),
        };
        let mut out: Vec<Look> = self.scenes.iter().map(whole).collect();
        for (i, (chain, _)) in self.installed.parts.iter().enumerate() {
            let inputs = chain.first_lit_by();
            match out.iter_mut().find(|look| look.inputs == inputs) {
                Some(look) if look.lit.iter().any(|&(lit, _)| lit == i) => {}
                Some(look) if look.parts.len() == self.installed.parts.len() => {
                    look.lit.push((i, i));
                }
                _ => {
                    let (parts, place) = self.with(i, inputs);
                    out.push(Look { inputs, lit: vec![(i, place)], parts });
                }
            }
        }
        out
    }
}

/// The figures of a vehicle at a corner.
///
/// # Errors
/// [`SolveError`] where it has no steady state there.
pub(super) fn figures(
    cache: &mut NetworkCache,
    (proving, looks): (&Proving, &[Look]),
    corner: Corner,
) -> Result<Figures, SolveError> {
    let Corner { open_circuit_v, joint_factor, lamp_factor, assumed_factor } = corner;
    let parts = proving.installed.parts;
    let mut by_circuit: Vec<Option<Seen>> = vec![None; parts.len()];
    let mut lit_from = vec![LitFrom::Starting; parts.len()];
    let mut battery_on_v = 0.0;
    let situation = |inputs| Situation {
        supply: SupplyState::EngineOff,
        open_circuit_v,
        inputs,
        joint_factor,
        lamp_factor,
        assumed_factor,
        // Whatever is read while it still holds is sound: corners at which it would let go end the window.
        cut_off_holds: true,
    };
    let (built, solution) = cache.operate(proving.installed, &situation(Assignment::NONE))?;
    let key_off_a = given_a(built, &solution);
    let mut total_a = key_off_a;
    let most = proving.most_without_key().or(proving.scenes.first()).map(|s| s.inputs);
    for look in looks {
        let installed = Installed { parts: &look.parts, ..proving.installed };
        let (built, solution) = cache.operate(installed, &situation(look.inputs))?;
        if Some(look.inputs) == most {
            battery_on_v = solution.node_v(built.battery_plus);
            total_a = given_a(built, &solution);
        }
        for &(i, place) in &look.lit {
            let source = built.source(parts[i].0, proving.installed.factory, look.inputs);
            let now = circuit_figures((parts[i].0, place), source.1, built, &solution);
            match &mut by_circuit[i] {
                Some(seen) => seen.take(now),
                none => {
                    lit_from[i] = source.0;
                    *none = Some(Seen { first: now, least: now, most: now });
                }
            }
        }
    }
    let of = |(total_a, key_off_a)| Given { total_a, key_off_a };
    Ok(Figures {
        by_circuit,
        lit_from,
        battery_on_v,
        start: of((total_a.0, key_off_a.0)),
        auxiliary: total_a.1.zip(key_off_a.1).map(of),
    })
}

/// Out of the starting battery and the auxiliary one, A.
fn given_a(built: &Built, solution: &Solution) -> (f64, Option<f64>) {
    let start_a = -solution.current_a(built.battery);
    (start_a, built.auxiliary.map(|battery| -solution.current_a(battery)))
}

fn circuit_figures(
    (chain, i): (&Chain, usize),
    source: NodeId,
    built: &Built,
    solution: &Solution,
) -> [f64; 6] {
    let at = &built.circuits[i];
    let mut fuse_out = 0.0;
    let (mut plus, mut minus) = (0.0, 0.0);
    for (k, link) in chain.links.iter().enumerate() {
        match link.kind {
            LinkKind::Fuse { .. } => fuse_out = solution.node_v(at.nodes[k + 1]),
            LinkKind::Lamps => {
                // At the farthest lamp, where there are branches.
                let ends = chain.lamp_to_read().map(|(k, n)| built.net.element(at.lamps[k][n]));
                plus = solution.node_v(ends.map_or(at.nodes[k], |e| e.from));
                minus = solution.node_v(ends.map_or(at.nodes[k + 1], |e| e.to));
            }
            _ => {}
        }
    }
    let current: f64 = at.lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
    let battery_v = solution.node_v(source);
    let source_v = solution.node_v(at.nodes[0]);
    [fuse_out, plus - minus, current, battery_v - plus, minus, source_v]
}
