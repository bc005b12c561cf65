//! The ways to feed the added lights, run through the same shift and put side by side.

use super::sensing::{OFF_DELAY_S, OFF_V, ON_DELAY_S, ON_V};
use super::shift::{
    ASSUMED_C, ASSUMED_DAYS, ASSUMED_KEY_OFF_MA, ASSUMED_START_PERCENT, Plant, ShiftRun, Starts,
    Store, run,
};
use crate::proof::simulation::Simulation;
use jovek_base::figure::{amps, shown, volts};
use jovek_catalog::battery::CHARGER_PART;
use jovek_catalog::battery::{ASSUMED_AH, RESISTANCE_OHM_AH};
use jovek_job::{Chemistry, Isolation, Job, Leg, Shift, SupplyState};
use jovek_plan::chain::Origin;
use jovek_plan::feed::hours_text;
use jovek_plan::study::study;
use jovek_plan::study::{Assessment, Studied};
use jovek_plan::supply::ASSUMED_CABLE_MOHM;
use jovek_plan::switching_options::standby_a;
use serde::Serialize;
use utoipa::ToSchema;

/// One way to feed the lights.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SupplyWay {
    /// How the auxiliary battery is kept apart; none for one battery alone.
    pub isolation: Option<Isolation>,
    /// As it is spoken.
    pub label: String,
    /// True for the one in use.
    pub is_used: bool,
    /// The shift.
    pub run: ShiftRun,
    /// Voltage at the lamps with the engine off at the end of the shift, in words.
    pub lamp_text: String,
    /// Charge that reached the auxiliary battery.
    pub reached_text: String,
    /// Whether the lights can flatten the starting battery.
    pub can_flatten: bool,
    /// Both in words.
    pub flatten_text: String,
    /// Whether the engine starts after parking, in words.
    pub starts_text: String,
    /// Hours of light left, in words.
    pub light_text: String,
    /// Parts, both cable ends fused.
    pub parts: Vec<String>,
    /// What to mind.
    pub mind: Vec<String>,
}

/// Charge over a shift.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Budget {
    /// The shift with every figure filled in.
    pub shift: Shift,
    /// The ways, the one in use first.
    pub ways: Vec<SupplyWay>,
    /// Currents of each circuit, A, in words.
    pub circuits: Vec<String>,
    /// Alternator against all loads, at working speed and at idle, in words.
    pub alternator_text: Vec<String>,
}

/// Works out the budget of a job.
pub fn budget(job: &Job) -> Budget {
    let study = study(job);
    let currents = currents_a(&study);
    let shift = filled(job, &study);
    let in_use = job.supply.auxiliary.as_ref().map(|a| a.isolation);
    let cuts_off = has_cut_off(&study);
    let mut kinds = vec![
        (None, false),
        (None, true),
        (Some(Isolation::IgnitionRelay), cuts_off),
        (Some(Isolation::VoltageSensing), cuts_off),
        (Some(Isolation::DiodeIsolator), cuts_off),
        (Some(Isolation::DcDc), cuts_off),
        (Some(Isolation::ManualSwitch), cuts_off),
    ];
    let is_used = |(isolation, cut): (Option<Isolation>, bool)| {
        isolation == in_use && (isolation.is_some() || cut == cuts_off)
    };
    kinds.sort_by_key(|k| !is_used(*k));
    let ways = kinds
        .into_iter()
        .map(|kind| way(job, &study, &shift, &currents, kind, is_used(kind)))
        .collect();
    let total_a: f64 = currents.iter().sum();
    let vehicle_a = super::shift::VEHICLE_A / study.supply.batteries;
    let against = |what: &str, gives_a: f64| {
        let takes_a = vehicle_a + total_a;
        let verdict = if takes_a <= 0.8 * gives_a {
            "within 80 % of it"
        } else if takes_a <= gives_a {
            "above 80 % of it"
        } else {
            "more than it gives: the battery pays"
        };
        format!(
            "{what}: {} for everything at once against {}, {verdict}.",
            amps(takes_a),
            amps(gives_a)
        )
    };
    Budget {
        ways,
        circuits: study
            .circuits
            .iter()
            .zip(&currents)
            .map(|(c, a)| format!("{}: {}", c.chain.name, amps(*a)))
            .collect(),
        alternator_text: vec![
            against("Driving", study.supply.working_a),
            against("Idling", study.supply.idle_a),
        ],
        shift,
    }
}

/// Current of each circuit when lit with the engine off, A.
fn currents_a(study: &Assessment) -> Vec<f64> {
    let mut out = vec![0.0; study.circuits.len()];
    for scene in &study.scenes {
        let mut live =
            Simulation::new(study, study.situation(SupplyState::EngineOff, scene.inputs));
        if let Ok(solution) = live.solve() {
            for &c in &scene.lit {
                out[c] = live.lamps_a(&solution, c);
            }
        }
    }
    out
}

