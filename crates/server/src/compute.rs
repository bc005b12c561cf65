//! Computing away from the async threads: as many long ones at once as there are cores, so that short ones and the
//! store's answers come through beside them.

use crate::problem::Problem;
use axum::http::StatusCode;
use std::sync::Arc;
use std::time::Duration;
use tokio::sync::Semaphore;

/// How long a request waits until its turn has come and its answer is there.
const MOST_WAIT: Duration = Duration::from_secs(30);
/// Short computations at once for each core: they share it, none takes longer than some milliseconds.
const SHORT_FOR_A_CORE: usize = 4;

/// The gates.
#[derive(Clone)]
pub(crate) struct Compute {
    long: Arc<Semaphore>,
    short: Arc<Semaphore>,
}

impl Compute {
    /// Gates for this machine.
    pub(crate) fn new() -> Compute {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Compute {
            long: Arc::new(Semaphore::new(cores)),
            short: Arc::new(Semaphore::new(SHORT_FOR_A_CORE * cores)),
        }
    }

    /// Runs what takes some milliseconds: one assessment, one state.
    pub(crate) async fn short<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        run(&self.short, work).await
    }

    /// Runs what takes tenths of a second and more: a proof, a search.
    pub(crate) async fn long<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        run(&self.long, work).await
    }
}

/// Runs what is short and never asked for twice at once: it waits at no gate.
pub(crate) async fn beside<T: Send + 'static>(
    work: impl FnOnce() -> T + Send + 'static,
) -> Result<T, Problem> {
    tokio::task::spawn_blocking(work).await.map_err(|e| failed(&e.to_string()))
}

async fn run<T: Send + 'static>(
    gate: &Arc<Semaphore>,
    work: impl FnOnce() -> T + Send + 'static,
) -> Result<T, Problem> {
    let done = async {
        let turn = Arc::clone(gate).acquire_owned().await.map_err(|e| failed(&e.to_string()))?;
        // The turn ends with the work, also where nobody waits for its answer any more.
        tokio::task::spawn_blocking(move || {
            let done = work();
            drop(turn);
            done
        })
        .await
        .map_err(|e| failed(&e.to_string()))
    };
    match tokio::time::timeout(MOST_WAIT, done).await {
        Ok(done) => done,
        Err(_) => Err(Problem::new(
            StatusCode::SERVICE_UNAVAILABLE,
            "/problems/busy",
            "It takes too long",
            format!(
                "Not worked out within {} s: others are being served, or this vehicle has very many states. Send it \
                 again, or take circuits out of the job.",
                MOST_WAIT.as_secs()
            ),
        )),
    }
}

/// A panic within the work, or a program that is stopping.
pub(crate) fn failed(what: &str) -> Problem {
    Problem::new(
        StatusCode::INTERNAL_SERVER_ERROR,
        "/problems/internal",
        "The program failed",
        what.to_owned(),
    )
}
