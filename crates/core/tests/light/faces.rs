//! Faces of connectors: where contacts sit, seen from both sides.

use jovek_core::job::{ConnectorKind, PinFunction};
use jovek_core::trailer::connectors::{all, connector};

/// The hour of a clock position; none for the centre.
fn hour(text: &str) -> Option<u32> {
    text.strip_suffix(" o'clock").and_then(|h| h.parse().ok())
}

/// Seven contacts: one in the centre, six on a ring, two hours apart; the plug is the mirror image. Source: trade charts
/// (reference 6.2); the mirror image is computed.
#[test]
fn seven_blades_on_a_clock() {
    let blade = connector(ConnectorKind::Blade7).unwrap();
    let mut hours = Vec::new();
    for pin in &blade.pins {
        let [x, y] = pin.on_face.unwrap();
        let (socket, plug) = (pin.in_socket.as_deref().unwrap(), pin.in_plug.as_deref().unwrap());
        match (hour(socket), hour(plug)) {
            (Some(into_socket), Some(into_plug)) => {
                assert_eq!(into_socket + into_plug, 12, "pin {}", pin.pin);
                // Twelve is up, three is right.
                let turn = f64::from(into_socket) * std::f64::consts::TAU / 12.0;
                assert!((x - 0.7 * turn.sin()).abs() < 1e-9 && (y - 0.7 * turn.cos()).abs() < 1e-9);
                hours.push(into_socket);
            }
            (None, None) => assert_eq!((socket, plug, x, y), ("centre", "centre", 0.0, 0.0)),
            other => panic!("{other:?}"),
        }
    }
    hours.sort_unstable();
    assert_eq!(hours, [1, 3, 5, 7, 9, 11]);
    // Ground lower right in the socket, lower left in the plug.
    let ground = blade.of(PinFunction::Ground)[0];
    let [x, y] = ground.on_face.unwrap();
    assert!(x > 0.0 && y < 0.0);
}

/// Flats: a row, evenly apart, ground at one end. On the vehicle only the ground is bare, on the trailer all others are:
/// a live contact is never bare. Common practice (reference 6.1).
#[test]
fn flats_in_a_row() {
    for (kind, count) in [(ConnectorKind::Flat4, 4), (ConnectorKind::Flat5, 5)] {
        let flat = connector(kind).unwrap();
        assert_eq!(flat.pins.len(), count);
        let places: Vec<f64> = flat.pins.iter().map(|p| p.on_face.unwrap()[0]).collect();
        for pair in places.windows(2) {
            assert!((pair[1] - pair[0] - 2.0 / count as f64).abs() < 1e-9, "{places:?}");
        }
        assert!(places.iter().all(|x| x.abs() < 1.0));
        for pin in &flat.pins {
            let is_ground = pin.function == PinFunction::Ground;
            assert_eq!(pin.in_socket.as_deref().unwrap().ends_with("bare"), is_ground);
            assert_eq!(pin.in_plug.as_deref().unwrap().ends_with("shrouded"), is_ground);
        }
        assert!(flat.pins[0].function == PinFunction::Ground);
    }
}

/// Where the places of contacts are not surely known none is drawn; what is drawn is drawn whole.
#[test]
fn all_contacts_or_none() {
    for connector in all() {
        let placed = connector.pins.iter().filter(|p| p.on_face.is_some()).count();
        assert!(placed == 0 || placed == connector.pins.len(), "{}", connector.name);
        for pin in &connector.pins {
            assert_eq!(pin.on_face.is_some(), pin.in_socket.is_some(), "{}", connector.name);
            assert_eq!(pin.in_socket.is_some(), pin.in_plug.is_some(), "{}", connector.name);
        }
    }
}
