//! Turns: what only adds to one job goes one after the other, and waits for nothing else. Each leaves what it saved to
//! the next one, who need not read it again.

use crate::answered::Kept;
use jovek_store::JobRow;
use std::collections::HashMap;
use std::sync::{Arc, Mutex};
use tokio::sync::{Mutex as Turn, OwnedMutexGuard};

/// What was saved last at a job, while others wait for their turn.
pub(crate) type Saved = Option<(JobRow, Kept)>;

/// Who adds to which job.
#[derive(Debug, Default)]
pub(crate) struct Turns(Mutex<HashMap<i64, Arc<Turn<Saved>>>>);

impl Turns {
    /// Waits for the turn at a job; it ends with what is returned.
    pub(crate) async fn at(&self, job: i64) -> OwnedMutexGuard<Saved> {
        let turn = {
            // Only whole entries are put in: a panic elsewhere leaves them sound.
            let mut held = self.0.lock().unwrap_or_else(|e| e.into_inner());
            held.retain(|_, turn| Arc::strong_count(turn) > 1);
            Arc::clone(held.entry(job).or_default())
        };
        turn.lock_owned().await
    }
}
