//! Everything seen in one state.

use super::changes::changes;
use super::places::{FactorySpot, Spot, factory_spots, spots};
use crate::proof;
use crate::proof::simulation::Simulation;
use crate::proof::{FaultError, names};
use crate::state::{StateError, worked_out};
use crate::volt_line::volt_line;
use crate::volt_line::{SolvedState, VoltLine};
use jovek_base::figure::{amps, shown, volts};
use jovek_circuit::{Solution, SolveError};
use jovek_job::{
    CircuitId, Dimmed, FactoryId, Fault, FaultKind, Flash, Job, LampColour, LampPlace, LightId,
    Position, SwitchId, SwitchKind, VehicleSide, VehicleState,
};
use jovek_phrases::common;
use jovek_phrases::moment as say;
use jovek_plan::inputs::{Assignment, Input};
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::route::outline::{Outline, of_job};
use jovek_plan::study::Assessment;
use jovek_plan::study::study;
use serde::Serialize;
use utoipa::ToSchema;

/// Flashes of a turn signal: 90 a minute, half of the time lit. Source: SAE J590 and UN R48 allow 60
/// to 120 a minute, recalled from memory.
pub const TURN_FLASH: Flash = Flash { hz: 1.5, duty: 0.5 };

/// Why a moment cannot be shown.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum MomentError {
    /// The state is unknown.
    #[error(transparent)]
    State(#[from] StateError),
    /// A fault cannot be put in.
    #[error(transparent)]
    Fault(#[from] FaultError),
    /// There is no steady state.
    #[error(transparent)]
    Unsolved(#[from] SolveError),
}

/// One lamp.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LampNow {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Its light.
    pub light: LightId,
    /// Key of the part.
    pub part: String,
    /// Name with number.
    pub name: String,
    /// Where it sits.
    pub spot: Spot,
    /// Colour of its light.
    pub colour: LampColour,
    /// Part of its full light, 0 to 1, a dimmer counted in.
    pub level: f64,
    /// The same in the dark half of a turn signal's flash.
    pub dark_level: f64,
    /// How it flashes: by itself, or with the turn signal.
    pub flash: Option<Flash>,
    /// Voltage across it, V.
    pub volt_v: f64,
    /// Current, A.
    pub current_a: f64,
    /// `12.06 V, 1.70 A`.
    pub text: String,
}

/// One circuit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CircuitNow {
    /// Which one.
    pub circuit: CircuitId,
    /// Its name.
    pub name: String,
    /// True where its lamps are lit.
    pub is_lit: bool,
    /// True where the wish says so.
    pub is_wanted: bool,
    /// True where its lamps glow weakly.
    pub is_dim: bool,
    /// Current, A, while a dimmer conducts.
    pub current_a: f64,
    /// What its dimmers leave of the light, percent; none without one that is turned down.
    pub dimmed_percent: Option<f64>,
    /// `lit, 3.40 A`, `lit, 3.40 A for 40 % of the time`, or `dark`.
    pub text: String,
    /// What turned it on: `through diode 1 from Reverse lamps`.
    pub through: String,
    /// Keys of the parts that the current of lamps and coil comes through.
    pub path: Vec<String>,
    /// Its volt line.
    pub line: VoltLine,
}

/// One factory wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FactoryNow {
    /// Which one.
    pub factory: FactoryId,
    /// Its name.
    pub name: String,
    /// True while its own source is on.
    pub is_on: bool,
    /// Voltage on the wire, V.
    pub volt_v: f64,
    /// Part of their full light at which its lamps burn, 0 to 1.
    pub level: f64,
    /// How they flash.
    pub flash: Option<Flash>,
    /// True where it is live although its source is off.
    pub is_fed_back: bool,
    /// Where its lamps sit; none where it has no lamps left.
    pub spots: Vec<FactorySpot>,
    /// `12.31 V`.
    pub text: String,
}

/// What kind of input one is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum InputKind {
    /// Key, lever or pedal of the vehicle.
    Signal,
    /// Of the towing vehicle.
    Towing,
    /// A switch that is added.
    Switch,
    /// A push button that is added.
    Momentary,
    /// What the hardware remembers, and a low battery.
    Memory,
}

/// One input.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct InputNow {
    /// Its key.
    pub key: String,
    /// As it is spoken.
    pub label: String,
    /// What kind it is.
    pub kind: InputKind,
    /// True while it is on.
    pub is_on: bool,
    /// Setting of its dimmer, percent; none without a dimmer.
    pub dimmed_percent: Option<f64>,
    /// What is on after it is turned over, with what must go along.
    pub turned: Vec<String>,
}

