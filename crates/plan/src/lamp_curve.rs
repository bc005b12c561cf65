//! Readings of one lamp at several voltages: the figures of its kind that go through them best, and whether its current
//! goes with the voltage as that of its kind does.

use jovek_job::{Light, LightKind};

/// Voltages this far apart tell how a current goes with them, V per 12 V battery.
const TELLS_APART_V: f64 = 1.0;

/// Voltage at a lamp and the current that it took there.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Pair {
    /// V.
    pub volts: f64,
    /// Of one lamp, A.
    pub amps: f64,
}

/// What was measured of a light, for one lamp, by rising voltage.
pub fn pairs(light: &Light) -> Vec<Pair> {
    let all = light.measured.iter().chain(&light.measured_also);
    let mut pairs: Vec<Pair> = all
        .map(|m| {
            let lamps = if m.of_all { f64::from(light.count.max(1)) } else { 1.0 };
            Pair { volts: m.volts, amps: m.amps / lamps }
        })
        .collect();
    pairs.sort_by(|a, b| a.volts.total_cmp(&b.volts));
    pairs
}

/// Power of a regulated lamp, W: least squares of the currents P/V. Readings below its cut-in do not count, unless there
/// are no others.
pub fn regulated_w(pairs: &[Pair], cut_in_v: f64) -> Option<f64> {
    let above: Vec<Pair> = pairs.iter().copied().filter(|p| p.volts >= cut_in_v).collect();
    let counts = if above.is_empty() { pairs } else { &above };
    let over: f64 = counts.iter().map(|p| p.amps / p.volts).sum();
    let under: f64 = counts.iter().map(|p| 1.0 / (p.volts * p.volts)).sum();
    (!counts.is_empty()).then(|| over / under)
}

/// Forward voltage, V, and series resistance, ohm, of LEDs behind resistors: the straight line of least squares through
/// the readings. None where they lie too close together or rise too little to say.
pub fn strip_line(pairs: &[Pair], batteries: f64) -> Option<(f64, f64)> {
    if !tell_apart(pairs, batteries) {
        return None;
    }
    let n = pairs.len() as f64;
    let mean_v = pairs.iter().map(|p| p.volts).sum::<f64>() / n;
    let mean_a = pairs.iter().map(|p| p.amps).sum::<f64>() / n;
    let spread = |p: &Pair| p.volts - mean_v;
    let rises: f64 = pairs.iter().map(|p| spread(p) * (p.amps - mean_a)).sum::<f64>()
        / pairs.iter().map(|p| spread(p).powi(2)).sum::<f64>();
    let forward_v = mean_v - mean_a / rises;
    let can_be = rises > 0.0 && forward_v > 1.5 * batteries && forward_v < pairs[0].volts;
    can_be.then(|| (forward_v, 1.0 / rises))
}

/// Power of a filament lamp at its rated voltage, W: the mean over the readings. Source of the exponent: handbooks of
/// incandescent lamps give P ~ V^1.5 to V^1.6, common practice.
pub fn filament_w(pairs: &[Pair], rated_v: f64) -> Option<f64> {
    let each = pairs.iter().map(|p| p.amps * p.volts * (rated_v / p.volts).powf(1.55));
    (!pairs.is_empty()).then(|| each.sum::<f64>() / pairs.len() as f64)
}

fn tell_apart(pairs: &[Pair], batteries: f64) -> bool {
    match (pairs.first(), pairs.last()) {
        (Some(first), Some(last)) => last.volts - first.volts >= TELLS_APART_V * batteries,
        _ => false,
    }
}

/// With which power of the voltage the current goes, by least squares of the logarithms: -1 for constant power, 0.55 for
/// a filament, 2 and more behind resistors. None where the readings lie too close together.
pub fn exponent(pairs: &[Pair], batteries: f64) -> Option<f64> {
    if !tell_apart(pairs, batteries) {
        return None;
    }
    let logs: Vec<(f64, f64)> = pairs.iter().map(|p| (p.volts.ln(), p.amps.ln())).collect();
    let n = logs.len() as f64;
    let (mean_x, mean_y) =
        (logs.iter().map(|l| l.0).sum::<f64>() / n, logs.iter().map(|l| l.1).sum::<f64>() / n);
    let over: f64 = logs.iter().map(|l| (l.0 - mean_x) * (l.1 - mean_y)).sum();
    Some(over / logs.iter().map(|l| (l.0 - mean_x).powi(2)).sum::<f64>())
}

/// The kind that such readings are of; none where they fit what was said, or do not tell. Between the kinds lies room:
/// a meter is off by some percent, and drivers differ.
pub fn reads_as(light: &Light, cut_in_v: f64, batteries: f64) -> Option<LightKind> {
    let mut pairs = pairs(light);
    if matches!(light.draws, LightKind::Regulated { .. }) {
        // Below its cut-in a driver fades as a strip does.
        pairs.retain(|p| p.volts >= cut_in_v);
    }
    let exponent = exponent(&pairs, batteries)?;
    let fits = match light.draws {
        LightKind::Regulated { .. } => exponent < 0.3,
        LightKind::Incandescent {} => (0.1..1.3).contains(&exponent),
        LightKind::Strip { .. } => exponent > 0.9,
    };
    let other = match exponent {
        e if e < 0.1 => LightKind::Regulated { cut_in_v: None },
        e if e < 1.1 => LightKind::Incandescent {},
        _ => LightKind::Strip { forward_v: None },
    };
    (!fits).then_some(other)
}
