//! What every reading would be for every suspect: the network solved in each state.

use super::edit::{Edit, apply};
use super::measures::{Burns, Measure, MeasureKind};
use super::meter;
use super::points::{Point, PointAt};
use super::suspects::{FaultOf, Suspect, Variant};
use crate::proof::simulation::{Level, level};
use crate::prove::ohmmeter;
use jovek_base::wanted::Wanted;
use jovek_circuit::devices::Resistor;
use jovek_circuit::{Device, ElementId, NodeId, Solution, SolveError, Solver};
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::Built;
use jovek_plan::study::Assessment;
use rand::SeedableRng;
use rand_distr::{Distribution, Normal};
use rand_pcg::Pcg64Mcg;
use rayon::prelude::*;

/// Sound vehicles whose readings are compared to see how far sound ones differ.
const SAMPLES: u64 = 14;

/// How sound vehicles differ from the plan.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Scatter {
    /// Joints: standard deviation of the logarithm of their resistance.
    pub joints: f64,
    /// Wires: of their resistance, as a part.
    pub wires: f64,
    /// Lamps: of their power, as a part.
    pub lamps: f64,
    /// Battery: of its open-circuit voltage, V per 12 V.
    pub battery_v: f64,
}

/// Common practice, no source: joints from a third to three times the table, lamps within 10 % of their
/// figures, a battery between half and full charge.
pub const USUAL: Scatter = Scatter { joints: 0.4, wires: 0.03, lamps: 0.05, battery_v: 0.12 };

/// Predicted readings.
#[derive(Debug, Clone, PartialEq)]
pub struct Table {
    /// Of the sound vehicle, for each measure.
    pub sound: Vec<f64>,
    /// Standard deviation of a reading, meter and scatter together, for each measure.
    pub sigma: Vec<f64>,
    /// Of each variant of each suspect, for each measure.
    pub by_suspect: Vec<Vec<Vec<f64>>>,
}

/// A network that is asked for readings.
pub struct PredictionInput<'a> {
    study: &'a Assessment,
    states: &'a [Assignment],
    points: &'a [Point],
    measures: &'a [Measure],
    /// States in which a meter is used; in those behind them only eyes are.
    metered: usize,
    /// What each element carries while the vehicle is sound, by state, A.
    carried_a: Vec<Vec<f64>>,
    solver: Solver,
    /// For each measure in ohms: the meter's place makes every one of them a circuit of its own.
    cold: Vec<Solver>,
}

/// An element that carries less carries nothing, A.
const IDLE_A: f64 = 1e-4;

