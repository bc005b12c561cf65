//! A wish as logic over the inputs of a job, and as one plain sentence.

use crate::inputs::{Assignment, Input, Inputs, signal_label};
use jovek_job::{Job, Position, Signal, SwitchId, SwitchKind, VehicleSide, Wish};
use jovek_phrases::plan as say;

/// What one leaf of a wish hangs on.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Leaf {
    /// The wire of a signal.
    Signal(VehicleSide, Signal),
    /// A switch contact.
    Contact(SwitchRef),
}

/// A switch that a circuit hangs on.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum SwitchRef {
    /// The circuit's own.
    Own,
    /// One of the job's, in a position.
    Shared(SwitchId, Position),
}

/// A wish with every *not* moved to its leaves. The masks are those of [`Inputs`].
#[derive(Debug, Clone, PartialEq)]
pub enum Logic {
    /// A signal or switch, or its opposite.
    Leaf {
        /// What it hangs on.
        leaf: Leaf,
        /// Inputs of which any makes it hold.
        mask: u64,
        /// False for the opposite.
        holds: bool,
    },
    /// At least one of these.
    Any(Vec<Logic>),
    /// All of these.
    All(Vec<Logic>),
    /// This, and some seconds after.
    After {
        /// What starts it.
        of: Box<Logic>,
        /// The input "still running".
        running: u64,
        /// How long, s.
        seconds: f64,
        /// False for the opposite.
        holds: bool,
    },
    /// From one until the other.
    Held {
        /// What turns it on.
        from: Box<Logic>,
        /// What turns it off.
        until: Box<Logic>,
        /// The input "was on before".
        before: u64,
        /// False for the opposite.
        holds: bool,
    },
    /// The battery is above the cut-off.
    NotLow {
        /// The input "battery low".
        low: u64,
        /// False for the opposite.
        holds: bool,
    },
}

impl Logic {
    /// Works out a wish of circuit `index`.
    pub fn new(inputs: &Inputs, index: usize, wish: &Wish) -> Logic {
        Compiler { inputs, index, timers: 0, holds: 0 }.of(wish)
    }

    /// Whether it holds in a combination.
    pub fn holds(&self, a: Assignment) -> bool {
        match self {
            Logic::Leaf { mask, holds, .. } => a.any(*mask) == *holds,
            Logic::Any(list) => list.iter().any(|l| l.holds(a)),
            Logic::All(list) => list.iter().all(|l| l.holds(a)),
            Logic::After { of, running, holds, .. } => (of.holds(a) || a.any(*running)) == *holds,
            Logic::Held { from, until, before, holds } => {
                ((from.holds(a) || a.any(*before)) && !until.holds(a)) == *holds
            }
            Logic::NotLow { low, holds } => a.any(*low) != *holds,
        }
    }

    /// The opposite.
    pub fn not(&self) -> Logic {
        match self.clone() {
            Logic::Leaf { leaf, mask, holds } => Logic::Leaf { leaf, mask, holds: !holds },
            Logic::Any(list) => Logic::All(list.iter().map(Logic::not).collect()),
            Logic::All(list) => Logic::Any(list.iter().map(Logic::not).collect()),
            Logic::After { of, running, seconds, holds } => {
                Logic::After { of, running, seconds, holds: !holds }
            }
            Logic::Held { from, until, before, holds } => {
                Logic::Held { from, until, before, holds: !holds }
            }
            Logic::NotLow { low, holds } => Logic::NotLow { low, holds: !holds },
        }
    }

    /// Inputs that it depends on.
    pub fn inputs(&self) -> u64 {
        match self {
            Logic::Leaf { mask, .. } => *mask,
            Logic::Any(list) | Logic::All(list) => list.iter().fold(0, |m, l| m | l.inputs()),
            Logic::After { of, running, .. } => of.inputs() | running,
            Logic::Held { from, until, before, .. } => from.inputs() | until.inputs() | before,
            Logic::NotLow { low, .. } => *low,
        }
    }

    /// True where a timer that is said to run cannot: what starts it still holds.
    pub fn contradicts(&self, a: Assignment) -> bool {
        match self {
            Logic::After { of, running, .. } => {
                (a.any(*running) && of.holds(a)) || of.contradicts(a)
            }
            Logic::Any(list) | Logic::All(list) => list.iter().any(|l| l.contradicts(a)),
            Logic::Held { from, until, .. } => from.contradicts(a) || until.contradicts(a),
            Logic::Leaf { .. } | Logic::NotLow { .. } => false,
        }
    }

    /// All leaves with their sign.
    pub fn leaves(&self) -> Vec<(&Leaf, bool)> {
        match self {
            Logic::Leaf { leaf, holds, .. } => vec![(leaf, *holds)],
            Logic::Any(list) | Logic::All(list) => list.iter().flat_map(Logic::leaves).collect(),
            Logic::After { of, .. } => of.leaves(),
            Logic::Held { from, until, .. } => {
                from.leaves().into_iter().chain(until.leaves()).collect()
            }
            Logic::NotLow { .. } => Vec::new(),
        }
    }
}

struct Compiler<'a> {
    inputs: &'a Inputs,
    index: usize,
    timers: usize,
    holds: usize,
}

