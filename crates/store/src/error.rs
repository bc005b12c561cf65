//! What can go wrong with the store, and how to mend it.

use jovek_phrases::fleet as say_fleet;
use jovek_phrases::people as say_people;
use jovek_phrases::store as say;
use rusqlite::ErrorCode;
use std::path::Path;

/// Why the store could not do what was asked. Nothing is half done.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such job.
    #[error("{}", say::there_is_no_job(.id))]
    NoJob {
        /// Its id.
        id: i64,
    },
    /// There is no such revision.
    #[error("{}", say::job_has_no_revision(.id, .rev))]
    NoRevision {
        /// Id of the job.
        id: i64,
        /// Number of the revision.
        rev: i64,
    },
    /// Somebody else saved in between.
    #[error("{}", say::somebody_saved_revision_in_between(.current))]
    Conflict {
        /// The newest revision.
        current: i64,
    },
    /// The job is at its first revision.
    #[error("{}", say::there_is_nothing_to_undo())]
    NothingToUndo,
    /// The job is signed, or cannot be.
    #[error(transparent)]
    Frozen(#[from] jovek_core::record::FrozenError),
    /// A picture is too large.
    #[error("{}", say::the_picture_has_bytes(.bytes, .most))]
    TooLarge {
        /// Its bytes.
        bytes: usize,
        /// Most bytes.
        most: usize,
    },
    /// A job has too many pictures.
    #[error("{}", say::the_job_has_pictures_already(.most))]
    TooMany {
        /// Most pictures.
        most: i64,
    },
    /// Nothing was undone.
    #[error("{}", say::there_is_nothing_to_redo())]
    NothingToRedo,
    /// The file may not be written.
    #[error("{}", say::cannot_be_written_give_this_user(.place))]
    ReadOnly {
        /// The file.
        place: String,
    },
    /// Another program holds the file.
    #[error("{}", say::is_held_by_another_program_close(.place))]
    Locked {
        /// The file.
        place: String,
    },
    /// No room on the disk.
    #[error("{}", say::no_room_left_on_the_disk(.place))]
    DiskFull {
        /// The file.
        place: String,
    },
    /// The file is damaged.
    #[error("{}", say::the_database_is_damaged_restore(.what))]
    Damaged {
        /// What SQLite found.
        what: String,
    },
    /// The file cannot be opened at all.
    #[error("{}", say::cannot_be_opened_check_the_path(.place, .what))]
    CannotOpen {
        /// The file.
        place: String,
        /// What SQLite says.
        what: String,
    },
    /// A newer program wrote the file.
    #[error("{}", say::the_database_was_written(.what))]
    Newer {
        /// What the migration says.
        what: String,
    },
    /// A stored job cannot be read.
    #[error("{}", say::job_revision_cannot_be_read(.id, .rev, .what))]
    BadBody {
        /// Id of the job.
        id: i64,
        /// Number of the revision.
        rev: i64,
        /// Why.
        what: String,
    },
    /// There is no such vehicle.
    #[error("{}", say_fleet::there_is_no_vehicle(.id))]
    NoVehicle {
        /// Its id.
        id: i64,
    },
    /// There is no such kit, or no such issue of it.
    #[error("{}", say_fleet::there_is_no_kit(.id))]
    NoKit {
        /// Its number.
        id: i64,
    },
    /// There is no such recall, or a job is not on it.
    #[error("{}", say_fleet::there_is_no_recall(.id))]
    NoRecall {
        /// Its number.
        id: i64,
    },
    /// There is no such person.
    #[error("{}", say_people::there_is_no_person(.id))]
    NoPerson {
        /// Their number.
        id: i64,
    },
    /// Another person is called so.
    #[error("{}", say_people::name_is_taken(.name))]
    NameTaken {
        /// The name.
        name: String,
    },
    /// Nobody would be left who lets people in.
    #[error("{}", say_people::last_lead())]
    LastLead,
    /// An invitation was never made, was taken already, or its time is over.
    #[error("{}", say_people::no_invitation())]
    NoInvitation,
    /// Another vehicle is called so.
    #[error("{}", say_fleet::unit_is_taken(.unit))]
    UnitTaken {
        /// The unit.
        unit: String,
    },
    /// A vehicle with jobs is not taken out of the register.
    #[error("{}", say_fleet::it_has_jobs(&jobs_text(*.jobs)))]
    VehicleHasJobs {
        /// How many.
        jobs: i64,
    },
    /// The file to restore into exists.
    #[error("{}", say::exists_already_move_it_away_first(.path))]
    Exists {
        /// The file.
        path: String,
    },
    /// A job that could not be read again is not stored.
    #[error("{}", say::the_job_is_not_kept(.what))]
    Unstorable {
        /// Why it could not be read again.
        what: String,
    },
    /// The file went away, or another one stands under its name.
    #[error("{}", say::was_moved_deleted_or_replaced_while(.place))]
    Moved {
        /// The file.
        place: String,
    },
    /// A database that another program made.
    #[error("{}", say::is_a_database_of_another_program(.place))]
    Foreign {
        /// The file.
        place: String,
    },
    /// A file without anything in it.
    #[error("{}", say::is_empty_it_is_no_backup(.place))]
    Empty {
        /// The file.
        place: String,
    },
    /// The job was deleted.
    #[error("{}", say::job_was_deleted_bring_it_back(.id))]
    Deleted {
        /// Its id.
        id: i64,
    },
    /// The file to restore from does not exist.
    #[error("{}", say::does_not_exist(.path))]
    Missing {
        /// The file.
        path: String,
    },
    /// Anything else that SQLite says.
    #[error("{}", say::database(.0))]
    Sqlite(rusqlite::Error),
}

impl From<rusqlite::Error> for StoreError {
    fn from(e: rusqlite::Error) -> Self {
        let place = say::the_database().to_owned();
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

fn jobs_text(jobs: i64) -> String {
    if jobs == 1 { say_fleet::one_job().to_owned() } else { say_fleet::jobs(&jobs) }
}
