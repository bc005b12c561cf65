//! Which feed: an own circuit, or a tie-in to a factory lamp circuit; and why.

use crate::factory::PlannedFactory;
use crate::feed_option::gather;
pub use crate::feed_option::{FeedOption, FeedReason, FeedVerdict};
use crate::inputs::{signal_label, wire_label};
use crate::keyed;
use crate::lamp::{PlannedLamp, current_a};
use crate::logic::sentence;
use crate::plug_feed;
use crate::probe;
use crate::probe::ProbeVerdict;
use crate::supply::{PlannedAuxiliary, PlannedSupply};
use crate::survey;
use crate::switching::Unmet;
use crate::switching::unmet_text;
use jovek_base::figure::{amps, hours_text};
use jovek_base::source::{Basis, Source};
use jovek_catalog::ampacity;
use jovek_catalog::fuse::CONTINUOUS_PART;
use jovek_catalog::insulation::Insulation;
use jovek_catalog::module::TRAILER_A;
use jovek_job::{
    FactoryKind, Feed, Isolation, Job, LampCircuit, OutputKind, Signal, VehicleSide, Wish,
};
use jovek_phrases::plan as say;

/// Surroundings assumed for a factory wire, °C.
const FACTORY_WIRE_C: f64 = 60.0;
/// Part of a battery that may be used before starting becomes doubtful. Common practice: 20 to 30 %
/// of a starter battery is meant to be cycled; half is the last that starts an engine.
const USABLE_PART: f64 = 0.5;

/// Most that is taken from the wire of a factory lamp where the shop does not say, A. Common practice: beyond about 1 A
/// a relay takes the load and the lamp wire only triggers it.
pub const USUAL_TIE_IN_A: f64 = 1.0;

/// The shop's figure is a round one: so much more is still about as much.
const ABOUT: f64 = 1.1;

/// Current of the lamps at a low battery, A: what a feed must bear.
pub fn wanted_a(lamps: &[PlannedLamp], supply: &PlannedSupply) -> f64 {
    current_a(lamps, supply.open_circuit_v(25.0))
}

/// Largest current of the lamps in any state, A: what a switch must bear. Drivers draw most at a low battery, all else
/// while charging.
pub fn switched_a(lamps: &[PlannedLamp], supply: &PlannedSupply) -> f64 {
    wanted_a(lamps, supply).max(current_a(lamps, supply.regulated_v))
}

/// Current of the lamps at their system's plain 12 or 24 V, A: what their labels say.
pub fn label_a(lamps: &[PlannedLamp], supply: &PlannedSupply) -> f64 {
    current_a(lamps, 12.0 * supply.batteries)
}

/// Current of the lamps behind a factory wire at the charging voltage, A: where all but drivers draw most. By halving
/// the range in which it lies.
fn charging_a(lamps: &[PlannedLamp], supply: &PlannedSupply, wire: &PlannedFactory) -> f64 {
    let ohm = wire.wire.ohm(wire.length_m, FACTORY_WIRE_C);
    let volt_v = supply.regulated_v;
    let (mut least_a, mut most_a) = (0.0, current_a(lamps, volt_v));
    for _ in 0..HALVINGS {
        let half_a = 0.5 * (least_a + most_a);
        if current_a(lamps, volt_v - ohm * (half_a + wire.existing_a)) > half_a {
            least_a = half_a;
        } else {
            most_a = half_a;
        }
    }
    0.5 * (least_a + most_a)
}

/// Enough to find a current to a milliampere.
const HALVINGS: usize = 24;

/// The same on average: what flashes by itself takes its part of the time.
fn average_a(circuit: &LampCircuit, lamps: &[PlannedLamp], supply: &PlannedSupply) -> f64 {
    let duty =
        |k: usize| circuit.lights.get(k).and_then(|l| circuit.flash_of(l)).map_or(1.0, |f| f.duty);
    let each = lamps.iter().enumerate();
    each.map(|(k, lamp)| duty(k) * wanted_a(std::slice::from_ref(lamp), supply)).sum()
}

