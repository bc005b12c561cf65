//! Answers that were worked out already: of a revision, or of a text that was sent. The same job always has the same
//! answers.

use crate::compute::{Compute, failed};
use crate::problem::Problem;
use axum::body::Bytes;
use jovek_core::job::Job;
use jovek_core::work::KnownJob;
use jovek_store::JobRow;
use quick_cache::sync::{Cache, DefaultLifecycle};
use quick_cache::{DefaultHashBuilder, OptionsBuilder, Weighter};
use serde::Serialize;
use serde_json::value::RawValue;
use sha2::{Digest, Sha256};
use std::sync::{Arc, OnceLock};

/// Bytes of answers that are kept; those asked for least go first.
const MOST_BYTES: u64 = 12_000_000;
/// Each is kept as it is sent, alone and with its job, and as it was made, which is about twice that.
const TIMES: u64 = 4;
/// About how many that are: a job of some circuits has 200 kB of answers.
const ABOUT: usize = 15;

/// Whose answers.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub(crate) enum Of {
    /// A revision of a stored job: what is stored is never changed.
    Revision {
        /// The job.
        job: i64,
        /// The revision.
        rev: i64,
    },
    /// A text that was sent, by its SHA-256.
    Text([u8; 32]),
}

impl Of {
    /// A revision.
    pub(crate) fn revision(row: &JobRow) -> Of {
        Of::Revision { job: row.id, rev: row.rev }
    }

    /// A text.
    pub(crate) fn text(text: &str) -> Of {
        Of::Text(Sha256::digest(text).into())
    }
}

/// The answers that are kept.
#[derive(Clone)]
pub(crate) struct Answered(Arc<Cache<Of, Kept, ByLength>>);

/// Answers as they are sent, and the job that they are of.
#[derive(Debug, Clone)]
pub(crate) struct Kept {
    json: Arc<RawValue>,
    /// The whole job as it is sent, once it was.
    pub(crate) sent: Arc<OnceLock<Bytes>>,
    /// The job with its answers and steps.
    pub(crate) known: Arc<KnownJob>,
}

impl Kept {
    /// Writes the answers as they are sent.
    pub(crate) fn new(known: KnownJob) -> Result<Kept, Problem> {
        let json = serde_json::value::to_raw_value(known.answers());
        let json = json.map_err(|e| failed(&e.to_string()))?.into();
        Ok(Kept { json, sent: Arc::default(), known: Arc::new(known) })
    }
}

impl Serialize for Kept {
    fn serialize<S: serde::Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        self.json.serialize(to)
    }
}

/// Weighs answers by their length.
#[derive(Debug, Clone)]
struct ByLength;

impl Weighter<Of, Kept> for ByLength {
    fn weight(&self, _: &Of, kept: &Kept) -> u64 {
        TIMES * kept.json.get().len() as u64
    }
}

impl Default for Answered {
    fn default() -> Self {
        // In one piece, half of it for what just came: a smaller part would not take the answers to a large job.
        let options = OptionsBuilder::new()
            .shards(1)
            .estimated_items_capacity(ABOUT)
            .weight_capacity(MOST_BYTES)
            .hot_allocation(0.5)
            .build();
        let cache = match options {
            Ok(options) => Cache::with_options(
                options,
                ByLength,
                DefaultHashBuilder::default(),
                DefaultLifecycle::default(),
            ),
            Err(_) => unreachable!("all that options need is given"),
        };
        Answered(Arc::new(cache))
    }
}

impl Answered {
    /// What is known of a revision.
    pub(crate) fn known(&self, job: i64, rev: i64) -> Option<Kept> {
        self.0.get(&Of::Revision { job, rev })
    }

    /// Keeps answers that are known already.
    pub(crate) fn keep(&self, of: Of, answers: Kept) {
        self.0.insert(of, answers);
    }

    /// The answers to a job. Who asks while they are worked out waits for the same ones.
    pub(crate) async fn to(
        &self,
        of: Of,
        job: impl FnOnce() -> Result<Job, Problem>,
        compute: &Compute,
    ) -> Result<Kept, Problem> {
        let made = async {
            let job = job()?;
            compute.short(move || Kept::new(KnownJob::new(job))).await?
        };
        self.0.get_or_insert_async(&of, made).await
    }
}
