//! One shift with one way to feed the lights: charge of each battery over time.

use super::battery::{accepted_a, capacity_part, needed_to_start_percent, taken_ah_per_h};
use super::sensing::Sensing;
use crate::loads::OwnLoad;
use jovek_catalog::battery::CHARGER_PART;
use jovek_catalog::battery::open_circuit_v;
use jovek_job::{Chemistry, CircuitId, Engine, Isolation, Shift};
use serde::Serialize;
use utoipa::ToSchema;

/// Steps of the simulation, h.
const STEP_H: f64 = 1.0 / 60.0;
/// What the running vehicle takes for itself at 12 V, A. Common practice: engine, lights, blower.
pub const VEHICLE_A: f64 = 30.0;
/// Key-off current of the vehicle itself when nobody measured it, mA. Common practice: 10 to 50.
pub const ASSUMED_KEY_OFF_MA: f64 = 30.0;
/// Days parked when nobody said: Friday evening to Monday morning.
pub const ASSUMED_DAYS: f64 = 2.5;
/// Temperature of the batteries when nobody said, °C.
pub const ASSUMED_C: f64 = 10.0;
/// Charge at the start when nobody said, percent.
pub const ASSUMED_START_PERCENT: f64 = 85.0;
/// Loss of a diode isolator, V. Common practice: silicon 0.6 to 1.0.
const ISOLATOR_V: f64 = 0.7;
/// Steps of the days parked, and how many of them make a point of the curve.
const PARKED_STEPS: u32 = 480;
const PARKED_A_POINT: u32 = 20;
/// Voltage below which lights are switched off by a cut-off, V for each 12 V, loaded. Common practice
/// for a starting battery: 12.0 to 12.2.
pub const CUT_OFF_V: f64 = 12.1;

/// A battery of the shift.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Store {
    /// How it is made.
    pub chemistry: Chemistry,
    /// Capacity at the 20-hour rate, Ah.
    pub capacity_ah: f64,
    /// Internal resistance of one 12 V battery, ohm.
    pub ohm_each: f64,
}

/// What a shift is run on.
#[derive(Debug, Clone)]
pub struct Plant {
    /// Starting battery.
    pub start: Store,
    /// Auxiliary battery with the way it is charged.
    pub auxiliary: Option<(Store, Isolation)>,
    /// Current of a DC-DC charger, A.
    pub charger_a: f64,
    /// Resistance of the cable between the batteries, ohm.
    pub cable_ohm: f64,
    /// 12 V batteries in series.
    pub batteries: f64,
    /// Regulated voltage, V.
    pub regulated_v: f64,
    /// Alternator while driving, A.
    pub working_a: f64,
    /// Alternator while idling, A.
    pub idle_a: f64,
    /// Lights switch off by themselves when the battery that feeds them is low.
    pub has_cut_off: bool,
    /// Each circuit with what it takes.
    pub circuits: Vec<Draw>,
}

/// What a circuit takes from the batteries.
#[derive(Debug, Clone, PartialEq)]
pub struct Draw {
    /// The circuit.
    pub circuit: CircuitId,
    /// Lit and parked.
    pub load: OwnLoad,
    /// True where the auxiliary battery feeds it.
    pub is_auxiliary: bool,
}

/// A point of the curve.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Point {
    /// Since the start, h.
    pub hour: f64,
    /// Charge of the starting battery, percent.
    pub start_percent: f64,
    /// Charge of the auxiliary battery, percent.
    pub auxiliary_percent: Option<f64>,
}

/// Whether the engine starts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Starts {
    /// It does.
    Yes,
    /// In doubt.
    Doubtful,
    /// It does not.
    No,
}

/// A shift, worked out.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ShiftRun {
    /// The curve, through the shift and the days parked.
    pub points: Vec<Point>,
    /// Hours of the shift.
    pub shift_h: f64,
    /// Charge at the end of the shift.
    pub after_shift: Point,
    /// Charge after the days parked.
    pub after_parking: Point,
    /// Hours of light left at the end of the shift with what was last lit; none where nothing was.
    pub light_left_h: Option<f64>,
    /// When a cut-off would put the lights out, h from the start.
    pub cut_off_h: Option<f64>,
    /// Whether the engine starts after parking.
    pub starts: Starts,
    /// Charge that it needs to start, percent.
    pub needed_percent: f64,
    /// Charge that reached the auxiliary battery, Ah.
    pub reached_ah: f64,
}

struct State {
    start: f64,
    auxiliary: f64,
    reached_ah: f64,
    sensing: Sensing,
}

