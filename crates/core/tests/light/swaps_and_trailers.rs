//! Bulbs that become LED, and trailers: against the published tables and truth tables.

use crate::common::demo_jobs;
use jovek_core::catalog::bulbs::{all as all_bulbs, bulb};
use jovek_core::circuit::{Solution, solve};
use jovek_core::job::{
    BulbPlace, CodingBit, ConnectorKind, Job, LedBulb, Signal, SwapFunction, TrailerLink, Watcher,
};
use jovek_core::swap::ghost::{Other, through_lost_ground};
use jovek_core::swap::judge::{SwapAnswer, SwapResult, currents_a};
use jovek_core::swap::resistor::{AT_V, MOST_V, Resistor, rise_k};
use jovek_core::swap::swap;
use jovek_core::trailer::connectors::{PinFunction, all, connector};
use jovek_core::trailer::convert::{Driver, Wire, combined, separate};
use jovek_core::trailer::link;

/// Every bulb of the published list with its watts, light and base. Source: UN R37 category sheets; SAE J573 and trade
/// list, recalled from memory (reference table 9.1).
#[test]
fn every_bulb_of_the_list() {
    let table = include_str!("../reference/road/bulbs.csv");
    let mut reader = csv::Reader::from_reader(table.as_bytes());
    let mut seen = 0;
    for row in reader.records().flatten() {
        let (name, is_minor) = match row[0].split_once(' ') {
            Some((name, which)) => (name.to_owned(), which == "minor"),
            None => (row[0].to_owned(), false),
        };
        let found = bulb(&name).unwrap_or_else(|| panic!("no {name}"));
        assert_eq!(found.base, row[6], "{name}");
        let first_w: f64 = row[2].split('/').next().unwrap().parse().unwrap();
        let filament = if is_minor { found.second.unwrap() } else { found.first };
        assert!((filament.watt - first_w).abs() < 0.06, "{name}: {} W", filament.watt);
        if row[1].starts_with("North") && !is_minor {
            let amps: f64 = row[7].parse().unwrap();
            assert!((filament.current_a(filament.at_v) - amps).abs() < 0.006, "{name}: amps");
        }
        if let Some((_, second)) = row[2].split_once('/') {
            let second: f64 = second.parse().unwrap();
            assert!((found.second.unwrap().watt - second).abs() < 1e-9, "{name}: second");
        }
        seen += 1;
    }
    assert!(seen >= 55 && all_bulbs().len() >= 50, "{seen} rows");
    assert!(bulb("p21/5w").is_some() && bulb("no such").is_none());
}

/// P21W at 12.8 V: 1.81 A; 1156 takes 2.10 A. Light at 12.0 against 13.5 V: 0.67. Source: reference 9.1 and 9.2.
#[test]
fn filaments_follow_the_voltage() {
    let p21w = bulb("P21W").unwrap().first;
    assert!((p21w.current_a(12.8) - 1.81).abs() < 0.01);
    assert!((bulb("1156").unwrap().first.current_a(12.8) - 2.10).abs() < 0.01);
    assert!((p21w.flux_lm(12.0).unwrap() / 460.0 - 0.67).abs() < 0.002);
}

