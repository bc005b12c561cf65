//! Sparse LDLᵀ for the solver's symmetric matrices.
//!
//! A harness is nearly a tree. Taking nodes out by minimum degree then leaves almost no fill, so
//! factor and solve cost about as many steps as there are elements. The pattern is worked out once
//! for a network and reused for every Newton step and state.
//!
//! Rows and columns are numbered in the order of elimination. Unknowns that are marked late come
//! last, so that the others can be eliminated once and for all while the late ones still change.

use std::ops::Range;

/// Where a matrix entry lives in the factor.
#[derive(Debug, Clone, Copy)]
pub(super) enum Slot {
    /// On the diagonal.
    Diagonal(u32),
    /// Below the diagonal, by index into the factor's values.
    Below(u32),
}

/// Fill pattern of a symmetric matrix.
#[derive(Debug)]
pub(super) struct Pattern {
    n: usize,
    /// Columns before the first late one.
    inner: usize,
    /// Start of each column in `rows`.
    starts: Vec<u32>,
    /// Rows below the diagonal, ascending within each column.
    rows: Vec<u32>,
    /// For each column, for each pair of its rows: where the update lands.
    updates: Vec<Slot>,
    update_starts: Vec<u32>,
}

impl Pattern {
    /// Finds order and fill for unknowns with the given off-diagonal pairs; `late[u]` puts an
    /// unknown after all that are not. Returns the position of each unknown beside the pattern.
    pub(super) fn new(pairs: &[(u32, u32)], late: &[bool]) -> (Self, Vec<u32>) {
        let n = late.len();
        let mut adjacent: Vec<Vec<u32>> = vec![Vec::new(); n];
        for &(a, b) in pairs {
            adjacent[a as usize].push(b);
            adjacent[b as usize].push(a);
        }
        for list in &mut adjacent {
            list.sort_unstable();
            list.dedup();
        }
        let (order, reached, inner) = minimum_degree(adjacent, late);
        let mut position = vec![0u32; n];
        for (at, &unknown) in order.iter().enumerate() {
            position[unknown as usize] = at as u32;
        }
        let mut starts = Vec::with_capacity(n + 1);
        let mut rows = Vec::new();
        starts.push(0);
        for neighbours in &reached {
            let from = rows.len();
            rows.extend(neighbours.iter().map(|&u| position[u as usize]));
            rows[from..].sort_unstable();
            starts.push(rows.len() as u32);
        }
        let mut pattern =
            Pattern { n, inner, starts, rows, updates: Vec::new(), update_starts: Vec::new() };
        pattern.plan_updates();
        (pattern, position)
    }

    fn plan_updates(&mut self) {
        self.update_starts.push(0);
        for column in 0..self.n {
            let range = self.column(column);
            for j in range.clone() {
                for i in j..range.end {
                    let slot = self.slot(self.rows[j], self.rows[i]);
                    self.updates.push(slot);
                }
            }
            self.update_starts.push(self.updates.len() as u32);
        }
    }

    fn column(&self, column: usize) -> Range<usize> {
        self.starts[column] as usize..self.starts[column + 1] as usize
    }

    /// Where the entry of two positions lives. The pair must be one given to [`Pattern::new`], or
    /// twice the same.
    pub(super) fn slot(&self, a: u32, b: u32) -> Slot {
        let (low, high) = (a.min(b), a.max(b));
        if low == high {
            return Slot::Diagonal(low);
        }
        let range = self.column(low as usize);
        let offset = self.rows[range.clone()].binary_search(&high).unwrap_or_default();
        Slot::Below((range.start + offset) as u32)
    }

    /// Columns that can be eliminated once and for all while the late unknowns still change.
    pub(super) fn inner(&self) -> usize {
        self.inner
    }

    pub(super) fn len(&self) -> usize {
        self.n
    }
}

/// An unknown with more live neighbours than this waits with the late ones: a splice from which many lamps
/// hang would join them all if it were taken out before them.
const MOST_EARLY_NEIGHBOURS: usize = 8;

