//! The strip as a circuit: groups of LEDs between two rails, fed where leads meet it; solved, not averaged.

use jovek_circuit::devices::{BallastedLed, Device};
use jovek_circuit::{ElementId, Network, NodeId, SolveError, solve};

/// Where a lead meets the strip: before the group of that number, or behind the last.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Tap {
    /// Groups before it.
    pub before: usize,
    /// Resistance of the plus lead, ohm; none without one.
    pub plus_ohm: Option<f64>,
    /// Resistance of the minus lead, ohm.
    pub minus_ohm: Option<f64>,
}

/// Groups in a row.
#[derive(Debug, Clone, PartialEq)]
pub struct Ladder {
    /// Groups.
    pub groups: usize,
    /// One group.
    pub led: BallastedLed,
    /// Half a mark of one rail, ohm.
    pub half_ohm: f64,
    /// Lead between the group before and this one where two pieces meet, ohm each way; 0 within a piece.
    /// One for each group; the first is not used.
    pub gaps_ohm: Vec<f64>,
    /// Ways back beside each other: one, or one to each colour of a strip that mixes them, all lit.
    pub returns: usize,
}

/// Where the strip takes its power: an ideal source behind a resistance.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Source {
    /// Voltage, V.
    pub volt_v: f64,
    /// Resistance before splitter or fuse output, ohm.
    pub ohm: f64,
}

impl Ladder {
    /// Current of each group, A. `cuts` are the groups before which the strip is cut through.
    ///
    /// # Errors
    /// Where the circuit has no steady state.
    pub fn group_currents_a(
        &self,
        source: Source,
        taps: &[Tap],
        cuts: &[usize],
    ) -> Result<Vec<f64>, SolveError> {
        let mut net = Network::new();
        let supply = net.node("supply");
        let fed = net.node("fed");
        net.add("source", supply, NodeId::GROUND, Device::VoltageSource { volt_v: source.volt_v });
        net.add("before", supply, fed, Device::ohm(source.ohm.max(1e-9)));
        let rails: Vec<Vec<NodeId>> = [(fed, true), (NodeId::GROUND, false)]
            .into_iter()
            .map(|(pole, is_plus)| self.rail(&mut net, pole, is_plus, taps, cuts))
            .collect();
        let leds: Vec<ElementId> = (0..self.groups)
            .map(|k| {
                net.add(format!("g{k}"), rails[0][k], rails[1][k], Device::BallastedLed(self.led))
            })
            .collect();
        let solution = solve(&net)?;
        Ok(leds.into_iter().map(|led| solution.current_a(led)).collect())
    }

    /// One rail with its leads; the node of each group.
    fn rail(
        &self,
        net: &mut Network,
        pole: NodeId,
        is_plus: bool,
        taps: &[Tap],
        cuts: &[usize],
    ) -> Vec<NodeId> {
        let sign = if is_plus { "p" } else { "n" };
        // All colours lit alike, their rails and leads are at the same voltage: as many wires beside each other.
        let beside = if is_plus { 1.0 } else { self.returns.max(1) as f64 };
        let half_ohm = self.half_ohm / beside;
        let lead = |t: &Tap| if is_plus { t.plus_ohm } else { t.minus_ohm };
        let nodes: Vec<NodeId> =
            (0..self.groups).map(|k| net.node(&format!("{sign}{k}"))).collect();
        for at in 0..=self.groups {
            let here = taps.iter().filter(|t| t.before == at).filter_map(lead);
            let here: Vec<f64> = here.map(|ohm| ohm / beside).collect();
            let gap_ohm = self.gaps_ohm.get(at).copied().unwrap_or(0.0) / beside;
            let left = at.checked_sub(1).filter(|_| !cuts.contains(&at)).map(|k| nodes[k]);
            let right = nodes.get(at).copied();
            if here.is_empty() {
                if let (Some(a), Some(b)) = (left, right) {
                    let ohm = 2.0 * half_ohm + gap_ohm;
                    net.add(format!("{sign}r{at}"), a, b, Device::ohm(ohm));
                }
                continue;
            }
            let end = net.node(&format!("{sign}t{at}"));
            for (k, ohm) in here.into_iter().enumerate() {
                net.add(format!("{sign}l{at}-{k}"), pole, end, Device::ohm(ohm.max(1e-9)));
            }
            if let Some(a) = left {
                let ohm = half_ohm + gap_ohm;
                net.add(format!("{sign}a{at}"), a, end, Device::ohm(ohm));
            }
            if let Some(b) = right {
                net.add(format!("{sign}b{at}"), end, b, Device::ohm(half_ohm));
            }
        }
        nodes
    }
}
