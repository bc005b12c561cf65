//! The rule book: one file for each rule, by region, with its source and how sure it is.
//!
//! The files stand in `rulebook/us` and `rulebook/un`. Their values are recalled from memory, not read from a bought
//! copy, and say so; no rule is legal advice, the local code has the last word.

use include_dir::{Dir, include_dir};
use jovek_job::{LampColour, LampRole, Region, WarningClass};
use jovek_phrases::road as say;
use serde::Deserialize;
use std::sync::LazyLock;

static FILES: Dir = include_dir!("$CARGO_MANIFEST_DIR/rulebook");

/// Which way a lamp faces.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Facing {
    /// To the front.
    Front,
    /// To the rear.
    Rear,
    /// To a side.
    Side,
    /// Wherever.
    Any,
}

/// Which part of the vehicle a lamp sits at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Part {
    /// The front third of its length.
    Front,
    /// The middle third.
    Middle,
    /// The rear third.
    Rear,
    /// Near the top, towards its sides.
    TopSides,
    /// Near the top, in the middle.
    TopMiddle,
}

/// Vehicles that a rule is for.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Vehicles {
    /// All.
    Always,
    /// None.
    Never,
    /// From this width on, mm.
    WidthFromMm(f64),
    /// Below this width, mm.
    WidthBelowMm(f64),
    /// From this length on, mm.
    LengthFromMm(f64),
}

impl Vehicles {
    /// True for a vehicle of this length and width, m.
    pub fn hold(self, length_m: f64, width_m: f64) -> bool {
        match self {
            Vehicles::Always => true,
            Vehicles::Never => false,
            Vehicles::WidthFromMm(mm) => 1000.0 * width_m >= mm,
            Vehicles::WidthBelowMm(mm) => 1000.0 * width_m < mm,
            Vehicles::LengthFromMm(mm) => 1000.0 * length_m >= mm,
        }
    }
}

/// What an added lamp may do on the road.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum OnRoad {
    /// It may be lit.
    Lawful,
    /// With high beam only.
    HighBeamOnly,
    /// It must be off.
    Off,
    /// By permission of an authority.
    Permit,
    /// Emergency vehicles only.
    Emergency,
    /// Local law says.
    Ask,
}

/// How sure a recalled rule is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Confidence {
    /// Look it up first.
    Low,
    /// Likely right.
    Medium,
    /// Well known.
    High,
}

impl Confidence {
    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Confidence::Low => say::low_confidence(),
            Confidence::Medium => say::medium_confidence(),
            Confidence::High => say::high_confidence(),
        }
    }
}

/// A limit that wide trailers have of their own.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
pub struct WideTrailer {
    /// From this width on, mm.
    pub from_mm: f64,
    /// Highest middle, mm.
    pub high_mm: f64,
}

/// What a rule is about.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case", tag = "kind")]
pub enum Rule {
    /// A lamp that must be there.
    Required {
        /// What it is called.
        lamp: String,
        /// What it is for.
        role: LampRole,
        /// Which way it faces.
        facing: Facing,
        /// Where on the vehicle; none anywhere.
        #[serde(default)]
        part: Option<Part>,
        /// How many there must be, both sides together.
        least: usize,
        /// Its colours.
        colours: Vec<LampColour>,
        /// Lowest and highest middle, mm.
        #[serde(default)]
        height_mm: [Option<f64>; 2],
        /// Highest middle on trailers from a width on, both mm; none where it is as on all others.
        #[serde(default)]
        wide_trailer_mm: Option<WideTrailer>,
        /// Motor vehicles that need it.
        truck: Vehicles,
        /// Trailers that need it.
        trailer: Vehicles,
        /// True where it must not flash.
        steady: bool,
        /// Farthest from one to the next, m.
        #[serde(default)]
        every_m: Option<f64>,
    },
    /// A reflector that must be there.
    Reflector {
        /// What it is called.
        lamp: String,
        /// Which way it faces.
        facing: Facing,
        /// Where on the vehicle; none anywhere.
        #[serde(default)]
        part: Option<Part>,
        /// How many.
        least: usize,
        /// Its colours.
        colours: Vec<LampColour>,
        /// Lowest and highest middle, mm.
        height_mm: [Option<f64>; 2],
        /// Motor vehicles that need it.
        truck: Vehicles,
        /// Trailers that need it.
        trailer: Vehicles,
    },
    /// A lamp that may be added.
    Added {
        /// What it is called.
        lamp: String,
        /// What it is for.
        role: LampRole,
        /// Which way it faces.
        facing: Facing,
        /// Its colours.
        colours: Vec<LampColour>,
        /// Lowest and highest middle, mm.
        #[serde(default)]
        height_mm: [Option<f64>; 2],
        /// How many at most.
        #[serde(default)]
        most: Option<usize>,
        /// True where it must not flash.
        #[serde(default)]
        steady: bool,
        /// Slowest and fastest flash, Hz.
        #[serde(default)]
        hz: Option<[f64; 2]>,
        /// Most of a period that it is lit.
        #[serde(default)]
        on_part: Option<f64>,
        /// What it may do on the road.
        road: OnRoad,
        /// Most of all these lamps together, cd.
        #[serde(default)]
        sum_cd: Option<f64>,
        /// Classes of warning lamps that do; empty where none is asked for.
        #[serde(default)]
        classes: Vec<WarningClass>,
    },
    /// What holds for every lamp.
    General {
        /// In words.
        says: String,
        /// Which way it must not be seen.
        #[serde(default)]
        facing: Option<Facing>,
        /// Which colour.
        #[serde(default)]
        colour: Option<LampColour>,
        /// Lamps that are excepted.
        #[serde(default)]
        except_roles: Vec<LampRole>,
        /// Fastest flash, Hz.
        #[serde(default)]
        most_hz: Option<f64>,
        /// Most of all flashes together, Hz.
        #[serde(default)]
        sum_hz: Option<f64>,
    },
}

/// A rule with where it comes from.
#[derive(Debug, Clone, PartialEq, Deserialize)]
pub struct Entry {
    /// Whose.
    pub region: Region,
    /// Stable id within the region: the name of its file.
    pub id: String,
    /// What it says.
    #[serde(flatten)]
    pub rule: Rule,
    /// What else to know.
    #[serde(default)]
    pub note: Option<String>,
    /// Where it is written.
    pub source: String,
    /// How sure it is: all values are recalled from memory.
    pub confidence: Confidence,
}

static BOOK: LazyLock<Vec<Entry>> = LazyLock::new(|| {
    let mut out: Vec<Entry> = FILES
        .dirs()
        .flat_map(Dir::files)
        .filter_map(|f| serde_json::from_slice(f.contents()).ok())
        .collect();
    out.sort_by(|a, b| (a.region, &a.id).cmp(&(b.region, &b.id)));
    out
});

/// The rules of a region.
pub fn rules(region: Region) -> impl Iterator<Item = &'static Entry> {
    BOOK.iter().filter(move |e| e.region == region)
}

/// Number of files of the rule book; each must have been read.
pub fn files() -> usize {
    FILES.dirs().flat_map(Dir::files).count()
}
