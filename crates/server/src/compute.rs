//! Computing away from the async threads, on two pools: what takes milliseconds, and what takes tenths of a second and
//! more. The long ones stand back where the short ones and the store want the cores, and end when nobody waits for them.

use crate::problem::Problem;
use axum::http::StatusCode;
use jovek_core::base::wanted::Wanted;
use rayon::{ThreadPool, ThreadPoolBuildError, ThreadPoolBuilder};
use std::sync::Arc;
use std::time::Duration;
use tokio::sync::{OwnedSemaphorePermit, Semaphore, oneshot};

/// How long a request waits until its turn has come and its answer is there.
const MOST_WAIT: Duration = Duration::from_secs(30);
/// How far the long pool stands back, as of `nice`: it gets a tenth of a core that the others want too. The short one
/// does not: a person waits for it, with a browser beside.
const STANDS_BACK: i32 = 10;

/// The pools.
#[derive(Clone)]
pub(crate) struct Compute {
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
    pub(crate) fn new() -> Result<Compute, ThreadPoolBuildError> {
        Compute::with_patience(MOST_WAIT)
    }

    fn with_patience(most_wait: Duration) -> Result<Compute, ThreadPoolBuildError> {
        Ok(Compute {
            short: Pool::new("short", None)?,
            long: Pool::new("long", Some(STANDS_BACK))?,
            most_wait,
        })
    }

    /// Runs what takes some milliseconds: one assessment, one state.
    pub(crate) async fn short<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.short.run(|_| work())).await
    }

    /// Runs what takes some milliseconds and has waited for a turn of its own already: it waits at no gate as well.
    pub(crate) async fn at_once<T: Send + 'static>(
        &self,
        work: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.short.compute(|_| work(), None)).await
    }

    /// Runs what takes tenths of a second and more: a proof, a search. It is told when nobody waits any more.
    pub(crate) async fn long<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Wanted) -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_time(self.long.run(work)).await
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
                "It takes too long",
                format!(
                    "Not worked out within {} s: others are being served, or this vehicle has very many states. Send \
                     it again, or take circuits out of the job.",
                    self.most_wait.as_secs()
                ),
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
        told.await.map_err(|_| failed("The computation broke off."))
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
    failed("Nobody waits for the answer any more.")
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

#[cfg(test)]
mod tests {
    use super::*;
    use std::sync::atomic::{AtomicBool, Ordering};
    use std::time::Instant;

    const PATIENCE: Duration = Duration::from_millis(50);
    /// By then whatever was to happen has, on a slow machine too.
    const LONG_SINCE: Duration = Duration::from_secs(10);

    /// Works until nobody waits, or for long; says which.
    fn until_unwanted(gave_up: Arc<AtomicBool>) -> impl FnOnce(&Wanted) + Send + 'static {
        move |wanted| {
            let begun = Instant::now();
            while wanted.is_still() && begun.elapsed() < LONG_SINCE {
                std::thread::sleep(Duration::from_millis(1));
            }
            gave_up.store(!wanted.is_still(), Ordering::SeqCst);
        }
    }

    async fn holds(what: &AtomicBool) -> bool {
        let begun = Instant::now();
        while !what.load(Ordering::SeqCst) && begun.elapsed() < LONG_SINCE {
            tokio::time::sleep(Duration::from_millis(1)).await;
        }
        what.load(Ordering::SeqCst)
    }

    #[tokio::test]
    async fn what_takes_too_long_is_given_up_with_a_word() {
        let compute = Compute::with_patience(PATIENCE).unwrap();
        let gave_up = Arc::new(AtomicBool::new(false));
        let refused = compute.long(until_unwanted(Arc::clone(&gave_up))).await.unwrap_err();
        assert_eq!((refused.status, refused.title), (503, "It takes too long"));
        assert!(holds(&gave_up).await, "nobody waits, and it goes on");
    }

    #[tokio::test]
    async fn who_goes_away_gives_the_turn_back() {
        let compute = Compute::with_patience(LONG_SINCE).unwrap();
        // As many as there are turns, all of them left alone.
        for _ in 0..compute.long.gate.available_permits() {
            let gave_up = Arc::new(AtomicBool::new(false));
            let asked = compute.long(until_unwanted(Arc::clone(&gave_up)));
            assert!(tokio::time::timeout(PATIENCE, asked).await.is_err());
            assert!(holds(&gave_up).await);
        }
        assert_eq!(compute.long(|_| 7).await.unwrap(), 7);
    }

    #[tokio::test]
    async fn what_breaks_off_is_told_and_the_next_one_runs() {
        let compute = Compute::new().unwrap();
        let broken = compute.short(|| panic!("on purpose")).await.map(|()| 0);
        assert_eq!(broken.unwrap_err().status, 500);
        assert_eq!(compute.short(|| 7).await.unwrap(), 7);
    }

    /// Linux counts niceness for each thread: the 19th field of its stat, proc(5).
    #[cfg(target_os = "linux")]
    #[tokio::test]
    async fn long_ones_stand_back() {
        fn nice() -> i32 {
            let stat = std::fs::read_to_string("/proc/thread-self/stat").unwrap();
            let behind_name = stat.rsplit_once(") ").unwrap().1;
            behind_name.split(' ').nth(16).unwrap().parse().unwrap()
        }
        let compute = Compute::new().unwrap();
        let short = compute.short(nice).await.unwrap();
        let long = compute.long(|_| nice()).await.unwrap();
        assert_eq!((short, long), (nice(), (short + STANDS_BACK).min(19)));
    }
}
