//! What can go wrong with the store, and how to mend it.

use rusqlite::ErrorCode;
use std::path::Path;

/// Why the store could not do what was asked. Nothing is half done.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such job.
    #[error("there is no job {id}")]
    NoJob {
        /// Its id.
        id: i64,
    },
    /// There is no such revision.
    #[error("job {id} has no revision {rev}")]
    NoRevision {
        /// Id of the job.
        id: i64,
        /// Number of the revision.
        rev: i64,
    },
    /// Somebody else saved in between.
    #[error("somebody saved revision {current} in between")]
    Conflict {
        /// The newest revision.
        current: i64,
    },
    /// The job is at its first revision.
    #[error("there is nothing to undo")]
    NothingToUndo,
    /// The job is signed, or cannot be.
    #[error(transparent)]
    Frozen(#[from] jovek_core::record::FrozenError),
    /// A picture is too large.
    #[error("the picture has {bytes} bytes, more than {most}; make it smaller")]
    TooLarge {
        /// Its bytes.
        bytes: usize,
        /// Most bytes.
        most: usize,
    },
    /// A job has too many pictures.
    #[error("the job has {most} pictures already")]
    TooMany {
        /// Most pictures.
        most: i64,
    },
    /// Nothing was undone.
    #[error("there is nothing to redo")]
    NothingToRedo,
    /// The file may not be written.
    #[error("{place} cannot be written: give this user write permission on it and on its folder")]
    ReadOnly {
        /// The file.
        place: String,
    },
    /// Another program holds the file.
    #[error("{place} is held by another program: close that one, then try again")]
    Locked {
        /// The file.
        place: String,
    },
    /// No room on the disk.
    #[error("no room left on the disk for {place}: make room, then save again; nothing was lost")]
    DiskFull {
        /// The file.
        place: String,
    },
    /// The file is damaged.
    #[error("the database is damaged ({what}): restore the newest backup with `jovek restore`")]
    Damaged {
        /// What SQLite found.
        what: String,
    },
    /// The file cannot be opened at all.
    #[error("{place} cannot be opened ({what}): check the path and its folder")]
    CannotOpen {
        /// The file.
        place: String,
        /// What SQLite says.
        what: String,
    },
    /// A newer program wrote the file.
    #[error("the database was written by a newer Jovek: use that one ({what})")]
    Newer {
        /// What the migration says.
        what: String,
    },
    /// A stored job cannot be read.
    #[error("job {id}, revision {rev} cannot be read: {what}")]
    BadBody {
        /// Id of the job.
        id: i64,
        /// Number of the revision.
        rev: i64,
        /// Why.
        what: String,
    },
    /// The file to restore into exists.
    #[error("{path} exists already: move it away first; nothing was changed")]
    Exists {
        /// The file.
        path: String,
    },
    /// A job that could not be read again is not stored.
    #[error("the job is not kept as it would be now: {what}. Nothing was changed")]
    Unstorable {
        /// Why it could not be read again.
        what: String,
    },
    /// The file went away, or another one stands under its name.
    #[error(
        "{place} was moved, deleted or replaced while Jovek runs: stop Jovek, put the right file back, start it again; \
         what you just sent is not safely kept"
    )]
    Moved {
        /// The file.
        place: String,
    },
    /// A database that another program made.
    #[error("{place} is a database of another program: nothing was changed; name another file")]
    Foreign {
        /// The file.
        place: String,
    },
    /// A file without anything in it.
    #[error("{place} is empty: it is no backup and no database")]
    Empty {
        /// The file.
        place: String,
    },
    /// The job was deleted.
    #[error("job {id} was deleted: bring it back in the yard first")]
    Deleted {
        /// Its id.
        id: i64,
    },
    /// The file to restore from does not exist.
    #[error("{path} does not exist")]
    Missing {
        /// The file.
        path: String,
    },
    /// Anything else that SQLite says.
    #[error("database: {0}")]
    Sqlite(rusqlite::Error),
}

const THE_FILE: &str = "the database";

impl From<rusqlite::Error> for StoreError {
    fn from(e: rusqlite::Error) -> Self {
        let place = THE_FILE.to_owned();
        match e.sqlite_error_code() {
            Some(ErrorCode::ReadOnly | ErrorCode::PermissionDenied) => {
                StoreError::ReadOnly { place }
            }
            Some(ErrorCode::DatabaseBusy | ErrorCode::DatabaseLocked) => {
                StoreError::Locked { place }
            }
            Some(ErrorCode::DiskFull) => StoreError::DiskFull { place },
            Some(ErrorCode::DatabaseCorrupt | ErrorCode::NotADatabase) => {
                StoreError::Damaged { what: e.to_string() }
            }
            Some(ErrorCode::CannotOpen) => StoreError::CannotOpen { place, what: e.to_string() },
            _ => StoreError::Sqlite(e),
        }
    }
}

impl StoreError {
    pub(crate) fn opening(path: &Path, e: &rusqlite::Error) -> Self {
        StoreError::CannotOpen { place: path.display().to_string(), what: e.to_string() }
    }

    /// What the system says of a file.
    pub(crate) fn file(path: &Path, e: &std::io::Error) -> Self {
        let place = path.display().to_string();
        match e.kind() {
            std::io::ErrorKind::StorageFull => StoreError::DiskFull { place },
            std::io::ErrorKind::PermissionDenied => StoreError::ReadOnly { place },
            _ => StoreError::CannotOpen { place, what: e.to_string() },
        }
    }

    pub(crate) fn migration(e: rusqlite_migration::Error) -> Self {
        match e {
            rusqlite_migration::Error::RusqliteError { err, .. } => err.into(),
            other => StoreError::Newer { what: other.to_string() },
        }
    }

    /// Names the file in the message.
    pub(crate) fn at(self, path: &Path) -> Self {
        let name = path.display().to_string();
        match self {
            StoreError::ReadOnly { .. } => StoreError::ReadOnly { place: name },
            StoreError::Locked { .. } => StoreError::Locked { place: name },
            StoreError::DiskFull { .. } => StoreError::DiskFull { place: name },
            StoreError::CannotOpen { what, .. } => StoreError::CannotOpen { place: name, what },
            StoreError::Damaged { what } => StoreError::Damaged { what: format!("{name}: {what}") },
            other => other,
        }
    }
}
