//! A large shop: the search over 10,000 jobs and the register of 2,000 vehicles, through the running program.

use crate::row::{Row, median_ms};
use anyhow::{Result, ensure};
use jovek_core::job::{FleetVehicle, Job, Otherwise};
use jovek_e2e::{Server, jovek};
use jovek_store::Store;
use std::time::{Duration, Instant};

const JOBS: usize = 10_000;
const VEHICLES: usize = 2_000;

/// A shop's file with so many jobs, five to a vehicle, each that of unit 14 with a lot of its own.
fn shop(path: &std::path::Path) -> Result<()> {
    let job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    let store = Store::open(path)?;
    let unit = |n: usize| format!("{:04}", n % VEHICLES);
    let vehicles: Vec<FleetVehicle> = (0..VEHICLES)
        .map(|n| FleetVehicle {
            unit: unit(n),
            model: format!("Corran C{}", n % 40),
            ..Default::default()
        })
        .collect();
    store.take_vehicles(&vehicles, "bench")?;
    let of = |n: usize| {
        let mut job = Job { unit: unit(n), ..job.clone() };
        job.record.otherwise.push(Otherwise {
            circuit: None,
            what: "Relay".into(),
            planned: String::new(),
            is: format!("lot {}", n % 500),
        });
        job
    };
    let jobs: Vec<Job> = (0..JOBS).map(of).collect();
    store.create_all(&jobs, "bench")?;
    Ok(())
}

/// Waits until every job was read once, as behind the first looks of a new program.
fn read_through(server: &Server, path: &str) -> Result<f64> {
    let (url, begun) = (server.at(path), Instant::now());
    let asked = std::thread::spawn(move || -> Result<f64> {
        loop {
            let answer: serde_json::Value = reqwest::blocking::get(&url)?.json()?;
            if answer["behind"] == 0 {
                return Ok(begun.elapsed().as_secs_f64());
            }
            std::thread::sleep(Duration::from_millis(500));
        }
    });
    asked.join().map_err(|_| anyhow::anyhow!("the client failed"))?
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
    let args = ["serve", "--db", &path.to_string_lossy()];
    let server = Server::start(&jovek()?, &args)?;
    let (yard_s, search_s) =
        (read_through(&server, "/api/jobs")?, read_through(&server, "/api/search?find=relay")?);
    println!("{JOBS} jobs read for the yard in {yard_s:.0} s, for the search in {search_s:.0} s");
    // Rows are kept a while after they were made.
    std::thread::sleep(Duration::from_secs(4));
    drop(server);
    let begun = Instant::now();
    let server = Server::start(&jovek()?, &args)?;
    let ready_ms = 1000.0 * begun.elapsed().as_secs_f64();
    let of = |path, found| asked_ms(&server, path, found);
    Ok(vec![
        Row::below("10,000 jobs: ready after a start", ready_ms, "ms", 2000.0),
        Row::below("10,000 jobs: a page of the yard", of("/api/jobs", JOBS)?, "ms", 100.0),
        Row::below(
            "10,000 jobs: what is held first, of a word",
            of("/api/jobs?find=pump&sort=urgent", JOBS)?,
            "ms",
            100.0,
        ),
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
