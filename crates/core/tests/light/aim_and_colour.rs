//! Aim against the published drops; colour against a general colour library and the published corners.

use jovek_core::job::{Adjuster, LampRole, Region};
use jovek_core::light::aim::{angle_deg, drop_m, meets_road_m, percent, target, turns};
use jovek_core::light::colour::{Chromaticity, LegalColour, legal, of_kelvin, reads_as, screen};
use jovek_core::light::glare::veil_cd_m2;

/// Drops in mm. Source: reference table 7.4, computed: distance times percent.
#[test]
fn published_drops() {
    let distances_m = [3.0, 5.0, 7.62, 10.0, 25.0];
    let table = [
        (0.5, 0.286, [15.0, 25.0, 38.1, 50.0, 125.0]),
        (1.0, 0.573, [30.0, 50.0, 76.2, 100.0, 250.0]),
        (1.33, 0.762, [39.9, 66.5, 101.3, 133.0, 332.5]),
        (1.5, 0.859, [45.0, 75.0, 114.3, 150.0, 375.0]),
        (2.0, 1.146, [60.0, 100.0, 152.4, 200.0, 500.0]),
        (2.5, 1.432, [75.0, 125.0, 190.5, 250.0, 625.0]),
        (3.0, 1.718, [90.0, 150.0, 228.6, 300.0, 750.0]),
    ];
    for (inclination, deg, drops_mm) in table {
        assert!((angle_deg(inclination) - deg).abs() < 6e-4, "{inclination} %");
        assert!((percent(deg) - inclination).abs() < 2e-3);
        for (far_m, drop_mm) in distances_m.iter().zip(drops_mm) {
            let got = 1000.0 * drop_m(*far_m, inclination);
            assert!((got - drop_mm).abs() < 0.06, "{inclination} % at {far_m} m: {got} mm");
        }
    }
}

/// W10: a fog lamp 0.70 m high at 1.5 %: 114 mm down at 7.62 m, 586 mm on the wall, the road at 46.7 m. Source: worked
/// example W10. And 3 degrees down fall 40 cm in 7.6 m: common practice, no source.
#[test]
fn worked_example_10() {
    let drop = drop_m(7.62, 1.5);
    assert!((1000.0 * drop - 114.3).abs() < 0.05 && (1000.0 * (0.70 - drop) - 586.0).abs() < 0.5);
    assert!((meets_road_m(0.70, 1.5).unwrap() - 46.7).abs() < 0.05);
    assert!(meets_road_m(0.70, 0.0).is_none() && meets_road_m(0.7, -1.0).is_none());
    assert!((drop_m(7.62, percent(3.0)) - 0.40).abs() < 0.005);
}

/// Fog: 4 in at 25 ft, 1.33 %, 0.76 degrees. Source: SAE J583 and J599 visual aim; UN R48 6.3, recalled from memory.
#[test]
fn targets_by_region() {
    let us = target(Some(LampRole::Fog), 0.6, Region::Us).unwrap();
    assert!((1000.0 * drop_m(7.62, us.percent) - 101.6).abs() < 0.1);
    assert!((angle_deg(us.percent) - 0.764).abs() < 1e-3);
    let low = target(Some(LampRole::Fog), 0.6, Region::Un).unwrap();
    let high = target(Some(LampRole::Fog), 1.0, Region::Un).unwrap();
    assert_eq!((low.range_percent, high.range_percent), ((1.0, 3.0), (1.5, 3.5)));
    let driving = target(Some(LampRole::Driving), 0.8, Region::Us).unwrap();
    assert!((1000.0 * drop_m(7.62, driving.range_percent.1) - 50.8).abs() < 0.1, "2 in at most");
    assert!(target(Some(LampRole::Work), 2.0, Region::Us).is_none());
}

/// A screw of 1.25 mm pitch, 100 mm from its pivot, turns a lamp by atan(1.25/100) a turn. Source: trigonometry.
#[test]
fn turns_of_the_screw() {
    let screw = Adjuster { pitch_mm: 1.25, arm_mm: 100.0, reach: String::new() };
    let one = (1.25_f64 / 100.0).atan().to_degrees();
    assert!((turns(&screw, one) - 1.0).abs() < 1e-9);
    assert!((turns(&screw, -2.0 * one) + 2.0).abs() < 1e-3);
}

