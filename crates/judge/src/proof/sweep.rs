//! Every combination of inputs that can occur, solved and held against the wishes.

use super::simulation::{Level, Simulation};
use jovek_base::wanted::Wanted;
use jovek_circuit::{Solution, SolveError};
use jovek_job::FaultKind;
use jovek_plan::inputs::{Assignment, MOST_COMBINATIONS};
use jovek_plan::network::parts::PartRef;
use jovek_plan::study::Assessment;

/// A lamp circuit that does not do what is wished.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Miss {
    /// Circuit, by its place in [`Assessment::circuits`].
    pub circuit: usize,
    /// What is wished.
    pub wanted: bool,
    /// How its lamps burn.
    pub level: Level,
    /// The combination.
    pub inputs: Assignment,
}

/// A factory wire that is live while its own source is off.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FedBack {
    /// Factory circuit, by index in the job.
    pub factory: usize,
    /// The combination.
    pub inputs: Assignment,
    /// Voltage on the wire, V.
    pub volt_v: f64,
    /// Current into its lamps, A.
    pub current_a: f64,
}

/// A relay that opens and closes without end.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Buzz {
    /// Relay of the network.
    pub relay: usize,
    /// The combination.
    pub inputs: Assignment,
}

/// What a sweep found.
#[derive(Debug, Clone, Default)]
pub struct Swept {
    /// Combinations solved.
    pub states: usize,
    /// False where there were too many, and groups of circuits that share inputs or wires were swept
    /// one after another.
    pub is_whole: bool,
    /// Wishes missed.
    pub misses: Vec<Miss>,
    /// Wires fed backwards.
    pub fed_back: Vec<FedBack>,
    /// Relays that buzz.
    pub buzzes: Vec<Buzz>,
    /// Combinations without a steady state.
    pub unsolved: Vec<(Assignment, String)>,
}

/// Voltage on a wire whose source is off from which it counts as fed backwards, V. Common practice:
/// a test lamp glows, an LED or a module wakes.
pub const FED_BACK_V: f64 = 1.0;
/// Current likewise, A.
pub const FED_BACK_A: f64 = 0.02;
/// Most combinations of a whole vehicle that are swept at once.
pub const MOST_AT_ONCE: usize = 8192;

/// The combinations to sweep: of all inputs together, or group by group.
pub fn combinations(study: &Assessment) -> (Vec<Assignment>, bool) {
    let inputs = &study.wiring.inputs;
    let whole = inputs.combinations_up_to(inputs.all(), MOST_AT_ONCE + 1);
    if whole.len() <= MOST_AT_ONCE {
        return (whole, true);
    }
    let mut out: Vec<Assignment> = groups(study)
        .into_iter()
        .flat_map(|mask| inputs.combinations_up_to(mask, MOST_COMBINATIONS))
        .collect();
    out.sort_unstable();
    out.dedup();
    (out, false)
}

/// Masks of inputs that act on each other: through a wish, a shared wire, or a rule that excludes.
fn groups(study: &Assessment) -> Vec<u64> {
    let inputs = &study.wiring.inputs;
    let mut groups: Vec<u64> = Vec::new();
    for c in &study.circuits {
        let mut mask = c.chain.follows.inputs() | c.chain.own_switch;
        mask |= study.wiring.logic[c.index].inputs();
        for tap in c.chain.taps() {
            mask |= study.factory[tap].live_by;
        }
        mask = inputs.with_what_they_need(mask);
        // Groups that share an input are one.
        let (touching, apart): (Vec<u64>, Vec<u64>) =
            groups.into_iter().partition(|g| g & mask != 0);
        groups = apart;
        groups.push(touching.into_iter().fold(mask, |m, g| m | g));
    }
    groups
}

/// Solves every combination.
pub fn sweep(study: &Assessment) -> Swept {
    sweep_while(study, &Wanted::default())
}

/// Solves every combination, or those until it is no longer wanted.
pub(super) fn sweep_while(study: &Assessment, wanted: &Wanted) -> Swept {
    let (all, is_whole) = combinations(study);
    let mut live = Simulation::at_rest(study);
    sweep_over(&mut live, &all, is_whole, wanted)
}

/// Solves every combination with one part failed; none where it cannot fail so.
pub fn sweep_with(study: &Assessment, part: PartRef, kind: FaultKind) -> Option<Swept> {
    let (all, is_whole) = combinations(study);
    let mut live = Simulation::at_rest(study);
    live.fail(part, kind).then(|| sweep_over(&mut live, &all, is_whole, &Wanted::default()))
}

/// True where a sweep found something that should not be.
pub fn mistaken(swept: &Swept) -> bool {
    !swept.misses.is_empty()
        || !swept.fed_back.is_empty()
        || !swept.buzzes.is_empty()
        || !swept.unsolved.is_empty()
}

/// Solves some combinations on a network that may have a fault.
fn sweep_over(live: &mut Simulation, all: &[Assignment], is_whole: bool, wanted: &Wanted) -> Swept {
    let mut swept = Swept { is_whole, ..Swept::default() };
    for &a in all.iter().take_while(|_| wanted.is_still()) {
        if contradicts(live.study, a) {
            continue;
        }
        live.put(a);
        swept.states += 1;
        if let Err(e) = look(live, a, &mut swept) {
            swept.unsolved.push((a, e.to_string()));
        }
    }
    swept
}

/// A timer that is said to run while what starts it still holds: no such moment.
fn contradicts(study: &Assessment, a: Assignment) -> bool {
    study.circuits.iter().any(|c| study.wiring.logic[c.index].contradicts(a))
}

fn look(live: &mut Simulation, a: Assignment, swept: &mut Swept) -> Result<(), SolveError> {
    let solution = live.solve()?;
    for (circuit, studied) in live.study.circuits.iter().enumerate() {
        let wanted = live.study.wiring.logic[studied.index].holds(a);
        let level = live.level(&solution, circuit);
        let is_met = if wanted { level.is_lit() } else { level.is_dark() };
        if !is_met {
            swept.misses.push(Miss { circuit, wanted, level, inputs: a });
        }
    }
    swept.fed_back.extend(fed_back(live, &solution, a));
    swept.buzzes.extend(solution.buzzing().map(|relay| Buzz { relay, inputs: a }));
    Ok(())
}

/// Factory wires that are live in a solved state while their own source is off.
pub fn fed_back(live: &Simulation, solution: &Solution, a: Assignment) -> Vec<FedBack> {
    let mut out = Vec::new();
    for (factory, built) in live.built.factory.iter().enumerate() {
        let Some(built) = built else { continue };
        if a.any(live.study.factory[factory].live_by) {
            continue;
        }
        let volt_v = built.lit_v(solution);
        let current_a = built.lamps.map_or(0.0, |l| solution.current_a(l));
        if volt_v > FED_BACK_V || current_a > FED_BACK_A {
            out.push(FedBack { factory, inputs: a, volt_v, current_a });
        }
    }
    out
}