impl Compiler<'_> {
    fn of(&mut self, wish: &Wish) -> Logic {
        match wish {
            Wish::OwnSwitch => self.leaf(Leaf::Contact(SwitchRef::Own)),
            Wish::With(s) => self.leaf(Leaf::Signal(VehicleSide::Own, *s)),
            Wish::Towing(s) => self.leaf(Leaf::Signal(VehicleSide::Towing, *s)),
            Wish::Switch { id, position } => {
                self.leaf(Leaf::Contact(SwitchRef::Shared(id.clone(), *position)))
            }
            Wish::Any(list) => flat(list.iter().map(|w| self.of(w)).collect(), true),
            Wish::All(list) => flat(list.iter().map(|w| self.of(w)).collect(), false),
            Wish::Not(w) => self.of(w).not(),
            Wish::OnlyWhile { lit, condition } => {
                let both = vec![self.of(lit), self.of(condition)];
                flat(both, false)
            }
            Wish::After { lit, seconds } => {
                let running = self.inputs.bit(&Input::Running(self.index, self.timers));
                self.timers += 1;
                let of = Box::new(self.of(lit));
                Logic::After { of, running, seconds: *seconds, holds: true }
            }
            Wish::UntilLow(w) => {
                let low = self.inputs.bit(&Input::LowVoltage);
                let both = vec![self.of(w), Logic::NotLow { low, holds: true }];
                flat(both, false)
            }
            Wish::Held { from, until } => {
                let before = self.inputs.bit(&Input::Held(self.index, self.holds));
                self.holds += 1;
                let from = Box::new(self.of(from));
                let until = Box::new(self.of(until));
                Logic::Held { from, until, before, holds: true }
            }
        }
    }

    fn leaf(&self, leaf: Leaf) -> Logic {
        let mask = match &leaf {
            Leaf::Signal(side, signal) => self.inputs.live_by(*side, *signal),
            Leaf::Contact(SwitchRef::Own) => self.inputs.bit(&Input::OwnSwitch(self.index)),
            Leaf::Contact(SwitchRef::Shared(id, position)) => {
                self.inputs.bit(&Input::Switch(id.clone(), *position))
            }
        };
        Logic::Leaf { leaf, mask, holds: true }
    }
}

/// Takes up inner lists of the same kind, drops repetitions, and unwraps a list of one.
fn flat(list: Vec<Logic>, any: bool) -> Logic {
    let mut out: Vec<Logic> = Vec::new();
    for l in list {
        let inner = match l {
            Logic::Any(inner) if any => inner,
            Logic::All(inner) if !any => inner,
            other => vec![other],
        };
        for l in inner {
            if !out.contains(&l) {
                out.push(l);
            }
        }
    }
    if out.len() == 1 {
        return out.remove(0);
    }
    if any { Logic::Any(out) } else { Logic::All(out) }
}

/// A wish as one plain sentence.
pub fn sentence(job: &Job, wish: &Wish) -> String {
    say::lit(&said(job, wish, false))
}

fn joined(job: &Job, list: &[Wish], word: &str) -> String {
    let parts: Vec<String> = list.iter().map(|w| said(job, w, true)).collect();
    match parts.as_slice() {
        [] => say::never().into(),
        [one] => one.clone(),
        [head @ .., last] => format!("{}{word}{last}", head.join(", ")),
    }
}

fn said(job: &Job, wish: &Wish, inside: bool) -> String {
    let lists = matches!(wish, Wish::Any(l) | Wish::All(l) if l.len() > 1);
    let text = match wish {
        Wish::OwnSwitch => say::by_its_own_switch().into(),
        Wish::With(s) => with_signal(*s, ""),
        Wish::Towing(s) => with_signal(*s, say::whose_towing_vehicle()),
        Wish::Switch { id, position } => {
            let switch = job.switch(id);
            let name = job.switch_label(id);
            match (position, switch.map(|s| s.kind)) {
                (Position::Down, _) => say::with_down(&name),
                (_, Some(SwitchKind::ThreeWay)) => say::with_up(&name),
                (_, Some(SwitchKind::Momentary)) => say::while_is_pressed(&name),
                (_, Some(SwitchKind::Lid)) => say::while_is_open(&name),
                _ => say::by(&name),
            }
        }
        Wish::Any(list) => joined(job, list, say::or()),
        Wish::All(list) => joined(job, list, say::and()),
        Wish::Not(w) => say::not(&said(job, w, true)),
        Wish::OnlyWhile { lit, condition } => {
            let condition = match condition.as_ref() {
                Wish::Not(inner) => say::never_lit(&said(job, inner, true)),
                other => say::only(&said(job, other, true)),
            };
            format!("{}, {condition}", said(job, lit, true))
        }
        Wish::After { lit, seconds } => {
            say::and_for_after(&said(job, lit, true), &seconds_text(*seconds))
        }
        Wish::UntilLow(w) => say::until_the_battery_is_low(&said(job, w, true)),
        Wish::Held { from, until } => {
            say::from_the_moment_until(&said(job, from, true), &said(job, until, true))
        }
    };
    if inside && lists { format!("({text})") } else { text }
}

fn with_signal(signal: Signal, whose: &str) -> String {
    match signal {
        Signal::Moving => say::above_walking_pace(&whose),
        Signal::EngineRunning => say::with_the_engine_running(&whose),
        Signal::Trailer => say::with_a_trailer_connected().into(),
        Signal::Ignition => say::with_the_ignition(&whose),
        Signal::Accessory => say::with_the_key_at_accessory(&whose),
        Signal::Hazard => say::with_the_hazard_lights(&whose),
        Signal::Left | Signal::Right => say::with_the(&signal_label(signal), &whose),
        other => say::with_the(&signal_label(other), &whose),
    }
}

/// Seconds as a timer is set: nothing is rounded away but parts of a second.
pub fn seconds_text(seconds: f64) -> String {
    let whole = seconds.round();
    let (minutes, rest) = ((whole / 60.0).floor(), whole % 60.0);
    if whole < 90.0 {
        format!("{whole:.0} s")
    } else if rest == 0.0 {
        format!("{minutes:.0} min")
    } else {
        format!("{minutes:.0} min {rest:.0} s")
    }
}
