//! Sparse LDLᵀ for the solver's symmetric matrices.
//!
//! A harness is nearly a tree. Taking nodes out by minimum degree then leaves almost no fill, so
//! factor and solve cost about as many steps as there are elements. The pattern is worked out once
//! for a network and reused for every Newton step and state.

/// Where a matrix entry lives in the factor.
#[derive(Debug, Clone, Copy)]
pub(super) enum Slot {
    /// On the diagonal, by elimination position.
    Diagonal(u32),
    /// Below the diagonal, by index into the factor's values.
    Below(u32),
}

/// Elimination order and fill pattern of a symmetric matrix.
#[derive(Debug)]
pub(super) struct Pattern {
    /// Elimination position of each unknown.
    position: Vec<u32>,
    /// Start of each column in `rows`.
    starts: Vec<u32>,
    /// Rows below the diagonal, ascending within each column.
    rows: Vec<u32>,
    /// For each column, for each pair of its rows: where the update lands.
    updates: Vec<Slot>,
    update_starts: Vec<u32>,
}

impl Pattern {
    /// Finds order and fill for `n` unknowns and the given off-diagonal pairs.
    pub(super) fn new(n: usize, pairs: &[(u32, u32)]) -> Self {
        let mut adjacent: Vec<Vec<u32>> = vec![Vec::new(); n];
        for &(a, b) in pairs {
            adjacent[a as usize].push(b);
            adjacent[b as usize].push(a);
        }
        for list in &mut adjacent {
            list.sort_unstable();
            list.dedup();
        }
        let (order, reached) = minimum_degree(adjacent);
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
            Pattern { position, starts, rows, updates: Vec::new(), update_starts: Vec::new() };
        pattern.plan_updates(n);
        pattern
    }

    fn plan_updates(&mut self, n: usize) {
        self.update_starts.push(0);
        for column in 0..n {
            let range = self.column(column);
            for j in range.clone() {
                for i in j..range.end {
                    let (low, high) = (self.rows[j], self.rows[i]);
                    let slot = self.slot_at(low, high);
                    self.updates.push(slot);
                }
            }
            self.update_starts.push(self.updates.len() as u32);
        }
    }

    fn column(&self, column: usize) -> std::ops::Range<usize> {
        self.starts[column] as usize..self.starts[column + 1] as usize
    }

    fn slot_at(&self, low: u32, high: u32) -> Slot {
        if low == high {
            return Slot::Diagonal(low);
        }
        let range = self.column(low as usize);
        let offset = self.rows[range.clone()].binary_search(&high).unwrap_or_default();
        Slot::Below((range.start + offset) as u32)
    }

    /// Where the entry of two unknowns lives. The pair must be one given to [`Pattern::new`], or
    /// twice the same unknown.
    pub(super) fn slot(&self, a: u32, b: u32) -> Slot {
        let (a, b) = (self.position[a as usize], self.position[b as usize]);
        self.slot_at(a.min(b), a.max(b))
    }

    pub(super) fn len(&self) -> usize {
        self.position.len()
    }
}

/// Takes out the unknown with the fewest live neighbours, again and again.
/// Returns the order and, for each step, the neighbours that were live then.
fn minimum_degree(mut adjacent: Vec<Vec<u32>>) -> (Vec<u32>, Vec<Vec<u32>>) {
    let n = adjacent.len();
    let mut degree: Vec<usize> = adjacent.iter().map(Vec::len).collect();
    let mut alive = vec![true; n];
    let mut buckets: Vec<Vec<u32>> = Vec::new();
    let file = |buckets: &mut Vec<Vec<u32>>, degree: usize, unknown: u32| {
        if buckets.len() <= degree {
            buckets.resize(degree + 1, Vec::new());
        }
        buckets[degree].push(unknown);
    };
    for unknown in (0..n as u32).rev() {
        file(&mut buckets, degree[unknown as usize], unknown);
    }
    let (mut order, mut reached) = (Vec::with_capacity(n), Vec::with_capacity(n));
    let mut lowest = 0;
    while order.len() < n {
        let Some(unknown) = buckets.get_mut(lowest).and_then(Vec::pop) else {
            lowest += 1;
            continue;
        };
        // Entries are left behind when a degree changes; only the current one counts.
        if !alive[unknown as usize] || degree[unknown as usize] != lowest {
            continue;
        }
        alive[unknown as usize] = false;
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
            file(&mut buckets, degree[a as usize], a);
            lowest = lowest.min(degree[a as usize]);
        }
        order.push(unknown);
        reached.push(live);
    }
    (order, reached)
}

