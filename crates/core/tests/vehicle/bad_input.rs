//! What a person can get wrong, and the word they get for it.

use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::export::{Format, export};
use jovek_core::finding::FindingCode;
use jovek_core::job::read::{JobError, MAX_JOB_BYTES};
use jovek_core::job::{Job, LightKind, MadeFor, SystemVoltage};
use jovek_core::volt_line::Glow;

fn refused(text: &str) -> String {
    Job::read(text).expect_err("must be refused").to_string()
}

fn demo_14() -> String {
    // Without its skeleton: sections and zones then stand in the order that the tests name.
    let mut job = crate::common::demo_jobs()[0].1.clone();
    job.skeleton = None;
    job.write()
}

#[test]
fn files_that_are_no_jobs_say_so() {
    assert!(refused("").contains("line 1"));
    assert!(refused("harness list").contains("not readable as JSON at line 1"));
    assert!(refused("[1, 2]").contains("not a job"));
    assert!(refused("{}").contains("\"jovek\""));
    assert!(refused(r#"{"jovek": 7, "unit": "1", "title": "t"}"#).contains("newer Jovek"));
    assert!(refused(r#"{"jovek": "one"}"#).contains("jovek"));
    let text = demo_14();
    let cut_off = &text[..text.len() / 2];
    assert!(matches!(Job::read(cut_off), Err(JobError::NotJson { .. })));
    let enormous = " ".repeat(MAX_JOB_BYTES + 1);
    assert!(matches!(Job::read(&enormous), Err(JobError::TooLarge { .. })));
}

#[test]
fn unknown_fields_and_wrong_kinds_are_named_with_their_place() {
    let text = demo_14();
    let extra =
        text.replacen("\"zone\": \"engine_bay\"", "\"zone\": \"engine_bay\", \"lenght_m\": 2", 1);
    let said = refused(&extra);
    assert!(said.contains("circuits[0].run.supply[0]") && said.contains("lenght_m"), "{said}");
    let said = refused(&text.replacen("\"underbody\"", "\"chassis\"", 1));
    assert!(said.contains("circuits[0].run.supply[2].zone"), "{said}");
    let said = refused(&text.replacen("\"length_m\": 0.85", "\"length_m\": \"85 cm\"", 1));
    assert!(said.contains("length_m") && said.contains("85 cm"), "{said}");
    let said = refused(&text.replacen("\"0.75 mm2\"", "\"0.8 square\"", 1));
    assert!(said.contains("factory[0].wire") && said.contains("AWG 16"), "{said}");
}

#[test]
fn absurd_figures_are_refused_with_what_would_be_right() {
    let text = demo_14();
    for (find, put, place) in [
        ("\"length_m\": 4.5", "\"length_m\": -4.5", "circuits[0].run.supply[2].length_m"),
        ("\"length_m\": 4.5", "\"length_m\": 0", "circuits[0].run.supply[2].length_m"),
        ("\"length_m\": 4.5", "\"length_m\": 4500", "give 0.01 to 60 m"),
        ("\"capacity_ah\": 95.0", "\"capacity_ah\": 1e300", "supply.battery.capacity_ah"),
        ("\"count\": 2", "\"count\": 0", "circuits[0].lights[0].count"),
        ("\"amps\": 1.74", "\"amps\": -1.74", "circuits[0].lights[0].measured.amps"),
        ("\"id\": \"beacons\"", "\"id\": \"rear\"", "used twice"),
        ("\"regulated_v\": 14.3", "\"regulated_v\": 28", "supply.alternator.regulated_v"),
    ] {
        assert!(text.contains(find), "{find} is in the demo");
        let said = refused(&text.replacen(find, put, 1));
        assert!(said.contains(place), "{put}: {said}");
    }
    // JSON has no NaN; written anyway, it is refused as unreadable.
    assert!(refused(&text.replacen("4.5", "NaN", 1)).contains("not readable as JSON"));
    let said = refused(&text.replacen("\"follows\"", "\"x\": 1, \"follows\"", 1));
    assert!(said.contains("factory[0]"), "{said}");
}

#[test]
fn a_tie_in_to_nothing_is_refused() {
    let mut job = Job::starter("1");
    job.circuits[0].feed = Some(jovek_core::job::Feed::TieIn { factory: "ghost".into() });
    let said = refused(&job.write());
    assert!(said.contains("circuits[0].feed.factory") && said.contains("Look"), "{said}");
}

fn has(job: &Job, code: FindingCode, grade: Grade) -> bool {
    assess(job).findings.iter().any(|f| f.code == code && f.grade == grade)
}

#[test]
fn a_12_v_lamp_on_24_v_is_a_stop_and_the_other_way_round_a_fix() {
    let mut job = Job::starter("1");
    job.vehicle.system = SystemVoltage::V24;
    job.circuits[0].lights[0].made_for = MadeFor::V12;
    assert!(has(&job, FindingCode::LampVoltage, Grade::Stop));
    job.vehicle.system = SystemVoltage::V12;
    job.circuits[0].lights[0].made_for = MadeFor::V24;
    assert!(has(&job, FindingCode::LampVoltage, Grade::Fix));
    job.circuits[0].lights[0].made_for = MadeFor::V12To24;
    assert!(!assess(&job).findings.iter().any(|f| f.code == FindingCode::LampVoltage));
}

#[test]
fn a_load_beyond_every_fuse_is_a_stop_not_a_crash() {
    let mut job = Job::starter("1");
    job.circuits[0].lights[0].count = 200;
    job.circuits[0].lights[0].label_w = Some(2000.0);
    let answers = assess(&job);
    assert!(answers.findings.iter().any(|f| f.grade == Grade::Stop));
    assert!(export(&job, Format::WiresCsv, None).is_ok());
}

#[test]
fn an_empty_path_and_no_lights_still_get_a_word() {
    let mut job = Job::starter("1");
    job.circuits[0].run.supply.clear();
    job.circuits[0].run.back.clear();
    let answers = assess(&job);
    assert_eq!(answers.circuits.len(), 1);
    assert!(answers.assumptions.iter().any(|a| a.label.contains("Path not described")));
    job.circuits[0].lights.clear();
    assert!(has(&job, FindingCode::NoLights, Grade::Fix));
    job.circuits.clear();
    assert!(assess(&job).circuits.is_empty());
}

#[test]
fn lamps_that_cannot_be_carried_are_named_as_collapsed_or_fading() {
    let mut job = Job::starter("1");
    let circuit = &mut job.circuits[0];
    circuit.lights[0].label_w = Some(250.0);
    circuit.lights[0].draws = LightKind::Regulated { cut_in_v: Some(9.0) };
    circuit.run.supply[2].length_m = Some(60.0);
    let thin = jovek_core::catalog::conductor::Conductor::Metric(100);
    circuit.overrides.wire =
        Some(jovek_core::job::Override { value: thin, reason: "what was on the reel".into() });
    let answers = assess(&job);
    let glow = answers.circuits[0].volt_lines[0].glow;
    assert_eq!(glow, Glow::Collapsed);
    assert!(answers.findings.iter().any(|f| f.code == FindingCode::LineTooWeak));
    assert!(answers.findings.iter().any(|f| f.title.contains("your choice breaks a rule")));
}

#[test]
fn an_unknown_state_lists_the_known_ones() {
    let said = export(&Job::starter("1"), Format::Spice, Some("cranking")).unwrap_err().to_string();
    assert!(said.contains("engine_off") && said.contains("low_battery.off"), "{said}");
}

/// Every text of a demo job begins like a formula: no cell of any list does. Source: OWASP on CSV injection, recalled from
/// memory.
#[test]
fn no_cell_of_any_list_is_run() {
    for (name, job) in crate::common::demo_jobs() {
        let mut told: serde_json::Value = serde_json::from_str(&job.write()).unwrap();
        renamed(&mut told);
        let job = Job::read(&told.to_string()).unwrap();
        for format in [
            Format::WiresCsv,
            Format::CutsCsv,
            Format::LabelsCsv,
            Format::PinsCsv,
            Format::PartsCsv,
            Format::EstimateCsv,
        ] {
            let Ok(text) = export(&job, format, None) else { continue };
            for row in csv::Reader::from_reader(text.as_bytes()).records() {
                let row = row.unwrap();
                let run = row.iter().find(|cell| {
                    cell.len() > 1
                        && cell.starts_with(['=', '+', '-', '@', '\t', '\r', '\n'])
                        && cell.parse::<f64>().is_err()
                });
                assert_eq!(run, None, "{name}, {format:?}: {row:?}");
            }
        }
    }
}

/// Puts `=` before every name and colour that a person typed.
fn renamed(value: &mut serde_json::Value) {
    match value {
        serde_json::Value::Object(fields) => {
            for (key, inner) in fields {
                match inner {
                    serde_json::Value::String(text)
                        if ["name", "unit", "colour", "title"].contains(&key.as_str())
                            && !text.is_empty() =>
                    {
                        // A colour of light is an enum, and a wire's is what was typed.
                        let is_light = ["white", "amber", "red", "yellow", "green", "blue"];
                        if key != "colour" || !is_light.contains(&text.as_str()) {
                            text.insert(0, '=');
                        }
                    }
                    _ => renamed(inner),
                }
            }
        }
        serde_json::Value::Array(items) => items.iter_mut().for_each(renamed),
        _ => {}
    }
}

#[test]
fn a_spreadsheet_never_takes_a_name_for_a_formula() {
    let mut job = Job::starter("1");
    job.circuits[0].name = "=1+1".into();
    job.circuits[0].lights[0].name = "@lamp, \"quoted\"".into();
    let wires = export(&job, Format::WiresCsv, None).unwrap();
    assert!(wires.contains("'=1+1"));
    let parts = export(&job, Format::PartsCsv, None).unwrap();
    let rows: Vec<_> = csv::Reader::from_reader(parts.as_bytes())
        .records()
        .map(|r| r.unwrap()[1].to_owned())
        .collect();
    assert!(rows.contains(&"'@lamp, \"quoted\"".to_owned()), "{rows:?}");
}