/// Runs a shift.
pub fn run(plant: &Plant, shift: &Shift) -> ShiftRun {
    let battery_c = shift.battery_c.unwrap_or(ASSUMED_C);
    let begin = shift.start_percent.unwrap_or(ASSUMED_START_PERCENT);
    let mut state =
        State { start: begin, auxiliary: begin, reached_ah: 0.0, sensing: Sensing::default() };
    let mut points = vec![point(plant, 0.0, &state)];
    let mut hour = 0.0;
    let mut cut_off_h = None;
    let mut last_lit: (f64, bool) = (0.0, false);
    for leg in &shift.legs {
        let steps = ((leg.minutes / 60.0) / STEP_H).round().max(0.0) as usize;
        // What nobody lights takes what it takes parked.
        let (main_a, aux_a) = plant
            .taken_a(|d| if leg.lit.contains(&d.circuit) { d.load.lit_a } else { d.load.parked_a });
        if plant.circuits.iter().any(|d| d.load.lit_a > 0.0 && leg.lit.contains(&d.circuit)) {
            last_lit = if aux_a >= main_a { (aux_a, true) } else { (main_a, false) };
        }
        for step in 0..steps {
            let off = plant.has_cut_off && cut_off_h.is_some() && leg.engine == Engine::Off;
            let (main_a, aux_a) = if off { (0.0, 0.0) } else { (main_a, aux_a) };
            advance(plant, leg.engine, (main_a, aux_a), (battery_c, STEP_H), &mut state);
            hour += STEP_H;
            if leg.engine == Engine::Off
                && cut_off_h.is_none()
                && is_low(plant, (main_a, aux_a), &state)
            {
                cut_off_h = Some(hour);
            }
            if step % 5 == 4 || step + 1 == steps {
                points.push(point(plant, hour, &state));
            }
        }
    }
    let shift_h = hour;
    let after_shift = point(plant, hour, &state);
    let light_left_h = (last_lit.0 > 0.0).then(|| hours_left(plant, last_lit, battery_c, &state));
    let parked_h = 24.0 * shift.days_parked.unwrap_or(ASSUMED_DAYS);
    let vehicle_a = shift.key_off_ma.unwrap_or(ASSUMED_KEY_OFF_MA) / 1000.0;
    let parked = plant.taken_a(|d| d.load.parked_a);
    let step_h = parked_h / f64::from(PARKED_STEPS);
    for step in 0..PARKED_STEPS {
        let is_cut = plant.has_cut_off && is_low(plant, parked, &state);
        let (main_a, aux_a) = if is_cut { (0.0, 0.0) } else { parked };
        advance(plant, Engine::Off, (vehicle_a + main_a, aux_a), (battery_c, step_h), &mut state);
        hour += step_h;
        if step % PARKED_A_POINT == PARKED_A_POINT - 1 {
            points.push(point(plant, hour, &state));
        }
    }
    let needed_percent = needed_to_start_percent(battery_c);
    let starts = if state.start >= needed_percent {
        Starts::Yes
    } else if state.start >= needed_percent - 15.0 {
        Starts::Doubtful
    } else {
        Starts::No
    };
    ShiftRun {
        points,
        shift_h,
        after_shift,
        after_parking: point(plant, hour, &state),
        light_left_h,
        cut_off_h,
        starts,
        needed_percent,
        reached_ah: state.reached_ah,
    }
}

fn point(plant: &Plant, hour: f64, state: &State) -> Point {
    Point {
        hour,
        start_percent: state.start,
        auxiliary_percent: plant.auxiliary.map(|_| state.auxiliary),
    }
}

impl Plant {
    /// What all circuits take of the starting battery and of the auxiliary one, A.
    fn taken_a(&self, of: impl Fn(&Draw) -> f64) -> (f64, f64) {
        self.circuits.iter().fold((0.0, 0.0), |(main_a, aux_a), draw| {
            let amps = of(draw);
            if draw.is_auxiliary { (main_a, aux_a + amps) } else { (main_a + amps, aux_a) }
        })
    }
}

