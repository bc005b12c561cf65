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
        match exact(&held, reel_mm, best.len() - 1) {
            Some(better) => best = better,
            None => break,
        }
    }
    let reels = best.into_iter().map(|r| r.into_iter().map(|k| order[k]).collect()).collect();
    Plan { reels, least, too_long }
}

/// Each piece onto the reel where it leaves least; lengths stand longest first.
fn best_fit(lengths_mm: &[u32], reel_mm: u32) -> Vec<Vec<usize>> {
    let mut reels: Vec<(u32, Vec<usize>)> = Vec::new();
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

/// All pieces on so many reels, found by trying; none where there is no way or patience ends.
fn exact(lengths_mm: &[u32], reel_mm: u32, reels: usize) -> Option<Vec<Vec<usize>>> {
    let mut left = vec![reel_mm; reels];
    let mut on = vec![Vec::new(); reels];
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
