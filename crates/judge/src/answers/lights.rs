//! What was said and measured of a light, settled.

use crate::answers::{CurveAnswer, CurvePoint, LightAnswer};
use crate::light::by_day;
use crate::light::source::{Distribution, usual_lm};
use crate::strip_answers::{backlight_says, screw_text};
use jovek_base::figure::{amps, shown};
use jovek_base::units::Units;
use jovek_circuit::devices::Device;
use jovek_job::Light;
use jovek_phrases::answers as say;
use jovek_plan::feed;
use jovek_plan::lamp::{PlannedLamp, strip_figures};
use jovek_plan::lamp_curve::pairs;
use jovek_plan::supply::PlannedSupply;

/// A light with its power settled.
pub(super) fn light_answer(
    light: &Light,
    lamp: &PlannedLamp,
    supply: &PlannedSupply,
    units: Units,
) -> LightAnswer {
    let power = shown(lamp.power_w, "W");
    let power_text = match (lamp.measured_w, lamp.label_w) {
        (Some(_), Some(label)) => say::each_measured_label(&power, &shown(label, "W")),
        (Some(_), None) => say::each_measured(&power),
        (None, Some(_)) => say::each_label(&power),
        (None, None) => say::each_assumed(&power),
    };
    let difference_text = match (lamp.measured_w, lamp.label_w) {
        (Some(m), Some(l)) => Some(say::against_the_label(&((m / l - 1.0) * 100.0))),
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
        backlight: backlight_says(light, units),
        day_text: day_text(light, lamp, units),
        screw_text: screw_text(light, units),
    }
}

/// How a light shows by day that is there to be seen rather than to see by.
fn day_text(light: &Light, lamp: &PlannedLamp, units: Units) -> Option<String> {
    use jovek_job::LampRole as R;
    let role = light.role?;
    if !matches!(role, R::Brake | R::Turn | R::Marker | R::Warning | R::Accent) {
        return None;
    }
    let colour = light.colour.unwrap_or_default();
    if let (Some(figures), Some(strip)) = (strip_figures(light), &light.strip) {
        let lit_m: f64 = strip.edges.iter().map(|e| e.length_m).sum();
        let flux_lm = usual_lm(lamp.power_w, false, colour);
        let seen = by_day::strip(flux_lm, lit_m * figures.width_m);
        let face =
            if seen.face_cd_m2 > by_day::sunlit_cd_m2() { say::brighter() } else { say::darker() };
        return Some(say::by_day_its_face(
            &face,
            &units.two_figures(seen.seen_to_m),
            &units.two_figures(seen.modules_m),
        ));
    }
    let optic = light.optic.as_ref();
    let lm = usual_lm(lamp.power_w, lamp.is_filament, colour);
    let (beam, fault) = Distribution::or_described(
        optic.and_then(|o| o.beam.as_ref()),
        optic.and_then(|o| o.file.as_ref()),
        lm,
    );
    let seen = by_day::point(&beam);
    fault.is_none().then(|| {
        say::by_day_seen_to_about_straight(&units.two_figures(seen.seen_to_m), &seen.candela)
    })
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
            say::at_any_voltage_above(&shown(d.power_w, "W"), &shown(d.cut_in_v, "V"))
        }
        Device::BallastedLed(d) => {
            say::ohm_behind_of_leds(&shown(d.series_ohm, ""), &shown(d.forward_v, "V"))
        }
        _ => say::a_filament(&shown(lamp.power_w, "W")),
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
    Some(CurveAnswer { says: say::every_reading_within(&figures, &(off * 100.0)), points })
}
