//! A feed that could be used, with its reasons.

use jovek_base::source::Source;
use jovek_job::Feed;
use serde::Serialize;
use utoipa::ToSchema;

/// How good a feed is for a circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FeedVerdict {
    /// Does what is wished.
    Good,
    /// Works, with something to mind.
    Mind,
    /// Does not do what is wished, or must not be done.
    No,
}

/// One reason for or against a feed.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FeedReason {
    /// How it weighs.
    pub weighs: FeedVerdict,
    /// The reason.
    pub says: String,
    /// Where it comes from.
    pub source: Source,
}

/// A feed that could be used.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FeedOption {
    /// The feed.
    pub feed: Feed,
    /// As it is spoken.
    pub label: String,
    /// Its worst reason.
    pub verdict: FeedVerdict,
    /// All reasons, worst first.
    pub reasons: Vec<FeedReason>,
    /// True for the one that Jovek advises.
    pub is_advised: bool,
    /// True for the one in use.
    pub is_used: bool,
}

/// A feed with its reasons, the worst first; its verdict is the worst of them.
pub(crate) fn gather(feed: Feed, label: String, mut reasons: Vec<FeedReason>) -> FeedOption {
    reasons.sort_by_key(|r| std::cmp::Reverse(r.weighs));
    let verdict = reasons.iter().map(|r| r.weighs).max().unwrap_or(FeedVerdict::Good);
    FeedOption { feed, label, verdict, reasons, is_advised: false, is_used: false }
}
