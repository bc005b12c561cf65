//! A vehicle with a hidden fault, read with a meter: for practice, for the simulated meter, for measuring how
//! well faults are found.

use super::case::Case;
use super::edit::{Edit, apply};
use super::measures::MeasureKind;
use super::meter::{INPUT_OHM, Meter, SHUNT_OHM};
use super::predict::{PredictionInput, USUAL, burns, moves, node_of, rating_a, scattered};
use super::suspects::FaultOf;
use jovek_circuit::devices::Battery;
use jovek_circuit::{Device, SolveError, Solver};
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::Built;
use rand::{RngExt as _, SeedableRng};
use rand_pcg::Pcg64Mcg;

/// A vehicle as it really is.
pub struct HiddenVehicle<'a, 'c> {
    case: &'c Case<'a>,
    /// What is wrong, by index.
    pub suspect: usize,
    faulty: Built,
    /// The same without its fault, for what comes and goes.
    sound: Built,
    seed: u64,
    /// How often each measure was read, so that reading again reads anew.
    times: std::collections::BTreeMap<usize, u64>,
}

impl<'a, 'c> HiddenVehicle<'a, 'c> {
    /// A vehicle with one fault, its parts scattered by a seed.
    pub fn new(case: &'c Case<'a>, suspect: usize, seed: u64) -> HiddenVehicle<'a, 'c> {
        let mut rng = Pcg64Mcg::seed_from_u64(seed ^ 0x6a09_e667_f3bc_c909);
        let batteries = case.study.supply.batteries;
        let sound = scattered(&case.sound, USUAL, batteries, &mut rng);
        let mut faulty = sound.clone();
        apply(&mut faulty, &edits_of(case, suspect, &mut rng));
        HiddenVehicle { case, suspect, faulty, sound, seed, times: Default::default() }
    }

    /// One of the faults that readings can find, chosen by a seed as often as it happens: the same vehicle for
    /// everybody who names the seed.
    pub fn of_seed(case: &'c Case<'a>, seed: u64) -> HiddenVehicle<'a, 'c> {
        let nothing = case.group_of.first().copied();
        let weights: Vec<f64> = (0..case.suspects.len())
            .map(|s| match Some(case.group_of[s]) == nothing || shows(case, s).is_empty() {
                true => 0.0,
                false => case.suspects[s].weight,
            })
            .collect();
        let mut rng = Pcg64Mcg::seed_from_u64(seed);
        let mut left = rng.random_range(0.0..weights.iter().sum::<f64>().max(1e-9));
        let at = weights.iter().position(|w| {
            left -= w;
            left < 0.0
        });
        HiddenVehicle::new(case, at.unwrap_or(0), seed)
    }

    /// The meter for the next reading of a measure: what it reads does not hang on what was read before.
    fn meter(&mut self, measure: usize) -> Meter {
        let times = self.times.entry(measure).or_default();
        *times += 1;
        let own = (measure as u64).wrapping_mul(0x9e37_79b9_7f4a_7c15) ^ times.rotate_left(32);
        Meter::new(Pcg64Mcg::seed_from_u64(self.seed), Pcg64Mcg::seed_from_u64(self.seed ^ own))
    }

    /// Reads volts between any two points in a state, the meter's ten megohm between them.
    ///
    /// # Errors
    /// [`SolveError`] when the vehicle comes to no rest in that state.
    pub fn volts(&mut self, state: usize, red: usize, black: usize) -> Result<f64, SolveError> {
        let points = self.case.points.len();
        let measure = self.case.measures.len() + (state * points + red) * points + black;
        let mut meter = self.meter(measure);
        let mut net = self.as_it_is(&mut meter);
        net.put(self.case.states[state]);
        let point = |p: usize| node_of(&net, &self.case.points[p]);
        let (a, b) = (point(red), point(black));
        net.net.add("", a, b, Device::ohm(INPUT_OHM));
        let solution = Solver::default().operating_point(&net.net)?;
        Ok(meter.volts(solution.node_v(a) - solution.node_v(b)))
    }

    /// Current out of a factory output while some inputs are on, A.
    ///
    /// # Errors
    /// [`SolveError`] when the vehicle comes to no rest.
    pub fn factory_a(&mut self, index: usize, inputs: Assignment) -> Result<f64, SolveError> {
        let mut meter = self.meter(usize::MAX - index);
        let mut net = self.as_it_is(&mut meter);
        net.put(inputs);
        let solution = Solver::default().operating_point(&net.net)?;
        let source = net.factory.get(index).copied().flatten();
        Ok(source.map_or(0.0, |f| meter.amps(solution.current_a(f.source)).max(0.0)))
    }

