//! Whether an answer is still wanted: a long computation looks at it between its steps and gives up when nobody waits.
//!
//! It never changes an answer: what was given up yields none.

use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

/// Whether an answer is still wanted. Clones are one and the same.
///
/// ```
/// use jovek_base::wanted::Wanted;
///
/// let wanted = Wanted::default();
/// let until = wanted.until_dropped();
/// assert!(wanted.is_still());
/// drop(until);
/// assert!(!wanted.is_still());
/// ```
#[derive(Debug, Clone, Default)]
pub struct Wanted(Arc<AtomicBool>);

/// Held by whoever waits: when it is dropped, nobody does.
#[derive(Debug)]
pub struct Waiting(Wanted);

impl Wanted {
    /// True while somebody waits.
    pub fn is_still(&self) -> bool {
        !self.0.load(Ordering::Relaxed)
    }

    /// Ends the wish when what is returned is dropped.
    pub fn until_dropped(&self) -> Waiting {
        Waiting(self.clone())
    }
}

impl Drop for Waiting {
    fn drop(&mut self) {
        self.0.0.store(true, Ordering::Relaxed);
    }
}