/// All feeds for a circuit, the advised one first.
pub fn options(
    job: &Job,
    circuit: &LampCircuit,
    lamps: &[PlannedLamp],
    supply: &PlannedSupply,
    factory: &[PlannedFactory],
    unmet: Option<&Unmet>,
) -> Vec<FeedOption> {
    let added_a = wanted_a(lamps, supply);
    let taken = Taken { most_a: added_a, average_a: average_a(circuit, lamps, supply) };
    let position = keyed::good_position(job, circuit);
    let mut options = vec![own(job, circuit, supply, taken, unmet)];
    if let Some(auxiliary) = supply.auxiliary {
        options.push(behind_isolation(circuit, auxiliary, taken, unmet));
    }
    for (index, planned) in factory.iter().enumerate() {
        let is_keyed = could_be_keyed(job, circuit, index);
        let most_a = added_a.max(charging_a(lamps, supply, planned));
        let added = Added { most_a, label_a: label_a(lamps, supply) };
        options.push(tie_in(job, circuit, (index, is_keyed), planned, added));
    }
    options.extend(factory.iter().enumerate().filter_map(|(index, planned)| {
        plug_feed::option(job, circuit, (index, planned), (lamps, switched_a(lamps, supply)))
    }));
    // What a hand alone turns on, and can leave on, hangs on the second battery where there is one: that is what it was
    // put in for.
    let spares_start = circuit.lit.is_switch_alone();
    // Equal verdicts: what follows a lamp by itself goes first when that is the wish, and a lamp for one that comes off
    // goes on its plug before all else.
    let follows =
        circuit.lit.only_signal().is_some() || job.factory.iter().any(|f| f.does(&circuit.lit));
    options.sort_by_key(|o| {
        let own = o.feed.factory().is_none();
        let is_plug = matches!(o.feed, Feed::Plug { .. });
        let is_position = position.is_some_and(
            |at| matches!(&o.feed, Feed::TieIn { factory } if *factory == job.factory[at].id),
        );
        let spares = spares_start && o.feed == Feed::Auxiliary {};
        (o.verdict == FeedVerdict::No, !is_plug, o.verdict, !is_position, own == follows, !spares)
    });
    if let Some(first) = options.first_mut() {
        first.is_advised = true;
    }
    for option in &mut options {
        option.is_used = match &circuit.feed {
            Some(feed) => *feed == option.feed,
            None => option.is_advised,
        };
    }
    options
}

/// Current of a circuit's lamps, A: what a feed must bear, and what it gives over time.
#[derive(Debug, Clone, Copy)]
struct Taken {
    most_a: f64,
    average_a: f64,
}

fn own(
    job: &Job,
    circuit: &LampCircuit,
    supply: &PlannedSupply,
    taken: Taken,
    unmet: Option<&Unmet>,
) -> FeedOption {
    let mut reasons = vec![FeedReason {
        weighs: FeedVerdict::Good,
        says: say::carries_its_alone_no_factory_wire(&amps(taken.most_a)),
        source: Source::computed("P/V at a low battery"),
    }];
    if job.is_trailer() {
        reasons.push(FeedReason {
            weighs: FeedVerdict::No,
            says: say::a_trailer_has_no_battery().into(),
            source: Source::practice("wiring of trailers"),
        });
    }
    match unmet {
        Some(unmet) => reasons.push(FeedReason {
            weighs: FeedVerdict::Mind,
            says: unmet_text(unmet),
            source: Source { name: say::the_wish(), basis: Basis::Fitter },
        }),
        None if !circuit.lit.is_switch_alone() => reasons.push(FeedReason {
            weighs: FeedVerdict::Good,
            says: say::relay_or_diodes_make_it_follow().into(),
            source: Source { name: say::the_wish(), basis: Basis::Fitter },
        }),
        None => {}
    }
    if taken.average_a > 0.0 {
        let hours = USABLE_PART * supply.capacity_ah / taken.average_a;
        reasons.push(FeedReason {
            weighs: FeedVerdict::Good,
            says: if is_left_on(&circuit.lit) {
                say::works_with_the_key_out_left(&hours_text(hours))
            } else {
                say::half_of_the_battery_would_last(&hours_text(hours))
            },
            source: Source::practice("half of the capacity at a steady current"),
        });
    }
    gather(Feed::Battery {}, say::own_circuit_from_the_battery().into(), reasons)
}

/// True where a switch alone, somewhere in the wish, can light it: a hand can leave that on.
fn is_left_on(wish: &Wish) -> bool {
    match wish {
        Wish::OwnSwitch | Wish::Switch { .. } => true,
        Wish::Any(of) => of.iter().any(is_left_on),
        Wish::All(of) => !of.is_empty() && of.iter().all(is_left_on),
        _ => false,
    }
}