/// One step: lamps, alternator, charging.
fn advance(
    plant: &Plant,
    engine: Engine,
    (main_a, aux_a): (f64, f64),
    (battery_c, step_h): (f64, f64),
    state: &mut State,
) {
    let ah = |store: &Store| store.capacity_ah * capacity_part(store.chemistry, battery_c);
    let give = |store: &Store, charge: &mut f64, amps: f64| {
        let taken = taken_ah_per_h(store.chemistry, store.capacity_ah, amps);
        *charge = (*charge - 100.0 * taken * step_h / ah(store)).max(0.0);
    };
    let take = |store: &Store, charge: &mut f64, amps: f64| {
        *charge = (*charge + 100.0 * amps * step_h / ah(store)).min(100.0);
    };
    let available_a = match engine {
        Engine::Off => {
            match plant.auxiliary {
                Some((store, isolation)) => {
                    let joined = match isolation {
                        // A hand that forgets the switch leaves the batteries joined.
                        Isolation::ManualSwitch => 1.0,
                        Isolation::VoltageSensing => {
                            let rest_v = resting_v(plant, &store, state);
                            state.sensing.sees(rest_v, 3600.0 * step_h)
                        }
                        _ => 0.0,
                    };
                    // While they are joined both pay, each by its size.
                    let both = plant.start.capacity_ah + store.capacity_ah;
                    let share = |own_a: f64, of: &Store| {
                        (1.0 - joined) * own_a + joined * (main_a + aux_a) * of.capacity_ah / both
                    };
                    give(&plant.start, &mut state.start, share(main_a, &plant.start));
                    give(&store, &mut state.auxiliary, share(aux_a, &store));
                }
                None => give(&plant.start, &mut state.start, main_a + aux_a),
            }
            return;
        }
        Engine::Driving => plant.working_a,
        Engine::Idling => plant.idle_a,
    };
    let n = plant.batteries;
    let loads_a = VEHICLE_A / n + main_a;
    let mut spare_a = available_a - loads_a;
    // The auxiliary battery and its lamps, as far as the isolation lets current through.
    if let Some((store, isolation)) = plant.auxiliary {
        let mut closed_part = 1.0;
        let limit_a = match isolation {
            Isolation::VoltageSensing => {
                // It sees the regulated voltage, or a battery that is being emptied.
                let seen_v = if spare_a >= 0.0 {
                    plant.regulated_v / n
                } else {
                    open_circuit_v(plant.start.chemistry, state.start)
                        + spare_a * plant.start.ohm_each
                };
                closed_part = state.sensing.sees(seen_v, 3600.0 * step_h);
                f64::INFINITY
            }
            Isolation::DcDc => plant.charger_a,
            _ => f64::INFINITY,
        };
        let charge_v = match isolation {
            Isolation::DiodeIsolator => plant.regulated_v / n - ISOLATOR_V,
            Isolation::DcDc => 14.4,
            _ => plant.regulated_v / n,
        };
        let mut into_a =
            accepted_a(store.chemistry, store.capacity_ah, state.auxiliary, charge_v, battery_c);
        // The cable takes its part: one step of the loop V = Vc - I·R.
        let cable_v = into_a * plant.cable_ohm / n;
        if isolation != Isolation::DcDc {
            into_a = accepted_a(
                store.chemistry,
                store.capacity_ah,
                state.auxiliary,
                charge_v - cable_v,
                battery_c,
            );
        }
        let wanted_a = (into_a + aux_a).min(limit_a);
        let input_part = if isolation == Isolation::DcDc {
            14.4 * n / (plant.regulated_v * CHARGER_PART)
        } else {
            1.0
        };
        let given_a = closed_part * wanted_a.min((spare_a / input_part).max(0.0));
        spare_a -= given_a * input_part;
        let net_a = given_a - aux_a;
        if net_a >= 0.0 {
            take(&store, &mut state.auxiliary, net_a);
            state.reached_ah += net_a * step_h;
        } else {
            give(&store, &mut state.auxiliary, -net_a);
        }
    } else {
        spare_a -= aux_a;
    }
    if spare_a >= 0.0 {
        let volts_each = plant.regulated_v / n;
        let accepts_a = accepted_a(
            plant.start.chemistry,
            plant.start.capacity_ah,
            state.start,
            volts_each,
            battery_c,
        );
        take(&plant.start, &mut state.start, accepts_a.min(spare_a));
    } else {
        give(&plant.start, &mut state.start, -spare_a);
    }
}

/// What a sensing relay sees with the engine off, V for each 12 V: while it is closed, the battery that
/// rests higher holds both up.
fn resting_v(plant: &Plant, auxiliary: &Store, state: &State) -> f64 {
    let start_v = open_circuit_v(plant.start.chemistry, state.start);
    if !state.sensing.is_closed() {
        return start_v;
    }
    start_v.max(open_circuit_v(auxiliary.chemistry, state.auxiliary))
}

/// True where the loaded voltage of a battery that feeds lights is below the cut-off.
fn is_low(plant: &Plant, (main_a, aux_a): (f64, f64), state: &State) -> bool {
    let loaded = |store: &Store, percent, amps: f64| {
        open_circuit_v(store.chemistry, percent) - amps * store.ohm_each < CUT_OFF_V
    };
    match plant.auxiliary {
        Some((store, _)) if aux_a > 0.0 => loaded(&store, state.auxiliary, aux_a),
        _ if main_a + aux_a > 0.0 => loaded(&plant.start, state.start, main_a + aux_a),
        _ => false,
    }
}

/// Hours until the battery that feeds the lights is at the cut-off, engine off.
fn hours_left(
    plant: &Plant,
    (amps, on_auxiliary): (f64, bool),
    battery_c: f64,
    state: &State,
) -> f64 {
    let (store, percent) = match plant.auxiliary {
        Some((store, _)) if on_auxiliary => (store, state.auxiliary),
        _ => (plant.start, state.start),
    };
    let loaded = |p: f64| open_circuit_v(store.chemistry, p) - amps * store.ohm_each;
    // The charge at which the loaded voltage meets the cut-off, halving.
    let (mut low, mut high) = (0.0, 100.0);
    for _ in 0..40 {
        let middle = 0.5 * (low + high);
        if loaded(middle) < CUT_OFF_V {
            low = middle;
        } else {
            high = middle;
        }
    }
    let usable_ah = (percent - high).max(0.0) / 100.0
        * store.capacity_ah
        * capacity_part(store.chemistry, battery_c);
    usable_ah / taken_ah_per_h(store.chemistry, store.capacity_ah, amps)
}
