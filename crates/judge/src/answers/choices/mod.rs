//! Each choice of a circuit with its reason, from the trials of the sizing.

mod control;
mod fuse;
mod plug;
mod wire;

use jovek_base::figure::{figure, shown};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::contact;
use jovek_catalog::insulation::Insulation;
use jovek_job::{DropLimit, LampCircuit, ReturnKind};
use jovek_phrases::answers as say;
use jovek_phrases::common;
use jovek_plan::chain::Chain;
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::SizingInput;

/// All choices of one circuit.
pub fn choices(bench: &SizingInput, sized: &Sized) -> Vec<Choice> {
    if bench.chain.is_plug {
        return plug::choices(bench, sized);
    }
    let mut out = vec![
        wire::wire(bench, sized),
        insulation(bench.chain, sized, bench.shop.units),
        fuse::fuse(bench, sized),
    ];
    out.extend(control::control(bench, sized));
    out.push(ground(bench.circuit, bench.chain, sized));
    out
}

/// Who or what told a size.
fn told_by(circuit: &LampCircuit) -> &'static str {
    if circuit.kit.is_some() { say::the_harness() } else { say::your_choice() }
}

fn drop_source(limit: DropLimit) -> Source {
    match limit {
        DropLimit::LampNeeds => Source::practice(
            "cut-in and margin for regulated lamps; 3 % headlamps, 5 % filaments and strips, 10 % regulated lamps, in the copper",
        ),
        DropLimit::ThreePercent => Source::standard(
            "ABYC E-11 conductor tables: 3 % for panel feeders, bilge blowers, electronics and navigation lights, recalled from memory",
        ),
        DropLimit::TenPercent => Source::standard(
            "ABYC E-11 conductor tables: 10 % for general lighting, recalled from memory",
        ),
        DropLimit::HalfVolt => Source::practice("0.5 V in the copper of a lamp circuit"),
    }
}

fn insulation(chain: &Chain, sized: &Sized, units: Units) -> Choice {
    let class = sized.chosen.sizes.insulation;
    let hottest_c = chain.hottest_c();
    Choice {
        part: Part::Insulation,
        label: class.label().into(),
        detail: say::hottest_place(&units.degrees(hottest_c)),
        rule: units
            .by_degrees(say::twenty_k_above_the_hottest(), say::thirty_six_f_above_the_hottest()),
        says: say::the_path_is_up_to_hot(
            &units.degrees(hottest_c),
            &class.label(),
            &units.warmer(class.max_c() - hottest_c),
        ),
        formula: "Tclass ≥ Ta + 20",
        inputs: vec![
            units.figure(say::hottest_surroundings(), hottest_c, "°C"),
            units.figure(say::class(), class.max_c(), "°C"),
        ],
        source: Source::standard("SAE J1128 and ISO 6722-1 classes, recalled from memory"),
        margin: Some(units.figure(say::left_for_own_heat(), class.max_c() - hottest_c, "K")),
        next_best: Insulation::ALL.into_iter().find(|c| *c > class).map(|c| Alternative {
            label: c.label().into(),
            effect: say::for_the_wire_own_heat(&units.warmer(c.max_c() - hottest_c)),
        }),
        would_change: None,
        overruled: None,
    }
}

fn ground(circuit: &LampCircuit, chain: &Chain, sized: &Sized) -> Choice {
    let by = circuit.run.return_by;
    let (label, detail) = match by {
        _ if chain.is_ground_switched => {
            (say::minus_wire_of_the_factory_lamp(), say::joined_before_the_switch_that_grounds())
        }
        _ if !chain.has_own_return() => {
            (say::ground_of_the_housing(), say::one_lead_for_all_its_functions())
        }
        _ if chain.keeps_ground() => {
            (say::the_lamps_own_ground_wires(), say::as_the_factory_made_them())
        }
        ReturnKind::FactoryGround => {
            (say::ground_wire_of_the_factory(), say::joined_beside_the_lamp_probe())
        }
        ReturnKind::ChassisStud => (say::m6_stud_on_the_frame(), say::ring_toothed_washer_sealed()),
        ReturnKind::BatteryNegative => (say::battery_negative(), say::ring_at_the_post()),
        ReturnKind::PlugGround => {
            (common::ground_pin_of_the_plug(), say::ring_in_the_junction_box())
        }
        ReturnKind::GroundBus => (common::ground_bus(), say::ring_on_the_bus_under()),
    };
    let drop = &sized.chosen.drop;
    let drop_mv = drop.ground_v * 1000.0;
    Choice {
        part: Part::Ground,
        label: label.into(),
        detail: detail.into(),
        rule: say::ground_drop(),
        says: say::the_joint_and_the_way_back(
            &shown(drop_mv, "mV"),
            &shown(contact::GROUND_LIMIT_V * 1000.0, "mV"),
        ),
        formula: "ΔV = I·(Rstud + Rframe)",
        inputs: vec![
            figure(say::current(), drop.current_a, "A"),
            figure(say::joint_and_frame(), drop_mv / drop.current_a.max(1e-9), "mohm"),
        ],
        source: Source::practice("0.1 V good, 0.2 V limit for the ground path"),
        margin: Some(figure(say::to_the_limit(), contact::GROUND_LIMIT_V - drop_mv / 1000.0, "V")),
        next_best: (!chain.is_ground_switched && chain.has_own_return() && !chain.keeps_ground())
            .then_some(match by {
                ReturnKind::ChassisStud => Alternative {
                    label: say::battery_negative().into(),
                    effect: say::no_stud_that_can_corrode().into(),
                },
                ReturnKind::BatteryNegative => Alternative {
                    label: say::m6_stud_on_the_frame().into(),
                    effect: say::less_wire().into(),
                },
                ReturnKind::FactoryGround => Alternative {
                    label: say::m6_stud_on_the_frame().into(),
                    effect: say::a_ground_of_its_own().into(),
                },
                ReturnKind::PlugGround => Alternative {
                    label: common::ground_bus().into(),
                    effect: say::less_wire_the_frame_carries().into(),
                },
                ReturnKind::GroundBus => Alternative {
                    label: say::m6_stud_on_the_frame().into(),
                    effect: say::one_poor_stud_is_not_poor().into(),
                },
            }),
        would_change: None,
        overruled: None,
    }
}
