//! Where a fact of the job is told: what is touched in a picture is changed there.

use jovek_job::{Section, WayId};
use serde::Serialize;
use utoipa::ToSchema;

/// What tells a piece of a circuit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
#[serde(tag = "of", rename_all = "snake_case")]
pub enum Fact {
    /// A section that was measured by itself.
    Section {
        /// Its place in the job, such as `circuits[0].run.supply[1]`.
        path: String,
    },
    /// A way on the skeleton.
    Way {
        /// Which one.
        way: WayId,
    },
    /// A length alone.
    Length {
        /// Its place in the job.
        path: String,
    },
    /// Where a part sits on the skeleton.
    Site {
        /// Its place in the job, such as `circuits[0].sites.fuse`.
        path: String,
    },
    /// A light.
    Light {
        /// Its place in the job, such as `circuits[0].lights[0]`.
        path: String,
    },
}

/// A section of a path with what tells it; none where it follows from the rest.
#[derive(Debug, Clone, PartialEq)]
pub struct ToldSection {
    /// The section.
    pub section: Section,
    /// What tells it.
    pub fact: Option<Fact>,
}
