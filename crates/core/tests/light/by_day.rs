//! Lamps by day, and sources that hide behind a stop.

use jovek_core::job::HiddenSource;
use jovek_core::light::by_day::{seen_to_m, strip, sunlit_cd_m2};
use jovek_core::light::hidden::seen;
use std::f64::consts::PI;

/// By hand: 100 cd give 1e-3 lx at 316 m; a strip of 314 lm on 0.01 m² is 9,995 cd/m², twice as bright as paint of 30 %
/// in 50,000 lx (4,775 cd/m²); behind lenses of 30° its light goes into 0.214 sr and is seen 3.8 times as far.
#[test]
fn by_hand() {
    assert!((seen_to_m(100.0) - 316.2).abs() < 0.1);
    assert!((sunlit_cd_m2() - 4774.6).abs() < 0.1);
    let s = strip(314.0, 0.01);
    assert!((s.face_cd_m2 - 9994.9).abs() < 0.5 && (s.seen_to_m - 316.1).abs() < 0.2);
    assert!((s.modules_m / s.seen_to_m - (PI / 0.21408_f64).sqrt()).abs() < 1e-3);
}

/// Similar triangles by hand: from 1.6 m at 2 m over a source at 0.6 m the eye looks down by 1 in 2. What sits 40 mm
/// behind its stop is covered by 20 mm; by 10 mm where it sits 20 mm behind.
#[test]
fn a_stop_covers_what_sits_close_behind_it() {
    let of = |behind_mm, stop_mm| seen(&HiddenSource { behind_mm, stop_mm }, 0.6);
    assert_eq!(of(40.0, 20.0), None);
    let shows = of(40.0, 10.0).unwrap();
    assert!((shows.stop_mm - 20.0).abs() < 1e-9 && (shows.behind_mm - 20.0).abs() < 1e-9);
    assert_eq!(of(20.0, 10.0), None);
}