/// Values of a matrix with a given [`Pattern`], factored in place.
#[derive(Debug)]
pub(super) struct Factor {
    diagonal: Vec<f64>,
    below: Vec<f64>,
}

impl Factor {
    pub(super) fn new(pattern: &Pattern) -> Self {
        Factor { diagonal: vec![0.0; pattern.len()], below: vec![0.0; pattern.rows.len()] }
    }

    pub(super) fn clear(&mut self) {
        self.diagonal.fill(0.0);
        self.below.fill(0.0);
    }

    pub(super) fn add(&mut self, slot: Slot, value: f64) {
        match slot {
            Slot::Diagonal(i) => self.diagonal[i as usize] += value,
            Slot::Below(i) => self.below[i as usize] += value,
        }
    }

    /// Factors; false when the matrix is not positive definite, which for a circuit means that the
    /// point is not a stable one.
    pub(super) fn factor(&mut self, pattern: &Pattern) -> bool {
        for column in 0..pattern.len() {
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

    /// Solves for a right-hand side by unknown; the answer takes its place.
    pub(super) fn solve(&self, pattern: &Pattern, rhs: &mut [f64]) {
        let n = pattern.len();
        let mut x = vec![0.0; n];
        for (unknown, &at) in pattern.position.iter().enumerate() {
            x[at as usize] = rhs[unknown];
        }
        for column in 0..n {
            let value = x[column];
            for j in pattern.column(column) {
                x[pattern.rows[j] as usize] -= self.below[j] * value;
            }
        }
        for column in (0..n).rev() {
            let mut value = x[column] / self.diagonal[column];
            for j in pattern.column(column) {
                value -= self.below[j] * x[pattern.rows[j] as usize];
            }
            x[column] = value;
        }
        for (unknown, &at) in pattern.position.iter().enumerate() {
            rhs[unknown] = x[at as usize];
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn solves_a_ring_with_a_tail() {
        // Unknowns 0-1-2-3 in a ring, 4 on 0: small enough to check by multiplying back.
        let pairs = [(0, 1), (1, 2), (2, 3), (3, 0), (0, 4)];
        let pattern = Pattern::new(5, &pairs);
        let mut factor = Factor::new(&pattern);
        let mut dense = [[0.0; 5]; 5];
        for (i, row) in dense.iter_mut().enumerate() {
            row[i] = 4.0 + i as f64;
            factor.add(pattern.slot(i as u32, i as u32), row[i]);
        }
        for (k, &(a, b)) in pairs.iter().enumerate() {
            let value = -1.0 - 0.1 * k as f64;
            dense[a as usize][b as usize] = value;
            dense[b as usize][a as usize] = value;
            factor.add(pattern.slot(a, b), value);
        }
        assert!(factor.factor(&pattern));
        let rhs = [1.0, -2.0, 3.0, 0.5, 7.0];
        let mut x = rhs;
        factor.solve(&pattern, &mut x);
        for (row, wanted) in dense.iter().zip(rhs) {
            let back: f64 = row.iter().zip(x).map(|(a, x)| a * x).sum();
            assert!((back - wanted).abs() < 1e-12, "{back} for {wanted}");
        }
    }

    #[test]
    fn a_tree_has_no_fill() {
        let pairs: Vec<(u32, u32)> = (1..1000).map(|i| ((i - 1) / 2, i)).collect();
        assert_eq!(Pattern::new(1000, &pairs).rows.len(), pairs.len());
    }

    #[test]
    fn an_indefinite_matrix_is_refused() {
        let pattern = Pattern::new(2, &[(0, 1)]);
        let mut factor = Factor::new(&pattern);
        factor.add(pattern.slot(0, 0), 1.0);
        factor.add(pattern.slot(1, 1), 1.0);
        factor.add(pattern.slot(0, 1), 2.0);
        assert!(!factor.factor(&pattern));
    }
}
