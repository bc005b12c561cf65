//! Where a job stands: in the yard, put aside, or deleted.

/// Where a job stands.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub enum Standing {
    /// In the yard.
    #[default]
    InYard,
    /// Put aside, since when.
    Aside(String),
    /// Deleted, since when: gone for good [`crate::KEPT_DAYS`] later.
    Deleted(String),
}

impl Standing {
    pub(crate) fn of(aside_at: Option<String>, deleted_at: Option<String>) -> Standing {
        match (deleted_at, aside_at) {
            (Some(at), _) => Standing::Deleted(at),
            (None, Some(at)) => Standing::Aside(at),
            (None, None) => Standing::InYard,
        }
    }
}