/// A part that can fail.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PartNow {
    /// Its key.
    pub part: String,
    /// As it is spoken, without its circuit.
    pub name: String,
    /// Its circuit; none for what was there before.
    pub circuit: Option<CircuitId>,
    /// Ways in which it can fail.
    pub kinds: Vec<FaultKind>,
    /// How it has failed.
    pub failed: Option<FaultKind>,
}

/// The vehicle in one moment.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Moment {
    /// What is on, in words.
    pub words: String,
    /// The body on which its lamps sit.
    pub outline: Outline,
    /// Keys of what is on.
    pub on: Vec<String>,
    /// The inputs.
    pub inputs: Vec<InputNow>,
    /// The lamps that are added.
    pub lamps: Vec<LampNow>,
    /// The circuits that are added.
    pub circuits: Vec<CircuitNow>,
    /// Factory wires that they touch.
    pub factory: Vec<FactoryNow>,
    /// Wires fed backwards.
    pub backfeeds: Vec<proof::Backfeed>,
    /// Relays that open and close without end.
    pub buzzers: Vec<String>,
    /// Open-circuit voltage of the battery, V.
    pub open_circuit_v: f64,
    /// Voltage at battery positive, V.
    pub battery_v: f64,
    /// Current out of the battery, A; negative while it charges.
    pub battery_a: f64,
    /// `12.21 V, 6.80 A out`.
    pub battery_text: String,
    /// What is different from the moment before.
    pub changes: Vec<String>,
    /// Parts that can fail.
    pub parts: Vec<PartNow>,
}

/// Shows the vehicle in a state; `before` is the state that it was in.
///
/// # Errors
/// [`MomentError`].
pub fn moment(
    job: &Job,
    state: &VehicleState,
    before: Option<&VehicleState>,
) -> Result<Moment, MomentError> {
    let study = study(job);
    let mut now = seen(job, &study, state)?;
    if let Some(before) = before {
        // A state that is no longer known cannot be compared.
        if let Ok(before) = seen(job, &study, before) {
            now.changes = changes(&before, &now);
        }
    }
    Ok(now)
}

fn seen(job: &Job, study: &Assessment, state: &VehicleState) -> Result<Moment, MomentError> {
    let inputs = &study.wiring.inputs;
    let asked = worked_out(job, inputs, state)?;
    let mut live = Simulation::new(study, asked.situation(study));
    for fault in &state.faults {
        proof::apply(&mut live, job, fault)?;
    }
    let turns = inputs.turn_mask();
    let a = asked.inputs;
    let dark_phase = if a.any(turns) {
        live.built.put(Assignment(a.0 & !turns));
        let dark = live.solve()?;
        live.built.put(a);
        Some(dark)
    } else {
        None
    };
    let solution = live.solve()?;
    let look = Look {
        job,
        study,
        live: &live,
        solution: &solution,
        dark: dark_phase.as_ref(),
        a,
        dimmed: &state.dimmed,
    };
    let battery_v = solution.node_v(live.built.battery_plus);
    let battery_a = -solution.current_a(live.built.battery);
    let way = if battery_a >= 0.0 { common::out() } else { "in" };
    Ok(Moment {
        words: inputs.words(job, a),
        outline: of_job(job),
        on: inputs.keys(job, a),
        inputs: look.inputs(),
        lamps: look.lamps(),
        circuits: look.circuits(asked.supply),
        factory: look.factory(),
        backfeeds: proof::backfeeds_now(job, &live, &solution, a),
        buzzers: solution.buzzing().map(|r| live.built.net.relays()[r].name.clone()).collect(),
        open_circuit_v: asked.situation(study).open_circuit_v,
        battery_v,
        battery_a,
        battery_text: format!("{}, {} {way}", volts(battery_v), amps(battery_a.abs())),
        changes: Vec::new(),
        parts: look.parts(&state.faults),
    })
}

struct Look<'a> {
    job: &'a Job,
    study: &'a Assessment,
    live: &'a Simulation<'a>,
    solution: &'a Solution,
    dark: Option<&'a Solution>,
    a: Assignment,
    dimmed: &'a [Dimmed],
}

