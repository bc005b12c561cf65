//! What was said and measured of a light, settled.

use crate::answers::{CurveAnswer, CurvePoint, LightAnswer};
use crate::strip_answers::{backlight_says, screw_text};
use jovek_base::figure::{amps, shown};
use jovek_circuit::devices::Device;
use jovek_job::Light;
use jovek_plan::feed;
use jovek_plan::lamp::PlannedLamp;
use jovek_plan::lamp_curve::pairs;
use jovek_plan::supply::PlannedSupply;

/// A light with its power settled.
pub(super) fn light_answer(
    light: &Light,
    lamp: &PlannedLamp,
    supply: &PlannedSupply,
) -> LightAnswer {
    let power = shown(lamp.power_w, "W");
    let power_text = match (lamp.measured_w, lamp.label_w) {
        (Some(_), Some(label)) => format!("{power} each, measured (label {})", shown(label, "W")),
        (Some(_), None) => format!("{power} each, measured"),
        (None, Some(_)) => format!("{power} each, label"),
        (None, None) => format!("{power} each, assumed"),
    };
    let difference_text = match (lamp.measured_w, lamp.label_w) {
        (Some(m), Some(l)) => Some(format!("{:+.0} % against the label", (m / l - 1.0) * 100.0)),
        _ => None,
    };
    let one = std::slice::from_ref(lamp);
    LightAnswer {
        id: light.id.clone(),
        power_text,
        difference_text,
        current_text: amps(feed::wanted_a(one, supply)).to_string(),
        curve: curve(light, lamp),
        strip: None,
        backlight: backlight_says(light),
        screw_text: screw_text(light),
    }
}

/// What several readings of a lamp come to.
fn curve(light: &Light, lamp: &PlannedLamp) -> Option<CurveAnswer> {
    let pairs = pairs(light);
    let (first, last) = (*pairs.first()?, *pairs.last()?);
    if pairs.len() < 2 {
        return None;
    }
    let fitted_a = |volts: f64| lamp.device.flow(volts).current_a;
    let off = pairs.iter().map(|p| (p.amps / fitted_a(p.volts) - 1.0).abs()).fold(0.0, f64::max);
    let figures = match lamp.device {
        Device::RegulatedLed(d) => {
            format!("{} at any voltage above {}", shown(d.power_w, "W"), shown(d.cut_in_v, "V"))
        }
        Device::BallastedLed(d) => {
            format!("{} ohm behind {} of LEDs", shown(d.series_ohm, ""), shown(d.forward_v, "V"))
        }
        _ => format!("a filament of {}", shown(lamp.power_w, "W")),
    };
    let between = (0..=24).map(|k| {
        let volts = first.volts + (last.volts - first.volts) * f64::from(k) / 24.0;
        CurvePoint { volts, measured_a: None, fitted_a: fitted_a(volts) }
    });
    let read = pairs.iter().map(|p| CurvePoint {
        volts: p.volts,
        measured_a: Some(p.amps),
        fitted_a: fitted_a(p.volts),
    });
    let mut points: Vec<CurvePoint> = between.chain(read).collect();
    points.sort_by(|a, b| a.volts.total_cmp(&b.volts));
    Some(CurveAnswer {
        says: format!("{figures}; every reading within {:.0} %", off * 100.0),
        points,
    })
}
