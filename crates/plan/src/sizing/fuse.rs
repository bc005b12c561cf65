//! Which fuse: above the load, below the wire, through the inrush.

use crate::chain::Chain;
use jovek_catalog::fuse::{Fuse, ROUNDING_PART, min_rating_a};
use jovek_circuit::Device;
use jovek_job::{FusePractice, Shop};

/// The fuse chosen and what bound it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FuseFit {
    /// The fuse; none when no fuse of the catalog carries the load.
    pub fuse: Option<Fuse>,
    /// Smallest rating that carries the load, A.
    pub min_rating_a: f64,
    /// Energy of the inrush, A²s.
    pub inrush_a2s: f64,
    /// Smallest rating that would have carried the load without its inrush, A.
    pub without_inrush_a: Option<f64>,
    /// The smallest fuse that the load needs, whatever was chosen.
    pub for_load: Option<Fuse>,
    /// Smallest rating that the shop puts in here, A.
    pub smallest_a: f64,
}

/// Smallest fuse of a tap on a factory wire, A. Common practice: 2 to 3 A.
pub const SMALLEST_TAP_A: f64 = 2.0;

/// Energy that the lamps' inrush puts through the fuse, A²s: filaments at up to twelve times their
/// current behind the harness, for 15 ms (to 25 W) or 40 ms; LED drivers stay below any gate.
/// Common practice for the durations.
pub fn inrush_a2s(chain: &Chain, loop_ohm: f64, volt_v: f64) -> f64 {
    let mut cold_s = 0.0;
    let mut time_s: f64 = 0.0;
    for lamp in &chain.lamps {
        if let Device::Incandescent(filament) = lamp.device {
            cold_s += f64::from(lamp.count) * filament.cold_current_a(1.0);
            time_s = time_s.max(if filament.power_w <= 25.0 { 0.015 } else { 0.040 });
        }
    }
    if cold_s == 0.0 {
        return 0.0;
    }
    // The peak decays roughly in a straight line: a third of its square counts.
    let peak_a = volt_v / (1.0 / cold_s + loop_ohm);
    peak_a * peak_a * time_s / 3.0
}

/// Chooses the fuse for a load through a wire.
pub fn fit(
    load_a: f64,
    ambient_c: f64,
    ampacity_a: f64,
    inrush_a2s: f64,
    (shop, smallest_a): (&Shop, f64),
    forced_a: Option<f64>,
) -> FuseFit {
    let min_rating_a = min_rating_a(load_a, ambient_c);
    let ladder = shop.fuses();
    let carries =
        |f: &&Fuse| f.rating_a >= smallest_a && f.rating_a * (1.0 + ROUNDING_PART) >= min_rating_a;
    let bears = |f: &&Fuse| f.surge_a2s() >= inrush_a2s;
    let without_inrush_a = ladder.iter().find(carries).map(|f| f.rating_a);
    let smallest = ladder.iter().find(|f| carries(f) && bears(f));
    let fuse = match (forced_a, shop.fuse) {
        // What a person chose is kept as it is; a rule says what is wrong with it.
        (Some(rating), _) => Some(Fuse::of_rating(rating)),
        (None, FusePractice::DownToLoad) => smallest.copied(),
        (None, FusePractice::WireOnly) => ladder
            .iter()
            .rev()
            .find(|f| f.rating_a <= ampacity_a && carries(f) && bears(f))
            .or(smallest)
            .copied(),
    };
    FuseFit {
        fuse,
        min_rating_a,
        inrush_a2s,
        without_inrush_a,
        for_load: smallest.copied(),
        smallest_a,
    }
}
