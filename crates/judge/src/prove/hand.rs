//! Checks beside those of the lit circuit: what is read before, with the power off, by hand and eye, and on the
//! whole vehicle; and which check relies on which.

use crate::prove::checks::{
    Check, Judgement, Quantity, Totals, Verdict, amp_tolerance, judged, volt_tolerance,
};
use crate::prove::figures::Proving;
use crate::prove::short_set;
use jovek_base::figure::shown;
use jovek_catalog::meter::LEADS_OHM;
use jovek_job::{Auxiliary, CheckId, Chemistry, CircuitId, Isolation, Job};
use jovek_phrases::common;
use jovek_phrases::{capital, prove as say};
use jovek_plan::chain::{Chain, Origin};
use jovek_plan::inputs::Assignment;
use jovek_plan::switching::{ContactOf, Rung};

/// What an ohmmeter may show too much on its lowest range: two counts, ohm. Common practice.
const COUNTS_OHM: f64 = 0.2;
/// Least between a feed and the frame with filament lamps out or LED lamps on it, ohm. Common practice: a
/// chafed wire shows a few ohm, an LED lamp thousands.
const SOUND_OHM: f64 = 1000.0;
/// Most that modules of a vehicle draw when all sleeps, A. Common practice: 30 to 50 mA is usual, 80 mA the most.
const ASLEEP_A: f64 = 0.08;
/// What modules usually draw when all sleeps, A. Common practice: 30 to 50 mA.
const USUAL_ASLEEP_A: f64 = 0.03;
/// A battery that gives less is not clamped, A.
const LEAST_TOTAL_A: f64 = 0.2;
/// What an ohmmeter shows where nothing conducts, ohm.
const OPEN_OHM: f64 = 1e7;
/// Most of a wire that is off, V. Common practice.
const OFF_V: f64 = 0.5;
/// How the ids of functions tried one after the other begin; what is on follows.
pub const SEQUENCE: &str = "sequence|";
/// Most functions tried one after the other.
const MOST_STATES: usize = 16;

/// A check as it is put together.
pub(super) struct Draft<'a> {
    pub(super) key: String,
    pub(super) circuit: Option<&'a CircuitId>,
    pub(super) name: String,
    pub(super) how: String,
    pub(super) quantity: Quantity,
    pub(super) expected: f64,
    pub(super) window: (f64, f64),
    /// What a reading outside suggests: below, above.
    pub(super) advice: (&'static str, &'static str),
}

/// Puts a check down with what was read of it.
pub(super) fn push(job: &Job, draft: Draft, out: &mut Vec<Check>) {
    let id = CheckId(draft.key);
    let (low, high) = draft.window;
    let (reading, verdict) = judged(job, &id, low, high);
    let unit = draft.quantity.unit();
    let yes_no = |v: f64| if v > 0.5 { common::yes() } else { common::no() }.to_owned();
    let (expected_text, window_text) = match draft.quantity {
        Quantity::YesNo => (yes_no(draft.expected), String::new()),
        Quantity::Ohm if draft.expected >= SOUND_OHM => {
            (common::open().to_owned(), say::above_kohm(&(low / 1000.0)))
        }
        Quantity::Ohm if high >= OPEN_OHM => {
            (shown(draft.expected, unit).to_string(), say::above(&shown(low, unit)))
        }
        _ => {
            let low_text = shown(low, unit).to_string();
            let low_text = low_text.trim_end_matches(unit).trim().to_owned();
            (shown(draft.expected, unit).to_string(), say::to(&low_text, &shown(high, unit)))
        }
    };
    let says = match verdict {
        Verdict::Waiting => "",
        Verdict::Good => say::as_expected(),
        Verdict::Low => draft.advice.0,
        Verdict::High => draft.advice.1,
    };
    out.push(Check {
        id,
        circuit: draft.circuit.cloned(),
        name: draft.name,
        how: draft.how,
        quantity: draft.quantity,
        expected: draft.expected,
        low,
        high,
        expected_text,
        window_text,
        relies_on: Vec::new(),
        is_short: false,
        seconds: short_set::seconds(draft.quantity),
        judgement: Judgement { verdict, says: says.to_owned(), reading },
    });
}

/// What is read before anything is joined.
pub(super) fn before(job: &Job, out: &mut Vec<Check>) {
    push(
        job,
        Draft {
            key: "battery.before_a".into(),
            circuit: None,
            name: say::key_off_before_the_work().into(),
            how: say::all_off_doors_shut_modules_asleep().into(),
            quantity: Quantity::A,
            expected: USUAL_ASLEEP_A,
            window: (0.0, ASLEEP_A),
            advice: (say::minus_sign_the_leads(), say::something_is_awake_or_on_wait()),
        },
        out,
    );
}

