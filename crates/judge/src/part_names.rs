//! What relays and modules are called, and their terminals: one name on every list, drawing and reading.

use jovek_phrases::parts as say;
use jovek_plan::end::{RelayTerminal, Thrown};
use jovek_plan::logic::seconds_text;
use jovek_plan::switching::{RelayRole, Switching};

/// A relay or module of a circuit: `relay 2`, `timer`, `low-voltage cut-off`. A relay beside the circuit's own switch is
/// just `relay`; modules of which there are several are numbered by themselves.
pub fn relay(switching: Option<&Switching>, relay: usize) -> String {
    let Some(switching) = switching else { return say::relay().into() };
    let Some(role) = switching.relays.get(relay).map(|r| r.role) else {
        return say::relay().into();
    };
    let name = kind(role);
    let alike: Vec<usize> =
        (0..switching.relays.len()).filter(|&r| kind(switching.relays[r].role) == name).collect();
    match alike.iter().position(|&r| r == relay) {
        Some(at) if alike.len() > 1 || !role.is_module() => format!("{name} {}", at + 1),
        _ => name.into(),
    }
}

/// The same with what a timer is set to.
pub fn relay_as_set(switching: Option<&Switching>, number: usize) -> String {
    let name = relay(switching, number);
    match switching.and_then(|s| s.relays.get(number)).map(|r| r.role) {
        Some(RelayRole::Timer { seconds }) => format!("{name} ({})", seconds_text(seconds)),
        _ => name,
    }
}

/// Short name beside its sign on a drawing: `R2`, `timer`, `cut-off`.
pub fn sign(switching: &Switching, number: usize) -> String {
    match switching.relays.get(number).map(|r| r.role) {
        Some(role) if role.is_module() => relay_as_set(Some(switching), number),
        _ => {
            let relays = switching.relays.iter().take(number + 1);
            format!("R{}", relays.filter(|r| !r.role.is_module()).count())
        }
    }
}

fn kind(role: RelayRole) -> &'static str {
    match role {
        RelayRole::Timer { .. } => say::timer(),
        RelayRole::CutOff => say::low_voltage_cut_off(),
        RelayRole::Lamps | RelayRole::Signal | RelayRole::Logic | RelayRole::Hold => say::relay(),
    }
}

/// A terminal of a relay or module: as DIN 72552 numbers those of a relay, and 30 and 31 of a module; a timer is started
/// at its input.
pub fn terminal(role: Option<RelayRole>, terminal: RelayTerminal) -> String {
    let pole = |c: usize| if c == 0 { String::new() } else { say::pole(&(c + 1)) };
    let is_module = role.is_some_and(RelayRole::is_module);
    match terminal {
        RelayTerminal::Common(c) => format!("30{}", pole(c)),
        RelayTerminal::Out(c, Thrown::Made) if is_module => format!("out{}", pole(c)),
        RelayTerminal::Out(c, Thrown::AtRest) if is_module => say::out_at_rest(&pole(c)),
        RelayTerminal::Out(c, Thrown::Made) => format!("87{}", pole(c)),
        RelayTerminal::Out(c, Thrown::AtRest) => format!("87a{}", pole(c)),
        RelayTerminal::Coil86 => match role {
            Some(RelayRole::Timer { .. }) => say::input().into(),
            Some(RelayRole::CutOff) => say::sense().into(),
            _ => "86".into(),
        },
        RelayTerminal::Coil85 => if is_module { "31" } else { "85" }.into(),
    }
}
