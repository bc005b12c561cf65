//! The fuse: between the load and what the wire bears.

use super::told_by;
use jovek_base::figure::{amps, figure};
use jovek_base::source::Source;
use jovek_job::FusePractice;
use jovek_phrases::answers as say;
use jovek_plan::chain::Origin;
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::SizingInput;

pub(super) fn fuse(bench: &SizingInput, sized: &Sized) -> Choice {
    let trial = &sized.chosen;
    let fit = &trial.fuse;
    let ambient_c = bench.chain.fuse_ambient_c();
    let overruled = bench.circuit.told_fuse_a().map(|(_, why)| why.to_owned());
    let mut inputs = vec![
        figure(say::steady_current(), trial.load_a, "A"),
        figure(say::smallest_rating(), fit.min_rating_a, "A"),
        figure(say::wire_bears(), trial.ampacity_a, "A"),
        bench.shop.units.figure(say::at_the_fuse(), ambient_c, "°C"),
        figure(say::inrush(), fit.inrush_a2s, "A²s"),
    ];
    if let Some(end) = trial.far_end {
        inputs.push(figure(say::short_at_the_lamps(), end.fault_a, "A"));
        if let Some(s) = end.opens_s {
            inputs.push(figure(say::opens_within(), s, "s"));
        }
    }
    let (label, detail, says, margin) = match (trial.sizes.fuse, &bench.chain.origin) {
        (None, Origin::Factory { index, .. }) => {
            let rating = bench.factory[*index].fuse_a;
            (
                say::none_of_its_own().to_owned(),
                say::factory_fuse_a(&rating),
                if rating <= trial.ampacity_a {
                    say::the_factory_fuse_of_a_already(&rating, &amps(trial.ampacity_a))
                } else {
                    say::the_factory_fuse(&rating)
                },
                trial.ampacity_a - rating,
            )
        }
        (None, Origin::Battery) => (
            say::none_fits().to_owned(),
            say::split_the_circuit().to_owned(),
            say::the_load_needs_the_catalog_ends(&amps(fit.min_rating_a)),
            -fit.min_rating_a,
        ),
        (Some(fuse), _) => {
            let says = match (&overruled, bench.shop.fuse) {
                (Some(_), _) => say::the_load_needs(
                    &told_by(bench.circuit),
                    &amps(fit.min_rating_a),
                    &amps(trial.ampacity_a),
                ),
                (None, FusePractice::DownToLoad)
                    if fuse.rating_a <= fit.smallest_a && fit.min_rating_a < fuse.rating_a =>
                {
                    say::steady_is_the_smallest_fuse_put(
                        &amps(trial.load_a),
                        &fuse.label(),
                        &amps(trial.ampacity_a),
                    )
                }
                (None, FusePractice::DownToLoad) => {
                    // The rule is one of thumb: a hair beyond a rating is not the next one.
                    let which = match fuse.rating_a < fit.min_rating_a {
                        true => say::is_near_enough(&fuse.label()),
                        false => say::the_next_rating(&fuse.label()),
                    };
                    say::steady_is_80(
                        &amps(trial.load_a),
                        &amps(fit.min_rating_a),
                        &bench.shop.units.degrees(ambient_c),
                        &which,
                        &amps(trial.ampacity_a),
                    )
                }
                (None, FusePractice::WireOnly) => {
                    say::the_largest_rating_that_still_protects(&amps(trial.ampacity_a))
                }
            };
            (fuse.label(), fuse.look(), says, trial.ampacity_a - fuse.rating_a)
        }
    };
    let lifted = match (fit.without_inrush_a, trial.sizes.fuse) {
        (Some(a), Some(f)) if f.rating_a > a && overruled.is_none() => {
            Some(say::without_the_filaments_inrush_a_would(&a))
        }
        _ => None,
    };
    let next_best = trial.sizes.fuse.and_then(|f| {
        bench
            .shop
            .fuses()
            .into_iter()
            .find(|g| g.rating_a > f.rating_a && g.rating_a <= trial.ampacity_a)
            .map(|g| Alternative {
                label: g.label(),
                effect: say::still_protects_the_wire_spare(&amps(trial.ampacity_a - g.rating_a)),
            })
    });
    Choice {
        part: Part::Fuse,
        label,
        detail,
        rule: say::load_80_of_fuse_wire(),
        says,
        formula: "In ≥ I/(0.8·(1 − 0.0015·(T − 23))), In ≤ Iwire",
        inputs,
        source: Source::standard("NFPA 70 210.20(A) and ABYC E-11, recalled from memory"),
        margin: Some(figure(say::wire_above_fuse(), margin, "A")),
        next_best,
        would_change: lifted,
        overruled,
    }
}
