//! What is different from the moment before, in words.

use super::now::Moment;
use jovek_base::figure::{amps, shown};

/// Every change, the lamps first: "Rear work lamps on. Through diode 1 from Reverse lamps. 3.40 A."
pub fn changes(before: &Moment, now: &Moment) -> Vec<String> {
    let mut out = Vec::new();
    for c in &now.circuits {
        let Some(was) = before.circuits.iter().find(|b| b.circuit == c.circuit) else { continue };
        if c.is_lit && !was.is_lit {
            let through = if c.through.is_empty() {
                String::new()
            } else {
                let mut letters = c.through.chars();
                let first = letters.next().map(|l| l.to_uppercase().to_string());
                format!(" {}{}.", first.unwrap_or_default(), letters.as_str())
            };
            out.push(format!("{} on.{through} {}.", c.name, amps(c.current_a)));
        } else if !c.is_lit && was.is_lit {
            out.push(format!("{} off.", c.name));
        }
        if c.is_lit && was.is_lit && c.dimmed_percent != was.dimmed_percent {
            let to = c.dimmed_percent.map_or("full".into(), |p| shown(p, "%").to_string());
            out.push(format!("{} dimmed to {to}.", c.name));
        }
        if c.is_dim && !was.is_dim {
            out.push(format!("{} {}.", c.name, c.text));
        }
        if c.is_lit != c.is_wanted && was.is_lit == was.is_wanted {
            let should = if c.is_wanted { "should be lit" } else { "should be dark" };
            out.push(format!("{} {should}.", c.name));
        }
    }
    for f in &now.factory {
        let Some(was) = before.factory.iter().find(|b| b.factory == f.factory) else { continue };
        if f.is_fed_back && !was.is_fed_back {
            out.push(format!("{} fed backwards: {}.", f.name, f.text));
        } else if !f.is_fed_back && was.is_fed_back {
            out.push(format!("{} no longer fed backwards.", f.name));
        }
        if f.is_on && !f.is_fed_back && f.volt_v < 1.0 && was.volt_v >= 1.0 {
            out.push(format!("{} out.", f.name));
        }
    }
    for b in &now.buzzers {
        if !before.buzzers.contains(b) {
            out.push(format!("{b} buzzes: it opens and closes without end."));
        }
    }
    if out.is_empty() {
        out.push("Nothing changes.".into());
    }
    out
}
