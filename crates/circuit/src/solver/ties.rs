//! Nodes tied together by ideal sources, and islands that do not reach the reference.

use crate::devices::Device;
use crate::network::{Network, NetworkError};

/// One pinned unknown for each island that does not reach the reference, and which unknowns float.
pub(super) fn islands(n: usize, ends: &[(u32, Option<u32>, Option<u32>)]) -> (Vec<u32>, Vec<bool>) {
    let mut sets = Sets::new(n + 1);
    for &(_, from, to) in ends {
        let at = |u: Option<u32>| u.map_or(n, |u| u as usize);
        sets.join(at(from), at(to));
    }
    let ground = sets.find(n);
    let mut pinned = Vec::new();
    let mut roots = std::collections::HashSet::new();
    let mut floating = vec![false; n];
    for (u, float) in floating.iter_mut().enumerate() {
        let root = sets.find(u);
        *float = root != ground;
        if *float && roots.insert(root) {
            pinned.push(u as u32);
        }
    }
    (pinned, floating)
}

/// Sets that can be joined (union by halving paths).
pub(super) struct Sets {
    parent: Vec<usize>,
}

impl Sets {
    pub(super) fn new(n: usize) -> Self {
        Sets { parent: (0..n).collect() }
    }

    pub(super) fn find(&mut self, mut a: usize) -> usize {
        while self.parent[a] != a {
            self.parent[a] = self.parent[self.parent[a]];
            a = self.parent[a];
        }
        a
    }

    pub(super) fn join(&mut self, a: usize, b: usize) {
        let (a, b) = (self.find(a), self.find(b));
        self.parent[a] = b;
    }
}

/// Nodes tied by ideal sources: a common root and each node's offset from it.
pub(super) struct SourceGroups {
    pub(super) root: Vec<u32>,
    pub(super) offset_v: Vec<f64>,
}

impl SourceGroups {
    pub(super) fn new(net: &Network) -> Result<Self, NetworkError> {
        let n = net.node_names().len();
        let mut links: Vec<Vec<(usize, f64)>> = vec![Vec::new(); n];
        let mut sets = Sets::new(n);
        for element in net.elements() {
            let Device::VoltageSource { volt_v } = element.device else { continue };
            let (from, to) = (element.from.index(), element.to.index());
            if from == to {
                return Err(NetworkError::SourceShorted { element: element.name.clone() });
            }
            if sets.find(from) == sets.find(to) {
                return Err(NetworkError::SourceLoop { element: element.name.clone() });
            }
            sets.join(from, to);
            links[from].push((to, -volt_v));
            links[to].push((from, volt_v));
        }
        let (mut root, mut offset_v) = (vec![u32::MAX; n], vec![0.0; n]);
        for start in 0..n {
            if root[start] != u32::MAX {
                continue;
            }
            root[start] = start as u32;
            let mut todo = vec![start];
            while let Some(node) = todo.pop() {
                for &(other, step_v) in &links[node] {
                    if root[other] == u32::MAX {
                        root[other] = start as u32;
                        offset_v[other] = offset_v[node] + step_v;
                        todo.push(other);
                    }
                }
            }
        }
        Ok(SourceGroups { root, offset_v })
    }
}

/// Currents of ideal sources from what the other elements leave over, leaf by leaf.
pub(super) fn source_currents(net: &Network, element_a: &mut [f64]) {
    let n = net.node_names().len();
    let mut out_a = vec![0.0; n];
    let mut open: Vec<Vec<usize>> = vec![Vec::new(); n];
    for (i, e) in net.elements().iter().enumerate() {
        if matches!(e.device, Device::VoltageSource { .. }) {
            open[e.from.index()].push(i);
            open[e.to.index()].push(i);
        } else {
            out_a[e.from.index()] += element_a[i];
            out_a[e.to.index()] -= element_a[i];
        }
    }
    // The reference is never a leaf: it takes whatever is left.
    let mut leaves: Vec<usize> = (1..n).filter(|&node| open[node].len() == 1).collect();
    while let Some(node) = leaves.pop() {
        let Some(&i) = open[node].first() else { continue };
        let e = &net.elements()[i];
        let forward = e.from.index() == node;
        let other = if forward { e.to.index() } else { e.from.index() };
        element_a[i] = if forward { -out_a[node] } else { out_a[node] };
        out_a[other] += out_a[node];
        open[node].clear();
        open[other].retain(|&k| k != i);
        if other != 0 && open[other].len() == 1 {
            leaves.push(other);
        }
    }
}
