//! A crowd: 200 connections for half a minute beside two long computations, and the memory a minute after.

use crate::row::Row;
use anyhow::{Context, Result, ensure};
use jovek_e2e::Server;
use serde_json::{Value, json};
use std::sync::Arc;
use std::time::{Duration, Instant};
use tokio::task::JoinHandle;

const CONNECTIONS: usize = 200;
const FOR: Duration = Duration::from_secs(30);
/// Each asks so often: 1,000 a second in all, whatever the answers take.
const EVERY: Duration = Duration::from_millis(200);
const REST: Duration = Duration::from_secs(60);
const UNITS: [&str; 8] = ["14", "22", "31", "40", "51", "55", "58", "T3"];
/// Each of them so often: a yard of 24, so that some eight people stand at each vehicle.
const TIMES: usize = 3;

/// What a connection asks for, over and over.
const ASKS: [Ask; 10] = [
    Ask::List,
    Ask::Job,
    Ask::List,
    Ask::List,
    Ask::Assess,
    Ask::List,
    Ask::Job,
    Ask::List,
    Ask::Mark,
    Ask::List,
];

#[derive(Debug, Clone, Copy, PartialEq)]
enum Ask {
    List,
    Job,
    Assess,
    Mark,
}

/// One answer: what was asked, how long it took, whether it was one.
struct Answer {
    ask: Ask,
    ms: f64,
    is_failed: bool,
}

/// The crowd on a database of its own with the demo jobs.
pub async fn rows() -> Result<Vec<Row>> {
    let folder = tempfile::tempdir()?;
    let db = folder.path().join("jovek.db");
    let server = Server::start(&jovek_e2e::jovek()?, &["serve", "--db", &db.to_string_lossy()])?;
    let client = reqwest::Client::builder().pool_max_idle_per_host(CONNECTIONS).build()?;
    let mut jobs = Vec::new();
    for unit in UNITS.repeat(TIMES) {
        let text = std::fs::read_to_string(jovek_e2e::demo_file(unit))?;
        let made = client.post(server.at("/api/jobs")).json(&json!({"file": text})).send().await?;
        ensure!(made.status() == 201, "unit {unit} is not taken in");
        jobs.push(text);
    }
    let before_mb = resident_mb(&server)?;
    let crowd =
        Arc::new(Crowd { client, url: server.url.clone(), jobs, until: Instant::now() + FOR });
    let heavy = two_long(&crowd);
    let each: Vec<_> = (0..CONNECTIONS)
        .map(|number| {
            let crowd = Arc::clone(&crowd);
            tokio::spawn(async move { crowd.one(number).await })
        })
        .collect();
    let mut all = Vec::new();
    for one in each {
        all.extend(one.await?);
    }
    for one in heavy {
        one.await??;
    }
    let busy_mb = resident_mb(&server)?;
    tokio::time::sleep(REST).await;
    let after_mb = resident_mb(&server)?;
    let mut list: Vec<f64> = all.iter().filter(|a| a.ask == Ask::List).map(|a| a.ms).collect();
    list.sort_by(f64::total_cmp);
    let part = |p: f64| list[((list.len() - 1) as f64 * p) as usize];
    let slowest = all.iter().map(|a| a.ms).fold(0.0, f64::max);
    let failed = all.iter().filter(|a| a.is_failed).count();
    for ask in [Ask::List, Ask::Job, Ask::Assess, Ask::Mark] {
        let mut ms: Vec<f64> = all.iter().filter(|a| a.ask == ask).map(|a| a.ms).collect();
        ms.sort_by(f64::total_cmp);
        let part = |p: f64| ms[((ms.len() - 1) as f64 * p) as usize];
        println!(
            "crowd: {} x {ask:?}: median {:.0}, 99 of 100 {:.0}, slowest {:.0} ms",
            ms.len(),
            part(0.5),
            part(0.99),
            part(1.0)
        );
    }
    println!(
        "crowd: {} answers, resident {before_mb:.0}, {busy_mb:.0}, {after_mb:.0} MB",
        all.len()
    );
    Ok(vec![
        Row::below("200 connections: the list, median", part(0.5), "ms", 300.0),
        Row::below("200 connections: the list, 99 of 100", part(0.99), "ms", 300.0),
        Row::below("200 connections: the slowest answer of all", slowest, "ms", 2000.0),
        Row::below("200 connections: answers that failed", failed as f64, "", 0.5),
        Row::at_most("resident a minute later, against before", after_mb, "MB", before_mb, 1.5),
    ])
}

/// Two long computations over and over, until the time is over.
fn two_long(crowd: &Arc<Crowd>) -> Vec<JoinHandle<Result<()>>> {
    ["/api/proof", "/api/diagnose"]
        .into_iter()
        .map(|path| {
            let crowd = Arc::clone(crowd);
            tokio::spawn(async move { crowd.long(path).await })
        })
        .collect()
}

