//! ngspice on the same netlist, without its start.

use anyhow::{Context, Result, ensure};
use std::process::{Command, Stdio};
use std::time::Instant;

/// Time of one operating point, ms: the difference between a run of many and a run of one, so that
/// process start, reading and building of the netlist fall out.
pub fn operating_point_ms(netlist: &str, repeats: usize) -> Result<f64> {
    let once = run_s(netlist, 1)?;
    let many = run_s(netlist, 1 + repeats)?;
    Ok((many - once).max(0.0) * 1000.0 / repeats as f64)
}

fn run_s(netlist: &str, points: usize) -> Result<f64> {
    let control = format!(".control\nrepeat {points}\nop\nend\nquit\n.endc\n.end\n");
    let deck = netlist.replace(".op\n.end\n", &control);
    ensure!(deck.contains(".control"), "the netlist has no operating point to repeat");
    // The best of three: whatever else runs on the machine only ever adds.
    let runs = [deck_s(&deck)?, deck_s(&deck)?, deck_s(&deck)?];
    Ok(runs.into_iter().fold(f64::INFINITY, f64::min))
}

/// Time of one run of ngspice on a deck, s.
pub fn deck_s(deck: &str) -> Result<f64> {
    let file = tempfile::Builder::new().suffix(".cir").tempfile()?;
    std::fs::write(file.path(), deck)?;
    let start = Instant::now();
    let output = Command::new("ngspice")
        .arg("-b")
        .arg(file.path())
        .stdin(Stdio::null())
        .output()
        .context("ngspice does not start: sh scripts/install-test-tools.sh")?;
    let said = String::from_utf8_lossy(&output.stderr).to_lowercase();
    ensure!(!said.contains("aborted"), "ngspice: {said}");
    Ok(start.elapsed().as_secs_f64())
}
