//! Beams and lux against closed forms, worked examples and an independent integration.

use jovek_core::job::{At, Beam, LampColour, Mount};
use jovek_core::light::beam::{Bell, exponent};
use jovek_core::light::colour::usual;
use jovek_core::light::grid::{Frame, Grid};
use jovek_core::light::ies;
use jovek_core::light::source::{Distribution, Source, lux};
use jovek_core::light::vector::{Ray, Vector};
use proptest::prelude::*;
use std::f64::consts::PI;

const UP: Vector = Vector { along: 0.0, left: 0.0, up: 1.0 };
const AHEAD: Ray = Ray { forward: 1.0, left: 0.0, up: 0.0 };

fn near(a: f64, b: f64, part: f64, what: &str) {
    assert!((a - b).abs() <= part * b.abs().max(1e-12), "{what}: {a} against {b}");
}

/// A luminaire grid from a function of the angle to its axis, degrees.
fn round(step_deg: f64, to_deg: f64, of: impl Fn(f64) -> f64) -> Grid {
    let count = (to_deg / step_deg).round() as usize;
    let vertical: Vec<f64> = (0..=count).map(|k| k as f64 * step_deg).collect();
    let row = vertical.iter().map(|&d| of(d)).collect();
    Grid::new(Frame::C, vertical, vec![0.0], vec![row])
}

fn facing(at: At, down_deg: f64, distribution: Distribution) -> Source {
    Source {
        mount: Mount { at, faces_deg: 0.0, down_deg },
        distribution,
        part: 1.0,
        tint: usual(LampColour::White, None),
    }
}

/// A sphere that shines alike all around: 4 pi I. A Lambert emitter: pi I0. A cone: 2 pi I (1 - cos h). Source:
/// integration over the solid angle.
#[test]
fn closed_forms_of_flux() {
    near(round(1.0, 180.0, |_| 100.0).flux_lm(), 400.0 * PI, 1e-9, "sphere");
    near(round(0.5, 90.0, |d| 100.0 * d.to_radians().cos()).flux_lm(), 100.0 * PI, 1e-4, "Lambert");
    let cone = round(0.05, 90.0, |d| if d <= 30.0 { 50.0 } else { 0.0 });
    near(cone.flux_lm(), 100.0 * PI * (1.0 - 30.0_f64.to_radians().cos()), 4e-3, "cone");
}

/// A large flat panel of Lambert emitters close by gives pi L; a point on its own gives I/d². Source: inverse-square
/// law and the definition of luminance.
#[test]
fn lux_of_a_point_and_of_a_wall_of_light() {
    let lambert = || Distribution::measured(round(0.25, 90.0, |d| 10.0 * d.to_radians().cos()));
    let lamp = facing(At { along_m: 0.0, left_m: 0.0, up_m: 2.0 }, 90.0, lambert());
    let below = At { along_m: 0.0, left_m: 0.0, up_m: 0.0 };
    near(lamp.lux(below, UP), 10.0 / 4.0, 1e-6, "straight below");
    // cos^4 law of a Lambert lamp over level ground.
    let aside = At { along_m: -2.0, left_m: 0.0, up_m: 0.0 };
    near(lamp.lux(aside, UP), 2.5 * 0.5_f64.powi(2), 1e-4, "at 45 degrees");
    // 81 x 81 emitters of 10 cd, 0.25 m apart: 160 cd/m², infinite plane seen from 1 m.
    let panel: Vec<Source> = (-160..=160)
        .flat_map(|i| (-160..=160).map(move |k| (i, k)))
        .map(|(i, k)| {
            let at = At { along_m: 0.25 * f64::from(i), left_m: 0.25 * f64::from(k), up_m: 1.0 };
            facing(at, 90.0, Distribution::Bell(Bell::new(&wide(120.0, 10.0), 0.0)))
        })
        .collect();
    near(lux(&panel, below, UP), PI * 160.0, 0.01, "under a luminous ceiling");
    // Behind a lamp, and on a surface that looks away, there is nothing.
    assert_eq!(lamp.lux(At { up_m: 3.0, ..below }, UP), 0.0);
    assert_eq!(lamp.lux(below, Vector { up: -1.0, ..UP }), 0.0);
}

fn wide(deg: f64, peak_cd: f64) -> Beam {
    Beam { wide_deg: Some(deg), peak_cd: Some(peak_cd), ..Beam::default() }
}

