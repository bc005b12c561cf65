//! Rows of the yard that were worked out already: in memory, and in the store for the next start.

use super::row::{Kept, YardPlace, YardRow, YardState};
use super::{FoundState, PAGE, YardAsked, YardPage, YardPlaces, YardSort};
use jovek_phrases::yard as say;
use jovek_store::{KeptRow, Standing, sort_key};
use std::collections::{HashMap, HashSet};
use std::sync::{Mutex, MutexGuard};

/// A job's id, its newest revision and where it stands.
pub(super) type Head = (i64, i64, Standing);

/// A row with what it is found and sorted by.
#[derive(Debug)]
struct Held {
    rev: i64,
    kept: Kept,
    unit_key: String,
    words: String,
}

impl Held {
    fn new(rev: i64, kept: Kept) -> Held {
        let YardRow { unit, title, vehicle, .. } = kept.row();
        let words = format!("{unit}\n{title}\n{vehicle}").to_lowercase();
        Held { rev, unit_key: sort_key(unit), words, kept }
    }
}

/// Rows by job: each as good as long as its revision is the newest.
#[derive(Debug, Default)]
pub(crate) struct Rows {
    held: Mutex<HashMap<i64, Held>>,
    /// Jobs whose rows the store does not have yet.
    fresh: Mutex<HashSet<i64>>,
}

fn lock<T>(of: &Mutex<T>) -> MutexGuard<'_, T> {
    // Only whole rows are put in: a panic elsewhere leaves them sound.
    of.lock().unwrap_or_else(|e| e.into_inner())
}

impl Rows {
    /// Takes rows that the store kept. One that cannot be read is worked out again.
    pub(super) fn take(&self, rows: Vec<KeptRow>) {
        let mut held = lock(&self.held);
        for KeptRow { job, rev, body } in rows {
            if let Ok(kept) = serde_json::from_str::<Kept>(&body) {
                held.entry(job).or_insert_with(|| Held::new(rev, kept));
            }
        }
    }

    /// Jobs whose rows are not those of their newest revision.
    pub(super) fn missing(&self, heads: &[Head]) -> Vec<i64> {
        let held = lock(&self.held);
        let is_known = |id: i64, rev: i64| held.get(&id).is_some_and(|h| h.rev == rev);
        heads.iter().filter(|(id, rev, _)| !is_known(*id, *rev)).map(|(id, ..)| *id).collect()
    }

    /// Keeps rows that were worked out; one that came later stays.
    pub(super) fn keep(&self, made: Vec<(i64, Kept)>) {
        let mut held = lock(&self.held);
        let mut fresh = lock(&self.fresh);
        for (rev, kept) in made {
            let id = kept.row().id;
            if held.get(&id).is_none_or(|h| h.rev <= rev) {
                held.insert(id, Held::new(rev, kept));
                fresh.insert(id);
            }
        }
    }

    /// Rows that the store does not have yet, as it keeps them; they count as kept from then on.
    pub(super) fn unkept(&self) -> Vec<KeptRow> {
        let held = lock(&self.held);
        let fresh = std::mem::take(&mut *lock(&self.fresh));
        let row = |id: i64| {
            let Held { rev, kept, .. } = held.get(&id)?;
            Some(KeptRow { job: id, rev: *rev, body: serde_json::to_string(kept).ok()? })
        };
        fresh.into_iter().filter_map(row).collect()
    }

    /// A page of the jobs that are there, as they are read on a day. A job whose row is not known is in none.
    pub(super) fn page(&self, heads: &[Head], asked: &YardAsked, today: &str) -> YardPage {
        let held = lock(&self.held);
        let find = asked.find.to_lowercase();
        let find: Vec<&str> = find.split_whitespace().collect();
        let known =
            heads.iter().filter_map(|(id, _, standing)| Some((*id, held.get(id)?, standing)));
        let fitting: Vec<(i64, &Held, &Standing)> =
            known.filter(|(_, h, _)| find.iter().all(|word| h.words.contains(word))).collect();
        let count = |place| {
            fitting.iter().filter(|(.., standing)| YardPlace::of(standing) == place).count()
        };
        let places = YardPlaces {
            in_yard: count(YardPlace::InYard),
            aside: count(YardPlace::Aside),
            deleted: count(YardPlace::Deleted),
        };
        let here = |standing: &Standing| asked.place.is_none_or(|p| p == YardPlace::of(standing));
        let of_state = |state: YardState| {
            let is = |(_, h, standing): &&(i64, &Held, &Standing)| {
                here(standing) && h.kept.row().state == state
            };
            fitting.iter().filter(is).count()
        };
        let states = YardState::ALL
            .into_iter()
            .map(|state| FoundState { state, label: state.label(), jobs: of_state(state) })
            .filter(|found| found.jobs > 0)
            .collect();
        let mut page: Vec<_> = fitting
            .iter()
            .filter(|(_, h, standing)| {
                here(standing) && asked.state.is_none_or(|s| s == h.kept.row().state)
            })
            .collect();
        match asked.sort {
            YardSort::Unit => page.sort_by(|a, b| (&a.1.unit_key, a.0).cmp(&(&b.1.unit_key, b.0))),
            YardSort::Saved => page.sort_by(|a, b| {
                (&b.1.kept.row().saved_at, b.0).cmp(&(&a.1.kept.row().saved_at, a.0))
            }),
            YardSort::Urgent => page.sort_by(|a, b| {
                let key = |h: &Held| h.kept.row().state;
                (key(a.1), &a.1.unit_key, a.0).cmp(&(key(b.1), &b.1.unit_key, b.0))
            }),
        }
        let found = page.len();
        let rows = page.into_iter().skip(asked.from).take(PAGE);
        YardPage {
            jobs: rows.map(|(_, h, standing)| h.kept.read(standing, today)).collect(),
            found,
            page: PAGE,
            places,
            states,
            next_unit: next_unit(&held),
            behind: 0,
        }
    }

    /// Drops rows of jobs that are gone for good.
    pub(super) fn drop_gone(&self, heads: &[Head]) {
        let mut held = lock(&self.held);
        if held.len() > heads.len() {
            let there: HashSet<i64> = heads.iter().map(|(id, ..)| *id).collect();
            held.retain(|id, _| there.contains(id));
        }
    }
}

/// A number for a new unit that no other job has.
fn next_unit(held: &HashMap<i64, Held>) -> String {
    let units: HashSet<&str> = held.values().map(|h| h.kept.row().unit.as_str()).collect();
    let free = (held.len() + 1..).map(|n| say::new_unit(&n)).find(|u| !units.contains(u.as_str()));
    free.unwrap_or_default()
}