impl<'a> PredictionInput<'a> {
    /// Makes it ready.
    pub fn new(
        study: &'a Assessment,
        states: &'a [Assignment],
        points: &'a [Point],
        measures: &'a [Measure],
    ) -> PredictionInput<'a> {
        let with_meter = measures
            .iter()
            .filter(|m| !matches!(m.kind, MeasureKind::Look { .. }))
            .map(|m| m.state);
        let metered = with_meter.max().map_or(1, |s| s + 1);
        PredictionInput {
            study,
            states,
            points,
            measures,
            metered,
            carried_a: Vec::new(),
            solver: Solver::default(),
            cold: measures.iter().map(|_| Solver::default()).collect(),
        }
    }

    /// The same with solvers of its own, for another core.
    fn another(&self) -> PredictionInput<'a> {
        let fresh = PredictionInput::new(self.study, self.states, self.points, self.measures);
        PredictionInput { carried_a: self.carried_a.clone(), ..fresh }
    }

    /// What each element of the sound vehicle carries in each state, A. From then on a state in which a part
    /// carries nothing is not solved for that part's breaks.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn carried_a(&mut self, built: &Built) -> Result<Vec<Vec<f64>>, SolveError> {
        let mut net = built.clone();
        self.carried_a = Vec::with_capacity(self.states.len());
        for &state in self.states {
            net.put(state);
            let solution = self.solver.operating_point(&net.net)?;
            self.carried_a
                .push(net.net.iter().map(|(id, _)| solution.current_a(id).abs()).collect());
        }
        Ok(self.carried_a.clone())
    }

    /// True where a change cannot show in a state: more resistance where no current flows, and, for the eye
    /// alone, a break there.
    fn is_idle(&self, state: usize, edits: &[Edit]) -> bool {
        let Some(carried) = self.carried_a.get(state) else { return false };
        let idle = |id: ElementId| carried.get(id.index()).is_some_and(|a| *a < IDLE_A);
        !edits.is_empty()
            && edits.iter().all(|e| match *e {
                Edit::Add(id, _) => idle(id),
                Edit::Break(id) => state >= self.metered && idle(id),
                _ => false,
            })
    }

    /// Reads everything on a network; what is not read anew is taken from `sound`.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn read(
        &mut self,
        built: &mut Built,
        sound: Option<&[f64]>,
        circuits: &[usize],
        edits: Option<&[Edit]>,
    ) -> Result<Vec<f64>, SolveError> {
        let mut out = match sound {
            Some(sound) => sound.to_vec(),
            None => vec![0.0; self.measures.len()],
        };
        for state in 0..self.states.len() {
            if edits.is_some_and(|edits| self.is_idle(state, edits)) {
                continue;
            }
            built.put(self.states[state]);
            let solution = self.solver.operating_point(&built.net)?;
            for (k, m) in self.measures.iter().enumerate() {
                if m.state == state
                    && let Some(value) = self.value(built, &solution, &m.kind)
                {
                    out[k] = value;
                }
            }
        }
        for (k, value) in out.iter_mut().enumerate() {
            if let MeasureKind::Ohms { circuit, .. } = self.measures[k].kind
                && (sound.is_none() || circuits.contains(&circuit))
            {
                *value = self.ohms(built, k)?;
            }
        }
        Ok(out)
    }

    fn value(&self, built: &Built, solution: &Solution, kind: &MeasureKind) -> Option<f64> {
        Some(match *kind {
            MeasureKind::Volts { red, black } => {
                solution.node_v(node_of(built, &self.points[red]))
                    - solution.node_v(node_of(built, &self.points[black]))
            }
            MeasureKind::LampsA { circuit } => {
                let lamps = built.circuits[circuit].lamps.iter().flatten();
                lamps.map(|&l| solution.current_a(l).abs()).sum()
            }
            MeasureKind::LampA { circuit, lamp: (k, n) } => {
                solution.current_a(built.circuits[circuit].lamps[k][n]).abs()
            }
            MeasureKind::BatteryA => -solution.current_a(built.battery),
            MeasureKind::Look { circuit, lamp } => {
                f64::from(burns(self.study, built, solution, circuit, lamp) as u8)
            }
            // No network tells what is written on a fuse, what a shaken joint does or a driver says.
            MeasureKind::Rating { circuit } => rating_a(self.study, circuit),
            MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => 0.0,
            MeasureKind::Ohms { .. } => return None,
        })
    }

    /// An ohmmeter between two points, the battery's negative off.
    pub(super) fn ohms(&mut self, built: &Built, measure: usize) -> Result<f64, SolveError> {
        let MeasureKind::Ohms { red, black, fuse_out, .. } = self.measures[measure].kind else {
            return Ok(0.0);
        };
        let ends = (node_of(built, &self.points[red]), node_of(built, &self.points[black]));
        ohmmeter::ohms(built, ends, fuse_out, Assignment::NONE, &mut self.cold[measure])
    }
}

/// The node of a point in a network, wherever a lamp's pin is wired there.
pub fn node_of(built: &Built, point: &Point) -> NodeId {
    match point.at {
        PointAt::Node(node) => node,
        PointAt::LampPlus(lamp) => built.net.element(lamp).from,
        PointAt::LampMinus(lamp) => built.net.element(lamp).to,
    }
}

/// Rating of a circuit's fuse as planned, A.
pub fn rating_a(study: &Assessment, circuit: usize) -> f64 {
    study.circuits[circuit].sized.chosen.sizes.fuse.map_or(0.0, |f| f.rating_a)
}

