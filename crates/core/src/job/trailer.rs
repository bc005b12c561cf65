//! The connector between two vehicles.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A connector of trailers.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum ConnectorKind {
    /// 4-flat, North America.
    Flat4,
    /// 5-flat, North America.
    Flat5,
    /// 6-round, North America.
    Round6,
    /// 7-blade, SAE J2863.
    Blade7,
    /// 7-pin heavy duty, SAE J560.
    Heavy7,
    /// ISO 1724, 12N.
    Iso12n,
    /// ISO 3732, 12S.
    Iso12s,
    /// ISO 11446, 13-pin.
    Iso13,
    /// ISO 1185, 24N.
    Iso24n,
    /// ISO 7638, brake electronics.
    Iso7638,
}

/// Both halves of the connection.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrailerLink {
    /// The socket of the towing vehicle.
    pub socket: ConnectorKind,
    /// The plug of the trailer.
    pub plug: ConnectorKind,
    /// Below this current a module of the towing vehicle sees no trailer, A; none where nothing looks.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub seen_from_a: Option<f64>,
}
