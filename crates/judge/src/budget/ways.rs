//! The ways to feed the added lights, run through the same shift and put side by side.

use super::sensing::{OFF_DELAY_S, OFF_V, ON_DELAY_S, ON_V};
use super::shift::{
    ASSUMED_C, ASSUMED_DAYS, ASSUMED_KEY_OFF_MA, ASSUMED_START_PERCENT, Draw, Plant, ShiftRun,
    Starts, Store, run,
};
use crate::loads::{OwnLoad, own_loads};
use crate::proof::simulation::Simulation;
use jovek_base::figure::{amps, amps_or_milli, hours_text, shown, volts};
use jovek_base::units::Units;
use jovek_catalog::battery::CHARGER_PART;
use jovek_circuit::Device;
use jovek_job::{Auxiliary, Chemistry, Feed, Isolation, Job, Leg, Shift, SupplyState};
use jovek_phrases::budget as say;
use jovek_phrases::common;
use jovek_plan::chain::Origin;
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::Situation;
use jovek_plan::study::study;
use jovek_plan::study::{Assessment, Studied};
use jovek_plan::supply::PlannedSupply;
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
        .map(|(isolation, has_cut_off)| {
            let is_used = is_used((isolation, has_cut_off));
            let fed = Fed::new(job, &study, isolation);
            fed.way(&shift, has_cut_off, is_used)
        })
        .collect();
    let running = own_loads(job, &study, SupplyState::Charging);
    let resting = own_loads(job, &study, SupplyState::EngineOff);
    Budget {
        ways,
        circuits: study
            .circuits
            .iter()
            .zip(&resting)
            .map(|(c, load)| circuit_text(job, &study, c, load))
            .collect(),
        alternator_text: alternator_text(&study.supply, running.iter().map(|l| l.lit_a).sum()),
        shift,
    }
}

/// `Beacons: 1.20 A on average, flashing`, with what it takes while parked.
fn circuit_text(job: &Job, study: &Assessment, circuit: &Studied, load: &OwnLoad) -> String {
    let name = &circuit.chain.name;
    let lit_by = &circuit.chain.lit_by;
    let is_towing = |a: &Assignment| circuit.chain.is_lit_by_towing(&study.factory, *a);
    if !lit_by.is_empty() && lit_by.iter().all(is_towing) {
        return say::lit_by_the_towing_vehicle(&name);
    }
    let flashes = job.circuits[circuit.index].flashes();
    let average = if flashes { say::on_average_flashing() } else { "" };
    let parked = if load.parked_a >= LEAST_A {
        say::while_parked(&amps_or_milli(load.parked_a))
    } else {
        String::new()
    };
    format!("{name}: {}{average}{parked}", amps(load.lit_a))
}

/// Less than this is nothing, A.
const LEAST_A: f64 = 0.000_5;

