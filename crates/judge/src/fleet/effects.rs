//! What a difference between two plans of one vehicle does: sizes, parts, and what the proof says.

use crate::answers::{Answers, CircuitAnswer};
use crate::harness::parts::PartOf;
use crate::proof::Proof;
use jovek_base::grade::Grade;
use jovek_phrases::fleet as say;
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};
use utoipa::ToSchema;

/// What differs between two plans of a vehicle, line by line; each list is empty where nothing does.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct Effects {
    /// Circuits that come or go, and their sizes.
    pub sizes: Vec<String>,
    /// Parts, by how many.
    pub parts: Vec<String>,
    /// What holds no more, or holds again: wishes, wires fed backwards, grave single failures, findings.
    pub proof: Vec<String>,
}

/// A plan with what was worked out of it.
#[derive(Debug, Clone, Copy)]
pub struct Judged<'a> {
    /// Its answers.
    pub answers: &'a Answers,
    /// Its proof.
    pub proof: &'a Proof,
}

/// What differs from one plan to another.
pub fn effects(before: Judged, after: Judged) -> Effects {
    Effects {
        sizes: sizes(before.answers, after.answers),
        parts: parts(before.answers, after.answers),
        proof: proof(before, after),
    }
}

fn sizes(before: &Answers, after: &Answers) -> Vec<String> {
    let find = |of: &[CircuitAnswer], id| of.iter().position(|c| c.id == id);
    let gone = before.circuits.iter().filter(|c| find(&after.circuits, c.id.clone()).is_none());
    let gone = gone.map(|c| say::circuit_goes(&c.name));
    let other = after.circuits.iter().filter_map(|c| {
        let Some(was) = find(&before.circuits, c.id.clone()).map(|k| &before.circuits[k]) else {
            return Some(say::circuit_comes(&c.name, &c.headline));
        };
        (was.headline != c.headline)
            .then(|| say::headline_instead_of(&c.name, &c.headline, &was.headline))
    });
    gone.chain(other).collect()
}

fn parts(before: &Answers, after: &Answers) -> Vec<String> {
    let (was, is) = (amounts(before), amounts(after));
    let names: BTreeSet<_> = was.keys().chain(is.keys()).collect();
    let of = |list: &Amounts, name| list.get(name).copied().unwrap_or(say::none_of_it()).to_owned();
    names
        .into_iter()
        .map(|name| (name, of(&was, name), of(&is, name)))
        .filter(|(_, was, is)| was != is)
        .map(|((_, name), was, is)| say::part_instead_of(&name, &is, &was))
        .collect()
}

/// Quantities by what a part is and how it is called: a lamp and its holder may have one name.
type Amounts<'a> = BTreeMap<(PartOf, &'a str), &'a str>;

fn amounts(of: &Answers) -> Amounts<'_> {
    of.parts.iter().map(|p| ((p.of, p.part.as_str()), p.quantity_text.as_str())).collect()
}

/// What is wrong in one and not in the other.
fn proof(before: Judged, after: Judged) -> Vec<String> {
    let (was, is) = (wrong(before), wrong(after));
    let new = is.difference(&was).map(|what| say::proof_now(what));
    let gone = was.difference(&is).map(|what| say::proof_no_longer(what));
    new.chain(gone).collect()
}

/// All that a proof and the findings have against a plan.
fn wrong(of: Judged) -> BTreeSet<String> {
    let Judged { answers, proof } = of;
    let mut out = BTreeSet::new();
    out.extend(proof.wishes.iter().filter(|w| w.missed > 0).map(|w| say::wish_missed(&w.name)));
    out.extend(proof.backfeeds.iter().map(|b| say::wire_fed_backwards(&b.wire)));
    out.extend(proof.buzzers.iter().map(|b| b.says.clone()));
    out.extend(proof.unsolved.iter().map(|u| u.says.clone()));
    let grave = proof.failures.iter().filter(|f| f.grade.is_some());
    out.extend(grave.map(|f| say::failure_does(&f.name, &f.kind_text, &f.effects.join(" "))));
    let found = answers.findings.iter().filter(|f| f.grade != Grade::Mind);
    out.extend(found.map(|f| f.title.clone()));
    out
}