/// Ohms, amps, watts and rating of the usual resistors. Source: reference table 9.4, computed from V²/(P − P LED).
#[test]
fn load_resistors() {
    let table = include_str!("../reference/road/load-resistors.csv");
    let bulbs_w = [("21 W", 21.0), ("27 W (1156/1157)", 26.9), ("5 W", 5.0), ("10 W", 10.0)];
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let bulb_w = bulbs_w.iter().find(|(name, _)| *name == &row[0]).unwrap().1;
        let cell = |k: usize| row[k].parse::<f64>().unwrap();
        let r = Resistor::beside(bulb_w, cell(1)).unwrap();
        assert!((r.exact_ohm / cell(2) - 1.0).abs() < 0.005, "{}: {} ohm", &row[0], r.exact_ohm);
        assert_eq!(r.ohm, cell(3), "{}", &row[0]);
        assert!((r.current_a(AT_V) / cell(4) - 1.0).abs() < 0.01);
        assert!((r.watt(AT_V) / cell(5) - 1.0).abs() < 0.01);
        assert!((r.watt(MOST_V) / cell(6) - 1.0).abs() < 0.01);
        assert!((0.5 * r.watt(MOST_V) / cell(7) - 1.0).abs() < 0.01);
        assert!(r.rating_w() >= cell(8), "twice the full power");
    }
    assert!(Resistor::beside(5.0, 6.0).is_none());
    // The usual 6 ohm: 27.3 W at 12.8 V, 34.6 W at 14.4 V. Source: reference 9.4.
    let six = Resistor { exact_ohm: 6.0, ohm: 6.0 };
    assert!((six.watt(12.8) - 27.3).abs() < 0.05 && (six.watt(14.4) - 34.6).abs() < 0.05);
}

/// Rise of a case in air, and bolted to 100 × 100 mm of sheet. Source: reference table 9.4, W / (12 W/m²K × area).
#[test]
fn heat_of_resistors() {
    let table = include_str!("../reference/road/resistor-heat.csv");
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let cell = |k: usize| row[k].parse::<f64>().unwrap();
        let (free, sheet) = (rise_k(cell(1), cell(0), 0.0), rise_k(cell(1), cell(0), 100.0));
        assert!((free / cell(2) - 1.0).abs() < 0.01, "{free} against {}", cell(2));
        assert!((sheet / cell(3) - 1.0).abs() < 0.02, "{sheet} against {}", cell(3));
    }
}

fn place(place: &str, bulb: &str, led_w: Option<f64>) -> BulbPlace {
    let led = led_w.map(|watt| LedBulb {
        watt,
        flux_lm: None,
        takes_either_polarity: true,
        is_monitored_type: false,
    });
    BulbPlace { place: place.into(), bulb: bulb.into(), is_second_filament: false, count: 1, led }
}

fn judged(signal: Signal, bulbs: Vec<BulbPlace>, watched: Watcher) -> SwapAnswer {
    let mut job = Job::new("X1", "swap");
    job.swaps = vec![SwapFunction::new("Function", signal, bulbs, watched)];
    swap(&job).unwrap().functions.remove(0)
}

/// The whole circuit decides: one LED of three leaves enough on a tolerant flasher, all of them do not. Rates: SAE J590
/// and UN R48, 60 to 120 a minute and twice that with a lost lamp, recalled from memory.
#[test]
fn the_circuit_is_judged_not_the_bulb() {
    let flasher = || Watcher::ElectronicFlasher { least_a: None };
    let led = |w| Some(w);
    let none = judged(
        Signal::Left,
        vec![place("rear", "P21W", None), place("front", "P21W", None)],
        flasher(),
    );
    assert_eq!((none.result, none.per_minute), (SwapResult::Fine, Some(85.0)));
    let both = judged(
        Signal::Left,
        vec![
            place("rear", "P21W", led(3.0)),
            place("front", "P21W", led(3.0)),
            place("side", "W5W", None),
        ],
        Watcher::ElectronicFlasher { least_a: Some(2.2) },
    );
    assert_eq!((both.result, both.per_minute), (SwapResult::DoubleRate, Some(170.0)));
    assert!(both.remedies[0].title.starts_with("Keep the bulbs at"), "{:?}", both.remedies[0]);
    let named: Vec<&str> = both.remedies.iter().map(|r| r.title.as_str()).collect();
    assert!(
        named.iter().any(|t| t.contains("counts no load"))
            && named.iter().any(|t| t.contains("Load resistor"))
    );
    let side = judged(
        Signal::Left,
        vec![
            place("rear", "P21W", None),
            place("front", "P21W", None),
            place("side", "W5W", led(0.8)),
        ],
        flasher(),
    );
    assert_eq!(side.result, SwapResult::Fine);
    let free = judged(Signal::Left, vec![place("rear", "P21W", led(3.0))], Watcher::FreeFlasher {});
    assert_eq!(free.result, SwapResult::Fine);
    let thermal =
        judged(Signal::Left, vec![place("rear", "P21W", led(3.0))], Watcher::ThermalFlasher {});
    assert_eq!(thermal.result, SwapResult::NoFlash);
}

