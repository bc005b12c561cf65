//! The program: start and memory.

use crate::row::Row;
use anyhow::{Result, ensure};
use jovek_e2e::Server;
use std::time::Instant;

const ASSESSMENTS: usize = 1000;

/// Time until it answers, and memory after a thousand assessments.
pub fn server() -> Result<Vec<Row>> {
    let mut ready_ms: Vec<f64> = Vec::new();
    for _ in 0..7 {
        let start = Instant::now();
        let server = Server::demo()?;
        let answer = get(&server.at("/"))?;
        ensure!(answer.contains("<html"), "no page at /");
        ready_ms.push(start.elapsed().as_secs_f64() * 1000.0);
    }
    ready_ms.sort_by(f64::total_cmp);
    let server = Server::demo()?;
    let job = std::fs::read_to_string(jovek_e2e::demo_file("14"))?;
    let client = reqwest::blocking::Client::new();
    let url = server.at("/api/assess");
    // Off the async thread: the blocking client has a runtime of its own.
    let answered = std::thread::spawn(move || -> Result<usize> {
        let mut answered = 0;
        for _ in 0..ASSESSMENTS {
            let answer = client.post(&url).body(job.clone()).send()?;
            answered += usize::from(answer.status() == 200);
            answer.bytes()?;
        }
        Ok(answered)
    });
    let answered = answered.join().map_err(|_| anyhow::anyhow!("the client failed"))??;
    ensure!(answered == ASSESSMENTS, "only {answered} assessments answered");
    let resident_mb = crate::crowd::resident_mb(&server)?;
    Ok(vec![
        Row::below("start to first page served, median", ready_ms[3], "ms", 300.0),
        Row::below("resident after 1,000 assessments", resident_mb, "MB", 60.0),
    ])
}

fn get(url: &str) -> Result<String> {
    let url = url.to_owned();
    std::thread::spawn(move || Ok(reqwest::blocking::get(url)?.text()?))
        .join()
        .map_err(|_| anyhow::anyhow!("the client failed"))?
}
