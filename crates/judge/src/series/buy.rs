//! What is still to be bought for the vehicles of a series that have no parts yet: all their parts lists less what lies on
//! the shelf and is not kept for others, in whole packs and reels.

use super::has_its_parts;
use crate::harness::parts::PartOf;
use crate::stock::estimate::{amount, cents};
use crate::stock::{Reserved, StockLine};
use crate::work::KnownJob;
use jovek_base::packing::new_reels;
use jovek_base::units::Units;
use jovek_job::Job;
use jovek_phrases::series as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// A part that vehicles need.
#[derive(Debug, Clone, PartialEq)]
pub struct Need {
    /// What it is.
    pub of: PartOf,
    /// Its group in the parts list.
    pub group: &'static str,
    /// The part.
    pub part: String,
    /// How much, in the unit of the parts list.
    pub quantity: f64,
    /// Pieces that are cut of it, m; empty for what is not cut.
    pub pieces_m: Vec<f64>,
}

/// What the vehicles that have no parts yet need together, in the order of the parts list.
pub fn needs<'a>(vehicles: impl IntoIterator<Item = &'a KnownJob>) -> Vec<Need> {
    let mut out: Vec<Need> = Vec::new();
    for known in vehicles.into_iter().filter(|known| !has_its_parts(known)) {
        let answers = known.answers();
        let cut: Vec<_> = answers.cuts.iter().filter(|c| c.is_cut_once(&answers.cuts)).collect();
        for line in &answers.parts {
            let own = cut.iter().filter(|c| line.of == PartOf::Wire && c.stock_text() == line.part);
            let pieces: Vec<f64> = own.map(|c| c.length_m).collect();
            match out.iter_mut().find(|need| need.part == line.part && need.of == line.of) {
                Some(need) => {
                    need.quantity += line.quantity;
                    need.pieces_m.extend(pieces);
                }
                None => out.push(Need {
                    of: line.of,
                    group: line.group,
                    part: line.part.clone(),
                    quantity: line.quantity,
                    pieces_m: pieces,
                }),
            }
        }
    }
    out.sort_by(|a, b| (a.of, &a.part).cmp(&(b.of, &b.part)));
    out
}

/// Which of the vehicles that have no parts yet follow an older issue than the newest, in words; empty where none does. Who
/// buys or cuts for an older issue does it for the wrong plan.
pub fn behind_text<'a>(vehicles: impl IntoIterator<Item = &'a KnownJob>, newest: i64) -> String {
    let left = vehicles.into_iter().filter(|known| !has_its_parts(known)).map(KnownJob::job);
    let follows = |job: &&Job| job.follows.as_ref().is_some_and(|f| f.issue < newest);
    let units: Vec<&str> = left.filter(follows).map(|job| job.unit.as_str()).collect();
    match units.len() {
        0 => String::new(),
        count => say::some_follow_an_older_issue(&count, &newest, &units.join(", ")),
    }
}

/// A part of the purchase.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BuyLine {
    /// Its group in the parts list.
    pub group: &'static str,
    /// The part.
    pub part: String,
    /// Needed, in the unit of the parts list: pieces, or m.
    pub needed: f64,
    /// On the shelf.
    pub held: f64,
    /// Of that, what is kept for others.
    pub reserved: f64,
    /// To buy, in whole packs.
    pub to_buy: f64,
    /// Packs of that; none where it is bought one by one.
    pub packs: Option<usize>,
    /// Needed, as the shop measures it.
    pub needed_text: String,
    /// On the shelf.
    pub held_text: String,
    /// Kept for others; empty where nothing is.
    pub reserved_text: String,
    /// To buy: `2 × 25.00 m`; empty where nothing is.
    pub to_buy_text: String,
    /// What the reels come to, against the fewest that any plan needs; empty but for wire that is bought.
    pub reels_text: String,
    /// Cost of what is bought; none where nobody knows the price.
    pub cost: Option<f64>,
}

/// What a series still needs.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Purchase {
    /// Part by part, in the order of the parts list.
    pub lines: Vec<BuyLine>,
    /// Cost of all that is bought and has a price.
    pub cost: f64,
    /// Parts that are bought and have no price.
    pub unpriced: usize,
}