impl Look<'_> {
    /// Setting of a dimmer, percent: full where nobody turned it.
    fn setting(&self, switch: &SwitchId) -> f64 {
        self.dimmed.iter().find(|d| d.switch == *switch).map_or(100.0, |d| d.percent)
    }

    /// Where the lamps of a light sit on the skeleton; none without one.
    fn on_skeleton(&self, circuit: usize, light: usize) -> Option<Vec<Spot>> {
        let layout = self.study.layout.as_ref()?;
        let lamps = &layout.circuits[circuit].as_ref()?.lamps;
        let lights = &self.job.circuits[circuit].lights;
        let before: usize = lights[..light].iter().map(|l| l.count as usize).sum();
        let count = lights[light].count as usize;
        let [length_m, width_m, _] = layout.graph.size_m;
        let places = lamps.get(before..before + count)?;
        Some(
            places
                .iter()
                .enumerate()
                .map(|(k, &p)| {
                    let [along_m, left_m, _] = layout.graph.places[p].at_m;
                    // Lamps of one place stand side by side, those of later lights a little in front.
                    let beside = places[..k].iter().filter(|&&other| other == p).count();
                    let inward = if left_m > 0.0 { 0.05 } else { -0.05 };
                    Spot {
                        along: (along_m / length_m - 0.03 * light as f64).clamp(0.01, 0.99),
                        across: (0.5 - left_m / width_m + inward * beside as f64).clamp(0.02, 0.98),
                    }
                })
                .collect(),
        )
    }

    /// Part of the time in which the dimmers of a circuit conduct.
    fn duty(&self, circuit: usize) -> f64 {
        let dimmers = &self.study.circuits[circuit].chain.dimmers;
        dimmers.iter().map(|s| self.setting(s) / 100.0).product()
    }

    fn inputs(&self) -> Vec<InputNow> {
        let inputs = &self.study.wiring.inputs;
        inputs
            .list()
            .iter()
            .enumerate()
            .map(|(k, input)| InputNow {
                key: inputs.key(self.job, k),
                label: inputs.label(self.job, k),
                kind: match input {
                    Input::Signal(VehicleSide::Own, _) => InputKind::Signal,
                    Input::Signal(VehicleSide::Towing, _) => InputKind::Towing,
                    Input::OwnSwitch(_) => InputKind::Switch,
                    Input::Switch(id, _) => match self.job.switch(id).map(|s| s.kind) {
                        Some(SwitchKind::Momentary) => InputKind::Momentary,
                        _ => InputKind::Switch,
                    },
                    Input::Running(..) | Input::Held(..) | Input::LowVoltage => InputKind::Memory,
                },
                is_on: self.a.any(1 << k),
                dimmed_percent: match input {
                    Input::Switch(id, Position::On)
                        if self.job.switch(id).is_some_and(|s| s.kind == SwitchKind::Dimmer) =>
                    {
                        Some(self.setting(id))
                    }
                    _ => None,
                },
                turned: inputs.keys(self.job, inputs.turned(self.a, k)),
            })
            .collect()
    }

    fn lamps(&self) -> Vec<LampNow> {
        let mut out = Vec::new();
        let mut rows: Vec<(LampPlace, usize)> = Vec::new();
        for (c, studied) in self.study.circuits.iter().enumerate() {
            let circuit = &self.job.circuits[studied.index];
            for (k, light) in circuit.lights.iter().enumerate() {
                let place = light.sits();
                let row = match rows.iter_mut().find(|(p, _)| *p == place) {
                    Some((_, row)) => {
                        *row += 1;
                        *row
                    }
                    None => {
                        rows.push((place, 0));
                        0
                    }
                };
                let lamp = &studied.chain.lamps[k];
                let elements = &self.live.built.circuits[c].lamps[k];
                let spots = self
                    .on_skeleton(studied.index, k)
                    .unwrap_or_else(|| spots(place, elements.len(), row));
                let duty = self.duty(c);
                for (n, (&element, spot)) in elements.iter().zip(spots).enumerate() {
                    let net = &self.live.built.net;
                    let part = |s: &Solution| {
                        (s.power_w(net, element) / lamp.power_w.max(1e-9)).clamp(0.0, 1.5) * duty
                    };
                    let level = part(self.solution);
                    let dark_level = self.dark.map_or(level, part);
                    let with_turn = (level - dark_level).abs() > 0.05;
                    let volt_v = self.solution.across_v(net, element);
                    let current_a = self.solution.current_a(element);
                    let place = PartRef { circuit: Some(c), what: PartKind::Lamp(k, n) };
                    out.push(LampNow {
                        circuit: circuit.id.clone(),
                        light: light.id.clone(),
                        part: names::key(self.job, self.study, place),
                        name: names::words(self.job, self.study, place),
                        spot,
                        colour: light.colour.unwrap_or_default(),
                        level,
                        dark_level,
                        flash: if with_turn { Some(TURN_FLASH) } else { circuit.flash_of(light) },
                        volt_v,
                        current_a,
                        text: format!("{}, {}", volts(volt_v), amps(current_a)),
                    });
                }
            }
        }
        out
    }

    fn circuits(&self, supply: jovek_job::SupplyState) -> Vec<CircuitNow> {
        let solved = SolvedState {
            state: supply,
            built: &self.live.built,
            solution: self.solution,
            factory: &self.study.factory,
            grounds: &self.study.grounds,
            inputs: self.a,
            units: self.job.shop.units,
        };
        self.study
            .circuits
            .iter()
            .enumerate()
            .map(|(c, studied)| {
                let level = self.live.level(self.solution, c);
                let duty = self.duty(c);
                let current_a = self.live.lamps_a(self.solution, c);
                let (is_lit, is_dark) = (level.is_lit(), level.is_dark());
                let path = proof::path_to_lamps(self.live, self.solution, c);
                let through = proof::through(self.job, self.study, &path);
                let sizes = &studied.sized.chosen.sizes;
                CircuitNow {
                    circuit: studied.chain.id.clone(),
                    name: studied.chain.name.clone(),
                    is_lit,
                    is_wanted: self.study.wiring.logic[studied.index].holds(self.a),
                    is_dim: !is_lit && !is_dark,
                    current_a,
                    dimmed_percent: (duty < 1.0).then_some(100.0 * duty),
                    text: if is_lit && duty < 1.0 {
                        say::lit_for_of_the_time(&amps(current_a), &shown(100.0 * duty, "%"))
                    } else if is_lit {
                        say::lit(&amps(current_a))
                    } else if is_dark {
                        common::dark().into()
                    } else {
                        say::glows_at(&shown(level.most * 100.0, "%"))
                    },
                    through,
                    path: path.iter().map(|&p| names::key(self.job, self.study, p)).collect(),
                    line: volt_line(&studied.chain, sizes, c, &solved),
                }
            })
            .collect()
    }

    fn factory(&self) -> Vec<FactoryNow> {
        let mut out = Vec::new();
        for (i, f) in self.job.factory.iter().enumerate() {
            let Some(built) = self.live.built.factory[i] else { continue };
            let planned = &self.study.factory[i];
            let is_on = self.a.any(planned.live_by);
            let volt_v = built.lit_v(self.solution);
            let rated_w = planned.existing_a * 13.5 * self.study.supply.batteries;
            let part = |s: &Solution| {
                built.lamps.map_or(0.0, |l| {
                    (s.power_w(&self.live.built.net, l) / rated_w.max(1e-9)).clamp(0.0, 1.5)
                })
            };
            let level = part(self.solution);
            let flashes = self.dark.is_some_and(|d| (part(d) - level).abs() > 0.05);
            out.push(FactoryNow {
                factory: f.id.clone(),
                name: self.job.factory_label(i),
                is_on,
                volt_v,
                level,
                flash: flashes.then_some(TURN_FLASH),
                is_fed_back: !is_on && volt_v > proof::FED_BACK_V,
                spots: match (f.of, built.lamps) {
                    (VehicleSide::Own, Some(_)) => factory_spots(f.follows),
                    _ => Vec::new(),
                },
                text: volts(volt_v).to_string(),
            });
        }
        out
    }

    fn parts(&self, faults: &[Fault]) -> Vec<PartNow> {
        let mut out: Vec<PartNow> = Vec::new();
        let mut seen: Vec<PartRef> = Vec::new();
        for &place in &self.live.built.places {
            if seen.contains(&place) {
                continue;
            }
            seen.push(place);
            let mut kinds = proof::kinds(self.study, place).to_vec();
            if matches!(place.what, PartKind::Diode(_)) {
                kinds.extend([FaultKind::Reversed, FaultKind::LeftOut]);
            }
            if kinds.is_empty() {
                continue;
            }
            let part = names::key(self.job, self.study, place);
            let circuit = place.circuit.and_then(|c| self.study.circuits.get(c));
            out.push(PartNow {
                failed: faults.iter().find(|f| f.part == part).map(|f| f.kind),
                name: names::words(self.job, self.study, place),
                circuit: circuit.map(|c| c.chain.id.clone()),
                kinds,
                part,
            });
        }
        out
    }
}
