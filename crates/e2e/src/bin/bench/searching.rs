//! A large shop: the search over 10,000 jobs and the register of 2,000 vehicles, through the running program.

use crate::row::{Row, median_ms};
use anyhow::{Result, ensure};
use jovek_core::answers::assess;
use jovek_core::fleet::{about, said};
use jovek_core::job::{FleetVehicle, Job};
use jovek_e2e::{Server, jovek};
use jovek_store::{SaidLine, Store};

const JOBS: usize = 10_000;
const VEHICLES: usize = 2_000;

/// A shop's file with so many jobs, five to a vehicle, each with the lines of unit 14.
fn shop(path: &std::path::Path) -> Result<()> {
    let job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    let lines: Vec<SaidLine> = said(&job, &assess(&job))
        .into_iter()
        .map(|l| SaidLine { kind: l.kind.key().to_owned(), text: l.text })
        .collect();
    let store = Store::open(path)?;
    let unit = |n: usize| format!("{:04}", n % VEHICLES);
    let vehicles: Vec<FleetVehicle> = (0..VEHICLES)
        .map(|n| FleetVehicle {
            unit: unit(n),
            model: format!("Corran C{}", n % 40),
            ..Default::default()
        })
        .collect();
    store.take_vehicles(&vehicles)?;
    let jobs: Vec<Job> = (0..JOBS).map(|n| Job { unit: unit(n), ..job.clone() }).collect();
    store.create_all(&jobs, "bench")?;
    for (n, job) in jobs.iter().enumerate() {
        let mut lines = lines.clone();
        lines.push(SaidLine { kind: "as_built".into(), text: format!("Relay: lot {}", n % 500) });
        store.say((n as i64 + 1, 1), &about(job), &lines)?;
    }
    Ok(())
}

/// Time of one request, ms: the median.
fn asked_ms(server: &Server, path: &str, found: usize) -> Result<f64> {
    let url = server.at(path);
    let asked = std::thread::spawn(move || -> Result<f64> {
        let client = reqwest::blocking::Client::new();
        let answer: serde_json::Value = client.get(&url).send()?.json()?;
        ensure!(answer["found"] == found, "{url}: {}", answer["found"]);
        Ok(median_ms(9, || {
            let _ = client.get(&url).send().and_then(|a| a.bytes());
        }))
    });
    asked.join().map_err(|_| anyhow::anyhow!("the client failed"))?
}

/// Words that stand everywhere, words of a few, and a page of the register.
pub fn rows() -> Result<Vec<Row>> {
    let folder = tempfile::tempdir()?;
    let path = folder.path().join("shop.db");
    shop(&path)?;
    let server = Server::start(&jovek()?, &["serve", "--db", &path.to_string_lossy()])?;
    let of = |path, found| asked_ms(&server, path, found);
    Ok(vec![
        Row::below(
            "10,000 jobs: a word of each, median",
            of("/api/search?find=relay", JOBS)?,
            "ms",
            100.0,
        ),
        Row::below(
            "10,000 jobs: one lot, median",
            of("/api/search?find=relay%20lot%20499", 20)?,
            "ms",
            100.0,
        ),
        Row::below("2,000 vehicles: a page, median", of("/api/vehicles", VEHICLES)?, "ms", 100.0),
        Row::below(
            "2,000 vehicles: a word, median",
            of("/api/vehicles?find=c39", 50)?,
            "ms",
            100.0,
        ),
    ])
}
