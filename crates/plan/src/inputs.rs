//! What people and the vehicle can do: the inputs of a job, and which of their combinations occur.

use jovek_job::{FactoryCircuit, Job, Position, Signal, SwitchId, SwitchKind, VehicleSide, Wish};
use jovek_phrases::common;
use jovek_phrases::plan as say;
use std::fmt::Write as _;

/// One thing that is either so or not.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Input {
    /// A signal of a vehicle.
    Signal(VehicleSide, Signal),
    /// The own switch of a circuit, by index in the job.
    OwnSwitch(usize),
    /// A switch of the job in a position.
    Switch(SwitchId, Position),
    /// The timer of a circuit is still running; by circuit and number of the timer in its wish.
    Running(usize, usize),
    /// A holding relay was on before; by circuit and number of the hold in its wish.
    Held(usize, usize),
    /// The battery is below the cut-off voltage.
    LowVoltage,
}

/// Which inputs are on. Bit k belongs to input k of [`Inputs`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Default)]
pub struct Assignment(pub u64);

impl Assignment {
    /// Everything off.
    pub const NONE: Assignment = Assignment(0);

    /// True where any input of a mask is on.
    pub fn any(self, mask: u64) -> bool {
        self.0 & mask != 0
    }
}

/// All inputs of a job.
#[derive(Debug, Clone, PartialEq)]
pub struct Inputs {
    list: Vec<Input>,
    /// If any bit of the first is on, one bit of the second must be.
    needs: Vec<(u64, u64)>,
    /// Bits of which at most one may be on.
    exclusive: Vec<u64>,
    low_stays_with_high: bool,
}

/// Most combinations that one sweep goes through.
pub const MOST_COMBINATIONS: usize = 1 << 16;

impl Inputs {
    /// Collects the inputs that the wishes of a job and its factory wires depend on.
    pub fn new(job: &Job) -> Inputs {
        let mut list = Vec::new();
        let mut take = |input: Input| {
            if list.len() < 64 && !list.contains(&input) {
                list.push(input);
            }
        };
        for f in &job.factory {
            f.signals().for_each(|signal| take(Input::Signal(f.of, signal)));
        }
        for (index, circuit) in job.circuits.iter().enumerate() {
            let (mut timers, mut holds) = (0, 0);
            for piece in circuit.lit.pieces() {
                match piece {
                    Wish::OwnSwitch => take(Input::OwnSwitch(index)),
                    Wish::With(signal) => take(Input::Signal(VehicleSide::Own, *signal)),
                    Wish::Towing(signal) => take(Input::Signal(VehicleSide::Towing, *signal)),
                    Wish::Switch { id, position } => {
                        take(Input::Switch(id.clone(), *position));
                    }
                    Wish::After { .. } => {
                        take(Input::Running(index, timers));
                        timers += 1;
                    }
                    Wish::Held { .. } => {
                        take(Input::Held(index, holds));
                        holds += 1;
                    }
                    Wish::UntilLow(_) => take(Input::LowVoltage),
                    _ => {}
                }
            }
            if waits_for_a_wire(job, &circuit.lit) {
                // Until its wires are known, a switch stands in.
                take(Input::OwnSwitch(index));
            }
        }
        // Hazard lights both turn wires, so whatever follows one of them depends on it too; a turn
        // lever alone lights one.
        for side in [VehicleSide::Own, VehicleSide::Towing] {
            let turns = [Signal::Left, Signal::Right].map(|s| Input::Signal(side, s));
            let hazard = Input::Signal(side, Signal::Hazard);
            if list.iter().any(|i| turns.contains(i)) && !list.contains(&hazard) && list.len() < 64
            {
                list.push(hazard.clone());
            }
            if list.contains(&hazard) {
                for turn in turns {
                    if !list.contains(&turn) && list.len() < 64 {
                        list.push(turn);
                    }
                }
            }
        }
        let mut inputs = Inputs {
            list,
            needs: Vec::new(),
            exclusive: Vec::new(),
            low_stays_with_high: job.vehicle.low_stays_with_high,
        };
        inputs.rule_out(job);
        inputs
    }

