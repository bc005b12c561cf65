//! When a lamp function is lit: the wish, built from plain pieces.

use crate::ids::SwitchId;
use crate::signal::Signal;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Position of a switch that counts as on.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum Position {
    /// On, pressed, or the upper position of a three-way switch.
    #[default]
    On,
    /// The lower position of a three-way switch.
    Down,
}

/// How a switch works.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum SwitchKind {
    /// Stays where it is put.
    #[default]
    OnOff,
    /// On only while it is pressed.
    Momentary,
    /// Up, middle (off) and down.
    ThreeWay,
    /// On-off with a dimmer behind it.
    Dimmer,
    /// A radio remote to a controller box.
    Remote,
    /// A plunger that is on while a door, a lid or the bonnet stands open.
    Lid,
}

/// A switch that is added and that several circuits may use.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Switch {
    /// Id within the job.
    pub id: SwitchId,
    /// What the fitter calls it.
    pub name: String,
    /// How it works.
    #[serde(default)]
    pub kind: SwitchKind,
}

/// When the lights of a circuit should be lit.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Wish {
    /// By a switch of their own.
    #[default]
    OwnSwitch,
    /// While a signal of the vehicle is on.
    With(Signal),
    /// While a signal of the towing vehicle is on.
    Towing(Signal),
    /// While a switch of the job stands in a position.
    Switch {
        /// Which switch.
        id: SwitchId,
        /// Which position.
        #[serde(default)]
        position: Position,
    },
    /// While at least one of these holds.
    #[schema(no_recursion)]
    Any(Vec<Wish>),
    /// While all of these hold.
    #[schema(no_recursion)]
    All(Vec<Wish>),
    /// While this does not hold.
    #[schema(no_recursion)]
    Not(Box<Wish>),
    /// As the first says, but only while the second holds.
    #[schema(no_recursion)]
    OnlyWhile {
        /// What turns it on.
        lit: Box<Wish>,
        /// What must hold too.
        #[serde(rename = "while")]
        condition: Box<Wish>,
    },
    /// While this holds and for some seconds after.
    #[schema(no_recursion)]
    After {
        /// What turns it on.
        lit: Box<Wish>,
        /// How long it stays on afterwards, s.
        seconds: f64,
    },
    /// While this holds, until the battery is low.
    #[schema(no_recursion)]
    UntilLow(Box<Wish>),
    /// From a moment of the first until the second holds.
    #[schema(no_recursion)]
    Held {
        /// What turns it on.
        from: Box<Wish>,
        /// What turns it off.
        until: Box<Wish>,
    },
}

impl Wish {
    /// The pieces directly inside this one.
    pub fn inner(&self) -> Vec<&Wish> {
        match self {
            Wish::OwnSwitch | Wish::With(_) | Wish::Towing(_) | Wish::Switch { .. } => Vec::new(),
            Wish::Any(list) | Wish::All(list) => list.iter().collect(),
            Wish::Not(w) | Wish::UntilLow(w) => vec![w],
            Wish::OnlyWhile { lit, condition } => vec![lit, condition],
            Wish::After { lit, .. } => vec![lit],
            Wish::Held { from, until } => vec![from, until],
        }
    }

    /// This piece and all pieces inside it, outermost first.
    pub fn pieces(&self) -> Vec<&Wish> {
        let mut out = vec![self];
        let mut at = 0;
        while at < out.len() {
            let inner = out[at].inner();
            out.extend(inner);
            at += 1;
        }
        out
    }

    /// The single signal of the own vehicle that it follows, where it is no more than that.
    pub fn only_signal(&self) -> Option<Signal> {
        match self {
            Wish::With(signal) => Some(*signal),
            Wish::Any(list) | Wish::All(list) if list.len() == 1 => list[0].only_signal(),
            _ => None,
        }
    }

    /// The signals of the own vehicle of which any lights it, where it is no more than that.
    pub fn only_signals(&self) -> Option<Vec<Signal>> {
        match self {
            Wish::With(signal) => Some(vec![*signal]),
            Wish::All(list) if list.len() == 1 => list[0].only_signals(),
            Wish::Any(list) if !list.is_empty() => {
                let each: Option<Vec<_>> = list.iter().map(Wish::only_signals).collect();
                Some(each?.concat())
            }
            _ => None,
        }
    }

    /// True for a hold.
    pub fn is_held(&self) -> bool {
        matches!(self, Wish::Held { .. })
    }

    /// True where a single switch turns it on and off.
    pub fn is_switch_alone(&self) -> bool {
        matches!(self, Wish::OwnSwitch)
    }
}
