//! Light: the ground of ten lamps on a grid of 200 by 200 points.

use crate::row::{Row, median_ms};
use jovek_core::job::{At, Beam, LampColour, Mount};
use jovek_core::light::colour::usual;
use jovek_core::light::picture::{Frame, ground};
use jovek_core::light::source::{Distribution, Source};
use std::hint::black_box;

/// Half of the lamps with a sharp edge, which costs more.
pub fn rows() -> Vec<Row> {
    let sources: Vec<Source> = (0..10)
        .filter_map(|k| {
            let beam = Beam {
                flux_lm: Some(1500.0),
                wide_deg: Some(60.0),
                high_deg: Some(15.0),
                peak_cd: None,
                has_cut_off: k % 2 == 0,
            };
            let at = At { along_m: 0.5 * f64::from(k), left_m: 0.8, up_m: 1.5 };
            let mount = Mount { at, faces_deg: 36.0 * f64::from(k), down_deg: 8.0 };
            let distribution = Distribution::of(Some(&beam), None, 1.0).ok()?;
            Some(Source { mount, distribution, part: 1.0, tint: usual(LampColour::White, None) })
        })
        .collect();
    let frame = Frame { left_m: -30.0, bottom_m: -30.0, right_m: 30.0, top_m: 30.0 };
    let ms = median_ms(15, || {
        black_box(ground(black_box(&sources), frame, 200));
    });
    vec![Row::below("ground of ten lamps, 200 by 200 points, median", ms, "ms", 30.0)]
}
