//! Answers that were worked out already: of a revision, or of a text that was sent. The same job always has the same
//! answers.

use crate::answer_parts::AnswerParts;
use crate::compute::Compute;
use crate::problem::Problem;
use axum::body::Bytes;
use jovek_core::answers::Begun;
use jovek_core::job::Job;
use jovek_core::work::KnownJob;
use jovek_store::JobRow;
use quick_cache::sync::{Cache, DefaultLifecycle};
use quick_cache::{DefaultHashBuilder, OptionsBuilder, Weighter};
use sha2::{Digest, Sha256};
use std::collections::VecDeque;
use std::sync::{Arc, Mutex, OnceLock};

/// Bytes of answers that are kept; those asked for least go first.
const MOST_BYTES: u64 = 12_000_000;
/// Each is kept as it is sent, alone and with its job, and as it was made, which is about twice that.
const TIMES: u64 = 4;
/// Answers that were begun and wait to be finished: each page asks for the rest at once.
const MOST_BEGUN: usize = 4;
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
pub(crate) struct Answered {
    kept: Arc<Cache<Of, Kept, ByLength>>,
    begun: Arc<Mutex<VecDeque<(Of, Begun)>>>,
}

/// Answers in the parts that are sent, and the job that they are of.
#[derive(Debug, Clone)]
pub(crate) struct Kept {
    pub(crate) parts: Arc<AnswerParts>,
    /// The whole job as it is sent, once it was.
    pub(crate) sent: Arc<OnceLock<Bytes>>,
    /// The job with its answers and steps.
    pub(crate) known: Arc<KnownJob>,
}

impl Kept {
    /// Writes the answers as they are sent.
    pub(crate) fn new(known: KnownJob) -> Result<Kept, Problem> {
        let parts = Arc::new(AnswerParts::new(known.answers())?);
        Ok(Kept { parts, sent: Arc::default(), known: Arc::new(known) })
    }

    /// The same answers, for a revision that they were not sent with yet.
    pub(crate) fn of_another(self) -> Kept {
        Kept { sent: Arc::default(), ..self }
    }
}

/// Weighs answers by their length.
#[derive(Debug, Clone)]
struct ByLength;

impl Weighter<Of, Kept> for ByLength {
    fn weight(&self, _: &Of, kept: &Kept) -> u64 {
        TIMES * kept.parts.len() as u64
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
        Answered { kept: Arc::new(cache), begun: Arc::default() }
    }
}

impl Answered {
    /// What is known of a revision.
    pub(crate) fn known(&self, job: i64, rev: i64) -> Option<Kept> {
        self.kept.get(&Of::Revision { job, rev })
    }

    /// Keeps answers that are known already.
    pub(crate) fn keep(&self, of: Of, answers: Kept) {
        self.kept.insert(of, answers);
    }

    /// The answers to a job. Who asks while they are worked out waits for the same ones.
    pub(crate) async fn to(
        &self,
        of: Of,
        job: impl FnOnce() -> Result<Job, Problem>,
        compute: &Compute,
    ) -> Result<Kept, Problem> {
        let made = async {
            if let Some(begun) = self.begun(&of) {
                return compute.short(move || Kept::new(KnownJob::of(begun))).await?;
            }
            let job = job()?;
            compute.short(move || Kept::new(KnownJob::new(job))).await?
        };
        self.kept.get_or_insert_async(&of, made).await
    }

    /// What a page draws first of the answers to a text, with one circuit; all of them are finished when they are asked
    /// for.
    pub(crate) async fn first(
        &self,
        text: &str,
        circuit: String,
        job: impl FnOnce() -> Result<Job, Problem>,
        compute: &Compute,
    ) -> Result<AnswerParts, Problem> {
        let of = Of::text(text);
        if let Some(kept) = self.kept.get(&of) {
            let first = move || AnswerParts::first(kept.known.answers(), &circuit);
            return compute.short(first).await?;
        }
        let job = job()?;
        let first = move || {
            let begun = Begun::new(job);
            let parts = AnswerParts::first(begun.answers(), &circuit)?;
            Ok::<_, Problem>((begun, parts))
        };
        let (begun, parts) = compute.short(first).await??;
        let mut held = self.begun.lock().unwrap_or_else(|e| e.into_inner());
        if held.len() == MOST_BEGUN {
            held.pop_front();
        }
        held.push_back((of, begun));
        Ok(parts)
    }

    /// Takes what was begun of some answers; none where nobody did, or others came after.
    fn begun(&self, of: &Of) -> Option<Begun> {
        // Only whole entries are put in: a panic elsewhere leaves them sound.
        let mut held = self.begun.lock().unwrap_or_else(|e| e.into_inner());
        let at = held.iter().position(|(begun, _)| begun == of)?;
        held.remove(at).map(|(_, begun)| begun)
    }
}
