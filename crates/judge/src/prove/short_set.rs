//! The few readings that tell most for their seconds.
//!
//! The two drops under load, to the farthest lamp and back from it, see every joint and wire on the way, far more sharply
//! than volts at the lamp, which move with the battery; the current sees every lamp that is out or wrong; a hand at
//! the joints sees what comes and goes; nothing but a look sees lamps that flash apart. On the whole vehicle one try of each function sees what is fed by the wrong
//! wire, and the key-off current what never sleeps. Everything else says where a loss is, once one of these is off. That they find as much is tried on random vehicles (`short_set.rs` among the tests).

use crate::prove::checks::{Check, Quantity};
use crate::prove::figures::Proving;
use crate::prove::hand::SEQUENCE;
use jovek_phrases::prove as say;
use jovek_plan::inputs::Assignment;

/// What a reading takes, s. Common practice: leads placed and read, a clamp set and zeroed, something tried by hand.
pub(super) fn seconds(quantity: Quantity) -> f64 {
    match quantity {
        Quantity::V => 30.0,
        Quantity::A => 60.0,
        Quantity::Ohm => 45.0,
        Quantity::YesNo => 20.0,
    }
}

/// Kinds of reading that are in it, by the end of their id.
const SHORT: [&str; 12] = [
    "rest_v",
    "before_a",
    "current_a",
    "feed_v",
    "ground_v",
    "wiggle",
    "in_step",
    "charges",
    "contact_v",
    "coded",
    "key_off_a",
    "swap_works",
];

/// Marks the checks of the short set.
pub(super) fn choose(proving: &Proving, checks: &mut [Check]) {
    let tried = tried(proving);
    let keys: Vec<String> =
        tried.iter().map(|&a| proving.inputs.keys(proving.job, a).join("+")).collect();
    for check in checks.iter_mut() {
        let kind = check.id.0.rsplit_once('.').map_or("", |(_, kind)| kind);
        check.is_short = match check.id.0.strip_prefix(SEQUENCE) {
            Some(on) => keys.iter().any(|k| k == on),
            None => SHORT.contains(&kind),
        };
    }
}

/// Nothing, and each circuit lit once in every way that lights it by itself.
fn tried(proving: &Proving) -> Vec<Assignment> {
    let mut out = vec![Assignment::NONE];
    for (chain, _) in proving.installed.parts {
        for &a in &chain.lit_by {
            if !out.contains(&a) {
                out.push(a);
            }
        }
    }
    out
}

/// How long the short set takes, in whole minutes.
pub fn short_minutes_text(checks: &[Check]) -> String {
    let seconds: f64 = checks.iter().filter(|c| c.is_short).map(|c| c.seconds).sum();
    format!("{:.0} min", (seconds / 60.0).ceil())
}

/// What the short set leaves open, each as a sentence.
pub fn left_open(checks: &[Check]) -> Vec<&'static str> {
    let has = |end: &str| checks.iter().any(|c| !c.is_short && c.id.0.ends_with(end));
    [
        (has(".fuse_pull"), say::that_each_fuse_puts_out()),
        (has(".source_off_v"), say::that_a_factory_wire_is_dead()),
        (has(".load_ohm"), say::a_feed_shorted_to_the_frame()),
        (!checks.is_empty(), say::a_joint_that_opens_only_warm()),
    ]
    .into_iter()
    .filter(|(is, _)| *is)
    .map(|(_, says)| says)
    .collect()
}
