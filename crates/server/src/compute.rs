//! Computing away from the async threads, on two pools: what takes milliseconds, and what takes tenths of a second and
//! more. The long ones stand back where the short ones and the store want the cores, and end when nobody waits for them.

use crate::problem::Problem;
use axum::http::StatusCode;
use jovek_core::base::wanted::Wanted;
use jovek_phrases::refusals as say;
use rayon::{ThreadPool, ThreadPoolBuildError, ThreadPoolBuilder};
use std::sync::Arc;
use std::time::Duration;
use tokio::sync::{OwnedSemaphorePermit, Semaphore, oneshot};

/// How long a request waits until its turn has come and its answer is there.
const MOST_WAIT: Duration = Duration::from_secs(30);
/// How far the long pool stands back, as of `nice`: it gets a tenth of a core that the others want too. The short one
/// does not: a person waits for it, with a browser beside.
pub const STANDS_BACK: i32 = 10;

/// The pools.
#[derive(Clone)]
pub struct Compute {
    short: Pool,
    long: Pool,
    most_wait: Duration,
}

/// Threads, one for each core, and the gate before them: who waits there is served in order, or goes away.
#[derive(Clone)]
struct Pool {
    gate: Arc<Semaphore>,
    threads: Arc<ThreadPool>,
}

impl Compute {
    /// Pools for this machine.
    ///
    /// # Errors
    /// [`ThreadPoolBuildError`] when the system has no threads to give.
    pub fn new() -> Result<Compute, ThreadPoolBuildError> {
        Compute::with_patience(MOST_WAIT)
    }

    /// The same, for requests that wait no longer than told.
    ///
    /// # Errors
    /// [`ThreadPoolBuildError`] when the system has no threads to give.
    pub fn with_patience(most_wait: Duration) -> Result<Compute, ThreadPoolBuildError> {
        Ok(Compute {
            short: Pool::new("short", None)?,
            long: Pool::new("long", Some(STANDS_BACK))?,
            most_wait,
        })
    }

    /// Runs what takes some milliseconds: one assessment, one state.
    pub async fn short<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.short.run(|_| work())).await
    }

    /// Runs what takes some milliseconds and has waited for a turn of its own already: it waits at no gate as well.
    pub async fn at_once<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.short.compute(|_| work(), None)).await
    }

    /// Runs what takes tenths of a second and more: a proof, a search. It is told when nobody waits any more.
    pub async fn long<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Wanted) -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.long.run(work)).await
    }

    /// Long computations that could begin now.
    pub fn long_turns(&self) -> usize {
        self.long.gate.available_permits()
    }

    async fn in_time<T>(
        &self,
        done: impl Future<Output = Result<T, Problem>>,
    ) -> Result<T, Problem> {
        match tokio::time::timeout(self.most_wait, done).await {
            Ok(done) => done,
            Err(_) => Err(Problem::new(
                StatusCode::SERVICE_UNAVAILABLE,
                "/problems/busy",
                say::it_takes_too_long(),
                say::not_worked_out_within_s_others(&self.most_wait.as_secs()),
            )),
        }
    }
}

impl Pool {
    fn new(name: &'static str, stands_back: Option<i32>) -> Result<Pool, ThreadPoolBuildError> {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        let threads = ThreadPoolBuilder::new()
            .num_threads(cores)
            .thread_name(move |n| format!("{name}-{n}"))
            .start_handler(move |_| stands_back.into_iter().for_each(stand_back))
            // Whoever waits for it is told; the program goes on.
            .panic_handler(|_| ())
            .build()?;
        Ok(Pool { gate: Arc::new(Semaphore::new(cores)), threads: Arc::new(threads) })
    }

    async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Wanted) -> T + Send + 'static,
    ) -> Result<T, Problem> {
        let gate = Arc::clone(&self.gate);
        let turn = gate.acquire_owned().await.map_err(|e| failed(&e.to_string()))?;
        self.compute(work, Some(turn)).await
    }

    async fn compute<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Wanted) -> T + Send + 'static,
        turn: Option<OwnedSemaphorePermit>,
    ) -> Result<T, Problem> {
        let wanted = Wanted::default();
        // Dropped with this future: a client that goes away takes its wish with it.
        let _waiting = wanted.until_dropped();
        let (tell, told) = oneshot::channel();
        self.threads.spawn_fifo(move || {
            let done = work(&wanted);
            // The turn ends with the work, also where nobody waits for its answer any more.
            drop(turn);
            let _ = tell.send(done);
        });
        told.await.map_err(|_| failed(say::the_computation_broke_off()))
    }
}

/// Lets this thread stand back. Only Linux counts it for each thread; elsewhere all stand alike.
#[cfg_attr(not(target_os = "linux"), allow(unused_variables))]
fn stand_back(by: i32) {
    #[cfg(target_os = "linux")]
    if let Err(e) = rustix::process::nice(by) {
        tracing::warn!("computations do not stand back: {e}");
    }
}

/// Nobody waits for it any more: no client sees this.
pub(crate) fn given_up() -> Problem {
    failed(say::nobody_waits_for_the_answer_any())
}

/// A panic within the work, or a program that is stopping.
pub(crate) fn failed(what: &str) -> Problem {
    Problem::new(
        StatusCode::INTERNAL_SERVER_ERROR,
        "/problems/internal",
        say::the_program_failed(),
        what.to_owned(),
    )
}