/// What a module makes of it: reported, pulsed, glowing; a coding bit that stands already is not set again.
#[test]
fn modules_report_pulse_and_glow() {
    let module = |least_a, has_cold_pulses, duty, coding| Watcher::Module {
        least_a,
        has_cold_pulses,
        duty,
        coding,
    };
    let rear = || vec![place("rear", "P21W", Some(3.0))];
    let coding = |value: u32| {
        Some(CodingBit {
            module: "Body".into(),
            byte: None,
            bit: 6,
            value: Some(value.into()),
            written: None,
            series: None,
            pins: Vec::new(),
        })
    };
    let lost = judged(Signal::Brake, rear(), module(Some(0.6), false, None, coding(18)));
    assert_eq!(lost.result, SwapResult::FaultMessage);
    assert!(lost.remedies[0].text.contains("add 64, write 82"), "{}", lost.remedies[0].text);
    let again = judged(Signal::Brake, rear(), module(Some(0.6), false, None, coding(82)));
    assert_eq!((again.result, again.remedies.len()), (SwapResult::Fine, 0), "it is told already");
    assert!(again.notes.iter().any(|n| n.contains("stands already in 82")), "{:?}", again.notes);
    // A resistor for the threshold alone is enough, and its figures are told. 0.6 A at 12.8 V is 21 ohm. Source: 9.5.
    let last = lost.remedies.last().unwrap();
    assert!(last.title.contains("Load resistor") && last.text.contains("burns skin"), "{last:?}");
    let pulsed = judged(Signal::Parking, rear(), module(Some(0.1), false, Some(0.15), None));
    assert_eq!(pulsed.result, SwapResult::Flickers);
    let glow = judged(Signal::Brake, rear(), module(Some(0.1), true, None, None));
    assert_eq!(glow.result, SwapResult::GhostGlow);
    let mut mixed = rear();
    mixed.push(place("high", "W16W", None));
    let fine = judged(Signal::Brake, mixed, module(Some(0.1), true, None, None));
    assert_eq!(fine.result, SwapResult::Fine, "a bulb beside it takes the pulse");
}

/// A resistor that is proposed is enough: the circuit with it passes the threshold.
#[test]
fn the_proposed_resistor_is_enough() {
    for least_a in [0.4, 0.8, 1.3, 1.7] {
        let bulbs = vec![place("rear", "P21W", Some(3.0))];
        let watched = Watcher::Module {
            least_a: Some(least_a),
            has_cold_pulses: false,
            duty: None,
            coding: None,
        };
        let answer = judged(Signal::Brake, bulbs, watched);
        let title = answer
            .remedies
            .iter()
            .map(|r| r.title.as_str())
            .find(|t| t.contains("Load resistor"))
            .unwrap();
        let ohm: f64 = title.split([' ', ',']).find_map(|w| w.parse().ok()).unwrap();
        assert!(answer.after_a + AT_V / ohm >= least_a, "{least_a} A with {ohm} ohm");
    }
    let job = demo_jobs().into_iter().find(|(n, _)| *n == "22").unwrap().1;
    let (before, after) = currents_a(&SwapFunction { resistor: None, ..job.swaps[2].clone() });
    assert!(before > 4.0 && after < 2.6, "{before} {after}");
    // What is fitted adds what Ohm's law says: 12.8 V / 33 ohm.
    let (_, with) = currents_a(&job.swaps[2]);
    assert!((with - after - 12.8 / 33.0).abs() < 1e-9 && with > 2.6, "{with}");
}