    /// What cannot be on at once, or only together.
    fn rule_out(&mut self, job: &Job) {
        use Signal::{
            Accessory, EngineRunning, Fog, Hazard, HighBeam, Ignition, Left, LowBeam, Moving,
            Parking, Reverse, Right,
        };
        for side in [VehicleSide::Own, VehicleSide::Towing] {
            let bit = |s: Signal| self.bit(&Input::Signal(side, s));
            let mut needs = Vec::new();
            let mut needs_of = |what: Signal, other: Signal| {
                let (a, b) = (bit(what), bit(other));
                if a != 0 && b != 0 {
                    needs.push((a, b));
                }
            };
            for with_key in [Left, Right, Reverse, EngineRunning, Moving] {
                needs_of(with_key, Ignition);
            }
            for with_accessory in [Ignition, Left, Right, Reverse, EngineRunning] {
                needs_of(with_accessory, Accessory);
            }
            needs_of(Moving, EngineRunning);
            for lamp in [LowBeam, HighBeam, Fog] {
                needs_of(lamp, Parking);
            }
            if self.low_stays_with_high {
                needs_of(HighBeam, LowBeam);
            }
            let mut exclusive = vec![bit(Left) | bit(Right) | bit(Hazard)];
            if !self.low_stays_with_high {
                exclusive.push(bit(LowBeam) | bit(HighBeam));
            }
            self.needs.extend(needs);
            self.exclusive.extend(exclusive.into_iter().filter(|m| m.count_ones() > 1));
        }
        for switch in job.switches.iter().filter(|s| s.kind == SwitchKind::ThreeWay) {
            let bit = |p| self.bit(&Input::Switch(switch.id.clone(), p));
            let both = bit(Position::On) | bit(Position::Down);
            if both.count_ones() > 1 {
                self.exclusive.push(both);
            }
        }
        // The alternator lifts the voltage above any cut-off.
        let running = self.bit(&Input::Signal(VehicleSide::Own, EngineRunning));
        let low = self.bit(&Input::LowVoltage);
        if running != 0 && low != 0 {
            self.exclusive.push(running | low);
        }
    }

    /// The combination with only the first input of a mask on.
    pub fn lowest_of(&self, mask: u64) -> Assignment {
        Assignment(mask & mask.wrapping_neg())
    }

    /// The inputs, bit by bit.
    pub fn list(&self) -> &[Input] {
        &self.list
    }

    /// The bit of an input; 0 where the job does not depend on it.
    pub fn bit(&self, input: &Input) -> u64 {
        self.list.iter().position(|i| i == input).map_or(0, |k| 1 << k)
    }

    /// The inputs that make the wire of a signal live; 0 where the job does not know it.
    pub fn live_by(&self, side: VehicleSide, signal: Signal) -> u64 {
        let bit = |s| self.bit(&Input::Signal(side, s));
        match signal {
            Signal::Left | Signal::Right => bit(signal) | bit(Signal::Hazard),
            Signal::Hazard => bit(Signal::Hazard),
            other => bit(other),
        }
    }

    /// The inputs that make a factory wire live.
    pub fn live_by_wire(&self, wire: &FactoryCircuit) -> u64 {
        wire.signals().map(|signal| self.live_by(wire.of, signal)).fold(0, |all, mask| all | mask)
    }

    /// The same combination with everything added that must be on with it.
    pub fn completed(&self, mut a: Assignment) -> Assignment {
        for _ in 0..4 {
            for (what, other) in &self.needs {
                if a.any(*what) {
                    a.0 |= other;
                }
            }
        }
        a
    }

    /// True for a combination that can occur, as far as levers and keys go.
    pub fn is_allowed(&self, a: Assignment) -> bool {
        self.needs.iter().all(|(what, other)| !a.any(*what) || a.any(*other))
            && self.exclusive.iter().all(|mask| (a.0 & mask).count_ones() <= 1)
    }

    /// A mask with the inputs added that must be on with any of it.
    pub fn with_what_they_need(&self, mut mask: u64) -> u64 {
        for _ in 0..4 {
            for (what, other) in &self.needs {
                if mask & what != 0 {
                    mask |= other;
                }
            }
        }
        mask
    }

    /// Every combination of the inputs in a mask that can occur, the others off. Stops at
    /// [`MOST_COMBINATIONS`].
    pub fn combinations(&self, mask: u64) -> Vec<Assignment> {
        self.combinations_up_to(mask, MOST_COMBINATIONS)
    }

    /// Every combination of the inputs in a mask that can occur, the others off; stops after so
    /// many.
    pub fn combinations_up_to(&self, mask: u64, most: usize) -> Vec<Assignment> {
        let mut out = Vec::new();
        let mut a = 0u64;
        // Counts through the subsets of the mask in rising order.
        loop {
            if self.is_allowed(Assignment(a)) {
                out.push(Assignment(a));
                if out.len() == most {
                    break;
                }
            }
            a = a.wrapping_sub(mask) & mask;
            if a == 0 {
                break;
            }
        }
        out
    }

