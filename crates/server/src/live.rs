//! What others do, told at once: who changed what, and who is where.

use serde::Serialize;
use std::collections::{BTreeSet, HashMap};
use std::sync::{Arc, Mutex, MutexGuard};
use tokio::sync::broadcast::{self, Receiver, Sender};
use utoipa::ToSchema;

/// What a change is about.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum About {
    /// A job, or which jobs there are.
    Jobs,
    /// Kits.
    Kits,
    /// Vehicles.
    Vehicles,
    /// Recalls.
    Recalls,
    /// The shelf.
    Stock,
    /// The shop's habits.
    Shop,
    /// People.
    People,
}

/// Something that happened.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "is")]
pub enum Heard {
    /// Somebody changed something.
    Changed {
        /// What it is about.
        about: About,
        /// The job; none where it is about none, or about a new one.
        job: Option<i64>,
        /// Who.
        by: String,
        /// The page that did it, as it calls itself (`X-Jovek-Page`): it knows already.
        page: Option<String>,
    },
    /// Who has a job open now.
    Here {
        /// The job.
        job: i64,
        /// Their names, each once.
        names: Vec<String>,
    },
    /// More happened than could be told: look at everything again.
    Much,
}

/// Events that are held for whoever is slow; more, and they look at everything again.
const HELD: usize = 256;

/// Everybody who listens.
#[derive(Debug, Clone)]
pub(crate) struct Live {
    tell: Sender<Heard>,
    here: Arc<Mutex<Listeners>>,
}

#[derive(Debug, Default)]
struct Listeners {
    next: u64,
    /// Who has which job open, by listener.
    at: HashMap<u64, (i64, String)>,
}

impl Listeners {
    fn names(&self, job: i64) -> Vec<String> {
        let names: BTreeSet<&String> =
            self.at.values().filter(|(at, _)| *at == job).map(|(_, name)| name).collect();
        names.into_iter().cloned().collect()
    }
}

impl Default for Live {
    fn default() -> Self {
        Live { tell: broadcast::channel(HELD).0, here: Arc::default() }
    }
}

impl Live {
    /// Tells whoever listens. Nobody may.
    pub(crate) fn tell(&self, heard: Heard) {
        let _ = self.tell.send(heard);
    }

    /// Listens, with a job open or none, until the listener is dropped.
    pub(crate) fn listen(&self, name: &str, job: Option<i64>) -> Listener {
        let heard = self.tell.subscribe();
        let place = job.map(|job| {
            let mut here = self.lock();
            here.next += 1;
            let number = here.next;
            here.at.insert(number, (job, name.to_owned()));
            let names = here.names(job);
            drop(here);
            self.tell(Heard::Here { job, names });
            Place { live: self.clone(), number, job }
        });
        Listener { heard, _place: place }
    }

    fn lock(&self) -> MutexGuard<'_, Listeners> {
        self.here.lock().unwrap_or_else(|e| e.into_inner())
    }
}

/// Somebody who listens.
#[derive(Debug)]
pub(crate) struct Listener {
    heard: Receiver<Heard>,
    _place: Option<Place>,
}

impl Listener {
    /// The next that happened; none when the program ends.
    pub(crate) async fn next(&mut self) -> Option<Heard> {
        match self.heard.recv().await {
            Ok(heard) => Some(heard),
            Err(broadcast::error::RecvError::Lagged(_)) => Some(Heard::Much),
            Err(broadcast::error::RecvError::Closed) => None,
        }
    }
}

/// A job that somebody has open.
#[derive(Debug)]
struct Place {
    live: Live,
    number: u64,
    job: i64,
}

impl Drop for Place {
    fn drop(&mut self) {
        let mut here = self.live.lock();
        here.at.remove(&self.number);
        let names = here.names(self.job);
        drop(here);
        self.live.tell(Heard::Here { job: self.job, names });
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn here(job: i64, names: &[&str]) -> Option<Heard> {
        Some(Heard::Here { job, names: names.iter().map(|&n| n.into()).collect() })
    }

    #[tokio::test]
    async fn who_is_where_and_what_was_done() {
        let live = Live::default();
        let mut ada = live.listen("Ada", Some(1));
        assert_eq!(ada.next().await, here(1, &["Ada"]));
        let bo = live.listen("Bo", Some(1));
        // The same person twice, as on desk and phone, is one.
        let again = live.listen("Bo", Some(1));
        assert_eq!(ada.next().await, here(1, &["Ada", "Bo"]));
        assert_eq!(ada.next().await, here(1, &["Ada", "Bo"]));
        let _yard = live.listen("Cy", None);
        let changed =
            Heard::Changed { about: About::Jobs, job: Some(1), by: "Bo".into(), page: None };
        live.tell(changed.clone());
        assert_eq!(ada.next().await, Some(changed));
        drop(again);
        assert_eq!(ada.next().await, here(1, &["Ada", "Bo"]));
        drop(bo);
        assert_eq!(ada.next().await, here(1, &["Ada"]));
        for _ in 0..=HELD {
            live.tell(Heard::Changed {
                about: About::Stock,
                job: None,
                by: "Cy".into(),
                page: None,
            });
        }
        assert_eq!(ada.next().await, Some(Heard::Much), "told that something was missed");
    }
}