/// What the readings of a circuit before it is lit are worked out from.
pub(super) struct Cold {
    /// It has a fuse of its own.
    pub(super) is_fused: bool,
    /// From the lamp's minus to battery negative, ohm.
    pub(super) ground_ohm: f64,
    /// The most of that on a sound vehicle, ohm.
    pub(super) most_ground_ohm: f64,
    /// From the load side of its fuse to ground with the switch on, ohm.
    pub(super) feed_ohm: f64,
    /// Where it starts, V.
    pub(super) open_v: f64,
    /// Between what the plug of an unplugged lamp may show, V.
    pub(super) open_span_v: (f64, f64),
}

/// How far the resistance of a coil may lie below its figure: cold, and as made. Common practice.
const COIL_PART: f64 = 0.6;
/// Most that a diode on the way takes at a voltmeter's current, V.
const OPEN_DIODE_V: f64 = 0.5;

/// What is read on a circuit before it is lit.
pub(super) fn cold(job: &Job, chain: &Chain, cold: &Cold, out: &mut Vec<Check>) {
    let (id, name) = (&chain.id, &chain.name);
    let mut check = |key: &str, what: &str, how: &str, quantity, expected, window, advice| {
        let draft = Draft {
            key: format!("{id}.{key}"),
            circuit: Some(id),
            name: format!("{name}: {what}"),
            how: how.to_owned(),
            quantity,
            expected,
            window,
            advice,
        };
        push(job, draft, out);
    };
    // Where a switch of the vehicle grounds the lamps, the way back is open and the joint is live with the function off.
    if !chain.is_ground_switched {
        let high_ohm = (cold.most_ground_ohm + LEADS_OHM + COUNTS_OHM).max(0.5);
        check(
            "ground_ohm",
            say::resistance_to_ground(),
            say::battery_negative_off_red_on_lamp(),
            Quantity::Ohm,
            cold.ground_ohm + LEADS_OHM,
            (0.0, (high_ohm * 10.0).round() / 10.0),
            (say::check_the_leads(), say::no_clean_ground_bare_metal_toothed()),
        );
    }
    if cold.is_fused && !chain.has_filament() {
        let coils_ohm = Some(cold.feed_ohm).filter(|ohm| COIL_PART * ohm < SOUND_OHM);
        let (how, expected, least) = match coils_ohm {
            Some(ohm) => (say::switch_on_the_coil_shows(), ohm, (COIL_PART * ohm).floor()),
            None => (say::switch_on(), SOUND_OHM * 10.0, SOUND_OHM),
        };
        check(
            "load_ohm",
            say::load_side_of_the_fuse(),
            &say::battery_negative_off_fuse_out_red(&how),
            Quantity::Ohm,
            expected,
            (least, OPEN_OHM),
            (say::the_feed_is_shorted(), ""),
        );
    }
    if chain.origin != Origin::Battery && !chain.is_ground_switched {
        check(
            "source_off_v",
            if chain.is_plug {
                say::factory_plug_function_off()
            } else {
                say::factory_joint_function_off()
            },
            match chain.is_plug {
                true => say::function_off_red_in_the_plug(),
                false => say::function_off_red_on_the_joint(),
            },
            Quantity::V,
            0.0,
            (-OFF_V, OFF_V),
            (say::minus_sign_the_leads(), say::live_with_the_function_off_another()),
        );
    }
    check(
        "polarity_v",
        say::polarity_at_the_plug(),
        say::lamp_not_plugged_switched_on_red(),
        Quantity::V,
        cold.open_v,
        polarity_window(chain, cold.open_span_v),
        (say::minus_sign_the_two_pins(), say::engine_running_read_the_battery_again()),
    );
}

/// Between what an unplugged lamp's plug may show, V: the lamps beside it may load the feed, or none does.
fn polarity_window(chain: &Chain, (low_v, high_v): (f64, f64)) -> (f64, f64) {
    let has_diodes = chain.switching.as_ref().is_some_and(|s| s.lamps_from.diodes() > 0);
    let diode_v = if has_diodes { OPEN_DIODE_V } else { 0.0 };
    let hundredth = |v: f64| (v * 100.0).round() / 100.0;
    (hundredth(low_v - diode_v - volt_tolerance(low_v)), hundredth(high_v + volt_tolerance(high_v)))
}

