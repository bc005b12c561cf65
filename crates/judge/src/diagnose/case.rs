//! A vehicle with everything that is needed to look for a fault on it.

use super::belief::groups;
use super::measures::{Gathered, Measure, measures, states};
use super::points::{Point, points};
use super::predict::{PredictionInput, Table, USUAL, predict, with_inputs};
use super::suspects::{Suspect, suspects};
use jovek_base::wanted::Wanted;
use jovek_circuit::SolveError;
use jovek_job::{CheckId, Job, SupplyState};
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::{Built, Situation, build_over};
use jovek_plan::study::Assessment;
use jovek_plan::study::study;

/// States, points, readings, suspects of a job, with what each reading would be under each suspect.
pub struct Case<'a> {
    /// The job.
    pub job: &'a Job,
    /// Its plan.
    pub study: Assessment,
    /// The sound vehicle.
    pub sound: Built,
    /// States in which it is looked at.
    pub states: Vec<Assignment>,
    /// Where leads can go.
    pub points: Vec<Point>,
    /// What can be read.
    pub measures: Vec<Measure>,
    /// What can be wrong.
    pub suspects: Vec<Suspect>,
    /// What would be read.
    pub table: Table,
    /// Suspects that no reading tells apart, together.
    pub groups: Vec<Vec<usize>>,
    /// Group of each suspect.
    pub group_of: Vec<usize>,
}

/// What can be read on a vehicle, before anything is solved.
struct Readable {
    study: Assessment,
    sound: Built,
    states: Vec<Assignment>,
    points: Vec<Point>,
    measures: Vec<Measure>,
}

impl Readable {
    /// A battery that was measured at rest is taken as it was.
    fn of(job: &Job) -> Readable {
        let study = study(job);
        let sound = {
            let parts = study.parts();
            let whole = study.installed(&parts);
            let plain = study.situation(SupplyState::EngineOff, Assignment::NONE);
            let rest_v = job.last_reading(&CheckId::from("battery.rest_v")).map(|r| r.value);
            let usual = |v: &f64| (0.9..1.12).contains(&(v / plain.open_circuit_v));
            let open_circuit_v = rest_v.filter(usual).unwrap_or(plain.open_circuit_v);
            with_inputs(build_over(None, whole, &Situation { open_circuit_v, ..plain }))
        };
        let states = states(&study);
        let points = points(job, &study, &sound);
        let measures = measures(&Gathered {
            job,
            study: &study,
            built: &sound,
            states: &states,
            points: &points,
        });
        Readable { study, sound, states, points, measures }
    }
}

/// True where the search for a fault knows a reading of that id: nothing is solved for it.
pub fn can_be_read(job: &Job, id: &CheckId) -> bool {
    Readable::of(job).measures.iter().any(|m| m.id == *id)
}

impl<'a> Case<'a> {
    /// Opens the case of a job.
    ///
    /// # Errors
    /// [`SolveError`] when the sound vehicle has no steady state.
    pub fn new(job: &'a Job) -> Result<Case<'a>, SolveError> {
        Case::open(job, &Wanted::default())
    }

    /// Opens the case of a job; none where that is no longer wanted before it is done.
    ///
    /// # Errors
    /// [`SolveError`] when the sound vehicle has no steady state.
    pub fn new_while(job: &'a Job, wanted: &Wanted) -> Result<Option<Case<'a>>, SolveError> {
        let case = Case::open(job, wanted)?;
        Ok(wanted.is_still().then_some(case))
    }

    fn open(job: &'a Job, wanted: &Wanted) -> Result<Case<'a>, SolveError> {
        let Readable { study, sound, states, points, measures } = Readable::of(job);
        let (suspects, table) = {
            let mut bench = PredictionInput::new(&study, &states, &points, &measures);
            let carried_a = bench.carried_a(&sound)?;
            let suspects = suspects(job, &study, &sound, &carried_a);
            let table = predict(&mut bench, &sound, &suspects, USUAL, wanted)?;
            (suspects, table)
        };
        let mut case = Case {
            job,
            study,
            sound,
            states,
            points,
            measures,
            suspects,
            table,
            groups: Vec::new(),
            group_of: Vec::new(),
        };
        (case.groups, case.group_of) = groups(&case);
        Ok(case)
    }

    /// The measure of an id.
    pub fn measure(&self, id: &CheckId) -> Option<usize> {
        self.measures.iter().position(|m| m.id == *id)
    }

    /// What is on in a state, as it stands in the ids of readings.
    pub fn state_key(&self, state: usize) -> String {
        self.study.wiring.inputs.keys(self.job, self.states[state]).join("+")
    }
}
