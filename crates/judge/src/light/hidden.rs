//! A source that is to be hidden, so that only the lit surface is seen: does its light stop cover it from the eyes near by?

use jovek_job::HiddenSource;
use jovek_phrases::light as say;

/// An eye that must not see the source: who, height and distance, m.
type Eye = (fn() -> &'static str, f64, f64);

/// Where such eyes are. Common practice.
const EYES: [Eye; 2] =
    [(say::somebody_who_stands_2_m_away, 1.6, 2.0), (say::a_driver_10_m_away, 1.2, 10.0)];

/// An eye that sees the source over its stop.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SourceSeen {
    /// Whose.
    pub who: &'static str,
    /// The stop that would cover it, mm.
    pub stop_mm: f64,
    /// How far behind the edge the source would have to sit with the stop there is, mm.
    pub behind_mm: f64,
}

/// The eye that sees most of a source at some height, m; none where its stop covers it from all.
///
/// Similar triangles: the line of sight from the eye over the edge meets the height of the source `behind * |rise| / far`
/// lower (or higher) than the edge; a stop as tall as that covers it.
pub fn seen(hidden: &HiddenSource, up_m: f64) -> Option<SourceSeen> {
    let of = |&(who, eye_m, far_m): &Eye| {
        let slope = (eye_m - up_m).abs() / far_m;
        let stop_mm = hidden.behind_mm * slope;
        // A lower stop covers less of what sits further back.
        let behind_mm = hidden.stop_mm / slope.max(1e-9);
        SourceSeen { who: who(), stop_mm, behind_mm }
    };
    let worst = EYES.iter().map(of).max_by(|a, b| a.stop_mm.total_cmp(&b.stop_mm))?;
    (worst.stop_mm > hidden.stop_mm + 1e-9).then_some(worst)
}
