//! The fuse: between the load and what the wire bears.

use super::told_by;
use jovek_base::figure::{amps, figure};
use jovek_base::source::Source;
use jovek_job::FusePractice;
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
        figure("steady current", trial.load_a, "A"),
        figure("smallest rating for it", fit.min_rating_a, "A"),
        figure("wire bears", trial.ampacity_a, "A"),
        bench.shop.units.figure("at the fuse", ambient_c, "°C"),
        figure("inrush", fit.inrush_a2s, "A²s"),
    ];
    if let Some(end) = trial.far_end {
        inputs.push(figure("short at the lamps", end.fault_a, "A"));
        if let Some(s) = end.opens_s {
            inputs.push(figure("opens within", s, "s"));
        }
    }
    let (label, detail, says, margin) = match (trial.sizes.fuse, &bench.chain.origin) {
        (None, Origin::Factory { index, .. }) => {
            let rating = bench.factory[*index].fuse_a;
            (
                "none of its own".to_owned(),
                format!("factory fuse {rating} A"),
                if rating <= trial.ampacity_a {
                    format!(
                        "The factory fuse of {rating} A already protects the new wire, which bears {}.",
                        amps(trial.ampacity_a)
                    )
                } else {
                    format!(
                        "The factory fuse of {rating} A is there for the cord; the new wire is no thinner."
                    )
                },
                trial.ampacity_a - rating,
            )
        }
        (None, Origin::Battery) => (
            "none fits".to_owned(),
            "split the circuit".to_owned(),
            format!("The load needs {}; the catalog ends at 100 A.", amps(fit.min_rating_a)),
            -fit.min_rating_a,
        ),
        (Some(fuse), _) => {
            let says = match (&overruled, bench.shop.fuse) {
                (Some(_), _) => format!(
                    "{}. The load needs {} or more, the wire bears {}.",
                    told_by(bench.circuit),
                    amps(fit.min_rating_a),
                    amps(trial.ampacity_a)
                ),
                (None, FusePractice::DownToLoad)
                    if fuse.rating_a <= fit.smallest_a && fit.min_rating_a < fuse.rating_a =>
                {
                    format!(
                        "{} steady; {} is the smallest fuse put in here, and the wire bears {}.",
                        amps(trial.load_a),
                        fuse.label(),
                        amps(trial.ampacity_a)
                    )
                }
                (None, FusePractice::DownToLoad) => {
                    // The rule is one of thumb: a hair beyond a rating is not the next one.
                    let which = match fuse.rating_a < fit.min_rating_a {
                        true => format!("{} is near enough", fuse.label()),
                        false => format!("the next rating is {}", fuse.label()),
                    };
                    format!(
                        "{} steady is 80 % of {} at {}; {which}, and the wire bears {}.",
                        amps(trial.load_a),
                        amps(fit.min_rating_a),
                        bench.shop.units.degrees(ambient_c),
                        amps(trial.ampacity_a)
                    )
                }
                (None, FusePractice::WireOnly) => format!(
                    "The largest rating that still protects the wire, which bears {}.",
                    amps(trial.ampacity_a)
                ),
            };
            (fuse.label(), fuse.look(), says, trial.ampacity_a - fuse.rating_a)
        }
    };
    let lifted = match (fit.without_inrush_a, trial.sizes.fuse) {
        (Some(a), Some(f)) if f.rating_a > a && overruled.is_none() => {
            Some(format!("Without the filaments' inrush {a} A would do."))
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
                effect: format!(
                    "still protects the wire; {} spare",
                    amps(trial.ampacity_a - g.rating_a)
                ),
            })
    });
    Choice {
        part: Part::Fuse,
        label,
        detail,
        rule: "load ≤ 80 % of fuse ≤ wire",
        says,
        formula: "In ≥ I/(0.8·(1 − 0.0015·(T − 23))), In ≤ Iwire",
        inputs,
        source: Source::standard("NFPA 70 210.20(A) and ABYC E-11, recalled from memory"),
        margin: Some(figure("wire above fuse", margin, "A")),
        next_best,
        would_change: lifted,
        overruled,
    }
}
