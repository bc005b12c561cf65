//! A person with a meter on a vehicle that is simulated: reads what a check asks, by the words of the check. Put down
//! apart from the code that says what to expect.

use jovek_core::catalog::meter::{LEADS_OHM, OVERLOAD_OHM};
use jovek_core::circuit::devices::Battery;
use jovek_core::circuit::{Device, NodeId, Solution, Solver};
use jovek_core::job::{Job, SupplyState};
use jovek_core::plan::chain::LinkKind;
use jovek_core::plan::inputs::{Assignment, Input};
use jovek_core::plan::network::build::Situation;
use jovek_core::plan::study::Assessment;
use jovek_core::proof::simulation::{DARK_PART, LIT_PART, Simulation, level};
use jovek_core::prove::SEQUENCE;

/// Where a sound vehicle really stands, as factors on what was planned.
#[derive(Debug, Clone, Copy)]
pub struct Real {
    pub charge_percent: f64,
    pub joints: f64,
    pub lamps: f64,
    pub assumed: f64,
}

impl Real {
    pub const AS_PLANNED: Real =
        Real { charge_percent: 80.0, joints: 1.0, lamps: 1.0, assumed: 1.0 };
}

/// A vehicle to read on.
pub struct Vehicle<'a> {
    pub job: &'a Job,
    pub live: Simulation<'a>,
}