/// What is to be bought. `reserved` is kept for others; a reel of wire without a pack of its own has `reel_m`. What the
/// shelf holds of a wire is taken as one length: two rests of 3 m give no piece of 5 m, so the shop counts what lies on
/// one reel. Common practice.
pub fn purchase(
    needs: &[Need],
    stock: &[StockLine],
    reserved: &Reserved,
    (reel_m, units): (f64, Units),
) -> Purchase {
    let mut free = BTreeMap::new();
    let lines: Vec<BuyLine> = needs
        .iter()
        .map(|need| {
            let is_by_length = need.of.is_by_length();
            let line = stock.iter().find(|line| line.part == need.part);
            let held = line.map_or(0.0, |line| line.held_listed(is_by_length));
            let kept = reserved.get(&need.part).copied().unwrap_or(0.0).min(held);
            // Two parts lists of one name share the shelf in their order.
            let left: &mut f64 = free.entry(need.part.as_str()).or_insert(held - kept);
            let mine = *left;
            *left = (mine - need.quantity).max(0.0);
            let pack = line.and_then(|line| line.pack_listed(is_by_length));
            let bought = bought(need, mine, pack, reel_m);
            let say = |value| amount(value, need.of, units);
            let price = line.and_then(|line| line.price_listed(is_by_length));
            BuyLine {
                group: need.group,
                part: need.part.clone(),
                needed: cents(need.quantity),
                held,
                reserved: kept,
                to_buy: bought.quantity,
                packs: bought.packs.map(|(packs, _)| packs),
                needed_text: say(need.quantity),
                held_text: say(held),
                reserved_text: if kept > 0.0 { say(kept) } else { String::new() },
                to_buy_text: match bought.packs {
                    _ if bought.quantity <= 0.0 => String::new(),
                    Some((packs, pack)) => say::packs_of(&packs, &say(pack)),
                    None => say(bought.quantity),
                },
                reels_text: match bought.least_reels {
                    Some((reels, least)) if reels > 1 => say::reels_at_least(&reels, &least),
                    _ => String::new(),
                },
                cost: price.map(|each| cents(each * bought.quantity)),
            }
        })
        .collect();
    let buys = || lines.iter().filter(|line| line.to_buy > 0.0);
    Purchase {
        cost: cents(buys().filter_map(|line| line.cost).sum()),
        unpriced: buys().filter(|line| line.cost.is_none()).count(),
        lines,
    }
}

/// What can be kept for them of what they need: what the shelf holds and is not kept for others.
pub fn keepable(needs: &[Need], stock: &[StockLine], reserved: &Reserved) -> Reserved {
    let mut out = Reserved::new();
    for need in needs {
        let Some(line) = stock.iter().find(|line| line.part == need.part) else { continue };
        let others = reserved.get(&need.part).copied().unwrap_or(0.0);
        let free = (line.held_listed(need.of.is_by_length()) - others).max(0.0);
        let kept = out.entry(need.part.clone()).or_insert(0.0);
        *kept = cents((*kept + need.quantity).min(free));
    }
    out.retain(|_, quantity| *quantity > 0.0);
    out
}

/// What is bought of a part.
struct Bought {
    quantity: f64,
    /// How many packs, and what is in one.
    packs: Option<(usize, f64)>,
    /// New reels, and the fewest that any plan needs.
    least_reels: Option<(usize, usize)>,
}

fn bought(need: &Need, free: f64, pack: Option<f64>, reel_m: f64) -> Bought {
    let mm = |m: f64| (m * 1000.0).round() as u32;
    if need.of == PartOf::Wire && !need.pieces_m.is_empty() {
        let reel = pack.unwrap_or(reel_m);
        let pieces: Vec<u32> = need.pieces_m.iter().map(|&m| mm(m)).collect();
        let new = new_reels(&pieces, mm(free), mm(reel));
        let by_piece = new.too_long_mm as f64 / 1000.0;
        return Bought {
            quantity: cents(new.reels as f64 * reel + by_piece),
            packs: (by_piece <= 0.0).then_some((new.reels, reel)),
            least_reels: Some((new.reels, new.least)),
        };
    }
    let missing = (need.quantity - free).max(0.0);
    match pack {
        Some(pack) => {
            // A hair of a pack, left by the arithmetic, is none.
            let packs = (missing / pack - 1e-9).ceil().max(0.0) as usize;
            let packed = Some((packs, pack));
            Bought { quantity: cents(packs as f64 * pack), packs: packed, least_reels: None }
        }
        None => Bought { quantity: cents(missing), packs: None, least_reels: None },
    }
}

/// The purchase as CSV, in the shop's own units: what is bought, and what the shelf gives.
pub fn buy_csv(purchase: &Purchase) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record(["group", "part", "needed", "held", "reserved", "to_buy", "cost"]);
    for line in &purchase.lines {
        let cost = line.cost.filter(|_| line.to_buy > 0.0);
        let _ = out.write_record([
            line.group.to_owned(),
            jovek_base::csv::cell(&line.part),
            line.needed_text.clone(),
            line.held_text.clone(),
            line.reserved_text.clone(),
            line.to_buy_text.clone(),
            cost.map_or_else(String::new, |c| format!("{c:.2}")),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