/// The shift of the job with every figure filled in; a plain one where nobody drew any.
fn filled(job: &Job, study: &Assessment) -> Shift {
    let drawn = job.shift.clone().unwrap_or_default();
    let all: Vec<_> = study.circuits.iter().map(|c| c.chain.id.clone()).collect();
    let plain = || {
        vec![
            Leg { minutes: 45.0, engine: jovek_job::Engine::Driving, lit: Vec::new() },
            Leg { minutes: 120.0, engine: jovek_job::Engine::Off, lit: all.clone() },
            Leg { minutes: 45.0, engine: jovek_job::Engine::Driving, lit: Vec::new() },
        ]
    };
    Shift {
        battery_c: drawn.battery_c.or(Some(ASSUMED_C)),
        start_percent: drawn.start_percent.or(Some(ASSUMED_START_PERCENT)),
        legs: if drawn.legs.is_empty() { plain() } else { drawn.legs },
        days_parked: drawn.days_parked.or(Some(ASSUMED_DAYS)),
        key_off_ma: drawn.key_off_ma.or(Some(ASSUMED_KEY_OFF_MA)),
    }
}

fn way(
    job: &Job,
    study: &Assessment,
    shift: &Shift,
    currents: &[f64],
    (isolation, has_cut_off): (Option<Isolation>, bool),
    is_used: bool,
) -> SupplyWay {
    let n = study.supply.batteries;
    let auxiliary = job.supply.auxiliary.clone().unwrap_or_default();
    let capacity_ah = auxiliary.battery.capacity_ah.unwrap_or(ASSUMED_AH);
    let charger_a = auxiliary.charger_a.unwrap_or(25.0);
    let plant = Plant {
        start: Store {
            chemistry: study.supply.chemistry,
            capacity_ah: study.supply.capacity_ah,
            ohm_each: study.supply.internal_ohm / n,
        },
        auxiliary: isolation.map(|i| {
            let store = Store {
                chemistry: auxiliary.battery.chemistry,
                capacity_ah,
                ohm_each: RESISTANCE_OHM_AH / capacity_ah,
            };
            (store, i)
        }),
        charger_a,
        cable_ohm: auxiliary.cable_mohm.unwrap_or(ASSUMED_CABLE_MOHM) / 1000.0,
        batteries: n,
        regulated_v: study.supply.regulated_v,
        working_a: study.supply.working_a,
        idle_a: study.supply.idle_a,
        has_cut_off,
        added_key_off_a: study
            .circuits
            .iter()
            .filter_map(|c| standby_a(c.chain.switching.as_ref()?))
            .sum(),
        circuits: study
            .circuits
            .iter()
            .zip(currents)
            .map(|(c, &a)| {
                let on_auxiliary = isolation.is_some() && moves(study, c);
                (c.chain.id.clone(), a, on_auxiliary)
            })
            .collect(),
    };
    let run = run(&plant, shift);
    let can_flatten = match isolation {
        None => !has_cut_off,
        Some(Isolation::ManualSwitch) => true,
        // Lithium rests above the voltage at which it opens: both stay joined.
        Some(Isolation::VoltageSensing) => auxiliary.battery.chemistry == Chemistry::Lifepo4,
        Some(_) => false,
    };
    SupplyWay {
        label: label(isolation, has_cut_off).into(),
        isolation,
        is_used,
        lamp_text: lamp_text(study, &plant, &run),
        reached_text: if isolation.is_some() {
            format!("{:.0} Ah reached it", run.reached_ah)
        } else {
            "no second battery".into()
        },
        can_flatten,
        flatten_text: if can_flatten {
            "Lights left on flatten the starting battery.".into()
        } else if isolation.is_none() {
            "Lights go out at 12.1 V.".into()
        } else {
            "The starting battery is kept apart.".into()
        },
        starts_text: starts_text(&run, shift),
        light_text: match run.light_left_h {
            Some(h) => format!("{} of light left", hours_text(h)),
            None => "nothing lit in this shift".into(),
        },
        parts: parts(isolation, has_cut_off, &plant),
        mind: mind(isolation, &plant, job),
        run,
    }
}

/// True for a circuit that an auxiliary battery feeds: where the job has some on it already, those; else
/// every own circuit. What hangs on factory wires stays there.
fn moves(study: &Assessment, circuit: &Studied) -> bool {
    if study.circuits.iter().any(|c| c.chain.is_auxiliary) {
        return circuit.chain.is_auxiliary;
    }
    circuit.chain.origin == Origin::Battery
}

/// True where a wish of the job says "until the battery is low".
fn has_cut_off(study: &Assessment) -> bool {
    let low = study.wiring.inputs.low_mask();
    study.circuits.iter().any(|c| c.chain.follows.inputs() & low != 0)
}

fn label(isolation: Option<Isolation>, has_cut_off: bool) -> &'static str {
    match isolation {
        None if has_cut_off => "One battery with cut-off",
        None => "One battery",
        Some(Isolation::IgnitionRelay) => "Ignition relay",
        Some(Isolation::VoltageSensing) => "Voltage-sensing relay",
        Some(Isolation::DiodeIsolator) => "Diode isolator",
        Some(Isolation::DcDc) => "DC-DC charger",
        Some(Isolation::ManualSwitch) => "Manual battery switch",
    }
}

