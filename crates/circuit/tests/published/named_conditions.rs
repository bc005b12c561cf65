//! Circuits that cannot work are named for what they are: open, short, buzzer, floating, latch.

use jovek_circuit::devices::{Battery, Contact, Incandescent, RegulatedLed};
use jovek_circuit::{
    Condition, Device, Network, NetworkError, NodeId, Relay, RelayContact, SolveError, Throw, solve,
};

fn battery(net: &mut Network) -> NodeId {
    let plus = net.node("bat");
    let battery = Battery { open_circuit_v: 12.6, internal_ohm: 0.005, charge_ohm: 0.3 };
    net.add("battery", plus, NodeId::GROUND, Device::Battery(battery));
    plus
}

fn bulb() -> Device {
    Device::Incandescent(Incandescent { power_w: 21.0, rated_v: 13.5 })
}

#[test]
fn a_lamp_behind_an_open_switch_is_open_and_dark() {
    let mut net = Network::new();
    let plus = battery(&mut net);
    let at = net.node("lamp");
    net.add("switch", plus, at, Device::Contact(Contact { closed_ohm: 0.01, closed: false }));
    let lamp = net.add("lamp", at, NodeId::GROUND, bulb());
    let solution = solve(&net).unwrap();
    assert_eq!(solution.condition_of(lamp), Some(&Condition::Open { element: lamp }));
    assert!(solution.current_a(lamp).abs() < 1e-6);
}

#[test]
fn a_dead_short_is_named_with_its_current() {
    let mut net = Network::new();
    let plus = battery(&mut net);
    net.add("spanner", plus, NodeId::GROUND, Device::ohm(0.001));
    let solution = solve(&net).unwrap();
    let Some(Condition::Short { current_a, .. }) = solution.conditions.first() else {
        panic!("{:?}", solution.conditions)
    };
    // Ohm's law: 12.6 V over 6 mohm.
    assert!((current_a - 2100.0).abs() < 20.0, "{current_a}");
}

/// The coil is fed through its own break contact: it opens, drops, closes, pulls ...
#[test]
fn a_relay_that_cuts_its_own_coil_is_a_buzzer() {
    let mut net = Network::new();
    let plus = battery(&mut net);
    let c87a = net.node("87a");
    let contact =
        net.add("contact", plus, c87a, Device::Contact(Contact { closed_ohm: 0.01, closed: true }));
    let coil = net.add("coil", c87a, NodeId::GROUND, Device::ohm(90.0));
    net.add_relay(Relay {
        name: "R1".into(),
        coil,
        pull_in_v: 7.8,
        drop_out_v: 1.2,
        before: None,
        held: None,
        contacts: vec![RelayContact { element: contact, throw: Throw::NormallyClosed }],
    });
    let solution = solve(&net).unwrap();
    assert!(solution.conditions.contains(&Condition::Buzzer { relay: 0 }));
}

/// Hysteresis: between drop-out and pull-in a relay stays as it is, here at rest.
#[test]
fn a_weak_battery_does_not_pull_a_relay_in() {
    let on = |volt_v: f64| {
        let mut net = Network::new();
        let (plus, out) = (net.node("s"), net.node("out"));
        net.add("v", plus, NodeId::GROUND, Device::VoltageSource { volt_v });
        let coil = net.add("coil", plus, NodeId::GROUND, Device::ohm(90.0));
        let contact = net.add(
            "contact",
            plus,
            out,
            Device::Contact(Contact { closed_ohm: 0.01, closed: false }),
        );
        let lamp = net.add("lamp", out, NodeId::GROUND, bulb());
        net.add_relay(Relay {
            name: "R1".into(),
            coil,
            pull_in_v: 7.8,
            drop_out_v: 1.2,
            before: None,
            held: None,
            contacts: vec![RelayContact { element: contact, throw: Throw::NormallyOpen }],
        });
        let solution = solve(&net).unwrap();
        assert_eq!(solution.is_energised(0), solution.is_closed(contact));
        solution.current_a(lamp) > 0.5
    };
    assert!(on(12.6) && !on(7.0));
}

#[test]
fn a_part_without_a_path_to_the_battery_floats() {
    let mut net = Network::new();
    battery(&mut net);
    let (a, b) = (net.node("a"), net.node("b"));
    net.add("lost", a, b, Device::ohm(5.0));
    let solution = solve(&net).unwrap();
    for node in [a, b] {
        assert!(solution.conditions.contains(&Condition::Floating { node }));
    }
}

/// Two stable points exist where the cut-in lies below half the source voltage. Source: 75 W behind
/// 0.5 ohm at 12.6 V rests at 7.780 V or 3.229 V (quadratic for the upper, driver limit below).
#[test]
fn a_lamp_that_may_latch_low_from_cold_is_named() {
    let mut net = Network::new();
    let (plus, at) = (net.node("s"), net.node("l"));
    net.add("v", plus, NodeId::GROUND, Device::VoltageSource { volt_v: 12.6 });
    net.add("joint", plus, at, Device::ohm(0.5));
    let lamp = RegulatedLed { power_w: 75.0, cut_in_v: 4.0, start_v: 2.0, ramp_v: 1.0 };
    let lamp = net.add("lamp", at, NodeId::GROUND, Device::RegulatedLed(lamp));
    let solution = solve(&net).unwrap();
    assert!((solution.node_v(at) - 7.780).abs() < 0.002, "{}", solution.node_v(at));
    match solution.condition_of(lamp) {
        Some(Condition::ColdStartLatch { low_v, .. }) => {
            // At 3.23 V the lamp is in its current limit: 12.6 - 0.5·75/4.
            assert!((low_v - 3.229).abs() < 0.01, "{low_v}");
        }
        other => panic!("{other:?}"),
    }
}