/// A lost ground: tail filament and brake filament in series with the other side's brake lamp. As a bulb it glows
/// hardly, as LED it lights. The same by hand: three filaments in series share the voltage by V = sum of R(I) I.
#[test]
fn an_led_glows_through_a_lost_ground() {
    let b = bulb("P21/5W").unwrap();
    let (strong, weak) = (b.first, b.second.unwrap());
    let (tail, led) = through_lost_ground(strong, weak, Other::Led(3.0), 12.8).unwrap();
    let (tail_with_bulb, other) =
        through_lost_ground(strong, weak, Other::Bulb(strong), 12.8).unwrap();
    assert!(led > 0.3 && other < 0.1, "{led} {other}");
    assert!(tail < tail_with_bulb, "the LED takes voltage from the tail lamp");
    // By hand, with the law of the filament alone: I = Ia (V/Va)^0.55 in all three.
    let volts = |f: jovek_core::catalog::bulbs::Filament, a: f64| {
        f.at_v * (a / (f.watt / f.at_v)).powf(1.0 / 0.55)
    };
    let (mut low, mut high) = (0.0, 2.0);
    for _ in 0..60 {
        let a = 0.5 * (low + high);
        if volts(weak, a) + 2.0 * volts(strong, a) > 12.8 { high = a } else { low = a }
    }
    let by_hand = low * volts(weak, low) / weak.watt;
    assert!((tail_with_bulb / by_hand - 1.0).abs() < 0.08, "{tail_with_bulb} {by_hand}");
}

/// Every pin of every connector. Source: SAE and ISO standards and trade charts, recalled from memory (reference
/// tables 6.1).
#[test]
fn every_pin_of_every_connector() {
    let table = include_str!("../reference/road/connectors.csv");
    let mut pins = 0;
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let c = all().iter().find(|c| c.name == row[0]).unwrap_or_else(|| panic!("{}", &row[0]));
        let pin = c.pins.iter().find(|p| p.pin == row[2]).unwrap();
        assert_eq!((pin.says.as_str(), pin.colour.as_str()), (&row[3], &row[4]));
        assert_eq!((pin.wire.as_str(), pin.confidence.as_str()), (&row[6], &row[9]));
        assert_eq!(c.volts.to_string(), row[1]);
        pins += 1;
    }
    assert_eq!(pins, all().iter().map(|c| c.pins.len()).sum::<usize>());
    // Both faces of the 7-blade: mirrored. Source: trade charts.
    let table = include_str!("../reference/road/blade7-positions.csv");
    let blade = connector(ConnectorKind::Blade7).unwrap();
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let pin = blade.pins.iter().find(|p| p.in_socket.as_deref() == Some(&row[0])).unwrap();
        assert_eq!(pin.in_plug.as_deref(), Some(&row[1]));
        let word = row[2].split([' ', '/']).next().unwrap().trim_start_matches('+');
        assert!(pin.says.contains(word) || row[2].starts_with("+12"), "{} {}", pin.says, &row[2]);
    }
}

/// Truth tables of both converters. Source: reference tables 6.4, computed: turn overrides stop on its own side.
#[test]
fn converters_keep_their_truth_tables() {
    let word = |w: Wire| match w {
        Wire::Off => "off",
        Wire::Steady => "steady",
        Wire::Flash => "flash",
    };
    let table = include_str!("../reference/road/06-converter-separate-to-combined.csv");
    let mut seen = 0;
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let on = |k: usize| &row[k] == "1";
        let (left, right) = combined(Driver { stop: on(0), left: on(1), right: on(2) });
        assert_eq!((word(left), word(right)), (&row[3], &row[4]));
        seen += 1;
    }
    assert_eq!(seen, 8);
    let table = include_str!("../reference/road/06-converter-combined-to-separate.csv");
    for row in csv::Reader::from_reader(table.as_bytes()).records().flatten() {
        let wire = |text: &str| match text.split(' ').next().unwrap() {
            "steady" => Wire::Steady,
            "flash" => Wire::Flash,
            _ => Wire::Off,
        };
        let (stop, left, right) = separate(wire(&row[0]), wire(&row[1]));
        let stop_word = match stop {
            Some(true) => "stop",
            Some(false) => "off",
            None => "unknown",
        };
        // In the table a flash without stop and no light at all are both "off".
        assert!(row[2].starts_with(stop_word) || stop == Some(false), "{row:?}");
        let turn = match (left, right) {
            (true, true) => "hazard",
            (true, false) => "left turn",
            (false, true) => "right turn",
            _ => "none",
        };
        assert!(row[3].starts_with(turn), "{row:?}");
    }
}

