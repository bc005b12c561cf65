//! The catalog against published tables and formulas. Each check names its source; figures of
//! standards are recalled from memory and marked so.

use jovek_catalog::ampacity::{AmpacityTable, BundleRule};
use jovek_catalog::battery::Chemistry;
use jovek_catalog::conductor::WireSystem;
use jovek_catalog::conductor::{
    Conductor, MM2_PER_CMIL, awg_area_mm2, awg_diameter_mm, copper_factor, copper_ohm,
};
use jovek_catalog::fuse::{Fuse, FuseFamily, min_rating_a, rerating};
use jovek_catalog::insulation::{Insulation, short_circuit_k};
use jovek_catalog::{ampacity, battery, heat, relay};

fn close(got: f64, want: f64, relative: f64, what: &str) {
    assert!((got - want).abs() <= relative * want.abs(), "{what}: {got} for {want}");
}

/// Source: ASTM B258 handbook table as carried by the general-purpose library `fluids`.
#[test]
fn awg_diameters_are_those_of_the_handbook() {
    for (n, mm) in [(24, 0.51054), (18, 1.02362), (14, 1.62814), (10, 2.58826), (4, 5.18922)] {
        close(awg_diameter_mm(n), mm, 3e-4, &format!("AWG {n}"));
    }
}

/// Source: definition of the circular mil; 4/0 = 211,600 cmil (ASTM B258).
#[test]
fn four_aught_has_its_circular_mils() {
    close(awg_area_mm2(-3) / MM2_PER_CMIL, 211_600.0, 1e-5, "4/0");
    close(awg_area_mm2(14) / MM2_PER_CMIL, 4106.72, 1e-5, "14");
}

/// Source: ASTM B258 ratio; three gauge steps double the area to within 0.3 %.
#[test]
fn three_gauge_steps_double_the_area() {
    for n in -3..=21 {
        close(awg_area_mm2(n) / awg_area_mm2(n + 3), 2.0, 0.003, &format!("AWG {n}"));
    }
}

/// Source: resistance of solid copper by IEC 60028 and ASTM B258, mohm/m at 20 °C.
#[test]
fn copper_resistance_follows_iec_60028() {
    let solid = [(24, 84.22), (18, 20.95), (14, 8.286), (10, 3.277), (4, 0.8152), (0, 0.3224)];
    for (n, mohm) in solid {
        close(copper_ohm(1.0, awg_area_mm2(n), 20.0) * 1000.0, mohm, 5e-4, &format!("AWG {n}"));
    }
    close(copper_factor(105.0), 1.334, 1e-3, "105 °C");
    // The same rule in its other form: (234.5 + T)/254.5.
    for t in [-40.0, 0.0, 60.0, 125.0] {
        close(copper_factor(t), (234.5 + t) / 254.5, 1e-3, "two forms");
    }
}

/// Source: ISO 6722-1 largest resistance, recalled from memory (high confidence rows).
#[expect(clippy::approx_constant, reason = "3.14 is the published figure in milliohm per metre")]
#[test]
fn metric_wire_has_the_permitted_resistance() {
    let rows = [
        (50, 37.1),
        (75, 24.7),
        (100, 18.5),
        (150, 12.7),
        (250, 7.6),
        (400, 4.71),
        (600, 3.14),
        (1000, 1.82),
        (1600, 1.16),
        (2500, 0.743),
        (3500, 0.527),
        (12000, 0.153),
    ];
    for (size, mohm) in rows {
        let wire = Conductor::Metric(size);
        assert_eq!(wire.ohm_per_m_20c() * 1000.0, mohm);
        // 5 to 14 % above the ideal of its name.
        let part = wire.ohm_per_m_20c() / copper_ohm(1.0, wire.area_mm2(), 20.0);
        assert!((1.05..1.15).contains(&part), "{wire}: {part}");
    }
}

