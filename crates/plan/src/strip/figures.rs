//! The figures of a strip, given or usual.

use jovek_job::{Channel, MadeFor, Strip, StripColours};

/// From mark to mark, m per 12 V: three LEDs at sixty to the metre. Common practice.
pub const MARK_M: f64 = 0.05;
/// Power of a metre, W. Common practice: a middling strip.
pub const WATT_PER_M: f64 = 12.0;
/// Copper of one rail, mm²: 3 mm of 70 µm foil. Common practice.
pub const RAIL_MM2: f64 = 0.21;
/// Width of a strip, m. Common practice.
pub const WIDTH_M: f64 = 0.01;
/// Strip on a reel, m. Common practice.
pub const REEL_M: f64 = 5.0;
/// Short module, m. Common practice.
pub const MODULE_M: f64 = 0.075;
/// Lead from the splitter, m. Common practice: the splitter beside the first edge.
pub const LEAD_M: f64 = 0.5;
/// Copper of extension leads, mm². Common practice.
pub const LEAD_MM2: f64 = 0.75;

/// Every figure of a strip, in metres where it is a length.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StripFigures {
    /// From mark to mark, m: one group of LEDs.
    pub mark_m: f64,
    /// Power of a metre at the voltage of the label, W.
    pub watt_per_m: f64,
    /// Voltage of the label, V.
    pub label_v: f64,
    /// Forward voltage of a group, V.
    pub forward_v: f64,
    /// Copper of each rail, mm².
    pub rail_mm2: f64,
    /// Width, m.
    pub width_m: f64,
    /// Strip on a reel, m.
    pub reel_m: f64,
    /// Short module, m.
    pub module_m: f64,
    /// Lead from the splitter to the start, m.
    pub lead_m: f64,
    /// Copper of the leads, mm².
    pub lead_mm2: f64,
    /// Colours that it mixes.
    pub colours: Option<StripColours>,
}

impl StripFigures {
    /// The figures of a strip; what nobody gave is usual. `forward_v` as the light says.
    pub fn of(strip: &Strip, made_for: MadeFor, forward_v: Option<f64>) -> StripFigures {
        let n = if made_for == MadeFor::V24 { 2.0 } else { 1.0 };
        let mm = |given: Option<f64>, usual: f64| given.map_or(usual, |v| v / 1000.0);
        StripFigures {
            mark_m: mm(strip.mark_mm, MARK_M * n),
            watt_per_m: strip.watt_per_m.unwrap_or(WATT_PER_M),
            label_v: 12.0 * n,
            forward_v: forward_v.unwrap_or(9.0 * n).min(0.95 * 12.0 * n),
            rail_mm2: strip.rail_mm2.unwrap_or(RAIL_MM2),
            width_m: mm(strip.width_mm, WIDTH_M),
            reel_m: strip.reel_m.unwrap_or(REEL_M),
            module_m: mm(strip.module_mm, MODULE_M),
            lead_m: strip.lead_m.unwrap_or(LEAD_M),
            lead_mm2: strip.lead_mm2.unwrap_or(LEAD_MM2),
            colours: strip.colours,
        }
    }

    /// The poles of a lead: plus, and minus or one to each channel.
    pub fn poles(&self) -> Vec<StripPole> {
        let back = match self.colours {
            None => vec![StripPole::Minus],
            Some(colours) => colours.channels().iter().copied().map(StripPole::Channel).collect(),
        };
        std::iter::once(StripPole::Plus).chain(back).collect()
    }

    /// Ways back beside each other, all lit.
    pub fn returns(&self) -> usize {
        self.colours.map_or(1, |c| c.channels().len())
    }

    /// Current of one group at the voltage of the label, A.
    pub fn group_a(&self) -> f64 {
        self.watt_per_m * self.mark_m / self.label_v
    }

    /// Series resistance of one group, ohm.
    pub fn group_ohm(&self) -> f64 {
        (self.label_v - self.forward_v) / self.group_a()
    }
}

/// A pole of a strip.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum StripPole {
    /// Plus, common to all colours.
    Plus,
    /// Minus of a strip of one colour.
    Minus,
    /// Minus of one colour: its channel takes it to ground.
    Channel(Channel),
}

impl StripPole {
    /// True for plus.
    pub fn is_plus(self) -> bool {
        self == StripPole::Plus
    }
}