impl<'a> Vehicle<'a> {
    pub fn new(job: &'a Job, study: &'a Assessment, real: Real) -> Vehicle<'a> {
        let plain = study.situation(SupplyState::EngineOff, Assignment::NONE);
        let situation = Situation {
            open_circuit_v: study.supply.open_circuit_v(real.charge_percent),
            joint_factor: real.joints,
            lamp_factor: real.lamps,
            assumed_factor: real.assumed,
            ..plain
        };
        Vehicle { job, live: Simulation::new(study, situation) }
    }

    fn study(&self) -> &'a Assessment {
        self.live.study
    }

    fn with(&mut self, a: Assignment) -> Option<Solution> {
        self.live.built.put(a);
        self.live.solve().ok()
    }

    /// Every combination in which a circuit may be lit while it is read: all at once, a few, alone.
    pub fn lit_with(&self, circuit: usize) -> Vec<Assignment> {
        let scenes = self.study().scenes.iter().filter(|s| s.lit.contains(&circuit));
        let mut out: Vec<Assignment> = scenes.map(|s| s.inputs).collect();
        out.push(self.study().circuits[circuit].chain.first_lit_by());
        out.dedup();
        out
    }

    /// What the meter would show for a check, without its own error; none for what no network tells.
    pub fn read(&mut self, check: &str, lit_with: Option<Assignment>) -> Option<f64> {
        if let Some(on) = check.strip_prefix(SEQUENCE) {
            return self.tried(on);
        }
        let (of, kind) = check.rsplit_once('.')?;
        if of == "battery" || of == "auxiliary" {
            return self.battery(of, kind);
        }
        let circuit = self.study().circuits.iter().position(|c| c.chain.id.0 == of)?;
        let a = lit_with.unwrap_or_else(|| self.lit_with(circuit)[0]);
        match kind {
            "ground_ohm" => {
                let (_, minus) = self.lamp_nodes(circuit);
                Some(self.ohms(minus, None, Assignment::NONE) + LEADS_OHM)
            }
            "load_ohm" => {
                let (fuse, node) = self.behind_fuse(circuit)?;
                let by_hand = self.by_hand(a);
                Some(self.ohms(node, Some(fuse), by_hand))
            }
            "source_off_v" => {
                let taps = self.study().circuits[circuit].chain.origin_wire()?;
                let off = Assignment::NONE;
                let solution = self.with(off)?;
                Some(solution.node_v(self.live.built.factory[taps.0]?.tap))
            }
            "polarity_v" => self.unplugged_v(circuit, a),
            "fuse_pull" => {
                let alone = self.study().circuits[circuit].chain.first_lit_by();
                self.fuse_pull(circuit, alone)
            }
            _ => self.lit(circuit, kind, a),
        }
    }

    fn battery(&mut self, of: &str, kind: &str) -> Option<f64> {
        let key = self.study().wiring.inputs.key_mask();
        let scenes = &self.study().scenes;
        let without_key = scenes.iter().find(|s| !s.inputs.any(key));
        let most = without_key.or(scenes.first()).map(|s| s.inputs).unwrap_or_default();
        let on = match kind {
            "rest_v" | "key_off_a" => Assignment::NONE,
            "on_v" | "total_a" => most,
            _ => return None,
        };
        let solution = self.with(on)?;
        let built = &self.live.built;
        let (plus, element) = match of {
            "battery" => (built.battery_plus, built.battery),
            _ => (built.auxiliary_plus?, built.auxiliary?),
        };
        Some(if kind.ends_with("_v") {
            solution.node_v(plus)
        } else {
            -solution.current_a(element)
        })
    }

    fn lit(&mut self, circuit: usize, kind: &str, a: Assignment) -> Option<f64> {
        let solution = self.with(a)?;
        let (plus, minus) = self.lamp_nodes(circuit);
        let built = &self.live.built;
        let chain = &self.study().circuits[circuit].chain;
        let source = built.source(chain, &self.study().factory, a).1;
        let at = &built.circuits[circuit];
        Some(match kind {
            "source_v" => solution.node_v(at.nodes[0]),
            "fuse_v" => {
                let fuse =
                    chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }))?;
                solution.node_v(at.nodes[fuse + 1])
            }
            "lamp_v" => solution.node_v(plus) - solution.node_v(minus),
            "current_a" => at.lamps.iter().flatten().map(|&l| solution.current_a(l)).sum(),
            "feed_v" => solution.node_v(source) - solution.node_v(plus),
            "ground_v" => solution.node_v(minus),
            _ => return None,
        })
    }

    /// Plus and minus of the lamp that is read: the farthest.
    fn lamp_nodes(&self, circuit: usize) -> (NodeId, NodeId) {
        let chain = &self.study().circuits[circuit].chain;
        let at = &self.live.built.circuits[circuit];
        let lamps = chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap();
        match chain.lamp_to_read() {
            Some((k, n)) => {
                let lamp = self.live.built.net.element(at.lamps[k][n]);
                (lamp.from, lamp.to)
            }
            None => (at.nodes[lamps], at.nodes[lamps + 1]),
        }
    }

    fn behind_fuse(&self, circuit: usize) -> Option<(jovek_core::circuit::ElementId, NodeId)> {
        let chain = &self.study().circuits[circuit].chain;
        let at = &self.live.built.circuits[circuit];
        let fuse = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }))?;
        Some((at.links[fuse]?, at.nodes[fuse + 1]))
    }

    /// What hands hold of a combination: the functions of the vehicle are off with its battery.
    fn by_hand(&self, a: Assignment) -> Assignment {
        let inputs = &self.study().wiring.inputs;
        let hand = |k: &usize| matches!(inputs.list()[*k], Input::OwnSwitch(_) | Input::Switch(..));
        Assignment((0..inputs.list().len()).filter(hand).map(|k| a.0 & (1 << k)).sum())
    }

    /// An ohmmeter from a node to the frame, the battery off: its three volts behind a thousand ohm.
    fn ohms(
        &mut self,
        red: NodeId,
        out: Option<jovek_core::circuit::ElementId>,
        on: Assignment,
    ) -> f64 {
        let mut cold = self.live.built.clone();
        cold.put(on);
        for (id, e) in self.live.built.net.iter() {
            if e.device.is_source() || Some(id) == out {
                cold.net.set_device(id, Device::ohm(1e9));
            }
        }
        let meter = Battery { open_circuit_v: 3.0, internal_ohm: 1000.0, charge_ohm: 1000.0 };
        cold.net.add("", red, NodeId::GROUND, Device::Battery(meter));
        let Ok(solution) = Solver::default().operating_point(&cold.net) else {
            return OVERLOAD_OHM;
        };
        let v = solution.node_v(red);
        (1000.0 * v / (3.0 - v).max(1e-9)).clamp(0.0, OVERLOAD_OHM)
    }

    /// The voltmeter in place of one lamp.
    fn unplugged_v(&mut self, circuit: usize, a: Assignment) -> Option<f64> {
        let (plus, minus) = self.lamp_nodes(circuit);
        let mut built = self.live.built.clone();
        built.put(a);
        let at = &self.live.built.circuits[circuit];
        let lamp = match self.study().circuits[circuit].chain.lamp_to_read() {
            Some((k, n)) => at.lamps[k][n],
            None => *at.lamps.iter().flatten().next()?,
        };
        built.net.set_device(lamp, Device::ohm(1e7));
        let solution = Solver::default().operating_point(&built.net).ok()?;
        Some(solution.node_v(plus) - solution.node_v(minus))
    }

    /// Pulls a fuse: its lamps are out and all others as they were.
    fn fuse_pull(&mut self, circuit: usize, a: Assignment) -> Option<f64> {
        let before = self.seen(a)?;
        let (fuse, _) = self.behind_fuse(circuit)?;
        let held = self.live.built.clone();
        self.live.set(fuse, Device::ohm(1e9));
        let after = self.seen(a);
        self.live.built = held;
        let after = after?;
        let is_so = before
            .iter()
            .zip(&after)
            .enumerate()
            .all(|(k, (b, a))| if k == circuit { *a == Some(false) } else { a == b });
        Some(f64::from(u8::from(is_so)))
    }

    /// For each circuit whether it is lit, or none for in between; then each factory wire's own lamps.
    fn seen(&mut self, a: Assignment) -> Option<Vec<Option<bool>>> {
        let solution = self.with(a)?;
        let study = self.study();
        let built = &self.live.built;
        let added = (0..study.circuits.len()).map(|c| lit(level(study, built, &solution, c)));
        let own = built.factory.iter().enumerate().map(|(i, f)| {
            let lamps = f.as_ref().and_then(|f| f.lamps)?;
            let rated_w = study.factory[i].existing_a * 13.5 * study.supply.batteries;
            let part = solution.power_w(&built.net, lamps) / rated_w.max(1e-9);
            Some(part > LIT_PART)
        });
        Some(added.chain(own).collect())
    }

    /// A function tried: every added lamp as wished, the vehicle's own with their wires.
    fn tried(&mut self, on: &str) -> Option<f64> {
        let study = self.study();
        let inputs = &study.wiring.inputs;
        let a =
            all_inputs(study).into_iter().find(|&a| inputs.keys(self.job, a).join("+") == on)?;
        let seen = self.seen(a)?;
        let wished = study.circuits.iter().map(|c| c.chain.follows.holds(a));
        let own = study.factory.iter().map(|f| a.any(f.live_by));
        let is_so =
            wished.chain(own).zip(&seen).enumerate().all(|(k, (wished, seen))| match seen {
                Some(lit) => *lit == wished,
                // Neither lit nor dark is not as wished; a wire without lamps of its own shows nothing.
                None => k >= study.circuits.len(),
            });
        Some(f64::from(u8::from(is_so)))
    }
}

fn lit(level: jovek_core::proof::simulation::Level) -> Option<bool> {
    if level.least >= LIT_PART {
        Some(true)
    } else if level.most <= DARK_PART {
        Some(false)
    } else {
        None
    }
}

/// Every combination that a check may name.
fn all_inputs(study: &Assessment) -> Vec<Assignment> {
    let mut out = vec![Assignment::NONE];
    out.extend(study.scenes.iter().map(|s| s.inputs));
    out.extend(study.circuits.iter().flat_map(|c| c.chain.lit_by.iter().copied()));
    out
}

/// Tolerance of a handheld meter: 0.5 % and two counts on volts, 2 % and 50 mA on amperes, 1 % and a count on ohms.
/// Common practice.
pub fn tolerance(check: &str, value: f64) -> f64 {
    match check.rsplit('_').next() {
        Some("v") => 0.005 * value.abs() + 0.02,
        Some("a") if check.ends_with("key_off_a") => 0.006 * value.abs() + 0.003,
        Some("a") => 0.02 * value.abs() + 0.05,
        Some("ohm") if value < 1e6 => 0.01 * value + 0.1,
        _ => 0.0,
    }
}
