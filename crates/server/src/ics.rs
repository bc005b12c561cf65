//! A bay plan as iCalendar: an entry for each step, in the shop's own clock.

use chrono::{DateTime, NaiveDate, NaiveDateTime, Utc};
use icalendar::{Calendar, CalendarDateTime, Component, Event, EventLike};
use jiff::{Timestamp, civil};
use jovek_core::work::bays::BayPlan;
use jovek_phrases::paper as say;

fn naive(t: civil::DateTime) -> NaiveDateTime {
    NaiveDate::from_ymd_opt(t.year().into(), t.month() as u32, t.day() as u32)
        .and_then(|d| d.and_hms_opt(t.hour() as u32, t.minute() as u32, t.second() as u32))
        .unwrap_or_default()
}

/// Writes a plan. Times float: they are those of the clock on the wall, as the plan's are. `keys` name the jobs, in the
/// order in which they were planned: an entry of a later export takes the place of the same one, and no two jobs' run into
/// each other. Source of the form: RFC 5545.
pub fn calendar(plan: &BayPlan, keys: &[String], made: Timestamp) -> String {
    let made = DateTime::<Utc>::from_timestamp(made.as_second(), 0).unwrap_or_default();
    let mut out = Calendar::new();
    out.name(say::bays());
    for step in &plan.steps {
        let mut event = Event::new();
        let rest = match step.rest_min {
            rest if rest > 0.0 => say::then_min_of_rest(&rest),
            _ => String::new(),
        };
        event
            .uid(&format!(
                "{}.{}@jovek",
                keys.get(step.vehicle).map_or("", String::as_str),
                step.step
            ))
            .timestamp(made)
            .starts(CalendarDateTime::Floating(naive(step.starts)))
            .ends(CalendarDateTime::Floating(naive(step.ends)))
            .summary(&say::unit_title(&step.unit, &step.what))
            .location(&say::bay(&step.bay))
            .description(say::person(&step.person, &rest).trim());
        out.push(event.done());
    }
    out.done().to_string()
}