    /// Current out of all factory outputs while some inputs are on, A.
    ///
    /// # Errors
    /// [`SolveError`] when the vehicle comes to no rest.
    pub fn signals_a(&mut self, inputs: Assignment) -> Result<f64, SolveError> {
        (0..self.case.job.factory.len()).map(|i| self.factory_a(i, inputs)).sum()
    }

    /// The vehicle at this moment.
    fn as_it_is(&self, meter: &mut Meter) -> Built {
        let comes_and_goes = self.case.suspects[self.suspect].fault == FaultOf::ComesAndGoes;
        let is_gone = !comes_and_goes || meter.happens(0.5);
        if is_gone { self.faulty.clone() } else { self.sound.clone() }
    }

    /// Takes a reading.
    ///
    /// # Errors
    /// [`SolveError`] when the vehicle comes to no rest in that state.
    pub fn read(&mut self, measure: usize) -> Result<f64, SolveError> {
        let case = self.case;
        let m = &case.measures[measure];
        let fault = case.suspects[self.suspect].fault;
        let place = case.suspects[self.suspect].place;
        let mut meter = self.meter(measure);
        let mut net = self.as_it_is(&mut meter);
        net.put(case.states[m.state]);
        let solve = |net: &Built| Solver::default().operating_point(&net.net);
        let is_its = |circuit| place.and_then(|p| p.circuit) == Some(circuit);
        Ok(match m.kind {
            MeasureKind::Volts { red, black } => return self.volts(m.state, red, black),
            MeasureKind::LampsA { circuit } => {
                let solution = solve(&net)?;
                let lamps = net.circuits[circuit].lamps.iter().flatten();
                meter.amps(lamps.map(|&l| solution.current_a(l).abs()).sum())
            }
            MeasureKind::LampA { circuit, lamp: (k, n) } => {
                let solution = solve(&net)?;
                meter.small_amps(solution.current_a(net.circuits[circuit].lamps[k][n]).abs())
            }
            MeasureKind::BatteryA => {
                if let Device::Battery(b) = net.net.element(net.battery).device {
                    let more = Battery { internal_ohm: b.internal_ohm + SHUNT_OHM, ..b };
                    net.net.set_device(net.battery, Device::Battery(more));
                }
                let solution = solve(&net)?;
                meter.amps(-solution.current_a(net.battery))
            }
            MeasureKind::Ohms { .. } => {
                let mut bench =
                    PredictionInput::new(&case.study, &case.states, &case.points, &case.measures);
                let ohm = bench.ohms(&net, measure)?;
                meter.ohms(ohm)
            }
            MeasureKind::Look { circuit, lamp } => {
                let solution = solve(&net)?;
                f64::from(burns(&case.study, &net, &solution, circuit, lamp) as u8)
            }
            MeasureKind::Wiggle { ref places } => {
                let is_there = place.is_some_and(|p| places.contains(&p));
                let often = if is_there { moves(fault) } else { 0.0 };
                f64::from(u8::from(meter.happens(often.max(0.01))))
            }
            MeasureKind::Story { circuit } => {
                let tells = fault == FaultOf::ComesAndGoes && is_its(circuit);
                f64::from(u8::from(meter.happens(if tells { 0.95 } else { 0.02 })))
            }
            MeasureKind::Rating { circuit } => {
                let planned = rating_a(&case.study, circuit);
                let is_wrong = fault == FaultOf::WrongFuse && is_its(circuit);
                if is_wrong { 2.0 * planned } else { planned }
            }
        })
    }
}

/// Variants of a suspect that some reading tells from a sound vehicle.
pub fn shows(case: &Case, suspect: usize) -> Vec<usize> {
    (0..case.suspects[suspect].variants.len())
        .filter(|&v| {
            let read = &case.table.by_suspect[suspect][v];
            super::belief::differs(case, read, &case.table.sound, 4.0)
        })
        .collect()
}

/// One way in which a suspect may really have gone: a poor joint anywhere between the least and the most.
fn edits_of(case: &Case, suspect: usize, rng: &mut Pcg64Mcg) -> Vec<Edit> {
    let suspect_of = &case.suspects[suspect];
    let shows = shows(case, suspect);
    let at = match shows.len() {
        0 => suspect_of.variants.len() - 1,
        n => shows[rng.random_range(0..n)],
    };
    let mut edits = suspect_of.variants[at].edits.clone();
    if suspect_of.fault == FaultOf::Poor {
        for edit in &mut edits {
            if let Edit::Add(_, ohm) = edit {
                *ohm *= 1.5f64.powf(rng.random_range(-1.0..1.0));
            }
        }
    }
    edits
}
