//! Reading and writing the job file: JSON, canonical, every fault with its place and remedy.

use crate::limits::{self, JobFault};
use crate::{FORMAT_VERSION, Job, older};
use jovek_phrases::job as say;

/// Largest job file that is read, bytes.
pub const MAX_JOB_BYTES: usize = 2_000_000;

/// Why a job file was refused. Nothing is changed then.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum JobError {
    /// The file is larger than any job.
    #[error("{}", say::the_file_has_bytes(.bytes, &MAX_JOB_BYTES))]
    TooLarge {
        /// Its size.
        bytes: usize,
    },
    /// Not JSON at all, or cut off.
    #[error("{}", say::not_readable_as_json_at_line(.line, .column, .what))]
    NotJson {
        /// Line, from 1.
        line: usize,
        /// Column, from 1.
        column: usize,
        /// What the reader met.
        what: String,
    },
    /// A file of a later program.
    #[error("{}", say::the_file_has_format_this_program(.found, &FORMAT_VERSION))]
    FutureVersion {
        /// The version in the file.
        found: u64,
    },
    /// JSON, but without the mark of a job.
    #[error("{}", say::this_is_json())]
    NotAJob,
    /// A field that is unknown, missing or of the wrong kind.
    #[error("{path}: {what}")]
    WrongField {
        /// Place in the file, such as `circuits[0].run.supply[1].zone`.
        path: String,
        /// What is wrong.
        what: String,
    },
    /// Figures that no vehicle has.
    #[error("{}", list(.0))]
    Figures(Vec<JobFault>),
}

fn list(faults: &[JobFault]) -> String {
    faults.iter().map(ToString::to_string).collect::<Vec<_>>().join("; ")
}

impl Job {
    /// Reads a job file.
    ///
    /// # Errors
    /// [`JobError`], with the place and the remedy.
    pub fn read(text: &str) -> Result<Job, JobError> {
        if text.len() > MAX_JOB_BYTES {
            return Err(JobError::TooLarge { bytes: text.len() });
        }
        // A byte-order mark is harmless and common.
        let text = text.trim_start_matches('\u{feff}');
        // A file of today's form is read straight, in a third of the time. Any other is read field by field: to be brought
        // up, or to say where it is wrong.
        match serde_json::from_str::<Job>(text) {
            Ok(job) if job.jovek == FORMAT_VERSION => return job.sound(),
            _ => {}
        }
        let mut value: serde_json::Value = serde_json::from_str(text).map_err(|e| {
            JobError::NotJson { line: e.line(), column: e.column(), what: e.to_string() }
        })?;
        match value.get("jovek") {
            None => return Err(JobError::NotAJob),
            Some(version) => match version.as_u64() {
                Some(found) if found > u64::from(FORMAT_VERSION) => {
                    return Err(JobError::FutureVersion { found });
                }
                Some(1 | 2) => {}
                _ => {
                    return Err(JobError::WrongField {
                        path: "jovek".into(),
                        what: say::the_format_version_must(&FORMAT_VERSION),
                    });
                }
            },
        }
        older::brought_up(&mut value);
        let job: Job = serde_path_to_error::deserialize(value).map_err(|e| {
            JobError::WrongField { path: e.path().to_string(), what: e.inner().to_string() }
        })?;
        job.sound()
    }

    fn sound(self) -> Result<Job, JobError> {
        let faults = limits::faults(&self);
        if faults.is_empty() { Ok(self) } else { Err(JobError::Figures(faults)) }
    }

    /// The canonical text: fixed order, two spaces, one newline at the end. The same job always
    /// gives the same bytes.
    pub fn write(&self) -> String {
        // A job holds only strings, finite numbers and plain enums, which always serialise.
        let mut text = serde_json::to_string_pretty(self).unwrap_or_default();
        text.push('\n');
        text
    }
}
