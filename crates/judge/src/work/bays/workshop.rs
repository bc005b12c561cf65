//! The workshop as a plan counts on it: bays, people with what they may do, hours, breaks, closed days, and its clock.

use super::BayError;
use crate::work::learn::kind_of;
use jiff::civil::{Date, DateTime, Time, Weekday};
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan as _};
use jovek_phrases::work as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Most bays and people of a plan.
pub(super) const MOST: usize = 40;
/// Most breaks of a day, and most closed days.
const MOST_BREAKS: usize = 6;
const MOST_HOLIDAYS: usize = 200;
/// Longest name.
const MOST_LETTERS: usize = 60;
/// Most devices, and the longest address of one.
const MOST_DEVICES: usize = 40;
const MOST_ADDRESS: usize = 120;
/// Where the stand-ins of this program listen when nothing is said: meter, tester, lux meter; and the module.
const STAND_INS: [&str; 2] = ["127.0.0.1:5025", "127.0.0.1:5026"];
/// Fewest minutes that a day must leave to work in.
const LEAST_DAY_MIN: f64 = 60.0;
pub(super) const DAY_MIN: f64 = 24.0 * 60.0;

/// What a person may do.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Skill {
    /// Cuts, crimps, joins, pulls wires, takes the battery off and puts it on.
    Wiring,
    /// Holes, brackets, lamps, trim, lifting.
    Bodywork,
    /// Reads the meter and judges it.
    Readings,
    /// Aims lamps.
    Aiming,
}

impl Skill {
    /// What a step asks for, by its id.
    pub fn of(step: &str) -> Skill {
        match kind_of(step) {
            "before" | "after" | "test" | "probe" => Skill::Readings,
            "aim" => Skill::Aiming,
            "hole" | "roof" | "switch-hole" | "mount" | "housing" | "hitch" | "trims-off"
            | "trims-on" | "off" | "on" | "chock" | "tidy" | "bench" => Skill::Bodywork,
            _ => Skill::Wiring,
        }
    }

    /// As it is called.
    pub fn text(self) -> &'static str {
        match self {
            Skill::Wiring => say::skill_wiring(),
            Skill::Bodywork => say::skill_bodywork(),
            Skill::Readings => say::skill_readings(),
            Skill::Aiming => say::skill_aiming(),
        }
    }
}

/// A person of the workshop.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Hand {
    /// Their name; empty for whoever is there.
    #[serde(default)]
    pub name: String,
    /// What they may do; empty for everything.
    #[serde(default)]
    pub may: Vec<Skill>,
}

impl Hand {
    /// True where they may do something of this kind.
    pub fn may(&self, skill: Skill) -> bool {
        self.may.is_empty() || self.may.contains(&skill)
    }

    /// How much they may do: who may little is asked first, and leaves the rest to the others.
    pub(super) fn breadth(&self) -> usize {
        if self.may.is_empty() { usize::MAX } else { self.may.len() }
    }
}

/// A break of every day, minutes after midnight.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Break {
    /// Begins.
    pub from_min: u32,
    /// Ends.
    pub to_min: u32,
}

/// A day of the week.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
#[allow(missing_docs)]
pub enum Day {
    Monday,
    Tuesday,
    Wednesday,
    Thursday,
    Friday,
    Saturday,
    Sunday,
}

impl Day {
    /// As it is called.
    pub fn text(self) -> &'static str {
        match self {
            Day::Monday => say::monday(),
            Day::Tuesday => say::tuesday(),
            Day::Wednesday => say::wednesday(),
            Day::Thursday => say::thursday(),
            Day::Friday => say::friday(),
            Day::Saturday => say::saturday(),
            Day::Sunday => say::sunday(),
        }
    }

    fn is(self, weekday: Weekday) -> bool {
        let own = match self {
            Day::Monday => Weekday::Monday,
            Day::Tuesday => Weekday::Tuesday,
            Day::Wednesday => Weekday::Wednesday,
            Day::Thursday => Weekday::Thursday,
            Day::Friday => Weekday::Friday,
            Day::Saturday => Weekday::Saturday,
            Day::Sunday => Weekday::Sunday,
        };
        own == weekday
    }
}

