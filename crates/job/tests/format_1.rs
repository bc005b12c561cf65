//! Job files of format 1, as programs wrote them before connectors had ids, are read and say the same.
//! The files are the demo jobs of that time.
#![allow(clippy::unwrap_used)]

use jovek_job::{FORMAT_VERSION, Job, PlugId, Waypoint};
use std::path::Path;

fn files() -> Vec<String> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/format-1");
    let mut paths: Vec<_> = std::fs::read_dir(folder).unwrap().map(|e| e.unwrap().path()).collect();
    paths.sort();
    paths.into_iter().map(|p| std::fs::read_to_string(p).unwrap()).collect()
}

/// Each is read, written in the format of today, and read back the same.
#[test]
fn files_of_format_1_are_read() {
    let files = files();
    assert_eq!(files.len(), 8);
    for text in files {
        assert!(text.contains("\"jovek\": 1"));
        let job = Job::read(&text).unwrap();
        assert_eq!(job.jovek, FORMAT_VERSION);
        assert_eq!(Job::read(&job.write()).unwrap(), job, "unit {}", job.unit);
    }
}

/// What was one connector by its name is one by its id, there and back and for all circuits; what had another
/// name is another.
#[test]
fn connectors_of_one_name_stay_one() {
    let section = |name: &str| format!("{{\"name\": \"{name}\", \"ends_at\": \"connector\"}}");
    let pass = |name: &str| format!("{{\"name\": \"{name}\"}}");
    let circuit = |id: &str, supply: &str, back: &str| {
        format!(
            "{{\"id\": \"{id}\", \"name\": \"Lamps\", \"lights\": [], \"run\": {{\"supply\": [{}, {}], \"back\": [{}, {}]}}}}",
            section(supply),
            pass("to the lamps"),
            section("from the lamps"),
            pass(back)
        )
    };
    let text = format!(
        "{{\"jovek\": 1, \"unit\": \"1\", \"title\": \"t\", \"circuits\": [{}, {}]}}",
        circuit("a", "tail plug", "tail plug"),
        circuit("b", "boom plug", "tail plug")
    );
    let job = Job::read(&text).unwrap();
    let plugs = |circuit: usize, is_back: bool| -> Vec<Option<PlugId>> {
        let run = &job.circuits[circuit].run;
        let sections = if is_back { &run.back } else { &run.supply };
        let at = sections.iter().filter(|s| s.ends_at == Waypoint::Connector);
        at.map(|s| s.plug.clone()).collect()
    };
    assert_eq!(plugs(0, false), plugs(0, true));
    assert_eq!(plugs(0, true), plugs(1, true));
    assert_ne!(plugs(1, false), plugs(1, true));
    assert!(plugs(0, false)[0].is_some());
    // A file of today says it itself.
    let today = Job::read(&text.replace("\"jovek\": 1", "\"jovek\": 2")).unwrap();
    assert!(today.circuits[0].run.supply[0].plug.is_none());
}

/// Rewrites the demo jobs in the format of today, where `JOVEK_WRITE_DEMO` says so; else checks that they are.
#[test]
fn the_demo_jobs_are_of_today() {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../demo");
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.extension().is_none_or(|e| e != "json") {
            continue;
        }
        let text = std::fs::read_to_string(&path).unwrap();
        let written = Job::read(&text).unwrap().write();
        if std::env::var_os("JOVEK_WRITE_DEMO").is_some() {
            std::fs::write(&path, written).unwrap();
        } else {
            assert_eq!(written, text, "{}", path.display());
        }
    }
}