/// Takes out the unknown with the fewest live neighbours, again and again, the late ones last.
/// Returns the order, for each step the neighbours that were live then, and the steps before the first late one.
fn minimum_degree(mut adjacent: Vec<Vec<u32>>, late: &[bool]) -> (Vec<u32>, Vec<Vec<u32>>, usize) {
    let n = adjacent.len();
    let mut degree: Vec<usize> = adjacent.iter().map(Vec::len).collect();
    let mut alive = vec![true; n];
    // A late unknown is filed as if it had n more neighbours.
    let rank = |unknown: u32, degree: usize| {
        let waits = late[unknown as usize] || degree > MOST_EARLY_NEIGHBOURS;
        degree + if waits { n } else { 0 }
    };
    let mut buckets: Vec<Vec<u32>> = Vec::new();
    let file = |buckets: &mut Vec<Vec<u32>>, rank: usize, unknown: u32| {
        if buckets.len() <= rank {
            buckets.resize(rank + 1, Vec::new());
        }
        buckets[rank].push(unknown);
    };
    for unknown in (0..n as u32).rev() {
        file(&mut buckets, rank(unknown, degree[unknown as usize]), unknown);
    }
    let (mut order, mut reached) = (Vec::with_capacity(n), Vec::with_capacity(n));
    let mut lowest = 0;
    let mut inner = None;
    while order.len() < n {
        let Some(unknown) = buckets.get_mut(lowest).and_then(Vec::pop) else {
            lowest += 1;
            continue;
        };
        // Entries are left behind when a degree changes; only the current one counts.
        if !alive[unknown as usize] || rank(unknown, degree[unknown as usize]) != lowest {
            continue;
        }
        alive[unknown as usize] = false;
        let lowest_taken = lowest;
        let list = std::mem::take(&mut adjacent[unknown as usize]);
        let live: Vec<u32> = list.into_iter().filter(|&u| alive[u as usize]).collect();
        for (k, &a) in live.iter().enumerate() {
            for &b in &live[k + 1..] {
                let (short, long) = if adjacent[a as usize].len() <= adjacent[b as usize].len() {
                    (a, b)
                } else {
                    (b, a)
                };
                if !adjacent[short as usize].contains(&long) {
                    adjacent[a as usize].push(b);
                    adjacent[b as usize].push(a);
                    degree[a as usize] += 1;
                    degree[b as usize] += 1;
                }
            }
        }
        for &a in &live {
            degree[a as usize] -= 1;
            let rank = rank(a, degree[a as usize]);
            file(&mut buckets, rank, a);
            lowest = lowest.min(rank);
        }
        if lowest_taken >= n && inner.is_none() {
            inner = Some(order.len());
        }
        order.push(unknown);
        reached.push(live);
    }
    let inner = inner.unwrap_or(order.len());
    (order, reached, inner)
}

/// Values of a matrix with a given [`Pattern`], factored in place.
#[derive(Debug, Clone)]
pub(super) struct Factor {
    diagonal: Vec<f64>,
    below: Vec<f64>,
}

impl Factor {
    pub(super) fn new(pattern: &Pattern) -> Self {
        Factor { diagonal: vec![0.0; pattern.len()], below: vec![0.0; pattern.rows.len()] }
    }

    /// Takes over the columns from `first` on of another matrix of the same pattern.
    pub(super) fn copy_from(&mut self, other: &Factor, pattern: &Pattern, first: usize) {
        let start = pattern.starts[first] as usize;
        self.diagonal[first..].copy_from_slice(&other.diagonal[first..]);
        self.below[start..].copy_from_slice(&other.below[start..]);
    }

    pub(super) fn add(&mut self, slot: Slot, value: f64) {
        match slot {
            Slot::Diagonal(i) => self.diagonal[i as usize] += value,
            Slot::Below(i) => self.below[i as usize] += value,
        }
    }

    /// Eliminates columns; false when the matrix is not positive definite, which for a circuit
    /// means that the point is not a stable one.
    pub(super) fn eliminate(&mut self, pattern: &Pattern, columns: Range<usize>) -> bool {
        for column in columns {
            let pivot = self.diagonal[column];
            if pivot <= 0.0 || !pivot.is_finite() {
                return false;
            }
            let range = pattern.column(column);
            let mut update = pattern.update_starts[column] as usize;
            for j in range.clone() {
                let scaled = self.below[j] / pivot;
                for i in j..range.end {
                    let value = -scaled * self.below[i];
                    self.add(pattern.updates[update], value);
                    update += 1;
                }
            }
            for j in range {
                self.below[j] /= pivot;
            }
        }
        true
    }

