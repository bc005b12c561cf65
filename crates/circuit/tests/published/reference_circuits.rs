//! Every reference circuit, through the public network API, against recorded ngspice-39 figures.
//!
//! Source: ngspice-39 operating points in `reference/circuit-expected.csv` (see the README there).
//! Bar: 1e-6 relative, since the models are the same (0.1 % was asked). Values that only a leak or an open contact defines (below 50 mV, 1 mA,
//! 10 mW, or nodes cut off) are compared absolutely.

use jovek_circuit::devices::{BallastedLed, Device, Diode, Incandescent, RegulatedLed};
use jovek_circuit::{ElementId, Network, Solution, solve, spice};
use std::collections::BTreeMap;

type Row = Vec<String>;

fn rows(text: &str) -> Vec<Row> {
    csv::Reader::from_reader(text.as_bytes())
        .records()
        .map(|r| r.unwrap().iter().map(str::to_owned).collect())
        .collect()
}

/// All cases: (circuit, case) with its elements by name.
fn cases() -> BTreeMap<(String, String), Vec<Row>> {
    let mut base: BTreeMap<String, (String, Vec<Row>)> = BTreeMap::new();
    let mut changes: BTreeMap<(String, String), Vec<Row>> = BTreeMap::new();
    for row in rows(include_str!("reference/circuit-elements.csv")) {
        let first = base.entry(row[0].clone()).or_insert_with(|| (row[1].clone(), Vec::new()));
        if first.0 == row[1] {
            first.1.push(row);
        } else {
            changes.entry((row[0].clone(), row[1].clone())).or_default().push(row);
        }
    }
    let mut out = BTreeMap::new();
    for (circuit, (case, elements)) in &base {
        out.insert((circuit.clone(), case.clone()), elements.clone());
    }
    for (key, changed) in changes {
        let mut elements = base[&key.0].1.clone();
        for row in changed {
            elements.retain(|e| e[2] != row[2]);
            if row[5] != "-" {
                elements.push(row);
            }
        }
        out.insert(key, elements);
    }
    out
}

fn network(elements: &[Row]) -> Network {
    let mut net = Network::new();
    for e in elements {
        let p = |i: usize| e[6 + i].parse::<f64>().unwrap();
        let device = match e[5].as_str() {
            "R" => Device::ohm(p(0)),
            "V" => Device::VoltageSource { volt_v: p(0) },
            "D" => Device::Diode(Diode { saturation_a: p(0), emission: p(1), series_ohm: p(2) }),
            "LEDP" => Device::RegulatedLed(RegulatedLed {
                power_w: p(0),
                cut_in_v: p(1),
                start_v: p(2),
                ramp_v: p(3),
            }),
            "LEDR" => Device::BallastedLed(BallastedLed { forward_v: p(0), series_ohm: p(1) }),
            "INC" => Device::Incandescent(Incandescent { power_w: p(0), rated_v: p(1) }),
            other => panic!("kind {other}"),
        };
        let (from, to) = (net.node(&e[3]), net.node(&e[4]));
        net.add(e[2].clone(), from, to, device);
    }
    net
}

fn value(net: &Network, solution: &Solution, expr: &str) -> f64 {
    let (kind, inside) = expr.split_at(1);
    let inside = inside.trim_start_matches('(').trim_end_matches(')');
    let element = || -> ElementId { net.find_element(inside).expect(inside) };
    let volt = |n: &str| solution.node_v(net.find_node(n).expect(n));
    match kind {
        "V" => match inside.split_once(',') {
            Some((a, b)) => volt(a) - volt(b),
            None => volt(inside),
        },
        "I" => solution.current_a(element()),
        "P" => solution.power_w(net, element()),
        other => panic!("expression {other}"),
    }
}

#[test]
fn every_circuit_agrees_with_ngspice_within_a_thousandth() {
    let cases = cases();
    assert_eq!(cases.len(), 116, "cases read");
    let mut compared = 0;
    let mut worst: f64 = 0.0;
    let mut solved = BTreeMap::new();
    for (key, elements) in &cases {
        let net = network(elements);
        let solution = solve(&net).unwrap_or_else(|e| panic!("{key:?}: {e}"));
        solved.insert(key.clone(), (net, solution));
    }
    for row in rows(include_str!("reference/circuit-expected.csv")) {
        let key = (row[0].clone(), row[1].clone());
        let (net, solution) = &solved[&key];
        let want: f64 = row[5].parse().unwrap();
        let got = value(net, solution, &row[4]);
        let small = match row[3].as_str() {
            "V" => 0.05,
            "A" => 1e-3,
            _ => 0.01,
        };
        if want.abs() < small {
            assert!((got - want).abs() < small * 0.01, "{key:?} {}: {got} for {want}", row[2]);
        } else {
            let off = (got - want).abs() / want.abs();
            worst = worst.max(off);
            assert!(off < 1e-6, "{key:?} {}: {got} for {want}", row[2]);
        }
        compared += 1;
    }
    assert_eq!(compared, 1494, "figures compared");
    println!("{compared} figures of {} cases, worst {:.2e} relative", cases.len(), worst);
}

#[test]
fn the_spice_export_of_every_case_is_self_contained() {
    for (key, elements) in cases() {
        let net = network(&elements);
        let text = spice::netlist(&net, &solve(&net).unwrap(), "case");
        assert!(text.ends_with(".op\n.end\n"), "{key:?}");
        assert!(!text.contains(".param") && !text.contains('{'), "{key:?}");
        for e in &elements {
            assert!(text.to_lowercase().contains(&e[2].to_lowercase()), "{key:?} lacks {}", e[2]);
        }
    }
}
