//! What there is to say of lamps on the factory's own plugs: nothing of it is ours to choose.

use jovek_base::figure::{amps, figure, shown};
use jovek_base::source::Source;
use jovek_catalog::contact;
use jovek_catalog::fuse::CONTINUOUS_PART;
use jovek_phrases::answers as say;
use jovek_plan::sizing::choice::{Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::SizingInput;

/// The factory's wire, fuse, switch and ground, each against what the lamps take.
pub(super) fn choices(bench: &SizingInput, sized: &Sized) -> Vec<Choice> {
    let Some(wire) = bench.chain.origin_wire() else { return Vec::new() };
    let (factory, trial) = (&bench.factory[wire.0], &sized.chosen);
    let load_a = trial.load_a;
    let now_a = factory.existing_a + load_a;
    let room_a = CONTINUOUS_PART * factory.fuse_a;
    let practice = || Source::practice("lamps on their own plug");
    let base = |part, label: &str, detail: String, says: String| Choice {
        part,
        label: label.into(),
        detail,
        rule: say::the_factory_own(),
        says,
        formula: "",
        inputs: vec![figure(say::lamps(), load_a, "A")],
        source: practice(),
        margin: None,
        next_best: None,
        would_change: None,
        overruled: None,
    };
    let lost_v = trial.drop.source_v - trial.drop.lamp_v - trial.drop.ground_v;
    let wire_says = say::no_wire_is_laid_the_factory(
        &factory.wire.label(),
        &bench.shop.units.length(factory.length_m),
        &shown(lost_v * 1000.0, "mV"),
    );
    let fuse_says = say::on_it_now_before_80(&amps(now_a), &amps(factory.before_a), &amps(room_a));
    let drop_mv = trial.drop.ground_v * 1000.0;
    vec![
        base(Part::Wire, say::the_factory_own(), say::no_wire_is_laid().into(), wire_says),
        Choice {
            inputs: vec![
                figure(say::lamps(), load_a, "A"),
                figure(say::stays_on(), factory.existing_a, "A"),
                figure(say::fuse(), factory.fuse_a, "A"),
            ],
            formula: "Iall ≤ 0.8·In",
            margin: Some(figure(say::to_80_of_the_fuse(), room_a - now_a, "A")),
            source: Source::standard("NFPA 70 210.20(A), 80 % rule, recalled from memory"),
            ..base(Part::Fuse, say::the_factory_own(), format!("{} A", factory.fuse_a), fuse_says)
        },
        base(
            Part::Control,
            say::no_switch(),
            say::the_factory_switch().into(),
            say::the_factory_circuit_turns().into(),
        ),
        Choice {
            inputs: vec![
                figure(say::current(), trial.drop.current_a, "A"),
                figure(say::figure_ground(), drop_mv, "mV"),
            ],
            margin: Some(figure(
                say::to_the_limit(),
                contact::GROUND_LIMIT_V - drop_mv / 1000.0,
                "V",
            )),
            source: Source::practice("0.1 V good, 0.2 V limit for the ground path"),
            ..base(
                Part::Ground,
                say::through_the_plug(),
                say::the_factory_own().into(),
                say::the_plug_ground_wire_takes(&shown(drop_mv, "mV")),
            )
        },
    ]
}
