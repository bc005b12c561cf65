//! Ids, one type for each kind of thing.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

macro_rules! id {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(
            Debug, Clone, Default, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
        )]
        #[serde(transparent)]
        pub struct $name(pub String);

        impl From<&str> for $name {
            fn from(text: &str) -> Self {
                $name(text.to_owned())
            }
        }

        impl std::fmt::Display for $name {
            fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
                f.write_str(&self.0)
            }
        }
    };
}

id! {
    /// A lamp circuit of the job.
    CircuitId
}
id! {
    /// A group of equal lights in a circuit.
    LightId
}
id! {
    /// A housing with several lamps.
    HousingId
}
id! {
    /// A factory circuit.
    FactoryId
}
id! {
    /// A check that a reading answers, such as `c1.lamp_v`.
    CheckId
}
id! {
    /// A switch that is added.
    SwitchId
}
id! {
    /// A saved state of the vehicle.
    StateId
}
id! {
    /// A place of the vehicle's skeleton.
    PlaceId
}
id! {
    /// A connector that wires of a job go through.
    PlugId
}
id! {
    /// A step of the work, such as `pull.c1`.
    StepId
}
id! {
    /// A way between two places.
    WayId
}