/// How the lamps of a circuit burn, as a person sees it. From seven tenths of its light on nobody calls a
/// lamp dim. Common practice, no source.
pub fn burns(
    study: &Assessment,
    built: &Built,
    solution: &Solution,
    circuit: usize,
    lamp: Option<(usize, usize)>,
) -> Burns {
    let level = match lamp {
        None => level(study, built, solution, circuit),
        Some((k, n)) => {
            let full_w = study.circuits[circuit].chain.lamps[k].power_w.max(1e-9);
            let element = built.circuits[circuit].lamps[k][n];
            let part = solution.power_w(&built.net, element) / full_w;
            Level { most: part, least: part }
        }
    };
    if level.most <= 0.01 {
        Burns::Dark
    } else if level.most < 0.7 {
        Burns::Dim
    } else if level.least < 0.35 {
        Burns::Partly
    } else {
        Burns::Lit
    }
}

/// What a dark lamp lets through, ohm: filter and bleed resistor of its input. Common practice, no source. It
/// keeps points behind a break from floating, so that a voltmeter's ten megohm there take under a hundredth.
const LAMP_INPUT_OHM: f64 = 20_000.0;

/// The network in which faults are looked for: every lamp with its input.
pub fn with_inputs(mut built: Built) -> Built {
    let lamps: Vec<_> =
        built.circuits.iter().flat_map(|c| c.lamps.iter().flatten().copied()).collect();
    for (n, lamp) in lamps.into_iter().enumerate() {
        let (from, to) = (built.net.element(lamp).from, built.net.element(lamp).to);
        built.net.add(format!("lamp_input_{n}"), from, to, Device::ohm(LAMP_INPUT_OHM));
    }
    built
}

/// A sound vehicle as one may really be, by chance.
pub fn scattered(built: &Built, scatter: Scatter, batteries: f64, rng: &mut Pcg64Mcg) -> Built {
    let mut out = built.clone();
    let normal = Normal::new(0.0, 1.0).unwrap_or_else(|_| unreachable!("a positive deviation"));
    for (id, e) in built.net.iter() {
        let by = normal.sample(rng);
        let device = match e.device {
            // What is small is a joint's, what is larger a wire's; the largest are leaks and coils.
            Device::Resistor(Resistor { ohm }) if ohm < 0.02 => {
                Device::ohm(ohm * (scatter.joints * by).exp())
            }
            Device::Resistor(Resistor { ohm }) if ohm < 1e4 => {
                Device::ohm(ohm * (1.0 + scatter.wires * by).max(0.5))
            }
            Device::RegulatedLed(mut d) => {
                d.power_w *= (1.0 + scatter.lamps * by).max(0.5);
                Device::RegulatedLed(d)
            }
            Device::BallastedLed(mut d) => {
                d.series_ohm /= (1.0 + scatter.lamps * by).max(0.5);
                Device::BallastedLed(d)
            }
            Device::Incandescent(mut d) => {
                d.power_w *= (1.0 + scatter.lamps * by).max(0.5);
                Device::Incandescent(d)
            }
            Device::Battery(mut d) if id == built.battery => {
                d.open_circuit_v += scatter.battery_v * batteries * by.clamp(-2.0, 2.0);
                Device::Battery(d)
            }
            other => other,
        };
        out.net.set_device(id, device);
    }
    out
}