/// Table of bell-shaped beams: exponent, candela for 1000 lm, lux at 10 m. Source: reference tables 7.8, computed from
/// I0 = F (m + 1) / 2 pi, m = ln 0.5 / ln cos h.
#[test]
fn table_of_beams() {
    let table = [
        (5.0, 727.9, 116_000.0, 1160.0),
        (8.0, 284.2, 45_390.0, 454.0),
        (10.0, 181.8, 29_090.0, 291.0),
        (15.0, 80.67, 13_000.0, 130.0),
        (20.0, 45.28, 7365.0, 73.7),
        (30.0, 19.99, 3341.0, 33.4),
        (40.0, 11.14, 1933.0, 19.3),
        (60.0, 4.819, 926.1, 9.26),
        (90.0, 2.0, 477.5, 4.77),
        (120.0, 1.0, 318.3, 3.18),
    ];
    for (deg, m, cd, lx) in table {
        near(exponent(deg), m, 1e-3, "exponent");
        let beam = Beam { wide_deg: Some(deg), ..Beam::default() };
        let bell = Bell::new(&beam, 1000.0);
        near(bell.candela(AHEAD), cd, 3e-3, "candela");
        let lamp =
            facing(At { along_m: 0.0, left_m: 0.0, up_m: 0.0 }, 0.0, Distribution::Bell(bell));
        let at = At { along_m: -10.0, left_m: 0.0, up_m: 0.0 };
        near(lamp.lux(at, Vector::facing(180.0, 0.0)), lx, 5e-3, "lux");
        near(lamp.distribution.width_deg(0.5)[0], deg, 2e-3, "width");
    }
}

/// W11: 2400 lm, 60 degrees, 8 m, surface tilted by 30 degrees: 2223 cd, 30.1 lx. Source: worked example W11.
#[test]
fn worked_example_11() {
    let bell = Bell::new(&Beam { wide_deg: Some(60.0), ..Beam::default() }, 2400.0);
    near(bell.candela(AHEAD), 2223.0, 1e-3, "candela");
    let lamp = facing(At { along_m: 0.0, left_m: 0.0, up_m: 1.0 }, 0.0, Distribution::Bell(bell));
    let at = At { along_m: -8.0, left_m: 0.0, up_m: 1.0 };
    near(lamp.lux(at, Vector::facing(180.0, 30.0)), 30.1, 2e-3, "lux");
}

/// W22: candela at eight angles: 859 lm by the trapezoid on I sin t, 35 degrees wide. Source: worked example W22. Read
/// in straight lines between so few values, as a file is read, the candela themselves hold 4 % more; the curve that
/// the trapezoid stands for gives the example's figure.
#[test]
fn worked_example_22() {
    let theta = vec![0.0, 5.0, 10.0, 15.0, 20.0, 30.0, 40.0, 50.0];
    let candela = vec![2000.0, 1900.0, 1600.0, 1200.0, 800.0, 300.0, 80.0, 0.0];
    let weighted = |deg: f64| -> f64 {
        let k = theta.iter().rposition(|t| *t <= deg).unwrap().min(theta.len() - 2);
        let f = |k: usize| candela[k] * f64::to_radians(theta[k]).sin();
        f(k) + (f(k + 1) - f(k)) * (deg - theta[k]) / (theta[k + 1] - theta[k])
    };
    let fine = round(0.125, 50.0, |deg| {
        if deg == 0.0 { 1900.0 } else { weighted(deg) / deg.to_radians().sin() }
    });
    near(fine.flux_lm(), 859.0, 1e-3, "flux");
    let grid = Grid::new(Frame::C, theta.clone(), vec![0.0], vec![candela.clone()]);
    near(grid.flux_lm(), 859.0, 0.045, "flux in straight lines");
    let width = Distribution::measured(grid).width_deg(0.5);
    near(width[0], 35.0, 2e-3, "width");
    near(width[1], 35.0, 2e-3, "height");
}

/// Flux of four files in three frames of angles. Source: Gauss-Legendre integration, 8 x 8 points in each cell, of the
/// same values by scipy 1.17.1 (RegularGridInterpolator), see tests/reference/README.md.
#[test]
fn flux_by_an_independent_integration() {
    let files = [
        ("full-c", include_str!("../reference/light/full-c.ies")),
        ("fog-b", include_str!("../reference/light/fog-b.ies")),
        ("spot-a", include_str!("../reference/light/spot-a.ies")),
        ("quarter-c", include_str!("../reference/light/quarter-c.ies")),
    ];
    let table = include_str!("../reference/light/flux.csv");
    for (name, text) in files {
        let row = table.lines().find(|l| l.starts_with(name)).unwrap();
        let flux_lm: f64 = row.rsplit(',').next().unwrap().parse().unwrap();
        near(ies::read(text).unwrap().grid.flux_lm(), flux_lm, 1e-6, name);
    }
}

/// Flux of bells with unlike width and height for 1 cd. Source: scipy 1.17.1, integrate.dblquad.
#[test]
fn flux_of_flat_beams() {
    for (wide, high, lm) in
        [(60.0, 60.0, 1.079_800_01), (90.0, 20.0, 0.493_957_065), (120.0, 40.0, 1.153_374_898)]
    {
        let beam = Beam {
            wide_deg: Some(wide),
            high_deg: Some(high),
            peak_cd: Some(1.0),
            ..Beam::default()
        };
        near(Bell::new(&beam, 0.0).flux_lm(), lm, 1e-6, "flux");
        let width = Distribution::Bell(Bell::new(&beam, 0.0)).width_deg(0.5);
        near(width[0], wide, 2e-3, "width");
        near(width[1], high, 2e-3, "height");
    }
}

