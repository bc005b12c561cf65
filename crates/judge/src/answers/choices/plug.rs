//! What there is to say of lamps on the factory's own plugs: nothing of it is ours to choose.

use jovek_base::figure::{amps, figure, shown};
use jovek_base::source::Source;
use jovek_catalog::contact;
use jovek_catalog::fuse::CONTINUOUS_PART;
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
        rule: "the factory's own",
        says,
        formula: "",
        inputs: vec![figure("lamps", load_a, "A")],
        source: practice(),
        margin: None,
        next_best: None,
        would_change: None,
        overruled: None,
    };
    let lost_v = trial.drop.source_v - trial.drop.lamp_v - trial.drop.ground_v;
    let wire_says = format!(
        "No wire is laid. The factory's {} over {} loses {} with these lamps; what it loses is its own, and is read at \
         the plug under load.",
        factory.wire.label(),
        bench.shop.units.length(factory.length_m),
        shown(lost_v * 1000.0, "mV")
    );
    let fuse_says = format!(
        "{} on it now, {} before; 80 % of it is {}.",
        amps(now_a),
        amps(factory.before_a),
        amps(room_a)
    );
    let drop_mv = trial.drop.ground_v * 1000.0;
    vec![
        base(Part::Wire, "the factory's own", "no wire is laid".into(), wire_says),
        Choice {
            inputs: vec![
                figure("lamps", load_a, "A"),
                figure("stays on it", factory.existing_a, "A"),
                figure("fuse", factory.fuse_a, "A"),
            ],
            formula: "Iall ≤ 0.8·In",
            margin: Some(figure("to 80 % of the fuse", room_a - now_a, "A")),
            source: Source::standard("NFPA 70 210.20(A), 80 % rule, recalled from memory"),
            ..base(Part::Fuse, "the factory's own", format!("{} A", factory.fuse_a), fuse_says)
        },
        base(
            Part::Control,
            "no switch",
            "the factory's switch".into(),
            "The factory circuit turns it on and off.".into(),
        ),
        Choice {
            inputs: vec![
                figure("current", trial.drop.current_a, "A"),
                figure("ground", drop_mv, "mV"),
            ],
            margin: Some(figure("to the limit", contact::GROUND_LIMIT_V - drop_mv / 1000.0, "V")),
            source: Source::practice("0.1 V good, 0.2 V limit for the ground path"),
            ..base(
                Part::Ground,
                "through the plug",
                "the factory's own".into(),
                format!("The plug's ground wire takes {}.", shown(drop_mv, "mV")),
            )
        },
    ]
}