/// What is tried by hand while a circuit is lit.
pub(super) fn lit(job: &Job, chain: &Chain, is_fused: bool, out: &mut Vec<Check>) {
    let (id, name) = (&chain.id, &chain.name);
    let mut check = |key: &str, what: &str, how: String, expected: f64, advice| {
        let draft = Draft {
            key: format!("{id}.{key}"),
            circuit: Some(id),
            name: format!("{name}: {what}"),
            how,
            quantity: Quantity::YesNo,
            expected,
            window: (expected, expected),
            advice,
        };
        push(job, draft, out);
    };
    check(
        "wiggle",
        say::flickers_when_moved(),
        say::lamps_on_move_every_connector_pull().into(),
        0.0,
        ("", say::renew_that_joint_now_it_will()),
    );
    if !chain.sync_legs.is_empty() {
        check(
            "in_step",
            say::all_lamps_in_step_one_pattern(),
            say::lamps_on_for_a_minute_count().into(),
            1.0,
            (say::one_flashes_on_its_own(), ""),
        );
    }
    // Lamps that hang on other wires too stay lit; so may those behind a relay that holds itself, fed through it by
    // the signal.
    let is_fed_apart = chain.switching.as_ref().is_some_and(|s| {
        let holds = |r: &Rung| r.contacts().iter().any(|c| matches!(c, ContactOf::Relay { .. }));
        let mixes = |r: &Rung| r.uses_feed() && !r.taps().is_empty() && holds(r);
        !s.lamps_from.taps().is_empty() || s.rungs().any(mixes)
    });
    if is_fused && !is_fed_apart {
        check(
            "fuse_pull",
            say::out_with_its_fuse_and_nothing(),
            say::lit_in_one_way_alone_pull().into(),
            1.0,
            (say::it_is_fed_by_another_fuse(), ""),
        );
    }
}

/// What is read and tried on the whole vehicle.
pub(super) fn whole(
    proving: &Proving,
    (start, auxiliary): (&Totals, Option<&Totals>),
    out: &mut Vec<Check>,
) {
    let job = proving.job;
    if let Some(a) = job.supply.auxiliary.as_ref().filter(|a| a.fitted.is_some()) {
        charges(job, a, out);
    }
    let chains: Vec<&Chain> = proving.installed.parts.iter().map(|(c, _)| *c).collect();
    if chains.is_empty() {
        return;
    }
    for a in states(proving, &chains) {
        let keys = proving.inputs.keys(job, a).join("+");
        let lit: Vec<&str> =
            chains.iter().filter(|c| c.follows.holds(a)).map(|c| c.name.as_str()).collect();
        let seen = match lit.as_slice() {
            [] => say::no_added_lamp_lit().to_owned(),
            some => say::lit_no_other_added_lamp(&some.join(", ")),
        };
        push(
            job,
            Draft {
                key: format!("{SEQUENCE}{keys}"),
                circuit: None,
                name: say::with(&proving.inputs.words(job, a)),
                how: say::factory_lamps_as_before_no_message(&seen),
                quantity: Quantity::YesNo,
                expected: 1.0,
                window: (1.0, 1.0),
                advice: (say::not_as_wished_look(), ""),
            },
            out,
        );
    }
    let before_a = job.last_reading(&CheckId::from("battery.before_a")).map(|r| r.value);
    let battery = Battery {
        key: "battery",
        name: "",
        pole: say::the_battery_negative(),
        asleep_a: (before_a.unwrap_or(USUAL_ASLEEP_A), before_a.unwrap_or(ASLEEP_A)),
    };
    let on =
        proving.most_without_key().map(|s| say::inputs_on(&proving.inputs.words(job, s.inputs)));
    currents(job, &battery, (start, on.as_deref()), out);
    if let Some(totals) = auxiliary {
        let battery = Battery {
            key: "auxiliary",
            name: say::auxiliary_battery(),
            pole: say::the_auxiliary_battery_negative(),
            asleep_a: (0.0, 0.0),
        };
        currents(job, &battery, (totals, on.as_deref()), out);
    }
}

/// Whether a second battery that was fitted is charged at all: it then shows more than any of its kind at rest, 12.85 V
/// of lead or 13.4 V of lithium. Common practice.
fn charges(job: &Job, auxiliary: &Auxiliary, out: &mut Vec<Check>) {
    let n = job.vehicle.system.batteries();
    let least_v = match auxiliary.battery.chemistry {
        Chemistry::Lifepo4 => 13.6,
        Chemistry::Flooded | Chemistry::Agm => 13.2,
    };
    let closes = match auxiliary.isolation {
        Isolation::VoltageSensing => say::wait_for_the_relay_to_close(),
        Isolation::ManualSwitch => say::battery_switch(),
        Isolation::IgnitionRelay | Isolation::DiodeIsolator | Isolation::DcDc => {
            say::all_lamps_off()
        }
    };
    push(
        job,
        Draft {
            key: "auxiliary.charges".into(),
            circuit: None,
            name: say::auxiliary_battery_charged_with_the_engine().into(),
            how: say::engine_on_red_on_its_plus(&closes, &shown(least_v * n, "V")),
            quantity: Quantity::YesNo,
            expected: 1.0,
            window: (1.0, 1.0),
            advice: (say::check_both_charge_fuses(), ""),
        },
        out,
    );
}

