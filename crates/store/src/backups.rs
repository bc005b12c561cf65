//! Backups on a schedule: a folder of them, which of them are kept, and a restore that is rehearsed.

use crate::{Listed, Store, StoreError, Verified};
use jiff::tz::TimeZone;
use jiff::{SignedDuration, Timestamp, Unit};
use std::collections::BTreeSet;
use std::path::{Path, PathBuf};

/// What a backup of the schedule is called: this, its time, and the ending.
const BEFORE: &str = "jovek-";
const AFTER: &str = ".db";
/// Its time, in the world's own clock: names stand in their order.
const TIME: &str = "%Y%m%dT%H%M%SZ";

/// The newest backup of so many days, weeks and months that have one is kept. Common practice: a week of days, a month of
/// weeks, a year of months.
const DAYS: usize = 7;
const WEEKS: usize = 5;
const MONTHS: usize = 12;

/// A backup of the schedule.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Backup {
    /// When it was made.
    pub at: Timestamp,
    /// Where it stands.
    pub path: PathBuf,
}

/// What came of a rehearsed restore.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Rehearsed {
    /// Jobs that came back.
    pub jobs: usize,
    /// Jobs that cannot be read.
    pub unreadable: Vec<i64>,
    /// The history of what came back.
    pub history: Verified,
}

impl Rehearsed {
    /// True where all of it came back and nothing was changed.
    pub fn is_sound(&self) -> bool {
        self.unreadable.is_empty() && self.history.flaws.is_empty()
    }
}

/// The backups of a folder, newest first; other files are passed over.
///
/// # Errors
/// [`StoreError`] when the folder cannot be read.
pub fn backups_in(folder: &Path) -> Result<Vec<Backup>, StoreError> {
    let found = std::fs::read_dir(folder).map_err(|e| StoreError::file(folder, &e))?;
    let mut out = Vec::new();
    for entry in found {
        let path = entry.map_err(|e| StoreError::file(folder, &e))?.path();
        let name = path.file_name().and_then(|n| n.to_str()).unwrap_or_default();
        let time = name.strip_prefix(BEFORE).and_then(|n| n.strip_suffix(AFTER));
        let at = time.and_then(|time| jiff::civil::DateTime::strptime(TIME, time).ok());
        let at = at.and_then(|at| at.to_zoned(TimeZone::UTC).ok());
        if let Some(at) = at {
            out.push(Backup { at: at.timestamp(), path });
        }
    }
    out.sort_by_key(|backup| std::cmp::Reverse(backup.at));
    Ok(out)
}

/// Which backups are kept: the newest of each of the last days, weeks and months that have one.
pub fn kept(times: &[Timestamp]) -> BTreeSet<Timestamp> {
    let mut newest_first = times.to_vec();
    newest_first.sort_by_key(|at| std::cmp::Reverse(*at));
    let date = |at: &Timestamp| at.to_zoned(TimeZone::UTC).date();
    let mut out = BTreeSet::new();
    out.extend(newest_of(&newest_first, DAYS, |at| date(at).to_string()));
    out.extend(newest_of(&newest_first, WEEKS, |at| {
        let week = date(at).iso_week_date();
        format!("{}-{}", week.year(), week.week())
    }));
    out.extend(newest_of(&newest_first, MONTHS, |at| date(at).strftime("%Y-%m").to_string()));
    out
}

fn newest_of(
    newest_first: &[Timestamp],
    most: usize,
    period: impl Fn(&Timestamp) -> String,
) -> Vec<Timestamp> {
    let mut met = BTreeSet::new();
    let mut out = Vec::new();
    for at in newest_first {
        if met.len() < most && met.insert(period(at)) {
            out.push(*at);
        }
    }
    out
}

impl Store {
    /// True where no backup of a folder is younger than this; so for a folder that is not there yet.
    ///
    /// # Errors
    /// [`StoreError`] when the folder cannot be read.
    pub fn is_backup_due(
        folder: &Path,
        every: SignedDuration,
        now: Timestamp,
    ) -> Result<bool, StoreError> {
        if !folder.exists() {
            return Ok(true);
        }
        let newest = backups_in(folder)?.into_iter().next();
        Ok(newest.is_none_or(|newest| now.duration_since(newest.at) >= every))
    }

    /// Writes a backup into a folder, which is made where there is none, and removes those that are kept no longer.
    ///
    /// # Errors
    /// [`StoreError`] when it cannot be written; then none is removed.
    pub fn back_up_into(&self, folder: &Path, now: Timestamp) -> Result<PathBuf, StoreError> {
        std::fs::create_dir_all(folder).map_err(|e| StoreError::file(folder, &e))?;
        let now = now.round(Unit::Second).unwrap_or(now);
        let name = format!("{BEFORE}{}{AFTER}", now.strftime(TIME));
        let to = folder.join(name);
        if !to.exists() {
            self.backup(&to)?;
        }
        let all = backups_in(folder)?;
        let keep = kept(&all.iter().map(|backup| backup.at).collect::<Vec<_>>());
        for old in all.iter().filter(|backup| !keep.contains(&backup.at)) {
            std::fs::remove_file(&old.path).map_err(|e| StoreError::file(&old.path, &e))?;
        }
        Ok(to)
    }

    /// Brings a backup back into a file of its own, which is removed again, reads every job of it and goes through its
    /// history: a backup that nobody has brought back is a hope.
    ///
    /// # Errors
    /// [`StoreError`] where it cannot be brought back at all.
    pub fn rehearse(backup: &Path) -> Result<Rehearsed, StoreError> {
        let name = format!("jovek-rehearsal-{}.db", std::process::id());
        let to = std::env::temp_dir().join(name);
        let gone = |path: &Path| {
            for ending in ["", "-wal", "-shm"] {
                let mut name = path.as_os_str().to_owned();
                name.push(ending);
                // What was never made cannot be removed.
                let _ = std::fs::remove_file(PathBuf::from(name));
            }
        };
        gone(&to);
        let rehearsed = (|| {
            Store::restore(backup, &to)?;
            let store = Store::open(&to)?;
            let (mut jobs, mut unreadable) = (0, Vec::new());
            for listed in store.list()? {
                match listed {
                    Listed::Job(_) => jobs += 1,
                    Listed::Unreadable(row) => unreadable.push(row.id),
                }
            }
            Ok(Rehearsed { jobs, unreadable, history: store.verify()? })
        })();
        gone(&to);
        rehearsed
    }
}