/// Source: colour-science 0.4.7, Planck's law over the CIE 1931 2 degree observer; see tests/reference/README.md.
#[test]
fn planck_by_a_colour_library() {
    for row in include_str!("../reference/light/planck.csv").lines().skip(1) {
        let cells: Vec<f64> = row.split(',').map(|c| c.parse().unwrap()).collect();
        let c = of_kelvin(cells[0]).unwrap();
        let off = (c.x - cells[1]).hypot(c.y - cells[2]);
        assert!(off < 6e-4, "{} K: {c:?}, off by {off:.5}", cells[0]);
    }
    assert!(of_kelvin(1000.0).is_none() && of_kelvin(40_000.0).is_none());
}

/// Source: colour-science 0.4.7, XYZ to sRGB with the brightest channel full.
#[test]
fn colours_on_screen() {
    for row in include_str!("../reference/light/screen.csv").lines().skip(1) {
        let cells: Vec<f64> = row.split(',').map(|c| c.parse().unwrap()).collect();
        let text = screen(Chromaticity { x: cells[0], y: cells[1] });
        for (k, want) in cells[2..].iter().enumerate() {
            let got = u8::from_str_radix(&text[1 + 2 * k..3 + 2 * k], 16).unwrap();
            assert!((f64::from(got) - want).abs() <= 3.0, "{row}: {text}");
        }
    }
}

/// Published corners of the areas: just inside they belong, just outside they do not. Source: UN R48 and R65 corner
/// points, recalled from memory (reference table 7.5).
#[test]
fn published_corners() {
    use LegalColour::{Amber, Blue, Red, SelectiveYellow, White};
    let corners = [
        (White, 0.310, 0.348),
        (White, 0.453, 0.440),
        (White, 0.500, 0.440),
        (White, 0.500, 0.382),
        (White, 0.443, 0.382),
        (White, 0.310, 0.283),
        (Amber, 0.545, 0.425),
        (Amber, 0.597, 0.390),
        (SelectiveYellow, 0.454, 0.486),
        (SelectiveYellow, 0.500, 0.440),
        (SelectiveYellow, 0.521, 0.440),
        (Red, 0.645, 0.335),
        (Blue, 0.186, 0.214),
        (Blue, 0.233, 0.167),
    ];
    let middle = |of: LegalColour| -> (f64, f64) {
        match of {
            White => (0.40, 0.39),
            Amber => (0.575, 0.415),
            SelectiveYellow => (0.50, 0.47),
            Red => (0.69, 0.305),
            _ => (0.15, 0.10),
        }
    };
    for (colour, x, y) in corners {
        let (mx, my) = middle(colour);
        let way = (mx - x).hypot(my - y);
        let at = |mm: f64| Chromaticity { x: x + mm * (mx - x) / way, y: y + mm * (my - y) / way };
        let inside = legal(Region::Un, at(0.004));
        assert_eq!(inside, Some(colour), "inside of {x}, {y}");
        assert_ne!(legal(Region::Un, at(-0.004)), Some(colour), "outside of {x}, {y}");
    }
}

/// Whites from 2856 to 6504 K are white by law, 9000 K is not any more. Source: the area's edge at x = 0.31.
#[test]
fn kelvin_by_law() {
    for region in Region::ALL {
        for kelvin in [2856.0, 3200.0, 4250.0, 5700.0, 6504.0] {
            let c = of_kelvin(kelvin).unwrap();
            assert_eq!(legal(region, c), Some(LegalColour::White), "{kelvin} K");
        }
        assert_eq!(legal(region, of_kelvin(9000.0).unwrap()), None);
        assert_eq!(legal(region, Chromaticity { x: 0.33, y: 0.60 }), None);
    }
    let all = [4000.0, 5700.0, 7500.0].map(reads_as);
    assert_eq!(all, ["yellowish white", "pure white", "bluish white"]);
}

/// 2000 cd at 20 m, 5 degrees off: 5 lx, 2.0 cd/m². Source: CIE 31 and CIE 146 (reference 7.9), recalled from memory.
#[test]
fn veil_of_glare() {
    assert!((veil_cd_m2(2000.0 / 400.0, 5.0) - 2.0).abs() < 1e-9);
    assert_eq!(veil_cd_m2(1.0, 0.1), veil_cd_m2(1.0, 1.0), "no nearer than a degree");
}