/// Combined, separated and combined again: the same lamps in every state.
#[test]
fn there_and_back_is_the_same() {
    for d in Driver::all() {
        let (left, right) = combined(d);
        let (stop, l, r) = separate(left, right);
        let again = Driver { stop: stop.unwrap_or(false), left: l, right: r };
        assert_eq!(combined(again), (left, right), "{d:?}");
        if stop.is_some() {
            assert_eq!((again.left, again.right), (d.left, d.right));
        }
    }
}

/// Any socket on any plug: every function of the plug is served or said not to be; a converter is asked for exactly
/// where one side is combined and the other is not; 24 V on 12 V never straight across.
#[test]
fn any_socket_on_any_plug() {
    let mut job = demo_jobs().into_iter().find(|(n, _)| *n == "T3").unwrap().1;
    for socket in all() {
        for plug in all() {
            job.trailer = Some(TrailerLink {
                seen_from_a: Some(5.0),
                ..TrailerLink::new(socket.kind, plug.kind)
            });
            let found = link(&job).unwrap().unwrap();
            for row in &found.rows {
                assert!(!row.to.is_empty());
                assert!(!row.from.is_empty() || !row.between.is_empty(), "{:?}", row.function);
            }
            let turns = |c: &jovek_core::trailer::connectors::TrailerConnector| {
                c.is_combined() || !c.of(PinFunction::LeftTurn).is_empty()
            };
            let differ = socket.is_combined() != plug.is_combined() && turns(socket) && turns(plug);
            let asks = found.needs.iter().any(|n| n.contains("converter from"));
            assert_eq!(asks, differ, "{} on {}", socket.name, plug.name);
            let volts = found.needs.iter().any(|n| n.contains("voltage converter"));
            assert_eq!(volts, socket.volts != plug.volts);
            assert!(found.seen_text.contains("not seen"), "{}", found.seen_text);
        }
    }
    job.trailer = None;
    assert!(link(&job).unwrap().is_none());
}

/// With the white wire off, a turn signal sends its current back through the other lamps: they glow, it is dim; with
/// one function alone on a connector without others it stays dark. Solved, and the solution sums to nothing at a node.
#[test]
fn a_lost_ground_lights_the_wrong_lamps() {
    let mut job = Job::new("T1", "trailer");
    let link_of = |job: &mut Job, plug| {
        job.trailer = Some(TrailerLink::new(plug, plug));
        link(job).unwrap().unwrap()
    };
    let flat = link_of(&mut job, ConnectorKind::Flat4);
    let turn = flat.ground.lost.iter().find(|g| g.on == "left stop and turn lamp").unwrap();
    assert!(turn.says.contains("wrongly") && turn.says.contains("tail lamps"), "{}", turn.says);
    assert!(flat.ground.text.starts_with("One ground"));
    let iso = link_of(&mut job, ConnectorKind::Iso13);
    assert!(iso.ground.text.starts_with("3 grounds"), "{}", iso.ground.text);
    assert!(iso.tests.iter().any(|t| t.on == "rear fog"));
    // Kirchhoff: what is solved is a circuit.
    let mut net = jovek_core::circuit::Network::new();
    let a = net.node("a");
    net.add("r1", a, jovek_core::circuit::NodeId::GROUND, jovek_core::circuit::Device::ohm(5.0));
    let sum = |s: &Solution| net.iter().map(|(id, _)| s.current_a(id)).sum::<f64>();
    assert!(sum(&solve(&net).unwrap()).abs() < 1e-9);
}