/// From the auxiliary battery.
fn behind_isolation(
    circuit: &LampCircuit,
    auxiliary: PlannedAuxiliary,
    taken: Taken,
    unmet: Option<&Unmet>,
) -> FeedOption {
    let mut reasons = vec![FeedReason {
        weighs: FeedVerdict::Good,
        says: say::carries_its_alone_no_factory_wire(&amps(taken.most_a)),
        source: Source::computed("P/V at a low battery"),
    }];
    let joins = auxiliary.isolation == Isolation::ManualSwitch;
    reasons.push(FeedReason {
        weighs: if joins { FeedVerdict::Mind } else { FeedVerdict::Good },
        says: if joins {
            say::isolated_only_while_somebody().into()
        } else {
            say::lights_left_on_cannot_flatten().into()
        },
        source: Source::practice("isolation of an auxiliary battery"),
    });
    reasons.push(FeedReason {
        weighs: FeedVerdict::Good,
        says: say::a_fuse_at_each_end().into(),
        source: Source::practice("fuses at both ends"),
    });
    if taken.average_a > 0.0 {
        let hours = USABLE_PART * auxiliary.capacity_ah / taken.average_a;
        reasons.push(FeedReason {
            weighs: FeedVerdict::Good,
            says: say::half_of_it_lasts(&hours_text(hours)),
            source: Source::practice("half of the capacity at a steady current"),
        });
    }
    if let Some(unmet) = unmet {
        reasons.push(FeedReason {
            weighs: FeedVerdict::Mind,
            says: unmet_text(unmet),
            source: Source { name: say::the_wish(), basis: Basis::Fitter },
        });
    }
    if circuit.lit.only_signal().is_some() {
        reasons.push(FeedReason {
            weighs: FeedVerdict::Good,
            says: say::relay_or_diodes_make_it_follow().into(),
            source: Source { name: say::the_wish(), basis: Basis::Fitter },
        });
    }
    gather(Feed::Auxiliary {}, say::auxiliary_battery().into(), reasons)
}

/// What a tie-in adds to a wire, A.
#[derive(Debug, Clone, Copy)]
struct Added {
    most_a: f64,
    label_a: f64,
}

/// True for a fuse position that a circuit with a switch of its own could be plugged into.
fn could_be_keyed(job: &Job, circuit: &LampCircuit, index: usize) -> bool {
    circuit.lit.is_switch_alone() && job.factory[index].kind == FactoryKind::FusePosition
}

