//! The register of the fleet: a list goes out and comes back the same, wrong rows are named, and nothing that a
//! spreadsheet would run leaves.

use jovek_core::base::units::{Lengths, Units};
use jovek_core::fleet::{LifeKind, RegisterError, csv, life, read};
use jovek_core::job::FleetVehicle;
use proptest::prelude::*;

fn pickup(unit: &str) -> FleetVehicle {
    FleetVehicle {
        unit: unit.into(),
        model: "Corran C20".into(),
        trim: "crew".into(),
        options: vec!["tow package".into(), "upfitter switches".into()],
        plate: "HL 51".into(),
        odometer_km: Some(48_210.0),
        depot: "Halt Lane".into(),
    }
}

fn us() -> Units {
    Units { lengths: Lengths::Us, ..Units::default() }
}

fn word() -> impl Strategy<Value = String> {
    "[ -~äöüßéλж]{0,30}".prop_map(|w| w.trim().trim_start_matches('\'').to_owned())
}

fn vehicles() -> impl Strategy<Value = Vec<FleetVehicle>> {
    let option = "[a-zA-Z0-9 ,äλ]{1,12}".prop_map(|o| o.trim().to_owned());
    let options = proptest::collection::vec(option.prop_filter("a word", |o| !o.is_empty()), 0..4);
    let one = (word(), word(), options, word(), proptest::option::of(0_u32..900_000), word());
    proptest::collection::vec(one, 0..12).prop_map(|rows| {
        let rows = rows.into_iter().enumerate();
        rows.map(|(k, (model, trim, options, plate, km, depot))| FleetVehicle {
            unit: format!("U{k}"),
            model,
            trim,
            options,
            plate,
            odometer_km: km.map(f64::from),
            depot,
        })
        .collect()
    })
}

proptest! {
    #[test]
    fn a_list_comes_back_as_it_went(vehicles in vehicles()) {
        let back = read(&csv(&vehicles, Units::default()), &[]).unwrap();
        prop_assert!(back.bad.is_empty(), "{:?}", back.bad);
        let good: Vec<FleetVehicle> = back.good.into_iter().map(|r| r.vehicle).collect();
        prop_assert_eq!(good, vehicles);
    }

    /// A sign by itself is no formula.
    #[test]
    fn nothing_leaves_that_a_spreadsheet_would_run(sign in "[=+@\t-]", rest in "[a-z()0-9!]{1,12}") {
        let model = format!("{sign}{rest}");
        let text = csv(&[FleetVehicle { model, ..pickup("51") }], Units::default());
        let mut table = csv::Reader::from_reader(text.as_bytes());
        let row = table.records().next().unwrap().unwrap();
        prop_assert!(!row[1].starts_with(['=', '+', '-', '@', '\t']), "{:?}", &row[1]);
    }
}

/// A mile is 1.609344 km: international yard and pound agreement of 1959.
#[test]
fn a_shop_in_miles_writes_and_reads_miles() {
    let text = csv(&[pickup("51")], us());
    let row = text.lines().nth(1).unwrap();
    assert!(text.starts_with("unit,model,trim,options,plate,odometer_mi,depot"), "{text}");
    assert!(row.contains(",29956,"), "48210 km are 29956.3 miles: {row}");
    let back = read(&text, &[]).unwrap().good.remove(0).vehicle;
    assert!((back.odometer_km.unwrap() - 48_210.0).abs() < 1.0);
}

#[test]
fn a_column_that_is_not_there_leaves_what_is_known() {
    let there = [pickup("51")];
    let found = read("depot,unit\nSedgewater,51\nHalt Lane,52\n", &there).unwrap();
    let [old, new] = found.good.as_slice() else { panic!("{found:?}") };
    assert_eq!(old.vehicle, FleetVehicle { depot: "Sedgewater".into(), ..pickup("51") });
    assert_eq!(
        (old.is_new, old.changes.as_slice()),
        (false, &["depot: Sedgewater, was Halt Lane".to_owned()][..])
    );
    assert!(new.is_new && new.vehicle.model.is_empty());
}

#[test]
fn wrong_rows_are_named_and_the_others_offered() {
    let text = "\u{feff}Unit;Model;Odometer_km\n51;Corran C20;48210,5\n;Corran C20;1\n51;again;2\n52;Corran C20;far\n\
        53;Corran C20;-4\n54;Corran C20;\n";
    let found = read(text, &[]).unwrap();
    let units: Vec<&str> = found.good.iter().map(|r| r.vehicle.unit.as_str()).collect();
    assert_eq!(units, ["51", "54"]);
    assert_eq!(found.good[0].vehicle.odometer_km, Some(48_210.5));
    let told: Vec<(u64, &str)> = found.bad.iter().map(|b| (b.line, b.why.as_str())).collect();
    assert_eq!(told.iter().map(|(line, _)| *line).collect::<Vec<_>>(), [3, 4, 5, 6]);
    for (at, word) in ["no unit", "already", "not a number", "from 0"].into_iter().enumerate() {
        assert!(told[at].1.contains(word), "{told:?}");
    }
    assert_eq!(read("model\nCorran C20\n", &[]), Err(RegisterError::NoUnit));
}

#[test]
fn a_vehicle_s_life_tells_signatures_visits_and_readings_by_name() {
    let (_, job) = crate::common::demo_jobs().into_iter().find(|(n, _)| *n == "22").unwrap();
    let checks = jovek_core::answers::assess(&job).checks;
    let entries = life(&job, &checks);
    let count = |kind| entries.iter().filter(|e| e.kind == kind).count();
    assert_eq!(count(LifeKind::Signed), job.record.signed.len());
    assert_eq!(count(LifeKind::Visit), job.record.visits.len());
    assert_eq!(count(LifeKind::Reading), job.readings.len());
    let rest = job.readings.iter().position(|r| r.check.0 == "battery.rest_v").unwrap();
    let told = entries.iter().filter(|e| e.kind == LifeKind::Reading).nth(rest).unwrap();
    assert_eq!(told.text, format!("Battery at rest: {:.2} V", job.readings[rest].value));
    let gone = life(&job, &[]);
    assert!(gone.iter().any(|e| e.text.starts_with("A reading that the plan no longer asks for")));
}
