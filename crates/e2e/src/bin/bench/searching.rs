//! A large shop: the search over 10,000 jobs and the register of 2,000 vehicles, through the running program.

use crate::row::{Row, median_ms};
use anyhow::{Result, ensure};
use jovek_core::job::{FleetVehicle, Job, Otherwise};
use jovek_e2e::{Server, jovek};
use jovek_store::Store;
use std::path::Path;
use std::time::{Duration, Instant};

const JOBS: usize = 10_000;
const VEHICLES: usize = 2_000;

/// A shop's file with so many jobs, five to a vehicle, each that of unit 14 with a lot of its own. The program reads the
/// first of them; the others get the same lines and rows, as if it had read all, which takes it minutes.
fn shop(path: &Path) -> Result<()> {
    let mut job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    let lot = Otherwise {
        circuit: None,
        what: "Relay".into(),
        planned: String::new(),
        is: "lot 0".into(),
    };
    job.record.otherwise.push(lot);
    let unit = |n: usize| format!("{n:04}");
    job.unit = unit(0);
    let vehicles: Vec<FleetVehicle> = (0..VEHICLES)
        .map(|n| FleetVehicle {
            unit: unit(n),
            model: format!("Corran C{}", n % 40),
            ..Default::default()
        })
        .collect();
    let store = Store::open(path)?;
    store.take_vehicles(&vehicles, "bench")?;
    store.create(&job, "bench")?;
    drop(store);
    let server = Server::start(&jovek()?, &["serve", "--db", &path.to_string_lossy()])?;
    read_through(&server, "/api/jobs")?;
    read_through(&server, "/api/search?find=relay")?;
    // Rows are kept a while after they were made.
    std::thread::sleep(Duration::from_secs(4));
    drop(server);
    rusqlite::Connection::open(path)?.execute_batch(&format!(
        "BEGIN;
         CREATE TEMP TABLE n AS WITH RECURSIVE c(i) AS
            (SELECT 2 UNION ALL SELECT i + 1 FROM c WHERE i < {JOBS})
            SELECT i, (i - 1) % {VEHICLES} AS v, printf('%04d', (i - 1) % {VEHICLES}) AS unit FROM c;
         INSERT INTO job (id, head, created_at, vehicle_id, said_rev)
            SELECT i, 1, created_at, v + 1, 1 FROM n, job WHERE job.id = 1;
         INSERT INTO revision (job_id, rev, body, saved_at, saved_by)
            SELECT i, 1, json_set(body, '$.unit', unit), saved_at, saved_by
            FROM n, revision WHERE job_id = 1;
         INSERT INTO yard_row (job_id, rev, body)
            SELECT i, 1, json_set(body, '$.row.id', i, '$.row.unit', unit)
            FROM n, yard_row WHERE job_id = 1;
         INSERT INTO said_line (id, text, about)
            SELECT (i << 26) | (id & ((1 << 26) - 1)), replace(text, 'lot 0', 'lot ' || (i % 500)),
                replace(about, '0000', unit)
            FROM n, said_line WHERE id >> 26 = 1;
         COMMIT;"
    ))?;
    Ok(())
}

/// Waits until every job was read once.
fn read_through(server: &Server, path: &str) -> Result<()> {
    let url = server.at(path);
    let asked = std::thread::spawn(move || -> Result<()> {
        loop {
            let answer: serde_json::Value = reqwest::blocking::get(&url)?.json()?;
            if answer["behind"] == 0 {
                return Ok(());
            }
            std::thread::sleep(Duration::from_millis(100));
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