fn tie_in(
    job: &Job,
    circuit: &LampCircuit,
    (index, is_keyed): (usize, bool),
    planned: &PlannedFactory,
    Added { most_a: added_a, label_a }: Added,
) -> FeedOption {
    let f = &job.factory[index];
    let wish = Source { name: say::the_wish(), basis: Basis::Fitter };
    let mut reasons = Vec::new();
    let mut say = |weighs, says: String, source| reasons.push(FeedReason { weighs, says, source });
    let follows = &wire_label(f);
    match circuit.lit.only_signal() {
        _ if f.does(&circuit.lit) => {
            say(FeedVerdict::Good, say::comes_on_exactly_with_the_needs(&follows), wish)
        }
        Some(signal) if signal == f.follows && f.of == VehicleSide::Own => {
            say(FeedVerdict::No, say::it_is_live(&follows), wish)
        }
        Some(signal) => {
            say(FeedVerdict::No, say::follows_the(&follows, &signal_label(signal)), wish)
        }
        None if is_keyed => say(
            FeedVerdict::Good,
            say::your_switch_turns(&follows),
            Source::practice("everyday feed of light loads"),
        ),
        None if circuit.lit == Wish::OwnSwitch => {
            say(FeedVerdict::No, say::comes_on_whenever_the_do_your(&follows), wish)
        }
        None => say(
            FeedVerdict::No,
            say::follows_the_alone_the_wish(&follows, &sentence(job, &circuit.lit)),
            wish,
        ),
    }
    if matches!(f.follows, Signal::Left | Signal::Right) {
        say(
            FeedVerdict::Mind,
            say::flashes_with_the_indicator().into(),
            Source::practice("the signal itself"),
        );
    }
    if f.is_ground_switched() {
        say(
            FeedVerdict::Good,
            say::its_lamp_has_plus_all().into(),
            Source::practice("lamps with their switch in the minus wire"),
        );
    }
    match f.output {
        OutputKind::Plain => {}
        OutputKind::Unknown => say(
            FeedVerdict::Mind,
            say::not_known_whether_a_module_pulses().into(),
            Source::practice("probing before trusting"),
        ),
        OutputKind::Pulsed => say(
            FeedVerdict::No,
            say::a_module_dims_or_pulses().into(),
            Source::practice("pulsed outputs"),
        ),
        OutputKind::Monitored => say(
            FeedVerdict::No,
            say::a_module_watches_its_load().into(),
            Source::practice("monitored outputs"),
        ),
    }
    let most_a = job.shop.tie_in_a.unwrap_or(USUAL_TIE_IN_A);
    if f.kind == FactoryKind::Lamp && !job.is_towed() && label_a > ABOUT * most_a {
        say(
            FeedVerdict::Mind,
            say::is_more(&amps(label_a), &amps(most_a)),
            Source::practice("light loads on lamp wires"),
        );
    }
    let total_a = planned.existing_a + added_a;
    let fuse_room_a = CONTINUOUS_PART * planned.fuse_a;
    say(
        if total_a <= fuse_room_a { FeedVerdict::Good } else { FeedVerdict::No },
        say::there_plus_added_against_80(
            &amps(planned.existing_a),
            &amps(added_a),
            &amps(total_a),
            &amps(fuse_room_a),
            &if planned.is_position { say::the_largest_fuse_it_takes() } else { say::its() },
            &planned.fuse_a,
            &if planned.is_position { "" } else { say::behind_a_fuse() },
        ),
        Source::standard("NFPA 70 210.20(A), 80 % rule, recalled from memory"),
    );
    if let Some(output_a) = f.output_a {
        let room_a = CONTINUOUS_PART * output_a;
        say(
            if total_a <= room_a { FeedVerdict::Good } else { FeedVerdict::No },
            say::against_80_of_its_module_output(&amps(total_a), &amps(room_a)),
            Source::practice("module outputs; no published limits"),
        );
    }
    let wire_a = ampacity::single_a(job.shop.ampacity, planned.wire, Insulation::Pvc105)
        * ampacity::ambient_factor(Insulation::Pvc105, FACTORY_WIRE_C);
    if !planned.is_position {
        say(
            if total_a <= wire_a { FeedVerdict::Good } else { FeedVerdict::No },
            say::its_wire_bears(
                &planned.wire.label(),
                &if f.wire.is_none() { say::assumed() } else { "" },
                &amps(wire_a),
                &job.shop.units.degrees(FACTORY_WIRE_C),
            ),
            ampacity::source(job.shop.ampacity),
        );
    }
    match f.kind {
        FactoryKind::FusePosition => {
            let readings = survey::judge(&f.survey.unwrap_or_default(), job.vehicle.system);
            let weighs = match (readings.is_usable, readings.live) {
                (true, _) => FeedVerdict::Good,
                (false, None) if f.survey.is_none() => FeedVerdict::Mind,
                _ => FeedVerdict::No,
            };
            say(weighs, readings.says, Source::practice("survey of an empty fuse position"));
            say(
                FeedVerdict::Good,
                say::look_up_the_fuse_before().into(),
                Source::practice("fuse boxes"),
            );
        }
        FactoryKind::Lamp | FactoryKind::TrailerSocket => {
            let probed = probe::judge(&f.probe, f.switched, job.vehicle.system);
            let weighs = match probed.verdict {
                ProbeVerdict::Usable => FeedVerdict::Good,
                ProbeVerdict::NotProbed | ProbeVerdict::Unfinished => FeedVerdict::Mind,
                ProbeVerdict::NotUsable => FeedVerdict::No,
            };
            say(weighs, probed.says, probed.source);
        }
    }
    if f.kind == FactoryKind::TrailerSocket {
        let is_seen = added_a >= TRAILER_A;
        say(
            if is_seen { FeedVerdict::Mind } else { FeedVerdict::Good },
            say::on_a_lamp_wire(
                &amps(added_a),
                &if is_seen { say::reads_as_a_trailer() } else { say::is_below_a_trailer() },
                &amps(TRAILER_A),
            ),
            Source::practice("trailer modules; no published limits"),
        );
    }
    if !is_keyed {
        let (weighs, left_on) = left_on(f.follows);
        say(weighs, left_on, Source::practice("key-off drain"));
    }
    let label = match f.kind {
        FactoryKind::Lamp => say::tie_in(&f.name),
        FactoryKind::FusePosition => say::fuse_position(&f.name),
        FactoryKind::TrailerSocket => say::trailer_socket(&f.name),
    };
    gather(Feed::TieIn { factory: f.id.clone() }, label, reasons)
}

/// Whether what follows a signal can stay on with the key out.
pub(crate) fn left_on(follows: Signal) -> (FeedVerdict, String) {
    let label = signal_label(follows);
    match follows {
        Signal::Parking | Signal::Hazard | Signal::Brake => {
            (FeedVerdict::Good, say::the_work_with_the_key_out(&label))
        }
        Signal::Boot | Signal::Door | Signal::Bonnet => {
            (FeedVerdict::Good, say::lit_with_the_key_out().into())
        }
        _ => (FeedVerdict::Good, say::goes_out_with_the_nothing(&label)),
    }
}