/// The workshop on any day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Workshop {
    /// Bays.
    pub bays: usize,
    /// People.
    pub hands: Vec<Hand>,
    /// Work begins at, minutes after midnight.
    pub opens_min: u32,
    /// Work ends at, minutes after midnight.
    pub closes_min: u32,
    /// Breaks between.
    #[serde(default)]
    pub breaks: Vec<Break>,
    /// Days on which it is open.
    pub days: Vec<Day>,
    /// Days on which it is closed all the same, such as `2026-12-25`.
    #[serde(default)]
    #[schema(value_type = Vec<String>)]
    pub holidays: Vec<Date>,
    /// Its time zone, such as `Europe/London`; none takes that of the machine on which this program runs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zone: Option<String>,
    /// Meters and other devices on the network that may be asked, each as `host:port`.
    #[serde(default)]
    pub devices: Vec<String>,
}

impl Default for Workshop {
    /// A shop of usual hours. Common practice, no source.
    fn default() -> Self {
        Workshop {
            bays: 2,
            hands: vec![Hand::default()],
            opens_min: 7 * 60 + 30,
            closes_min: 16 * 60 + 30,
            breaks: Vec::new(),
            days: vec![Day::Monday, Day::Tuesday, Day::Wednesday, Day::Thursday, Day::Friday],
            holidays: Vec::new(),
            zone: None,
            devices: STAND_INS.map(str::to_owned).to_vec(),
        }
    }
}

/// True for a name and a port: `10.0.0.7:5025`, `[::1]:5025`, `meter.lan:5025`.
fn is_address(text: &str) -> bool {
    let is_plain = |c: char| c.is_ascii_alphanumeric() || "-._:[]".contains(c);
    text.chars().count() <= MOST_ADDRESS
        && text.chars().all(is_plain)
        && text.rsplit_once(':').is_some_and(|(host, port)| {
            !host.is_empty() && port.parse::<u16>().is_ok_and(|port| port > 0)
        })
}

impl Workshop {
    /// The same with so many people: the first of them, and then whoever is there.
    pub fn with_people(mut self, people: usize) -> Workshop {
        self.hands.resize_with(people.min(MOST + 1), Hand::default);
        self
    }

    /// Its clock.
    ///
    /// # Errors
    /// [`BayError::NoSuchZone`].
    pub fn clock(&self) -> Result<TimeZone, BayError> {
        match &self.zone {
            None => Ok(TimeZone::system()),
            Some(zone) => {
                TimeZone::get(zone).map_err(|_| BayError::NoSuchZone { zone: zone.clone() })
            }
        }
    }

    /// Whether a plan can be made in it.
    ///
    /// # Errors
    /// [`BayError`].
    pub fn check(&self) -> Result<(), BayError> {
        let sound = |n: usize| (1..=MOST).contains(&n);
        let name = |hand: &Hand| {
            hand.name.chars().count() <= MOST_LETTERS && !hand.name.chars().any(char::is_control)
        };
        if !sound(self.bays) || !sound(self.hands.len()) || !self.hands.iter().all(name) {
            return Err(BayError::Nobody);
        }
        if self.closes_min <= self.opens_min || f64::from(self.closes_min) > DAY_MIN {
            return Err(BayError::NoHours { opens: self.opens_min, closes: self.closes_min });
        }
        let lies_within = |b: &Break| {
            self.opens_min <= b.from_min && b.from_min < b.to_min && b.to_min <= self.closes_min
        };
        let left: f64 = self.spans().iter().map(|(from, to)| to - from).sum();
        if self.breaks.len() > MOST_BREAKS
            || !self.breaks.iter().all(lies_within)
            || left < LEAST_DAY_MIN
        {
            return Err(BayError::Breaks);
        }
        if self.days.is_empty() || self.holidays.len() > MOST_HOLIDAYS {
            return Err(BayError::NoDays);
        }
        let unsound = self.devices.iter().find(|device| !is_address(device));
        match unsound {
            Some(device) => return Err(BayError::NoAddress { device: device.clone() }),
            None if self.devices.len() > MOST_DEVICES => {
                return Err(BayError::NoAddress { device: self.devices.len().to_string() });
            }
            None => {}
        }
        self.clock().map(drop)
    }

