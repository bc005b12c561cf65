//! What is different from the moment before, in words.

use super::now::Moment;
use jovek_base::figure::{amps, shown};
use jovek_phrases::{capital, moment as say};

/// Every change, the lamps first: "Rear work lamps on. Through diode 1 from Reverse lamps. 3.40 A."
pub fn changes(before: &Moment, now: &Moment) -> Vec<String> {
    let mut out = Vec::new();
    for c in &now.circuits {
        let Some(was) = before.circuits.iter().find(|b| b.circuit == c.circuit) else { continue };
        if c.is_lit && !was.is_lit {
            let through = match c.through.is_empty() {
                true => String::new(),
                false => format!(" {}.", capital(&c.through)),
            };
            out.push(say::on(&c.name, &through, &amps(c.current_a)));
        } else if !c.is_lit && was.is_lit {
            out.push(say::off(&c.name));
        }
        if c.is_lit && was.is_lit && c.dimmed_percent != was.dimmed_percent {
            let to = c.dimmed_percent.map_or(say::full().into(), |p| shown(p, "%").to_string());
            out.push(say::dimmed_to(&c.name, &to));
        }
        if c.is_dim && !was.is_dim {
            out.push(format!("{} {}.", c.name, c.text));
        }
        if c.is_lit != c.is_wanted && was.is_lit == was.is_wanted {
            let should = if c.is_wanted { say::should_be_lit() } else { say::should_be_dark() };
            out.push(format!("{} {should}.", c.name));
        }
    }
    for f in &now.factory {
        let Some(was) = before.factory.iter().find(|b| b.factory == f.factory) else { continue };
        if f.is_fed_back && !was.is_fed_back {
            out.push(say::fed_backwards(&f.name, &f.text));
        } else if !f.is_fed_back && was.is_fed_back {
            out.push(say::no_longer_fed_backwards(&f.name));
        }
        if f.is_on && !f.is_fed_back && f.volt_v < 1.0 && was.volt_v >= 1.0 {
            out.push(say::out(&f.name));
        }
    }
    for b in &now.buzzers {
        if !before.buzzers.contains(b) {
            out.push(say::buzzes_it_opens_and_closes_without(&b));
        }
    }
    if out.is_empty() {
        out.push(say::nothing_changes().into());
    }
    out
}