/// Source: SAE J1128 minima as listed beside AWG in ABYC E-11, recalled: 5 to 11 % less copper for
/// 18 to 8 gauge.
#[test]
fn sae_gauge_has_less_copper_than_awg() {
    for n in [18, 16, 14, 12, 10, 8] {
        let less = 1.0 - Conductor::Sae(n).area_mm2() / Conductor::Awg(n).area_mm2();
        assert!((0.05..0.11).contains(&less), "{n} gauge: {less}");
    }
    for system in [WireSystem::Awg, WireSystem::Sae, WireSystem::Metric] {
        let all = Conductor::all(system);
        assert!(all.windows(2).all(|w| w[0].area_mm2() < w[1].area_mm2()), "{system:?} ascending");
        for wire in all {
            assert_eq!(wire.to_string().parse::<Conductor>().as_ref(), Ok(&wire));
        }
    }
}

/// Source: ABYC E-11 under 50 V, ISO 10133 Annex A, DIN VDE 0298-4 Table 11; all recalled.
#[test]
fn published_sizes_read_their_own_row() {
    use Insulation::{Pvc80, Pvc105, Xlpe125};
    let abyc = |n, class| ampacity::single_a(AmpacityTable::AbycE11, Conductor::Awg(n), class);
    assert_eq!([abyc(16, Pvc80), abyc(16, Pvc105), abyc(16, Xlpe125)], [20.0, 25.0, 30.0]);
    assert_eq!(abyc(-3, Pvc105), 445.0);
    let iso = |n, class| ampacity::single_a(AmpacityTable::Iso10133, Conductor::Metric(n), class);
    assert_eq!([iso(150, Pvc105), iso(250, Xlpe125), iso(12000, Pvc105)], [25.0, 40.0, 450.0]);
    // 1.5 mm² by VDE: 24 A at 70 °C, 1.37 times that at 105 °C.
    let vde = ampacity::single_a(AmpacityTable::Vde0298, Conductor::Metric(150), Pvc105);
    close(vde, 24.0 * (75.0f64 / 40.0).sqrt(), 1e-9, "VDE");
}

/// Source: ABYC E-11 engine-space factors 0.78, 0.85, 0.89 for 80, 105, 125 °C, recalled; they are
/// the square-root rule for 50 °C.
#[test]
fn engine_space_factors_are_the_square_root_rule() {
    for (class, factor) in
        [(Insulation::Pvc80, 0.78), (Insulation::Pvc105, 0.85), (Insulation::Xlpe125, 0.89)]
    {
        close(ampacity::ambient_factor(class, 50.0), factor, 0.012, class.label());
        assert_eq!(ampacity::ambient_factor(class, class.max_c()), 0.0);
    }
}

/// Source: NFPA 70 310.15(C)(1), IEC 60364-5-52 Table B.52.17, MIL-STD-975; recalled.
#[test]
fn bundle_factors_are_the_published_steps() {
    for (n, iec, nfpa, aerospace) in
        [(1, 1.0, 1.0, 1.0), (4, 0.65, 0.8, 0.893), (7, 0.54, 0.7, 0.786), (12, 0.45, 0.5, 0.607)]
    {
        assert_eq!(ampacity::bundle_factor(BundleRule::IecBunched, n), iec);
        assert_eq!(ampacity::bundle_factor(BundleRule::NfpaSteps, n), nfpa);
        close(ampacity::bundle_factor(BundleRule::Aerospace, n), aerospace, 1e-3, "aerospace");
        assert_eq!(ampacity::bundle_factor(BundleRule::None, n), 1.0);
    }
}

/// Source: independent heat-balance computation (Morgan's correlation, ISO thick wall), A at 30 °C
/// for 70 and 105 °C. Bar 5 %: air properties and walls are fits.
#[test]
fn heat_balance_agrees_with_an_independent_computation() {
    let rows = [
        (75, 15.5, 21.2),
        (100, 18.4, 25.1),
        (150, 23.1, 31.5),
        (250, 31.5, 43.3),
        (400, 42.8, 58.7),
        (600, 55.1, 75.6),
        (1000, 78.4, 107.5),
        (2500, 141.6, 193.4),
    ];
    for (size, at70, at105) in rows {
        let wire = Conductor::Metric(size);
        close(heat::still_air_a(wire, 70.0, 30.0), at70, 0.05, &format!("{wire} at 70 °C"));
        close(heat::still_air_a(wire, 105.0, 30.0), at105, 0.05, &format!("{wire} at 105 °C"));
    }
    assert_eq!(heat::still_air_a(Conductor::Metric(150), 105.0, 105.0), 0.0);
}

