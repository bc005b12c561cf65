//! Commands of devices, short and long.

use jovek_server::sim::scpi::Command;

#[test]
fn short_and_long_forms_are_one_command() {
    for text in ["MEAS:VOLT:DC?", "measure:voltage:dc?", ":Meas:Voltage:DC?", "MEAS:VOLT:DC? 20"] {
        let command = Command::read(text).unwrap();
        assert!(command.is("MEASure:VOLTage:DC") && command.is_query, "{text}");
    }
    assert!(!Command::read("MEASU:VOLT:DC?").unwrap().is("MEASure:VOLTage:DC"));
    assert!(Command::read("*IDN?").unwrap().is("*IDN"));
}

#[test]
fn parameters_keep_what_stands_in_quotes() {
    let command = Command::read("ROUT:LEAD \"v|reverse|c1.at.4\", 'battery-'").unwrap();
    assert_eq!(command.parameters, ["v|reverse|c1.at.4", "battery-"]);
    assert_eq!(Command::read("ROUT:LEAD \"open").unwrap_err().0, -151);
    assert_eq!(command.parameter(5).unwrap_err().0, -109);
    for bad in ["", "  ", ":::", "MEAS::VOLT?"] {
        assert_eq!(Command::read(bad).unwrap_err().0, -102, "{bad}");
    }
}