    /// True where nothing but switches that stay where they are put is on: what a hand leaves on.
    pub fn are_left_by_hand(&self, job: &Job, a: Assignment) -> bool {
        (0..self.list.len()).filter(|&k| a.any(1 << k)).all(|k| match &self.list[k] {
            Input::OwnSwitch(_) => true,
            Input::Switch(id, _) => job.switch(id).is_none_or(|s| s.kind != SwitchKind::Momentary),
            _ => false,
        })
    }

    /// The input of a low battery.
    pub fn low_mask(&self) -> u64 {
        self.bit(&Input::LowVoltage)
    }

    /// Inputs that are there only with the key on.
    pub fn key_mask(&self) -> u64 {
        use Signal::{Accessory, EngineRunning, Ignition, Moving, Reverse};
        [Accessory, Ignition, EngineRunning, Moving, Reverse]
            .map(|s| self.bit(&Input::Signal(VehicleSide::Own, s)))
            .into_iter()
            .fold(0, |m, b| m | b)
    }

    /// Inputs that make turn wires live.
    pub fn turn_mask(&self) -> u64 {
        [VehicleSide::Own, VehicleSide::Towing]
            .into_iter()
            .flat_map(|side| {
                [Signal::Left, Signal::Right, Signal::Hazard]
                    .map(|s| self.bit(&Input::Signal(side, s)))
            })
            .fold(0, |m, b| m | b)
    }

    /// The combination after a hand turns one input over: what it needs comes on with it, what it
    /// excludes and what needs it goes off.
    pub fn turned(&self, a: Assignment, at: usize) -> Assignment {
        let bit = 1u64 << at;
        if !a.any(bit) {
            let wanted = self.completed(Assignment(bit));
            let mut now = Assignment(a.0 | wanted.0);
            for mask in &self.exclusive {
                if wanted.any(*mask) {
                    now.0 &= !mask | wanted.0;
                }
            }
            return self.without_unmet(now);
        }
        self.without_unmet(Assignment(a.0 & !bit))
    }

    /// The combination without what lacks something that it needs.
    fn without_unmet(&self, mut a: Assignment) -> Assignment {
        for _ in 0..4 {
            for (what, other) in &self.needs {
                if !a.any(*other) {
                    a.0 &= !what;
                }
            }
        }
        a
    }

    /// All inputs.
    pub fn all(&self) -> u64 {
        if self.list.len() == 64 { u64::MAX } else { (1 << self.list.len()) - 1 }
    }

    /// Stable key of an input: what `--on` takes and the page sends.
    pub fn key(&self, job: &Job, at: usize) -> String {
        match &self.list[at] {
            Input::Signal(VehicleSide::Own, s) => signal_key(*s).to_owned(),
            Input::Signal(VehicleSide::Towing, s) => format!("towing.{}", signal_key(*s)),
            Input::OwnSwitch(c) => format!("switch.{}", circuit_id(job, *c)),
            Input::Switch(id, Position::On) => format!("{id}"),
            Input::Switch(id, Position::Down) => format!("{id}.down"),
            Input::Running(c, k) => format!("timer.{}.{k}", circuit_id(job, *c)),
            Input::Held(c, k) => format!("held.{}.{k}", circuit_id(job, *c)),
            Input::LowVoltage => "low_voltage".to_owned(),
        }
    }

    /// Stable keys of what is on.
    pub fn keys(&self, job: &Job, a: Assignment) -> Vec<String> {
        (0..self.list.len()).filter(|&k| a.any(1 << k)).map(|k| self.key(job, k)).collect()
    }

    /// The combination in words.
    pub fn words(&self, job: &Job, a: Assignment) -> String {
        let mut out = String::new();
        for k in 0..self.list.len() {
            if a.any(1 << k) {
                let _ =
                    write!(out, "{}{}", if out.is_empty() { "" } else { ", " }, self.label(job, k));
            }
        }
        if out.is_empty() { say::everything_off().into() } else { out }
    }