/// Source: IEC 60364-5-54 publishes 115 (PVC, 70 to 160 °C) and 143 (XLPE, 90 to 250 °C); 228 for
/// bare copper from 30 to 500 °C.
#[test]
fn short_circuit_constants_are_the_published_ones() {
    close(short_circuit_k(70.0, 160.0), 115.0, 0.002, "PVC");
    close(short_circuit_k(90.0, 250.0), 143.0, 0.002, "XLPE");
    close(short_circuit_k(30.0, 500.0), 228.0, 0.001, "bare");
}

/// Source: ISO 8820-3 gates and colours, recalled; cold resistance is common practice with the fit
/// 133 mohm·In^-1.233 to within 4 % from 5 to 40 A.
#[test]
fn blade_fuses_have_their_gates_and_colours() {
    let ladder = Fuse::ladder();
    assert!(ladder.windows(2).all(|w| w[0].rating_a < w[1].rating_a));
    let fuse = Fuse::of_rating;
    assert_eq!(
        (fuse(10.0).colour(), fuse(15.0).colour(), fuse(20.0).colour()),
        ("red", "blue", "yellow")
    );
    assert_eq!(fuse(60.0).family, FuseFamily::LargeBlade);
    assert_eq!(fuse(10.0).slowest_s(10.9), None, "110 % may stand for ever");
    assert_eq!(fuse(10.0).slowest_s(20.0), Some(5.0));
    assert_eq!(fuse(10.0).slowest_s(36.0), Some(0.5));
    assert_eq!(fuse(10.0).slowest_s(600.0), Some(0.1));
    assert_eq!(fuse(100.5f64.min(100.0)).rating_a, 100.0);
    // Exactly what is said, made or not.
    assert_eq!((fuse(35.0).rating_a, fuse(35.0).is_made()), (35.0, true));
    assert_eq!((fuse(120.0).rating_a, fuse(120.0).is_made()), (120.0, false));
    for a in [5.0, 7.5, 10.0, 15.0, 20.0, 30.0] {
        close(fuse(a).cold_ohm(), 0.133 * f64::powf(a, -1.233), 0.05, &format!("{a} A"));
    }
    // A miniature blade of 10 A bears 60 A for 0.03 s: 108 A²s.
    let mini = Fuse { family: FuseFamily::MiniBlade, rating_a: 10.0 };
    close(mini.surge_a2s(), 108.0, 1e-9, "surge");
}

/// Source: common practice, 0.15 %/K: a 15 A blade at 85 °C carries 10.9 A.
#[test]
fn a_hot_fuse_carries_less() {
    close(0.8 * 15.0 * rerating(85.0), 10.9, 0.005, "15 A at 85 °C");
    assert_eq!(rerating(-40.0), 1.0, "no credit for cold");
    close(min_rating_a(11.5, 40.0), 14.75, 1e-3, "11.5 A at 40 °C");
}

/// Source: copper coil, V(T) = V(23)·R(T)/R(23): 7.2 V becomes 8.93 V at 85 °C, 9.49 V at 105 °C.
#[test]
fn a_hot_coil_needs_more_volts() {
    close(relay::pull_in_at_v(7.2, 85.0), 8.93, 1e-3, "85 °C");
    close(relay::pull_in_at_v(7.2, 105.0), 9.49, 1e-3, "105 °C");
    close(relay::pull_in_at_v(7.8, -40.0), 5.89, 2e-3, "-40 °C");
}

/// Source: battery-industry (BCI) table for flooded batteries, recalled.
#[test]
fn open_circuit_voltage_follows_the_charge() {
    for (percent, v) in [(100.0, 12.65), (75.0, 12.45), (50.0, 12.24), (25.0, 12.06), (0.0, 11.89)]
    {
        assert_eq!(battery::open_circuit_v(Chemistry::Flooded, percent), v);
    }
}
