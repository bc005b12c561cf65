//! A light of the job as a device with every figure filled in.

use crate::assumed::Assumed;
use crate::lamp_curve::{Pair, filament_w, pairs, reads_as, regulated_w, strip_line};
use crate::strip::{StripFigures, pieces};
use jovek_catalog::bulbs;
use jovek_circuit::devices::{BallastedLed, Device, Incandescent, RegulatedLed};
use jovek_job::{LampLead, Light, LightKind, MadeFor, SystemVoltage};
use jovek_phrases::plan as say;

/// Power when nobody said, nor what it is for, W. Common practice: a small work lamp.
const ASSUMED_LAMP_W: f64 = 20.0;

/// Power of one lamp when nobody said, by what it is for, W. Filaments: classes R5W, P21W and H7 of UN R37, recalled from
/// memory, high confidence. LED: common practice, no source.
fn usual_w(light: &Light) -> f64 {
    use jovek_job::LampRole as R;
    let is_filament = matches!(light.draws, LightKind::Incandescent {});
    match (light.role, is_filament) {
        (Some(R::Tail | R::Marker | R::Plate), true) => 5.0,
        (Some(R::Brake | R::Turn | R::Reverse), true) => 21.0,
        (Some(R::Headlamp | R::Fog | R::Driving | R::Work), true) => 55.0,
        (Some(R::Marker | R::Plate), false) => 1.0,
        (Some(R::Tail), false) => 2.0,
        (Some(R::Brake | R::Turn), false) => 4.0,
        (Some(R::Reverse), false) => 10.0,
        _ => ASSUMED_LAMP_W,
    }
}
/// Voltage at which a strip's label holds, per 12 V battery, V. Common practice.
const STRIP_LABEL_V: f64 = 12.0;

/// A group of equal lamps, ready for the circuit.
#[derive(Debug, Clone)]
pub struct PlannedLamp {
    /// What it is called.
    pub name: String,
    /// How many.
    pub count: u32,
    /// One lamp.
    pub device: Device,
    /// Power of one lamp at the voltage of its figures, W.
    pub power_w: f64,
    /// Power on the label, W.
    pub label_w: Option<f64>,
    /// Power as measured, W.
    pub measured_w: Option<f64>,
    /// The kind that its readings are of, where that is another than was said.
    pub reads_as: Option<LightKind>,
    /// Voltage below which it fades, V; none where it only dims slowly.
    pub fades_below_v: Option<f64>,
    /// Voltage that it is made for.
    pub made_for: MadeFor,
    /// True for a filament lamp.
    pub is_filament: bool,
    /// The lead that it comes with.
    pub lead: LampLead,
    /// It has a lead that keeps it in step with others.
    pub has_sync_lead: bool,
    /// It has a lead that sets its pattern.
    pub has_pattern_lead: bool,
    /// It is on the vehicle already.
    pub stays: bool,
    /// A strip that mixes colours: its controller stands before it.
    pub mixes_colours: bool,
}

/// The figures of a light that is a strip along edges.
pub fn strip_figures(light: &Light) -> Option<StripFigures> {
    let strip = light.strip.as_ref().filter(|s| !s.edges.is_empty())?;
    let LightKind::Strip { forward_v } = light.draws else { return None };
    Some(StripFigures::of(strip, light.made_for, forward_v))
}

/// Voltage down to which a driver usually gives its full light, V. A lamp for both voltages starts near the lower one's.
/// Common practice: 11.5 V of a 12 V unit.
pub fn usual_cut_in_v(made_for: MadeFor) -> f64 {
    if made_for == MadeFor::V24 { 22.0 } else { 11.5 }
}

impl PlannedLamp {
    /// The lamps that come off for a light; none where it takes the place of none.
    pub fn replaced(light: &Light, system: SystemVoltage) -> Option<Self> {
        let old = light.replaces.as_ref()?;
        let was = Light {
            name: old.name.clone(),
            draws: old.draws.unwrap_or(LightKind::Incandescent {}),
            made_for: if system.batteries() > 1.0 { MadeFor::V24 } else { MadeFor::V12 },
            label_w: old.label_w,
            measured: old.measured,
            measured_also: Vec::new(),
            strip: None,
            ..light.clone()
        };
        Some(PlannedLamp::new(&was, system, "", &mut Assumed::default()))
    }