    /// When people work on an open day, minutes after midnight: the hours less the breaks.
    pub fn spans(&self) -> Vec<(f64, f64)> {
        let mut breaks: Vec<(f64, f64)> =
            self.breaks.iter().map(|b| (f64::from(b.from_min), f64::from(b.to_min))).collect();
        breaks.sort_by(|a, b| a.0.total_cmp(&b.0));
        let (mut at, closes) = (f64::from(self.opens_min), f64::from(self.closes_min));
        let mut out = Vec::new();
        for (from, to) in breaks {
            if from > at {
                out.push((at, from.min(closes)));
            }
            at = at.max(to);
        }
        if closes > at {
            out.push((at, closes));
        }
        out
    }
}

/// The workshop from a first day on. Times of a plan are minutes of its own clock from the midnight before that day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shopfloor {
    /// The workshop.
    pub workshop: Workshop,
    /// The first day, such as `2026-03-02`.
    #[schema(value_type = String)]
    pub from: Date,
    /// The day by whose end all is to be done; none where nobody waits for it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub ready_by: Option<Date>,
}

impl Shopfloor {
    fn is_open(&self, day: f64) -> bool {
        let Ok(date) = self.from.checked_add((day as i64).days()) else { return true };
        self.workshop.days.iter().any(|d| d.is(date.weekday()))
            && !self.workshop.holidays.contains(&date)
    }

    /// When people work on a day, in minutes of the plan.
    fn spans_of(&self, day: f64) -> Vec<(f64, f64)> {
        match self.is_open(day) {
            true => {
                let at = day * DAY_MIN;
                self.workshop.spans().into_iter().map(|(a, b)| (at + a, at + b)).collect()
            }
            false => Vec::new(),
        }
    }

    /// When so many minutes of work begin and end, from `t` on at the earliest: on one day, over its breaks. What is longer
    /// than a day begins in the morning and goes on the next.
    pub(super) fn placed(&self, t: f64, minutes: f64) -> (f64, f64) {
        const SLACK: f64 = 1e-9;
        let mut day = (t / DAY_MIN).floor().max(0.0);
        loop {
            let spans = self.spans_of(day);
            let whole: f64 = spans.iter().map(|(from, to)| to - from).sum();
            let left = spans.iter().map(|(from, to)| (to - from.max(t)).max(0.0)).sum::<f64>();
            let first = spans.iter().find(|(_, to)| *to > t + SLACK).map(|(from, _)| from.max(t));
            if let Some(start) = first {
                if left + SLACK >= minutes {
                    return (start, self.later(start, minutes));
                }
                if minutes > whole && left + SLACK >= whole {
                    return (start, self.later(start, minutes));
                }
            }
            day += 1.0;
        }
    }

    /// The moment at which people have worked so many minutes from `t` on.
    pub(super) fn later(&self, t: f64, minutes: f64) -> f64 {
        let (mut left, mut day) = (minutes, (t / DAY_MIN).floor().max(0.0));
        if left <= 0.0 {
            return t;
        }
        loop {
            for (from, to) in self.spans_of(day) {
                let from = from.max(t);
                let here = (to - from).max(0.0);
                if here + 1e-9 >= left {
                    return from + left;
                }
                left -= here;
            }
            day += 1.0;
        }
    }

    /// A moment in minutes of the plan.
    ///
    /// # Errors
    /// [`BayError::NoSuchZone`].
    pub(super) fn minute(&self, at: Timestamp) -> Result<f64, BayError> {
        let there = at.to_zoned(self.workshop.clock()?).datetime();
        Ok(there.duration_since(self.midnight()).as_secs_f64() / 60.0)
    }

    /// What the clock on the wall shows then.
    pub(super) fn wall(&self, t: f64) -> DateTime {
        self.midnight().saturating_add((t.round() as i64).minutes())
    }

    fn midnight(&self) -> DateTime {
        self.from.to_datetime(Time::midnight())
    }
}
