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
    let yes_no = |v: f64| if v > 0.5 { "yes" } else { "no" }.to_owned();
    let (expected_text, window_text) = match draft.quantity {
        Quantity::YesNo => (yes_no(draft.expected), String::new()),
        Quantity::Ohm if draft.expected >= SOUND_OHM => {
            ("open".to_owned(), format!("above {:.0} kohm", low / 1000.0))
        }
        Quantity::Ohm if high >= OPEN_OHM => {
            (shown(draft.expected, unit).to_string(), format!("above {}", shown(low, unit)))
        }
        _ => {
            let low_text = shown(low, unit).to_string();
            let low_text = low_text.trim_end_matches(unit).trim().to_owned();
            (
                shown(draft.expected, unit).to_string(),
                format!("{low_text} to {}", shown(high, unit)),
            )
        }
    };
    let says = match verdict {
        Verdict::Waiting => "",
        Verdict::Good => "As expected.",
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
            name: "Key off, before the work".into(),
            how: "All off, doors shut, modules asleep, nothing added joined yet. Meter in the \
                  battery's negative lead."
                .into(),
            quantity: Quantity::A,
            expected: USUAL_ASLEEP_A,
            window: (0.0, ASLEEP_A),
            advice: (
                "Minus sign: the leads are the wrong way round.",
                "Something is awake or on: wait until every module is asleep, half an hour if need be, then read again. What \
                 remains was there before: tell the owner and note it.",
            ),
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
            "resistance to ground",
            "Battery negative off. Red on lamp -, black on the clamp that was taken off, not on the post. The leads' own \
             0.1 to 0.2 ohm are included.",
            Quantity::Ohm,
            cold.ground_ohm + LEADS_OHM,
            (0.0, (high_ohm * 10.0).round() / 10.0),
            ("Check the leads.", "No clean ground: bare metal, toothed washer, tight; read again."),
        );
    }
    if cold.is_fused && !chain.has_filament() {
        let coils_ohm = Some(cold.feed_ohm).filter(|ohm| COIL_PART * ohm < SOUND_OHM);
        let (how, expected, least) = match coils_ohm {
            Some(ohm) => ("switch on: the coil shows", ohm, (COIL_PART * ohm).floor()),
            None => ("switch on", SOUND_OHM * 10.0, SOUND_OHM),
        };
        check(
            "load_ohm",
            "load side of the fuse to ground",
            &format!(
                "Battery negative off, fuse out, {how}. Red on the load side of the fuse, black on the clamp that \
                 was taken off."
            ),
            Quantity::Ohm,
            expected,
            (least, OPEN_OHM),
            (
                "The feed is shorted to the frame somewhere: leave the fuse out until it is found.",
                "",
            ),
        );
    }
    if chain.origin != Origin::Battery && !chain.is_ground_switched {
        check(
            "source_off_v",
            if chain.is_plug {
                "factory plug, function off"
            } else {
                "factory joint, function off"
            },
            match chain.is_plug {
                true => "Function off. Red in the plug's + pin, black on battery -.",
                false => "Function off. Red on the joint, black on battery -.",
            },
            Quantity::V,
            0.0,
            (-OFF_V, OFF_V),
            (
                "Minus sign: the leads are the wrong way round.",
                "Live with the function off: another wire, or a module that watches it.",
            ),
        );
    }
    check(
        "polarity_v",
        "polarity at the plug",
        "Lamp not plugged, switched on. Red where the lamp's + goes, black where its - goes.",
        Quantity::V,
        cold.open_v,
        polarity_window(chain, cold.open_span_v),
        (
            "Minus sign: the two pins are swapped. Little or none: feed or ground is open.",
            "Engine running? Read the battery again.",
        ),
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
        "flickers when moved?",
        "Lamps on. Move every connector, pull every crimp, bend what bends in use.".into(),
        0.0,
        ("", "Renew that joint now: it will not get better."),
    );
    if !chain.sync_legs.is_empty() {
        check(
            "in_step",
            "all lamps in step, one pattern?",
            "Lamps on for a minute. Count a few rounds; look past them, not into them.".into(),
            1.0,
            (
                "One flashes on its own: its sync lead is open, or its pattern is another. Set it again, then look at \
                 its sync joint.",
                "",
            ),
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
            "out with its fuse, and nothing else?",
            "Lit in one way alone. Pull the fuse: these lamps go out and nothing else does. Put it back."
                .into(),
            1.0,
            (
                "It is fed by another fuse too, or that fuse feeds more: find out before you close.",
                "",
            ),
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
            [] => "no added lamp lit".to_owned(),
            some => format!("{} lit, no other added lamp", some.join(", ")),
        };
        push(
            job,
            Draft {
                key: format!("{SEQUENCE}{keys}"),
                circuit: None,
                name: format!("With {}", proving.inputs.words(job, a)),
                how: format!("{seen}; factory lamps as before, no message on the dash."),
                quantity: Quantity::YesNo,
                expected: 1.0,
                window: (1.0, 1.0),
                advice: (
                    "Not as wished: look for the fault, or at the wish, before you go on.",
                    "",
                ),
            },
            out,
        );
    }
    let before_a = job.last_reading(&CheckId::from("battery.before_a")).map(|r| r.value);
    let battery = Battery {
        key: "battery",
        name: "",
        pole: "the battery's negative",
        asleep_a: (before_a.unwrap_or(USUAL_ASLEEP_A), before_a.unwrap_or(ASLEEP_A)),
    };
    let on =
        proving.most_without_key().map(|s| format!("with {}", proving.inputs.words(job, s.inputs)));
    currents(job, &battery, (start, on.as_deref()), out);
    if let Some(totals) = auxiliary {
        let battery = Battery {
            key: "auxiliary",
            name: "Auxiliary battery: ",
            pole: "the auxiliary battery's negative",
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
        Isolation::VoltageSensing => "wait for the relay to close",
        Isolation::ManualSwitch => "battery switch on",
        Isolation::IgnitionRelay | Isolation::DiodeIsolator | Isolation::DcDc => "all lamps off",
    };
    push(
        job,
        Draft {
            key: "auxiliary.charges".into(),
            circuit: None,
            name: "Auxiliary battery: charged with the engine on?".into(),
            how: format!(
                "Engine on, {closes}. Red on its +, black on its -: above {} within a minute, and at rest again with \
                 the engine off.",
                shown(least_v * n, "V")
            ),
            quantity: Quantity::YesNo,
            expected: 1.0,
            window: (1.0, 1.0),
            advice: (
                "Check both charge fuses, then the isolator: does it close, is its ground good?",
                "",
            ),
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
    let said = |what: &str| {
        let mut text = format!("{name}{what}");
        if name.is_empty() {
            text[..1].make_ascii_uppercase();
        }
        text
    };
    let (total_a, (low_a, high_a)) = totals.total_a;
    let hundredth = |a: f64| (a * 100.0).round() / 100.0;
    if let Some(on) = on.filter(|_| total_a >= LEAST_TOTAL_A) {
        push(
            job,
            Draft {
                key: format!("{key}.total_a"),
                circuit: None,
                name: said("current in all, added lamps on"),
                how: format!(
                    "Engine off, {on}, nothing else. Clamp round {pole} cable. Lamps that the vehicle had on the same \
                     wires are included."
                ),
                quantity: Quantity::A,
                expected: total_a,
                window: (
                    hundredth(low_a - 2.0 * amp_tolerance(low_a)),
                    hundredth(high_a + ASLEEP_A + amp_tolerance(high_a)),
                ),
                advice: (
                    "A circuit is out, or draws less than planned.",
                    "Something else is on, or a load is larger than planned.",
                ),
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
            name: said("key off, after the work"),
            how: format!(
                "All off, doors shut, modules asleep. Meter in {pole} lead. It must be back to what \
                 it was."
            ),
            quantity: Quantity::A,
            expected,
            window: (0.0, hundredth(most_a + 0.02)),
            advice: (
                "Check the leads.",
                "Something that was added stays on: pull its fuses one by one.",
            ),
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