/// A cheap request over and over, beside two long computations.
pub async fn beside_two() -> Result<Row> {
    const FOR: Duration = Duration::from_secs(10);
    let server = Server::demo()?;
    let job = std::fs::read_to_string(jovek_e2e::demo_file("40"))?;
    let crowd = Arc::new(Crowd {
        client: reqwest::Client::new(),
        url: server.url.clone(),
        jobs: vec![job; 4],
        until: Instant::now() + FOR,
    });
    let heavy = two_long(&crowd);
    let mut ms = Vec::new();
    while Instant::now() < crowd.until {
        let begun = Instant::now();
        ensure!(crowd.ask(Ask::List, 1, 0).await? == 200, "the list");
        ms.push(begun.elapsed().as_secs_f64() * 1000.0);
        tokio::time::sleep(Duration::from_millis(5)).await;
    }
    for one in heavy {
        one.await??;
    }
    ms.sort_by(f64::total_cmp);
    let part = ms[((ms.len() - 1) as f64 * 0.99) as usize];
    Ok(Row::below("the list beside two long computations, 99 of 100", part, "ms", 50.0))
}

/// The list alone at 200 connections, beside nothing.
pub async fn list_alone() -> Result<Row> {
    let server = Server::demo()?;
    let client = reqwest::Client::builder().pool_max_idle_per_host(CONNECTIONS).build()?;
    let until = Instant::now() + Duration::from_secs(5);
    let each: Vec<_> = (0..CONNECTIONS)
        .map(|_| {
            let (client, url) = (client.clone(), server.at("/api/jobs"));
            tokio::spawn(async move {
                let mut answers = 0usize;
                while Instant::now() < until {
                    let answer = client.get(&url).send().await?;
                    ensure!(answer.status() == 200, "the list: {}", answer.status());
                    answer.bytes().await?;
                    answers += 1;
                }
                anyhow::Ok(answers)
            })
        })
        .collect();
    let mut answers = 0;
    for one in each {
        answers += one.await??;
    }
    Ok(Row::below("200 connections, the list alone: one in", 5000.0 / answers as f64, "ms", 2.0))
}

/// Any job, without chance: as people who do not go round together.
fn spread(number: usize, turn: usize) -> usize {
    // Fibonacci hashing, Knuth, The Art of Computer Programming 3, 6.4.
    let mixed = (number * 1009 + turn).wrapping_mul(0x9E37_79B9_7F4A_7C15_usize);
    mixed >> 40
}

struct Crowd {
    client: reqwest::Client,
    url: String,
    jobs: Vec<String>,
    until: Instant,
}

impl Crowd {
    /// One connection: asks until the time is over.
    async fn one(&self, number: usize) -> Vec<Answer> {
        let mut out = Vec::new();
        let mut turn = number;
        // Not all at the same moment.
        let mut next = Instant::now() + EVERY.mul_f64(number as f64 / CONNECTIONS as f64);
        while next < self.until {
            tokio::time::sleep_until(next.into()).await;
            next += EVERY;
            let ask = ASKS[turn % ASKS.len()];
            let begun = Instant::now();
            let job = spread(number, turn) % self.jobs.len();
            let is_failed = match self.ask(ask, 1 + job, turn).await {
                Ok(status) => status >= 500,
                Err(_) => true,
            };
            out.push(Answer { ask, ms: begun.elapsed().as_secs_f64() * 1000.0, is_failed });
            turn += 1;
        }
        out
    }

    async fn ask(&self, ask: Ask, job: usize, turn: usize) -> Result<u16> {
        let at = |path: String| format!("{}{path}", self.url);
        let request = match ask {
            Ask::List => self.client.get(at("/api/jobs".into())),
            Ask::Job => self.client.get(at(format!("/api/jobs/{job}"))),
            Ask::Assess => {
                self.client.post(at("/api/assess".into())).body(self.jobs[job - 1].clone())
            }
            Ask::Mark => {
                let mark = if turn.is_multiple_of(4) { "start" } else { "pause" };
                let mark: Value = json!({"step": "bench", "mark": mark});
                self.client.post(at(format!("/api/jobs/{job}/work"))).json(&mark)
            }
        };
        let answer = request.send().await?;
        let status = answer.status().as_u16();
        answer.bytes().await?;
        Ok(status)
    }

    /// A long computation after the other.
    async fn long(&self, path: &str) -> Result<()> {
        while Instant::now() < self.until {
            let request =
                self.client.post(format!("{}{path}", self.url)).body(self.jobs[3].clone());
            let answer = request.send().await?;
            ensure!(answer.status() == 200, "{path}: {}", answer.status());
            answer.bytes().await?;
        }
        Ok(())
    }
}

/// Memory that the program holds, MB.
pub fn resident_mb(server: &Server) -> Result<f64> {
    let status = std::fs::read_to_string(format!("/proc/{}/status", server.child.id()))?;
    let kb: f64 = status
        .lines()
        .find_map(|l| l.strip_prefix("VmRSS:"))
        .and_then(|l| l.trim().trim_end_matches(" kB").parse().ok())
        .context("no VmRSS")?;
    Ok(kb / 1024.0)
}