    /// Carries a right-hand side through the elimination of columns.
    pub(super) fn forward(&self, pattern: &Pattern, columns: Range<usize>, rhs: &mut [f64]) {
        for column in columns {
            let value = rhs[column];
            for j in pattern.column(column) {
                rhs[pattern.rows[j] as usize] -= self.below[j] * value;
            }
        }
    }

    /// Turns a carried right-hand side into the answer, last column first.
    pub(super) fn backward(&self, pattern: &Pattern, columns: Range<usize>, x: &mut [f64]) {
        for column in columns.rev() {
            let mut value = x[column] / self.diagonal[column];
            for j in pattern.column(column) {
                value -= self.below[j] * x[pattern.rows[j] as usize];
            }
            x[column] = value;
        }
    }

    /// Takes matrix times `x` off `out`, for columns that are not eliminated yet.
    pub(super) fn take_product(
        &self,
        pattern: &Pattern,
        columns: Range<usize>,
        x: &[f64],
        out: &mut [f64],
    ) {
        for column in columns {
            out[column] -= self.diagonal[column] * x[column];
            for j in pattern.column(column) {
                let row = pattern.rows[j] as usize;
                out[row] -= self.below[j] * x[column];
                out[column] -= self.below[j] * x[row];
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A ring of four with a tail: small enough to check by multiplying back, with every choice of
    /// what is eliminated late.
    #[test]
    fn solves_a_ring_with_a_tail() {
        let pairs = [(0, 1), (1, 2), (2, 3), (3, 0), (0, 4)];
        for choice in 0..32u32 {
            let late: Vec<bool> = (0..5).map(|i| choice & (1 << i) != 0).collect();
            let early = late.iter().filter(|l| !**l).count();
            let (pattern, at) = Pattern::new(&pairs, &late);
            assert!((0..5).all(|i| late[i] == (at[i] as usize >= early)));
            let mut factor = Factor::new(&pattern);
            let mut dense = [[0.0; 5]; 5];
            for (i, row) in dense.iter_mut().enumerate() {
                row[i] = 4.0 + i as f64;
                factor.add(pattern.slot(at[i], at[i]), row[i]);
            }
            for (k, &(a, b)) in pairs.iter().enumerate() {
                let value = -1.0 - 0.1 * k as f64;
                dense[a as usize][b as usize] = value;
                dense[b as usize][a as usize] = value;
                factor.add(pattern.slot(at[a as usize], at[b as usize]), value);
            }
            let wanted = [1.0, -2.0, 3.0, 0.5, 7.0];
            let mut x = [0.0; 5];
            for i in 0..5 {
                x[at[i] as usize] = wanted[i];
            }
            assert!(factor.eliminate(&pattern, 0..early));
            factor.forward(&pattern, 0..early, &mut x);
            assert!(factor.eliminate(&pattern, early..5));
            factor.forward(&pattern, early..5, &mut x);
            factor.backward(&pattern, 0..5, &mut x);
            for (row, wanted) in dense.iter().zip(wanted) {
                let back: f64 = row.iter().zip(&at).map(|(a, at)| a * x[*at as usize]).sum();
                assert!((back - wanted).abs() < 1e-12, "{back} for {wanted}");
            }
        }
    }

    #[test]
    fn a_tree_has_no_fill() {
        let pairs: Vec<(u32, u32)> = (1..1000).map(|i| ((i - 1) / 2, i)).collect();
        assert_eq!(Pattern::new(&pairs, &[false; 1000]).0.rows.len(), pairs.len());
    }

    #[test]
    fn an_indefinite_matrix_is_refused() {
        let (pattern, _) = Pattern::new(&[(0, 1)], &[false; 2]);
        let mut factor = Factor::new(&pattern);
        factor.add(pattern.slot(0, 0), 1.0);
        factor.add(pattern.slot(1, 1), 1.0);
        factor.add(pattern.slot(0, 1), 2.0);
        assert!(!factor.eliminate(&pattern, 0..2));
    }
}