/// A battery whose currents are read.
struct Battery {
    key: &'static str,
    name: &'static str,
    pole: &'static str,
    /// What it gives with everything off, without what is added, usually and at most, A: as it was read before.
    asleep_a: (f64, f64),
}

/// What flows out of a battery: most lit, and with the key out.
fn currents(
    job: &Job,
    battery: &Battery,
    (totals, on): (&Totals, Option<&str>),
    out: &mut Vec<Check>,
) {
    let Battery { key, name, pole, asleep_a } = *battery;
    let said = |what: &str| match name.is_empty() {
        true => capital(what),
        false => format!("{name}{what}"),
    };
    let (total_a, (low_a, high_a)) = totals.total_a;
    let hundredth = |a: f64| (a * 100.0).round() / 100.0;
    if let Some(on) = on.filter(|_| total_a >= LEAST_TOTAL_A) {
        push(
            job,
            Draft {
                key: format!("{key}.total_a"),
                circuit: None,
                name: said(say::current_in_all_added_lamps()),
                how: say::engine_off_nothing_else_clamp_round(&on, &pole),
                quantity: Quantity::A,
                expected: total_a,
                window: (
                    hundredth(low_a - 2.0 * amp_tolerance(low_a)),
                    hundredth(high_a + ASLEEP_A + amp_tolerance(high_a)),
                ),
                advice: (say::a_circuit_is_out_or_draws(), say::something_else()),
            },
            out,
        );
    }
    let (key_off_a, most_key_off_a) = totals.key_off_a;
    let expected = asleep_a.0 + key_off_a.max(0.0);
    let most_a = asleep_a.1 + most_key_off_a.max(0.0);
    push(
        job,
        Draft {
            key: format!("{key}.key_off_a"),
            circuit: None,
            name: said(say::key_off_after_the_work()),
            how: say::all_off_doors_shut_modules_asleep_meter(&pole),
            quantity: Quantity::A,
            expected,
            window: (0.0, hundredth(most_a + 0.02)),
            advice: (say::check_the_leads(), say::something_that_was_added_stays()),
        },
        out,
    );
}

/// Combinations in which the functions are tried: nothing, each way to light each circuit, most at once.
fn states(proving: &Proving, chains: &[&Chain]) -> Vec<Assignment> {
    let mut out = vec![Assignment::NONE];
    let singles = chains.iter().flat_map(|c| c.lit_by.iter().copied());
    for a in singles.chain(proving.scenes.iter().map(|s| s.inputs)) {
        if !out.contains(&a) && out.len() < MOST_STATES {
            out.push(a);
        }
    }
    out
}

/// What each check relies on, by its place in the trade's order: the battery before all, no power before the
/// ground and the feed are sound, no lamp before its source, drops and currents before hands, single circuits
/// before the whole.
pub(super) fn relies(checks: &mut [Check]) {
    let ids: Vec<CheckId> = checks.iter().map(|c| c.id.clone()).collect();
    for check in checks.iter_mut() {
        let (of, key) = check.id.0.rsplit_once('.').unwrap_or(("", check.id.0.as_str()));
        let own = |keys: &[&str]| -> Vec<CheckId> {
            keys.iter().map(|k| CheckId(format!("{of}.{k}"))).collect()
        };
        let rest = || vec![CheckId::from("battery.rest_v")];
        let lamps = |keys: &[&str]| -> Vec<CheckId> {
            let of_lamp = |id: &&CheckId| {
                !id.0.starts_with("battery.")
                    && keys.iter().any(|k| id.0.ends_with(&format!(".{k}")))
            };
            ids.iter().filter(of_lamp).cloned().collect()
        };
        let wanted = if check.id.0.starts_with(SEQUENCE) {
            lamps(&["lamp_v"])
        } else if of == "battery" || of == "auxiliary" {
            match key {
                "on_v" => rest(),
                "total_a" => lamps(&["current_a"]),
                "key_off_a" if of == "battery" => vec![CheckId::from("battery.before_a")],
                _ => Vec::new(),
            }
        } else {
            match key {
                "source_off_v" => rest(),
                "fuse_v" | "source_v" => {
                    [rest(), own(&["ground_ohm", "load_ohm", "source_off_v"])].concat()
                }
                "polarity_v" => own(&["ground_ohm", "load_ohm", "source_off_v"]),
                "lamp_v" => own(&["fuse_v", "source_v", "polarity_v"]),
                "current_a" | "feed_v" | "ground_v" => own(&["lamp_v"]),
                "swap_a" => rest(),
                "swap_works" => own(&["swap_a"]),
                "wiggle" | "fuse_pull" => own(&["lamp_v", "current_a", "feed_v", "ground_v"]),
                _ => Vec::new(),
            }
        };
        check.relies_on = wanted.into_iter().filter(|id| ids.contains(id)).collect();
    }
}