/// Volts at the first own circuit with the engine off, at the charge that the shift leaves.
fn lamp_text(study: &Assessment, plant: &Plant, run: &ShiftRun) -> String {
    let percent = run.after_shift.auxiliary_percent.unwrap_or(run.after_shift.start_percent);
    let store = plant.auxiliary.map_or(plant.start, |(s, _)| s);
    let rest_v = plant.batteries * jovek_catalog::battery::open_circuit_v(store.chemistry, percent);
    let inputs = study.most_lit();
    let situation = jovek_plan::network::build::Situation {
        open_circuit_v: rest_v,
        ..study.situation(SupplyState::EngineOff, inputs)
    };
    let mut live = Simulation::new(study, situation);
    let Ok(solution) = live.solve() else { return "no steady state".into() };
    let own = study.circuits.iter().position(|c| c.chain.origin == Origin::Battery).unwrap_or(0);
    let lamp = live.built.circuits.get(own).and_then(|c| c.lamps.iter().flatten().next());
    match lamp {
        Some(&lamp) => format!("{} at the lamps", volts(solution.across_v(&live.built.net, lamp))),
        None => "no lamps".into(),
    }
}

fn starts_text(run: &ShiftRun, shift: &Shift) -> String {
    let days = shift.days_parked.unwrap_or(ASSUMED_DAYS);
    let verdict = match run.starts {
        Starts::Yes => "starts",
        Starts::Doubtful => "may not start",
        Starts::No => "will not start",
    };
    format!(
        "After {days} days parked it {verdict}: {} charge, {} needed at {}.",
        shown(run.after_parking.start_percent, "%"),
        shown(run.needed_percent, "%"),
        shown(shift.battery_c.unwrap_or(ASSUMED_C), "°C")
    )
}

fn parts(isolation: Option<Isolation>, has_cut_off: bool, plant: &Plant) -> Vec<String> {
    let Some(isolation) = isolation else {
        let module = "low-voltage cut-off, 12.1 V off, 12.8 V on";
        return if has_cut_off { vec![module.into()] } else { Vec::new() };
    };
    let battery = plant.auxiliary.map_or(0.0, |(s, _)| s.capacity_ah);
    let mut out = vec![format!("auxiliary battery {battery:.0} Ah")];
    match isolation {
        Isolation::IgnitionRelay => out.push("continuous-duty relay, coil from ignition".into()),
        Isolation::VoltageSensing => {
            out.push(format!(
                "voltage-sensing relay: on at {ON_V} V after {ON_DELAY_S:.0} s, off below {OFF_V} V after \
                 {OFF_DELAY_S:.0} s"
            ));
        }
        Isolation::DiodeIsolator => out.push("diode isolator on a heat sink".into()),
        Isolation::DcDc => out.push(format!("DC-DC charger {:.0} A", plant.charger_a)),
        Isolation::ManualSwitch => out.push("battery switch".into()),
    }
    out.push("two fuses: one at each battery, both feed the cable".into());
    out
}

fn mind(isolation: Option<Isolation>, plant: &Plant, job: &Job) -> Vec<String> {
    let lithium = plant.auxiliary.is_some_and(|(s, _)| s.chemistry == Chemistry::Lifepo4);
    let mut out: Vec<String> = Vec::new();
    match isolation {
        None if plant.has_cut_off => {
            out.push("Set by the wish: \"until the battery is low\".".into());
        }
        None => out.push("A low-voltage cut-off keeps enough to start.".into()),
        Some(Isolation::IgnitionRelay) => {
            out.push("Joins both batteries while the key is on, engine off too.".into());
        }
        Some(Isolation::VoltageSensing) => {
            out.push(if plant.regulated_v / plant.batteries < ON_V {
                "The alternator stays below 13.3 V: the relay never closes.".into()
            } else {
                "Does not work with a battery-managed (smart) alternator.".into()
            });
            if lithium {
                out.push("A lithium battery rests at 13.3 V: the relay stays closed.".into());
            }
        }
        Some(Isolation::DiodeIsolator) => {
            out.push("Its 0.7 V is missing at the end of charging; 42 W of heat at 60 A.".into());
        }
        Some(Isolation::DcDc) => {
            let input_a = plant.charger_a * 14.4 / (CHARGER_PART * 12.5);
            out.push(format!("Draws up to {} from the starting battery's side.", amps(input_a)));
        }
        Some(Isolation::ManualSwitch) => {
            out.push("A hand that forgets it joins both batteries: both go flat.".into());
        }
    }
    let cold = job.shift.as_ref().and_then(|s| s.battery_c).is_some_and(|c| c < 0.0);
    if lithium && cold {
        out.push("Lithium must not be charged below freezing.".into());
    }
    out
}