/// The alternator against everything at once.
fn alternator_text(supply: &PlannedSupply, added_a: f64) -> Vec<String> {
    let takes_a = super::shift::VEHICLE_A / supply.batteries + added_a;
    let against = |what: &str, gives_a: f64| {
        let verdict = if takes_a <= 0.8 * gives_a {
            say::within_80()
        } else if takes_a <= gives_a {
            say::above_80()
        } else {
            say::more_than_it_gives_the_battery()
        };
        say::for_everything_at_once_against(&what, &amps(takes_a), &amps(gives_a), &verdict)
    };
    vec![against(say::driving(), supply.working_a), against(common::idling(), supply.idle_a)]
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

/// The job as it would be with a way to feed its lights, planned and sized for it.
struct Fed {
    job: Job,
    study: Assessment,
    isolation: Option<Isolation>,
}

impl Fed {
    /// `study` is of the job as it stands: it says which circuits an auxiliary battery feeds.
    fn new(job: &Job, study: &Assessment, isolation: Option<Isolation>) -> Fed {
        let mut job = job.clone();
        if job.supply.auxiliary.as_ref().map(|a| a.isolation) != isolation {
            for c in &study.circuits {
                let feed = &mut job.circuits[c.index].feed;
                match isolation {
                    Some(_) if moves(study, c) => *feed = Some(Feed::Auxiliary {}),
                    None if c.chain.is_auxiliary => *feed = Some(Feed::Battery {}),
                    _ => {}
                }
            }
            job.supply.auxiliary = isolation.map(|isolation| Auxiliary {
                isolation,
                ..job.supply.auxiliary.take().unwrap_or_default()
            });
        }
        let study = jovek_plan::study::study(&job);
        Fed { job, study, isolation }
    }

    fn plant(&self, has_cut_off: bool) -> Plant {
        let supply = &self.study.supply;
        let n = supply.batteries;
        let auxiliary = supply.auxiliary;
        let loads = own_loads(&self.job, &self.study, SupplyState::EngineOff);
        Plant {
            start: Store {
                chemistry: supply.chemistry,
                capacity_ah: supply.capacity_ah,
                ohm_each: supply.internal_ohm / n,
            },
            auxiliary: auxiliary.map(|a| {
                let store = Store {
                    chemistry: a.chemistry,
                    capacity_ah: a.capacity_ah,
                    ohm_each: a.internal_ohm / n,
                };
                (store, a.isolation)
            }),
            charger_a: auxiliary.map_or(0.0, |a| a.charger_a),
            cable_ohm: auxiliary.map_or(0.0, |a| a.cable_ohm),
            batteries: n,
            regulated_v: supply.regulated_v,
            working_a: supply.working_a,
            idle_a: supply.idle_a,
            has_cut_off,
            circuits: self
                .study
                .circuits
                .iter()
                .zip(loads)
                .map(|(c, load)| Draw {
                    circuit: c.chain.id.clone(),
                    load,
                    is_auxiliary: c.chain.is_auxiliary,
                })
                .collect(),
        }
    }

    fn way(&self, shift: &Shift, has_cut_off: bool, is_used: bool) -> SupplyWay {
        let isolation = self.isolation;
        let plant = self.plant(has_cut_off);
        let run = run(&plant, shift);
        let is_lithium =
            plant.auxiliary.is_some_and(|(store, _)| store.chemistry == Chemistry::Lifepo4);
        let can_flatten = match isolation {
            None => !has_cut_off,
            Some(Isolation::ManualSwitch) => true,
            // Lithium rests above the voltage at which it opens: both stay joined.
            Some(Isolation::VoltageSensing) => is_lithium,
            Some(_) => false,
        };
        SupplyWay {
            label: label(isolation, has_cut_off).into(),
            isolation,
            is_used,
            lamp_text: self.lamp_text(&run),
            reached_text: if isolation.is_some() {
                say::ah_reached(&run.reached_ah)
            } else {
                say::no_second_battery().into()
            },
            can_flatten,
            flatten_text: if can_flatten {
                say::lights_left_on_flatten_the_starting().into()
            } else if isolation.is_none() {
                say::lights_go_out_at_12_1().into()
            } else {
                say::the_starting_battery_is_kept_apart().into()
            },
            starts_text: starts_text(&run, shift, self.job.shop.units),
            light_text: match run.light_left_h {
                Some(h) => say::of_light_left(&hours_text(h)),
                None => say::nothing_lit_in_this_shift().into(),
            },
            parts: parts(isolation, has_cut_off, &plant),
            mind: mind(isolation, &plant, shift),
            run,
        }
    }

    /// Volts at the weakest lamp of the first circuit on a battery, engine off, at the charge that the shift leaves
    /// in each battery.
    fn lamp_text(&self, run: &ShiftRun) -> String {
        let study = &self.study;
        let supply = &study.supply;
        let situation = Situation {
            open_circuit_v: supply.open_circuit_v(run.after_shift.start_percent),
            ..study.situation(SupplyState::EngineOff, study.most_lit())
        };
        let mut live = Simulation::new(study, situation);
        let auxiliary = run.after_shift.auxiliary_percent;
        let auxiliary = auxiliary.and_then(|percent| supply.auxiliary_battery(percent));
        if let (Some(element), Some(battery)) = (live.built.auxiliary, auxiliary) {
            live.set(element, Device::Battery(battery));
        }
        let Ok(solution) = live.solve() else { return say::no_steady_state().into() };
        let own =
            study.circuits.iter().position(|c| c.chain.origin == Origin::Battery).unwrap_or(0);
        let lamp = live.built.circuits.get(own).and_then(|circuit| {
            let (light, n) = circuit.weakest_lamp(&live.built.net, &solution)?;
            Some(circuit.lamps[light][n])
        });
        match lamp {
            Some(lamp) => say::at_the_lamps(&volts(solution.across_v(&live.built.net, lamp))),
            None => say::no_lamps().into(),
        }
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
        None if has_cut_off => say::one_battery_with_cut_off(),
        None => say::one_battery(),
        Some(Isolation::IgnitionRelay) => say::ignition_relay(),
        Some(Isolation::VoltageSensing) => say::voltage_sensing_relay(),
        Some(Isolation::DiodeIsolator) => say::diode_isolator(),
        Some(Isolation::DcDc) => common::dc_dc_charger(),
        Some(Isolation::ManualSwitch) => say::manual_battery_switch(),
    }
}

fn starts_text(run: &ShiftRun, shift: &Shift, units: Units) -> String {
    let days = shift.days_parked.unwrap_or(ASSUMED_DAYS);
    let verdict = match run.starts {
        Starts::Yes => say::starts(),
        Starts::Doubtful => say::may_not_start(),
        Starts::No => say::will_not_start(),
    };
    say::after_days_parked_it_charge_needed(
        &days,
        &verdict,
        &shown(run.after_parking.start_percent, "%"),
        &shown(run.needed_percent, "%"),
        &units.degrees(shift.battery_c.unwrap_or(ASSUMED_C)),
    )
}

fn parts(isolation: Option<Isolation>, has_cut_off: bool, plant: &Plant) -> Vec<String> {
    let Some(isolation) = isolation else {
        let module = say::low_voltage_cut_off_12_1();
        return if has_cut_off { vec![module.into()] } else { Vec::new() };
    };
    let battery = plant.auxiliary.map_or(0.0, |(s, _)| s.capacity_ah);
    let mut out = vec![say::auxiliary_battery_ah(&battery)];
    match isolation {
        Isolation::IgnitionRelay => {
            out.push(say::continuous_duty_relay_coil_from_ignition().into())
        }
        Isolation::VoltageSensing => {
            out.push(say::voltage_sensing_relay_on_at_v(&ON_V, &ON_DELAY_S, &OFF_V, &OFF_DELAY_S));
        }
        Isolation::DiodeIsolator => out.push(say::diode_isolator_on_a_heat_sink().into()),
        Isolation::DcDc => out.push(say::dc_dc_charger(&plant.charger_a)),
        Isolation::ManualSwitch => out.push(common::battery_switch().into()),
    }
    out.push(say::two_fuses_one_at_each_battery().into());
    out
}

fn mind(isolation: Option<Isolation>, plant: &Plant, shift: &Shift) -> Vec<String> {
    let lithium = plant.auxiliary.is_some_and(|(s, _)| s.chemistry == Chemistry::Lifepo4);
    let mut out: Vec<String> = Vec::new();
    match isolation {
        None if plant.has_cut_off => {
            out.push(say::set_by_the_wish_until().into());
        }
        None => out.push(say::a_low_voltage_cut_off_keeps().into()),
        Some(Isolation::IgnitionRelay) => {
            out.push(say::joins_both_batteries_while_the_key().into());
        }
        Some(Isolation::VoltageSensing) => {
            out.push(if plant.regulated_v / plant.batteries < ON_V {
                say::the_alternator_stays_below_13_3().into()
            } else {
                say::does_not_work_with_a_battery().into()
            });
            if lithium {
                out.push(say::a_lithium_battery_rests_at_13().into());
            }
        }
        Some(Isolation::DiodeIsolator) => {
            out.push(say::its_0_7_v_is_missing().into());
        }
        Some(Isolation::DcDc) => {
            let input_a = plant.charger_a * 14.4 / (CHARGER_PART * 12.5);
            out.push(say::draws_up_to_from_the_starting(&amps(input_a)));
        }
        Some(Isolation::ManualSwitch) => {
            out.push(say::a_hand_that_forgets_it_joins().into());
        }
    }
    let cold = shift.battery_c.is_some_and(|c| c < 0.0);
    if lithium && cold {
        out.push(say::lithium_must_not_be_charged_below().into());
    }
    out
}