/// Predicts every reading for every suspect; for those that are left when it is no longer wanted, what is sound.
///
/// # Errors
/// [`SolveError`] when the sound vehicle has no steady state.
pub fn predict(
    bench: &mut PredictionInput,
    sound: &Built,
    suspects: &[Suspect],
    scatter: Scatter,
    wanted: &Wanted,
) -> Result<Table, SolveError> {
    let mut net = sound.clone();
    let values = bench.read(&mut net, None, &[], None)?;
    let batteries = bench.study.supply.batteries;
    let mut spread = vec![0.0; values.len()];
    let samples: Vec<Vec<f64>> = (0..SAMPLES)
        .into_par_iter()
        .map_init(
            || bench.another(),
            |bench, seed| {
                let mut rng = Pcg64Mcg::seed_from_u64(seed);
                let mut one = scattered(sound, scatter, batteries, &mut rng);
                bench.read(&mut one, Some(&values), &[], None)
            },
        )
        .collect::<Result<_, _>>()?;
    for read in samples {
        for (s, (a, b)) in spread.iter_mut().zip(read.iter().zip(&values)) {
            *s += (a - b).powi(2) / SAMPLES as f64;
        }
    }
    let sigma = bench
        .measures
        .iter()
        .zip(values.iter().zip(&spread))
        .map(|(m, (&value, &square))| match m.kind {
            MeasureKind::Volts { .. } => (square + meter::volts_sigma(value).powi(2)).sqrt(),
            MeasureKind::LampA { .. } => (square + meter::small_amps_sigma(value).powi(2)).sqrt(),
            MeasureKind::LampsA { .. } | MeasureKind::BatteryA => {
                (square + meter::amps_sigma(value).powi(2)).sqrt()
            }
            _ => 0.1,
        })
        .collect();
    let by_suspect = of_suspects(bench, sound, &values, suspects, wanted);
    Ok(Table { sound: values, sigma, by_suspect })
}

/// Every variant of every suspect, on all cores: no suspect hangs on another, and their order stays.
fn of_suspects(
    bench: &PredictionInput,
    sound: &Built,
    values: &[f64],
    suspects: &[Suspect],
    wanted: &Wanted,
) -> Vec<Vec<Vec<f64>>> {
    // Shares are not too small: each has to find the order of elimination of its circuits.
    let share = suspects.len().div_ceil(SHARES * rayon::current_num_threads()).max(1);
    suspects
        .par_iter()
        .with_min_len(share)
        .map_init(
            || bench.another(),
            |bench, s| {
                let read = |v: &Variant| {
                    if wanted.is_still() {
                        of_variant(bench, sound, values, s, &v.edits)
                    } else {
                        values.to_vec()
                    }
                };
                s.variants.iter().map(read).collect()
            },
        )
        .collect()
}

/// Shares of the suspects for each core: some take longer than others.
const SHARES: usize = 3;

fn of_variant(
    bench: &mut PredictionInput,
    sound: &Built,
    values: &[f64],
    suspect: &Suspect,
    edits: &[Edit],
) -> Vec<f64> {
    let mut net = sound.clone();
    apply(&mut net, edits);
    let circuits: Vec<usize> = match suspect.fault {
        FaultOf::SwappedWires | FaultOf::SharedGround => (0..bench.study.circuits.len()).collect(),
        _ => suspect.place.and_then(|p| p.circuit).into_iter().collect(),
    };
    // A network that comes to no rest says nothing of this suspect: it reads like a sound one.
    let mut read = bench
        .read(&mut net, Some(values), &circuits, Some(edits))
        .unwrap_or_else(|_| values.to_vec());
    for (k, m) in bench.measures.iter().enumerate() {
        match &m.kind {
            MeasureKind::Wiggle { places } => {
                let is_there = suspect.place.is_some_and(|p| places.contains(&p));
                read[k] = if is_there { moves(suspect.fault) } else { 0.0 };
            }
            MeasureKind::Story { circuit } => {
                let goes = suspect.fault == FaultOf::ComesAndGoes;
                let is_its = suspect.place.and_then(|p| p.circuit) == Some(*circuit);
                read[k] = if goes && is_its { 0.95 } else { 0.0 };
            }
            MeasureKind::Rating { circuit }
                if suspect.fault == FaultOf::WrongFuse
                    && suspect.place.and_then(|p| p.circuit) == Some(*circuit) =>
            {
                // Any other rating.
                read[k] = -1.0;
            }
            _ => {}
        }
    }
    read
}

/// How often the lamps flicker while a joint with a fault is moved. Common practice, no source.
pub fn moves(fault: FaultOf) -> f64 {
    match fault {
        FaultOf::ComesAndGoes => 0.9,
        FaultOf::Poor | FaultOf::Open => 0.15,
        _ => 0.0,
    }
}
