//! Ampacity from the heat balance of a wire in still air: the physics beside the tables.

use crate::conductor::Conductor;

/// Stefan-Boltzmann constant, W/(m²·K⁴).
const SIGMA: f64 = 5.670_374e-8;
const EMISSIVITY: f64 = 0.9;
/// Heat conductivity of the insulation, W/(m·K). Common practice for PVC and XLPE.
const INSULATION_W_PER_MK: f64 = 0.20;

/// Properties of air at a film temperature: conductivity W/(m·K), viscosity m²/s, diffusivity m²/s.
/// Power-law fits to handbook air at 1 atm between 250 and 450 K.
fn air(film_k: f64) -> (f64, f64, f64) {
    let t = film_k / 300.0;
    (0.0263 * t.powf(0.83), 1.589e-5 * t.powf(1.78), 2.25e-5 * t.powf(1.81))
}

/// Heat-transfer coefficient of a horizontal cylinder in still air, W/(m²·K).
/// Source: Morgan's correlation Nu = C·Raⁿ.
fn convection(diameter_m: f64, surface_c: f64, ambient_c: f64) -> f64 {
    let film_k = 0.5 * (surface_c + ambient_c) + 273.15;
    let (k, nu, alpha) = air(film_k);
    let rayleigh = 9.806_65 / film_k * (surface_c - ambient_c) * diameter_m.powi(3) / (nu * alpha);
    let (c, n) = match rayleigh {
        r if r < 1e-2 => (0.675, 0.058),
        r if r < 1e2 => (1.02, 0.148),
        r if r < 1e4 => (0.850, 0.188),
        r if r < 1e7 => (0.480, 0.250),
        _ => (0.125, 0.333),
    };
    c * rayleigh.powf(n) * k / diameter_m
}

/// A wire as made against the largest outer diameter that is permitted. Common practice.
const TYPICAL_OUTER: f64 = 0.95;

/// Outer and strand diameter of a thick-wall wire, m. Source: largest outer diameter and wall of
/// ISO 6722-1, recalled from memory; between sizes by area.
fn diameters_m(area_mm2: f64) -> (f64, f64) {
    const OUTER: [(f64, f64); 17] = [
        (0.5, 2.3),
        (0.75, 2.5),
        (1.0, 2.7),
        (1.5, 3.0),
        (2.5, 3.6),
        (4.0, 4.4),
        (6.0, 5.0),
        (10.0, 6.5),
        (16.0, 8.3),
        (20.0, 9.1),
        (25.0, 10.4),
        (35.0, 11.6),
        (50.0, 13.5),
        (70.0, 15.5),
        (95.0, 18.0),
        (120.0, 19.7),
        (150.0, 22.0),
    ];
    const WALL: [(f64, f64); 9] = [
        (0.5, 0.6),
        (1.5, 0.6),
        (2.5, 0.7),
        (6.0, 0.8),
        (10.0, 1.0),
        (16.0, 1.0),
        (25.0, 1.3),
        (50.0, 1.5),
        (120.0, 1.6),
    ];
    let outer = TYPICAL_OUTER * crate::interpolate(&OUTER, area_mm2);
    let wall = crate::interpolate(&WALL, area_mm2);
    (outer / 1000.0, (outer - 2.0 * wall) / 1000.0)
}

/// Outer diameter of a thick-wall wire as made, mm. Source: as above.
pub fn outer_mm(area_mm2: f64) -> f64 {
    1000.0 * diameters_m(area_mm2).0
}

/// Current that holds the conductor at `max_c` in still air of `ambient_c`, A; zero when the air is
/// already that hot.
///
/// I = sqrt(q/R(Tmax)); q flows through the insulation, Tmax − Ts = q·ln(D/d)/(2π·k), and leaves
/// the surface, q = π·D·(h·(Ts − Ta) + ε·σ·(Ts⁴ − Ta⁴)). Thick-wall wire.
pub fn still_air_a(conductor: Conductor, max_c: f64, ambient_c: f64) -> f64 {
    if max_c <= ambient_c {
        return 0.0;
    }
    let (outer_m, strand_m) = diameters_m(conductor.area_mm2());
    let wall = (outer_m / strand_m).ln() / (2.0 * std::f64::consts::PI * INSULATION_W_PER_MK);
    let lost = |surface_c: f64| {
        let (ts, ta) = (surface_c + 273.15, ambient_c + 273.15);
        std::f64::consts::PI
            * outer_m
            * (convection(outer_m, surface_c, ambient_c) * (surface_c - ambient_c)
                + EMISSIVITY * SIGMA * (ts.powi(4) - ta.powi(4)))
    };
    // The surface temperature at which what comes through the insulation also leaves.
    let (mut low, mut high) = (ambient_c, max_c);
    for _ in 0..60 {
        let mid = 0.5 * (low + high);
        if lost(mid) * wall > max_c - mid { high = mid } else { low = mid }
    }
    (lost(low) / conductor.ohm(1.0, max_c)).sqrt()
}
