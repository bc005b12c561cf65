//! Packing of pieces onto reels: which piece comes off which, so that few are opened and little is left.

/// Tries of the exact search before it gives up.
const MOST_TRIES: usize = 200_000;

/// Pieces by their lengths in mm on reels of one length: for each reel the indices of its pieces.
#[derive(Debug, Clone, PartialEq)]
pub struct Plan {
    /// Pieces of each reel.
    pub reels: Vec<Vec<usize>>,
    /// Fewest reels that any plan can do with.
    pub least: usize,
    /// Pieces that are longer than a reel.
    pub too_long: Vec<usize>,
}

/// Fewest reels that can do: the larger of two bounds. All lengths together; and, for every part p of a
/// reel, each piece longer than reel − p alone, each longer than half of it too, and what is between p and
/// half in the room that is left. Source: Martello and Toth, bin packing bound L2, recalled from memory.
pub fn least_reels(lengths_mm: &[u32], reel_mm: u32) -> usize {
    let reel = u64::from(reel_mm);
    let total: u64 = lengths_mm.iter().map(|&l| u64::from(l)).sum();
    let mut best = total.div_ceil(reel.max(1)) as usize;
    let mut parts: Vec<u32> = lengths_mm.iter().copied().filter(|&l| l <= reel_mm / 2).collect();
    parts.push(0);
    parts.sort_unstable();
    parts.dedup();
    for &p in &parts {
        let alone = lengths_mm.iter().filter(|&&l| l > reel_mm - p).count() as u64;
        let big: Vec<u64> = lengths_mm
            .iter()
            .filter(|&&l| l <= reel_mm - p && l > reel_mm / 2)
            .map(|&l| u64::from(l))
            .collect();
        let small: u64 =
            lengths_mm.iter().filter(|&&l| l >= p && l <= reel_mm / 2).map(|&l| u64::from(l)).sum();
        let room = big.len() as u64 * reel - big.iter().sum::<u64>();
        let more = small.saturating_sub(room).div_ceil(reel.max(1));
        best = best.max((alone + big.len() as u64 + more) as usize);
    }
    best
}

/// Plans pieces onto reels. The longest first, each where it leaves least; where that takes more reels than
/// the bound, an exact search tries to save one after the other, as far as its patience goes.
pub fn plan(lengths_mm: &[u32], reel_mm: u32) -> Plan {
    let (fits, too_long): (Vec<usize>, Vec<usize>) =
        (0..lengths_mm.len()).partition(|&k| lengths_mm[k] <= reel_mm);
    let mut order = fits;
    order.sort_by_key(|&k| (std::cmp::Reverse(lengths_mm[k]), k));
    let held: Vec<u32> = order.iter().map(|&k| lengths_mm[k]).collect();
    let least = least_reels(&held, reel_mm);
    let mut best = best_fit(&held, reel_mm);
    while best.len() > least {
        match exact(&held, vec![reel_mm; best.len() - 1]) {
            Some(better) => best = better,
            None => break,
        }
    }
    let reels = best.into_iter().map(|r| r.into_iter().map(|k| order[k]).collect()).collect();
    Plan { reels, least, too_long }
}

/// How many new reels pieces need beside what is left on one that was begun, and the fewest that any plan can do with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct NewReels {
    /// New reels.
    pub reels: usize,
    /// Fewest that any plan needs: all lengths together, less what is left.
    pub least: usize,
    /// Length of the pieces that fit on none: they are bought by the piece, mm.
    pub too_long_mm: u64,
}

/// New reels for pieces, where one reel was begun and has `begun_mm` left. The longest first, each where it leaves least;
/// where that takes more than the bound, an exact search tries to save one after the other.
pub fn new_reels(lengths_mm: &[u32], begun_mm: u32, reel_mm: u32) -> NewReels {
    let mut sorted = lengths_mm.to_vec();
    sorted.sort_unstable_by(|a, b| b.cmp(a));
    // What is longer than a reel comes off the one that was begun, or off none.
    let (long, held) = sorted.split_at(sorted.partition_point(|&l| l > reel_mm));
    let (mut begun_mm, mut too_long_mm) = (begun_mm, 0);
    for &length in long {
        match begun_mm.checked_sub(length) {
            Some(left) => begun_mm = left,
            None => too_long_mm += u64::from(length),
        }
    }
    let total: u64 = held.iter().map(|&l| u64::from(l)).sum();
    let least = total.saturating_sub(begun_mm.into()).div_ceil(u64::from(reel_mm).max(1)) as usize;
    let mut reels = best_fit_after(held, begun_mm, reel_mm).len() - 1;
    while reels > least {
        let mut left = vec![reel_mm; reels - 1];
        left.insert(0, begun_mm);
        if exact(held, left).is_none() {
            break;
        }
        reels -= 1;
    }
    NewReels { reels, least, too_long_mm }
}

/// Each piece onto the reel where it leaves least; lengths stand longest first.
fn best_fit(lengths_mm: &[u32], reel_mm: u32) -> Vec<Vec<usize>> {
    let mut reels = best_fit_after(lengths_mm, 0, reel_mm);
    reels.remove(0);
    reels
}

/// The same, where a reel was begun: the first of them.
fn best_fit_after(lengths_mm: &[u32], begun_mm: u32, reel_mm: u32) -> Vec<Vec<usize>> {
    let mut reels: Vec<(u32, Vec<usize>)> = vec![(begun_mm, Vec::new())];
    for (k, &length) in lengths_mm.iter().enumerate() {
        let tightest = reels.iter_mut().filter(|(left, _)| *left >= length).min_by_key(|(l, _)| *l);
        match tightest {
            Some((left, pieces)) => {
                *left -= length;
                pieces.push(k);
            }
            None => reels.push((reel_mm - length, vec![k])),
        }
    }
    reels.into_iter().map(|(_, pieces)| pieces).collect()
}

/// All pieces on reels that have so much left, found by trying; none where there is no way or patience ends.
fn exact(lengths_mm: &[u32], mut left: Vec<u32>) -> Option<Vec<Vec<usize>>> {
    let mut on = vec![Vec::new(); left.len()];
    let mut tries = 0;
    fits(lengths_mm, 0, &mut left, &mut on, &mut tries).then_some(on)
}

fn fits(
    lengths_mm: &[u32],
    at: usize,
    left: &mut [u32],
    on: &mut [Vec<usize>],
    tries: &mut usize,
) -> bool {
    let Some(&length) = lengths_mm.get(at) else { return true };
    let mut tried: Vec<u32> = Vec::new();
    for r in 0..left.len() {
        // Reels with the same rest are the same reel.
        if left[r] < length || tried.contains(&left[r]) {
            continue;
        }
        *tries += 1;
        if *tries > MOST_TRIES {
            return false;
        }
        tried.push(left[r]);
        left[r] -= length;
        on[r].push(at);
        if fits(lengths_mm, at + 1, left, on, tries) {
            return true;
        }
        left[r] += length;
        on[r].pop();
    }
    false
}