    /// Plans one light. `at` is its place in the job.
    pub fn new(light: &Light, system: SystemVoltage, at: &str, assumed: &mut Assumed) -> Self {
        let n = system.batteries();
        let made_n = match light.made_for {
            MadeFor::V12 => 1.0,
            MadeFor::V24 => 2.0,
            MadeFor::V12To24 => n,
        };
        let pairs = pairs(light);
        let label_w = if let Some(strip) = strip_figures(light) {
            let path = format!("{at}.strip.watt_per_m");
            let label = say::power_of_a_metre(&light.name);
            let given = light.strip.as_ref().and_then(|s| s.watt_per_m);
            let watt_per_m = assumed.or(given, strip.watt_per_m, path, label, "W/m");
            let edges = light.strip.as_ref().map_or(&[][..], |s| &s.edges);
            let groups: usize = pieces(edges, &strip).iter().map(|p| p.groups).sum();
            // Nothing fits yet: a group is the least there is.
            watt_per_m * strip.mark_m * groups.max(1) as f64
        } else if !pairs.is_empty() {
            light.label_w.unwrap_or_else(|| usual_w(light))
        } else {
            assumed.or(
                light.label_w,
                usual_w(light),
                format!("{at}.label_w"),
                say::power_of_one(&light.name),
                "W",
            )
        };
        let mut fades_below_v = None;
        let mut is_filament = false;
        let (device, power_w) = match light.draws {
            LightKind::Regulated { cut_in_v } => {
                let usual = usual_cut_in_v(light.made_for);
                let cut_in_v = assumed.or(
                    cut_in_v,
                    usual,
                    format!("{at}.draws.cut_in_v"),
                    say::lowest_voltage_at_full_power(&light.name),
                    "V",
                );
                fades_below_v = Some(cut_in_v);
                let power_w = regulated_w(&pairs, cut_in_v).unwrap_or(label_w);
                // The fade takes the shape of the 12 V lamp with 11.5 V: off at 6, ramp to 8.
                let part = |of_11_5: f64| (of_11_5 * cut_in_v / 11.5 * 100.0).round() / 100.0;
                let device = Device::RegulatedLed(RegulatedLed {
                    power_w,
                    cut_in_v,
                    start_v: part(6.0),
                    ramp_v: part(2.0),
                });
                (device, power_w)
            }
            LightKind::Strip { forward_v } => {
                let label_v = STRIP_LABEL_V * made_n;
                let line = strip_line(&pairs, made_n).filter(|_| forward_v.is_none());
                let (forward_v, series_ohm) = line.unwrap_or_else(|| {
                    let forward_v = assumed.or(
                        forward_v,
                        9.0 * made_n,
                        format!("{at}.draws.forward_v"),
                        say::forward_voltage_of_a_group(&light.name),
                        "V",
                    );
                    let by_label = Pair { volts: label_v, amps: label_w / label_v };
                    let through = if pairs.is_empty() { vec![by_label] } else { pairs.clone() };
                    // A forward voltage above the measuring voltage cannot be; keep a line through it.
                    let forward_v = forward_v.min(0.95 * through[0].volts);
                    let ohms = through.iter().map(|p| (p.volts - forward_v) / p.amps);
                    (forward_v, ohms.sum::<f64>() / through.len() as f64)
                });
                let device = Device::BallastedLed(BallastedLed { forward_v, series_ohm });
                // Its power is that of the readings, or of the voltage that a label is meant for.
                let at_v = match pairs[..] {
                    [] => label_v,
                    [one] => one.volts,
                    _ => label_v,
                };
                (device, device.flow(at_v).current_a * at_v)
            }
            LightKind::Incandescent {} => {
                is_filament = true;
                let rated_v = bulbs::RATED_V * made_n;
                let power_w = filament_w(&pairs, rated_v).unwrap_or(label_w);
                (Device::Incandescent(Incandescent { power_w, rated_v }), power_w)
            }
        };
        // One reading is as it was taken; several are as strong as what fits them.
        let measured_w = match pairs[..] {
            [] => None,
            [one] => Some(one.amps * one.volts),
            _ => Some(power_w),
        };
        PlannedLamp {
            name: light.name.clone(),
            count: light.count,
            device,
            power_w,
            label_w: light.label_w,
            measured_w,
            reads_as: reads_as(light, fades_below_v.unwrap_or_default(), made_n),
            fades_below_v,
            made_for: light.made_for,
            is_filament,
            lead: light.lead.unwrap_or_default(),
            has_sync_lead: light.has_sync_lead,
            stays: light.stays,
            has_pattern_lead: light.has_pattern_lead,
            mixes_colours: light.strip.as_ref().is_some_and(|s| s.colours.is_some()),
        }
    }

    /// The same lamp with its power changed by a factor, for windows of readings.
    pub fn scaled(&self, factor: f64) -> Device {
        match self.device {
            Device::RegulatedLed(mut d) => {
                d.power_w *= factor;
                Device::RegulatedLed(d)
            }
            Device::BallastedLed(mut d) => {
                d.series_ohm /= factor;
                Device::BallastedLed(d)
            }
            Device::Incandescent(mut d) => {
                d.power_w *= factor;
                Device::Incandescent(d)
            }
            other => other,
        }
    }
}

/// Current of some lamps at a voltage, A.
pub fn current_a(lamps: &[PlannedLamp], volt_v: f64) -> f64 {
    lamps.iter().map(|l| l.device.flow(volt_v).current_a * f64::from(l.count)).sum()
}
