//! Tries at a password: after a few that failed each further one waits, longer and longer.

use std::collections::HashMap;
use std::sync::Mutex;
use std::time::{Duration, Instant};

/// Tries that may fail before anybody waits.
const FREE: u32 = 5;
/// The first wait; each further one is twice as long.
const FIRST: Duration = Duration::from_secs(15);
/// The longest wait.
const LONGEST: Duration = Duration::from_secs(15 * 60);
/// Names that are remembered: more are somebody's list.
const MOST: usize = 10_000;

#[derive(Debug, Clone, Copy)]
struct Tries {
    failed: u32,
    until: Instant,
}

/// Tries by name. The name counts, not the address: a shop is one address.
#[derive(Debug, Default)]
pub(crate) struct Throttle {
    tries: Mutex<HashMap<String, Tries>>,
}

impl Throttle {
    /// How long a name still waits; none where it may try.
    pub(crate) fn waits(&self, name: &str, now: Instant) -> Option<Duration> {
        let tries = self.tries.lock().unwrap_or_else(|e| e.into_inner());
        let left = tries.get(&key(name))?.until.saturating_duration_since(now);
        (!left.is_zero()).then_some(left)
    }

    /// Notes a try that failed.
    pub(crate) fn failed(&self, name: &str, now: Instant) {
        let mut tries = self.tries.lock().unwrap_or_else(|e| e.into_inner());
        if tries.len() >= MOST {
            tries.retain(|_, t| t.until > now);
        }
        let before = tries.get(&key(name)).map_or(0, |t| t.failed);
        let failed = before.saturating_add(1);
        let wait = match failed.checked_sub(FREE) {
            None => Duration::ZERO,
            Some(over) => FIRST.saturating_mul(1 << over.min(10)).min(LONGEST),
        };
        tries.insert(key(name), Tries { failed, until: now + wait });
    }

    /// Forgets what failed before: somebody came in.
    pub(crate) fn came_in(&self, name: &str) {
        self.tries.lock().unwrap_or_else(|e| e.into_inner()).remove(&key(name));
    }
}

fn key(name: &str) -> String {
    name.trim().to_lowercase()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_further_try_waits_longer() {
        let (throttle, begun) = (Throttle::default(), Instant::now());
        let mut now = begun;
        for _ in 0..4 {
            throttle.failed("Ada", now);
            assert_eq!(throttle.waits("Ada", now), None);
        }
        let mut waits = Vec::new();
        for _ in 0..9 {
            throttle.failed(" ADA ", now);
            let wait = throttle.waits("Ada", now).unwrap();
            waits.push(wait.as_secs());
            now += wait;
        }
        assert_eq!(waits, [15, 30, 60, 120, 240, 480, 900, 900, 900]);
        assert_eq!(throttle.waits("Bo", begun), None, "others may try");
        throttle.came_in("ada");
        assert_eq!(throttle.waits("Ada", begun), None);
    }
}