/// A cut-off keeps the flux that was said and lets little above its edge.
#[test]
fn a_cut_off_is_sharp() {
    let beam = Beam {
        flux_lm: Some(1000.0),
        wide_deg: Some(70.0),
        high_deg: Some(12.0),
        has_cut_off: true,
        ..Beam::default()
    };
    let bell = Bell::new(&beam, 1000.0);
    near(bell.flux_lm(), 1000.0, 1e-6, "flux");
    let at = |deg: f64| {
        let v = deg.to_radians();
        bell.candela(Ray { forward: v.cos(), left: 0.0, up: v.sin() })
    };
    assert!(at(1.0) < 0.03 * at(-1.0) && at(3.0) < 0.015 * at(-1.0), "{} {}", at(1.0), at(-1.0));
    assert!(bell.peak().1.up < 0.0, "the hot spot lies below the edge");
}

fn any_beam() -> impl Strategy<Value = Beam> {
    (10.0..2e4, 4.0..150.0, 4.0..150.0, any::<bool>()).prop_map(|(lm, wide, high, has_cut_off)| {
        Beam {
            flux_lm: Some(lm),
            wide_deg: Some(wide),
            high_deg: Some(high),
            peak_cd: None,
            has_cut_off,
        }
    })
}

fn source(beam: &Beam, at: At, faces_deg: f64, down_deg: f64) -> Source {
    let distribution = Distribution::of(Some(beam), None, 1.0).unwrap();
    Source {
        mount: Mount { at, faces_deg, down_deg },
        distribution,
        part: 1.0,
        tint: usual(LampColour::White, None),
    }
}

proptest! {
    /// More lumens give more light everywhere, in the same measure.
    #[test]
    fn more_lumens_never_less_lux(
        beam in any_beam(), by in 1.0..10.0f64, x in -40.0..40.0f64, y in -40.0..40.0f64, down in -20.0..60.0f64,
    ) {
        let at = At { along_m: 0.0, left_m: 0.0, up_m: 1.5 };
        let more = Beam { flux_lm: beam.flux_lm.map(|lm| lm * by), ..beam };
        let ground = At { along_m: x, left_m: y, up_m: 0.0 };
        let (a, b) = (source(&beam, at, 0.0, down), source(&more, at, 0.0, down));
        let (a, b) = (a.lux(ground, UP), b.lux(ground, UP));
        prop_assert!(b >= a && (b - by * a).abs() <= 1e-9 * b.abs().max(1e-12));
    }

    /// Tilted down, a beam lights an eye above its axis less or as much, never more.
    #[test]
    fn tilting_down_never_dazzles_more(
        beam in any_beam(), up in 0.3..1.1f64, far in 5.0..100.0f64, aside in -5.0..5.0f64, a in 0.0..20.0f64,
        b in 0.0..20.0f64,
    ) {
        let at = At { along_m: 0.0, left_m: 0.0, up_m: up };
        let eye = At { along_m: -far, left_m: aside, up_m: 1.2 };
        let (less, more) = if a < b { (a, b) } else { (b, a) };
        let (high, low) = (source(&beam, at, 0.0, less), source(&beam, at, 0.0, more));
        prop_assert!(low.toward(eye).0 <= high.toward(eye).0 * (1.0 + 1e-9) + 1e-12);
    }

    /// A lamp turned with everything around it gives the same; a round beam gives the same however far around its axis.
    #[test]
    fn turning_by_a_symmetry_changes_nothing(
        beam in any_beam(), turn in 0.0..360.0f64, far in 1.0..30.0f64, off in -60.0..60.0f64,
        down in 0.0..40.0f64,
    ) {
        let at = At { along_m: 0.0, left_m: 0.0, up_m: 2.0 };
        let spot = |deg: f64| {
            let v = Vector::facing(deg, 0.0);
            At { along_m: far * v.along, left_m: far * v.left, up_m: 0.0 }
        };
        let one = source(&beam, at, 0.0, down).lux(spot(off), UP);
        let turned = source(&beam, at, turn, down).lux(spot(turn + off), UP);
        prop_assert!((one - turned).abs() <= 1e-7 * one.max(1e-9), "{one} {turned}");
        let mirrored = source(&beam, at, 0.0, down).lux(spot(-off), UP);
        prop_assert!((one - mirrored).abs() <= 1e-9 * one.max(1e-9));
        // Round: 30 degrees off its axis in any direction.
        let round = Beam { high_deg: beam.wide_deg, has_cut_off: false, ..beam };
        let bell = Bell::new(&round, 1000.0);
        let (sin, cos) = 30.0_f64.to_radians().sin_cos();
        let (s, c) = turn.to_radians().sin_cos();
        let around = bell.candela(Ray { forward: cos, left: sin * c, up: sin * s });
        let aside = bell.candela(Ray { forward: cos, left: sin, up: 0.0 });
        prop_assert!((around - aside).abs() <= 1e-9 * aside.max(1e-9));
    }
}