    /// An input as it is spoken.
    pub fn label(&self, job: &Job, at: usize) -> String {
        let circuit = |c: &usize| job.circuit_label(*c);
        match &self.list[at] {
            Input::Signal(VehicleSide::Own, s) => signal_label(*s).to_owned(),
            Input::Signal(VehicleSide::Towing, s) => say::of_the_towing_vehicle(&signal_label(*s)),
            Input::OwnSwitch(c) => say::switch(&circuit(c)),
            Input::Switch(id, position) => {
                let switch = job.switch(id);
                let name = job.switch_label(id);
                match (position, switch.map(|s| s.kind)) {
                    (Position::Down, _) => say::down(&name),
                    (Position::On, Some(SwitchKind::ThreeWay)) => say::up(&name),
                    (Position::On, _) => name,
                }
            }
            Input::Running(c, _) => say::timer_still_running(&circuit(c)),
            Input::Held(c, _) => say::held_from_before(&circuit(c)),
            Input::LowVoltage => say::battery_below_cut_off().into(),
        }
    }
}

/// True where a wish hangs on a signal whose wire nobody has found yet.
fn waits_for_a_wire(job: &Job, wish: &Wish) -> bool {
    if job.factory.iter().any(|f| f.does(wish)) {
        return false;
    }
    // A wire that is live with something else too cannot stand for one signal alone.
    let is_one = |f: &&FactoryCircuit| f.also.is_empty();
    let known = |side, signal| {
        job.factory.iter().filter(is_one).any(|f| f.of == side && f.follows == signal)
    };
    let covered = covered(job, wish);
    let found = |side, signal| {
        known(side, signal)
            || covered.contains(&(side, signal))
            || (signal == Signal::Hazard && known(side, Signal::Left) && known(side, Signal::Right))
    };
    wish.pieces().into_iter().any(|piece| match piece {
        Wish::With(signal) => !found(VehicleSide::Own, *signal),
        Wish::Towing(signal) => !found(VehicleSide::Towing, *signal),
        _ => false,
    })
}

/// Signals of which any lights something, and that wires bring which are live with some of them and nothing else.
fn covered(job: &Job, wish: &Wish) -> Vec<(VehicleSide, Signal)> {
    let mut out = Vec::new();
    for piece in wish.pieces() {
        let Wish::Any(list) = piece else { continue };
        let is_in = |side, signal| {
            list.iter().any(|w| match (side, w) {
                (VehicleSide::Own, Wish::With(s)) | (VehicleSide::Towing, Wish::Towing(s)) => {
                    *s == signal
                }
                _ => false,
            })
        };
        let fit = job.factory.iter().filter(|f| f.signals().all(|s| is_in(f.of, s)));
        out.extend(fit.flat_map(|f| f.signals().map(|s| (f.of, s))));
    }
    out
}

fn circuit_id(job: &Job, index: usize) -> &str {
    job.circuits.get(index).map_or("", |c| c.id.0.as_str())
}

/// What a factory wire is live with, as it is spoken: `left turn signal and the brake lamps`.
pub fn wire_label(wire: &FactoryCircuit) -> String {
    wire.signals().map(signal_label).collect::<Vec<_>>().join(say::and_the())
}

/// Name of a signal as it is spoken.
pub fn signal_label(signal: Signal) -> &'static str {
    match signal {
        Signal::Parking => say::parking_lamps(),
        Signal::LowBeam => say::low_beam(),
        Signal::HighBeam => say::high_beam(),
        Signal::Fog => say::fog_lamps(),
        Signal::Brake => say::brake_lamps(),
        Signal::Left => say::left_turn_signal(),
        Signal::Right => say::right_turn_signal(),
        Signal::Reverse => common::reverse_lamps(),
        Signal::Door => say::door_lamp(),
        Signal::Boot => say::load_bay_lamp(),
        Signal::Bonnet => say::bonnet_lamp(),
        Signal::Ignition => say::ignition(),
        Signal::Accessory => say::accessory(),
        Signal::Hazard => say::hazard(),
        Signal::EngineRunning => say::engine_running(),
        Signal::Moving => say::faster_than_walking(),
        Signal::Trailer => say::trailer_connected(),
    }
}

/// Stable key of a signal.
pub fn signal_key(signal: Signal) -> &'static str {
    match signal {
        Signal::Parking => "parking",
        Signal::LowBeam => "low_beam",
        Signal::HighBeam => "high_beam",
        Signal::Fog => "fog",
        Signal::Brake => "brake",
        Signal::Left => "left",
        Signal::Right => "right",
        Signal::Reverse => "reverse",
        Signal::Door => "door",
        Signal::Boot => "boot",
        Signal::Bonnet => "bonnet",
        Signal::Ignition => "ignition",
        Signal::Accessory => "accessory",
        Signal::Hazard => "hazard",
        Signal::EngineRunning => "engine_running",
        Signal::Moving => "moving",
        Signal::Trailer => "trailer",
    }
}