#[test]
fn impossible_networks_are_refused_with_the_name_of_the_part() {
    let mut net = Network::new();
    let plus = battery(&mut net);
    net.add("bad", plus, NodeId::GROUND, Device::ohm(-1.0));
    let said = solve(&net).unwrap_err().to_string();
    assert!(said.contains("bad") && said.contains("-1"), "{said}");

    let mut net = Network::new();
    let plus = net.node("p");
    for name in ["v1", "v2"] {
        net.add(name, plus, NodeId::GROUND, Device::VoltageSource { volt_v: 12.0 });
    }
    let refused = solve(&net).unwrap_err();
    assert_eq!(refused, SolveError::Network(NetworkError::SourceLoop { element: "v2".into() }));

    let mut net = Network::new();
    let plus = battery(&mut net);
    net.add("same", plus, NodeId::GROUND, bulb());
    net.add("same", plus, NodeId::GROUND, bulb());
    assert!(matches!(solve(&net), Err(SolveError::Network(NetworkError::DuplicateName { .. }))));
}

/// A relay that seals itself through its own contact: where it stood before decides.
#[test]
fn a_sealed_relay_stays_as_it_was() {
    for (before, on) in [(Some(true), true), (Some(false), false), (None, false)] {
        let mut net = Network::new();
        let plus = battery(&mut net);
        let sealed = net.node("sealed");
        let contact = Device::Contact(Contact { closed_ohm: 0.01, closed: false });
        let seal = net.add("seal", plus, sealed, contact);
        let coil = net.add("coil", sealed, NodeId::GROUND, Device::ohm(90.0));
        let lamp = net.add("lamp", sealed, NodeId::GROUND, bulb());
        net.add_relay(Relay {
            name: "seal".into(),
            coil,
            pull_in_v: 8.0,
            drop_out_v: 1.2,
            before,
            held: None,
            contacts: vec![RelayContact { element: seal, throw: Throw::NormallyOpen }],
        });
        let solution = solve(&net).unwrap();
        assert_eq!(solution.is_energised(0), on, "{before:?}");
        assert_eq!(solution.current_a(lamp) > 1.0, on);
    }
}

/// One that was on drops out all the same when something cuts its coil: the others settle first.
#[test]
fn a_sealed_relay_lets_go_when_its_coil_is_cut() {
    for stop in [false, true] {
        let mut net = Network::new();
        let plus = battery(&mut net);
        let (cut, sealed, asked) = (net.node("cut"), net.node("sealed"), net.node("asked"));
        let open = || Device::Contact(Contact { closed_ohm: 0.01, closed: false });
        // The stop relay's break contact stands in the way of the coil.
        let breaks = net.add("break", plus, cut, open());
        let seal = net.add("seal", cut, sealed, open());
        let coil = net.add("coil", sealed, NodeId::GROUND, Device::ohm(90.0));
        let hand = Device::Contact(Contact { closed_ohm: 0.01, closed: stop });
        net.add("hand", plus, asked, hand);
        let other = net.add("other", asked, NodeId::GROUND, Device::ohm(90.0));
        for (name, coil, element, throw, before) in [
            ("seal", coil, seal, Throw::NormallyOpen, Some(true)),
            ("stop", other, breaks, Throw::NormallyClosed, None),
        ] {
            let contacts = vec![RelayContact { element, throw }];
            let (pull_in_v, drop_out_v) = (8.0, 1.2);
            let name = name.into();
            net.add_relay(Relay {
                name,
                coil,
                pull_in_v,
                drop_out_v,
                before,
                held: None,
                contacts,
            });
        }
        let solution = solve(&net).unwrap();
        assert_eq!(solution.is_energised(0), !stop, "stop {stop}");
        assert_eq!(solution.is_energised(1), stop);
    }
}

/// A relay that sticks does not ask its coil.
#[test]
fn a_stuck_relay_ignores_its_coil() {
    for (held, powered) in [(true, false), (false, true)] {
        let mut net = Network::new();
        let plus = battery(&mut net);
        let (at, lit) = (net.node("at"), net.node("lit"));
        let hand = Device::Contact(Contact { closed_ohm: 0.01, closed: powered });
        net.add("hand", plus, at, hand);
        let coil = net.add("coil", at, NodeId::GROUND, Device::ohm(90.0));
        let open = Device::Contact(Contact { closed_ohm: 0.01, closed: false });
        let contact = net.add("contact", plus, lit, open);
        let lamp = net.add("lamp", lit, NodeId::GROUND, bulb());
        net.add_relay(Relay {
            name: "stuck".into(),
            coil,
            pull_in_v: 8.0,
            drop_out_v: 1.2,
            before: None,
            held: Some(held),
            contacts: vec![RelayContact { element: contact, throw: Throw::NormallyOpen }],
        });
        let solution = solve(&net).unwrap();
        assert_eq!(solution.current_a(lamp) > 1.0, held);
    }
}
