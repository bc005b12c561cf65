//! A job with its answers and steps, worked out once: what asks for both, and what only adds a mark, plans nothing anew.

use super::progress::{MarkError, Work, marked_among, ordered};
use super::steps::{Step, steps};
use crate::answers::{Answers, Begun, stages};
use jiff::Timestamp;
use jovek_job::{Job, Mark, StepId};

/// Orders the steps of a job and says how far they are at a moment.
pub fn work(job: &Job, now: Timestamp) -> Work {
    KnownJob::new(job.clone()).work(now)
}

/// The job with a mark on a step, and why it is done though something is open.
///
/// # Errors
/// As [`KnownJob::marked`].
pub fn marked(
    job: &Job,
    mark: (&StepId, Mark, &str),
    at: Timestamp,
    by: &str,
) -> Result<Job, MarkError> {
    KnownJob::new(job.clone()).marked(mark, at, by)
}

/// A job with its answers and steps.
#[derive(Debug, Clone)]
pub struct KnownJob {
    job: Job,
    answers: Answers,
    steps: Vec<Step>,
}

impl KnownJob {
    /// Assesses a job and makes its steps.
    pub fn new(job: Job) -> KnownJob {
        KnownJob::of(Begun::new(job))
    }

    /// Finishes a job that was begun.
    pub fn of(begun: Begun) -> KnownJob {
        let (job, study, answers) = begun.finished();
        let steps = steps(&job, &study, &answers);
        KnownJob { job, answers, steps }
    }

    /// The job as it is now. Where marks alone were added the plan stands, and only how far each stage is is looked at
    /// again.
    pub fn followed_by(&self, job: Job) -> KnownJob {
        let unmarked = |job: &Job| Job { work: Vec::new(), ..job.clone() };
        if unmarked(&self.job) != unmarked(&job) {
            return KnownJob::new(job);
        }
        let mut answers = self.answers.clone();
        answers.stages = stages(&job, &answers);
        KnownJob { job, answers, steps: self.steps.clone() }
    }

    /// The job.
    pub fn job(&self) -> &Job {
        &self.job
    }

    /// Its steps, in the order in which they were made.
    pub fn steps(&self) -> &[Step] {
        &self.steps
    }

    /// The answers.
    pub fn answers(&self) -> &Answers {
        &self.answers
    }

    /// Its steps in their order, and how far they are at a moment.
    pub fn work(&self, now: Timestamp) -> Work {
        ordered(&self.job, &self.answers, &self.steps, now)
    }

    /// The job with a mark on a step, and why it is done though something is open. The same mark of the same person at the same time changes nothing: what waited for
    /// a connection may come twice.
    ///
    /// # Errors
    /// [`MarkError`] where the plan has no such step, a gate is shut, or something is open and nobody said why.
    pub fn marked(
        &self,
        mark: (&StepId, Mark, &str),
        at: Timestamp,
        by: &str,
    ) -> Result<Job, MarkError> {
        marked_among((&self.job, &self.answers, &self.steps), mark, at, by)
    }
}
