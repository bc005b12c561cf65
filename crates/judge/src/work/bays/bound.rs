//! What no plan can beat: it is told beside the plan, so that nobody looks for a better one that is not there.

use super::workshop::{Shopfloor, Skill};
use super::{Vehicle, Waiting};
use strum::IntoEnumIterator;

/// The earliest moment at which any plan can be done, from `start` on: all hands at work without a pause, those who may do a
/// kind of work at that work alone, and for each vehicle its longest chain, what cures in it included. Source: the usual
/// lower bounds of a shop (machine load and longest path), as in any text on scheduling, recalled from memory.
pub(super) fn earliest(vehicles: &[Vehicle], shop: &Shopfloor, start: f64) -> f64 {
    let steps = || vehicles.iter().flat_map(|v| &v.steps);
    let hands = &shop.workshop.hands;
    let all: f64 = steps().map(|s| s.minutes).sum();
    let mut bound = shop.later(start, all / hands.len() as f64);
    for skill in Skill::iter() {
        let own: f64 = steps().filter(|s| s.skill == skill).map(|s| s.minutes).sum();
        let may = hands.iter().filter(|h| h.may(skill)).count();
        bound = bound.max(shop.later(start, own / may.max(1) as f64));
    }
    for vehicle in vehicles {
        // Over nights what cures costs no hours: the chain is held against the clock with it, and against the hours
        // without.
        let with_rests = vehicle.steps.iter().map(|s| s.earliest.max(start) + s.minutes + s.tail);
        bound = with_rests.fold(bound, f64::max);
        bound = bound.max(shop.later(start, longest(&vehicle.steps)));
    }
    bound
}

/// Minutes of work of the longest chain.
fn longest(steps: &[Waiting]) -> f64 {
    let mut until: Vec<f64> = Vec::with_capacity(steps.len());
    for step in steps {
        // Needs point back in the order.
        let ready = step.needs.iter().filter_map(|&(k, _)| until.get(k)).copied();
        until.push(ready.fold(0.0, f64::max) + step.minutes);
    }
    until.into_iter().fold(0.0, f64::max)
}
